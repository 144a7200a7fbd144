using System.Globalization;
using System.Text.RegularExpressions;

namespace Ermine.Exchange;

/// <summary>How a file is laid out, told from its first readings.</summary>
internal sealed partial record LoggerHead(
    int From,
    int Line,
    char Separator,
    int TimeColumn,
    int? ClockColumn,
    string Layout,
    TemperatureUnit? Unit,
    IReadOnlyList<(int Column, string Name)> Probes
)
{
    /// <summary>Lines among which the first reading is looked for.</summary>
    private const int MostLinesBefore = 80;

    /// <summary>Most probes.</summary>
    private const int MostProbes = 6;

    private static readonly string[] Layouts =
    [
        "yyyy-MM-ddTHH:mm:ss",
        "yyyy-MM-dd HH:mm:ss",
        "yyyy-MM-ddTHH:mm",
        "yyyy-MM-dd HH:mm",
        "yyyy-MM-ddTHH:mm:ss.FFF",
        "yyyy/MM/dd HH:mm:ss",
        "yyyy/MM/dd HH:mm",
        "d.M.yyyy H:mm:ss",
        "d.M.yyyy H:mm",
        "d/M/yyyy H:mm:ss",
        "d/M/yyyy H:mm",
        "M/d/yyyy H:mm:ss",
        "M/d/yyyy H:mm",
        "M/d/yyyy h:mm:ss tt",
        "M/d/yyyy h:mm tt",
        "d/M/yyyy h:mm:ss tt",
        "d-M-yyyy H:mm:ss",
        "d-M-yyyy H:mm",
        "M/d/yy H:mm:ss",
        "M/d/yy H:mm",
        "M/d/yy h:mm:ss tt",
        "d.M.yy H:mm",
    ];

    /// <summary>A number as loggers write it; NaN where it is none.</summary>
    public static double Number(ReadOnlySpan<char> cell)
    {
        cell = cell.Trim().Trim('"').Trim();
        Span<char> plain = stackalloc char[24];
        if (cell.Length is 0 or > 24)
            return double.NaN;
        for (var i = 0; i < cell.Length; i++)
            plain[i] =
                cell[i] == '−' ? '-'
                : cell[i] == ',' ? '.'
                : cell[i];
        return double.TryParse(plain[..cell.Length], NumberStyles.Float, CultureInfo.InvariantCulture, out var number)
            ? number
            : double.NaN;
    }

    public const int MostColumns = 24;

    /// <summary>Readings by which the layout of times is told.</summary>
    private const int Sampled = 400;

    /// <summary>Cuts a line into cells; what stands between quotes is one.</summary>
    public static int Cells(ReadOnlySpan<char> line, char separator, Span<Range> cells)
    {
        if (!line.Contains('"'))
            return line.Split(cells, separator);
        var (count, from, quoted) = (0, 0, false);
        for (var i = 0; i <= line.Length && count < cells.Length; i++)
        {
            if (i < line.Length && line[i] == '"')
                quoted = !quoted;
            else if (i == line.Length || line[i] == separator && !quoted)
            {
                cells[count++] = from..i;
                from = i + 1;
            }
        }
        return count;
    }

    private static string[] Cells(string line, char separator)
    {
        Span<Range> cells = stackalloc Range[MostColumns + 1];
        var count = Cells(line, separator, cells);
        var cut = new string[count];
        for (var i = 0; i < count; i++)
            cut[i] = line[cells[i]];
        return cut;
    }

    /// <summary>The time of a line.</summary>
    public bool Time(ReadOnlySpan<char> line, ReadOnlySpan<Range> cells, out DateTime time)
    {
        time = default;
        if (TimeColumn >= cells.Length || ClockColumn >= cells.Length)
            return false;
        Span<char> text = stackalloc char[40];
        var length = Written(line[cells[TimeColumn]], ClockColumn is { } c ? line[cells[c]] : default, text);
        return length > 0 && Parsed(text[..length], Layout, out time);
    }

    private static bool Parsed(ReadOnlySpan<char> text, string layout, out DateTime time) =>
        DateTime.TryParseExact(text, layout, CultureInfo.InvariantCulture, DateTimeStyles.None, out time)
        && time.Year is >= 1990 and <= 2150;

    /// <summary>A time without quotes, without the offset behind it, its date and its clock together; 0 where it is too long.</summary>
    private static int Written(ReadOnlySpan<char> date, ReadOnlySpan<char> clock, Span<char> into)
    {
        date = date.Trim().Trim('"').Trim();
        clock = clock.Trim().Trim('"').Trim();
        if (date.Length + clock.Length + 1 > into.Length)
            return 0;
        date.CopyTo(into);
        var length = date.Length;
        if (clock.Length > 0)
        {
            into[length++] = ' ';
            clock.CopyTo(into[length..]);
            length += clock.Length;
        }
        if (length > 0 && into[length - 1] is 'Z' or 'z')
            length--;
        else if (length > 16 && into[length - 6] is '+' or '-' && into[length - 3] == ':')
            length -= 6;
        return length;
    }

    public static LoggerHead? Find(string text)
    {
        var lines = new List<(int From, int Number, string Text)>();
        var (from, number) = (0, 0);
        while (from < text.Length && lines.Count < MostLinesBefore + Sampled)
        {
            number++;
            var end = text.IndexOf('\n', from);
            end = end < 0 ? text.Length : end;
            var line = text[from..end].TrimEnd('\r');
            if (line.Trim().Length > 0 && line[0] != '#')
                lines.Add((from, number, line));
            from = end + 1;
        }
        foreach (var separator in ";\t,|")
        {
            for (var i = 0; i < Math.Min(lines.Count, MostLinesBefore); i++)
            {
                var cells = Cells(lines[i].Text, separator);
                if (cells.Length is < 2 or > MostColumns || TimeIn(cells) is not { } time)
                    continue;
                return Of(text, lines, i, separator, time);
            }
        }
        return null;
    }

    /// <summary>Columns of date and clock; null where a line holds no time.</summary>
    private static (int Date, int? Clock)? TimeIn(string[] cells)
    {
        Span<char> text = stackalloc char[40];
        for (var c = 0; c < Math.Min(3, cells.Length); c++)
        {
            var length = Written(cells[c], default, text);
            foreach (var layout in Layouts)
            {
                if (length > 0 && Parsed(text[..length], layout, out _))
                    return (c, null);
            }
            if (c + 1 >= cells.Length || !cells[c + 1].Contains(':', StringComparison.Ordinal))
                continue;
            length = Written(cells[c], cells[c + 1], text);
            foreach (var layout in Layouts)
            {
                if (length > 0 && Parsed(text[..length], layout, out _))
                    return (c, c + 1);
            }
        }
        return null;
    }

    private static LoggerHead? Of(
        string text,
        List<(int From, int Number, string Text)> lines,
        int first,
        char separator,
        (int Date, int? Clock) time
    )
    {
        var rows = lines.Skip(first).Select(l => Cells(l.Text, separator)).ToList();
        var names = first > 0 ? Cells(lines[first - 1].Text, separator) : [];
        var probes = new List<(int, string)>();
        for (var c = 0; c < rows[0].Length && probes.Count < MostProbes; c++)
        {
            var name = c < names.Length ? names[c].Trim().Trim('"').Trim() : $"probe {probes.Count + 1}";
            var numbers = rows.Count(r => c < r.Length && !double.IsNaN(Number(r[c])));
            if (c != time.Date && c != time.Clock && 2 * numbers > rows.Count && !IsOther(name))
                probes.Add((c, name.Length > 0 ? name[..Math.Min(60, name.Length)] : $"probe {probes.Count + 1}"));
        }
        if (probes.Count == 0 || LayoutOf(rows, time) is not { } layout)
            return null;
        return new(
            lines[first].From,
            lines[first].Number,
            separator,
            time.Date,
            time.Clock,
            layout,
            UnitOf(string.Join(' ', lines.Take(first).Select(l => l.Text))),
            probes
        );
    }

    /// <summary>Numbers of a logger that are no temperatures.</summary>
    private static bool IsOther(string name) =>
        Others.Any(w => name.Contains(w, StringComparison.OrdinalIgnoreCase)) || Counters.Contains(name);

    private static readonly string[] Others =
    [
        "hum",
        "rh",
        "%",
        "batt",
        "volt",
        "press",
        "hpa",
        "dew",
        "lux",
        "serial",
        "index",
    ];

    private static readonly string[] Counters = ["#", "No", "No.", "Nr", "Nr.", "id", "ID"];

    private static TemperatureUnit? UnitOf(string heading) =>
        FahrenheitMark().IsMatch(heading) ? TemperatureUnit.Fahrenheit
        : CelsiusMark().IsMatch(heading) ? TemperatureUnit.Celsius
        : null;

    /// <summary>
    /// The layout that reads all times, and of several the one in which they run on most evenly: so day and month are told apart.
    /// </summary>
    private static string? LayoutOf(List<string[]> rows, (int Date, int? Clock) time)
    {
        var best = ((string? Layout, int Unread, double Back))(null, int.MaxValue, double.MaxValue);
        var text = new char[40];
        foreach (var layout in Layouts)
        {
            var (unread, back) = (0, 0.0);
            DateTime? before = null;
            foreach (var row in rows)
            {
                var length =
                    row.Length > Math.Max(time.Date, time.Clock ?? 0)
                        ? Written(row[time.Date], time.Clock is { } c ? row[c] : default, text)
                        : 0;
                if (length == 0 || !Parsed(text.AsSpan(0, length), layout, out var read))
                {
                    unread++;
                    continue;
                }
                back += before is { } b ? Math.Abs((read - b).TotalHours) : 0;
                before = read;
            }
            if (unread < rows.Count && (unread < best.Unread || unread == best.Unread && back < best.Back - 1e-9))
                best = (layout, unread, back);
        }
        return best.Layout;
    }

    [GeneratedRegex(@"°\s?F|[(\[]F[)\]]|_f\b|fahrenheit|deg\.?\s?F\b|℉", RegexOptions.IgnoreCase)]
    private static partial Regex FahrenheitMark();

    [GeneratedRegex(@"°\s?C|[(\[]C[)\]]|_c\b|celsius|deg\.?\s?C\b|℃", RegexOptions.IgnoreCase)]
    private static partial Regex CelsiusMark();
}
