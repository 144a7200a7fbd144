using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Stack;

namespace Ermine.Core.Rules;

/// <summary>Rules about what is slept in and on.</summary>
internal static class BedRules
{
    /// <summary>What lies under.</summary>
    public static IEnumerable<Caution> Underside(NightSubject n)
    {
        var under = n.Stack.Items.Where(i => i.Item.Side == Side.Under).ToList();
        if (!n.Hung && !n.Pads.Any())
            yield return new(
                "no-pad",
                true,
                "No pad: the ground takes the heat whatever lies on top.",
                "What lies under the body is pressed flat and holds next to nothing."
            );
        if (n.Hung && under.Count == 0)
            yield return new(
                "hammock-bare",
                true,
                "Nothing under the hammock: moving air takes the heat from below.",
                "The bag is pressed flat there, as on the ground, but the air moves."
            );
        if (n.Hung && n.Pads.Any())
            yield return new(
                "hammock-pad",
                false,
                "A pad in a hammock gathers condensate on its upper face: wipe it in the morning.",
                "It is cold and lets no vapour through."
            );
        if (!n.Hung && under.Any(i => i.Item.Kind == ItemKind.Underquilt))
            yield return new(
                "underquilt-on-ground",
                false,
                "An underquilt counts for nothing on the ground.",
                "Pressed flat it has no loft."
            );
        var snow = n.Night.Surface is Surface.SeasonalSnow or Surface.LakeIce or Surface.Glacier;
        if (!n.Hung && snow && n.Pads.Any() && n.Pads.Sum(p => p.Local.Torso) < NightRules.PadForSnow)
            yield return new(
                "pad-for-snow",
                false,
                "These pads are not meant for snow: together under R 4. Take a foam pad more.",
                "Snow stays colder than it feels and never stops taking heat."
            );
        var foam =
            n.Pads.Any(p => p.Item.Material == Material.Foam)
            || n.Outfit.Along.Any(id => n.Run.Closet.Find(id) is { Kind: ItemKind.Pad, Material: Material.Foam });
        if (!n.Hung && n.Pads.Any(p => p.Item.Material == Material.Inflatable) && !foam)
            yield return new(
                "foam-in-reserve",
                false,
                "No piece of foam if the inflatable dies. Take one: a seat in camp, a pad in need.",
                "Inflatables fail, and there is no night without a pad."
            );
    }

    /// <summary>What covers the head.</summary>
    public static IEnumerable<Caution> Head(NightSubject n)
    {
        // The neck in a closed collar is no cover for the head.
        var over = n
            .Stack.Items.Where(i => i.Item.Side != Side.Under && !(i.Item.IsTopLayer && !HoodOver(i)))
            .Sum(i => i.Local.Head);
        if (over == 0)
            yield return new(
                "bare-head",
                true,
                "Nothing covers the head. A quilt or an open bag needs a separate hood or hat.",
                "With the body well insulated a bare head can lose half of what a sleeper makes."
            );
        else if (n.Tops.Any() && n.Tops.All(t => t.Item.Kind == ItemKind.Quilt) && over < 0.3)
            yield return new(
                "quilt-hood",
                false,
                "A quilt holds nothing over the head: a hat alone is thin, take an insulated hood.",
                "The head has no bag to share."
            );
    }

    /// <summary>What is pressed.</summary>
    public static IEnumerable<Caution> Crushed(NightSubject n)
    {
        if (
            n.Stack.Items.Any(i =>
                i.Corrections.Any(c => c.Kind is CorrectionKind.Crushed or CorrectionKind.BringsNothing)
            )
        )
            yield return new(
                "heavy-over-light",
                false,
                "The heavier layer lies outside and crushes the lighter. Turn them round, unless frost is to gather in the outer one.",
                "Loft is what warms."
            );
        if (n.Stack.Items.Any(i => i.Corrections.Any(c => c.Kind == CorrectionKind.Squeezed)))
            yield return new(
                "squeezed",
                false,
                "The bag is too narrow for what is worn in it. Lay the jacket over, or leave a layer out.",
                "Squeezed loft warms as little as none, and pressure slows the blood."
            );
    }

    /// <summary>What is worn.</summary>
    public static IEnumerable<Caution> Clothing(NightSubject n)
    {
        foreach (var cotton in n.Worn.Where(i => i.Item.Material == Material.Cotton))
            yield return new(
                "cotton",
                false,
                $"{cotton.Item.Name} is cotton: not next to the skin, and not to bed after a day in it.",
                "Wet cotton dries slowly and chills."
            );
        foreach (var tight in n.Worn.Where(i => i.Item.Tight))
            yield return new(
                "tight",
                false,
                $"{tight.Item.Name} fits tightly: nothing tight at wrist, ankle or foot in bed.",
                "It squeezes out the blood that warms; feet get six tenths of it."
            );
        foreach (var cord in n.Worn.Where(i => i.Item.Cord))
            yield return new(
                "cord",
                true,
                $"{cord.Item.Name} has a cord or end that can tighten round the neck in sleep. Use a tube or a hat.",
                "Strangulation."
            );
        if (n.System.Bed.BreathInside)
            yield return new(
                "breath-inside",
                false,
                "Mouth and nose inside the bag put about 15 g of water an hour into it. Keep the face out and cover it with a scarf tube.",
                "Breath freezes in the loft and stays there."
            );
    }

    /// <summary>What is left open.</summary>
    public static IEnumerable<Caution> Openings(NightSubject n)
    {
        if (n.System.Bed.Hammock is { Fit: UnderquiltFit.TooTight })
            yield return new(
                "underquilt-tight",
                false,
                "The underquilt is stretched tight: let it down until it just touches.",
                "Pressed loft keeps six tenths."
            );
        if (n.System.Bed.Hammock is { Fit: UnderquiltFit.Gaps })
            yield return new(
                "underquilt-gaps",
                false,
                "Gaps at the ends of the underquilt: draw its ends in.",
                "Air runs through along the back."
            );
        if (
            n.Night.Shelter is Shelter.None
            && n.Weather is not null
            && n.Stack.Items.All(i => i.Item.Kind != ItemKind.Bivy)
        )
            yield return new(
                "open-bivouac",
                false,
                "In the open without a bivy: wind and snow drift have free play. Dig in or carry a cover.",
                "Forecasts miss a wind more often than a low."
            );
    }

    /// <summary>A hood that is closed.</summary>
    public static bool HoodOver(PlacedItem top) => top.Item.HoodShare > 0 && !top.Use.HoodOpen;
}
