namespace Ermine.Core.Choosing;

/// <summary>A plane under the loss: a choice may hold only if what its things save by it adds up to what is needed.</summary>
/// <param name="Needed">What is needed, W/m².</param>
/// <param name="Saves">What each thing saves, W/m².</param>
/// <param name="Order">Things that save something, the most for its cost first.</param>
internal sealed record LossPlane(double Needed, double[] Saves, int[] Order)
{
    /// <summary>The same where things cost something else.</summary>
    public LossPlane At(double[] cost)
    {
        var order = (int[])[.. Order];
        // What is alike stays in its order.
        Array.Sort([.. order.Select(n => n * 1e-12 - Worth(Saves[n], cost[n]))], order);
        return this with { Order = order };
    }

    /// <summary>What saves no more than this saves nothing, W/m².</summary>
    public const double Nothing = 1e-9;

    /// <summary>What a thing saves for its cost; what costs nothing is taken to cost a little.</summary>
    public static double Worth(double saves, double cost) => saves / (cost + Least);

    private const double Least = 1e-3;

    /// <summary>
    /// Least cost of what must still be taken; infinite where all that is open is not enough. A knapsack with its last thing cut, but the thing that
    /// would be cut first is taken whole or not at all (the bound of Martello and Toth).
    /// </summary>
    /// <param name="needed">What is still needed, above 0.</param>
    /// <param name="open">Which things may still be taken.</param>
    /// <param name="cost">What each costs.</param>
    public double LeastMore(double needed, bool[] open, double[] cost)
    {
        var (sum, dearest, withIt) = (0.0, 0.0, double.PositiveInfinity);
        foreach (var i in Order)
        {
            if (!open[i])
                continue;
            if (Saves[i] < needed)
            {
                dearest = cost[i] / Saves[i];
                (needed, sum) = (needed - Saves[i], sum + cost[i]);
                continue;
            }
            if (double.IsFinite(withIt))
                return Math.Min(withIt, sum + cost[i] * needed / Saves[i]);
            // What it saves too much is left out of what saves least for its cost.
            withIt = sum + cost[i] - (Saves[i] - needed) * dearest;
        }
        return withIt;
    }
}

/// <summary>Where planes touch each loss; null where everything together is not enough.</summary>
internal sealed record LossPoints(
    IReadOnlyList<LeastLoss.State?> Fed,
    IReadOnlyList<LeastLoss.State?> Free,
    IReadOnlyList<LeastLoss.State?> Feet
);

/// <summary>What is known of bags and quilts while they are open: the tightest says what leaks.</summary>
/// <param name="Numbers">They.</param>
/// <param name="Leaks">What leaks beside each, W/m².</param>
/// <param name="Without">What leaks without any of them, W/m².</param>
internal sealed record OpenTops(int[] Numbers, double[] Leaks, double Without)
{
    /// <summary>Least that leaks beside those that may be there.</summary>
    public double Leak(ReadOnlySpan<int> taken, bool[] open)
    {
        var least = Without;
        for (var n = 0; n < Numbers.Length; n++)
        {
            if (Leaks[n] < least && (open[Numbers[n]] || taken.Contains(Numbers[n])))
                least = Leaks[n];
        }
        return least;
    }
}

/// <summary>Planes under the losses of one bed: of the body with feet that lose all that blood brings, with feet that lose less, and of the feet alone.</summary>
/// <param name="Loss">The losses.</param>
/// <param name="Cost">What things cost.</param>
/// <param name="Fed">Under the first.</param>
/// <param name="Free">Under the second: one of the two must be met.</param>
/// <param name="Feet">Under the third, which must be met as well.</param>
internal sealed record LossPlanes(
    LeastLoss Loss,
    double[] Cost,
    List<LossPlane> Fed,
    List<LossPlane> Free,
    List<LossPlane> Feet
)
{
    /// <summary>Bags and quilts that are open; null once they are decided.</summary>
    public OpenTops? Tops { get; init; }

    /// <summary>Most planes kept under one loss; the one that was of no use for the longest goes.</summary>
    private const int Most = 24;

    /// <summary>The same where things cost something else.</summary>
    public LossPlanes At(double[] cost) =>
        cost == Cost
            ? this
            : new(
                Loss,
                cost,
                [.. Fed.Select(p => p.At(cost))],
                [.. Free.Select(p => p.At(cost))],
                [.. Feet.Select(p => p.At(cost))]
            )
            {
                Tops = Tops,
            };

    /// <summary>Least that must still be added, and the thing that saves most for it; looked at no further than a limit.</summary>
    /// <param name="taken">What is taken.</param>
    /// <param name="open">What may still be taken.</param>
    /// <param name="limit">The limit.</param>
    /// <param name="next">The thing; negative where nothing more is needed.</param>
    /// <param name="on">The pads that are taken; null while more may come.</param>
    public double LeastMore(ReadOnlySpan<int> taken, bool[] open, double limit, out int next, UnderSet? on = null)
    {
        var leaks = Tops?.Leak(taken, open) ?? 0;
        var (fed, fedLess) = Loss.On(on);
        var (least, by) = Highest(Fed, taken, open, limit, leaks + fed);
        if (Highest(Free, taken, open, limit, leaks + fedLess) is var free && free.Least < least)
            (least, by) = free;
        if (least < limit && Highest(Feet, taken, open, limit, 0) is var feet && (by is null || feet.Least > least))
            (least, by) = (Math.Max(least, feet.Least), feet.By ?? by);
        next = -1;
        if (by is null)
            return least;
        foreach (var i in by.Order)
        {
            if (open[i])
            {
                next = i;
                break;
            }
        }
        return least;
    }

    /// <summary>What each plane would take, the last in whole: where many things together do it, some of these are near the best.</summary>
    /// <param name="open">Which things may be taken.</param>
    public IEnumerable<List<int>> Picks(bool[] open)
    {
        foreach (var plane in Fed.Concat(Free))
        {
            var (needed, picked) = (plane.Needed, new List<int>());
            foreach (var i in plane.Order)
            {
                if (needed <= 0 || !open[i])
                    continue;
                picked.Add(i);
                needed -= plane.Saves[i];
            }
            if (needed <= 0)
                yield return picked;
        }
    }

    /// <summary>Adds the planes that rule a choice out, where the losses themselves do and no plane did yet.</summary>
    /// <param name="taken">The choice.</param>
    /// <param name="on">Its pads; null while more may come.</param>
    public bool RulesOut(List<int> taken, UnderSet? on = null)
    {
        var state = Loss.Empty();
        foreach (var n in taken)
            Loss.Put(state, n, 1);
        var (fed, free, feet) = Loss.Short(state);
        var beyond = Loss.On(on);
        var body = Math.Min(fed + beyond.Fed, free + beyond.Free) > 1e-9;
        if (body)
        {
            Add(Fed, Loss.Touching(state, LossKind.Fed, Cost));
            Add(Free, Loss.Touching(state, LossKind.Free, Cost));
        }
        if (feet > 1e-9)
            Add(Feet, Loss.Touching(state, LossKind.Feet, Cost));
        return body || feet > 1e-9;
    }

    /// <summary>
    /// Adds the planes that touch the losses of the body where a choice just balances with what saves most for its cost: near there they bound best.
    /// </summary>
    /// <param name="taken">The choice.</param>
    /// <param name="open">What may still be taken.</param>
    /// <param name="limit">What bounds by this is enough.</param>
    /// <param name="on">The pads that are taken; null while more may come.</param>
    public void TouchAt(IReadOnlyCollection<int> taken, bool[] open, double limit, UnderSet? on = null)
    {
        var (fed, free) = Loss.On(on);
        int[] already = [.. taken];
        var leaks = Tops?.Leak(already, open) ?? 0;
        var (byFed, byFree) = (
            Highest(Fed, already, open, limit, leaks + fed),
            Highest(Free, already, open, limit, leaks + free)
        );
        // What is bounded by less is what bounds; where that comes to bound further the other does.
        if (byFed.Least <= byFree.Least)
            Touch(LossKind.Fed, Fed, leaks + fed, byFed.By);
        else
            Touch(LossKind.Free, Free, leaks + free, byFree.By);

        void Touch(LossKind kind, List<LossPlane> planes, double more, LossPlane? from)
        {
            if (
                from is not null
                && new BestTouch(Loss, kind, already, n => open[n], Cost, more).Find(limit, from) is { } state
            )
                Add(planes, Loss.Touching(state, kind, Cost));
        }
    }

    private static void Add(List<LossPlane> planes, LossPlane plane)
    {
        planes.Insert(0, plane);
        if (planes.Count > Most)
            planes.RemoveAt(planes.Count - 1);
    }

    private (double Least, LossPlane? By) Highest(
        List<LossPlane> planes,
        ReadOnlySpan<int> taken,
        bool[] open,
        double limit,
        double leaks
    )
    {
        var (most, by) = (0.0, (LossPlane?)null);
        for (var p = 0; p < planes.Count; p++)
        {
            var plane = planes[p];
            var needed = plane.Needed + leaks;
            foreach (var n in taken)
                needed -= plane.Saves[n];
            if (needed <= 1e-9)
                continue;
            var least = plane.LeastMore(needed, open, Cost);
            if (by is null || least > most)
                (most, by) = (least, plane);
            if (most < limit)
                continue;
            // What rules out here rules out nearby.
            (planes[p], planes[p / 2]) = (planes[p / 2], planes[p]);
            return (most, by);
        }
        return (most, by);
    }
}
