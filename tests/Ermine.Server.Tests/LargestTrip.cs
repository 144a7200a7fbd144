using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>The most that is accepted: sixty nights, twelve people, 24 layers each, twenty events a night.</summary>
internal static class LargestTrip
{
    private static readonly (string Kind, int Count)[] Packed =
    [
        ("pad", 2),
        ("garment", 16),
        ("vapourBarrier", 1),
        ("liner", 1),
        ("bag", 1),
        ("quilt", 2),
        ("bivy", 1),
    ];

    /// <summary>Fills the kit of a server with what such a trip takes, and lays it out.</summary>
    public static async Task<JsonObject> In(App app)
    {
        var all = await app.Get("/api/workspace");
        var owned = all["items"]!.AsArray().GroupBy(i => (string)i!["kind"]!).ToDictionary(g => g.Key, g => g.ToList());
        var trip = (JsonObject)
            all["trips"]!.AsArray().Single(t => (string)t!["name"]! == "Isvar crossing")!.DeepClone();
        var night = (JsonObject)trip["nights"]![0]!;
        trip["id"] = $"{Guid.NewGuid()}";
        trip["name"] = "The largest";
        trip["version"] = 0;
        trip["forecastId"] = null;
        var nights = new JsonArray();
        for (var n = 0; n < 60; n++)
        {
            var copy = (JsonObject)night.DeepClone();
            copy["id"] = $"{Guid.NewGuid()}";
            copy["date"] = $"{new DateOnly(2027, 1, 1).AddDays(n):yyyy-MM-dd}";
            copy["typedLowC"] = -15 - n % 20;
            nights.Add(copy);
        }
        var members = new JsonArray();
        for (var person = 0; person < 12; person++)
            members.Add(await Member(app, all, owned, nights, person));
        trip["nights"] = nights;
        trip["members"] = members;
        return trip;
    }

    private static async Task<JsonObject> Member(
        App app,
        JsonObject all,
        Dictionary<string, List<JsonNode?>> owned,
        JsonArray nights,
        int person
    )
    {
        var sleeper = (JsonObject)all["sleepers"]![0]!.DeepClone();
        sleeper["id"] = $"{Guid.NewGuid()}";
        sleeper["name"] = $"Person {person}";
        sleeper["version"] = 0;
        Assert.Equal(200, (await app.Put($"/api/sleepers/{sleeper["id"]}", sleeper)).Status);
        var layers = new JsonArray();
        foreach (var (kind, count) in Packed)
        {
            for (var n = 0; n < count; n++)
            {
                var item = (JsonObject)owned[kind][(person + n) % owned[kind].Count]!.DeepClone();
                item["id"] = $"{Guid.NewGuid()}";
                item["name"] = $"{kind} {n} of {person}";
                item["version"] = 0;
                Assert.Equal(200, (await app.Put($"/api/items/{item["id"]}", item)).Status);
                layers.Add(
                    new JsonObject
                    {
                        ["itemId"] = (string)item["id"]!,
                        ["closure"] = "closed",
                        ["hoodOpen"] = false,
                    }
                );
            }
        }
        var system = new JsonObject
        {
            ["layers"] = layers,
            ["underGap"] = "nothing",
            ["hammock"] = null,
            ["breathInside"] = true,
        };
        var own = new JsonArray();
        foreach (var night in nights)
            own.Add(
                new JsonObject
                {
                    ["nightId"] = (string)night!["id"]!,
                    ["system"] = system.DeepClone(),
                    ["evening"] = Evening(),
                }
            );
        return new()
        {
            ["sleeperId"] = (string)sleeper["id"]!,
            ["system"] = system,
            ["along"] = new JsonArray(),
            ["own"] = own,
            ["kept"] = new JsonArray(),
            ["quiet"] = new JsonArray(),
            ["dry"] = null,
        };
    }

    private static JsonObject Evening()
    {
        string[] kinds = ["closeUp", "openUp", "openVents", "meal", "warmUp"];
        var events = new JsonArray();
        for (var n = 0; n < 20; n++)
            events.Add(
                new JsonObject
                {
                    ["id"] = $"{Guid.NewGuid()}",
                    ["kind"] = kinds[n % kinds.Length],
                    ["hour"] = 21 + 0.45 * n,
                    ["kcal"] = 300,
                }
            );
        return new()
        {
            ["inHour"] = 21,
            ["upHour"] = 31,
            ["start"] = "normal",
            ["events"] = events,
        };
    }
}
