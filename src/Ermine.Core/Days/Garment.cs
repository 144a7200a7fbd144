using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>The order in which things are put on, from the skin out.</summary>
public enum Tier
{
    /// <summary>Next to the skin.</summary>
    Skin,

    /// <summary>A vapour barrier, over a thin layer or none.</summary>
    Barrier,

    /// <summary>Fleece, wool, shirts; a second pair of socks; gloves.</summary>
    Mid,

    /// <summary>Thin loft that goes under a shell.</summary>
    ThinLoft,

    /// <summary>Against wind and wet; boots.</summary>
    Shell,

    /// <summary>The big jacket and camp trousers, over everything; gaiters and overboots.</summary>
    Over,
}

/// <summary>A thing that can be worn by day, as it is when dry.</summary>
public sealed class Garment
{
    /// <summary>Warmer than this it goes over the shell, m²K/W (assumption).</summary>
    public const double OverFrom = 0.28;

    /// <summary>Thinner than this and tight to air it is a shell, m²K/W and l/m²s (assumption).</summary>
    public const double ShellUpTo = 0.065,
        ShellTight = 60;

    /// <summary>Thinner than this and open to air it may lie next to the skin, m²K/W (assumption).</summary>
    public const double SkinUpTo = 0.085;

    private readonly double[] cover = new double[6];

    private Garment(KitItem item, ItemReading reading)
    {
        Item = item;
        var resistance = (reading.Insulation?.SI ?? 0) * item.LoftFactor;
        foreach (var part in Enum.GetValues<Part>())
            cover[(int)part] = item.Cover[part] >= CoveredFrom ? 1 : item.Cover[part];
        IsOnPoles = ItemTypes.IsOf(item, "polesleeve");
        Tier = TierOf(item, resistance);
        Main = Enum.GetValues<Part>().MaxBy(p => item.Cover[p] * Parts.BodyShare[p]);
        Resistance = Main == Part.Hands ? resistance * Gloves.Kept(item.Fingers) : resistance;
    }

    /// <summary>From this share on a part counts as covered.</summary>
    public const double CoveredFrom = 0.95;

    /// <summary>The thing.</summary>
    public KitItem Item { get; }

    /// <summary>Where it lies, dry, with the loft it has left, m²K/W; of gloves what reaches the fingers.</summary>
    public double Resistance { get; }

    /// <summary>Where it comes in the order of dressing.</summary>
    public Tier Tier { get; private init; }

    /// <summary>The part of the body that it is mainly for.</summary>
    public Part Main { get; }

    /// <summary>Seconds until it is in one's hands from where it was put by hand; 0 where Ermine places it by its uses.</summary>
    public double ReachSeconds { get; private init; }

    /// <summary>Kept dry until another is used up.</summary>
    public bool IsSpare { get; private init; }

    /// <summary>Goes over everything where one stands, and comes off before work.</summary>
    public bool IsForStops => Tier == Tier.Over && Main is Part.Torso or Part.Legs && Item.Kind != ItemKind.Gear;

    /// <summary>A sleeve on the poles: it warms while they are held.</summary>
    public bool IsOnPoles { get; }

    /// <summary>Covers mouth and nose while it is drawn up.</summary>
    public bool IsFaceCover => Main is Part.Head or Part.Face && cover[(int)Part.Face] >= CoversMouth;

    /// <summary>Share of the face from which a thing covers mouth and nose.</summary>
    public const double CoversMouth = 0.5;

    /// <summary>Share of what a drawn-up face cover covers that it still does further down (assumption).</summary>
    private static double FaceKept(Opening position) =>
        position switch
        {
            Opening.Closed => 1,
            Opening.Neck => 0.7,
            Opening.Zips => 0.2,
            _ => 0,
        };

    /// <summary>Down, which loses its loft under straps and in sweat.</summary>
    public bool IsDown => Item.Material is Material.Down or Material.TreatedDown;

    /// <summary>Keeps water out: coated, or with a film that vapour passes slowly.</summary>
    public bool IsWaterproof =>
        Item.Material == Material.Coated || Item is { Windproof: true } && Item.VapourResistance >= 12;

    /// <summary>Reaches from the torso to the legs, so that no gap opens at the waist.</summary>
    public bool BridgesWaist => Item.Cover is { Torso: >= 0.2, Legs: >= 0.2 };

    /// <summary>Whether there is anything to open over a part: torso and legs, but not tights.</summary>
    public bool Opens(Part part) => part == Part.Torso || part == Part.Legs && Tier != Tier.Skin;

    /// <summary>Share of a part that it covers; a hood of its own only while it is up, the face by how far a cover is drawn up.</summary>
    /// <param name="part">The part.</param>
    /// <param name="opening">How it is closed.</param>
    public double Cover(Part part, Opening opening) =>
        part is Part.Head or Part.Face && Main != Part.Head && opening != Opening.Closed && !Item.IsTopLayer
            ? 0
            : cover[(int)part] * (part == Part.Face && IsFaceCover ? FaceKept(opening) : 1);

    /// <summary>A bag or quilt one rests in by day: it is drawn up over hands and feet, its hood round the face.</summary>
    public static Garment Bed(KitItem item, ItemReading reading)
    {
        var bed = new Garment(item, reading) { Tier = Tier.Over };
        bed.cover[(int)Part.Hands] = bed.cover[(int)Part.Torso];
        (bed.cover[(int)Part.Head], bed.cover[(int)Part.Face]) = (item.HoodShare, item.HoodShare / 2);
        return bed;
    }

    /// <summary>A thing as it can be worn by day; null where it cannot: bags, quilts, what covers nothing.</summary>
    /// <param name="item">The thing.</param>
    /// <param name="reading">What its numbers mean.</param>
    /// <param name="spare">It is kept as a spare.</param>
    /// <param name="reachSeconds">Until it is in one's hands, s.</param>
    public static Garment? Of(KitItem item, ItemReading reading, bool spare = false, double reachSeconds = 0) =>
        item.Kind is ItemKind.Garment or ItemKind.VapourBarrier or ItemKind.Gear
        && Enum.GetValues<Part>().Any(p => item.Cover[p] > 0)
            ? new(item, reading) { IsSpare = spare, ReachSeconds = reachSeconds }
            : null;

    private static Tier TierOf(KitItem item, double resistance)
    {
        if (item.Kind == ItemKind.VapourBarrier)
            return Tier.Barrier;
        // What lies under the sole goes into the boot with the socks.
        if (item is { Kind: ItemKind.Gear, OverBoots: false, Cover: { Feet: > 0 and < 0.5, Legs: 0, Hands: 0 } })
            return Tier.Mid;
        if (item.Kind == ItemKind.Gear)
            return item.OverBoots || item.Cover.Hands > 0 ? Tier.Over : Tier.Shell;
        var tight = item.Windproof || item.AirPermeability <= ShellTight || item.Material == Material.Coated;
        if (item.Cover is { Feet: >= 0.5, Torso: 0 })
            return resistance >= 0.2 ? Tier.ThinLoft
                : item.ThicknessMm is > 0 and <= 1.5 || resistance <= 0.05 ? Tier.Skin
                : Tier.Mid;
        if (item.Cover is { Hands: >= 0.2, Torso: <= 0.1 })
            return resistance <= ShellUpTo && tight ? Tier.Shell
                : resistance <= SkinUpTo ? Tier.Skin
                : Tier.Mid;
        if (item.Cover is { Torso: 0, Legs: 0 })
            return resistance >= OverFrom ? Tier.Over : Tier.Mid;
        if (resistance <= ShellUpTo && tight)
            return Tier.Shell;
        if (resistance >= OverFrom && tight)
            return Tier.Over;
        if (resistance <= SkinUpTo && !tight && item.ThicknessMm <= 4.5)
            return Tier.Skin;
        return item.Material is Material.Down or Material.TreatedDown or Material.SyntheticFill
            ? Tier.ThinLoft
            : Tier.Mid;
    }
}

/// <summary>A garment as it is worn at a moment.</summary>
/// <param name="Garment">Which.</param>
/// <param name="Opening">How it is closed.</param>
/// <param name="Left">Share of its dry resistance that it keeps, wet as it is, 0–1.</param>
public readonly record struct Worn(Garment Garment, Opening Opening = Opening.Closed, double Left = 1)
{
    /// <summary>Where it lies, with the loft and the dryness it has left, m²K/W.</summary>
    public double Resistance => Garment.Resistance * Left;
}
