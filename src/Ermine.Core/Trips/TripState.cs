using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Dryness;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;

namespace Ermine.Core.Trips;

/// <summary>All that one step of a trip hands to the next. It never changes.</summary>
/// <param name="Water">Water and frost in everything.</param>
/// <param name="SleptIn">What was slept in last, from the ground up; empty before the first night.</param>
/// <param name="Body">How warm the body is.</param>
public sealed record TripState(Water Water, IReadOnlyList<KitItem> SleptIn, BodyHeat Body)
{
    /// <summary>The first morning: everything is dry, and one is rested.</summary>
    public static TripState Start { get; } = new(Water.None, [], BodyHeat.Rested);
}

/// <summary>One thing on one evening.</summary>
/// <param name="WaterG">Water at getting in, g.</param>
/// <param name="PerGram">On a g of fill or fabric.</param>
/// <param name="Wetness">How wet it is.</param>
/// <param name="Place">Where it is.</param>
/// <param name="Aired">It was hung out that day.</param>
public sealed record DryCell(double WaterG, double PerGram, Wetness Wetness, Place Place, bool Aired);

/// <summary>A day behind one: how things stand in the evening.</summary>
/// <param name="Evening">The state at getting in.</param>
/// <param name="DampInBed">Damp things taken to bed.</param>
/// <param name="Cells">Every textile on that evening.</param>
/// <param name="Without">Purposes that no dry thing is left for.</param>
/// <param name="Played">The day minute by minute; null where nothing is laid out and its word stands for it.</param>
public sealed record DayLived(
    TripState Evening,
    IReadOnlyList<KitItem> DampInBed,
    IReadOnlyDictionary<Guid, DryCell> Cells,
    IReadOnlyList<Slot> Without,
    DayPlayed? Played
);

/// <summary>A day and the night after it.</summary>
/// <param name="Day">The day.</param>
/// <param name="Slept">The night.</param>
/// <param name="Morning">The state at getting up.</param>
public sealed record DayAndNight(DayLived Day, NightSlept Slept, TripState Morning)
{
    /// <summary>Water at getting in.</summary>
    public Water EveningWater => Day.Evening.Water;
}
