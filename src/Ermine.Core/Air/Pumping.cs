namespace Ermine.Core.Air;

/// <summary>What wind and movement leave of the insulation of clothes (ISO 11079).</summary>
public static class Pumping
{
    /// <summary>Air along the body is reckoned between these, m/s.</summary>
    public const double LeastWind = 0.4,
        MostWind = 18;

    /// <summary>Movement that the work tells of, m/s.</summary>
    /// <param name="heat">Metabolic rate, W/m².</param>
    public static double WalkingOf(double heat) => Math.Clamp(0.0052 * (heat - 58), 0, 0.7);

    /// <summary>Share of its insulation at rest that clothing keeps.</summary>
    /// <param name="airPermeability">Of the outermost piece, l/m²s at 100 Pa; taken between 1 and 1000.</param>
    /// <param name="wind">Air along the body, m/s; taken between 0.4 and 18.</param>
    /// <param name="walking">Own movement, m/s.</param>
    public static double Kept(double airPermeability, double wind, double walking)
    {
        var p = Math.Log(Math.Clamp(airPermeability, 1, 1000));
        var v = Math.Clamp(wind, LeastWind, MostWind);
        return 0.54 * Math.Exp(0.075 * p - 0.15 * v - 0.22 * walking) - 0.06 * p + 0.5;
    }
}
