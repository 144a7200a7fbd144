using System.Text.RegularExpressions;
using CsvHelper;

namespace Ermine.Exchange;

/// <summary>Comma-, semicolon- or tab-separated text; lines that begin with # are notes.</summary>
internal static partial class CsvTable
{
    public static TextTable? Of(string text)
    {
        var header = text.Split('\n').FirstOrDefault(l => !l.StartsWith('#') && !string.IsNullOrWhiteSpace(l));
        if (header is null)
            return null;
        var delimiter = ";\t,".MaxBy(d => header.Count(c => c == d));
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
        var names = csv.Headers.ToArray();
        return new(names, Rows(csv, names.Length), Notes(text), DecimalComma: delimiter != ',');
    }

    private static IEnumerable<TextRow> Rows(CsvReader csv, int columns)
    {
        using (csv)
        {
            while (csv.Read())
                yield return new(
                    $"line {csv.LineNumber}",
                    [.. Enumerable.Range(0, columns).Select(c => c < csv.FieldCount ? csv.GetString(c) : "")]
                );
        }
    }

    private static Dictionary<string, string> Notes(string text) =>
        NoteLine()
            .Matches(text)
            .GroupBy(m => m.Groups[1].Value.Trim().ToLowerInvariant())
            .ToDictionary(g => g.Key, g => g.First().Groups[2].Value.Trim());

    [GeneratedRegex(@"^#\s*([^:\r\n]+):\s*([^\r\n]+)", RegexOptions.Multiline)]
    private static partial Regex NoteLine();
}
