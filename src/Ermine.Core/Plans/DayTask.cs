using Ermine.Core.Kit;

namespace Ermine.Core.Plans;

/// <summary>Something that hands have to do.</summary>
public enum TaskKind
{
    /// <summary>The phone or another screen.</summary>
    Phone,

    /// <summary>Map and compass.</summary>
    Map,

    /// <summary>Lacing boots.</summary>
    Lacing,

    /// <summary>Poles, pegs and guys of the tent.</summary>
    Pegs,

    /// <summary>Starting the stove.</summary>
    Stove,

    /// <summary>Filling fuel.</summary>
    Fuel,

    /// <summary>Melting snow.</summary>
    MeltSnow,

    /// <summary>Lighting a fire.</summary>
    Fire,

    /// <summary>Eating and drinking.</summary>
    Eat,

    /// <summary>Knots and cord.</summary>
    Knots,

    /// <summary>Rope and hardware.</summary>
    Rope,

    /// <summary>Harness, buckles and traces.</summary>
    Harness,

    /// <summary>Bindings, spikes and snowshoes.</summary>
    Bindings,

    /// <summary>Climbing skins.</summary>
    Skins,

    /// <summary>Dogs and other animals put in harness.</summary>
    Animals,

    /// <summary>Photographs.</summary>
    Photographs,

    /// <summary>Mending.</summary>
    Mending,

    /// <summary>Looking after a wound or blister.</summary>
    Wound,

    /// <summary>Going to the toilet.</summary>
    Toilet,

    /// <summary>Something of one's own, with its name.</summary>
    Own,
}

/// <summary>Hands at work at an hour of the day. What is not said is as usual for its kind.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Kind">What is done.</param>
/// <param name="Hour">Begins: hours from the midnight before the evening, 0–36; one in the night is done out of the bag.</param>
/// <param name="Minutes">How long, min, 0.5–180; null as usual.</param>
/// <param name="Needs">The fineness that it needs; null as usual.</param>
/// <param name="Metal">Cold metal is held; null as usual.</param>
/// <param name="Wet">Hands or gloves get wet; null as usual.</param>
/// <param name="InLee">Out of the wind; null as usual.</param>
/// <param name="On">What stays on the hands; null leaves it to Ermine, empty is bare.</param>
/// <param name="Name">What a task of one's own is called, up to 40 characters.</param>
public sealed record DayTask(
    Guid Id,
    TaskKind Kind,
    double Hour,
    double? Minutes = null,
    Dexterity? Needs = null,
    bool? Metal = null,
    bool? Wet = null,
    bool? InLee = null,
    IReadOnlyList<Guid>? On = null,
    string Name = ""
)
{
    /// <summary>Two are one where the same is done with the same on.</summary>
    public bool Equals(DayTask? other) =>
        other is not null
        && (Id, Kind, Hour, Minutes, Needs, Metal, Wet, InLee, Name)
            == (
                other.Id,
                other.Kind,
                other.Hour,
                other.Minutes,
                other.Needs,
                other.Metal,
                other.Wet,
                other.InLee,
                other.Name
            )
        && (On is null || other.On is null ? On is null && other.On is null : On.SequenceEqual(other.On));

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Id, Kind, Hour, Minutes, Needs, On?.Count);
}
