using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Loads;
using Ermine.Core.Plans;

namespace Ermine.Core.Answers;

/// <summary>What a contradiction is about.</summary>
public enum ContradictionAbout
{
    /// <summary>A thing that is not where it is wanted; the finding about its place has the press.</summary>
    Place,

    /// <summary>A load that is too full; so has the finding about it.</summary>
    Volume,

    /// <summary>What every camp counts on is left behind.</summary>
    Camp,

    /// <summary>Food or fuel that runs out.</summary>
    Provision,
}

/// <summary>Something that cannot stand as planned, in words.</summary>
/// <param name="About">What it is about.</param>
/// <param name="Field">What it is about.</param>
/// <param name="Value">What is wrong, with the thing and the day.</param>
/// <param name="Mend">What to do.</param>
public sealed record Contradiction(ContradictionAbout About, string Field, string Value, string Mend)
{
    /// <summary>A camp that a tent or tarp has to be carried for.</summary>
    internal static bool NeedsTent(Shelter shelter) =>
        shelter
            is Shelter.SingleWall
                or Shelter.DoubleWall
                or Shelter.TarpClosed
                or Shelter.TarpLow
                or Shelter.TarpHigh;

    /// <summary>What every camp counts on, and lies in a depot that the party is not at; on the first such night.</summary>
    private static IEnumerable<Contradiction> LeftBehind(LoadLayout layout)
    {
        bool IsHere(int thing, int day) =>
            layout.Loads[layout.Spots[thing][day].Load] is var load
            && (
                load.Kind != LoadKind.Depot
                || load.NightId is { } id && layout.DayOf(id) is >= 0 and var at && layout.SameCamp(at, day)
            );
        List<int> Of(Func<KitItem, bool> of) =>
            [.. Enumerable.Range(0, layout.Things.Count).Where(t => of(layout.Things[t].Item))];
        (List<int> Things, Func<Night, bool> Wanted)[] needs =
        [
            (Of(PartyKit.IsShelter), n => NeedsTent(n.Shelter)),
            (Of(i => Stove.Of(i) is not null), _ => true),
        ];
        foreach (var (things, wanted) in needs)
        {
            for (var day = 0; things.Count > 0 && day < layout.Days; day++)
            {
                if (!wanted(layout.Trip.Nights[day]) || things.Exists(t => IsHere(t, day)))
                    continue;
                var thing = things[0];
                yield return new(
                    ContradictionAbout.Camp,
                    layout.Things[thing].Item.Name,
                    $"wanted in camp on day {day + 1}, when it lies in {layout.Loads[layout.Spots[thing][day].Load].Name}",
                    $"Take it along on day {day + 1}."
                );
                break;
            }
        }
    }

    /// <summary>All that cannot stand, places first.</summary>
    public static IEnumerable<Contradiction> Of(
        LoadWay way,
        IReadOnlyList<ReachFault> reach,
        IReadOnlyList<Overfull> overfull
    )
    {
        var layout = way.Layout;
        string Name(int thing) => layout.Things[thing].Item.Name;
        foreach (var fault in reach)
        {
            var day = fault.Days[0] + 1;
            if (fault.Want == ReachWant.InDepot)
                yield return new(
                    ContradictionAbout.Place,
                    Name(fault.Thing),
                    $"used on day {day}, when it lies in {layout.Loads[layout.Spots[fault.Thing][fault.Days[0]].Load].Name}",
                    $"Take it along on day {day}, or use another thing."
                );
            else if (fault.Want == ReachWant.NobodyThere)
                yield return new(
                    ContradictionAbout.Place,
                    Name(fault.Thing),
                    $"changes hands at a depot before day {day}, when nobody is there",
                    "Leave or fetch it on a morning on which the party breaks camp at that depot."
                );
        }
        foreach (var left in LeftBehind(layout))
            yield return left;
        foreach (var full in overfull)
            yield return new(
                ContradictionAbout.Volume,
                layout.Loads[layout.LoadOf(full.LoadId)].Name,
                $"{full.Litres:0} l on day {full.Day + 1}",
                $"It holds about {full.HoldsL:0} l: move something to another load, or leave it."
            );
        foreach (
            var (day, n, what) in way
                .Days.Index()
                .SelectMany(d =>
                    (IEnumerable<(int, double, string)>)
                        [(d.Index, d.Item.HungerG, "Food"), (d.Index, d.Item.NoFuelG, "Fuel")]
                )
                .Where(d => d.Item2 > 1)
                .DistinctBy(d => d.Item3)
        )
            yield return new(
                ContradictionAbout.Provision,
                what,
                $"{n:0} g short on day {day + 1}",
                "Take more, eat or burn less a day, or leave less in a depot that is passed later."
            );
    }
}
