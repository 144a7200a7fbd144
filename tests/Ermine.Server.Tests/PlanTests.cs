using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>What is asked of a trip besides its verdicts: the party, buys, schools, comparison, loft.</summary>
public sealed class PlanTests(App app) : IClassFixture<App>
{
    [Fact]
    public async Task Everyone_of_the_party_gets_a_line_for_every_night()
    {
        var trip = await app.Trip();
        var plan = (
            await app.Post(
                "/api/plan",
                new
                {
                    trip,
                    night = 3,
                    member = 1,
                }
            )
        ).Body!;
        Assert.Equal(2, plan["party"]!.AsArray().Count);
        Assert.All(plan["party"]!.AsArray(), lines => Assert.Equal(7, lines!.AsArray().Count));
        Assert.True(JsonNode.DeepEquals(plan["nights"], plan["party"]![1]));
        Assert.NotEqual((double)plan["party"]![0]![0]!["holdsTo"]!, (double)plan["party"]![1]![0]!["holdsTo"]!);
    }

    [Fact]
    public async Task The_ladder_shows_every_school_and_plans_for_the_chosen_one()
    {
        var trip = await app.Trip();
        foreach (
            var (school, field) in new[]
            {
                ("confidence", "bySpread"),
                ("ensemble", "byEnsemble"),
                ("flatMargin", "byFlatMargin"),
            }
        )
        {
            trip["trust"]!["school"] = school;
            var lines = (await app.Post("/api/plan", new { trip, night = 0 })).Body!["nights"]!.AsArray();
            Assert.All(lines, n => Assert.Equal((double)n![field]!, (double)n["planFor"]!));
        }
    }

    [Fact]
    public async Task One_thing_cannot_serve_two_people()
    {
        var trip = await app.Trip();
        var item = trip.Used(0, "bed")[0];
        trip.Use(1, item, "bed");
        var answer = await app.Post("/api/plan", new { trip, night = 0 });
        Assert.Equal(422, answer.Status);
        Assert.Equal([$"uses[{trip["uses"]!.AsArray().Count - 1}].itemId"], answer.FaultyFields());
        // Said by the name it goes by.
        var items = (await app.Get("/api/workspace"))["items"]!.AsArray();
        var name = (string)items.First(i => (string)i!["id"]! == item)!["name"]!;
        Assert.Equal(name, (string)answer.Body!["errors"]![0]!["value"]!);
    }

    [Fact]
    public async Task An_unknown_member_or_night_is_named()
    {
        var trip = await app.Trip();
        Assert.Equal(
            ["member"],
            (
                await app.Post(
                    "/api/plan",
                    new
                    {
                        trip,
                        night = 0,
                        member = 7,
                    }
                )
            ).FaultyFields()
        );
        Assert.Equal(["night"], (await app.Post("/api/plan/fixes", new { trip, night = -1 })).FaultyFields());
        Assert.Empty((await app.Post("/api/plan/fixes", new { trip, night = 99 })).Body!["changes"]!.AsArray());
    }

    [Fact]
    public async Task What_to_buy_is_ranked_by_degrees_a_kilogram_and_by_price_where_one_is_typed()
    {
        var trip = await app.Trip();
        var prices = new Dictionary<string, double>();
        var buys = (
            await app.Post(
                "/api/plan/buys",
                new
                {
                    trip,
                    night = 3,
                    member = 0,
                    prices,
                }
            )
        ).Body!.AsArray();
        var perKg = buys.Select(b => (double)b!["gainPerKg"]!).ToList();
        Assert.Equal(perKg.OrderDescending(), perKg);
        Assert.DoesNotContain(buys, b => (string)b!["piece"]!["kind"]! == "underquilt");
        prices[(string)buys[^1]!["piece"]!["id"]!] = 10;
        var priced = (
            await app.Post(
                "/api/plan/buys",
                new
                {
                    trip,
                    night = 3,
                    member = 0,
                    prices,
                }
            )
        ).Body!.AsArray();
        Assert.Equal((string)buys[^1]!["piece"]!["name"]!, (string)priced[0]!["piece"]!["name"]!);
        Assert.Equal((double)priced[0]!["gain"]! * 10, (double)priced[0]!["gainPerHundred"]!, 1e-4);
    }

    [Fact]
    public async Task The_schools_are_built_from_what_is_owned_and_can_be_set_side_by_side()
    {
        var trip = await app.Trip();
        var schools = (await app.Post("/api/plan/schools", new { trip, night = 3 })).Body!.AsArray();
        Assert.Superset(
            new HashSet<string> { "bag", "quilts", "few-clothes", "all-clothes", "suit", "barrier", "pads-turned" },
            schools.Select(s => (string)s!["key"]!).ToHashSet()
        );
        var systems = schools.Take(3).Select(s => s!["system"]!.DeepClone()).ToArray();
        var plans = (
            await app.Post(
                "/api/plan/compare",
                new
                {
                    trip,
                    night = 3,
                    member = 0,
                    systems,
                }
            )
        ).Body!.AsArray();
        Assert.Equal(3, plans.Count);
        trip.Lay(0, systems[1]);
        var alone = (await app.Post("/api/plan", new { trip, night = 3 })).Body!["night"]!;
        Assert.True(JsonNode.DeepEquals(alone, plans[1]));
        var five = Enumerable.Repeat(systems[0], 5).Select(s => s.DeepClone()).ToArray();
        Assert.Equal(
            ["systems"],
            (
                await app.Post(
                    "/api/plan/compare",
                    new
                    {
                        trip,
                        night = 3,
                        member = 0,
                        systems = five,
                    }
                )
            ).FaultyFields()
        );
    }

    [Fact]
    public async Task Loft_is_found_by_ruler_or_by_use()
    {
        Assert.Equal(0.75, (await app.Post("/api/items/loft", new { measuredCm = 6, newCm = 8 })).Number("loftFactor"));
        var used = await app.Post("/api/items/loft", new { nights = 200, nightsSinceWash = 60 });
        Assert.Equal(0.88 * 0.92, used.Number("loftFactor"), 1e-6);
        Assert.Equal(["measuredCm"], (await app.Post("/api/items/loft", new { measuredCm = -1 })).FaultyFields());
    }

    [Fact]
    public async Task Sources_of_heat_say_what_they_give_and_what_to_mind()
    {
        var sources = (JsonArray)
            JsonNode.Parse(await app.Http.GetStringAsync("/api/heat-sources", TestContext.Current.CancellationToken))!;
        Assert.Equal(6, sources.Count);
        Assert.All(sources, s => Assert.False(string.IsNullOrEmpty((string)s!["caution"]!)));
    }
}
