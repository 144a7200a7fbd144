using System.Text;
using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>Forecasts in the shapes in which public services and weather stations give them: all thirty hours, the same low of −20.</summary>
public sealed class ExportedForecastTests(App app) : IClassFixture<App>
{
    private static readonly (string Date, int Hour, double C)[] Hours =
    [
        .. Enumerable.Range(12, 30).Select(h => ($"2027-02-{13 + h / 24:00}", h % 24, h == 28 ? -20.0 : -8 - h % 7)),
    ];

    private static string Rows(Func<(string Date, int Hour, double C), string> row) =>
        string.Join('\n', Hours.Select(row)) + "\n";

    private static string Comma(double c) =>
        c.ToString("0.0", System.Globalization.CultureInfo.InvariantCulture).Replace('.', ',');

    private static string Dotted(string date) => $"{date[8..]}.{date[5..7]}.{date[..4]}";

    private static long Seconds((string Date, int Hour, double C) h) =>
        DateTimeOffset
            .Parse($"{h.Date}T{h.Hour:00}:00Z", System.Globalization.CultureInfo.InvariantCulture)
            .ToUnixTimeSeconds();

    private static readonly Dictionary<string, string> Shapes = new()
    {
        ["keys over their values before the heading"] =
            "latitude,longitude,elevation,utc_offset_seconds,timezone\n60.5,7.5,987.0,3600,Europe/Oslo\n\n"
            + "time,temperature_2m (°C),apparent_temperature (°C),dew_point_2m (°C),wind_speed_10m (km/h),wind_direction_10m (°),cloud_cover (%)\n"
            + Rows(h => $"{h.Date}T{h.Hour:00}:00,{h.C},-40,-41,18,270,40"),
        ["German, date and time apart, decimal commas, eighths"] =
            "Station;Beispiel\nHöhe:;987 m\n\n\"Datum\";\"Uhrzeit\";\"Taupunkt [°C]\";\"Lufttemperatur [°C]\";\"Windgeschwindigkeit [m/s]\";\"Bedeckung [Achtel]\"\n"
            + Rows(h => $"{Dotted(h.Date)};{h.Hour:00}:00;-41,0;{Comma(h.C)};5,0;4"),
        ["quoted headings in UTC, knots"] =
            "\"Time (UTC)\",\"Air temperature (°C)\",\"Dew point (°C)\",\"Wind speed (kt)\",\"Wind gust (kt)\"\n"
            + Rows(h => $"\"{h.Date} {h.Hour:00}:00\",\"{h.C}\",\"-41\",\"9.7192\",\"30\""),
        ["Norwegian station with a last line of words"] =
            "Navn;Stasjon;Tid(norsk normaltid);Lufttemperatur;Middelvind;Høyeste vindkast (døgn)\n"
            + Rows(h => $"Fjellet;S1;{Dotted(h.Date)} {h.Hour:00}:00;{Comma(h.C)};5,0;9")
            + "Data er gyldig per 12.02.2027;;;;;\n",
        ["French, hours written with an h"] =
            "Date;Heure;Température (°C);Température ressentie (°C);Vent moyen (km/h);Rafales (km/h)\n"
            + Rows(h => $"{h.Date[8..]}/{h.Date[5..7]}/{h.Date[..4]};{h.Hour}h00;{Comma(h.C)};-40;18;60"),
        ["Finnish, year, month and day apart"] =
            "\"Havaintoasema\",\"Vuosi\",\"Kuukausi\",\"Päivä\",\"Aika [Paikallinen aika]\",\"Ilman lämpötila [°C]\",\"Keskituulen nopeus [m/s]\"\n"
            + Rows(h =>
                $"\"A\",\"2027\",\"2\",\"{int.Parse(h.Date[8..], System.Globalization.CultureInfo.InvariantCulture)}\",\"{h.Hour:00}:00\",\"{h.C}\",\"5\""
            ),
        ["American, twelve hours, °F and mph"] =
            "Location: Camp\nLatitude: 60.5\nLongitude: 7.5\n\nDate,Time,Temp (F),Wind Speed (mph)\n"
            + Rows(h =>
                FormattableString.Invariant(
                    $"{h.Date[5..7]}/{h.Date[8..]}/2027,{(h.Hour % 12 == 0 ? 12 : h.Hour % 12)}:00 {(h.Hour < 12 ? "AM" : "PM")},{h.C * 1.8 + 32:0.0},11.1847"
                )
            ),
        ["seconds since 1970, empty at the end of the run"] =
            "{ \"latitude\": 60.5, \"longitude\": 7.5, \"hourly_units\": { \"time\": \"unixtime\", \"temperature_2m\": \"celsius\", \"wind_speed_10m\": \"kn\" }, \"hourly\": { \"time\": ["
            + string.Join(',', Hours.Select(Seconds))
            + ","
            + (Seconds(Hours[^1]) + 3600)
            + "], \"temperature_2m\": ["
            + string.Join(',', Hours.Select(h => h.C))
            + ",null], \"wind_speed_10m\": ["
            + string.Join(',', Hours.Select(_ => "9.7192"))
            + ",null] } }",
        ["units as words in an object of their own, many details"] =
            "{ \"type\": \"Feature\", \"geometry\": { \"type\": \"Point\", \"coordinates\": [7.5, 60.5, 987] }, \"properties\": { \"meta\": { \"units\": { \"air_temperature\": \"celsius\", \"wind_speed\": \"kt\", \"cloud_area_fraction\": \"percent\" } }, \"timeseries\": ["
            + string.Join(
                ',',
                Hours.Select(h =>
                    $"{{ \"time\": \"{h.Date}T{h.Hour:00}:00:00Z\", \"data\": {{ \"instant\": {{ \"details\": {{ \"air_pressure\": 900, \"air_temperature_percentile_10\": -44, \"air_temperature\": {h.C}, \"dew_point_temperature\": -41, \"cloud_area_fraction\": 40, \"wind_from_direction\": 200, \"wind_speed\": 9.7192 }} }}, \"next_6_hours\": {{ \"details\": {{ \"air_temperature_min\": -44 }} }} }} }}"
                )
            )
            + "] } }",
        ["a list of readings in kelvin"] =
            "{ \"list\": ["
            + string.Join(
                ',',
                Hours.Select(h =>
                    FormattableString.Invariant(
                        $"{{ \"dt\": {Seconds(h)}, \"main\": {{ \"temp\": {h.C + 273.15:0.00}, \"feels_like\": 230, \"temp_min\": 231, \"humidity\": 80 }}, \"wind\": {{ \"speed\": 5, \"deg\": 200, \"gust\": 15 }} }}"
                    )
                )
            )
            + "] }",
        ["periods with units in their cells"] =
            "{ \"properties\": { \"periods\": ["
            + string.Join(
                ',',
                Hours.Select(h =>
                    FormattableString.Invariant(
                        $"{{ \"startTime\": \"{h.Date}T{h.Hour:00}:00:00+01:00\", \"endTime\": \"{h.Date}T{h.Hour:00}:59:00+01:00\", \"temperature\": {h.C * 1.8 + 32:0.0}, \"temperatureUnit\": \"F\", \"windSpeed\": \"5 to 11.1847 mph\", \"windDirection\": \"W\" }}"
                    )
                )
            )
            + "] } }",
    };

    public static TheoryData<string> Names() => [.. Shapes.Keys];

    /// <summary>Read as it is; where the zone is not said, in the zone that is proposed first, as one press does.</summary>
    private async Task<JsonObject> Read(byte[] bytes)
    {
        const string Url = "/api/forecasts?name=exported&browserZone=Europe/Oslo";
        var answer = await app.PostBytes(Url, bytes, "application/octet-stream");
        if (answer.Status == 422)
        {
            Assert.Equal(["timeZone"], answer.Body!["needs"]!.AsArray().Select(n => (string)n!));
            answer = await app.PostBytes(
                $"{Url}&timeZone={answer.Body["zones"]![0]}",
                bytes,
                "application/octet-stream"
            );
        }
        Assert.Equal(201, answer.Status);
        Assert.Equal(0, (int)answer.Body!["leftOut"]!);
        return await app.Get($"/api/forecasts/{answer.Body["forecast"]!["id"]}");
    }

    [Theory]
    [MemberData(nameof(Names))]
    public async Task A_file_is_read_without_a_mend_by_hand(string shape)
    {
        var hours = (await Read(Encoding.UTF8.GetBytes(Shapes[shape])))["hours"]!.AsArray();
        Assert.Equal(30, hours.Count);
        Assert.Equal(-20, hours.Min(h => (double)h!["temperatureC"]!), 1e-2);
        Assert.All(hours, h => Assert.Equal(5, (double)h!["windMs"]!, 1e-2));
        var coldest = hours.MinBy(h => (double)h!["temperatureC"]!)!;
        var time = DateTimeOffset.Parse((string)coldest["time"]!, System.Globalization.CultureInfo.InvariantCulture);
        // Four in the morning by the file's own clock: local, or an hour later where it is UTC.
        Assert.Contains(time.Hour, new[] { 4, 5 });
        Assert.Equal(TimeSpan.FromHours(1), time.Offset);
    }

    [Theory]
    [InlineData("place-above.csv")]
    [InlineData("station-two-columns.csv")]
    [InlineData("seconds.json")]
    [InlineData("list.json")]
    [InlineData("details.geojson")]
    [InlineData("sheet.xlsx")]
    public async Task Every_sample_is_read(string name)
    {
        var whole = await Read(await File.ReadAllBytesAsync(Sample(name), TestContext.Current.CancellationToken));
        Assert.Equal(-20, whole["hours"]!.AsArray().Min(h => (double)h!["temperatureC"]!), 1e-2);
    }

    [Theory]
    [InlineData(60.5, 7.5, "Europe/Helsinki", "Europe/Helsinki")]
    [InlineData(64.1, -21.9, "Europe/Helsinki", "Atlantic/Reykjavik")]
    [InlineData(61.2, -149.9, "Europe/Oslo", "America/Anchorage")]
    public async Task The_zone_proposed_is_the_browsers_unless_the_longitude_speaks_against_it(
        double north,
        double east,
        string browser,
        string proposed
    )
    {
        var text = FormattableString.Invariant(
            $"{{ \"latitude\": {north}, \"longitude\": {east}, \"hourly\": {{ \"time\": [1802534400], \"temp_c\": [-20] }} }}"
        );
        var answer = await app.PostText($"/api/forecasts?browserZone={browser}", text);
        Assert.Equal(proposed, (string)answer.Body!["zones"]![0]!);
    }

    [Fact]
    public async Task A_run_that_breaks_off_in_a_time_is_not_a_run_that_has_ended()
    {
        var answer = await app.PostText(
            "/api/forecasts?timeZone=Europe/Oslo",
            "time,temp_c\n2027-02-13 20:00,-5\n2027-02-13 21:00,\n2027-02-13 2"
        );
        Assert.Contains("line 4, time", answer.FaultyFields());
    }

    private static string Sample(string name)
    {
        for (var at = new DirectoryInfo(AppContext.BaseDirectory); at is not null; at = at.Parent)
            if (File.Exists(Path.Combine(at.FullName, "samples", name)))
                return Path.Combine(at.FullName, "samples", name);
        throw new FileNotFoundException(name);
    }
}
