using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>What must lie in a dry bag while it is packed, and what the bags that come along hold.</summary>
public static class DryBags
{
    /// <summary>Sleeping things and the dry reserve always; down always.</summary>
    /// <param name="item">The thing.</param>
    /// <param name="uses">Its uses.</param>
    public static bool Needs(KitItem item, IReadOnlyList<UseSpan> uses) =>
        item.IsTopLayer
        || item.Kind is ItemKind.Liner or ItemKind.Underquilt
        || item.Material is Material.Down or Material.TreatedDown
        || item.Kind == ItemKind.Garment && uses.Count > 0 && uses.All(u => u.IsInBed || u.Kind == UseKind.Reserve);

    /// <summary>Litres that must be dry on a day and litres that dry bags along hold.</summary>
    public sealed record DryRoom(double NeededL, double HeldL, int Bags);

    /// <summary>The fullest day of what must be dry, against the bags.</summary>
    internal static DryRoom Of(LoadLayout layout)
    {
        var bags = layout.Things.Where(t => ItemTypes.IsOf(t.Item, "drybag")).Sum(t => t.Count);
        var needs = layout.Things.Index().Where(t => Needs(t.Item.Item, layout.UsesOf(t.Item.Item.Id))).ToList();
        var most = Enumerable
            .Range(0, layout.Days)
            .Select(d =>
                needs
                    .Where(t => layout.Loads[layout.Spots[t.Index][d].Load].Kind is not LoadKind.Person)
                    .Sum(t => t.Item.Litres)
            )
            .DefaultIfEmpty()
            .Max();
        return new(most, bags * Volumes.DryBagL, (int)bags);
    }
}
