using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>What to buy, the schools, what is done instead of carried, and what a night demands.</summary>
public class ChoosingTests
{
    private static readonly KitItem Inflatable = Pad(4) with { Material = Material.Inflatable };
    private static readonly KitItem Foam = Pad(2, "foam") with { Material = Material.Foam };
    private static readonly KitItem Hat = Garment(0.15, new(1, 0, 0, 0)) with { Name = "hat" };
    private static readonly KitItem Base = Garment(0.05, new(0, 1, 1, 0)) with { Name = "base" };
    private static readonly KitItem Jumper = Garment(0.12, new(0, 1, 0, 0)) with { Name = "jumper" };
    private static readonly KitItem Jacket = Garment(0.8, new(0.1, 0.95, 0, 0), 600) with { Name = "jacket" };
    private static readonly KitItem Down = Bag(1.5) with { Name = "down bag", Material = Material.Down };
    private static readonly KitItem Over = Quilt(0.8, 900) with { Name = "over", Material = Material.SyntheticFill };
    private static readonly KitItem Second = Quilt(1.2, 800) with { Name = "second", Material = Material.Down };
    private static readonly KitItem Barrier = VapourBarrier(BelowTheHead);

    private static readonly Closet Owned = new([
        Inflatable,
        Foam,
        Hat,
        Base,
        Jumper,
        Jacket,
        Down,
        Over,
        Second,
        Barrier,
    ]);
    private static readonly SleepSystem Packed = Slept(Foam, Inflatable, Base, Jumper, Hat, Down);

    private static IReadOnlyList<string> Names(SleepSystem system) => [.. system.In(Owned).Select(r => r.Item.Name)];

    [Fact]
    public void The_schools_are_what_their_names_say()
    {
        var schools = Schools.For(Owned, Packed, [Jacket.Id]).ToDictionary(s => s.Key, s => Names(s.System));
        Assert.Equal(["foam", "pad", "base", "jumper", "hat", "over", "second"], schools["quilts"]);
        Assert.Equal(["foam", "pad", "base", "jumper", "hat", "down bag", "over"], schools["down-inside"]);
        Assert.Equal(["foam", "pad", "base", "hat", "down bag"], schools["few-clothes"]);
        Assert.Equal(["foam", "pad", "base", "jumper", "hat", "jacket", "down bag"], schools["all-clothes"]);
        Assert.Equal(["pad", "foam", "base", "jumper", "hat", "down bag"], schools["pads-turned"]);
        Assert.Contains("barrier", schools["barrier"]);
        Assert.DoesNotContain(schools["suit"], n => n is "down bag" or "over" or "second");
        Assert.False(schools.ContainsKey("bag"));
    }

    [Fact]
    public void Of_more_clothes_than_can_be_laid_out_the_warmest_are_worn()
    {
        List<KitItem> shirts = [.. Enumerable.Range(1, 30).Select(n => Garment(0.01 * n, new(0, 1, 0, 0)))];
        var closet = new Closet([Foam, Down, .. shirts]);
        var worn = Schools
            .For(closet, Slept(Foam, Down), [.. shirts.Select(s => s.Id)])
            .Single(s => s.Key == "all-clothes")
            .System;
        Assert.Equal(SleepSystem.Most, worn.Layers.Count);
        Assert.Equal(
            shirts[^(SleepSystem.Most - 2)..].Select(s => s.Id).Order(),
            worn.Layers.Select(l => l.ItemId).Except([Foam.Id, Down.Id]).Order()
        );
    }

    [Fact]
    public void A_school_that_is_packed_already_is_not_offered_and_nothing_owned_offers_none()
    {
        var quilted = Slept(Foam, Inflatable, Base, Jumper, Hat, Over, Second);
        Assert.DoesNotContain(Schools.For(Owned, quilted, []), s => s.Key == "quilts");
        Assert.Empty(Schools.For(new Closet([]), SleepSystem.Empty, []));
    }

    [Fact]
    public void What_to_buy_closes_what_it_says_it_closes()
    {
        var planner = Planner(Owned).Of(Trip(Packed, Night(-26)));
        var buys = Generics.For(planner, 0, new Dictionary<Guid, double>());
        Assert.NotEmpty(buys);
        Assert.All(
            buys,
            b =>
            {
                Assert.Equal(b.Gain!.Value.Kelvin / b.Piece.MassG * 1000, b.GainPerKg!.Value, 1e-9);
                Assert.True(b.Gain!.Value.Kelvin >= Fixes.WorthMentioning);
            }
        );
        var bought = buys.First(b => b.Piece.Kind == ItemKind.Garment);
        var with = new Closet([.. Owned.All.Select(t => t.Item), bought.Piece]);
        var then = Planner(with).Plan(Trip(SystemChange.Add(Packed, bought.Piece, with), Night(-26)), 0);
        Assert.Equal(then.Holds.Together, bought.Then.Holds.Together);
        Assert.Equal(then.Verdict, bought.Then.Verdict);
    }

    [Fact]
    public void What_is_done_is_weighed_in_degrees_and_going_in_warm_is_among_it()
    {
        var fixes = Fixes
            .For(Planner(Owned).Of(Trip(Packed, Night(-30)).With(m => m with { Along = [Jacket.Id] })), 0)
            .Changes;
        var done = fixes.Where(f => f.Bedtime is not null).ToList();
        Assert.NotEmpty(done);
        Assert.All(done, f => Assert.InRange(f.Gain!.Value.Kelvin, Fixes.WorthMentioning, 60));
        var bottle = fixes.FirstOrDefault(f => f.Parts[0].Event?.Kind == NightEventKind.HotBottle);
        Assert.NotNull(bottle);
        Assert.Equal(0, bottle.MassG);
        Assert.Contains(bottle.Bedtime!.Events, e => e.Kind == NightEventKind.HotBottle);
    }

    [Fact]
    public void What_the_night_demands_rules_things_out()
    {
        var hood = Garment(0.5, new(1, 0, 0, 0)) with { Name = "hood" };
        var closet = new Closet([.. Owned.All.Select(t => t.Item), hood]);
        IReadOnlyList<Fix> With(Bedtime bedtime) =>
            Fixes.For(Planner(closet).Of(Trip(Packed, Night(-40)).Sleeping(bedtime)), 0).Changes;
        bool Offers(IReadOnlyList<Fix> fixes, KitItem item) => fixes.Any(f => f.Parts.Any(p => p.ItemId == item.Id));
        Assert.True(Offers(With(Bedtime.Plain), Barrier));
        Assert.False(Offers(With(Bedtime.Plain with { ReadyToMove = true }), Barrier));
        Assert.False(Offers(With(Bedtime.Plain with { AbleToHear = true }), hood));
    }

    [Fact]
    public void Changes_are_made_as_a_practised_hand_would()
    {
        Assert.Equal(
            ["foam", "pad", "base", "jumper", "hat", "jacket", "down bag"],
            Names(SystemChange.Add(Packed, Jacket, Owned))
        );
        Assert.Equal(
            ["foam", "pad", "base", "jumper", "hat", "down bag", "over"],
            Names(SystemChange.Add(Packed, Over, Owned))
        );
        var light = SystemChange.Swap(Packed, Down.Id, Second.Id);
        Assert.Contains("second", Names(light));
        Assert.Equal(["pad", "foam"], Names(SystemChange.Turn(Packed, Foam.Id, Inflatable.Id)).Take(2));
        Assert.Equal(["hat"], Names(SystemChange.Keep(Packed, i => i.IsHeadwear, Owned)));
        Assert.True(
            SystemChange
                .Use(Packed, Down.Id, l => l with { HoodOpen = true })
                .Layers.Single(l => l.ItemId == Down.Id)
                .HoodOpen
        );
    }
}
