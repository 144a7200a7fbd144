using System.Text;
using Ermine.Core.Entry;
using Ermine.Core.Learning;

namespace Ermine.Exchange;

/// <summary>What a file is, by a look at its beginning.</summary>
public static class FileKinds
{
    /// <summary>A calendar or way points.</summary>
    public static bool IsItinerary(byte[] bytes)
    {
        var begins = Encoding.UTF8.GetString(bytes, 0, Math.Min(bytes.Length, 2_000));
        return begins.Contains("BEGIN:VCALENDAR", StringComparison.OrdinalIgnoreCase)
            || begins.Contains("<gpx", StringComparison.OrdinalIgnoreCase);
    }

    /// <summary>A forecast: a heading with a time and air, or readings in JSON.</summary>
    public static bool IsForecast(byte[] bytes, CancellationToken stop = default)
    {
        var reading = ForecastFile.Read("file", bytes, new(), stop);
        return reading.Series is not null || reading.Needs.Count > 0;
    }

    /// <summary>A logger's file: several temperatures, of which one lay at the pillow or in the bag.</summary>
    public static bool IsLogger(byte[] bytes) =>
        LoggerHead.Find(ForecastFile.Decode(bytes)) is { Probes: { Count: > 1 } probes }
        && probes.Any(p => LoggerReader.Named(p.Name) is Probe.Pillow or Probe.InBag);

    /// <summary>A kit list as a table.</summary>
    public static bool IsKit(byte[] bytes, CancellationToken stop = default)
    {
        try
        {
            return KitFile.Rows(bytes, stop).Take(TableHead.MostRowsBefore).Any(r => KitColumns.IsKit(r.Cells));
        }
        catch (TooMuchException)
        {
            return false;
        }
    }

    /// <summary>A list of things in plain words, half of whose lines at least name a thing; null where it is none.</summary>
    public static string? ListIn(byte[] bytes)
    {
        if (bytes.Length is 0 or > 100_000 || Array.IndexOf(bytes, (byte)0) >= 0)
            return null;
        var text = ForecastFile.Decode(bytes);
        var lines = PlainList.Lines(text);
        return lines.Count is > 0 and <= 300 && 2 * lines.Count(l => !PlainWords.Read(l).IsNonsense) >= lines.Count
            ? text
            : null;
    }
}
