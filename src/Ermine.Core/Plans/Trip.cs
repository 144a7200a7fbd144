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
    IReadOnlyList<Overrule>? Overrules = null
);

/// <summary>What one sleeper does differently on one night.</summary>
/// <param name="NightId">The night.</param>
/// <param name="System">What is slept in; null for the same as on every night.</param>
/// <param name="Evening">When it begins and ends and what is done; null for a plain one.</param>
public sealed record OwnNight(Guid NightId, SleepSystem? System = null, Bedtime? Evening = null);

/// <summary>A system put aside to be compared.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What it is called, 1–80 characters.</param>
/// <param name="System">The system.</param>
public sealed record KeptSystem(Guid Id, string Name, SleepSystem System);

/// <summary>A rule that was read and answered, and stays quiet from then on.</summary>
/// <param name="Rule">Which.</param>
/// <param name="Note">The answer, up to 200 characters.</param>
public sealed record QuietRule(string Rule, string Note);

/// <summary>One who comes along, and what that person sleeps in.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="System">What is slept in on every night without a system of its own.</param>
/// <param name="Along">Things that come along anyway, for the day or in reserve: using them costs no grams.</param>
/// <param name="Own">Nights that differ.</param>
/// <param name="Kept">Systems put aside to be compared, at most 8.</param>
/// <param name="Quiet">Rules answered.</param>
/// <param name="Dry">How this person keeps dry; null for nothing set.</param>
public sealed record Member(
    Guid SleeperId,
    SleepSystem System,
    IReadOnlyList<Guid> Along,
    IReadOnlyList<OwnNight> Own,
    IReadOnlyList<KeptSystem> Kept,
    IReadOnlyList<QuietRule> Quiet,
    DryPlan? Dry = null
)
{
    /// <summary>How this person keeps dry, or nothing set.</summary>
    public DryPlan DryOrPlain => Dry ?? DryPlan.Plain;

    /// <summary>What a thing is kept for: as set, else night only where it is slept in on any night, else day.</summary>
    public Role RoleOf(Guid itemId) =>
        DryOrPlain.Roles.FirstOrDefault(r => r.ItemId == itemId)?.Role
        ?? (Slept.Any(s => s.Has(itemId)) ? Role.NightOnly : Role.Day);

    /// <summary>Every system that is slept in on some night. Those put aside are ideas and not among them.</summary>
    public IEnumerable<SleepSystem> Slept => Own.Select(o => o.System).OfType<SleepSystem>().Prepend(System);

    /// <summary>The system slept in on a night.</summary>
    public SleepSystem SystemOf(Guid nightId) => Own.FirstOrDefault(o => o.NightId == nightId)?.System ?? System;

    /// <summary>When a night begins and ends and what is done, or a plain one where none is set.</summary>
    public Bedtime BedtimeOf(Guid nightId) => Own.FirstOrDefault(o => o.NightId == nightId)?.Evening ?? Bedtime.Plain;

    /// <summary>Everything that this person uses. Systems put aside are ideas and claim nothing.</summary>
    public IEnumerable<Guid> Uses =>
        Slept
            .SelectMany(s => s.Layers.Select(l => l.ItemId))
            .Concat(Along)
            .Concat(Own.SelectMany(o => o.Evening?.Events ?? []).Select(e => e.ItemId).OfType<Guid>())
            .Concat(DryOrPlain.Roles.Select(r => r.ItemId))
            .Distinct();

    /// <summary>Everything that must stay owned for this person's plan to be read: what is used, and what is soaked on some day.</summary>
    public IEnumerable<Guid> RefersTo => Uses.Union(DryOrPlain.Days.SelectMany(d => d.Soaked));
}

/// <summary>A trip: its nights, who comes along, and how far the forecast is trusted.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What it is called, unique, 1–80 characters.</param>
/// <param name="Trust">How far the forecast is trusted.</param>
/// <param name="ForecastId">The forecast it stands on; null where lows are typed.</param>
/// <param name="Nights">In order of date, at most 60.</param>
/// <param name="Members">Who comes along, 1–12.</param>
/// <param name="Version">Counts saves; 0 is not saved yet.</param>
public sealed record Trip(
    Guid Id,
    string Name,
    Trust Trust,
    Guid? ForecastId,
    IReadOnlyList<Night> Nights,
    IReadOnlyList<Member> Members,
    long Version = 0
);
