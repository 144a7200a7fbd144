using System.Collections.Concurrent;
using Ermine.Core.Dryness;
using Ermine.Core.Stack;

namespace Ermine.Core.Kit;

/// <summary>What is owned, each thing read once; may be asked by several at once.</summary>
public sealed class Closet
{
    private readonly Dictionary<Guid, (KitItem Item, ItemReading Reading)> things;
    private readonly ConcurrentDictionary<Guid, Slot> slots = [];

    /// <summary>Reads every thing.</summary>
    public Closet(IEnumerable<KitItem> items) => things = items.ToDictionary(i => i.Id, i => (i, ItemReader.Read(i)));

    private Closet(Dictionary<Guid, (KitItem Item, ItemReading Reading)> things) => this.things = things;

    /// <summary>The same closet with things added or in place of those of the same id; only they are read.</summary>
    public Closet With(IEnumerable<KitItem> others)
    {
        var copy = new Dictionary<Guid, (KitItem, ItemReading)>(things);
        foreach (var other in others)
            copy[other.Id] = (other, ItemReader.Read(other));
        return new(copy);
    }

    /// <summary>The same closet with nothing but some things.</summary>
    public Closet Only(IReadOnlySet<Guid> ids) =>
        new(things.Where(t => ids.Contains(t.Key)).ToDictionary(t => t.Key, t => t.Value));

    /// <summary>The same closet without some things.</summary>
    public Closet Without(IEnumerable<Guid> ids)
    {
        var copy = new Dictionary<Guid, (KitItem, ItemReading)>(things);
        foreach (var id in ids)
            copy.Remove(id);
        return new(copy);
    }

    /// <summary>What a thing that is owned is for.</summary>
    public Slot SlotOf(KitItem item) => slots.GetOrAdd(item.Id, static (_, i) => Slot.Of(i), item);

    /// <summary>Everything owned, with its reading.</summary>
    public IEnumerable<(KitItem Item, ItemReading Reading)> All => things.Values;

    /// <summary>A thing, or null where it is not owned.</summary>
    public KitItem? Find(Guid id) => things.TryGetValue(id, out var thing) ? thing.Item : null;

    /// <summary>The reading of a thing that is owned.</summary>
    public ItemReading ReadingOf(Guid id) => things[id].Reading;

    /// <summary>
    /// The layers of a system from the ground up, each group in the order given. Things not owned are left out.
    /// </summary>
    public IReadOnlyList<Resolved> Resolve(SleepSystem system)
    {
        var found = new List<Resolved>(system.Layers.Count);
        for (var tier = 0; tier <= HighestTier; tier++)
        {
            for (var i = 0; i < system.Layers.Count; i++)
            {
                var layer = system.Layers[i];
                if (things.TryGetValue(layer.ItemId, out var thing) && Tier(thing.Item.Kind) == tier)
                    found.Add(new(thing.Item, thing.Reading, layer));
            }
        }
        return found;
    }

    /// <summary>Grams of a system.</summary>
    public double MassOf(SleepSystem system) => system.Layers.Sum(l => Find(l.ItemId)?.MassG ?? 0);

    /// <summary>Where a kind of thing lies, from the ground up: 0–1 under the body, 2 on it, 3–5 over it.</summary>
    public static int Tier(ItemKind kind) =>
        kind switch
        {
            ItemKind.Underquilt => 0,
            ItemKind.Pad => 1,
            ItemKind.Garment or ItemKind.VapourBarrier => 2,
            ItemKind.Liner => 3,
            ItemKind.Bivy => 5,
            _ => 4,
        };

    private const int HighestTier = 5;

    /// <summary>The place of a kind of thing: 0 under the body, 1 on it, 2 over it.</summary>
    public static int Place(ItemKind kind) =>
        Tier(kind) < 2 ? 0
        : Tier(kind) == 2 ? 1
        : 2;
}

/// <summary>A thing of a system with its reading and the way it is used.</summary>
public sealed record Resolved(KitItem Item, ItemReading Reading, Layer Use);
