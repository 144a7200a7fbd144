using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Ical.Net;

namespace Ermine.Server.Tests;

/// <summary>Loads over HTTP: the demo's ice cap, its files, the calculators, and what cannot stand.</summary>
public sealed class LoadsTests(App app) : IClassFixture<App>
{
    private async Task<JsonNode> Sound(string path, object body)
    {
        var answer = await app.Post(path, body);
        Assert.Equal(200, answer.Status);
        return answer.Body!;
    }

    private Task<JsonObject> Kessar() => app.Trip("Kessar ice cap");

    private async Task<JsonNode> Load(JsonNode trip, bool quick = false) =>
        await Sound("/api/plan/load", new { trip, quick });

    private static IEnumerable<JsonNode> Of(JsonNode answer, string list) => answer[list]!.AsArray().Select(n => n!);

    [Theory]
    [InlineData(0, 83)]
    [InlineData(1.5, 121)]
    public async Task Melting_three_litres(double boiledLitres, double grams)
    {
        var answer = await Sound(
            "/api/calc/melt",
            new
            {
                litres = 3,
                snowC = -20,
                toC = 10,
                boiledLitres,
                efficiency = 0.35,
                fuelKJPerG = 43,
            }
        );
        Assert.Equal(grams, Math.Round((double)answer["grams"]!));
    }

    [Fact]
    public async Task What_is_out_of_range_names_field_value_and_mend()
    {
        var melt = await app.Post(
            "/api/calc/melt",
            new
            {
                litres = -1,
                snowC = 4,
                boiledLitres = 3,
                efficiency = 0,
            }
        );
        Assert.Equal(["litres", "snowC", "boiledLitres", "efficiency"], melt.FaultyFields());
        var bottle = await app.Post(
            "/api/calc/bottle",
            new
            {
                litres = 0,
                airC = -200,
                startC = -1,
            }
        );
        Assert.Equal(["litres", "airC", "startC"], bottle.FaultyFields());
        var day = await app.Post("/api/plan/load/lost", new { trip = await Kessar(), day = 9 });
        Assert.Equal(["day"], day.FaultyFields());
    }

    [Fact]
    public async Task A_bottle_in_its_cover_has_ice_after_about_four_hours_at_24_below()
    {
        var answer = await Sound(
            "/api/calc/bottle",
            new
            {
                litres = 1,
                airC = -24,
                coverR = 0.15,
            }
        );
        Assert.InRange((double)answer["hoursToIce"]!, 3.5, 5.5);
        Assert.True((double)answer["hoursToHalf"]! > (double)answer["hoursToIce"]!);
        var warm = await Sound("/api/calc/bottle", new { litres = 1, airC = 2 });
        Assert.Null(warm["hoursToIce"]);
    }

    [Fact]
    public async Task The_jacket_under_the_head_is_counted_on_twice_and_the_press_does_what_it_says()
    {
        var trip = await Kessar();
        var answer = await Load(trip);
        var twice = Assert.Single(Of(answer, "twice"));
        Assert.Equal("pillow", (string)twice["first"]!);
        Assert.Equal([6, 7], twice["nights"]!.AsArray().Select(n => (int)n!));
        var uses = trip["uses"]!.AsArray();
        foreach (var set in Of(twice["mend"]!, "usesSet"))
        {
            var at = uses.Index().First(u => (string)u.Item!["id"]! == (string)set["id"]!).Index;
            uses[at] = set.DeepClone();
        }
        Assert.Empty(Of(await Load(trip), "twice"));
    }

    [Fact]
    public async Task Weights_alone_say_the_same_as_the_whole_and_close_over_the_days()
    {
        var trip = await Kessar();
        var (quick, whole) = (await Load(trip, quick: true), await Load(trip));
        Assert.True(JsonNode.DeepEquals(quick["days"], whole["days"]));
        Assert.True(JsonNode.DeepEquals(quick["reach"], whole["reach"]));
        Assert.Null(quick["needs"]);
        var all = Of(quick, "things").Sum(t => (double)t["grams"]!);
        var gone = 0.0;
        foreach (var day in Of(quick, "days"))
        {
            Assert.Equal(all - gone, Of(day, "loads").Sum(l => (double)l["grams"]!), 0.01);
            gone += (double)day["eatenG"]! + (double)day["burntG"]!;
        }
        var depot = Of(quick, "loads").Single(l => (string)l["load"]!["name"]! == "Plateau depot")["load"]!["id"]!;
        double In(int day) =>
            (double)Of(quick["days"]![day]!, "loads").Single(l => (string)l["loadId"]! == (string)depot!)["grams"]!;
        Assert.Equal(0, In(3));
        // On the push two sledges are left there as well; on the way down the food that was kept for it is picked up.
        Assert.True(In(4) > 50_000 && In(6) > In(5) && In(8) < In(7));
    }

    [Fact]
    public async Task A_heavier_sledge_is_more_work()
    {
        var trip = await Kessar();
        double Heat(JsonNode answer) => (double)Of(answer, "walks").First(w => (int)w["day"]! == 2)["heatW"]!;
        var before = Heat(await Load(trip));
        var box = (JsonObject)(await app.Item("Ice drill in its box")).DeepClone();
        var lots = trip["load"]!["lots"]!.AsArray();
        var sledge = (string)trip["load"]!["loads"]!.AsArray().First(l => (string)l!["kind"]! == "sledge")!["id"]!;
        lots.Add(
            new JsonObject
            {
                ["id"] = $"{Guid.NewGuid()}",
                ["itemId"] = (string)box["id"]!,
                ["count"] = 1,
                ["stays"] = new JsonArray(new JsonObject { ["loadId"] = sledge, ["reach"] = "inside" }),
            }
        );
        Assert.True(Heat(await Load(trip)) > before + 5);
    }

    [Fact]
    public async Task A_sledge_gone_is_no_go_until_the_mat_is_in_the_pack()
    {
        var trip = await Kessar();
        var lost = (await Sound("/api/plan/load/lost", new { trip, day = 3 })).AsArray();
        var worst = lost[0]!;
        var person = Of(worst, "people").First(p => p["helps"] is not null);
        Assert.Equal("noGo", (string)person["holds"]!.AsArray()[^1]!["verdict"]!);
        Assert.True((double)person["helps"]!["gain"]! > 5);
        // Each of the party alone is asked about as well.
        Assert.Equal(3, lost.Count(l => l!["aloneId"] is not null));
    }

    [Theory]
    [InlineData("weight")]
    [InlineData("strength")]
    [InlineData("worth")]
    public async Task A_split_is_proven(string by)
    {
        var trip = await Kessar();
        var good = await Sound(
            "/api/plan/load/split",
            new
            {
                trip,
                day = 1,
                by,
            }
        );
        var proven = await Sound(
            "/api/plan/load/split",
            new
            {
                trip,
                day = 1,
                by,
                proven = true,
            }
        );
        Assert.True((bool)proven["proven"]!);
        Assert.True((double)proven["spreadG"]! <= (double)good["spreadG"]! + 1);
        Assert.Equal((double)proven["boundG"]!, (double)proven["spreadG"]!, 1.0);
    }

    [Fact]
    public async Task Lists_leave_as_a_table_and_as_tasks_that_a_calendar_reads()
    {
        var trip = await Kessar();
        using var csv = await app.Http.PostAsJsonAsync(
            "/api/plan/load/list.csv",
            new { trip, by = "load" },
            TestContext.Current.CancellationToken
        );
        Assert.Equal("text/csv", csv.Content.Headers.ContentType!.MediaType);
        var rows = (await csv.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).Split(
            "\r\n",
            StringSplitOptions.RemoveEmptyEntries
        );
        var things = Of(await Load(trip, quick: true), "things").Count();
        Assert.Equal(things + 1, rows.Length);
        Assert.EndsWith("list,thing,count,grams,litres,load,reach,carrier", rows[0], StringComparison.Ordinal);
        using var ics = await app.Http.PostAsJsonAsync(
            "/api/plan/load/list.ics",
            new { trip, by = "person" },
            TestContext.Current.CancellationToken
        );
        var calendar = Calendar.Load(await ics.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!;
        var tasks = calendar.Todos.ToList();
        Assert.True(tasks.Count > things);
        Assert.Equal(tasks.Count, tasks.Select(t => t.Uid).Distinct().Count());
        Assert.Contains(tasks, t => t.Summary == "15 × Food for a day");
        Assert.All(tasks, t => Assert.True(t.Due!.Value < new DateTime(2027, 4, 10)));
    }

    [Fact]
    public async Task A_plan_of_loads_is_kept_and_what_cannot_stand_is_named()
    {
        var trip = await Kessar();
        trip["load"]!["ticks"] = new JsonArray(
            new JsonObject
            {
                ["line"] = "tent",
                ["round"] = "car",
                ["sleeperId"] = (string)trip["members"]![0]!["sleeperId"]!,
                ["at"] = "2027-04-09T18:00:00Z",
            }
        );
        var saved = await app.Put($"/api/trips/{trip["id"]}", trip);
        Assert.Equal(200, saved.Status);
        var again = await Kessar();
        Assert.True(JsonNode.DeepEquals(trip["load"]!["lots"], again["load"]!["lots"]));
        Assert.Equal("car", (string)again["load"]!["ticks"]![0]!["round"]!);
        again["load"]!["lots"]![0]!["count"] = -2;
        again["load"]!["phases"]![1]!["lastNightId"] = (string)again["nights"]![0]!["id"]!;
        var refused = await app.Post("/api/plan/load", new { trip = again });
        Assert.Equal(["load.phases[1]", "load.lots[0].count"], refused.FaultyFields());
        // What is carried stays owned.
        var tent = await app.Item("Tunnel tent for three");
        var kept = await app.Delete($"/api/items/{tent["id"]}?version={tent["version"]}");
        Assert.Equal(409, kept.Status);
    }

    [Fact]
    public async Task Five_hundred_things_are_refused_in_one_sentence()
    {
        var trip = await Kessar();
        var lots = trip["load"]!["lots"]!.AsArray();
        while (lots.Count < 500)
        {
            var more = lots[0]!.DeepClone();
            more["id"] = $"{Guid.NewGuid()}";
            lots.Add(more);
        }
        var refused = await app.Post("/api/plan/load", new { trip });
        Assert.Equal(["load.lots"], refused.FaultyFields());
    }
}
