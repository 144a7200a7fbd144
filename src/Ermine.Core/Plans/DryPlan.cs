namespace Ermine.Core.Plans;

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
/// <param name="Days">The nights whose days it comes along on; null for every one. On the others it lies in a depot.</param>
public sealed record ItemRole(
    Guid ItemId,
    Role Role,
    Guid? NightId = null,
    Place? Keep = null,
    IReadOnlyList<Guid>? Days = null
);

/// <summary>How one person keeps dry on a trip.</summary>
/// <param name="Roles">Roles that are set; others follow from use: slept in is night only, along is day.</param>
/// <param name="Days">Days that are set; others are easy.</param>
/// <param name="Habits">What is done to keep dry.</param>
public sealed record DryPlan(IReadOnlyList<ItemRole> Roles, IReadOnlyList<DayPlan> Days, Habits Habits)
{
    /// <summary>Nothing set.</summary>
    public static DryPlan Plain { get; } = new([], [], new());

    /// <summary>The day before a night.</summary>
    public DayPlan DayOf(Guid nightId) =>
        Days.FirstOrDefault(d => d.NightId == nightId) ?? new(nightId, DayWork.Easy, []);
}
