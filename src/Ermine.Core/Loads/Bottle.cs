using Ermine.Core.Air;

namespace Ermine.Core.Loads;

/// <summary>Hours until a bottle has its first ice and until half of it is ice; null where that never comes.</summary>
public sealed record BottleIce(double? FirstIceHours, double? HalfIceHours);

/// <summary>
/// A bottle that cools and freezes from the top (assumption: lumped, two and a half times as high as it is wide, still air on its cover as
/// everywhere; ice is not credited with keeping heat in, so half comes rather too soon).
/// </summary>
public static class Bottle
{
    private const double HeightOverWidth = 2.5;
    private const double JoulesPerLitreKelvin = 4190;
    private const double FusionPerLitre = 334_000;

    /// <summary>Surface of a bottle of so many litres, m².</summary>
    public static double AreaM2(double litres)
    {
        var width = Math.Cbrt(4 * litres / 1000 / (Math.PI * HeightOverWidth));
        return Math.PI * width * width * (HeightOverWidth + 0.5);
    }

    /// <summary>When it freezes.</summary>
    /// <param name="litres">Water in it, l, above 0.</param>
    /// <param name="coverR">What is round it, m²K/W, 0 or more.</param>
    /// <param name="startC">Water at first, °C, 0 or more.</param>
    /// <param name="airC">Air, °C.</param>
    /// <param name="windMs">Wind that reaches it, m/s.</param>
    public static BottleIce Freezes(double litres, double coverR, double startC, double airC, double windMs)
    {
        if (airC >= 0)
            return new(null, null);
        var lossPerK = AreaM2(litres) / (coverR + Wind.AirLayer(windMs));
        var first = litres * JoulesPerLitreKelvin / lossPerK * Math.Log((startC - airC) / -airC) / 3600;
        return new(first, first + litres * FusionPerLitre / 2 / (lossPerK * -airC) / 3600);
    }
}
