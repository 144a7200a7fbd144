using Ermine.Core.Answers;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Rehearsing;

/// <summary>What an evening asks.</summary>
public enum Asks
{
    /// <summary>What is worn after coming in damp.</summary>
    Clothes,

    /// <summary>What is eaten.</summary>
    Food,

    /// <summary>Whether a bottle is filled.</summary>
    Bottle,

    /// <summary>Whether one gets in warm.</summary>
    GetIn,

    /// <summary>What lies over the bag.</summary>
    Shell,

    /// <summary>Where one breathes.</summary>
    Breath,

    /// <summary>The thermometer says six degrees less than it should.</summary>
    Colder,

    /// <summary>A glove has blown away.</summary>
    Glove,

    /// <summary>The zip of the bag has burst.</summary>
    Zip,

    /// <summary>The pad has gone flat.</summary>
    FlatPad,

    /// <summary>The bottle has leaked.</summary>
    Leak,
}

/// <summary>One way to answer.</summary>
/// <param name="Says">What is done, in a few words.</param>
/// <param name="Tells">What it does, in a sentence.</param>
public sealed record EveningChoice(string Says, string Tells);

/// <summary>A moment of the evening at which something is to be decided.</summary>
/// <param name="Asks">What.</param>
/// <param name="Hour">When, hours from the midnight before the evening.</param>
/// <param name="Says">What has happened, in a sentence.</param>
/// <param name="ItemId">The thing that it is about; null where none is.</param>
/// <param name="GoneWrong">It is something that went wrong, drawn from what would cost this night most.</param>
/// <param name="Choices">What can be done.</param>
public sealed record EveningMoment(
    Asks Asks,
    double Hour,
    string Says,
    Guid? ItemId,
    bool GoneWrong,
    IReadOnlyList<EveningChoice> Choices
);

/// <summary>The night as it would come from here, with what is decided and else what the plan has.</summary>
/// <param name="Low">The low that comes.</param>
/// <param name="Verdict">What it then comes to.</param>
/// <param name="WarmTo">Down to which low it would be slept through.</param>
/// <param name="Skin">Mean skin at four in the morning.</param>
/// <param name="Feet">Feet then.</param>
/// <param name="FuelG">Fuel that was burnt for it, g.</param>
/// <param name="WaterG">Water in what is slept in, at dawn, g.</param>
/// <param name="Cut">The cut at four in the morning.</param>
/// <param name="Steps">Skin and feet through the night.</param>
public sealed record NightFromHere(
    Temperature Low,
    Verdict Verdict,
    BodyAndFeet WarmTo,
    Temperature Skin,
    Temperature Feet,
    double FuelG,
    double WaterG,
    Cut Cut,
    IReadOnlyList<BodyAt> Steps
);

/// <summary>Skin and feet at an hour.</summary>
/// <param name="Hour">Hours from the midnight before the evening.</param>
/// <param name="Skin">Mean skin, °C.</param>
/// <param name="Feet">Feet, °C.</param>
public sealed record BodyAt(double Hour, double Skin, double Feet);

/// <summary>What another answer to one question would have been worth, all others as they were.</summary>
/// <param name="Choice">Which, from 0.</param>
/// <param name="Degrees">How much colder the night could be than with what was chosen, by where its hours turn; null where either has no line.</param>
/// <param name="WaterG">Water more in what is slept in at dawn, g.</param>
/// <param name="FuelG">Fuel more, g.</param>
/// <param name="Verdict">What the night would have come to.</param>
public sealed record Otherwise(
    int Choice,
    TemperatureDifference? Degrees,
    double WaterG,
    double FuelG,
    Verdict Verdict
);

/// <summary>Four in the morning: what each choice was worth, and the best that the same evening could come to.</summary>
/// <param name="Each">Of each question, every other answer.</param>
/// <param name="Best">The best answers to the same evening: by verdict, then by how far it holds, then by the water in the bedding and the fuel.</param>
/// <param name="BestNight">What they come to.</param>
/// <param name="Ways">Evenings that were compared.</param>
public sealed record Reckoning(
    IReadOnlyList<IReadOnlyList<Otherwise>> Each,
    IReadOnlyList<int> Best,
    NightFromHere BestNight,
    int Ways
);

/// <summary>An evening as far as it is played.</summary>
/// <param name="Seed">By which it was drawn: the same seed is the same evening.</param>
/// <param name="Moments">What was asked until now and, unless all is answered, what is asked next.</param>
/// <param name="Answers">What was answered.</param>
/// <param name="Questions">How many there will be.</param>
/// <param name="Now">The night from here.</param>
/// <param name="Reckoning">The reckoning; null until all is answered.</param>
/// <param name="Assumed">What was taken for granted.</param>
public sealed record EveningPlayed(
    int Seed,
    IReadOnlyList<EveningMoment> Moments,
    IReadOnlyList<int> Answers,
    int Questions,
    NightFromHere Now,
    Reckoning? Reckoning,
    IReadOnlyList<string> Assumed
);
