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

    /// <summary>Still air under clothes, in a bivy or under a hammock.</summary>
    StillAir,

    /// <summary>Leaves or moss.</summary>
    Filling,

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
/// <param name="NeckInLoft">A bag or quilt is closed at the neck, or its hood over the whole head.</param>
/// <param name="CurledUp">Nothing lies over the sleeper, who curls up.</param>
public sealed record Cut(
    IReadOnlyList<Stratum> Below,
    IReadOnlyList<Stratum> Above,
    Temperature Skin,
    Temperature Air,
    Temperature Ground,
    bool Hung,
    bool NeckInLoft,
    bool CurledUp
);

/// <summary>Draws the cut. Temperatures fall in proportion to resistance through the mean column of each region.</summary>
public static class Strata
{
    /// <summary>The cut of a built stack between a skin and the cold around it.</summary>
    public static Cut Of(BuiltStack stack, Temperature skin, Temperature air, Temperature ground)
    {
        var hung = stack.Thermal.Hung;
        var layers = stack.Layers;
        var covers = !stack.Thermal.CurledUp;
        var filling = layers.System.Bed.Filling;
        var above = new List<(StratumKind Kind, Guid? Id, ByRegion<double> Local, ByRegion<double> Cover)>();
        AddStill(above, layers.StillUnderClothes);
        foreach (var (placed, thing) in stack.Items.Zip(layers.Things))
        {
            if (placed.Item.Side == Side.Under)
                continue;
            if (placed.Item.Kind == ItemKind.Bivy && covers)
                AddStill(above, layers.StillInBivy);
            above.Add((KindOf(placed.Item), placed.Item.Id, placed.Local, Regions.Each(thing.Cover)));
        }
        if (filling is { Over: > 0 })
            above.Add((StratumKind.Filling, null, Regions.Each(r => r == Region.Head ? 0 : filling.Over), BelowHead));
        above.Add(AirLayer(layers.Wind));
        var worn = stack.Items.Where(i => i.Item.Side == Side.On).ToList();
        var underside = Regions.Each(r =>
            Conductances.WornUnderneath(worn.Sum(w => w.Local[r]))
            + (layers.Enclosed && !hung ? Conductances.Crushed : 0)
        );
        var pads = stack.Items.Where(i => i.Item.Side == Side.Under && i.Local != Nothing).Reverse().ToList();
        var padSum = Regions.Each(r => pads.Sum(p => p.Local[r]));
        var padShare = padSum.Map((_, sum) => sum > 0 && !hung ? Conductances.PadEffective(sum) / sum : 1);
        var bare = Regions.Each(layers.BareUnder);
        var below = pads.Select(p =>
                (
                    Kind: KindOf(p.Item),
                    Id: (Guid?)p.Item.Id,
                    Local: p.Local.Map((r, v) => v * padShare[r]),
                    Cover: Regions.Each(r => p.Item.Cover[r])
                )
            )
            .Prepend((StratumKind.Underside, null, underside, Whole))
            .ToList();
        if (filling is { Under: > 0 })
            below.Add((StratumKind.Filling, null, Regions.Each(_ => filling.Under), Whole));
        if (hung)
        {
            AddStill(below, Regions.Each(_ => layers.StillBelow));
            below.Add(AirLayer(layers.WindUnder));
        }
        else if (Regions.All.Any(r => bare[r] > 0))
            below.Add((StratumKind.UnderGap, null, bare.Map((r, u) => u * layers.GapUnder(r)), bare));
        return new(
            Fall(below, skin, ground),
            Fall(above, skin, air),
            skin,
            air,
            ground,
            hung,
            layers.Things.Any(t => t.Item.IsTopLayer && t.Cover(Region.Head) > 0),
            stack.Thermal.CurledUp
        );
    }

    private static void AddStill(
        List<(StratumKind, Guid?, ByRegion<double>, ByRegion<double>)> to,
        ByRegion<double> still
    )
    {
        if (Regions.All.Any(r => still[r] > 0))
            to.Add((StratumKind.StillAir, null, still, still.Map((_, v) => v > 0 ? 1.0 : 0)));
    }

    private static ByRegion<double> BelowHead { get; } = new(0, 1, 1, 1);

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
