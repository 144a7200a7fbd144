using System.Collections.Concurrent;
using Ermine.Core.Stack;

namespace Ermine.Core.Choosing;

/// <summary>
/// Bags, quilts and covers as they lie, whatever barriers are worn in them: a barrier gives nothing itself, so what is laid out serves for every
/// set of them, and only the heat of skin vapour is another.
/// </summary>
/// <param name="Beds">Ways to lie in them.</param>
/// <param name="Worn">The stack with so much cloth on the covered body, by which the heat of skin vapour is sampled.</param>
internal sealed record CanopyLaid(IReadOnlyList<BareBed> Beds, IReadOnlyList<(double On, BuiltStack Stack)> Worn);

/// <summary>What a canopy loses in one air.</summary>
/// <param name="laid">It, laid out.</param>
/// <param name="ways">Losses of each way to lie, without that of skin vapour.</param>
/// <param name="left">What is put to it adds no more than this to the load, g.</param>
internal sealed class Canopy(CanopyLaid laid, LeastLoss[] ways, double left)
{
    /// <summary>Heats of skin vapour no further apart than this share where planes touch, W/m².</summary>
    private const double NearVapour = 0.5;

    private readonly ConcurrentDictionary<(int Way, double Vapour), LossPoints> touched = [];

    /// <summary>It, laid out.</summary>
    public CanopyLaid Laid => laid;

    /// <summary>Ways to lie.</summary>
    public int Ways => ways.Length;

    /// <summary>What is put to it adds no more than this to the load, g.</summary>
    public double Left => left;

    /// <summary>Losses of a way to lie with the heat of skin vapour.</summary>
    /// <param name="way">The way.</param>
    /// <param name="evaporation">Tangents under that heat.</param>
    /// <param name="balanced">Where planes are to touch losses: remembered for all in which vapour carries off about as much, whoever asks first.</param>
    public (LeastLoss Loss, LossPoints At) Way(
        int way,
        IReadOnlyList<(double Constant, double Slope)> evaporation,
        Func<LeastLoss, LossPoints> balanced
    )
    {
        // With a good deal on: tangents lie under a loss wherever they touch it.
        var vapour = NearVapour * Math.Round(evaporation.Max(e => e.Constant + e.Slope) / NearVapour);
        var at = touched.GetOrAdd((way, vapour), key => balanced(ways[way].With([(key.Vapour, 0)])));
        return (ways[way].With(evaporation), at);
    }
}
