using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Teaching;

/// <summary>A thing on one's list with its reason.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Drawer">Where it is worn or used.</param>
/// <param name="Why">Why it is along, in plain sentences.</param>
/// <param name="Worth">How much less far the hardest night holds without it; null for what is not slept in, or where no line lies at a temperature.</param>
/// <param name="Spare">It does next to nothing on the hardest night and is for nothing else: it could stay at home.</param>
public sealed record ListedThing(Guid ItemId, Drawer Drawer, string Why, TemperatureDifference? Worth, bool Spare);

/// <summary>Puts one person's list together, each thing with what it is for.</summary>
internal static class ListWithReasons
{
    /// <summary>What carries less than this could stay at home, if it is for nothing else, K (assumption).</summary>
    private const double NextToNothing = 0.3;

    /// <summary>Everything slept in or worn, by where it is worn; the rest stands on the packing list.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="night">The hardest night, from 0; null where none is known.</param>
    public static IReadOnlyList<ListedThing> Of(TripRun run, int? night)
    {
        var things = run.Outfit.Uses.Distinct().Select(run.Closet.Find).OfType<KitItem>();
        return
        [
            .. things
                .Select(t => One(run, night, t))
                .OfType<ListedThing>()
                .OrderBy(t => t.Drawer)
                .ThenByDescending(t => t.Worth?.Kelvin ?? 0)
                .ThenBy(t => run.Closet.Find(t.ItemId)!.Name, StringComparer.Ordinal),
        ];
    }

    private static ListedThing? One(TripRun run, int? night, KitItem item)
    {
        var slept = night is { } n && run.SystemOf(n).Has(item.Id);
        var garment = Garment.Of(item, run.Closet.ReadingOf(item.Id));
        var role = run.Outfit.RoleOf(item.Id);
        if (garment is null && !slept && !item.IsForNight && !FacePlans.ForEyes([item]).Any())
            return null;
        var worth = slept ? Worth(run, night!.Value, item) : null;
        var byNight =
            slept ? AtNight(item)
            : run.Outfit.Slept.Any(s => s.Has(item.Id)) ? "Slept in on other nights."
            : null;
        var byDay = role == Role.NightOnly ? null : ByDay(run, garment, item);
        var kept = role switch
        {
            Role.NightOnly when garment is not null => "Kept dry for sleeping and never walked in.",
            Role.Spare => "The dry one for when the first is wet.",
            Role.OneDayOnly => "Kept for one day.",
            _ => null,
        };
        var why = string.Join(" ", new[] { byNight, byDay, kept }.OfType<string>());
        var idle = slept && byDay is null && kept is null && item.Kind is not (ItemKind.VapourBarrier or ItemKind.Bivy);
        return new(
            item.Id,
            ItemTypes.DrawerOf(item),
            why.Length > 0 ? why : "In reserve: put on or in when the night turns colder than planned.",
            worth,
            idle && worth is { Kelvin: < NextToNothing }
        );
    }

    /// <summary>What it carries on that night; of a barrier, whose worth is in the nights before, with the trip run again.</summary>
    private static TemperatureDifference? Worth(TripRun run, int night, KitItem item)
    {
        var without = SystemChange.Keep(run.SystemOf(night), i => i.Id != item.Id, run.Closet);
        var now = run.HoldsTogether(night).Together;
        var then =
            item.Kind == ItemKind.VapourBarrier
                ? run.With(run.Sleeping(night, without)).HoldsTogether(night).Together
                : run.Model.HoldsTogether(night, without, run.BedtimeOf(night), run[night].EveningWater).Together;
        return now.ColderThan(then);
    }

    private static string AtNight(KitItem item) =>
        item.Kind switch
        {
            ItemKind.Pad when item.Material == Material.Foam =>
                "Keeps the ground from taking your heat, and cannot go flat.",
            ItemKind.Pad => "Keeps the ground from taking your heat; what lies over you is pressed flat under you.",
            ItemKind.Underquilt => "Loft under the hammock, where nothing presses it flat.",
            ItemKind.Bag or ItemKind.Quilt => "Its loft holds warm air round you: shake it, and keep it dry.",
            ItemKind.Liner => "A thin layer more, and it keeps the bag clean.",
            ItemKind.Bivy => "Keeps wind out of the loft.",
            ItemKind.VapourBarrier => "Keeps what your skin breathes out of the loft, night after night.",
            _ when item.IsHeadwear => "Covers the head outside the bag, so that breath stays out of it.",
            _ when item.Cover.Feet >= 0.5 => "Warms the feet, which fail before the body does.",
            _ => "Worn in the bag, loose and dry.",
        };

    private static string? ByDay(TripRun run, Garment? garment, KitItem item)
    {
        if (FacePlans.ForEyes([item]).Any())
            return "Covers the eyes: sun on snow and wind hurt them.";
        if (garment is null || !run.Outfit.Uses.Contains(item.Id))
            return null;
        return (garment.Main, garment.Tier) switch
        {
            _ when garment.IsForStops => "On at the start of every stop, over everything, before you cool.",
            _ when garment.IsFaceCover =>
                "Round the neck, and up over mouth and nose in the wind; turned before it is ice.",
            (Part.Hands, Tier.Shell) => "Over the other gloves, against wind and wet.",
            (Part.Hands, Tier.Skin) => "Stays on for fine work, so that no skin is bare.",
            (Part.Hands, _) when item.Fingers == Fingers.Together =>
                "Fingers side by side keep each other warm: for stops and deep cold.",
            (Part.Hands, _) => "For work that needs fingers.",
            (Part.Feet, Tier.Shell) => "Boots with room for the socks: tight ones hold the blood back.",
            (Part.Feet, Tier.Over) => "Over the boots, against snow and cold.",
            (Part.Feet, Tier.Barrier) => "Keeps sweat of the feet out of boot and liner.",
            (Part.Feet, _) when ItemTypes.IsOf(item, "bootliner") =>
                "The boots' own loft: taken out and dried every night.",
            (Part.Feet, Tier.ThinLoft) => "For camp, when the boots come off.",
            (Part.Feet, _) => "Socks that leave room in the boot.",
            (Part.Head, _) => "The first thing off when warm, the first on when cool.",
            (_, Tier.Skin) => "Next to the skin: moves sweat off it.",
            (_, Tier.Barrier) => "Keeps sweat out of what is worn over it.",
            (_, Tier.Shell) => "Against wind and wet, sized over all that goes under it.",
            _ => "Warmth by layers: off before you sweat, on before you cool.",
        };
    }
}
