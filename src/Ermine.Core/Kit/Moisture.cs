namespace Ermine.Core.Kit;

/// <summary>What water does to the loft of a material.</summary>
public static class Moisture
{
    /// <summary>Least share of its resistance that a wet thing keeps (assumption).</summary>
    public const double LeastKept = 0.2;

    /// <summary>How fast loft goes with water, per g of water on a g of fill or fabric (assumption).</summary>
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
    /// <param name="waterPerGram">g of water on a g of fill or fabric, 0 or more.</param>
    public static double Kept(Material material, double waterPerGram) =>
        Math.Max(LeastKept, Math.Exp(-Decay(material) * waterPerGram));
}
