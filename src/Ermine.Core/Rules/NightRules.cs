using Ermine.Core.Body;
using Ermine.Core.Ground;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
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
        BodyRules.Harm,
        BodyRules.Feet,
        BedRules.Underside,
        BedRules.Head,
        BedRules.Crushed,
        BedRules.Clothing,
        HeatAndFlame,
        BedRules.Openings,
        Demands,
        WetCold,
        Frost,
        BodyRules.People,
        Limits,
    ];

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

    private static IEnumerable<Caution> Demands(NightSubject n)
    {
        var covered = n.Worn.Sum(i => i.Local.Head);
        var hood = n.Tops.Any(BedRules.HoodOver);
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

    private static IEnumerable<Caution> Limits(NightSubject n)
    {
        if (IsBeyondTested(n))
            yield return new(
                "beyond-tested",
                false,
                "Beyond what was tested: read this answer as a direction, not a number.",
                "It holds in air more than 10 K below what the main label promises this sleeper, or below −50 °C."
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
