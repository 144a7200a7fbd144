using System.Globalization;
using System.IO.Compression;
using System.Text;
using Ermine.Core.Entry;
using ExcelDataReader;
using ExcelDataReader.Exceptions;

namespace Ermine.Exchange;

/// <summary>A spreadsheet (.xlsx): the first of its sheets that holds a heading, read as a table of text.</summary>
internal static class SheetTable
{
    /// <summary>Most bytes that it may unfold to.</summary>
    private const long MostUnfolded = 60_000_000;

    /// <summary>Most rows read of a sheet.</summary>
    private const int MostRows = 12_000;

    // The reader asks for the code page of old spreadsheets, which are not read here, as soon as it is made.
    static SheetTable() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);

    /// <summary>Whether a file begins as a spreadsheet does.</summary>
    public static bool IsOne(byte[] bytes) => bytes is [0x50, 0x4B, 0x03, 0x04, ..];

    /// <summary>The table in it; null where no sheet has a heading for time and air.</summary>
    /// <exception cref="TooMuchException">It holds more than is read.</exception>
    public static TextTable? Of(byte[] bytes, CancellationToken stop)
    {
        foreach (var rows in Sheets(bytes, stop))
        {
            var at = TableHead.Find([.. rows.Take(TableHead.MostRowsBefore).Select(r => r.Cells)]);
            if (at < 0)
                continue;
            var notes = new Dictionary<string, string>();
            TableHead.Read([.. rows.Take(at).Select(r => r.Cells)], notes);
            var names = TextTable.CheckedHeader(rows[at].Cells);
            return new(
                names,
                rows.Skip(at + 1)
                    .Where(r => r.Cells.Any(c => c.Length > 0))
                    .Select(r => r with { Cells = Padded(r.Cells, names.Count) }),
                notes
            );
        }
        return null;
    }

    /// <summary>The rows of each sheet; none where it is no spreadsheet.</summary>
    /// <exception cref="TooMuchException">It holds more than is read.</exception>
    public static IReadOnlyList<List<TextRow>> Sheets(byte[] bytes, CancellationToken stop)
    {
        var sheets = new List<List<TextRow>>();
        try
        {
            using (var zip = new ZipArchive(new MemoryStream(bytes), ZipArchiveMode.Read))
            {
                if (zip.Entries.Sum(e => e.Length) > MostUnfolded)
                    throw new TooMuchException(
                        new(
                            "file",
                            $"unfolds to more than {MostUnfolded / 1_000_000} MB",
                            "Cut it to the days of the trip."
                        )
                    );
            }
            using var reader = ExcelReaderFactory.CreateOpenXmlReader(new MemoryStream(bytes));
            do
            {
                var rows = new List<TextRow>();
                for (var n = 1; rows.Count < MostRows && reader.Read(); n++)
                {
                    stop.ThrowIfCancellationRequested();
                    var cells = new string[Math.Min(reader.FieldCount, TextTable.MostColumns + 1)];
                    for (var c = 0; c < cells.Length; c++)
                        cells[c] = Digits.Folded(Text(reader.GetValue(c)));
                    rows.Add(new($"row {n}", cells));
                }
                sheets.Add(rows);
            } while (sheets.Count < 20 && reader.NextResult());
        }
        catch (Exception broken)
            when (broken
                    is ExcelReaderException
                        or InvalidDataException
                        or System.Xml.XmlException
                        or FormatException
                        or NotSupportedException
                        or ArgumentException
                        or NullReferenceException
                        or IndexOutOfRangeException
                        or OverflowException
            )
        {
            return [];
        }
        return sheets;
    }

    private static string[] Padded(IReadOnlyList<string> cells, int count) =>
        [.. Enumerable.Range(0, count).Select(c => c < cells.Count ? cells[c] : "")];

    private static string Text(object? value) =>
        value switch
        {
            null => "",
            DateTime { Year: < 1905 } clock => clock.ToString("HH:mm:ss", CultureInfo.InvariantCulture),
            // A spreadsheet keeps days as numbers: a minute's rounding is taken off.
            DateTime date => new DateTime(
                (date.Ticks + TimeSpan.TicksPerSecond / 2) / TimeSpan.TicksPerSecond * TimeSpan.TicksPerSecond
            ).ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture),
            TimeSpan clock => clock.ToString(@"hh\:mm\:ss", CultureInfo.InvariantCulture),
            double number => number.ToString(CultureInfo.InvariantCulture),
            _ => Convert.ToString(value, CultureInfo.InvariantCulture)?.Trim() ?? "",
        };
}
