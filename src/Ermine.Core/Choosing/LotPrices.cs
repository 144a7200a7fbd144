using Google.OrTools.LinearSolver;

namespace Ermine.Core.Choosing;

/// <summary>
/// What a unit of each lot is worth to a party: the prices at which giving out the beds that are known in parts comes to least, with GLOP. They may
/// lie only so far from those before, for with few beds known they swing (a column generation with a box round its best prices).
/// </summary>
internal static class LotPrices
{
    /// <summary>The prices, and what they would bound all ways by if no other beds were found at them, g.</summary>
    /// <param name="beds">Beds of each person.</param>
    /// <param name="lots">The lots.</param>
    /// <param name="withoutG">What it counts for that someone has no bed, g.</param>
    /// <param name="from">The prices before, g.</param>
    /// <param name="step">How far they may lie from those, as a share of what one of a lot weighs.</param>
    /// <param name="grain">Prices are rounded to what all weights are multiples of.</param>
    public static (double[] Prices, double Hoped) Of(
        IReadOnlyList<IReadOnlyList<PartyColumn>> beds,
        IReadOnlyList<PartyLot> lots,
        double withoutG,
        double[] from,
        double step,
        Totals grain
    )
    {
        using var solver = Solver.CreateSolver("GLOP");
        var goal = solver.Objective();
        goal.SetMinimization();
        var there = lots.Select(l => solver.MakeConstraint(double.NegativeInfinity, l.Items.Count)).ToList();
        foreach (var of in beds)
        {
            var one = solver.MakeConstraint(1, 1);
            one.SetCoefficient(Part(withoutG), 1);
            foreach (var bed in of)
            {
                var part = Part(bed.Grams);
                one.SetCoefficient(part, 1);
                foreach (var (lot, count) in bed.Takes)
                    there[lot].SetCoefficient(part, count);
            }
        }
        var least = grain.StepG > 0 ? grain.StepG : Totals.Grain;
        foreach (var (n, lot) in lots.Index())
        {
            var far = Math.Max(2 * least, step * lot.MassG);
            // More than there is can be had at the highest price, and what is there can be sold at the lowest.
            there[n].SetCoefficient(Part(from[n] + far), -1);
            if (from[n] > far)
                there[n].SetCoefficient(Part(far - from[n]), 1);
        }
        return solver.Solve() == Solver.ResultStatus.OPTIMAL
            ? ([.. there.Select(c => Math.Max(0, least * Math.Round(-c.DualValue() / least)))], goal.Value())
            : (from, 0);

        Variable Part(double grams)
        {
            var part = solver.MakeNumVar(0, double.PositiveInfinity, "");
            goal.SetCoefficient(part, grams);
            return part;
        }
    }
}
