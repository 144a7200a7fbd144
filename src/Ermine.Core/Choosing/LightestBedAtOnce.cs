using System.Runtime.InteropServices;
using Ermine.Core.Kit;

namespace Ermine.Core.Choosing;

/// <content>A good bed at once, before the best is sought.</content>
internal sealed partial class LightestBed
{
    /// <summary>What may be put on while a good one is looked for at once.</summary>
    private IReadOnlyList<int> divesIn = [];

    /// <summary>A good one at once: without what is worn by day, for that comes along for nothing and may do harm; with it where none holds so.</summary>
    private void Dive()
    {
        divesIn = [.. things.Rest.Except(things.ByDay)];
        DiveIn();
        if (found is not null || things.ByDay.Length == 0 || IsToEnd())
            return;
        divesIn = things.Rest;
        DiveIn();
    }

    /// <summary>In one bag or quilt, else in two, else in all, with what saves most for its weight until it holds.</summary>
    private void DiveIn()
    {
        int[] pinned = [.. things.Tops.Where(things.IsPinned)];
        var free = things.Tops.Except(pinned).Where(n => things.Twins[n] < 0 && cost[n] < best).ToList();
        List<int[]> singles = [.. free.Where(n => things.All[n].Item.IsTopLayer).Select(n => new[] { n })];
        List<int[]> pairs = [.. singles.SelectMany(s => free.Where(n => n > s[0]).Select(n => (int[])[.. s, n]))];
        List<int[]> all =
        [
            [.. free],
        ];
        var worn = Barriers()
            .Where(w => CostOf(w) < best)
            .Take(MostWorn)
            .Select(w => (With: w, Planes: losses.Open(w, things.Tops).At(cost)))
            .ToList();
        var open = Open(divesIn);
        double Promise(int[] taken, LossPlanes way) =>
            CostOf(taken) + way.LeastMore([.. taken, .. things.PinnedRest], open, best, out _);
        var any = Open([.. divesIn, .. free]);
        List<int[]> picked =
        [
            .. worn.SelectMany(w => w.Planes.Picks(any))
                .Select(p => (int[])[.. free.Where(p.Contains)])
                .DistinctBy(BedTrials.KeyOf),
        ];
        foreach (
            var tops in (List<int[]>[])
                [
                    [.. singles, .. picked],
                    pairs,
                    all,
                ]
        )
        {
            var promising = worn.SelectMany(w =>
                    tops.Where(things.MayLieUnder)
                        .Select(t => (int[])[.. w.With, .. pinned, .. t])
                        .Select(t => (Taken: t, Bound: Promise(t, w.Planes)))
                )
                .Where(t => t.Bound < best)
                .OrderBy(t => t.Bound)
                .Take(MostWeighed)
                .Select(t => (t.Taken, Bound: WaysUnder(losses.Under(t.Taken)).Min(w => Promise(t.Taken, w))))
                .OrderBy(t => t.Bound)
                .ToList();
            foreach (var (n, (taken, bound)) in promising.Index())
            {
                if (found is not null && IsToEnd())
                    return;
                // More than a few only until one holds: frost may rule out all that promise most.
                if (found is not null && n >= MostDived)
                    break;
                // What is far from what was promised is not worth replaying, unless it is the last that can be done.
                if (
                    bound < best
                    && Held(
                        [.. taken, .. things.PinnedRest],
                        losses.Under(taken),
                        tops == all ? double.PositiveInfinity : Far
                    )
                )
                    Lighten();
            }
            if (found is not null && tops == pairs)
                return;
        }
    }

    /// <summary>So many times what was promised is far from it.</summary>
    private const double Far = 2;

    /// <summary>So many things are tried in vain to be left out of a good one: a trip replayed costs more than they are worth.</summary>
    private const int MostInVain = 4;

    /// <summary>Leaves out of what was found what can be left out, the heaviest first.</summary>
    private void Lighten()
    {
        var inVain = 0;
        foreach (var n in (int[])[.. found!.Where(n => !things.IsPinned(n)).OrderByDescending(n => cost[n])])
        {
            if (inVain == MostInVain || IsToEnd())
                return;
            int[] without = [.. found!.Where(i => i != n)];
            var roof = losses.Under([
                .. without.Where(i => things.All[i].Item.Side == Side.Over || things.Barriers.Contains(i)),
            ]);
            if (!HoldsDry(roof, without))
                continue;
            if (trials.Reaches(without, level))
                Keep(without);
            else
                inVain++;
        }
    }

    /// <summary>Bags and quilts that a first good one is sought in, of how many they are the best, and sets of barriers worn in them.</summary>
    private const int MostDived = 3,
        MostWeighed = 12,
        MostWorn = 8;

    /// <summary>
    /// Puts on what saves most for its weight until it holds: after the first that is slept in under a roof with the frost that was seen there, and
    /// where that is not enough twice as much each time; up to so many times what it might cost.
    /// </summary>
    private bool Held(List<int> with, Roof roof, double far = double.PositiveInfinity)
    {
        var (open, at, adding, ruledOut) = (Open(divesIn), 0, 1, false);
        foreach (var n in with)
            open[n] = false;
        var (way, most) = Way();
        while (true)
        {
            if (
                double.IsInfinity(
                    way.LeastMore(CollectionsMarshal.AsSpan(with), open, double.PositiveInfinity, out var next)
                )
            )
                return false;
            // Once only: what rules it out may say no more than nothing.
            if (next < 0 && !ruledOut && way.RulesOut(with))
            {
                ruledOut = true;
                continue;
            }
            if (next < 0)
            {
                if (
                    CostOf(with) >= Math.Min(best - Totals.Grain, most)
                    || LitresOf(with) > mostL
                    || !things.MayLie(with.Count)
                )
                    return false;
                next = FirstOf(restByWorth, open);
                if (--at <= 0 || next < 0)
                {
                    if (MayBe(with) && HoldsDry(roof, with))
                    {
                        var isNew = roof.IsNew;
                        if (Reaches(roof, with))
                        {
                            Keep(with);
                            return true;
                        }
                        if (isNew)
                        {
                            See(roof, with);
                            (way, most) = Way();
                            continue;
                        }
                    }
                    (at, adding) = (adding, 2 * adding);
                }
                if (next < 0)
                    return false;
            }
            open[next] = ruledOut = false;
            with.Add(next);
        }

        (LossPlanes Way, double Most) Way()
        {
            var (best, least) = WaysUnder(roof)
                .Select(w => (w, w.LeastMore(CollectionsMarshal.AsSpan(with), open, double.PositiveInfinity, out _)))
                .MinBy(w => w.Item2);
            // What costs nothing is far from nothing.
            return (best, double.IsInfinity(far) ? far : far * (CostOf(with) + least));
        }
    }
}
