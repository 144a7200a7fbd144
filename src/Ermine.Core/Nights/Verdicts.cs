using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Nights;

/// <summary>How verdicts are reached and joined.</summary>
public static class Verdicts
{
    /// <summary>Skin below which sleep is restless, °C (after Goldman: 25 kcal of a standard man).</summary>
    public const double CoolBelow = 31.76;

    /// <summary>Skin below which the sleeper lies awake, °C (after Goldman: 80 kcal).</summary>
    public const double ColdBelow = 29;

    /// <summary>Skin below which it is dangerous, °C (after Goldman: 150 kcal).</summary>
    public const double DangerBelow = 25.56;

    /// <summary>The verdict of a lowest mean skin temperature.</summary>
    public static Verdict Of(Temperature lowestSkin) =>
        lowestSkin.Celsius >= CoolBelow ? Verdict.Warm
        : lowestSkin.Celsius >= ColdBelow ? Verdict.Cool
        : lowestSkin.Celsius >= DangerBelow ? Verdict.Cold
        : Verdict.NoGo;

    /// <summary>The best verdict that a low allows, however short it lasts: below the limit cool, below the extreme no-go.</summary>
    public static Verdict AtBest(Temperature low, HoldsTo limit, HoldsTo extreme) =>
        !extreme.In(low) ? Verdict.NoGo
        : !limit.In(low) ? Verdict.Cool
        : Verdict.Warm;

    /// <summary>The worse of two.</summary>
    public static Verdict Worse(Verdict a, Verdict b) => (Verdict)Math.Max((int)a, (int)b);
}
