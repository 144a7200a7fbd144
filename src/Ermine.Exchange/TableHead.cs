using System.Globalization;
using System.Text.RegularExpressions;

namespace Ermine.Exchange;

/// <summary>
/// Finds the heading of a table among its first rows, after a preamble or a small table about the place, and keeps what those say of it.
/// </summary>
internal static partial class TableHead
{
    /// <summary>Rows among which a heading is looked for.</summary>
    public const int MostRowsBefore = 80;

    /// <summary>Most characters of a note.</summary>
    private const int MostOfNote = 200;

    private static readonly (string Key, Regex Is)[] Notes =
    [
        ("latitude", LatitudeMark()),
        ("longitude", LongitudeMark()),
        ("elevation", ElevationMark()),
        ("time zone", ZoneMark()),
        ("issued", IssuedMark()),
    ];

    /// <summary>The index of the first row that names a time and air; −1 where none does.</summary>
    public static int Find(IReadOnlyList<IReadOnlyList<string>> rows)
    {
        for (var i = 0; i < Math.Min(rows.Count, MostRowsBefore); i++)
        {
            if (rows[i].Count >= 2 && ForecastColumns.Find(rows[i]).IsForecast && !rows[i].Any(IsANumber))
                return i;
        }
        return -1;
    }

    /// <summary>What the rows before a heading say: “key: value”, a key beside its value, or keys over their values.</summary>
    public static void Read(IReadOnlyList<IReadOnlyList<string>> before, Dictionary<string, string> notes)
    {
        for (var r = 0; r < before.Count; r++)
        {
            var row = before[r];
            for (var c = 0; c < row.Count; c++)
            {
                var cell = row[c].Trim().TrimStart('#').Trim();
                var colon = cell.IndexOf(':', StringComparison.Ordinal);
                if (colon > 0 && colon < cell.Length - 1)
                    Take(cell[..colon], cell[(colon + 1)..], notes);
                else if (KeyOf(cell.TrimEnd(':')) is not null)
                {
                    var under = r + 1 < before.Count && c < before[r + 1].Count ? before[r + 1][c] : "";
                    var beside = c + 1 < row.Count ? row[c + 1] : "";
                    // A table of more than a pair holds its keys over their values.
                    Take(
                        cell.TrimEnd(':'),
                        row.Count > 2 && under.Length > 0 || beside.Length == 0 ? under : beside,
                        notes
                    );
                }
            }
        }
    }

    /// <summary>Keeps a note that is understood, the first of its kind.</summary>
    public static void Take(string key, string value, Dictionary<string, string> notes)
    {
        value = value.Trim().Trim('"');
        if (KeyOf(key) is { } known && value.Length is > 0 and <= MostOfNote)
            notes.TryAdd(known, value);
    }

    /// <summary>A number at the beginning of a note: 472 m.</summary>
    public static double? Number(string text) =>
        NumberMark().Match(text.Replace('−', '-')) is { Success: true } match
        && double.TryParse(match.Value.Replace(',', '.'), CultureInfo.InvariantCulture, out var number)
            ? number
            : null;

    private static string? KeyOf(string text)
    {
        var key = text.Trim().Trim('"').ToLowerInvariant();
        return key.Length is 0 or > 60 ? null : Notes.FirstOrDefault(n => n.Is.IsMatch(key)).Key;
    }

    private static bool IsANumber(string cell) =>
        cell.Length > 0
        && double.TryParse(cell.Replace(',', '.').Replace('−', '-'), CultureInfo.InvariantCulture, out _);

    [GeneratedRegex(@"^(latitude|lat|breite|breitengrad|geogr?\. ?breite|breddegrad|latitud|leveysaste)\b")]
    private static partial Regex LatitudeMark();

    [GeneratedRegex(@"^(longitude|long?|lng|länge|längengrad|lengdegrad|longitud|pituusaste)\b")]
    private static partial Regex LongitudeMark();

    [GeneratedRegex(
        @"^(elevation|altitude|alt|height|höhe|seehöhe|stationshöhe|høyde|moh|höjd|korkeus|altitud|station height)\b"
    )]
    private static partial Regex ElevationMark();

    [GeneratedRegex(@"^(time ?zone|timezone|zeitzone|tidssone|tidszon|fuseau( horaire)?|zona horaria|aikavyöhyke)$")]
    private static partial Regex ZoneMark();

    [GeneratedRegex(
        @"^(issued|issued at|updated|updated at|generated|generated at|run|model run|erstellt|ausgegeben|utstedt)$"
    )]
    private static partial Regex IssuedMark();

    [GeneratedRegex(@"^[-+]?\d+(?:[.,]\d+)?")]
    private static partial Regex NumberMark();
}
