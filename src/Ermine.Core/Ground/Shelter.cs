using Ermine.Core.Units;

namespace Ermine.Core.Ground;

/// <summary>What stands round the sleeper.</summary>
public enum Shelter
{
    /// <summary>Nothing, under the open sky.</summary>
    None,

    /// <summary>A wall of snow or brush against the wind, open above.</summary>
    Windbreak,

    /// <summary>Walls on three sides and a roof, open in front.</summary>
    ThreeSided,

    /// <summary>A tarp closed to the snow: its edges snowed in, its doors shut.</summary>
    TarpClosed,

    /// <summary>A tarp pitched low: a gap of a hand or two above the ground, its doors shut.</summary>
    TarpLow,

    /// <summary>A tarp pitched high, or with its doors open.</summary>
    TarpHigh,

    /// <summary>A single-wall tent.</summary>
    SingleWall,

    /// <summary>A double-wall tent.</summary>
    DoubleWall,

    /// <summary>A snow cave or snow house.</summary>
    SnowShelter,

    /// <summary>A hut or a tent with a stove, with air of its own.</summary>
    Heated,
}

/// <summary>Where one lies among several.</summary>
public enum LiesAt
{
    /// <summary>Not said: as the others on the mean.</summary>
    NotSaid,

    /// <summary>At the wall, with someone on one side.</summary>
    Wall,

    /// <summary>In the middle, with someone on either side.</summary>
    Middle,
}

/// <summary>A shelter as it is used for one night.</summary>
/// <param name="Kind">What stands round the sleeper.</param>
/// <param name="Sleepers">People in it, 1–8; warmth is credited for up to four.</param>
/// <param name="VentsOpen">Vents open: drier, and a degree colder.</param>
/// <param name="ClearSky">No cloud over a bed without cover.</param>
/// <param name="OutsideWind">Wind outside at 10 m, m/s.</param>
/// <param name="ClearSkyLoss">What a clear sky takes from a bed without cover, K.</param>
/// <param name="Lies">Where one lies among several.</param>
public readonly record struct ShelterUse(
    Shelter Kind,
    int Sleepers,
    bool VentsOpen,
    bool ClearSky,
    double OutsideWind,
    double ClearSkyLoss = ShelterUse.UsualClearSkyLoss,
    LiesAt Lies = LiesAt.NotSaid
)
{
    /// <summary>What a clear sky takes from a bed without cover, K (assumption).</summary>
    public const double UsualClearSkyLoss = -3;

    /// <summary>What each further sleeper adds to the air, K, up to three of them (assumption).</summary>
    public const double Company = 0.7;

    /// <summary>What lying in the middle adds, and lying at the wall takes, K: half a neighbour (assumption).</summary>
    public const double HalfANeighbour = 0.35;

    /// <summary>Walls and roof against the sky.</summary>
    public bool IsCovered => Kind is not (Shelter.None or Shelter.Windbreak);

    /// <summary>A tarp or more keeps moving air off the underside of a hammock.</summary>
    public bool ShieldsBelow => Kind is Shelter.TarpLow or Shelter.TarpClosed;

    /// <summary>Closed walls hold the breath in.</summary>
    public bool IsClosed => Kind is Shelter.SingleWall or Shelter.DoubleWall or Shelter.SnowShelter;

    /// <summary>Humidity of the air round the sleeper over water, 0–1: open vents let the breath out (assumption).</summary>
    public double Humidity => IsClosed && !VentsOpen ? 0.95 : 0.80;

    /// <summary>Share of the wind at the sleeper's height that comes through (assumption).</summary>
    public double WindFactor =>
        Kind switch
        {
            Shelter.SingleWall or Shelter.DoubleWall => 0.1,
            Shelter.SnowShelter or Shelter.Heated => 0,
            Shelter.TarpClosed => 0.15,
            Shelter.TarpLow => 0.3,
            Shelter.ThreeSided => 0.4,
            Shelter.TarpHigh => 0.7,
            Shelter.Windbreak => 0.6,
            _ => 1,
        };

    /// <summary>
    /// Air round the sleeper for an air temperature outside (assumptions). Rises with the outside air, so that it can be read both ways.
    /// Further sleepers and open vents count in walled tents and under tarps. A heated shelter has its own air: there it is that air which is
    /// given and planned for.
    /// </summary>
    /// <param name="outside">Air outside.</param>
    public Temperature AirAround(Temperature outside)
    {
        var t = outside.Celsius;
        if (Kind == Shelter.SnowShelter)
            return new(t >= -8.5 ? t + 3.5 : -5 + 0.15 * (t + 8.5));
        if (Kind == Shelter.Heated)
            return outside;
        var walls = Kind switch
        {
            Shelter.TarpClosed or Shelter.TarpLow or Shelter.TarpHigh or Shelter.ThreeSided => 0.5,
            Shelter.SingleWall => 2,
            Shelter.DoubleWall => 3.5,
            _ => ClearSky ? ClearSkyLoss : 0,
        };
        var company = IsCovered
            ? Company * Math.Clamp(Sleepers - 1, 0, 3)
                + Lies switch
                {
                    LiesAt.Middle when Sleepers > 2 => HalfANeighbour,
                    LiesAt.Wall when Sleepers > 1 => -HalfANeighbour,
                    _ => 0,
                }
            : 0;
        var vents = VentsOpen && IsClosed ? -1 : 0;
        return new(t + (walls + company + vents) * Math.Max(0.3, 1 - 0.07 * OutsideWind));
    }
}
