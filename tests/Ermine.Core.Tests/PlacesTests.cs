using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Where one lies: grounds, tarps, a shelter with its own air, who lies in the middle, and what helps where it is too warm.</summary>
public class PlacesTests
{
    private static readonly KitItem Mat = Pad(4);
    private static readonly KitItem Hat = Garment(0.2, new(1, 0, 0, 0));
    private static readonly KitItem Base = Garment(0.07, new(0, 1, 1, 0), 450) with { Material = Material.Wool };
    private static readonly KitItem Down = Bag(1.0) with { Material = Material.Down };

    private static NightAnswer Plan(Night night, Func<SleepSystem, SleepSystem>? made = null) =>
        Planner(new Closet([Mat, Hat, Base, Down]))
            .Plan(Trip((made ?? (s => s))(Slept(Mat, Hat, Base, Down)), night), 0);

    [Theory]
    [InlineData(-20, 1)]
    [InlineData(0, 2)]
    [InlineData(10, 8)]
    public void Ground_that_is_not_frozen_stays_above_freezing(double air, double ground) =>
        Assert.Equal(ground, GroundTemperature.Of(Surface.UnfrozenGround, new(air)).Celsius, 1e-9);

    [Fact]
    public void The_mean_of_a_glacier_can_be_set()
    {
        var night = Night(-20) with { Surface = Surface.Glacier };
        Assert.Equal(-6 - 10.5, Plan(night).Cut.Ground.Celsius, 1e-9);
        Assert.Equal(-6 - 17.5, Plan(night with { GlacierMeanC = -25 }).Cut.Ground.Celsius, 1e-9);
        Assert.Contains(Plan(night with { GlacierMeanC = -25 }).Assumed, a => a.Contains("−25") || a.Contains("-25"));
    }

    [Theory]
    [InlineData(Shelter.TarpClosed, 0.15)]
    [InlineData(Shelter.TarpLow, 0.3)]
    [InlineData(Shelter.ThreeSided, 0.4)]
    [InlineData(Shelter.Windbreak, 0.6)]
    [InlineData(Shelter.TarpHigh, 0.7)]
    public void A_tarp_lets_wind_through_by_its_gap_and_doors(Shelter shelter, double factor)
    {
        Assert.Equal(factor, new ShelterUse(shelter, 1, false, false, 8).WindFactor, 1e-9);
        Assert.Equal(factor * 0.55 * 8, Plan(Night(-10, shelter) with { TypedWindMs = 8 }).WindAtSleeperMs, 1e-9);
    }

    [Fact]
    public void Heated_it_is_planned_for_its_own_air_on_the_ground_of_outdoors()
    {
        var plan = Plan(Night(-24, Shelter.Heated) with { InsideC = 6 });
        Assert.Equal(6, plan.Weather!.Low.PlanFor.Celsius);
        Assert.Equal(-24, plan.Weather.Outdoors!.Value.Celsius);
        Assert.Equal(-13, plan.Cut.Ground.Celsius, 1e-9);
        Assert.Equal(LowStepKind.OwnAir, plan.Weather.Low.Steps[^1].Kind);
        Assert.Equal(30, plan.Weather.Low.Steps[^1].Change.Kelvin, 1e-9);
        Assert.All(plan.Hours!.Steps, s => Assert.Equal(6, s.Around.Celsius, 1e-9));
        Assert.Contains(plan.Cautions, c => c.Rule == "carbon-monoxide");
        Assert.Equal(0, plan.Weather.Dampness);
        // Nothing else needs to be known of the weather.
        Assert.NotNull(Plan(Night(null, Shelter.Heated) with { InsideC = 6 }).Verdict);
        var unsaid = Trip(Slept(), Night(-24, Shelter.Heated));
        Assert.Equal(["nights[0].insideC"], EntryRules.Check(unsaid, _ => true).Select(f => f.Field));
    }

    [Fact]
    public void In_the_middle_it_is_warmer_than_at_the_wall()
    {
        double Around(LiesAt lies, int people) =>
            Plan(
                Night(-20) with
                {
                    Sleepers = people,
                },
                s => s with { Bed = s.Bed with { Lies = lies } }
            ).Cut.Air.Celsius;
        Assert.Equal(0.35, Around(LiesAt.Middle, 3) - Around(LiesAt.NotSaid, 3), 1e-9);
        Assert.Equal(0.35, Around(LiesAt.NotSaid, 3) - Around(LiesAt.Wall, 3), 1e-9);
        Assert.Equal(Around(LiesAt.NotSaid, 1), Around(LiesAt.Wall, 1), 1e-9);
        Assert.Equal(Around(LiesAt.NotSaid, 2), Around(LiesAt.Middle, 2), 1e-9);
    }

    [Fact]
    public void What_cannot_lie_so_is_named_with_its_mend()
    {
        var made = new Ermine.Core.Stack.Bed(
            Regions.Each(_ => UnderGap.Rucksack),
            Filling: new Filling(UnderCm: 80, OverCm: -1)
        );
        var faults = EntryRules.Check(Trip(new([], made), Night()), _ => true);
        Assert.Equal(
            ["members[0].bed.beneath.torso", "members[0].bed.filling.underCm", "members[0].bed.filling.overCm"],
            faults.Select(f => f.Field)
        );
        Assert.All(faults, f => Assert.NotEqual("", f.Mend));
    }

    [Fact]
    public void Still_air_is_drawn_where_it_lies_and_the_neck_is_in_or_out()
    {
        var open = SystemChange.Use(Slept(Mat, Hat, Base, Down), Down.Id, l => l with { HoodOpen = true });
        var closed = Plan(Night(-10)).Cut;
        Assert.Equal(StratumKind.StillAir, closed.Above[0].Kind);
        Assert.Equal(
            (0.0, StillAir.UnderClothes, StillAir.UnderClothes, 0.0),
            (
                closed.Above[0].Cells.Head.Resistance,
                closed.Above[0].Cells.Torso.Resistance,
                closed.Above[0].Cells.Legs.Resistance,
                closed.Above[0].Cells.Feet.Resistance
            )
        );
        Assert.True(closed.NeckInLoft && Plan(Night(-10), _ => open).Cut.NeckInLoft);
        var out_ = SystemChange.Use(open, Down.Id, l => l with { Closure = Closure.CollarOpen });
        Assert.False(Plan(Night(-10), _ => out_).Cut.NeckInLoft);
        Assert.True(Plan(Night(-10), s => s with { Layers = [.. s.Layers.Take(3)] }).Cut.CurledUp);
    }

    [Fact]
    public void Too_warm_the_least_that_ends_the_sweat_comes_first_with_what_it_would_cost()
    {
        var jumper = Garment(0.5, new(0, 1, 0, 0), 600) with { Material = Material.Fleece };
        var closet = new Closet([Mat, Hat, Base, jumper, Down]);
        var trip = Trip(Slept(Mat, Hat, Base, jumper, Down), Night(17, day: 1), Night(-6, day: 2));
        var run = Planner(closet).Of(trip);
        Assert.Equal(Verdict.Hot, run.Plan(0).Verdict);
        var list = Fixes.For(run, 0);
        Assert.NotEmpty(list.Reliefs);
        var best = list.Reliefs[0];
        Assert.Equal(Verdict.Warm, best.Then.Verdict);
        Assert.True(best.SweatG < Verdicts.SweatThatWets && best.NextNight!.Value.Kelvin > 0);
        var applied = Planner(closet).Plan(trip.With(_ => run.Sleeping(0, best.System)), 0);
        Assert.Equal(best.Then.Verdict, applied.Verdict);
        Assert.Equal(best.SweatG, applied.Hours!.SweatG, 1e-9);
        Assert.Empty(Fixes.For(run, 1).Reliefs);
    }

    [Fact]
    public void The_young_and_the_old_have_a_stricter_line_beside_the_answer()
    {
        NightAnswer Of(int age) =>
            Planner(new Closet([Mat, Hat, Base, Down]), Sleeper.StandardMan with { AgeYears = age })
                .Plan(Trip(Slept(Mat, Hat, Base, Down), Night(-8)), 0);
        Assert.Null(Of(40).Stricter);
        var old = Of(66);
        Assert.Equal(
            NightRules.InHandOverSixty,
            (old.Stricter!.Outside - old.Holds.Together.Outside!.Value).Kelvin,
            1e-9
        );
        var young = Of(15);
        Assert.Equal(young.Holds.Together.Outside, young.Stricter!.Outside);
        Assert.Contains("stricter", young.Stricter.Why, StringComparison.Ordinal);
    }
}
