namespace Ermine.Core.Tests;

/// <summary>Where Ermine puts things, how soon they are in one's hands, and what is said of a wrong place.</summary>
public class LoadPlacingTests
{
    private static Spot On(Loaded trip, KitItem item, int day = 0)
    {
        var layout = trip.Layout;
        return layout.Spots[layout.Things.Index().First(t => t.Item.Item.Id == item.Id).Index][day];
    }

    private static LoadKind KindOf(Loaded trip, Spot spot) => trip.Layout.Loads[spot.Load].Kind;

    [Fact]
    public void Things_lie_where_their_uses_want_them()
    {
        var trip = new Loaded(people: 1, days: 2);
        trip.Pack(0);
        trip.Sledge(0);
        var (jacket, tights, bag, lighter, stop, stove) = (
            trip.Item("shellJacket"),
            trip.Item("woolTights"),
            trip.Item("downBagWinter"),
            trip.Item("lighter"),
            trip.Item("campDownJacket"),
            trip.Item("gasStove")
        );
        trip.Use(bag, Job.Bed);
        trip.Use(tights, Job.Along);
        trip.Use(jacket, Job.Along);
        trip.Use(stop, Job.Along);
        trip.Lot(lighter, 1, 0);
        trip.Lot(stove);
        trip.Day(0, 0, (tights, 8, 16), (jacket, 8, 16), (stop, 12, 12.5));
        Assert.Equal((LoadKind.Person, Reached.OnBody), (KindOf(trip, On(trip, tights)), On(trip, tights).Reach));
        Assert.Equal(Reached.OnBody, On(trip, lighter).Reach);
        Assert.Equal((LoadKind.Sledge, Reached.DryBag), (KindOf(trip, On(trip, bag)), On(trip, bag).Reach));
        Assert.Equal((LoadKind.Pack, Reached.Lid), (KindOf(trip, On(trip, stop)), On(trip, stop).Reach));
        Assert.Equal((LoadKind.Sledge, Reached.Inside), (KindOf(trip, On(trip, stove)), On(trip, stove).Reach));
        // What Ermine places needs no mending.
        Assert.Empty(Reaching.Faults(trip.Layout));
    }

    [Fact]
    public void What_no_day_away_from_a_depot_uses_stays_there()
    {
        var trip = new Loaded(people: 1, days: 5, "a", "b", "c", "d", "b");
        trip.Pack(0);
        var depot = trip.Depot(1);
        var (parka, hat, boots) = (trip.Item("expeditionParka"), trip.Item("thickHat"), trip.Item("winterBoots"));
        foreach (var item in (KitItem[])[parka, hat, boots])
            trip.Use(item, Job.Along);
        trip.Day(0, 0, (parka, 8, 16));
        trip.Day(0, 3, (hat, 8, 16));
        trip.Lot(trip.Item("firstAid"), 1, 0);
        bool InDepot(KitItem item, int day) => trip.Layout.Loads[On(trip, item, day).Load].Id == depot;
        Assert.Equal([false, false, true, true, true], Enumerable.Range(0, 5).Select(d => InDepot(parka, d)));
        Assert.All(Enumerable.Range(0, 5), d => Assert.False(InDepot(hat, d)));
        // What is carried for what may happen is carried.
        Assert.All(
            Enumerable.Range(0, 5),
            d => Assert.NotEqual(LoadKind.Depot, trip.Layout.Loads[trip.Layout.Spots[0][d].Load].Kind)
        );
        Assert.Empty(Reaching.Faults(trip.Layout));
    }

    [Theory]
    [InlineData(Reached.OnBody, 0)]
    [InlineData(Reached.Pocket, 5)]
    [InlineData(Reached.Lid, 20)]
    [InlineData(Reached.Inside, 90)]
    [InlineData(Reached.DryBag, 180)]
    public void Reach_takes_its_seconds_and_never_comes_from_another(Reached reach, double seconds)
    {
        var trip = new Loaded(people: 2, days: 1);
        var pack = trip.Pack(0);
        var layout = trip.Layout;
        Spot spot = new(layout.LoadOf(pack), reach);
        Assert.Equal(seconds, Reaching.Seconds(layout, spot, Loaded.Who(0)));
        Assert.Null(Reaching.Seconds(layout, spot, Loaded.Who(1)));
    }

    [Theory]
    [InlineData(Reached.Inside, ReachWant.PutOnAlongTheWay, 90.0)]
    [InlineData(Reached.DryBag, ReachWant.PutOnAlongTheWay, 180.0)]
    [InlineData(null, ReachWant.WithAnother, null)]
    public void The_stop_jacket_belongs_where_a_hand_finds_it(Reached? reach, ReachWant want, double? seconds)
    {
        var trip = new Loaded(people: 2, days: 2);
        var (pack, other) = (trip.Pack(0), trip.Pack(1));
        var jacket = trip.Item("synthJacket");
        trip.Use(jacket, Job.Along);
        trip.Lot(jacket, 1, 0, (reach is null ? other : pack, reach ?? Reached.Lid, 0));
        trip.Day(0, 1, (jacket, 12, 12.5));
        var fault = Assert.Single(Reaching.Faults(trip.Layout));
        Assert.Equal((want, seconds), (fault.Want, fault.Seconds));
        Assert.Equal([1], fault.Days);
        Assert.Equal(12.0, fault.Hour);
        // The press does what it promises.
        var mended = fault.Mend.In(trip.Trip);
        Assert.Empty(EntryRules.Check(mended, _ => true));
        Assert.Empty(Reaching.Faults(LoadLayout.Of(mended, trip.Closet)));
    }

    [Fact]
    public void A_thing_used_while_it_lies_in_a_depot_is_named_with_the_day_and_mended_by_a_press()
    {
        var trip = new Loaded(people: 1, days: 4, "a", "b", "c", "a");
        trip.Pack(0);
        var depot = trip.Depot(0);
        var mittens = trip.Item("mittens");
        trip.Use(mittens, Job.Along);
        trip.Lot(mittens, 1, 0, (depot, Reached.Inside, 0));
        trip.Day(0, 2, (mittens, 9, 15));
        var answer = LoadAnswers.Of(trip.Runs(), quick: true);
        var said = Assert.Single(answer.Contradictions);
        Assert.Equal(mittens.Name, said.Field);
        Assert.Contains("day 3", said.Value, StringComparison.Ordinal);
        Assert.Contains("depot", said.Value, StringComparison.Ordinal);
        var mended = answer.Reach.Single(r => r.Want == ReachWant.InDepot).Mend.In(trip.Trip);
        Assert.DoesNotContain(Reaching.Faults(LoadLayout.Of(mended, trip.Closet)), r => r.Want == ReachWant.InDepot);
    }

    [Fact]
    public void Nothing_changes_hands_at_a_depot_while_nobody_is_there()
    {
        var trip = new Loaded(people: 1, days: 4, "a", "b", "c", "d");
        var pack = trip.Pack(0);
        var depot = trip.Depot(1);
        var rope = trip.Item("rope");
        trip.Lot(rope, 1, 0, (pack, Reached.Inside, 0), (depot, Reached.Inside, 2));
        Assert.Empty(Reaching.Faults(trip.Layout));
        var late = new Loaded(people: 1, days: 4, "a", "b", "c", "d");
        pack = late.Pack(0);
        depot = late.Depot(1);
        late.Lot(late.Item("rope"), 1, 0, (pack, Reached.Inside, 0), (depot, Reached.Inside, 3));
        Assert.Equal(
            (ReachWant.NobodyThere, 3),
            (Reaching.Faults(late.Layout)[0].Want, Reaching.Faults(late.Layout)[0].Days[0])
        );
    }

    [Fact]
    public void Down_outside_a_dry_bag_fire_in_the_sledge_and_a_full_pack_are_said()
    {
        var trip = new Loaded(people: 1, days: 1);
        var (pack, sledge) = (trip.Pack(0), trip.Sledge(0));
        var (bag, matches) = (trip.Item("downBagCold"), trip.Item("matches"));
        trip.Use(bag, Job.Bed);
        trip.Lot(bag, 1, 0, (pack, Reached.Inside, 0));
        trip.Lot(matches, 1, 0, (sledge, Reached.Inside, 0));
        trip.Lot(trip.Item("foamPad", change: i => i with { PackedL = 65 }), 1, 0, (pack, Reached.Inside, 0));
        var wants = Reaching.Faults(trip.Layout).Select(f => (f.ItemId, f.Want)).ToList();
        Assert.Equal([(matches.Id, ReachWant.OnTheBody), (bag.Id, ReachWant.DryBag)], wants);
        var full = Assert.Single(Overfull.Of(trip.Way));
        Assert.Equal((pack, 70.0), (full.LoadId, full.HoldsL));
        var mended = full.Mend!.In(trip.Trip);
        Assert.Empty(Overfull.Of(LoadWay.Of(LoadLayout.Of(mended, trip.Closet))));
    }

    [Fact]
    public void Fire_light_and_signal_on_the_body_are_counted_by_kind()
    {
        var trip = new Loaded(people: 1, days: 1);
        var sledge = trip.Sledge(0);
        trip.Lot(trip.Item("lighter"), 2, 0);
        trip.Lot(trip.Item("lighter"), 1, 0);
        trip.Lot(trip.Item("fireSteel"), 1, 0);
        trip.Lot(trip.Item("matches"), 1, 0, (sledge, Reached.Inside, 0));
        trip.Lot(trip.Item("whistle"), 1, 0);
        var on = Assert.Single(OnTheBody.Of(trip.Layout, 0));
        Assert.Equal((2, true, false, false, true), (on.Fires, on.WarmLighter, on.Tinder, on.Light, on.Whistle));
    }

    [Fact]
    public void What_was_put_out_of_reach_by_hand_costs_the_unpacking_on_those_days()
    {
        var trip = new Loaded(people: 2, days: 3);
        var (pack, other, depot) = (trip.Pack(0), trip.Pack(1), trip.Depot(0));
        var (jacket, hat, shell) = (trip.Item("synthJacket"), trip.Item("thickHat"), trip.Item("shellJacket"));
        foreach (var item in (KitItem[])[jacket, hat, shell])
            trip.Use(item, Job.Along);
        trip.Lot(jacket, 1, 0, (pack, Reached.DryBag, 0), (depot, Reached.Inside, 1), (pack, Reached.Lid, 2));
        trip.Lot(hat, 1, 0, (other, Reached.Lid, 0));
        var run = trip.Runs()[0];
        double Of(KitItem item, int day) => run.Days.Wearable(run.Outfit, run.Closet, day)[item.Id].ReachSeconds;
        Assert.Equal([180, Reaching.Unreachable, 20], Enumerable.Range(0, 3).Select(d => Of(jacket, d)));
        Assert.Equal(Reaching.Unreachable, Of(hat, 0));
        Assert.Equal(0, Of(shell, 0));
    }

    [Fact]
    public void A_tent_in_a_depot_is_missed_in_the_camps_beyond_it()
    {
        var trip = new Loaded(people: 1, days: 3, "a", "b", "a");
        trip.Pack(0);
        var depot = trip.Depot(0);
        trip.Lot(trip.Item("tent2"), 1, null, (depot, Reached.Inside, 0));
        var said = Assert.Single(LoadAnswers.Of(trip.Runs(), quick: true).Contradictions);
        Assert.Contains("wanted in camp on day 2", said.Value, StringComparison.Ordinal);
        // A snow shelter needs none.
        trip.Nights = [.. trip.Nights.Select(n => n with { Shelter = Shelter.SnowShelter })];
        Assert.Empty(LoadAnswers.Of(trip.Runs(), quick: true).Contradictions);
    }
}
