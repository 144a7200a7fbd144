using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>
/// What lies under the body of one stack: pads, underquilts, what fills the gaps, leaves, and the still air under a hammock.
/// </summary>
internal sealed class Underside
{
    private readonly LaidThing[] things;
    private readonly int[] under;
    private readonly ByRegion<double> gap;
    private readonly bool narrow;
    private readonly double filling;
    private readonly double clinging;

    /// <summary>Takes what lies under.</summary>
    /// <param name="things">Everything from the ground up.</param>
    /// <param name="system">How it is used.</param>
    /// <param name="windUnder">Wind along the underside of a hammock, m/s.</param>
    public Underside(LaidThing[] things, SleepSystem system, double windUnder)
    {
        this.things = things;
        under = [.. Enumerable.Range(0, things.Length).Where(i => things[i].Item.Side == Side.Under)];
        gap = Regions.Each(r => StackBuilder.GapResistance(system.Under(r), r));
        filling = system.Bed.Filling?.Under ?? 0;
        if (system.Bed.Hammock is { } hammock)
        {
            Hung = true;
            Still =
                StillAir.HammockCloth
                + (hammock.DoubleLayer ? StillAir.DoubleLayer : 0)
                + (system.IsCoveredBelow ? StillAir.BelowCover : 0);
            clinging = Wind.AirLayer(windUnder);
        }
        var pads = under.Where(i => things[i].Item.Kind == ItemKind.Pad).ToList();
        narrow = !Hung && pads.Count > 0 && pads.TrueForAll(i => things[i].Item.Narrow);
    }

    /// <summary>Hangs in a hammock.</summary>
    public bool Hung { get; }

    /// <summary>Still air that a hammock and what hangs under it hold, m²K/W; 0 on the ground.</summary>
    public double Still { get; }

    /// <summary>Resistance of what lies under a region where no pad does, m²K/W.</summary>
    public double GapUnder(Region region) => Math.Max(gap[region], Conductances.PadEffective(filling));

    /// <summary>Share of a region under which no pad lies.</summary>
    public double Bare(Region region)
    {
        Span<Piece> pieces = stackalloc Piece[under.Length];
        for (var n = 0; n < under.Length; n++)
            pieces[n] = Laid(under[n], region, 1);
        return ParallelPaths.Through(pieces, laid => laid > 0 ? 0 : 1);
    }

    /// <summary>From the skin that lies to what it faces, W/m²K.</summary>
    /// <param name="region">Which.</param>
    /// <param name="body">What is pressed between skin and underside, m²K/W.</param>
    /// <param name="alone">What every thing gives alone, m²K/W.</param>
    /// <param name="hanging">Underquilts count.</param>
    /// <param name="mean">Takes what each gives, averaged over the region, m²K/W.</param>
    public double Through(Region region, double body, double[] alone, bool hanging, Span<double> mean)
    {
        Span<Piece> pieces = stackalloc Piece[under.Length];
        LayOut(region, alone, hanging, pieces, mean);
        var (whole, from) = (0.0, 0.0);
        while (from < 1)
        {
            var (to, pads) = ParallelPaths.Way(pieces, from);
            whole += (to - from) / (body + Below(region, pads));
            from = to;
        }
        var slides = SlidesOff(region);
        return slides > 0 ? (1 - slides) * whole + slides / (body + Below(region, 0)) : whole;
    }

    private void LayOut(Region region, double[] alone, bool hanging, Span<Piece> pieces, Span<double> mean)
    {
        pieces.Clear();
        var main = MainUnderquilt(alone);
        for (var n = 0; n < under.Length; n++)
        {
            var i = under[n];
            var hangs = things[i].Item.Kind == ItemKind.Underquilt;
            if (hangs && !hanging)
                continue;
            pieces[n] = Laid(i, region, (hangs && i != main ? StackBuilder.FurtherUnderquilt : 1) * alone[i]);
            mean[i] = pieces[n].Mean;
        }
    }

    /// <summary>The same way by way, from the head end: what lies under each. Arms that slide off a narrow pad are the last.</summary>
    /// <inheritdoc cref="Through"/>
    public UnderWay[] Ways(Region region, double[] alone, bool hanging)
    {
        Span<Piece> pieces = stackalloc Piece[under.Length];
        Span<double> mean = stackalloc double[things.Length];
        LayOut(region, alone, hanging, pieces, mean);
        var (found, from, slides) = (new List<UnderWay>(), 0.0, SlidesOff(region));
        while (from < 1)
        {
            var (to, pads) = ParallelPaths.Way(pieces, from);
            found.Add(new((1 - slides) * from, (1 - slides) * to, Below(region, pads)));
            from = to;
        }
        if (slides > 0)
            found.Add(new(1 - slides, 1, Below(region, 0)));
        return [.. found];
    }

    private double SlidesOff(Region region) => narrow && region == Region.Torso ? StackBuilder.ArmsOffNarrowPad : 0;

    private double Below(Region region, double pads) =>
        Hung ? pads + filling + Still + clinging : Math.Max(Conductances.PadEffective(pads + filling), gap[region]);

    /// <summary>The best underquilt counts in full.</summary>
    public int MainUnderquilt(double[] alone)
    {
        var main = -1;
        foreach (var i in under)
        {
            if (things[i].Item.Kind == ItemKind.Underquilt && (main < 0 || alone[i] > alone[main]))
                main = i;
        }
        return main;
    }

    private Piece Laid(int i, Region region, double resistance) => Laid(things[i].Item, region, resistance);

    /// <summary>A short pad lies where it reaches the next region.</summary>
    internal static Piece Laid(KitItem item, Region region, double resistance)
    {
        var cover = item.Cover;
        var fromFoot = region switch
        {
            Region.Head => cover.Torso > 0,
            Region.Torso => cover.Legs > cover.Head,
            Region.Legs => cover.Feet > cover.Torso,
            _ => false,
        };
        return new(resistance, cover[region], fromFoot);
    }
}
