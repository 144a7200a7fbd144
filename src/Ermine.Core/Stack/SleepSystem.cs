using Ermine.Core.Body;
using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>How a bag or quilt is closed for the night.</summary>
public enum Closure
{
    /// <summary>Collar drawn, or quilt strapped to the pad with its neck closed.</summary>
    Closed,

    /// <summary>Bag with its collar left open.</summary>
    CollarOpen,

    /// <summary>Quilt held by its pad straps, neck open.</summary>
    StrapsOnly,

    /// <summary>Quilt laid over, no straps.</summary>
    Loose,
}

/// <summary>As what a thing serves in a bed.</summary>
public enum Serving
{
    /// <summary>As what it is.</summary>
    Itself,

    /// <summary>A bag opened, as a quilt.</summary>
    Quilt,

    /// <summary>An underquilt or liner laid over, as a blanket.</summary>
    Blanket,

    /// <summary>A garment in a sack under the head, as a pillow; no layer of its own.</summary>
    Pillow,

    /// <summary>A garment wrapped round the feet.</summary>
    RoundFeet,

    /// <summary>Laid under legs and feet, such as an emptied rucksack; no layer of its own.</summary>
    UnderLegs,

    /// <summary>A short pad laid from the feet up, where another ends.</summary>
    FromFeet,

    /// <summary>A blanket or quilt wrapped round the body, under and over at once.</summary>
    Wrapped,

    /// <summary>Hung under a hammock against the wind, such as a poncho; no layer of its own.</summary>
    WindCover,
}

/// <summary>One thing at its place in the stack.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Closure">How it is closed; for bags and quilts.</param>
/// <param name="HoodOpen">The hood of a bag is left open, that of a jacket is down.</param>
/// <param name="As">As what it serves.</param>
public sealed record Layer(Guid ItemId, Closure Closure, bool HoodOpen = false, Serving As = Serving.Itself);

/// <summary>What a sleeper lies on, wears and lies under.</summary>
/// <param name="Layers">From the ground up: underquilts and pads, then what is worn from the skin out, then liner, bags and quilts from the inside out, bivy.</param>
/// <param name="Bed">How the bed is made, besides the things in it; plain where null.</param>
public sealed record SleepSystem(IReadOnlyList<Layer> Layers, Bed? Bed = null)
{
    /// <summary>Most layers that are laid out.</summary>
    public const int Most = 24;

    /// <summary>Nothing laid out.</summary>
    public static SleepSystem Empty { get; } = new([]);

    /// <summary>How the bed is made, besides the things in it.</summary>
    public Bed Bed { get; init; } = Bed ?? Bed.Plain;

    /// <summary>Two systems are one where their layers are the same in the same order.</summary>
    public bool Equals(SleepSystem? other) =>
        other is not null && Bed == other.Bed && Layers.SequenceEqual(other.Layers);

    /// <inheritdoc/>
    public override int GetHashCode()
    {
        var hash = new HashCode();
        foreach (var layer in Layers)
            hash.Add(layer);
        hash.Add(Bed);
        return hash.ToHashCode();
    }

    /// <summary>What lies under a region where no pad does, what is laid there counted in.</summary>
    public UnderGap Under(Region region) =>
        region is Region.Legs or Region.Feet && Layers.Any(l => l.As == Serving.UnderLegs) ? UnderGap.Rucksack
        : region == Region.Head && Bed.Under.Head == UnderGap.Nothing && Layers.Any(l => l.As == Serving.Pillow)
            ? UnderGap.Pillow
        : Bed.Under[region];

    /// <summary>Something keeps moving air off the underside of a hammock.</summary>
    public bool IsCoveredBelow =>
        Bed.Hammock is { WindCover: true } || Bed.Hammock is not null && Layers.Any(l => l.As == Serving.WindCover);

    /// <summary>The layers from the ground up, each group in the order given. Things not owned are left out.</summary>
    public IReadOnlyList<Resolved> In(Closet closet)
    {
        var found = new List<Resolved>(Layers.Count);
        foreach (var layer in Layers)
        {
            if (layer.As is Serving.UnderLegs or Serving.WindCover or Serving.Pillow)
                continue;
            if (closet.Find(layer.ItemId) is { IsForNight: true } item)
                found.Add(Served.As(layer.As, item, closet.ReadingOf(item.Id), layer));
        }
        return [.. found.OrderBy(r => Tier(r.Item.Kind))];
    }

    /// <summary>Everything in it that is owned.</summary>
    public IEnumerable<KitItem> ThingsIn(Closet closet) => Layers.Select(l => closet.Find(l.ItemId)).OfType<KitItem>();

    /// <summary>Whether a thing is in it.</summary>
    public bool Has(Guid itemId) => Layers.Any(l => l.ItemId == itemId);

    /// <summary>Where a kind of thing lies, from the ground up.</summary>
    private static int Tier(ItemKind kind) =>
        kind switch
        {
            ItemKind.Underquilt => 0,
            ItemKind.Pad => 1,
            ItemKind.Garment or ItemKind.VapourBarrier => 2,
            ItemKind.Liner => 3,
            ItemKind.Bivy => 5,
            _ => 4,
        };
}

/// <summary>A thing of a system with its reading and the way it is used.</summary>
public sealed record Resolved(KitItem Item, ItemReading Reading, Layer Use);
