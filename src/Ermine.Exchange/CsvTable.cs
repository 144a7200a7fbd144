using CsvHelper;

namespace Ermine.Exchange;

/// <summary>Comma-, semicolon- or tab-separated text; lines that begin with # are notes.</summary>
internal static class CsvTable
{
    /// <summary>Most characters of a note.</summary>
    private const int MostOfNote = 200;

    /// <summary>Most notes read.</summary>
    private const int MostNotes = 100;

    public static TextTable? Of(string text)
    {
        var (header, notes) = Head(text);
        if (header.Length == 0)
            return null;
        var delimiter = ";\t,".MaxBy(d => header.Count(c => c == d));
        if (header.Count(c => c == delimiter) >= TextTable.MostColumns)
            TextTable.CheckedHeader(header.Split(delimiter));
        var csv = CsvReader.FromText(
            text,
            new CsvReaderOptions
            {
                Separator = delimiter,
                CommentPrefix = '#',
                TrimWhitespace = true,
                TrackLineNumbers = true,
                AllowLineBreaksInQuotes = false,
                MalformedData = CsvMalformedDataHandling.Recover,
                MissingField = CsvMissingFieldHandling.ReturnEmpty,
            }
        );
        csv.ReadHeader();
        var names = TextTable.CheckedHeader(csv.Headers.ToArray());
        return new(names, Rows(csv, names.Count), notes, DecimalComma: delimiter != ',');
    }

    private static IEnumerable<TextRow> Rows(CsvReader csv, int columns)
    {
        using (csv)
        {
            while (csv.Read())
            {
                var cells = new string[columns];
                for (var c = 0; c < columns; c++)
                    cells[c] = c < csv.FieldCount ? csv.GetString(c) : "";
                yield return new($"line {csv.LineNumber}", cells);
            }
        }
    }

    /// <summary>The first line that is neither empty nor a note, and every note, each line looked at once.</summary>
    private static (string Header, IReadOnlyDictionary<string, string> Notes) Head(string text)
    {
        var notes = new Dictionary<string, string>();
        var header = "";
        foreach (var line in text.AsSpan().EnumerateLines())
        {
            if (line is not ['#', ..])
            {
                if (header.Length == 0 && !line.IsWhiteSpace())
                    header = line.ToString();
                continue;
            }
            var note = line[1..].Trim();
            var colon = note.IndexOf(':');
            if (colon is <= 0 or > MostOfNote || note.Length - colon > MostOfNote || notes.Count >= MostNotes)
                continue;
            var key = note[..colon].Trim();
            var value = note[(colon + 1)..].Trim();
            if (key.Length > 0 && value.Length > 0)
                notes.TryAdd(key.ToString().ToLowerInvariant(), value.ToString());
        }
        return (header, notes);
    }
}
