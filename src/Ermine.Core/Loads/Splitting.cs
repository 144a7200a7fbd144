using System.Globalization;
using Google.OrTools.Sat;

namespace Ermine.Core.Loads;

/// <summary>One who carries.</summary>
/// <param name="OwnG">What that person moves already, g.</param>
/// <param name="Percent">Share of strength, 1–1 000; 100 each for an even split.</param>
public sealed record Bearer(double OwnG, int Percent = 100);

/// <summary>Things of the party split over who carries.</summary>
/// <param name="To">Who takes each thing, from 0.</param>
/// <param name="SpreadG">Between who moves most and who moves least, each by one's share, g.</param>
/// <param name="BoundG">No split comes to less than this, g.</param>
/// <param name="Proven">Nothing is more even.</param>
/// <param name="Seconds">How long it was sought.</param>
public sealed record Split(IReadOnlyList<int> To, double SpreadG, double BoundG, bool Proven, double Seconds);

/// <summary>
/// Splits things of the party so that the difference between who moves most and who moves least is as small as can be: a good split at once,
/// and with CP-SAT the proof that none is better. Weights are whole grams; with strengths each counts by grams over one's share.
/// </summary>
public static class Splitting
{
    /// <summary>Parts of a gram in which unequal shares are reckoned.</summary>
    private const long Fine = 1000;

    /// <summary>The heaviest first, each to who moves least by then; afterwards single things change hands while that helps.</summary>
    /// <param name="grams">Mass of each thing, g, 0 or more.</param>
    /// <param name="people">Who carries, 1–12.</param>
    public static Split AtOnce(IReadOnlyList<double> grams, IReadOnlyList<Bearer> people)
    {
        var (to, loads) = (new int[grams.Count], people.Select(p => (double)Whole(p.OwnG)).ToArray());
        double Felt(int who, double extra = 0) => (loads[who] + extra) * 100 / people[who].Percent;
        foreach (var thing in Enumerable.Range(0, grams.Count).OrderByDescending(i => grams[i]))
        {
            to[thing] = Enumerable.Range(0, people.Count).MinBy(p => Felt(p, Whole(grams[thing])));
            loads[to[thing]] += Whole(grams[thing]);
        }
        double Spread() =>
            Enumerable.Range(0, people.Count).Max(p => Felt(p)) - Enumerable.Range(0, people.Count).Min(p => Felt(p));
        void Give(int thing, int who)
        {
            loads[to[thing]] -= Whole(grams[thing]);
            loads[who] += Whole(grams[thing]);
            to[thing] = who;
        }
        for (var better = true; better; )
        {
            better = false;
            for (var thing = 0; thing < grams.Count; thing++)
            {
                for (var who = 0; who < people.Count; who++)
                {
                    var (before, old) = (Spread(), to[thing]);
                    Give(thing, who);
                    better |= Spread() < before - 0.5;
                    if (Spread() > before - 0.5)
                        Give(thing, old);
                }
            }
        }
        return new(to, Spread(), Least(grams, people), Spread() <= Least(grams, people) + 1e-9, 0);
    }

    /// <summary>The most even split of all, as far as the time goes.</summary>
    /// <inheritdoc cref="AtOnce"/>
    /// <param name="grams">Mass of each thing, g, 0 or more.</param>
    /// <param name="people">Who carries, 1–12.</param>
    /// <param name="within">Longest time to seek; until it is proven where none is given.</param>
    /// <param name="stop">Ends it with the best found so far.</param>
    public static Split Proven(
        IReadOnlyList<double> grams,
        IReadOnlyList<Bearer> people,
        TimeSpan? within = null,
        CancellationToken stop = default
    )
    {
        var first = AtOnce(grams, people);
        if (first.Proven || people.Count < 2 || grams.Count == 0)
            return first with { Proven = true, BoundG = first.SpreadG };
        if (stop.IsCancellationRequested)
            return first;
        var model = new CpModel();
        var takes = new BoolVar[grams.Count, people.Count];
        for (var t = 0; t < grams.Count; t++)
        {
            for (var p = 0; p < people.Count; p++)
            {
                takes[t, p] = model.NewBoolVar($"t{t}p{p}");
                model.AddHint(takes[t, p], first.To[t] == p ? 1 : 0);
            }
            var thing = t;
            model.AddExactlyOne(Enumerable.Range(0, people.Count).Select(p => takes[thing, p]));
        }
        var even = people.All(p => p.Percent == people[0].Percent);
        long Factor(Bearer p) => even ? 1 : (long)Math.Round(100.0 * Fine / p.Percent);
        var unit = even ? 100.0 / people[0].Percent : 1.0 / Fine;
        var ceiling = (long)(people.Sum(p => p.OwnG) + grams.Sum() + 1) * people.Max(Factor);
        var (most, least) = (model.NewIntVar(0, ceiling, "most"), model.NewIntVar(0, ceiling, "least"));
        for (var p = 0; p < people.Count; p++)
        {
            var who = p;
            var load =
                LinearExpr.WeightedSum(
                    Enumerable.Range(0, grams.Count).Select(t => takes[t, who]),
                    grams.Select(g => Whole(g) * Factor(people[who]))
                ) + (Whole(people[p].OwnG) * Factor(people[p]));
            model.Add(load <= most);
            model.Add(load >= least);
        }
        model.Minimize(most - least);
        var solver = new CpSolver
        {
            StringParameters =
                "num_workers:2 random_seed:1"
                + (
                    within is { } time
                        ? string.Create(CultureInfo.InvariantCulture, $" max_time_in_seconds:{time.TotalSeconds}")
                        : ""
                ),
        };
        using var ends = stop.Register(solver.StopSearch);
        var status = solver.Solve(model);
        var bound = Math.Max(0, solver.BestObjectiveBound) * unit;
        if (status is not (CpSolverStatus.Optimal or CpSolverStatus.Feasible))
            return first with { Seconds = solver.WallTime() };
        // In little time it may find less than what was known at once.
        if (status == CpSolverStatus.Feasible && solver.ObjectiveValue * unit > first.SpreadG)
            return first with { BoundG = Math.Max(first.BoundG, bound), Seconds = solver.WallTime() };
        return new(
            [
                .. Enumerable
                    .Range(0, grams.Count)
                    .Select(t => Enumerable.Range(0, people.Count).First(p => solver.BooleanValue(takes[t, p]))),
            ],
            solver.ObjectiveValue * unit,
            bound,
            status == CpSolverStatus.Optimal,
            solver.WallTime()
        );
    }

    private static long Whole(double grams) => (long)Math.Round(grams);

    /// <summary>Who moves most of one's own alone moves more than an even share: no split makes that up.</summary>
    private static double Least(IReadOnlyList<double> grams, IReadOnlyList<Bearer> people)
    {
        var most = people.Max(p => Whole(p.OwnG) * 100.0 / p.Percent);
        // All else is shared among the others at best, by their strength.
        var heaviest = people.First(p => Whole(p.OwnG) * 100.0 / p.Percent >= most);
        var others = people.Where(p => !ReferenceEquals(p, heaviest)).ToList();
        if (others.Count == 0)
            return 0;
        var level = (others.Sum(p => Whole(p.OwnG)) + grams.Sum(Whole)) * 100.0 / others.Sum(p => p.Percent);
        return Math.Max(0, most - level);
    }
}
