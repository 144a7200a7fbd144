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
    private readonly double[] cost;
    private readonly double more;
    private readonly Func<int, bool> isOpen;
    private readonly int[] order;
    private readonly double[] saves,
        worth;
    private readonly IReadOnlyCollection<int> on;

    /// <summary>What is taken and nothing else; what was reached last; where it is looked; and where that bounded best.</summary>
    private readonly LeastLoss.State bare,
        reached,
        at,
        best;

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
        (bare, reached, at, best) = (loss.Empty(), loss.Empty(), loss.Empty(), loss.Empty());
        foreach (var i in on)
            loss.Put(bare, i, 1);
    }

    /// <summary>The state found; null where everything together is not enough.</summary>
    /// <param name="limit">A plane that bounds by this is good enough, g.</param>
    /// <param name="from">A plane that bounds well already; null where there is none.</param>
    public LeastLoss.State? Find(double limit = double.PositiveInfinity, LossPlane? from = null)
    {
        var (spent, found) = from is null ? Reach() : Pass(from.Needed, from.Saves, from.Order.Where(isOpen));
        if (!found)
            return null;
        at.Become(reached);
        var (most, least) = (double.NegativeInfinity, double.PositiveInfinity);
        for (var step = 0; step < Steps; step++)
        {
            (var bound, found) = PassAt(at);
            if (bound > most)
            {
                most = bound;
                best.Become(at);
            }
            if (loss.Short(at, kind) + more <= 0)
                least = Math.Min(least, spent);
            if (!found || most >= Math.Min(limit, least - Near))
                break;
            var share = 2.0 / (step + 3);
            at.Move(reached, share);
            spent += share * (bound - spent);
        }
        return best;
    }

    /// <summary>How often it is looked what saves most.</summary>
    private const int SlopesEvery = 3;

    /// <summary>Reaches where it just balances by what saves most for its cost, the last in part, and says what that costs; false where everything together is not enough.</summary>
    private (double Cost, bool Found) Reach()
    {
        reached.Become(bare);
        var (spent, left) = (0.0, new List<int>(order));
        var now = loss.Short(reached, kind) + more;
        for (var step = 0; now > 0; step++)
        {
            if (step % SlopesEvery == 0)
                loss.Touches(reached, kind, saves);
            var next = -1;
            for (var n = 0; n < left.Count; n++)
            {
                if (saves[left[n]] > LossPlane.Nothing && (next < 0 || Worth(left[n]) > Worth(left[next])))
                    next = n;
            }
            if (next < 0)
                return (double.PositiveInfinity, false);
            var taken = left[next];
            left.RemoveAt(next);
            loss.Put(reached, taken, 1);
            spent += cost[taken];
            var was = now;
            now = loss.Short(reached, kind) + more;
            if (now >= 0)
                continue;
            // As much of the last as a line between the two asks for.
            var less = was / (was - now) - 1;
            loss.Put(reached, taken, less);
            spent += less * cost[taken];
            break;
        }
        return (spent, true);

        double Worth(int i) => LossPlane.Worth(saves[i], cost[i]);
    }

    /// <summary>Reaches the cheapest that the plane at a state lets pass, and says what it costs.</summary>
    /// <inheritdoc cref="Pass"/>
    private (double Cost, bool Found) PassAt(LeastLoss.State state)
    {
        var needed = loss.Touches(state, kind, saves);
        for (var n = 0; n < order.Length; n++)
            worth[n] = -LossPlane.Worth(saves[order[n]], cost[order[n]]);
        Array.Sort(worth, order);
        return Pass(needed, saves, order);
    }

    /// <summary>Reaches the cheapest that a plane lets pass, and says what it costs.</summary>
    /// <param name="needed">What the plane asks for.</param>
    /// <param name="saves">What each thing saves by it.</param>
    /// <param name="order">What may be taken, what saves most for its cost first.</param>
    /// <returns>False where it lets everything pass or nothing, which costs without end.</returns>
    private (double Cost, bool Found) Pass(double needed, double[] saves, IEnumerable<int> order)
    {
        needed += more - on.Sum(i => saves[i]);
        if (needed <= 0)
            return (0, false);
        reached.Become(bare);
        var spent = 0.0;
        foreach (var i in order)
        {
            if (saves[i] <= LossPlane.Nothing)
                break;
            var share = Math.Min(1, needed / saves[i]);
            loss.Put(reached, i, share);
            (spent, needed) = (spent + share * cost[i], needed - share * saves[i]);
            if (share < 1)
                return (spent, true);
        }
        return (double.PositiveInfinity, false);
    }
}
