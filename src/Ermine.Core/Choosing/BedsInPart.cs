using System.Numerics;

namespace Ermine.Core.Choosing;

/// <summary>A bed of which clothes may be taken in part.</summary>
/// <param name="Least">By a plane under its loss nothing where it lies costs less.</param>
/// <param name="Takes">So much of each thing, by number: 0–1.</param>
internal sealed record PartBed(double Least, IReadOnlyList<(int Thing, double Share)> Takes);

/// <summary>
/// Beds under the roofs and on the pads that were looked at so far, as if clothes could be taken in part and nothing froze but what is sure to. The
/// cheapest of them is known in milliseconds at any prices, where the cheapest bed is sought for a second: enough to say where prices lead.
/// </summary>
/// <param name="things">What may be chosen.</param>
/// <param name="losses">What beds of it lose.</param>
internal sealed class BedsInPart(ChoiceThings things, BedLosses losses)
{
    /// <summary>What came to so much more than the cheapest when it was looked at last is looked at only now and then, as a share.</summary>
    private const double Far = 0.1;

    /// <summary>So often all are looked at.</summary>
    private const int AllEvery = 8;

    private readonly Dictionary<(BigInteger Roof, BigInteger Pads), Lain> seen = [];
    private int asked;

    /// <summary>All but clothes.</summary>
    private sealed class Lain(Roof roof, UnderSet on, int[] decided)
    {
        /// <summary>What counts by itself: what is worn already, and pads.</summary>
        public int[] Decided => decided;

        /// <summary>What it came to when it was looked at last.</summary>
        public double Last { get; private set; }

        private IReadOnlyList<LossPlanes> known = [];

        /// <summary>Ways to lie; anew where more is known of what freezes.</summary>
        public Way[] Ways { get; private set; } = [];

        public double Spent(double[] cost) => Whole.Sum(t => cost[t.Thing]);

        public void Look(BedLosses losses, bool[] open, double[] cost)
        {
            var ways = losses.Ways(roof, roof.Left, trustsFrost: true);
            if (known != ways)
                (known, Ways) = (ways, [.. ways.Select(w => new Way(this, w, on))]);
            foreach (var way in Ways)
                way.Look(open, cost);
            Last = Ways.Min(w => w.Least);
        }

        public IEnumerable<(int Thing, double)> Whole => roof.Taken.Union(decided).Select(n => (n, 1.0));
    }

    /// <summary>A way to lie, and under the loss with feet that lose all that blood brings and under that with feet that lose less the plane that bounded best.</summary>
    private sealed class Way(Lain lain, LossPlanes of, UnderSet on)
    {
        private LossPlane? fed = of.Fed.FirstOrDefault(),
            free = of.Free.FirstOrDefault();

        public Lain Lain => lain;

        /// <summary>What it comes to at least.</summary>
        public double Least { get; private set; }

        private LossKind by;

        public void Look(bool[] open, double[] cost)
        {
            var more = of.Loss.On(on);
            var (byFed, byFree) = (More(fed, more.Fed), More(free, more.Free));
            (Least, by) = (lain.Spent(cost) + Math.Min(byFed, byFree), byFed <= byFree ? LossKind.Fed : LossKind.Free);

            double More(LossPlane? plane, double beyond) =>
                plane is not null && plane.Needed + beyond - lain.Decided.Sum(n => plane.Saves[n]) is > 0 and var needed
                    ? plane.At(cost).LeastMore(needed, open, cost)
                    : 0;
        }

        /// <summary>Looks for a better plane, and for the clothes that just do it.</summary>
        /// <param name="open">Clothes.</param>
        /// <param name="cost">What things cost.</param>
        /// <param name="limit">What comes to more is not looked at further.</param>
        /// <returns>So much of each thing that is worn; null where it does not balance whatever is.</returns>
        public double[]? Touch(bool[] open, double[] cost, double limit)
        {
            var more = of.Loss.On(on);
            var (beyond, plane) = by == LossKind.Fed ? (more.Fed, fed) : (more.Free, free);
            var touch = new BestTouch(of.Loss, by, lain.Decided, n => open[n], cost, beyond);
            limit -= lain.Spent(cost);
            if ((touch.Find(limit, plane?.At(cost)) ?? touch.Find(limit)) is not { } state)
                return null;
            plane = of.Loss.Touching(state, by, cost);
            (fed, free) = by == LossKind.Fed ? (plane, free) : (fed, plane);
            Look(open, cost);
            return touch.Shares;
        }
    }

    /// <summary>Learns of a bed without clothes.</summary>
    public void See(Roof roof, UnderSet on)
    {
        lock (seen)
            seen.TryAdd(
                (BedTrials.KeyOf(roof.Taken), BedTrials.KeyOf(on.Chosen)),
                new(roof, on, [.. roof.Worn, .. on.Chosen, .. things.PinnedClothes])
            );
    }

    /// <summary>The cheapest; null where none is known.</summary>
    /// <param name="cost">What each thing costs.</param>
    public PartBed? Cheapest(double[] cost)
    {
        lock (seen)
        {
            var (open, all) = (new bool[cost.Length], asked++ % AllEvery == 0);
            foreach (var n in things.Clothes)
                open[n] = !things.IsPinned(n);
            var near = (1 + Far) * seen.Values.Select(l => l.Last).DefaultIfEmpty(0).Min();
            var ways = new PriorityQueue<Way, double>();
            foreach (var lain in seen.Values)
            {
                if (!all && lain.Last > near)
                    continue;
                lain.Look(losses, open, cost);
                foreach (var way in lain.Ways)
                    ways.Enqueue(way, way.Least);
            }
            PartBed? best = null;
            while (ways.TryDequeue(out var way, out var bound) && !(bound >= best?.Least))
            {
                if (
                    way.Touch(open, cost, best?.Least ?? double.PositiveInfinity) is { } worn
                    && !(way.Least >= best?.Least)
                )
                    best = new(way.Least, [.. way.Lain.Whole, .. worn.Index().Where(w => w.Item > 0)]);
            }
            return best;
        }
    }
}
