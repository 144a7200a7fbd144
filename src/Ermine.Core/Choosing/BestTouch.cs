namespace Ermine.Core.Choosing;

/// <summary>
/// Looks for where a plane that touches a loss bounds best: the cheapest that just balances, if things could be taken in part. What the plane at
/// a state lets pass for least is gone towards, ever less far each time (the method of Frank and Wolfe).
/// </summary>
internal sealed class BestTouch
{
    /// <summary>Looked for no longer than this (assumption: later steps bring next to nothing).</summary>
    private const int Steps = 14;

    /// <summary>A plane that bounds no further than this below the best there can be is good enough, g.</summary>
    private const double Near = 2;

    private readonly LeastLoss loss;
    private readonly LossKind kind;
    private readonly IReadOnlyCollection<int> on;
    private readonly double[] cost;
    private readonly double more;
    private readonly Func<int, bool> isOpen;
    private readonly int[] order;
    private readonly double[] saves,
        worth;

    /// <summary>Takes what is looked at.</summary>
    /// <param name="loss">The loss.</param>
    /// <param name="kind">Which of them.</param>
    /// <param name="on">What is taken.</param>
    /// <param name="isOpen">What may still be taken.</param>
    /// <param name="cost">What each thing costs.</param>
    /// <param name="more">What is lost besides, W/m².</param>
    public BestTouch(
        LeastLoss loss,
        LossKind kind,
        IReadOnlyCollection<int> on,
        Func<int, bool> isOpen,
        double[] cost,
        double more = 0
    )
    {
        (this.loss, this.kind, this.on, this.isOpen, this.cost, this.more) = (loss, kind, on, isOpen, cost, more);
        order = [.. loss.Used.Where(isOpen)];
        (saves, worth) = (new double[cost.Length], new double[order.Length]);
    }

    /// <summary>The state found; null where everything together is not enough.</summary>
    /// <param name="limit">A plane that bounds by this is good enough, g.</param>
    /// <param name="from">A plane that bounds well already; null where there is none.</param>
    public LeastLoss.State? Find(double limit = double.PositiveInfinity, LossPlane? from = null)
    {
        var (spent, at) = from is null ? Reached() : Passed(from.Needed, from.Saves, from.Order.Where(isOpen));
        if (at is null)
            return null;
        var (best, most, least) = (at, double.NegativeInfinity, double.PositiveInfinity);
        for (var step = 0; step < Steps; step++)
        {
            var (bound, cheapest) = Cheapest(at);
            if (bound > most)
                (best, most) = (at, bound);
            if (loss.Short(at, kind) + more <= 0)
                least = Math.Min(least, spent);
            if (cheapest is null || most >= Math.Min(limit, least - Near))
                break;
            var share = 2.0 / (step + 3);
            (at, spent) = (at.Towards(cheapest, share), spent + share * (bound - spent));
        }
        return best;
    }

    /// <summary>What is taken and nothing else.</summary>
    private LeastLoss.State Bare()
    {
        var state = loss.Empty();
        foreach (var i in on)
            loss.Put(state, i, 1);
        return state;
    }

    /// <summary>How often it is looked what saves most.</summary>
    private const int SlopesEvery = 3;

    /// <summary>Where it just balances, reached by what saves most for its cost, the last in part, and what that costs; null where everything together is not enough.</summary>
    private (double Cost, LeastLoss.State? At) Reached()
    {
        var (at, spent, left) = (Bare(), 0.0, new List<int>(order));
        var now = loss.Short(at, kind) + more;
        for (var step = 0; now > 0; step++)
        {
            if (step % SlopesEvery == 0)
                loss.Touches(at, kind, saves);
            var best = -1;
            for (var n = 0; n < left.Count; n++)
            {
                if (saves[left[n]] > LossPlane.Nothing && (best < 0 || Worth(left[n]) > Worth(left[best])))
                    best = n;
            }
            if (best < 0)
                return (double.PositiveInfinity, null);
            var taken = left[best];
            left.RemoveAt(best);
            loss.Put(at, taken, 1);
            spent += cost[taken];
            var was = now;
            now = loss.Short(at, kind) + more;
            if (now >= 0)
                continue;
            // As much of the last as a line between the two asks for.
            var less = was / (was - now) - 1;
            loss.Put(at, taken, less);
            spent += less * cost[taken];
            break;
        }
        return (spent, at);

        double Worth(int i) => LossPlane.Worth(saves[i], cost[i]);
    }

    /// <summary>The cheapest that the plane at a state lets pass, and what it costs.</summary>
    /// <inheritdoc cref="Passed"/>
    private (double Cost, LeastLoss.State? Cheapest) Cheapest(LeastLoss.State at)
    {
        var needed = loss.Touches(at, kind, saves);
        for (var n = 0; n < order.Length; n++)
            worth[n] = -LossPlane.Worth(saves[order[n]], cost[order[n]]);
        Array.Sort(worth, order);
        return Passed(needed, saves, order);
    }

    /// <summary>The cheapest that a plane lets pass, and what it costs.</summary>
    /// <param name="needed">What the plane asks for.</param>
    /// <param name="saves">What each thing saves by it.</param>
    /// <param name="order">What may be taken, what saves most for its cost first.</param>
    /// <returns>Null where it lets everything pass or nothing, which costs without end.</returns>
    private (double Cost, LeastLoss.State? Cheapest) Passed(double needed, double[] saves, IEnumerable<int> order)
    {
        needed += more - on.Sum(i => saves[i]);
        if (needed <= 0)
            return (0, null);
        var (found, spent) = (Bare(), 0.0);
        foreach (var i in order)
        {
            if (saves[i] <= LossPlane.Nothing)
                break;
            var share = Math.Min(1, needed / saves[i]);
            loss.Put(found, i, share);
            (spent, needed) = (spent + share * cost[i], needed - share * saves[i]);
            if (share < 1)
                return (spent, found);
        }
        return (double.PositiveInfinity, null);
    }
}
