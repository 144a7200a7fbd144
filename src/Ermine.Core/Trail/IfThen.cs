using Ermine.Core.Choosing;
using Ermine.Core.Heat;
using Ermine.Core.Nights;
using Ermine.Core.Units;

namespace Ermine.Core.Trail;

/// <summary>What a measure asks of a night, the least first: the order in which they are taken (assumption).</summary>
public enum Trouble
{
    /// <summary>A hand: something is closed, hung right or turned.</summary>
    Hand,

    /// <summary>Something that is along is put on, in or under.</summary>
    AtHand,

    /// <summary>Food of another day.</summary>
    Food,

    /// <summary>Work before or in the night.</summary>
    Work,

    /// <summary>Fuel, and the stove lit again.</summary>
    Fuel,

    /// <summary>The sleep of others.</summary>
    Others,
}

/// <summary>One thing that can be done against a colder night than was planned for, of what is along.</summary>
/// <param name="Trouble">What it asks.</param>
/// <param name="Part">What is done.</param>
public sealed record Measure(Trouble Trouble, FixPart Part);

/// <summary>A rung of the ladder: below a low everything before it is used up, and this is done.</summary>
/// <param name="Below">The outside low from which it is needed; in none where the night before it holds in no air.</param>
/// <param name="OffBy">How much colder than planned that is; negative where it is needed already. Null where either has no temperature.</param>
/// <param name="Reading">What the thermometer outside then says at the hour of getting in, if the night cools as forecast; null likewise.</param>
/// <param name="Due">The low planned for lies below already: it belongs to the plan of this night.</param>
/// <param name="Measures">What is done, most often one thing.</param>
/// <param name="Then">Where the night turns after it.</param>
/// <param name="OnlyAgainstCold">It no longer keeps the night warm: one is restless, but does not lie awake and shiver so soon.</param>
public sealed record Rung(
    ColdLine Below,
    TemperatureDifference? OffBy,
    Temperature? Reading,
    bool Due,
    IReadOnlyList<Measure> Measures,
    NightTurns Then,
    bool OnlyAgainstCold = false
);

/// <summary>If … then …: what is done on a night, by the thermometer, until nothing is left.</summary>
/// <param name="ReadAtHour">When the thermometer is read: at getting in, hours from the midnight before the evening.</param>
/// <param name="Expected">What it says then if the night comes as planned.</param>
/// <param name="PlanFor">The low planned for.</param>
/// <param name="AsPacked">Where the night turns as it is planned.</param>
/// <param name="Rungs">What is done, in order.</param>
/// <param name="AtLast">Where the night turns with everything done: below the first low one turns back at first light, below the last nobody lies down to sleep.</param>
/// <param name="TurnBackReading">What the thermometer says at getting in where one turns back; null where there is no such temperature.</param>
/// <param name="Indoors">Lows are those of the air inside a heated shelter.</param>
/// <param name="Assumed">What was taken for granted.</param>
public sealed record IfThen(
    double ReadAtHour,
    Temperature Expected,
    Temperature PlanFor,
    NightTurns AsPacked,
    IReadOnlyList<Rung> Rungs,
    NightTurns AtLast,
    Temperature? TurnBackReading,
    bool Indoors,
    IReadOnlyList<string> Assumed
);
