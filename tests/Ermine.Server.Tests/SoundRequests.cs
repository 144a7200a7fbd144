using System.Text;
using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>A request that is answered, to be spoilt.</summary>
/// <param name="Method">Its verb.</param>
/// <param name="Path">The call.</param>
/// <param name="Address">Where it is sent.</param>
/// <param name="Json">What is sent; null for a file.</param>
/// <param name="File">The file; null for JSON.</param>
/// <param name="Type">Its type.</param>
internal sealed record SoundRequest(
    HttpMethod Method,
    string Path,
    string Address,
    JsonNode? Json,
    byte[]? File,
    string Type
)
{
    /// <summary>As it is sent.</summary>
    public byte[] Body => File ?? Encoding.UTF8.GetBytes(Json!.ToJsonString());
}

/// <summary>A sound request for everything that takes a body.</summary>
internal static class SoundRequests
{
    /// <param name="all">The workspace.</param>
    /// <param name="logged">An entry of the log.</param>
    /// <param name="calls">The OpenAPI document.</param>
    /// <param name="trip">The trip that is asked about.</param>
    /// <param name="loads">The trip whose loads are asked about.</param>
    /// <param name="item">A thing that is slept in on the first.</param>
    public static IReadOnlyList<SoundRequest> Of(
        JsonObject all,
        JsonObject logged,
        JsonObject calls,
        JsonObject trip,
        JsonObject loads,
        JsonObject item
    )
    {
        var last = trip["nights"]!.AsArray().Count - 1;
        var sleeper = (JsonObject)all["sleepers"]![0]!;
        var plan = new JsonObject
        {
            ["trip"] = trip.DeepClone(),
            ["night"] = Math.Min(3, last),
            ["member"] = 0,
        };
        JsonObject With(string name, JsonNode value)
        {
            var more = (JsonObject)plan.DeepClone();
            more[name] = value;
            return more;
        }
        JsonObject Rehearsed()
        {
            var more = With("answers", new JsonArray(0, 1));
            more["seed"] = 7;
            return more;
        }
        JsonObject Tabled()
        {
            var more = With("asked", Asked());
            more["table"] = new JsonObject
            {
                ["surface"] = "seasonalSnow",
                ["shelter"] = "doubleWall",
                ["fromC"] = 0,
            };
            return more;
        }
        var loaded = new JsonObject { ["trip"] = loads.DeepClone() };
        JsonObject Loaded(string name, JsonNode value)
        {
            var more = (JsonObject)loaded.DeepClone();
            more[name] = value;
            return more;
        }
        JsonObject Shared()
        {
            var asked = Asked();
            asked.Remove("pinned");
            asked["keeps"] = new JsonArray(new JsonObject { ["member"] = 0, ["itemId"] = (string)item["id"]! });
            asked["reserveK"] = 2;
            return new() { ["trip"] = trip.DeepClone(), ["asked"] = asked };
        }
        // A small closet: a thousand choices from a large one would take an hour.
        JsonObject Asked() =>
            new()
            {
                ["nights"] = new JsonArray(1),
                ["pinned"] = new JsonArray((string)item["id"]!),
                ["leftAtHome"] = new JsonArray([
                    .. all["items"]!
                        .AsArray()
                        .Select(i => (string)i!["id"]!)
                        .Where(id => id != (string)item["id"]!)
                        .Skip(6)
                        .Select(id => (JsonNode)id),
                ]),
                ["schools"] = new JsonObject { ["noBarrier"] = true },
                ["spareK"] = -20,
            };
        JsonObject Seasonal()
        {
            var more = With("prices", new JsonObject());
            var asked = Asked();
            asked.Remove("nights");
            asked.Remove("pinned");
            asked.Remove("spareK");
            asked["place"] = new JsonObject { ["surface"] = "seasonalSnow", ["shelter"] = "doubleWall" };
            asked["typedLowsC"] = new JsonArray(-10);
            asked["mostG"] = 2000;
            more["asked"] = asked;
            return more;
        }
        const string System = """
            "sleeper": { "massKg": 60, "heightCm": 160, "ageYears": 25, "sex": "female" }, "bagR": 1.6,
            "wear": { "head": 0.35, "torso": 0.1, "legs": 0.08, "feet": 0.14 },
            "pad": { "head": 0.85, "torso": 0.85, "legs": 0.85, "feet": 0.85 }
            """;
        var sound = new Dictionary<string, JsonNode>
        {
            ["/api/trips/{id}"] = trip,
            ["/api/items/{id}"] = item,
            ["/api/sleepers/{id}"] = sleeper,
            ["/api/forecasts/{id}"] = new JsonObject { ["name"] = "renamed" },
            ["/api/plan"] = plan,
            ["/api/plan/fixes"] = plan,
            ["/api/plan/schools"] = plan,
            ["/api/plan/choose"] = With("asked", Asked()),
            ["/api/plan/line"] = With("asked", Asked()),
            ["/api/plan/party"] = Shared(),
            ["/api/plan/table"] = Tabled(),
            ["/api/plan/season"] = Seasonal(),
            ["/api/plan/spare"] = Seasonal(),
            ["/api/plan/clothes"] = With(
                "asked",
                new JsonObject { ["pinned"] = new JsonArray(), ["leftAtHome"] = Asked()["leftAtHome"]!.DeepClone() }
            ),
            ["/api/plan/dry"] = plan,
            ["/api/plan/cards"] = plan,
            ["/api/plan/tonight"] = plan,
            ["/api/plan/party-sheet"] = plan,
            ["/api/door"] = new JsonObject { ["phrase"] = "four plain words" },
            ["/api/plan/leader"] = plan,
            ["/api/plan/lesson"] = plan,
            ["/api/plan/rehearsal"] = Rehearsed(),
            ["/api/plan/losses"] = plan,
            ["/api/plan/day"] = With("day", Math.Min(2, last)),
            ["/api/plan/dress"] = With("day", last),
            ["/api/plan/day/schools"] = With("day", 1),
            ["/api/plan/day/table"] = With("day", 1),
            ["/api/plan/ends"] = With("day", 1),
            ["/api/log/{id}"] = logged.DeepClone(),
            ["/api/plan/log"] = With(
                "changes",
                JsonNode.Parse("""[{ "id": "9d0c1b5e-64cb-4b76-9a58-2f1f4d1f6c12", "kind": "closeUp", "hour": 27 }]""")!
            ),
            ["/api/plan/chance"] = plan,
            ["/api/calc/learn"] = JsonNode.Parse(
                """{ "nights": [{ "marginK": -3, "slept": "fine", "halfRangeK": 1 }, { "marginK": 1, "slept": "warm" }] }"""
            )!,
            ["/api/calc/chance"] = JsonNode.Parse(
                """
                { "nights": [{ "campLowC": -18, "sigmaK": 2.5, "flipC": -24 }, { "membersC": [-20, -22], "flipC": -26 }],
                  "personMeanK": 0, "personSdK": 4 }
                """
            )!,
            ["/api/plan/load"] = loaded,
            ["/api/plan/load/lost"] = Loaded("day", 1),
            ["/api/plan/load/split"] = Loaded("by", "strength"),
            ["/api/plan/load/list"] = Loaded("by", "phase"),
            ["/api/plan/load/list.csv"] = Loaded("by", "load"),
            ["/api/plan/load/list.ics"] = Loaded("by", "person"),
            ["/api/calc/melt"] = JsonNode.Parse(
                """{ "litres": 3, "snowC": -20, "toC": 10, "boiledLitres": 1.5, "efficiency": 0.35, "fuelKJPerG": 43 }"""
            )!,
            ["/api/calc/bottle"] = JsonNode.Parse("""{ "litres": 1, "airC": -24, "coverR": 0.15, "startC": 40 }""")!,
            ["/api/calc/extremity"] = JsonNode.Parse(
                """{ "part": "hand", "insulation": 0.35, "airC": -25, "windMs": 0.3, "minutes": 180, "metabolicWPerM2": 70, "debt": 0, "startC": 30, "tight": false, "heatWPerM2": 0 }"""
            )!,
            ["/api/calc/face"] = JsonNode.Parse("""{ "airC": -25, "windMs": 5, "ownSpeedMs": 4, "covered": true }""")!,
            ["/api/calc/own-line"] = JsonNode.Parse("""{ "part": "foot", "insulation": 0.4, "airC": -15 }""")!,
            ["/api/calc/ireq"] = JsonNode.Parse(
                """{ "metabolicWPerM2": 115, "airC": -20, "windMs": 0.4, "basicClo": 2 }"""
            )!,
            ["/api/calc/work"] = JsonNode.Parse(
                """{ "massKg": 73, "loadKg": 20, "speedMs": 1, "gradePercent": 5, "footprintCm": 5, "sledgeKg": 30, "friction": 0.06 }"""
            )!,
            ["/api/plan/buys"] = With("prices", new JsonObject { [$"{Guid.NewGuid()}"] = 20 }),
            ["/api/plan/compare"] = With("systems", new JsonArray(trip.Bed(0), trip.Bed(0))),
            ["/api/items/reading"] = item,
            ["/api/plan/lookups"] = plan,
            ["/api/plan/adds"] = With("offered", new JsonArray(item.DeepClone())),
            ["/api/entry/line"] = new JsonObject { ["text"] = "down bag -12 comfort 1300 g", ["units"] = "C" },
            ["/api/entry/lines"] = new JsonObject { ["lines"] = new JsonArray("foam pad r2", "3 thick wool socks") },
            ["/api/entry/nights"] = new JsonObject { ["text"] = "-18 saturday", ["today"] = "2026-11-26" },
            ["/api/package/read"] = JsonNode.Parse(
                $$"""{ "ermine": "package", "shape": 4, "trips": [], "items": [{{item.ToJsonString()}}], "sleepers": [], "forecasts": [] }"""
            )!,
            ["/api/forecasts/whole"] = JsonNode.Parse(
                """
                [{ "id": "9d0c1b5e-64cb-4b76-9a58-2f1f4d1f6c11", "name": "whole", "issuedAt": "2027-02-12T06:00:00Z", "elevationM": 400,
                   "hours": [{ "time": "2027-02-13T20:00:00+01:00", "temperatureC": -5, "windMs": 3, "humidity": null, "cloud": null, "members": null }] }]
                """
            )!,
            ["/api/items/loft"] = new JsonObject { ["measuredCm"] = 4, ["newCm"] = 6 },
            ["/api/calc/label"] = JsonNode.Parse("""{ "kind": "comfort", "temperatureC": -10 }""")!,
            ["/api/calc/holds-to"] = JsonNode.Parse($"{{ {System} }}")!,
            ["/api/calc/night"] = JsonNode.Parse(
                $$"""{ {{System}}, "hourlyAirC": [-10, -12, -14, -15], "events": [{ "kind": "hotBottle", "hour": 1, "litres": 1, "waterC": 80 }] }"""
            )!,
            ["/api/calc/design-low"] = JsonNode.Parse(
                """{ "forecastLowC": -20, "daysAhead": 3, "terrain": "valley", "campElevationM": 500, "forecastElevationM": 400 }"""
            )!,
            ["/api/calc/frost"] = JsonNode.Parse(
                """
                { "layers": [{ "name": "down", "r": 1.5, "im": 0.45, "massG": 800, "material": "down" }, { "name": "shell", "r": 0.01, "ret": 6 }],
                  "skinC": 33, "airC": -20, "humidity": 0.8, "airLayerR": 0.08, "hours": 8, "areaM2": 1.4 }
                """
            )!,
            ["/api/calc/nights"] = JsonNode.Parse(
                """
                { "sleeper": { "massKg": 60, "heightCm": 160, "ageYears": 25, "sex": "female" },
                  "layers": [{ "name": "down", "r": 1.5, "im": 0.45, "massG": 800, "material": "down" }], "headR": 0.9,
                  "pad": { "head": 1, "torso": 1, "legs": 1, "feet": 1 }, "nights": [{ "lowC": -25 }, { "lowC": -30 }] }
                """
            )!,
        };
        var files = new Dictionary<string, (string Text, string Type)>
        {
            ["/api/forecasts"] = (
                "# elevation: 400 m\n# time zone: Europe/Oslo\ntime,temperature_c,wind_ms\n2027-02-13 20:00,-5,3\n2027-02-13 21:00,-6,4\n",
                "text/csv"
            ),
            ["/api/log/logger"] = (
                "time,outside_c,pillow_c\n2026-01-16 20:00,-5,2\n2026-01-16 20:10,\"-6,5\",3\n2026-01-17 06:00,-9,1\n",
                "text/csv"
            ),
            ["/api/kit/read"] = ("name,mass (g),comfort (°C)\nDown bag,1300,-12\nWool socks,90,\n", "text/csv"),
            ["/api/files/what"] = ("name;weight\nsocks;90\n", "text/csv"),
            ["/api/itinerary"] = (
                "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART;VALUE=DATE:20270213\r\nDTEND;VALUE=DATE:20270215\r\nRRULE:FREQ=DAILY;COUNT=2\r\nSUMMARY:Halvskar\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n",
                "text/calendar"
            ),
        };
        var bases = new List<SoundRequest>();
        foreach (var (path, verbs) in calls["paths"]!.AsObject())
        {
            // What takes no body cannot be sent a spoilt one.
            foreach (
                var (verb, _) in verbs!
                    .AsObject()
                    .Where(c => c.Key is "post" or "put" && c.Value!["requestBody"] is not null)
            )
            {
                var trimmed = path.TrimEnd('/');
                var address = trimmed.Replace(
                    "{id}",
                    trimmed.StartsWith("/api/forecasts", StringComparison.Ordinal)
                        ? (string)all["forecasts"]![0]!["id"]!
                        : (string?)sound.GetValueOrDefault(trimmed)?["id"],
                    StringComparison.Ordinal
                );
                if (trimmed == "/api/log/logger")
                    address += "?date=2026-01-16";
                if (!sound.ContainsKey(trimmed) && !files.ContainsKey(trimmed))
                    throw new InvalidOperationException($"{path} is new: give it a sound request here.");
                bases.Add(
                    sound.TryGetValue(trimmed, out var json)
                        ? new(
                            new(verb.ToUpperInvariant()),
                            trimmed,
                            address,
                            json.DeepClone(),
                            null,
                            "application/json"
                        )
                        : new(
                            new(verb.ToUpperInvariant()),
                            trimmed,
                            address,
                            null,
                            Encoding.UTF8.GetBytes(files[trimmed].Text),
                            files[trimmed].Type
                        )
                );
            }
        }
        return bases;
    }
}
