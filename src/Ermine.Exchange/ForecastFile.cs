using System.Text;
using Ermine.Core.Entry;
using Ermine.Core.Forecasts;

namespace Ermine.Exchange;

/// <summary>Unit of the temperature column.</summary>
public enum TemperatureUnit
{
    Celsius,
    Fahrenheit,
}

/// <summary>Unit of the wind column.</summary>
public enum WindUnit
{
    MetresPerSecond,
    KilometresPerHour,
    MilesPerHour,
}

/// <summary>What the reader is told where the file itself does not say.</summary>
/// <param name="TimeZone">Zone of the camp by its IANA name, such as Europe/Helsinki.</param>
/// <param name="TemperatureUnit">Unit of the temperature column.</param>
/// <param name="WindUnit">Unit of the wind column; metres per second where neither says.</param>
/// <param name="ElevationM">Elevation the forecast is for, m.</param>
/// <param name="BrowserZone">Zone of whoever asks; proposed where the file does not speak against it, never taken unasked.</param>
public sealed record ForecastChoices(
    string? TimeZone = null,
    TemperatureUnit? TemperatureUnit = null,
    WindUnit? WindUnit = null,
    double? ElevationM = null,
    string? BrowserZone = null
);

/// <summary>A forecast file as far as it could be read.</summary>
/// <param name="Series">The good part; null where there is none.</param>
/// <param name="Faults">Every fault, by line.</param>
/// <param name="Needs">Choices without which the file cannot be read: temperatureUnit, timeZone.</param>
/// <param name="Zones">Zones to propose where one is needed, likeliest first.</param>
public sealed record ForecastReading(
    ForecastSeries? Series,
    IReadOnlyList<Fault> Faults,
    IReadOnlyList<string> Needs,
    IReadOnlyList<string>? Zones = null
);

/// <summary>Reads a forecast from a file of any shape that docs/formats.md describes.</summary>
public static class ForecastFile
{
    /// <summary>Largest file, bytes.</summary>
    public const int MostBytes = 4_000_000;

    private const string Shapes =
        "Read are: a table or spreadsheet with a heading that names a time and a temperature column, such as time,temperature_c,wind_ms; "
        + "JSON with arrays of the same length under such names, or with a list of readings; GeoJSON with a time series of instant details; "
        + "each also with many members, as columns or arrays named member 1, member 2 …";

    /// <summary>Reads a file.</summary>
    /// <param name="name">Its name, kept with the series.</param>
    /// <param name="bytes">Its content.</param>
    /// <param name="choices">What the file may not say itself; what the file does say goes first.</param>
    /// <param name="stop">Ends the reading; looked at with every row.</param>
    public static ForecastReading Read(
        string name,
        byte[] bytes,
        ForecastChoices choices,
        CancellationToken stop = default
    )
    {
        if (bytes.Length > MostBytes)
            return Foreign($"{bytes.Length / 1_000_000.0:0.0} MB", "Give a file of at most 4 MB.");
        var sheet = SheetTable.IsOne(bytes);
        var text = sheet ? "" : Decode(bytes);
        if (text.Contains('\0', StringComparison.Ordinal))
            return Foreign("not text", Shapes);
        try
        {
            var table =
                sheet ? SheetTable.Of(bytes, stop)
                : text.AsSpan().TrimStart() is ['{' or '[', ..] ? JsonTable.Of(Encoding.UTF8.GetBytes(text))
                : CsvTable.Of(text);
            if (table is null)
                return Foreign(
                    sheet ? "a spreadsheet without a heading for time and air"
                        : string.IsNullOrWhiteSpace(text) ? "empty"
                        : FirstLines(text),
                    Shapes
                );
            var reading = ForecastTable.Read(name, table, choices, stop);
            return reading.Series is not null || reading.Needs.Count > 0
                ? reading
                : reading with
                {
                    Faults = [new("file", sheet ? name : FirstLines(text), Shapes), .. reading.Faults],
                };
        }
        catch (TooMuchException much)
        {
            return new(null, [much.Fault], []);
        }
    }

    private static ForecastReading Foreign(string value, string mend) => new(null, [new("file", value, mend)], []);

    internal static string Decode(byte[] bytes) => Digits.Folded(Characters(bytes));

    private static string Characters(byte[] bytes)
    {
        if (bytes is [0xFF, 0xFE, ..])
            return Encoding.Unicode.GetString(bytes, 2, bytes.Length - 2);
        var from = bytes is [0xEF, 0xBB, 0xBF, ..] ? 3 : 0;
        try
        {
            return new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(bytes, from, bytes.Length - from);
        }
        catch (DecoderFallbackException)
        {
            return Encoding.Latin1.GetString(bytes);
        }
    }

    internal static string FirstLines(string text)
    {
        var lines = new List<string>();
        foreach (var line in text.AsSpan().EnumerateLines())
        {
            var shown = line[..Math.Min(line.Length, 200)].Trim();
            lines.Add(shown.Length > 80 ? $"{shown[..80]}…" : shown.ToString());
            if (lines.Count == 2)
                break;
        }
        return string.Join(" ⏎ ", lines);
    }
}
