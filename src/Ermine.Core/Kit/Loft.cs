namespace Ermine.Core.Kit;

/// <summary>Loft of an old thing against a new one, by ruler or by its use.</summary>
public static class Loft
{
    /// <summary>Loft lost with each hundred nights of use (assumption).</summary>
    public const double LostPerHundredNights = 0.06;

    /// <summary>What dirt and skin oil keep off the loft of a thing not washed for fifty nights (assumption).</summary>
    public const double Dirty = 0.92;

    /// <summary>Least loft that use alone leaves (assumption).</summary>
    public const double Least = 0.6;

    /// <summary>What is taken of a bag or jacket that is only said to be old, until it is measured (assumption).</summary>
    public const double IfOld = 0.85;

    /// <summary>Least and most that loft is taken to be of new.</summary>
    public const double LeastFactor = 0.2,
        MostFactor = 1.2;

    /// <summary>By ruler: loft measured over loft when new, within 0.2–1.2.</summary>
    /// <param name="measuredCm">Loft now after an hour of rest, cm, above 0.</param>
    /// <param name="newCm">Loft when new, cm, above 0.</param>
    public static double ByRuler(double measuredCm, double newCm) =>
        Math.Clamp(measuredCm / newCm, LeastFactor, MostFactor);

    /// <summary>By use, where no ruler is at hand (assumption).</summary>
    /// <param name="nights">Nights slept in it, 0 or more.</param>
    /// <param name="nightsSinceWash">Nights since it was washed, 0 or more.</param>
    public static double ByUse(double nights, double nightsSinceWash) =>
        Math.Max(Least, (1 - LostPerHundredNights * nights / 100) * (nightsSinceWash >= 50 ? Dirty : 1));
}
