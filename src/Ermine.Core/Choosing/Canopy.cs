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
    /// <summary>Planes that touched with so much more or less heat of skin vapour serve here too, W/m² (assumption: they touch near enough).</summary>
    private const double NearVapour = 0.5;

    private readonly List<(double Vapour, LossPoints Points)>[] touched =
    [
        .. ways.Select(_ => new List<(double, LossPoints)>()),
    ];

    /// <summary>It, laid out.</summary>
    public CanopyLaid Laid => laid;

    /// <summary>Ways to lie.</summary>
    public int Ways => ways.Length;

    /// <summary>What is put to it adds no more than this to the load, g.</summary>
    public double Left => left;

    /// <summary>Losses of a way to lie with the heat of skin vapour.</summary>
    /// <param name="way">The way.</param>
    /// <param name="evaporation">Tangents under that heat.</param>
    /// <param name="planes">Planes under the losses that touch at known points, or at such as are sought where there are none.</param>
    public LossPlanes Way(
        int way,
        IReadOnlyList<(double Constant, double Slope)> evaporation,
        Func<LeastLoss, LossPoints?, LossPlanes> planes
    )
    {
        var loss = ways[way].With(evaporation);
        // With a good deal on; where planes touch hangs little on it.
        var vapour = evaporation.Max(e => e.Constant + e.Slope);
        lock (touched[way])
        {
            var near = touched[way].Find(t => Math.Abs(t.Vapour - vapour) <= NearVapour).Points;
            var found = planes(loss, near);
            if (near is null)
                touched[way].Add((vapour, found.Points));
            return found;
        }
    }
}
