using System.Text;
using System.Text.Json.Nodes;
using Ermine.Core.Forecasts;
using Ermine.Exchange;
using Ermine.Standins;

namespace Ermine.Server.Tests;

/// <summary>The simulated station, and ensembles and itineraries as files.</summary>
public sealed class StationTests(App app) : IClassFixture<App>
{
    private static readonly StationQuestion Question = new(Terrain.Basin, 66, 500, new(2027, 2, 13), 7, 21, 3);

    private static CancellationToken Now => TestContext.Current.CancellationToken;

    private Task<HttpResponseMessage> Ask(string more) =>
        app.Http.GetAsync($"/standin/station?from=2027-02-13&latitude=66&terrain=basin&days=7{more}", Now);

    [Fact]
    public async Task What_the_station_answers_is_read_as_an_ensemble()
    {
        var body = await (await Ask("")).Content.ReadAsByteArrayAsync(Now);
        var answer = await app.PostBytes("/api/forecasts?name=station&timeZone=Europe/Oslo", body);
        Assert.Equal(201, answer.Status);
        Assert.Equal(21, (int)answer.Body!["forecast"]!["members"]!);
        Assert.Equal(168, (int)answer.Body["forecast"]!["hours"]!);
    }

    [Fact]
    public async Task The_station_can_fail_answer_rubbish_or_be_flaky()
    {
        Assert.Equal(503, (int)(await Ask("&behave=fails")).StatusCode);
        Assert.Equal("text/html", (await Ask("&behave=rubbish")).Content.Headers.ContentType!.MediaType);
        Assert.Equal(503, (int)(await Ask("&behave=flaky&attempt=2")).StatusCode);
        Assert.Equal(200, (int)(await Ask("&behave=flaky&attempt=3")).StatusCode);
        using var impatient = CancellationTokenSource.CreateLinkedTokenSource(Now);
        impatient.CancelAfter(300);
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() =>
            app.Http.GetAsync("/standin/station?from=2027-02-13&latitude=66&behave=slow", impatient.Token)
        );
        var refused = await Answer.Of(await Ask("&members=500&elevationM=90000&behave=sulking"));
        Assert.Equal(["behave", "elevationM", "members"], refused.FaultyFields());
    }

    [Fact]
    public void The_same_question_has_the_same_answer_and_another_seed_another()
    {
        Assert.Equal(SimulatedStation.Ask(Question).Members, SimulatedStation.Ask(Question).Members);
        Assert.NotEqual(
            SimulatedStation.Ask(Question).Members[0],
            SimulatedStation.Ask(Question with { Seed = 4 }).Members[0]
        );
    }

    [Fact]
    public void Its_weather_hangs_together()
    {
        double Mean(StationQuestion q) =>
            Enumerable.Range(1, 12).Average(seed => SimulatedStation.Ask(q with { Seed = seed }).Members[0].Average());
        Assert.True(Mean(Question with { Latitude = 75 }) < Mean(Question with { Latitude = 50 }));
        Assert.True(Mean(Question with { ElevationM = 2500 }) < Mean(Question) - 8);
        Assert.True(Mean(Question with { From = new(2027, 7, 10) }) > Mean(Question) + 10);
        var answers = Enumerable
            .Range(1, 20)
            .Select(seed => SimulatedStation.Ask(Question with { Seed = seed }))
            .ToList();
        double Spread(int hour) => answers.Average(a => a.Members.Max(m => m[hour]) - a.Members.Min(m => m[hour]));
        Assert.True(Spread(150) > 2 * Spread(10));
        var hours = answers.SelectMany(a => a.WindMs.Zip(a.CloudPercent)).ToList();
        double Wind(Func<double, bool> sky) => hours.Where(h => sky(h.Second)).Average(h => h.First);
        Assert.True(Wind(c => c < 30) < Wind(c => c > 70));
    }

    [Theory]
    [InlineData("time,temp_c_member1,temp_c_member2,temp_c_member3\n2027-02-13 20:00,-10,-12,-11\n")]
    [InlineData("time,temp_c,m1,m2,m3\n2027-02-13 20:00,-11,-10,-12,-11\n")]
    [InlineData(
        """{"hourly":{"time":["2027-02-13T20:00"],"temperature":[[-10],[-12],[-11]]},"hourly_units":{"temperature":"°C"}}"""
    )]
    [InlineData(
        """{"hourly":{"time":["2027-02-13T20:00"],"temperature":[[-10,-12,-11]]},"hourly_units":{"temperature":"°C"}}"""
    )]
    [InlineData(
        """{"time":["2027-02-13T20:00"],"temp_c_member01":[-10],"temp_c_member02":[-12],"temp_c_member03":[-11]}"""
    )]
    public void Members_stand_in_columns_or_arrays(string text)
    {
        var reading = ForecastFile.Read(
            "ensemble",
            Encoding.UTF8.GetBytes(text),
            new(TimeZone: "UTC"),
            TestContext.Current.CancellationToken
        );
        Assert.Empty(reading.Faults);
        var hour = Assert.Single(reading.Series!.Hours);
        Assert.Equal(-11, hour.TemperatureC);
        Assert.Equal([-10, -12, -11], hour.Members!);
    }

    [Fact]
    public void A_member_that_is_missing_or_no_number_is_named()
    {
        var text =
            "time,temp_c_member1,temp_c_member2\n2027-02-13 20:00,-10,NaN\n2027-02-13 21:00,-10,\n2027-02-13 22:00,-9,-8\n";
        var reading = ForecastFile.Read(
            "ensemble",
            Encoding.UTF8.GetBytes(text),
            new(TimeZone: "UTC"),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(["line 2, temp_c_member2", "line 3, temp_c_member2"], reading.Faults.Select(f => f.Field));
        Assert.Single(reading.Series!.Hours);
    }

    [Fact]
    public void A_million_lines_are_refused_at_once_or_cut()
    {
        var many = Encoding.UTF8.GetBytes(
            "time,temp_c\n" + string.Concat(Enumerable.Repeat("2027-02-13 20:00,-10\n", 1_000_000))
        );
        Assert.Equal(
            "file",
            ForecastFile.Read("many", many, new(TimeZone: "UTC"), TestContext.Current.CancellationToken).Faults[0].Field
        );
        var short1 = Encoding.UTF8.GetBytes("time,temp_c\n" + string.Concat(Enumerable.Repeat("x,1\n", 900_000)));
        var reading = ForecastFile.Read("many", short1, new(TimeZone: "UTC"), TestContext.Current.CancellationToken);
        Assert.InRange(reading.Faults.Count, 10_000, 10_003);
    }

    [Theory]
    [InlineData("isvar-camps.ics", "Orrbukta", null)]
    [InlineData("isvar-camps.gpx", "Orrbukta", 472.0)]
    public async Task Camps_come_from_a_calendar_or_from_way_points(string file, string camp, double? elevation)
    {
        var answer = await app.PostBytes(
            "/api/itinerary",
            await File.ReadAllBytesAsync(Sample(file), Now),
            "application/octet-stream"
        );
        Assert.Equal(200, answer.Status);
        var stops = answer.Body!["stops"]!.AsArray();
        Assert.Equal(camp, (string)stops[0]!["camp"]!);
        Assert.Equal("2027-02-13", (string)stops[0]!["date"]!);
        Assert.Equal(elevation, (double?)stops[0]!["elevationM"]);
        Assert.Equal(
            Enumerable.Range(0, stops.Count).Select(n => new DateOnly(2027, 2, 13).AddDays(n).ToString("yyyy-MM-dd")),
            stops.Select(s => (string)s!["date"]!)
        );
    }

    [Theory]
    [InlineData("BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nSUMMARY:no date\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n")]
    [InlineData("BEGIN:VCALENDAR\r\nBEGIN:VEV")]
    [InlineData("<gpx><wpt lat=\"66\" lon=\"14\"><ele>4")]
    [InlineData("<!DOCTYPE x [<!ENTITY a SYSTEM \"file:///etc/passwd\">]><gpx>&a;</gpx>")]
    [InlineData("<gpx version=\"1.1\" creator=\"x\" xmlns=\"http://www.topografix.com/GPX/1/1\"></gpx>")]
    [InlineData("camp,elevation\nA,3\n")]
    [InlineData("")]
    public async Task A_broken_itinerary_says_what_is_read(string text)
    {
        var answer = await app.PostBytes("/api/itinerary", Encoding.UTF8.GetBytes(text), "text/calendar");
        Assert.Equal(422, answer.Status);
        Assert.NotEmpty(answer.FaultyFields());
    }

    private static string Sample(string name)
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Ermine.slnx")))
            folder = folder.Parent!;
        return Path.Combine(folder.FullName, "samples", name);
    }
}
