using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Units;

namespace Ermine.Core.Days;

/// <summary>One layer over hand or foot as it is drawn.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="ThicknessMm">As it lies, squeezed where it is, mm.</param>
/// <param name="Resistance">As it insulates there, wind and squeezing taken off, m²K/W.</param>
/// <param name="Cover">Share of the part that it covers.</param>
/// <param name="InnerC">On its inner face.</param>
/// <param name="OuterC">On its outer face.</param>
public sealed record EndLayer(
    Guid ItemId,
    double ThicknessMm,
    double Resistance,
    double Cover,
    Temperature InnerC,
    Temperature OuterC
);

/// <summary>A cut through hand or foot at a moment: what lies over the skin, and how warm it is between.</summary>
/// <param name="Part">Hands or feet.</param>
/// <param name="Hour">When.</param>
/// <param name="Skin">Fingers or toes.</param>
/// <param name="Air">Air round them.</param>
/// <param name="Layers">From the skin out.</param>
/// <param name="Tight">Something squeezes.</param>
/// <param name="OverMm">By how much the stack is thicker than its room, mm.</param>
/// <param name="Squeezes">What squeezes; null where nothing does.</param>
public sealed record EndCut(
    Part Part,
    double Hour,
    Temperature Skin,
    Temperature Air,
    IReadOnlyList<EndLayer> Layers,
    bool Tight,
    double OverMm,
    Guid? Squeezes
)
{
    /// <summary>Cuts through a part.</summary>
    /// <param name="part">Hands or feet.</param>
    /// <param name="worn">What is worn, from the skin out.</param>
    /// <param name="movement">How air moves along it.</param>
    /// <param name="hour">When.</param>
    /// <param name="skin">Fingers or toes, °C.</param>
    /// <param name="air">Air, °C.</param>
    public static EndCut Of(
        Part part,
        IReadOnlyList<Worn> worn,
        Movement movement,
        double hour,
        double skin,
        double air
    )
    {
        Worn[] on = [.. worn.Where(w => w.Garment.Main == part)];
        var stack = DayStack.FitOf(on, part);
        var kept = DayStack.Kept(on, part, movement);
        var all = on.Sum(w => Ways(w));
        var left = all > 0 ? Math.Max(0.2, 1 - stack.Lost / all) : 1;
        double Ways(Worn w) => w.Garment.Resistance * w.Garment.Cover(part, w.Opening);
        var film = DayStack.StillLayer(part, movement);
        var whole = kept * left * all + film;
        var (layers, inside) = (new List<EndLayer>(), 0.0);
        double At(double resistance) => skin - (skin - air) * resistance / whole;
        // What lies under the thing that squeezes is pressed to its room.
        var pressed = stack.Squeezes is { } tight ? Array.FindIndex(on, w => w.Garment.Item == tight) : 0;
        double Mm(Worn w) => Fit.ThicknessOf(w.Garment.Item, w.Garment.Resistance);
        var to = pressed > 0 ? Math.Max(0.2, 1 - stack.OverMm / on[..pressed].Sum(Mm)) : 1;
        foreach (var (n, w) in on.Index())
        {
            var resistance = kept * left * Ways(w);
            layers.Add(
                new(
                    w.Garment.Item.Id,
                    n < pressed ? to * Mm(w) : Mm(w),
                    resistance,
                    w.Garment.Cover(part, w.Opening),
                    new(At(inside)),
                    new(At(inside + resistance))
                )
            );
            inside += resistance;
        }
        return new(part, hour, new(skin), new(air), layers, stack.IsTight, stack.OverMm, stack.Squeezes?.Id);
    }
}
