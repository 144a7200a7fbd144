using Ermine.Core.Days;
using Google.OrTools.Sat;

namespace Ermine.Core.Choosing;

/// <summary>The lightest pieces that have one of each of some groups among them, with CP-SAT.</summary>
internal static class LeastHit
{
    /// <summary>Parts of a gram that are told apart.</summary>
    private const double Fine = 10;

    /// <summary>Finds them.</summary>
    /// <param name="pieces">All pieces.</param>
    /// <param name="cost">What each costs, g.</param>
    /// <param name="stays">Which are always among them.</param>
    /// <param name="groups">Of each group one must be among them.</param>
    /// <param name="stop">Ends the work.</param>
    public static List<Garment>? Of(
        IReadOnlyList<Garment> pieces,
        Func<Garment, double> cost,
        Func<Garment, bool> stays,
        IReadOnlyList<IReadOnlyList<Garment>> groups,
        CancellationToken stop
    )
    {
        var model = new CpModel();
        var takes = pieces.ToDictionary(p => p, _ => model.NewBoolVar(""));
        foreach (var piece in pieces.Where(stays))
            model.Add(takes[piece] == 1);
        foreach (var group in groups)
            model.AddAtLeastOne(group.Select(p => takes[p]));
        model.Minimize(
            LinearExpr.WeightedSum(pieces.Select(p => takes[p]), pieces.Select(p => (long)Math.Round(cost(p) * Fine)))
        );
        var solver = new CpSolver { StringParameters = "num_workers:1 random_seed:1" };
        using var ends = stop.Register(solver.StopSearch);
        return solver.Solve(model) == CpSolverStatus.Optimal
            ? [.. pieces.Where(p => solver.BooleanValue(takes[p]))]
            : null;
    }
}
