namespace Ermine.Core.Nights;

/// <summary>What a sleeper can do before and through the night.</summary>
public enum NightEventKind
{
    /// <summary>Five minutes of hard muscle work in the bag.</summary>
    WarmUp,

    /// <summary>A meal or a snack.</summary>
    Meal,

    /// <summary>A hot bottle taken into the bag.</summary>
    HotBottle,

    /// <summary>A thing put on or laid over from then on.</summary>
    PutOn,

    /// <summary>Collar drawn, quilt strapped, from then on.</summary>
    CloseUp,
}

/// <summary>Something done at a time of the night.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Kind">What is done.</param>
/// <param name="Hour">When: hours from the midnight before the evening, 12–36; 21 is nine in the evening, 31 seven in the morning.</param>
/// <param name="Kcal">Energy of a meal, kcal, 0–2 000.</param>
/// <param name="Litres">Water in a bottle, l, 0–3.</param>
/// <param name="WaterC">Temperature of that water, °C, 33–100.</param>
/// <param name="ItemId">The thing put on.</param>
public sealed record NightEvent(
    Guid Id,
    NightEventKind Kind,
    double Hour,
    double? Kcal = null,
    double? Litres = null,
    double? WaterC = null,
    Guid? ItemId = null
);

/// <summary>How warm a sleeper gets in.</summary>
public enum StartState
{
    /// <summary>Warmed by moving.</summary>
    Warmed,

    /// <summary>Neither.</summary>
    Normal,

    /// <summary>Chilled by standing about.</summary>
    Chilled,
}

/// <summary>When the night begins and ends, how warm the sleeper gets in, and what is done.</summary>
/// <param name="InHour">Getting in: hours from the midnight before the evening, 12–35.</param>
/// <param name="UpHour">Getting up, after getting in, at most 36.</param>
/// <param name="Start">How warm the sleeper gets in.</param>
/// <param name="Events">What is done, at most 20.</param>
public sealed record Evening(double InHour, double UpHour, StartState Start, IReadOnlyList<NightEvent> Events)
{
    /// <summary>Nine to seven, neither warmed nor chilled, nothing done.</summary>
    public static Evening Plain { get; } = new(21, 31, StartState.Normal, []);
}
