using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using CsvHelper;
using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Core.Units;
using NodaTime;
using NodaTime.Text;

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
public sealed record CsvChoices(
    string? TimeZone = null,
    TemperatureUnit? TemperatureUnit = null,
    WindUnit? WindUnit = null,
    double? ElevationM = null
);

/// <summary>A forecast file as far as it could be read.</summary>
/// <param name="Series">The good part; null where there is none.</param>
/// <param name="Faults">Every fault, by line.</param>
/// <param name="Needs">Choices without which the file cannot be read: temperatureUnit, timeZone.</param>
public sealed record CsvReading(ForecastSeries? Series, IReadOnlyList<Fault> Faults, IReadOnlyList<string> Needs);

/// <summary>Reads a forecast from comma-, semicolon- or tab-separated text; docs/formats.md describes the shape.</summary>
public static partial class ForecastCsv
{
    /// <summary>Largest file, bytes.</summary>
    public const int MostBytes = 4_000_000;

    private const string Shape =
        "Read are text tables whose first line names a time and a temperature column, such as: time,temperature_c,wind_ms,humidity_pct,cloud_pct";

    private static readonly LocalDateTimePattern[] LocalPatterns =
    [
        LocalDateTimePattern.GeneralIso,
        LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm"),
        LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd HH:mm:ss"),
        LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd HH:mm"),
        LocalDateTimePattern.CreateWithInvariantCulture("dd.MM.uuuu HH:mm"),
    ];

    private static readonly OffsetDateTimePattern[] OffsetPatterns =
    [
        OffsetDateTimePattern.ExtendedIso,
        OffsetDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mmo<G>"),
        OffsetDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd HH:mm:sso<G>"),
        OffsetDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd HH:mmo<G>"),
    ];

    /// <summary>Reads a file.</summary>
    /// <param name="name">Its name, kept with the series.</param>
    /// <param name="bytes">Its content.</param>
    /// <param name="choices">What the file may not say itself; what the file does say goes first.</param>
    public static CsvReading Read(string name, byte[] bytes, CsvChoices choices)
    {
        if (bytes.Length > MostBytes)
            return Foreign("file", $"{bytes.Length / 1_000_000.0:0.0} MB", "Give a file of at most 4 MB.");
        var text = Decode(bytes);
        if (text.Contains('\0', StringComparison.Ordinal))
            return Foreign("file", "not text", Shape);
        var notes = Notes(text);
        var lines = text.Split('\n');
        var headerAt = Array.FindIndex(lines, l => !l.StartsWith('#') && !string.IsNullOrWhiteSpace(l));
        if (headerAt < 0)
            return Foreign("file", "empty", Shape);
        var delimiter = ";\t,".MaxBy(d => lines[headerAt].Count(c => c == d));
        using var csv = CsvReader.FromText(
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
        var header = csv.Headers.ToArray();
        var columns = Columns.Find(header);
        if (columns.Time < 0 || columns.Temperature < 0)
            return Foreign("line 1", FirstLines(lines), Shape);

        var unit = TemperatureUnitIn(header[columns.Temperature]) ?? choices.TemperatureUnit;
        var windUnit =
            (columns.Wind < 0 ? null : WindUnitIn(header[columns.Wind]))
            ?? choices.WindUnit
            ?? WindUnit.MetresPerSecond;
        var zoneName = ZoneIn(header[columns.Time]) ?? notes.GetValueOrDefault("time zone") ?? choices.TimeZone;
        var zone = zoneName is null ? null : DateTimeZoneProviders.Tzdb.GetZoneOrNull(zoneName);
        if (zoneName is not null && zone is null)
            return Ask("timeZone", zoneName, "Give the zone's IANA name, such as Europe/Helsinki.");
        if (unit is null)
            return Ask(
                "temperatureUnit",
                header[columns.Temperature],
                "The column does not say its unit: choose °C or °F."
            );

        var faults = new List<Fault>();
        var hours = new SortedDictionary<DateTimeOffset, ForecastHour>();
        while (csv.Read())
        {
            var at = $"line {csv.LineNumber}";
            var row = new Row(csv, at, delimiter, faults);
            if (row.Time(columns.Time, zone, hours) is not { } time)
            {
                if (zone is null && row.NeedsZone)
                    return Ask(
                        "timeZone",
                        csv.GetString(columns.Time),
                        "The times do not say their zone: name the camp's, such as Europe/Helsinki."
                    );
                continue;
            }
            if (row.Number(columns.Temperature, header, required: true) is not { } degrees)
                continue;
            var celsius = unit == TemperatureUnit.Fahrenheit ? Temperature.FromFahrenheit(degrees).Celsius : degrees;
            if (celsius is < -90 or > 60)
            {
                row.Fault(columns.Temperature, header, "Air lies between −90 and 60 °C; check the unit of the column.");
                continue;
            }
            var wind = row.Number(columns.Wind, header, required: false) * MetresPerSecond(windUnit);
            var humidity = row.Share(columns.Humidity, header);
            var cloud = row.Share(columns.Cloud, header);
            if (wind is < 0 or > 100)
            {
                row.Fault(columns.Wind, header, "Wind lies between 0 and 100 m/s; check the unit of the column.");
                continue;
            }
            if (row.Broken)
                continue;
            if (!hours.TryAdd(time, new(time, Math.Round(celsius, 3), wind, humidity, cloud)))
                row.Fault(columns.Time, header, "A second reading for the same time: keep one.");
        }
        if (hours.Count == 0)
        {
            faults.Insert(0, new("file", FirstLines(lines), Shape));
            return new(null, faults, []);
        }
        var series = new ForecastSeries(
            Guid.NewGuid(),
            name,
            Issued(notes) ?? hours.Keys.First(),
            Elevation(notes) ?? choices.ElevationM,
            [.. hours.Values]
        );
        return new(series, faults, []);
    }

    private static CsvReading Foreign(string field, string value, string mend) =>
        new(null, [new(field, value, mend)], []);

    private static CsvReading Ask(string need, string value, string mend) =>
        new(null, [new(need, value, mend)], [need]);

    private static string Decode(byte[] bytes)
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

    private static string FirstLines(string[] lines) =>
        string.Join(" ⏎ ", lines.Take(2).Select(l => l.Trim()).Select(l => l.Length > 80 ? l[..80] + "…" : l));

    private static Dictionary<string, string> Notes(string text) =>
        NoteLine()
            .Matches(text)
            .GroupBy(m => m.Groups[1].Value.Trim().ToLowerInvariant())
            .ToDictionary(g => g.Key, g => g.First().Groups[2].Value.Trim());

    private static DateTimeOffset? Issued(Dictionary<string, string> notes) =>
        notes.TryGetValue("issued", out var text)
        && DateTimeOffset.TryParse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var issued)
            ? issued
            : null;

    private static double? Elevation(Dictionary<string, string> notes) =>
        notes.TryGetValue("elevation", out var text)
        && double.TryParse(text.TrimEnd('m', ' '), CultureInfo.InvariantCulture, out var metres)
            ? metres
            : null;

    private static double MetresPerSecond(WindUnit unit) =>
        unit switch
        {
            WindUnit.KilometresPerHour => 1 / 3.6,
            WindUnit.MilesPerHour => 0.44704,
            _ => 1,
        };

    private static TemperatureUnit? TemperatureUnitIn(string header) =>
        CelsiusMark().IsMatch(header) ? TemperatureUnit.Celsius
        : FahrenheitMark().IsMatch(header) ? TemperatureUnit.Fahrenheit
        : null;

    private static WindUnit? WindUnitIn(string header) =>
        KilometresMark().IsMatch(header) ? WindUnit.KilometresPerHour
        : MilesMark().IsMatch(header) ? WindUnit.MilesPerHour
        : MetresMark().IsMatch(header) ? WindUnit.MetresPerSecond
        : null;

    private static string? ZoneIn(string header) =>
        ZoneMark().Match(header) is { Success: true } match ? match.Groups[1].Value : null;

    [GeneratedRegex(@"^#\s*([^:\r\n]+):\s*([^\r\n]+)", RegexOptions.Multiline)]
    private static partial Regex NoteLine();

    [GeneratedRegex(@"(?<![a-z])(deg)?c(elsius)?(?![a-z])|°c", RegexOptions.IgnoreCase)]
    private static partial Regex CelsiusMark();

    [GeneratedRegex(@"(?<![a-z])(deg)?f(ahrenheit)?(?![a-z])|°f", RegexOptions.IgnoreCase)]
    private static partial Regex FahrenheitMark();

    [GeneratedRegex(@"km\s*[/_]?\s*h|kph", RegexOptions.IgnoreCase)]
    private static partial Regex KilometresMark();

    [GeneratedRegex(@"mph|mi\s*[/_]\s*h", RegexOptions.IgnoreCase)]
    private static partial Regex MilesMark();

    [GeneratedRegex(@"m\s*[/_]?\s*s(?![a-z])|mps", RegexOptions.IgnoreCase)]
    private static partial Regex MetresMark();

    [GeneratedRegex(@"[\(\[]\s*([A-Za-z]+(?:/[A-Za-z_+\-0-9/]+)?)\s*[\)\]]")]
    private static partial Regex ZoneMark();

    private sealed record Columns(int Time, int Temperature, int Wind, int Humidity, int Cloud)
    {
        public static Columns Find(string[] header)
        {
            int At(params string[] words) =>
                Array.FindIndex(header, h => words.Any(w => h.StartsWith(w, StringComparison.OrdinalIgnoreCase)));
            return new(
                At("time", "date", "valid", "local"),
                At("temp", "air_temp", "air temp", "t2m"),
                At("wind"),
                At("hum", "rh", "relative"),
                At("cloud")
            );
        }
    }

    private sealed class Row(CsvReader csv, string at, char delimiter, List<Fault> faults)
    {
        public bool Broken { get; private set; }

        public bool NeedsZone { get; private set; }

        public void Fault(int column, string[] header, string mend) =>
            Fault(header[column], csv.GetString(column), mend);

        private void Fault(string column, string value, string mend)
        {
            Broken = true;
            faults.Add(new($"{at}, {column}", value.Length > 60 ? value[..60] + "…" : value, mend));
        }

        public DateTimeOffset? Time(
            int column,
            DateTimeZone? zone,
            SortedDictionary<DateTimeOffset, ForecastHour> taken
        )
        {
            var text = csv.GetString(column);
            foreach (var pattern in OffsetPatterns)
            {
                if (!pattern.Parse(text).TryGetValue(default, out var moment))
                    continue;
                if (zone is not null)
                    return moment.InZone(zone).ToDateTimeOffset();
                NeedsZone = moment.Offset == Offset.Zero;
                return NeedsZone ? null : moment.ToDateTimeOffset();
            }
            foreach (var pattern in LocalPatterns)
            {
                if (!pattern.Parse(text).TryGetValue(default, out var local))
                    continue;
                NeedsZone = zone is null;
                if (zone is null)
                    return null;
                var map = zone.MapLocal(local);
                if (map.Count == 2 && taken.ContainsKey(map.First().ToDateTimeOffset()))
                    return map.Last().ToDateTimeOffset();
                return zone.AtLeniently(local).ToDateTimeOffset();
            }
            Fault("time", text, "Write times as 2027-02-13 18:00 or 2027-02-13T18:00+01:00.");
            return null;
        }

        public double? Number(int column, string[] header, bool required)
        {
            var text = column < 0 ? "" : csv.GetString(column);
            if (text.Length == 0 && !required)
                return null;
            var plain = delimiter == ',' ? text : text.Replace(',', '.');
            if (
                double.TryParse(
                    plain.Replace('−', '-'),
                    NumberStyles.Float,
                    CultureInfo.InvariantCulture,
                    out var number
                ) && double.IsFinite(number)
            )
                return number;
            Fault(column, header, "Write a plain number, or leave the field empty where it is not known.");
            return null;
        }

        public double? Share(int column, string[] header)
        {
            if (Number(column, header, required: false) is not { } number)
                return null;
            var fraction = header[column].Contains("fraction", StringComparison.OrdinalIgnoreCase)
                ? number
                : number / 100;
            if (fraction is >= 0 and <= 1.05)
                return Math.Min(1, fraction);
            Fault(column, header, "Write per cent from 0 to 100, or name the column …_fraction for 0 to 1.");
            return null;
        }
    }
}
