using Ermine.Core.Air;
using Ermine.Core.Frost;
using Ermine.Core.Kit;

namespace Ermine.Core.Dryness;

/// <summary>What takes water out of things by day (assumptions).</summary>
public static class Drying
{
    /// <summary>What the heat of one body dries, g/h, shared by wetness.</summary>
    public const double OnBody = 8;

    /// <summary>Hours a day in which things dry under the jacket.</summary>
    public const double OnBodyHours = 6;

    /// <summary>Hung out, g/(h·m²·Pa).</summary>
    public const double Hung = 0.05;

    /// <summary>Hours hung out at noon on the move, and on a day of rest.</summary>
    public const double NoonHours = 1,
        RestHours = 5;

    /// <summary>What sun and stove add to the air, K.</summary>
    public const double Sun = 8,
        Stove = 25;

    /// <summary>Share of the frost on an outer face that brushing takes.</summary>
    public const double Brushed = 0.6;

    /// <summary>Humidity of the air by day over water, 0–1.</summary>
    public const double Humidity = 0.8;

    /// <summary>What hanging out takes from a thing, g.</summary>
    /// <param name="areaM2">Area that hangs, m².</param>
    /// <param name="airC">Air, °C.</param>
    /// <param name="warmerK">What sun or stove add, K.</param>
    /// <param name="hours">How long, h.</param>
    public static double HungOut(double areaM2, double airC, double warmerK, double hours) =>
        Hung
        * areaM2
        * hours
        * Math.Max(0, MoistAir.Saturation(airC + warmerK) - MoistAir.VapourPressure(airC, Humidity));

    /// <summary>Dries damp things by a given amount in all, shared by wetness.</summary>
    /// <param name="damp">The things.</param>
    /// <param name="water">Their water; changed.</param>
    /// <param name="grams">In all, g.</param>
    /// <returns>What they lost, g.</returns>
    public static double Shared(IReadOnlyList<KitItem> damp, WaterInHand water, double grams)
    {
        var all = damp.Sum(d => water.GramsOf(d.Id));
        return all <= 0 ? 0 : damp.Sum(d => water.Dry(d, Math.Min(grams, all) * water.GramsOf(d.Id) / all));
    }
}
