using Ermine.Core.Forecasts;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Nights;

/// <summary>What the plan says of a night.</summary>
public enum Verdict
{
    /// <summary>Comfort holds at the low planned for.</summary>
    Warm,

    /// <summary>Comfort fails, limit holds: a restless night.</summary>
    Cool,

    /// <summary>Limit fails, extreme holds: shivering, no sleep, harm possible.</summary>
    Cold,

    /// <summary>Extreme fails.</summary>
    NoGo,
}

/// <summary>The weather a night is planned for.</summary>
/// <param name="Low">From forecast to plan.</param>
/// <param name="High">High of the day after; null where unknown.</param>
/// <param name="DaysAhead">Lead time of the forecast, days.</param>
/// <param name="WindMs">Wind at 10 m, m/s; null where unknown.</param>
/// <param name="CloudFraction">Cloud, 0–1; null where unknown.</param>
/// <param name="WindChill">Wind chill at the low planned for; null where wind is unknown.</param>
/// <param name="MinutesToFrostbite">For a bare face at the low planned for; null where freezing is unlikely or wind unknown.</param>
/// <param name="WetCold">Around 0 °C: wet is the danger rather than dry frost.</param>
public sealed record NightWeather(
    DesignLow Low,
    Temperature? High,
    double DaysAhead,
    double? WindMs,
    double? CloudFraction,
    Temperature? WindChill,
    double? MinutesToFrostbite,
    bool WetCold
);

/// <summary>A change to one part of the system, tried alone, and what it would gain: what the answer hangs on.</summary>
/// <param name="What">The change in a plain phrase.</param>
/// <param name="Gain">Degrees of comfort gained.</param>
public sealed record Lever(string What, TemperatureDifference Gain);

/// <summary>Something that can hurt, said calmly.</summary>
/// <param name="Grave">Concerns life and limb now, rather than a habit to keep.</param>
/// <param name="Text">The caution.</param>
public sealed record Caution(bool Grave, string Text);

/// <summary>One night, answered with its reasons.</summary>
/// <param name="NightId">The night.</param>
/// <param name="Weather">What it is planned for; null while no low is known.</param>
/// <param name="Comfort">Coldest air outside in which comfort holds.</param>
/// <param name="Limit">Coldest air outside in which the limit holds.</param>
/// <param name="Extreme">Coldest air outside in which the extreme holds.</param>
/// <param name="Margin">Low planned for over comfort: positive is to spare, negative is short. Null while either is unknown.</param>
/// <param name="Verdict">By the hours, and never better than the low allows: below the limit at least cool, below the extreme no-go. Null while no low is known or nothing is laid out.</param>
/// <param name="BandK">How far people differ from the model, K either way.</param>
/// <param name="Hours">The night hour by hour at the low planned for; null while no low is known or nothing is laid out.</param>
/// <param name="HeatMade">Sleeping heat, W/m².</param>
/// <param name="HeatLost">Loss at the low planned for with comfortable skin, W/m².</param>
/// <param name="Terms">That loss by where it goes, largest first.</param>
/// <param name="Weakest">The surface through which most is lost per m²; null where there is none.</param>
/// <param name="Levers">What the answer hangs on, most first.</param>
/// <param name="Cut">The cut at the low planned for.</param>
/// <param name="Items">Every thing with what it keeps in this stack.</param>
/// <param name="MassG">Grams of the system.</param>
/// <param name="WindAtSleeperMs">Wind at the sleeper, m/s.</param>
/// <param name="Assumed">What was taken for granted.</param>
/// <param name="Cautions">What can hurt.</param>
public sealed record NightPlan(
    Guid NightId,
    NightWeather? Weather,
    HoldsTo Comfort,
    HoldsTo Limit,
    HoldsTo Extreme,
    TemperatureDifference? Margin,
    Verdict? Verdict,
    double BandK,
    PlayedNight? Hours,
    double HeatMade,
    double HeatLost,
    IReadOnlyList<LossTerm> Terms,
    LossTerm? Weakest,
    IReadOnlyList<Lever> Levers,
    Cut Cut,
    IReadOnlyList<PlacedItem> Items,
    double MassG,
    double WindAtSleeperMs,
    IReadOnlyList<string> Assumed,
    IReadOnlyList<Caution> Cautions
);
