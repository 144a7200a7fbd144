using MathNet.Numerics;

namespace Ermine.Core.Choosing;

/// <summary>What choices can come to: where all weights are multiples of one weight no total lies between two multiples of it.</summary>
/// <param name="StepG">That weight, g; 0 where there is none.</param>
internal readonly record struct Totals(double StepG)
{
    /// <summary>Lighter by less than this is no lighter, g.</summary>
    public const double Grain = 0.05;

    /// <summary>Of things that cost so much.</summary>
    public static Totals Of(double[] cost)
    {
        var step = 0L;
        foreach (var g in cost)
        {
            if (Math.Abs(g - Math.Round(g)) > 1e-9)
                return new(0);
            step = Euclid.GreatestCommonDivisor(step, (long)Math.Round(g));
        }
        return new(step);
    }

    /// <summary>What a total that is no less than this comes to at least, g.</summary>
    public double Up(double least) =>
        StepG > 0 && double.IsFinite(least) ? Math.Ceiling(least / StepG - 1e-6) * StepG : least;

    /// <summary>What is lighter than this comes to no more than what is returned, g.</summary>
    public double Below(double most) =>
        StepG > 0 && double.IsFinite(most)
            ? (Math.Ceiling((most - Grain) / StepG - 1e-6) - 1) * StepG + 1e-6
            : most - Grain;
}
