using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>What the cards and the book say by the thermometer is what the plan says at that low.</summary>
public class TrailTests
{
    private static readonly KitItem Mat = Pad(4) with { Material = Material.Inflatable, Name = "mat" };
    private static readonly KitItem Hat = Garment(0.15, new(1, 0, 0, 0)) with { Name = "hat" };
    private static readonly KitItem Base = Garment(0.05, new(0, 1, 1, 0)) with { Name = "base" };
    private static readonly KitItem Socks = Garment(0.12, new(0, 0, 0, 1), 120) with { Name = "socks" };
    private static readonly KitItem Down = Bag(1.5) with { Name = "down bag", Material = Material.Down };
    private static readonly KitItem Jacket = Garment(0.8, new(0.1, 0.95, 0, 0), 600) with { Name = "jacket" };
    private static readonly KitItem Trousers = Garment(0.6, new(0, 0, 1, 0), 400) with { Name = "trousers" };
    private static readonly KitItem Booties = Garment(0.5, new(0, 0, 0, 1), 180) with { Name = "booties" };
    private static readonly KitItem Foam = Pad(2, "foam") with { Material = Material.Foam };
    private static readonly KitItem AtHome = Quilt(1.5, 900) with { Name = "left at home" };

    private static readonly Closet Owned = new([Mat, Hat, Base, Socks, Down, Jacket, Trousers, Booties, Foam, AtHome]);
    private static readonly SleepSystem Packed = Slept(Mat, Base, Socks, Hat, Down);

    private static Trip Nights(double low, int count = 3) =>
        Trip(Packed, [.. Enumerable.Range(0, count).Select(n => Night(low, day: 1 + n))])
            .With(m => m with { Along = [Jacket.Id, Trousers.Id, Booties.Id, Foam.Id] });

    private static Trip At(Trip trip, int night, double low) =>
        trip with
        {
            Nights = [.. trip.Nights.Select((n, i) => i == night ? n with { TypedLowC = low } : n)],
        };

    /// <summary>What the plan says of a night with an evening's bed and doings, at another low.</summary>
    private static Verdict? Planned(Trip trip, int night, double low, Evening evening)
    {
        var id = trip.Nights[night].Id;
        var changed = At(trip, night, low).With(m => m with { Own = [new(id, evening.System, evening.Bedtime)] });
        return Planner(Owned).Plan(changed, night).Verdict;
    }

    /// <summary>The vapour of a night is that of the low planned for; so far another low may move its line, K.</summary>
    private const double ByVapour = 0.8;

    [Theory]
    [InlineData(0, -15)]
    [InlineData(2, -15)]
    [InlineData(1, -28)]
    public void Each_rung_carries_to_the_low_at_which_the_next_is_due(int night, double low)
    {
        var trip = Nights(low);
        var run = Planner(Owned).Of(trip);
        var ladder = MeasureLadder.For(run, night)!;
        var plan = ladder.Climb();
        Assert.InRange(plan.Rungs.Count, 3, 8);
        var evening = ladder.After([]);
        Assert.Equal(plan.Rungs.Count - 1, plan.Rungs.ToList().FindIndex(r => r.OnlyAgainstCold));
        foreach (var rung in plan.Rungs.Where(r => !r.OnlyAgainstCold))
        {
            var line = rung.Below.Outside!.Value.Celsius;
            Assert.Equal(Verdict.Warm, Planned(trip, night, line + ByVapour, evening));
            Assert.NotEqual(Verdict.Warm, Planned(trip, night, line - ByVapour, evening));
            Assert.Equal(line > low, rung.Due);
            evening = rung.Measures.Aggregate(evening, ladder.Take);
        }
        var end = plan.AtLast.FromWarm.Together.Outside!.Value.Celsius;
        Assert.Equal(Verdict.Warm, Planned(trip, night, end + ByVapour, evening));
        Assert.NotEqual(Verdict.Warm, Planned(trip, night, end - ByVapour, evening));

        // The last keeps nothing warm, and keeps from lying awake a little longer.
        var cold = plan.Rungs[^2].Then.ToCold.Together.Outside!.Value.Celsius;
        Assert.Equal(end, plan.Rungs[^1].Below.Outside!.Value.Celsius);
        Assert.Equal(Verdict.Cool, Planned(trip, night, cold + 0.1, evening));
        evening = plan.Rungs[^1].Measures.Aggregate(evening, ladder.Take);
        var then = plan.AtLast.ToCold.Together.Outside!.Value.Celsius;
        Assert.True(then < cold);
        // Far from the low planned for it errs to the colder, and by no more than a few degrees.
        Assert.Equal(Verdict.Cool, Planned(trip, night, then + 0.1, evening));
        Assert.Equal(Verdict.Cold, Planned(trip, night, then - 4, evening));
    }

    [Fact]
    public void Rungs_go_colder_in_order_of_trouble_and_only_use_what_is_along()
    {
        var plan = MeasureLadder.For(Planner(Owned).Of(Nights(-20)), 1)!.Climb();
        var lines = plan.Rungs.Select(r => r.Below.Outside!.Value.Celsius).ToList();
        Assert.Equal(lines.OrderDescending(), lines);
        foreach (var half in plan.Rungs.GroupBy(r => r.OnlyAgainstCold))
        {
            var asked = half.SelectMany(r => r.Measures).Select(m => m.Trouble).ToList();
            Assert.Equal(asked.Order(), asked);
        }
        var troubles = plan.Rungs.SelectMany(r => r.Measures).Select(m => m.Trouble).ToList();
        Assert.Contains(Trouble.Fuel, troubles);
        var used = plan.Rungs.SelectMany(r => r.Measures).Select(m => m.Part.ItemId).OfType<Guid>().ToList();
        Assert.Contains(Jacket.Id, used);
        Assert.Contains(Booties.Id, used);
        Assert.DoesNotContain(AtHome.Id, used);
        Assert.Equal(used.Distinct(), used);
        // Nobody is there to be woken, and nobody has warmers.
        Assert.DoesNotContain(Trouble.Others, troubles);
        Assert.DoesNotContain(plan.Rungs.SelectMany(r => r.Measures), m => m.Part.Event?.Kind == NightEventKind.Warmer);
        Assert.True(plan.AtLast.ToCold.Together.CompareTo(plan.AtLast.FromWarm.Together) <= 0);
        Assert.True(plan.AtLast.ToNoGo.Together.CompareTo(plan.AtLast.ToCold.Together) <= 0);
    }

    [Fact]
    public void What_lies_in_a_depot_or_is_for_another_day_is_no_measure()
    {
        var trip = Nights(-20);
        var depot = Guid.NewGuid();
        var (first, second) = (trip.Nights[0].Id, trip.Nights[1].Id);
        trip = trip with
        {
            Load = LoadPlan.Empty with
            {
                Loads = [new(depot, "depot", LoadKind.Depot, null)],
                Lots = [new(Guid.NewGuid(), Jacket.Id, 1, [new(Guid.Empty), new(depot, Reached.Inside, second)])],
            },
        };
        trip = trip.With(m =>
            m with
            {
                Dry = m.Dry with { Roles = [new(Trousers.Id, Role.OneDayOnly, first, null, [first])] },
            }
        );
        var run = Planner(Owned).Of(trip);
        List<Guid> Used(int night) =>
            [
                .. MeasureLadder
                    .For(run, night)!
                    .Climb()
                    .Rungs.SelectMany(r => r.Measures)
                    .Select(m => m.Part.ItemId)
                    .OfType<Guid>(),
            ];
        Assert.Contains(Jacket.Id, Used(0));
        Assert.Contains(Trousers.Id, Used(0));
        Assert.DoesNotContain(Jacket.Id, Used(1));
        Assert.DoesNotContain(Trousers.Id, Used(1));
    }

    [Fact]
    public void A_reading_in_the_evening_leads_to_the_low_by_which_the_night_is_forecast_to_cool()
    {
        var run = Planner(Owned).Of(Nights(-20));
        var plan = MeasureLadder.For(run, 0)!.Climb();
        Assert.Equal(21, plan.ReadAtHour);
        Assert.Equal(-20, plan.PlanFor.Celsius);
        Assert.True(plan.Expected.Celsius > -20);
        foreach (var rung in plan.Rungs)
        {
            var colder = rung.Below.Outside!.Value - plan.PlanFor;
            Assert.Equal(plan.Expected.Celsius + colder.Kelvin, rung.Reading!.Value.Celsius, 9);
            Assert.Equal(-colder.Kelvin, rung.OffBy!.Value.Kelvin, 9);
        }
        var table = Tonight.Of(run, 0)!;
        Assert.Equal(plan.Expected.Celsius - plan.PlanFor.Celsius, table.Above.Single(a => a.Hour == 21).AboveK, 9);
        Assert.Equal(0, table.Above.Min(a => a.AboveK), 9);
    }

    [Fact]
    public void The_table_of_tonight_says_what_the_plan_says_with_a_thing_gone_wet_or_flat()
    {
        var trip = Nights(-18).With(m => m with { System = Slept(Foam, Mat, Base, Socks, Hat, Down) });
        var run = Planner(Owned).Of(trip);
        var table = Tonight.Of(run, 1)!;
        var ladder = MeasureLadder.For(run, 1)!;
        Assert.Contains(table.CanHappen, h => h is { Mishap: Mishap.Fails } && h.ItemId == Mat.Id);
        Assert.Contains(table.CanHappen, h => h is { Mishap: Mishap.Soaked } && h.ItemId == Down.Id);
        var checkedLines = 0;
        foreach (var state in table.States)
        {
            var happened = state.With.Select(w => table.CanHappen[w]).ToList();
            var evening = ladder.After(happened);
            // Only what is gone can be said to the plan as a bed; what is wet or flat is asked of the model below.
            if (happened.Any(h => h.Mishap != Mishap.Missing))
                continue;
            var warmTo = table.WarmestC - state.Verdicts[0].LastIndexOf('w');
            Assert.Equal(Verdict.Warm, Planned(trip, 1, warmTo + ByVapour, evening));
            Assert.NotEqual(Verdict.Warm, Planned(trip, 1, warmTo - 1 - ByVapour, evening));
            checkedLines++;
        }
        Assert.InRange(checkedLines, 2, 60);

        // A mat gone flat in the kit itself.
        var flat = Planner(Owned.With([OneLostAtATime.Broken(Mat)])).Of(trip);
        flat = new TripRun(flat.Model, flat.Outfit);
        var turns = NightTurns.Of(flat[1].Slept, new(-18))!;
        var at = table.CanHappen.ToList().FindIndex(h => h.Mishap == Mishap.Fails);
        var letters = table.States.Single(s => s.With is [var only] && only == at).Verdicts[0];
        var spelt = table.WarmestC - letters.LastIndexOf('w');
        Assert.InRange(turns.FromWarm.Together.Outside!.Value.Celsius, spelt - 1.3, spelt + 0.3);
    }

    [Fact]
    public void Letters_run_from_warm_to_no_go_and_more_that_happened_is_never_warmer()
    {
        var table = Tonight.Of(Planner(Owned).Of(Nights(-18)), 0)!;
        var length = table.WarmestC - table.ColdestC + 1;
        foreach (var letters in table.States.SelectMany(s => s.Verdicts))
        {
            Assert.Equal(length, letters.Length);
            Assert.Matches("^w*c*d*n*$", letters);
        }
        int Warm(TonightState s) => s.Verdicts[0].Count(c => c == 'w');
        var none = table.States.Single(s => s.With.Count == 0);
        foreach (var pair in table.States.Where(s => s.With.Count == 2))
        {
            var each = pair.With.Select(w => table.States.Single(s => s.With is [var only] && only == w)).ToList();
            Assert.All(each, e => Assert.True(Warm(e) <= Warm(none)));
            // Wet down is a little less wet where another thing less lies in it: a degree of the table at most.
            Assert.All(each, e => Assert.True(Warm(pair) <= Warm(e) + 1));
        }
        Assert.Equal(1 + table.CanHappen.Count, table.States.Count(s => s.With.Count <= 1));
    }

    [Fact]
    public void A_party_turns_back_where_the_first_of_them_has_nothing_left()
    {
        Guid[] ids = [Guid.NewGuid(), Guid.NewGuid()];
        var thin = Bag(1.1) with { Name = "thin bag" };
        var owned = new Closet([Mat, Foam, Base, Hat, Down, thin, Jacket, Socks, Booties]);
        var trip = Trip(Slept(), Night(-15)) with { Members = [], Uses = [] };
        trip = trip.With(Alone(Slept(Mat, Base, Socks, Down), ids[0]) with { Along = [Jacket.Id] })
            .With(Alone(Slept(Foam, Hat, Booties, thin), ids[1]));
        var context = new TripContext(trip, owned, null);
        List<TripRun> party =
        [
            .. trip.Outfits.Select(o => new TripRun(new(context, Sleeper.StandardWoman with { Id = o.SleeperId }), o)),
        ];
        var night = NightOfParty.Of(party, 0);
        Assert.Equal(ids, night.People.Select(p => p.SleeperId));
        Assert.Equal(ids[1], night.For);
        Assert.Equal(night.People[1].TurnBackBelow, night.TurnBackBelow);
        Assert.True(night.TurnBackBelow!.CompareTo(night.People[0].TurnBackBelow!) > 0);
        Assert.Equal(-15 - night.TurnBackBelow.Outside!.Value.Celsius, night.ToSpare!.Value.Kelvin, 9);
        // With another there, lying close is the last thing that is done.
        var measures = MeasureLadder.For(party[1], 0)!.Climb().Rungs.SelectMany(r => r.Measures).ToList();
        Assert.Equal(Trouble.Others, measures[^1].Trouble);
    }

    [Fact]
    public void Without_a_low_or_a_bed_there_is_nothing_to_say()
    {
        var unknown = Planner(Owned).Of(Trip(Packed, Night(null)));
        Assert.Null(MeasureLadder.For(unknown, 0));
        Assert.Null(Tonight.Of(unknown, 0));
        Assert.Null(NightCard.Of(unknown, 0).IfThen);
        var bare = Planner(Owned).Of(Trip(Slept(), Night(-10)));
        Assert.Null(MeasureLadder.For(bare, 0));
        var sheet = NightOfParty.Of([bare], 0);
        Assert.Null(sheet.TurnBackBelow);
        Assert.Null(sheet.For);
    }
}
