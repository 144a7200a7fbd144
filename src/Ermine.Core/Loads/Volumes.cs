using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>Litres of things and of what they are packed in, where nobody has said them (assumptions).</summary>
public static class Volumes
{
    /// <summary>Grams a litre of a thing that is stuffed into its sack, by what warms in it.</summary>
    private static double GramsPerLitre(KitItem item) =>
        item.Kind == ItemKind.Gear
            ? 400
            : item.Material switch
            {
                Material.Down or Material.TreatedDown => 150,
                Material.SyntheticFill => 115,
                Material.Fleece or Material.Wool => 170,
                Material.Foam => 45,
                Material.Inflatable => 300,
                _ => 220,
            };

    /// <summary>Litres of a thing when packed: as said, else from its mass by what warms in it.</summary>
    public static double Of(KitItem item) =>
        item.PackedL > 0 || HoldsOthers(item) ? item.PackedL : item.MassG / GramsPerLitre(item);

    /// <summary>A dry bag holds, l.</summary>
    public const double DryBagL = 20;

    /// <summary>What is packed into, and takes no room itself.</summary>
    public static bool HoldsOthers(KitItem item) => ItemTypes.IsOf(item, "pack", "sledge", "duffel");

    /// <summary>Litres that a load holds: as said, else as usual for the thing that it is, else for its kind.</summary>
    /// <param name="load">The load.</param>
    /// <param name="thing">The thing that it is, where that is in the kit.</param>
    /// <returns>Null of what has no limit: a depot, and what is worn.</returns>
    public static double? HeldBy(Load load, KitItem? thing) =>
        load.VolumeL
        ?? (double?)(
            thing?.Type switch
            {
                "pack" => 70.0,
                "dayPack" => 30,
                "duffel" => 90,
                "sledge" => 280,
                "childSledge" => 120,
                _ => (double?)null,
            }
        )
        ?? load.Kind switch
        {
            LoadKind.Pack => 70.0,
            LoadKind.Sledge => 280,
            LoadKind.Duffel => 90,
            _ => null,
        };
}
