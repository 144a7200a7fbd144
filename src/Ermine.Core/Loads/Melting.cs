using Ermine.Core.Kit;

namespace Ermine.Core.Loads;

/// <summary>A stove with its pan (assumptions).</summary>
/// <param name="FuelKJPerG">Heat of its fuel, kJ/g.</param>
/// <param name="Efficiency">Share of it that reaches the water, in the cold.</param>
public sealed record Stove(double FuelKJPerG, double Efficiency)
{
    /// <summary>Liquid fuel, which is assumed where no stove is along.</summary>
    public static Stove Liquid { get; } = new(Melting.LiquidFuel, 0.35);

    /// <summary>The stove that a thing is; null where it is none.</summary>
    public static Stove? Of(KitItem item) =>
        item.Type switch
        {
            "liquidStove" => Liquid,
            "gasStove" => new(Melting.Gas, 0.4),
            "spiritStove" => new(26.8, 0.3),
            "woodStove" => new(15, 0.12),
            _ => null,
        };
}

/// <summary>Water from snow.</summary>
public static class Melting
{
    /// <summary>Heat of liquid fuel and of gas, kJ/g.</summary>
    public const double LiquidFuel = 43,
        Gas = 45.5;

    /// <summary>Heat of warming snow, of melting it and of warming water, kJ/(kg·K) and kJ/kg.</summary>
    private const double Snow = 2.1,
        Fusion = 334,
        Water = 4.19;

    /// <summary>Fuel for water from snow, g.</summary>
    /// <param name="litres">Water, l, 0 or more.</param>
    /// <param name="snowC">Snow, °C, at most 0; what is above is taken as 0.</param>
    /// <param name="toC">Warmed to, °C, 0–100.</param>
    /// <param name="boiledLitres">Of it brought to the boil, l.</param>
    /// <param name="stove">Fuel and efficiency.</param>
    public static double FuelG(double litres, double snowC, double toC, double boiledLitres, Stove stove) =>
        (litres * (Snow * -Math.Min(0, snowC) + Fusion + Water * toC) + boiledLitres * Water * (100 - toC))
        / (stove.FuelKJPerG * stove.Efficiency);
}
