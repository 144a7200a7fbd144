using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;

namespace Ermine.Server.Tests;

public sealed class WorkspaceTests(App app) : IClassFixture<App>
{
    private static JsonObject Copy(JsonNode of) => (JsonObject)of.DeepClone();

    private static JsonObject Renamed(JsonObject item, string name)
    {
        var copy = Copy(item);
        copy["id"] = Guid.NewGuid().ToString();
        copy["name"] = name;
        copy["version"] = 0;
        return copy;
    }

    [Fact]
    public async Task The_demo_trip_fails_on_one_night_as_packed()
    {
        var trip = await app.Trip();
        var plan = await app.Post("/api/plan", new { trip, night = 3 });
        var verdicts = plan.Body!["nights"]!.AsArray().Select(n => (string)n!["verdict"]!).ToList();
        Assert.Equal(7, verdicts.Count);
        Assert.Equal(6, verdicts.Count(v => v == "warm"));
        Assert.NotEqual("warm", verdicts[3]);
        Assert.InRange((double)plan.Body["night"]!["margin"]!, -6, -2);
    }

    [Fact]
    public async Task Applying_the_first_fix_closes_the_gap_it_promises_to_close()
    {
        var trip = await app.Trip();
        var fix = (await app.Post("/api/plan/fixes", new { trip, night = 3 })).Body!["changes"]![0]!;
        Assert.True((bool)fix["covers"]!);
        trip.Lay(0, fix["system"]!);
        var night = (await app.Post("/api/plan", new { trip, night = 3 })).Body!["night"]!;
        Assert.Equal("warm", (string)night["verdict"]!);
        foreach (var of in (string[])["body", "together"])
            Assert.Equal(
                (double)fix["then"]!["holds"]![of]!["outside"]!,
                (double)night["holds"]![of]!["outside"]!,
                1e-4
            );
    }

    [Fact]
    public async Task A_trip_is_saved_whole_and_read_back_the_same()
    {
        var trip = Renamed(await app.Trip(), "Saved and read back");
        var night = trip["nights"]![2]!;
        night["typedLowC"] = -23.5;
        night["overrules"] = JsonNode.Parse("""[{ "kind": "coldPool", "value": -2, "note": "It drains." }]""");
        var member = trip["members"]![0]!;
        var idea = trip.Bed(0);
        idea["layers"]!.AsArray().Clear();
        member["ideas"] = new JsonArray(
            new JsonObject
            {
                ["id"] = Guid.NewGuid().ToString(),
                ["name"] = "Kept",
                ["system"] = idea,
            }
        );
        member["quiet"] = JsonNode.Parse("""[{ "rule": "no-meal", "note": "Eaten earlier." }]""");
        var bedtime = JsonNode.Parse(
            $$"""
            { "inHour": 20.5, "upHour": 30, "start": "chilled", "readyToMove": true, "dressed": false, "ableToHear": true, "events": [
              { "id": "{{Guid.NewGuid()}}", "kind": "hotBottle", "hour": 21, "kcal": null, "litres": 1, "waterC": 90, "itemId": null,
                "watts": null, "hours": null, "massKg": null, "region": "torso", "wrapped": false }
            ] }
            """
        );
        member["nights"] = new JsonArray(
            new JsonObject
            {
                ["nightId"] = (string)night["id"]!,
                ["bed"] = JsonNode.Parse(
                    """
                    {
                      "beneath": { "head": "pillow", "torso": "nothing", "legs": "rucksack", "feet": "rucksack" },
                      "hammock": { "fit": "gaps", "windCover": true, "doubleLayer": true },
                      "filling": { "underCm": 8, "overCm": 5, "wet": true }, "breathInside": true, "lies": "wall"
                    }
                    """
                ),
                ["bedtime"] = bedtime,
            }
        );
        var on = (string)night["id"]!;
        trip.Use(0, trip.Used(0, "along")[0], "putOn", on)["fromHour"] = 27.5;
        trip.Use(0, trip.Used(0, "bed")[0], "bed", on)["closure"] = "loose";
        trip.Use(0, trip.Used(0, "bed")[7], "asQuilt", on);
        Assert.Equal(200, (await app.Put($"/api/trips/{trip["id"]}", trip)).Status);
        trip["nights"]![0]!["camp"] = "Elsewhere";
        trip["version"] = 1;
        var saved = await app.Put($"/api/trips/{trip["id"]}", trip);
        Assert.Equal(2, saved.Number("version"));
        trip["version"] = 2;
        var read = (await app.Get("/api/workspace"))["trips"]!
            .AsArray()
            .Single(t => (string)t!["id"]! == (string)trip["id"]!)!;
        Assert.True(JsonNode.DeepEquals(trip, read), $"{trip}\n{read}");
        Assert.Equal(204, (await app.Delete($"/api/trips/{trip["id"]}?version=2")).Status);
    }

    [Fact]
    public async Task Of_two_windows_the_second_is_told_and_nothing_is_overwritten()
    {
        var trip = Renamed(await app.Trip(), "Two windows");
        await app.Put($"/api/trips/{trip["id"]}", trip);
        var (one, two) = (Copy(trip), Copy(trip));
        one["version"] = 1;
        two["version"] = 1;
        one["nights"]![0]!["camp"] = "One";
        two["nights"]![0]!["camp"] = "Two";
        Assert.Equal(200, (await app.Put($"/api/trips/{trip["id"]}", one)).Status);
        var refused = await app.Put($"/api/trips/{trip["id"]}", two);
        Assert.Equal(409, refused.Status);
        Assert.Equal(["version"], refused.FaultyFields());
        var kept = (await app.Get("/api/workspace"))["trips"]!
            .AsArray()
            .Single(t => (string)t!["name"]! == "Two windows")!;
        Assert.Equal("One", (string)kept["nights"]![0]!["camp"]!);
        Assert.Equal(409, (await app.Delete($"/api/trips/{trip["id"]}?version=1")).Status);
        Assert.Equal(204, (await app.Delete($"/api/trips/{trip["id"]}?version=2")).Status);
    }

    [Fact]
    public async Task A_night_of_plus_sixty_is_refused_and_nothing_is_half_saved()
    {
        var before = await app.Trip();
        var trip = Copy(before);
        trip["name"] = "Half saved";
        trip["nights"]![1]!["typedLowC"] = 60;
        var answer = await app.Put($"/api/trips/{trip["id"]}", trip);
        Assert.Equal(422, answer.Status);
        Assert.Equal(["nights[1].typedLowC"], answer.FaultyFields());
        Assert.True(JsonNode.DeepEquals(before, await app.Trip()));
    }

    [Fact]
    public async Task Every_fault_of_a_trip_is_named_at_once()
    {
        var trip = await app.Trip();
        trip["trust"]!["confidence"] = 0.42;
        trip["nights"]![1]!["date"] = (string)trip["nights"]![0]!["date"]!;
        var member = trip["members"]![0]!;
        member["sleeperId"] = Guid.NewGuid().ToString();
        trip.NoDays();
        trip["uses"]![1]!["itemId"] = Guid.NewGuid().ToString();
        var twice = trip["uses"]!.AsArray().Count;
        trip.Use(1, trip.Used(1, "bed")[0], "bed");
        var answer = await app.Put($"/api/trips/{trip["id"]}", trip);
        Assert.Equal(422, answer.Status);
        Assert.Equal(
            // Who is not known leaves what that one used without anybody.
            [
                "members[0].sleeperId",
                "nights[1].date",
                "trust.confidence",
                "uses[0].sleeperId",
                "uses[1].itemId",
                $"uses[{twice}].itemId",
            ],
            answer.FaultyFields().Order(StringComparer.Ordinal)
        );
    }

    [Theory]
    [InlineData("claims[0].value", """{ "claims": [{ "kind": "rValue", "value": -3 }] }""")]
    [InlineData("claims[0].kind", """{ "claims": [{ "kind": "comfort", "value": -3 }] }""")]
    [InlineData("massG", """{ "massG": -1 }""")]
    [InlineData("loftFactor", """{ "loftFactor": 3 }""")]
    [InlineData("name", """{ "name": "  " }""")]
    [InlineData("cover", """{ "cover": { "head": 0, "torso": 0, "legs": 0, "feet": 0 } }""")]
    public async Task A_fault_of_a_thing_is_named(string field, string change)
    {
        var item = Renamed(await app.Item("Foam mat, folded"), "A faulty mat");
        foreach (var (key, value) in JsonNode.Parse(change)!.AsObject().ToList())
            item[key] = value!.DeepClone();
        var answer = await app.Put($"/api/items/{item["id"]}", item);
        Assert.Equal(422, answer.Status);
        Assert.Equal([field], answer.FaultyFields());
    }

    [Fact]
    public async Task A_name_can_be_had_only_once_whatever_its_case()
    {
        var item = Renamed(await app.Item("Foam mat, folded"), "FOAM MAT, FOLDED");
        var answer = await app.Put($"/api/items/{item["id"]}", item);
        Assert.Equal(422, answer.Status);
        Assert.Equal(["name"], answer.FaultyFields());
    }

    [Fact]
    public async Task A_thing_in_use_cannot_be_removed_and_the_trip_is_named()
    {
        var item = await app.Item("Winter down bag");
        var answer = await app.Delete($"/api/items/{item["id"]}?version={item["version"]}");
        Assert.Equal(409, answer.Status);
        Assert.Contains("Isvar crossing", (string)answer.Body!["errors"]![0]!["mend"]!, StringComparison.Ordinal);
        Assert.Equal(404, (await app.Delete($"/api/items/{Guid.NewGuid()}?version=1")).Status);
    }

    [Fact]
    public async Task One_unspecified_number_is_read_both_ways()
    {
        var reading = await app.Post("/api/items/reading", await app.Item("Borrowed bag, one number"));
        var unsettled = reading.Body!["unsettled"]!;
        Assert.Equal("limit", (string)unsettled["taken"]!);
        Assert.Equal(-15, (double)reading.Body["promise"]!["limit"]!, 1e-3);
        Assert.True((double)unsettled["ifComfort"]!["limit"]! < (double)unsettled["ifLimit"]!["limit"]! - 4);
    }

    [Fact]
    public async Task Unknown_calls_and_foreign_names_are_refused()
    {
        var unknown = await Answer.Of(await app.Http.GetAsync("/api/nothing", TestContext.Current.CancellationToken));
        Assert.Equal(404, unknown.Status);
        using var foreign = new HttpRequestMessage(HttpMethod.Get, "/api/workspace");
        foreign.Headers.Host = "elsewhere.example";
        var refused = await app.Http.SendAsync(foreign, TestContext.Current.CancellationToken);
        Assert.Equal(421, (int)refused.StatusCode);
        var page = await app.Http.GetAsync("/openapi/v1.json", TestContext.Current.CancellationToken);
        Assert.Contains(
            "frame-ancestors 'none'",
            page.Headers.GetValues("Content-Security-Policy").Single(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task One_s_own_data_begins_with_a_sleeper_and_nothing_else()
    {
        await using var own = App.OwnData();
        var all = await own.Get("/api/workspace");
        Assert.Single(all["sleepers"]!.AsArray());
        Assert.Empty(all["trips"]!.AsArray());
        Assert.Empty(all["items"]!.AsArray());
    }

    [Fact]
    public async Task The_database_writes_ahead_and_holds_its_foreign_keys()
    {
        await using var database = new SqliteConnection(
            $"Data Source={Path.Combine(app.Folder, "ermine.db")};Pooling=False"
        );
        await database.OpenAsync(TestContext.Current.CancellationToken);
        await using var ask = database.CreateCommand();
        ask.CommandText = "PRAGMA journal_mode";
        Assert.Equal("wal", await ask.ExecuteScalarAsync(TestContext.Current.CancellationToken));
        ask.CommandText = "PRAGMA foreign_key_check";
        Assert.Null(await ask.ExecuteScalarAsync(TestContext.Current.CancellationToken));
    }
}
