using Ermine.Core.Kit;

namespace Ermine.Core.Dryness;

/// <summary>What a thing is kept for.</summary>
public enum Role
{
    /// <summary>Worn by day.</summary>
    Day,

    /// <summary>Kept for sleeping, never walked in.</summary>
    NightOnly,

    /// <summary>Kept dry until another is used up.</summary>
    Spare,

    /// <summary>Kept for one day.</summary>
    OneDayOnly,
}

/// <summary>How wet the day before a night makes what is worn.</summary>
public enum DayWork
{
    /// <summary>Resting in camp: nothing gets wet, and there is time to air.</summary>
    Rest,

    /// <summary>Easy going.</summary>
    Easy,

    /// <summary>Hard going: sweat.</summary>
    Hard,

    /// <summary>Wet snow or rain: sweat within and water from outside.</summary>
    WetSnow,
}

/// <summary>What a small thing is for, where it has to be dry.</summary>
public enum Use
{
    /// <summary>Socks.</summary>
    Socks,

    /// <summary>Next to the skin of torso or legs.</summary>
    Base,

    /// <summary>Hat or hood.</summary>
    Hat,

    /// <summary>Gloves and mittens.</summary>
    Gloves,

    /// <summary>Anything else.</summary>
    Other,
}

/// <summary>What is done to keep things dry.</summary>
/// <param name="AirAtNoon">Sleeping things and damp clothes hung out at noon.</param>
/// <param name="InSun">In the sun, not in the shade.</param>
/// <param name="ByStove">Damp things hung by a stove or in a hut instead.</param>
/// <param name="BrushFrost">Frost knocked off outer faces in the morning.</param>
/// <param name="OnBody">Damp small things carried under the jacket by day.</param>
/// <param name="DampToBed">Damp small things taken to bed.</param>
/// <param name="DampAgain">The day's damp things worn again in the morning, so that a dry pair remains.</param>
/// <param name="BarrierSocks">Vapour-barrier socks worn by day over thin ones.</param>
public sealed record Habits(
    bool AirAtNoon = false,
    bool InSun = true,
    bool ByStove = false,
    bool BrushFrost = false,
    bool OnBody = false,
    bool DampToBed = false,
    bool DampAgain = true,
    bool BarrierSocks = false
);

/// <summary>What a thing is kept for.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Role">Its role.</param>
/// <param name="NightId">Of a thing for one day only: the night that day ends in.</param>
/// <param name="Keep">Where it is kept whatever the habits say; null to follow them.</param>
public sealed record ItemRole(Guid ItemId, Role Role, Guid? NightId = null, Place? Keep = null);

/// <summary>The day before a night.</summary>
/// <param name="NightId">The night.</param>
/// <param name="Work">How wet it makes what is worn.</param>
/// <param name="Soaked">Things that fall into water or lie in the rain that day.</param>
public sealed record DryDay(Guid NightId, DayWork Work, IReadOnlyList<Guid> Soaked);

/// <summary>How one person keeps dry on a trip.</summary>
/// <param name="Roles">Roles that are set; others follow from use: slept in is night only, along is day.</param>
/// <param name="Days">Days that are set; others are easy.</param>
/// <param name="Habits">What is done to keep dry.</param>
public sealed record DryPlan(IReadOnlyList<ItemRole> Roles, IReadOnlyList<DryDay> Days, Habits Habits)
{
    /// <summary>Nothing set.</summary>
    public static DryPlan Plain { get; } = new([], [], new());

    /// <summary>The day before a night.</summary>
    public DryDay DayOf(Guid nightId) =>
        Days.FirstOrDefault(d => d.NightId == nightId) ?? new(nightId, DayWork.Easy, []);
}

/// <summary>What things are for, and what a day does to them (assumptions).</summary>
public static class Textiles
{
    /// <summary>Dry up to this, g of water on a g (assumption).</summary>
    public const double DryUpTo = 0.05;

    /// <summary>Damp up to this, wet beyond, g of water on a g (assumption).</summary>
    public const double DampUpTo = 0.20;

    /// <summary>Small enough to be dried on the body or in bed, g (assumption).</summary>
    public const double SmallUpToG = 220;

    /// <summary>Things that hold water and are looked after: all but pads, barriers and bivies.</summary>
    public static bool IsTextile(KitItem item) =>
        item.Kind is not (ItemKind.Pad or ItemKind.VapourBarrier or ItemKind.Bivy);

    /// <summary>What a thing is for, from what it covers.</summary>
    public static Use UseOf(KitItem item)
    {
        if (item.Kind != ItemKind.Garment)
            return Use.Other;
        var warmth = ItemReader.Read(item).Insulation?.SI ?? 0;
        var cover = item.Cover;
        return cover switch
        {
            { Feet: >= 0.9 } when warmth < 0.25 => Use.Socks,
            { Head: >= 0.5, Torso: 0 } => Use.Hat,
            { Torso: > 0 and <= 0.12, Head: 0, Legs: 0, Feet: 0 } => Use.Gloves,
            _ when (cover.Torso >= 0.8 || cover.Legs >= 0.8) && warmth <= 0.09 && !item.Windproof => Use.Base,
            _ => Use.Other,
        };
    }

    /// <summary>Water that a day puts into a thing worn for a use, g (assumption).</summary>
    public static double Wetting(Use use, DayWork work) =>
        (work, use) switch
        {
            (DayWork.Rest, _) => 0,
            (DayWork.Easy, Use.Socks) => 10,
            (DayWork.Easy, Use.Base) => 12,
            (DayWork.Easy, Use.Hat) => 4,
            (DayWork.Easy, Use.Gloves) => 6,
            (DayWork.Hard, Use.Socks) => 22,
            (DayWork.Hard, Use.Base) => 45,
            (DayWork.Hard, Use.Hat) => 12,
            (DayWork.Hard, Use.Gloves) => 14,
            (DayWork.WetSnow, Use.Socks) => 32,
            (DayWork.WetSnow, Use.Base) => 35,
            (DayWork.WetSnow, Use.Hat) => 18,
            (DayWork.WetSnow, Use.Gloves) => 32,
            _ => 0,
        };

    /// <summary>Most water that a thing holds, g.</summary>
    public static double CapacityG(KitItem item) => Moisture.Capacity(item.Material) * Moisture.HoldingMassG(item);
}
