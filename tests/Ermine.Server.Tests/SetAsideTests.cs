using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;

namespace Ermine.Server.Tests;

/// <summary>A row that cannot be read stands in nobody's way.</summary>
public sealed class SetAsideTests
{
    private static async Task Run(App app, string sql)
    {
        await using var connection = new SqliteConnection(
            $"Data Source={Path.Combine(app.Folder, "ermine.db")};Pooling=False"
        );
        await connection.OpenAsync(TestContext.Current.CancellationToken);
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        Assert.Equal(1, await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken));
    }

    [Theory]
    [InlineData(
        "item",
        "UPDATE Items SET Body = replace(Body, '\"kind\":\"bag\"', '\"kind\":\"hovercraft\"') WHERE Name = 'Winter down bag'",
        "kind"
    )]
    [InlineData("item", "UPDATE Items SET Body = substr(Body, 1, 40) WHERE Name = 'Winter down bag'", "")]
    [InlineData("item", "UPDATE Items SET Body = x'00FF' WHERE Name = 'Winter down bag'", "")]
    [InlineData("item", "UPDATE Items SET Body = 'null' WHERE Name = 'Winter down bag'", "")]
    [InlineData(
        "item",
        "UPDATE Items SET Body = replace(Body, '\"massG\":', '\"massG\":1e999,\"was\":') WHERE Name = 'Winter down bag'",
        "massG"
    )]
    [InlineData("sleeper", "UPDATE Sleepers SET Body = '{}' WHERE rowid = 1", "missing")]
    [InlineData(
        "trip",
        "UPDATE Trips SET Body = replace(Body, '\"uses\":[', '\"uses\":[null,') WHERE Name = 'Brenholt weekend'",
        "null"
    )]
    [InlineData(
        "trip",
        "UPDATE Trips SET Body = json_set(Body, '$.shape', 9) WHERE Name = 'Brenholt weekend'",
        "newer"
    )]
    [InlineData("forecast", "UPDATE Forecasts SET ElevationM = 9e999", "")]
    [InlineData("forecast", "UPDATE Forecasts SET IssuedAt = 'yesterday'", "yesterday")]
    public async Task It_is_named_exported_and_removed_and_the_rest_works(string kind, string breaking, string why)
    {
        await using var app = new App();
        await Run(app, breaking);
        var all = await app.Get("/api/workspace");
        var aside = Assert.Single(all["setAside"]!.AsArray())!;
        Assert.Equal(kind, (string)aside["kind"]!);
        Assert.NotEqual("", (string)aside["name"]!);
        Assert.Contains(why, (string)aside["why"]!, StringComparison.Ordinal);

        foreach (var trip in all["trips"]!.AsArray())
        {
            var plan = await app.Post("/api/plan", new { trip, night = 0 });
            // Only someone whose body is not known cannot be answered for.
            Assert.Equal(kind == "sleeper" ? 422 : 200, plan.Status);
        }
        var address = $"/api/set-aside/{kind}/{aside["row"]}";
        Assert.NotEmpty(await app.Get(address));
        var removed = await app.Delete(address);
        // What a trip refers to is guarded still.
        Assert.True(removed.Status == (kind == "trip" ? 204 : 409), $"{removed.Status}");
    }

    [Fact]
    public async Task Only_what_cannot_be_read_is_removed_that_way()
    {
        await using var app = new App();
        Assert.Equal(404, (await app.Delete("/api/set-aside/trip/1")).Status);
        Assert.Equal(3, (await app.Get("/api/workspace"))["trips"]!.AsArray().Count);
    }

    [Fact]
    public async Task Fields_of_another_version_survive_a_save()
    {
        await using var app = new App();
        await Run(
            app,
            """
            UPDATE Trips SET Body = json_set(Body, '$.later', json('{"kept":[1,2]}'), '$.nights[1].later', 'too',
                '$.uses[2].later', 7) WHERE Name = 'Isvar crossing'
            """
        );
        var trip = await app.Trip();
        var layer = (string)trip["uses"]![2]!["itemId"]!;
        trip["nights"]!.AsArray().RemoveAt(0);
        trip["uses"]!.AsArray().RemoveAt(0);
        trip.NoDays();
        Assert.Equal(200, (await app.Put($"/api/trips/{trip["id"]}", trip)).Status);

        await using var connection = new SqliteConnection(
            $"Data Source={Path.Combine(app.Folder, "ermine.db")};Pooling=False"
        );
        await connection.OpenAsync(TestContext.Current.CancellationToken);
        await using var ask = connection.CreateCommand();
        ask.CommandText = "SELECT Body FROM Trips WHERE Name = 'Isvar crossing'";
        var body = JsonNode.Parse((string)(await ask.ExecuteScalarAsync(TestContext.Current.CancellationToken))!)!;
        Assert.Equal("{\"kept\":[1,2]}", body["later"]!.ToJsonString());
        Assert.Equal("too", (string)body["nights"]![0]!["later"]!);
        Assert.Equal(4, (int)body["shape"]!);
        var kept = body["uses"]!.AsArray().Single(l => l!["later"] is not null)!;
        Assert.Equal((layer, 7), ((string)kept["itemId"]!, (int)kept["later"]!));
    }

    [Fact]
    public async Task What_is_soaked_on_some_day_cannot_be_removed()
    {
        await using var app = new App();
        var trip = await app.Trip();
        var used = (await app.Get("/api/workspace"))["items"]!
            .AsArray()
            .Select(i => (JsonObject)i!.DeepClone())
            .ToList();
        var free = used.First(i => !trip.ToJsonString().Contains((string)i["id"]!, StringComparison.Ordinal));
        trip["members"]![0]!["days"] = JsonNode.Parse(
            $$"""
            [{ "nightId": "{{trip["nights"]![0]!["id"]}}", "work": "easy", "soaked": ["{{free["id"]}}"] }]
            """
        );
        Assert.Equal(200, (await app.Put($"/api/trips/{trip["id"]}", trip)).Status);
        var removed = await app.Delete($"/api/items/{free["id"]}?version={free["version"]}");
        Assert.Equal(409, removed.Status);
        Assert.Contains("Isvar crossing", removed.Body!.ToJsonString(), StringComparison.Ordinal);
    }
}
