using Google.OrTools.Sat;

namespace Ermine.Core.Choosing;

/// <summary>Gives each of a party one of the beds that are known, no lot taken more often than there is of it, with CP-SAT.</summary>
internal static class GivingOut
{
    /// <summary>Parts of a gram that are told apart.</summary>
    private const double Fine = 10;

    /// <summary>The lightest way: a bed for each, or null for who gets none.</summary>
    /// <param name="beds">Beds of each person.</param>
    /// <param name="there">How many there are of each lot.</param>
    /// <param name="withoutG">What it counts for that someone has no bed, g.</param>
    /// <param name="stop">Ends the work.</param>
    public static (double Grams, PartyColumn?[] Beds) Best(
        IReadOnlyList<IReadOnlyList<PartyColumn>> beds,
        IReadOnlyList<int> there,
        double withoutG,
        CancellationToken stop
    )
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
        if (solver.Solve(model) != CpSolverStatus.Optimal)
            return (beds.Count * withoutG, new PartyColumn?[beds.Count]);
        PartyColumn?[] given =
        [
            .. beds.Select((of, p) => of.Where((_, b) => solver.BooleanValue(takes[p][b])).FirstOrDefault()),
        ];
        return (given.Sum(b => b?.Grams ?? withoutG), given);
    }

    private static long Tenths(double grams) => (long)Math.Round(grams * Fine);
}
