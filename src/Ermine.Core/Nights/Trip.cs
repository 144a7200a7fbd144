using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Stack;

namespace Ermine.Core.Nights;

/// <summary>One night out.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Date">Date of the evening.</param>
/// <param name="Camp">What the camp is called, up to 80 characters.</param>
/// <param name="ElevationM">Elevation of the camp, m, −450 to 8 900.</param>
/// <param name="Terrain">The lie of the camp.</param>
/// <param name="Surface">What the pads lie on.</param>
/// <param name="Shelter">What stands round the sleeper.</param>
/// <param name="Sleepers">People in the shelter, 1–8.</param>
/// <param name="VentsOpen">Vents of the shelter open.</param>
/// <param name="TypedLowC">Low typed in, °C, −90 to 40; goes before the forecast. Null to take the forecast's.</param>
/// <param name="TypedHighC">High of the following day typed in, °C, −90 to 50.</param>
/// <param name="TypedWindMs">Wind at 10 m typed in, m/s, 0–60.</param>
/// <param name="TypedCloud">Cloud typed in, 0–1.</param>
/// <param name="OwnSystem">What is slept in this night if not the trip's system.</param>
/// <param name="Evening">When the night begins and ends and what is done; null for a plain one.</param>
public sealed record Night(
    Guid Id,
    DateOnly Date,
    string Camp,
    double ElevationM,
    Terrain Terrain,
    Surface Surface,
    Shelter Shelter,
    int Sleepers = 1,
    bool VentsOpen = false,
    double? TypedLowC = null,
    double? TypedHighC = null,
    double? TypedWindMs = null,
    double? TypedCloud = null,
    SleepSystem? OwnSystem = null,
    Evening? Evening = null
)
{
    /// <summary>The evening, or a plain one where none is set.</summary>
    public Evening EveningOrPlain => Evening ?? Nights.Evening.Plain;
}

/// <summary>A trip: its nights, who sleeps, in what, and how far the forecast is trusted.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What it is called, unique, 1–80 characters.</param>
/// <param name="SleeperId">Who sleeps.</param>
/// <param name="Trust">How far the forecast is trusted.</param>
/// <param name="ForecastId">The forecast it stands on; null where lows are typed.</param>
/// <param name="Nights">In order of date, at most 60.</param>
/// <param name="System">What is slept in on every night without a system of its own.</param>
/// <param name="Along">Things that come along anyway, for the day or in reserve: using them costs no grams.</param>
/// <param name="Version">Counts saves; 0 is not saved yet.</param>
public sealed record Trip(
    Guid Id,
    string Name,
    Guid SleeperId,
    Trust Trust,
    Guid? ForecastId,
    IReadOnlyList<Night> Nights,
    SleepSystem System,
    IReadOnlyList<Guid> Along,
    long Version = 0
)
{
    /// <summary>The system slept in on a night.</summary>
    public SleepSystem SystemOf(Night night) => night.OwnSystem ?? System;
}
