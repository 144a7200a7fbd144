using System.Collections.Concurrent;

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

    /// <summary>The same closet with those of another that it does not hold itself, as they were read there.</summary>
    public Closet With(Closet other)
    {
        var copy = new Dictionary<Guid, (KitItem, ItemReading)>(other.things);
        foreach (var (id, thing) in things)
            copy[id] = thing;
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
}
