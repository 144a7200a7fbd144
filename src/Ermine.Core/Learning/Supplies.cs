using Ermine.Core.Body;

namespace Ermine.Core.Learning;

/// <summary>How hands or feet were.</summary>
public enum Felt
{
    /// <summary>Warm: nothing was noticed.</summary>
    Warm,

    /// <summary>Cool: clumsy, they kept one awake.</summary>
    Cool,

    /// <summary>Cold: they hurt.</summary>
    Cold,

    /// <summary>Numb.</summary>
    Numb,
}

/// <summary>What a night or a day tells of hands or feet.</summary>
/// <param name="LowestC">Their lowest temperature that the plan gives at each of <see cref="Supplies.Tried"/>, °C.</param>
/// <param name="Felt">How they were.</param>
public sealed record EndTold(IReadOnlyList<double> LowestC, Felt Felt);

/// <summary>
/// How much more or less blood than the model's reaches hands or feet, from what was felt: prior normal(stated, 20 %), a feeling off the
/// temperature by 3 K (assumptions).
/// </summary>
public static class Supplies
{
    /// <summary>Shares of blood more or less at which a plan is asked how hands and feet would be, %.</summary>
    public static IReadOnlyList<double> Tried { get; } = [-60, -30, 0, 30, 60];

    /// <summary>How far people differ in it, %: one standard deviation of the prior (assumption).</summary>
    public const double PriorPercent = 20;

    /// <summary>How far what is felt lies off the temperature, K (assumption).</summary>
    public const double FeltK = 3;

    /// <summary>Learns from nights or days; null where there is none.</summary>
    /// <param name="told">What they tell.</param>
    /// <param name="statedPercent">Middle of what was thought before, %.</param>
    public static Known? Of(IReadOnlyList<EndTold> told, double statedPercent)
    {
        if (told.Count == 0)
            return null;
        var now = new Posterior(statedPercent, PriorPercent);
        foreach (var t in told)
            now.Take(percent => Likelihood(t, percent));
        return now.Told(told.Count);
    }

    private static double Likelihood(EndTold told, double percent)
    {
        var (from, to) = Band(told.Felt);
        return SleptBands.Between(from, to, LowestAt(told.LowestC, percent), FeltK);
    }

    /// <summary>Between which temperatures they are so, °C: the limits that the plan itself goes by.</summary>
    private static (double From, double To) Band(Felt felt) =>
        felt switch
        {
            Felt.Warm => (Feet.HoldFrom, double.PositiveInfinity),
            Felt.Cool => (Feet.AlarmBelow, Feet.HoldFrom),
            Felt.Cold => (Feet.DangerBelow, Feet.AlarmBelow),
            _ => (double.NegativeInfinity, Feet.DangerBelow),
        };

    /// <summary>Between what was tried evenly, beyond it as at its end.</summary>
    private static double LowestAt(IReadOnlyList<double> lowest, double percent)
    {
        var x = Math.Clamp((percent - Tried[0]) / (Tried[1] - Tried[0]), 0, Tried.Count - 1);
        var i = Math.Min((int)x, Tried.Count - 2);
        return lowest[i] + (x - i) * (lowest[i + 1] - lowest[i]);
    }
}
