using System.Globalization;
using System.Xml;
using Ermine.Core.Entry;

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
    /// <param name="stop">Ends the reading; looked at with every event and way point.</param>
    public static ItineraryReading Read(byte[] bytes, CancellationToken stop = default)
    {
        if (bytes.Length > ForecastFile.MostBytes)
            return Foreign($"{bytes.Length / 1_000_000.0:0.0} MB", "Give a file of at most 4 MB.");
        var text = ForecastFile.Decode(bytes);
        var start = text.TrimStart();
        try
        {
            var reading =
                start.StartsWith("BEGIN:VCALENDAR", StringComparison.OrdinalIgnoreCase) ? CalendarStops.Of(text, stop)
                : start.StartsWith('<') ? OfWayPoints(start, stop)
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

    /// <summary>Way points, or the points of routes where there are none, each looked at once; what else a file holds is passed over.</summary>
    private static ItineraryReading OfWayPoints(string text, CancellationToken stop)
    {
        var (points, onRoutes) = (new List<Stop>(), new List<Stop>());
        var faults = new List<Fault>();
        using var reader = XmlReader.Create(
            new StringReader(text),
            new XmlReaderSettings
            {
                DtdProcessing = DtdProcessing.Prohibit,
                XmlResolver = null,
                IgnoreComments = true,
                IgnoreProcessingInstructions = true,
            }
        );
        if (reader.MoveToContent() != XmlNodeType.Element || reader.LocalName != "gpx")
            throw new XmlException("its root is not gpx");
        var more = reader.Read();
        while (more)
        {
            stop.ThrowIfCancellationRequested();
            if (reader.Depth > Deepest)
                throw new XmlException($"its elements nest deeper than {Deepest}");
            if (reader.NodeType != XmlNodeType.Element)
            {
                more = reader.Read();
                continue;
            }
            switch (reader.LocalName)
            {
                case "wpt" or "rtept" when !reader.IsEmptyElement:
                    var found = reader.LocalName == "wpt" ? points : onRoutes;
                    if (Point(reader, found.Count, faults) is { } point && found.Count < EntryRules.MostNights)
                        found.Add(point);
                    break;
                case "rte" or "gpx":
                    more = reader.Read();
                    break;
                case "wpt" or "rtept":
                    (reader.LocalName == "wpt" ? points : onRoutes).Add(new(null, "", null));
                    more = reader.Read();
                    break;
                default:
                    reader.Skip();
                    break;
            }
            more &= !reader.EOF;
        }
        return new(points.Count > 0 ? points : onRoutes, faults);
    }

    private const int Deepest = 64;

    /// <summary>A point's name, elevation and time; leaves the reader behind it. Null where one of them cannot stand.</summary>
    private static Stop? Point(XmlReader reader, int index, List<Fault> faults)
    {
        var (depth, name, text, time) = (reader.Depth, "", "", "");
        reader.Read();
        while (reader.Depth > depth)
        {
            if (reader.NodeType == XmlNodeType.Element && reader.LocalName is "name" or "ele" or "time")
            {
                var field = reader.LocalName;
                var value = reader.ReadElementContentAsString().Trim();
                _ = field switch
                {
                    "name" => name = value,
                    "ele" => text = value,
                    _ => time = value,
                };
            }
            else
                reader.Skip();
        }
        reader.Read();
        var at = $"way point {index + 1}";
        double? metres = null;
        if (text.Length > 0)
        {
            metres = double.TryParse(text, CultureInfo.InvariantCulture, out var m) ? m : double.NaN;
            if (EntryRules.CheckElevation($"{at}, ele", metres) is { } fault)
            {
                faults.Add(fault with { Value = Short(text) });
                return null;
            }
        }
        DateOnly? date = null;
        if (
            time.Length > 0
            && DateTimeOffset.TryParse(
                time,
                CultureInfo.InvariantCulture,
                DateTimeStyles.AssumeUniversal,
                out var moment
            )
        )
        {
            date = DateOnly.FromDateTime(moment.UtcDateTime);
            if (EntryRules.CheckDate($"{at}, time", date.Value) is { } never)
            {
                faults.Add(never);
                return null;
            }
        }
        return new(date, Short(name), metres);
    }

    internal static string Short(string name) => name.Trim() is { Length: > 80 } long80 ? long80[..80] : name.Trim();

    private static ItineraryReading Foreign(string value, string mend) => new([], [new("file", value, mend)]);
}
