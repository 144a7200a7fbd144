using Microsoft.AspNetCore.Hosting.Server;

namespace Ermine.Server.Hosting;

/// <summary>
/// Asks for the first page as a browser would, before anyone does, so that the first visitor does not wait for code to be compiled.
/// </summary>
public static class WarmUp
{
    public static async Task Run(WebApplication app)
    {
        // A server under test answers no real address.
        if (!app.Services.GetRequiredService<IServer>().GetType().Name.StartsWith("Kestrel", StringComparison.Ordinal))
            return;
        using var http = new HttpClient { BaseAddress = new(app.Urls.First()) };
        using var page = await http.GetAsync("/");
        using var all = System.Text.Json.JsonDocument.Parse(await http.GetStringAsync("/api/workspace"));
        foreach (var trip in all.RootElement.GetProperty("trips").EnumerateArray())
            await http.PostAsJsonAsync("/api/plan", new { trip, night = 0 });
    }
}
