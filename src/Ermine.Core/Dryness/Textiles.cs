using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Dryness;

/// <summary>What things are for, and what a day does to them (assumptions).</summary>
public static class Textiles
{
    /// <summary>Dry up to this, g of water on a g (assumption).</summary>
    public const double DryUpTo = 0.05;

    /// <summary>Damp up to this, wet beyond, g of water on a g (assumption).</summary>
    public const double DampUpTo = 0.20;

    /// <summary>Small enough to be dried on the body or in bed, g (assumption).</summary>
    public const double SmallUpToG = 220;

    /// <summary>Things that hold water and are looked after: all but pads, barriers and what is never slept in.</summary>
    public static bool IsTextile(KitItem item) =>
        item.Kind is not (ItemKind.Pad or ItemKind.VapourBarrier or ItemKind.Gear);

    /// <summary>Small enough to be dried on the body or in bed.</summary>
    public static bool IsSmall(KitItem item) => item.Kind == ItemKind.Garment && item.MassG <= SmallUpToG;

    /// <summary>Water that a day puts into a thing worn for a purpose, g (assumption).</summary>
    public static double Wetting(Purpose purpose, DayWork work) =>
        (LikeWork(work), purpose) switch
        {
            (DayWork.Rest, _) => 0,
            (DayWork.Easy, Purpose.Socks) => 10,
            (DayWork.Easy, Purpose.Liners) => 5,
            (DayWork.Hard, Purpose.Liners) => 12,
            (DayWork.WetSnow, Purpose.Liners) => 20,
            (DayWork.Easy, Purpose.Base) => 12,
            (DayWork.Easy, Purpose.Hat) => 4,
            (DayWork.Easy, Purpose.Gloves) => 6,
            (DayWork.Hard, Purpose.Socks) => 22,
            (DayWork.Hard, Purpose.Base) => 45,
            (DayWork.Hard, Purpose.Hat) => 12,
            (DayWork.Hard, Purpose.Gloves) => 14,
            (DayWork.WetSnow, Purpose.Socks) => 32,
            (DayWork.WetSnow, Purpose.Base) => 35,
            (DayWork.WetSnow, Purpose.Hat) => 18,
            (DayWork.WetSnow, Purpose.Gloves) => 32,
            _ => 0,
        };

    /// <summary>The estimate for a longer word is that of the nearest of the first four.</summary>
    private static DayWork LikeWork(DayWork work) =>
        work switch
        {
            DayWork.Haul or DayWork.Summit => DayWork.Hard,
            DayWork.Watch => DayWork.Easy,
            _ => work,
        };
}
