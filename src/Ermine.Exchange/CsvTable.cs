using CsvHelper;

namespace Ermine.Exchange;

/// <summary>Comma-, semicolon- or tab-separated text, its heading anywhere in its first lines; lines that begin with # are notes.</summary>
internal static class CsvTable
{
    /// <summary>Most notes read.</summary>
    private const int MostNotes = 100;

    public static TextTable? Of(string text)
    {
        var head = Head(text);
        foreach (var separator in Separators(head.Lines))
        {
            var rows = head.Lines.Select(l => Cells(l.Text, separator)).ToList();
            var at = TableHead.Find(rows);
            if (at < 0)
                continue;
            if (rows[at].Count > TextTable.MostColumns)
                TextTable.CheckedHeader(rows[at]);
            TableHead.Read(rows[..at], head.Notes);
            var csv = Reader(text[head.Lines[at].From..], separator);
            csv.ReadHeader();
            var names = TextTable.CheckedHeader(csv.Headers.ToArray());
            return new(
                names,
                Rows(csv, names.Count, head.Lines[at].Number - 1),
                head.Notes,
                DecimalComma: separator != ','
            );
        }
        return null;
    }

    /// <summary>The separators that the first lines may be cut by, the commonest first.</summary>
    private static IEnumerable<char> Separators(IReadOnlyList<Line> lines) =>
        ";\t,|"
            .Where(c => lines.Any(l => l.Text.Contains(c, StringComparison.Ordinal)))
            .OrderByDescending(c => lines.Max(l => Cells(l.Text, c).Count));

    private static CsvReader Reader(string text, char separator) =>
        CsvReader.FromText(
            text,
            new CsvReaderOptions
            {
                Separator = separator,
                CommentPrefix = '#',
                TrimWhitespace = true,
                TrackLineNumbers = true,
                AllowLineBreaksInQuotes = false,
                MalformedData = CsvMalformedDataHandling.Recover,
                MissingField = CsvMissingFieldHandling.ReturnEmpty,
            }
        );

    /// <summary>The cells of one line, quotes taken off.</summary>
    private static List<string> Cells(string line, char separator)
    {
        var cells = new List<string>();
        var (from, quoted) = (0, false);
        for (var i = 0; i <= line.Length && cells.Count <= TextTable.MostColumns; i++)
        {
            if (i < line.Length && line[i] == '"')
                quoted = !quoted;
            else if (i == line.Length || line[i] == separator && !quoted)
            {
                cells.Add(line[from..i].Trim().Trim('"').Trim());
                from = i + 1;
            }
        }
        return cells;
    }

    private static IEnumerable<TextRow> Rows(CsvReader csv, int columns, int before)
    {
        using (csv)
        {
            while (csv.Read())
            {
                var cells = new string[columns];
                for (var c = 0; c < columns; c++)
                    cells[c] = c < csv.FieldCount ? csv.GetString(c) : "";
                yield return new($"line {csv.LineNumber + before}", cells);
            }
        }
    }

    /// <summary>A line that is neither empty nor a note.</summary>
    private readonly record struct Line(string Text, int From, int Number);

    /// <summary>The first such lines, and every note, each line looked at once.</summary>
    private static (List<Line> Lines, Dictionary<string, string> Notes) Head(string text)
    {
        var notes = new Dictionary<string, string>();
        var lines = new List<Line>();
        var (from, number, seen) = (0, 0, 0);
        while (from < text.Length)
        {
            number++;
            var end = text.AsSpan(from).IndexOfAny('\r', '\n') is >= 0 and var length ? from + length : text.Length;
            var line = text.AsSpan(from, end - from);
            if (line is ['#', ..])
            {
                if (line.IndexOf(':') is > 0 and var colon && seen < MostNotes)
                {
                    seen++;
                    TableHead.Take(line[1..colon].ToString(), line[(colon + 1)..].ToString(), notes);
                }
            }
            else if (lines.Count < TableHead.MostRowsBefore && !line.IsWhiteSpace())
                lines.Add(new(line.ToString(), from, number));
            else if (seen >= MostNotes)
                break;
            from = end + (end + 1 < text.Length && text[end] == '\r' && text[end + 1] == '\n' ? 2 : 1);
        }
        return (lines, notes);
    }
}
