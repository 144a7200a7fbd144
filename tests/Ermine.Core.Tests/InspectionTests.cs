namespace Ermine.Core.Tests;

/// <summary>What is looked at before leaving, the trial night, and the lists.</summary>
public class InspectionTests
{
    private static readonly DateOnly Start = new(2027, 2, 13);

    private static Look Of(KitItem item, Check what, params KitItem[] others)
    {
        var trip = new Loaded(days: 1);
        var layout = LoadLayout.Of(
            trip.Trip with
            {
                Load = LoadPlan.Empty with
                {
                    Lots = [.. others.Prepend(item).Select(i => new Lot(Guid.NewGuid(), i.Id, 1, []))],
                },
            },
            new(others.Prepend(item))
        );
        return Inspection.Of(layout).Single(l => l.ItemId == item.Id && l.What == what);
    }

    private static KitItem Made(string type) => ItemTypes.Find(type)!.Make(Guid.NewGuid(), type);

    [Fact]
    public void Age_makes_a_look_due_and_what_was_seen_to_lately_is_seen()
    {
        var shell = Made("shellJacket");
        Assert.Equal((Urgency.Look, LookReason.NeverSeen), Judged(shell, Check.Zip));
        var old = shell with { Since = Start.AddYears(-5) };
        Assert.Equal((Urgency.Due, LookReason.Age), Judged(old, Check.Zip));
        Assert.Equal(Start.AddDays(-21), Of(old, Check.Zip).By);
        var seen = old with { History = [new(Start.AddDays(-100), Check.Zip, "slider changed")] };
        Assert.Equal((Urgency.Seen, LookReason.SeenTo), Judged(seen, Check.Zip));
        Assert.Equal(Start.AddDays(-100), Of(seen, Check.Zip).LastSeen);
        // One look says nothing of another, and wears off.
        Assert.Equal(Urgency.Due, Of(seen, Check.Seams).Urgency);
        var long_ago = old with { History = [new(Start.AddDays(-400), Check.Zip)] };
        Assert.Equal(Urgency.Due, Of(long_ago, Check.Zip).Urgency);
        static (Urgency, LookReason) Judged(KitItem item, Check what) =>
            (Of(item, what).Urgency, Of(item, what).Reason);
    }

    [Fact]
    public void What_is_known_to_be_wrong_is_to_be_mended()
    {
        var old = Made("shellJacket") with { Since = Start.AddYears(-3), Repellency = 0.1 };
        Assert.Equal(
            (Urgency.Mend, LookReason.FinishGone),
            (Of(old, Check.Repellency).Urgency, Of(old, Check.Repellency).Reason)
        );
        var pad = Made("winterInflatable") with { Soft = true };
        Assert.Equal(LookReason.GoesSoft, Of(pad, Check.HoldsAir).Reason);
        var bag = Made("downBagWinter") with { LoftFactor = 0.8 };
        Assert.Equal(LookReason.LoftLost, Of(bag, Check.Loft).Reason);
    }

    [Fact]
    public void Spikes_must_sit_on_the_boots_that_come_along()
    {
        var (crampons, soft, stiff) = (Made("crampons"), Made("winterBoots"), Made("expeditionBoots"));
        Assert.Equal(
            (Urgency.Mend, LookReason.DoesNotFit),
            (Of(crampons, Check.FitsBoots, soft).Urgency, Of(crampons, Check.FitsBoots, soft).Reason)
        );
        var fits = stiff with { Sole = Sole.Welted, ThicknessMm = 5 };
        Assert.NotEqual(LookReason.DoesNotFit, Of(crampons, Check.FitsBoots, soft, fits).Reason);
    }

    [Fact]
    public void A_trial_night_takes_one_new_thing()
    {
        var trip = new Loaded(days: 1);
        var (old, bag, quilt) = (
            trip.Item("winterInflatable", change: i => i with { Since = Start.AddYears(-2) }),
            trip.Item("downBagCold", change: i => i with { Since = Start.AddDays(-30) }),
            trip.Item("overquilt", change: i => i with { Since = Start.AddDays(-10) })
        );
        foreach (var item in (KitItem[])[old, bag, quilt])
            trip.Use(item, Job.Bed);
        var trial = Inspection.Trial(trip.Layout)!;
        Assert.Equal(bag.Id, trial.ItemId);
        Assert.Equal([quilt.Id], trial.Others);
        Assert.Equal(Start.AddDays(-10), trial.On);
    }

    [Theory]
    [InlineData(ListBy.Person)]
    [InlineData(ListBy.Load)]
    [InlineData(ListBy.Phase)]
    public void A_list_names_each_thing_once(ListBy by)
    {
        var trip = new Loaded(people: 2, days: 3);
        trip.Pack(0);
        var (sledge, depot) = (trip.Sledge(1), trip.Depot(0));
        trip.Phase(0, 0);
        trip.Lot(trip.Item("rope"), 1, 0);
        trip.Lot(trip.Item("foodDay"), 6, null, (sledge, Reached.Inside, 0));
        trip.Lot(trip.Item("fuelBottle"), 2, null, (depot, Reached.Inside, 0));
        trip.Use(trip.Item("downBagCold"), Job.Bed, who: 1);
        var lists = PackingList.Of(trip.Way, by);
        Assert.Equal(
            trip.Layout.Things.Select(t => t.Id).Order(),
            lists.SelectMany(l => l.Lines).Select(l => l.LotId).Order()
        );
        Assert.Equal(trip.Layout.Things.Sum(t => t.MassG), lists.Sum(l => l.Grams), 1e-6);
        Assert.All(lists, l => Assert.NotEmpty(l.Lines));
    }

    [Fact]
    public void Two_stoves_for_two_are_one_too_many_and_foam_is_missed()
    {
        var trip = new Loaded(people: 2, days: 1);
        trip.Lot(trip.Item("gasStove", 250));
        trip.Lot(trip.Item("liquidStove", 450));
        trip.Use(trip.Item("winterInflatable"), Job.Bed);
        var party = LoadAnswers.Of(trip.Runs(), quick: true).Party;
        Assert.Equal(
            [PartyMatter.OneIsEnough, PartyMatter.NoSparePad, PartyMatter.NoShelter],
            party.Select(p => p.Matter)
        );
        Assert.Equal(250, party[0].Grams);
        Assert.DoesNotContain(
            LoadAnswers.Of(trip.Runs(party[0].Mend!.In(trip.Trip)), quick: true).Party,
            p => p.Matter == PartyMatter.OneIsEnough
        );
    }
}
