using Ermine.Core.Frost;
using Ermine.Core.Rules;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Nights;

/// <summary>What the plan says of a night.</summary>
public enum Verdict
{
    /// <summary>Slept through.</summary>
    Warm,

    /// <summary>A restless night.</summary>
    Cool,

    /// <summary>Awake and shivering, harm possible.</summary>
    Cold,

    /// <summary>Extreme fails.</summary>
    NoGo,
}

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
/// <param name="Frost">Its vapour and frost; null where the hours are.</param>
/// <param name="HeatMade">Sleeping heat, W/m².</param>
/// <param name="HeatLost">Loss at the low planned for with comfortable skin, W/m².</param>
/// <param name="Terms">That loss by where it goes, largest first.</param>
/// <param name="Weakest">The surface through which most is lost per m²; null where there is none.</param>
/// <param name="Swings">What moves the margin, most first; empty for nights that are only listed.</param>
/// <param name="Cut">The cut at the low planned for.</param>
/// <param name="Items">Every thing with what it keeps in this stack.</param>
/// <param name="MassG">Grams of the system.</param>
/// <param name="WindAtSleeperMs">Wind at the sleeper, m/s.</param>
/// <param name="ReliesOn">Things for the day or in reserve that this night counts on, and how.</param>
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
    FrostNight? Frost,
    double HeatMade,
    double HeatLost,
    IReadOnlyList<LossTerm> Terms,
    LossTerm? Weakest,
    IReadOnlyList<Swing> Swings,
    Cut Cut,
    IReadOnlyList<PlacedItem> Items,
    double MassG,
    double WindAtSleeperMs,
    IReadOnlyList<string> ReliesOn,
    IReadOnlyList<string> Assumed,
    IReadOnlyList<Caution> Cautions
);
