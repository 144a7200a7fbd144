using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Ermine.Server.Hosting;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;

namespace Ermine.Fuzz;

/// <summary>
/// Every call of the real server in this process: an input is a line with verb and address, a line with the type, and what is sent. An
/// answer of 500 or more is a failure; 503 says that it would take too long, and is none.
/// </summary>
internal sealed class Calls : IDisposable
{
    /// <summary>After so many inputs the server begins anew, so that what was saved does not pile up.</summary>
    private const int Renewed = 20_000;

    private Server server = new();
    private int sent;

    public int Send(byte[] input)
    {
        if (++sent % Renewed == 0)
        {
            server.Dispose();
            server = new();
        }
        using var request = Of(input);
        if (request is null)
            return 0;
        using var answer = server.Http.SendAsync(request).GetAwaiter().GetResult();
        var status = (int)answer.StatusCode;
        return status is < 500 or 503
            ? status
            : throw new InvalidOperationException($"{status} of {request.Method} {request.RequestUri}");
    }

    /// <summary>An input as it is written into the corpus.</summary>
    public static byte[] Write(HttpMethod method, string address, string type, byte[] body) =>
        [.. Encoding.UTF8.GetBytes($"{method} {address}\n{type}\n"), .. body];

    private static HttpRequestMessage? Of(byte[] input)
    {
        var first = Array.IndexOf(input, (byte)'\n');
        var second = first < 0 ? -1 : Array.IndexOf(input, (byte)'\n', first + 1);
        if (second < 0)
            return null;
        var head = Encoding.Latin1.GetString(input, 0, first).Split(' ', 2);
        var type = Encoding.Latin1.GetString(input, first + 1, second - first - 1);
        // Verbs and addresses that no client could send do not reach a server.
        if (
            head.Length == 2
            && (head[1].Any(c => c is <= ' ' or > '~') || head[1].Contains("%00", StringComparison.Ordinal))
        )
            return null;
        if (
            head is not ["GET" or "POST" or "PUT" or "DELETE" or "PATCH" or "HEAD", ['/', not '/', ..] address]
            || !Uri.TryCreate(address, UriKind.Relative, out var uri)
        )
            return null;
        try
        {
            var request = new HttpRequestMessage(new(head[0]), uri);
            if (head[0] is "POST" or "PUT" or "PATCH" or "DELETE")
            {
                request.Content = new ByteArrayContent(input[(second + 1)..]);
                if (MediaTypeHeaderValue.TryParse(type, out var parsed))
                    request.Content.Headers.ContentType = parsed;
            }
            return request;
        }
        catch (Exception error) when (error is FormatException or UriFormatException)
        {
            return null;
        }
    }

    public void Dispose() => server.Dispose();
}

/// <summary>The server on a folder of its own that holds one small trip and what it uses.</summary>
internal sealed class Server : WebApplicationFactory<CommandLine>
{
    private readonly string folder = Directory.CreateTempSubdirectory("ermine-fuzz-").FullName;

    public Server()
    {
        Http = CreateClient();
        Thin().GetAwaiter().GetResult();
    }

    public HttpClient Http { get; }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseContentRoot(AppContext.BaseDirectory);
        builder.UseSetting("data", folder);
        builder.UseSetting("port", "0");
        builder.UseSetting("demo", "true");
        // The less long an answer is sought, the more inputs a second.
        builder.UseSetting("patience", "0.01");
    }

    /// <summary>One trip stays, with what it uses: the less there is, the more inputs a second.</summary>
    private async Task Thin()
    {
        var all = (await Http.GetFromJsonAsync<JsonObject>("/api/workspace"))!;
        var trips = all["trips"]!.AsArray();
        var stays = trips.Single(t => (string)t!["name"]! == "Brenholt weekend")!;
        foreach (var trip in trips.Where(t => t != stays))
            await Gone("trips", trip!);
        var used = stays["uses"]!.AsArray().Select(u => (string)u!["itemId"]!).ToHashSet();
        foreach (var item in all["items"]!.AsArray().Where(i => !used.Contains((string)i!["id"]!)))
            await Gone("items", item!);
    }

    private async Task Gone(string kind, JsonNode one)
    {
        using var answer = await Http.DeleteAsync($"/api/{kind}/{one["id"]}?version={one["version"]}");
    }

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        if (disposing && Directory.Exists(folder))
            Directory.Delete(folder, recursive: true);
    }
}
