using Ermine.Core.Body;
using Ermine.Core.Frost;
using Ermine.Core.Ground;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Rules;

/// <summary>The rules that those who live by them have about a night, each firing only when it applies.</summary>
public static class NightRules
{
    /// <summary>Holding further below the main item's label than this is beyond what was tested, K.</summary>
    public const double TestedBelowLabel = 10;

    /// <summary>Holding below this is beyond what was tested, °C.</summary>
    public const double TestedTo = -50;

    /// <summary>Pads thinner than this are not meant for snow, m²K/W: R 4 (assumption).</summary>
    public const double PadForSnow = 4 * Insulation.SIPerR;

    /// <summary>Headwear from this on keeps sound out, m²K/W (assumption).</summary>
    public const double KeepsSoundOut = 0.30;

    /// <summary>Deep cold, in which frost gathers in every night, °C (assumption).</summary>
    public const double DeepCold = -18;

    /// <summary>Nights that down stands in deep cold without a barrier (assumption).</summary>
    public const int NightsWithoutBarrier = 4;

    /// <summary>Frost in a bag that is worth airing, g (assumption).</summary>
    public const double FrostPackedAway = 60;

    /// <summary>Age over which more is kept in hand, years.</summary>
    public const int OldFrom = 60;

    /// <summary>What to keep in hand over sixty, K.</summary>
    public const double InHandOverSixty = 3;

    /// <summary>Everything that applies, grave first.</summary>
    public static IReadOnlyList<Caution> Check(NightSubject night) =>
        [
            .. All.SelectMany(rule => rule(night))
                .Select(c =>
                    c.MayBeQuiet && night.Outfit.Quiet.FirstOrDefault(q => q.Rule == c.Rule) is { } quiet
                        ? c with
                        {
                            Answer = quiet.Note,
                        }
                        : c
                )
                .OrderByDescending(c => c.Grave),
        ];

    private static readonly Func<NightSubject, IEnumerable<Caution>>[] All =
    [
        Harm,
        Feet,
        Underside,
        Head,
        Crushed,
        Clothing,
        HeatAndFlame,
        Openings,
        Demands,
        WetCold,
        Frost,
        People,
        Limits,
    ];

    private static IEnumerable<Caution> Harm(NightSubject n)
    {
        if (n.Verdict == Verdict.NoGo)
            yield return new(
                "no-go",
                true,
                "Below the extreme line: hypothermia and frostbite are likely. Do not go with this system.",
                "Shivering hard for hours, the body still loses more than it makes.",
                MayBeQuiet: false
            );
        else if (n.Verdict == Verdict.Cold)
            yield return new(
                "below-limit",
                true,
                "Awake and shivering in the coldest hours, and harm is possible. Not a night to plan for.",
                "Unable to sleep, the margin for anything going wrong is gone.",
                MayBeQuiet: false
            );
        else if (n.Verdict == Verdict.Cool)
            yield return new(
                "restless",
                false,
                n.Weather is { } w && !n.Limit.In(w.Low.PlanFor)
                    ? "Below the limit in the coldest hours: a restless night, and nothing left for anything going wrong."
                    : "A restless night: the skin cools below what lets one sleep on.",
                "What is lost through the night is made up by nothing until the morning.",
                MayBeQuiet: false
            );
        var barred = n.Worn.Any(i => i.Item.Kind == ItemKind.VapourBarrier);
        if (n.Hours is { SweatG: > 1 } wet && barred)
            yield return new(
                "barrier-sweat",
                false,
                $"Too warm inside the barrier: about {wet.SweatG:0} g of sweat stay in the base. Open the collar early, or wear less under it.",
                "A barrier lets nothing out: what is sweated inside it stays."
            );
        else if (n.Verdict == Verdict.Hot && n.Hours is { } h)
            yield return new(
                "too-warm",
                false,
                $"Too warm: about {h.SweatG:0} g of sweat go into the base. Sleep in less, or open up early.",
                "Damp from sweat is cold in the next night."
            );
    }

    private static IEnumerable<Caution> Feet(NightSubject n)
    {
        if (n.Hours is not { } h)
            yield break;
        if (h.FeetAlarmFrom is not null)
            yield return new(
                "feet-freeze",
                true,
                $"Feet fall to about {h.LowestFeet.Celsius:0} °C: cold injury is possible. Warm them before bed, and give them booties or a bottle.",
                "A cold body holds its blood back from the feet."
            );
        else if (h.FeetColdFrom is not null)
            yield return new(
                "feet-cold",
                false,
                n.Bedtime.Start == StartState.Chilled
                    ? "Feet that go in cold stay cold: warm them by moving before getting in."
                    : $"Feet fall to about {h.LowestFeet.Celsius:0} °C and keep the sleeper awake: booties, or a wrapped bottle at the feet.",
                "Under 24 °C feet wake the sleeper, under 20 they no longer warm themselves."
            );
    }

    private static IEnumerable<Caution> Underside(NightSubject n)
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
        if (!n.Hung && snow && n.Pads.Any() && n.Pads.Sum(p => p.Local.Torso) < PadForSnow)
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

    private static IEnumerable<Caution> Head(NightSubject n)
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

    private static bool HoodOver(PlacedItem top) => top.Item.HoodShare > 0 && !top.Use.HoodOpen;

    private static IEnumerable<Caution> Crushed(NightSubject n)
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

    private static IEnumerable<Caution> Clothing(NightSubject n)
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

    private static IEnumerable<Caution> HeatAndFlame(NightSubject n)
    {
        var closed =
            n.Night.Shelter is Shelter.SingleWall or Shelter.DoubleWall or Shelter.SnowShelter or Shelter.Heated;
        if (closed)
            yield return new(
                "carbon-monoxide",
                false,
                n.Night.Shelter == Shelter.SnowShelter
                    ? "Keep the air hole open and a shovel inside; a flame in a snow shelter makes carbon monoxide."
                    : "A stove or any flame in a closed shelter makes carbon monoxide: keep a vent open while it burns.",
                "It has no smell, and sleep hides it.",
                MayBeQuiet: false
            );
        var flame = n.Bedtime.Events.Any(e =>
            e.Kind is NightEventKind.HotBottle or NightEventKind.WarmStone or NightEventKind.Meal
            && e.Hour >= n.Bedtime.InHour
        );
        if (
            flame
            && n.Worn.FirstOrDefault(i =>
                i.Item.Material is Material.Fleece or Material.SyntheticFabric or Material.SyntheticFill
            )
                is { } melts
        )
            yield return new(
                "flame-near-nylon",
                false,
                $"A flame from the bag, with {melts.Item.Name} on: fleece and nylon melt onto the skin. Cook before getting in.",
                "Wool chars, nylon melts."
            );
        foreach (var hot in n.Bedtime.Events.Where(e => !e.Wrapped))
            yield return new(
                "unwrapped",
                true,
                hot.Kind == NightEventKind.HotBottle
                    ? "The bottle is not wrapped: wrap it and test its lid."
                    : "The stone is not wrapped: wrap it.",
                "Skin burns in sleep at temperatures that feel only warm."
            );
        if (n.Bedtime.Events.Any(e => e.Kind == NightEventKind.Warmer))
            yield return new(
                "warmer-on-skin",
                false,
                "A warmer lies outside the sock, never on bare skin or where you cannot feel.",
                "Low burns come slowly."
            );
        if (
            n.Verdict is not (null or Verdict.Warm or Verdict.Hot)
            && n.Bedtime.Events.All(e => e.Kind != NightEventKind.Meal)
        )
            yield return new(
                "no-meal",
                false,
                "Nothing is eaten before bed. A fat supper is worth a few watts until midnight.",
                "Digesting makes heat."
            );
    }

    private static IEnumerable<Caution> Openings(NightSubject n)
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

    private static IEnumerable<Caution> Demands(NightSubject n)
    {
        var covered = n.Worn.Sum(i => i.Local.Head);
        var hood = n.Tops.Any(HoodOver);
        if (n.Bedtime.AbleToHear && (hood || covered >= KeepsSoundOut))
            yield return new(
                "able-to-hear",
                false,
                "You must hear tonight, and a closed hood or thick cap lies over the ears. Open the hood and wear a thin hat.",
                "Set as a demand of this night."
            );
        if (n.Bedtime.ReadyToMove && n.Stack.Items.Any(i => i.Item.Kind is ItemKind.Liner or ItemKind.VapourBarrier))
            yield return new(
                "ready-to-move",
                false,
                "You must be up within minutes, and a liner or barrier has to be wriggled out of first.",
                "Set as a demand of this night."
            );
        if (
            n.Bedtime.Dressed
            && Regions.All.Any(r => r is Region.Torso or Region.Legs && n.Worn.Sum(i => i.Local[r]) <= 0)
        )
            yield return new(
                "dressed",
                false,
                "You must sleep dressed, and torso or legs have nothing on.",
                "Set as a demand of this night."
            );
    }

    private static IEnumerable<Caution> WetCold(NightSubject n)
    {
        if (n.Weather is not { WetCold: true })
            yield break;
        yield return new(
            "wet-cold",
            false,
            "Wet cold: rain, wet snow and drips, and no dry frost to brush off. Waterproof outside, spare dry things in bags.",
            "Around zero water gets everywhere that frost would not."
        );
        if (
            n.Stack.Items.FirstOrDefault(i => i.Item.Material == Material.Down && i.Item.IsTopLayer) is { } down
            && n.Stack.Items.All(i => i.Item.Kind != ItemKind.Bivy)
        )
            yield return new(
                "down-in-wet",
                false,
                $"{down.Item.Name} is plain down in wet cold: keep it from walls and drips, or lay a synthetic layer outside.",
                "Wet down falls flat."
            );
    }

    private static IEnumerable<Caution> Frost(NightSubject n)
    {
        foreach (
            var walked in n.Worn.Where(i =>
                n.Run.Closet.SlotOf(i.Item).Purpose == Purpose.Socks && n.Outfit.RoleOf(i.Item.Id) == Role.Day
            )
        )
            yield return new(
                "night-socks-walked",
                false,
                $"{walked.Item.Name} are walked in by day and slept in. Keep a pair for the night alone.",
                "Damp socks cool the feet all night."
            );
        var cold = n.Weather is { } w && w.Low.PlanFor.Celsius < DeepCold;
        var barred = n.Worn.Any(i => i.Item is { Kind: ItemKind.VapourBarrier, Cover.Torso: > 0.5 });
        if (
            cold
            && !barred
            && n.Index >= NightsWithoutBarrier
            && n.Tops.LastOrDefault() is { Item.Material: Material.Down or Material.TreatedDown } outer
        )
            yield return new(
                "down-without-barrier",
                false,
                $"{outer.Item.Name} lies outermost, night {n.Index + 1} in deep cold without a barrier: frost gathers in its down. Wear a barrier, or lay a synthetic layer outside.",
                "Frozen down dries only in warmth."
            );
        var frozen = n.Tops.Sum(t => n.Water.GramsOf(t.Item.Id));
        if (frozen >= FrostPackedAway && !n.Habits.AirAtNoon && !n.Habits.ByStove && n.Index >= 2)
            yield return new(
                "packed-frozen",
                false,
                $"The bag has been packed frozen for {n.Index} days, with about {frozen:0} g in it. Air it at noon, or knock the frost off.",
                "What is packed never dries."
            );
        if (cold && n.Habits.DampToBed && n.Weather!.Low.PlanFor.Celsius <= -30)
            yield return new(
                "damp-to-bed",
                false,
                "Damp things in the bag at −30 °C: their water freezes in the loft. Dry them on the body by day.",
                "Every gram dried in bed is paid for in heat and in frost."
            );
    }

    private static IEnumerable<Caution> People(NightSubject n)
    {
        var inHand = n.Holds.Together.MarginAt(n.Weather?.Low.PlanFor);
        if (n.Sleeper.AgeYears > OldFrom)
            yield return new(
                "over-sixty",
                false,
                $"Over sixty the body answers cold more slowly: keep {InHandOverSixty:0} °C in hand"
                    + (
                        inHand is { } k && k.Kelvin < InHandOverSixty
                            ? "; this night has less."
                            : "; this night has it."
                    ),
                "Shivering starts later and is weaker."
            );
        if (n.Sleeper.AgeYears < Metabolism.AdultFrom)
            yield return new(
                "child",
                false,
                "Children are not small adults: less heat is credited here, and someone must check on them at night.",
                "They cool faster and say so later."
            );
    }

    private static IEnumerable<Caution> Limits(NightSubject n)
    {
        if (IsBeyondTested(n))
            yield return new(
                "beyond-tested",
                false,
                "Beyond what was tested: read this answer as a direction, not a number.",
                "It holds in air more than 10 °C below what the main label promises this sleeper, or below −50 °C."
            );
    }

    /// <summary>The air round the sleeper is what a label was tested in, so it is that air which is compared.</summary>
    private static bool IsBeyondTested(NightSubject n)
    {
        if (n.Comfort.Holding == Holding.InAnyAir)
            return n.Where.ClimateAt(new(HeatBalance.SearchFrom), n.Hung).AirC < TestedTo;
        if (n.Comfort.Around is not { } holds)
            return false;
        var bench = n.Tops.OrderByDescending(i => i.Dry).FirstOrDefault() is { } main
            ? Labels.OnTheBench(
                new(main.Dry),
                ItemReader.OnTheBench(main.Item),
                Threshold.Comfort,
                Warmth.Of(n.Sleeper)
            )
            : null;
        return holds.Celsius < TestedTo
            || bench?.Outside is { } label && holds.Celsius < label.Celsius - TestedBelowLabel;
    }
}
