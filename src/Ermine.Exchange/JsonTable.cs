using System.Globalization;
using System.Text.Json;
using Ermine.Core.Entry;

namespace Ermine.Exchange;

/// <summary>
/// JSON in two shapes: arrays of the same length under named keys, one of them a time; and a list of readings anywhere in it, GeoJSON with
/// instant details among them. Units stand in an object that names them key by key. Every array is walked once, in step with the rows.
/// </summary>
internal static class JsonTable
{
    /// <summary>Most values in a file: twice the largest forecast that is kept.</summary>
    private const int MostValues = 1_000_000;

    private const int Deepest = 24;

    /// <summary>The table in a text; null where it is no JSON or holds none.</summary>
    /// <exception cref="TooMuchException">It holds more than is read.</exception>
    public static TextTable? Of(ReadOnlyMemory<byte> utf8)
    {
        if (!IsSound(utf8.Span))
            return null;
        var root = JsonDocument.Parse(utf8, new() { MaxDepth = Deepest }).RootElement;
        return root.ValueKind == JsonValueKind.Object ? Arrays(root) ?? Series(root)
            : root.ValueKind == JsonValueKind.Array ? Series(root)
            : null;
    }

    /// <summary>Whether it is JSON and its texts are text; counts its values before any room is made for them.</summary>
    private static bool IsSound(ReadOnlySpan<byte> utf8)
    {
        var reader = new Utf8JsonReader(utf8, new JsonReaderOptions { MaxDepth = Deepest });
        var values = 0;
        try
        {
            while (reader.Read())
            {
                if (++values > MostValues)
                    throw new TooMuchException(
                        new("file", $"more than {MostValues} values", "Cut it to the days of the trip.")
                    );
                if (reader.TokenType is JsonTokenType.String or JsonTokenType.PropertyName && reader.ValueIsEscaped)
                    reader.GetString();
            }
            return values > 0;
        }
        catch (Exception broken) when (broken is JsonException or InvalidOperationException)
        {
            return false;
        }
    }

    private static TextTable? Arrays(JsonElement root)
    {
        foreach (var holder in Objects(root).Prepend(new("", root)))
        {
            var arrays = holder.Value.EnumerateObject().Where(p => p.Value.ValueKind == JsonValueKind.Array).ToList();
            var time = ForecastColumns.Find([.. arrays.Take(TextTable.MostColumns).Select(p => p.Name)]).Time;
            if (
                time < 0
                || arrays.Count < 2
                || arrays[time].Value is var t && (t.GetArrayLength() == 0 || t[0].ValueKind == JsonValueKind.Object)
            )
                continue;
            if (arrays.Count > TextTable.MostColumns)
                TextTable.CheckedHeader([.. arrays.Select(a => a.Name)]);
            var length = arrays[time].Value.GetArrayLength();
            var units = Child(root, $"{holder.Key}_units") ?? Child(root, "units") ?? Child(holder.Value, "units");
            var parts = arrays.Select(p => Part.Of(Named(p.Name, units), p.Value, length)).OfType<Part>().ToList();
            var names = TextTable.CheckedHeader([.. parts.SelectMany(p => p.Names).Take(TextTable.MostColumns + 1)]);
            return new(names, Rows(parts, length, names.Count), Notes(root, "elevation", Child(root, "elevation")));
        }
        return null;
    }

    private static IEnumerable<TextRow> Rows(List<Part> parts, int length, int columns)
    {
        for (var n = 1; n <= length; n++)
        {
            var cells = new string[columns];
            var at = 0;
            foreach (var part in parts)
                at += part.Next(cells.AsSpan(at));
            yield return new($"reading {n}", cells);
        }
    }

    /// <summary>An array of readings is a column; an array of arrays is a column for each member of an ensemble, by member or by time.</summary>
    private sealed class Part(IReadOnlyList<string> names, IReadOnlyList<JsonElement> walked, bool byTime)
    {
        private readonly JsonElement.ArrayEnumerator[] walks =
        [
            .. walked.Select(w => w.ValueKind == JsonValueKind.Array ? w.EnumerateArray() : default),
        ];

        public IReadOnlyList<string> Names { get; } = names;

        public static Part? Of(string name, JsonElement array, int length)
        {
            var outer = array.GetArrayLength();
            if (length == 0 || outer == 0)
                return null;
            var first = array.EnumerateArray().First();
            if (first.ValueKind != JsonValueKind.Array)
                return outer == length ? new([name], [array], false) : null;
            var inner = first.GetArrayLength();
            var byTime = outer == length && inner != length;
            string[] members =
            [
                .. Enumerable
                    .Range(1, Math.Min(byTime ? inner : outer, TextTable.MostColumns + 1))
                    .Select(m => $"{name} member {m}"),
            ];
            return members.Length > TextTable.MostColumns
                    ? throw new TooMuchException(
                        new(
                            "file",
                            $"{(byTime ? inner : outer)} members",
                            $"Keep to {TextTable.MostColumns - 5} members."
                        )
                    )
                : byTime ? new(members, [array], true)
                : new(members, [.. array.EnumerateArray()], false);
        }

        /// <summary>Writes the next reading's cells; how many.</summary>
        public int Next(Span<string> cells)
        {
            cells[..Names.Count].Fill("");
            if (!byTime)
            {
                for (var m = 0; m < walks.Length; m++)
                    cells[m] = walks[m].MoveNext() ? Text(walks[m].Current) : "";
            }
            else if (walks[0].MoveNext() && walks[0].Current.ValueKind == JsonValueKind.Array)
            {
                var m = 0;
                foreach (var member in walks[0].Current.EnumerateArray())
                {
                    if (m == Names.Count)
                        break;
                    cells[m++] = Text(member);
                }
            }
            return Names.Count;
        }
    }

    /// <summary>Most steps down to a list of readings, and within a reading.</summary>
    private const int MostSteps = 6;

    /// <summary>
    /// A list of readings anywhere in it, each an object with a time and air somewhere inside: the details of a reading become columns by their
    /// path, those that no forecast needs among them.
    /// </summary>
    private static TextTable? Series(JsonElement root)
    {
        foreach (var list in Lists(root, 0))
        {
            var columns = new Dictionary<string, int>();
            foreach (var reading in list.EnumerateArray().Take(3))
            {
                foreach (var (path, _) in Flat(reading, "", 0))
                    columns.TryAdd(path, columns.Count);
            }
            if (!ForecastColumns.Find([.. columns.Keys]).IsForecast)
                continue;
            // Later readings may have less: what they have more is not needed.
            if (columns.Count > TextTable.MostColumns)
                TextTable.CheckedHeader([.. columns.Keys]);
            var units = UnitsOf(root);
            return new(
                TextTable.CheckedHeader([
                    .. columns.Keys.Select(path =>
                        units.TryGetValue(Last(path), out var unit) ? $"{path} {unit}" : path
                    ),
                ]),
                list.EnumerateArray().Select((e, n) => new TextRow($"reading {n + 1}", Cells(e, columns))),
                Notes(root, "elevation", Height(root) ?? Child(root, "elevation"))
            );
        }
        return null;
    }

    private static IEnumerable<JsonElement> Lists(JsonElement at, int depth)
    {
        if (depth > MostSteps)
            yield break;
        if (at.ValueKind == JsonValueKind.Array)
        {
            if (at.GetArrayLength() > 0 && at[0].ValueKind == JsonValueKind.Object)
                yield return at;
            yield break;
        }
        if (at.ValueKind != JsonValueKind.Object)
            yield break;
        foreach (var inner in at.EnumerateObject().Take(200).SelectMany(p => Lists(p.Value, depth + 1)))
            yield return inner;
    }

    private static IEnumerable<(string Path, JsonElement Value)> Flat(JsonElement at, string path, int depth)
    {
        if (at.ValueKind != JsonValueKind.Object)
        {
            if (path.Length > 0 && at.ValueKind is not JsonValueKind.Array)
                yield return (path, at);
            yield break;
        }
        if (depth > MostSteps)
            yield break;
        foreach (var part in at.EnumerateObject().Take(TextTable.MostColumns + 1))
        {
            // A number may stand beside its unit: { "value": -12, "unitCode": "degC" }.
            if (part.Value.ValueKind == JsonValueKind.Object && Child(part.Value, "value") is { } value)
            {
                yield return (path.Length == 0 ? part.Name : $"{path}.{part.Name}", value);
                continue;
            }
            foreach (var inner in Flat(part.Value, path.Length == 0 ? part.Name : $"{path}.{part.Name}", depth + 1))
                yield return inner;
        }
    }

    private static string Last(string path) => path[(path.LastIndexOf('.') + 1)..];

    /// <summary>An object that names units by key, wherever it stands: the values are all short texts.</summary>
    private static Dictionary<string, string> UnitsOf(JsonElement root)
    {
        var units = new Dictionary<string, string>();
        void Look(JsonElement at, int depth)
        {
            if (at.ValueKind != JsonValueKind.Object || depth > MostSteps)
                return;
            foreach (var part in at.EnumerateObject().Take(200).Where(p => p.Value.ValueKind == JsonValueKind.Object))
            {
                if (part.Name.Contains("unit", StringComparison.OrdinalIgnoreCase))
                {
                    foreach (
                        var unit in part
                            .Value.EnumerateObject()
                            .Take(TextTable.MostColumns)
                            .Where(u => u.Value.ValueKind == JsonValueKind.String)
                    )
                        units.TryAdd(unit.Name, unit.Value.GetString()!);
                }
                else
                    Look(part.Value, depth + 1);
            }
        }
        Look(root, 0);
        return units;
    }

    private static JsonElement? Height(JsonElement root) =>
        Child(Child(root, "geometry"), "coordinates") is { ValueKind: JsonValueKind.Array } at
        && at.GetArrayLength() == 3
            ? at.EnumerateArray().Last()
            : null;

    private static string[] Cells(JsonElement reading, Dictionary<string, int> columns)
    {
        var cells = new string[columns.Count];
        Array.Fill(cells, "");
        foreach (var (path, value) in Flat(reading, "", 0))
        {
            if (columns.TryGetValue(path, out var at))
                cells[at] = Text(value);
        }
        return cells;
    }

    private static Dictionary<string, string> Notes(JsonElement root, string name, JsonElement? value)
    {
        var notes = new Dictionary<string, string>();
        if (value is { ValueKind: JsonValueKind.Number })
            notes[name] = value.Value.GetRawText();
        if (Child(root, "timezone") is { ValueKind: JsonValueKind.String } zone)
            notes["time zone"] = zone.GetString()!;
        var meta = Child(Child(root, "properties"), "meta");
        foreach (
            var (key, names) in (ReadOnlySpan<(string, string[])>)
                [("latitude", ["latitude", "lat"]), ("longitude", ["longitude", "lon", "lng"])]
        )
        {
            if (
                names.Select(n => Child(root, n)).FirstOrDefault(c => c is { ValueKind: JsonValueKind.Number }) is
                { } place
            )
                notes[key] = place.GetRawText();
        }
        if (
            Child(Child(root, "geometry"), "coordinates") is { ValueKind: JsonValueKind.Array } point
            && point.GetArrayLength() >= 2
        )
        {
            notes["longitude"] = point[0].GetRawText();
            notes["latitude"] = point[1].GetRawText();
        }
        if ((Child(root, "issued") ?? Child(meta, "updated_at")) is { ValueKind: JsonValueKind.String } issued)
            notes["issued"] = issued.GetString()!;
        return notes;
    }

    private static string Named(string name, JsonElement? units) =>
        Child(units, name) is { ValueKind: JsonValueKind.String } unit ? $"{name} {unit.GetString()}" : name;

    private static IEnumerable<KeyValuePair<string, JsonElement>> Objects(JsonElement root) =>
        root.EnumerateObject()
            .Where(p => p.Value.ValueKind == JsonValueKind.Object)
            .Select(p => KeyValuePair.Create(p.Name, p.Value));

    private static JsonElement? Child(JsonElement? parent, string name) =>
        parent is { ValueKind: JsonValueKind.Object } o && o.TryGetProperty(name, out var child) ? child : null;

    private static string Text(JsonElement? value) =>
        value switch
        {
            { ValueKind: JsonValueKind.String } s => s.GetString()!,
            { ValueKind: JsonValueKind.Number } n => n.GetDouble().ToString(CultureInfo.InvariantCulture),
            _ => "",
        };
}
