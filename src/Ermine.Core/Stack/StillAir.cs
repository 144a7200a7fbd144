namespace Ermine.Core.Stack;

/// <summary>
/// Still air that clothing and covers hold besides their own resistance (assumptions). It counts in what is slept in on a trip; the bench of
/// labels holds it in its test wear already, and the plain calculators leave it to whoever types the numbers.
/// </summary>
public static class StillAir
{
    /// <summary>Under whatever is worn over torso, legs and feet, m²K/W.</summary>
    public const double UnderClothes = 0.05;

    /// <summary>Inside a bivy, all round but where the body lies on it, m²K/W.</summary>
    public const double InBivy = 0.10;

    /// <summary>Under a hammock for its own cloth, m²K/W.</summary>
    public const double HammockCloth = 0.05;

    /// <summary>More for a double layer, m²K/W.</summary>
    public const double DoubleLayer = 0.05;

    /// <summary>More for a wind cover or a poncho below, m²K/W.</summary>
    public const double BelowCover = 0.10;

    /// <summary>Share of the head region that is neck: it lies under a bag or quilt that is closed there, whatever the hood does.</summary>
    public const double Neck = 0.25;
}
