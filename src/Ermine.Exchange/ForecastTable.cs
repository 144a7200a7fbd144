using System.Globalization;
using System.Text.RegularExpressions;
using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Core.Units;
using MathNet.Numerics.Statistics;
using NodaTime;

namespace Ermine.Exchange;

/// <summary>Finds time, air, wind, humidity and cloud in a table and turns its rows into readings, naming every fault.</summary>
internal static partial class ForecastTable
{
    public static ForecastReading Read(string name, TextTable table, ForecastChoices choices, CancellationToken stop)
    {
        var header = table.Header;
        var columns = ForecastColumns.Find(header);
        if (!columns.IsForecast)
            return new(null, [], []);
        var rows = new Ahead(table.Rows);
        var warmth = columns.Temperature >= 0 ? columns.Temperature : columns.Members[0];
        var unit =
            TemperatureUnitIn(header[warmth])
            ?? (
                columns.UnitOfTemperature < 0
                    ? null
                    : TemperatureUnitIn(
                        rows.First.Select(r => r.Cells[columns.UnitOfTemperature]).FirstOrDefault() ?? ""
                    )
            )
            ?? choices.TemperatureUnit
            ?? (ForecastColumns.IsOfCelsius(header) ? TemperatureUnit.Celsius : null);
        var kelvin =
            KelvinMark().IsMatch(header[warmth]) || unit is null && rows.AreAll(warmth, IsKelvin, table.DecimalComma);
        var windUnit =
            (
                columns.Wind < 0
                    ? null
                    : MetresPerSecondIn(header[columns.Wind])
                        ?? rows.First.Select(r => MetresPerSecondIn(r.Cells[columns.Wind])).FirstOrDefault()
            ) ?? (choices.WindUnit is { } chosen ? MetresPerSecond(chosen) : 1);
        var named =
            ZoneIn(header[columns.Time])
            ?? (columns.Clock < 0 ? null : ZoneIn(header[columns.Clock]))
            ?? table.Notes.GetValueOrDefault("time zone");
        var isUtc = named is not null && UtcName().IsMatch(named);
        var zoneName = isUtc ? choices.TimeZone : KnownZone(named) ?? choices.TimeZone;
        var zone = zoneName is null ? null : DateTimeZoneProviders.Tzdb.GetZoneOrNull(zoneName);
        if (zoneName is not null && zone is null)
            return Ask("timeZone", zoneName, "Give the zone's IANA name, such as Europe/Helsinki.");
        if (unit is null && !kelvin)
            return Ask("temperatureUnit", header[warmth], "The column does not say its unit: choose °C or °F.");

        var faults = new List<Fault>();
        // Rows without air: faults where air comes after them, the end of the run where none does.
        var empty = new List<Fault>();
        var fallsUnit = columns.Falls >= 0 && IsInches(header[columns.Falls]) ? 25.4 : 1;
        var hours = new SortedDictionary<DateTimeOffset, ForecastHour>();
        var times = new ForecastTimes(
            zone,
            isUtc,
            ForecastTimes.OrderOf(rows.First.Select(r => r.Cells[columns.Time]))
        );
        foreach (var cells in rows.All())
        {
            stop.ThrowIfCancellationRequested();
            if (faults.Count + empty.Count + hours.Count >= EntryRules.MostReadings)
            {
                faults.Add(
                    new(
                        "file",
                        $"more than {EntryRules.MostReadings} readings",
                        "Cut it to the days of the trip; the rest was not read."
                    )
                );
                break;
            }
            var row = new Row(cells, table.DecimalComma, faults);
            // A line that breaks off in the middle of its time is not the end of the run.
            if (row.IsEmpty(warmth) && columns.Members.All(row.IsEmpty) && !row.BreaksOff(columns, times, hours))
            {
                empty.Add(row.FaultOf(warmth, header, "Write a plain number, or leave the reading out."));
                continue;
            }
            faults.AddRange(empty);
            empty.Clear();
            if (row.Time(columns, times, hours) is not { } time)
            {
                if (row.NeedsZone)
                    return Ask(
                        "timeZone",
                        cells.Cells[columns.Time],
                        "The times do not say their zone: name the camp's, such as Europe/Helsinki."
                    ) with
                    {
                        Zones = Zones.Proposed(
                            TableHead.Number(table.Notes.GetValueOrDefault("latitude") ?? ""),
                            TableHead.Number(table.Notes.GetValueOrDefault("longitude") ?? ""),
                            choices.BrowserZone
                        ),
                    };
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
                    kelvin ? degrees - 273.15
                    : unit == TemperatureUnit.Fahrenheit ? Temperature.FromFahrenheit(degrees).Celsius
                    : degrees;
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
            var wind = row.Number(columns.Wind, header, required: false) * windUnit;
            var humidity = row.Share(columns.Humidity, header);
            var cloud = row.Share(columns.Cloud, header);
            if (wind is < 0 or > 100)
            {
                row.Fault(columns.Wind, header, "Wind lies between 0 and 100 m/s; check the unit of the column.");
                continue;
            }
            // A trace is written with a dash or a letter by some: it is none.
            var falls = columns.Falls < 0 ? null : row.Number(columns.Falls, header, required: false) * fallsUnit;
            if (falls is < 0 or > 500)
            {
                row.Fault(columns.Falls, header, "Rain lies between 0 and 500 mm from one reading to the next.");
                continue;
            }
            if (row.Broken)
                continue;
            if (
                !hours.TryAdd(
                    time,
                    new(time, temperature, wind, humidity, cloud, members.Count > 0 ? members : null, falls)
                )
            )
                row.Fault(columns.Time, header, "A second reading for the same time: keep one.");
        }
        if (hours.Count == 0)
            return new(null, [.. faults, .. empty], []);
        var series = new ForecastSeries(
            Guid.NewGuid(),
            name,
            Issued(table.Notes, faults) ?? hours.Keys.First(),
            Elevation(table.Notes, faults) ?? choices.ElevationM,
            [.. AnHour([.. hours.Values])]
        );
        return new(series, faults, []);
    }

    /// <summary>What fell since the reading before, as mm an hour; the first reading stands for as long as the next.</summary>
    private static IEnumerable<ForecastHour> AnHour(List<ForecastHour> hours)
    {
        for (var n = 0; n < hours.Count; n++)
        {
            var (at, from) = n > 0 ? (n, n - 1) : (Math.Min(1, hours.Count - 1), 0);
            var length = Math.Max(1.0 / 6, (hours[at].Time - hours[from].Time).TotalHours);
            yield return hours[n].FallsMm is { } fell and > 0
                ? hours[n] with
                {
                    FallsMm = Math.Round(fell / (hours.Count > 1 ? length : 1), 3),
                }
                : hours[n];
        }
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

    private static bool IsInches(string heading) =>
        heading.Contains("(in)", StringComparison.OrdinalIgnoreCase)
        || heading.Contains("inch", StringComparison.OrdinalIgnoreCase)
        || heading.EndsWith("_in", StringComparison.OrdinalIgnoreCase);

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

    private static double? MetresPerSecondIn(string header) =>
        KilometresMark().IsMatch(header) ? MetresPerSecond(WindUnit.KilometresPerHour)
        : MilesMark().IsMatch(header) ? MetresPerSecond(WindUnit.MilesPerHour)
        : KnotsMark().IsMatch(header) ? 1852 / 3600.0
        : MetresMark().IsMatch(header) ? 1
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

    /// <summary>The first rows, looked at before all of them are gone through.</summary>
    private sealed class Ahead(IEnumerable<TextRow> rows)
    {
        private const int Looked = 200;

        private readonly IEnumerator<TextRow> all = rows.GetEnumerator();
        private List<TextRow>? first;

        public IReadOnlyList<TextRow> First
        {
            get
            {
                if (first is null)
                {
                    first = [];
                    while (first.Count < Looked && all.MoveNext())
                        first.Add(all.Current);
                }
                return first;
            }
        }

        public IEnumerable<TextRow> All()
        {
            foreach (var row in First)
                yield return row;
            while (all.MoveNext())
                yield return all.Current;
        }

        /// <summary>Whether every number of a column, among the first rows, is of a kind.</summary>
        public bool AreAll(int column, Predicate<double> kind, bool decimalComma)
        {
            var numbers = First.Select(r => Row.Parsed(r.Cells[column], decimalComma)).OfType<double>().ToList();
            return numbers.Count > 0 && numbers.TrueForAll(kind);
        }
    }

    /// <summary>No air is so hot in °C or °F that freezing is this far below it.</summary>
    private static bool IsKelvin(double degrees) => degrees is > 180 and < 333;

    /// <summary>A zone by its name; null where the word in brackets is none, such as “local”.</summary>
    private static string? KnownZone(string? name) =>
        name is not null
        && (name.Contains('/', StringComparison.Ordinal) || DateTimeZoneProviders.Tzdb.GetZoneOrNull(name) is not null)
            ? name
            : null;

    [GeneratedRegex(@"^(UTC|GMT|Z|Etc/UTC|Etc/GMT)$", RegexOptions.IgnoreCase)]
    private static partial Regex UtcName();

    [GeneratedRegex(@"(?<![a-z])k(elvin)?(?![a-z])", RegexOptions.IgnoreCase)]
    private static partial Regex KelvinMark();

    [GeneratedRegex(@"(?<![a-z])(kt|kts|kn|knots?|knoten|knop)(?![a-z])", RegexOptions.IgnoreCase)]
    private static partial Regex KnotsMark();

    private sealed partial class Row(TextRow row, bool decimalComma, List<Fault> faults)
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

        private static readonly HashSet<string> Nothing = new(StringComparer.OrdinalIgnoreCase)
        {
            "",
            "null",
            "nan",
            "na",
            "n/a",
            "-",
            "--",
            "---",
            "m",
            "-999",
            "-9999",
            "-999.0",
            "-9999.0",
        };

        /// <summary>Nothing was measured, or nothing is forecast any more.</summary>
        public bool IsEmpty(int column) => Nothing.Contains(row.Cells[column]);

        /// <summary>Its time begins as one and is none.</summary>
        public bool BreaksOff(
            ForecastColumns columns,
            ForecastTimes times,
            SortedDictionary<DateTimeOffset, ForecastHour> taken
        ) =>
            columns.Clock < 0
            && row.Cells[columns.Time] is [>= '0' and <= '9', ..]
            && times.Read(row.Cells[columns.Time], taken) is { Moment: null, NeedsZone: false };

        public Fault FaultOf(int column, IReadOnlyList<string> header, string mend) =>
            new($"{row.At}, {header[column]}", Short(row.Cells[column]), mend);

        public DateTimeOffset? Time(
            ForecastColumns columns,
            ForecastTimes times,
            SortedDictionary<DateTimeOffset, ForecastHour> taken
        )
        {
            var text = row.Cells[columns.Time];
            if (columns.Clock >= 0)
            {
                var clock = HourMark()
                    .Replace(
                        row.Cells[columns.Clock],
                        m => $"{m.Groups[1].Value}:{(m.Groups[2].Success ? m.Groups[2].Value : "00")}"
                    );
                if (columns.Days is [var year, var month, var day])
                    text = $"{row.Cells[year]}-{row.Cells[month].PadLeft(2, '0')}-{row.Cells[day].PadLeft(2, '0')}";
                if (clock.Length == 1)
                    clock = $"0{clock}";
                var whole = times.Read(clock, taken);
                text =
                    whole.Moment is not null || whole.NeedsZone
                        ? clock
                        : $"{Midnight().Replace(text, "")} {clock}".Trim();
            }
            var read = times.Read(text, taken);
            NeedsZone = read.NeedsZone;
            if (read is { Moment: null, NeedsZone: false })
                Fault("time", text, "Write times as 2027-02-13 18:00 or 2027-02-13T18:00+01:00.");
            return read.Moment;
        }

        /// <summary>A plain number, with its unit behind it or not; null where it is none.</summary>
        public static double? Parsed(string text, bool decimalComma)
        {
            var plain = Trailing().Replace((decimalComma ? text.Replace(',', '.') : text).Replace('−', '-'), "");
            // “5 to 10 mph”: the stronger.
            if (Range().Match(plain) is { Success: true } range)
                plain = range.Groups[1].Value;
            return
                double.TryParse(plain, NumberStyles.Float, CultureInfo.InvariantCulture, out var number)
                && double.IsFinite(number)
                ? number
                : null;
        }

        public double? Number(int column, IReadOnlyList<string> header, bool required)
        {
            var text = column < 0 ? "" : row.Cells[column];
            if (!required && (column < 0 || IsEmpty(column)))
                return null;
            if (Parsed(text, decimalComma) is { } number)
                return number;
            Fault(column, header, "Write a plain number, or leave the field empty where it is not known.");
            return null;
        }

        public double? Share(int column, IReadOnlyList<string> header)
        {
            if (Number(column, header, required: false) is not { } number)
                return null;
            var says = header[column];
            var fraction =
                Eighths().IsMatch(says) ? number / 8
                : says.Contains("fraction", StringComparison.OrdinalIgnoreCase)
                && !Percent().IsMatch(says)
                && number <= 1.05
                    ? number
                : number / 100;
            if (fraction is >= 0 and <= 1.05)
                return Math.Min(1, fraction);
            Fault(column, header, "Write per cent from 0 to 100, or name the column …_fraction for 0 to 1.");
            return null;
        }

        [GeneratedRegex(@"^(\d{1,2})\s?[hH]\s?(\d\d)?$")]
        private static partial Regex HourMark();

        [GeneratedRegex(@"[\sT]00:00(:00)?$")]
        private static partial Regex Midnight();

        [GeneratedRegex(@"(?<=\d)\s*(°\s?[CFK]?|[CFK]|%|km/h|kph|mph|m/s|kts?|kn|knots?)$", RegexOptions.IgnoreCase)]
        private static partial Regex Trailing();

        [GeneratedRegex(@"^[\d.]+\s*(?:to|-|–)\s*([\d.]+)$")]
        private static partial Regex Range();

        [GeneratedRegex(@"okta|octa|eighth|achtel|åttedel|/8", RegexOptions.IgnoreCase)]
        private static partial Regex Eighths();

        [GeneratedRegex(@"%|per ?cent|prosent|procent|prozent|pct", RegexOptions.IgnoreCase)]
        private static partial Regex Percent();
    }
}
