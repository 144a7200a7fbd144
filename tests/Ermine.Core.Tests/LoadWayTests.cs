using FsCheck.Xunit;

namespace Ermine.Core.Tests;

/// <summary>What each load weighs on each day, and that nothing comes from nowhere.</summary>
public class LoadWayTests
{
    [Fact]
    public void What_is_moved_is_all_that_is_in_no_depot_less_what_was_eaten_and_burnt()
    {
        var trip = new Loaded(people: 2, days: 4, "a", "b", "b", "c");
        var (pack, sledge, depot) = (trip.Pack(0), trip.Sledge(1), trip.Depot(1));
        trip.Lot(trip.Item("rope", 1600), 1, null, (pack, Reached.Inside, 0));
        trip.Lot(trip.Item("foodDay", 1000), 8, null, (sledge, Reached.Inside, 0));
        trip.Lot(trip.Item("fuelBottle", 920), 2, null, (sledge, Reached.Inside, 0));
        trip.Lot(trip.Item("largePan", 550), 1, null, (sledge, Reached.Inside, 0), (depot, Reached.Inside, 2));
        var days = trip.Way.Days;
        // Food: 8 000 g of which a twentieth is wrapping; over four days 1 900 a day. Fuel: 1 600.8 g, 400.2 a day.
        const double All = 1600 + 8000 + 1840 + 550;
        double Gone(int day) => day * (1900 + 400.2);
        Assert.Equal(All, days[0].CarriedG, 1e-6);
        Assert.Equal(All - Gone(1), days[1].CarriedG, 1e-6);
        Assert.Equal(All - Gone(2) - 550, days[2].CarriedG, 1e-6);
        Assert.Equal(All - Gone(3) - 550, days[3].CarriedG, 1e-6);
        Assert.Equal(550, days[2].Loads.Single(l => l.LoadId == depot).Grams, 1e-6);
        Assert.All(days, d => Assert.Equal((0, 0), (d.HungerG, d.NoFuelG)));
        // The end: bottles and wrappings are carried home.
        Assert.Equal(400 + 239.2, trip.Way.End[1] + trip.Way.End[2], 1e-6);
    }

    /// <summary>Whatever is put where: on every morning each thing is in one load, and all loads with all that was used up are what set out.</summary>
    [Property(MaxTest = 200)]
    public void Weights_close(int seed)
    {
        var random = new Random(seed);
        var trip = new Loaded(people: 1 + random.Next(3), days: 2 + random.Next(6), "a", "b", "a", "b", "c", "a");
        var loads = new List<Guid> { trip.Depot(0), trip.Depot(1) };
        for (var p = 0; p < trip.People; p++)
            loads.AddRange([trip.Pack(p), trip.Sledge(p), Loaded.Who(p)]);
        string[] types =
        [
            "foodDay",
            "fuelBottle",
            "gasCartridge",
            "snacks",
            "rope",
            "downJacket",
            "foamPad",
            "dryMeal",
        ];
        for (var i = 0; i < 12; i++)
        {
            var days = Enumerable.Range(1, trip.Nights.Length - 1).Where(_ => random.Next(3) == 0).Prepend(0);
            trip.Lot(
                trip.Item(types[random.Next(types.Length)], random.Next(1, 3000)),
                random.Next(1, 5),
                random.Next(2) == 0 ? null : random.Next(trip.People),
                random.Next(4) == 0 ? [] : [.. days.Select(d => (loads[random.Next(loads.Count)], Reached.Inside, d))]
            );
        }
        if (random.Next(2) == 0)
            trip.Rations = new(random.Next(2000), random.Next(1000));
        Assert.Empty(trip.Faults);
        var way = trip.Way;
        var all = way.Layout.Things.Sum(t => t.MassG);
        var used = 0.0;
        foreach (var day in way.Days)
        {
            Assert.Equal(all - used, day.Loads.Sum(l => l.Grams), 1e-6);
            Assert.Equal(way.Layout.Things.Count, day.Loads.Sum(l => l.Things));
            Assert.Equal(
                day.CarriedG,
                day.Loads.Where((_, l) => way.Layout.Loads[l].Kind != LoadKind.Depot).Sum(l => l.Grams),
                1e-6
            );
            Assert.All([day.EatenG, day.BurntG, day.HungerG, day.NoFuelG], g => Assert.True(g >= -1e-9));
            used += day.EatenG + day.BurntG;
        }
        Assert.Equal(all - used, way.End.Sum(), 1e-6);
    }

    [Fact]
    public void Food_in_a_depot_that_nobody_is_at_is_not_eaten()
    {
        var trip = new Loaded(people: 1, days: 3, "a", "b", "a");
        var (pack, depot) = (trip.Pack(0), trip.Depot(0));
        trip.Rations = new(FoodG: 950);
        trip.Lot(trip.Item("foodDay", 1000), 1, null, (pack, Reached.Inside, 0));
        trip.Lot(trip.Item("foodDay", 1000), 2, null, (depot, Reached.Inside, 0));
        var days = trip.Way.Days;
        // On the first day and the second, which leaves from it, the depot feeds; on the third the party comes back to it.
        Assert.Equal([950, 950, 950], days.Select(d => d.EatenG));
        trip.Nights = [trip.Nights[0], trip.Nights[1] with { Camp = "b" }, trip.Nights[2] with { Camp = "c" }];
        var away = trip.Way.Days;
        Assert.Equal([950, 950, 950], away.Select(d => d.EatenG));
        Assert.Equal(0, away[2].FoodG - 950, 1e-6);
        trip.Rations = new(FoodG: 1200);
        // 2 850 g can be eaten; 2 400 of them go on the first two days.
        Assert.Equal(1200 - 450, trip.Way.Days[2].HungerG, 1e-6);
    }

    [Fact]
    public void In_a_relay_each_carry_has_its_share_and_a_sledge_left_behind_lies_at_the_depot()
    {
        var trip = new Loaded(people: 1, days: 4, "a", "b", "b", "c");
        trip.Pack(0);
        var hull = trip.Item("sledge", 5000);
        var sledge = trip.Add(new(Guid.NewGuid(), "sledge", LoadKind.Sledge, Loaded.Who(0), ItemId: hull.Id));
        var depot = trip.Depot(1);
        trip.Phase(0, 1, carries: 2);
        trip.Phase(3, 3, 1, sledge);
        trip.Lot(trip.Item("rope", 7000), 1, 0, (sledge, Reached.Inside, 0));
        trip.Lot(trip.Item("largePan", 400), 1, 0);
        var way = trip.Way;
        Assert.Equal(
            (12_400, 6_200, 2),
            (way.Days[0].People[0].DrawnG, way.Days[0].People[0].DrawnAtOnceG, way.Days[0].People[0].Carries)
        );
        Assert.Equal(1, way.Days[2].People[0].Carries);
        // The hull stays at the depot, and the pan, which was placed by nobody, goes into the pack.
        Assert.Equal(5000, way.Days[3].Loads.Single(l => l.LoadId == depot).Grams, 1e-6);
        Assert.Equal(400, way.Days[3].People[0].BackG, 1e-6);
    }

    [Fact]
    public void A_walk_that_asks_is_weighed_by_the_loads()
    {
        var trip = new Loaded(people: 1, days: 2);
        var (pack, sledge) = (trip.Pack(0), trip.Sledge(0));
        trip.Phase(1, 1, carries: 2);
        trip.Lot(trip.Item("rope", 9000), 1, 0, (pack, Reached.Inside, 0));
        trip.Lot(trip.Item("shovel", 40_000), 1, 0, (sledge, Reached.Inside, 0));
        Going typed = new(3, 0.9, 4, 5, 20);
        DayPlan Of(int day, Going going) =>
            new(trip.Nights[day].Id, DayWork.Haul, [], [new(Guid.NewGuid(), Activity.Haul, 8, 12, Going: going)]);
        trip.Days[(0, 0)] = Of(0, typed);
        trip.Days[(0, 1)] = Of(1, typed with { Weighed = true });
        var weighed = Weighed.In(trip.Trip, trip.Closet);
        Going Then(int day) => weighed.Members[0].Days[day].Blocks![0].Going!;
        Assert.Equal(typed, Then(0));
        Assert.Equal(typed with { Weighed = true, LoadKg = 9, SledgeKg = 20 }, Then(1));
        // Ten kilograms more are more work.
        Assert.True(
            Ermine.Core.Days.Work.Watts(70, Then(1) with { SledgeKg = 30 }, -15)
                > Ermine.Core.Days.Work.Watts(70, Then(1), -15) + 20
        );
    }

    [Fact]
    public void Loads_nobody_has_named_are_a_pack_each_and_a_sledge_for_who_draws_one()
    {
        var trip = new Loaded(people: 2, days: 1);
        trip.Days[(1, 0)] = new(
            trip.Nights[0].Id,
            DayWork.Haul,
            [],
            [new(Guid.NewGuid(), Activity.Haul, 8, 12, Going: new(5, 1, 0, 0, 30))]
        );
        var loads = trip.Layout.Loads;
        Assert.Equal(
            [LoadKind.Person, LoadKind.Person, LoadKind.Pack, LoadKind.Pack, LoadKind.Sledge],
            loads.Select(l => l.Kind)
        );
        Assert.Equal(loads.Select(l => l.Id), trip.Layout.Loads.Select(l => l.Id));
        Assert.Equal(Loaded.Who(1), loads[^1].SleeperId);
    }

    [Fact]
    public void A_phase_says_what_it_takes_leaves_and_picks_up()
    {
        var trip = new Loaded(people: 1, days: 4, "a", "b", "c", "b");
        var (pack, depot) = (trip.Pack(0), trip.Depot(1));
        trip.Phase(0, 1);
        trip.Phase(2, 3);
        trip.Lot(trip.Item("rope", 1600), 1, 0, (pack, Reached.Inside, 0), (depot, Reached.Inside, 2));
        trip.Lot(trip.Item("shovel", 700), 1, 0, (depot, Reached.Inside, 0), (pack, Reached.Inside, 2));
        trip.Lot(trip.Item("foodDay", 1000), 4, null, (pack, Reached.Inside, 0));
        var phases = PhaseOfLoads.Of(trip.Way);
        // Left on the evening that the first phase ends at its depot; picked up on the morning that the second sets out from it.
        Assert.Equal([(1, 0), (0, 1)], phases.Select(p => (p.Leaves.Count, p.PicksUp.Count)));
        Assert.Equal(
            (depot, 2, 1600.0),
            (phases[0].Leaves[0].DepotId, phases[0].Leaves[0].Day, phases[0].Leaves[0].Grams)
        );
        Assert.Equal(
            (depot, 2, 700.0),
            (phases[1].PicksUp[0].DepotId, phases[1].PicksUp[0].Day, phases[1].PicksUp[0].Grams)
        );
        Assert.Equal([5600, 2800], phases.Select(p => Math.Round(p.TakesG)));
        Assert.Equal([1900, 1900], phases.Select(p => Math.Round(p.EatenG)));
    }

    [Fact]
    public void What_is_cached_for_the_way_back_is_not_eaten_on_the_way_out()
    {
        var trip = new Loaded(people: 1, days: 5, "boat", "b", "c", "d", "boat");
        var (pack, cache) = (trip.Pack(0), trip.Depot(0));
        trip.Rations = new(FoodG: 950);
        trip.Lot(trip.Item("foodDay", 1000), 4, null, (pack, Reached.Inside, 0));
        trip.Lot(trip.Item("foodDay", 1000), 1, null, (cache, Reached.Inside, 0));
        var days = trip.Way.Days;
        double In(int day) => days[day].Loads.Single(l => l.LoadId == cache).Grams;
        // Carried for four days, of which one is to come from the cache: what is eaten by the boat at first is carried, the rest at the end.
        Assert.Equal([1000, 1000, 1000, 1000, 1000], Enumerable.Range(0, 5).Select(d => Math.Round(In(d))));
        Assert.All(days, d => Assert.Equal(0, d.HungerG));
        Assert.Equal(50, trip.Way.End[1], 1e-6);
    }

    [Fact]
    public void What_a_depot_holds_beyond_its_later_days_is_eaten_while_one_is_there()
    {
        var trip = new Loaded(people: 1, days: 4, "boat", "b", "c", "boat");
        var (pack, cache) = (trip.Pack(0), trip.Depot(0));
        trip.Rations = new(FoodG: 950);
        trip.Lot(trip.Item("foodDay", 1000), 2, null, (pack, Reached.Inside, 0));
        trip.Lot(trip.Item("foodDay", 1000), 2, null, (cache, Reached.Inside, 0));
        var days = trip.Way.Days;
        // At the boat on the first day, leaving it on the second and back on the last; carried is only what the third needs, and one more.
        Assert.All(days, d => Assert.Equal(0, d.HungerG));
        Assert.Equal(100 + 100, trip.Way.End.Sum(), 1e-6);
    }
}
