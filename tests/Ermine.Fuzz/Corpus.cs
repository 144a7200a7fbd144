using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Ermine.Server.Tests;

namespace Ermine.Fuzz;

/// <summary>What the fuzzer begins from: a sound input for every reader and every call, and the words that they know.</summary>
internal static class Corpus
{
    /// <summary>Sound texts, by the letter of their reader.</summary>
    private static readonly (char Reader, string Text)[] Texts =
    [
        ('k', "name,mass (g),comfort (°C)\nDown bag,1300,-12\nWool socks,90,\n"),
        ('k', "name;type;weight oz;r value\nfoam pad;foamPad;14;2\n"),
        (
            'f',
            "# elevation: 400 m\n# time zone: Europe/Oslo\ntime,temperature_c,wind_ms\n2027-02-13 20:00,-5,3\n2027-02-13 21:00,-6,4\n"
        ),
        ('f', """{"elevationM":400,"hours":[{"time":"2027-02-13T20:00:00+01:00","temperatureC":-5}]}"""),
        (
            'i',
            "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART;VALUE=DATE:20270213\r\nDTEND;VALUE=DATE:20270215\r\nRRULE:FREQ=DAILY;COUNT=2\r\nSUMMARY:Halvskar\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
        ),
        (
            'i',
            """<gpx version="1.1"><wpt lat="61" lon="8"><ele>900</ele><time>2027-02-13T20:00:00Z</time><name>Halvskar</name></wpt></gpx>"""
        ),
        ('l', "time,outside_c,pillow_c\n2026-01-16 20:00,-5,2\n2026-01-16 20:10,\"-6,5\",3\n2026-01-17 06:00,-9,1\n"),
        ('w', "name;weight\nsocks;90\n"),
        ('t', "down bag -12 comfort 1300 g\nfoam pad r2\n3 thick wool socks\n"),
        ('n', "-18 saturday, -22 sunday, tent, wind 5"),
        (
            'p',
            """{"ermine":"package","shape":4,"trips":[],"items":[],"sleepers":[],"forecasts":[],"log":[],"ticks":[]}"""
        ),
    ];

    /// <summary>What is put into inputs whole: values at their ends, and words that readers look for.</summary>
    private static readonly string[] Tokens =
    [
        "null",
        "true",
        "-1",
        "1e400",
        "1e-320",
        "-0.0",
        "9223372036854775808",
        "[]",
        "{}",
        "[null]",
        "NaN",
        "0001-01-01",
        "9999-12-31T23:59:59Z",
        "00000000-0000-0000-0000-000000000000",
        "time,temperature_c",
        "temperature (°F)",
        "RRULE:FREQ=DAILY;COUNT=",
        "DTSTART;VALUE=DATE:",
        "comfort",
        "r-value",
        ",,",
        ";;",
    ];

    /// <summary>The project's own samples, and the largest of them that is begun from, bytes.</summary>
    private static readonly string Samples = Path.Combine(AppContext.BaseDirectory, "../../../../samples");

    private const int LargestSample = 9_000;

    /// <summary>Largest input to begin from, bytes: what is larger is too slow to learn from.</summary>
    private const int Largest = 60_000;

    public static async Task Write(string folder)
    {
        var (readers, calls) = (Under("readers"), Under("calls"));
        foreach (var (n, (reader, text)) in Texts.Index())
            await File.WriteAllBytesAsync(
                Path.Combine(readers, $"{reader}-{n}"),
                Encoding.UTF8.GetBytes(reader + text)
            );
        foreach (var sample in Directory.GetFiles(Samples).Where(f => new FileInfo(f).Length < LargestSample))
        {
            foreach (var reader in "kfilw")
                await File.WriteAllBytesAsync(
                    Path.Combine(readers, $"{reader}-{Path.GetFileName(sample)}"),
                    [(byte)reader, .. await File.ReadAllBytesAsync(sample)]
                );
        }
        await File.WriteAllLinesAsync(
            Path.Combine(folder, "tokens"),
            Tokens.Select(t =>
                $"\"{string.Concat(Encoding.UTF8.GetBytes(t).Select(b => b is >= 0x20 and < 0x7F ? $"{(char)b}" : $"\\x{b:X2}"))}\""
            )
        );
        using var server = new Server();
        async Task<JsonNode> Get(string path) => (await server.Http.GetFromJsonAsync<JsonNode>(path))!;
        var all = (JsonObject)await Get("/api/workspace");
        var document = (JsonObject)await Get("/openapi/v1.json");
        var trip = (JsonObject)all["trips"]![0]!;
        var bed = trip.Used(0, "bed");
        var item = (JsonObject)all["items"]!.AsArray().First(i => bed.Contains((string)i!["id"]!))!;
        var n2 = 0;
        foreach (
            var sound in SoundRequests.Of(all, (JsonObject)(await Get("/api/log"))[0]!, document, trip, trip, item)
        )
            await Call(sound.Method, sound.Address, sound.Type, sound.Body);
        foreach (var (path, verbs) in document["paths"]!.AsObject())
        {
            foreach (var (verb, _) in verbs!.AsObject().Where(v => v.Key is "get" or "delete"))
                await Call(
                    new(verb.ToUpperInvariant()),
                    path.Replace("{id}", (string)trip["id"]!, StringComparison.Ordinal)
                        .Replace("{name}", "x", StringComparison.Ordinal) + (verb == "delete" ? "?version=1" : ""),
                    "-",
                    []
                );
        }

        Task Call(HttpMethod method, string address, string type, byte[] body)
        {
            var input = Calls.Write(method, address, type, body);
            return input.Length > Largest
                ? Task.CompletedTask
                : File.WriteAllBytesAsync(Path.Combine(calls, $"{n2++:000}"), input);
        }
        string Under(string name) => Directory.CreateDirectory(Path.Combine(folder, name)).FullName;
    }
}
