using Ermine.Core.Kit;

namespace Ermine.Core.Loads;

/// <summary>What a thing does besides being worn and slept in, and where that wants it (assumptions).</summary>
public static class PartyKit
{
    /// <summary>Stands round all, cooks, mends or finds the way for all: one is enough for the party.</summary>
    public static bool IsShared(KitItem item) => ItemTypes.Find(item.Type) is { Shared: true };

    /// <summary>Stands round the sleepers.</summary>
    public static bool IsShelter(KitItem item) => ItemTypes.IsOf(item, "tent", "tarp", "sack");

    /// <summary>Lights a fire.</summary>
    public static bool LightsFire(KitItem item) => ItemTypes.IsOf(item, "lighter", "matches", "firesteel");

    /// <summary>Belongs on the body, whatever is lost: fire, light, a whistle, a call for help.</summary>
    public static bool BelongsOnTheBody(KitItem item) =>
        LightsFire(item)
        || ItemTypes.IsOf(item, "tinder", "whistle", "lamp", "knife", "beacon", "transceiver", "battery");

    /// <summary>Belongs in a pocket: the way is found and the next hour is eaten from there.</summary>
    public static bool BelongsInAPocket(KitItem item) =>
        ItemTypes.IsOf(item, "map", "compass", "phone", "snack", "thermometer", "suncream", "warmer", "multitool");

    /// <summary>Worth having at once though nobody knows when: under the lid.</summary>
    public static bool BelongsUnderTheLid(KitItem item) =>
        ItemTypes.IsOf(
            item,
            "shovel",
            "probe",
            "bottle",
            "flask",
            "waterbag",
            "firstaid",
            "axe",
            "saw",
            "sack",
            "rope"
        );

    /// <summary>Carried for what may happen, and not for an hour that is planned.</summary>
    public static bool IsForNeed(KitItem item) =>
        item.Kind == ItemKind.Gear && ItemTypes.DrawerOf(item) is Drawer.Gear or Drawer.Kitchen or Drawer.Shelter;

    /// <summary>How much hangs on a thing of the party, in grams that it counts for when worth is spread.</summary>
    public static double Worth(KitItem item) =>
        ItemTypes.IsOf(item, "tent", "tarp") ? 6000
        : ItemTypes.IsOf(item, "stove", "fuel", "cartridge") ? 5000
        : ItemTypes.IsOf(item, "beacon", "firstaid", "sack") ? 3000
        : ItemTypes.IsOf(item, "food", "meal", "rope", "shovel", "pan") ? 2000
        : 500;
}
