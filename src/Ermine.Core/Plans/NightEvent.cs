using Ermine.Core.Body;

namespace Ermine.Core.Plans;

/// <summary>What a sleeper can do before and through the night.</summary>
public enum NightEventKind
{
    /// <summary>Five minutes of hard muscle work in the bag.</summary>
    WarmUp,

    /// <summary>A meal or a snack.</summary>
    Meal,

    /// <summary>A hot bottle taken into the bag.</summary>
    HotBottle,

    /// <summary>A chemical warmer.</summary>
    Warmer,

    /// <summary>A stone warmed by the fire or stove.</summary>
    WarmStone,

    /// <summary>Someone lying close.</summary>
    Partner,

    /// <summary>A thing put on or laid over from then on.</summary>
    PutOn,

    /// <summary>A thing taken off from then on.</summary>
    TakeOff,

    /// <summary>Collar and hood drawn, quilt strapped, from then on.</summary>
    CloseUp,

    /// <summary>Collar and hood opened, straps loosened, from then on.</summary>
    OpenUp,

    /// <summary>Vents of the shelter opened from then on.</summary>
    OpenVents,

    /// <summary>A pad that has gone soft turned over and blown up again.</summary>
    FlipPad,
}

/// <summary>Something done at a time of the night.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Kind">What is done.</param>
/// <param name="Hour">When: hours from the midnight before the evening, 12–36; 21 is nine in the evening, 31 seven in the morning.</param>
/// <param name="Kcal">Energy of a meal, kcal, 0–2 000.</param>
/// <param name="Litres">Water in a bottle, l, 0–3.</param>
/// <param name="WaterC">Temperature of that water or of a stone, °C, 33–100.</param>
/// <param name="ItemId">The thing put on or taken off.</param>
/// <param name="Watts">Heat of a warmer or of someone close, W, 0–60.</param>
/// <param name="Hours">How long that lasts, h, 0–24.</param>
/// <param name="MassKg">A stone's mass, kg, 0–10.</param>
/// <param name="Region">Where a source lies; null where the kind itself says.</param>
/// <param name="Wrapped">A hot thing is wrapped.</param>
public sealed record NightEvent(
    Guid Id,
    NightEventKind Kind,
    double Hour,
    double? Kcal = null,
    double? Litres = null,
    double? WaterC = null,
    Guid? ItemId = null,
    double? Watts = null,
    double? Hours = null,
    double? MassKg = null,
    Region? Region = null,
    bool Wrapped = true
);

/// <summary>When the night begins and ends, how warm the sleeper gets in, what is done, and what the night demands.</summary>
/// <param name="InHour">Getting in: hours from the midnight before the evening, 12–35.</param>
/// <param name="UpHour">Getting up, after getting in, at most 36.</param>
/// <param name="Start">How warm the sleeper gets in.</param>
/// <param name="Events">What is done, at most 20.</param>
/// <param name="ReadyToMove">Must be up and away within minutes: nothing to be wriggled out of.</param>
/// <param name="Dressed">Must sleep dressed: what is worn stays on.</param>
/// <param name="AbleToHear">Must hear: no thick cover over the ears.</param>
public sealed record Bedtime(
    double InHour,
    double UpHour,
    StartState Start,
    IReadOnlyList<NightEvent> Events,
    bool ReadyToMove = false,
    bool Dressed = false,
    bool AbleToHear = false
)
{
    /// <summary>Nine to seven, neither warmed nor chilled, nothing done.</summary>
    public static Bedtime Plain { get; } = new(21, 31, StartState.Normal, []);

    /// <summary>What the day before hands over, where one is laid out; it goes before <see cref="Start"/> and is never stored.</summary>
    internal BodyHeat? FromTheDay { get; init; }

    /// <summary>How warm the sleeper gets in.</summary>
    internal BodyHeat GetsIn => FromTheDay ?? BodyHeat.At(Start);

    /// <summary>Two are one where the same is done in them.</summary>
    public bool Equals(Bedtime? other) =>
        other is not null
        && (InHour, UpHour, Start, ReadyToMove, Dressed, AbleToHear)
            == (other.InHour, other.UpHour, other.Start, other.ReadyToMove, other.Dressed, other.AbleToHear)
        && FromTheDay == other.FromTheDay
        && Events.SequenceEqual(other.Events);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(InHour, UpHour, Start, Events.Count);
}
