using Ermine.Core.Air;

namespace Ermine.Core.Sleepers;

/// <summary>Heat a sleeper makes and loses with the breath.</summary>
public static class Metabolism
{
    /// <summary>Sleeping over resting heat (assumption).</summary>
    public const double SleepingFactor = 1.20;

    /// <summary>Highest sleeping heat credited, W/m²: that of the standard man (assumption).</summary>
    public const double Ceiling = 52.8;

    /// <summary>Highest sleeping heat credited under 18 years, W/m²: that of the standard woman (assumption).</summary>
    public const double CeilingUnder18 = 47.2;

    private const double WattsPerKcalPerDay = 4184.0 / 86400;

    /// <summary>Resting heat of the whole body, W (Mifflin–St Jeor). Ages under 25 count as 25.</summary>
    public static double RestingWatts(Sleeper sleeper)
    {
        var sexTerm = sleeper.Sex == Sex.Male ? 5 : -161;
        return (10 * sleeper.MassKg + 6.25 * sleeper.HeightCm - 5 * Math.Max(25, sleeper.AgeYears) + sexTerm)
            * WattsPerKcalPerDay;
    }

    /// <summary>Sleeping heat, W per m² of body, capped at <see cref="Ceiling"/> or <see cref="CeilingUnder18"/>.</summary>
    public static double Sleeping(Sleeper sleeper) =>
        Math.Min(
            SleepingFactor * RestingWatts(sleeper) / sleeper.BodyAreaM2,
            sleeper.AgeYears < 18 ? CeilingUnder18 : Ceiling
        );

    /// <summary>Heat lost by breathing, W per m² of body (ISO 11079).</summary>
    /// <param name="heat">Metabolic heat, W/m².</param>
    /// <param name="airCelsius">Air breathed, °C.</param>
    /// <param name="humidity">Its humidity over water, 0–1.</param>
    public static double Respiratory(double heat, double airCelsius, double humidity)
    {
        var exhaled = 29 + 0.2 * airCelsius;
        var exhaledKPa = MoistAir.Saturation(exhaled) / 1000;
        var airKPa = MoistAir.VapourPressure(airCelsius, humidity) / 1000;
        return 0.0173 * heat * (exhaledKPa - airKPa) + 0.0014 * heat * (exhaled - airCelsius);
    }
}
