using Ermine.Core.Units;

namespace Ermine.Core.Ground;

/// <summary>What stands round the sleeper.</summary>
public enum Shelter
{
    /// <summary>Nothing, under the open sky.</summary>
    None,

    /// <summary>A wall of snow or brush against the wind, open above.</summary>
    Windbreak,

    /// <summary>A tarp pitched low with its doors closed.</summary>
    TarpLow,

    /// <summary>A tarp pitched high.</summary>
    TarpHigh,

    /// <summary>A single-wall tent.</summary>
    SingleWall,

    /// <summary>A double-wall tent.</summary>
    DoubleWall,

    /// <summary>A snow cave or snow house.</summary>
    SnowShelter,
}

/// <summary>A shelter as it is used for one night.</summary>
/// <param name="Kind">What stands round the sleeper.</param>
/// <param name="Sleepers">People in it, 1–8; warmth is credited for up to four.</param>
/// <param name="VentsOpen">Vents open: drier, and a degree colder.</param>
/// <param name="ClearSky">No cloud over a bed without cover.</param>
/// <param name="OutsideWind">Wind outside at 10 m, m/s.</param>
/// <param name="ClearSkyLoss">What a clear sky takes from a bed without cover, K.</param>
public readonly record struct ShelterUse(
    Shelter Kind,
    int Sleepers,
    bool VentsOpen,
    bool ClearSky,
    double OutsideWind,
    double ClearSkyLoss = ShelterUse.UsualClearSkyLoss
)
{
    /// <summary>What a clear sky takes from a bed without cover, K (assumption).</summary>
    public const double UsualClearSkyLoss = -3;

    /// <summary>Closed walls hold the breath in.</summary>
    public bool IsClosed => Kind is Shelter.SingleWall or Shelter.DoubleWall or Shelter.SnowShelter;

    /// <summary>Humidity of the air round the sleeper over water, 0–1: open vents let the breath out (assumption).</summary>
    public double Humidity => IsClosed && !VentsOpen ? 0.95 : 0.80;

    /// <summary>Share of the wind at the sleeper's height that comes through (assumption).</summary>
    public double WindFactor =>
        Kind switch
        {
            Shelter.SingleWall or Shelter.DoubleWall => 0.1,
            Shelter.SnowShelter => 0,
            Shelter.TarpLow => 0.3,
            Shelter.TarpHigh => 0.7,
            Shelter.Windbreak => 0.6,
            _ => 1,
        };

    /// <summary>
    /// Air round the sleeper for an air temperature outside (assumptions). Rises with the outside air, so that it can be read both ways.
    /// Further sleepers and open vents count in walled tents and under tarps.
    /// </summary>
    /// <param name="outside">Air outside.</param>
    public Temperature AirAround(Temperature outside)
    {
        var t = outside.Celsius;
        if (Kind == Shelter.SnowShelter)
            return new(t >= -8.5 ? t + 3.5 : -5 + 0.15 * (t + 8.5));
        var walls = Kind switch
        {
            Shelter.TarpLow or Shelter.TarpHigh => 0.5,
            Shelter.SingleWall => 2,
            Shelter.DoubleWall => 3.5,
            _ => ClearSky ? ClearSkyLoss : 0,
        };
        var covered = Kind is not (Shelter.None or Shelter.Windbreak);
        var company = covered ? 0.7 * Math.Clamp(Sleepers - 1, 0, 3) : 0;
        var vents = VentsOpen && IsClosed ? -1 : 0;
        return new(t + (walls + company + vents) * Math.Max(0.3, 1 - 0.07 * OutsideWind));
    }
}
