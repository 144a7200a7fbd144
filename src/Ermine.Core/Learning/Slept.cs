using Ermine.Core.Chance;
using Ermine.Core.Nights;

namespace Ermine.Core.Learning;

/// <summary>How a night was slept, as the sleeper says in the morning.</summary>
public enum Slept
{
    /// <summary>Warm: something could have been left off.</summary>
    Warm,

    /// <summary>Fine: slept through.</summary>
    Fine,

    /// <summary>Cool: restless.</summary>
    Cool,

    /// <summary>Cold: awake.</summary>
    Cold,

    /// <summary>Awake and shivering.</summary>
    Shivering,
}

/// <summary>What each answer says of the margin to comfort (assumptions).</summary>
public static class SleptBands
{
    /// <summary>Between which margins a night is slept so, K: the low over what holds, positive to spare.</summary>
    public static (double From, double To) Of(Slept slept) =>
        slept switch
        {
            Slept.Warm => (4, double.PositiveInfinity),
            Slept.Fine => (0, 4),
            Slept.Cool => (-4, 0),
            Slept.Cold => (-9, -4),
            _ => (double.NegativeInfinity, -9),
        };

    /// <summary>How a night with a margin is slept.</summary>
    public static Slept At(double marginK) => Enum.GetValues<Slept>().First(s => marginK >= Of(s).From);

    /// <summary>The verdict that an answer is.</summary>
    public static Verdict VerdictOf(Slept slept) =>
        slept switch
        {
            Slept.Warm or Slept.Fine => Verdict.Warm,
            Slept.Cool => Verdict.Cool,
            _ => Verdict.Cold,
        };

    /// <summary>How far a margin lies outside what was said, K; 0 where it agrees, negative where the night was slept colder than it says.</summary>
    public static double Miss(double marginK, Slept slept)
    {
        var (from, to) = Of(slept);
        return marginK < from ? from - marginK
            : marginK > to ? to - marginK
            : 0;
    }

    /// <summary>Share of a normal distribution between two bounds.</summary>
    internal static double Between(double from, double to, double mean, double sd) =>
        // The far tail is counted from its own side, where small numbers keep their digits.
        from > mean
            ? NightOdds.Phi((mean - from) / sd) - NightOdds.Phi((mean - to) / sd)
            : NightOdds.Phi((to - mean) / sd) - NightOdds.Phi((from - mean) / sd);
}
