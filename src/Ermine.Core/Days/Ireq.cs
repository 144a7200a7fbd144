using Ermine.Core.Air;
using MathNet.Numerics.RootFinding;

namespace Ermine.Core.Days;

/// <summary>One set of conditions of the body that clothing has to keep (ISO 11079).</summary>
/// <param name="SkinC">Mean skin temperature, °C.</param>
/// <param name="Wettedness">Share of the skin that is wet, 0–1.</param>
public readonly record struct Strain(double SkinC, double Wettedness)
{
    /// <summary>Skin cool, vessels narrowed: the least that can be borne all day.</summary>
    /// <param name="heat">Metabolic rate, W/m².</param>
    public static Strain Minimal(double heat) => new(33.34 - 0.0354 * heat, 0.06);

    /// <summary>Neither cool nor warm.</summary>
    /// <param name="heat">Metabolic rate, W/m².</param>
    public static Strain Neutral(double heat) => new(35.7 - 0.0285 * heat, 0.001 * heat);
}

/// <summary>The work and the air that clothing is needed for.</summary>
/// <param name="Heat">Metabolic rate, W/m², 50–450.</param>
/// <param name="AirC">Air, °C, −80 to 40.</param>
/// <param name="WindMs">Air along the body, m/s; taken between 0.4 and 18.</param>
/// <param name="Humidity">Relative humidity over water, 0–1.</param>
/// <param name="WalkingMs">Own movement, m/s; null takes what the work tells.</param>
/// <param name="AirPermeability">Of the outermost piece, l/m²s at 100 Pa; taken between 1 and 1000.</param>
public readonly record struct Demand(
    double Heat,
    double AirC,
    double WindMs,
    double Humidity = 0.85,
    double? WalkingMs = null,
    double AirPermeability = 50
)
{
    /// <summary>Air along the body as it is reckoned, m/s.</summary>
    public double Wind => Math.Clamp(WindMs, Pumping.LeastWind, Pumping.MostWind);

    /// <summary>Own movement as it is reckoned, m/s.</summary>
    public double Walking => WalkingMs is { } typed ? Math.Clamp(typed, 0, Ireq.MostWalking) : Pumping.WalkingOf(Heat);

    /// <summary>Still layer on what is worn, m²K/W.</summary>
    public double AirLayer => 0.092 * Math.Exp(-0.15 * Wind - 0.22 * Walking) - 0.0045;
}

/// <summary>Required clothing insulation and time limits in the cold (ISO 11079:2007).</summary>
public static class Ireq
{
    /// <summary>Most own movement that is reckoned, m/s.</summary>
    public const double MostWalking = 1.2;

    /// <summary>Heat that a body may lose in a limited time, Wh/m².</summary>
    public const double MostLost = 40;

    /// <summary>Longest time limit that is given, h.</summary>
    public const double LongestLimit = 8;

    /// <summary>More is never needed where heat is made at all, m²K/W: what breath takes is a small part of it.</summary>
    private const double Most = 10;

    /// <summary>Resultant insulation that closes the balance, m²K/W; 0 where none is needed.</summary>
    /// <param name="strain">What it has to keep.</param>
    /// <param name="demand">For which work and air.</param>
    public static double Required(Strain strain, Demand demand)
    {
        var balance = new Balance(strain, demand);
        return balance.Spare(0) >= 0 ? 0 : Brent.FindRoot(balance.Spare, 0, Most, 1e-7);
    }

    /// <summary>Heat made over heat lost with a resultant insulation, W/m²: negative where it is too little.</summary>
    /// <param name="insulation">Resultant, m²K/W, at or above 0.</param>
    /// <param name="strain">At which conditions of the body.</param>
    /// <param name="demand">In which work and air.</param>
    public static double Spare(double insulation, Strain strain, Demand demand)
    {
        return new Balance(strain, demand).Spare(insulation);
    }

    /// <summary>What of the balance is the same whatever is worn.</summary>
    private readonly struct Balance(Strain strain, Demand demand)
    {
        private readonly double layer = demand.AirLayer;
        private readonly double fixedHeat =
            demand.Heat - Body.Metabolism.Respiratory(demand.Heat, new(demand.AirC, demand.AirC, demand.Humidity));
        private readonly double wet =
            strain.Wettedness
            * (MoistAir.OverWater(strain.SkinC) - MoistAir.VapourPressure(demand.AirC, demand.Humidity))
            / 1000;
        private readonly double warmer = strain.SkinC - demand.AirC;

        public double Spare(double insulation) =>
            fixedHeat - wet / (0.06 / 0.38 * (layer + insulation)) - warmer / (insulation + layer / Area(insulation));
    }

    /// <summary>Resultant of a basic insulation in wind and movement, m²K/W.</summary>
    /// <param name="basic">Insulation at rest in still air, m²K/W, at or above 0.</param>
    /// <param name="demand">In which work and air.</param>
    public static double Resultant(double basic, Demand demand)
    {
        var kept = Pumping.Kept(demand.AirPermeability, demand.Wind, demand.Walking);
        var found = basic;
        for (var n = 0; n < 60; n++)
            found = Math.Max(0, (basic + 0.085 / Area(found)) * kept - demand.AirLayer / Area(found));
        return found;
    }

    /// <summary>Basic insulation that has a resultant, m²K/W; 0 where none is needed.</summary>
    /// <param name="resultant">Resultant, m²K/W, at or above 0.</param>
    /// <param name="demand">In which work and air.</param>
    public static double Basic(double resultant, Demand demand)
    {
        var kept = Pumping.Kept(demand.AirPermeability, demand.Wind, demand.Walking);
        return Math.Max(0, (resultant + demand.AirLayer / Area(resultant)) / kept - 0.085 / Area(resultant));
    }

    /// <summary>Hours until the body has lost what it may; null where that takes over eight.</summary>
    /// <param name="resultant">What is worn, m²K/W.</param>
    /// <param name="demand">In which work and air.</param>
    public static double? LimitHours(double resultant, Demand demand)
    {
        var lost = -Spare(resultant, Strain.Minimal(demand.Heat), demand);
        return lost > MostLost / LongestLimit ? MostLost / lost : null;
    }

    private static double Area(double insulation) => 1 + 1.97 * insulation;
}
