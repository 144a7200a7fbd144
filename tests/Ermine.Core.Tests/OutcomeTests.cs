using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>One measure for whatever is changed, and what a press promises is what the plan then says.</summary>
public class OutcomeTests
{
    private static readonly KitItem Mat = Pad(4) with { Material = Material.Inflatable };
    private static readonly KitItem Hat = Garment(0.15, new(1, 0, 0, 0)) with { Name = "hat" };
    private static readonly KitItem Base = Garment(0.05, new(0, 1, 1, 0)) with { Name = "base" };
    private static readonly KitItem Down = Bag(1.6) with { Name = "down bag", Material = Material.Down };
    private static readonly KitItem Jacket = Garment(0.8, new(0.1, 0.95, 0, 0), 600) with { Name = "jacket" };
    private static readonly KitItem Foam = Pad(2, "foam") with { Material = Material.Foam };
    private static readonly KitItem Over = Quilt(0.8, 900) with { Name = "over", Material = Material.SyntheticFill };
    private static readonly KitItem Barrier = VapourBarrier(BelowTheHead);

    private static readonly Closet Owned = new([Mat, Hat, Base, Down, Jacket, Foam, Over, Barrier]);
    private static readonly SleepSystem Packed = Slept(Mat, Base, Hat, Down);

    private static Trip Nights(double low, int count = 5) =>
        Trip(Packed, [.. Enumerable.Range(0, count).Select(n => Night(low, day: 1 + n))])
            .With(m => m with { Along = [Jacket.Id] });

    [Theory]
    [InlineData(0, -26, false)]
    [InlineData(4, -26, false)]
    [InlineData(4, -31, false)]
    [InlineData(3, -30, true)]
    public void Every_fix_applied_gives_the_verdict_and_the_line_that_it_promised(int night, double low, bool ownSystem)
    {
        var trip = Nights(low);
        if (ownSystem)
            trip = trip.With(m => m with { Own = [new(trip.Nights[night].Id, Slept(Mat, Hat, Down))] });
        var run = Planner(Owned).Of(trip);
        var fixes = Fixes.For(run, night).Changes;
        Assert.Contains(fixes, f => f.Bedtime is not null);
        Assert.Contains(fixes, f => f.Bedtime is null);
        foreach (var fix in fixes)
        {
            var applied = run.Sleeping(night, fix.System);
            if (fix.Bedtime is { } bedtime)
                applied = run.Doing(applied, night, bedtime);
            var then = Planner(Owned).Plan(trip.With(_ => applied), night);
            Assert.Equal(fix.Then.Verdict, then.Verdict);
            Assert.Equal(
                (fix.Then.Holds.Body, fix.Then.Holds.Together, fix.Then.Holds.Leads),
                (then.Holds.Body, then.Holds.Together, then.Holds.Leads)
            );
            Assert.Equal(fix.Then.LowestFeet, then.Hours!.LowestFeet);
            if (fix.Covers)
                Assert.Equal(Verdict.Warm, then.Verdict);
        }
    }

    [Theory]
    [InlineData(-26)]
    [InlineData(-33)]
    public void Something_held_in_reserve_gains_no_more_than_the_same_worn_all_night(double low)
    {
        var run = Planner(Owned).Of(Nights(low, 1));
        var now = Outcome.Of(run, 0);
        double Gain(Outfit changed) => Outcome.Of(run.With(changed), 0).GainOver(now)!.Value.Kelvin;
        var worn = Gain(run.Sleeping(0, SystemChange.Add(Packed, Jacket, Owned)));
        double Reserved(double hour) =>
            Gain(
                run.Doing(
                    run.Outfit,
                    0,
                    Bedtime.Plain with
                    {
                        Events = [new(Guid.NewGuid(), NightEventKind.PutOn, hour, ItemId: Jacket.Id)],
                    }
                )
            );
        Assert.True(worn > 2);
        Assert.InRange(Reserved(28), 0.01, Reserved(24));
        Assert.InRange(Reserved(24), 0.1, worn);
        Assert.All(
            Fixes.For(run, 0).Changes.Where(f => f.Parts is [{ Event.Kind: NightEventKind.PutOn }]),
            f => Assert.True(f.Gain!.Value.Kelvin <= worn)
        );
    }

    [Fact]
    public void A_jacket_put_on_in_time_lets_the_coldest_hours_be_judged_with_it()
    {
        Verdict? With(double low, params NightEvent[] events) =>
            Planner(Owned)
                .Plan(
                    Nights(low, 1)
                        .Sleeping(Bedtime.Plain with { Events = events })
                        .With(m => m with { Along = [Jacket.Id] }),
                    0
                )
                .Verdict;
        var limit = Planner(Owned).Plan(Nights(-26, 1), 0).Limit.Outside!.Value.Celsius;
        Assert.Equal(Verdict.Cool, With(limit - 1));
        Assert.Equal(
            Verdict.Warm,
            With(limit - 1, new NightEvent(Guid.NewGuid(), NightEventKind.PutOn, 23, ItemId: Jacket.Id))
        );
    }

    [Fact]
    public void Where_it_holds_in_any_air_no_number_stands_for_it()
    {
        KitItem[] things =
        [
            Pad(9),
            Pad(9, "second"),
            Base,
            Hat,
            Bag(4.5, 2200) with
            {
                Name = "polar bag",
            },
            Over,
            Jacket,
        ];
        var closet = new Closet([.. things, Mat, Foam]);
        var trip = Trip(Slept(things[..5]), Night(-40, Shelter.SnowShelter), Night(-40, Shelter.SnowShelter, 14));
        var run = Planner(closet).Of(trip);
        var plan = run.Plan(1);
        Assert.Equal((Holding.InAnyAir, null), (plan.Comfort.Holding, plan.Comfort.Outside));
        Assert.Null(plan.Margin);
        Assert.DoesNotContain(Fixes.For(run, 1).Changes, f => f.Bedtime is null);
        Assert.All(Fixes.For(run, 1).Changes, f => Assert.InRange(f.Gain?.Kelvin ?? 0, 0, 60));
        Assert.All(
            OneLostAtATime.Of(run),
            l =>
            {
                Assert.Null(l.Cost);
                Assert.True(l.FirstGap is not null || l.Then.Holds.Together.Holding != Holding.InAnyAir);
            }
        );
        Assert.Empty(Generics.For(run, 1, new Dictionary<Guid, double>()));
        Assert.All(DryAnswers.For(run).Habits, h => Assert.Null(h.WorstMargin));
    }

    [Fact]
    public void A_change_after_which_it_holds_in_any_air_is_offered()
    {
        var (bag, polar) = (Bag(1.0), Bag(4.5, 2200) with { Name = "polar bag" });
        var pad = Pad(9);
        var closet = new Closet([pad, Base, Hat, bag, polar]);
        var trip = Trip(Slept(pad, Base, Hat, bag), Night(-40, Shelter.SnowShelter));
        var run = Planner(closet).Of(trip);
        var found = Fixes.For(run, 0).Changes.Single(f => f.Parts is [{ Kind: FixKind.Swap }]);
        Assert.Equal(Holding.InAnyAir, found.Then.Holds.Body.Holding);
    }

    [Fact]
    public void Lines_compare_without_a_number_for_any_air_or_none()
    {
        var (mild, cold) = (ColdLine.At(new(-10)), ColdLine.At(new(-30)));
        Assert.True(
            ColdLine.InAnyAir.CompareTo(cold) < 0 && cold.CompareTo(mild) < 0 && mild.CompareTo(ColdLine.InNone) < 0
        );
        Assert.Equal(20, cold.ColderThan(mild)!.Value.Kelvin, 1e-9);
        Assert.Null(ColdLine.InAnyAir.ColderThan(mild));
        Assert.Null(mild.ColderThan(ColdLine.InNone));
        Assert.Equal(-5, mild.MarginAt(new(-15))!.Value.Kelvin, 1e-9);
        Assert.Null(ColdLine.InNone.MarginAt(new(-15)));
        Assert.True(ColdLine.InAnyAir.In(new(-300)) && !ColdLine.InNone.In(new(30)));
        Assert.True(mild.In(new(-10)) && !mild.In(new(-10.01)));
        Assert.Equal(mild, ColdLine.Worse(mild, cold));
    }

    [Fact]
    public void The_low_at_which_the_hours_turn_is_where_they_turn()
    {
        var run = Planner(Owned).Of(Nights(-27, 1));
        var turns = Outcome.Of(run, 0).TurnsAt!.Body.Outside!.Value.Celsius;
        var played = run[0].Slept.Played!;
        Assert.True(HeatOfNight.Lowest(played, turns + 27 + 0.05).Skin > Verdicts.CoolBelow);
        Assert.True(HeatOfNight.Lowest(played, turns + 27 - 0.05).Skin < Verdicts.CoolBelow);
    }

    [Fact]
    public void Fixes_stop_where_the_night_is_slept_through_and_say_so_by_the_plans_own_word()
    {
        var holds = Planner(Owned).Plan(Nights(-20, 1), 0).Comfort.Outside!.Value.Celsius;
        var warm = Fixes.For(Planner(Owned).Of(Nights(holds + 2, 1)), 0).Changes;
        Assert.All(warm, f => Assert.False(f.Covers));
        Assert.All(warm, f => Assert.Single(f.Parts));
        var cold = Fixes.For(Planner(Owned).Of(Nights(holds - 3, 1)), 0).Changes;
        Assert.Contains(cold, f => f.Covers);
        Assert.All(cold.Where(f => f.Covers && f.Bedtime is null), f => Assert.True(f.Then.Margin!.Value.Kelvin >= 0));
    }

    [Theory]
    [InlineData(Shelter.DoubleWall, -6)]
    [InlineData(Shelter.DoubleWall, 6)]
    [InlineData(Shelter.SnowShelter, -4)]
    public void Hours_and_line_agree_for_a_sleeper_with_an_offset(Shelter shelter, double offset)
    {
        Outcome At(double k, double low) =>
            Outcome.Of(
                Planner(Owned, Sleeper.StandardWoman with { StatedOffsetK = k })
                    .Of(Trip(Slept(Mat, Base, Hat, Down), Night(low, shelter))),
                0
            );
        // Each is asked on a night about as cold as it can bear, so that both have the same skin.
        Outcome Near(double k) => At(k, At(k, -25).Holds.Body.Outside!.Value.Celsius - 1);
        var (plain, own) = (Near(0), Near(offset));
        Assert.Equal(offset, own.Holds.Body.ColderThan(plain.Holds.Body)!.Value.Kelvin, 0.4);
        Assert.Equal(plain.Verdict, own.Verdict);
        Assert.Equal(
            plain.TurnsAt!.Body.ColderThan(plain.Holds.Body)!.Value.Kelvin,
            own.TurnsAt!.Body.ColderThan(own.Holds.Body)!.Value.Kelvin,
            0.6
        );
    }

    [Theory]
    [InlineData(8)]
    [InlineData(-8)]
    public void An_offset_leaves_frost_and_feet_alone(double offset)
    {
        var warm = SystemChange.Add(SystemChange.Add(Packed, Over, Owned), Jacket, Owned);
        TripRun Of(double k) =>
            Planner(Owned, Sleeper.StandardWoman with { StatedOffsetK = k })
                .Of(Trip(warm, [.. Enumerable.Range(0, 6).Select(n => Night(-24, day: 1 + n))]));
        var (plain, own) = (Of(0), Of(offset));
        Assert.True(plain.FrostG(5) > 50);
        Assert.Equal(1, own.FrostG(5) / plain.FrostG(5), 0.03);
        Assert.Equal(plain[5].Slept.Hours!.LowestFeet.Celsius, own[5].Slept.Hours!.LowestFeet.Celsius, 1.0);
        Assert.Equal(plain.Plan(5).Hours!.Steps[0].Around, own.Plan(5).Hours!.Steps[0].Around);
        Assert.Equal(plain.Plan(5).Cut.Ground, own.Plan(5).Cut.Ground);
    }
}
