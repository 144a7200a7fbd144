using Ermine.Core.Stack;

namespace Ermine.Core.Kit;

/// <summary>What is owned, each thing read once.</summary>
public sealed class Closet
{
    private readonly Dictionary<Guid, (KitItem Item, ItemReading Reading)> things;

    /// <summary>Reads every thing.</summary>
    public Closet(IEnumerable<KitItem> items) => things = items.ToDictionary(i => i.Id, i => (i, ItemReader.Read(i)));

    /// <summary>Everything owned, with its reading.</summary>
    public IEnumerable<(KitItem Item, ItemReading Reading)> All => things.Values;

    /// <summary>A thing, or null where it is not owned.</summary>
    public KitItem? Find(Guid id) => things.TryGetValue(id, out var thing) ? thing.Item : null;

    /// <summary>The reading of a thing that is owned.</summary>
    public ItemReading ReadingOf(Guid id) => things[id].Reading;

    /// <summary>
    /// The layers of a system from the ground up: pads, worn, bags and quilts, each group in the order given. Things not owned are left out.
    /// </summary>
    public IReadOnlyList<(KitItem Item, ItemReading Reading, Closure Closure)> Resolve(SleepSystem system) =>
        [
            .. system
                .Layers.Where(l => things.ContainsKey(l.ItemId))
                .Select(l => (things[l.ItemId].Item, things[l.ItemId].Reading, l.Closure))
                .OrderBy(l => Tier(l.Item.Kind)),
        ];

    /// <summary>Grams of a system.</summary>
    public double MassOf(SleepSystem system) => system.Layers.Sum(l => Find(l.ItemId)?.MassG ?? 0);

    /// <summary>Where a kind of thing lies: 0 under the body, 1 on it, 2 over it.</summary>
    public static int Tier(ItemKind kind) =>
        kind switch
        {
            ItemKind.Pad => 0,
            ItemKind.Garment or ItemKind.VapourBarrier => 1,
            _ => 2,
        };
}
