using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>
/// Lays a sleep system out. Corrections apply in this order (all assumptions): loft and what a thing suffers by itself, wind; water; crush
/// and further layers (<see cref="TopLayers"/>); clothes inside a bag; girth. What a thing costs others is at most what it brings.
/// </summary>
public static class StackBuilder
{
    /// <summary>What a further underquilt keeps (assumption).</summary>
    public const double FurtherUnderquilt = 0.85;

    /// <summary>What worn insulation loses inside a full bag (assumption).</summary>
    public const double WornInsideBag = 0.25;

    /// <summary>Resistance of bags and quilts from which on they press clothes like a full bag, m²K/W (assumption).</summary>
    public const double FullBag = 0.5;

    /// <summary>What a pad that goes soft keeps (assumption).</summary>
    public const double SoftPad = 0.88;

    /// <summary>What a garment that fits tightly keeps of its loft (assumption).</summary>
    public const double TightGarment = 0.8;

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

    /// <summary>
    /// Resistance of what lies where no pad does, m²K/W (assumption). A rucksack is as long as the legs and feet that lie on it, or goes under
    /// the head.
    /// </summary>
    public static double GapResistance(UnderGap gap, Region region) =>
        gap switch
        {
            UnderGap.Rucksack when region != Region.Torso => 0.35,
            UnderGap.SpareClothes or UnderGap.Pillow => 0.25,
            _ => 0.05,
        };

    /// <summary>Lays the stack out, to be read at any wetness.</summary>
    /// <param name="layers">Things from the ground up with their readings.</param>
    /// <param name="system">How they are used: gap, hammock.</param>
    /// <param name="bodyGirthCm">Girth of the sleeper, cm.</param>
    /// <param name="wind">Wind at the sleeper, m/s, 0–18.</param>
    /// <param name="shieldedBelow">Something keeps the wind from the underside of a hammock, such as a tarp pitched low.</param>
    public static LayerStack Lay(
        IReadOnlyList<Resolved> layers,
        SleepSystem system,
        double bodyGirthCm,
        double wind,
        bool shieldedBelow = false
    )
    {
        var windUnder = shieldedBelow || system.IsCoveredBelow ? 0 : wind;
        var outermostShield = layers.Count - 1;
        while (
            outermostShield >= 0
            && layers[outermostShield].Item is not ({ Kind: ItemKind.Bivy } or { IsTopLayer: true, Windproof: true })
        )
            outermostShield--;
        var things = new LaidThing[layers.Count];
        for (var i = 0; i < things.Length; i++)
        {
            var (item, reading, use) = layers[i];
            things[i] = new(
                item,
                use,
                reading.Insulation?.SI ?? 0,
                [.. Own(item, system.Bed.Hammock, wind, windUnder, shielded: i <= outermostShield)]
            );
        }
        return new(things, system, bodyGirthCm, wind, windUnder);
    }

    private static IEnumerable<Correction> Own(
        KitItem item,
        Hammock? hammock,
        double wind,
        double windUnder,
        bool shielded
    )
    {
        if (item.LoftFactor != 1)
            yield return new(CorrectionKind.Loft, item.LoftFactor);
        switch (item.Kind)
        {
            case ItemKind.Pad:
                if (item.Soft)
                    yield return new(CorrectionKind.Soft, SoftPad);
                if (hammock is not null)
                    yield return new(CorrectionKind.DoubleLayer, Conductances.PadInHammock);
                break;
            case ItemKind.Underquilt when hammock is null:
                yield return new(CorrectionKind.OnlyUnderHammock, 0);
                break;
            case ItemKind.Underquilt:
                if (hammock.Fit == UnderquiltFit.TooTight)
                    yield return new(CorrectionKind.Stretched, StretchedUnderquilt);
                if (OpenWind(item, windUnder, item.Windproof) is < 1 and var under)
                    yield return new(CorrectionKind.Wind, under);
                break;
            case ItemKind.Bag or ItemKind.Quilt:
                if (OpenWind(item, wind, shielded) is < 1 and var open)
                    yield return new(CorrectionKind.Wind, open);
                break;
            case ItemKind.Garment when item.Tight:
                yield return new(CorrectionKind.Tight, TightGarment);
                break;
        }
    }

    private static double OpenWind(KitItem item, double wind, bool shielded)
    {
        var slope = item.Kind == ItemKind.Bag ? 0.02 : 0.03;
        var open = Math.Max(0.6, 1 - slope * Math.Max(0, wind - 0.3));
        return shielded ? (1 + open) / 2 : open;
    }

    /// <summary>Leakage of one bag or quilt in still air, W/m²K of body (assumption). The tightest of several layers counts.</summary>
    internal static double Leakage(KitItem item, Closure closure)
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
}
