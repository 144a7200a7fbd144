using Ermine.Core.Air;
using Ermine.Core.Units;

namespace Ermine.Core.Body;

/// <summary>What decides how warm one sleeps, besides what lies round the body.</summary>
/// <param name="SleepingHeat">Sleeping heat, W/m².</param>
/// <param name="OffsetK">How much colder than for others the night may be before a threshold is crossed, K; positive sleeps warmer.</param>
public readonly record struct Warmth(double SleepingHeat, double OffsetK = 0)
{
    /// <summary>Of a sleeper.</summary>
    public static Warmth Of(Sleeper sleeper) => new(Metabolism.Sleeping(sleeper), sleeper.Offset.Mean);

    /// <summary>
    /// The night in which others would fare as this sleeper does in this one: the one place where a person's offset enters. Thresholds and
    /// hours are read there; vapour, frost and feet see the air as it is.
    /// </summary>
    public Temperature Felt(Temperature outside) => new(outside.Celsius + OffsetK);
}

/// <summary>Heat a sleeper makes and loses with the breath.</summary>
public static class Metabolism
{
    /// <summary>Sleeping over resting heat (assumption).</summary>
    public const double SleepingFactor = 1.20;

    /// <summary>Highest sleeping heat credited, W/m²: that of the standard man (assumption).</summary>
    public const double Ceiling = 52.8;

    /// <summary>Highest sleeping heat credited under 18 years, W/m²: that of the standard woman (assumption).</summary>
    public const double CeilingUnder18 = 47.2;

    /// <summary>Age from which the full heat is credited, years.</summary>
    public const int AdultFrom = 18;

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
            sleeper.AgeYears < AdultFrom ? CeilingUnder18 : Ceiling
        );

    /// <summary>Heat lost by breathing, W per m² of body (ISO 11079).</summary>
    /// <param name="heat">Metabolic heat, W/m².</param>
    /// <param name="breathed">Air that is breathed.</param>
    public static double Respiratory(double heat, Climate breathed)
    {
        var exhaled = Exhaled(breathed);
        return BreathVapour(heat, breathed) + 0.0014 * heat * (exhaled - breathed.AirC);
    }

    /// <summary>The part of it that goes with vapour, W per m² of body.</summary>
    /// <inheritdoc cref="Respiratory"/>
    public static double BreathVapour(double heat, Climate breathed) =>
        0.0173 * heat * (MoistAir.Saturation(Exhaled(breathed)) / 1000 - breathed.VapourPa / 1000);

    private static double Exhaled(Climate breathed) => 29 + 0.2 * breathed.AirC;
}
