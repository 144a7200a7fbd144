namespace Ermine.Core.Air;

/// <summary>Saturation and vapour pressure of air, Magnus form after Sonntag 1990.</summary>
public static class MoistAir
{
    /// <summary>Saturation vapour pressure over water.</summary>
    /// <param name="celsius">Air temperature, °C, above −243.</param>
    /// <returns>Pa.</returns>
    public static double OverWater(double celsius) => 611.2 * Math.Exp(17.62 * celsius / (243.12 + celsius));

    /// <summary>Saturation vapour pressure over water at or above 0 °C and over ice below.</summary>
    /// <param name="celsius">Air temperature, °C, above −243.</param>
    /// <returns>Pa.</returns>
    public static double Saturation(double celsius) =>
        celsius >= 0 ? OverWater(celsius) : 611.2 * Math.Exp(22.46 * celsius / (272.62 + celsius));

    /// <summary>Vapour pressure of air whose humidity is quoted over water, never above saturation.</summary>
    /// <param name="celsius">Air temperature, °C.</param>
    /// <param name="humidity">Relative humidity, 0–1.</param>
    /// <returns>Pa.</returns>
    public static double VapourPressure(double celsius, double humidity) =>
        Math.Min(humidity * OverWater(celsius), Saturation(celsius));
}
