namespace Ermine.Core.Kit;

/// <summary>What water does to the loft of a material.</summary>
public static class Moisture
{
    /// <summary>Least share of its resistance that a wet thing keeps (assumption).</summary>
    public const double LeastKept = 0.2;

    /// <summary>What frozen water loosens of loft beside as much liquid (assumption): it lies as grains and wets no fibre.</summary>
    public const double OfFrost = 0.6;

    /// <summary>How fast loft goes with liquid water, per g of water on a g of fill or fabric (assumption).</summary>
    public static double Decay(Material material) =>
        material switch
        {
            Material.Down => 0.70,
            Material.TreatedDown => 0.45,
            Material.SyntheticFill => 0.25,
            Material.Foam or Material.Inflatable or Material.Coated => 0,
            _ => 0.35,
        };

    /// <summary>Share of the dry resistance that is left.</summary>
    /// <param name="material">What warms in it.</param>
    /// <param name="waterPerGram">Liquid water that loosens as much, g on a g of fill or fabric, 0 or more.</param>
    public static double Kept(Material material, double waterPerGram) =>
        Math.Max(LeastKept, Math.Exp(-Decay(material) * waterPerGram));

    /// <summary>Share of its dry resistance that a thing keeps; a pad keeps all of it whatever it is made of.</summary>
    /// <inheritdoc cref="Kept(Material, double)"/>
    public static double Kept(KitItem item, double waterPerGram) =>
        item.Kind == ItemKind.Pad || waterPerGram <= 0 ? 1
        : item is { Kind: ItemKind.Gear, Sole: not Sole.None }
            ? 1 - (1 - OfWetBoots) * Math.Min(1, waterPerGram / WetBoots)
        : Kept(item.Material, waterPerGram);

    /// <summary>Share of its resistance that a wet boot keeps, and water from which it is wet, g on a g (assumptions).</summary>
    public const double OfWetBoots = 0.5,
        WetBoots = 0.2;

    /// <summary>Share of a bag's or quilt's mass that is fill, where its fill is not said (assumption).</summary>
    public const double FillShareOfMass = 0.6;

    /// <summary>Mass that takes up water, g: the fill of bags, quilts and lofted garments, else the fabric.</summary>
    public static double HoldingMassG(KitItem item)
    {
        // Asked thousands of times a night: no enumerator.
        for (var i = 0; i < item.Claims.Count; i++)
        {
            if (item.Claims[i].Kind == ClaimKind.FillGrams)
                return item.Claims[i].Value;
        }
        var lofted = item.Material is Material.Down or Material.TreatedDown or Material.SyntheticFill;
        return item.IsTopLayer || item.Kind == ItemKind.Underquilt || lofted
            ? FillShareOfMass * item.MassG
            : item.MassG;
    }

    /// <summary>Water on a g of fill or fabric.</summary>
    /// <param name="item">The thing.</param>
    /// <param name="waterG">Water in it, g.</param>
    public static double PerGram(KitItem item, double waterG) => waterG / Math.Max(1, HoldingMassG(item));

    /// <summary>Water that a material holds when it drips, g on a g (assumption).</summary>
    public static double Capacity(Material material) =>
        material switch
        {
            Material.Down or Material.Cotton => 1.5,
            Material.Wool => 1.2,
            Material.TreatedDown or Material.SyntheticFill => 1.0,
            Material.Fleece => 0.8,
            Material.Foam or Material.Inflatable or Material.Coated => 0.02,
            _ => 0.5,
        };

    /// <summary>Most water that a thing holds, g: what is over runs on or drips.</summary>
    public static double CapacityG(KitItem item) => Capacity(item.Material) * HoldingMassG(item);

    /// <summary>Whether its fibres bind vapour: down and wool (assumption).</summary>
    public static bool Binds(Material material) => material is Material.Down or Material.TreatedDown or Material.Wool;

    /// <summary>Resistance to vapour of a thing's fabric besides its insulation, m²Pa/W; null where it adds none worth counting (assumptions).</summary>
    public static double? FabricResistance(KitItem item) => item.VapourResistance ?? UsualFabric(item);

    /// <summary>What is usual for a kind and its fabric (assumptions).</summary>
    private static double? UsualFabric(KitItem item) =>
        item switch
        {
            { Kind: ItemKind.VapourBarrier } => 1e5,
            { Kind: ItemKind.Bivy } => item.Material == Material.Coated ? 100 : 20,
            { IsTopLayer: true } => item.Material == Material.Coated ? 100
            : item.Windproof ? 15
            : 6,
            { Material: Material.Coated } => 40,
            { Kind: ItemKind.Garment, Windproof: true } => 6,
            _ => null,
        };
}
