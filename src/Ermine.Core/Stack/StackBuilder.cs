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

    /// <summary>Lays the stack out, to be read at any wetness.</summary>
    /// <param name="layers">Things from the ground up with their readings.</param>
    /// <param name="system">How they are used: gap, hammock.</param>
    /// <param name="bodyGirthCm">Girth of the sleeper, cm.</param>
    /// <param name="wind">Wind at the sleeper, m/s, 0–18.</param>
    public static LayerStack Lay(IReadOnlyList<Resolved> layers, SleepSystem system, double bodyGirthCm, double wind)
    {
        var work = new Worked[layers.Count];
        for (var i = 0; i < work.Length; i++)
            work[i] = new(layers[i].Item, layers[i].Use, layers[i].Reading.Insulation?.SI ?? 0);
        var tops = Array.FindAll(work, w => w.Item.IsTopLayer);
        var bag = Array.Find(tops, t => t.Item.Kind == ItemKind.Bag);
        var bivy = Array.Find(work, w => w.Item.Kind == ItemKind.Bivy);
        var windUnder = system.Hammock is { WindCover: true } ? 0 : wind;

        CorrectTops(tops, wind, bivy is not null || tops is [.., { Item.Windproof: true }]);
        CorrectUnderside(work, system.Hammock, windUnder);
        if (bag is not null)
        {
            foreach (var piece in work)
            {
                if (piece.Item.Kind == ItemKind.Garment && CoversMoreThanHead(piece.Item))
                    piece.Multiply(InsideBag);
            }
        }
        return new(
            Array.ConvertAll(work, w => w.Laid()),
            bag is null ? [] : Girths(work, bodyGirthCm),
            system,
            wind,
            windUnder,
            Leakage(work, tops, system.Hammock)
        );
    }

    private static readonly Correction InsideBag = new(WornInsideBag, "worn inside a bag, pressed and creased"),
        Further = new(FurtherTopLayer, "a further layer on top overlaps the first");

    private static bool CoversMoreThanHead(KitItem item) =>
        item.Cover.Torso > 0 || item.Cover.Legs > 0 || item.Cover.Feet > 0;

    private static void CorrectUnderside(Worked[] work, Hammock? hammock, double windUnder)
    {
        var pads = Array.FindAll(work, w => w.Item.Kind == ItemKind.Pad);
        foreach (var pad in pads)
        {
            if (pad.Item.Soft)
                pad.Multiply(SoftPad, "goes soft overnight");
        }
        var under = Array.FindAll(work, w => w.Item.Kind == ItemKind.Underquilt);
        if (hammock is null)
        {
            foreach (var useless in under)
                useless.CountForNothing("hangs only under a hammock");
            return;
        }
        foreach (var pad in pads)
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

    private static void CorrectTops(Worked[] tops, double wind, bool shielded)
    {
        for (var i = 0; i < tops.Length; i++)
        {
            var heaviestOutside = 0.0;
            foreach (var outside in tops.AsSpan(i + 1))
                heaviestOutside = Math.Max(heaviestOutside, outside.Item.MassG);
            var inner = tops[i].Item.MassG;
            if (inner > 0 && heaviestOutside > inner)
                tops[i]
                    .Multiply(
                        1 - Math.Min(0.3, 0.10 * (heaviestOutside / inner - 1)),
                        "crushed by a heavier layer outside"
                    );
        }
        var heaviest = tops.MaxBy(t => (t.Item.MassG, t.Dry));
        foreach (var lighter in tops)
        {
            if (lighter != heaviest)
                lighter.Multiply(Further);
        }
        if (wind <= 0.3 || tops.Length == 0)
            return;
        foreach (var top in tops)
        {
            var open = OpenWind(top.Item, wind);
            top.Multiply(shielded ? (1 + open) / 2 : open, "wind works into it");
        }
    }

    /// <summary>Bags and quilts of a known girth with what is in them: the further layers within, and what is worn on the torso.</summary>
    private static Girth[] Girths(Worked[] work, double bodyGirthCm)
    {
        var found = new List<Girth>();
        for (var around = 0; around < work.Length; around++)
        {
            if (work[around].Item is not { IsTopLayer: true, InnerGirthCm: { } girth })
                continue;
            var inside = new List<int>();
            for (var i = 0; i < work.Length; i++)
            {
                var item = work[i].Item;
                if (i < around && item.IsTopLayer || item.IsWorn && item.Cover.Torso > 0)
                    inside.Add(i);
            }
            found.Add(new(Math.Max(0, (girth - bodyGirthCm) / (2 * Math.PI)), [.. inside]));
        }
        return [.. found];
    }

    private static double Leakage(Worked[] work, Worked[] tops, Hammock? hammock)
    {
        var leakage = tops.Length == 0 ? LeakageWithoutCover : double.MaxValue;
        foreach (var top in tops)
            leakage = Math.Min(leakage, Leakage(top.Item, top.Use.Closure));
        return hammock is { Fit: UnderquiltFit.Gaps } && Array.Exists(work, w => w.Item.Kind == ItemKind.Underquilt)
            ? leakage + ThermalStack.GapLeakage
            : leakage;
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
        private double factor = 1;
        private List<Correction>? corrections;
        private bool counts = true;

        public void Multiply(double by, string why) => Multiply(new(by, why));

        public void Multiply(Correction correction)
        {
            factor *= correction.Factor;
            (corrections ??= []).Add(correction);
        }

        /// <summary>Counts for nothing here.</summary>
        public void CountForNothing(string why)
        {
            Multiply(0, why);
            counts = false;
        }

        public LaidThing Laid() =>
            new(
                Item,
                Use,
                Dry,
                factor * Item.LoftFactor,
                counts,
                Item.LoftFactor == 1 ? [] : [new(Item.LoftFactor, "loft against new")],
                (IReadOnlyList<Correction>?)corrections ?? []
            );
    }
}
