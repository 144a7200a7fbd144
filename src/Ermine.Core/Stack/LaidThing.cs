using Ermine.Core.Body;
using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>One thing of a stack with what hangs neither on water nor on its neighbours.</summary>
/// <param name="Item">The thing.</param>
/// <param name="Use">How it is used.</param>
/// <param name="Dry">Resistance when new and alone, m²K/W.</param>
/// <param name="Own">Corrections of its own, in their order.</param>
public sealed record LaidThing(KitItem Item, Layer Use, double Dry, IReadOnlyList<Correction> Own)
{
    /// <summary>What it is multiplied by besides damp and its neighbours.</summary>
    public double Factor { get; } = Own.Aggregate(1.0, (f, c) => f * c.Factor);

    /// <summary>Least that it keeps, m²K/W: what has failed or counts for nothing keeps nothing.</summary>
    public double Least { get; } =
        Own.Any(c =>
            c.Kind == CorrectionKind.OnlyUnderHammock
            || c.Kind == CorrectionKind.Loft && c.Factor < StackBuilder.LeastKept
        )
            ? 0
            : StackBuilder.LeastKept * Dry;

    /// <summary>From this on a garment covers a region whole: hands are drawn in at night (assumption).</summary>
    public const double CoversWhole = 0.95;

    /// <summary>A bag or quilt that holds its warmth at the neck.</summary>
    public bool ClosedAtNeck =>
        Item.IsTopLayer
        && Use.Closure == Closure.Closed
        && Item.Cover.Torso >= CoversWhole
        && (Item.Kind == ItemKind.Quilt || Item.Collar || Item.HasTemperatureLabel);

    /// <summary>Share of it that lies over a region that it covers: over head and neck that of its hood, where it has one.</summary>
    public double Over(Region region) =>
        Item.IsTopLayer && region == Region.Head && Item.HoodShare > 0 ? Item.HoodShare : 1;

    /// <summary>Share of a region that it covers, 0–1.</summary>
    public double Cover(Region region)
    {
        if (region == Region.Head)
        {
            if (Item.IsTopLayer)
                return ClosedHood ? 1
                    : ClosedAtNeck ? StillAir.Neck
                    : 0;
            if (Item.HasOwnHood && Use.HoodOpen)
                return 0;
        }
        var cover = Item.Cover[region];
        return Item.Side == Side.On && cover >= CoversWhole ? 1 : cover;
    }

    private bool ClosedHood => !Use.HoodOpen && Item.HoodShare > 0;
}

/// <summary>A part of a region over which the same things lie, from the inside out.</summary>
/// <param name="Share">Share of the region.</param>
/// <param name="Worn">What is worn.</param>
/// <param name="Tops">Bags and quilts.</param>
/// <param name="Others">Liners and bivies.</param>
/// <param name="StillUnderClothes">Still air under what is worn, m²K/W.</param>
/// <param name="StillInBivy">Still air in a bivy, m²K/W.</param>
internal sealed record Way(
    double Share,
    int[] Worn,
    int[] Tops,
    int[] Others,
    double StillUnderClothes,
    double StillInBivy
);
