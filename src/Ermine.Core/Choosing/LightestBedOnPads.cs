using System.Runtime.InteropServices;

namespace Ermine.Core.Choosing;

/// <content>What a bed whose tops are decided may be lain on.</content>
internal sealed partial class LightestBed
{
    /// <summary>Pads that may be lain on under a roof.</summary>
    /// <param name="On">They.</param>
    /// <param name="Cost">What all but clothes costs, with the clothes that are pinned.</param>
    /// <param name="Bound">It comes to no less than this.</param>
    private readonly record struct Lying(UnderSet On, double Cost, double Bound);

    /// <summary>One after the other of what may be lain on under a roof, what comes to least first: most of it is never asked for.</summary>
    /// <param name="Under">What lies over.</param>
    /// <param name="Lain">What may be lain on.</param>
    /// <param name="At">Which of it is the next.</param>
    /// <param name="Doubts">Those of the roof when that was decided.</param>
    private sealed record LainNext(Roof Under, List<Lying> Lain, int At, int Doubts);

    /// <summary>Takes pads in place of those before.</summary>
    private static void Take(List<int> with, int before, UnderSet pads)
    {
        with.RemoveRange(before, with.Count - before);
        with.AddRange(pads.Chosen);
    }

    /// <summary>The least that decided tops may come to on any set of pads, by the planes from before they were decided.</summary>
    private double OnTheBestPads(Covered place)
    {
        var least = best;
        List<int> with = [.. place.Taken, .. things.PinnedClothes];
        var before = with.Count;
        foreach (var pads in unders)
        {
            var spent = place.Cost + pads.Cost + pinnedCost;
            if (spent >= least)
                break;
            Take(with, before, pads);
            var limit = Math.Min(least, totals.Below(best)) - spent;
            least = Math.Min(least, spent + MostOf(place, CollectionsMarshal.AsSpan(with), clothes, limit, pads));
        }
        return least;
    }

    /// <summary>Places whose tops are decided are laid on pads several at a time.</summary>
    private const int MostAtOnce = 16;

    /// <summary>They may be so much further than the bound, g.</summary>
    private const double Ahead = 15;

    private void LieOn(Covered place)
    {
        List<Covered> places = [place];
        List<(object, (double, int))> aside = [];
        while (
            places.Count < MostAtOnce
            && queue.TryPeek(out _, out var priority)
            && priority.Bound < Math.Min(best - Totals.Grain, Bound + Ahead)
        )
        {
            switch (queue.Dequeue())
            {
                case Covered { Weighed: true } like:
                    places.Add(like);
                    break;
                case Covered open:
                    Decide(open);
                    break;
                case var lain:
                    aside.Add((lain, priority));
                    break;
            }
        }
        foreach (var (lain, priority) in aside)
            queue.Enqueue(lain, priority);
        var roofs = places.Select(p => losses.Under(p.Taken)).ToList();
        int[] known = [.. roofs.Select(r => r.Doubts)];
        foreach (
            var (n, (roof, ways, lain)) in roofs
                .AsParallel()
                .AsOrdered()
                .WithCancellation(run.Context.Stop)
                .Select((roof, n) => LainUnder(roof, places[n]))
                .ToList()
                .Index()
        )
        {
            (priced[roof], lainOn[roof]) = (ways, (places[n], known[n]));
            Push(new LainNext(roof, lain, 0, known[n]));
        }
    }

    /// <summary>What was lain on under each roof, and its doubts then.</summary>
    private readonly Dictionary<Roof, (Covered Place, int Doubts)> lainOn = [];

    /// <summary>Doubts of all roofs that are known here.</summary>
    private int doubts;

    /// <summary>Where frost spared a bed more than was counted on, all that is lain on under its roof is looked at again, counting on less.</summary>
    private void LieAgain()
    {
        if (doubts == losses.Doubts)
            return;
        doubts = losses.Doubts;
        foreach (var (roof, (place, _)) in lainOn.Where(l => l.Value.Doubts < l.Key.Doubts).ToList())
        {
            lainOn.Remove(roof);
            // It may come to less than what was proven before.
            queue.Enqueue(place, (Math.Max(place.Least, sought.Floor), order--));
        }
    }

    private (Roof Roof, PricedWays Ways, List<Lying> Lain) LainUnder(Roof roof, Covered place)
    {
        var ways = Priced(losses.Ways(roof, LeftUnder(roof)));
        var lain = new List<Lying>();
        List<int> bed = [.. place.Taken],
            with = [.. roof.Worn, .. things.PinnedClothes];
        var (taken, before) = (bed.Count, with.Count);
        foreach (var pads in unders)
        {
            var spent = place.Cost + pads.Cost + pinnedCost;
            if (spent > totals.Below(best))
                break;
            Take(bed, taken, pads);
            // Whatever is worn with them, one cannot sit, or it does not go into the pack.
            if (!MayBe(bed))
                continue;
            Take(with, before, pads);
            var more = LeastMore(ways.At, CollectionsMarshal.AsSpan(with), pads, clothes, totals.Below(best) - spent);
            if (Math.Max(place.Least, spent + more) is var bound && bound <= totals.Below(best))
                lain.Add(new(pads, spent, bound));
        }
        lain.Sort((one, other) => one.Bound.CompareTo(other.Bound));
        return (roof, ways, lain);
    }

    private void Push(LainNext next)
    {
        if (next.At < next.Lain.Count)
            Push(next, next.Lain[next.At].Bound);
    }
}
