using Ermine.Core.Body;
using Ermine.Core.Chance;

namespace Ermine.Core.Learning;

/// <summary>What a night tells of the sleeper.</summary>
/// <param name="MarginK">The low over what held for a sleeper of offset 0, K; positive to spare.</param>
/// <param name="Slept">How it was slept.</param>
/// <param name="HalfRangeK">Half of what readings of the low differ by, K, 0 or more.</param>
public sealed record NightTold(double MarginK, Slept Slept, double HalfRangeK = 0);

/// <summary>What a night did to what is known of a sleeper, in the order in which they are given.</summary>
/// <param name="ByK">How far it moved the mean, K.</param>
/// <param name="MeanK">The mean after it.</param>
/// <param name="SdK">The standard deviation after it.</param>
public sealed record Moved(double ByK, double MeanK, double SdK);

/// <summary>Bell curves at evenly spaced offsets, the first before any night and one after each of the latest, highest value of all 1.</summary>
/// <param name="FromK">First offset, K.</param>
/// <param name="StepK">From one to the next, K.</param>
/// <param name="LeftOut">Nights, from the first, whose curves are left out.</param>
/// <param name="Curves">The curves.</param>
public sealed record Hill(double FromK, double StepK, int LeftOut, IReadOnlyList<IReadOnlyList<double>> Curves);

/// <summary>A sleeper as own nights show.</summary>
/// <param name="Offset">How much warmer or colder than the model, K.</param>
/// <param name="Moved">What each night did.</param>
/// <param name="Hill">The same as curves.</param>
public sealed record OffsetLearned(Known Offset, IReadOnlyList<Moved> Moved, Hill Hill);

/// <summary>
/// A person's offset from nights slept: prior normal(stated, 4 K); the chance that a night with a margin is slept in a way is the share of
/// normal(margin + offset, s) in its band, s² = 2² + (half range)²/3 (assumptions).
/// </summary>
public static class Offsets
{
    /// <summary>Nights of which curves are shown, the latest.</summary>
    public const int MostCurves = 60;

    /// <summary>Ends and step of the curves that are shown, K.</summary>
    private const double ShownK = 12,
        ShownStepK = 0.25;

    /// <summary>Learns from nights; in whichever order they stand the result is the same.</summary>
    /// <param name="nights">The nights.</param>
    /// <param name="statedK">Middle of what was thought before, K.</param>
    public static OffsetLearned Of(IReadOnlyList<NightTold> nights, double statedK = 0)
    {
        var now = new Posterior(statedK, KnownBody.OffsetPriorK);
        var known = now.Told(0);
        var moved = new List<Moved>();
        var curves = new List<double[]> { Curve(now) };
        foreach (var night in nights)
        {
            now.Take(o => Likelihood(night, o));
            var then = now.Told(moved.Count + 1);
            moved.Add(new(then.Mean - known.Mean, then.Mean, then.Sd));
            if (moved.Count > nights.Count - MostCurves)
                curves.Add(Curve(now));
            known = then;
        }
        var highest = curves.Max(c => c.Max());
        return new(
            known,
            moved,
            new(
                -ShownK,
                ShownStepK,
                Math.Max(0, nights.Count - MostCurves),
                [.. curves.Select(c => (IReadOnlyList<double>)[.. c.Select(y => Math.Round(y / highest, 4))])]
            )
        );
    }

    /// <summary>How likely a night is for an offset.</summary>
    public static double Likelihood(NightTold night, double offsetK)
    {
        var (from, to) = SleptBands.Of(night.Slept);
        var sd = Math.Sqrt(Chances.NightToNightK * Chances.NightToNightK + night.HalfRangeK * night.HalfRangeK / 3);
        return SleptBands.Between(from, to, night.MarginK + offsetK, Spread(night));
    }

    /// <summary>How far a night lies off what its sleeper is, K.</summary>
    internal static double Spread(NightTold night) =>
        Math.Sqrt(Chances.NightToNightK * Chances.NightToNightK + night.HalfRangeK * night.HalfRangeK / 3);

    private static double[] Curve(Posterior of)
    {
        var (weights, step) = (of.Weights(), of.At[1] - of.At[0]);
        var curve = new double[(int)(2 * ShownK / ShownStepK) + 1];
        for (var i = 0; i < curve.Length; i++)
        {
            var x = (-ShownK + i * ShownStepK - of.At[0]) / step;
            if (x >= 0 && x < weights.Length - 1)
                curve[i] = weights[(int)x] + (x - (int)x) * (weights[(int)x + 1] - weights[(int)x]);
        }
        return curve;
    }
}
