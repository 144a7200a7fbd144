using System.Globalization;
using Ermine.Core.Entry;
using Ermine.Core.Kit;
using Ermine.Core.Units;

namespace Ermine.Exchange;

/// <summary>Reads one row of a kit list as a thing: by its type or its words, then by what its columns say of it.</summary>
internal sealed class KitRowReader(TextRow row, IReadOnlyList<KitColumn> columns, Degrees scale, bool decimalComma)
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
