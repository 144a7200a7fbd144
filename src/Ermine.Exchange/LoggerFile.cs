using Ermine.Core.Entry;
using Ermine.Core.Learning;

namespace Ermine.Exchange;

/// <summary>A logger's file as far as it could be read.</summary>
/// <param name="Series">Its readings in °C; null where there are none.</param>
/// <param name="Faults">What stands in the way, by line.</param>
/// <param name="Needs">Choices without which it cannot be read: temperatureUnit.</param>
/// <param name="LeftOut">Lines that hold no reading and were passed over.</param>
public sealed record LoggerReading(
    LoggerSeries? Series,
    IReadOnlyList<Fault> Faults,
    IReadOnlyList<string> Needs,
    int LeftOut = 0
);

/// <summary>
/// Reads what a temperature logger wrote: a table of a time, or a date and a time, and of one or several temperatures, at any spacing. Cells are
/// cut and numbers read in place, for such a file may hold a million lines.
/// </summary>
public static class LoggerFile
{
    /// <summary>Largest file, bytes.</summary>
    public const int MostBytes = 64_000_000;

    /// <summary>Most lines of readings.</summary>
    public const int MostRows = 1_200_000;

    /// <summary>Lines with a broken reading that are named.</summary>
    private const int MostFaults = 20;

    private const string Shapes =
        "Read are tables of a time and one or several temperatures, such as time,outside_c,pillow_c, with a heading; date and time may stand in two columns.";

    /// <summary>Reads a file.</summary>
    /// <param name="bytes">Its content.</param>
    /// <param name="unit">Unit of its temperatures where the file does not say it.</param>
    /// <param name="stop">Ends the reading.</param>
    public static LoggerReading Read(byte[] bytes, TemperatureUnit? unit = null, CancellationToken stop = default)
    {
        if (bytes.Length > MostBytes)
            return Refused($"{bytes.Length / 1_000_000} MB", $"Give a file of at most {MostBytes / 1_000_000} MB.");
        var text = ForecastFile.Decode(bytes);
        if (text.Contains('\0', StringComparison.Ordinal))
            return Refused("not text", Shapes);
        return LoggerHead.Find(text) is { } head
            ? Rows(text, head, unit, stop)
            : Refused(string.IsNullOrWhiteSpace(text) ? "empty" : ForecastFile.FirstLines(text), Shapes);
    }

    private static LoggerReading Refused(string value, string mend) => new(null, [new("file", value, mend)], []);

    private static LoggerReading Rows(string text, LoggerHead head, TemperatureUnit? told, CancellationToken stop)
    {
        if (head.Unit is null && told is null)
            return new(null, [], ["temperatureUnit"]);
        var fahrenheit = (head.Unit ?? told) == TemperatureUnit.Fahrenheit;
        var at = new List<DateTime>();
        var values = head.Probes.Select(_ => new List<double>()).ToList();
        var steps = new List<ClockStep>();
        var faults = new List<Fault>();
        Span<Range> cells = stackalloc Range[LoggerHead.MostColumns];
        var (number, leftOut, broken, spacing) = (head.Line - 1, 0, 0, TimeSpan.Zero);
        foreach (var line in text.AsSpan(head.From).EnumerateLines())
        {
            number++;
            if (line.IsWhiteSpace() || line[0] == '#')
                continue;
            if ((number & 0xFFF) == 0)
                stop.ThrowIfCancellationRequested();
            var count = LoggerHead.Cells(line, head.Separator, cells);
            if (!head.Time(line, cells[..count], out var time))
            {
                leftOut++;
                if (faults.Count < MostFaults)
                    faults.Add(new($"line {number}", Shown(line), "Its time cannot be read; it is passed over."));
                continue;
            }
            if (at.Count == MostRows)
                return Refused(
                    $"line {number}",
                    $"A logger's file is read up to {MostRows:# ##0} readings: cut it to the trip."
                );
            var any = false;
            for (var p = 0; p < values.Count; p++)
            {
                var c =
                    head.Probes[p].Column < count ? LoggerHead.Number(line[cells[head.Probes[p].Column]]) : double.NaN;
                if (fahrenheit)
                    c = (c - 32) / 1.8;
                // Loggers write a number that no air has where a probe is off.
                if (c is not (>= -90 and <= 60))
                    c = double.NaN;
                any |= !double.IsNaN(c);
                values[p].Add(c);
            }
            if (!any)
                broken++;
            if (at.Count > 0)
            {
                var since = time - at[^1];
                if (since < TimeSpan.Zero || IsPutForward(at[^1], since - spacing))
                    steps.Add(new(at[^1], Math.Round(2 * (since - spacing).TotalHours) / 2));
                else
                    spacing = since;
            }
            at.Add(time);
        }
        if (at.Count == 0 || broken == at.Count)
            return Refused(
                at.Count == 0 ? "no readings" : $"{broken} lines without a temperature",
                at.Count == 0 ? Shapes : "Air lies between −90 and 60 °C: is the unit right, or the decimal mark?"
            );
        return new(
            new([.. head.Probes.Select(p => p.Name)], at, values, [.. steps.Take(MostFaults)]),
            faults,
            [],
            leftOut + broken
        );
    }

    /// <summary>An hour is missing where clocks are put forward: in the small hours of a Sunday.</summary>
    private static bool IsPutForward(DateTime at, TimeSpan missing) =>
        at is { DayOfWeek: DayOfWeek.Sunday, Hour: <= 3 } && Math.Abs(missing.TotalHours - 1) < 0.02;

    private static string Shown(ReadOnlySpan<char> line) => line[..Math.Min(80, line.Length)].ToString();
}
