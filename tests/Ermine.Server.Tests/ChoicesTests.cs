using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>Choosing over HTTP: told as it is found, and what cannot be asked.</summary>
public sealed class ChoicesTests(App app) : IClassFixture<App>
{
    private static JsonObject Asked(params int[] nights) =>
        new()
        {
            ["nights"] = new JsonArray([.. nights.Select(n => (JsonNode)n)]),
            ["pinned"] = new JsonArray(),
            ["leftAtHome"] = new JsonArray(),
            ["schools"] = new JsonObject(),
        };

    private static JsonObject Shared(params int[] nights)
    {
        var asked = Asked(nights);
        asked.Remove("pinned");
        asked["keeps"] = new JsonArray();
        return asked;
    }

    private static JsonObject Asking(JsonNode trip, JsonObject asked) =>
        new()
        {
            ["trip"] = trip.DeepClone(),
            ["member"] = 0,
            ["asked"] = asked,
        };

    /// <summary>All that is owned but what a trip uses and so many more: of few things it is soon chosen wherever this runs.</summary>
    private async Task<JsonArray> AllBut(JsonNode trip, int more)
    {
        var used = trip["uses"]!.AsArray().Select(u => (string)u!["itemId"]!).ToHashSet();
        return
        [
            .. (await app.Get("/api/workspace"))["items"]!
                .AsArray()
                .Select(i => (string)i!["id"]!)
                .Where(id => !used.Contains(id))
                .Skip(more)
                .Select(id => (JsonNode)id),
        ];
    }

    private async Task<List<JsonNode>> Events(string path, JsonObject body)
    {
        using var client = app.CreateClient();
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = JsonContent.Create(body) };
        using var response = await client.SendAsync(request, HttpCompletionOption.ResponseHeadersRead);
        Assert.Equal(200, (int)response.StatusCode);
        Assert.Equal("text/event-stream", response.Content.Headers.ContentType?.MediaType);
        var text = await response.Content.ReadAsStringAsync();
        return
        [
            .. text.Split('\n')
                .Where(l => l.StartsWith("data: ", StringComparison.Ordinal))
                .Select(l => JsonNode.Parse(l["data: ".Length..])!),
        ];
    }

    [Theory]
    [InlineData("Isvar crossing")]
    // Its walks are weighed: a lighter bed is less work.
    [InlineData("Kessar ice cap")]
    public async Task A_bed_is_told_as_it_is_found_and_what_was_promised_is_what_the_plan_then_says(string of)
    {
        var trip = await app.Trip(of);
        var asked = Asked();
        // It stays, for it is worn by day too: without it the day would be another.
        asked["pinned"] = new JsonArray([
            .. of.StartsWith('K')
                ? [(JsonNode)(string)(await app.Item("Thick wool hat"))["id"]!]
                : Array.Empty<JsonNode>(),
        ]);
        asked["leftAtHome"] = await AllBut(trip, 20);
        var events = await Events("/api/plan/choose", Asking(trip, asked));
        Assert.Contains(events, e => e["far"]?["bed"] is not null);
        var choice = events[^1]["chosen"]!;
        var bed = choice["bed"]!;
        Assert.True((bool)choice["proof"]!["proven"]!);
        Assert.True((double)bed["addsG"]! < (double)choice["now"]!["addsG"]!);
        Assert.True((double)bed["spareK"]! >= 0);
        trip.Lay(0, bed["system"]!);
        var plan = await app.Post(
            "/api/plan",
            new
            {
                trip,
                night = 0,
                member = 0,
            }
        );
        Assert.True(plan.Status == 200, $"{plan.Body}");
        foreach (var (night, line) in bed["nights"]!.AsArray().Zip(plan.Body!["nights"]!.AsArray()))
        {
            Assert.Equal((string)night!["verdict"]!, (string)line!["verdict"]!);
            Assert.Equal("warm", (string)line["verdict"]!);
            Assert.Equal((double?)night["holdsTo"], (double?)line["holdsTo"]);
        }
    }

    [Fact]
    public async Task The_line_rises_and_the_table_falls()
    {
        var trip = await app.Trip("Brenholt weekend");
        var line = (await Events("/api/plan/line", Asking(trip, Asked(0))))[^1]["line"]!;
        var points = line["points"]!.AsArray().Select(p => p!["bed"]!).ToList();
        Assert.True(points.Count > 3);
        foreach (var (a, b) in points.Zip(points.Skip(1)))
        {
            Assert.True((double)a["addsG"]! < (double)b["addsG"]!);
            Assert.True((double)a["spareK"]! < (double)b["spareK"]!);
        }
        var asked = Asking(trip, Asked());
        asked["table"] = new JsonObject
        {
            ["surface"] = "seasonalSnow",
            ["shelter"] = "doubleWall",
            ["fromC"] = 0,
        };
        var table = await app.Post("/api/plan/table", asked);
        Assert.Equal(200, table.Status);
        var rows = table.Body!["rows"]!.AsArray();
        Assert.True(rows.Count > 3);
        foreach (var (a, b) in rows.Zip(rows.Skip(1)))
        {
            Assert.True((double)b!["lowC"]! < (double)a!["lowC"]!);
            Assert.True((double)b["bed"]!["addsG"]! > (double)a["bed"]!["addsG"]!);
            Assert.True((double)a["holdsToC"]! <= (double)a["lowC"]! + 1e-9);
            Assert.True((double)b["lowC"]! < (double)a["holdsToC"]!);
        }
    }

    [Fact]
    public async Task What_cannot_be_asked_names_field_value_and_mend()
    {
        var trip = await app.Trip();
        var asked = Asked(2, 99);
        var bag = (string)(await app.Item("Winter down bag"))["id"]!;
        asked["pinned"] = new JsonArray(bag, $"{Guid.NewGuid()}");
        asked["leftAtHome"] = new JsonArray(bag);
        asked["chance"] = 1.5;
        asked["mostG"] = -3;
        var answer = await app.Post("/api/plan/choose", Asking(trip, asked));
        Assert.Equal(422, answer.Status);
        Assert.Equal(
            ["asked.nights[1]", "asked.pinned[0]", "asked.pinned[1]", "asked.chance", "asked.mostG"],
            answer.FaultyFields()
        );
    }

    [Fact]
    public async Task A_party_is_told_who_gets_which_bed_and_the_plan_then_says_the_same_of_everyone()
    {
        var trip = await app.Trip();
        var asked = Shared();
        asked["leftAtHome"] = await AllBut(trip, 12);
        var events = await Events("/api/plan/party", new() { ["trip"] = trip.DeepClone(), ["asked"] = asked });
        Assert.All(events, e => Assert.NotNull(e["party"]));
        var party = events[^1]["party"]!;
        var people = party["people"]!.AsArray();
        Assert.Equal(trip["members"]!.AsArray().Count, people.Count);
        // Where time ends early some may have no bed yet.
        var slept = people.Index().Where(p => p.Item!["bed"] is not null).ToList();
        Assert.NotEmpty(slept);
        Assert.True(slept.Count < people.Count || (double)party["proof"]!["leastG"]! <= (double)party["addsG"]! + 0.1);
        // Who has none yet may have lain in what another was given.
        foreach (var n in Enumerable.Range(0, people.Count).Except(slept.Select(p => p.Index)))
            trip.Lay(n, new JsonObject { ["layers"] = new JsonArray() });
        foreach (var (n, person) in slept)
            trip.Lay(n, person!["bed"]!["system"]!);
        foreach (var (n, person) in slept)
        {
            var plan = await app.Post(
                "/api/plan",
                new
                {
                    trip,
                    night = 0,
                    member = n,
                }
            );
            Assert.Equal(200, plan.Status);
            foreach (var (night, line) in person!["bed"]!["nights"]!.AsArray().Zip(plan.Body!["nights"]!.AsArray()))
            {
                Assert.Equal((string)night!["verdict"]!, (string)line!["verdict"]!);
                Assert.Equal((double?)night["holdsTo"], (double?)line["holdsTo"]);
            }
        }
    }

    [Fact]
    public async Task Where_walks_are_weighed_nobody_of_a_party_falls_short_once_all_of_it_is_packed()
    {
        var trip = await app.Trip("Kessar ice cap");
        var events = await Events("/api/plan/party", new() { ["trip"] = trip.DeepClone(), ["asked"] = Shared() });
        var beds = events[^1]["party"]!["people"]!.AsArray().Select(p => p!["bed"]).OfType<JsonNode>().ToList();
        Assert.NotEmpty(beds);
        Assert.All(
            beds.SelectMany(b => b["nights"]!.AsArray()),
            night => Assert.True((double)night!["spareK"]! >= 0, $"night {night["night"]}: {night["spareK"]}")
        );
    }

    [Fact]
    public async Task What_cannot_be_asked_for_a_party_names_field_value_and_mend()
    {
        var trip = await app.Trip();
        var asked = Shared(99);
        var bag = (string)(await app.Item("Winter down bag"))["id"]!;
        JsonObject Keep(int member, string id) => new() { ["member"] = member, ["itemId"] = id };
        asked["keeps"] = new JsonArray(Keep(7, bag), Keep(0, $"{Guid.NewGuid()}"), Keep(0, bag), Keep(1, bag));
        asked["reserveK"] = 50;
        var answer = await app.Post(
            "/api/plan/party",
            new JsonObject { ["trip"] = trip.DeepClone(), ["asked"] = asked }
        );
        Assert.Equal(422, answer.Status);
        Assert.Equal(
            ["asked.nights[0]", "asked.keeps[0]", "asked.keeps[1]", "asked.keeps", "asked.reserveK"],
            answer.FaultyFields()
        );
        var alone = await app.Trip("Brenholt weekend");
        if (alone["members"]!.AsArray().Count > 1)
            alone["members"]!.AsArray().RemoveAt(1);
        var single = await app.Post(
            "/api/plan/party",
            new JsonObject { ["trip"] = alone.DeepClone(), ["asked"] = Shared() }
        );
        Assert.Equal(422, single.Status);
    }

    private static JsonObject Season(params double[] lows) =>
        new()
        {
            ["place"] = new JsonObject { ["surface"] = "seasonalSnow", ["shelter"] = "doubleWall" },
            ["typedLowsC"] = new JsonArray([.. lows.Select(l => (JsonNode)l)]),
            ["leftAtHome"] = new JsonArray(),
            ["schools"] = new JsonObject(),
        };

    [Fact]
    public async Task What_to_buy_over_a_season_counts_trips_and_log_and_what_could_go_is_in_none_of_its_beds()
    {
        var trip = await app.Trip();
        var season = Season();
        season["leftAtHome"] = await AllBut(trip, 6);
        var asked = Asking(trip, season);
        asked["prices"] = new JsonObject();
        var events = await Events("/api/plan/season", asked);
        var buys = events[^1]["buys"]!;
        var nights = buys["nights"]!.AsArray();
        // Seven nights of this trip, those of the others that this one comes along on, and what was logged.
        Assert.Contains(nights, n => (string)n!["trip"]! == "Isvar crossing" && (string)n["source"]! == "planned");
        Assert.Contains(nights, n => (string)n!["source"]! == "logged");
        Assert.Equal(nights.Count, buys["owned"]!.AsArray().Sum(o => o!["step"]!["nights"]!.AsArray().Count));
        var spare = await app.Post("/api/plan/spare", asked);
        Assert.Equal(200, spare.Status);
        var needed = buys["owned"]!.AsArray().SelectMany(o => o!["items"]!.AsArray()).Select(i => (string)i!);
        Assert.DoesNotContain(spare.Body!["spare"]!.AsArray().Select(t => (string)t!["itemId"]!), needed.Contains);
    }

    [Fact]
    public async Task What_cannot_be_asked_of_a_season_names_field_value_and_mend()
    {
        var trip = await app.Trip();
        var season = Season(-20, -80);
        season["mostG"] = 5;
        season["place"]!["shelter"] = "heated";
        var asked = Asking(trip, season);
        asked["prices"] = new JsonObject { [$"{Guid.NewGuid()}"] = -4 };
        foreach (var path in (string[])["season", "spare"])
        {
            var answer = await app.Post($"/api/plan/{path}", asked);
            Assert.Equal(422, answer.Status);
            Assert.Equal(
                ["asked.place.shelter", "asked.typedLowsC[1]", "asked.mostG", answer.FaultyFields()[^1]],
                answer.FaultyFields()
            );
            Assert.StartsWith("prices.", answer.FaultyFields()[^1], StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task Clothes_that_are_told_go_on_the_plan_as_they_were_told()
    {
        var trip = await app.Trip("Brenholt weekend");
        var asked = new JsonObject { ["pinned"] = new JsonArray(), ["leftAtHome"] = await AllBut(trip, 10) };
        var told = (await Events("/api/plan/clothes", Asking(trip, asked))).ConvertAll(e => e["clothes"]!);
        Assert.True(told.Count > 2, "It is told before it is proven.");
        var chosen = told[^1];
        Assert.True((bool)chosen["proven"]!);
        var days = chosen["days"]!.AsArray();
        Assert.NotEmpty(days);
        Assert.True((double)chosen["leastG"]! <= (double)chosen["addsG"]! + 0.1);
        var me = (string)trip["members"]![0]!["sleeperId"]!;
        var uses = trip["uses"]!.AsArray();
        foreach (var use in uses.Where(u => (string)u!["job"]! == "along" && (string)u["sleeperId"]! == me).ToList())
            uses.Remove(use);
        foreach (var id in chosen["along"]!.AsArray())
            uses.Add(
                new JsonObject
                {
                    ["id"] = $"{Guid.NewGuid()}",
                    ["itemId"] = (string)id!,
                    ["sleeperId"] = me,
                    ["job"] = "along",
                }
            );
        foreach (var day in days)
            trip["members"]![0]!["days"]!.AsArray().First(d => (string)d!["nightId"]! == (string)day!["nightId"]!)![
                "worn"
            ] = day!["bars"]!.DeepClone();
        foreach (var day in days)
        {
            var plan = await app.Post(
                "/api/plan/day",
                new
                {
                    trip,
                    night = (int)day!["night"]!,
                    member = 0,
                }
            );
            Assert.Equal(200, plan.Status);
            var verdicts = plan.Body!["played"]!["blocks"]!.AsArray().Select(b => (string)b!["verdict"]!).ToList();
            Assert.Contains((string)day["then"]!["verdict"]!, verdicts);
            Assert.Equal((bool?)day["unplannedHolds"], (bool?)plan.Body["unplanned"]?["holds"]);
        }
    }

    [Fact]
    public async Task Clothes_that_cannot_be_pinned_are_named_with_their_mend()
    {
        var trip = await app.Trip("Brenholt weekend");
        var bag = (string)(await app.Item("Winter down bag"))["id"]!;
        var asked = new JsonObject
        {
            ["pinned"] = new JsonArray(bag, $"{Guid.NewGuid()}"),
            ["leftAtHome"] = new JsonArray(),
        };
        var answer = await app.Post("/api/plan/clothes", Asking(trip, asked));
        Assert.Equal(422, answer.Status);
        Assert.Equal(["asked.pinned[0]", "asked.pinned[1]"], answer.FaultyFields());
    }

    [Fact]
    public async Task A_night_that_one_comes_to_too_cold_for_any_bed_is_left_out_and_named()
    {
        var asking = Asking(await app.Trip("Kessar ice cap"), Asked(7));
        asking["member"] = 1;
        var choice = (await Events("/api/plan/choose", asking))[^1]["chosen"]!;
        Assert.Null(choice["bed"]);
        Assert.Equal(7, (int)Assert.Single(choice["inNoBed"]!.AsArray())!);
        Assert.Empty(choice["unknown"]!.AsArray());
    }
}
