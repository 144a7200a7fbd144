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

/// <summary>Something that can hurt or undo a plan, said calmly with its reason.</summary>
/// <param name="Rule">Which rule.</param>
/// <param name="Grave">Concerns life and limb now, rather than a habit to keep.</param>
/// <param name="Text">What is wrong here and what to do.</param>
/// <param name="Why">The reason, once, short.</param>
/// <param name="MayBeQuiet">It can be answered with a note and then stays quiet.</param>
/// <param name="Answer">The note it was answered with; null where it was not.</param>
public sealed record Caution(
    string Rule,
    bool Grave,
    string Text,
    string Why,
    bool MayBeQuiet = true,
    string? Answer = null
);

/// <summary>What the rules look at.</summary>
/// <param name="Run">The trip of the person.</param>
/// <param name="Index">Which night, from 0.</param>
/// <param name="System">What is slept in.</param>
/// <param name="Bedtime">When the night begins and ends and what is done.</param>
/// <param name="Stack">What is slept in, as it lies.</param>
/// <param name="Where">Shelter and ground.</param>
/// <param name="Comfort">Coldest air in which comfort holds.</param>
/// <param name="Limit">Coldest air in which the limit holds.</param>
/// <param name="Holds">What body and feet hold to.</param>
/// <param name="Verdict">The verdict; null while no low is known or nothing is laid out.</param>
public sealed record NightSubject(
    TripRun Run,
    int Index,
    SleepSystem System,
    Bedtime Bedtime,
    BuiltStack Stack,
    Surroundings Where,
    HoldsTo Comfort,
    HoldsTo Limit,
    BodyAndFeet Holds,
    Verdict? Verdict
)
{
    /// <summary>The night.</summary>
    public Night Night => Run.Trip.Nights[Index];

    /// <summary>Its weather; null while no low is known.</summary>
    public NightWeather? Weather => Run.Context.Weather(Index);

    /// <summary>It hour by hour.</summary>
    public PlayedNight? Hours => Run[Index].Slept.Hours;

    /// <summary>Water in everything at getting in.</summary>
    public Water Water => Run[Index].EveningWater;

    /// <summary>Who sleeps.</summary>
    public Sleeper Sleeper => Run.Model.Sleeper;

    /// <summary>What this person uses and does.</summary>
    public Outfit Outfit => Run.Outfit;

    /// <summary>What is done to keep dry.</summary>
    public Habits Habits => Outfit.Dry.Habits;

    /// <summary>What is worn.</summary>
    public IEnumerable<PlacedItem> Worn => Stack.Items.Where(i => i.Item.Side == Side.On);

    /// <summary>Pads.</summary>
    public IEnumerable<PlacedItem> Pads => Stack.Items.Where(i => i.Item.Kind == ItemKind.Pad);

    /// <summary>Bags and quilts.</summary>
    public IEnumerable<PlacedItem> Tops => Stack.Items.Where(i => i.Item.IsTopLayer);

    /// <summary>Hangs in a hammock.</summary>
    public bool Hung => System.Bed.Hammock is not null;
}
