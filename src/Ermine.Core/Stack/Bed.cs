using Ermine.Core.Body;
using Ermine.Core.Ground;

namespace Ermine.Core.Stack;

/// <summary>What lies under a part of the body where no pad does, or where it gives more than the pad.</summary>
public enum UnderGap
{
    /// <summary>Nothing but the bag pressed flat.</summary>
    Nothing,

    /// <summary>Spare clothes.</summary>
    SpareClothes,

    /// <summary>An emptied rucksack: under legs and feet, or under the head.</summary>
    Rucksack,

    /// <summary>A pillow.</summary>
    Pillow,
}

/// <summary>How underquilts hang.</summary>
public enum UnderquiltFit
{
    /// <summary>Snug, the loft free.</summary>
    Snug,

    /// <summary>Stretched tight: the loft is pressed flat.</summary>
    TooTight,

    /// <summary>Gaps at the ends let air through.</summary>
    Gaps,
}

/// <summary>A hammock.</summary>
/// <param name="Fit">How the underquilts hang.</param>
/// <param name="WindCover">A cover keeps moving air off the underside.</param>
/// <param name="DoubleLayer">Its cloth is double, with air or a pad between.</param>
public sealed record Hammock(UnderquiltFit Fit = UnderquiltFit.Snug, bool WindCover = false, bool DoubleLayer = false);

/// <summary>Leaves, moss, twigs or hay stuffed under or heaped over a bed.</summary>
/// <param name="UnderCm">Thickness under the body as it lies compressed, cm, 0–50: between hammock and cover, or on the ground.</param>
/// <param name="OverCm">Thickness that lies loose over body and legs, cm, 0–50.</param>
/// <param name="Wet">It is wet.</param>
public sealed record Filling(double UnderCm = 0, double OverCm = 0, bool Wet = false)
{
    /// <summary>What a cm of it keeps, m²K/W (assumption).</summary>
    public const double PerCm = 0.03;

    /// <summary>Share that it keeps when wet (assumption).</summary>
    public const double WhenWet = 0.5;

    /// <summary>Under the body, m²K/W.</summary>
    public double Under => UnderCm * PerCm * (Wet ? WhenWet : 1);

    /// <summary>Over torso, legs and feet, m²K/W.</summary>
    public double Over => OverCm * PerCm * (Wet ? WhenWet : 1);
}

/// <summary>How a bed is made, besides the things in it.</summary>
/// <param name="Beneath">What lies under each part where no pad does; nothing where null.</param>
/// <param name="Hammock">Hangs instead of lying on the surface.</param>
/// <param name="Filling">Leaves or moss under or over; none where null.</param>
/// <param name="BreathInside">Mouth and nose inside the bag.</param>
/// <param name="Lies">Where one lies among several.</param>
public sealed record Bed(
    ByRegion<UnderGap>? Beneath = null,
    Hammock? Hammock = null,
    Filling? Filling = null,
    bool BreathInside = false,
    LiesAt Lies = LiesAt.NotSaid
)
{
    /// <summary>On the ground, nothing besides pads.</summary>
    public static Bed Plain { get; } = new();

    private static readonly ByRegion<UnderGap> Bare = Regions.Each(_ => UnderGap.Nothing);

    /// <summary>What lies under each part where no pad does.</summary>
    public ByRegion<UnderGap> Under => Beneath ?? Bare;

    /// <summary>An emptied rucksack as long as the legs under legs and feet.</summary>
    public static ByRegion<UnderGap> RucksackUnderLegs { get; } =
        new(UnderGap.Nothing, UnderGap.Nothing, UnderGap.Rucksack, UnderGap.Rucksack);
}
