using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;

namespace Ermine.Server.Tests;

/// <summary>The real server on a real SQLite file in a folder of its own.</summary>
public sealed class App : WebApplicationFactory<Program>
{
    public App()
        : this(demo: true, null) { }

    /// <summary>A server on someone's own, still empty data.</summary>
    public static App OwnData() => new(demo: false, null);

    /// <summary>A server on a folder that already holds something.</summary>
    public static App On(string folder) => new(demo: true, folder);

    /// <summary>A server on demo data that seeks an answer so many times as long as it usually does.</summary>
    public static App WithPatience(double times) => new(demo: true, null, times);

    private readonly bool demo;
    private readonly double patience;

    // What is right does not hang on how fast the machine is: speed is measured by the bench.
    private App(bool demo, string? folder, double patience = 20)
    {
        (this.demo, this.patience) = (demo, patience);
        Folder = folder ?? Directory.CreateTempSubdirectory("ermine-test-").FullName;
        Http = CreateClient();
    }

    public string Folder { get; }

    public HttpClient Http { get; }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("data", Folder);
        // No test listens, but what is told is read.
        builder.UseSetting("port", "0");
        builder.UseSetting("patience", patience.ToString(CultureInfo.InvariantCulture));
        if (demo)
            builder.UseSetting("demo", "true");
    }

    public async Task<JsonObject> Get(string path) =>
        (await Http.GetFromJsonAsync<JsonObject>(path, TestContext.Current.CancellationToken))!;

    public Task<Answer> Post(string path, object body) => Send(HttpMethod.Post, path, body);

    public Task<Answer> Put(string path, object body) => Send(HttpMethod.Put, path, body);

    public Task<Answer> Delete(string path) => Send(HttpMethod.Delete, path, null);

    public Task<Answer> PostText(string path, string text) => PostBytes(path, Encoding.UTF8.GetBytes(text));

    public async Task<Answer> PostBytes(string path, byte[] bytes, string type = "text/csv")
    {
        using var content = new ByteArrayContent(bytes);
        content.Headers.ContentType = new(type);
        return await Answer.Of(await Http.PostAsync(path, content, TestContext.Current.CancellationToken));
    }

    public async Task<JsonObject> Trip(string name = "Isvar crossing") =>
        (JsonObject)(await Get("/api/workspace"))["trips"]!.AsArray().Single(t => (string)t!["name"]! == name)!;

    public async Task<JsonArray> Log() =>
        (await Http.GetFromJsonAsync<JsonArray>("/api/log", TestContext.Current.CancellationToken))!;

    public async Task<JsonObject> Item(string name) =>
        (JsonObject)(await Get("/api/workspace"))["items"]!.AsArray().Single(i => (string)i!["name"]! == name)!;

    public async Task<Answer> Send(HttpMethod method, string path, object? body)
    {
        using var request = new HttpRequestMessage(method, path);
        if (body is not null)
            request.Content = new StringContent(
                body as string ?? JsonSerializer.Serialize(body, JsonSerializerOptions.Web),
                Encoding.UTF8,
                "application/json"
            );
        return await Answer.Of(await Http.SendAsync(request, TestContext.Current.CancellationToken));
    }
}

/// <summary>Status and body of an answer.</summary>
public sealed record Answer(int Status, JsonNode? Body)
{
    public static async Task<Answer> Of(HttpResponseMessage response)
    {
        var text = await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
        return new((int)response.StatusCode, text.Length == 0 ? null : JsonNode.Parse(text));
    }

    public double Number(string name) => (double)Body![name]!;

    /// <summary>The fields that a problem names; every one must say its value and its mend.</summary>
    public IReadOnlyList<string> FaultyFields()
    {
        var errors = Body!["errors"]!.AsArray();
        Assert.All(errors, e => Assert.False(string.IsNullOrWhiteSpace((string)e!["mend"]!)));
        Assert.All(errors, e => Assert.NotNull(e!["value"]));
        return [.. errors.Select(e => (string)e!["field"]!)];
    }
}
