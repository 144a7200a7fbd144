using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>The log over HTTP: the demo's fourteen nights, what is saved, what it changes in every answer, the calculators.</summary>
public sealed class LogTests(App app) : IClassFixture<App>
{
    private static async Task<JsonNode> Sound(App app, string path, object body)
    {
        var answer = await app.Post(path, body);
        Assert.Equal(200, answer.Status);
        return answer.Body!;
    }

    private Task<JsonNode> Sound(string path, object body) => Sound(app, path, body);

    [Fact]
    public async Task Fourteen_nights_of_two_sleepers_and_three_days_are_in_the_demo()
    {
        var log = await app.Log();
        Assert.Equal(14, log.Count);
        Assert.Equal(2, log.Select(e => (string)e!["sleeperId"]!).Distinct().Count());
        Assert.Equal(3, log.Count(e => e!["day"] is not null));
        var dates = log.Select(e => (string)e!["date"]!).ToList();
        Assert.Equal(dates.Order(), dates);
        var learned = await app.Get("/api/log/learned");
        var means = learned["learned"]!["sleepers"]!
            .AsArray()
            .Select(s => (double)s!["body"]!["offset"]!["mean"]!)
            .ToList();
        Assert.True(means.Min() < -1 && means.Max() > 1, string.Join(' ', means));
        Assert.NotEmpty(learned["learned"]!["places"]!.AsArray());
        Assert.Equal(14, (int)learned["record"]!["all"]!["nights"]!);
    }

    [Theory]
    [InlineData("orrbukta-tryout-logger.csv", "2026-01-17", "Orrbukta tryout")]
    [InlineData("heather-weekend-logger.csv", "2026-03-07", "Heather weekend")]
    public async Task Each_logged_trip_has_its_loggers_file(string name, string date, string trip)
    {
        var file = await File.ReadAllBytesAsync(
            Path.Combine(AppContext.BaseDirectory, "../../../../../samples", name),
            TestContext.Current.CancellationToken
        );
        var answer = await app.PostBytes($"/api/log/logger?date={date}&tentAddsK=3.76", file);
        Assert.Equal(200, answer.Status);
        var logged = (await app.Log()).First(e =>
            (string)e!["date"]! == date && (string)e["trip"]! == trip && e["night"]!["traces"] is not null
        );
        Assert.Equal(
            (double)logged!["night"]!["outsideC"]!,
            (double)answer.Body!["night"]!["probes"]![0]!["lowC"]!,
            0.06
        );
    }

    /// <summary>The fourth night of the crossing as it was slept.</summary>
    private static JsonObject Lived(Guid id, JsonObject trip, JsonNode kept, string slept) =>
        new()
        {
            ["id"] = id,
            ["sleeperId"] = trip["members"]![0]!["sleeperId"]!.DeepClone(),
            ["date"] = "2027-02-16",
            ["trip"] = "Isvar crossing",
            ["camp"] = "Halvskar",
            ["tripId"] = trip["id"]!.DeepClone(),
            ["nightId"] = trip["nights"]![3]!["id"]!.DeepClone(),
            ["planned"] = kept["night"]!.DeepClone(),
            ["night"] = new JsonObject
            {
                ["slept"] = slept,
                ["where"] = new JsonArray(),
                ["damp"] = new JsonArray(),
                // As cold as forecast, so that the place itself teaches nothing.
                ["outsideC"] = (double)kept["night"]!["campLowC"]!,
                ["outsideToC"] = null,
                ["pillowC"] = null,
                ["pillowToC"] = null,
                ["changes"] = new JsonArray(),
            },
            ["plannedDay"] = kept["day"]!.DeepClone(),
            ["day"] = null,
            ["leftOut"] = null,
            ["notes"] = "",
            ["loggedAt"] = "2027-02-17T07:00:00Z",
        };

    [Fact]
    public async Task A_night_that_takes_the_place_of_another_teaches_what_it_says_and_the_same_question_has_the_same_answer()
    {
        await using var own = new App();
        var trip = await own.Trip();
        var ask = new { trip, night = 3 };
        var kept = await Sound(own, "/api/plan/log", ask);
        var warm = Guid.NewGuid();
        Assert.Equal(200, (await own.Put($"/api/log/{warm}", Lived(warm, trip, kept, "warm"))).Status);
        var afterWarm = await Sound(own, "/api/plan", ask);
        Assert.Equal(afterWarm.ToJsonString(), (await Sound(own, "/api/plan", ask)).ToJsonString());
        // As many entries as before, and of the same versions.
        Assert.Equal(204, (await own.Delete($"/api/log/{warm}?version=1")).Status);
        var cold = Guid.NewGuid();
        Assert.Equal(200, (await own.Put($"/api/log/{cold}", Lived(cold, trip, kept, "cold"))).Status);
        var afterCold = await Sound(own, "/api/plan", ask);
        Assert.True((double)afterCold["night"]!["margin"]! < (double)afterWarm["night"]!["margin"]! - 0.5);
        // The same id and version again, with another text.
        Assert.Equal(204, (await own.Delete($"/api/log/{cold}?version=1")).Status);
        Assert.Equal(200, (await own.Put($"/api/log/{cold}", Lived(cold, trip, kept, "warm"))).Status);
        Assert.Equal(
            (double)afterWarm["night"]!["margin"]!,
            (double)(await Sound(own, "/api/plan", ask))["night"]!["margin"]!,
            1e-9
        );
    }

    [Fact]
    public async Task A_logged_night_narrows_the_band_in_every_answer_and_its_removal_gives_it_back()
    {
        await using var own = new App();
        var trip = await own.Trip();
        var ask = new
        {
            trip,
            night = 3,
            member = 0,
        };
        var before = await Sound(own, "/api/plan", ask);
        Assert.Equal(7, (int)before["night"]!["offset"]!["count"]!);
        Assert.Equal(7, before["chances"]![0]!["each"]!.AsArray().Count);
        var kept = await Sound(own, "/api/plan/log", ask);
        Assert.Equal((string)before["night"]!["verdict"]!, (string)kept["night"]!["verdict"]!);
        Assert.NotNull(kept["day"]);
        var id = Guid.NewGuid();
        var entry = Lived(id, trip, kept, "warm");
        Assert.Equal(200, (await own.Put($"/api/log/{id}", entry)).Status);
        var after = await Sound(own, "/api/plan", ask);
        Assert.Equal(8, (int)after["night"]!["offset"]!["count"]!);
        Assert.True((double)after["night"]!["margin"]! > (double)before["night"]!["margin"]! + 0.3);
        Assert.True((double)after["chances"]![0]!["all"]! > (double)before["chances"]![0]!["all"]!);
        // A later edit of what is owned leaves what was kept with the night as it was.
        var bag = await own.Item("Winter down bag");
        bag["loftFactor"] = 0.5;
        Assert.Equal(200, (await own.Put($"/api/items/{bag["id"]}", bag)).Status);
        var stands = (await own.Log()).Single(e => (string)e!["id"]! == $"{id}")!;
        Assert.Equal(entry["planned"]!.ToJsonString(), stands["planned"]!.ToJsonString());
        // On the version that was read, and not over another's.
        Assert.Equal(409, (await own.Put($"/api/log/{id}", entry)).Status);
        stands["leftOut"] = "slept in the hut";
        Assert.Equal(200, (await own.Put($"/api/log/{id}", stands)).Status);
        Assert.Equal(7, (int)(await Sound(own, "/api/plan", ask))["night"]!["offset"]!["count"]!);
        Assert.Equal(204, (await own.Delete($"/api/log/{id}?version=2")).Status);
        Assert.Equal(14, (await own.Log()).Count);
    }

    [Fact]
    public async Task A_place_where_it_was_colder_than_forecast_is_a_step_on_cold()
    {
        var plan = await Sound("/api/plan", new { trip = await app.Trip(), night = 0 });
        var steps = plan["night"]!["weather"]!["low"]!["steps"]!.AsArray();
        var place = steps.Single(s => (string)s!["kind"]! == "place")!;
        Assert.InRange((double)place["change"]!, -2.5, -0.8);
        Assert.Contains("Orrbukta", (string)place["why"]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_would_raise_the_chance_is_told_with_both_ends_of_what_is_learned()
    {
        var answer = await Sound("/api/plan/chance", new { trip = await app.Trip(), night = 0 });
        var all = (double)answer["chance"]!["all"]!;
        Assert.Equal(3, (int)answer["chance"]!["carries"]!);
        var raises = answer["raises"]!.AsArray();
        Assert.Contains(raises, r => (string)r!["by"]! == "fix" && r["fix"] is not null);
        Assert.All(raises, r => Assert.True((double)r!["to"]! > all));
        Assert.All(raises.Where(r => (string)r!["by"]! != "fix"), r => Assert.True((double)r!["ifBad"]! < all));
    }

    [Fact]
    public async Task The_log_is_a_table_too()
    {
        var text = await app.Http.GetStringAsync("/api/log.csv", TestContext.Current.CancellationToken);
        var lines = text.TrimStart('\uFEFF').TrimEnd().Split("\r\n");
        Assert.Equal(15, lines.Length);
        Assert.StartsWith("date,sleeper,trip", lines[0], StringComparison.Ordinal);
        Assert.All(lines, l => Assert.True(l.Split(',').Length >= 24));
        Assert.Contains(lines, l => l.StartsWith("2026-01-17,Sleeps cold,Orrbukta tryout", StringComparison.Ordinal));
    }

    [Fact]
    public async Task The_log_travels_with_everything()
    {
        var everything = await app.Get("/api/archive");
        Assert.Equal(14, everything["log"]!.AsArray().Count);
        await using var other = App.OwnData();
        var read = await other.PostBytes(
            "/api/package/read",
            System.Text.Encoding.UTF8.GetBytes(everything.ToJsonString()),
            "application/json"
        );
        Assert.Equal(14, read.Body!["log"]!.AsArray().Count);
        Assert.Empty(read.Body["refused"]!.AsArray());
    }

    [Fact]
    public async Task Calculators_give_the_reference_values()
    {
        var learned = await Sound(
            "/api/calc/learn",
            new
            {
                nights = new object[]
                {
                    new { marginK = 3, slept = "cool" },
                    new
                    {
                        marginK = 5,
                        slept = "cool",
                        halfRangeK = 1,
                    },
                    new { marginK = 2, slept = "cold" },
                    new
                    {
                        marginK = 6,
                        slept = "fine",
                        halfRangeK = 2,
                    },
                },
            }
        );
        Assert.Equal(-5.62, (double)learned["meanK"]!, 0.01);
        Assert.Equal(1.16, (double)learned["sdK"]!, 0.01);
        Assert.Equal(4, learned["moved"]!.AsArray().Count);
        var chance = await Sound(
            "/api/calc/chance",
            new
            {
                nights = new object[]
                {
                    new
                    {
                        campLowC = -18,
                        sigmaK = 2.5,
                        flipC = -24,
                    },
                    new
                    {
                        campLowC = -25,
                        sigmaK = 3,
                        flipC = -27,
                    },
                },
                personMeanK = 0,
                personSdK = 4,
            }
        );
        Assert.Equal(0.639, (double)chance["all"]!, 0.001);
        Assert.Equal([0.898, 0.655], chance["each"]!.AsArray().Select(e => Math.Round((double)e!, 3)));
    }

    [Fact]
    public async Task What_cannot_be_names_field_value_and_mend()
    {
        var learn = await app.Post(
            "/api/calc/learn",
            new
            {
                nights = new[]
                {
                    new
                    {
                        marginK = 900,
                        slept = "fine",
                        halfRangeK = -1,
                    },
                },
            }
        );
        Assert.Equal(["nights[0].marginK", "nights[0].halfRangeK"], learn.FaultyFields());
        var chance = await app.Post("/api/calc/chance", new { nights = new[] { new { flipC = -20 } } });
        Assert.Equal(["nights[0]"], chance.FaultyFields());
        Assert.Equal(
            400,
            (await app.Post("/api/calc/learn", """{ "nights": [{ "marginK": 1, "slept": "lovely" }] }""")).Status
        );
        var entry = (JsonObject)(await app.Log())[0]!;
        entry["night"]!["outsideC"] = -300;
        Assert.Equal(["night.outsideC"], (await app.Put($"/api/log/{entry["id"]}", entry)).FaultyFields());
        entry["night"]!["outsideC"] = -20;
        entry["sleeperId"] = Guid.NewGuid();
        Assert.Equal(["sleeperId"], (await app.Put($"/api/log/{entry["id"]}", entry)).FaultyFields());
        var what = await app.PostText(
            "/api/files/what",
            "time,outside_c,pillow_c\n2026-01-16 20:00,5,6\n2026-01-16 21:00,5,6\n"
        );
        Assert.Equal("logger", (string)what.Body!["is"]!);
        var far = await app.Post("/api/plan/log", new { trip = await app.Trip(), night = 40 });
        Assert.Equal(["night"], far.FaultyFields());
        Assert.Equal(["file"], (await app.PostText("/api/log/logger?date=2026-01-16", "nothing")).FaultyFields());
        var unit = await app.PostText("/api/log/logger?date=2026-01-16", "time,out\n2026-01-16 20:00,5\n");
        Assert.Equal("temperatureUnit", (string)unit.Body!["needs"]![0]!);
        var probes = await app.PostText(
            "/api/log/logger?date=2026-01-16&probes=outside,pillow",
            "time,out_c\n2026-01-16 20:00,5\n"
        );
        Assert.Equal(["probes"], probes.FaultyFields());
    }

    [Theory]
    [InlineData("from=2026-01-16&lows=-20,-22&behave=dropsOut", 200)]
    [InlineData("from=2026-01-16&lows=-20,x", 422)]
    [InlineData("from=2026-01-16&lows=-20&behave=sings", 422)]
    public async Task The_simulated_logger_answers_and_refuses(string query, int status)
    {
        using var response = await app.Http.GetAsync($"/standin/logger?{query}", TestContext.Current.CancellationToken);
        Assert.Equal(status, (int)response.StatusCode);
    }
}
