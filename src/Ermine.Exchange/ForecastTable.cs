using System.Globalization;
using System.Text.RegularExpressions;
using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Core.Units;
using MathNet.Numerics.Statistics;
using NodaTime;
using NodaTime.Text;

namespace Ermine.Exchange;

/// <summary>Finds time, air, wind, humidity and cloud in a table and turns its rows into readings, naming every fault.</summary>
internal static partial class ForecastTable
{
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

    public static ForecastReading Read(string name, TextTable table, ForecastChoices choices, CancellationToken stop)
    {
        var header = table.Header;
        var columns = Columns.Find(header);
        if (columns.Time < 0 || columns.Temperature < 0 && columns.Members.Count == 0)
            return new(null, [], []);

        var warmth = columns.Temperature >= 0 ? columns.Temperature : columns.Members[0];
        var unit = TemperatureUnitIn(header[warmth]) ?? choices.TemperatureUnit;
        var windUnit =
            (columns.Wind < 0 ? null : WindUnitIn(header[columns.Wind]))
            ?? choices.WindUnit
            ?? WindUnit.MetresPerSecond;
        var zoneName = ZoneIn(header[columns.Time]) ?? table.Notes.GetValueOrDefault("time zone") ?? choices.TimeZone;
        var zone = zoneName is null ? null : DateTimeZoneProviders.Tzdb.GetZoneOrNull(zoneName);
        if (zoneName is not null && zone is null)
            return Ask("timeZone", zoneName, "Give the zone's IANA name, such as Europe/Helsinki.");
        if (unit is null)
            return Ask("temperatureUnit", header[warmth], "The column does not say its unit: choose °C or °F.");

        var faults = new List<Fault>();
        var hours = new SortedDictionary<DateTimeOffset, ForecastHour>();
        foreach (var cells in table.Rows)
        {
            stop.ThrowIfCancellationRequested();
            if (faults.Count + hours.Count >= MostReadings)
            {
                faults.Add(
                    new(
                        "file",
                        $"more than {MostReadings} readings",
                        "Cut it to the days of the trip; the rest was not read."
                    )
                );
                break;
            }
            var row = new Row(cells, table.DecimalComma, faults);
            if (row.Time(columns.Time, zone, hours) is not { } time)
            {
                if (zone is null && row.NeedsZone)
                    return Ask(
                        "timeZone",
                        cells.Cells[columns.Time],
                        "The times do not say their zone: name the camp's, such as Europe/Helsinki."
                    );
                continue;
            }
            if (EntryRules.CheckDate("time", DateOnly.FromDateTime(time.DateTime)) is { } never)
            {
                row.Fault(columns.Time, header, never.Mend);
                continue;
            }
            double? Celsius(int column, bool required)
            {
                if (row.Number(column, header, required) is not { } degrees)
                    return null;
                var celsius =
                    unit == TemperatureUnit.Fahrenheit ? Temperature.FromFahrenheit(degrees).Celsius : degrees;
                if (celsius is >= -90 and <= 60)
                    return Math.Round(celsius, 3);
                row.Fault(column, header, "Air lies between −90 and 60 °C; check the unit of the column.");
                return null;
            }
            List<double> members = [.. columns.Members.Select(m => Celsius(m, required: true)).OfType<double>()];
            if (members.Count < columns.Members.Count)
                continue;
            var air =
                columns.Temperature >= 0 ? Celsius(columns.Temperature, required: true)
                : members.Count > 0 ? Math.Round(members.Median(), 3)
                : null;
            if (air is not { } temperature)
                continue;
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
            if (!hours.TryAdd(time, new(time, temperature, wind, humidity, cloud, members.Count > 0 ? members : null)))
                row.Fault(columns.Time, header, "A second reading for the same time: keep one.");
        }
        if (hours.Count == 0)
            return new(null, faults, []);
        var series = new ForecastSeries(
            Guid.NewGuid(),
            name,
            Issued(table.Notes, faults) ?? hours.Keys.First(),
            Elevation(table.Notes, faults) ?? choices.ElevationM,
            [.. hours.Values]
        );
        return new(series, faults, []);
    }

    private static ForecastReading Ask(string need, string value, string mend) =>
        new(null, [new(need, value, mend)], [need]);

    private static DateTimeOffset? Issued(IReadOnlyDictionary<string, string> notes, List<Fault> faults)
    {
        if (!notes.TryGetValue("issued", out var text))
            return null;
        if (
            DateTimeOffset.TryParse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var issued)
            && EntryRules.CheckDate("issued", DateOnly.FromDateTime(issued.DateTime)) is null
        )
            return issued;
        faults.Add(new("issued", Short(text), "Write when the forecast was made as 2027-02-12T06:00Z."));
        return null;
    }

    private static double? Elevation(IReadOnlyDictionary<string, string> notes, List<Fault> faults)
    {
        if (!notes.TryGetValue("elevation", out var text))
            return null;
        if (!double.TryParse(text.TrimEnd('m', ' '), CultureInfo.InvariantCulture, out var metres))
            metres = double.NaN;
        if (EntryRules.CheckElevation("elevation", metres) is not { } fault)
            return metres;
        faults.Add(fault with { Value = Short(text) });
        return null;
    }

    private static string Short(string text) => text.Length > 60 ? text[..60] + "…" : text;

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

    /// <summary>Most readings of a file: over a year of hours.</summary>
    private const int MostReadings = 10_000;

    [GeneratedRegex(@"^(temp|air_temp|t2m)?.*(member|mbr|perturbation)[ _]?\d+|^m\d+$", RegexOptions.IgnoreCase)]
    private static partial Regex MemberMark();

    private sealed record Columns(
        int Time,
        int Temperature,
        int Wind,
        int Humidity,
        int Cloud,
        IReadOnlyList<int> Members
    )
    {
        private static readonly string[] OfOthers = ["wind", "hum", "rh", "relative", "cloud"];

        public static Columns Find(IReadOnlyList<string> header)
        {
            var names = header.ToList();
            bool Begins(string name, string[] words) =>
                words.Any(w => name.StartsWith(w, StringComparison.OrdinalIgnoreCase));
            int At(params string[] words) => names.FindIndex(h => Begins(h, words) && !MemberMark().IsMatch(h));
            return new(
                At("time", "date", "valid", "local"),
                At("temp", "air_temp", "air temp", "t2m"),
                At("wind"),
                At("hum", "rh", "relative"),
                At("cloud"),
                [
                    .. names
                        .Index()
                        .Where(n => MemberMark().IsMatch(n.Item) && !Begins(n.Item, OfOthers))
                        .Select(n => n.Index),
                ]
            );
        }
    }

    private sealed class Row(TextRow row, bool decimalComma, List<Fault> faults)
    {
        public bool Broken { get; private set; }

        public bool NeedsZone { get; private set; }

        public void Fault(int column, IReadOnlyList<string> header, string mend) =>
            Fault(header[column], row.Cells[column], mend);

        private void Fault(string column, string value, string mend)
        {
            Broken = true;
            faults.Add(new($"{row.At}, {column}", Short(value), mend));
        }

        public DateTimeOffset? Time(
            int column,
            DateTimeZone? zone,
            SortedDictionary<DateTimeOffset, ForecastHour> taken
        )
        {
            var text = row.Cells[column];
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

        public double? Number(int column, IReadOnlyList<string> header, bool required)
        {
            var text = column < 0 ? "" : row.Cells[column];
            if (text.Length == 0 && !required)
                return null;
            var plain = decimalComma ? text.Replace(',', '.') : text;
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

        public double? Share(int column, IReadOnlyList<string> header)
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
