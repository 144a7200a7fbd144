using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Units;

namespace Ermine.Core.Days;

/// <summary>What the place of a block makes of the weather (assumptions).</summary>
public static class DayClimate
{
    /// <summary>What sun on the body, and a fire on one side of it, count for, K of air.</summary>
    public const double Sun = 3,
        Fire = 6;

    /// <summary>Share of the wind that is left.</summary>
    public static double WindIn(DayPlace place) =>
        place switch
        {
            DayPlace.Open => 1,
            DayPlace.Forest => 0.4,
            _ => 0.3,
        };

    /// <summary>Air round the body, °C, wind at 10 m as it is there, m/s, and humidity over water.</summary>
    /// <param name="air">The weather.</param>
    /// <param name="place">Where.</param>
    /// <param name="camp">Shelter of the camp, for what is done in it.</param>
    public static (double AirC, double WindMs, double Humidity) At(DayAir air, DayPlace place, Surroundings camp)
    {
        if (place == DayPlace.Tent)
            return (
                camp.Shelter.AirAround(new(air.AirC)).Celsius,
                air.WindMs * camp.Shelter.WindFactor,
                camp.Shelter.Humidity
            );
        var warmer = place == DayPlace.Fire ? Fire : 0;
        return (air.AirC + Math.Max(warmer, air.Sky == Sky.Sun ? Sun : 0), air.WindMs * WindIn(place), air.Humidity);
    }
}

/// <summary>What touches a body where it works.</summary>
/// <param name="Climate">Air round it.</param>
/// <param name="WindMs">Wind at 10 m as it is there, with own speed, m/s.</param>
/// <param name="Movement">How air moves along what is worn.</param>
/// <param name="Heat">Metabolic rate, W/m².</param>
public readonly record struct WhereWorked(Climate Climate, double WindMs, Movement Movement, double Heat)
{
    /// <summary>Of a block in a weather.</summary>
    /// <param name="block">What is done.</param>
    /// <param name="air">The weather.</param>
    /// <param name="camp">Shelter of the camp, for what is done in it.</param>
    /// <param name="sleeper">By whom.</param>
    public static WhereWorked Of(DayBlock block, DayAir air, Surroundings camp, Sleeper sleeper)
    {
        var (around, wind, humidity) = DayClimate.At(air, block.Place, camp);
        var heat = Work.Metabolic(block, sleeper, air.AirC);
        var speed = Work.Speed(block);
        var movement = Movement.Of(
            wind * Movement.BodyHeightShare,
            speed,
            heat,
            block.Going?.LoadKg ?? 0,
            Work.Bends(block.Activity)
        );
        return new(new(around, around, humidity, movement.Wind), wind + speed, movement, heat);
    }
}

/// <summary>Water from outside (assumptions).</summary>
public static class OutsideWater
{
    /// <summary>Rain and wet snow that a body catches, m² of it per m² of ground.</summary>
    private const double Caught = 0.2;

    /// <summary>Share of what falls that a body catches in a place.</summary>
    public static double CaughtIn(DayPlace place) =>
        place switch
        {
            DayPlace.Tent => 0,
            // What branches keep off they let down later.
            DayPlace.Forest => 0.8 * Caught,
            _ => Caught,
        };

    /// <summary>Share of what a plain cloth or leather lets in that fresh wax, spray or finish still does.</summary>
    private const double ThroughFresh = 0.3;

    /// <summary>Share of its finish that a thing keeps from one day out to the next.</summary>
    private const double FinishKept = 0.85;

    /// <summary>What feet take of wet snow besides what falls: they walk in it.</summary>
    public const double Underfoot = 3;

    /// <summary>
    /// Share that a layer lets in: next to nothing where it is waterproof, half where it is tightly woven or a boot; less while its finish is
    /// fresh.
    /// </summary>
    /// <param name="garment">The layer.</param>
    /// <param name="daysOut">Days that its finish has worn since the trip began.</param>
    public static double Passes(Garment garment, int daysOut = 0)
    {
        if (garment.IsWaterproof || garment.Tier == Tier.Barrier)
            return 0.02;
        var plain = garment.Item.Windproof || garment.Item.Sole != Sole.None ? 0.5 : 1;
        return plain * (1 - (1 - ThroughFresh) * garment.Item.Repellency * Math.Pow(FinishKept, daysOut));
    }
}
