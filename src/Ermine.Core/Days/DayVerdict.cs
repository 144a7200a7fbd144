using Ermine.Core.Body;
using Ermine.Core.Units;

namespace Ermine.Core.Days;

/// <summary>How one fares in a block of work, from what one looks for to what one turns back for.</summary>
public enum DayVerdict
{
    /// <summary>Neither cools nor sweats.</summary>
    Right,

    /// <summary>Sweats, or the base is damp.</summary>
    Warm,

    /// <summary>Cools.</summary>
    Cool,

    /// <summary>Drips with sweat, or the base is wet.</summary>
    Dripping,

    /// <summary>Chilled through, fingers or toes numb, or a bare face about to freeze.</summary>
    Chilling,
}

/// <summary>What decides a verdict of the day.</summary>
public enum DayReason
{
    /// <summary>Nothing: it is right.</summary>
    None,

    /// <summary>Heat of the whole body.</summary>
    Body,

    /// <summary>Fingers.</summary>
    Fingers,

    /// <summary>Toes.</summary>
    Toes,

    /// <summary>Bare face.</summary>
    Face,

    /// <summary>Sweat.</summary>
    Sweat,

    /// <summary>Water in what lies next to the skin.</summary>
    Base,
}

/// <summary>Where the verdicts of the day turn (assumptions).</summary>
public static class DayLimits
{
    /// <summary>
    /// How cold a stretch is in points: cool is one, chilling three and one more for each further 15 Wh/m² of debt, six at most (assumption).
    /// </summary>
    /// <param name="verdict">How it goes.</param>
    /// <param name="debt">Highest heat debt, Wh/m².</param>
    public static int ColdPoints(DayVerdict verdict, double debt) =>
        verdict switch
        {
            DayVerdict.Chilling => 3 + (int)Math.Clamp((debt - ChilledDebt) / 15, 0, 3),
            DayVerdict.Cool => 1,
            _ => 0,
        };

    /// <summary>Heat debt from which one is cool, and chilled, Wh/m².</summary>
    public const double CoolDebt = 10,
        ChilledDebt = 40;

    /// <summary>Fingers or toes under which one is cool, and chilled, °C.</summary>
    public const double CoolEnds = 18,
        ChilledEnds = 12;

    /// <summary>Share of its frostbite time from which a bare face counts as chilled.</summary>
    public const double FaceShare = 0.5;

    /// <summary>Sweat from which one is warm, and dripping, g/m²h.</summary>
    public const double WarmSweat = 40,
        DrippingSweat = 120;

    /// <summary>Most that a body sweats, g/m²h.</summary>
    public const double MostSweat = 400;
}

/// <summary>Heat of a minute by where it goes, W per m² of body.</summary>
/// <param name="Hour">When.</param>
/// <param name="Made">Made by work and shivering.</param>
/// <param name="Breath">Lost with the breath.</param>
/// <param name="Vapour">Lost with vapour from the skin and what dries on it.</param>
/// <param name="Dry">Lost through what is worn, by part.</param>
public sealed record DayBalance(double Hour, double Made, double Breath, double Vapour, ByPart<double> Dry)
{
    /// <summary>Made less lost: what the body gains, or what sweat has to carry off.</summary>
    public double Spare => Made - Breath - Vapour - DayStack.AllParts.Sum(p => Dry[p]);
}

/// <summary>When a block first was as bad as a verdict, and why.</summary>
/// <param name="Verdict">The verdict.</param>
/// <param name="Hour">When.</param>
/// <param name="Reason">What decided it.</param>
public sealed record DayTurns(DayVerdict Verdict, double Hour, DayReason Reason);

/// <summary>A block as it was lived.</summary>
/// <param name="BlockId">Which.</param>
/// <param name="Verdict">The worst of it.</param>
/// <param name="Reason">What decided that.</param>
/// <param name="TurnsAt">When it first was as bad as that; null where it is right.</param>
/// <param name="Leaks">Part of the body that lost most beyond its share at the worst minute.</param>
/// <param name="Heat">Mean metabolic rate, W/m².</param>
/// <param name="DebtAfter">Heat debt at its end, Wh/m².</param>
/// <param name="MostDebt">Highest heat debt, Wh/m².</param>
/// <param name="SweatG">Sweat in all, g.</param>
/// <param name="MostSweat">Highest rate, g/m²h.</param>
/// <param name="Fingers">Lowest temperature of the fingers.</param>
/// <param name="Toes">Lowest temperature of the toes.</param>
/// <param name="FaceShare">Largest share of its frostbite time that a bare face has been out.</param>
/// <param name="AirLow">Coldest air round the body.</param>
/// <param name="Worst">The heat of its worst minute.</param>
/// <param name="Turns">Every verdict that it came to, as it first did.</param>
public sealed record BlockLived(
    Guid BlockId,
    DayVerdict Verdict,
    DayReason Reason,
    double? TurnsAt,
    Part Leaks,
    double Heat,
    double DebtAfter,
    double MostDebt,
    double SweatG,
    double MostSweat,
    Temperature Fingers,
    Temperature Toes,
    double FaceShare,
    Temperature AirLow,
    DayBalance Worst,
    IReadOnlyList<DayTurns> Turns
);

/// <summary>The day at a moment, for its picture; a stretch of ten minutes at most ends there.</summary>
/// <param name="FromHour">Beginning of the stretch.</param>
/// <param name="Hour">Its end.</param>
/// <param name="BlockId">The block; null between two.</param>
/// <param name="IsBreak">It is a break of the block's rhythm.</param>
/// <param name="Outside">Air outside.</param>
/// <param name="Around">Air round the body.</param>
/// <param name="WindMs">Wind at 10 m, m/s.</param>
/// <param name="Heat">Metabolic rate, W/m².</param>
/// <param name="Minimal">Insulation that the work needs at least (ISO 11079).</param>
/// <param name="Neutral">Insulation in which one is neither cool nor warm.</param>
/// <param name="Worn">Resultant of what is worn.</param>
/// <param name="Debt">Heat debt, Wh/m².</param>
/// <param name="Skin">Mean skin temperature.</param>
/// <param name="Fingers">Fingers.</param>
/// <param name="Toes">Toes.</param>
/// <param name="Sweat">Sweat, g/m²h.</param>
/// <param name="WaterG">Water in everything worn, g.</param>
/// <param name="Torso">How the torso is closed.</param>
public sealed record DayMoment(
    double FromHour,
    double Hour,
    Guid? BlockId,
    bool IsBreak,
    Temperature Outside,
    Temperature Around,
    double WindMs,
    double Heat,
    Insulation Minimal,
    Insulation Neutral,
    Insulation Worn,
    double Debt,
    Temperature Skin,
    Temperature Fingers,
    Temperature Toes,
    double Sweat,
    double WaterG,
    Plans.Opening Torso
);

/// <summary>Water of a day, g: what is sweated and falls in either leaves, drips or stays.</summary>
/// <param name="Sweat">Vapour and sweat from the skin.</param>
/// <param name="Outside">From rain and wet snow.</param>
/// <param name="Escaped">Into the air.</param>
/// <param name="Dripped">What no thing could hold.</param>
public sealed record DayWater(double Sweat, double Outside, double Escaped, double Dripped)
{
    /// <summary>What stays in things; negative where they dried.</summary>
    public double Stored => Sweat + Outside - Escaped - Dripped;
}
