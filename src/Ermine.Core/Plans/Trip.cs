using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Stack;

namespace Ermine.Core.Plans;

/// <summary>One night out: what all who are there share.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Date">Date of the evening.</param>
/// <param name="Camp">What the camp is called, up to 80 characters.</param>
/// <param name="ElevationM">Elevation of the camp, m, −450 to 8 900.</param>
/// <param name="Terrain">The lie of the camp.</param>
/// <param name="Surface">What the pads lie on.</param>
/// <param name="Shelter">What stands round the sleepers.</param>
/// <param name="Sleepers">People in the shelter, 1–8; never fewer than the trip has.</param>
/// <param name="VentsOpen">Vents of the shelter open.</param>
/// <param name="TypedLowC">Low typed in, °C, −90 to 40; goes before the forecast. Null to take the forecast's.</param>
/// <param name="TypedHighC">High of the following day typed in, °C, −90 to 50.</param>
/// <param name="TypedWindMs">Wind at 10 m at the camp typed in, m/s, 0–60.</param>
/// <param name="TypedCloud">Cloud typed in, 0–1.</param>
/// <param name="GlacierMeanC">Mean annual air on a glacier, °C, −60 to 5; −15 where null.</param>
/// <param name="InsideC">Air inside a heated shelter typed in, °C, −30 to 35; needed where the shelter is heated.</param>
/// <param name="Overrules">Steps from forecast to plan set by hand, at most one of a kind.</param>
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
    double? GlacierMeanC = null,
    double? InsideC = null,
    IReadOnlyList<Overrule>? Overrules = null
);

/// <summary>What one person does differently on one night.</summary>
/// <param name="NightId">The night.</param>
/// <param name="Bed">How its own bed is made; null where it is the bed of every night.</param>
/// <param name="Bedtime">When it begins and ends and what is done; null for a plain one. What is put on then is a use.</param>
public sealed record OwnNight(Guid NightId, Bed? Bed = null, Bedtime? Bedtime = null);

/// <summary>A system put aside to be compared: an idea, which claims nothing.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What it is called, 1–80 characters.</param>
/// <param name="System">The system; it may name things that are gone.</param>
public sealed record Idea(Guid Id, string Name, SleepSystem System);

/// <summary>A rule that was read and answered, and stays quiet from then on.</summary>
/// <param name="Rule">Which.</param>
/// <param name="Note">The answer, up to 200 characters.</param>
public sealed record QuietRule(string Rule, string Note);

/// <summary>One who comes along. What that person uses stands in the trip's list of uses.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="Bed">How the bed is made on every night without one of its own.</param>
/// <param name="Nights">Nights that differ.</param>
/// <param name="Ideas">Systems put aside to be compared, at most 8.</param>
/// <param name="Quiet">Rules answered.</param>
/// <param name="Days">Days that are set; others are easy.</param>
/// <param name="Habits">What is done to keep dry; null for nothing set.</param>
public sealed record Member(
    Guid SleeperId,
    Bed Bed,
    IReadOnlyList<OwnNight> Nights,
    IReadOnlyList<Idea> Ideas,
    IReadOnlyList<QuietRule> Quiet,
    IReadOnlyList<DayPlan> Days,
    Habits? Habits = null
);

/// <summary>A trip: its nights, who comes along, who uses what for which job, and how far the forecast is trusted.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What it is called, unique, 1–80 characters.</param>
/// <param name="Trust">How far the forecast is trusted.</param>
/// <param name="ForecastId">The forecast it stands on; null where lows are typed.</param>
/// <param name="Nights">In order of date, at most 60.</param>
/// <param name="Members">Who comes along, 1–12.</param>
/// <param name="Uses">Who uses what for which job; of a bed from the ground up.</param>
/// <param name="Version">Counts saves; 0 is not saved yet.</param>
/// <param name="Load">Which thing is where on which day; null leaves it to Ermine.</param>
public sealed record Trip(
    Guid Id,
    string Name,
    Trust Trust,
    Guid? ForecastId,
    IReadOnlyList<Night> Nights,
    IReadOnlyList<Member> Members,
    IReadOnlyList<Use> Uses,
    long Version = 0,
    LoadPlan? Load = null
)
{
    /// <summary>What each who comes along sleeps in, carries and does, in the order of <see cref="Members"/>.</summary>
    public IReadOnlyList<Outfit> Outfits => [.. Members.Select(m => Outfit.Read(this, m))];

    /// <summary>The trip with what one of its people sleeps in, carries and does changed.</summary>
    public Trip With(Outfit changed) => changed.WriteTo(this);

    /// <summary>Everything that must stay owned for the trip to be read: what is used, and what is soaked on some day.</summary>
    public IEnumerable<Guid> RefersTo =>
        Uses.Select(u => u.ItemId)
            .Concat(Load?.Lots.Select(l => l.ItemId) ?? [])
            .Concat(Load?.Loads.Select(l => l.ItemId).OfType<Guid>() ?? [])
            .Concat(Members.SelectMany(m => m.Days).SelectMany(d => d.Soaked))
            .Concat(
                Members
                    .SelectMany(m => m.Nights)
                    .SelectMany(n => n.Bedtime?.Events ?? [])
                    .Select(e => e.ItemId)
                    .OfType<Guid>()
            )
            .Distinct();
}
