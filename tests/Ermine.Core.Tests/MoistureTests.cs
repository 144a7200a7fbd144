using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Where water goes, what it costs, and how much a thing can hold.</summary>
public class MoistureTests
{
    private static readonly KitItem Mat = Pad(6) with { Material = Material.Foam };
    private static readonly KitItem Hat = Garment(0.15, new(1, 0, 0, 0), 60) with
    {
        Name = "hat",
        Material = Material.Wool,
    };
    private static readonly KitItem Top = Garment(0.05, new(0, 1, 0, 0), 180) with
    {
        Name = "top",
        Material = Material.Wool,
    };
    private static readonly KitItem Tights = Garment(0.05, new(0, 0, 1, 0), 160) with
    {
        Name = "tights",
        Material = Material.Wool,
    };
    private static readonly KitItem Jumper = Garment(0.15, new(0, 1, 0, 0), 400) with
    {
        Name = "jumper",
        Material = Material.Fleece,
    };
    private static readonly KitItem Down = Bag(2.2, 1500) with { Material = Material.Down };
    private static readonly KitItem Socks = Garment(0.1, new(0, 0, 0.15, 1), 100) with
    {
        Name = "socks",
        Material = Material.Wool,
    };

    private static KitItem Barrier(double cover) => VapourBarrier(new(0, cover, cover, cover));

    private static ColumnEnds At(double airC) => new(33, airC, MoistAir.VapourPressure(airC, 0.8), 0.08);

    private static Trip Nights(SleepSystem system, int count, double low) =>
        Trip(
            system,
            [.. Enumerable.Range(0, count).Select(n => Night(low, day: 1 + n) with { TypedHighC = low + 10 })]
        );

    private static TripRun Run(Trip trip, params KitItem[] items) => Planner(new Closet(items)).Of(trip);

    private static VapourStretch Passed(
        BuiltStack stack,
        WaterInHand water,
        ColumnEnds ends,
        double outsideC,
        double areaM2,
        double hours,
        double addedG
    ) => Vapour.Pass(stack, water, ends, outsideC, areaM2, hours, addedG, TestContext.Current.CancellationToken);

    [Fact]
    public void Sweat_goes_into_what_lies_innermost_over_torso_and_legs_by_their_area()
    {
        var water = Water.None.Take();
        var stack = Build(0, Mat, Hat, Top, Tights, Jumper, Down).Layers;
        Assert.Equal(84, Sweat.Into(stack, water, 84), 1e-9);
        Assert.Equal(54, water.GramsOf(Top.Id), 1e-9);
        Assert.Equal(30, water.GramsOf(Tights.Id), 1e-9);
        Assert.Equal(0, water.GramsOf(Hat.Id));
    }

    [Fact]
    public void Sweat_beyond_what_they_hold_goes_to_the_next_and_then_runs_off()
    {
        var water = Water.None.Take();
        var stack = Build(0, Mat, Hat, Top, Tights, Jumper, Down).Layers;
        var taken = Sweat.Into(stack, water, 5000);
        Assert.Equal(1.2 * 180, water.GramsOf(Top.Id), 1e-9);
        Assert.Equal(1.2 * 160, water.GramsOf(Tights.Id), 1e-9);
        Assert.Equal(0.8 * 400, water.GramsOf(Jumper.Id), 1e-9);
        Assert.Equal(1.2 * 340 + 0.8 * 400, taken, 1e-9);
        Assert.Equal(0, Sweat.Into(Build(0, Mat, Hat, Down).Layers, water, 100));
    }

    [Fact]
    public void A_hot_night_is_hot_and_its_hat_stays_dry()
    {
        var trip = Nights(Slept(Hat, Mat, Top, Tights, Down), 1, 20);
        var run = Run(trip, Hat, Mat, Top, Tights, Down);
        var plan = run.Plan(0);
        Assert.Equal(Verdict.Hot, plan.Verdict);
        Assert.True(plan.Hours!.SweatG > 100);
        Assert.InRange(plan.Frost!.Things.Single(t => t.ItemId == Top.Id).AfterG, 5, 1.2 * 180 + 1e-6);
        Assert.DoesNotContain(plan.Frost.Things, t => t.ItemId == Hat.Id && t.AfterG > 1);
        Assert.Contains(plan.Cautions, c => c.Rule == "too-warm");
        Assert.Equal(
            Verdict.Warm,
            Run(Nights(Slept(Hat, Mat, Top, Tights, Down), 1, -10), Hat, Mat, Top, Tights, Down).Plan(0).Verdict
        );
    }

    [Fact]
    public void Damp_things_in_bed_are_charged_once_where_they_dry()
    {
        KitItem[] all = [Mat, Hat, Top, Tights, Down, Socks];
        NightSlept Sleep(bool damp)
        {
            var run = Run(Nights(Slept(Mat, Hat, Top, Tights, Down), 1, -20), all);
            var water = Water.None.Take();
            water.Wet(Socks, 60);
            return run.Model.Sleep(0, run.SystemOf(0), Bedtime.Plain, water.Give(), damp ? [Socks] : []);
        }
        var (dry, damp) = (Sleep(false), Sleep(true));
        // Sixty grams at 0.68 Wh over a body of 1.62 m²; warmed by nothing else.
        var charged = dry.Played!.Sources.Count == 0 ? damp.Played!.Sources.Sum(s => s.Between(21, 31)) : double.NaN;
        Assert.Equal(-0.68 * 60 / Sleeper.StandardWoman.BodyAreaM2, charged, 0.01);
        Assert.InRange(damp.Frost!.SkinEvaporation - dry.Frost!.SkinEvaporation, -0.3, 0.1);
        Assert.Equal(60, damp.Frost.AddedG - dry.Frost.AddedG, 1e-6);
    }

    [Fact]
    public void Breath_brings_its_own_heat_and_leaves_its_frost()
    {
        KitItem[] all = [Mat, Hat, Top, Tights, Down];
        var system = Slept(Mat, Hat, Top, Tights, Down);
        NightSlept First(SleepSystem s) => Run(Nights(s, 1, -25), all)[0].Slept;
        var (outside, inside) = (First(system), First(system.BreathingInside()));
        Assert.Equal(150, inside.Frost!.AddedG - outside.Frost!.AddedG, 1e-6);
        Assert.Equal(outside.Frost.SkinEvaporation, inside.Frost.SkinEvaporation, 0.35);
        var later = Run(Nights(system.BreathingInside(), 4, -25), all);
        Assert.True(later.Plan(3).Comfort.Outside > Run(Nights(system, 4, -25), all).Plan(3).Comfort.Outside);
    }

    [Fact]
    public void What_gathers_in_the_layers_gives_back_no_more_than_leaving_the_skin_took()
    {
        KitItem[][] beds =
        [
            [Mat, Barrier(1), Top, Jumper, Down],
            [Mat, Top, Barrier(1), Jumper, Down],
            [Mat, Jumper, Top, Down],
            [Mat, Barrier(0.5), Jumper, Down],
        ];
        foreach (var bed in beds)
        {
            var water = Water.None.Take();
            foreach (var air in new[] { -45.0, -25, -5, 10, -45 })
            {
                var passed = Passed(Build(0, bed), water, At(air), air, 1.7, 1, 0);
                Assert.True(passed.SkinEvaporation >= Vapour.OfBareSkin - 1e-9, $"{passed}");
            }
        }
    }

    [Theory]
    [InlineData(0.92)]
    [InlineData(1.0)]
    public void Under_a_barrier_old_frost_dries_whether_it_covers_all_or_almost_all(double cover)
    {
        var water = Water.None.Take();
        water.Wet(Down, 200);
        // A night without a barrier lays the frost over the whole of it.
        Passed(Build(0, Mat, Top, Down), water, At(-15), -15, 1.7, 1, 0);
        var before = water.GramsOf(Down.Id);
        var barrier = Barrier(cover);
        for (var hour = 0; hour < 8; hour++)
            Passed(Build(0, Mat, Top, barrier, Down), water, At(-10), -10, 1.7, 1, 0);
        Assert.True(water.GramsOf(Down.Id) < before - 5, $"{before} to {water.GramsOf(Down.Id)}");
    }

    [Fact]
    public void Water_stays_with_its_thing_when_a_barrier_comes_and_goes()
    {
        var water = Water.None.Take();
        water.Wet(Down, 120);
        water.Wet(Top, 30);
        var (total, barriers) = (150.0, new[] { 0, 0.4, 1, 0.92, 0, 1 });
        foreach (var cover in barriers)
        {
            KitItem[] bed = cover == 0 ? [Mat, Top, Down] : [Mat, Top, Barrier(cover), Down];
            var passed = Passed(Build(0, bed), water, At(-20), -20, 1.7, 0.5, 0);
            total += passed.SourceG - passed.EscapedG - passed.DrippedG;
            Assert.Equal(total, water.Give().Grams, 1e-9);
        }
    }

    [Fact]
    public void No_thing_holds_more_than_it_can()
    {
        var thin = Quilt(0.8, 200) with { Material = Material.SyntheticFill };
        var water = Water.None.Take();
        var dripped = 0.0;
        for (var hour = 0; hour < 60; hour++)
            dripped += Passed(Build(0, Mat, Top, thin), water, At(-30), -30, 1.7, 1, 60).DrippedG;
        Assert.True(water.GramsOf(thin.Id) <= Moisture.CapacityG(thin) + 1e-9);
        Assert.True(water.GramsOf(Top.Id) <= Moisture.CapacityG(Top) + 1e-9);
        Assert.True(dripped > 100);
    }

    [Fact]
    public void A_coated_bivy_holds_next_to_nothing_and_can_be_aired()
    {
        KitItem Bivy(Material material) =>
            new(
                Guid.NewGuid(),
                "bivy",
                ItemKind.Bivy,
                500,
                [],
                ClaimSource.Estimated,
                Everywhere,
                material,
                Windproof: true
            );
        var coated = Bivy(Material.Coated);
        var run = Run(Nights(Slept(Mat, Top, Tights, Down, coated), 8, -25), Mat, Top, Tights, Down, coated);
        Assert.True(run[7].EveningWater.GramsOf(coated.Id) <= 10 + 1e-9);
        var woven = Bivy(Material.SyntheticFabric);
        double Held(bool aired)
        {
            var trip = Nights(Slept(Mat, Top, Tights, Down, woven), 5, -12)
                .With(m => m with { Dry = new([], [], new(AirAtNoon: aired)) });
            return Run(trip, Mat, Top, Tights, Down, woven)[4].EveningWater.GramsOf(woven.Id);
        }
        Assert.True(Held(true) < Held(false) - 1, $"{Held(true)} against {Held(false)}");
    }

    [Fact]
    public void Brushing_takes_hoar_off_the_outermost_thing()
    {
        double Last(bool brushed, Shelter shelter)
        {
            var trip = Nights(Slept(Mat, Top, Tights, Down), 4, -25)
                .With(m => m with { Dry = new([], [], new(BrushFrost: brushed)) });
            trip = trip with { Nights = [.. trip.Nights.Select(n => n with { Shelter = shelter })] };
            return Run(trip, Mat, Top, Tights, Down)[3].EveningWater.GramsOf(Down.Id);
        }
        // Of 7.5 g a night six tenths fall, and what froze in the outermost slice beside it.
        Assert.True(
            Last(true, Shelter.DoubleWall) > 0,
            $"{Last(true, Shelter.DoubleWall)} {Last(false, Shelter.DoubleWall)}"
        );
        Assert.InRange(Last(true, Shelter.DoubleWall) - Last(false, Shelter.DoubleWall), -100, -10);
        Assert.True(Last(true, Shelter.DoubleWall) < Last(false, Shelter.DoubleWall) - 10);
        var open = Run(
            Nights(Slept(Mat, Top, Tights, Down), 1, -25) is var t
                ? t with
                {
                    Nights = [t.Nights[0] with { Shelter = Shelter.TarpHigh }],
                }
                : t,
            Mat,
            Top,
            Tights,
            Down
        );
        Assert.Equal(0, open[0].Slept.Frost!.AddedG, 1e-9);
    }

    [Fact]
    public void Fibres_bind_vapour_by_the_air_outside()
    {
        double Bound(double outsideC)
        {
            var water = Water.None.Take();
            Passed(Build(0, Mat, Top, Down), water, At(2), outsideC, 1.7, 1, 0);
            return water.Give().Grams;
        }
        Assert.True(Bound(-2) > Bound(2) + 1);
    }

    [Fact]
    public void Days_between_two_nights_all_count()
    {
        double Left(int days)
        {
            var trip = Trip(Slept(Mat, Top, Tights, Down), Night(-22, day: 1), Night(-22, day: 1 + days));
            trip = trip with { Nights = [.. trip.Nights.Select(n => n with { TypedHighC = 2 })] };
            return Run(trip, Mat, Top, Tights, Down)[1].EveningWater.GramsOf(Down.Id);
        }
        Assert.True(Left(1) > 20);
        Assert.True(Left(3) < Left(1) - 5);
        Assert.Equal(0, Left(22), 0.6);
    }

    [Fact]
    public void A_hat_slept_in_on_one_night_only_is_not_walked_in_before()
    {
        var day = Hat with { Id = Guid.NewGuid(), Name = "day hat" };
        var trip = Nights(Slept(Mat, Top, Tights, Down), 3, -20).With(m => m with { Along = [day.Id] });
        trip = trip.With(m => m with { Own = [new(trip.Nights[2].Id, Slept(Mat, Top, Tights, Hat, Down))] });
        var run = Run(trip, Mat, Top, Tights, Down, Hat, day);
        Assert.Equal(Role.NightOnly, trip.Outfits[0].RoleOf(Hat.Id));
        Assert.All(Enumerable.Range(0, 3), n => Assert.Equal(0, run[n].Day.Cells[Hat.Id].WaterG));
        Assert.True(run[1].Day.Cells[day.Id].WaterG > 0);
    }

    [Fact]
    public void A_system_put_aside_is_an_idea_and_claims_nothing()
    {
        var trip = Nights(Slept(Mat, Top, Tights, Down), 3, -20);
        Idea idea = new(Guid.NewGuid(), "idea", Slept(Mat, Hat, Socks));
        var with = trip.With(m => m with { Ideas = [idea] });
        Assert.DoesNotContain(Hat.Id, with.Outfits[0].Uses);
        Assert.DoesNotContain(Hat.Id, with.RefersTo);
        KitItem[] all = [Mat, Top, Tights, Down, Hat, Socks];
        Assert.Equal(Run(trip, all)[2].EveningWater.Grams, Run(with, all)[2].EveningWater.Grams);
        // Another of the party may use what is only an idea here, and an idea may name what is gone.
        var other = Alone(Slept(Hat), Guid.NewGuid());
        Assert.Empty(EntryRules.Check(with.With(other), id => id != Socks.Id));
    }
}
