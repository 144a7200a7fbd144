using Google.OrTools.LinearSolver;
using Google.OrTools.Sat;
using LinearExpr = Google.OrTools.Sat.LinearExpr;

namespace Ermine.Core.Choosing;

/// <summary>
/// Gives each of a party one of the beds that are known, no lot taken more often than there is of it: whole with CP-SAT, and in parts with a
/// linear program, which says what a lot is worth.
/// </summary>
/// <param name="beds">Beds of each person.</param>
/// <param name="there">How many there are of each lot.</param>
/// <param name="withoutG">What it counts for that someone has no bed, g.</param>
internal sealed class PartyMaster(
    IReadOnlyList<IReadOnlyList<PartyColumn>> beds,
    IReadOnlyList<int> there,
    double withoutG
)
{
    /// <summary>Parts of a gram that are told apart.</summary>
    private const double Fine = 10;

    /// <summary>Least weight if beds could be taken in parts, and what each lot is worth then, g.</summary>
    public (double Grams, double[] Worth) InParts()
    {
        using var solver = Solver.CreateSolver("GLOP");
        var lots = there.Select((n, i) => solver.MakeConstraint(double.NegativeInfinity, n, $"lot{i}")).ToList();
        solver.Objective().SetMinimization();
        foreach (var of in beds)
        {
            var one = solver.MakeConstraint(1, double.PositiveInfinity, "");
            Variable Var(double grams)
            {
                var part = solver.MakeNumVar(0, double.PositiveInfinity, "");
                solver.Objective().SetCoefficient(part, grams);
                one.SetCoefficient(part, 1);
                return part;
            }
            Var(withoutG);
            foreach (var bed in of)
            {
                var part = Var(bed.Grams);
                foreach (var (lot, count) in bed.Takes)
                    lots[lot].SetCoefficient(part, count);
            }
        }
        solver.Solve();
        return (solver.Objective().Value(), [.. lots.Select(l => Math.Max(0, -l.DualValue()))]);
    }

    /// <summary>The lightest way: a bed for each, or null for who gets none.</summary>
    /// <param name="stop">Ends the work.</param>
    public (double Grams, PartyColumn?[] Beds) Whole(CancellationToken stop)
    {
        var model = new CpModel();
        var takes = beds.Select(of => of.Select(_ => model.NewBoolVar("")).ToList()).ToList();
        var without = beds.Select(_ => model.NewBoolVar("")).ToList();
        foreach (var (of, none) in takes.Zip(without))
            model.AddExactlyOne(of.Append(none));
        for (var lot = 0; lot < there.Count; lot++)
        {
            var users = beds.SelectMany(
                    (of, p) => of.Select((bed, b) => (Var: takes[p][b], Count: bed.Takes.GetValueOrDefault(lot)))
                )
                .Where(u => u.Count > 0)
                .ToList();
            if (users.Count > 0)
                model.Add(
                    LinearExpr.WeightedSum(users.Select(u => u.Var), users.Select(u => (long)u.Count)) <= there[lot]
                );
        }
        model.Minimize(
            LinearExpr.WeightedSum(
                takes.SelectMany(t => t).Concat(without),
                beds.SelectMany(of => of.Select(b => Tenths(b.Grams))).Concat(without.Select(_ => Tenths(withoutG)))
            )
        );
        var solver = new CpSolver { StringParameters = "num_workers:1 random_seed:1" };
        using var ends = stop.Register(solver.StopSearch);
        var status = solver.Solve(model);
        if (status != CpSolverStatus.Optimal)
            return (beds.Count * withoutG, new PartyColumn?[beds.Count]);
        PartyColumn?[] given =
        [
            .. beds.Select((of, p) => of.Where((_, b) => solver.BooleanValue(takes[p][b])).FirstOrDefault()),
        ];
        return (given.Sum(b => b?.Grams ?? withoutG), given);
    }

    private static long Tenths(double grams) => (long)Math.Round(grams * Fine);
}
