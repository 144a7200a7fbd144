using Ermine.Core.Body;
using Ermine.Core.Forecasts;
using Ermine.Core.Kit;

namespace Ermine.Core.Learning;

/// <summary>Why a night tells nothing of how its sleeper sleeps.</summary>
public enum NotTold
{
    /// <summary>Someone left it out.</summary>
    LeftOut,

    /// <summary>Only the day is logged.</summary>
    DayOnly,

    /// <summary>No low was measured.</summary>
    NoLow,

    /// <summary>What held was not known: no plan was kept, or its line lies at no temperature.</summary>
    NoPlan,

    /// <summary>Only hands, feet or face were cold: it tells of them.</summary>
    OnlyEnds,

    /// <summary>The same night is logged a second time, later.</summary>
    Twice,
}

/// <summary>An entry as it was counted.</summary>
/// <param name="EntryId">The entry.</param>
/// <param name="Told">What it tells; null where nothing.</param>
/// <param name="Why">Why nothing; null where it tells something.</param>
/// <param name="Moved">What it did to what is known; null where nothing.</param>
/// <param name="Low">Low that was measured; null where none was.</param>
public sealed record Counted(Guid EntryId, NightTold? Told, NotTold? Why, Moved? Moved, MeasuredLow? Low);

/// <summary>One person as own nights and days show.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="Body">What is known of the body.</param>
/// <param name="Hill">The offset as curves, before any night and after each.</param>
/// <param name="Entries">Every entry of this person in the order of dates.</param>
public sealed record SleeperLearned(Guid SleeperId, KnownBody Body, Hill Hill, IReadOnlyList<Counted> Entries)
{
    /// <summary>Something was told of offset, hands or feet.</summary>
    public bool Speaks => Body.Offset.Count > 0 || Body.Hands is not null || Body.Feet is not null;
}

/// <summary>All that a log has taught.</summary>
/// <param name="Sleepers">Each person who has logged something.</param>
/// <param name="Places">Camps where forecast and measured lows are known.</param>
/// <param name="Corrections">Things that are proposed to be corrected.</param>
public sealed record Learned(
    IReadOnlyList<SleeperLearned> Sleepers,
    IReadOnlyList<PlaceBias> Places,
    IReadOnlyList<LabelCorrection> Corrections
)
{
    /// <summary>Learns from a log.</summary>
    /// <param name="log">Its entries in any order.</param>
    /// <param name="sleepers">Who is known, with what each states.</param>
    /// <param name="closet">What is owned.</param>
    public static Learned From(IReadOnlyList<LogEntry> log, IReadOnlyList<Sleeper> sleepers, Closet closet)
    {
        List<LogEntry> inOrder = [.. log.OrderBy(e => e.Date).ThenBy(e => e.LoggedAt).ThenBy(e => e.Id)];
        var stated = sleepers.ToDictionary(s => s.Id);
        var twice = inOrder
            .Where(e => e is { Night: not null, LeftOut: null })
            .GroupBy(e => (e.SleeperId, e.Date))
            .SelectMany(g => g.SkipLast(1))
            .Select(e => e.Id)
            .ToHashSet();
        List<LogEntry> counting = [.. inOrder.Where(e => !twice.Contains(e.Id))];
        var people = inOrder
            .Where(e => stated.ContainsKey(e.SleeperId))
            .GroupBy(e => e.SleeperId)
            .Select(own => Of(stated[own.Key], [.. own], twice, closet))
            .ToList();
        List<(LogEntry, NightTold)> told =
        [
            .. counting
                .Where(e => stated.ContainsKey(e.SleeperId))
                .Select(e => (e, e.Tells(ReadSince(e, closet))))
                .Where(t => t.Item2 is not null)
                .Select(t => (t.e, t.Item2!)),
        ];
        return new(
            people,
            PlaceBiases.In(counting),
            Learning.Corrections.Of(told, counting, closet, who => stated[who].StatedOffsetK)
        );
    }

    private static SleeperLearned Of(Sleeper sleeper, IReadOnlyList<LogEntry> log, HashSet<Guid> twice, Closet closet)
    {
        List<(LogEntry Entry, NightTold? Told)> read =
        [
            .. log.Select(e => (e, twice.Contains(e.Id) ? null : e.Tells(ReadSince(e, closet)))),
        ];
        var offset = Offsets.Of([.. read.Select(r => r.Told).OfType<NightTold>()], sleeper.StatedOffsetK);
        var at = 0;
        List<LogEntry> counting = [.. log.Where(e => !twice.Contains(e.Id))];
        return new(
            sleeper.Id,
            new(
                offset.Offset,
                Supplies.Of([.. counting.Select(e => e.DayTells(Part.Hands)).OfType<EndTold>()], sleeper.HandsPercent),
                Supplies.Of(
                    [.. counting.SelectMany(e => new[] { e.DayTells(Part.Feet), e.TellsOfFeet }).OfType<EndTold>()],
                    sleeper.FeetPercent
                )
            ),
            offset.Hill,
            [
                .. read.Select(r => new Counted(
                    r.Entry.Id,
                    r.Told,
                    r.Told is null ? WhyNot(r.Entry, twice) : null,
                    r.Told is null ? null : offset.Moved[at++],
                    r.Entry.Low
                )),
            ]
        );
    }

    private static NotTold WhyNot(LogEntry entry, HashSet<Guid> twice) =>
        entry.LeftOut is not null ? NotTold.LeftOut
        : entry.Night is null ? NotTold.DayOnly
        : twice.Contains(entry.Id) ? NotTold.Twice
        : entry.Low is null ? NotTold.NoLow
        : entry.Planned?.HoldsToC is null ? NotTold.NoPlan
        : NotTold.OnlyEnds;

    /// <summary>
    /// How far what held is read otherwise by now, K: of things whose label own nights have corrected since. Any other edit of what is owned
    /// leaves what was logged as it was.
    /// </summary>
    private static double ReadSince(LogEntry entry, Closet closet) =>
        (entry.Planned?.Things ?? [])
            .Where(t => t.PromiseC is not null)
            .Sum(t =>
                closet.Find(t.ItemId) is { } item
                && (item.History ?? []).Any(h => h.What == Check.Label && h.On >= entry.Date)
                && Learning.Corrections.PromiseOf(item) is { } now
                    ? now - t.PromiseC!.Value
                    : 0
            );

    /// <summary>What is known of one person; null where nothing was told.</summary>
    public KnownBody? Of(Guid sleeperId) =>
        Sleepers.FirstOrDefault(s => s.SleeperId == sleeperId) is { Speaks: true } told ? told.Body : null;
}
