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

/// <summary>What lies under the body where no pad does.</summary>
public enum UnderGap
{
    /// <summary>Nothing but the bag pressed flat.</summary>
    Nothing,

    /// <summary>Spare clothes.</summary>
    SpareClothes,

    /// <summary>An emptied rucksack.</summary>
    Rucksack,
}

/// <summary>How underquilts hang.</summary>
public enum UnderquiltFit
{
    /// <summary>Snug, the loft free.</summary>
    Snug,

    /// <summary>Stretched tight: the loft is pressed flat.</summary>
    TooTight,

    /// <summary>Gaps at the ends let air through.</summary>
    Gaps,
}

/// <summary>A hammock.</summary>
/// <param name="Fit">How the underquilts hang.</param>
/// <param name="WindCover">A cover keeps moving air off the underside.</param>
public sealed record Hammock(UnderquiltFit Fit = UnderquiltFit.Snug, bool WindCover = false);

/// <summary>As what a thing serves in a bed.</summary>
public enum Serving
{
    /// <summary>As what it is.</summary>
    Itself,

    /// <summary>A bag opened, as a quilt.</summary>
    Quilt,

    /// <summary>An underquilt or liner laid over, as a blanket.</summary>
    Blanket,

    /// <summary>A garment in a sack under the head, as a pillow.</summary>
    Pillow,

    /// <summary>A garment wrapped round the feet.</summary>
    RoundFeet,

    /// <summary>Laid under legs and feet, such as an emptied rucksack; no layer of its own.</summary>
    UnderLegs,

    /// <summary>Hung under a hammock against the wind, such as a poncho; no layer of its own.</summary>
    WindCover,
}

/// <summary>One thing at its place in the stack.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Closure">How it is closed; for bags and quilts.</param>
/// <param name="HoodOpen">The hood of a bag is left open.</param>
/// <param name="As">As what it serves.</param>
public sealed record Layer(Guid ItemId, Closure Closure, bool HoodOpen = false, Serving As = Serving.Itself);

/// <summary>What a sleeper lies on, wears and lies under.</summary>
/// <param name="Layers">From the ground up: underquilts and pads, then what is worn from the skin out, then liner, bags and quilts from the inside out, bivy.</param>
/// <param name="UnderGap">What lies under the body where no pad does.</param>
/// <param name="Hammock">Hangs instead of lying on the surface.</param>
/// <param name="BreathInside">Mouth and nose inside the bag.</param>
public sealed record SleepSystem(
    IReadOnlyList<Layer> Layers,
    UnderGap UnderGap = UnderGap.Nothing,
    Hammock? Hammock = null,
    bool BreathInside = false
)
{
    /// <summary>Nothing laid out.</summary>
    public static SleepSystem Empty { get; } = new([]);

    /// <summary>Two systems are one where their layers are the same in the same order.</summary>
    public bool Equals(SleepSystem? other) =>
        other is not null
        && (UnderGap, Hammock, BreathInside) == (other.UnderGap, other.Hammock, other.BreathInside)
        && Layers.SequenceEqual(other.Layers);

    /// <inheritdoc/>
    public override int GetHashCode()
    {
        var hash = new HashCode();
        foreach (var layer in Layers)
            hash.Add(layer);
        hash.Add(UnderGap);
        hash.Add(Hammock);
        return hash.ToHashCode();
    }

    /// <summary>What lies under the body where no pad does, what is laid there counted in.</summary>
    public UnderGap Under => Layers.Any(l => l.As == Serving.UnderLegs) ? UnderGap.Rucksack : UnderGap;

    /// <summary>Something keeps moving air off the underside of a hammock.</summary>
    public bool IsCoveredBelow => Hammock is { WindCover: true } || Layers.Any(l => l.As == Serving.WindCover);

    /// <summary>The layers from the ground up, each group in the order given. Things not owned are left out.</summary>
    public IReadOnlyList<Resolved> In(Closet closet)
    {
        var found = new List<Resolved>(Layers.Count);
        foreach (var layer in Layers)
        {
            if (layer.As is Serving.UnderLegs or Serving.WindCover)
                continue;
            if (closet.Find(layer.ItemId) is { } item)
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
