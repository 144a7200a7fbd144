using System.Globalization;
using System.Text;
using Ermine.Core.Entry;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.Evaluation;

namespace Ermine.Exchange;

/// <summary>
/// Camps from a calendar. Of its events only the lines that a camp is made of are handed on to be parsed, so that what calendars carry
/// besides, alarms and time zones and whole documents, costs one look.
/// </summary>
internal static class CalendarStops
{
    /// <summary>Most events of a file.</summary>
    private const int MostEvents = 500;

    /// <summary>Most characters of a line that is handed on; nothing that is read here is longer.</summary>
    private const int MostOfLine = 1_000;

    /// <summary>Steps of a recurrence rule without a day that fits it, before it is given up.</summary>
    private const int MostBarren = 1_000;

    private static readonly string[] Read = ["DTSTART", "DTEND", "DURATION", "SUMMARY", "LOCATION", "RRULE", "EXDATE"];

    public static ItineraryReading Of(string text, CancellationToken stop)
    {
        var faults = new List<Fault>();
        var stops = new List<Stop>();
        foreach (var (n, lines) in Events(text, stop).Index())
        {
            if (n >= MostEvents)
            {
                faults.Add(
                    new(
                        "file",
                        $"more than {MostEvents} events",
                        "Export the trip's own calendar; the rest was not read."
                    )
                );
                break;
            }
            stop.ThrowIfCancellationRequested();
            stops.AddRange(StopsOf(lines, $"event {n + 1}", faults));
        }
        return new([.. stops.OrderBy(s => s.Date).Take(EntryRules.MostNights)], faults);
    }

    /// <summary>The lines of each event that are read, unfolded; what is nested in it is passed over.</summary>
    private static IEnumerable<List<string>> Events(string text, CancellationToken stop)
    {
        List<string>? now = null;
        var within = 0;
        foreach (var line in Unfolded(text))
        {
            if (line.StartsWith("BEGIN:", StringComparison.OrdinalIgnoreCase))
            {
                stop.ThrowIfCancellationRequested();
                if (now is not null)
                    within++;
                else if (line.Trim().Equals("BEGIN:VEVENT", StringComparison.OrdinalIgnoreCase))
                    (now, within) = ([], 0);
            }
            else if (line.StartsWith("END:", StringComparison.OrdinalIgnoreCase) && now is not null)
            {
                if (within-- > 0)
                    continue;
                yield return now;
                now = null;
            }
            else if (now is not null && within == 0 && now.Count < 50 && Read.Contains(NameOf(line)))
                now.Add(line);
        }
        if (now is not null)
            throw new FormatException("an event is not closed");
    }

    private static IEnumerable<string> Unfolded(string text)
    {
        var line = new StringBuilder();
        var from = 0;
        while (from < text.Length)
        {
            var end = text.IndexOf('\n', from);
            var to = end < 0 ? text.Length : end;
            var folded = to > from && text[from] is ' ' or '\t';
            if (!folded && line.Length > 0)
            {
                yield return line.ToString();
                line.Clear();
            }
            if (line.Length < MostOfLine)
                line.Append(text.AsSpan(from, Math.Min(to - from, MostOfLine))[(folded ? 1 : 0)..].TrimEnd('\r'));
            from = to + 1;
        }
        if (line.Length > 0)
            yield return line.ToString();
    }

    private static string NameOf(string line) =>
        line[..Math.Max(0, line.AsSpan().IndexOfAny(':', ';'))].ToUpperInvariant();

    private static IEnumerable<Stop> StopsOf(List<string> lines, string at, List<Fault> faults)
    {
        var start = lines.FirstOrDefault(l => NameOf(l) == "DTSTART");
        if (start is null)
        {
            faults.Add(new($"{at}, DTSTART", "missing", "Give the event a start date."));
            return [];
        }
        foreach (var line in lines.Where(l => NameOf(l) is "DTSTART" or "DTEND"))
        {
            var value = line[(line.LastIndexOf(':') + 1)..].Trim();
            if (
                !DateOnly.TryParseExact(
                    value.Length >= 8 ? value[..8] : value,
                    "yyyyMMdd",
                    CultureInfo.InvariantCulture,
                    DateTimeStyles.None,
                    out var date
                )
            )
                faults.Add(new($"{at}, {NameOf(line)}", value, "Write the date as 20270213 or 20270213T180000."));
            else if (EntryRules.CheckDate($"{at}, {NameOf(line)}", date) is { } never)
                faults.Add(never);
            else
                continue;
            return [];
        }
        try
        {
            var calendar = Ical.Net.Calendar.Load(
                $"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:1\r\n{string.Join("\r\n", lines)}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
            );
            return calendar?.Events.FirstOrDefault() is { Start: not null } stay ? [.. Nights(stay, at, faults)] : [];
        }
        catch (Exception broken) when (broken is not OutOfMemoryException)
        {
            faults.Add(
                new(
                    $"{at}",
                    ItineraryFile.Short(start),
                    $"This event is not well formed ({broken.Message}); write it anew."
                )
            );
            return [];
        }
    }

    private static IEnumerable<Stop> Nights(CalendarEvent stay, string at, List<Fault> faults)
    {
        foreach (var first in Beginnings(stay, at, faults))
        {
            for (var night = 0; night < NightsOf(stay); night++)
                yield return new(first.AddDays(night), Name(stay), null);
        }
    }

    /// <summary>The days on which a stay begins: its own, or those of its rule as far as a trip can reach.</summary>
    private static IEnumerable<DateOnly> Beginnings(CalendarEvent stay, string at, List<Fault> faults)
    {
        var first = DateOnly.FromDateTime(stay.Start!.Value);
        if (stay.RecurrenceRule is not { } rule)
            return [first];
        if (rule.Frequency is not (FrequencyType.Daily or FrequencyType.Weekly))
        {
            faults.Add(
                new(
                    $"{at}, RRULE",
                    $"{rule.Frequency}",
                    "Only what repeats by days or weeks is laid out as nights; write an event for each stay."
                )
            );
            return [];
        }
        return
        [
            .. stay.GetOccurrences(stay.Start, new EvaluationOptions { MaxUnmatchedIncrementsLimit = MostBarren })
                .Take(EntryRules.MostNights)
                .Select(o => DateOnly.FromDateTime(o.Period.StartTime.Value)),
        ];
    }

    /// <summary>An event of whole days ends on the day after its last; one of hours counts as its first evening.</summary>
    private static int NightsOf(CalendarEvent stay)
    {
        var first = DateOnly.FromDateTime(stay.Start!.Value);
        var end = stay.End is { } e ? DateOnly.FromDateTime(e.Value) : first.AddDays(1);
        return Math.Clamp(end.DayNumber - first.DayNumber, 1, EntryRules.MostNights);
    }

    private static string Name(CalendarEvent stay) =>
        ItineraryFile.Short(string.IsNullOrWhiteSpace(stay.Location) ? stay.Summary ?? "" : stay.Location);
}
