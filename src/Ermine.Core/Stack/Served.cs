using Ermine.Core.Body;
using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>What a thing is when it serves in another way than its kind (assumptions).</summary>
public static class Served
{
    /// <summary>Resistance of a pillow of spare clothes, m²K/W (assumption).</summary>
    public const double Pillow = 0.25;

    private static readonly ByRegion<double> OverBody = new(0, 1, 1, 1),
        UnderHead = new(1, 0, 0, 0),
        RoundFeet = new(0, 0, 0.12, 1);

    /// <summary>Whether a kind of thing can serve so.</summary>
    public static bool Can(Serving serving, KitItem item) =>
        serving switch
        {
            Serving.Quilt => item.Kind == ItemKind.Bag,
            Serving.Blanket => item.Kind is ItemKind.Underquilt or ItemKind.Liner,
            Serving.Pillow or Serving.RoundFeet => item is { Kind: ItemKind.Garment, IsHeadwear: false },
            _ => true,
        };

    /// <summary>The thing as it serves; as it is where it cannot.</summary>
    internal static Resolved As(Serving serving, KitItem item, ItemReading reading, Layer use)
    {
        if (!Can(serving, item))
            return new(item, reading, use);
        return serving switch
        {
            // Opened flat it has no collar, no hood and no foot box that closes.
            Serving.Quilt => new(
                item with
                {
                    Kind = ItemKind.Quilt,
                    Cover = OverBody,
                    Hood = false,
                    Collar = false,
                    FootBox = FootBox.Open,
                    InnerGirthCm = null,
                },
                reading,
                use
            ),
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
            Serving.Pillow => new(
                item with
                {
                    Kind = ItemKind.Pad,
                    Cover = UnderHead,
                    LoftFactor = 1,
                },
                reading with
                {
                    Insulation = new(Pillow),
                },
                use
            ),
            Serving.RoundFeet => new(item with { Cover = RoundFeet }, reading, use),
            _ => new(item, reading, use),
        };
    }
}
