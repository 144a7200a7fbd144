using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Units;

namespace Ermine.Core.Stack;

/// <summary>What a stratum of the cut is made of.</summary>
public enum StratumKind
{
    /// <summary>A pad.</summary>
    Pad,

    /// <summary>An underquilt.</summary>
    Underquilt,

    /// <summary>What lies where no pad does.</summary>
    UnderGap,

    /// <summary>Bag and clothes pressed flat under the body.</summary>
    Underside,

    /// <summary>A garment.</summary>
    Worn,

    /// <summary>A vapour barrier.</summary>
    Barrier,

    /// <summary>A bag, quilt, liner or bivy.</summary>
    TopLayer,

    /// <summary>The still air that clings to the outside.</summary>
    AirLayer,
}

/// <summary>A stratum within one region.</summary>
/// <param name="Resistance">m²K/W, averaged over the region.</param>
/// <param name="Cover">Share of the region where it lies, 0–1.</param>
/// <param name="Inner">Temperature of the face towards the body.</param>
/// <param name="Outer">Temperature of the face away from it.</param>
public sealed record StratumCell(double Resistance, double Cover, Temperature Inner, Temperature Outer);

/// <summary>One stratum of the cut.</summary>
/// <param name="Kind">What it is made of.</param>
/// <param name="ItemId">The thing; null for air, gap and underside.</param>
/// <param name="Cells">Its resistance and temperatures in each region.</param>
public sealed record Stratum(StratumKind Kind, Guid? ItemId, ByRegion<StratumCell> Cells);

/// <summary>The cut through a sleeper: strata and the temperatures through them.</summary>
/// <param name="Below">From the body down to the ground.</param>
/// <param name="Above">From the body up to the air.</param>
/// <param name="Skin">Skin temperature for which it is drawn.</param>
/// <param name="Air">Air round the sleeper.</param>
/// <param name="Ground">Ground under the pads, or the air under a hammock.</param>
/// <param name="Hung">Hangs in a hammock.</param>
public sealed record Cut(
    IReadOnlyList<Stratum> Below,
    IReadOnlyList<Stratum> Above,
    Temperature Skin,
    Temperature Air,
    Temperature Ground,
    bool Hung
);

/// <summary>Draws the cut. Temperatures fall in proportion to resistance through the mean column of each region.</summary>
public static class Strata
{
    /// <summary>The cut of a built stack between a skin and the cold around it.</summary>
    public static Cut Of(BuiltStack stack, Temperature skin, Temperature air, Temperature ground)
    {
        var hung = stack.Thermal.Hung;
        var layers = stack.Layers;
        var laid = stack.Items.Zip(layers.Things).ToList();
        var above = laid.Where(i => i.First.Item.Side != Side.Under)
            .Select(i => (KindOf(i.First.Item), (Guid?)i.First.Item.Id, i.First.Local, Regions.Each(i.Second.Cover)))
            .Append(AirLayer(layers.Wind))
            .ToList();
        var worn = stack.Items.Where(i => i.Item.Side == Side.On).ToList();
        var underside = Regions.Each(r =>
            Conductances.WornUnderneath(worn.Sum(w => w.Local[r]))
            + (layers.Enclosed && !hung ? Conductances.Crushed : 0)
        );
        var pads = stack.Items.Where(i => i.Item.Side == Side.Under && i.Local != Nothing).Reverse().ToList();
        var padSum = Regions.Each(r => pads.Sum(p => p.Local[r]));
        var padShare = padSum.Map((_, sum) => sum > 0 && !hung ? Conductances.PadEffective(sum) / sum : 1);
        var bare = Regions.Each(r => 1 - pads.Select(p => p.Item.Cover[r]).DefaultIfEmpty(0).Max());
        var below = pads.Select(p =>
                (
                    Kind: KindOf(p.Item),
                    Id: (Guid?)p.Item.Id,
                    Local: p.Local.Map((r, v) => v * padShare[r]),
                    Cover: p.Item.Cover
                )
            )
            .Prepend((StratumKind.Underside, null, underside, Whole))
            .ToList();
        if (hung)
            below.Add(AirLayer(layers.WindUnder));
        else if (Regions.All.Any(r => bare[r] > 0))
            below.Add((StratumKind.UnderGap, null, bare.Map((r, u) => u * layers.GapUnder(r)), bare));
        return new(Fall(below, skin, ground), Fall(above, skin, air), skin, air, ground, hung);
    }

    private static ByRegion<double> Nothing { get; } = Regions.Each(_ => 0.0);

    private static (StratumKind, Guid?, ByRegion<double>, ByRegion<double>) AirLayer(double wind) =>
        (StratumKind.AirLayer, null, Regions.Each(_ => Air.Wind.AirLayer(wind)), Whole);

    private static ByRegion<double> Whole { get; } = Regions.Each(_ => 1.0);

    private static StratumKind KindOf(KitItem item) =>
        item.Kind switch
        {
            ItemKind.Pad => StratumKind.Pad,
            ItemKind.Underquilt => StratumKind.Underquilt,
            ItemKind.VapourBarrier => StratumKind.Barrier,
            ItemKind.Garment => StratumKind.Worn,
            _ => StratumKind.TopLayer,
        };

    private static List<Stratum> Fall(
        List<(StratumKind Kind, Guid? Id, ByRegion<double> Local, ByRegion<double> Cover)> layers,
        Temperature from,
        Temperature to
    )
    {
        var whole = Regions.Each(r => layers.Sum(l => l.Local[r]));
        var passed = Regions.Each(_ => 0.0);
        var strata = new List<Stratum>(layers.Count);
        foreach (var layer in layers)
        {
            var before = passed;
            passed = passed.Map((r, sum) => sum + layer.Local[r]);
            var after = passed;
            strata.Add(
                new(
                    layer.Kind,
                    layer.Id,
                    layer.Local.Map((r, v) => new StratumCell(v, layer.Cover[r], At(before[r], r), At(after[r], r)))
                )
            );
        }
        return strata;

        Temperature At(double through, Region region) =>
            whole[region] > 0 ? from + new TemperatureDifference((to - from).Kelvin * through / whole[region]) : to;
    }
}
