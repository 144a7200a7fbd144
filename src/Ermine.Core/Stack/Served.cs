using Ermine.Core.Body;
using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>What a thing is when it serves in another way than its kind (assumptions).</summary>
public static class Served
{
    /// <summary>Length of the regions of one who lies, as share of the whole (assumption): by it a short pad is laid from the feet up.</summary>
    private static readonly ByRegion<double> Length = new(0.13, 0.35, 0.43, 0.09);

    private static readonly Cover OverBody = new(0, 1, 1, 1),
        RoundFeet = new(0, 0, 0.12, 1);

    /// <summary>Whether a kind of thing can serve so.</summary>
    public static bool Can(Serving serving, KitItem item) =>
        serving switch
        {
            Serving.Quilt => item.Kind == ItemKind.Bag,
            Serving.Blanket => item.Kind is ItemKind.Underquilt or ItemKind.Liner,
            Serving.Wrapped => item.Kind is ItemKind.Bag or ItemKind.Quilt or ItemKind.Underquilt or ItemKind.Liner,
            Serving.FromFeet => item.Kind == ItemKind.Pad,
            Serving.RoundFeet => item is { Kind: ItemKind.Garment, IsHeadwear: false },
            _ => true,
        };

    /// <summary>The thing as it serves; as it is where it cannot.</summary>
    internal static Resolved As(Serving serving, KitItem item, ItemReading reading, Layer use)
    {
        if (!Can(serving, item))
            return new(item, reading, use);
        return serving switch
        {
            Serving.Quilt => new(Opened(item), reading, use),
            Serving.Blanket => new(
                item with
                {
                    Kind = ItemKind.Quilt,
                    Cover = OverBody,
                    FootBox = FootBox.Open,
                },
                reading,
                use with
                {
                    Closure = Closure.Loose,
                }
            ),
            // Tucked in under the body on both sides it is held like a quilt by its straps, open at the neck.
            Serving.Wrapped => new(Opened(item), reading, use with { Closure = Closure.StrapsOnly }),
            Serving.FromFeet => new(item with { Cover = FromFeetUp(item.Cover) }, reading, use),
            Serving.RoundFeet => new(item with { Cover = RoundFeet }, reading, use),
            _ => new(item, reading, use),
        };
    }

    /// <summary>Opened flat a thing has no collar, no hood and no foot box that closes.</summary>
    private static KitItem Opened(KitItem item) =>
        item with
        {
            Kind = ItemKind.Quilt,
            Cover = OverBody,
            Hood = false,
            Collar = false,
            FootBox = FootBox.Open,
            InnerGirthCm = null,
        };

    /// <summary>What a pad covers when as much of it lies from the feet up.</summary>
    private static Cover FromFeetUp(Cover cover)
    {
        var left = Regions.All.Sum(r => cover[r] * Length[r]);
        double Covered(Region region)
        {
            var share = Math.Min(1, left / Length[region]);
            left -= share * Length[region];
            return share;
        }
        var (feet, legs, torso) = (Covered(Region.Feet), Covered(Region.Legs), Covered(Region.Torso));
        return new(Covered(Region.Head), torso, legs, feet);
    }
}
