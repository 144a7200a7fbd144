using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <content>What a stack without clothes gives, for those who ask what clothes would bring.</content>
public sealed partial class LayerStack
{
    /// <summary>Every way to lie in it, the usual one first. Nothing in it may be worn but barriers.</summary>
    /// <param name="alone">What each thing gives alone, m²K/W.</param>
    internal IReadOnlyList<BareBed> Bare(double[] alone) =>
        [.. Fewer().Prepend(new(anythingOver, anythingOver, Hanging: true)).Select(counted => Bare(alone, counted))];

    private BareBed Bare(double[] alone, Counted counted)
    {
        var bagBeside = inBag && counted.Tops && !wrapped && !(inBivy && counted.Covers) && !Hung;
        var crushed = !Hung && (inBivy && counted.Covers || (inBag || wrapped) && counted.Tops);
        return new(
            Regions.Each(r => OverWays(r, alone, counted)),
            Regions.Each(r => underside.Ways(r, alone, counted.Hanging)),
            (crushed ? Conductances.Crushed : 0) + (Hung && wrapped ? Conductances.WornUnderneathCeiling : 0),
            bagBeside ? StackBuilder.WornInsideBag : 0,
            Leakage(counted),
            counted.NothingOver,
            Hung
        );
    }

    private OverWay[] OverWays(Region region, double[] alone, Counted counted)
    {
        var found = new List<OverWay>();
        var from = 0.0;
        Span<double> gives = stackalloc double[things.Length];
        foreach (var way in ways[(int)region])
        {
            gives.Clear();
            var whole = Over(region, way, alone, counted, gives, null) + stillOutside;
            var (over, bags) = (0.0, 0.0);
            foreach (var i in way.Tops)
            {
                over += gives[i];
                bags += things[i].Item.Kind == ItemKind.Bag ? gives[i] : 0;
            }
            var creases =
                bags > 0 && region != Region.Head
                    ? StackBuilder.WornInsideBag * Math.Min(1, over / StackBuilder.FullBag)
                    : 0;
            found.Add(
                new(
                    from,
                    from + way.Share,
                    whole,
                    creases,
                    // Without the bags the others may count in full and lie uncrushed.
                    creases > 0
                        ? Math.Max(0, over - (over - bags) / (TopLayers.Further * (1 - TopLayers.MostCrush))) / creases
                        : 0
                )
            );
            from += way.Share;
        }
        return [.. found];
    }
}
