using Ermine.Core.Body;
using Ermine.Core.Kit;
using Ermine.Core.Nights;

namespace Ermine.Core.Rules;

/// <summary>Rules about the sleeper: harm, feet, age.</summary>
internal static class BodyRules
{
    /// <summary>What the night does to the sleeper.</summary>
    public static IEnumerable<Caution> Harm(NightSubject n)
    {
        if (IsOfFeet(n))
            yield return new(
                n.Verdict switch
                {
                    Verdict.NoGo => "no-go",
                    Verdict.Cold => "below-limit",
                    _ => "restless",
                },
                n.Verdict is Verdict.NoGo or Verdict.Cold,
                n.Verdict switch
                {
                    Verdict.NoGo => "The body would sleep, but the feet would freeze. Do not go like this.",
                    Verdict.Cold =>
                        "The body would sleep, but the feet keep awake and can be hurt. Not a night to plan for.",
                    _ => "The body would sleep, but the feet keep awake.",
                },
                "A night is never better than its feet.",
                MayBeQuiet: false
            );
        else if (n.Verdict == Verdict.NoGo)
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

    /// <summary>The body by itself would fare better, by its hours and in the coldest of them.</summary>
    private static bool IsOfFeet(NightSubject n) =>
        n.Hours is { } h
        && h.Feet == n.Verdict
        && h.Feet is Verdict.Cool or Verdict.Cold or Verdict.NoGo
        && h.Body < h.Feet
        && (h.Feet == Verdict.Cold || n.Weather is not { } w || n.Limit.In(w.Low.PlanFor));

    /// <summary>Feet that turn cold.</summary>
    public static IEnumerable<Caution> Feet(NightSubject n)
    {
        if (n.Hours is not { } h)
            yield break;
        if (h.FeetAlarmFrom is not null)
            yield return new(
                "feet-freeze",
                true,
                $"Feet fall to about {h.LowestFeet.InWords()}: cold injury is possible. Warm them before bed, and give them booties or a bottle.",
                "A cold body holds its blood back from the feet."
            );
        else if (h.FeetColdFrom is not null)
            yield return new(
                "feet-cold",
                false,
                n.Bedtime.GetsIn.FeetC < Body.Feet.HoldFrom
                    ? "Feet that go in cold stay cold: warm them by moving before getting in."
                    : $"Feet fall to about {h.LowestFeet.InWords()} and keep the sleeper awake: booties, or a wrapped bottle at the feet.",
                "Under 24 °C feet wake the sleeper, under 20 °C they no longer warm themselves."
            );
    }

    /// <summary>What holds for the young, with its reason.</summary>
    public const string Child =
            "Children are not small adults: less heat is credited here, and someone must check on them at night.",
        ChildWhy = "They cool faster and say so later.";

    /// <summary>What holds for the old, with its reason.</summary>
    public const string OverSixty = "Over sixty the body answers cold more slowly",
        OverSixtyWhy = "Shivering starts later and is weaker.";

    /// <summary>The young and the old.</summary>
    public static IEnumerable<Caution> People(NightSubject n)
    {
        var inHand = n.Holds.Together.MarginAt(n.Weather?.Low.PlanFor);
        if (n.Sleeper.AgeYears > NightRules.OldFrom)
            yield return new(
                "over-sixty",
                false,
                $"{OverSixty}: keep {NightRules.InHandOverSixty:0} K in hand"
                    + (
                        inHand is { } k && k.Kelvin < NightRules.InHandOverSixty
                            ? "; this night has less."
                            : "; this night has it."
                    ),
                OverSixtyWhy
            );
        if (n.Sleeper.AgeYears < Metabolism.AdultFrom)
            yield return new("child", false, Child, ChildWhy);
    }
}
