using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>A thing in the stack, with the resistance it keeps there.</summary>
/// <param name="Item">The thing.</param>
/// <param name="Closure">How it is closed.</param>
/// <param name="Dry">Resistance when new and alone, m²K/W.</param>
/// <param name="Local">Resistance in this stack after every correction, by region, averaged over the region, m²K/W.</param>
/// <param name="Corrections">Each correction that changed it.</param>
public sealed record PlacedItem(
    KitItem Item,
    Closure Closure,
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
/// <param name="Enclosed">A bag encloses the sleeper, so one layer lies crushed underneath.</param>
/// <param name="UnderGap">Resistance where no pad lies, m²K/W.</param>
public sealed record BuiltStack(
    ThermalStack Thermal,
    IReadOnlyList<PlacedItem> Items,
    double Wind,
    bool Enclosed,
    double UnderGap
);

/// <summary>
/// Resolves a sleep system. Corrections apply in this order (all assumptions): loft; crush by a heavier layer outside; 0.85 for every
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
    /// <param name="gap">What lies where no pad does.</param>
    /// <param name="bodyGirthCm">Girth of the sleeper, cm.</param>
    /// <param name="wind">Wind at the sleeper, m/s, 0–18.</param>
    public static BuiltStack Build(
        IReadOnlyList<(KitItem Item, ItemReading Reading, Closure Closure)> layers,
        UnderGap gap,
        double bodyGirthCm,
        double wind
    )
    {
        var work = layers.Select(l => new Worked(l.Item, l.Closure, l.Reading.Insulation?.SI ?? 0)).ToList();
        var tops = work.Where(w => w.Item.IsTopLayer).ToList();
        var worn = work.Where(w => w.Item.Kind is ItemKind.Garment or ItemKind.VapourBarrier).ToList();
        var pads = work.Where(w => w.Item.Kind == ItemKind.Pad).ToList();
        var bag = tops.FirstOrDefault(t => t.Item.Kind == ItemKind.Bag);

        CorrectLoft(work);
        CorrectTops(tops, wind);
        foreach (var pad in pads.Where(p => p.Item.Soft))
            pad.Multiply(SoftPad, "goes soft overnight");
        if (bag is not null)
        {
            foreach (var piece in worn.Where(w => w.Item.Kind == ItemKind.Garment && CoversMoreThanHead(w.Item)))
                piece.Multiply(WornInsideBag, "worn inside a bag, pressed and creased");
            foreach (var around in tops)
                CorrectGirth(around, tops, worn, bodyGirthCm);
        }
        foreach (var piece in work)
            piece.Floor();

        return new(
            Resolve(tops, worn, pads, bag is not null, GapResistance(gap), wind),
            [.. work.Select(w => w.Placed())],
            wind,
            bag is not null,
            GapResistance(gap)
        );
    }

    private static bool CoversMoreThanHead(KitItem item) =>
        item.Cover.Torso > 0 || item.Cover.Legs > 0 || item.Cover.Feet > 0;

    private static void CorrectLoft(List<Worked> work)
    {
        foreach (var piece in work.Where(w => w.Item.LoftFactor != 1))
            piece.Multiply(piece.Item.LoftFactor, "loft against new");
    }

    private static void CorrectTops(List<Worked> tops, double wind)
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
        var shielded = tops[^1].Item.Windproof;
        foreach (var top in tops)
        {
            var slope = top.Item.Kind == ItemKind.Quilt ? 0.03 : 0.02;
            var open = Math.Max(0.6, 1 - slope * (wind - 0.3));
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
        List<Worked> tops,
        List<Worked> worn,
        List<Worked> pads,
        bool enclosed,
        double gap,
        double wind
    )
    {
        var air = Air.Wind.AirLayer(wind);
        var over = worn.Concat(tops).ToList();
        var upward = Regions.Each(region =>
            ParallelPaths.Through([.. over.Select(w => w.Over(region))]).Sum(p => p.Share / (p.Resistance + air))
        );
        var downward = Regions.Each(region =>
        {
            var wear = worn.Sum(w => w.Over(region).Mean);
            var body = ThermalStack.WornUnderneath(wear) + (enclosed ? ThermalStack.Crushed : 0);
            double Through(double pad) => 1 / (body + ThermalStack.PadEffective(pad > 0 ? pad : gap));
            var onPads = ParallelPaths
                .Through([.. pads.Select(p => p.Over(region))])
                .Sum(p => p.Share * Through(p.Resistance));
            var slides =
                region == Region.Torso && pads.Count > 0 && pads.All(p => p.Item.Narrow) ? ArmsOffNarrowPad : 0;
            return (1 - slides) * onPads + slides * Through(0);
        });
        var evaporation = Regions.All.Sum(region =>
        {
            var barrier = worn.Where(w => w.Item.Kind == ItemKind.VapourBarrier)
                .Select(w => w.Item.Cover[region])
                .DefaultIfEmpty(0)
                .Max();
            return Regions.BodyShare[region]
                * (barrier * ThermalStack.EvaporationBarrier + (1 - barrier) * ThermalStack.EvaporationBreathable);
        });
        var leakage = tops.Count == 0 ? LeakageWithoutCover : tops.Min(t => Leakage(t.Item, t.Closure));
        return new(upward, downward, leakage * (1 + 0.3 * wind), evaporation);
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
        return held + (item.ClosedFoot ? 0 : 0.01) + zip;
    }

    private sealed class Worked(KitItem item, Closure closure, double dry)
    {
        public KitItem Item { get; } = item;
        public Closure Closure { get; } = closure;
        public double Dry { get; } = dry;
        public double Kept { get; private set; } = dry;
        public List<Correction> Corrections { get; } = [];
        private double torsoSqueeze = 1;

        public void Multiply(double factor, string why)
        {
            Kept *= factor;
            Corrections.Add(new(factor, why));
        }

        public void Floor()
        {
            if (Kept < LeastKept * Dry)
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

        public Piece Over(Region region)
        {
            if (Item.IsTopLayer && region == Region.Head)
                return new(Item is { Kind: ItemKind.Bag, Hood: true } ? Labels.ClosedHood * Kept : 0, 1);
            return new(region == Region.Torso ? torsoSqueeze * Kept : Kept, Item.Cover[region]);
        }

        public PlacedItem Placed() => new(Item, Closure, Dry, Regions.Each(region => Over(region).Mean), Corrections);
    }
}
