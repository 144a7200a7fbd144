using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>A load lost: what is left, what that holds to, and what carried elsewhere would help most.</summary>
public class LoadLostTests
{
    private readonly Loaded trip = new(people: 2, days: 2);
    private readonly Guid pack,
        sledge;
    private readonly KitItem pad,
        bag,
        jacket,
        top;

    public LoadLostTests()
    {
        (pack, sledge) = (trip.Pack(0), trip.Sledge(0));
        trip.Pack(1);
        (pad, bag, jacket, top) = (
            trip.Item("winterInflatable"),
            trip.Item("downBagCold"),
            trip.Item("campDownJacket"),
            trip.Item("woolBaseTop")
        );
        foreach (var item in (KitItem[])[pad, bag, top])
            trip.Use(item, Job.Bed);
        trip.Use(jacket, Job.Along);
        trip.Lot(pad, 1, 0, (sledge, Reached.Inside, 0));
        trip.Lot(bag, 1, 0, (sledge, Reached.DryBag, 0));
        trip.Lot(jacket, 1, 0, (pack, Reached.Lid, 0));
        trip.Lot(top, 1, 0, (Loaded.Who(0), Reached.OnBody, 0));
    }

    private LoadLost Lose(Guid load) => LoadsLost.Of(trip.Runs(), trip.Way, 1).Single(l => l.LoadId == load);

    /// <summary>What a person's things hold to by the night's own model, with nothing of what was lost owned.</summary>
    private ColdLine Without(Shelter shelter, params KitItem[] left)
    {
        var changed = trip.Trip with { Nights = [.. trip.Nights.Select(n => n with { Shelter = shelter })] };
        var closet = new Closet(left);
        var model = new NightModel(new(changed, closet, null), Sleeper.StandardMan with { Id = Loaded.Who(0) });
        var system = Slept(left).Over(UnderGap.Rucksack);
        // As damp as things are that evening.
        return model.HoldsTogether(1, system, Bedtime.Plain, trip.Runs()[0][1].EveningWater).Together;
    }

    [Fact]
    public void What_is_left_holds_as_the_trip_does_without_what_is_lost()
    {
        var person = Lose(sledge).People.Single(p => p.SleeperId == Loaded.Who(0));
        Assert.Equal([top.Id, jacket.Id], person.Left);
        Assert.Equal([bag.Id, pad.Id], person.Lost);
        var held = Assert.Single(person.Holds);
        // No shelter is written down, so none is lost with the sledge.
        Assert.Equal(Improvised.Shelter, held.How);
        Assert.Equal(Without(Shelter.DoubleWall, top, jacket), held.Holds);
        Assert.Equal(Verdict.NoGo, held.Verdict);
    }

    [Fact]
    public void The_one_thing_that_would_help_most_is_the_best_of_all_and_its_press_puts_it_there()
    {
        var before = Lose(sledge).People.Single(p => p.SleeperId == Loaded.Who(0));
        var helps = before.Helps!;
        var lines = new[] { pad, bag }
            .Select(i => (i.Id, Line: Without(Shelter.DoubleWall, i == pad ? [pad, top, jacket] : [top, jacket, bag])))
            .ToList();
        var best = lines.Aggregate((a, b) => a.Line.CompareTo(b.Line) <= 0 ? a : b);
        Assert.Equal((best.Id, best.Line), (helps.ItemId, helps.Then));
        var mended = helps.Mend.In(trip.Trip);
        Assert.Empty(EntryRules.Check(mended, _ => true));
        var then = LoadsLost
            .Of(trip.Runs(mended), LoadWay.Of(LoadLayout.Of(mended, trip.Closet)), 1)
            .Single(l => l.LoadId == sledge)
            .People.Single(p => p.SleeperId == Loaded.Who(0));
        Assert.Equal(helps.Then, then.Holds[^1].Holds);
    }

    [Fact]
    public void A_tent_in_the_sledge_is_lost_with_it_and_snow_stands_in()
    {
        trip.Lot(trip.Item("tent2"), 1, null, (sledge, Reached.Inside, 0));
        trip.Lot(trip.Item("shovel"), 1, null, (pack, Reached.Lid, 0));
        var lost = Lose(sledge);
        Assert.True(lost.ShelterLost);
        var holds = lost.People.Single(p => p.SleeperId == Loaded.Who(0)).Holds;
        Assert.Equal([Improvised.Nothing, Improvised.DugIn], holds.Select(h => h.How));
        Assert.True(holds[1].LivesThrough.CompareTo(holds[0].LivesThrough) < 0);
    }

    [Fact]
    public void In_forest_there_are_boughs()
    {
        trip.Nights = [.. trip.Nights.Select(n => n with { Terrain = Terrain.Forest, Surface = Surface.FrozenGround })];
        var alone = LoadsLost.Of(trip.Runs(), trip.Way, 1).Single(l => l.AloneId == Loaded.Who(0)).People[0];
        Assert.Equal([Improvised.Nothing, Improvised.Boughs], alone.Holds.Select(h => h.How));
        Assert.True(alone.Holds[1].Holds.CompareTo(alone.Holds[0].Holds) < 0);
        // Alone one has all one's own loads.
        Assert.Contains(bag.Id, alone.Left);
    }

    [Fact]
    public void Another_lends_what_that_one_does_not_sleep_in()
    {
        var (quilt, own) = (trip.Item("overquilt"), trip.Item("downBagWinter"));
        trip.Use(quilt, Job.Along, who: 1);
        trip.Use(own, Job.Bed, who: 1);
        var person = Lose(sledge).People.Single(p => p.SleeperId == Loaded.Who(0));
        Assert.Equal((quilt.Id, Loaded.Who(1)), (person.Lends!.ItemId, person.Lends.FromId));
    }

    [Fact]
    public void Food_and_stove_in_a_lost_load_are_missed()
    {
        trip.Lot(trip.Item("foodDay", 1000), 2, null, (sledge, Reached.Inside, 0));
        trip.Lot(trip.Item("foodDay", 1000), 2, null, (pack, Reached.Inside, 0));
        trip.Lot(trip.Item("gasStove"), 1, null, (sledge, Reached.Inside, 0));
        var lost = Lose(sledge);
        Assert.True(lost.StoveLost);
        // Four rations over two days: half of what is left on the second morning is gone.
        Assert.Equal(0.5, lost.FoodDays!.Value, 1e-6);
        Assert.Equal(1, Lose(pack).FoodDays!.Value + lost.FoodDays!.Value, 1e-6);
    }
}
