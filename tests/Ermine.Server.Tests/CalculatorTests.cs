using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

public sealed class CalculatorTests(App app) : IClassFixture<App>
{
    private static JsonObject Stack(double padSI = 0.85) =>
        new()
        {
            ["sleeper"] = JsonNode.Parse("""{ "massKg": 60, "heightCm": 160, "ageYears": 25, "sex": "female" }"""),
            ["bagR"] = 1.6239,
            ["hood"] = 0.6,
            ["wear"] = JsonNode.Parse("""{ "head": 0.35, "torso": 0.10, "legs": 0.08, "feet": 0.14 }"""),
            ["pad"] = new JsonObject
            {
                ["head"] = padSI,
                ["torso"] = padSI,
                ["legs"] = padSI,
                ["feet"] = padSI,
            },
            ["ground"] = "air",
            ["leakage"] = 0,
            ["windMs"] = 0.3,
            ["vapourBarrier"] = false,
        };

    [Theory]
    [InlineData("comfort", -10, 1.189, -10, -17.1, -33.5)]
    [InlineData("limit", -17.13, 1.189, -10, -17.1, -33.5)]
    [InlineData("extreme", -33.48, 1.189, -10, -17.1, -33.5)]
    public async Task A_label_becomes_a_bag_and_its_promises(
        string kind,
        double label,
        double bag,
        double comfort,
        double limit,
        double extreme
    )
    {
        var answer = await app.Post("/api/calc/label", new { kind, temperatureC = label });
        Assert.Equal(200, answer.Status);
        Assert.Equal(bag, answer.Number("bagR"), 0.002);
        Assert.Equal(comfort, answer.Number("comfortC"), 0.06);
        Assert.Equal(limit, answer.Number("limitC"), 0.06);
        Assert.Equal(extreme, answer.Number("extremeC"), 0.06);
    }

    [Fact]
    public async Task A_plain_stack_holds_to_the_reference_with_its_reasons()
    {
        var answer = await app.Post("/api/calc/holds-to", Stack(0.3522));
        Assert.Equal(-4.06, answer.Number("comfortC"), 0.02);
        var reasons = answer.Body!["reasons"]!;
        Assert.Equal("downward", (string)reasons["dominant"]!["path"]!);
        Assert.Equal(
            (double)reasons["sleepingHeatWPerM2"]!,
            reasons["termsAtComfort"]!.AsArray().Sum(t => (double)t!["wattsPerM2"]!),
            1e-4
        );
    }

    [Fact]
    public async Task Snow_and_barrier_move_it_as_they_should()
    {
        var snow = Stack(5 * 0.1761);
        snow["ground"] = "seasonalSnow";
        Assert.Equal(-22.02, (await app.Post("/api/calc/holds-to", snow)).Number("comfortC"), 0.02);
        var barrier = Stack();
        barrier["vapourBarrier"] = true;
        Assert.Equal(-22.22, (await app.Post("/api/calc/holds-to", barrier)).Number("comfortC"), 0.02);
    }

    [Fact]
    public async Task None_in_range_is_null_with_a_reason()
    {
        var leaky = Stack();
        leaky["leakage"] = 5;
        leaky["windMs"] = 18;
        leaky["bagR"] = 0;
        leaky["wear"] = JsonNode.Parse("""{ "head": 0, "torso": 0, "legs": 0, "feet": 0 }""");
        var answer = await app.Post("/api/calc/holds-to", leaky);
        Assert.Equal(200, answer.Status);
        Assert.Null(answer.Body!["comfortC"]);
        Assert.NotEmpty(answer.Body["reasons"]!["none"]!.AsArray());
    }

    [Fact]
    public async Task A_forecast_low_becomes_a_design_low()
    {
        var answer = await app.Post(
            "/api/calc/design-low",
            new
            {
                forecastLowC = -21,
                daysAhead = 3,
                terrain = "valley",
                campElevationM = 612,
                forecastElevationM = 472,
                cloudFraction = 0.1,
                windMs = 1,
                confidence = 0.9,
            }
        );
        Assert.Equal(-21 - 0.91 - 3, answer.Number("campLowC"), 1e-9);
        Assert.Equal(1.2 + 1.05 + 1.5, answer.Number("sigmaC"), 1e-9);
        Assert.Equal(-24.91 - 1.28 * 3.75, answer.Number("coldSideC"), 1e-9);
        Assert.Equal(3, answer.Body!["steps"]!.AsArray().Count);
    }

    [Theory]
    [InlineData("bagR", -3)]
    [InlineData("windMs", 30)]
    [InlineData("hood", 2)]
    [InlineData("leakage", -0.1)]
    public async Task A_number_out_of_range_is_named(string field, double value)
    {
        var stack = Stack();
        stack[field] = value;
        var answer = await app.Post("/api/calc/holds-to", stack);
        Assert.Equal(422, answer.Status);
        Assert.Equal([field], answer.FaultyFields());
    }

    [Theory]
    [InlineData("""{ "kind": "comfort", "temperatureF": 14 }""", "temperatureC")]
    [InlineData("""{ "kind": "comfort", "temperatureC": "cold" }""", "temperatureC")]
    [InlineData("""{ "kind": "cosy", "temperatureC": -10 }""", "kind")]
    [InlineData("""{ "kind": 1, "temperatureC": -10 }""", "kind")]
    [InlineData("{ broken", "body")]
    public async Task What_cannot_be_read_is_named(string body, string field)
    {
        var answer = await app.Post("/api/calc/label", body);
        Assert.Equal(400, answer.Status);
        Assert.Equal([field], answer.FaultyFields());
    }

    [Fact]
    public async Task A_night_of_hourly_air_is_played_with_what_is_done_in_it()
    {
        var night = Stack();
        night["hourlyAirC"] = new JsonArray([.. Enumerable.Range(0, 11).Select(h => (JsonNode)(-20 - 0.5 * h))]);
        var plain = await app.Post("/api/calc/night", night);
        Assert.Equal(200, plain.Status);
        Assert.Equal("cool", (string)plain.Body!["verdict"]!);
        Assert.Equal(60, plain.Body["night"]!["steps"]!.AsArray().Count);
        Assert.Equal(-18, plain.Number("holdsToC"), 0.01);
        night["events"] = JsonNode.Parse(
            """[{ "kind": "hotBottle", "hour": 0, "litres": 1, "waterC": 90 }, { "kind": "meal", "hour": 0, "kcal": 600 }]"""
        );
        var warmed = await app.Post("/api/calc/night", night);
        Assert.True((double)warmed.Body!["night"]!["lowestSkin"]! > (double)plain.Body["night"]!["lowestSkin"]!);
    }

    [Fact]
    public async Task A_night_that_cannot_be_played_is_named()
    {
        var night = Stack();
        night["hourlyAirC"] = new JsonArray(-20.0, 60.0);
        night["events"] = JsonNode.Parse("""[{ "kind": "hotBottle", "hour": 0, "litres": 9, "waterC": 20 }]""");
        var answer = await app.Post("/api/calc/night", night);
        Assert.Equal(422, answer.Status);
        Assert.Equal(["hourlyAirC[1]", "events[0].litres", "events[0].waterC"], answer.FaultyFields());
    }

    [Fact]
    public async Task A_label_beyond_any_bag_says_so()
    {
        var answer = await app.Post("/api/calc/label", new { kind = "extreme", temperatureC = 24 });
        Assert.Null(answer.Body!["bagR"]);
        Assert.NotNull(answer.Body["whyNone"]);
    }
}
