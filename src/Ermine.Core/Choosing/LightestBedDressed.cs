using System.Runtime.InteropServices;
using Ermine.Core.Plans;

namespace Ermine.Core.Choosing;

/// <content>What is worn in a bed whose tops and pads are decided.</content>
internal sealed partial class LightestBed
{
    /// <summary>Clothes of which some are decided.</summary>
    /// <param name="Way">The way to lie.</param>
    /// <param name="Before">What was decided before; null where nothing is.</param>
    /// <param name="Thing">What was decided last.</param>
    /// <param name="On">It is worn; else it and all that is like it stays out.</param>
    /// <param name="Cost">What all that is taken costs.</param>
    private sealed record Worn(int Way, Worn? Before, int Thing, bool On, double Cost)
    {
        /// <summary>What is taken was laid out: something more is needed.</summary>
        public bool Tried { get; set; }

        /// <summary>Planes by which its bound is known; null where that may be too low.</summary>
        public LossPlanes? By { get; set; }

        /// <summary>What saves most for its cost by them; negative where nothing more is needed.</summary>
        public int Next { get; set; }
    }

    /// <summary>What may still be worn in a bed, by what it comes to at least.</summary>
    private sealed class OpenClothes : PriorityQueue<Worn, (double Bound, int Order)>
    {
        /// <summary>So often it was looked at what they come to.</summary>
        public int Looked { get; set; }
    }

    /// <summary>
    /// Of so many looks into the clothes of one bed one, from this on, lays planes where what is decided balances with what is open: where none
    /// touches the loss near by they say little, and thousands of ways to dress would have to be looked at for it.
    /// </summary>
    private const int TouchesEvery = 128,
        TouchesFrom = 8;

    private readonly List<int> bed = [];
    private readonly bool[] mayWear,
        clothes;

    /// <summary>Seeks the lightest clothes with which it holds dry, from where it was left and no further than a stride.</summary>
    private void Dress(Lain lain)
    {
        var (roof, ways, left) = (lain.Under, WaysUnder(lain.Under), lain.Left ?? Undressed(lain));
        var limit = totals.Below(Math.Min(best, Bound + Stride));
        while (left.TryPeek(out var at, out var priority) && priority.Bound <= limit)
        {
            if (++dressed % 64 == 0 && IsToEnd())
                break;
            left.Dequeue();
            // A way to lie that is looked at no more has nothing lighter.
            if (at.Way >= ways.Count)
                continue;
            var way = ways[at.Way];
            Put(lain, at);
            // What holds already needs nothing more.
            if (every.Count > 0 && BedTrials.KeyOf(bed) is var key && every.Exists(e => (e.Key & key) == e.Key))
                continue;
            var ruledOut = at.By == way && at is { Next: < 0, Tried: false } && way.RulesOut(bed, lain.On);
            if (at.By != way || ruledOut)
            {
                // It need not be laid out, even where the planes that rule it out say no more than nothing.
                at.Tried |= ruledOut;
                Look(left, at, way, lain.On, limit, priority.Bound);
                continue;
            }
            if (++left.Looked % TouchesEvery == TouchesFrom)
                way.TouchAt(bed, mayWear, limit - at.Cost, lain.On);
            var next = at.Next;
            if (next < 0)
            {
                if (!at.Tried && at.Cost > sought.Floor - Totals.Grain && HoldsDry(roof, bed))
                {
                    at.Tried = true;
                    left.Enqueue(at, (at.Cost, order--));
                    int[] holds = [.. bed];
                    if (!sought.EveryOne && Reaches(roof, holds))
                        Keep(holds);
                    Push(lain with { Next = holds, Left = left }, at.Cost);
                    return;
                }
                // It may hold by the planes and does not, or was tried and did not as it is slept in: anything more may help.
                next = FirstOf(clothesByWorth, mayWear);
                if (next < 0)
                    continue;
            }
            Without(next);
            Look(left, new(at.Way, at, next, On: false, at.Cost) { Tried = true }, way, lain.On, limit, priority.Bound);
            Put(lain, at);
            mayWear[next] = false;
            bed.Add(next);
            Look(left, new(at.Way, at, next, On: true, at.Cost + cost[next]), way, lain.On, limit, priority.Bound);
        }
        if (left.TryPeek(out _, out var beyond))
            Push(lain with { Next = null, Left = left }, beyond.Bound);
    }

    private OpenClothes Undressed(Lain lain)
    {
        var left = new OpenClothes();
        for (var way = 0; way < WaysUnder(lain.Under).Count; way++)
            left.Enqueue(new(way, null, -1, On: false, lain.Cost), (lain.Cost, order--));
        return left;
    }

    /// <summary>Takes what is decided.</summary>
    private void Put(Lain lain, Worn at)
    {
        bed.Clear();
        bed.AddRange(lain.Under.Taken);
        bed.AddRange(lain.On.Chosen);
        bed.AddRange(things.PinnedClothes);
        clothes.CopyTo(mayWear, 0);
        for (var decided = at; decided.Before is not null; decided = decided.Before)
        {
            if (!decided.On)
                Without(decided.Thing);
            else
            {
                bed.Add(decided.Thing);
                mayWear[decided.Thing] = false;
            }
        }
    }

    /// <summary>What is like a thing that is left out stands for it no more.</summary>
    private void Without(int thing)
    {
        for (var like = thing; like >= 0; like = things.TwinOf[like])
            mayWear[like] = false;
    }

    /// <summary>Keeps what is decided for what it comes to at least by a limit.</summary>
    private void Look(OpenClothes left, Worn at, LossPlanes way, UnderSet on, double limit, double bound)
    {
        var (more, next) = (0.0, -1);
        if (LitresOf(bed) > mostL || !things.MayLie(bed.Count))
            return;
        if (at.Cost <= limit)
            more = way.LeastMore(CollectionsMarshal.AsSpan(bed), mayWear, limit - at.Cost, out next, on);
        bound = Math.Max(bound, totals.Up(at.Cost + more));
        if (!double.IsFinite(bound) || bound > totals.Below(best))
            return;
        (at.By, at.Next) = (bound <= limit ? way : null, next);
        left.Enqueue(at, (bound, order--));
    }

    private static int FirstOf(int[] of, bool[] open)
    {
        foreach (var n in of)
        {
            if (open[n])
                return n;
        }
        return -1;
    }

    /// <summary>What some things take in the pack, l; not counted where there is room for everything.</summary>
    private double LitresOf(IEnumerable<int> taken) =>
        double.IsFinite(mostL) ? taken.Sum(n => things.All[n].Litres) : 0;

    private bool MayBe(IReadOnlyCollection<int> taken) =>
        LitresOf(taken) <= mostL && things.MayLie(taken.Count) && things.MaySit(taken);

    /// <summary>Whether it may hold if everything were dry, with what frost costs for sure; what was tried and did not is not asked again.</summary>
    private bool HoldsDry(Roof roof, IReadOnlyList<int> taken)
    {
        var key = BedTrials.KeyOf(taken);
        if (!MayBe(taken) || trials.IsTried(key, level) || roof.IsShort(key))
            return false;
        Laid++;
        var bed = things.Bed(taken);
        var model = run.Model.With(run.Closet);
        var frozen = 1 - losses.SparesOfFrost(taken);
        bool May(NightDemand d, Bedtime bedtime) =>
            model.MayHoldDry(
                d.Night,
                bed,
                bedtime,
                d.Threshold,
                new(d.Outside.Celsius - frozen * roof.FrostOn(d.Night)),
                d.Feet
            );
        var sleeping = trials.Sleeping(bed);
        var holds =
            losses.Demands.All(d => May(d, run.BedtimeAtBest(d.Night)))
            && losses.Demands.All(d => !trials.IsComeToCold(d.Night) || May(d, run.BedtimeAtBest(d.Night, sleeping)));
        if (!holds)
            roof.FallsShort(key);
        return holds;
    }
}
