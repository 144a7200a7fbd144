using System.Globalization;
using System.Text.Json;

namespace Ermine.Exchange;

/// <summary>
/// JSON in two shapes: arrays of the same length under named keys, one of them a time; and a GeoJSON feature whose properties hold a
/// time series of instant details. Units stand in an object that names them key by key.
/// </summary>
internal static class JsonTable
{
    public static TextTable? Of(string text)
    {
        try
        {
            using var json = JsonDocument.Parse(text);
            var root = json.RootElement.Clone();
            return Series(root) ?? Arrays(root);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static TextTable? Arrays(JsonElement root)
    {
        foreach (var holder in Objects(root).Prepend(new("", root)))
        {
            var arrays = holder.Value.EnumerateObject().Where(p => p.Value.ValueKind == JsonValueKind.Array).ToList();
            var time = arrays.FindIndex(p => p.Name.StartsWith("time", StringComparison.OrdinalIgnoreCase));
            if (time < 0 || arrays.Count < 2)
                continue;
            var length = arrays[time].Value.GetArrayLength();
            var units = Child(root, $"{holder.Key}_units");
            var columns = arrays.SelectMany(p => Columns(p.Name, p.Value, length, units)).ToList();
            return new(
                [.. columns.Select(c => c.Name)],
                Enumerable
                    .Range(0, length)
                    .Select(n => new TextRow($"reading {n + 1}", [.. columns.Select(c => Text(c.At(n)))])),
                Notes(root, "elevation", Child(root, "elevation"))
            );
        }
        return null;
    }

    /// <summary>An array of readings is a column; an array of arrays is a column for each member of an ensemble.</summary>
    private static IEnumerable<(string Name, Func<int, JsonElement?> At)> Columns(
        string name,
        JsonElement array,
        int length,
        JsonElement? units
    )
    {
        if (length == 0)
            yield break;
        var first = array.GetArrayLength() > 0 ? array[0] : default;
        if (first.ValueKind != JsonValueKind.Array)
        {
            if (array.GetArrayLength() == length)
                yield return (Named(name, units), n => array[n]);
            yield break;
        }
        var (outer, inner) = (array.GetArrayLength(), first.GetArrayLength());
        var byTime = outer == length && inner != length;
        for (var m = 0; m < (byTime ? inner : outer); m++)
        {
            var member = m;
            yield return (
                $"{Named(name, units)} member {member + 1}",
                n => byTime ? At(At(array, n), member) : At(At(array, member), n)
            );
        }
    }

    private static JsonElement? At(JsonElement? array, int n) =>
        array is { ValueKind: JsonValueKind.Array } a && n < a.GetArrayLength() ? a[n] : null;

    private static TextTable? Series(JsonElement root)
    {
        var series = Child(Child(root, "properties"), "timeseries");
        if (series is not { ValueKind: JsonValueKind.Array } list || list.GetArrayLength() == 0)
            return null;
        var units = Child(Child(Child(root, "properties"), "meta"), "units");
        var details = list.EnumerateArray().Select(e => Child(Child(Child(e, "data"), "instant"), "details")).ToList();
        var names = details
            .Where(d => d is { ValueKind: JsonValueKind.Object })
            .SelectMany(d => d!.Value.EnumerateObject().Select(p => p.Name))
            .Distinct()
            .ToList();
        var place = Child(Child(root, "geometry"), "coordinates");
        JsonElement? height = place is { ValueKind: JsonValueKind.Array } at && at.GetArrayLength() > 2 ? at[2] : null;
        return new(
            ["time", .. names.Select(n => Named(n, units))],
            list.EnumerateArray()
                .Select(
                    (e, n) =>
                        new TextRow(
                            $"reading {n + 1}",
                            [Text(Child(e, "time")), .. names.Select(name => Text(Child(details[n], name)))]
                        )
                ),
            Notes(root, "elevation", height)
        );
    }

    private static Dictionary<string, string> Notes(JsonElement root, string name, JsonElement? value)
    {
        var notes = new Dictionary<string, string>();
        if (value is { ValueKind: JsonValueKind.Number })
            notes[name] = Text(value);
        if (Child(root, "timezone") is { ValueKind: JsonValueKind.String } zone)
            notes["time zone"] = zone.GetString()!;
        var meta = Child(Child(root, "properties"), "meta");
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
