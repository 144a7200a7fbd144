using System.Runtime.InteropServices;

namespace Ermine.Core.Choosing;

/// <content>What is worn in a bed whose tops and pads are decided.</content>
internal sealed partial class LightestBed
{
    private int[]? lightest;
    private double lightestG;

    /// <summary>Least that what was left for later may come to, g.</summary>
    private double beyond;

    /// <summary>Seeks the lightest clothes with which it holds dry, no further than a stride.</summary>
    private void Dress(Lain lain)
    {
        (lightest, lightestG, beyond) = (null, Math.Min(best, Bound + Stride), double.PositiveInfinity);
        foreach (var way in WaysUnder(lain.Under))
            Dress(
                way,
                lain.Under,
                [.. lain.Under.Taken, .. lain.Pads, .. things.PinnedClothes],
                Open(things.Clothes),
                lain.Cost,
                tryIt: true
            );
        if (lightest is not null)
        {
            if (!sought.EveryOne && Reaches(lain.Under, lightest))
                Keep(lightest);
            Push(lain with { Next = lightest }, lightestG);
        }
        else
            Push(lain with { Next = null }, beyond);
    }

    private void Dress(LossPlanes way, Roof roof, List<int> taken, bool[] open, double spent, bool tryIt)
    {
        // What holds already needs nothing more.
        if (every.Count > 0 && BedTrials.KeyOf(taken) is var key && every.Exists(e => (e.Key & key) == e.Key))
            return;
        List<int> shut = [];
        while (true)
        {
            dressed++;
            var more = way.LeastMore(
                CollectionsMarshal.AsSpan(taken),
                open,
                totals.Below(lightestG) - spent,
                out var next
            );
            if (spent + more > totals.Below(lightestG))
            {
                beyond = Math.Min(beyond, spent + more);
                break;
            }
            if (next < 0)
            {
                if (tryIt && way.RulesOut(taken))
                    continue;
                if (tryIt && spent > sought.Floor - Totals.Grain && HoldsDry(roof, taken))
                {
                    (lightest, lightestG) = ([.. taken], spent);
                    break;
                }
                // It may hold by the planes and does not, or was tried and did not as it is slept in: anything more may help.
                next = FirstOf(clothesByWorth, open);
                if (next < 0)
                    break;
            }
            open[next] = false;
            shut.Add(next);
            if (spent + cost[next] > totals.Below(lightestG))
                beyond = Math.Min(beyond, spent + cost[next]);
            else
            {
                taken.Add(next);
                Dress(way, roof, taken, open, spent + cost[next], tryIt: true);
                taken.RemoveAt(taken.Count - 1);
            }
            // What is like a thing that is left out stands for it no more.
            for (var like = things.TwinOf[next]; like >= 0; like = things.TwinOf[like])
            {
                if (open[like])
                {
                    open[like] = false;
                    shut.Add(like);
                }
            }
            tryIt = false;
        }
        foreach (var n in shut)
            open[n] = true;
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

    private double LitresOf(IEnumerable<int> taken) => taken.Sum(n => things.All[n].Litres);

    private bool MayBe(IReadOnlyCollection<int> taken) => LitresOf(taken) <= mostL && things.MaySit(taken);

    /// <summary>Whether it may hold if everything were dry, with what frost costs for sure; what was tried and did not is not asked again.</summary>
    private bool HoldsDry(Roof roof, IReadOnlyList<int> taken)
    {
        var key = BedTrials.KeyOf(taken);
        if (!MayBe(taken) || trials.IsTried(key, level) || roof.IsShort(key, trustsFrost))
            return false;
        Laid++;
        var bed = things.Bed(taken);
        var holds = losses.Demands.All(d =>
            run.Model.MayHoldDry(
                d.Night,
                bed,
                run.BedtimeAtBest(d.Night),
                d.Threshold,
                new(d.Outside.Celsius - FrostOn(roof, d.Night)),
                d.Feet
            )
        );
        if (!holds)
            roof.FallsShort(key, trustsFrost);
        return holds;
    }
}
