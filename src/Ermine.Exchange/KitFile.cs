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
            var decimalComma = DecimalComma(rows.Skip(head + 1), columns);
            var things = new List<KitRow>();
            foreach (var row in rows.Skip(head + 1).Where(r => r.Cells.Any(c => c.Length > 0)).Take(MostRows))
            {
                stop.ThrowIfCancellationRequested();
                things.Add(new Reader(row, columns, scale, decimalComma).Thing());
            }
            return new(columns, things, sure && columns.TrueForAll(c => c.Sure || c.Field == KitField.LeftOut), []);
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
        void Line(IEnumerable<string> cells) => text.AppendJoin(',', cells.Select(Quoted)).Append("\r\n");
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

    /// <summary>Quoted where it has to be; a cell that a spreadsheet would take for a formula is kept from being one.</summary>
    private static string Quoted(string cell)
    {
        if (cell.Length > 0 && cell[0] is '=' or '+' or '@' or '\t' || cell is ['-', not (>= '0' and <= '9'), ..])
            cell = "'" + cell;
        return cell.IndexOfAny([',', '"', '\n', '\r', ';']) >= 0
            ? $"\"{cell.Replace("\"", "\"\"", StringComparison.Ordinal)}\""
            : cell;
    }

    /// <summary>Reads one row.</summary>
    private sealed class Reader(TextRow row, IReadOnlyList<KitColumn> columns, Degrees scale, bool decimalComma)
    {
        private readonly List<Fault> faults = [];

        public KitRow Thing()
        {
            var name = Cell(KitField.Name).TrimStart('\'').Trim();
            var count = Number(KitField.Count) is { } n and >= 1 and <= PlainWords.MostOfOne ? (int)Math.Round(n) : 1;
            if (name.Length == 0)
                return new(
                    row.At,
                    row.Cells,
                    null,
                    1,
                    false,
                    [new($"{row.At}, name", "", "Give the thing a name, or leave the row out.")]
                );
            if (name.Length > 80)
                name = name[..80];
            var type = ItemTypes.Find(Cell(KitField.Type)) ?? ByWords(name) ?? ByNumbers();
            var item =
                type?.Make(Guid.NewGuid(), name)
                ?? new KitItem(Guid.NewGuid(), name, ItemKind.Gear, 0, [], ClaimSource.Estimated, new(0, 0, 0, 0));
            item = Filled(item);
            faults.AddRange(EntryRules.Check(item).Select(f => f with { Field = $"{row.At}, {f.Field}" }));
            return new(row.At, row.Cells, item, count, type is not null, faults);
        }

        /// <summary>By its name, and by what else is said of it where the name is not enough.</summary>
        private ItemType? ByWords(string name)
        {
            var line = PlainWords.Read(name, scale);
            if (line.IsNonsense)
                line = PlainWords.Read($"{name} {Cell(KitField.Type)} {Cell(KitField.Words)}", scale);
            return ItemTypes.Find(line.Type);
        }

        /// <summary>Only bags and quilts carry such temperatures, and only pads an R-value.</summary>
        private ItemType? ByNumbers() =>
            Cell(KitField.Comfort).Length + Cell(KitField.Limit).Length > 0 ? ItemTypes.Find("bag")
            : Cell(KitField.RValue).Length > 0 ? ItemTypes.Find("pad")
            : null;

        private KitItem Filled(KitItem item)
        {
            if (Number(KitField.Mass) is { } mass)
                item = item with
                {
                    MassG = Math.Round(
                        mass * Factor(KitField.Mass, ("kg", 1000), ("oz", 28.349523125), ("lb", 453.59237)),
                        1
                    ),
                };
            var claims = Claims(item);
            if (claims.Count > 0)
                item = item with { Claims = claims, Source = ClaimSource.Labelled };
            if (Named<ClaimSource>(KitField.Source) is { } source && (claims.Count > 0 || source != ClaimSource.Usual))
                item = item with { Source = source };
            if (Named<Material>(KitField.Material) is { } material)
                item = item with { Material = material };
            if (Number(KitField.LoftNow) is { } loft)
                item = item with { LoftFactor = loft > 2 ? loft / 100 : loft };
            if (Flag(KitField.Hood) is { } hood)
                item =
                    item.Kind == ItemKind.Bag ? item with { Hood = hood }
                    : item is { Kind: ItemKind.Garment, Cover.Torso: >= 0.5 } && hood != item.HasOwnHood
                        ? item with
                        {
                            Cover = item.Cover with { Head = hood ? 0.9 : 0 },
                        }
                    : item;
            if (item.Kind == ItemKind.Bag && Flag(KitField.Collar) is { } collar)
                item = item with { Collar = collar };
            if (Flag(KitField.Windproof) is { } windproof)
                item = item with { Windproof = windproof };
            if (Number(KitField.Girth) is { } girth)
                item = item with { InnerGirthCm = girth * Factor(KitField.Girth, ("in", 2.54)) };
            if (Number(KitField.Packed) is { } packed)
                item = item with { PackedL = packed * Factor(KitField.Packed, ("ml", 0.001)) };
            var notes = Cell(KitField.Notes);
            return item with { Notes = notes.Length > 500 ? notes[..500] : notes };
        }

        private List<Claim> Claims(KitItem item)
        {
            foreach (
                var (field, kind) in (ReadOnlySpan<(KitField, ClaimKind)>)
                    [
                        (KitField.Comfort, ClaimKind.Comfort),
                        (KitField.Limit, ClaimKind.Limit),
                        (KitField.Extreme, ClaimKind.Extreme),
                        (KitField.Temperature, ClaimKind.Unspecified),
                    ]
            )
            {
                if (Number(field) is { } degrees && (item.IsTopLayer || item.Kind == ItemKind.Underquilt))
                    claimed.Add(new(kind, Math.Round(Celsius(field, degrees), 2)));
            }
            foreach (
                var (field, kind) in (ReadOnlySpan<(KitField, ClaimKind)>)
                    [
                        (KitField.RValue, ClaimKind.RValue),
                        (KitField.SquareMetreKelvinPerWatt, ClaimKind.SquareMetreKelvinPerWatt),
                        (KitField.Clo, ClaimKind.Clo),
                        (KitField.Tog, ClaimKind.Tog),
                        (KitField.Seasons, ClaimKind.Seasons),
                        (KitField.Adds, ClaimKind.AddsDegrees),
                    ]
            )
            {
                if (Number(field) is { } number)
                    claimed.Add(new(kind, number));
            }
            if (Number(KitField.Loft) is { } loft)
                claimed.Add(new(ClaimKind.LoftCm, loft * Factor(KitField.Loft, ("in", 2.54), ("mm", 0.1))));
            if (Number(KitField.Fill) is { } fill)
                claimed.Add(
                    new(
                        ClaimKind.FillGrams,
                        Math.Round(fill * Factor(KitField.Fill, ("oz", 28.349523125), ("kg", 1000)), 1),
                        Number(KitField.FillPower)
                    )
                );
            return claimed;
        }

        private readonly List<Claim> claimed = [];

        private double Celsius(KitField field, double degrees) =>
            UnitOf(field) == "°F" || UnitOf(field) != "°C" && scale == Degrees.Fahrenheit
                ? Temperature.FromFahrenheit(degrees).Celsius
                : degrees;

        private int At(KitField field) =>
            columns.Index().Where(c => c.Item.Field == field).Select(c => c.Index).DefaultIfEmpty(-1).First();

        private string Cell(KitField field) =>
            At(field) is >= 0 and var at && at < row.Cells.Count ? row.Cells[at].Trim() : "";

        private string UnitOf(KitField field)
        {
            var said = CellUnit(Cell(field));
            return said.Length > 0 ? said
                : At(field) is >= 0 and var at ? columns[at].Unit
                : "";
        }

        private static string CellUnit(string cell) =>
            cell.EndsWith("kg", StringComparison.OrdinalIgnoreCase) ? "kg"
            : cell.EndsWith("oz", StringComparison.OrdinalIgnoreCase) ? "oz"
            : cell.EndsWith("lb", StringComparison.OrdinalIgnoreCase)
            || cell.EndsWith("lbs", StringComparison.OrdinalIgnoreCase)
                ? "lb"
            : cell.EndsWith('F') ? "°F"
            : cell.EndsWith('C') ? "°C"
            : cell.EndsWith("mm", StringComparison.OrdinalIgnoreCase) ? "mm"
            : cell.EndsWith(" g", StringComparison.OrdinalIgnoreCase) ? "g"
            : "";

        private double Factor(KitField field, params ReadOnlySpan<(string Unit, double Factor)> units)
        {
            var said = UnitOf(field);
            foreach (var (unit, factor) in units)
            {
                if (unit == said)
                    return factor;
            }
            return 1;
        }

        private double? Number(KitField field)
        {
            var cell = Cell(field);
            if (cell.Length == 0 || cell is "-" or "–" or "n/a" or "?")
                return null;
            var digits = new string([
                .. cell.Replace('−', '-').TakeWhile(c => char.IsAsciiDigit(c) || c is '-' or '+' or '.' or ',' or ' '),
            ]).Replace(" ", "", StringComparison.Ordinal);
            digits = decimalComma ? digits.Replace(',', '.') : digits.Replace(",", "", StringComparison.Ordinal);
            if (double.TryParse(digits, NumberStyles.Float, CultureInfo.InvariantCulture, out var number))
                return number;
            faults.Add(
                new(
                    $"{row.At}, {columns[At(field)].Header}",
                    cell.Length > 60 ? cell[..60] : cell,
                    "Write a plain number, or leave it empty."
                )
            );
            return null;
        }

        private bool? Flag(KitField field) =>
            Cell(field).ToLowerInvariant() switch
            {
                "yes" or "y" or "true" or "1" or "x" or "ja" or "oui" or "✓" => true,
                "no" or "n" or "false" or "0" or "nein" or "nei" or "nej" or "non" => false,
                _ => null,
            };

        private T? Named<T>(KitField field)
            where T : struct, Enum =>
            Enum.TryParse<T>(Cell(field).Replace(" ", "", StringComparison.Ordinal), ignoreCase: true, out var value)
            && Enum.IsDefined(value)
                ? value
                : null;
    }
}
