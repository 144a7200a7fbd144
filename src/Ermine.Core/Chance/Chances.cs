namespace Ermine.Core.Chance;

/// <summary>Chances of the nights of one person.</summary>
/// <param name="Each">Of each night alone, 0–1.</param>
/// <param name="All">Of all of them, 0–1: more than their product, since it is the same sleeper every night.</param>
public sealed record Chances(IReadOnlyList<double> Each, double All)
{
    /// <summary>How far the same sleeper's nights differ from each other, K (assumption). A night that is logged is off by it; the chance does not count it.</summary>
    public const double NightToNightK = 2;

    /// <summary>How far the sleeper's distribution is walked, standard deviations either way.</summary>
    private const double Reach = 5;

    /// <summary>Steps over it: for bell-shaped weights evenly spaced sums are exact to many digits.</summary>
    private const int Steps = 48;

    /// <summary>
    /// Chances for a sleeper of whom a mean and a standard deviation are known: given the offset nights are independent, so all of them are the
    /// mean of their product over what the sleeper may be.
    /// </summary>
    /// <param name="nights">The nights.</param>
    /// <param name="meanK">Mean of the sleeper's offset, K.</param>
    /// <param name="sdK">Its standard deviation, K, 0 or more.</param>
    public static Chances Of(IReadOnlyList<NightOdds> nights, double meanK, double sdK)
    {
        var each = new double[nights.Count];
        var (all, weights) = (0.0, 0.0);
        var steps = sdK > 0 ? Steps : 0;
        for (var step = 0; step <= steps; step++)
        {
            var z = steps == 0 ? 0 : Reach * (2.0 * step / steps - 1);
            var weight = Math.Exp(-z * z / 2);
            var product = 1.0;
            for (var n = 0; n < each.Length; n++)
            {
                var chance = nights[n].At(meanK + sdK * z);
                each[n] += weight * chance;
                product *= chance;
            }
            all += weight * product;
            weights += weight;
        }
        return new([.. each.Select(e => e / weights)], all / weights);
    }
}
