using System.Diagnostics;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>Tests that measure processor time have the process to themselves.</summary>
[CollectionDefinition(Name, DisableParallelization = true)]
public sealed class Alone
{
    public const string Name = "alone";
}

/// <summary>Ten thousand seeded mutations of sound requests: none fails inside, none keeps the server at work.</summary>
[Collection(Alone.Name)]
public sealed class FuzzTests
{
    private sealed record Base(
        HttpMethod Method,
        string Path,
        string Address,
        JsonNode? Json,
        byte[]? File,
        string Type
    );

    /// <summary>A sound request for every POST and PUT that the API offers.</summary>
    private static async Task<List<Base>> Bases(App app)
    {
        var all = await app.Get("/api/workspace");
        var trip = await app.Trip();
        var item = await app.Item("Winter down bag");
        var sleeper = (JsonObject)all["sleepers"]![0]!;
        var plan = new JsonObject
        {
            ["trip"] = trip.DeepClone(),
            ["night"] = 3,
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
        var loaded = new JsonObject { ["trip"] = (await app.Trip("Kessar ice cap")).DeepClone() };
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
            ["/api/plan/day"] = With("day", 2),
            ["/api/plan/dress"] = With("day", 3),
            ["/api/plan/day/schools"] = With("day", 1),
            ["/api/plan/day/table"] = With("day", 1),
            ["/api/plan/ends"] = With("day", 1),
            ["/api/log/{id}"] = (await app.Log())[1]!.DeepClone(),
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
            ["/api/plan/load/lost"] = Loaded("day", 3),
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
        var bases = new List<Base>();
        foreach (var (path, calls) in (await app.Get("/openapi/v1.json"))["paths"]!.AsObject())
        {
            // What takes no body cannot be sent a spoilt one.
            foreach (
                var (verb, _) in calls!
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
                Assert.True(
                    sound.ContainsKey(trimmed) || files.ContainsKey(trimmed),
                    $"{path} is new: give it a sound request here."
                );
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

    [Fact]
    public async Task Nothing_that_is_sent_makes_the_server_fail_or_work_on()
    {
        // What a mutated request costs is under two seconds of work where nothing else runs; eight are the most on a slow machine with everything still to be compiled.
        // What takes longer is answered 503 and fails here.
        await using var app = App.WithCeiling(8);
        var bases = await Bases(app);
        var random = new Random(20261125);
        var statuses = new SortedDictionary<int, int>();
        var slowest = TimeSpan.Zero;
        for (var n = 0; n < Torture.Mutations; n++)
        {
            var sound = bases[n % bases.Count];
            var body = n < bases.Count ? Sound(sound) : Mutated(sound, random);
            using var request = new HttpRequestMessage(sound.Method, sound.Address)
            {
                Content = new ByteArrayContent(body),
            };
            request.Content.Headers.ContentType = new MediaTypeHeaderValue(sound.Type);
            var clock = Stopwatch.StartNew();
            using var response = await app.Http.SendAsync(request, TestContext.Current.CancellationToken);
            slowest = clock.Elapsed > slowest ? clock.Elapsed : slowest;
            var status = (int)response.StatusCode;
            statuses[status] = statuses.GetValueOrDefault(status) + 1;
            if (status >= 500)
            {
                await File.WriteAllBytesAsync(
                    Path.Combine(Path.GetTempPath(), "ermine-fuzz.json"),
                    body,
                    TestContext.Current.CancellationToken
                );
                Assert.Fail(
                    $"{status} of {sound.Method} {sound.Path}, mutation {n}: {Shown(body)}\n{await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)}"
                );
            }
            if (n < bases.Count)
                Assert.True(status < 300, $"{sound.Path}: the sound request is answered {status}.");
        }
        Assert.True(statuses.GetValueOrDefault(200) > 0 && statuses.Keys.Any(s => s is 400 or 422));
        if (Torture.Long)
            Console.WriteLine(
                $"{Torture.Mutations} mutations, slowest {slowest.TotalMilliseconds:0} ms: {string.Join(", ", statuses.Select(s => $"{s.Value} × {s.Key}"))}"
            );
    }

    private static string Shown(byte[] body) =>
        Encoding.UTF8.GetString(body) is { Length: > 3000 } text ? text[..3000] + "…" : Encoding.UTF8.GetString(body);

    private static byte[] Sound(Base sound) => sound.File ?? Encoding.UTF8.GetBytes(sound.Json!.ToJsonString());

    private static byte[] Mutated(Base sound, Random random)
    {
        if (sound.File is { } file)
            return Scrambled(file, random);
        var json = sound.Json!.DeepClone();
        var marks = new List<(string Mark, string Raw)>();
        for (var hits = random.Next(1, 4); hits > 0; hits--)
            json = Hit(json, random, marks);
        var text = json.ToJsonString();
        foreach (var (mark, raw) in marks)
            text = text.Replace($"\"{mark}\"", raw, StringComparison.Ordinal);
        var bytes = Encoding.UTF8.GetBytes(text);
        return random.Next(12) == 0 ? Scrambled(bytes, random) : bytes;
    }

    private static byte[] Scrambled(byte[] sound, Random random)
    {
        byte[] bytes = random.Next(3) == 0 ? sound[..random.Next(sound.Length + 1)] : [.. sound];
        for (var hits = random.Next(1, 6); hits > 0 && bytes.Length > 0; hits--)
            bytes[random.Next(bytes.Length)] = (byte)random.Next(256);
        return random.Next(6) == 0 ? [.. bytes, .. bytes] : bytes;
    }

    /// <summary>What stands in the place of a value, as JSON is written; much of it no JSON library would write.</summary>
    private static readonly string[] Raws =
    [
        "null",
        "true",
        "0",
        "-1",
        "1",
        "1e400",
        "-1e400",
        "1e-320",
        "1e308",
        "-0.0",
        "9223372036854775808",
        "2147483648",
        "1.5",
        "\"\"",
        "\"\\ud800\"",
        "\"\\u0000\"",
        "\"NaN\"",
        "\"Infinity\"",
        "\"00000000-0000-0000-0000-000000000000\"",
        "\"11111111-2222-3333-4444-555555555555\"",
        "\"0001-01-01\"",
        "\"9999-12-31\"",
        "\"2027-02-30\"",
        "\"☃ \\\" \\\\ <script>\"",
        "[]",
        "{}",
        "[null]",
        "[[[[]]]]",
        "{\"\":null}",
    ];

    private static JsonNode Hit(JsonNode json, Random random, List<(string, string)> marks)
    {
        var places = new List<(JsonNode Parent, object Key)>();
        Collect(json, places);
        if (places.Count == 0)
            return json;
        var (parent, key) = places[random.Next(places.Count)];
        string Mark(string raw)
        {
            var mark = $"mark-{marks.Count}";
            marks.Add((mark, raw));
            return mark;
        }
        JsonNode? now = key is string name ? parent[name] : parent[(int)key];
        switch (random.Next(14))
        {
            case 0 when parent is JsonObject o:
                o.Remove((string)key);
                break;
            case 1 when parent is JsonArray list && now is not null:
                list.Add(now.DeepClone());
                break;
            case 2 when parent is JsonArray list:
                list.RemoveAt((int)key);
                break;
            case 3 when now is JsonArray list && list.Count > 0:
                var one = list[random.Next(list.Count)];
                for (var more = random.Next(2, 400); more > 0; more--)
                    list.Add(one?.DeepClone());
                break;
            case 4:
                Set(parent, key, new string('x', random.Next(1, 5000)));
                break;
            case 5 when now is JsonValue value && value.TryGetValue<double>(out var number):
                Set(parent, key, number * Math.Pow(10, random.Next(-6, 7)) * (random.Next(2) * 2 - 1));
                break;
            // Numbers that may well stand, so that what is behind the gate is reached as well.
            case > 9 when now is JsonValue value && value.TryGetValue<double>(out var near):
                Set(parent, key, near % 1 == 0 ? near + random.Next(-3, 4) : near * (0.2 + 2 * random.NextDouble()));
                break;
            case 6:
                var (other, otherKey) = places[random.Next(places.Count)];
                Set(parent, key, (otherKey is string n ? other[n] : other[(int)otherKey])?.DeepClone());
                break;
            default:
                Set(parent, key, Mark(Raws[random.Next(Raws.Length)]));
                break;
        }
        return json;
    }

    private static void Set(JsonNode parent, object key, JsonNode? value)
    {
        if (key is string name)
            parent[name] = value;
        else
            parent[(int)key] = value;
    }

    private static void Collect(JsonNode json, List<(JsonNode, object)> places)
    {
        if (json is JsonObject o)
        {
            foreach (var (name, child) in o)
            {
                places.Add((o, name));
                if (child is not null)
                    Collect(child, places);
            }
        }
        else if (json is JsonArray list)
        {
            for (var i = 0; i < list.Count; i++)
            {
                places.Add((list, i));
                if (list[i] is { } child)
                    Collect(child, places);
            }
        }
    }
}
