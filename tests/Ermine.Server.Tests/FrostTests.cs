using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>Vapour, frost and dry things over HTTP.</summary>
public sealed class FrostTests(App app) : IClassFixture<App>
{
    private static JsonObject Column(double air = -20, double hours = 8) =>
        new()
        {
            ["layers"] = JsonNode.Parse(
                """[{ "name": "wear", "r": 0.10, "im": 0.45 }, { "name": "down", "r": 1.5, "im": 0.45 }, { "name": "shell", "r": 0.01, "ret": 6 }]"""
            ),
            ["skinC"] = 33,
            ["airC"] = air,
            ["humidity"] = 0.8,
            ["airLayerR"] = 0.08,
            ["hours"] = hours,
            ["areaM2"] = 1.4,
            ["slices"] = 6,
        };

    [Theory]
    [InlineData(-20, 11.04, 4.64, 71.8)]
    [InlineData(-40, 11.92, 0.94, 122.9)]
    public async Task A_column_agrees_with_the_reference(double air, double skin, double escaped, double stored)
    {
        var answer = await app.Post("/api/calc/frost", Column(air));
        Assert.Equal(skin, answer.Number("skinGPerM2H"), 0.006);
        Assert.Equal(escaped, answer.Number("escapedGPerM2H"), 0.006);
        Assert.Equal(stored, answer.Number("storedG"), 0.06);
        Assert.Equal(answer.Number("storedG"), answer.Body!["layers"]!.AsArray().Sum(l => (double)l!["waterG"]!), 1e-9);
    }

    [Theory]
    [InlineData("humidity", "1.4", "humidity")]
    [InlineData("hours", "-1", "hours")]
    [InlineData("layers", "[]", "layers")]
    [InlineData("layers", """[{ "name": "a", "r": 1 }]""", "layers[0].im")]
    [InlineData("layers", """[{ "name": "a", "r": 1, "im": 0.4, "ret": 5 }]""", "layers[0].im")]
    [InlineData(
        "layers",
        """[{ "name": "a", "r": 1, "im": 0.4, "massG": 100, "material": "foam", "waterG": 50 }]""",
        "layers[0].waterG"
    )]
    public async Task What_cannot_be_is_named(string field, string value, string fault)
    {
        var column = Column();
        column[field] = JsonNode.Parse(value);
        var answer = await app.Post("/api/calc/frost", column);
        Assert.Equal(422, answer.Status);
        Assert.Equal([fault], answer.FaultyFields());
    }

    private static JsonObject Row(int nights, string airing = "null") =>
        new()
        {
            ["sleeper"] = JsonNode.Parse("""{ "massKg": 60, "heightCm": 160, "ageYears": 25, "sex": "female" }"""),
            ["layers"] = JsonNode.Parse(
                """[{ "name": "wear", "r": 0.10, "im": 0.45, "massG": 300, "material": "syntheticFabric" }, { "name": "down", "r": 1.5, "im": 0.45, "massG": 900, "material": "down" }, { "name": "shell", "r": 0.01, "ret": 6 }]"""
            ),
            ["headR"] = 1.2,
            ["pad"] = JsonNode.Parse("""{ "head": 1, "torso": 1, "legs": 1, "feet": 1 }"""),
            ["nights"] = new JsonArray([
                .. Enumerable.Range(0, nights).Select(_ => JsonNode.Parse("""{ "lowC": -25 }""")),
            ]),
            ["airing"] = JsonNode.Parse(airing),
        };

    [Fact]
    public async Task A_row_of_nights_falls_with_its_frost_and_airing_keeps_it_up()
    {
        var bare = (await app.Post("/api/calc/nights", Row(6))).Body!["nights"]!.AsArray();
        var holds = bare.Select(n => (double)n!["holdsToC"]!).ToList();
        Assert.Equal(holds.Order(), holds);
        Assert.All(bare, n => Assert.Equal((double)n!["skinG"]!, (double)n["escapedG"]! + (double)n["storedG"]!, 1e-6));
        var aired = (
            await app.Post("/api/calc/nights", Row(6, """{ "hours": 2, "dayC": -12, "warmerK": 8, "brush": true }"""))
        ).Body!["nights"]!;
        Assert.True((double)aired[5]!["holdsToC"]! < holds[5]);
        Assert.Equal(["nights"], (await app.Post("/api/calc/nights", Row(0))).FaultyFields());
    }

    [Fact]
    public async Task Dry_answers_for_the_demo_trip_with_its_gap_and_its_habits()
    {
        var trip = await app.Trip();
        var dry = (
            await app.Post(
                "/api/plan/dry",
                new
                {
                    trip,
                    night = 0,
                    member = 0,
                }
            )
        ).Body!;
        Assert.Equal(7, dry["nights"]!.AsArray().Count);
        Assert.All(dry["rows"]!.AsArray(), r => Assert.Equal(7, r!["cells"]!.AsArray().Count));
        var gloves = dry["gaps"]!.AsArray().Single(g => (string)g!["slot"]!["purpose"]! == "gloves")!;
        Assert.InRange((int)gloves["owned"]!, 3, 9);
        Assert.Equal(8, dry["habits"]!.AsArray().Count);
        async Task<System.Text.Json.Nodes.JsonArray> Losses() =>
            (
                await app.Post(
                    "/api/plan/losses",
                    new
                    {
                        trip,
                        night = 0,
                        member = 0,
                    }
                )
            ).Body!.AsArray();
        var lost = await Losses();
        Assert.Contains((string)lost[0]!["mishap"]!, (string[])["missing", "soaked"]);
        // What weighs the same stands in the same order each time.
        Assert.Equal(lost.ToJsonString(), (await Losses()).ToJsonString());
    }

    [Fact]
    public async Task A_day_whose_night_is_gone_is_named_and_nothing_is_lost()
    {
        var before = await app.Trip();
        var trip = (JsonObject)before.DeepClone();
        trip["nights"]!.AsArray().RemoveAt(1);
        var answer = await app.Put($"/api/trips/{trip["id"]}", trip);
        Assert.Equal(["members[0].days", "members[1].days"], answer.FaultyFields());
        Assert.True(JsonNode.DeepEquals(before, await app.Trip()));
    }
}
