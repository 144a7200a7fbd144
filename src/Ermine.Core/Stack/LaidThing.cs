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

    /// <summary>Share of it that lies over a region that it covers: over the head only a closed hood.</summary>
    public double Over(Region region) =>
        Item.IsTopLayer && region == Region.Head ? (Use.HoodOpen ? 0 : Item.HoodShare) : 1;

    /// <summary>Share of a region that it covers, 0–1.</summary>
    public double Cover(Region region) =>
        Item.IsTopLayer && region == Region.Head ? (Over(region) > 0 ? 1 : 0) : Item.Cover[region];
}

/// <summary>A part of a region over which the same things lie, from the inside out.</summary>
/// <param name="Share">Share of the region.</param>
/// <param name="Worn">What is worn.</param>
/// <param name="Tops">Bags and quilts.</param>
/// <param name="Others">Liners and bivies.</param>
internal sealed record Way(double Share, int[] Worn, int[] Tops, int[] Others);
