using System.Numerics;
using Ermine.Core.Kit;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>
/// Finds the lightest bed that reaches a level, exactly. Barriers are chosen first, then bags, quilts and covers, pads, and clothes; at each
/// place planes under the loss give the least that must still be added (adding is never colder). What may hold by them is laid out dry,
/// and what holds so is replayed with its frost, the lightest first. Places are visited by their bound, so the bound of the next is that of all.
/// </summary>
internal sealed partial class LightestBed
{
    /// <summary>So much further than its bound a place is searched at a time, g: what is heavier may never be asked for.</summary>
    private const double Stride = 30;

    private readonly TripRun run;
    private readonly ChoiceThings things;
    private readonly BedTrials trials;
    private readonly double[] cost;
    private readonly BedSought sought;
    private readonly double level;
    private readonly double mostL;
    private readonly BedLosses losses;
    private readonly IReadOnlyList<UnderSet> unders;
    private readonly PriorityQueue<object, (double Bound, int Order)> queue = new();
    private readonly int[] clothesByWorth,
        restByWorth;
    private readonly double pinnedCost,
        spared;
    private readonly Totals totals;
    private readonly Dictionary<Roof, PricedWays> priced = [];

    /// <summary>Of the tops the first so many are covers.</summary>
    private readonly int covers;

    private int order;
    private int failed;
    private long visited,
        dressed;
    private double best;
    private int[]? found;
    private readonly List<(int[] Bed, BigInteger Key)> every = [];

    /// <summary>Beds after which it ends where every one is sought.</summary>
    private const int MostOfThem = 4000;

    /// <summary>Begins a search.</summary>
    /// <param name="run">The trip.</param>
    /// <param name="things">What may be chosen.</param>
    /// <param name="trials">Replays it.</param>
    /// <param name="sought">What is sought.</param>
    /// <param name="like">A search among the same things: what it learned of them stays.</param>
    public LightestBed(TripRun run, ChoiceThings things, BedTrials trials, BedSought sought, LightestBed? like = null)
    {
        (this.run, this.things, this.trials, this.sought) = (run, things, trials, sought);
        (level, mostL) = (sought.Level, sought.MostL);
        losses = like?.level == level ? like.losses : new(run, things, trials.Demands(level), like?.losses);
        cost = sought.Prices is { } prices ? [.. losses.Grams.Zip(prices, (g, p) => g + p)] : losses.Grams;
        pinnedCost = things.Clothes.Where(things.IsPinned).Sum(n => cost[n]);
        spared = things.Rest.Sum(n => Math.Max(0, losses.Grams[n] - cost[n]));
        totals = Totals.Of(cost);
        (best, Bound) = (sought.Most + 2 * Totals.Grain, sought.Floor);
        clothesByWorth = [.. things.Clothes.OrderByDescending(losses.Worth)];
        restByWorth = [.. things.Rest.OrderByDescending(losses.Worth)];
        (mayWear, clothes) = (new bool[cost.Length], Open(things.Clothes));
        openFrom = new bool[things.Tops.Length + 1][];
        covers = things.Tops.Count(n => !things.All[n].Item.IsTopLayer);
        unders = losses.Unders(cost, sought.EveryOne ? best : null);
    }

    /// <summary>Places that were visited.</summary>
    public long Nodes => visited + dressed;

    /// <summary>Beds laid out dry.</summary>
    public long Laid { get; private set; }

    /// <summary>Nothing that adds less to the load reaches the level, g; infinite where nothing does.</summary>
    public double Bound { get; private set; }

    /// <summary>Where every one is sought: those that reach the level and of which nothing can be left out.</summary>
    public IEnumerable<int[]> Every => every.Select(e => e.Bed);

    /// <summary>Looks for a good one at once, before the best is sought.</summary>
    public bool Dives { get; init; }

    /// <summary>Hears of each better one.</summary>
    public Action<int[]>? Better { get; init; }

    /// <summary>Hears that it goes on, and says whether it may.</summary>
    public Func<bool>? Onwards { get; init; }

    /// <summary>It was told to end before it was done, or what is known is near enough: that is no more than good, and <see cref="Bound"/> is how good.</summary>
    public bool Ended { get; private set; }

    /// <summary>Bags, quilts, covers and barriers that are decided as far as a depth.</summary>
    /// <param name="Depth">How many of the tops are decided.</param>
    /// <param name="Taken">Of them, those that are taken, and the barriers.</param>
    /// <param name="Cost">What they cost.</param>
    /// <param name="Open">Planes from before they were decided.</param>
    /// <param name="Least">It comes to no less than this.</param>
    /// <param name="UnderCovers">Planes from after all covers were decided, once they are.</param>
    /// <param name="Weighed">It was bounded on every set of pads.</param>
    private sealed record Covered(
        int Depth,
        int[] Taken,
        double Cost,
        LossPlanes Open,
        double Least,
        bool Weighed = false,
        LossPlanes? UnderCovers = null
    );

    /// <summary>All but clothes.</summary>
    /// <param name="Under">What lies over.</param>
    /// <param name="On">What lies under.</param>
    /// <param name="Cost">What it costs, with the clothes that are pinned.</param>
    /// <param name="Next">The lightest with clothes that holds dry and was not tried yet; null where it was not sought.</param>
    /// <param name="Left">What else may be worn; null where nothing was looked at.</param>
    /// <param name="Doubts">Those of the roof when that was decided.</param>
    private sealed record Lain(Roof Under, UnderSet On, double Cost, int[]? Next, OpenClothes? Left, int Doubts);

    /// <summary>Ways to lie under a roof, at the prices here.</summary>
    /// <param name="Of">What is known of them by all who search.</param>
    /// <param name="At">The same at these prices, with what was learned since.</param>
    private sealed record PricedWays(IReadOnlyList<LossPlanes> Of, IReadOnlyList<LossPlanes> At);

    /// <summary>Ways to lie under a roof: anew where another who searches learned what freezes there, for what is laid out is held against that.</summary>
    private IReadOnlyList<LossPlanes> WaysUnder(Roof roof)
    {
        var ways = losses.Ways(roof, LeftUnder(roof));
        if (!priced.TryGetValue(roof, out var known) || known.Of != ways)
            priced[roof] = known = Priced(ways);
        return known.At;
    }

    /// <summary>Most grams that pads and clothes may still add.</summary>
    private double LeftUnder(Roof roof) => best - CostOf(roof.Taken) + spared;

    private PricedWays Priced(IReadOnlyList<LossPlanes> ways) =>
        new(ways, cost == losses.Grams ? ways : [.. ways.Select(w => w.At(cost))]);

    /// <summary>Least that must still be added, whichever way one lies.</summary>
    private static double LeastMore(
        IReadOnlyList<LossPlanes> ways,
        ReadOnlySpan<int> with,
        UnderSet on,
        bool[] open,
        double limit
    )
    {
        var least = double.PositiveInfinity;
        for (var n = 0; n < ways.Count; n++)
            least = Math.Min(least, ways[n].LeastMore(with, open, Math.Min(limit, least), out _, on));
        return least;
    }

    /// <inheritdoc cref="BedLosses.See"/>
    private bool See(Roof roof, IReadOnlyList<int> tried) => losses.See(roof, tried, trials.FrostOf(tried));

    private double CostOf(IEnumerable<int> taken) => taken.Sum(n => cost[n]);

    /// <summary>Searches to the end.</summary>
    /// <param name="any">Ends with the first that reaches the level, whatever its weight.</param>
    /// <returns>The lightest, by number; null where nothing reaches the level.</returns>
    public int[]? Search(bool any = false)
    {
        if (!sought.Known && !EverythingDoes())
        {
            Bound = double.PositiveInfinity;
            return null;
        }
        Visit(any);
        if (!Ended)
            Bound = found is null ? double.PositiveInfinity : best;
        return found;
    }

    /// <summary>One that reaches the level, as good as is found at once; null where none is found so, though there may be one.</summary>
    public int[]? AtOnce()
    {
        if (EverythingDoes())
            Dive();
        return found;
    }

    private bool toEnd;

    private bool IsToEnd() => toEnd |= Onwards?.Invoke() == false;

    /// <summary>By so much everything at once must miss for nothing to do it: degrees, or chance (assumption: frost breaks what adding does by no more).</summary>
    private const double Misses = 0.5;

    /// <summary>Whether everything that may be taken at once does what is sought: adding is never colder, so else nothing does.</summary>
    private bool EverythingDoes()
    {
        bool Does(IEnumerable<int> of) =>
            trials.Level([.. of.Where(n => cost[n] < best)], level - Misses) >= level - Misses;
        return things.Pinned.Any(n => cost[n] >= best) || Does(things.Plenty) || Does(Enumerable.Range(0, cost.Length));
    }

    private void Visit(bool any)
    {
        doubts = losses.Doubts;
        foreach (var worn in Barriers())
            Push(new Covered(0, worn, CostOf(worn), losses.Open(worn, things.Tops).At(cost), 0), 0);
        if (Dives && found is null)
            Dive();
        while (true)
        {
            LieAgain();
            if (!queue.TryDequeue(out var place, out var priority))
                return;
            run.Context.Stop.ThrowIfCancellationRequested();
            Bound = priority.Bound;
            if (Bound >= best - Totals.Grain || any && found is not null)
                return;
            if (Bound >= (1 - sought.Near) * best || ++visited % 16 == 0 && IsToEnd() || toEnd)
            {
                Ended = true;
                return;
            }
            switch (place)
            {
                case Covered { Weighed: true } decided:
                    LieOn(decided);
                    break;
                case Covered open:
                    Decide(open);
                    break;
                // It is lain on again.
                case Lain old when old.Doubts < old.Under.Doubts:
                case LainNext before when before.Doubts < before.Under.Doubts:
                    break;
                case Lain { Next: { } next } lain:
                    // It was tried when it was found, and did not.
                    if (trials.IsTried(BedTrials.KeyOf(next), level) && !See(lain.Under, next))
                        break;
                    // What frost is now known to cost under its roof may rule it out.
                    if (HoldsDry(lain.Under, next))
                    {
                        if (Reaches(lain.Under, next))
                        {
                            if (!sought.EveryOne)
                            {
                                Keep(next);
                                Bound = best;
                                return;
                            }
                            every.Add((next, BedTrials.KeyOf(next)));
                            if (every.Count == MostOfThem)
                            {
                                Ended = true;
                                return;
                            }
                        }
                        else if (!See(lain.Under, next))
                            break;
                        // What does not hold with its frost is dressed until it does, now and then: a better answer while the best is sought.
                        if (Dives && BitOperations.IsPow2(++failed))
                            Held([.. next], lain.Under);
                    }
                    Dress(lain with { Next = null });
                    break;
                case Lain lain:
                    Dress(lain);
                    break;
                case LainNext(var roof, var lain, var at, var known) next:
                    Push(next with { At = at + 1 });
                    Dress(new(roof, lain[at].On, lain[at].Cost, null, null, known));
                    break;
            }
        }
    }

    /// <summary>Barriers worth wearing: where a cheaper and smaller set keeps back as much everywhere, that stands for the other.</summary>
    private List<int[]> Barriers()
    {
        List<int[]> worth = [];
        foreach (var worn in things.Subsets(things.Barriers).OrderBy(CostOf).ThenBy(s => s.Length))
        {
            if (
                !worth.Exists(w =>
                    LitresOf(w) <= LitresOf(worn)
                    && (!sought.EveryOne || w.All(worn.Contains))
                    && losses.KeepBackAsMuch(w, worn)
                )
            )
                worth.Add(worn);
        }
        return worth;
    }

    private void Push(object place, double bound)
    {
        bound = Math.Max(totals.Up(bound), Bound);
        if (bound <= totals.Below(best))
            queue.Enqueue(place, (bound, order--));
    }

    // ---- bags, quilts, covers ----

    private void Decide(Covered place)
    {
        if (place.Depth == covers && covers > 0 && place.UnderCovers is null)
            Weigh(place with { UnderCovers = losses.Open(place.Taken, things.Tops.AsSpan(covers)).At(cost) });
        else if (place.Depth < things.Tops.Length)
            Branch(place);
        else
        {
            var least = Math.Max(place.Least, OnTheBestPads(place));
            // What is known once they are decided says more.
            if (least < totals.Below(best) && !losses.IsKnown(place.Taken))
            {
                // Planes from before they were decided touch the loss elsewhere.
                var spent = place.Cost + things.PinnedRest.Sum(i => cost[i]);
                (place.UnderCovers ?? place.Open).TouchAt(
                    [.. place.Taken, .. things.PinnedRest],
                    Open(things.Rest),
                    totals.Below(best) - spent
                );
                least = Math.Max(least, OnTheBestPads(place));
            }
            Push(place with { Weighed = true, Least = least }, least);
        }
    }

    private void Branch(Covered place)
    {
        var n = things.Tops[place.Depth];
        if (things.Twins[n] < 0 || place.Taken.Contains(things.Twins[n]))
            Next([.. place.Taken, n], place.Cost + cost[n]);
        if (!things.IsPinned(n))
            Next(place.Taken, place.Cost);

        void Next(int[] taken, double spent)
        {
            var depth = place.Depth + 1;
            if (depth == things.Tops.Length && !things.MayLieUnder(taken) || LitresOf(taken) > mostL)
                return;
            Weigh(place with { Depth = depth, Taken = taken, Cost = spent });
        }
    }

    /// <summary>Least that must still be added to what is decided, by whichever planes say most.</summary>
    private static double MostOf(Covered place, ReadOnlySpan<int> with, bool[] open, double limit, UnderSet? on = null)
    {
        var most = (place.UnderCovers ?? place.Open).LeastMore(with, open, limit, out _, on);
        return most >= limit || place.UnderCovers is null
            ? most
            : Math.Max(most, place.Open.LeastMore(with, open, limit, out _, on));
    }

    private void Weigh(Covered place)
    {
        var open = openFrom[place.Depth] ??= OpenFrom(place.Depth);
        var spent = place.Cost + things.PinnedRest.Sum(i => cost[i]);
        int[] with = [.. place.Taken, .. things.PinnedRest];
        var least = Math.Max(place.Least, spent + MostOf(place, with, open, totals.Below(best) - spent));
        Push(place with { Least = least }, least);
    }

    /// <summary>What may still be taken where so many of the tops are decided.</summary>
    private readonly bool[]?[] openFrom;

    private bool[] OpenFrom(int depth)
    {
        var open = Open(things.Rest);
        foreach (var n in things.Tops.AsSpan(depth))
            open[n] = true;
        return open;
    }

    private bool[] Open(IEnumerable<int> of)
    {
        var open = new bool[cost.Length];
        foreach (var n in of)
            open[n] = !things.IsPinned(n);
        return open;
    }

    // ---- replaying ----

    /// <summary>Whether it reaches the level as it is slept in; the first under a roof is slept in to the end, for what frost costs there.</summary>
    private bool Reaches(Roof roof, IReadOnlyList<int> taken) => trials.Reaches(taken, level, toTheEnd: roof.IsNew);

    private void Keep(IReadOnlyList<int> taken)
    {
        var spent = taken.Sum(n => cost[n]);
        if (spent >= best - Totals.Grain)
            return;
        (best, found) = (spent, [.. taken]);
        Better?.Invoke(found);
    }
}
