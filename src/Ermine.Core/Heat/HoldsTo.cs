using Ermine.Core.Body;
using Ermine.Core.Units;

namespace Ermine.Core.Heat;

/// <summary>Where a line lies: at a temperature, or past every air that was looked at on either side.</summary>
public enum Holding
{
    /// <summary>At a temperature.</summary>
    AtTemperature,

    /// <summary>It holds in any air.</summary>
    InAnyAir,

    /// <summary>It holds in none.</summary>
    InNone,
}

/// <summary>
/// The coldest air outside in which something holds. Lines compare, so that "in any air" is better than every temperature and "in none"
/// worse, and no number ever stands for either.
/// </summary>
/// <param name="Holding">Where the line lies.</param>
/// <param name="Outside">That air; null unless the line lies at a temperature.</param>
public sealed record ColdLine(Holding Holding, Temperature? Outside)
{
    /// <summary>Holds in any air.</summary>
    public static ColdLine InAnyAir { get; } = new(Holding.InAnyAir, null);

    /// <summary>Holds in none.</summary>
    public static ColdLine InNone { get; } = new(Holding.InNone, null);

    /// <summary>Holds down to a temperature.</summary>
    public static ColdLine At(Temperature outside) => new(Holding.AtTemperature, outside);

    /// <summary>Whether it holds in this air outside.</summary>
    public bool In(Temperature outside) =>
        Holding switch
        {
            Holding.InAnyAir => true,
            Holding.InNone => false,
            _ => Outside!.Value <= outside,
        };

    /// <summary>What a low leaves to spare, negative where it falls short; null where the line lies at no temperature.</summary>
    public TemperatureDifference? MarginAt(Temperature? low) => low - Outside;

    /// <summary>How much colder it holds than another; null unless both lie at a temperature.</summary>
    public TemperatureDifference? ColderThan(ColdLine other) => other.Outside - Outside;

    /// <summary>Negative where it is better than another, positive where it is worse.</summary>
    public int CompareTo(ColdLine other)
    {
        return (Rank(Holding), Outside?.Celsius ?? 0).CompareTo((Rank(other.Holding), other.Outside?.Celsius ?? 0));

        static int Rank(Holding holding) =>
            holding switch
            {
                Holding.InAnyAir => 0,
                Holding.AtTemperature => 1,
                _ => 2,
            };
    }

    /// <summary>The worse of two lines.</summary>
    public static ColdLine Worse(ColdLine a, ColdLine b) => a.CompareTo(b) >= 0 ? a : b;
}

/// <summary>The coldest air in which a sleeper's heat balances at a threshold.</summary>
/// <param name="Threshold">The threshold that was held.</param>
/// <param name="Holding">At a temperature, in any air, or in none.</param>
/// <param name="Outside">Air outside the shelter; null unless it holds at a temperature.</param>
/// <param name="Around">Air round the sleeper then.</param>
/// <param name="Ground">Ground under the pads then.</param>
/// <param name="WhyNone">Why there is no temperature; null where there is one.</param>
public sealed record HoldsTo(
    Threshold Threshold,
    Holding Holding,
    Temperature? Outside,
    Temperature? Around,
    Temperature? Ground,
    string? WhyNone
)
{
    /// <summary>As a line that compares.</summary>
    public ColdLine Line() => new(Holding, Outside);

    /// <summary>Whether the threshold holds in this air outside.</summary>
    public bool In(Temperature outside) => Line().In(outside);
}
