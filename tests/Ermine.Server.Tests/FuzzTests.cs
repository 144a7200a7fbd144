using System.Collections.Concurrent;
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
    [Fact]
    public async Task Nothing_that_is_sent_makes_the_server_fail_or_work_on()
    {
        // What a mutated request costs is under two seconds of work where nothing else runs; twelve are the most on a slow machine with everything still to be compiled.
        // What takes longer is answered 503 and fails here.
        await using var app = App.WithPatience(0.8);
        var bases = SoundRequests.Of(
            await app.Get("/api/workspace"),
            (JsonObject)(await app.Log())[1]!,
            await app.Get("/openapi/v1.json"),
            await app.Trip(),
            await app.Trip("Kessar ice cap"),
            await app.Item("Winter down bag")
        );
        var statuses = new ConcurrentDictionary<int, int>();
        var slowest = 0L;
        var stop = TestContext.Current.CancellationToken;
        for (var n = 0; n < bases.Count; n++)
            Assert.True(await Sent(n, bases[n].Body) < 300, $"{bases[n].Path}: the sound request is refused.");
        await Parallel.ForAsync(
            bases.Count,
            Torture.Mutations,
            new ParallelOptions { MaxDegreeOfParallelism = 2, CancellationToken = stop },
            async (n, _) => await Sent(n, Mutated(bases[n % bases.Count], new Random(20261125 + n)))
        );
        Assert.True(statuses.GetValueOrDefault(200) > 0 && statuses.Keys.Any(s => s is 400 or 422));
        if (Torture.Long)
            Console.WriteLine(
                $"{Torture.Mutations} mutations, slowest {slowest} ms: {string.Join(", ", statuses.OrderBy(s => s.Key).Select(s => $"{s.Value} × {s.Key}"))}"
            );

        async Task<int> Sent(int n, byte[] body)
        {
            var sound = bases[n % bases.Count];
            using var request = new HttpRequestMessage(sound.Method, sound.Address)
            {
                Content = new ByteArrayContent(body),
            };
            request.Content.Headers.ContentType = new MediaTypeHeaderValue(sound.Type);
            var clock = Stopwatch.StartNew();
            using var response = await app.Http.SendAsync(request, stop);
            var status = (int)response.StatusCode;
            statuses.AddOrUpdate(status, 1, (_, count) => count + 1);
            lock (statuses)
                slowest = Math.Max(slowest, clock.ElapsedMilliseconds);
            if (status < 500)
                return status;
            await File.WriteAllBytesAsync(Path.Combine(Path.GetTempPath(), "ermine-fuzz.json"), body, stop);
            Assert.Fail(
                $"{status} of {sound.Method} {sound.Path}, mutation {n}: {Shown(body)}\n{await response.Content.ReadAsStringAsync(stop)}"
            );
            return status;
        }
    }

    private static string Shown(byte[] body) =>
        Encoding.UTF8.GetString(body) is { Length: > 3000 } text ? text[..3000] + "…" : Encoding.UTF8.GetString(body);

    private static byte[] Mutated(SoundRequest sound, Random random)
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
