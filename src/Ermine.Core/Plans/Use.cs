using Ermine.Core.Stack;

namespace Ermine.Core.Plans;

/// <summary>What a thing does for somebody.</summary>
public enum Job
{
    /// <summary>Part of the bed as what it is: lain on, worn, lain under.</summary>
    Bed,

    /// <summary>Part of the bed: a bag opened as a quilt.</summary>
    AsQuilt,

    /// <summary>Part of the bed: an underquilt or liner laid over as a blanket.</summary>
    AsBlanket,

    /// <summary>Part of the bed: a garment in a sack under the head.</summary>
    AsPillow,

    /// <summary>Part of the bed: a garment wrapped round the feet.</summary>
    RoundFeet,

    /// <summary>Part of the bed: laid under legs and feet, such as an emptied rucksack.</summary>
    UnderLegs,

    /// <summary>Part of the bed: a short pad laid from the feet up.</summary>
    FromFeet,

    /// <summary>Part of the bed: a blanket or quilt wrapped round the body, under and over at once.</summary>
    Wrapped,

    /// <summary>Part of the bed: hung under a hammock against the wind, such as a poncho.</summary>
    WindCover,

    /// <summary>Put on or laid over from an hour of the night on.</summary>
    PutOn,

    /// <summary>Comes along anyway, for the day or in reserve: using it at night costs no grams.</summary>
    Along,

    /// <summary>Worn by day.</summary>
    Day,

    /// <summary>Kept for sleeping, never walked in.</summary>
    NightOnly,

    /// <summary>Kept dry until another is used up.</summary>
    Spare,

    /// <summary>Kept for one day.</summary>
    OneDay,
}

/// <summary>One thing, used by one person for one job. A thing may have several uses; those that overlap must not be two beds.</summary>
/// <param name="Id">Identity.</param>
/// <param name="ItemId">The thing.</param>
/// <param name="SleeperId">Who uses it.</param>
/// <param name="Job">What for.</param>
/// <param name="Nights">On which nights, or on the days that end in them; null for every one, of a bed for every one without a bed of its own.</param>
/// <param name="FromHour">Of what is put on: from when, hours from the midnight before the evening, 12–36.</param>
/// <param name="Place">Where it is kept whatever the habits say; null to follow them.</param>
/// <param name="Closure">Of a bag or quilt in a bed: how it is closed.</param>
/// <param name="HoodOpen">Of a bag in a bed: its hood is left open; of a jacket with a hood of its own: it is down.</param>
public sealed record Use(
    Guid Id,
    Guid ItemId,
    Guid SleeperId,
    Job Job,
    IReadOnlyList<Guid>? Nights = null,
    double? FromHour = null,
    Place? Place = null,
    Closure Closure = Closure.Closed,
    bool HoodOpen = false
)
{
    /// <summary>Part of a bed from getting in on.</summary>
    public bool IsInBed => Serves is not null;

    /// <summary>As what it serves in a bed; null where it does not lie in one.</summary>
    public Serving? Serves =>
        Job switch
        {
            Job.Bed => Serving.Itself,
            Job.AsQuilt => Serving.Quilt,
            Job.AsBlanket => Serving.Blanket,
            Job.AsPillow => Serving.Pillow,
            Job.RoundFeet => Serving.RoundFeet,
            Job.UnderLegs => Serving.UnderLegs,
            Job.FromFeet => Serving.FromFeet,
            Job.Wrapped => Serving.Wrapped,
            Job.WindCover => Serving.WindCover,
            _ => null,
        };

    /// <summary>What it is kept for; null where the job says nothing of that.</summary>
    public Role? Role =>
        Job switch
        {
            Job.Day => Plans.Role.Day,
            Job.NightOnly => Plans.Role.NightOnly,
            Job.Spare => Plans.Role.Spare,
            Job.OneDay => Plans.Role.OneDayOnly,
            _ => null,
        };

    /// <summary>The job of something that serves in a bed.</summary>
    public static Job JobOf(Serving serving) =>
        serving switch
        {
            Serving.Quilt => Job.AsQuilt,
            Serving.Blanket => Job.AsBlanket,
            Serving.Pillow => Job.AsPillow,
            Serving.RoundFeet => Job.RoundFeet,
            Serving.UnderLegs => Job.UnderLegs,
            Serving.FromFeet => Job.FromFeet,
            Serving.Wrapped => Job.Wrapped,
            Serving.WindCover => Job.WindCover,
            _ => Job.Bed,
        };

    /// <summary>The job of something that is kept for a role.</summary>
    public static Job JobOf(Role role) =>
        role switch
        {
            Plans.Role.NightOnly => Job.NightOnly,
            Plans.Role.Spare => Job.Spare,
            Plans.Role.OneDayOnly => Job.OneDay,
            _ => Job.Day,
        };
}
