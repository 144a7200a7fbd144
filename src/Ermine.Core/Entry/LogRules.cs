using Ermine.Core.Learning;
using Ermine.Core.Plans;

namespace Ermine.Core.Entry;

/// <summary>What may be entered of days and nights as they were lived.</summary>
public static partial class EntryRules
{
    private const int MostThings = 60,
        MostPlaces = 16,
        MostChanges = 20,
        MostTraces = 6,
        MostOfTrace = 200,
        MostStretches = 40;

    /// <summary>Faults of an entry of the log; none where it is sound.</summary>
    public static IReadOnlyList<Fault> Check(LogEntry entry)
    {
        var faults = new Faults();
        faults.Add(CheckDate("date", entry.Date));
        Text("trip", entry.Trip, 80);
        Text("camp", entry.Camp, 80);
        Text("leftOut", entry.LeftOut ?? "", 200);
        Text("notes", entry.Notes, 1_000);
        Text("day.worn", entry.Day?.Worn ?? "", 300);
        if (entry.LeftOut is { } why && string.IsNullOrWhiteSpace(why))
            faults.Add("leftOut", "empty", "Say why nothing is to be learned from it, or let it count.");
        if (entry.Night is null && entry.Day is null)
            faults.Add("night", "nothing", "Log how the night was slept, or how the day was.");
        if (entry.Planned is { } planned)
            CheckPlanned(faults, planned);
        if (entry.PlannedDay is { } day)
            CheckPlannedDay(faults, day);
        if (entry.Night is { } night)
            CheckLived(faults, night);
        if (faults.AtMost("day.stretches", entry.Day?.Stretches.Count ?? 0, MostStretches, "stretches"))
            faults.Once("day.stretches", (entry.Day?.Stretches ?? []).Select(s => s.Stretch), "Say once how each was.");
        return faults.Found;

        void Text(string field, string text, int most)
        {
            if (text.Length > most)
                faults.Add(field, $"{text.Length} characters", $"Keep it to {most} characters.");
        }
    }

    /// <summary>Faults of what was done otherwise than planned.</summary>
    /// <param name="field">What they stand in.</param>
    /// <param name="changes">The changes.</param>
    public static IReadOnlyList<Fault> CheckChanges(string field, IReadOnlyList<NightEvent> changes)
    {
        var faults = new Faults();
        if (faults.AtMost(field, changes.Count, MostChanges, "changes"))
        {
            foreach (var (i, change) in changes.Index())
                CheckEvent(faults, $"{field}[{i}]", change, _ => true);
        }
        return faults.Found;
    }

    private static void CheckLived(Faults faults, LivedNight night)
    {
        Celsius(faults, "night.outsideC", night.OutsideC);
        Celsius(faults, "night.outsideToC", night.OutsideToC);
        Celsius(faults, "night.pillowC", night.PillowC);
        Celsius(faults, "night.pillowToC", night.PillowToC);
        faults.Range("night.warmerByK", night.WarmerByK, -30, 30, "K");
        if (night.InHour is { } into)
            faults.Range("night.inHour", into, 12, 36, "h from the midnight before the evening");
        if (night.UpHour is { } up)
            faults.Range("night.upHour", up, night.InHour ?? 12, 40, "h from the midnight before the evening");
        if (faults.AtMost("night.where", night.Where.Count, MostPlaces, "places"))
        {
            foreach (var (i, place) in night.Where.Index())
            {
                if (place.FromHour is { } hour)
                    faults.Range($"night.where[{i}].fromHour", hour, 12, 40, "h from the midnight before the evening");
            }
        }
        faults.AtMost("night.damp", night.Damp.Count, MostThings, "things");
        faults.Once("night.damp", night.Damp.Select(d => d.ItemId), "Say once how each thing was.");
        faults.Found.AddRange(CheckChanges("night.changes", night.Changes));
        if (faults.AtMost("night.lofts", night.Lofts?.Count ?? 0, MostChanges, "things"))
        {
            foreach (var (i, loft) in (night.Lofts ?? []).Index())
                faults.Range($"night.lofts[{i}].cm", loft.Cm, 0.2, 40, "cm");
        }
        if (!faults.AtMost("night.traces", night.Traces?.Count ?? 0, MostTraces, "probes"))
            return;
        foreach (var (i, trace) in (night.Traces ?? []).Index())
        {
            if (!faults.AtMost($"night.traces[{i}].celsius", trace.Celsius.Count, MostOfTrace, "readings"))
                continue;
            if (trace.Hours.Count != trace.Celsius.Count || trace.Hours.Any(h => h is not (>= -24 and <= 72)))
                faults.Add(
                    $"night.traces[{i}].hours",
                    $"{trace.Hours.Count} hours",
                    "Give an hour from −24 to 72 for each reading."
                );
            if (trace.Celsius.Any(c => c is not (>= -90 and <= 60)))
                faults.Add($"night.traces[{i}].celsius", "out of range", "Air lies between −90 and 60 °C.");
        }
    }

    private static void CheckPlanned(Faults faults, PlannedNight planned)
    {
        Celsius(faults, "planned.forecastLowC", planned.ForecastLowC);
        Line("campLowC", planned.CampLowC);
        Line("planForC", planned.PlanForC);
        Line("holdsToC", planned.HoldsToC);
        Line("feetHoldToC", planned.FeetHoldToC);
        faults.Range("planned.inHour", planned.InHour, 12, 36, "h from the midnight before the evening");
        faults.Range("planned.upHour", planned.UpHour, planned.InHour, 40, "h from the midnight before the evening");
        faults.Range("planned.offsetK", planned.OffsetK, -40, 40, "K");
        faults.Range("planned.offsetSdK", planned.OffsetSdK, 0, 10, "K");
        if (planned.Chance is { } chance)
            faults.Range("planned.chance", chance, 0, 1, "of one");
        if (planned.TentAddsK is { } adds)
            faults.Range("planned.tentAddsK", adds, -10, 40, "K");
        faults.AtMost("planned.things", planned.Things.Count, MostThings, "things");
        if (planned.FeetC is { } feet)
            Each(faults, "planned.feetC", feet);
        if (planned.Things.Take(MostThings).Any(t => t.Name.Length > 80 || t.PromiseC is < -200 or > 200))
            faults.Add(
                "planned.things",
                "out of range",
                "Name each in 80 characters; a promise lies between −200 and 200 °C."
            );

        void Line(string field, double? celsius)
        {
            if (celsius is { } c)
                faults.Range($"planned.{field}", c, -200, 100, "°C");
        }
    }

    private static void CheckPlannedDay(Faults faults, PlannedDay day)
    {
        if (
            faults.AtMost("plannedDay.stretches", day.Stretches.Count, MostStretches, "stretches")
            && day.Stretches.Any(s => s.Worn.Count > MostThings || s.Worn.Any(w => w.Length > 80))
        )
            faults.Add("plannedDay.stretches", "too much worn", $"Keep to {MostThings} things of 80 characters.");
        Each(faults, "plannedDay.fingersC", day.FingersC);
        Each(faults, "plannedDay.toesC", day.ToesC);
    }

    /// <summary>One temperature for each supply that was tried.</summary>
    private static void Each(Faults faults, string field, IReadOnlyList<double> lowest)
    {
        if (lowest.Count != Supplies.Tried.Count || lowest.Any(c => c is not (>= -90 and <= 60)))
            faults.Add(
                field,
                $"{lowest.Count} values",
                $"Give {Supplies.Tried.Count} temperatures from −90 to 60 °C, one for each supply of blood."
            );
    }

    private static void Celsius(Faults faults, string field, double? celsius)
    {
        if (celsius is { } c)
            faults.Range(field, c, -90, 40, "°C");
    }
}
