using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

public class NightAnswerTests
{
    private static readonly KitItem Mat = Pad(4);
    private static readonly KitItem Down = Bag(1.6);
    private static readonly KitItem Hat = Garment(0.15, new(1, 0, 0, 0));
    private static readonly Closet Owned = new([Mat, Down, Hat]);

    private static NightAnswer Plan(double? low, Shelter shelter = Shelter.DoubleWall, Sleeper? sleeper = null) =>
        Planner(Owned, sleeper).Plan(Trip(Slept(Mat, Hat, Down), Night(low, shelter)), 0);

    [Fact]
    public void The_verdict_is_never_better_than_the_low_allows()
    {
        var plan = Plan(-15);
        var (comfort, limit, extreme) = (
            plan.Comfort.Outside!.Value,
            plan.Limit.Outside!.Value,
            plan.Extreme.Outside!.Value
        );
        Assert.Equal(Verdict.Warm, Plan(comfort.Celsius + 0.01).Verdict);
        Assert.Equal(Verdict.Cool, Plan(limit.Celsius - 0.01).Verdict);
        Assert.Contains(Plan(limit.Celsius - 0.01).Cautions, c => c.Rule == "restless");
        Assert.DoesNotContain(Plan(limit.Celsius + 0.01).Cautions, c => c.Rule == "restless" || c.Grave);
        Assert.Equal(Verdict.NoGo, Plan(extreme.Celsius - 0.01).Verdict);
        Assert.Contains(Plan(extreme.Celsius - 1).Cautions, c => c.Grave);
    }

    [Fact]
    public void Holds_to_is_the_outside_air_at_which_the_air_round_the_sleeper_balances()
    {
        var plan = Plan(-20);
        var tent = plan.Comfort;
        Assert.Equal(3.5, (tent.Around!.Value - tent.Outside!.Value).Kelvin, 1e-9);
        var heat = Metabolism.Sleeping(Sleeper.StandardWoman);
        var stack = Build(0, Mat, Hat, Down);
        var vapour = Vapour.SkinEvaporation(
            stack,
            new(
                33,
                tent.Around.Value.Celsius,
                MoistAir.VapourPressure(tent.Around.Value.Celsius, 0.95),
                Wind.AirLayer(0)
            )
        );
        var loss = HeatBalance
            .Loss(
                stack.Thermal with
                {
                    SkinEvaporation = vapour,
                },
                33,
                heat,
                new(tent.Around.Value.Celsius, tent.Ground!.Value.Celsius, 0.95)
            )
            .Total;
        Assert.Equal(heat, loss, 0.005);
    }

    [Fact]
    public void A_stated_offset_moves_every_promise_by_itself()
    {
        var plain = Plan(-20);
        var cold = Plan(-20, sleeper: Sleeper.StandardWoman with { StatedOffsetK = -2 });
        // Not to the last digit: vapour sees the air as it is.
        Assert.Equal(2, (cold.Comfort.Outside!.Value - plain.Comfort.Outside!.Value).Kelvin, 0.2);
        Assert.Equal(2, (cold.Extreme.Outside!.Value - plain.Extreme.Outside!.Value).Kelvin, 0.2);
        Assert.Equal(plain.Swings.Select(s => s.What), cold.Swings.Select(s => s.What));
    }

    [Fact]
    public void Without_a_low_there_is_a_line_but_no_verdict()
    {
        var plan = Plan(null);
        Assert.NotNull(plan.Comfort.Outside);
        Assert.Null(plan.Verdict);
        Assert.Null(plan.Margin);
    }

    [Fact]
    public void An_answer_carries_its_reasons()
    {
        var plan = Plan(-15);
        Assert.Equal(plan.HeatLost, plan.Terms.Sum(t => t.WattsPerM2), 1e-9);
        Assert.Equal(plan.Terms.Where(t => t.Region is not null).Max(t => t.Density), plan.Weakest!.Density);
        Assert.NotEmpty(plan.Assumed);
        Assert.Equal(plan.Swings.OrderByDescending(s => s.Better.Kelvin - s.Worse.Kelvin), plan.Swings);
    }

    [Fact]
    public void Dangers_are_named()
    {
        var bare = Planner(Owned).Plan(Trip(Slept(Down), Night(-10, Shelter.None)), 0);
        Assert.Contains(bare.Cautions, c => c.Text.StartsWith("No pad", StringComparison.Ordinal));
        var quilt = Quilt(1.4);
        var open = Planner(new Closet([quilt, Mat])).Plan(Trip(Slept(Mat, quilt), Night()), 0);
        Assert.Contains(open.Cautions, c => c.Text.StartsWith("Nothing covers the head", StringComparison.Ordinal));
        Assert.Contains(
            Plan(-10, sleeper: Sleeper.StandardMan with { AgeYears = 66 }).Cautions,
            c => c.Text.StartsWith("Over sixty", StringComparison.Ordinal)
        );
        Assert.Contains(
            Plan(-10, sleeper: Sleeper.StandardMan with { AgeYears = 12 }).Cautions,
            c => c.Text.StartsWith("Children", StringComparison.Ordinal)
        );
        Assert.Contains(Plan(-10).Cautions, c => c.Text.Contains("carbon monoxide", StringComparison.Ordinal));
        Assert.DoesNotContain(
            Plan(-10, Shelter.TarpHigh).Cautions,
            c => c.Text.Contains("carbon monoxide", StringComparison.Ordinal)
        );
        Assert.DoesNotContain(Plan(-10).Cautions, c => c.Text.StartsWith("Beyond", StringComparison.Ordinal));
        KitItem[] three =
        [
            Bag(0.56, 1200),
            Bag(0.56, 1100) with
            {
                Name = "second",
            },
            Bag(0.56, 1000) with
            {
                Name = "third",
            },
        ];
        var far = Planner(new Closet([Mat, Hat, .. three])).Plan(Trip(Slept([Mat, Hat, .. three]), Night()), 0);
        Assert.Contains(far.Cautions, c => c.Text.StartsWith("Beyond", StringComparison.Ordinal));
    }

    [Fact]
    public void A_night_of_its_own_is_slept_in_its_own_system()
    {
        var trip = Trip(Slept(Mat, Hat, Down), Night(-10), Night(-10, day: 14)).With(m => m with { Own = [] });
        trip = trip.With(m => m with { Own = [new(trip.Nights[1].Id, Slept(Mat))] });
        var plans = Planner(Owned).Plan(trip);
        Assert.Equal(3, plans[0].Items.Count);
        Assert.Single(plans[1].Items);
        Assert.True(plans[1].Comfort.Outside > plans[0].Comfort.Outside);
    }

    [Fact]
    public void The_forecast_gives_low_lead_time_wind_and_high_and_a_typed_low_goes_before_it()
    {
        var start = new DateTimeOffset(2027, 2, 12, 6, 0, 0, TimeSpan.FromHours(1));
        var hours = Enumerable
            .Range(0, 72)
            .Select(h => new ForecastHour(
                start.AddHours(h),
                h == 24 ? -30
                    : h == 30 ? 2
                    : -5,
                4,
                0.8,
                0.2
            ));
        var series = new ForecastSeries(Guid.NewGuid(), "file", start, 500, [.. hours]);
        var planner = Planner(Owned, forecast: series);
        var night = Night(null, day: 12) with { TypedWindMs = null, TypedCloud = null };
        var weather = planner.Plan(Trip(Slept(Mat, Down), night), 0).Weather!;
        Assert.Equal(-30, weather.Low.ForecastLow.Celsius);
        Assert.Equal(1.0, weather.DaysAhead);
        Assert.Equal(4, weather.WindMs!.Value, 1e-9);
        Assert.Equal(2, weather.High!.Value.Celsius);
        var typed = planner.Plan(Trip(Slept(Mat, Down), night with { TypedLowC = -12 }), 0).Weather!;
        Assert.Equal(-12, typed.Low.ForecastLow.Celsius);
        Assert.Null(planner.Plan(Trip(Slept(Mat, Down), night with { Date = new(2027, 3, 1) }), 0).Weather);
    }

    [Fact]
    public void Fixes_close_the_gap_they_say_they_close_and_carried_things_cost_nothing()
    {
        KitItem jacket = Garment(0.8, new(0.1, 0.95, 0, 0), 600) with { Name = "camp jacket" };
        KitItem thick = Pad(6, "thick pad");
        KitItem better = Bag(2.4, 1900) with { Name = "better bag" };
        var closet = new Closet([Mat, Down, Hat, jacket, thick, better]);
        var planner = Planner(closet);
        var holds = planner.Plan(Trip(Slept(Mat, Hat, Down), Night(-10)), 0).Comfort.Outside!.Value.Celsius;
        var trip = Trip(Slept(Mat, Hat, Down), Night(holds - 3)).With(m => m with { Along = [jacket.Id] });

        var fixes = Fixes.For(planner.Of(trip), 0).Changes;
        Assert.Contains(fixes, f => f.Parts[0].ItemId == jacket.Id && f.MassG == 0);
        Assert.Contains(
            fixes,
            f => f.Parts[0].Kind == FixKind.Swap && f.MassG == 500 && f.Parts[0].ItemId == better.Id
        );
        Assert.Contains(fixes, f => f.Parts[0].ItemId == thick.Id);
        Assert.All(
            fixes.Where(f => f.Bedtime is null),
            f =>
            {
                var plan = planner.Plan(trip.With(m => m with { System = f.System }), 0);
                Assert.Equal(f.Then.Holds.Together, plan.Holds.Together);
                Assert.Equal(f.Then.Verdict, plan.Verdict);
                Assert.Equal(f.Covers, plan.Margin!.Value.Kelvin >= 0);
            }
        );
        var covering = fixes.TakeWhile(f => f.Covers).ToList();
        Assert.Equal(covering.OrderBy(f => f.MassG), covering);
        Assert.DoesNotContain(fixes.Skip(covering.Count), f => f.Covers);
    }

    [Fact]
    public void Fixes_find_what_can_be_done_without_any_new_thing()
    {
        KitItem light = Quilt(1.0, 500);
        KitItem heavy = Quilt(1.4, 1500) with { Name = "heavy" };
        KitItem shortMat = Pad(4, "short", new(1, 1, 0.7, 0));
        var closet = new Closet([light, heavy, shortMat, Hat]);
        var system = new SleepSystem([
            new(shortMat.Id, Closure.Closed),
            new(Hat.Id, Closure.Closed),
            new(light.Id, Closure.Loose),
            new(heavy.Id, Closure.Loose),
        ]);
        var trip = Trip(system, Night(-30));
        var kinds = Fixes.For(Planner(closet).Of(trip), 0).Changes.Select(f => f.Parts[0].Kind);
        Assert.Equal([FixKind.Reorder, FixKind.Close, FixKind.FillGap, FixKind.Do], kinds.Distinct().Order());
    }

    [Fact]
    public void Fixes_and_schools_leave_alone_what_others_of_the_party_use()
    {
        var theirs = Bag(4, 2000) with { Name = "theirs" };
        var closet = new Closet([Mat, Hat, Down, theirs]);
        var trip = Trip(Slept(Mat, Hat, Down), Night(-40));
        var other = Alone(Slept(theirs), Guid.NewGuid());
        var asked = Planner(closet).Of(trip.With(other));
        Assert.Contains(Fixes.For(Planner(closet).Of(trip), 0).Changes, f => f.Parts[0].ItemId == theirs.Id);
        Assert.DoesNotContain(Fixes.For(asked, 0).Changes, f => f.Parts.Any(p => p.ItemId == theirs.Id));
        Assert.Null(asked.Context.FreeFor(asked.Outfit).Find(theirs.Id));
    }

    [Fact]
    public void Two_together_are_offered_where_no_single_change_closes_the_gap()
    {
        KitItem jacket = Garment(0.5, new(0.1, 0.95, 0, 0), 500) with { Name = "jacket" };
        KitItem trousers = Garment(0.5, new(0, 0.1, 0.95, 0), 400) with { Name = "trousers" };
        var closet = new Closet([Mat, Hat, Down, jacket, trousers]);
        var holds = Planner(closet).Plan(Trip(Slept(Mat, Hat, Down), Night(-15)), 0).Comfort.Outside!.Value.Celsius;
        double Gain(params KitItem[] more) =>
            holds
            - Planner(closet)
                .Plan(Trip(Slept([Mat, Hat, .. more, Down]), Night(-15)), 0)
                .Comfort.Outside!.Value.Celsius;
        var gap = (Math.Max(Gain(jacket), Gain(trousers)) + Gain(jacket, trousers)) / 2;
        var fixes = Fixes.For(Planner(closet).Of(Trip(Slept(Mat, Hat, Down), Night(holds - gap))), 0).Changes;
        var pair = fixes.First(f => f.Parts.Count == 2 && f.Bedtime is null);
        Assert.True(pair.Covers);
        Assert.Equal(new HashSet<Guid?> { jacket.Id, trousers.Id }, pair.Parts.Select(p => p.ItemId).ToHashSet());
        Assert.Equal(900, pair.MassG);
        Assert.DoesNotContain(fixes, f => f.Parts.Count == 1 && f.Bedtime is null && f.Covers);
    }

    [Fact]
    public void Where_nothing_holds_at_all_the_first_step_is_still_shown()
    {
        var closet = new Closet([Hat, Mat, Down]);
        var trip = Trip(Slept(Hat), Night(-10));
        Assert.Null(Planner(closet).Plan(trip, 0).Comfort.Outside);
        Assert.Equal(Mat.Id, Fixes.For(Planner(closet).Of(trip), 0).Changes[0].Parts[0].ItemId);
    }

    [Theory]
    [InlineData(ClaimKind.RValue, 4.0, 4 * 0.1761)]
    [InlineData(ClaimKind.Tog, 3.0, 0.3)]
    [InlineData(ClaimKind.LoftCm, 6.0, 6 * 0.244 * 0.55)]
    [InlineData(ClaimKind.SquareMetreKelvinPerWatt, 0.7, 0.7)]
    public void A_number_is_read_in_its_own_unit(ClaimKind kind, double value, double expected)
    {
        var pad = Pad(1) with { Claims = [new(kind, value)] };
        Assert.Equal(expected, ItemReader.Read(pad).Insulation!.Value.SI, 1e-9);
    }

    [Fact]
    public void Clo_of_a_garment_speaks_of_the_whole_body()
    {
        var jacket = Garment(0, new(0, 1, 0, 0)) with { Claims = [new(ClaimKind.Clo, 0.54)] };
        Assert.Equal(0.155, ItemReader.Read(jacket).Insulation!.Value.SI, 1e-9);
    }

    [Fact]
    public void Of_several_labels_the_one_that_promises_least_counts()
    {
        var bag = Bag(1) with { Claims = [new(ClaimKind.Comfort, -10), new(ClaimKind.Limit, -12)] };
        Assert.Equal(-12, ItemReader.Read(bag).Promise!.Limit!.Value.Celsius, 1e-6);
    }

    [Fact]
    public void One_unspecified_number_is_a_bag_s_limit_and_a_quilt_s_comfort()
    {
        var bag = ItemReader.Read(Bag(1) with { Claims = [new(ClaimKind.Unspecified, -15)] });
        var quilt = ItemReader.Read(Quilt(1) with { Claims = [new(ClaimKind.Unspecified, -15)] });
        Assert.Equal(-15, bag.Promise!.Limit!.Value.Celsius, 1e-6);
        Assert.Equal(-15, quilt.Promise!.Comfort!.Value.Celsius, 1e-6);
        Assert.True(bag.Unsettled!.IfComfort!.Bag.SI > bag.Unsettled.IfLimit!.Bag.SI);
    }

    [Fact]
    public void Work_ends_when_it_is_told_to()
    {
        var (pad, bag) = (Pad(5), Bag(1.8));
        var trip = Trip(Slept(pad, bag), Night(-20), Night(-25, day: 14));
        using var stop = new CancellationTokenSource();
        TripRun Run() =>
            new(new(new(trip, new Closet([pad, bag]), null, stop.Token), Sleeper.StandardWoman), trip.Outfits[0]);
        var run = Run();
        Assert.Equal(2, run.Plan().Count);
        stop.Cancel();
        Assert.ThrowsAny<OperationCanceledException>(() => NightAnswers.All(run));
        Assert.ThrowsAny<OperationCanceledException>(() => NightAnswers.All(Run()));
        Assert.ThrowsAny<OperationCanceledException>(() => Fixes.For(run, 1).Changes);
        Assert.ThrowsAny<OperationCanceledException>(() => DryAnswers.For(run));
        Assert.ThrowsAny<OperationCanceledException>(() => OneLostAtATime.Of(run));
    }

    [Fact]
    public void What_is_laid_out_and_not_owned_is_left_out_and_said()
    {
        var (pad, bag, hat) = (Pad(5), Bag(1.8), Garment(0.15, new(1, 0, 0, 0)));
        var trip = Trip(Slept(pad, bag, hat), Night(-20));
        var whole = Planner(new Closet([pad, bag, hat])).Plan(trip, 0);
        var without = Planner(new Closet([pad, bag])).Plan(trip, 0);
        Assert.True(without.Comfort.Outside > whole.Comfort.Outside);
        Assert.Contains("One thing laid out here cannot be read and is left out.", without.Assumed);
        Assert.DoesNotContain(whole.Assumed, a => a.Contains("left out", StringComparison.Ordinal));
    }
}
