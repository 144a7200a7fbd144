using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>Hands, feet and face over HTTP: calculators against worked figures, tasks on a day, what may be entered.</summary>
public sealed class EndsTests(App app) : IClassFixture<App>
{
    private async Task<JsonNode> Sound(string path, JsonNode body)
    {
        var answer = await app.Post(path, body);
        Assert.Equal(200, answer.Status);
        return answer.Body!;
    }

    private async Task<JsonNode> Sound(string path, string body) => await Sound(path, JsonNode.Parse(body)!);

    [Theory]
    [InlineData(
        """{ "part": "hand", "insulation": 0.35, "airC": -25, "windMs": 0.3, "minutes": 200 }""",
        63,
        85,
        107,
        172
    )]
    [InlineData("""{ "part": "hand", "insulation": 0, "airC": -25, "windMs": 5, "minutes": 30 }""", 2, 4, 5, 8)]
    [InlineData("""{ "part": "foot", "insulation": 0.35, "airC": -25, "minutes": 200 }""", 57, 81, 105, 175)]
    [InlineData(
        """{ "part": "foot", "insulation": 0.20, "airC": 0, "metabolicWPerM2": 65, "debt": 5, "minutes": 5 }""",
        59,
        95,
        146,
        null
    )]
    public async Task Minutes_until_fingers_and_toes_are_cold(string body, int? at20, int? at15, int? at10, int? at0)
    {
        var answer = await Sound("/api/calc/extremity", body);
        var until = answer["minutesUntil"]!;
        Assert.Equal([at20, at15, at10, at0], new[] { "20", "15", "10", "0" }.Select(line => (int?)until[line]));
        var celsius = answer["celsius"]!.AsArray();
        Assert.Equal((int)JsonNode.Parse(body)!["minutes"]!, celsius.Count);
        if (at20 is { } minute && minute <= celsius.Count)
        {
            Assert.True((double)celsius[minute - 1]! < 20);
            Assert.True((double)celsius[minute - 2]! >= 20);
        }
    }

    [Fact]
    public async Task A_face_answers_with_its_own_speed_and_its_cover()
    {
        var still = await Sound(
            "/api/calc/face",
            """{ "airC": -25, "windMs": 5, "ownSpeedMs": 0, "covered": false }"""
        );
        var fast = await Sound("/api/calc/face", """{ "airC": -25, "windMs": 5, "ownSpeedMs": 6, "covered": true }""");
        Assert.True((double)fast["minutes"]! < (double)still["minutes"]!);
        Assert.True((double)fast["windChillC"]! < (double)still["windChillC"]!);
        Assert.Null(still["tubeTurnsMinutes"]);
        Assert.Equal(75, (double)fast["tubeTurnsMinutes"]!);
        Assert.True(fast["tubeTurns"]!.AsArray().Count > 2);
        var mild = await Sound("/api/calc/face", """{ "airC": -5, "windMs": 3, "covered": 0.6 }""");
        Assert.Null(mild["minutes"]);
        Assert.Equal("unlikely", (string)mild["minutesText"]!);
    }

    [Theory]
    [InlineData("/api/calc/extremity", """{ "part": "hand", "insulation": -1, "airC": -25 }""", "insulation")]
    [InlineData(
        "/api/calc/extremity",
        """{ "part": "hand", "insulation": 0.1, "airC": -25, "minutes": 0 }""",
        "minutes"
    )]
    [InlineData("/api/calc/face", """{ "airC": -125 }""", "airC")]
    [InlineData("/api/calc/face", """{ "airC": -25, "ownSpeedMs": 100 }""", "ownSpeedMs")]
    [InlineData("/api/calc/own-line", """{ "part": "foot", "insulation": 0.4, "airC": -15, "hours": 40 }""", "hours")]
    public async Task What_cannot_be_names_its_field(string path, string body, string field)
    {
        var answer = await app.Post(path, JsonNode.Parse(body)!);
        Assert.Equal(422, answer.Status);
        Assert.Equal(field, (string)answer.Body!["errors"]![0]!["field"]!);
    }

    [Fact]
    public async Task A_line_of_ones_own_becomes_a_share_of_blood()
    {
        var colder = await Sound("/api/calc/own-line", """{ "part": "foot", "insulation": 0.4, "airC": -5 }""");
        Assert.True((double)colder["percent"]! < 0);
        Assert.True((double)colder["usualC"]! < -5);
        var none = await Sound("/api/calc/own-line", """{ "part": "foot", "insulation": 0.4, "airC": -60 }""");
        Assert.Null(none["percent"]);
    }

    private async Task<JsonObject> Asked(Action<JsonObject> change)
    {
        var trip = (JsonObject)(await app.Trip()).DeepClone();
        var night = (string)trip["nights"]![3]!["id"]!;
        var day = (JsonObject)trip["members"]![0]!["days"]!.AsArray().First(d => (string)d!["nightId"]! == night)!;
        change(day);
        return new()
        {
            ["trip"] = trip,
            ["day"] = 3,
            ["member"] = 0,
        };
    }

    private static JsonArray Tasks(params string[] tasks) => [.. tasks.Select(t => JsonNode.Parse(t))];

    [Fact]
    public async Task Tasks_on_a_day_are_followed_and_the_best_for_each_is_known()
    {
        var id = Guid.NewGuid();
        var asked = await Asked(day =>
            day["tasks"] = Tasks(
                $$"""{ "id": "{{id}}", "kind": "lacing", "hour": 9 }""",
                $$"""{ "id": "{{Guid.NewGuid()}}", "kind": "stove", "hour": 28 }"""
            )
        );
        var ends = await Sound("/api/plan/ends", asked);
        var lived = ends["lived"]!.AsArray();
        Assert.Equal(id, (Guid)Assert.Single(lived)!["taskId"]!);
        Assert.Equal(id, (Guid)Assert.Single(ends["best"]!.AsArray())!["taskId"]!);
        Assert.Single(ends["toBed"]!["tasks"]!.AsArray());
        Assert.NotEmpty(ends["systems"]!.AsArray());
        Assert.NotNull(ends["feet"]!["stack"]!["standsC"]);
        Assert.True(ends["line"]!.AsArray().Count > 600);
        Assert.Equal(2, ends["watch"]!.AsArray().Select(w => (string)w!["sleeperId"]!).Distinct().Count());
        // The day itself tells the same.
        var day = await Sound("/api/plan/day", asked);
        Assert.Equal((double)lived[0]!["lowest"]!, (double)day["played"]!["tasks"]![0]!["lowest"]!, 1e-6);
    }

    [Theory]
    [InlineData("""{ "id": "7d5f3a52-0f5e-4a53-9a43-2a8f9c1f0001", "kind": "phone", "hour": 40 }""", "hour")]
    [InlineData(
        """{ "id": "7d5f3a52-0f5e-4a53-9a43-2a8f9c1f0001", "kind": "phone", "hour": 10, "minutes": 600 }""",
        "minutes"
    )]
    [InlineData(
        """{ "id": "7d5f3a52-0f5e-4a53-9a43-2a8f9c1f0001", "kind": "phone", "hour": 10, "on": ["7d5f3a52-0f5e-4a53-9a43-2a8f9c1f0002"] }""",
        "on"
    )]
    public async Task A_task_that_cannot_be_names_its_field_and_mend(string task, string field)
    {
        var answer = await app.Post("/api/plan/ends", await Asked(day => day["tasks"] = Tasks(task)));
        Assert.Equal(422, answer.Status);
        var fault = answer.Body!["errors"]![0]!;
        Assert.EndsWith($"tasks[0].{field}", (string)fault["field"]!, StringComparison.Ordinal);
        Assert.NotEqual("", (string)fault["mend"]!);
    }

    [Fact]
    public async Task A_boot_with_less_than_no_room_is_refused()
    {
        var item = await app.Item("Winter boots");
        item["roomMm"] = 2;
        item["sizesUp"] = -1;
        var answer = await app.Put($"/api/items/{(string)item["id"]!}", item);
        Assert.Equal(422, answer.Status);
        Assert.Equal("sizesUp", (string)answer.Body!["errors"]![0]!["field"]!);
        item["roomMm"] = -4;
        Assert.Equal(422, (await app.Put($"/api/items/{(string)item["id"]!}", item)).Status);
    }
}
