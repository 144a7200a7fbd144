using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using Ermine.Core.Body;

namespace Ermine.Storage;

/// <summary>
/// Stored documents carry the number of their shape, and each step from one to the next is a function over plain JSON. A document without
/// a number is of the first shape.
/// </summary>
internal static class Shapes
{
    /// <summary>The shape that this version writes.</summary>
    public const int Now = 4;

    /// <summary>Where a document carries it.</summary>
    public const string Field = "shape";

    /// <summary>Brings a document to the shape of now.</summary>
    /// <exception cref="UnreadableException">It is of a newer shape.</exception>
    public static JsonObject Upgraded(JsonObject document)
    {
        var shape = document[Field] is JsonValue value && value.TryGetValue(out int n) ? n : 1;
        if (shape > Now)
            throw new UnreadableException($"A newer Ermine wrote it (shape {shape}; this one reads up to {Now}).");
        if (shape < 2 && document["members"] is JsonArray && document["nights"] is JsonArray)
            GatherUses(document);
        if (shape < 3 && document["members"] is JsonArray)
            DivideGaps(document);
        if (shape < 4 && document["claims"] is JsonArray && document["cover"] is JsonObject cover)
            NameHands(cover);
        document[Field] = Now;
        return document;
    }

    /// <summary>
    /// From the first shape of a trip to the second: what each member slept in, took along, kept for a role and put on stood in five
    /// places and is gathered in one list of uses.
    /// </summary>
    private static void GatherUses(JsonObject trip)
    {
        var uses = new JsonArray();
        foreach (var member in Entries(trip["members"]))
        {
            var who = member["sleeperId"]?.DeepClone();
            void Add(JsonNode? item, string job, string? night = null, JsonObject? more = null)
            {
                var use = more ?? [];
                // The same each time it is read, for a document is written anew only when it changes.
                use["id"] ??= IdOf($"{who}/{item}/{job}/{night}");
                use["itemId"] = item?.DeepClone();
                use["sleeperId"] = who?.DeepClone();
                use["job"] = job;
                if (night is not null)
                    use["nights"] = new JsonArray(night);
                uses.Add(use);
            }
            JsonObject Bed(JsonObject system, string? night)
            {
                foreach (var layer in Entries(system["layers"]))
                {
                    var more = (JsonObject)layer.DeepClone();
                    Add(layer["itemId"], "bed", night, more);
                }
                return Taken(system, "underGap", "hammock", "breathInside");
            }

            member["bed"] = member["system"] is JsonObject system ? Bed(system, null) : new JsonObject();
            var nights = new JsonArray();
            foreach (var own in Entries(member["own"]))
            {
                var night = (string?)own["nightId"];
                var different = Taken(own, "nightId");
                if (own["system"] is JsonObject its)
                    different["bed"] = Bed(its, night);
                if (own["evening"] is JsonObject evening)
                {
                    var bedtime = (JsonObject)evening.DeepClone();
                    var done = new JsonArray();
                    foreach (var e in Entries(evening["events"]))
                    {
                        if ((string?)e["kind"] == "putOn")
                            Add(
                                e["itemId"],
                                "putOn",
                                night,
                                new() { ["id"] = e["id"]?.DeepClone(), ["fromHour"] = e["hour"]?.DeepClone() }
                            );
                        else
                            done.Add(e.DeepClone());
                    }
                    bedtime["events"] = done;
                    different["bedtime"] = bedtime;
                }
                nights.Add(different);
            }
            member["nights"] = nights;
            foreach (var id in (member["along"] as JsonArray) ?? [])
                Add(id, "along");
            var dry = member["dry"] as JsonObject;
            foreach (var role in Entries(dry?["roles"]))
            {
                var job = (string?)role["role"] == "oneDayOnly" ? "oneDay" : (string?)role["role"] ?? "day";
                Add(
                    role["itemId"],
                    job,
                    (string?)role["nightId"],
                    role["keep"] is { } keep ? new() { ["place"] = keep.DeepClone() } : null
                );
            }
            member["ideas"] = member["kept"]?.DeepClone() ?? new JsonArray();
            member["quiet"] ??= new JsonArray();
            member["days"] = dry?["days"]?.DeepClone() ?? new JsonArray();
            member["habits"] = dry?["habits"]?.DeepClone();
            foreach (var gone in (string[])["system", "own", "along", "kept", "dry"])
                member.Remove(gone);
        }
        trip["uses"] = uses;
    }

    /// <summary>
    /// From the second shape of a trip to the third: one thing lay wherever no pad did, and now each part has its own; what is put aside holds
    /// its bed apart from its layers, as every other bed is.
    /// </summary>
    private static void DivideGaps(JsonObject trip)
    {
        foreach (var member in Entries(trip["members"]))
        {
            if (member["bed"] is JsonObject bed)
                Divide(bed);
            foreach (var own in Entries(member["nights"]))
            {
                if (own["bed"] is JsonObject its)
                    Divide(its);
            }
            foreach (var idea in Entries(member["ideas"]))
            {
                if (idea["system"] is not JsonObject system)
                    continue;
                var made = Taken(system, "underGap", "hammock", "breathInside");
                foreach (var moved in made.Select(f => f.Key).ToList())
                    system.Remove(moved);
                Divide(made);
                system["bed"] = made;
            }
        }
    }

    /// <summary>
    /// From the third shape of a thing to the fourth: gloves and mittens were a small share of the torso, and hands now have a cover of
    /// their own. At night both say the same.
    /// </summary>
    private static void NameHands(JsonObject cover)
    {
        double Of(string part) => cover[part] is JsonValue v && v.TryGetValue(out double share) ? share : 0;
        if (Of("torso") is not (> 0 and <= 0.12 and var torso) || Of("head") + Of("legs") + Of("feet") > 0)
            return;
        cover["hands"] = Math.Min(1, torso * Regions.BodyShare.Torso / Parts.BodyShare.Hands);
        cover["torso"] = 0;
    }

    private static void Divide(JsonObject bed)
    {
        var gap = (string?)bed["underGap"];
        bed.Remove("underGap");
        // A rucksack was counted under legs and feet only.
        var above = gap == "rucksack" ? "nothing" : gap;
        if (gap is not (null or "nothing"))
            bed["beneath"] = new JsonObject
            {
                ["head"] = above,
                ["torso"] = above,
                ["legs"] = gap,
                ["feet"] = gap,
            };
    }

    private static Guid IdOf(string use) => new(SHA256.HashData(Encoding.UTF8.GetBytes(use)).AsSpan(0, 16));

    private static IEnumerable<JsonObject> Entries(JsonNode? list) => (list as JsonArray)?.OfType<JsonObject>() ?? [];

    private static JsonObject Taken(JsonObject from, params string[] fields) =>
        new(fields.Where(from.ContainsKey).Select(f => KeyValuePair.Create(f, from[f]?.DeepClone())));
}
