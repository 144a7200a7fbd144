using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Choosing;

/// <summary>What a change does.</summary>
public enum FixKind
{
    /// <summary>Puts another thing into the system.</summary>
    Add,

    /// <summary>Takes one thing for another of its kind.</summary>
    Swap,

    /// <summary>Changes the order of bags and quilts.</summary>
    Reorder,

    /// <summary>Closes a collar or hood, or straps a quilt.</summary>
    Close,

    /// <summary>Puts something under where no pad lies.</summary>
    FillGap,

    /// <summary>Hangs the underquilt right.</summary>
    Hang,

    /// <summary>Hangs a cover under the hammock.</summary>
    CoverBelow,

    /// <summary>Wraps something round the feet.</summary>
    WrapFeet,

    /// <summary>Leaves something out, on a night that is too warm.</summary>
    LeaveOut,

    /// <summary>Opens a collar or hood, on a night that is too warm.</summary>
    Open,

    /// <summary>Does something before or in the night.</summary>
    Do,
}

/// <summary>One change.</summary>
/// <param name="Kind">What it does.</param>
/// <param name="ItemId">The thing put in, closed or moved inside; null for other changes.</param>
/// <param name="ReplacesId">The thing taken out.</param>
/// <param name="Event">What is done.</param>
/// <param name="Why">The reason in a plain sentence.</param>
public sealed record FixPart(FixKind Kind, Guid? ItemId, Guid? ReplacesId, NightEvent? Event, string Why);

/// <summary>One change, or two together, to one person's night, made only of what is owned and what can be done.</summary>
/// <param name="Parts">One change or two.</param>
/// <param name="System">The system after it.</param>
/// <param name="Bedtime">When the night begins and ends and what is done after it; null where that stays.</param>
/// <param name="Gain">How much colder the night may be; null where it then holds in any air, or held in none before.</param>
/// <param name="HoldsGain">How much further it then holds by the plan's own word; what is only done moves the hours and not this. Null as the gain is.</param>
/// <param name="Then">What the plan then says.</param>
/// <param name="MassG">Grams it adds to the load; things that come along anyway add none.</param>
/// <param name="Covers">It closes the gap by itself: the night is then slept through, and unless it is only done comfort holds at the low planned for.</param>
public sealed record Fix(
    IReadOnlyList<FixPart> Parts,
    SleepSystem System,
    Bedtime? Bedtime,
    TemperatureDifference? Gain,
    TemperatureDifference? HoldsGain,
    Outcome Then,
    double MassG,
    bool Covers
);

/// <summary>The changes to one night against the gap that is to be closed.</summary>
/// <param name="Now">The night as it is; null where the trip has no such night.</param>
/// <param name="ToSleepThrough">Degrees until it is slept through; null where it is, or where no line lies at a temperature.</param>
/// <param name="ToHold">Degrees until it holds at the low planned for; null where it does, or where no line lies at a temperature.</param>
/// <param name="Changes">What can be changed.</param>
/// <param name="Reliefs">What helps on a night that is too warm.</param>
public sealed record FixList(
    Outcome? Now,
    TemperatureDifference? ToSleepThrough,
    TemperatureDifference? ToHold,
    IReadOnlyList<Fix> Changes,
    IReadOnlyList<Relief> Reliefs
)
{
    /// <summary>Of no night.</summary>
    public static FixList None { get; } = new(null, null, null, [], []);
}
