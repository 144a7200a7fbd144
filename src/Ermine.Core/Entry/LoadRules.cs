using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Entry;

/// <summary>What may be entered of loads, and of what was seen to on a thing.</summary>
public static partial class EntryRules
{
    /// <summary>Most things that come along besides what is used.</summary>
    public const int MostLots = 400;

    /// <summary>Most of one thing.</summary>
    public const double MostOfOne = 200;

    private const int MostLoads = 60,
        MostPhases = 30,
        MostTicks = 4_000,
        MostHistory = 100;

    private static void CheckHistory(Faults faults, IReadOnlyList<Mended> history)
    {
        if (!faults.AtMost("history", history.Count, MostHistory, "entries; take the oldest out"))
            return;
        for (var i = 0; i < history.Count; i++)
        {
            faults.Add(CheckDate($"history[{i}].on", history[i].On));
            if (history[i].Note.Length > 200)
                faults.Add(
                    $"history[{i}].note",
                    $"{history[i].Note.Length} characters",
                    "Keep a note to 200 characters."
                );
        }
    }

    private static void CheckLoad(Faults faults, Trip trip, LoadPlan plan, Func<Guid, bool> owns)
    {
        if (
            !faults.AtMost("load.loads", plan.Loads.Count, MostLoads, "loads")
            | !faults.AtMost("load.phases", plan.Phases.Count, MostPhases, "phases")
            | !faults.AtMost(
                "load.lots",
                plan.Lots.Count,
                MostLots,
                "things along; divide the trip, or count several of one kind together"
            )
            | !faults.AtMost("load.ticks", plan.Ticks.Count, MostTicks, "ticks")
        )
            return;
        var people = trip.Members.Select(m => m.SleeperId).ToHashSet();
        var nights = trip.Nights.Index().ToDictionary(n => n.Item.Id, n => n.Index);
        CheckLoads(faults, plan, people, nights, owns);
        CheckPhases(faults, plan, nights);
        CheckLots(faults, plan, people, nights, owns);
        if (plan.Rations is { } rations)
        {
            Within("foodG", rations.FoodG, 0, 5000, "g a person and day");
            Within("fuelG", rations.FuelG, 0, 5000, "g a day");
            Within("boiledShare", rations.BoiledShare, 0, 1, "of the water");
            Within("efficiency", rations.Efficiency, 0.02, 0.9, "of the fuel's heat");
        }
        void Within(string field, double? value, double least, double most, string unit)
        {
            if (value is { } given)
                faults.Range($"load.rations.{field}", given, least, most, unit);
        }
        foreach (var (i, strength) in (plan.Strengths ?? []).Take(MostMembers + 1).Index())
        {
            faults.Range($"load.strengths[{i}].percent", strength.Percent, 10, 400, "%");
            if (!people.Contains(strength.SleeperId))
                faults.Add($"load.strengths[{i}].sleeperId", $"{strength.SleeperId}", "Nobody of this trip.");
        }
        faults.AtMost("load.strengths", plan.Strengths?.Count ?? 0, MostMembers, "people");
        CheckTicks(faults, plan.Ticks, "load.ticks");
    }

    /// <summary>Faults of lines that were ticked away from the trip; none where they are sound.</summary>
    public static IReadOnlyList<Fault> Check(IReadOnlyList<Tick> ticks)
    {
        var faults = new Faults();
        if (faults.AtMost("ticks", ticks.Count, MostTicks, "ticks"))
            CheckTicks(faults, ticks, "ticks");
        return faults.Found;
    }

    private static void CheckTicks(Faults faults, IReadOnlyList<Tick> ticks, string field)
    {
        foreach (var (i, tick) in ticks.Index())
        {
            if (tick.Line.Length is 0 or > 120)
                faults.Add($"{field}[{i}].line", $"{tick.Line.Length} characters", "Name a line of the list.");
        }
    }

    private static void CheckLoads(
        Faults faults,
        LoadPlan plan,
        HashSet<Guid> people,
        Dictionary<Guid, int> nights,
        Func<Guid, bool> owns
    )
    {
        faults.Once("load.loads", plan.Loads.Select(l => l.Id), "Give each load an id of its own.");
        for (var i = 0; i < plan.Loads.Count; i++)
        {
            var (load, at) = (plan.Loads[i], $"load.loads[{i}]");
            faults.Name($"{at}.name", load.Name);
            if (people.Contains(load.Id) || load.Kind == LoadKind.Person)
                faults.Add($"{at}.id", $"{load.Id}", "What a person has on is there already; leave it out.");
            if (load.VolumeL is { } litres)
                faults.Range($"{at}.volumeL", litres, 1, 1000, "l");
            if (load.ItemId is { } item && !owns(item))
                faults.Add($"{at}.itemId", $"{item}", "This thing is not in the kit; leave it out, or add it.");
            if (load.Kind == LoadKind.Depot)
            {
                if (load.NightId is not { } night || !nights.ContainsKey(night))
                    faults.Add(
                        $"{at}.nightId",
                        $"{load.NightId}",
                        $"Say at which camp of the trip {load.Name} lies: a night that is spent there."
                    );
            }
            else if (load.SleeperId is not { } who || !people.Contains(who))
                faults.Add($"{at}.sleeperId", $"{load.SleeperId}", $"Say who of the trip carries {load.Name}.");
        }
    }

    private static void CheckPhases(Faults faults, LoadPlan plan, Dictionary<Guid, int> nights)
    {
        faults.Once("load.phases", plan.Phases.Select(p => p.Id), "Give each phase an id of its own.");
        var last = -1;
        for (var i = 0; i < plan.Phases.Count; i++)
        {
            var (phase, at) = (plan.Phases[i], $"load.phases[{i}]");
            faults.Name($"{at}.name", phase.Name);
            faults.Range($"{at}.carries", phase.Carries, 1, 4, "carries");
            foreach (var gone in (phase.Leaves ?? []).Take(MostLoads).Where(l => plan.Loads.All(o => o.Id != l)))
                faults.Add($"{at}.leaves", $"{gone}", "There is no such load any more: take it off the list.");
            faults.AtMost($"{at}.leaves", phase.Leaves?.Count ?? 0, MostLoads, "loads");
            if (
                !nights.TryGetValue(phase.FirstNightId, out var from)
                || !nights.TryGetValue(phase.LastNightId, out var to)
            )
                faults.Add(
                    at,
                    phase.Name,
                    "A phase has days of the trip: say the nights its first and its last end in."
                );
            else if (to < from)
                faults.Add(
                    at,
                    $"{phase.Name}: day {from + 1} to day {to + 1}",
                    "This phase has no days: let it end on the day it begins, or later."
                );
            else if (from <= last)
                faults.Add(
                    at,
                    $"{phase.Name}: from day {from + 1}",
                    $"Day {from + 1} is in the phase before: begin on day {last + 2} or later."
                );
            else
                last = to;
        }
    }

    private static void CheckLots(
        Faults faults,
        LoadPlan plan,
        HashSet<Guid> people,
        Dictionary<Guid, int> nights,
        Func<Guid, bool> owns
    )
    {
        faults.Once("load.lots", plan.Lots.Select(l => l.Id), "Give each lot an id of its own.");
        var loads = plan.Loads.Select(l => l.Id).Concat(people).ToHashSet();
        for (var i = 0; i < plan.Lots.Count; i++)
        {
            var (lot, at) = (plan.Lots[i], $"load.lots[{i}]");
            if (!owns(lot.ItemId))
                faults.Add($"{at}.itemId", $"{lot.ItemId}", "This thing is not in the kit; take it out or add it.");
            if (!double.IsFinite(lot.Count) || lot.Count <= 0 || lot.Count > MostOfOne)
                faults.Add($"{at}.count", Faults.Text(lot.Count), $"Give how many, over 0 to {MostOfOne}.");
            if (lot.SleeperId is { } who && !people.Contains(who))
                faults.Add(
                    $"{at}.sleeperId",
                    $"{who}",
                    "Nobody of this trip: say whose it is, or leave it to the party."
                );
            if (!faults.AtMost($"{at}.stays", lot.Stays.Count, MostNights + 1, "stays"))
                continue;
            var last = -1;
            for (var s = 0; s < lot.Stays.Count; s++)
            {
                var stay = lot.Stays[s];
                if (!loads.Contains(stay.LoadId))
                    faults.Add(
                        $"{at}.stays[{s}].loadId",
                        $"{stay.LoadId}",
                        "There is no such load any more: put the thing into another."
                    );
                var day = 0;
                if (stay.FromNightId is { } night && !nights.TryGetValue(night, out day))
                    faults.Add(
                        $"{at}.stays[{s}].fromNightId",
                        $"{night}",
                        "This night is not on the trip any more: say from which day on it is there."
                    );
                else if (day <= last)
                    faults.Add(
                        $"{at}.stays[{s}].fromNightId",
                        $"day {day + 1}",
                        "One thing cannot be in two places: let each stay begin after the one before it."
                    );
                else
                    last = day;
            }
        }
    }
}
