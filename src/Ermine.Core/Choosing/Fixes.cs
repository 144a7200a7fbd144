using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Choosing;

/// <summary>What a fix does.</summary>
public enum FixKind
{
    /// <summary>Puts another thing into the system.</summary>
    Add,

    /// <summary>Takes one thing for another of its kind.</summary>
    Swap,

    /// <summary>Changes the order of bags and quilts.</summary>
    Reorder,

    /// <summary>Closes a collar or straps a quilt.</summary>
    Close,

    /// <summary>Puts something under where no pad lies.</summary>
    FillGap,
}

/// <summary>One change to a night's system, made only of what is owned.</summary>
/// <param name="Kind">What it does.</param>
/// <param name="ItemId">The thing put in, closed or moved inside; null when filling a gap.</param>
/// <param name="ReplacesId">The thing taken out.</param>
/// <param name="System">The system after it.</param>
/// <param name="Gain">Degrees of comfort gained; at least this where nothing held before.</param>
/// <param name="HoldsTo">Comfort after it.</param>
/// <param name="MassG">Grams it adds to the load; things that come along anyway add none.</param>
/// <param name="Covers">It closes the gap by itself.</param>
/// <param name="Why">The reason in a plain sentence.</param>
public sealed record Fix(
    FixKind Kind,
    Guid? ItemId,
    Guid? ReplacesId,
    SleepSystem System,
    TemperatureDifference Gain,
    Temperature HoldsTo,
    double MassG,
    bool Covers,
    string Why
);

/// <summary>Ranks single changes to one night's system from what is owned.</summary>
public static class Fixes
{
    /// <summary>A fix gains at least this, K.</summary>
    public const double WorthMentioning = 0.3;

    /// <summary>Fixes shown at most for one place: under, on or over the body. A closet of bags would otherwise hide the booties.</summary>
    public const int MostForOnePlace = 3;

    /// <summary>Worthwhile changes: those that close the gap first, lightest first; then the others by what they gain.</summary>
    /// <param name="planner">Answers the night.</param>
    /// <param name="closet">What is owned.</param>
    /// <param name="trip">The trip.</param>
    /// <param name="index">Which night, from 0.</param>
    public static IReadOnlyList<Fix> For(NightPlanner planner, Closet closet, Trip trip, int index)
    {
        var plan = planner.Plan(trip, index);
        var system = trip.SystemOf(trip.Nights[index]);
        var now = plan.Comfort.Outside ?? new Temperature(HeatBalance.SearchTo);
        var carried = trip.Along.Concat(system.Layers.Select(l => l.ItemId)).ToHashSet();
        double Grams(SleepSystem s) =>
            s.Layers.Where(l => !carried.Contains(l.ItemId)).Sum(l => closet.Find(l.ItemId)?.MassG ?? 0);

        var found = new List<Fix>();
        foreach (var change in Candidates(closet, system))
        {
            if (planner.Comfort(trip, index, change.System) is not { } then)
                continue;
            var gain = now - then;
            if (gain.Kelvin < WorthMentioning)
                continue;
            var dropped = change.ReplacesId is { } id && !trip.Along.Contains(id) ? closet.Find(id)?.MassG ?? 0 : 0;
            found.Add(
                new(
                    change.Kind,
                    change.ItemId,
                    change.ReplacesId,
                    change.System,
                    gain,
                    then,
                    Grams(change.System) - dropped,
                    plan.Weather is { } weather && plan.Margin is { Kelvin: < 0 } && then <= weather.Low.PlanFor,
                    change.Why
                )
            );
        }
        var shown = Ranked(found)
            .GroupBy(f => f.ItemId is { } id ? Closet.Tier(closet.Find(id)!.Kind) : 0)
            .SelectMany(place => place.Take(MostForOnePlace));
        return [.. Ranked(shown)];
    }

    private static IEnumerable<Fix> Ranked(IEnumerable<Fix> fixes) =>
        fixes.OrderByDescending(f => f.Covers).ThenBy(f => f.Covers ? f.MassG : 0).ThenByDescending(f => f.Gain.Kelvin);

    private sealed record Candidate(FixKind Kind, Guid? ItemId, Guid? ReplacesId, SleepSystem System, string Why);

    private static IEnumerable<Candidate> Candidates(Closet closet, SleepSystem system)
    {
        var layers = system.Layers.Where(l => closet.Find(l.ItemId) is not null).ToList();
        var used = layers.Select(l => l.ItemId).ToHashSet();
        foreach (var (item, reading) in closet.All.Where(t => !used.Contains(t.Item.Id)))
        {
            if (reading.Insulation is null)
                continue;
            yield return new(
                FixKind.Add,
                item.Id,
                null,
                system with
                {
                    Layers = With(layers, item, closet),
                },
                AddingDoes(item)
            );
            foreach (var old in layers.Where(l => CanStandFor(item, closet.Find(l.ItemId)!)))
            {
                var swapped = layers.Select(l => l == old ? new Layer(item.Id, Closure.Closed) : l);
                yield return new(
                    FixKind.Swap,
                    item.Id,
                    old.ItemId,
                    system with
                    {
                        Layers = [.. swapped],
                    },
                    "Warmer than what it replaces."
                );
            }
        }

        var tops = layers.Where(l => closet.Find(l.ItemId)!.IsTopLayer).ToList();
        for (var i = 0; i + 1 < tops.Count; i++)
        {
            var (inner, outer) = (tops[i], tops[i + 1]);
            var turned = layers.Select(l =>
                l == inner ? outer
                : l == outer ? inner
                : l
            );
            yield return new(
                FixKind.Reorder,
                outer.ItemId,
                inner.ItemId,
                system with
                {
                    Layers = [.. turned],
                },
                "The heavier outside crushes the other."
            );
        }
        foreach (var open in tops.Where(l => l.Closure != Closure.Closed))
        {
            var closed = layers.Select(l => l == open ? l with { Closure = Closure.Closed } : l);
            yield return new(
                FixKind.Close,
                open.ItemId,
                null,
                system with
                {
                    Layers = [.. closed],
                },
                "Warm air no longer escapes at the neck."
            );
        }
        if (system.UnderGap != UnderGap.Rucksack)
            yield return new(
                FixKind.FillGap,
                null,
                null,
                system with
                {
                    UnderGap = UnderGap.Rucksack,
                },
                "It lies where no pad does."
            );
    }

    /// <summary>The layers with one more: under the pads there are, over the clothes there are, and the heavier top layer inside.</summary>
    private static List<Layer> With(List<Layer> layers, KitItem item, Closet closet)
    {
        var at =
            item.Kind == ItemKind.Pad
                ? 0
                : layers.FindIndex(l =>
                    closet.Find(l.ItemId) is { IsTopLayer: true } top && (!item.IsTopLayer || top.MassG < item.MassG)
                );
        var more = new List<Layer>(layers);
        more.Insert(at < 0 ? more.Count : at, new(item.Id, Closure.Closed));
        return more;
    }

    private static bool CanStandFor(KitItem item, KitItem other) =>
        item.Kind == other.Kind && item.Kind != ItemKind.Garment || item.IsTopLayer && other.IsTopLayer;

    private static string AddingDoes(KitItem item) =>
        item.Kind switch
        {
            ItemKind.Pad => "Less goes into the ground.",
            ItemKind.VapourBarrier => "Skin vapour stays in, and its heat with it.",
            ItemKind.Garment => "Insulates from the inside.",
            _ => "A second layer of loft.",
        };
}
