using System.Text;
using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>Cards, the party's sheet and the table of tonight over HTTP, and what comes home.</summary>
public sealed class TakenAlongTests(App app) : IClassFixture<App>
{
    private async Task<JsonNode> Of(string what, JsonNode trip, int night, int member = 0)
    {
        var answer = await app.Post(
            $"/api/plan/{what}",
            new
            {
                trip,
                night,
                member,
            }
        );
        Assert.Equal(200, answer.Status);
        return answer.Body!;
    }

    [Fact]
    public async Task A_card_says_of_its_night_what_the_plan_says_of_it()
    {
        var trip = await app.Trip();
        var plan = (await Of("", trip, 3))["nights"]!.AsArray();
        for (var n = 0; n < plan.Count; n++)
        {
            var cards = await Of("cards", trip, n);
            Assert.Equal((string)plan[n]!["verdict"]!, (string)cards["night"]!["night"]!["verdict"]!);
            var ifThen = cards["night"]!["ifThen"]!;
            Assert.Equal((double)plan[n]!["planFor"]!, (double)ifThen["planFor"]!, 9);
            Assert.Equal((string)trip["nights"]![n]!["id"]!, (string)cards["day"]!["nightId"]!);
            // The plan is not warm exactly where something of the ladder is due already.
            Assert.Equal(
                (string)plan[n]!["verdict"]! is not ("warm" or "hot"),
                ifThen["rungs"]!.AsArray().Any(r => (bool)r!["due"]!)
            );
        }
    }

    [Fact]
    public async Task What_is_due_makes_the_night_warm_in_the_plan_as_well()
    {
        var trip = await app.Trip();
        var due = (await Of("cards", trip, 3))["night"]!["ifThen"]!["rungs"]!
            .AsArray()
            .Where(r => (bool)r!["due"]!)
            .SelectMany(r => r!["measures"]!.AsArray())
            .Select(m => m!["part"]!)
            .ToList();
        Assert.NotEmpty(due);
        foreach (var part in due)
        {
            Assert.Equal("add", (string)part["kind"]!);
            trip.Use(0, (string)part["itemId"]!, "bed");
        }
        var plan = await Of("", trip, 3);
        Assert.Equal("warm", (string)plan["nights"]![3]!["verdict"]!);
        Assert.Equal("cool", (string)(await Of("", await app.Trip(), 3))["nights"]![3]!["verdict"]!);
    }

    [Fact]
    public async Task A_day_card_tells_what_comes_on_and_off_in_order_of_time()
    {
        var card = (await Of("cards", await app.Trip("Kessar ice cap"), 2))["day"]!;
        var lines = card["lines"]!.AsArray();
        var hours = lines.Select(l => (double)l!["hour"]!).ToList();
        Assert.Equal(hours.Order(), hours);
        // Whatever comes off was on before.
        var on = new HashSet<string>();
        foreach (var line in lines)
        {
            foreach (var off in line!["off"]!.AsArray())
                Assert.True(on.Remove((string)off!));
            foreach (var put in line["on"]!.AsArray())
                Assert.True(on.Add((string)put!));
            Assert.All(line["onAtStops"]!.AsArray(), s => Assert.DoesNotContain((string)s!, on));
        }
        Assert.Contains(lines, l => l!["stops"]!.AsArray().Count > 1);
        Assert.NotEmpty(card["watch"]!.AsArray());
    }

    [Fact]
    public async Task The_party_turns_back_at_the_mildest_line_of_all()
    {
        var trip = await app.Trip("Kessar ice cap");
        var night = await Of("party-sheet", trip, 3);
        var people = night["people"]!.AsArray();
        Assert.Equal(trip["members"]!.AsArray().Count, people.Count);
        var mildest = people.MaxBy(p => (double)p!["turnBackBelow"]!["outside"]!)!;
        Assert.Equal((string)mildest["sleeperId"]!, (string)night["for"]!);
        Assert.Equal((double)mildest["turnBackBelow"]!["outside"]!, (double)night["turnBackBelow"]!["outside"]!);
    }

    [Fact]
    public async Task An_evening_is_asked_step_by_step_and_what_cannot_be_answered_is_named()
    {
        var trip = await app.Trip();
        Task<Answer> Ask(params int[] answers) =>
            app.Post(
                "/api/plan/rehearsal",
                new
                {
                    trip,
                    night = 3,
                    member = 0,
                    seed = 1,
                    answers,
                }
            );
        var evening = (await Ask()).Body!["evening"]!;
        var questions = (int)evening["questions"]!;
        Assert.InRange(questions, 6, 9);
        Assert.Single(evening["moments"]!.AsArray());
        var played = (await Ask([.. Enumerable.Repeat(1, questions)])).Body!["evening"]!;
        Assert.Equal(questions, played["moments"]!.AsArray().Count);
        Assert.Equal(questions, played["reckoning"]!["best"]!.AsArray().Count);
        Assert.Null((await Ask(7)).Body!["evening"]);
        var many = await Ask(new int[40]);
        Assert.Equal(422, many.Status);
        Assert.Equal(["answers"], many.FaultyFields());
    }

    [Fact]
    public async Task A_leader_is_told_of_each_what_the_plan_says()
    {
        var trip = await app.Trip();
        for (var member = 0; member < trip["members"]!.AsArray().Count; member++)
        {
            var page = await Of("leader", trip, 0, member);
            var plan = (await Of("", trip, 3, member))["nights"]!.AsArray();
            Assert.Equal(
                plan.Select(n => (string?)n!["verdict"]),
                page["nights"]!.AsArray().Select(n => (string?)n!["verdict"])
            );
            Assert.Equal(3, (int)page["hardest"]!);
            var used = trip["uses"]!
                .AsArray()
                .Where(u => (string)u!["sleeperId"]! == (string)page["sleeperId"]!)
                .Select(u => (string)u!["itemId"]!)
                .ToHashSet();
            Assert.All(page["things"]!.AsArray(), t => Assert.Contains((string)t!["itemId"]!, used));
        }
        var lesson = await Of("lesson", trip, 3);
        Assert.Equal(10, lesson["pictures"]!.AsArray().Count);
        Assert.InRange(lesson["quiz"]!.AsArray().Count, 5, 8);
    }

    [Theory]
    [InlineData("cards")]
    [InlineData("lesson")]
    [InlineData("tonight")]
    [InlineData("party-sheet")]
    public async Task A_night_that_the_trip_does_not_have_is_named(string what)
    {
        var trip = await app.Trip();
        foreach (var night in new[] { -1, 7 })
        {
            var answer = await app.Post($"/api/plan/{what}", new { trip, night });
            Assert.Equal(422, answer.Status);
            Assert.Equal(["night"], answer.FaultyFields());
        }
    }

    [Fact]
    public async Task A_night_without_a_low_is_a_card_without_a_ladder()
    {
        var trip = await app.Trip();
        trip["forecastId"] = null;
        foreach (var n in trip["nights"]!.AsArray())
            n!["typedLowC"] = null;
        Assert.Null((await Of("cards", trip, 0))["night"]!["ifThen"]);
        Assert.Null((await Of("tonight", trip, 0))["table"]);
        Assert.Null((await Of("party-sheet", trip, 0))["turnBackBelow"]);
    }

    [Fact]
    public async Task What_a_book_brings_home_is_read_and_what_is_wrong_in_it_is_named()
    {
        var home = await app.Get("/api/package/empty");
        Assert.Equal("ermine", home.First().Key);
        var trip = await app.Trip();
        var kept = (
            await app.Post(
                "/api/plan/log",
                new
                {
                    trip,
                    night = 0,
                    member = 0,
                    changes = new JsonArray(),
                }
            )
        ).Body!;
        var entry = (await app.Log())[0]!.DeepClone();
        entry["id"] = $"{Guid.NewGuid()}";
        entry["planned"] = kept["night"]!.DeepClone();
        entry["shape"] = home["shape"]!.DeepClone();
        entry["version"] = 0;
        var cold = entry.DeepClone();
        cold["night"]!["outsideC"] = -400;
        home["log"] = new JsonArray(entry, cold);
        JsonObject Ticks(params string[] lines) =>
            new()
            {
                ["tripId"] = trip["id"]!.DeepClone(),
                ["ticks"] = new JsonArray([
                    .. lines.Select(l => new JsonObject
                    {
                        ["line"] = l,
                        ["round"] = "lastBag",
                        ["sleeperId"] = trip["members"]![0]!["sleeperId"]!.DeepClone(),
                        ["at"] = "2027-02-14T07:00:00+00:00",
                    }),
                ]),
            };
        home["ticks"] = new JsonArray(Ticks("a", "b"), Ticks(""));
        var read = await app.PostBytes(
            "/api/package/read",
            Encoding.UTF8.GetBytes(home.ToJsonString()),
            "application/json"
        );
        Assert.Equal(200, read.Status);
        var logged = Assert.Single(read.Body!["log"]!.AsArray())!;
        Assert.Equal((string)entry["id"]!, (string)logged["id"]!);
        Assert.Equal("new", (string)Assert.Single(read.Body["standing"]!.AsArray())!["standing"]!);
        Assert.Equal(2, Assert.Single(read.Body["ticks"]!.AsArray())!["ticks"]!.AsArray().Count);
        Assert.Equal(["log", "ticks"], read.Body["refused"]!.AsArray().Select(r => (string)r!["kind"]!));
        Assert.Contains("-400", (string)read.Body["refused"]![0]!["why"]!, StringComparison.Ordinal);
        Assert.Equal(200, (await app.Put($"/api/log/{entry["id"]}", logged)).Status);
    }
}
