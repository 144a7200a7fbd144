namespace Ermine.Core.Plans;

/// <summary>What holds things on the way.</summary>
public enum LoadKind
{
    /// <summary>On the body and in its pockets. Everyone has one; its id is the person's.</summary>
    Person,

    /// <summary>On the back.</summary>
    Pack,

    /// <summary>Drawn behind.</summary>
    Sledge,

    /// <summary>A bag that is lashed on and drawn, or sent ahead.</summary>
    Duffel,

    /// <summary>Left at a camp and picked up there, or sent there ahead.</summary>
    Depot,
}

/// <summary>How soon a thing can be in one's hands.</summary>
public enum Reached
{
    /// <summary>On the body.</summary>
    OnBody,

    /// <summary>In a pocket.</summary>
    Pocket,

    /// <summary>On top or under the lid.</summary>
    Lid,

    /// <summary>Inside.</summary>
    Inside,

    /// <summary>In a dry bag inside.</summary>
    DryBag,
}

/// <summary>Something that things are in.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What it is called, 1–80 characters.</param>
/// <param name="Kind">What it is.</param>
/// <param name="SleeperId">Who carries or draws it; null of a depot.</param>
/// <param name="VolumeL">What it holds, l, 1–1 000; null takes what is usual for the thing that it is, or for its kind.</param>
/// <param name="ItemId">The thing that it is, whose own mass it has; null where that is not in the kit.</param>
/// <param name="NightId">Of a depot: a night whose camp it lies at.</param>
public sealed record Load(
    Guid Id,
    string Name,
    LoadKind Kind,
    Guid? SleeperId = null,
    double? VolumeL = null,
    Guid? ItemId = null,
    Guid? NightId = null
);

/// <summary>Days of one kind of going.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">Approach, relay, storm camp, the fast push: 1–80 characters.</param>
/// <param name="FirstNightId">The night its first day ends in.</param>
/// <param name="LastNightId">The night its last day ends in.</param>
/// <param name="Carries">How many times the way is gone with what is drawn, 1–4: in relays each carry has its share.</param>
/// <param name="Leaves">Loads that stay behind, at the depot that it sets out from where there is one; what would lie in them goes elsewhere.</param>
public sealed record Phase(
    Guid Id,
    string Name,
    Guid FirstNightId,
    Guid LastNightId,
    int Carries = 1,
    IReadOnlyList<Guid>? Leaves = null
);

/// <summary>Where a thing is from a morning on, until its next stay.</summary>
/// <param name="LoadId">In which load; a person's own id is what that person has on.</param>
/// <param name="Reach">How soon it is in one's hands there; in a depot it says nothing.</param>
/// <param name="FromNightId">From the morning of the day that ends in this night; null from the start.</param>
public sealed record Stay(Guid LoadId, Reached Reach = Reached.Inside, Guid? FromNightId = null);

/// <summary>Things that come along and lie together.</summary>
/// <param name="Id">Identity.</param>
/// <param name="ItemId">The thing.</param>
/// <param name="Count">How many of it, above 0 to 200; parts only of what is eaten or burnt.</param>
/// <param name="Stays">Where it is, in order of time, the first from the start; none leaves it to Ermine.</param>
/// <param name="SleeperId">Whose it is; null for all of the party.</param>
public sealed record Lot(Guid Id, Guid ItemId, double Count, IReadOnlyList<Stay> Stays, Guid? SleeperId = null);

/// <summary>When the list is ticked.</summary>
public enum Round
{
    /// <summary>At home.</summary>
    Home,

    /// <summary>At the car.</summary>
    Car,

    /// <summary>When the last bag is closed.</summary>
    LastBag,
}

/// <summary>A line of a list that was ticked.</summary>
/// <param name="Line">Which line: an id of a lot, or of a thing and what is looked at on it.</param>
/// <param name="Round">On which round.</param>
/// <param name="SleeperId">Who ticked it.</param>
/// <param name="At">When.</param>
public sealed record Tick(string Line, Round Round, Guid SleeperId, DateTimeOffset At);

/// <summary>By what things of the party are split.</summary>
public enum SplitBy
{
    /// <summary>All carry the same.</summary>
    Weight,

    /// <summary>Each by one's strength.</summary>
    Strength,

    /// <summary>What matters most is spread, so that no load takes it all with it.</summary>
    Worth,
}

/// <summary>What is eaten and burnt a day, where it is not what comes along spread evenly over the days.</summary>
/// <param name="FoodG">Food a person and day, g, 0–5 000; null spreads what comes along.</param>
/// <param name="FuelG">Fuel of the party a day, g, 0–5 000; null spreads what comes along.</param>
/// <param name="BoiledShare">Share of the water that is boiled, 0–1; half where null.</param>
/// <param name="Efficiency">Of the stove with its pan, 0.02–0.9; null as usual for the stove.</param>
public sealed record Rations(
    double? FoodG = null,
    double? FuelG = null,
    double? BoiledShare = null,
    double? Efficiency = null
);

/// <summary>How strong one is beside the others.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="Percent">100 for as strong as one's body mass tells, 10–400.</param>
public sealed record Strength(Guid SleeperId, int Percent);

/// <summary>Which thing is where on which day. What is not said is placed by Ermine.</summary>
/// <param name="Loads">Packs, sledges, duffels, depots; none takes one pack each and a sledge for who draws one.</param>
/// <param name="Phases">Days of one kind of going, in order, at most 30.</param>
/// <param name="Lots">What comes along besides what is used, and what is used and lies where it is told to, at most 400.</param>
/// <param name="Ticks">What was ticked.</param>
/// <param name="Rations">What is eaten and burnt; null spreads it.</param>
/// <param name="SplitBy">By what things of the party are split.</param>
/// <param name="Strengths">Who is stronger or weaker than their mass tells.</param>
public sealed record LoadPlan(
    IReadOnlyList<Load> Loads,
    IReadOnlyList<Phase> Phases,
    IReadOnlyList<Lot> Lots,
    IReadOnlyList<Tick> Ticks,
    Rations? Rations = null,
    SplitBy SplitBy = SplitBy.Weight,
    IReadOnlyList<Strength>? Strengths = null
)
{
    /// <summary>Nothing said.</summary>
    public static LoadPlan Empty { get; } = new([], [], [], []);
}
