using Ermine.Core.Body;
using Ermine.Core.Ground;
using Ermine.Core.Units;

namespace Ermine.Core.Choosing;

/// <summary>What a night asks of a dry bed: that a threshold holds for the body in an air outside, and that the feet stay warm.</summary>
/// <param name="Night">Which, from 0.</param>
/// <param name="Threshold">What must hold.</param>
/// <param name="Outside">The air outside.</param>
/// <param name="MostFromFeet">Most that may go from the feet into the air, W/m²K, if the body is as warm as it can be; infinite where that is not asked.</param>
/// <param name="Feet">The feet must hold in that air too. Of a chance they need not: it is lost in another air for them than for the body.</param>
internal sealed record NightDemand(
    int Night,
    Threshold Threshold,
    Temperature Outside,
    double MostFromFeet,
    bool Feet = true
);
