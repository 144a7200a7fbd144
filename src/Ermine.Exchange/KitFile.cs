using System.Globalization;
using System.Text;
using CsvHelper;
using Ermine.Core.Entry;
using Ermine.Core.Kit;
using Ermine.Core.Units;

namespace Ermine.Exchange;

/// <summary>A row of a kit list and the thing it is read as.</summary>
/// <param name="At">Where it stands in the file.</param>
/// <param name="Cells">As it is written.</param>
/// <param name="Item">The thing; null where it names none.</param>
/// <param name="Count">How many of them.</param>
/// <param name="Known">Its type was recognised; else it is taken along as gear.</param>
/// <param name="Faults">What is wrong with it.</param>
public sealed record KitRow(
    string At,
    IReadOnlyList<string> Cells,
    KitItem? Item,
    int Count,
    bool Known,
    IReadOnlyList<Fault> Faults
);

/// <summary>A kit list as far as it could be read.</summary>
/// <param name="Columns">How its columns were taken.</param>
/// <param name="Rows">Its things.</param>
/// <param name="Sure">The headings leave no doubt about name and mass.</param>
/// <param name="Faults">Why it could not be read at all.</param>
public sealed record KitReading(
    IReadOnlyList<KitColumn> Columns,
    IReadOnlyList<KitRow> Rows,
    bool Sure,
    IReadOnlyList<Fault> Faults
);

/// <summary>Kit as a table: read in any order of columns, with headings in plain words; written so that it reads back the same.</summary>
public static class KitFile
{
    /// <summary>Most rows read.</summary>
    public const int MostRows = 10_000;

    /// <summary>Reads a list.</summary>
    /// <param name="bytes">Text or a spreadsheet, at most <see cref="ForecastFile.MostBytes"/>.</param>
    /// <param name="mapped">What each column is to be taken for, in their order; null to go by the headings.</param>
    /// <param name="scale">The scale of temperatures that do not name theirs.</param>
    /// <param name="stop">Ends the reading.</param>
    public static KitReading Read(
        byte[] bytes,
        IReadOnlyList<KitField>? mapped = null,
        Degrees scale = Degrees.Celsius,
        CancellationToken stop = default
    )
    {
        try
        {
            if (bytes.Length > ForecastFile.MostBytes)
                return Refused($"{bytes.Length / 1_000_000.0:0.0} MB", "Give a file of at most 4 MB.");
            var rows = Rows(bytes, stop);
            var head = rows.FindIndex(r => KitColumns.IsKit(r.Cells));
            if (head < 0 && mapped is null)
                head = rows.FindIndex(r => r.Cells.Count(c => c.Length > 0) >= 2);
            if (head < 0)
                head = 0;
            if (rows.Count - head < 2)
                return Refused(
                    rows.Count == 0 ? "empty" : string.Join(" · ", rows[0].Cells.Take(6)),
                    "Give a table with a heading and a thing to a row, such as name,mass (g),comfort (°C)."
                );
            var columns = KitColumns.Find(TextTable.CheckedHeader(rows[head].Cells)).ToList();
            if (mapped is not null)
                for (var c = 0; c < columns.Count; c++)
                    columns[c] = columns[c] with
                    {
                        Field = c < mapped.Count ? mapped[c] : KitField.LeftOut,
                        Sure = true,
                    };
            var sure = mapped is not null || columns.Any(c => c.Field == KitField.Name);
            // The first column of words is taken for the name until it is said otherwise.
            if (!columns.Any(c => c.Field == KitField.Name))
                columns[Wordy(rows[head + 1].Cells, columns)] = columns[Wordy(rows[head + 1].Cells, columns)] with
                {
                    Field = KitField.Name,
                    Sure = false,
                };
            // A column of words can be left out without a loss; one of numbers may be what the answer hangs on.
            for (var c = 0; c < columns.Count; c++)
            {
                if (columns[c] is { Field: KitField.LeftOut, Sure: false })
                    columns[c] = columns[c] with { Sure = !rows.Skip(head + 1).Take(200).Any(r => HoldsANumber(r, c)) };
            }
            var decimalComma = DecimalComma(rows.Skip(head + 1), columns);
            var things = new List<KitRow>();
            foreach (var row in rows.Skip(head + 1).Where(r => r.Cells.Any(c => c.Length > 0)).Take(MostRows))
            {
                stop.ThrowIfCancellationRequested();
                things.Add(new KitRowReader(row, columns, scale, decimalComma).Thing());
            }
            return new(columns, things, sure && columns.TrueForAll(c => c.Sure), []);
        }
        catch (TooMuchException much)
        {
            return new([], [], false, [much.Fault]);
        }
    }

    /// <summary>Writes things as a table that reads back the same: UTF-8 with a byte order mark, comma, decimal point.</summary>
    public static byte[] Write(IEnumerable<KitItem> items)
    {
        var text = new StringBuilder();
        void Line(IEnumerable<string> cells) => text.Append(CsvText.Line(cells));
        Line(Written.Select(w => w.Header));
        foreach (var item in items.OrderBy(i => i.Name, StringComparer.OrdinalIgnoreCase))
            Line(Written.Select(w => w.Cell(item)));
        return [.. Encoding.UTF8.Preamble, .. Encoding.UTF8.GetBytes(text.ToString())];
    }

    private static readonly (string Header, Func<KitItem, string> Cell)[] Written =
    [
        ("name", i => i.Name),
        ("type", i => i.Type ?? ""),
        ("mass (g)", i => Text(i.MassG)),
        ("comfort (°C)", i => Of(i, ClaimKind.Comfort)),
        ("limit (°C)", i => Of(i, ClaimKind.Limit)),
        ("extreme (°C)", i => Of(i, ClaimKind.Extreme)),
        ("temperature (°C)", i => Of(i, ClaimKind.Unspecified)),
        ("R-value", i => Of(i, ClaimKind.RValue)),
        ("m²K/W", i => Of(i, ClaimKind.SquareMetreKelvinPerWatt)),
        ("clo", i => Of(i, ClaimKind.Clo)),
        ("tog", i => Of(i, ClaimKind.Tog)),
        ("loft (cm)", i => Of(i, ClaimKind.LoftCm)),
        ("fill (g)", i => Of(i, ClaimKind.FillGrams)),
        (
            "fill power",
            i => i.Claims.FirstOrDefault(c => c.Kind == ClaimKind.FillGrams)?.FillPower is { } p ? Text(p) : ""
        ),
        ("seasons", i => Of(i, ClaimKind.Seasons)),
        ("adds (K)", i => Of(i, ClaimKind.AddsDegrees)),
        ("source", i => Camel(i.Source)),
        ("material", i => Camel(i.Material)),
        ("loft now (%)", i => Text(100 * i.LoftFactor)),
        ("hood", i => YesNo(i.Kind == ItemKind.Bag ? i.Hood : i.HasOwnHood)),
        ("collar", i => YesNo(i.Collar)),
        ("windproof", i => YesNo(i.Windproof)),
        ("girth (cm)", i => i.InnerGirthCm is { } girth ? Text(girth) : ""),
        ("packed (l)", i => Text(i.PackedL)),
        ("notes", i => i.Notes),
    ];

    internal static List<TextRow> Rows(byte[] bytes, CancellationToken stop) =>
        SheetTable.IsOne(bytes)
            ? SheetTable.Sheets(bytes, stop).MaxBy(s => s.Count) ?? []
            : TextRows(ForecastFile.Decode(bytes), stop);

    private static List<TextRow> TextRows(string text, CancellationToken stop)
    {
        var rows = new List<TextRow>();
        var first = text.Split('\n', 12);
        var separator = ";\t,|".MaxBy(c => first.Take(11).Sum(l => Math.Min(60, l.Count(x => x == c))));
        using var csv = CsvReader.FromText(
            text,
            new CsvReaderOptions
            {
                Separator = separator,
                TrimWhitespace = true,
                TrackLineNumbers = true,
                AllowLineBreaksInQuotes = true,
                MalformedData = CsvMalformedDataHandling.Recover,
                MissingField = CsvMissingFieldHandling.ReturnEmpty,
            }
        );
        csv.ReadHeader();
        Take([.. csv.Headers], 1);
        while (rows.Count <= MostRows + TableHead.MostRowsBefore && csv.Read())
        {
            stop.ThrowIfCancellationRequested();
            var cells = new string[csv.FieldCount];
            for (var c = 0; c < cells.Length; c++)
                cells[c] = csv.GetString(c);
            Take(cells, csv.LineNumber);
        }
        return rows;

        void Take(string[] cells, long line)
        {
            if (cells.Length > TextTable.MostColumns)
                throw new TooMuchException(
                    new("file", $"{cells.Length} columns", "Keep a kit list to a few dozen columns.")
                );
            if (cells.Any(c => !string.IsNullOrWhiteSpace(c)))
                rows.Add(new($"line {line}", [.. cells.Select(c => c.Trim())]));
        }
    }

    private static bool HoldsANumber(TextRow row, int column) =>
        column < row.Cells.Count
        && double.TryParse(
            row.Cells[column].Replace('−', '-').Replace(',', '.'),
            NumberStyles.Float,
            CultureInfo.InvariantCulture,
            out _
        );

    private static int Wordy(IReadOnlyList<string> row, List<KitColumn> columns)
    {
        var at = row.Index()
            .Where(c => c.Index < columns.Count && c.Item.Any(char.IsLetter))
            .Select(c => c.Index)
            .DefaultIfEmpty(0)
            .First();
        return Math.Min(at, columns.Count - 1);
    }

    /// <summary>A comma is a decimal mark where a number's cell holds one and no number holds a point.</summary>
    private static bool DecimalComma(IEnumerable<TextRow> rows, List<KitColumn> columns)
    {
        var numbers = columns
            .Index()
            .Where(c =>
                c.Item.Field
                    is not (KitField.Name or KitField.Notes or KitField.Words or KitField.LeftOut or KitField.Type)
            )
            .Select(c => c.Index)
            .ToList();
        var cells = rows.Take(500)
            .SelectMany(r => numbers.Where(c => c < r.Cells.Count).Select(c => r.Cells[c]))
            .ToList();
        return cells.Exists(c => c.Contains(',', StringComparison.Ordinal))
            && !cells.Exists(c => c.Contains('.', StringComparison.Ordinal));
    }

    private static KitReading Refused(string value, string mend) => new([], [], false, [new("file", value, mend)]);

    private static string Of(KitItem item, ClaimKind kind) =>
        item.Claims.FirstOrDefault(c => c.Kind == kind) is { } claim ? Text(claim.Value) : "";

    private static string Text(double value) => Math.Round(value, 6).ToString(CultureInfo.InvariantCulture);

    private static string YesNo(bool value) => value ? "yes" : "no";

    private static string Camel<T>(T value)
        where T : struct, Enum => char.ToLowerInvariant($"{value}"[0]) + $"{value}"[1..];
}
