using System.Text;

namespace Ermine.Server.Tests;

public sealed class ForecastTests(App app) : IClassFixture<App>
{
    private const string Zone = "timeZone=Europe/Helsinki";

    private static string Sample(string name)
    {
        for (var at = new DirectoryInfo(AppContext.BaseDirectory); at is not null; at = at.Parent)
            if (File.Exists(Path.Combine(at.FullName, "samples", name)))
                return File.ReadAllText(Path.Combine(at.FullName, "samples", name));
        throw new FileNotFoundException(name);
    }

    /// <summary>The low that a trip of one night has on a forecast that was read.</summary>
    private async Task<double> LowOf(Answer read, string evening = "2027-02-13")
    {
        Assert.Equal(201, read.Status);
        var trip = await app.Trip();
        trip["forecastId"] = read.Body!["forecast"]!["id"]!.DeepClone();
        var night = trip["nights"]![0]!.DeepClone();
        night["date"] = evening;
        trip["nights"] = new System.Text.Json.Nodes.JsonArray(night);
        trip.NoDays();
        foreach (var use in trip["uses"]!.AsArray().Where(u => u!["nights"] is not null).ToList())
            trip["uses"]!.AsArray().Remove(use);
        var plan = await app.Post("/api/plan", new { trip, night = 0 });
        return (double)plan.Body!["nights"]![0]!["forecastLow"]!;
    }

    [Fact]
    public async Task The_sample_is_read_with_zone_elevation_and_issue_from_its_notes()
    {
        var read = await app.PostText("/api/forecasts?name=isvar.csv", Sample("isvar-forecast.csv"));
        Assert.Equal(201, read.Status);
        var head = read.Body!["forecast"]!;
        Assert.Equal(472, (double)head["elevationM"]!);
        Assert.Equal(195, (int)head["hours"]!);
        Assert.Equal("2027-02-12T06:00:00+01:00", (string)head["issuedAt"]!);
        Assert.Equal(-16, await LowOf(read));
    }

    [Theory]
    [InlineData("arrays.json", "")]
    [InlineData("series.geojson", "?timeZone=Europe/Oslo")]
    public async Task The_same_nights_are_read_from_every_shape(string sample, string choice)
    {
        var read = await app.PostText($"/api/forecasts{choice}", Sample(sample));
        Assert.Equal(201, read.Status);
        Assert.Equal(472, (double)read.Body!["forecast"]!["elevationM"]!);
        Assert.Equal(48, (int)read.Body["forecast"]!["hours"]!);
        Assert.Equal(
            DateTimeOffset.Parse("2027-02-12T06:00+01:00", System.Globalization.CultureInfo.InvariantCulture),
            DateTimeOffset.Parse(
                (string)read.Body["forecast"]!["issuedAt"]!,
                System.Globalization.CultureInfo.InvariantCulture
            )
        );
        Assert.Equal(-16, await LowOf(read));
    }

    [Theory]
    [InlineData("{ \"hourly\": { \"time\": [\"2027-02-13T22:00\"], \"temp_c\": [\"NaN\"] } }", "reading 1, temp_c")]
    [InlineData("{ \"time\": [\"2027-02-13T22:00\", \"soon\"], \"temp_c\": [-20, -21] }", "reading 2, time")]
    [InlineData("{ \"hourly\": { \"time\": [\"2027-02-13T22:00\"] } }", "file")]
    [InlineData("{ \"hourly\": [ \"time\" ", "file")]
    [InlineData("{}", "file")]
    public async Task Broken_JSON_is_named_where_it_breaks(string text, string field)
    {
        var answer = await app.PostText($"/api/forecasts?{Zone}", text);
        Assert.Equal(422, answer.Status);
        Assert.Contains(field, answer.FaultyFields());
    }

    [Fact]
    public async Task JSON_without_units_is_asked_for_them()
    {
        var answer = await app.PostText(
            $"/api/forecasts?{Zone}",
            "{ \"hourly\": { \"time\": [\"2027-02-13T22:00\"], \"temperature\": [-20] } }"
        );
        Assert.Equal("temperatureUnit", (string)answer.Body!["needs"]![0]!);
    }

    [Theory]
    [InlineData("time,temperature_f\n2027-02-13 22:00,-4\n", "", -20)]
    [InlineData("time,temp [°C]\n2027-02-13T22:00,-20\n", "", -20)]
    [InlineData("time;temperature °C;wind km/h\n13.02.2027 22:00;-20,5;18\n", "", -20.5)]
    [InlineData("time\ttemp\n2027-02-13 22:00\t−20\n", "&temperatureUnit=celsius", -20)]
    [InlineData("time,temp\n2027-02-13 22:00,-4\n", "&temperatureUnit=fahrenheit", -20)]
    [InlineData("time (America/Denver),temperature_c\n2027-02-13 22:00,-20\n", "", -20)]
    [InlineData("valid,temp_c\n2027-02-13T20:00Z,-20\n", "", -20)]
    public async Task Units_marks_and_zones_are_read_by_header_or_by_choice(string text, string choice, double low) =>
        Assert.Equal(low, await LowOf(await app.PostText($"/api/forecasts?{Zone}{choice}", text)), 1e-3);

    [Fact]
    public async Task A_byte_order_mark_and_an_older_encoding_are_read()
    {
        var text = "time,temp °C\n2027-02-13 22:00,-20\n";
        Assert.Equal(
            -20,
            await LowOf(
                await app.PostBytes($"/api/forecasts?{Zone}", [0xEF, 0xBB, 0xBF, .. Encoding.UTF8.GetBytes(text)])
            )
        );
        Assert.Equal(-20, await LowOf(await app.PostBytes($"/api/forecasts?{Zone}", Encoding.Latin1.GetBytes(text))));
    }

    [Fact]
    public async Task When_clocks_go_forward_the_hour_that_never_was_is_read_as_the_next()
    {
        var answer = await app.PostText(
            "/api/forecasts?timeZone=Europe/Oslo",
            "time,temp_c\n2027-03-28 01:00,-5\n2027-03-28 02:00,-6\n2027-03-28 04:00,-7\n"
        );
        Assert.Equal(201, answer.Status);
        Assert.Equal(3, (int)answer.Body!["forecast"]!["hours"]!);
    }

    [Theory]
    [InlineData("2027-02-13 20:00,-5\n2027-02-13 20:00,-6\n", "line 3, time")]
    [InlineData("2027-02-13 20:00,NaN\n", "line 2, temp_c")]
    [InlineData("2027-02-13 20:00,\n", "line 2, temp_c")]
    [InlineData("2027-02-13 20:00\n", "line 2, temp_c")]
    [InlineData("2027-02-13 2", "line 2, time")]
    public async Task A_doubled_missing_or_cut_off_reading_is_named_by_its_line(string lines, string field)
    {
        var answer = await app.PostText("/api/forecasts?timeZone=UTC", $"time,temp_c\n{lines}");
        Assert.Equal(422, answer.Status);
        Assert.Contains(field, answer.FaultyFields());
    }

    [Fact]
    public async Task When_clocks_go_back_the_doubled_hour_is_read_twice()
    {
        var read = await app.PostText(
            $"/api/forecasts?{Zone}",
            "time,temp_c\n2027-10-31 02:00,-1\n2027-10-31 03:00,-2\n2027-10-31 03:00,-3\n2027-10-31 04:00,-4\n"
        );
        Assert.Equal(201, read.Status);
        Assert.Equal(4, (int)read.Body!["forecast"]!["hours"]!);
    }

    [Theory]
    [InlineData("time,temp\n2027-02-13 22:00,-20\n", "temperatureUnit")]
    [InlineData("time,temp_c\n2027-02-13 22:00,-20\n", "timeZone")]
    public async Task What_the_file_does_not_say_is_asked(string text, string need)
    {
        var choice = need == "timeZone" ? "" : $"?{Zone}";
        var answer = await app.PostText($"/api/forecasts{choice}", text);
        Assert.Equal(422, answer.Status);
        Assert.Equal([need], answer.FaultyFields());
        Assert.Equal(need, (string)answer.Body!["needs"]![0]!);
    }

    [Theory]
    [InlineData("")]
    [InlineData("\n\n")]
    [InlineData("<html><body>Not a forecast</body></html>")]
    [InlineData("place,snow\nHere,12\n")]
    [InlineData("time,temp_c\n")]
    public async Task A_foreign_file_says_what_is_read_and_saves_nothing(string text)
    {
        var before = (await app.Get("/api/workspace"))["forecasts"]!.AsArray().Count;
        var answer = await app.PostText($"/api/forecasts?{Zone}", text);
        Assert.Equal(422, answer.Status);
        Assert.NotEmpty(answer.FaultyFields());
        Assert.Equal(before, (await app.Get("/api/workspace"))["forecasts"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_unit_that_does_not_exist_is_named_with_those_that_do()
    {
        var answer = await app.PostText(
            $"/api/forecasts?{Zone}&temperatureUnit=kelvin",
            "time,temp\n2027-02-13 22:00,-20\n"
        );
        Assert.Equal(["temperatureUnit"], answer.FaultyFields());
    }

    [Fact]
    public async Task A_zone_that_does_not_exist_is_named()
    {
        var answer = await app.PostText("/api/forecasts?timeZone=Middle/Earth", "time,temp_c\n2027-02-13 22:00,-20\n");
        Assert.Equal(["timeZone"], answer.FaultyFields());
    }

    [Fact]
    public async Task Every_bad_line_is_counted_twenty_are_shown_and_the_good_part_can_be_taken()
    {
        var text = new StringBuilder("time,temperature_c,wind_ms,cloud_pct\n");
        for (var h = 0; h < 24; h++)
            text.Append($"2027-02-13 {h:00}:00,-{h},3,40\n");
        for (var n = 0; n < 30; n++)
            text.Append($"2027-02-14 {n % 24:00}:00,{(n % 3 == 0 ? "NaN" : n % 3 == 1 ? "-300" : "")},3,40\n");
        text.Append("2027-02-15 01:00,-5,900,40\n2027-02-15 02:00,-5,3,400\nsoon,-5,3,40\n2027-02-13 05:00,-9,3,40\n");
        var url = $"/api/forecasts?{Zone}";
        var answer = await app.PostText(url, text.ToString());
        Assert.Equal(422, answer.Status);
        Assert.Equal(20, answer.FaultyFields().Count);
        Assert.Equal("line 26, temperature_c", answer.FaultyFields()[0]);
        Assert.Equal(34, (int)answer.Body!["errorCount"]!);
        Assert.Equal(24, (int)answer.Body["goodLines"]!);
        var taken = await app.PostText($"{url}&takeGood=true", text.ToString());
        Assert.Equal(201, taken.Status);
        Assert.Equal(34, (int)taken.Body!["leftOut"]!);
        Assert.Equal(-23, await LowOf(taken));
    }

    [Fact]
    public async Task Noise_is_refused_and_too_much_of_it_is_not_even_read()
    {
        var noise = new byte[1_000_000];
        new Random(7).NextBytes(noise);
        Assert.Equal(422, (await app.PostBytes($"/api/forecasts?{Zone}", noise)).Status);
        var large = await app.PostBytes($"/api/forecasts?{Zone}", new byte[4_200_000]);
        Assert.Equal(422, large.Status);
        Assert.Equal(["file"], large.FaultyFields());
    }

    [Theory]
    [InlineData("2027-02-13T22:00:00-19:00")]
    [InlineData("-0044-03-15T22:00:00+01:00")]
    [InlineData("9999-12-31T23:59:00-12:00")]
    [InlineData("٢٠٢٧-٠٢-٣٠T٢٢:٠٠")]
    public async Task A_time_that_no_clock_shows_is_a_line_that_is_named(string time)
    {
        var answer = await app.PostText(
            "/api/forecasts?timeZone=UTC",
            $"time,temp_c\n2027-02-13 20:00,-5\n{time},-6\n"
        );
        Assert.Equal(422, answer.Status);
        Assert.Single(answer.FaultyFields());
    }
}
