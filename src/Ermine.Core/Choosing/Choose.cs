using System.Collections.Concurrent;
using System.Diagnostics;
using Ermine.Core.Chance;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>
/// Chooses beds for one person from what is owned: the lightest that does what is asked, the warmest under a weight, and the line between them.
/// Exact: what is not looked at is ruled out by what it would lose dry, for adding is never colder and no water makes warmer.
/// </summary>
public sealed class Choose
{
    /// <summary>Levels nearer than this are one, K.</summary>
    private const double NearK = 0.02;

    /// <summary>Types that would do it are sought for so long after the time that is given.</summary>
    private static readonly TimeSpan ForClosing = TimeSpan.FromSeconds(1);

    /// <summary>Types named where nothing does what is asked.</summary>
    private const int MostClosing = 3;

    private readonly Stopwatch clock = Stopwatch.StartNew();
    private readonly TripRun run;
    private readonly ChoiceAsked asked;
    private readonly IReadOnlyList<int> nights;
    private readonly ChoiceThings things;
    private readonly BedTrials trials;
    private readonly BedsTold telling;
    private readonly Action<ChoiceSoFar>? heard;
    private (long Nodes, long Laid, long Replayed) before;
    private readonly TimeSpan within;
    private double lastHeard;
    private bool ended;
    private LightestBed? last;

    private Choose(
        TripRun run,
        ChoiceAsked asked,
        Action<ChoiceSoFar>? heard,
        TimeSpan? within,
        ChoiceThings? things = null
    )
    {
        (this.run, this.asked, this.heard, this.within) = (run, asked, heard, within ?? TimeSpan.MaxValue);
        nights = asked.Nights.Count > 0 ? [.. asked.Nights.Order()] : [.. Enumerable.Range(0, run.Count)];
        this.things = things ??= ChoiceThings.For(run, asked, nights);
        trials = new(run, things, nights, asked.Chance is not null);
        telling = new(run, things, trials);
    }

    /// <summary>One more who chooses from the same beside another.</summary>
    private Choose(Choose like)
    {
        (run, asked, heard, within, nights, things) = (
            like.run,
            like.asked,
            like.heard,
            like.within,
            like.nights,
            like.things
        );
        trials = like.trials.Beside();
        telling = new(run, things, trials);
        last = like.last;
    }

    /// <summary>Seconds between words on how far it is.</summary>
    private const double Often = 0.1;

    /// <summary>The lightest bed that reaches the chance or the degrees that are asked for; under a weight or volume the warmest.</summary>
    /// <param name="run">The trip of one person; it has at least one night.</param>
    /// <param name="asked">What is asked, as <c>ChoiceRules</c> lets it through.</param>
    /// <param name="heard">Hears of each better one, and how far it is; of one asked at a time.</param>
    /// <param name="within">After so long it ends with what it has, and says how sure that is; null to go on to the end.</param>
    public static Choice Best(
        TripRun run,
        ChoiceAsked asked,
        Action<ChoiceSoFar>? heard = null,
        TimeSpan? within = null
    )
    {
        var choose = new Choose(run, asked, heard, within);
        if (choose.trials.Nights.Count == 0)
            return choose.Told(null, null);
        var found = choose.Found(out var least);
        return choose.Told(found, least);
    }

    /// <summary>What is asked for, and that nothing lighter does it, g; null where that is not asked.</summary>
    private int[]? Found(out double? least)
    {
        var known = asked.Schools.DayClothes ? InNightClothes() : null;
        least = null;
        if (asked is { MostG: not null } or { MostL: not null })
            return Warmest(known);
        var most = known?.Sum(n => things.All[n].Grams);
        var search = Begin(asked.Chance ?? asked.SpareK, most ?? double.PositiveInfinity, known: known is not null);
        var found = search.Search() ?? known;
        Count(search);
        least = Math.Min(search.Bound, most ?? double.PositiveInfinity);
        return found;
    }

    /// <summary>Share of the time in which what is worn by day is left out first.</summary>
    private const double ForNightClothes = 0.4;

    /// <summary>
    /// The same without what is worn by day: that adds nothing to the load, so that all its sets would have to be looked at, and with it to
    /// choose from nothing is heavier.
    /// </summary>
    private int[]? InNightClothes()
    {
        var without = new Choose(
            run,
            asked with
            {
                Schools = asked.Schools with { DayClothes = false },
            },
            // Of what is left out nothing is known yet.
            heard is null
                ? null
                : far => heard(far with { Proof = far.Proof with { LeastG = null } }),
            within < TimeSpan.MaxValue ? ForNightClothes * within : null
        );
        var found = without.trials.Nights.SequenceEqual(trials.Nights) ? without.Found(out _) : null;
        before = without.before;
        return found is null
            ? null
            :
            [
                .. found
                    .Select(n => without.things.All[n].Item.Id)
                    .Select(id => things.All.Index().First(t => t.Item.Item.Id == id).Index)
                    .Order(),
            ];
    }

    /// <summary>Why nothing of some things does what is asked.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="things">All that may be taken.</param>
    /// <param name="asked">What is asked.</param>
    /// <param name="within">Types that would do it are sought for so long.</param>
    internal static Missed Missing(TripRun run, ChoiceThings things, ChoiceAsked asked, TimeSpan within) =>
        new Choose(run, asked, null, within, things).Miss();

    /// <summary>The line from light to warm.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="asked">What is asked; its level is not looked at.</param>
    /// <param name="fromK">Degrees to spare where it begins; negative is short.</param>
    /// <param name="toK">Where it ends.</param>
    /// <param name="stepK">Points are at least so far from each other, K: finer is not known.</param>
    /// <param name="heard">Hears of each point.</param>
    /// <param name="within">After so long it ends with the points it has; null to go on to the end.</param>
    public static ChoiceLine Line(
        TripRun run,
        ChoiceAsked asked,
        double fromK = -10,
        double toK = 15,
        double stepK = 1,
        Action<ChoiceSoFar>? heard = null,
        TimeSpan? within = null
    )
    {
        asked = asked with { Chance = null, MostG = null };
        // Stretches of it are walked beside each other.
        var stretch = (toK - fromK + 1e-9) / Lanes;
        var one = new Lock();
        void Heard(ChoiceSoFar far)
        {
            lock (one)
                heard!(far);
        }
        var first = new Choose(run, asked, heard is null ? null : Heard, within);
        if (first.trials.Nights.Count > 0)
            first.Begin(fromK, dives: false);
        List<Choose> lanes = [first, .. Enumerable.Range(1, Lanes - 1).Select(_ => new Choose(first))];
        var beds = Partitioner
            .Create(lanes.Index(), EnumerablePartitionerOptions.NoBuffering)
            .AsParallel()
            .WithCancellation(run.Context.Stop)
            .SelectMany(l => l.Item.Walk(fromK + l.Index * stretch, fromK + (l.Index + 1) * stretch, stepK))
            .ToList();
        List<ChosenBed> best = [];
        foreach (var bed in beds.OrderBy(b => b.AddsG).ThenByDescending(b => b.SpareK))
        {
            if (best.Count == 0 || bed.SpareK > best[^1].SpareK && bed.AddsG > best[^1].AddsG + Totals.Grain)
                best.Add(bed);
        }
        lanes[0].before = (
            lanes.Sum(l => l.before.Nodes),
            lanes.Sum(l => l.before.Laid),
            lanes.Sum(l => l.before.Replayed)
        );
        lanes[0].ended = lanes.Exists(l => l.ended);
        return lanes[0].LineOf(best);
    }

    /// <summary>Stretches of a line that are walked beside each other.</summary>
    private const int Lanes = 6;

    /// <summary>From a level to another always the lightest that is warmer than the one before.</summary>
    private List<ChosenBed> Walk(double level, double to, double stepK)
    {
        List<ChosenBed> beds = [];
        var floor = 0.0;
        while (level < to && trials.Nights.Count > 0)
        {
            var search = Begin(level, floor: floor, dives: false);
            var found = search.Search();
            Count(search);
            if (found is null || ended)
                break;
            beds.Add(telling.BedOf(found));
            heard?.Invoke(new(beds[^1], Proof(beds[^1].AddsG, false)));
            var next = Math.Max(level + stepK, beds[^1].SpareK + Math.Min(NearK, stepK));
            // What just holds is always a point.
            level = beds[^1].SpareK < 0 && next > 0 ? 0 : next;
            floor = beds[^1].AddsG;
        }
        return beds;
    }

    private LightestBed Begin(
        double level,
        double mostG = double.PositiveInfinity,
        double floor = 0,
        bool dives = true,
        bool known = false,
        TimeSpan? until = null
    )
    {
        LightestBed search = null!;
        return last = search =
            new(
                run,
                things,
                trials,
                new(level, mostG, asked.MostL ?? double.PositiveInfinity, floor, Known: known),
                last
            )
            {
                Dives = dives,
                Better = dives
                    ? found => heard?.Invoke(new(telling.BedOf(found), Proof(search.Bound, false, search)))
                    : null,
                Onwards = () =>
                {
                    if (heard is not null && clock.Elapsed.TotalSeconds > lastHeard + Often)
                    {
                        lastHeard = clock.Elapsed.TotalSeconds;
                        heard(new(null, Proof(search.Bound, false, search)));
                    }
                    return clock.Elapsed < (until ?? within);
                },
            };
    }

    private void Count(LightestBed search, bool ended = true)
    {
        before = (before.Nodes + search.Nodes, before.Laid + search.Laid, trials.Replayed);
        this.ended |= ended && search.Ended;
    }

    /// <summary>Between these degrees to spare the warmest is sought, K, or from this chance: what is shorter or less likely is no bed.</summary>
    private const double ColdestK = -30,
        WarmestK = 80,
        LeastChance = 0.001;

    /// <summary>Levels at which one is looked for at once before the warmest is sought; at the last, where that finds none, as long as it takes.</summary>
    private static readonly double[] FirstK = [5, -5, -15],
        FirstChance = [0.9, 0.5, 0.1];

    /// <summary>As long as it takes is at most this share of the time.</summary>
    private const double ForFirst = 0.4;

    /// <summary>The warmest under a weight and a volume: ever warmer ones are asked for, by halves and at last by a little.</summary>
    /// <param name="known">One that is known already.</param>
    private int[]? Warmest(int[]? known)
    {
        var (from, to) = asked.Chance is null ? (ColdestK, WarmestK) : (LeastChance, 1);
        int[]? AtOnce(double level)
        {
            var search = Begin(level, asked.MostG ?? double.PositiveInfinity, dives: false);
            var found = search.AtOnce();
            Count(search);
            return found;
        }
        var warmest =
            known
            ?? (asked.Chance is null ? FirstK : FirstChance).Select(AtOnce).FirstOrDefault(found => found is not null);
        if (warmest is null)
        {
            var until = within < TimeSpan.MaxValue ? clock.Elapsed + ForFirst * within : within;
            var level = (asked.Chance is null ? FirstK : FirstChance)[^1];
            var search = Begin(level, asked.MostG ?? double.PositiveInfinity, dives: false, until: until);
            warmest = search.Search(any: true);
            Count(search, ended: clock.Elapsed >= within);
            if (warmest is null && !search.Ended)
                to = level;
        }
        if (warmest is not null)
        {
            from = trials.Level(warmest, double.NegativeInfinity);
            heard?.Invoke(new(telling.BedOf(warmest), Proof(null, false)));
        }
        var near = asked.Chance is null ? NearK : 1e-3;
        while (true)
        {
            var level =
                warmest is null ? from
                : to - from > 4 * near ? (from + to) / 2
                : from + near / 4;
            var search = Begin(level, asked.MostG ?? double.PositiveInfinity, dives: false);
            var found = search.Search(any: true);
            Count(search);
            if (found is not null)
            {
                (warmest, from) = (found, Math.Max(level, trials.Level(found, double.NegativeInfinity)));
                heard?.Invoke(new(telling.BedOf(found), Proof(null, false)));
            }
            else if (warmest is null || level <= from + near || ended)
                return warmest;
            else
                to = level;
        }
    }

    private Choice Told(int[]? found, double? least)
    {
        var bed = found is null ? null : telling.BedOf(found);
        return new(
            bed,
            telling.Now(nights),
            Proof(least, !ended),
            found is null ? [] : telling.Without(found),
            found is null && !ended && trials.Nights.Count > 0 ? Miss() : null,
            Unknown,
            trials.InNoBed
        );
    }

    private IReadOnlyList<int> Unknown => [.. nights.Except(trials.Nights).Except(trials.InNoBed)];

    private Missed Miss()
    {
        var everything = Enumerable.Range(0, things.All.Count).ToArray();
        var best = telling.BedOf(everything);
        var worst = best.Nights.MinBy(n => n.SpareK)!;
        var by = (asked.Chance is null ? asked.SpareK : 0) - worst.SpareK;
        return new(
            best,
            worst.Night,
            by > 0 && by < BedTrials.PastAll ? by : null,
            asked is { MostG: null, MostL: null } ? Closing(best) : []
        );
    }

    /// <summary>Types of which one more would do it, with everything else.</summary>
    private List<ClosingType> Closing(ChosenBed everything)
    {
        var level = asked.Chance ?? asked.SpareK;
        var usual = Adds
            .ForNight.Select(t => t.Usual)
            .Where(i => i.Kind != ItemKind.Underquilt || everything.System.Bed.Hammock is not null)
            .ToList();
        var closet = run.Closet.With(usual);
        var asking = run.Knowing(closet);
        var hardest = trials.Demands(level);
        var closing = new List<ClosingType>();
        foreach (var item in usual.OrderBy(i => i.MassG))
        {
            if (clock.Elapsed - ForClosing > within)
                break;
            var bed = SystemChange.Add(everything.System, item, closet);
            if (
                !hardest.All(d =>
                    asking.Model.MayHoldDry(d.Night, bed, run.BedtimeAtBest(d.Night), d.Threshold, d.Outside, d.Feet)
                )
            )
                continue;
            var slept = asking.With(closet, trials.Sleeping(bed));
            if (trials.Level(slept) < level)
                continue;
            closing.Add(new(ItemTypes.OfUsual(item.Id)!.Key, item.Name, item.MassG, telling.SpareOf(slept)));
            if (closing.Count == MostClosing)
                break;
        }
        return closing;
    }

    private ChoiceProof Proof(double? least, bool proven, LightestBed? now = null) =>
        new(
            least is { } g && double.IsFinite(g) ? g : null,
            proven,
            things.All.Count,
            before.Nodes + (now?.Nodes ?? 0),
            before.Laid + (now?.Laid ?? 0),
            Math.Max(before.Replayed, trials.Replayed),
            clock.Elapsed.TotalSeconds
        );

    private ChoiceLine LineOf(List<ChosenBed> beds)
    {
        var now = telling.Now(nights);
        var asWarm = beds.Find(b => b.SpareK >= now.SpareK - NearK);
        var asLight = beds.FindLast(b => b.AddsG <= now.AddsG + Totals.Grain);
        return new(
            [
                .. beds.Select(
                    (bed, n) =>
                        n == 0
                            ? new LinePoint(bed, null, null, bed.Items, [], false)
                            : new LinePoint(
                                bed,
                                bed.AddsG - beds[n - 1].AddsG,
                                bed.SpareK - beds[n - 1].SpareK,
                                [.. bed.Items.Except(beds[n - 1].Items)],
                                [.. beds[n - 1].Items.Except(bed.Items)],
                                IsKnee(beds, n)
                            )
                ),
            ],
            now,
            asWarm is null ? null : now.AddsG - asWarm.AddsG,
            asLight is null ? null : asLight.SpareK - now.SpareK,
            Proof(null, !ended),
            Unknown
        );
    }

    /// <summary>Degrees on either side of a knee by which what a degree costs is reckoned.</summary>
    private const double AroundKnee = 4;

    /// <summary>At a knee a degree costs from there on at least so many times what it cost up to there.</summary>
    private const double KneeFrom = 1.8;

    private static bool IsKnee(List<ChosenBed> beds, int at)
    {
        double CostOf(int n)
        {
            var here = beds[n];
            var before = beds.FindLast(b => b.SpareK <= here.SpareK - AroundKnee);
            var after = beds.Find(b => b.SpareK >= here.SpareK + AroundKnee);
            if (before is null || after is null)
                return 0;
            var (up, on) = (
                (here.AddsG - before.AddsG) / (here.SpareK - before.SpareK),
                (after.AddsG - here.AddsG) / (after.SpareK - here.SpareK)
            );
            return on / Math.Max(1, up);
        }
        var cost = CostOf(at);
        // Of neighbours the one that bends most.
        return cost >= KneeFrom
            && Enumerable
                .Range(0, beds.Count)
                .Where(n => n != at && Math.Abs(beds[n].SpareK - beds[at].SpareK) < AroundKnee)
                .All(n => CostOf(n) < cost || CostOf(n) == cost && n > at);
    }
}
