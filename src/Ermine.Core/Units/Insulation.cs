namespace Ermine.Core.Units;

/// <summary>A thermal resistance, held in m²K/W.</summary>
/// <param name="SI">Square metre kelvin per watt, at or above 0.</param>
public readonly record struct Insulation(double SI)
{
    /// <summary>One R (ft²·°F·h/Btu) in m²K/W.</summary>
    public const double SIPerR = 0.1761;

    /// <summary>One clo in m²K/W.</summary>
    public const double SIPerClo = 0.155;

    /// <summary>One tog in m²K/W.</summary>
    public const double SIPerTog = 0.1;

    /// <summary>Resistance of lofted insulation, m²K/W per cm: 4 clo per inch (public tables).</summary>
    public const double SIPerLoftCm = 0.244;

    /// <summary>No insulation.</summary>
    public static Insulation Zero { get; } = new(0);

    /// <summary>The resistance as an R-value, ft²·°F·h/Btu.</summary>
    public double R => SI / SIPerR;

    /// <summary>The resistance in clo.</summary>
    public double Clo => SI / SIPerClo;

    /// <summary>The resistance in tog.</summary>
    public double Tog => SI / SIPerTog;

    /// <summary>Reads an R-value, ft²·°F·h/Btu.</summary>
    public static Insulation FromR(double r) => new(r * SIPerR);

    /// <summary>Reads clo.</summary>
    public static Insulation FromClo(double clo) => new(clo * SIPerClo);

    /// <summary>Reads tog.</summary>
    public static Insulation FromTog(double tog) => new(tog * SIPerTog);
}
