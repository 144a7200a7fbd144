using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <content>What a stack without clothes gives, for those who ask what clothes would bring.</content>
public sealed partial class LayerStack
{
    /// <summary>Every way to lie in it, the usual one first. Nothing in it may be worn.</summary>
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
            var given = 0.0;
            foreach (var i in way.Tops)
                given += gives[i];
            // Nothing creases on the head.
            var tops = new Top[counted.Tops && region != Region.Head ? way.Tops.Length : 0];
            Lay(region, way, alone, tops);
            foreach (ref var top in tops.AsSpan())
                top = top with { SpareR = double.PositiveInfinity };
            found.Add(new(from, from + way.Share, whole, given, tops));
            from += way.Share;
        }
        return [.. found];
    }
}
