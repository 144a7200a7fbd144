using Ermine.Core.Body;
using MathNet.Numerics.LinearAlgebra;

namespace Ermine.Core.Learning;

/// <summary>A night, who slept it, and the bags and quilts it was slept in.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="Things">In what.</param>
/// <param name="Told">What it tells.</param>
public sealed record NightIn(Guid SleeperId, IReadOnlyList<Guid> Things, NightTold Told);

/// <summary>
/// How far bags and quilts come out off their labels, told apart from how their sleepers sleep: both are sought at once, since a night knows only
/// their sum. Sleepers normal(stated, 4 K), things normal(0, 3 K) (assumption). What nights say is log-concave, so there is one likeliest answer;
/// its curvature says how closely each is known (Laplace's method). One odd thing is likelier than many: things are taken in one after the other,
/// the most telling first, and all others are taken at their word.
/// </summary>
public static class OffLabels
{
    /// <summary>How far things differ from their labels, K: one standard deviation of the prior (assumption).</summary>
    public const double PriorK = 3;

    private const int MostRounds = 60;

    /// <summary>What is likelier than this is no slip of the pen; what is not says nothing here.</summary>
    private const double Slip = 1e-12;

    /// <summary>Things that come out otherwise than their labels, each with how much warmer, K; negative is short.</summary>
    /// <param name="nights">Nights that tell something.</param>
    /// <param name="stated">What each sleeper states, K.</param>
    /// <param name="isWorthSaying">Whether what is known of a thing is worth saying.</param>
    public static IReadOnlyDictionary<Guid, Known> Odd(
        IReadOnlyList<NightIn> nights,
        Func<Guid, double> stated,
        Func<Known, bool> isWorthSaying
    )
    {
        List<Guid> odd = [];
        List<Guid> asked = [.. nights.SelectMany(n => n.Things).Distinct().Where(t => CanBeTold(t, nights))];
        while (true)
        {
            var next = asked
                .Except(odd)
                .Select(t => (Thing: t, Off: Of(nights, stated, [.. odd, t])[t]))
                .Where(t => isWorthSaying(t.Off))
                .OrderByDescending(t => Math.Abs(t.Off.Mean) / t.Off.Sd)
                .FirstOrDefault();
            if (next.Off is null)
                return Of(nights, stated, odd);
            odd.Add(next.Thing);
        }
    }

    /// <summary>A thing that is used on more than half of its sleepers' nights is what they are measured in, and cannot be told from them.</summary>
    private static bool CanBeTold(Guid thing, IReadOnlyList<NightIn> nights)
    {
        var sleepers = nights.Where(n => n.Things.Contains(thing)).Select(n => n.SleeperId).ToHashSet();
        List<NightIn> theirs = [.. nights.Where(n => sleepers.Contains(n.SleeperId))];
        return 2 * theirs.Count(n => n.Things.Contains(thing)) <= theirs.Count;
    }

    /// <summary>Of some things how much warmer than its label each comes out, K, while all others are as labelled.</summary>
    /// <param name="nights">Nights that tell something.</param>
    /// <param name="stated">What each sleeper states, K.</param>
    /// <param name="things">The things.</param>
    public static IReadOnlyDictionary<Guid, Known> Of(
        IReadOnlyList<NightIn> nights,
        Func<Guid, double> stated,
        IReadOnlyList<Guid> things
    )
    {
        List<Guid> people = [.. nights.Select(n => n.SleeperId).Distinct()];
        if (things.Count == 0)
            return new Dictionary<Guid, Known>();
        var place = things.Index().ToDictionary(t => t.Item, t => t.Index);
        var count = people.Count + things.Count;
        List<(int[] At, NightTold Told)> read =
        [
            .. nights.Select(n =>
                (
                    (int[])
                        [
                            people.IndexOf(n.SleeperId),
                            .. n.Things.Where(things.Contains).Select(t => people.Count + place[t]),
                        ],
                    n.Told
                )
            ),
        ];
        var middle = Vector<double>.Build.Dense(count, i => i < people.Count ? stated(people[i]) : 0);
        var precision = Vector<double>.Build.Dense(
            count,
            i => 1 / (i < people.Count ? KnownBody.OffsetPriorK * KnownBody.OffsetPriorK : PriorK * PriorK)
        );
        var x = middle.Clone();
        var curvature = Matrix<double>.Build.DenseOfDiagonalVector(precision);
        for (var round = 0; round < MostRounds; round++)
        {
            var pull = (middle - x).PointwiseMultiply(precision);
            curvature = Matrix<double>.Build.DenseOfDiagonalVector(precision);
            foreach (var (at, told) in read)
            {
                var (slope, bend) = Slope(told, at.Sum(i => x[i]));
                foreach (var i in at)
                {
                    pull[i] += slope;
                    foreach (var k in at)
                        curvature[i, k] -= bend;
                }
            }
            var step = curvature.Solve(pull);
            // Steps of a few degrees at most: far out the curvature of a night is flat.
            var longest = step.AbsoluteMaximum();
            x += step * Math.Min(1, 3 / Math.Max(longest, 1e-12));
            if (longest < 1e-6)
                break;
        }
        var spread = curvature.Inverse();
        return things
            .Index()
            .ToDictionary(
                t => t.Item,
                t =>
                    Known.Normal(
                        x[people.Count + t.Index],
                        Math.Sqrt(spread[people.Count + t.Index, people.Count + t.Index]),
                        nights.Count(n => n.Things.Contains(t.Item))
                    )
            );
    }

    /// <summary>First and second derivative of the logarithm of a night's likelihood.</summary>
    private static (double Slope, double Bend) Slope(NightTold told, double offset)
    {
        var (from, to) = SleptBands.Of(told.Slept);
        var sd = Offsets.Spread(told);
        var likely = Offsets.Likelihood(told, offset);
        if (likely < Slip)
            return (0, 0);
        var (a, b) = ((from - told.MarginK - offset) / sd, (to - told.MarginK - offset) / sd);
        var slope = (Bell(a) - Bell(b)) / sd / likely;
        var bend = (Moment(a) - Moment(b)) / (sd * sd) / likely - slope * slope;
        return (slope, Math.Min(0, bend));

        static double Bell(double z) => double.IsInfinity(z) ? 0 : Math.Exp(-z * z / 2) / Math.Sqrt(2 * Math.PI);
        static double Moment(double z) => double.IsInfinity(z) ? 0 : z * Bell(z);
    }
}
