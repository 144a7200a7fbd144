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
        trip["nights"] = nights;
        trip["members"] = new JsonArray();
        trip["uses"] = new JsonArray();
        for (var person = 0; person < 12; person++)
            await Join(app, all, owned, trip, person);
        return trip;
    }

    private static async Task Join(
        App app,
        JsonObject all,
        Dictionary<string, List<JsonNode?>> owned,
        JsonObject trip,
        int person
    )
    {
        var sleeper = (JsonObject)all["sleepers"]![0]!.DeepClone();
        sleeper["id"] = $"{Guid.NewGuid()}";
        sleeper["name"] = $"Person {person}";
        sleeper["version"] = 0;
        Assert.Equal(200, (await app.Put($"/api/sleepers/{sleeper["id"]}", sleeper)).Status);
        var items = new List<string>();
        foreach (var (kind, count) in Packed)
        {
            for (var n = 0; n < count; n++)
            {
                var item = (JsonObject)owned[kind][(person + n) % owned[kind].Count]!.DeepClone();
                item["id"] = $"{Guid.NewGuid()}";
                item["name"] = $"{kind} {n} of {person}";
                item["version"] = 0;
                Assert.Equal(200, (await app.Put($"/api/items/{item["id"]}", item)).Status);
                items.Add((string)item["id"]!);
            }
        }
        static JsonObject Bed() => new() { ["breathInside"] = true };
        trip["members"]!
            .AsArray()
            .Add(
                new JsonObject
                {
                    ["sleeperId"] = (string)sleeper["id"]!,
                    ["bed"] = Bed(),
                    ["nights"] = new JsonArray([
                        .. trip["nights"]!
                            .AsArray()
                            .Select(night => new JsonObject
                            {
                                ["nightId"] = (string)night!["id"]!,
                                ["bed"] = Bed(),
                                ["bedtime"] = Bedtime(),
                            }),
                    ]),
                    ["ideas"] = new JsonArray(),
                    ["quiet"] = new JsonArray(),
                    ["days"] = new JsonArray(),
                    ["habits"] = null,
                }
            );
        foreach (var item in items)
        {
            trip.Use(person, item, "bed");
            foreach (var night in trip["nights"]!.AsArray())
                trip.Use(person, item, "bed", (string)night!["id"]!);
        }
    }

    private static JsonObject Bedtime()
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
