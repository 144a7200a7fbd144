using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>Days over HTTP: calculators against published figures, a day played and dressed, what may be entered.</summary>
public sealed class DaysTests(App app) : IClassFixture<App>
{
    private static double Number(JsonNode? node) => (double)node!;

    private async Task<JsonNode> Sound(string path, object body)
    {
        var answer = await app.Post(path, body);
        Assert.Equal(200, answer.Status);
        return answer.Body!;
    }

    [Fact]
    public async Task Required_insulation_and_work_answer_as_published()
    {
        var ireq = await Sound(
            "/api/calc/ireq",
            new
            {
                metabolicWPerM2 = 115,
                airC = -20,
                windMs = 0.4,
                humidity = 0.85,
                basicClo = 2.0,
            }
        );
        Assert.Equal(2.96, Number(ireq["minimalClo"]), 0.03);
        Assert.Equal(3.63, Number(ireq["basicNeutralClo"]), 0.036);
        Assert.Equal(0.77, Number(ireq["limitHours"]), 0.01);
        var enough = await Sound(
            "/api/calc/ireq",
            new
            {
                metabolicWPerM2 = 115,
                airC = -20,
                basicClo = 3.27,
            }
        );
        Assert.Null(enough["limitHours"]);
        var work = await Sound(
            "/api/calc/work",
            new
            {
                massKg = 73,
                loadKg = 20,
                speedMs = 1.0,
                gradePercent = 5,
                footprintCm = 5,
            }
        );
        Assert.Equal(640, Number(work["watts"]), 6.4);
        Assert.Equal(640 / 1.861, Number(work["metabolicWPerM2"]), 3.5);
    }

    [Theory]
    [InlineData("/api/calc/ireq", """{ "metabolicWPerM2": 20, "airC": -20 }""", "metabolicWPerM2")]
    [InlineData("/api/calc/ireq", """{ "metabolicWPerM2": 100, "airC": -20, "humidity": 85 }""", "humidity")]
    [InlineData("/api/calc/work", """{ "massKg": 73, "gradePercent": 10, "speedMs": 0 }""", "speedMs")]
    [InlineData("/api/calc/work", """{ "massKg": 73, "loadKg": 900, "speedMs": 1 }""", "loadKg")]
    public async Task What_cannot_be_is_named(string path, string body, string field)
    {
        var answer = await app.Post(path, JsonNode.Parse(body)!);
        Assert.Equal(422, answer.Status);
        Assert.Equal([field], answer.FaultyFields());
    }

    private static JsonObject Block(double from, double to, string activity = "walk", string? going = null) =>
        new()
        {
            ["id"] = $"{Guid.NewGuid()}",
            ["activity"] = activity,
            ["fromHour"] = from,
            ["toHour"] = to,
            ["going"] = going is null ? null : JsonNode.Parse(going),
        };

    /// <summary>The demo's trip with one day laid out anew for its first member.</summary>
    private async Task<JsonObject> With(int day, JsonArray blocks, JsonArray? worn = null)
    {
        var trip = await app.Trip();
        var days = trip["members"]![0]!["days"]!.AsArray();
        var nightId = (string)trip["nights"]![day]!["id"]!;
        days.Remove(days.FirstOrDefault(d => (string)d!["nightId"]! == nightId));
        days.Add(
            new JsonObject
            {
                ["nightId"] = nightId,
                ["work"] = "easy",
                ["soaked"] = new JsonArray(),
                ["blocks"] = blocks,
                ["worn"] = worn,
            }
        );
        return trip;
    }

    [Theory]
    [InlineData("""[[8, 10], [9.5, 12]]""", "members[0].days[6].blocks[1].fromHour")]
    [InlineData("""[[5, 12], [12, 31]]""", "members[0].days[6].blocks")]
    [InlineData("""[[20, 40]]""", "members[0].days[6].blocks[0].toHour")]
    [InlineData("""[[9, 9]]""", "members[0].days[6].blocks[0].toHour")]
    public async Task Hours_that_cannot_be_are_named(string hours, string field)
    {
        var blocks = JsonNode
            .Parse(hours)!
            .AsArray()
            .Select(h => (JsonNode)Block((double)h![0]!, (double)h[1]!))
            .ToArray();
        var trip = await With(1, [.. blocks]);
        var answer = await app.Post("/api/plan/day", new { trip, day = 1 });
        Assert.Equal(422, answer.Status);
        Assert.Equal([field], answer.FaultyFields());
    }

    [Fact]
    public async Task Standing_still_uphill_a_thing_twice_and_a_thing_left_behind_are_named()
    {
        var trip = await app.Trip();
        var jacket = (string)(await app.Item("Down camp jacket"))["id"]!;
        var away = (string)(await app.Item("Old down bag, flat"))["id"]!;
        JsonObject Bar(string id, double from, double to) =>
            new()
            {
                ["itemId"] = id,
                ["fromHour"] = from,
                ["toHour"] = to,
            };
        trip = await With(
            1,
            [Block(8, 12, going: """{ "speedMs": 0, "gradePercent": 8 }""")],
            [Bar(jacket, 8, 10), Bar(jacket, 9, 11), Bar(away, 8, 12)]
        );
        var answer = await app.Post("/api/plan/day", new { trip, day = 1 });
        Assert.Equal(
            [
                "members[0].days[6].blocks[0].going.speedMs",
                "members[0].days[6].worn",
                "members[0].days[6].worn[2].itemId",
            ],
            answer.FaultyFields().Order(StringComparer.Ordinal)
        );
    }

    [Fact]
    public async Task A_thing_left_in_the_depot_is_not_worn_that_day()
    {
        var trip = (await app.Get("/api/workspace"))["trips"]!
            .AsArray()
            .Single(t => (string)t!["name"]! == "Kessar ice cap")!;
        var parka = (string)(await app.Item("Parka for the hard cold"))["id"]!;
        async Task<bool> MayWear(int day) => (
                await Sound(
                    "/api/plan/day",
                    new
                    {
                        trip,
                        day,
                        member = 2,
                    }
                )
            )["wearable"]!.AsArray().Any(p => (string)p!["itemId"]! == parka);
        Assert.True(await MayWear(3));
        Assert.False(await MayWear(6));
    }

    [Fact]
    public async Task What_dressing_promises_is_what_the_plan_then_says_and_the_night_begins_as_the_day_ends()
    {
        var trip = await With(
            1,
            [Block(8, 11, going: """{ "loadKg": 12, "speedMs": 1.1, "footprintCm": 5 }"""), Block(11, 12, "wait")]
        );
        var dressed = await Sound("/api/plan/dress", new { trip, day = 1 });
        Assert.True((bool)dressed["dressed"]!);
        var days = trip["members"]![0]!["days"]!.AsArray();
        days[^1]!["worn"] = dressed["worn"]!.DeepClone();
        var day = await Sound("/api/plan/day", new { trip, day = 1 });
        Assert.True(JsonNode.DeepEquals(dressed["played"], day["played"]));
        // The same trip with the day ended by an hour of standing: the night begins in debt, and says so.
        async Task<double> DebtAtFirst(JsonNode of)
        {
            var hours = (await Sound("/api/plan", new { trip = of, night = 1 }))["night"]!["hours"]!["steps"]!;
            return Number(hours[0]!["debt"]);
        }
        var warm = await With(
            1,
            [Block(8, 11, going: """{ "loadKg": 12, "speedMs": 1.3, "footprintCm": 9 }""")],
            (JsonArray)dressed["worn"]!.DeepClone()
        );
        Assert.True(await DebtAtFirst(trip) > await DebtAtFirst(warm) + 3);
    }

    [Fact]
    public async Task A_day_that_nothing_is_laid_out_for_shows_how_such_a_day_goes_and_changes_no_night()
    {
        var trip = await app.Trip();
        trip.NoDays();
        var day = await Sound("/api/plan/day", new { trip, day = 2 });
        Assert.False((bool)day["laidOut"]!);
        Assert.NotEmpty(day["blocks"]!.AsArray());
        Assert.Equal(7, day["presets"]!.AsArray().Count);
        var before = await Sound("/api/plan", new { trip, night = 2 });
        foreach (var member in trip["members"]!.AsArray())
            member!["days"] = new JsonArray(
                new JsonObject
                {
                    ["nightId"] = (string)trip["nights"]![2]!["id"]!,
                    ["work"] = "easy",
                    ["soaked"] = new JsonArray(),
                }
            );
        var after = await Sound("/api/plan", new { trip, night = 2 });
        Assert.True(JsonNode.DeepEquals(before["nights"], after["nights"]));
    }

    [Fact]
    public async Task A_day_beyond_the_trip_is_named()
    {
        var trip = await app.Trip();
        var answer = await app.Post("/api/plan/day", new { trip, day = 9 });
        Assert.Equal(["day"], answer.FaultyFields());
    }

    [Fact]
    public async Task Schools_and_the_table_answer()
    {
        var trip = await app.Trip();
        var schools = (await Sound("/api/plan/day/schools", new { trip, day = 1 })).AsArray();
        Assert.Single(schools, s => (bool)s!["isNow"]!);
        Assert.True(schools.Count >= 6);
        var table = (await Sound("/api/plan/day/table", new { trip, day = 1 })).AsArray();
        Assert.Equal(["resting", "low", "moderate", "high"], table.Select(r => (string)r!["effort"]!));
        // Whoever works harder finds something right in colder air.
        double Coldest(int row) =>
            table[row]!["cells"]!
                .AsArray()
                .Where(c => c!["itemIds"] is not null)
                .Select(c => Number(c!["airC"]))
                .DefaultIfEmpty(99)
                .Min();
        Assert.True(Coldest(3) <= Coldest(1));
    }
}
