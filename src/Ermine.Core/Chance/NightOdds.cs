using MathNet.Numerics;

namespace Ermine.Core.Chance;

/// <summary>
/// What the chance of one night is made of: how cold it may get, and where the night turns for a sleeper who is as the model. A forecast's low
/// by lead time is a normal distribution round the camp's low; an ensemble's is the mean of its members, each widened by 1 K.
/// </summary>
/// <param name="CampLowC">Low at the camp, °C; the middle of what may come. Not looked at where there are members.</param>
/// <param name="SigmaK">Standard deviation of it, K, 0 or more.</param>
/// <param name="FlipC">Outside low at which it turns for the body of a sleeper of offset 0, °C; −∞ where it never does, +∞ where it has from the start.</param>
/// <param name="Members">Lows of the members of an ensemble at the camp, °C; null for lead time.</param>
/// <param name="FeetFlipC">Outside low at which it turns for the feet, °C: a person's offset is of the body and does not move it.</param>
public sealed record NightOdds(
    double CampLowC,
    double SigmaK,
    double FlipC,
    IReadOnlyList<double>? Members = null,
    double FeetFlipC = double.NegativeInfinity
)
{
    /// <summary>How far each member of an ensemble is spread, K (assumption).</summary>
    public const double MemberKernelK = 1;

    /// <summary>Chance that the night stays above its turn for a sleeper of a known offset, 0–1.</summary>
    /// <param name="offsetK">How much warmer than the model the sleeper sleeps, K.</param>
    public double At(double offsetK)
    {
        var flip = Math.Max(FlipC - offsetK, FeetFlipC);
        if (double.IsInfinity(flip))
            return flip < 0 ? 1 : 0;
        if (Members is not { Count: > 0 } members)
            return Above(CampLowC, SigmaK, flip);
        var sum = 0.0;
        foreach (var member in members)
            sum += Above(member, MemberKernelK, flip);
        return sum / members.Count;
    }

    private static double Above(double low, double sigma, double flip) =>
        sigma > 0 ? Phi((low - flip) / sigma)
        : low >= flip ? 1
        : 0;

    /// <summary>Standard normal distribution function.</summary>
    internal static double Phi(double z) =>
        z < -12 ? 0
        : z > 12 ? 1
        : 0.5 * SpecialFunctions.Erfc(-z / Math.Sqrt(2));
}
