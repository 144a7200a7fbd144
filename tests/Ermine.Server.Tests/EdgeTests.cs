using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>What stands at the edge of the server: types, origins, headers, names taken at once, and forecasts that are kept.</summary>
public sealed class EdgeTests(App app) : IClassFixture<App>
{
    private static readonly string[] Guarded = ["X-Content-Type-Options", "Referrer-Policy", "Content-Security-Policy"];

    private async Task<HttpResponseMessage> Ask(HttpMethod method, string path, string? origin, HttpContent? content)
    {
        using var request = new HttpRequestMessage(method, path) { Content = content };
        if (origin is not null)
            request.Headers.Add("Origin", origin);
        return await app.Http.SendAsync(request, TestContext.Current.CancellationToken);
    }

    [Theory]
    [InlineData("/api/plan", "text/plain", "application/json")]
    [InlineData("/api/plan", "application/json; charset=utf-16", "application/json")]
    [InlineData("/api/forecasts?name=x", "application/zip", "text/csv")]
    [InlineData("/api/itinerary", "image/png", "text/calendar")]
    public async Task A_type_that_is_not_read_is_answered_with_those_that_are(string path, string type, string taken)
    {
        var content = new ByteArrayContent("{}"u8.ToArray());
        content.Headers.TryAddWithoutValidation("Content-Type", type);
        var answer = await Answer.Of(await Ask(HttpMethod.Post, path, null, content));
        Assert.Equal(415, answer.Status);
        Assert.Contains(taken, answer.Body!.ToJsonString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("http://evil.example", 403)]
    [InlineData("null", 403)]
    [InlineData("http://localhost:9999", 403)]
    [InlineData("http://localhost", 422)]
    [InlineData(null, 422)]
    public async Task Only_the_page_itself_and_scripts_may_change_things(string? origin, int status)
    {
        using var answer = await Ask(
            HttpMethod.Put,
            $"/api/sleepers/{Guid.NewGuid()}",
            origin,
            JsonContent.Create(
                new
                {
                    id = Guid.NewGuid(),
                    name = "x",
                    massKg = 70,
                    heightCm = 170,
                    ageYears = 30,
                    sex = "female",
                }
            )
        );
        Assert.Equal(status, (int)answer.StatusCode);
        Assert.All(Guarded, h => Assert.True(answer.Headers.Contains(h), h));
    }

    [Fact]
    public async Task Every_refusal_carries_the_headers()
    {
        using var foreign = new HttpRequestMessage(HttpMethod.Get, "/api/workspace");
        foreign.Headers.Host = "elsewhere.example";
        using var misdirected = await app.Http.SendAsync(foreign, TestContext.Current.CancellationToken);
        Assert.Equal(421, (int)misdirected.StatusCode);
        Assert.All(Guarded, h => Assert.True(misdirected.Headers.Contains(h), h));
        using var broken = await Ask(
            HttpMethod.Post,
            "/api/plan",
            null,
            new StringContent("{", Encoding.UTF8, "application/json")
        );
        Assert.Equal(400, (int)broken.StatusCode);
        Assert.All(Guarded, h => Assert.True(broken.Headers.Contains(h), h));
    }

    [Fact]
    public async Task Of_many_who_take_one_name_at_once_one_has_it_and_the_others_are_told()
    {
        var item = await app.Item("Winter down bag");
        var answers = await Task.WhenAll(
            Enumerable
                .Range(0, 12)
                .Select(_ =>
                {
                    var copy = (JsonObject)item.DeepClone();
                    copy["id"] = $"{Guid.NewGuid()}";
                    copy["name"] = "Wanted by many";
                    copy["version"] = 0;
                    return app.Put($"/api/items/{copy["id"]}", copy);
                })
        );
        Assert.Single(answers, a => a.Status == 200);
        Assert.All(
            answers.Where(a => a.Status != 200),
            a => Assert.Equal((422, "name"), (a.Status, a.FaultyFields()[0]))
        );
    }

    [Theory]
    [InlineData("trips")]
    [InlineData("items")]
    [InlineData("sleepers")]
    public async Task Ids_must_be_ids_and_agree(string kind)
    {
        var thing = (JsonObject)(await app.Get("/api/workspace"))[kind]![0]!.DeepClone();
        Assert.Equal(["id"], (await app.Put($"/api/{kind}/{Guid.NewGuid()}", thing)).FaultyFields());
        thing["id"] = $"{Guid.Empty}";
        Assert.Equal(["id"], (await app.Put($"/api/{kind}/{Guid.Empty}", thing)).FaultyFields());
    }

    [Fact]
    public async Task A_forecast_that_is_not_there_is_named()
    {
        var trip = await app.Trip();
        trip["forecastId"] = $"{Guid.NewGuid()}";
        Assert.Equal(["forecastId"], (await app.Post("/api/plan", new { trip, night = 0 })).FaultyFields());
        Assert.Equal(["forecastId"], (await app.Put($"/api/trips/{trip["id"]}", trip)).FaultyFields());
    }

    [Fact]
    public async Task Forecasts_are_listed_named_read_by_hours_when_asked_and_removed_when_unused()
    {
        var read = await app.PostText(
            "/api/forecasts?name=first&timeZone=UTC",
            "time,temp_c\n2027-02-13 20:00,-5\n2027-02-13 21:00,-6\n"
        );
        var id = (string)read.Body!["forecast"]!["id"]!;
        Assert.Equal(204, (await app.Put($"/api/forecasts/{id}", new { name = "second" })).Status);
        Assert.Equal(["name"], (await app.Put($"/api/forecasts/{id}", new { name = "" })).FaultyFields());
        var list = await app.Http.GetFromJsonAsync<JsonArray>("/api/forecasts", TestContext.Current.CancellationToken);
        var head = list!.Single(f => (string)f!["id"]! == id)!;
        Assert.Equal(("second", 2), ((string)head["name"]!, (int)head["hours"]!));
        Assert.Equal(-6, (double)(await app.Get($"/api/forecasts/{id}"))["hours"]![1]!["temperatureC"]!);

        var used = (string)(await app.Trip())["forecastId"]!;
        var refused = await app.Delete($"/api/forecasts/{used}");
        Assert.Equal(409, refused.Status);
        Assert.Contains("Isvar crossing", refused.Body!.ToJsonString(), StringComparison.Ordinal);
        Assert.Equal(204, (await app.Delete($"/api/forecasts/{id}")).Status);
        Assert.Equal(404, (await app.Delete($"/api/forecasts/{id}")).Status);
        Assert.Equal(404, (await app.Send(HttpMethod.Get, $"/api/forecasts/{id}", null)).Status);
    }

    [Theory]
    [InlineData("2027-02-12 15", new[] { 0, 1, 2, 3, 4, 5, 6 }, new int[0])]
    [InlineData("2027-02-16 22", new[] { 4, 5, 6 }, new[] { 3 })]
    public async Task A_file_cut_at_the_end_of_a_line_is_noticed_by_the_nights_it_does_not_reach(
        string cutAt,
        int[] missing,
        int[] withoutDawn
    )
    {
        var sample = await File.ReadAllLinesAsync(
            Path.Combine(AppContext.BaseDirectory, "../../../../../samples/isvar-forecast.csv"),
            TestContext.Current.CancellationToken
        );
        var cut = sample.TakeWhile(l => !l.StartsWith(cutAt, StringComparison.Ordinal));
        var read = await app.PostText("/api/forecasts?name=cut", string.Join("\n", cut) + "\n");
        var trip = await app.Trip();
        trip["forecastId"] = (string)read.Body!["forecast"]!["id"]!;
        var gap = (await app.Post("/api/plan", new { trip, night = 0 })).Body!["gap"]!;
        Assert.Equal(missing, gap["missing"]!.AsArray().Select(n => (int)n!));
        Assert.Equal(withoutDawn, gap["withoutDawn"]!.AsArray().Select(n => (int)n!));
        Assert.Contains("Was the file cut off?", (string)gap["sentence"]!, StringComparison.Ordinal);
        Assert.Null((await app.Post("/api/plan", new { trip = await app.Trip(), night = 0 })).Body!["gap"]);
    }
}
