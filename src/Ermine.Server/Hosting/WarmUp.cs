using System.Text.Json;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection.Extensions;

namespace Ermine.Server.Hosting;

/// <summary>
/// Has the application answer for its first page in memory before it listens: whoever can reach it does not wait for code to be compiled.
/// It does a bounded amount of work, and nothing hangs on it: whatever goes wrong shows again with whoever asks for it.
/// </summary>
internal sealed class WarmUp(IServer server, IServiceProvider services) : IServer
{
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(5);

    /// <summary>Lets the server that listens begin warm.</summary>
    public static void Add(IServiceCollection services)
    {
        var listens = services.Last(s => s.ServiceType == typeof(IServer)).ImplementationType!;
        services.Replace(
            ServiceDescriptor.Singleton<IServer>(s => new WarmUp(
                (IServer)ActivatorUtilities.CreateInstance(s, listens),
                s
            ))
        );
    }

    public IFeatureCollection Features => server.Features;

    public async Task StartAsync<TContext>(IHttpApplication<TContext> application, CancellationToken cancellationToken)
        where TContext : notnull
    {
        // A shared one answers nobody without its pass phrase.
        if (services.GetRequiredService<CommandLine>().Share is null)
        {
            using var inMemory = new TestServer(services);
            await ((IServer)inMemory).StartAsync(application, cancellationToken);
            using var http = inMemory.CreateClient();
            await Ask(http, cancellationToken);
        }
        await server.StartAsync(application, cancellationToken);
    }

    private static async Task Ask(HttpClient http, CancellationToken ending)
    {
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(ending);
        stop.CancelAfter(Longest);
        try
        {
            var page = http.GetAsync("/", stop.Token);
            using var all = JsonDocument.Parse(await http.GetStringAsync("/api/workspace", stop.Token));
            // The first page shows the trip that begins first.
            foreach (var trip in all.RootElement.GetProperty("trips").EnumerateArray().OrderBy(Begins).Take(1))
                using (await http.PostAsJsonAsync("/api/plan", new { trip, night = 0 }, stop.Token)) { }
            using (await page) { }
        }
        catch (Exception)
        {
            // No start fails for it: whoever asks next is told.
        }
    }

    private static string Begins(JsonElement trip) =>
        trip.GetProperty("nights").EnumerateArray().Select(n => n.GetProperty("date").GetString()).FirstOrDefault()
        ?? "~";

    public Task StopAsync(CancellationToken cancellationToken) => server.StopAsync(cancellationToken);

    public void Dispose() => server.Dispose();
}
