using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.Hosting.Server;

namespace Ermine.Server.Hosting;

/// <summary>
/// Asks for the first page as a browser would, before anyone does, so that the first visitor does not wait for code to be compiled.
/// It does a bounded amount of work, and nothing hangs on it: whatever goes wrong shows again with whoever asks for it.
/// </summary>
public static class WarmUp
{
    /// <summary>What takes longest, asked as often as it takes to be compiled well.</summary>
    private static readonly string[] Calls = ["/api/plan", "/api/plan/fixes", "/api/plan/dry", "/api/plan/losses"];

    private const int Times = 4;

    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(5);

    public static async Task Run(WebApplication app, CancellationToken ending)
    {
        // A server under test answers no real address, a shared one nobody without its pass phrase.
        if (
            app.Services.GetRequiredService<CommandLine>().Share is not null
            || !app
                .Services.GetRequiredService<IServer>()
                .GetType()
                .Name.StartsWith("Kestrel", StringComparison.Ordinal)
        )
            return;
        try
        {
            using var stop = CancellationTokenSource.CreateLinkedTokenSource(ending);
            stop.CancelAfter(Longest);
            using var http = new HttpClient { BaseAddress = new(app.Urls.First()) };
            using var page = await http.GetAsync("/", stop.Token);
            using var all = JsonDocument.Parse(await http.GetStringAsync("/api/workspace", stop.Token));
            // The first page shows the trip that begins first.
            foreach (var trip in all.RootElement.GetProperty("trips").EnumerateArray().OrderBy(Begins).Take(1))
            {
                var nights = Math.Max(1, trip.GetProperty("nights").GetArrayLength());
                for (var time = 0; time < Times; time++)
                {
                    foreach (var call in Calls)
                        using (await http.PostAsJsonAsync(call, new { trip, night = time % nights }, stop.Token)) { }
                }
            }
        }
        catch (Exception failed)
            when (failed is HttpRequestException or OperationCanceledException or JsonException or KeyNotFoundException)
        {
            // Whoever asks next is told.
        }
    }

    private static string Begins(JsonElement trip) =>
        trip.GetProperty("nights").EnumerateArray().Select(n => n.GetProperty("date").GetString()).FirstOrDefault()
        ?? "~";
}
