namespace Ermine.Core.Plans;

/// <summary>A whole day in a word. A day that nothing is laid out for counts as one of the first four, by estimate.</summary>
public enum DayWork
{
    /// <summary>Resting in camp: nothing gets wet, and there is time to air.</summary>
    Rest,

    /// <summary>Easy going.</summary>
    Easy,

    /// <summary>Hard going: sweat.</summary>
    Hard,

    /// <summary>Wet snow or rain: sweat within and water from outside.</summary>
    WetSnow,

    /// <summary>Hauling a sledge from morning to evening.</summary>
    Haul,

    /// <summary>Up early, a long climb and back.</summary>
    Summit,

    /// <summary>Standing and waiting in the cold.</summary>
    Watch,
}

/// <summary>What is done in a block of a day.</summary>
public enum Activity
{
    /// <summary>On foot.</summary>
    Walk,

    /// <summary>On skis.</summary>
    Ski,

    /// <summary>On snowshoes.</summary>
    Snowshoe,

    /// <summary>Hauling a sledge.</summary>
    Haul,

    /// <summary>Climbing.</summary>
    Climb,

    /// <summary>Digging.</summary>
    Dig,

    /// <summary>Making or breaking camp.</summary>
    MakeCamp,

    /// <summary>Cooking and melting snow.</summary>
    Cook,

    /// <summary>Waiting.</summary>
    Wait,

    /// <summary>Standing on watch.</summary>
    Watch,

    /// <summary>Working with animals.</summary>
    Animals,

    /// <summary>Driving a sledge.</summary>
    DriveSledge,

    /// <summary>Resting.</summary>
    Rest,

    /// <summary>Something of one's own, with its name.</summary>
    Own,
}

/// <summary>How hard one works: classes of metabolic rate (ISO 8996).</summary>
public enum Effort
{
    /// <summary>Sitting or standing still, 65 W/m².</summary>
    Resting,

    /// <summary>Light, 100 W/m².</summary>
    Low,

    /// <summary>Moderate, 165 W/m².</summary>
    Moderate,

    /// <summary>Hard, 230 W/m².</summary>
    High,

    /// <summary>Very hard, 290 W/m².</summary>
    VeryHigh,
}

/// <summary>Where a block is spent.</summary>
public enum DayPlace
{
    /// <summary>In the open.</summary>
    Open,

    /// <summary>Among trees.</summary>
    Forest,

    /// <summary>Out of the wind.</summary>
    Lee,

    /// <summary>By a fire.</summary>
    Fire,

    /// <summary>In the tent, or whatever the camp's shelter is.</summary>
    Tent,
}

/// <summary>What comes from the sky and the snow.</summary>
public enum Sky
{
    /// <summary>Dry snow, or nothing: what falls does not wet.</summary>
    DrySnow,

    /// <summary>Wet snow, falling or brushed off trees.</summary>
    WetSnow,

    /// <summary>Rain.</summary>
    Rain,

    /// <summary>Sun.</summary>
    Sun,
}

/// <summary>A walk as its work is reckoned: by load, speed, slope and snow.</summary>
/// <param name="LoadKg">On the back, kg, 0–80.</param>
/// <param name="SpeedMs">m/s, 0–10.</param>
/// <param name="GradePercent">Slope, %, −60 to 100; uphill is positive.</param>
/// <param name="FootprintCm">How deep a foot sinks in, cm, 0–60.</param>
/// <param name="SledgeKg">Drawn behind, kg, 0–400.</param>
/// <param name="Friction">Of the sledge, 0.005–0.6; null takes what is usual for the air.</param>
/// <param name="Weighed">Load and sledge are what the loads of that day weigh, and not what is typed.</param>
public sealed record Going(
    double LoadKg = 0,
    double SpeedMs = 1.2,
    double GradePercent = 0,
    double FootprintCm = 0,
    double SledgeKg = 0,
    double? Friction = null,
    bool Weighed = false
);

/// <summary>A stretch of one kind of work.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Activity">What is done.</param>
/// <param name="FromHour">Begins: hours from the midnight before the evening, 0–36; 7 is seven in the morning.</param>
/// <param name="ToHour">Ends, after it begins.</param>
/// <param name="Effort">How hard; null for what is usual for the activity.</param>
/// <param name="Going">Work reckoned from load, speed and slope; goes before <paramref name="Effort"/>.</param>
/// <param name="Place">Where.</param>
/// <param name="Sky">What comes from above; null for what the forecast says, or dry snow.</param>
/// <param name="Name">What work of one's own is called, up to 40 characters.</param>
/// <param name="BreakMinutes">Minutes of every hour of the clock that are spent standing, its last ones; 0 for none.</param>
/// <param name="AirC">Air typed in, °C, −90 to 40; null for the forecast's.</param>
/// <param name="WindMs">Wind at 10 m typed in, m/s, 0–60; null for the forecast's.</param>
public sealed record DayBlock(
    Guid Id,
    Activity Activity,
    double FromHour,
    double ToHour,
    Effort? Effort = null,
    Going? Going = null,
    DayPlace Place = DayPlace.Open,
    Sky? Sky = null,
    string Name = "",
    double BreakMinutes = 0,
    double? AirC = null,
    double? WindMs = null
)
{
    /// <summary>Length, h.</summary>
    public double Hours => ToHour - FromHour;
}

/// <summary>How a garment over torso or legs is closed, or how far a face cover is drawn up.</summary>
public enum Opening
{
    /// <summary>Closed, a hood of its own up; over mouth and nose.</summary>
    Closed,

    /// <summary>Neck and cuffs open, the hood down; over the mouth, the nose bare.</summary>
    Neck,

    /// <summary>Zips open; under the chin.</summary>
    Zips,

    /// <summary>Hanging open; down round the neck.</summary>
    Hanging,
}

/// <summary>A stretch of the day in which a thing is worn or kept at hand; at other times it is stowed.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="FromHour">From when, hours from the midnight before the evening.</param>
/// <param name="ToHour">Until when.</param>
/// <param name="AtHand">It is not worn, but within reach.</param>
/// <param name="Opening">How it is closed; null leaves it to the wearer, who opens it before sweating.</param>
/// <param name="Pinned">Set by hand: Ermine dresses round it.</param>
public sealed record Bar(
    Guid ItemId,
    double FromHour,
    double ToHour,
    bool AtHand = false,
    Opening? Opening = null,
    bool Pinned = false
)
{
    /// <summary>Whether it lasts at an hour.</summary>
    public bool Covers(double hour) => FromHour <= hour + 1e-9 && hour < ToHour - 1e-9;
}

/// <summary>How one sets off.</summary>
public enum SettingOff
{
    /// <summary>Lightly dressed: cool for the first minutes.</summary>
    Cool,

    /// <summary>In the big jacket for the first quarter of an hour.</summary>
    BigJacket,
}

/// <summary>What is worn next to the skin of torso and legs.</summary>
public enum NextToSkin
{
    /// <summary>Whatever serves best.</summary>
    Any,

    /// <summary>Wool.</summary>
    Wool,

    /// <summary>Synthetic.</summary>
    Synthetic,
}

/// <summary>What is worn against wind and wet.</summary>
public enum ShellChoice
{
    /// <summary>Whatever serves best.</summary>
    Any,

    /// <summary>A hard shell: waterproof.</summary>
    Hard,

    /// <summary>A soft shell or wind layer.</summary>
    Soft,

    /// <summary>None.</summary>
    None,
}

/// <summary>The schools by which one dresses.</summary>
/// <param name="SettingOff">How one sets off.</param>
/// <param name="NextToSkin">Next to the skin.</param>
/// <param name="Shell">Against wind and wet.</param>
/// <param name="LinerStays">The glove next to the skin stays on from leaving to coming back.</param>
public sealed record DaySchools(
    SettingOff SettingOff = SettingOff.Cool,
    NextToSkin NextToSkin = NextToSkin.Any,
    ShellChoice Shell = ShellChoice.Any,
    bool LinerStays = false
);

/// <summary>The day before a night.</summary>
/// <param name="NightId">The night it ends in.</param>
/// <param name="Work">The whole day in a word; what decides while nothing is laid out.</param>
/// <param name="Soaked">Things that fall into water or lie in the rain that day.</param>
/// <param name="Blocks">Its work laid out, in order of time; null while only the word stands.</param>
/// <param name="Worn">What is worn when; null while nobody has dressed.</param>
/// <param name="Schools">How one likes to dress; null for nothing set.</param>
/// <param name="Tasks">What hands have to do; null for nothing said.</param>
public sealed record DayPlan(
    Guid NightId,
    DayWork Work,
    IReadOnlyList<Guid> Soaked,
    IReadOnlyList<DayBlock>? Blocks = null,
    IReadOnlyList<Bar>? Worn = null,
    DaySchools? Schools = null,
    IReadOnlyList<DayTask>? Tasks = null
)
{
    /// <summary>Work is laid out on the hours: what the day does is played, not estimated.</summary>
    public bool IsLaidOut => Blocks is { Count: > 0 };

    /// <summary>Two are one where the same is done and worn in them.</summary>
    public bool Equals(DayPlan? other) =>
        other is not null
        && (NightId, Work, Schools) == (other.NightId, other.Work, other.Schools)
        && Soaked.SequenceEqual(other.Soaked)
        && Same(Blocks, other.Blocks)
        && Same(Worn, other.Worn)
        && Same(Tasks, other.Tasks);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(NightId, Work, Blocks?.Count, Worn?.Count, Tasks?.Count);

    private static bool Same<T>(IReadOnlyList<T>? one, IReadOnlyList<T>? other) =>
        one is null || other is null ? one is null && other is null : one.SequenceEqual(other);
}
