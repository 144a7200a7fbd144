using System.Xml;
using Ermine.Core.Entry;
using Ical.Net;
using Ical.Net.CalendarComponents;
using NetTopologySuite.IO;

namespace Ermine.Exchange;

/// <summary>A camp that a file proposes.</summary>
/// <param name="Date">Date of the evening; null where the file does not say.</param>
/// <param name="Camp">Its name.</param>
/// <param name="ElevationM">Elevation, m; null where the file does not say.</param>
public sealed record Stop(DateOnly? Date, string Camp, double? ElevationM);

/// <summary>An itinerary as far as it could be read.</summary>
/// <param name="Stops">Camps in order.</param>
/// <param name="Faults">What could not be read.</param>
public sealed record ItineraryReading(IReadOnlyList<Stop> Stops, IReadOnlyList<Fault> Faults);

/// <summary>Reads nights and camps from a calendar (iCalendar) or from way points (GPX).</summary>
public static class ItineraryFile
{
    private const string Shapes =
        "Read are: iCalendar with an event for each camp or stay, and GPX with a way point for each camp.";

    /// <summary>Reads a file.</summary>
    /// <param name="bytes">Its content, at most <see cref="ForecastFile.MostBytes"/>.</param>
    public static ItineraryReading Read(byte[] bytes)
    {
        if (bytes.Length > ForecastFile.MostBytes)
            return Foreign($"{bytes.Length / 1_000_000.0:0.0} MB", "Give a file of at most 4 MB.");
        var text = ForecastFile.Decode(bytes);
        var start = text.TrimStart();
        try
        {
            var reading =
                start.StartsWith("BEGIN:VCALENDAR", StringComparison.OrdinalIgnoreCase) ? OfCalendar(text)
                : start.StartsWith('<') ? OfWayPoints(start)
                : Foreign(text.Length == 0 ? "empty" : ForecastFile.FirstLines(text), Shapes);
            return reading.Stops.Count + reading.Faults.Count == 0
                ? Foreign("no camps", "The file holds no event and no way point; " + Shapes)
                : reading;
        }
        catch (Exception broken)
            when (broken
                    is XmlException
                        or FormatException
                        or ArgumentException
                        or InvalidOperationException
                        or System.Runtime.Serialization.SerializationException
            )
        {
            return Foreign(
                ForecastFile.FirstLines(text),
                $"The file breaks off or is not well formed ({broken.Message}). {Shapes}"
            );
        }
    }

    private static ItineraryReading OfCalendar(string text)
    {
        var faults = new List<Fault>();
        var stops = new List<Stop>();
        var events = Calendar.Load(text)?.Events.OrderBy(e => e.Start?.Value).ToList() ?? [];
        foreach (var (n, stay) in events.Index())
        {
            if (stay.Start is null)
            {
                faults.Add(new($"event {n + 1}, DTSTART", "missing", "Give the event a start date."));
                continue;
            }
            var first = DateOnly.FromDateTime(stay.Start.Value);
            for (var night = 0; night < Nights(stay, first) && stops.Count < EntryRules.MostNights; night++)
                stops.Add(new(first.AddDays(night), Name(stay), null));
        }
        return new(stops, faults);
    }

    /// <summary>An event of whole days ends on the day after its last; one of hours counts as its first evening.</summary>
    private static int Nights(CalendarEvent stay, DateOnly first)
    {
        var end = stay.End is { } e ? DateOnly.FromDateTime(e.Value) : first.AddDays(1);
        return Math.Max(1, end.DayNumber - first.DayNumber);
    }

    private static string Name(CalendarEvent stay) =>
        Short(string.IsNullOrWhiteSpace(stay.Location) ? stay.Summary ?? "" : stay.Location);

    private static ItineraryReading OfWayPoints(string text)
    {
        using var reader = XmlReader.Create(
            new StringReader(text),
            new XmlReaderSettings { DtdProcessing = DtdProcessing.Prohibit, XmlResolver = null }
        );
        var file = GpxFile.ReadFrom(reader, new GpxReaderSettings { IgnoreVersionAttribute = true });
        var points = file.Waypoints.Concat(file.Waypoints.Count > 0 ? [] : file.Routes.SelectMany(r => r.Waypoints));
        return new(
            [
                .. points
                    .Take(EntryRules.MostNights)
                    .Select(p => new Stop(
                        p.TimestampUtc is { } time ? DateOnly.FromDateTime(time) : null,
                        Short(p.Name ?? ""),
                        p.ElevationInMeters
                    )),
            ],
            []
        );
    }

    private static string Short(string name) => name.Trim() is { Length: > 80 } long80 ? long80[..80] : name.Trim();

    private static ItineraryReading Foreign(string value, string mend) => new([], [new("file", value, mend)]);
}
