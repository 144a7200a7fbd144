using Ermine.Core.Units;

namespace Ermine.Core.Ground;

/// <summary>What the pads lie on.</summary>
public enum Surface
{
    /// <summary>A cot or a test bench: as cold as the air.</summary>
    Air,

    /// <summary>Seasonal snow, 30 cm or more.</summary>
    SeasonalSnow,

    /// <summary>Bare frozen ground.</summary>
    FrozenGround,

    /// <summary>Bare ground that is not frozen.</summary>
    UnfrozenGround,

    /// <summary>Lake ice under snow.</summary>
    LakeIce,

    /// <summary>Rock.</summary>
    Rock,

    /// <summary>Glacier or cold firn.</summary>
    Glacier,
}

/// <summary>Temperature of the ground under the pads (assumptions).</summary>
public static class GroundTemperature
{
    /// <summary>Mean annual air temperature taken for a glacier where none is known, °C (assumption).</summary>
    public const double GlacierMeanAnnual = -15;

    /// <summary>The ground for a night whose mean air is given.</summary>
    /// <param name="surface">What the pads lie on.</param>
    /// <param name="meanAir">Mean air of the night.</param>
    /// <param name="glacierMeanAnnual">Mean annual air temperature on a glacier, °C.</param>
    public static Temperature Of(Surface surface, Temperature meanAir, double glacierMeanAnnual = GlacierMeanAnnual)
    {
        var t = meanAir.Celsius;
        return new(
            surface switch
            {
                Surface.SeasonalSnow => Math.Min(0, 0.5 * t - 1),
                Surface.FrozenGround => 0.4 * t,
                Surface.UnfrozenGround => Math.Max(1, 0.6 * t + 2),
                Surface.LakeIce => Math.Min(0, 0.5 * t - 0.5),
                Surface.Rock => 0.8 * t,
                Surface.Glacier => Math.Min(0, 0.3 * t + 0.7 * glacierMeanAnnual),
                _ => t,
            }
        );
    }
}
