namespace Ermine.Core.Air;

/// <summary>What touches a body and what it wears: air, ground, humidity and wind at the place where it is, in one value.</summary>
/// <param name="AirC">Air round the body, °C.</param>
/// <param name="GroundC">What the underside faces, °C: the surface under the pads, or the air under a hammock.</param>
/// <param name="Humidity">Of that air over water, 0–1.</param>
/// <param name="WindMs">Wind along the body, m/s, 0–18.</param>
public readonly record struct Climate(double AirC, double GroundC, double Humidity, double WindMs = 0)
{
    /// <summary>Vapour pressure of the air, Pa.</summary>
    public double VapourPa => MoistAir.VapourPressure(AirC, Humidity);

    /// <summary>Still layer that clings to the outside, m²K/W.</summary>
    public double StillLayer => Wind.AirLayer(WindMs);
}
