using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>A thing of the party and who takes it.</summary>
/// <param name="LotId">Its lot.</param>
/// <param name="ItemId">It.</param>
/// <param name="SleeperId">Who takes it.</param>
/// <param name="Grams">On that day.</param>
public sealed record SharedThing(Guid LotId, Guid ItemId, Guid SleeperId, double Grams);

/// <summary>What one moves after a split.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="OwnG">One's own.</param>
/// <param name="SharedG">Of the party's.</param>
/// <param name="Percent">One's share of strength, 100 where all are alike.</param>
public sealed record SharedBearer(Guid SleeperId, double OwnG, double SharedG, int Percent);

/// <summary>The party's things split.</summary>
/// <param name="By">By what.</param>
/// <param name="Day">On which day it was reckoned, from 0.</param>
/// <param name="Things">Who takes what, the heaviest first.</param>
/// <param name="People">What each then moves.</param>
/// <param name="SpreadG">Between who moves most and least by one's share; by worth, between the loads' worths.</param>
/// <param name="BoundG">No split comes to less.</param>
/// <param name="Proven">None is more even.</param>
/// <param name="Seconds">How long it was sought.</param>
/// <param name="Mend">The press.</param>
public sealed record SharedSplit(
    SplitBy By,
    int Day,
    IReadOnlyList<SharedThing> Things,
    IReadOnlyList<SharedBearer> People,
    double SpreadG,
    double BoundG,
    bool Proven,
    double Seconds,
    LoadMend Mend
);

/// <summary>Splits what the party shares over who carries.</summary>
public static class SharedKit
{
    /// <summary>A split, at once or proven.</summary>
    /// <param name="way">The weights along the way.</param>
    /// <param name="massesKg">Body mass of each person, in their order.</param>
    /// <param name="by">By what.</param>
    /// <param name="day">On which day it is to be even, from 0.</param>
    /// <param name="proof">How long the proof is sought at most; none for a split at once.</param>
    /// <param name="stop">Ends the proof with the best found.</param>
    public static SharedSplit Of(
        LoadWay way,
        IReadOnlyList<double> massesKg,
        SplitBy by,
        int day,
        TimeSpan? proof,
        CancellationToken stop = default
    )
    {
        var (layout, trip) = (way.Layout, way.Layout.Trip);
        List<int> shared =
        [
            .. Enumerable
                .Range(0, layout.Things.Count)
                .Where(t =>
                    layout.Things[t].OwnerId is null
                    && layout.Loads[layout.Spots[t][day].Load] is { Kind: not LoadKind.Depot } load
                    && load.ItemId != layout.Things[t].Item.Id
                ),
        ];
        double[] grams = [.. shared.Select(t => way.Grams(t, day))];
        double[] own = [.. trip.Members.Select((_, p) => way.Days[day].People[p].TotalG)];
        for (var i = 0; i < shared.Count; i++)
            own[Carrier(layout, shared[i], day)] -= grams[i];
        var percent = Percents(layout.Plan, trip, massesKg, by);
        // By worth it is what hangs on the things that is spread, whatever else one carries.
        double[] felt = by == SplitBy.Worth ? [.. shared.Select(t => PartyKit.Worth(layout.Things[t].Item))] : grams;
        List<Bearer> people =
        [
            .. own.Select((g, p) => new Bearer(by == SplitBy.Worth ? 0 : Math.Max(0, g), percent[p])),
        ];
        var split = proof is { } within ? Splitting.Proven(felt, people, within, stop) : Splitting.AtOnce(felt, people);
        return new(
            by,
            day,
            [
                .. shared
                    .Select(
                        (t, i) =>
                            new SharedThing(
                                layout.Things[t].Id,
                                layout.Things[t].Item.Id,
                                trip.Members[split.To[i]].SleeperId,
                                grams[i]
                            )
                    )
                    .OrderByDescending(t => t.Grams),
            ],
            [
                .. trip.Members.Select(
                    (m, p) =>
                        new SharedBearer(m.SleeperId, own[p], grams.Where((_, i) => split.To[i] == p).Sum(), percent[p])
                ),
            ],
            split.SpreadG,
            split.BoundG,
            split.Proven,
            split.Seconds,
            Mend(layout, shared, split.To)
        );
    }

    private static int Carrier(LoadLayout layout, int thing, int day)
    {
        var who = layout.Loads[layout.Spots[thing][day].Load].SleeperId;
        return layout.Trip.Members.Index().First(m => m.Item.SleeperId == who).Index;
    }

    private static int[] Percents(LoadPlan plan, Trip trip, IReadOnlyList<double> massesKg, SplitBy by)
    {
        if (by != SplitBy.Strength)
            return [.. trip.Members.Select(_ => 100)];
        var mean = massesKg.Average();
        return
        [
            .. trip.Members.Select(
                (m, p) =>
                    (int)
                        Math.Clamp(
                            Math.Round(
                                massesKg[p]
                                    / mean
                                    * (plan.Strengths?.FirstOrDefault(s => s.SleeperId == m.SleeperId)?.Percent ?? 100)
                            ),
                            1,
                            1000
                        )
            ),
        ];
    }

    /// <summary>Each thing goes with its new carrier wherever it is carried; in depots it stays.</summary>
    private static LoadMend Mend(LoadLayout layout, List<int> shared, IReadOnlyList<int> to) =>
        new(
            MendKind.Move,
            LotsSet:
            [
                .. shared.Select(
                    (t, i) =>
                    {
                        var who = layout.Trip.Members[to[i]].SleeperId;
                        return LoadMend.LotOf(
                            layout,
                            t,
                            [
                                .. layout
                                    .Spots[t]
                                    .Select(
                                        (s, day) =>
                                            layout.Loads[s.Load] is { Kind: LoadKind.Depot }
                                            || layout.Loads[s.Load].SleeperId == who
                                                ? s
                                                : layout.SameKindOf(who, s, day)
                                    ),
                            ]
                        );
                    }
                ),
            ],
            LoadsSaid: LoadMend.Said(layout)
        );
}
