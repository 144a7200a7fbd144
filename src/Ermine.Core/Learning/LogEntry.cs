using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;

namespace Ermine.Core.Learning;

/// <summary>
/// A day and the night after it as one person lived them, with the plan as it stood then: what is planned or owned later changes nothing in it.
/// </summary>
/// <param name="Id">Identity.</param>
/// <param name="SleeperId">Who.</param>
/// <param name="Date">Date of the evening.</param>
/// <param name="Trip">What the trip was called, up to 80 characters.</param>
/// <param name="Camp">What the camp was called, up to 80 characters.</param>
/// <param name="TripId">The trip; it may be gone.</param>
/// <param name="NightId">Its night; it may be gone.</param>
/// <param name="Planned">The night as it was planned; null where no plan could be asked.</param>
/// <param name="Night">The night as it was slept; null where only the day is logged.</param>
/// <param name="PlannedDay">The day as it was planned; null where none was laid out.</param>
/// <param name="Day">The day as it was lived; null where only the night is logged.</param>
/// <param name="LeftOut">Why nothing is to be learned from it, up to 200 characters; null where it counts.</param>
/// <param name="Notes">Anything to remember, up to 1 000 characters.</param>
/// <param name="LoggedAt">When it was logged first.</param>
/// <param name="Version">Counts saves; 0 is not saved yet.</param>
public sealed record LogEntry(
    Guid Id,
    Guid SleeperId,
    DateOnly Date,
    string Trip,
    string Camp,
    Guid? TripId,
    Guid? NightId,
    PlannedNight? Planned,
    LivedNight? Night,
    PlannedDay? PlannedDay,
    LivedDay? Day,
    string? LeftOut,
    string Notes,
    DateTimeOffset LoggedAt,
    long Version = 0
)
{
    /// <summary>What the night tells of the sleeper; null where it tells nothing.</summary>
    /// <param name="shiftK">How far what held is read otherwise by now, K; positive is colder ground lost.</param>
    public NightTold? Tells(double shiftK = 0) =>
        LeftOut is null && Planned?.HoldsToC is { } holds && Night is { OnlyEndsCold: false } night && Low is { } low
            ? new(low.Celsius - (holds + shiftK) + night.WarmerByK, night.Slept, low.HalfRangeK)
            : null;

    /// <summary>The low that was measured outside; null where none was.</summary>
    public MeasuredLow? Low => Night is null ? null : MeasuredLow.Of(Night, Planned?.TentAddsK);

    /// <summary>What the night tells of the feet.</summary>
    public EndTold? TellsOfFeet =>
        LeftOut is null && Night?.Feet is { } felt && Planned?.FeetC is { } lowest ? new(lowest, felt) : null;

    /// <summary>What the day tells of hands or feet.</summary>
    public EndTold? DayTells(Part part) =>
        LeftOut is null
        && (part == Part.Hands ? Day?.Hands : Day?.Feet) is { } felt
        && (part == Part.Hands ? PlannedDay?.FingersC : PlannedDay?.ToesC) is { } lowest
            ? new(lowest, felt)
            : null;

    /// <summary>Low measured over low forecast for the camp, K; null where either is not known.</summary>
    public double? ForecastMissK =>
        LeftOut is null && Planned?.CampLowC is { } forecast ? Low?.Celsius - forecast : null;
}

/// <summary>A low that was measured.</summary>
/// <param name="Celsius">Outside, °C: the middle of what was read.</param>
/// <param name="HalfRangeK">Half of what readings differ by, K.</param>
/// <param name="FromPillow">It was read at the pillow and brought outside through the shelter.</param>
public sealed record MeasuredLow(double Celsius, double HalfRangeK, bool FromPillow)
{
    /// <summary>How far the air at the pillow may lie off what the shelter usually adds, K (assumption).</summary>
    public const double PillowOffK = 1.5;

    /// <summary>Of a night: readings outside go before those at the pillow.</summary>
    /// <param name="night">The night.</param>
    /// <param name="tentAddsK">Air in the shelter over air outside, K; null where one does not tell the other.</param>
    public static MeasuredLow? Of(LivedNight night, double? tentAddsK) =>
        Between(night.OutsideC, night.OutsideToC) is { } outside ? new(outside.Middle, outside.Half, false)
        : tentAddsK is { } adds && Between(night.PillowC, night.PillowToC) is { } pillow
            ? new(pillow.Middle - adds, pillow.Half + PillowOffK, true)
        : null;

    private static (double Middle, double Half)? Between(double? one, double? other) =>
        (one, other) switch
        {
            ({ } a, { } b) => ((a + b) / 2, Math.Abs(a - b) / 2),
            ({ } a, null) => (a, 0),
            (null, { } b) => (b, 0),
            _ => null,
        };
}

/// <summary>A night as it was slept.</summary>
/// <param name="Slept">How.</param>
/// <param name="Where">Where it was cold, and when.</param>
/// <param name="Damp">What was damp, wet or frozen in the morning.</param>
/// <param name="OutsideC">Low outside, °C, −90 to 40.</param>
/// <param name="OutsideToC">The same by another thermometer, where two disagree.</param>
/// <param name="PillowC">Low at the pillow, °C, −90 to 40.</param>
/// <param name="PillowToC">The same by another thermometer.</param>
/// <param name="Changes">What was done otherwise than planned, at most 20.</param>
/// <param name="WarmerByK">What that was worth, K colder that the night may be; −30 to 30.</param>
/// <param name="Feet">How the feet were; null where nothing is said.</param>
/// <param name="Traces">What loggers read through the night, at most 6.</param>
/// <param name="Lofts">Loft by ruler in the morning, at most 20.</param>
/// <param name="InHour">Getting in, hours from the midnight before the evening, 12–36; null as planned.</param>
/// <param name="UpHour">Getting up, after getting in, at most 40; null as planned.</param>
public sealed record LivedNight(
    Slept Slept,
    IReadOnlyList<ColdPlace> Where,
    IReadOnlyList<DampThing> Damp,
    double? OutsideC,
    double? OutsideToC,
    double? PillowC,
    double? PillowToC,
    IReadOnlyList<NightEvent> Changes,
    double WarmerByK = 0,
    Felt? Feet = null,
    IReadOnlyList<Trace>? Traces = null,
    IReadOnlyList<LoftRead>? Lofts = null,
    double? InHour = null,
    double? UpHour = null
)
{
    /// <summary>Only hands, feet or face were cold: it tells of them and not of the body (assumption).</summary>
    public bool OnlyEndsCold =>
        Slept is not (Slept.Warm or Slept.Fine)
        && Where.Count > 0
        && Where.All(w => w.Place is BodyPlace.Feet or BodyPlace.Hands or BodyPlace.Face);
}

/// <summary>Where on the body it was cold.</summary>
public enum BodyPlace
{
    /// <summary>Head and neck.</summary>
    Head,

    /// <summary>Nose and face.</summary>
    Face,

    /// <summary>Shoulders and arms.</summary>
    Shoulders,

    /// <summary>Back: from below.</summary>
    Back,

    /// <summary>Chest and belly: from above.</summary>
    Front,

    /// <summary>Hips and legs.</summary>
    Legs,

    /// <summary>Hands.</summary>
    Hands,

    /// <summary>Feet.</summary>
    Feet,
}

/// <summary>A place that was cold.</summary>
/// <param name="Place">Which.</param>
/// <param name="FromHour">From when: hours from the midnight before the evening, 12–36; null where not said.</param>
public sealed record ColdPlace(BodyPlace Place, double? FromHour = null);

/// <summary>How a thing was found in the morning.</summary>
public enum DampState
{
    /// <summary>Damp to the hand.</summary>
    Damp,

    /// <summary>Wet.</summary>
    Wet,

    /// <summary>Frozen: stiff or with frost in it.</summary>
    Frozen,
}

/// <summary>A thing that was damp in the morning.</summary>
/// <param name="ItemId">Which.</param>
/// <param name="State">How it was found.</param>
public sealed record DampThing(Guid ItemId, DampState State);

/// <summary>Loft by ruler.</summary>
/// <param name="ItemId">Of which thing.</param>
/// <param name="Cm">Loft of one side, cm, 0.2–40.</param>
public sealed record LoftRead(Guid ItemId, double Cm);

/// <summary>Where a probe lay.</summary>
public enum Probe
{
    /// <summary>Outside.</summary>
    Outside,

    /// <summary>At the pillow.</summary>
    Pillow,

    /// <summary>In the bag.</summary>
    InBag,
}

/// <summary>What a probe read through a night, thinned out to means over even stretches.</summary>
/// <param name="Probe">Where it lay.</param>
/// <param name="Hours">When, hours from the midnight before the evening, at most 200; a stretch without a reading is left out.</param>
/// <param name="Celsius">The readings then, °C.</param>
public sealed record Trace(Probe Probe, IReadOnlyList<double> Hours, IReadOnlyList<double> Celsius);

/// <summary>A thing that was slept in, as it was read then.</summary>
/// <param name="ItemId">Which.</param>
/// <param name="Name">What it was called.</param>
/// <param name="Kind">What it is.</param>
/// <param name="PromiseC">Comfort that a bag or quilt stood for on the bench, °C; null of all else.</param>
public sealed record PlannedThing(Guid ItemId, string Name, ItemKind Kind, double? PromiseC);

/// <summary>A night as the plan stood when it was logged.</summary>
/// <param name="TakenAt">When that was.</param>
/// <param name="Surface">What the pads lay on.</param>
/// <param name="Shelter">What stood round the sleeper.</param>
/// <param name="InHour">Getting in, hours from the midnight before the evening.</param>
/// <param name="UpHour">Getting up.</param>
/// <param name="ForecastLowC">Low in the forecast, °C; null where none was known.</param>
/// <param name="CampLowC">Low at the camp before this place's own record and the spread, °C.</param>
/// <param name="PlanForC">Low it was planned for, °C.</param>
/// <param name="Verdict">What the plan said.</param>
/// <param name="HoldsToC">Outside low to which it held for a body of offset 0, with all that was to be done, °C.</param>
/// <param name="FeetHoldToC">The same of the feet.</param>
/// <param name="OffsetK">What was known of the sleeper then, K.</param>
/// <param name="OffsetSdK">How closely, K.</param>
/// <param name="Chance">Chance of sleeping through that the plan gave, 0–1; null where no low was known.</param>
/// <param name="Things">What was slept in.</param>
/// <param name="FeetC">Lowest temperature of the settled feet at each of <see cref="Supplies.Tried"/>, °C; null where no low was known.</param>
/// <param name="TentAddsK">Air in the shelter over air outside, K; null where one does not tell the other.</param>
public sealed record PlannedNight(
    DateTimeOffset TakenAt,
    Surface Surface,
    Shelter Shelter,
    double InHour,
    double UpHour,
    double? ForecastLowC,
    double? CampLowC,
    double? PlanForC,
    Verdict? Verdict,
    double? HoldsToC,
    double? FeetHoldToC,
    double OffsetK,
    double OffsetSdK,
    double? Chance,
    IReadOnlyList<PlannedThing> Things,
    IReadOnlyList<double>? FeetC,
    double? TentAddsK
);

/// <summary>How wet one was from one's own work.</summary>
public enum SweatFelt
{
    /// <summary>Dry.</summary>
    Dry,

    /// <summary>The base was damp.</summary>
    Damp,

    /// <summary>The base was wet.</summary>
    Wet,
}

/// <summary>A stretch of a day as it was planned.</summary>
/// <param name="Activity">What was done.</param>
/// <param name="FromHour">From when, hours from the midnight before the evening.</param>
/// <param name="ToHour">Until when.</param>
/// <param name="Verdict">What the plan said.</param>
/// <param name="Worn">What was on, by name.</param>
public sealed record PlannedStretch(
    Activity Activity,
    double FromHour,
    double ToHour,
    DayVerdict Verdict,
    IReadOnlyList<string> Worn
);

/// <summary>A day as the plan stood when it was logged.</summary>
/// <param name="Stretches">Its work.</param>
/// <param name="FingersC">Lowest temperature of the fingers at each of <see cref="Supplies.Tried"/>, °C.</param>
/// <param name="ToesC">The same of the toes.</param>
public sealed record PlannedDay(
    IReadOnlyList<PlannedStretch> Stretches,
    IReadOnlyList<double> FingersC,
    IReadOnlyList<double> ToesC
);

/// <summary>How a stretch of the plan was.</summary>
/// <param name="Stretch">Which, from 0.</param>
/// <param name="Was">How it was.</param>
public sealed record LivedStretch(int Stretch, DayVerdict Was);

/// <summary>A day as it was lived.</summary>
/// <param name="Hands">How the hands were at their worst; null where nothing is said.</param>
/// <param name="Feet">How the feet were at their worst.</param>
/// <param name="Sweat">How wet one was.</param>
/// <param name="Stretches">How stretches of the plan were, those of which something is said.</param>
/// <param name="Worn">What was on for what work, where it was other than planned, up to 300 characters.</param>
public sealed record LivedDay(
    Felt? Hands,
    Felt? Feet,
    SweatFelt? Sweat,
    IReadOnlyList<LivedStretch> Stretches,
    string Worn = ""
);
