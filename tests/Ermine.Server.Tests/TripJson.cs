using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>Reads and changes the uses of a trip as it travels.</summary>
internal static class TripJson
{
    private static IEnumerable<JsonNode> UsesOf(JsonNode trip, int member, string job) =>
        trip["uses"]!
            .AsArray()
            .Select(u => u!)
            .Where(u =>
                (string)u["sleeperId"]! == (string)trip["members"]![member]!["sleeperId"]!
                && (string)u["job"]! == job
                && u["nights"] is null
            );

    /// <summary>Things used for a job on every night.</summary>
    public static List<string> Used(this JsonNode trip, int member, string job) =>
        [.. UsesOf(trip, member, job).Select(u => (string)u["itemId"]!)];

    /// <summary>What is slept in on every night, as the calls that answer for a system take it.</summary>
    public static JsonObject Bed(this JsonNode trip, int member)
    {
        var system = new JsonObject { ["bed"] = trip["members"]![member]!["bed"]!.DeepClone() };
        system["layers"] = new JsonArray([
            .. UsesOf(trip, member, "bed")
                .Select(u => new JsonObject
                {
                    ["itemId"] = (string)u["itemId"]!,
                    ["closure"] = (string)u["closure"]!,
                    ["hoodOpen"] = (bool)u["hoodOpen"]!,
                }),
        ]);
        return system;
    }

    /// <summary>Lays something else to be slept in on every night.</summary>
    public static void Lay(this JsonNode trip, int member, JsonNode system)
    {
        foreach (var use in UsesOf(trip, member, "bed").ToList())
            trip["uses"]!.AsArray().Remove(use);
        // What serves in it as something else stays.
        foreach (var layer in system["layers"]!.AsArray().Where(l => (string?)l!["as"] is null or "itself"))
            trip.Use(member, (string)layer!["itemId"]!, "bed", more: layer);
        trip["members"]![member]!["bed"] = system["bed"]?.DeepClone() ?? new JsonObject();
    }

    /// <summary>Uses one more thing.</summary>
    public static JsonObject Use(
        this JsonNode trip,
        int member,
        string itemId,
        string job,
        string? night = null,
        JsonNode? more = null
    )
    {
        var use = new JsonObject
        {
            ["id"] = $"{Guid.NewGuid()}",
            ["itemId"] = itemId,
            ["sleeperId"] = (string)trip["members"]![member]!["sleeperId"]!,
            ["job"] = job,
            ["nights"] = night is null ? null : new JsonArray(night),
            ["fromHour"] = null,
            ["place"] = null,
            ["closure"] = more?["closure"]?.DeepClone() ?? "closed",
            ["hoodOpen"] = more?["hoodOpen"]?.DeepClone() ?? false,
        };
        trip["uses"]!.AsArray().Add(use);
        return use;
    }

    /// <summary>Nothing set of how anybody keeps dry.</summary>
    public static void NoDays(this JsonNode trip)
    {
        foreach (var member in trip["members"]!.AsArray())
            (member!["days"], member["habits"]) = (new JsonArray(), null);
    }
}
