using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>
/// Kills and seeded mutations, as many as are asked for: a small share with every test run, all of it with <c>./ermine torture</c>, which
/// sets ERMINE_TORTURE.
/// </summary>
internal static class Torture
{
    public static bool Long { get; } = Environment.GetEnvironmentVariable("ERMINE_TORTURE") == "1";

    /// <summary>Starts killed, and the longest time for it, s.</summary>
    public static (int Kills, int Seconds) Share => Long ? (200, 500) : (12, 60);

    /// <summary>Mutations sent.</summary>
    public static int Mutations => Long ? 40_000 : 10_000;

    public sealed record KillFigures(int Kills, int BeforeAddress, int Acknowledged, int Found);

    /// <summary>Kills starts at instants spread over the time that one takes, each with writes under way, then counts what is there.</summary>
    public static async Task<KillFigures> Kills(int kills, TimeSpan longest)
    {
        var folder = Directory.CreateTempSubdirectory("ermine-test-").FullName;
        string[] arguments = ["--data", folder, "--port", "0", "--demo", "true"];
        var random = new Random(7);
        var clock = Stopwatch.StartNew();
        var acknowledged = new HashSet<Guid>();
        var (done, early) = (0, 0);
        for (; done < kills && clock.Elapsed < longest; done++)
        {
            using var server = new Launched(arguments);
            var until = Task.Delay(random.Next(20, 1500), TestContext.Current.CancellationToken);
            if (await Task.WhenAny(server.Address, until) == until)
                early++;
            else
                await Write(await server.Address, until, acknowledged);
            server.Kill();
        }
        using var last = new Launched(arguments);
        using var http = new HttpClient { BaseAddress = new(await last.Address) };
        var all = await http.GetFromJsonAsync<JsonObject>("/api/workspace", TestContext.Current.CancellationToken);
        Assert.Equal(3, all!["trips"]!.AsArray().Count);
        Assert.Empty(all["setAside"]!.AsArray());
        var there = all["sleepers"]!.AsArray().Select(s => (Guid)s!["id"]!).ToHashSet();
        var figures = new KillFigures(done, early, acknowledged.Count, acknowledged.Count(there.Contains));
        TestContext.Current.SendDiagnosticMessage($"{figures}");
        if (Long)
            Console.WriteLine(figures);
        return figures;
    }

    private static async Task Write(string address, Task until, HashSet<Guid> acknowledged)
    {
        using var http = new HttpClient { BaseAddress = new(address) };
        while (!until.IsCompleted && acknowledged.Count < 90)
        {
            var id = Guid.NewGuid();
            var body = new
            {
                id,
                name = $"{id}",
                massKg = 70,
                heightCm = 170,
                ageYears = 30,
                sex = "female",
                statedOffsetK = 0,
                version = 0,
            };
            var answer = await http.PutAsJsonAsync($"/api/sleepers/{id}", body, TestContext.Current.CancellationToken);
            if (answer.IsSuccessStatusCode)
                acknowledged.Add(id);
        }
    }
}
