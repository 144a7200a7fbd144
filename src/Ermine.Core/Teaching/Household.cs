using Ermine.Core.Kit;

namespace Ermine.Core.Teaching;

/// <summary>Where something comes from that costs nothing, the nearest first.</summary>
public enum ComesFrom
{
    /// <summary>It is along already, or only has to be done.</summary>
    Along,

    /// <summary>It is owned and stays at home as planned.</summary>
    Owned,

    /// <summary>A cupboard at home has it.</summary>
    Cupboard,

    /// <summary>It can be borrowed.</summary>
    Borrowed,
}

/// <summary>A plain thing that a home has or a neighbour lends.</summary>
/// <param name="Usual">It, as the usual thing of its type.</param>
/// <param name="From">Where it comes from.</param>
/// <param name="How">How it is used.</param>
internal sealed record HouseholdThing(KitItem Usual, ComesFrom From, string How);

/// <summary>What is found in a cupboard or lent by a neighbour (assumption): usual things of plain types, nothing that is bought for the cold.</summary>
internal static class Household
{
    private static HouseholdThing Of(string type, ComesFrom from, string how) =>
        new(ItemTypes.Find(type)!.Usual, from, how);

    /// <summary>All of it.</summary>
    public static IReadOnlyList<HouseholdThing> Things { get; } =
    [
        Of(
            "woolBlanket",
            ComesFrom.Cupboard,
            "Over the bag, its edges tucked in; not wrapped tight, or it crushes the loft."
        ),
        Of("fleeceBlanket", ComesFrom.Cupboard, "Over the bag, or inside it where there is room."),
        Of("woolJumper", ComesFrom.Cupboard, "Worn loose in the bag. Wool warms a little when damp, cotton does not."),
        Of("thickWoolJumper", ComesFrom.Cupboard, "Worn loose in the bag, over a thin base."),
        Of("fleeceJumper", ComesFrom.Cupboard, "Worn loose in the bag."),
        Of("woolTrousers", ComesFrom.Cupboard, "Worn loose in the bag, dry."),
        Of("fleeceTrousers", ComesFrom.Cupboard, "Worn loose in the bag, dry."),
        Of("thickWoolSocks", ComesFrom.Cupboard, "A dry pair for the night alone, loose over the others."),
        Of("woolHat", ComesFrom.Cupboard, "Over whatever covers the head already."),
        Of("scarf", ComesFrom.Cupboard, "Laid round neck and mouth, tucked in and never knotted."),
        Of("woolMittens", ComesFrom.Cupboard, "Over thin gloves; wool socks over the hands do the same."),
        Of("sheepskin", ComesFrom.Cupboard, "Under hips and back, on the pad."),
        Of("foamPad", ComesFrom.Borrowed, "Under the pad that is there; a gym mat of closed foam is one."),
        Of("blanketBag", ComesFrom.Borrowed, "A second bag, opened over the first."),
        Of("synthBag", ComesFrom.Borrowed, "A second bag, drawn loosely over the first."),
        Of("fleeceMittens", ComesFrom.Borrowed, "Under a shell, or over thin gloves."),
        Of("rainJacket", ComesFrom.Borrowed, "Over wool or fleece, which the wind goes through."),
    ];

    /// <summary>What of it can be slept in or on.</summary>
    public static IReadOnlyList<HouseholdThing> ForNight { get; } =
    [.. Things.Where(t => t.Usual.IsForNight && ItemTypes.DrawerOf(t.Usual) != Drawer.Hands)];

    /// <summary>What of it can be worn by day, as types.</summary>
    public static IReadOnlyList<string> ForDay { get; } =
    [.. Things.Where(t => t.Usual.Kind == ItemKind.Garment).Select(t => t.Usual.Type!)];

    /// <summary>One of them by its thing; null for anything else.</summary>
    public static HouseholdThing? Find(Guid id) => Things.FirstOrDefault(t => t.Usual.Id == id);
}
