using Ermine.Core.Body;
using Ermine.Core.Units;

namespace Ermine.Core.Nights;

/// <summary>What the plan says of a night, from the best to the worst.</summary>
public enum Verdict
{
    /// <summary>Slept through.</summary>
    Warm,

    /// <summary>Too warm: sweat wets what is worn.</summary>
    Hot,

    /// <summary>A restless night.</summary>
    Cool,

    /// <summary>Awake and shivering, harm possible.</summary>
    Cold,

    /// <summary>Extreme fails.</summary>
    NoGo,
}

/// <summary>How verdicts are reached and joined.</summary>
public static class Verdicts
{
    /// <summary>Skin below which sleep is restless, °C (after Goldman: 25 kcal of a standard man).</summary>
    public const double CoolBelow = 31.76;

    /// <summary>Skin below which the sleeper lies awake, °C (after Goldman: 80 kcal).</summary>
    public const double ColdBelow = 29;

    /// <summary>Skin below which it is dangerous, °C (after Goldman: 150 kcal).</summary>
    public const double DangerBelow = 25.56;

    /// <summary>Sweat from which on it wets what is worn, g (assumption).</summary>
    public const double SweatThatWets = 20;

    /// <summary>The verdict of a lowest mean skin temperature and of the sweat of a night.</summary>
    /// <param name="lowestSkin">Lowest mean skin temperature.</param>
    /// <param name="sweatG">Sweat over the whole body, g.</param>
    public static Verdict Of(Temperature lowestSkin, double sweatG) =>
        lowestSkin.Celsius < DangerBelow ? Verdict.NoGo
        : lowestSkin.Celsius < ColdBelow ? Verdict.Cold
        : lowestSkin.Celsius < CoolBelow ? Verdict.Cool
        : sweatG >= SweatThatWets ? Verdict.Hot
        : Verdict.Warm;

    /// <summary>A night is never better than its feet: they keep awake under 20 °C, hurt under 15 and freeze under 8 (assumption).</summary>
    /// <param name="lowest">Lowest temperature of the feet.</param>
    /// <param name="settled">Lowest once two hours have passed: who goes in with cold feet has that long to warm them.</param>
    public static Verdict OfFeet(Temperature lowest, Temperature settled) =>
        lowest.Celsius < Feet.DangerBelow ? Verdict.NoGo
        : lowest.Celsius < Feet.AlarmBelow ? Verdict.Cold
        : settled.Celsius < Feet.HoldFrom ? Verdict.Cool
        : Verdict.Warm;

    /// <summary>
    /// The verdict of a night: by its hours, and never better than what is slept in holds to in the coldest of them, however short they
    /// last: below the limit at best cool, below the extreme no-go.
    /// </summary>
    /// <param name="hours">The night as it went.</param>
    /// <param name="night">What it was played with.</param>
    /// <param name="holds">Whether a threshold holds for one of its stacks in an air outside.</param>
    public static Verdict Of(PlayedNight hours, NightToPlay night, Func<int, Threshold, Temperature, bool> holds)
    {
        var verdict = hours.Verdict;
        foreach (var (stack, low) in night.Coldest())
        {
            if (!holds(stack, Threshold.Limit, low))
                verdict = Worse(verdict, holds(stack, Threshold.Extreme, low) ? Verdict.Cool : Verdict.NoGo);
        }
        return verdict;
    }

    /// <summary>The worse of two.</summary>
    public static Verdict Worse(Verdict a, Verdict b) => (Verdict)Math.Max((int)a, (int)b);
}
