using Ermine.Core.Plans;

namespace Ermine.Core.Entry;

/// <summary>What may be entered of a day: its work and what is worn.</summary>
public static partial class EntryRules
{
    /// <summary>Most blocks of a day.</summary>
    public const int MostBlocks = 40;

    /// <summary>Most bars of a day.</summary>
    public const int MostBars = 300;

    /// <summary>Longest day from its first block to its last, h.</summary>
    public const double LongestDay = 24;

    /// <summary>Shortest block, h: a minute.</summary>
    private const double ShortestBlock = 1.0 / 60 - 1e-9;

    private const string Clock = "hours from the midnight before the evening";

    private static void CheckDay(Faults faults, string at, DayPlan day, Trip trip, Member member)
    {
        var blocks = day.Blocks ?? [];
        if (faults.AtMost($"{at}.blocks", blocks.Count, MostBlocks, "blocks on a day"))
        {
            faults.Once($"{at}.blocks", blocks.Select(b => b.Id), "Give each block an id of its own.");
            for (var i = 0; i < blocks.Count; i++)
                CheckBlock(faults, $"{at}.blocks[{i}]", blocks[i]);
            CheckOrder(faults, $"{at}.blocks", blocks);
        }
        CheckTasks(faults, $"{at}.tasks", day.Tasks ?? [], Along(trip, member, day.NightId));
        var bars = day.Worn ?? [];
        if (!faults.AtMost($"{at}.worn", bars.Count, MostBars, "bars on a day"))
            return;
        var along = Along(trip, member, day.NightId);
        for (var i = 0; i < bars.Count; i++)
        {
            var bar = bars[i];
            CheckSpan(faults, $"{at}.worn[{i}]", bar.FromHour, bar.ToHour);
            if (!along.Contains(bar.ItemId))
                faults.Add(
                    $"{at}.worn[{i}].itemId",
                    $"{bar.ItemId}",
                    "This thing is not along on that day, left in a depot or kept for another: take it along then, or take its bar out."
                );
        }
        foreach (var twice in bars.GroupBy(b => b.ItemId))
        {
            var last = double.MinValue;
            foreach (var bar in twice.OrderBy(b => b.FromHour))
            {
                if (bar.FromHour < last - 1e-6)
                {
                    faults.Add(
                        $"{at}.worn",
                        $"{bar.ItemId} from {Faults.Text(Math.Round(bar.FromHour, 2))}",
                        "One thing cannot be worn twice at the same time: cut the bar where the next one begins."
                    );
                    break;
                }
                last = bar.ToHour;
            }
        }
    }

    /// <summary>Most tasks of a day.</summary>
    public const int MostTasks = 40;

    private static void CheckTasks(Faults faults, string at, IReadOnlyList<DayTask> tasks, HashSet<Guid> along)
    {
        if (!faults.AtMost(at, tasks.Count, MostTasks, "tasks on a day"))
            return;
        faults.Once(at, tasks.Select(t => t.Id), "Give each task an id of its own.");
        for (var i = 0; i < tasks.Count; i++)
        {
            var task = tasks[i];
            faults.Range($"{at}[{i}].hour", task.Hour, 0, 36, Clock);
            if (task.Minutes is { } minutes)
                faults.Range($"{at}[{i}].minutes", minutes, 0.5, 180, "minutes");
            if (task.Name.Length > 40 || task.Name.Any(char.IsControl))
                faults.Add($"{at}[{i}].name", $"{task.Name.Length} characters", "Keep a name to 40 plain characters.");
            if (task.On is not { } on || !faults.AtMost($"{at}[{i}].on", on.Count, MostOnHands, "things on the hands"))
                continue;
            faults.Once($"{at}[{i}].on", on, "Name each thing once.");
            foreach (var id in on.Where(id => !along.Contains(id)))
                faults.Add(
                    $"{at}[{i}].on",
                    $"{id}",
                    "This thing is not along on that day: take it along, or leave what stays on to Ermine."
                );
        }
    }

    /// <summary>Most things on the hands in a task.</summary>
    private const int MostOnHands = 6;

    private static void CheckBlock(Faults faults, string at, DayBlock block)
    {
        CheckSpan(faults, at, block.FromHour, block.ToHour);
        faults.Range($"{at}.breakMinutes", block.BreakMinutes, 0, 50, "minutes of every hour");
        if (block.Name.Length > 40 || block.Name.Any(char.IsControl))
            faults.Add($"{at}.name", $"{block.Name.Length} characters", "Keep a name to 40 plain characters.");
        if (block.AirC is { } air)
            faults.Range($"{at}.airC", air, -90, 40, "°C");
        if (block.WindMs is { } wind)
            faults.Range($"{at}.windMs", wind, 0, 60, "m/s");
        if (block.Activity == Activity.Own && block is { Effort: null, Going: null })
            faults.Add($"{at}.effort", "none", "Say how hard work of your own is, or its load, speed and slope.");
        if (block.Going is not { } going)
            return;
        Check(faults, $"{at}.going", going);
    }

    private static void Check(Faults faults, string at, Going going)
    {
        string In(string field) => at.Length > 0 ? $"{at}.{field}" : field;
        faults.Range(In("loadKg"), going.LoadKg, 0, 80, "kg");
        faults.Range(In("speedMs"), going.SpeedMs, 0, 10, "m/s");
        faults.Range(In("gradePercent"), going.GradePercent, -60, 100, "%");
        faults.Range(In("footprintCm"), going.FootprintCm, 0, 60, "cm");
        faults.Range(In("sledgeKg"), going.SledgeKg, 0, 400, "kg");
        if (going.Friction is { } friction)
            faults.Range(In("friction"), friction, 0.005, 0.6, "");
        if (going is { SpeedMs: 0, GradePercent: not 0 })
            faults.Add(
                In("speedMs"),
                "0",
                "Standing still there is no slope to climb: give a speed over 0, or a slope of 0."
            );
    }

    /// <summary>Faults of a walk by itself; none where it is sound.</summary>
    public static IReadOnlyList<Fault> Check(Going going)
    {
        var faults = new Faults();
        Check(faults, "", going);
        return faults.Found;
    }

    private static void CheckSpan(Faults faults, string at, double from, double to)
    {
        faults.Range($"{at}.fromHour", from, 0, 36, Clock);
        faults.Range($"{at}.toHour", to, 0, 36, Clock);
        if (to - from < ShortestBlock)
            faults.Add($"{at}.toHour", Faults.Text(to), "End at least a minute after it begins.");
    }

    private static void CheckOrder(Faults faults, string at, IReadOnlyList<DayBlock> blocks)
    {
        var order = blocks.Index().OrderBy(b => b.Item.FromHour).ToList();
        for (var n = 1; n < order.Count; n++)
        {
            var (a, b) = (order[n - 1], order[n]);
            if (b.Item.FromHour < a.Item.ToHour - 1e-6)
                faults.Add(
                    $"{at}[{b.Index}].fromHour",
                    Faults.Text(b.Item.FromHour),
                    $"Two blocks overlap: begin at {Faults.Text(Math.Round(a.Item.ToHour, 2))} or later, or end the one before sooner."
                );
        }
        if (order.Count > 0 && blocks.Max(b => b.ToHour) - order[0].Item.FromHour is > LongestDay and var length)
            faults.Add(
                at,
                $"{Faults.Text(Math.Round(length, 2))} h",
                "A day has 24 hours at most from its first block to its last; shorten it, or give the night its place."
            );
    }

    /// <summary>What can be worn on a day: used by the person, and along then.</summary>
    private static HashSet<Guid> Along(Trip trip, Member member, Guid nightId)
    {
        var uses = trip.Uses.Where(u => u.SleeperId == member.SleeperId).ToList();
        var away = uses.Where(u => u.Role is not null && u.Nights is { } on && !on.Contains(nightId))
            .Select(u => u.ItemId)
            .ToHashSet();
        return [.. uses.Select(u => u.ItemId).Where(id => !away.Contains(id))];
    }
}
