using Ermine.Core.Kit;
using Ermine.Core.Stack;

namespace Ermine.Core.Nights;

/// <summary>A night's system with one input moved.</summary>
/// <param name="Pads">Factor on pads and underquilts.</param>
/// <param name="Tops">Factor on bags and quilts.</param>
/// <param name="Clothes">Factor on what is worn.</param>
/// <param name="Wind">Wind outside, m/s; null as it is.</param>
/// <param name="Openings">All closed, all open, or as they are.</param>
/// <param name="Damp">Water added, g on a g.</param>
/// <param name="FirmPads">Soft pads blown up again.</param>
public sealed record Variation(
    double Pads = 1,
    double Tops = 1,
    double Clothes = 1,
    double? Wind = null,
    bool? Openings = null,
    double Damp = 0,
    bool FirmPads = false
)
{
    /// <summary>A thing with the input moved.</summary>
    public Resolved Moved(Resolved thing) =>
        new(
            FirmPads ? thing.Item with { Soft = false } : thing.Item,
            thing.Reading with
            {
                Insulation = thing.Reading.Insulation is { } own ? new(own.SI * FactorOf(thing.Item.Side)) : null,
            },
            Moved(thing.Use, thing.Item.Kind)
        );

    /// <summary>A layer with its openings moved.</summary>
    public Layer Moved(Layer layer, ItemKind kind) =>
        Openings switch
        {
            null => layer,
            false => layer with { Closure = Closure.Closed, HoodOpen = false },
            _ => layer with { Closure = kind == ItemKind.Quilt ? Closure.Loose : Closure.CollarOpen, HoodOpen = true },
        };

    private double FactorOf(Side side) =>
        side switch
        {
            Side.Under => Pads,
            Side.On => Clothes,
            _ => Tops,
        };
}
