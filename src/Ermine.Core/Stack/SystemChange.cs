using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>Changes to a system as a practised hand would make them.</summary>
public static class SystemChange
{
    /// <summary>Clothes warmer than this are worn over a vapour barrier, m²K/W (assumption): sweat in them would stay there.</summary>
    public const double ThinUnderBarrier = 0.09;

    /// <summary>
    /// One more thing: under the pads there are, over the clothes there are, and the heavier top layer inside. A vapour barrier goes over
    /// thin clothes and under warm ones.
    /// </summary>
    public static SleepSystem Add(SleepSystem system, KitItem item, Closet closet)
    {
        var more = system.Layers.ToList();
        more.Insert(PlaceOf(system, item, closet), new(item.Id, Closure.Closed));
        return system with { Layers = more };
    }

    /// <summary>Where among the layers one more thing goes, from 0.</summary>
    /// <inheritdoc cref="Add"/>
    public static int PlaceOf(SleepSystem system, KitItem item, Closet closet)
    {
        if (item.Kind == ItemKind.Pad)
            return 0;
        var at = system
            .Layers.ToList()
            .FindIndex(l => closet.Find(l.ItemId) is { } other && GoesInside(item, other, closet));
        return at < 0 ? system.Layers.Count : at;
    }

    private static bool GoesInside(KitItem item, KitItem other, Closet closet) =>
        other.IsTopLayer
            ? !item.IsTopLayer || other.MassG < item.MassG
            : item.Kind == ItemKind.VapourBarrier
                && other is { Kind: ItemKind.Garment, IsHeadwear: false }
                && closet.ReadingOf(other.Id).Insulation?.SI > ThinUnderBarrier;

    /// <summary>One thing for another, closed.</summary>
    public static SleepSystem Swap(SleepSystem system, Guid old, Guid other) =>
        system with
        {
            Layers = [.. system.Layers.Select(l => l.ItemId == old ? new Layer(other, Closure.Closed) : l)],
        };

    /// <summary>Two things in each other's place.</summary>
    public static SleepSystem Turn(SleepSystem system, Guid one, Guid other)
    {
        var (a, b) = (system.Layers.First(l => l.ItemId == one), system.Layers.First(l => l.ItemId == other));
        return system with
        {
            Layers =
            [
                .. system.Layers.Select(l =>
                    l == a ? b
                    : l == b ? a
                    : l
                ),
            ],
        };
    }

    /// <summary>One layer used differently.</summary>
    public static SleepSystem Use(SleepSystem system, Guid id, Func<Layer, Layer> use) =>
        system with
        {
            Layers = [.. system.Layers.Select(l => l.ItemId == id ? use(l) : l)],
        };

    /// <summary>The things that a test keeps.</summary>
    public static SleepSystem Keep(SleepSystem system, Func<KitItem, bool> keep, Closet closet) =>
        system with
        {
            Layers = [.. system.Layers.Where(l => closet.Find(l.ItemId) is { } item && keep(item))],
        };
}
