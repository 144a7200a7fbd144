using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>A thing in the stack, with the resistance it keeps there.</summary>
/// <param name="Item">The thing.</param>
/// <param name="Use">How it is used.</param>
/// <param name="Dry">Resistance when new and alone, m²K/W.</param>
/// <param name="Local">Resistance in this stack after every correction, by region, averaged over the region, m²K/W.</param>
/// <param name="Corrections">Each correction that changed it.</param>
public sealed record PlacedItem(
    KitItem Item,
    Layer Use,
    double Dry,
    ByRegion<double> Local,
    IReadOnlyList<Correction> Corrections
);

/// <summary>One correction and its reason.</summary>
/// <param name="Factor">What the resistance was multiplied by.</param>
/// <param name="Why">The reason, in a short plain phrase.</param>
public sealed record Correction(double Factor, string Why);

/// <summary>A sleep system resolved for one sleeper and one wind.</summary>
/// <param name="Thermal">What the heat balance needs.</param>
/// <param name="Items">Every thing from the ground up with what it keeps.</param>
/// <param name="Wind">Wind at the sleeper, m/s.</param>
/// <param name="WindUnder">Wind along the underside of a hammock, m/s.</param>
/// <param name="Enclosed">A bag or bivy encloses the sleeper, so one layer lies crushed underneath.</param>
/// <param name="UnderGap">Resistance where no pad lies, m²K/W.</param>
public sealed record BuiltStack(
    ThermalStack Thermal,
    IReadOnlyList<PlacedItem> Items,
    double Wind,
    double WindUnder,
    bool Enclosed,
    double UnderGap
)
{
    /// <summary>Something worn squeezes the feet.</summary>
    public bool TightFeet => Items.Any(i => i.Item is { IsWorn: true, Tight: true, Cover.Feet: > 0 });
}

/// <summary>
/// Resolves a sleep system. Corrections apply in this order (all assumptions): loft; water; crush by a heavier layer outside; 0.85 for every
/// further top layer, the lightest taking it; open wind; worn insulation inside a bag 0.75; girth; never below 20 % of the dry resistance.
/// </summary>
public static class StackBuilder
{
    /// <summary>What a further top layer keeps (assumption).</summary>
    public const double FurtherTopLayer = 0.85;

    /// <summary>What worn insulation keeps inside a bag (assumption).</summary>
    public const double WornInsideBag = 0.75;

    /// <summary>What a pad that goes soft keeps (assumption).</summary>
    public const double SoftPad = 0.88;

    /// <summary>Least share of its dry resistance that a thing keeps (assumption).</summary>
    public const double LeastKept = 0.20;

    /// <summary>Share of the torso's underside that slides off a narrow pad (assumption).</summary>
    public const double ArmsOffNarrowPad = 0.10;

    /// <summary>What an underquilt stretched tight keeps (assumption).</summary>
    public const double StretchedUnderquilt = 0.6;

    /// <summary>Leakage of a foot box that is drawn together, W/m²K (assumption).</summary>
    public const double DrawnFootBox = 0.005;

    /// <summary>Leakage with clothes only, W/m²K (assumption).</summary>
    public const double LeakageWithoutCover = 0.03;

    /// <summary>Resistance of what lies where no pad does, m²K/W (assumption).</summary>
    public static double GapResistance(UnderGap gap) =>
        gap switch
        {
            UnderGap.Rucksack => 0.35,
            UnderGap.SpareClothes => 0.25,
            _ => 0.05,
        };

    /// <summary>Builds the stack.</summary>
    /// <param name="layers">Things from the ground up with their readings.</param>
    /// <param name="system">How they are used: gap, hammock.</param>
    /// <param name="bodyGirthCm">Girth of the sleeper, cm.</param>
    /// <param name="wind">Wind at the sleeper, m/s, 0–18.</param>
    /// <param name="water">Water in a thing, g on a g of fill or fabric; dry where null.</param>
    public static BuiltStack Build(
        IReadOnlyList<Resolved> layers,
        SleepSystem system,
        double bodyGirthCm,
        double wind,
        Func<KitItem, double>? water = null
    )
    {
        var work = layers.Select(l => new Worked(l.Item, l.Use, l.Reading.Insulation?.SI ?? 0)).ToList();
        var tops = work.Where(w => w.Item.IsTopLayer).ToList();
        var worn = work.Where(w => w.Item.IsWorn).ToList();
        var bag = tops.FirstOrDefault(t => t.Item.Kind == ItemKind.Bag);
        var bivy = work.FirstOrDefault(w => w.Item.Kind == ItemKind.Bivy);
        var windUnder = system.Hammock is { WindCover: true } ? 0 : wind;

        CorrectLoft(work, water);
        CorrectTops(tops, wind, bivy is not null || tops is [.., { Item.Windproof: true }]);
        CorrectUnderside(work, system.Hammock, windUnder);
        if (bag is not null)
        {
            foreach (var piece in worn.Where(w => w.Item.Kind == ItemKind.Garment && CoversMoreThanHead(w.Item)))
                piece.Multiply(WornInsideBag, "worn inside a bag, pressed and creased");
            foreach (var around in tops)
                CorrectGirth(around, tops, worn, bodyGirthCm);
        }
        foreach (var piece in work)
            piece.Floor();

        var enclosed = bag is not null || bivy is not null;
        return new(
            Resolve(work, system, enclosed, wind, windUnder),
            [.. work.Select(w => w.Placed())],
            wind,
            windUnder,
            enclosed,
            GapResistance(system.UnderGap)
        );
    }

    private static bool CoversMoreThanHead(KitItem item) =>
        item.Cover.Torso > 0 || item.Cover.Legs > 0 || item.Cover.Feet > 0;

    private static void CorrectLoft(List<Worked> work, Func<KitItem, double>? water)
    {
        foreach (var piece in work)
        {
            if (piece.Item.LoftFactor != 1)
                piece.Multiply(piece.Item.LoftFactor, "loft against new");
            if (water?.Invoke(piece.Item) is > 0 and var w && Moisture.Kept(piece.Item.Material, w) is < 1 and var kept)
                piece.Multiply(kept, "damp");
        }
    }

    private static void CorrectUnderside(List<Worked> work, Hammock? hammock, double windUnder)
    {
        foreach (var pad in work.Where(w => w.Item is { Kind: ItemKind.Pad, Soft: true }))
            pad.Multiply(SoftPad, "goes soft overnight");
        var under = work.Where(w => w.Item.Kind == ItemKind.Underquilt).ToList();
        if (hammock is null)
        {
            foreach (var useless in under)
                useless.CountForNothing("hangs only under a hammock");
            return;
        }
        foreach (var pad in work.Where(w => w.Item.Kind == ItemKind.Pad))
            pad.Multiply(ThermalStack.PadInHammock, "in the double layer of a hammock");
        foreach (var quilt in under)
        {
            if (quilt != under[^1])
                quilt.Multiply(FurtherTopLayer, "a further underquilt overlaps the first");
            if (hammock.Fit == UnderquiltFit.TooTight)
                quilt.Multiply(StretchedUnderquilt, "stretched tight: the loft is pressed flat");
            if (windUnder > 0.3)
                quilt.Multiply(OpenWind(quilt.Item, windUnder), "wind works into it");
        }
    }

    private static double OpenWind(KitItem item, double wind)
    {
        var slope = item.Kind == ItemKind.Bag ? 0.02 : 0.03;
        var open = Math.Max(0.6, 1 - slope * (wind - 0.3));
        return item.Kind == ItemKind.Underquilt && item.Windproof ? (1 + open) / 2 : open;
    }

    private static void CorrectTops(List<Worked> tops, double wind, bool shielded)
    {
        for (var i = 0; i < tops.Count; i++)
        {
            var heaviestOutside = tops.Skip(i + 1).Select(t => t.Item.MassG).DefaultIfEmpty(0).Max();
            var inner = tops[i].Item.MassG;
            if (inner > 0 && heaviestOutside > inner)
                tops[i]
                    .Multiply(
                        1 - Math.Min(0.3, 0.10 * (heaviestOutside / inner - 1)),
                        "crushed by a heavier layer outside"
                    );
        }
        foreach (var lighter in tops.OrderByDescending(t => t.Item.MassG).ThenByDescending(t => t.Dry).Skip(1))
            lighter.Multiply(FurtherTopLayer, "a further layer on top overlaps the first");
        if (wind <= 0.3 || tops.Count == 0)
            return;
        foreach (var top in tops)
        {
            var open = OpenWind(top.Item, wind);
            top.Multiply(shielded ? (1 + open) / 2 : open, "wind works into it");
        }
    }

    private static void CorrectGirth(Worked around, List<Worked> tops, List<Worked> worn, double bodyGirthCm)
    {
        if (around.Item.InnerGirthCm is not { } girth)
            return;
        var spareCm = Math.Max(0, (girth - bodyGirthCm) / (2 * Math.PI));
        var insideBag = tops.TakeWhile(t => t != around).Concat(worn.Where(w => w.Item.Cover.Torso > 0)).ToList();
        var thickCm = insideBag.Sum(w => w.Over(Region.Torso).Resistance) / Units.Insulation.SIPerLoftCm;
        if (thickCm <= spareCm || thickCm == 0)
            return;
        foreach (var piece in insideBag)
            piece.SqueezeTorso(spareCm / thickCm, "squeezed at the chest: the bag is too narrow for what is in it");
    }

    private static ThermalStack Resolve(
        List<Worked> work,
        SleepSystem system,
        bool enclosed,
        double wind,
        double windUnder
    )
    {
        var air = Air.Wind.AirLayer(wind);
        var worn = work.Where(w => w.Item.IsWorn).ToList();
        var tops = work.Where(w => w.Item.IsTopLayer).ToList();
        var pads = work.Where(w => w.Item.Kind is ItemKind.Pad or ItemKind.Underquilt).ToList();
        var over = work.Except(pads).ToList();
        var upward = Regions.Each(region =>
            ParallelPaths.Through([.. over.Select(w => w.Over(region))]).Sum(p => p.Share / (p.Resistance + air))
        );
        var gap = GapResistance(system.UnderGap);
        var padless = pads.All(p => p.Item.Kind != ItemKind.Pad);
        var downward = Regions.Each(region =>
        {
            var body = ThermalStack.WornUnderneath(worn.Sum(w => w.Over(region).Mean));
            double Through(double under) =>
                1
                / (
                    body
                    + (
                        system.Hammock is not null
                            ? under + Air.Wind.AirLayer(windUnder)
                            : (enclosed ? ThermalStack.Crushed : 0) + ThermalStack.PadEffective(under > 0 ? under : gap)
                    )
                );
            var onPads = ParallelPaths
                .Through([.. pads.Select(p => p.Over(region))])
                .Sum(p => p.Share * Through(p.Resistance));
            var slides =
                system.Hammock is null
                && region == Region.Torso
                && !padless
                && pads.All(p => p.Item.Narrow || p.Item.Kind == ItemKind.Underquilt)
                    ? ArmsOffNarrowPad
                    : 0;
            return (1 - slides) * onPads + slides * Through(0);
        });
        var barrier = Regions.Each(region =>
            worn.Where(w => w.Item.Kind == ItemKind.VapourBarrier)
                .Select(w => w.Item.Cover[region])
                .DefaultIfEmpty(0)
                .Max()
        );
        var leakage = tops.Count == 0 ? LeakageWithoutCover : tops.Min(t => Leakage(t.Item, t.Use.Closure));
        if (system.Hammock is { Fit: UnderquiltFit.Gaps } && pads.Any(p => p.Item.Kind == ItemKind.Underquilt))
            leakage += ThermalStack.GapLeakage;
        return new(
            upward,
            downward,
            leakage * (1 + 0.3 * wind),
            ThermalStack.Evaporation(barrier),
            system.Hammock is not null
        );
    }

    /// <summary>Leakage of one bag or quilt in still air, W/m²K of body (assumption). The tightest of several layers counts.</summary>
    private static double Leakage(KitItem item, Closure closure)
    {
        var zip = item.DraftTube ? 0 : 0.01;
        if (item.Kind == ItemKind.Bag)
        {
            var collar = item.Collar ? (closure == Closure.Closed ? 0 : 0.015) : (item.HasTemperatureLabel ? 0 : 0.02);
            return collar + zip;
        }
        var held = closure switch
        {
            Closure.Closed => 0.025,
            Closure.StrapsOnly => 0.04,
            _ => 0.08,
        };
        var foot = item.FootBox switch
        {
            FootBox.Sewn => 0,
            FootBox.Drawn => DrawnFootBox,
            _ => 0.01,
        };
        return held + foot + zip;
    }

    private sealed class Worked(KitItem item, Layer use, double dry)
    {
        public KitItem Item { get; } = item;
        public Layer Use { get; } = use;
        public double Dry { get; } = dry;
        public double Kept { get; private set; } = dry;
        public List<Correction> Corrections { get; } = [];
        private double torsoSqueeze = 1;
        private bool counts = true;

        public void Multiply(double factor, string why)
        {
            Kept *= factor;
            Corrections.Add(new(factor, why));
        }

        /// <summary>Counts for nothing here.</summary>
        public void CountForNothing(string why)
        {
            Multiply(0, why);
            counts = false;
        }

        public void Floor()
        {
            if (counts && Kept < LeastKept * Dry)
            {
                Corrections.Add(
                    new(LeastKept * Dry / Math.Max(Kept, 1e-9), "never below a fifth of its dry insulation")
                );
                Kept = LeastKept * Dry;
            }
        }

        public void SqueezeTorso(double factor, string why)
        {
            torsoSqueeze *= factor;
            Corrections.Add(new(factor, why));
        }

        /// <summary>What it gives over a region, or under it.</summary>
        public Piece Over(Region region)
        {
            if (Item.IsTopLayer && region == Region.Head)
                return new(
                    Item is { Kind: ItemKind.Bag, Hood: true } && !Use.HoodOpen ? Labels.ClosedHood * Kept : 0,
                    1
                );
            return new(region == Region.Torso ? torsoSqueeze * Kept : Kept, Item.Cover[region]);
        }

        public PlacedItem Placed() => new(Item, Use, Dry, Regions.Each(region => Over(region).Mean), Corrections);
    }
}
