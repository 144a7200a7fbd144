using Ermine.Core.Units;

namespace Ermine.Core.Air;

/// <summary>Moving air: wind chill, frostbite of a bare face, and the still layer that clings to every surface.</summary>
public static class Wind
{
    /// <summary>Wind at the height of a lying sleeper as a share of wind at 10 m (assumption).</summary>
    public const double SleeperHeightShare = 0.55;

    /// <summary>Wind at the sleeper, m/s, 0–18.</summary>
    /// <param name="windAt10M">Forecast wind at 10 m, m/s, at or above 0.</param>
    /// <param name="shelterFactor">What the shelter lets through, 0–1.</param>
    public static double AtSleeper(double windAt10M, double shelterFactor) =>
        Math.Clamp(SleeperHeightShare * windAt10M * shelterFactor, 0, 18);

    /// <summary>Resistance of the air layer on an outer surface, m²K/W (ISO 11079; the floor of 0.012 is an assumption).</summary>
    /// <param name="wind">Wind along the surface, m/s, at or above 0.</param>
    public static double AirLayer(double wind) => Math.Max(0.012, 0.092 * Math.Exp(-0.15 * wind) - 0.0045);

    /// <summary>Wind chill (2001 North American formula). Defined above 4.8 km/h and at or below 10 °C; elsewhere the air temperature itself.</summary>
    /// <param name="air">Air temperature.</param>
    /// <param name="windAt10M">Wind at 10 m, m/s.</param>
    public static Temperature Chill(Temperature air, double windAt10M)
    {
        var kmh = 3.6 * windAt10M;
        if (kmh <= 4.8 || air.Celsius > 10)
            return air;
        var v = Math.Pow(kmh, 0.16);
        return new(13.12 + 0.6215 * air.Celsius - 11.37 * v + 0.3965 * air.Celsius * v);
    }

    /// <summary>
    /// Minutes until a bare face freezes (Environment Canada), for wind taken between 25 and 80 km/h.
    /// Null where the wind chill is above −27 °C: freezing is unlikely. Read 30 and more as "over 30", 2 and less as "under 2".
    /// </summary>
    /// <param name="air">Air temperature.</param>
    /// <param name="windAt10M">Wind at 10 m, m/s.</param>
    public static double? MinutesToFrostbite(Temperature air, double windAt10M)
    {
        if (Chill(air, windAt10M).Celsius > -27)
            return null;
        var v = Math.Clamp(3.6 * windAt10M, 25, 80);
        return (-24.5 * (0.667 * v + 4.8) + 2111) * Math.Pow(-4.8 - air.Celsius, -1.668);
    }
}
