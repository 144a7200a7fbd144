using Ermine.Core.Body;
using Ermine.Core.Nights;

namespace Ermine.Core.Learning;

/// <summary>A logged night held against what was promised.</summary>
/// <param name="EntryId">The entry.</param>
/// <param name="SleeperId">Who.</param>
/// <param name="Date">Date of the evening.</param>
/// <param name="Planned">What the plan said for the low that it was planned for; null where it could not.</param>
/// <param name="Promised">What the plan says for the low that came, for the sleeper as known from the nights before.</param>
/// <param name="Lived">What it was.</param>
/// <param name="MarginK">Low that came over what held, for the sleeper as known from the nights before, K.</param>
/// <param name="MissBeforeK">How far that lies off what was slept, for the sleeper as stated, K; negative where it was slept colder than told.</param>
/// <param name="MissAfterK">The same for the sleeper as known from the nights before.</param>
/// <param name="Chance">Chance of sleeping through that was given; null where none was.</param>
public sealed record Judged(
    Guid EntryId,
    Guid SleeperId,
    DateOnly Date,
    Verdict? Planned,
    Verdict Promised,
    Verdict Lived,
    double MarginK,
    double MissBeforeK,
    double MissAfterK,
    double? Chance
);

/// <summary>How nights turned out over several.</summary>
/// <param name="Nights">How many.</param>
/// <param name="Hits">On how many the promised verdict was the lived one.</param>
/// <param name="Colder">On how many it was slept colder than promised: the side that hurts.</param>
/// <param name="Milder">On how many it was slept warmer than promised.</param>
/// <param name="MeanMissBeforeK">Mean distance between told and slept before learning, K.</param>
/// <param name="MeanMissAfterK">The same after learning from the nights before each.</param>
public sealed record Judgement(
    int Nights,
    int Hits,
    int Colder,
    int Milder,
    double MeanMissBeforeK,
    double MeanMissAfterK
)
{
    internal static Judgement Of(IReadOnlyCollection<Judged> nights) =>
        new(
            nights.Count,
            nights.Count(n => n.Promised == n.Lived),
            nights.Count(n => n.Lived > n.Promised),
            nights.Count(n => n.Lived < n.Promised),
            nights.Count == 0 ? 0 : nights.Average(n => Math.Abs(n.MissBeforeK)),
            nights.Count == 0 ? 0 : nights.Average(n => Math.Abs(n.MissAfterK))
        );
}

/// <summary>Nights of which about the same chance was promised.</summary>
/// <param name="From">Least chance, 0–1.</param>
/// <param name="To">Most.</param>
/// <param name="Promised">Mean of what was promised.</param>
/// <param name="Nights">How many nights.</param>
/// <param name="SleptThrough">How many of them were slept through.</param>
public sealed record ChanceHeld(double From, double To, double Promised, int Nights, int SleptThrough);

/// <summary>How good the plan has been, promised against lived.</summary>
/// <param name="Nights">Each night in the order of dates.</param>
/// <param name="All">Over all of them.</param>
/// <param name="BySleeper">Of each person.</param>
/// <param name="ByThing">Of nights in each bag or quilt.</param>
/// <param name="Chances">Chances promised against nights slept through, by fifths.</param>
public sealed record TrackRecord(
    IReadOnlyList<Judged> Nights,
    Judgement All,
    IReadOnlyDictionary<Guid, Judgement> BySleeper,
    IReadOnlyDictionary<Guid, Judgement> ByThing,
    IReadOnlyList<ChanceHeld> Chances
)
{
    private const int Fifths = 5;

    /// <summary>Of a log: each night is judged by what was known before it, never by itself.</summary>
    /// <param name="log">Its entries.</param>
    /// <param name="learned">What they have taught.</param>
    /// <param name="stated">What each sleeper states, K.</param>
    public static TrackRecord Of(IReadOnlyList<LogEntry> log, Learned learned, Func<Guid, double> stated)
    {
        var entries = log.ToDictionary(e => e.Id);
        var judged = learned
            .Sleepers.SelectMany(s => Judge(s, entries, stated(s.SleeperId)))
            .OrderBy(n => n.Date)
            .ToList();
        return new(
            judged,
            Judgement.Of(judged),
            judged.GroupBy(n => n.SleeperId).ToDictionary(g => g.Key, g => Judgement.Of([.. g])),
            judged
                .SelectMany(n =>
                    entries[n.EntryId].Planned!.Things.Where(t => t.PromiseC is not null).Select(t => (t.ItemId, n))
                )
                .GroupBy(t => t.ItemId)
                .ToDictionary(g => g.Key, g => Judgement.Of([.. g.Select(t => t.n)])),
            [.. Held(judged)]
        );
    }

    private static IEnumerable<Judged> Judge(SleeperLearned sleeper, Dictionary<Guid, LogEntry> entries, double stated)
    {
        var known = stated;
        foreach (var counted in sleeper.Entries)
        {
            // What was removed since it was learned from is judged no more.
            if (
                counted is not { Told: { } told, Moved: { } moved }
                || !entries.TryGetValue(counted.EntryId, out var entry)
            )
                continue;
            var margin = told.MarginK + known;
            yield return new(
                entry.Id,
                sleeper.SleeperId,
                entry.Date,
                entry.Planned!.Verdict,
                SleptBands.VerdictOf(SleptBands.At(margin)),
                SleptBands.VerdictOf(told.Slept),
                margin,
                SleptBands.Miss(told.MarginK + stated, told.Slept),
                SleptBands.Miss(margin, told.Slept),
                entry.Planned.Chance
            );
            known = moved.MeanK;
        }
    }

    private static IEnumerable<ChanceHeld> Held(IReadOnlyList<Judged> judged)
    {
        for (var fifth = 0; fifth < Fifths; fifth++)
        {
            var (from, to) = (fifth / (double)Fifths, (fifth + 1) / (double)Fifths);
            List<Judged> inside = [.. judged.Where(n => n.Chance >= from && (n.Chance < to || fifth == Fifths - 1))];
            if (inside.Count > 0)
                yield return new(
                    from,
                    to,
                    inside.Average(n => n.Chance!.Value),
                    inside.Count,
                    inside.Count(n => n.Lived == Verdict.Warm)
                );
        }
    }
}
