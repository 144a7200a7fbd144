namespace Ermine.Core.Tests;

/// <summary>Uses side by side: what two jobs want at one hour, what serves twice, what nothing uses.</summary>
public class CountedTwiceTests
{
    private static IReadOnlyList<CountedTwice> Of(Trip trip, Loaded loaded) =>
        UsesSideBySide.Conflicts(LoadLayout.Of(trip, loaded.Closet));

    [Fact]
    public void The_jacket_under_the_head_cannot_be_put_on_at_four()
    {
        var trip = new Loaded(days: 3);
        var (jacket, trousers) = (trip.Item("campDownJacket"), trip.Item("downTrousers"));
        trip.Use(jacket, Job.AsPillow);
        trip.Use(jacket, Job.PutOn, nights: [1], hour: 28);
        trip.Use(trousers, Job.Along);
        var twice = Assert.Single(Of(trip.Trip, trip));
        Assert.Equal((UseKind.Pillow, UseKind.PutOn), (twice.First, twice.Second));
        Assert.Equal([1], twice.Nights);
        Assert.Equal((28.0, 31.0), (twice.FromHour, twice.ToHour));
        Assert.Equal((MendKind.TakeOther, trousers.Id), (twice.Mend.Kind, twice.Mend.OtherId));
        var mended = twice.Mend.In(trip.Trip);
        Assert.Empty(Of(mended, trip));
        Assert.Contains(mended.Uses, u => u.Job == Job.AsPillow && u.ItemId == trousers.Id);
        Assert.Contains(mended.Uses, u => u.Job == Job.PutOn && u.ItemId == jacket.Id);
    }

    [Fact]
    public void With_nothing_else_along_the_pillow_is_given_up()
    {
        var trip = new Loaded(days: 1);
        var jacket = trip.Item("campDownJacket");
        trip.Use(jacket, Job.AsPillow);
        trip.Use(jacket, Job.PutOn, nights: [0], hour: 28);
        var twice = Assert.Single(Of(trip.Trip, trip));
        Assert.Equal(MendKind.Drop, twice.Mend.Kind);
        Assert.Equal([Job.PutOn], twice.Mend.In(trip.Trip).Uses.Select(u => u.Job));
    }

    [Fact]
    public void What_is_kept_in_reserve_and_slept_in_is_no_reserve()
    {
        var trip = new Loaded(days: 2);
        var socks = trip.Item("thickWoolSocks");
        trip.Use(socks, Job.Spare);
        trip.Use(socks, Job.Bed);
        var twice = Assert.Single(Of(trip.Trip, trip));
        Assert.Equal((UseKind.Bed, UseKind.Reserve), (twice.First, twice.Second));
        Assert.Empty(Of(twice.Mend.In(trip.Trip), trip));
    }

    [Fact]
    public void Worn_past_bedtime_ends_where_the_night_begins()
    {
        var trip = new Loaded(days: 1);
        var top = trip.Item("woolBaseTop");
        trip.Use(top, Job.Bed);
        trip.Use(top, Job.Along);
        trip.Day(0, 0, (top, 8, 22));
        var twice = Assert.Single(Of(trip.Trip, trip));
        Assert.Equal((21.0, 22.0), (twice.FromHour, twice.ToHour));
        var mended = twice.Mend.In(trip.Trip);
        Assert.Equal(21, Assert.Single(mended.Members[0].Days[0].Worn!).ToHour);
        Assert.Empty(Of(mended, trip));
    }

    [Fact]
    public void Who_sets_out_early_is_not_still_in_bed()
    {
        var trip = new Loaded(days: 2);
        var top = trip.Item("woolBaseTop");
        trip.Use(top, Job.Bed);
        trip.Use(top, Job.Along);
        trip.Days[(0, 1)] = new(
            trip.Nights[1].Id,
            DayWork.Summit,
            [],
            [new(Guid.NewGuid(), Activity.Walk, 4, 12)],
            [new(top.Id, 4, 12)]
        );
        Assert.Empty(Of(trip.Trip, trip));
    }

    [Fact]
    public void Two_jobs_that_never_meet_cost_no_grams_and_what_nothing_uses_is_named()
    {
        var trip = new Loaded(days: 1);
        var (hat, spare, never, axe) = (
            trip.Item("thickHat"),
            trip.Item("thickWoolSocks"),
            trip.Item("fleeceJumper"),
            trip.Item("axe")
        );
        trip.Use(hat, Job.Bed);
        trip.Use(hat, Job.Along);
        trip.Use(spare, Job.Spare);
        trip.Use(never, Job.Along);
        trip.Lot(axe, 1, 0);
        var undressed = trip.Layout;
        // Nobody has dressed yet: a jumper may still be worn.
        Assert.Empty(UsesSideBySide.Unused(undressed));
        trip.Day(0, 0, (hat, 8, 16));
        var layout = trip.Layout;
        Assert.Equal([UseKind.Bed, UseKind.Worn], Assert.Single(UsesSideBySide.Served(layout, [])).Jobs);
        var unused = Assert.Single(UsesSideBySide.Unused(layout));
        Assert.Equal((never.Id, never.MassG), (unused.ItemId, unused.Grams));
        var left = unused.Mend.In(trip.Trip);
        Assert.DoesNotContain(left.Uses, u => u.ItemId == never.Id);
        Assert.Equal(
            trip.Way.Days[0].CarriedG - never.MassG,
            LoadWay.Of(LoadLayout.Of(left, trip.Closet)).Days[0].CarriedG,
            1e-6
        );
    }

    [Fact]
    public void A_wet_jacket_arrives_damp_for_the_night_and_a_dry_one_is_offered()
    {
        var trip = new Loaded(days: 1);
        var (top, dry, bag, pad) = (
            trip.Item("woolBaseTop"),
            trip.Item("synthBaseTop"),
            trip.Item("downBagWinter"),
            trip.Item("winterInflatable")
        );
        foreach (var item in (KitItem[])[pad, top, bag])
            trip.Use(item, Job.Bed);
        trip.Use(top, Job.Along);
        trip.Use(dry, Job.Along);
        trip.Day(0, 0, (top, 8, 20));
        trip.Days[(0, 0)] = trip.Days[(0, 0)] with { Soaked = [top.Id] };
        var damp = Assert.Single(LoadAnswers.Of(trip.Runs(), quick: false).Damp);
        Assert.Equal((top.Id, 0, UseKind.Bed, 21.0), (damp.ItemId, damp.Night, damp.Job, damp.Hour));
        Assert.NotEqual(Wetness.Dry, damp.Wetness);
        Assert.Equal(dry.Id, damp.Mend!.OtherId);
        Assert.Empty(LoadAnswers.Of(trip.Runs(damp.Mend.In(trip.Trip)), quick: false).Damp);
    }
}
