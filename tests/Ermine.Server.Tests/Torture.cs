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
    public static (int Kills, int Seconds) Share => Long ? (200, 1200) : (8, 60);

    /// <summary>Mutations sent.</summary>
    public static int Mutations => Long ? 40_000 : 5_000;

    public sealed record KillFigures(int Kills, int BeforeAddress, int Acknowledged, int Found);

    /// <summary>Kills a server at any instant, every other time while it starts and else while things are saved, then counts what is there.</summary>
    public static async Task<KillFigures> Kills(int kills, TimeSpan longest)
    {
        var folder = Directory.CreateTempSubdirectory("ermine-test-").FullName;
        string[] arguments = ["--data", folder, "--port", "0", "--demo", "true"];
        var random = new Random(7);
        var clock = Stopwatch.StartNew();
        var acknowledged = new Dictionary<Guid, int>();
        var (done, early) = (0, 0);
        for (; done < kills && clock.Elapsed < longest; done++)
        {
            using var server = new Launched(arguments);
            // One half while it starts, however long that takes here; the other while it writes.
            if (done % 2 == 0)
            {
                var until = Task.Delay(random.Next(20, 1500), TestContext.Current.CancellationToken);
                if (await Task.WhenAny(server.Address, until) == until)
                    early++;
                server.Kill();
                continue;
            }
            var first = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
            var writing = Write(await server.Address, acknowledged, first);
            await Task.WhenAny(first.Task, writing);
            await Task.Delay(random.Next(0, 250), TestContext.Current.CancellationToken);
            server.Kill();
            await writing;
        }
        using var last = new Launched(arguments);
        using var http = new HttpClient { BaseAddress = new(await last.Address) };
        var all = await http.GetFromJsonAsync<JsonObject>("/api/workspace", TestContext.Current.CancellationToken);
        Assert.Equal(3, all!["trips"]!.AsArray().Count);
        Assert.Empty(all["setAside"]!.AsArray());
        var there = all["items"]!.AsArray().ToDictionary(s => (Guid)s!["id"]!, s => (int)s!["version"]!);
        var figures = new KillFigures(
            done,
            early,
            acknowledged.Values.Sum(),
            acknowledged.Sum(a => Math.Min(a.Value, there.GetValueOrDefault(a.Key)))
        );
        TestContext.Current.SendDiagnosticMessage($"{figures}");
        if (Long)
            Console.WriteLine(figures);
        return figures;
    }

    /// <summary>
    /// Saves things one after the other, and the last of them again and again, until nobody answers any more; the save that was under way may be
    /// there or not.
    /// </summary>
    /// <param name="acknowledged">How many saves of each thing were acknowledged.</param>
    /// <param name="first">Told when the first of them is acknowledged: how long that takes hangs on the machine.</param>
    private static async Task Write(string address, Dictionary<Guid, int> acknowledged, TaskCompletionSource first)
    {
        using var http = new HttpClient { BaseAddress = new(address) };
        try
        {
            var (id, version) = (Guid.Empty, 0);
            for (var n = 0; ; n++)
            {
                if (n < NewThings)
                    (id, version) = (Guid.NewGuid(), 0);
                var (status, text) = await DiskTests.Save(http, id, version++);
                Assert.True(status == System.Net.HttpStatusCode.OK, text);
                acknowledged[id] = version;
                first.TrySetResult();
            }
        }
        catch (Exception gone) when (gone is HttpRequestException or IOException)
        {
            // Killed meanwhile.
        }
    }

    /// <summary>Things that are new at each start: of all two hundred no more than may be owned.</summary>
    private const int NewThings = 6;
}
