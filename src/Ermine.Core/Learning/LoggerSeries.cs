namespace Ermine.Core.Learning;

/// <summary>What a temperature logger wrote: any spacing, one or several probes.</summary>
/// <param name="Names">What the file calls its probes.</param>
/// <param name="At">Time of each reading as its clock shows it, in the order of the file.</param>
/// <param name="Celsius">Readings of each probe, °C; NaN where it did not read.</param>
/// <param name="ClockSteps">Where its clock was put back or forward while it ran.</param>
public sealed record LoggerSeries(
    IReadOnlyList<string> Names,
    IReadOnlyList<DateTime> At,
    IReadOnlyList<IReadOnlyList<double>> Celsius,
    IReadOnlyList<ClockStep> ClockSteps
);

/// <summary>A step of a clock.</summary>
/// <param name="At">Time that it showed before.</param>
/// <param name="Hours">By how much it was put forward (positive) or back, h.</param>
public sealed record ClockStep(DateTime At, double Hours);

/// <summary>A night that is looked for in a logger's readings.</summary>
/// <param name="Evening">Date of its evening.</param>
/// <param name="InHour">Getting in, hours from the midnight before the evening.</param>
/// <param name="UpHour">Getting up.</param>
/// <param name="ClockHours">How far the logger's clock is ahead of the camp's, h.</param>
/// <param name="Probes">Where each probe lay; null to be told from names and readings.</param>
/// <param name="TentAddsK">Air in the shelter over air outside, K; null where not known.</param>
/// <param name="Forecast">Air outside as forecast at each hour from noon to noon, °C; null where none is known.</param>
public sealed record LoggerAsked(
    DateOnly Evening,
    double InHour,
    double UpHour,
    double ClockHours = 0,
    IReadOnlyList<Probe>? Probes = null,
    double? TentAddsK = null,
    IReadOnlyList<double>? Forecast = null
);

/// <summary>What is to be looked at in a logger's night.</summary>
public enum LoggerNotice
{
    /// <summary>Nothing was read for longer than three of its steps.</summary>
    Gap,

    /// <summary>A reading lies far from those beside it.</summary>
    Jump,

    /// <summary>The outside probe reads as the air in the tent.</summary>
    InTent,

    /// <summary>Its clock shows another time than the camp's.</summary>
    Clock,

    /// <summary>Its clock was put back or forward in this night.</summary>
    ClockStep,

    /// <summary>It reads nothing of this night.</summary>
    NoNight,

    /// <summary>It does not read until dawn, when it is coldest.</summary>
    NoDawn,
}

/// <summary>Something to be looked at.</summary>
/// <param name="What">What.</param>
/// <param name="Probe">Which probe, from 0; null for all.</param>
/// <param name="FromHour">From when, hours from the midnight before the evening.</param>
/// <param name="ToHour">Until when.</param>
/// <param name="Value">A gap's hours, a jump's K, a clock's hours, how far the outside probe lies over the forecast, K.</param>
public sealed record Noticed(LoggerNotice What, int? Probe, double FromHour, double ToHour, double Value);

/// <summary>What a probe read in a night.</summary>
/// <param name="Name">What the file calls it.</param>
/// <param name="Probe">Where it lay.</param>
/// <param name="LowC">Its low between getting in and getting up, single stray readings left out, °C; null where it read nothing.</param>
/// <param name="LowHour">When that was.</param>
/// <param name="Readings">How many readings it took.</param>
/// <param name="Trace">The readings thinned out; null where there are none.</param>
public sealed record ProbeNight(string Name, Probe Probe, double? LowC, double? LowHour, int Readings, Trace? Trace);

/// <summary>A night out of a logger's readings.</summary>
/// <param name="Probes">Each probe.</param>
/// <param name="ClockHours">How far its clock was taken to be ahead, h.</param>
/// <param name="InHour">Getting in, by the probe in the bag; null where none tells it.</param>
/// <param name="UpHour">Getting up, by the probe in the bag.</param>
/// <param name="Noticed">What is to be looked at.</param>
public sealed record LoggerNight(
    IReadOnlyList<ProbeNight> Probes,
    double ClockHours,
    double? InHour,
    double? UpHour,
    IReadOnlyList<Noticed> Noticed
);
