using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Frost;
using Ermine.Core.Ground;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>What a day is played with.</summary>
/// <param name="Sleeper">Whose day it is.</param>
/// <param name="Blocks">Its work, in order of time.</param>
/// <param name="Worn">What is worn when.</param>
/// <param name="Wearable">Everything that can be worn that day.</param>
/// <param name="Weather">Its weather.</param>
/// <param name="Camp">Shelter of the camp at an hour: the one left in the morning, the one reached in the evening.</param>
/// <param name="Morning">Water in everything at getting up.</param>
/// <param name="Body">How warm the body is then.</param>
/// <param name="Bed">What one rests in in the tent: the coming night's bag and the clothes slept in; none where no bag is laid out.</param>
/// <param name="HeatBefore">Metabolic rate just before it begins, W/m².</param>
public sealed record DayToPlay(
    Sleeper Sleeper,
    IReadOnlyList<DayBlock> Blocks,
    IReadOnlyList<Bar> Worn,
    IReadOnlyDictionary<Guid, Garment> Wearable,
    DayWeather Weather,
    Func<double, Surroundings> Camp,
    Water Morning,
    BodyHeat Body,
    IReadOnlyList<Garment> Bed,
    double HeatBefore = 65
)
{
    /// <summary>Things kept for sleeping: they are worn in the tent alone.</summary>
    public IReadOnlyDictionary<Guid, Garment> ForSleep { get; init; } = new Dictionary<Guid, Garment>();

    /// <summary>What hands have to do, in order of time.</summary>
    public IReadOnlyList<HandWork> Tasks { get; init; } = [];

    /// <summary>Days since the trip began, for what wears off.</summary>
    public int DaysOut { get; init; }

    /// <summary>The glove next to the skin stays on whatever hands do.</summary>
    public bool LinerStays { get; init; }

    /// <summary>A thing that can be worn somewhere on that day; null where it cannot.</summary>
    /// <param name="itemId">Which.</param>
    public Garment? Find(Guid itemId) => Wearable.GetValueOrDefault(itemId) ?? ForSleep.GetValueOrDefault(itemId);

    /// <summary>Whether one rests in the bag: at rest in the tent, where there is one.</summary>
    public bool IsInBed(DayBlock block) => block is { Activity: Activity.Rest, Place: DayPlace.Tent } && Bed.Count > 0;

    /// <summary>What is worn at an hour, from the skin out, closed as the plan says.</summary>
    /// <param name="hour">From the midnight before the evening.</param>
    /// <param name="block">What is done then.</param>
    public List<(Garment Garment, Opening? Opening)> At(double hour, DayBlock block)
    {
        var on = new List<(Garment, Opening?)>(20);
        if (IsInBed(block))
            on.AddRange(Bed.Select(b => (b, (Opening?)null)));
        else
        {
            var inTent = block.Place == DayPlace.Tent;
            var poles = Work.HoldsPoles(block.Activity);
            foreach (var bar in Worn)
            {
                if (
                    !bar.AtHand
                    && bar.Covers(hour)
                    && (inTent ? Find(bar.ItemId) : Wearable.GetValueOrDefault(bar.ItemId)) is { } garment
                    && (poles || !garment.IsOnPoles)
                )
                    on.Add((garment, bar.Opening));
            }
        }
        on.Sort((a, b) => Dressed.Order(a.Item1, b.Item1));
        return on;
    }
}

/// <summary>In which order things are put on.</summary>
public static class Dressed
{
    /// <summary>Less where one is worn under another: by tier, thin under thick; on the hands by fit.</summary>
    public static int Order(Garment one, Garment other)
    {
        if (
            one.Main == Part.Hands
            && other.Main == Part.Hands
            && Fit.InOrder(one.Item, other.Item) is not 0 and var fit
        )
            return fit;
        var tier = one.Tier.CompareTo(other.Tier);
        if (tier != 0)
            return tier;
        var warmth = one.Resistance.CompareTo(other.Resistance);
        return warmth != 0 ? warmth : one.Item.Id.CompareTo(other.Item.Id);
    }
}

/// <summary>Water of one thing over a day.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="BeforeG">In the morning, g.</param>
/// <param name="AfterG">At the end of the day, g.</param>
/// <param name="PerGram">Then, g on a g of fill or fabric.</param>
/// <param name="Grams">At the end of each moment, g.</param>
public sealed record ThingOfDay(
    Guid ItemId,
    double BeforeG,
    double AfterG,
    double PerGram,
    IReadOnlyList<double> Grams
);

/// <summary>A day minute by minute.</summary>
/// <param name="Blocks">Each block as it was lived; none where only the end was asked for.</param>
/// <param name="Moments">Every stretch of it; none where only the end was asked for.</param>
/// <param name="Things">Everything worn, with its water.</param>
/// <param name="Water">Where water came from and went.</param>
/// <param name="Body">How warm the body is then.</param>
/// <param name="AiringHours">Hours of rest or camp in the middle of the day without rain: time to hang things out.</param>
/// <param name="DrunkL">Water that sweat and breath cost, l.</param>
public sealed record DayPlayed(
    IReadOnlyList<BlockLived> Blocks,
    IReadOnlyList<DayMoment> Moments,
    IReadOnlyList<ThingOfDay> Things,
    DayWater Water,
    BodyHeat Body,
    double AiringHours,
    double DrunkL
)
{
    /// <summary>What hands had to do, as they went through it.</summary>
    public IReadOnlyList<TaskLived> Tasks { get; init; } = [];

    /// <summary>Water in everything at its end.</summary>
    internal Water Evening { get; init; } = Frost.Water.None;

    /// <summary>How one stood where work or rest began.</summary>
    internal IReadOnlyList<DayTurn> Turns { get; init; } = [];
}

/// <summary>A moment of the day from which it could go on otherwise.</summary>
/// <param name="Hour">When.</param>
/// <param name="Block">What begins.</param>
/// <param name="IsBreak">It is a break of the block's rhythm.</param>
/// <param name="Water">Water in everything.</param>
/// <param name="Body">How warm the body is.</param>
/// <param name="HeatBefore">Metabolic rate just before, W/m².</param>
internal sealed record DayTurn(
    double Hour,
    DayBlock Block,
    bool IsBreak,
    Water Water,
    BodyHeat Body,
    double HeatBefore
);

/// <summary>What touches the body in a minute of the day.</summary>
/// <param name="Hour">Its end.</param>
/// <param name="Hours">Its length, h.</param>
/// <param name="Span">The stretch that it lies in.</param>
/// <param name="AirC">Air round the body, °C.</param>
/// <param name="WindMs">Wind at 10 m as it is there, with own speed, m/s.</param>
/// <param name="Movement">How air moves along what is worn.</param>
/// <param name="Debt">Heat debt as hands and feet see it, Wh/m².</param>
/// <param name="Made">Heat made, W/m².</param>
/// <param name="Poles">Poles are held.</param>
/// <param name="BareFace">The face is bare.</param>
/// <param name="Sweat">Sweat, g/m²h.</param>
/// <param name="Fingers">Fingers at its end, °C.</param>
/// <param name="Toes">Toes at its end, °C.</param>
/// <param name="Skin">Mean skin temperature of the body, °C.</param>
public readonly record struct BodyMinute(
    double Hour,
    double Hours,
    Span Span,
    double AirC,
    double WindMs,
    Movement Movement,
    double Debt,
    double Made,
    bool Poles,
    bool BareFace,
    double Sweat,
    double Fingers,
    double Toes,
    double Skin
);
