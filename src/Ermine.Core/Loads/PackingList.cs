using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>By what a packing list is put together.</summary>
public enum ListBy
{
    /// <summary>A list for each person, on the first day.</summary>
    Person,

    /// <summary>A list for each load, on the first day.</summary>
    Load,

    /// <summary>A list for each phase: what is where on its first day.</summary>
    Phase,
}

/// <summary>A line of a packing list.</summary>
/// <param name="LotId">The lot, for ticks.</param>
/// <param name="ItemId">The thing.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Count">How many.</param>
/// <param name="Grams">All of them.</param>
/// <param name="Litres">All of them.</param>
/// <param name="Load">The load that it is in.</param>
/// <param name="Reach">How soon it is in one's hands.</param>
/// <param name="SleeperId">Who carries it; null in a depot.</param>
public sealed record PackedLine(
    Guid LotId,
    Guid ItemId,
    string Name,
    double Count,
    double Grams,
    double Litres,
    string Load,
    Reached Reach,
    Guid? SleeperId
);

/// <summary>A list with its heading.</summary>
/// <param name="SleeperId">Of whom; null where it is not one person's.</param>
/// <param name="Title">A load's or a phase's name; empty for a person, who has one.</param>
/// <param name="Day">The day that it speaks of, from 0.</param>
/// <param name="Lines">Its lines, by reach and then by weight.</param>
/// <param name="Grams">All together.</param>
/// <param name="Litres">All together.</param>
public sealed record PackingList(
    Guid? SleeperId,
    string Title,
    int Day,
    IReadOnlyList<PackedLine> Lines,
    double Grams,
    double Litres
)
{
    /// <summary>Every list of a kind.</summary>
    public static IReadOnlyList<PackingList> Of(LoadWay way, ListBy by)
    {
        var layout = way.Layout;
        if (layout.Days == 0)
            return [];
        return by switch
        {
            ListBy.Person =>
            [
                .. layout
                    .Trip.Members.Select(m => Made(way, 0, m.SleeperId, "", l => l.SleeperId == m.SleeperId))
                    .Append(Made(way, 0, null, "Depots", l => l.SleeperId is null))
                    .Where(l => l.Lines.Count > 0),
            ],
            ListBy.Load =>
            [
                .. layout
                    .Loads.Select(load => Made(way, 0, load.SleeperId, load.Name, l => l.Id == load.Id))
                    .Where(l => l.Lines.Count > 0),
            ],
            _ =>
            [
                .. (
                    layout.Phases.Count > 0
                        ? layout.Phases.Select(p => (p.Name, Day: Math.Max(0, layout.DayOf(p.FirstNightId))))
                        : [("", 0)]
                ).Select(p => Made(way, p.Day, null, p.Name, _ => true)),
            ],
        };
    }

    private static PackingList Made(LoadWay way, int day, Guid? who, string title, Predicate<Load> of)
    {
        var layout = way.Layout;
        List<PackedLine> lines =
        [
            .. layout
                .Things.Select(
                    (t, n) =>
                    {
                        var spot = layout.Spots[n][day];
                        var load = layout.Loads[spot.Load];
                        return (
                            load,
                            spot,
                            line: new PackedLine(
                                t.Id,
                                t.Item.Id,
                                t.Item.Name,
                                t.Count,
                                way.Grams(n, day),
                                t.Litres,
                                load.Name,
                                spot.Reach,
                                load.SleeperId
                            )
                        );
                    }
                )
                .Where(l => of(l.load))
                .OrderBy(l => l.spot.Load)
                .ThenBy(l => l.spot.Reach)
                .ThenByDescending(l => l.line.Grams)
                .Select(l => l.line),
        ];
        return new(who, title, day, lines, lines.Sum(l => l.Grams), lines.Sum(l => l.Litres));
    }
}
