using FsCheck;
using FsCheck.Xunit;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Frost over a whole sleeper, and dry things along a trip.</summary>
public class DryTests
{
    private static readonly KitItem Mat = Pad(6) with { Material = Material.Foam };
    private static readonly KitItem Hat = Garment(0.15, new(1, 0, 0, 0)) with
    {
        Name = "hat",
        Material = Material.Wool,
    };
    private static readonly KitItem Base = Garment(0.05, new(0, 1, 1, 0)) with
    {
        Name = "base",
        Material = Material.SyntheticFabric,
    };
    private static readonly KitItem Down = Bag(2.2, 1500) with { Material = Material.Down };
    private static readonly KitItem Barrier = VapourBarrier(BelowTheHead);

    private static KitItem Socks(string name, double massG = 100) =>
        Garment(0.1, new(0, 0, 0.15, 1), massG) with
        {
            Name = name,
            Material = Material.Wool,
        };

    private static readonly KitItem DaySocks = Socks("day socks");
    private static readonly KitItem NightSocks = Socks("night socks");
    private static readonly KitItem SpareSocks = Socks("spare socks");

    private static Trip Nights(SleepSystem system, int count, double low, Func<Outfit, Outfit>? change = null) =>
        Trip(system, [.. Enumerable.Range(0, count).Select(n => Night(low, day: 1 + n) with { TypedHighC = low + 10 })])
            .With(change ?? (m => m));

    private static TripRun Plan(Trip trip, params KitItem[] items) => Planner(new Closet(items)).Of(trip);

    private static DryPlan Keeps(Habits habits, params ItemRole[] roles) => new(roles, [], habits);

    [Property(MaxTest = 100)]
    public void Over_a_whole_sleeper_no_water_is_lost_or_made(PositiveInt cold, PositiveInt wet, bool barrier)
    {
        var stack = barrier ? Build(0, Mat, Base, Barrier, Down) : Build(0, Mat, Base, Down);
        var water = Water.None.Take();
        water.Wet(Down, wet.Get % 80);
        water.Wet(Base, wet.Get % 7);
        for (var hour = 0; hour < 12; hour++)
        {
            var before = water.Give();
            water = before.Take();
            var air = -2.0 - (cold.Get + 5 * hour) % 40;
            var climate = new ColumnEnds(33, air, MoistAir.VapourPressure(air, 0.9), 0.08);
            var passed = Vapour.Pass(stack, water, climate, air, 1.6, 1, hour % 3);
            Assert.Equal(
                water.Give().Grams - before.Grams,
                passed.SourceG + passed.AddedG - passed.EscapedG - passed.DrippedG,
                1e-9
            );
        }
    }

    [Fact]
    public void A_barrier_over_part_of_the_body_lets_through_what_it_does_not_cover()
    {
        double Source(params KitItem[] items)
        {
            var climate = new ColumnEnds(33, -20, MoistAir.VapourPressure(-20, 0.9), 0.08);
            return Vapour.Pass(Build(0, items), Water.None.Take(), climate, -20, 1.6, 1, 0).SourceG;
        }
        var half = Barrier with { Id = Guid.NewGuid(), Cover = new(0, 0.5, 0.5, 0.5) };
        var (none, some, all) = (
            Source(Mat, Base, Down),
            Source(Mat, half, Base, Down),
            Source(Mat, Barrier, Base, Down)
        );
        Assert.InRange(all, 0, 0.03 * none);
        Assert.Equal((none + all) / 2, some, 1e-6);
    }

    [Fact]
    public void Frost_lowers_the_holding_line_night_by_night_and_a_barrier_or_airing_keeps_it_up()
    {
        KitItem[] all = [Mat, Hat, Base, Down, Barrier];
        var bare = Plan(Nights(Slept(Mat, Hat, Base, Down), 7, -25), all);
        var holds = bare.Plan().Select(n => n.Comfort.Outside!.Value.Celsius).ToList();
        Assert.Equal(holds.Order(), holds);
        Assert.True(holds[6] > holds[0] + 2);
        var aired = Plan(
            Nights(Slept(Mat, Hat, Base, Down), 7, -25, m => m with { Dry = Keeps(new(AirAtNoon: true)) }),
            all
        );
        var barred = Plan(Nights(Slept(Mat, Hat, Base, Barrier, Down), 7, -25), all);
        Assert.True(aired.Plan()[6].Comfort.Outside < bare.Plan()[6].Comfort.Outside);
        Assert.True(barred.FrostG(6) < 0.05 * bare.FrostG(6));
        Assert.True(barred.Plan()[6].Comfort.Outside < aired.Plan()[6].Comfort.Outside);
    }

    [Fact]
    public void Breath_inside_the_bag_adds_fifteen_grams_an_hour_and_damp_things_in_bed_cost_heat()
    {
        KitItem[] all = [Mat, Hat, Base, Down, DaySocks];
        FrostNight Frost(SleepSystem system, Habits habits) =>
            Plan(Nights(system, 2, -25, m => m with { Along = [DaySocks.Id], Dry = Keeps(habits) }), all)
                .Plan(1)
                .Frost!;
        var system = Slept(Mat, Hat, Base, Down);
        Assert.Equal(7.5, Frost(system, new()).AddedG, 1e-9);
        Assert.Equal(157.5, Frost(system.BreathingInside(), new()).AddedG, 1e-9);
        Assert.Equal(17.5, Frost(system, new(DampToBed: true)).AddedG, 1e-6);
        NightAnswer Night(Habits habits) =>
            Plan(Nights(system, 2, -25, m => m with { Along = [DaySocks.Id], Dry = Keeps(habits) }), all).Plan(1);
        Assert.True(Night(new(DampToBed: true)).Hours!.Steps[3].Debt > Night(new()).Hours!.Steps[3].Debt);
    }

    [Fact]
    public void A_ledger_of_two_days_is_worked_by_hand()
    {
        KitItem[] all = [Mat, Hat, Base, Down, DaySocks, NightSocks];
        var trip = Nights(Slept(Mat, Hat, Base, NightSocks, Down), 3, -25, m => m with { Along = [DaySocks.Id] });
        trip = trip.With(m =>
            m with
            {
                Dry = new(
                    [],
                    [new(trip.Nights[1].Id, DayWork.Hard, []), new(trip.Nights[2].Id, DayWork.Rest, [])],
                    new(DampAgain: true)
                ),
            }
        );
        var run = Plan(trip, all);
        var cells = Enumerable.Range(0, 3).Select(n => run[n].Day.Cells[DaySocks.Id]).ToList();
        Assert.Equal([10, 32], cells.Take(2).Select(c => Math.Round(c.WaterG, 6)));
        Assert.Equal([Place.Worn, Place.Worn, Place.Packed], cells.Select(c => c.Place));
        Assert.Equal(Wetness.Frozen, cells[0].Wetness);
        // At rest they hang five hours in the sun of −15 + 8 °C, on 1.25 × 1.9 × (0.07 + 0.15 × 0.30) m².
        var area = 1.25 * 1.9 * (0.07 + 0.15 * 0.30);
        var pull = MoistAir.Saturation(-7) - MoistAir.VapourPressure(-15, 0.8);
        Assert.Equal(Math.Max(0, 32 - 0.05 * area * 5 * pull), cells[2].WaterG, 1e-6);
        Assert.True(cells[2].Aired);
    }

    [Fact]
    public void Spares_are_used_up_where_damp_things_are_not_worn_again()
    {
        KitItem[] all = [Mat, Hat, Base, Down, DaySocks, SpareSocks];
        TripRun With(bool again) =>
            Plan(
                Nights(
                    Slept(Mat, Hat, Base, Down),
                    4,
                    -25,
                    m =>
                        m with
                        {
                            Along = [DaySocks.Id, SpareSocks.Id],
                            Dry = Keeps(new(DampAgain: again), new ItemRole(SpareSocks.Id, Role.Spare)),
                        }
                ),
                all
            );
        var slot = new Slot(Purpose.Socks, Region.Feet);
        Assert.Null(With(true).FirstWithout(slot));
        Assert.Equal(1, With(false).FirstWithout(slot));
        var gap = DryAnswers.For(With(false)).Gaps.Single(g => g.Slot == slot);
        Assert.Equal(2, gap.Owned);
        Assert.Equal(5, gap.Least);
        Assert.Equal(2, gap.ByHabit.Single(h => h.Habit == Habit.DampAgain).Least);
    }

    [Fact]
    public void Drying_on_the_body_takes_its_grams_shared_by_wetness_and_no_more()
    {
        var water = Water.None.Take();
        water.Wet(DaySocks, 30);
        water.Wet(SpareSocks, 10);
        Assert.Equal(8, Drying.Shared([DaySocks, SpareSocks], water, 8), 1e-9);
        Assert.Equal(24, water.GramsOf(DaySocks.Id), 1e-9);
        Assert.Equal(8, water.GramsOf(SpareSocks.Id), 1e-9);
        Assert.Equal(32, Drying.Shared([DaySocks, SpareSocks], water, 500), 1e-9);
        // Air of −20 °C at four fifths over water is almost full over ice.
        Assert.InRange(Drying.HungOut(2, -20, 0, 1), 0, 0.5);
        Assert.Equal(
            0.05 * 2 * 3 * (MoistAir.Saturation(0) - MoistAir.VapourPressure(-8, 0.8)),
            Drying.HungOut(2, -8, 8, 3),
            1e-9
        );
    }

    [Fact]
    public void Roles_follow_from_use_and_a_thing_for_one_day_is_worn_on_it_alone()
    {
        KitItem[] all = [Mat, Hat, Base, Down, DaySocks, SpareSocks];
        var trip = Nights(Slept(Mat, Hat, Base, Down), 3, -25, m => m with { Along = [DaySocks.Id, SpareSocks.Id] });
        trip = trip.With(m =>
            m with
            {
                Dry = Keeps(new(), new ItemRole(SpareSocks.Id, Role.OneDayOnly, trip.Nights[2].Id)),
            }
        );
        Assert.Equal(Role.NightOnly, trip.Outfits[0].RoleOf(Base.Id));
        Assert.Equal(Role.Day, trip.Outfits[0].RoleOf(DaySocks.Id));
        var run = Plan(trip, all);
        Assert.Equal(
            [0, 0, 10],
            Enumerable.Range(0, 3).Select(n => Math.Round(run[n].Day.Cells[SpareSocks.Id].WaterG, 6))
        );
        Assert.Equal(
            [10, 20, 20],
            Enumerable.Range(0, 3).Select(n => Math.Round(run[n].Day.Cells[DaySocks.Id].WaterG, 6))
        );
    }

    [Fact]
    public void A_thing_given_a_place_keeps_it_whatever_the_habits_say()
    {
        KitItem[] all = [Mat, Hat, Base, Down, DaySocks, SpareSocks];
        DryCell Last(Place place)
        {
            var trip = Nights(
                Slept(Mat, Hat, Base, Down),
                3,
                -25,
                m => m with { Along = [DaySocks.Id, SpareSocks.Id] }
            );
            trip = trip.With(m =>
                m with
                {
                    Dry = new(
                        [new(SpareSocks.Id, Role.Spare, null, place)],
                        [new(trip.Nights[0].Id, DayWork.Easy, [SpareSocks.Id])],
                        new()
                    ),
                }
            );
            return Plan(trip, all)[2].Day.Cells[SpareSocks.Id];
        }
        var soaked = 1.2 * SpareSocks.MassG;
        Assert.Equal(soaked, Last(Place.Packed).WaterG, 1e-6);
        Assert.Equal(Wetness.Frozen, Last(Place.Packed).Wetness);
        Assert.Equal(
            (soaked, Wetness.Wet),
            (Math.Round(Last(Place.UnderBody).WaterG, 6), Last(Place.UnderBody).Wetness)
        );
        // Carried under the jacket for three days, 8 g/h for six hours each, until no longer damp.
        Assert.Equal(0, Last(Place.OnBody).WaterG, 1e-6);
        Assert.True(Last(Place.ByStove).WaterG < Last(Place.HungOut).WaterG);
        Assert.True(Last(Place.HungOut).WaterG < soaked);
        Assert.True(Last(Place.InBed).WaterG < soaked - 100);
    }

    [Fact]
    public void Open_vents_let_the_breath_out_of_the_loft()
    {
        KitItem[] all = [Mat, Hat, Base, Down];
        FrostNight Frost(bool vents)
        {
            var trip = Nights(Slept(Mat, Hat, Base, Down), 1, -25);
            return Plan(trip with { Nights = [trip.Nights[0] with { VentsOpen = vents }] }, all).Plan(0).Frost!;
        }
        Assert.True(Frost(true).EscapedG > Frost(false).EscapedG);
    }

    [Fact]
    public void An_answer_says_how_long_it_holds_what_rest_pays_and_what_each_habit_buys()
    {
        KitItem[] all = [Mat, Hat, Base, Down, Barrier];
        var planner = Plan(Nights(Slept(Mat, Hat, Base, Down), 6, -25), all);
        var answer = DryAnswers.For(planner);
        Assert.Equal(6, answer.Nights.Count);
        Assert.Equal(answer.Nights[0].HoldsTo, answer.Nights[0].HoldsToDry);
        var air = answer.Habits.Single(h => h.Habit == Habit.AirAtNoon);
        Assert.False(air.On);
        Assert.True(air.FrostG < 0 && air.WorstMargin!.Value.Kelvin > 0);
        var barrier = answer.Habits.Single(h => h.Habit == Habit.Barrier);
        Assert.True(barrier.WorstMargin!.Value.Kelvin > air.WorstMargin!.Value.Kelvin);
        Assert.NotNull(answer.Rest);
        Assert.NotNull(answer.HoldsFor);
    }

    [Fact]
    public void One_thing_lost_is_ranked_by_the_night_it_hurts_with_a_stand_in_from_what_is_along()
    {
        var jacket = Garment(0.9, new(0.1, 0.95, 0, 0), 600) with { Name = "jacket", Material = Material.Down };
        var better = Bag(4, 2500) with { Name = "left at home" };
        var mat = Pad(6) with { Material = Material.Inflatable };
        KitItem[] all = [mat, Hat, Base, Down, jacket, better];
        var planner = Plan(Nights(Slept(mat, Hat, Base, Down), 3, -20, m => m with { Along = [jacket.Id] }), all);
        var lost = OneLostAtATime.Of(planner);
        Assert.Contains(lost.Take(2), l => (l.ItemId, l.Mishap) == (Down.Id, Mishap.Missing));
        Assert.Equal(lost.OrderBy(l => l.Then.Margin?.Kelvin ?? double.MinValue), lost);
        Assert.Contains(lost, l => l.ItemId == mat.Id && l.Mishap == Mishap.Fails && l.Cost!.Value.Kelvin > 3);
        Assert.Contains(lost, l => l.ItemId == Down.Id && l.Mishap == Mishap.Soaked);
        Assert.All(lost, l => Assert.DoesNotContain(better.Id, l.StandsIn?.Parts.Select(p => p.ItemId) ?? []));
        Assert.Contains(lost, l => l.StandsIn?.Parts[0].ItemId == jacket.Id);
    }

    [Fact]
    public void Sixty_nights_stay_well_behaved()
    {
        KitItem[] all = [Mat, Hat, Base, Down];
        var run = Plan(Nights(Slept(Mat, Hat, Base, Down), 2, -30), all);
        var frost = Enumerable.Range(0, 60).Select(run.FrostG).ToList();
        Assert.All(frost, g => Assert.True(double.IsFinite(g) && g >= 0));
        Assert.All(frost.Zip(frost.Skip(1)), pair => Assert.True(pair.Second >= pair.First - 1e-9));
        Assert.Equal(Moisture.CapacityG(Down), frost[^1], 1e-6);
        Assert.All(
            Enumerable.Range(0, 60),
            n => Assert.True(run[n].Slept.Hours!.Steps.All(s => double.IsFinite(s.Debt)))
        );
    }

    [Fact]
    public void Rules_of_frost_fire_when_they_apply()
    {
        KitItem[] all = [Mat, Hat, Base, Down, DaySocks, Barrier];
        string[] Rules(int night, Trip trip) => [.. Plan(trip, all).Plan(night).Cautions.Select(c => c.Rule)];
        var bare = Nights(Slept(Mat, Hat, Base, DaySocks, Down), 6, -22);
        Assert.DoesNotContain("down-without-barrier", Rules(1, bare));
        Assert.Contains("down-without-barrier", Rules(5, bare));
        Assert.Contains("packed-frozen", Rules(5, bare));
        var walked = bare.With(m => m with { Dry = Keeps(new(AirAtNoon: true), new ItemRole(DaySocks.Id, Role.Day)) });
        Assert.Contains("night-socks-walked", Rules(0, walked));
        Assert.DoesNotContain("packed-frozen", Rules(5, walked));
        var barred = Nights(Slept(Mat, Hat, Base, Barrier, Down), 6, -22);
        Assert.DoesNotContain("down-without-barrier", Rules(5, barred));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(4)]
    public void A_run_that_goes_on_from_a_night_is_the_whole_run(int from)
    {
        KitItem[] all = [Mat, Hat, Base, Down, DaySocks];
        var habits = new Habits(AirAtNoon: true, BrushFrost: true, OnBody: true);
        var trip = Nights(
            Slept(Mat, Hat, Base, Down),
            6,
            -28,
            m => m with { Along = [DaySocks.Id], Dry = Keeps(habits) }
        );
        var changed = trip.Outfits[0] with
        {
            Own = [new(trip.Nights[from].Id, null, Bedtime.Plain with { UpHour = 32 })],
        };
        var whole = Plan(trip.With(_ => changed), all);
        var onwards = Plan(trip, all).With(changed);
        Assert.True(whole[5].EveningWater.Grams > 10);
        for (var n = 0; n < 6; n++)
            Assert.Equal(whole[n].EveningWater.Grams, onwards[n].EveningWater.Grams, 1e-9);
    }

    [Fact]
    public void A_rest_on_one_day_changes_nothing_before_it_and_dries_after_it()
    {
        KitItem[] all = [Mat, Hat, Base, Down];
        var trip = Nights(Slept(all), 6, -28);
        var planner = Plan(trip, all);
        var rested = trip.Outfits[0] with
        {
            Dry = DryPlan.Plain with { Days = [new(trip.Nights[3].Id, DayWork.Rest, [])] },
        };
        var after = planner.With(rested);
        Assert.Same(planner[2], after[2]);
        Assert.True(after[4].EveningWater.Grams < planner[4].EveningWater.Grams);
    }
}
