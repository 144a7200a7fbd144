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

    private static JsonObject Asking(JsonNode trip, JsonObject asked) =>
        new()
        {
            ["trip"] = trip.DeepClone(),
            ["member"] = 0,
            ["asked"] = asked,
        };

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

    [Fact]
    public async Task A_bed_is_told_as_it_is_found_and_what_was_promised_is_what_the_plan_then_says()
    {
        var trip = await app.Trip();
        var events = await Events("/api/plan/choose", Asking(trip, Asked()));
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
}
