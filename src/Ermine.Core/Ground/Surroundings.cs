using Ermine.Core.Air;
using Ermine.Core.Units;

namespace Ermine.Core.Ground;

/// <summary>Where a sleeper lies: how the air outside becomes the climate that touches body and bed.</summary>
/// <param name="Surface">What the pads lie on.</param>
/// <param name="Shelter">What stands round the sleeper.</param>
/// <param name="GlacierMeanAnnual">Mean annual air temperature on a glacier, °C.</param>
/// <param name="GroundAir">Air outdoors that decides the ground of a heated shelter; null where the air of the night does.</param>
public sealed record Surroundings(
    Surface Surface,
    ShelterUse Shelter,
    double GlacierMeanAnnual = GroundTemperature.GlacierMeanAnnual,
    Temperature? GroundAir = null
)
{
    /// <summary>Air and ground as they stand, without a shelter: the frame of labels and of the plain calculator.</summary>
    public static Surroundings Open(Surface surface) => new(surface, new(Ground.Shelter.None, 1, false, false, 0));

    /// <summary>Wind at the sleeper, m/s.</summary>
    public double WindMs => Wind.AtSleeper(Shelter.OutsideWind, Shelter.WindFactor);

    /// <summary>What the underside faces: the surface, or the air round a hammock or cot.</summary>
    /// <param name="hung">Hangs in a hammock.</param>
    /// <param name="meanAir">Mean air of the night outside.</param>
    public Temperature GroundUnder(bool hung, Temperature meanAir) =>
        hung || Surface == Surface.Air
            ? Shelter.AirAround(meanAir)
            : GroundTemperature.Of(Surface, GroundAir ?? meanAir, GlacierMeanAnnual);

    /// <summary>The climate round a sleeper.</summary>
    /// <param name="outside">Air outside now.</param>
    /// <param name="hung">Hangs in a hammock.</param>
    /// <param name="meanAir">Mean air of the night outside; the air now where null.</param>
    public Climate ClimateAt(Temperature outside, bool hung, Temperature? meanAir = null) =>
        new(
            Shelter.AirAround(outside).Celsius,
            GroundUnder(hung, hung ? outside : meanAir ?? outside).Celsius,
            Shelter.Humidity,
            WindMs
        );
}
