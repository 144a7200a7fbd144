using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>What is known of nights slept through: magnitudes as bands, and labels that come back from their own bench.</summary>
public class KnownNightsTests
{
    private static readonly KitItem Hat = Garment(0.2, new(1, 0, 0, 0)) with { Material = Material.Fleece };
    private static readonly KitItem Hood = Garment(0.35, new(1, 0, 0, 0)) with { Material = Material.SyntheticFill };
    private static readonly KitItem Base = Garment(0.07, new(0, 1, 1, 0), 450) with { Material = Material.Wool };
    private static readonly KitItem Socks = Garment(0.12, new(0, 0, 0.15, 1), 100) with { Material = Material.Wool };
    private static readonly KitItem Booties = Garment(0.25, new(0, 0, 0.12, 1)) with { Material = Material.Down };
    private static readonly KitItem Barrier = VapourBarrier(BelowTheHead);
    private static readonly KitItem Five = Pad(5);

    private static readonly KitItem Cover = new(
        Guid.NewGuid(),
        "bivy",
        ItemKind.Bivy,
        350,
        [],
        ClaimSource.Labelled,
        Everywhere,
        Material.SyntheticFabric,
        Windproof: true
    );

    private static KitItem Labelled(double comfort, double massG = 1500) =>
        Bag(1, massG) with
        {
            Claims = [new(ClaimKind.Comfort, comfort)],
            Material = Material.Down,
        };

    private static KitItem Top(double comfort, double massG) =>
        Quilt(1, massG) with
        {
            Claims = [new(ClaimKind.Comfort, comfort)],
            Material = Material.Down,
        };

    private static KitItem Liner(double massG) =>
        new(
            Guid.NewGuid(),
            "liner",
            ItemKind.Liner,
            massG,
            [new(ClaimKind.AddsDegrees, 5)],
            ClaimSource.Labelled,
            BelowTheHead
        );

    private static Outcome Night(double low, SleepSystem system, params KitItem[] items) =>
        Outcome.Of(Planner(new Closet(items)).Of(Trip(system, Things.Night(low))), 0);

    private static double Body(double low, params KitItem[] items) =>
        Night(low, Slept(items), items).Holds.Body.Outside!.Value.Celsius;

    private static double Feet(double low, params KitItem[] items) =>
        Planner(new Closet(items)).Of(Trip(Slept(items), Things.Night(low))).Holds(0).Feet!.Outside!.Value.Celsius;

    /// <summary>
    /// The bench of labels as a night of a trip: on a cot, in the open under cloud, 0.3 m/s at the bed. What is worn there holds still air
    /// under it, and both together are the clothes of the test.
    /// </summary>
    [Theory]
    [InlineData("comfort", -8)]
    [InlineData("comfort", -20)]
    [InlineData("comfort", -32)]
    [InlineData("comfort", -45)]
    [InlineData("limit", -8)]
    [InlineData("limit", -20)]
    [InlineData("limit", -32)]
    [InlineData("limit", -45)]
    [InlineData("extreme", -8)]
    [InlineData("extreme", -20)]
    [InlineData("extreme", -32)]
    [InlineData("extreme", -45)]
    public void A_trip_on_the_labels_own_bench_gives_the_label_back(string promise, double label)
    {
        var (threshold, kind, who) = promise switch
        {
            "comfort" => (Threshold.Comfort, ClaimKind.Comfort, Sleeper.StandardWoman),
            "limit" => (Threshold.Limit, ClaimKind.Limit, Sleeper.StandardMan),
            _ => (Threshold.Extreme, ClaimKind.Extreme, Sleeper.StandardWoman),
        };
        var worn = Labels.TestWear;
        var bag = Labelled(0) with { Claims = [new(kind, label)] };
        KitItem[] items =
        [
            Pad(1) with
            {
                Claims = [new(ClaimKind.SquareMetreKelvinPerWatt, Labels.TestPad)],
            },
            Garment(worn.Head, new(1, 0, 0, 0)),
            Garment(worn.Torso - StillAir.UnderClothes, new(0, 1, 0, 0)),
            Garment(worn.Legs - StillAir.UnderClothes, new(0, 0, 1, 0)),
            Garment(worn.Feet - StillAir.UnderClothes, new(0, 0, 0, 1)),
            bag,
        ];
        var night = Things.Night(label, Shelter.None) with { Surface = Surface.Air, TypedWindMs = 0.3 / 0.55 };
        var model = Planner(new Closet(items), who).Of(Trip(Slept(items), night)).Model;
        Assert.Equal(label, model.Holds(0, Slept(items), null, threshold: threshold).Outside!.Value.Celsius, 1.0);
    }

    [Theory]
    [InlineData(-10)]
    [InlineData(-18)]
    [InlineData(0)]
    public void A_bivy_is_worth_two_to_four(double label)
    {
        KitItem[] without = [Five, Hat, Base, Socks, Labelled(label)];
        Assert.InRange(Body(label, without) - Body(label, [.. without, Cover]), 2, 4);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void A_cover_under_a_lean_hammock_is_worth_two_to_five_in_calm(bool hangsUnderquilt)
    {
        var under = hangsUnderquilt
            ? Pad(1) with
            {
                Kind = ItemKind.Underquilt,
                Claims = [new(ClaimKind.Comfort, 10)],
            }
            : Pad(2);
        KitItem[] items = [under, Hood, Base, Socks, Top(-10, 800)];
        double Of(bool covered) =>
            Night(0, Slept(items).Hung(new(WindCover: covered)), items).Holds.Body.Outside!.Value.Celsius;
        Assert.InRange(Of(false) - Of(true), 2, 5);
    }

    [Theory]
    [InlineData(-7, 5)]
    [InlineData(-7, 3)]
    [InlineData(-10, 5)]
    public void A_second_quilt_is_worth_six_to_ten(double inner, double outer)
    {
        KitItem[] one = [Five, Hood, Base, Socks, Top(inner, 900)];
        Assert.InRange(Body(inner, one) - Body(inner, [.. one, Top(outer, 650)]), 6, 10);
    }

    [Theory]
    [InlineData(-5)]
    [InlineData(-18)]
    public void Booties_are_worth_one_to_four_at_the_line_of_the_feet(double label)
    {
        KitItem[] without = [Five, Hat, Base, Socks, Labelled(label)];
        Assert.InRange(Feet(label, without) - Feet(label, [.. without, Booties]), 1, 4);
        Assert.InRange(Body(label, without) - Body(label, [.. without, Booties]), 0.2, 1.5);
    }

    [Theory]
    [InlineData(-10)]
    [InlineData(-18)]
    [InlineData(-25)]
    public void A_barrier_is_worth_three_and_a_half_to_six_and_a_half_on_a_first_night(double label)
    {
        KitItem[] without = [Five, Hat, Base, Socks, Labelled(label)];
        Assert.InRange(Body(label, without) - Body(label, [.. without, Barrier]), 3.5, 6.5);
    }

    [Theory]
    [InlineData(30)]
    [InlineData(20)]
    [InlineData(-10)]
    [InlineData(-40)]
    public void Inside_a_barrier_the_neck_pumps_four_watts_and_never_more_than_would_go_without_it(double air)
    {
        var ends = ColumnEnds.Of(33, new(air, air, 0.8));
        var without = Vapour.SkinEvaporation(Build(0, Five, Base, Labelled(-18)), ends);
        var inside = Vapour.SkinEvaporation(Build(0, Five, Base, Barrier, Labelled(-18)), ends);
        Assert.True(inside <= without + 1e-9, $"{inside} and {without}");
        Assert.Equal(Math.Min(Vapour.LeastInBarrier, without), inside, 1e-9);
    }

    [Theory]
    [InlineData(-18, 250)]
    [InlineData(-18, 400)]
    [InlineData(-10, 200)]
    public void A_liner_is_worth_half_a_degree_to_two(double label, double massG)
    {
        KitItem[] without = [Five, Hat, Base, Socks, Labelled(label)];
        Assert.InRange(Body(label, without) - Body(label, [.. without, Liner(massG)]), 0.5, 2);
    }

    [Fact]
    public void A_pad_of_R5_for_one_of_R2_is_worth_twelve_to_nineteen_on_snow() =>
        Assert.InRange(
            Body(-15, Pad(2), Hat, Base, Socks, Labelled(-18)) - Body(-15, Five, Hat, Base, Socks, Labelled(-18)),
            12,
            19
        );

    [Theory]
    [InlineData(-20)]
    [InlineData(-27)]
    [InlineData(-35)]
    public void Without_a_barrier_forty_to_a_hundred_and_thirty_grams_freeze_in_a_night(double low)
    {
        KitItem[] items = [Pad(7), Hat, Base, Socks, Labelled(-30, 1800)];
        var run = Planner(new Closet(items)).Of(Trip(Slept(items), Things.Night(low)));
        Assert.InRange(run[0].Slept.Frost!.StoredG, 40, 130);
    }

    [Fact]
    public void Ten_unaired_nights_take_six_to_sixteen_from_a_bag_for_thirty_below()
    {
        KitItem[] items = [Pad(4), Hat, Base, Socks, Labelled(-30, 1850)];
        var run = Planner(new Closet(items))
            .Of(Trip(Slept(items), [.. Enumerable.Range(0, 11).Select(n => Things.Night(-30, day: 1 + n))]));
        double At(int night) => run.Holds(night).Body.Outside!.Value.Celsius;
        Assert.InRange(At(10) - At(0), 6, 16);
    }

    [Fact]
    public void Frost_loosens_loft_less_than_as_much_water()
    {
        var bag = Labelled(-20);
        var water = Water.None.Take();
        water.Wet(bag, 300);
        var liquid = water.Loosening(bag);
        Assert.Equal(water.PerGram(bag), liquid, 1e-9);
        var hoar = Water.None.Take();
        hoar.Frost(bag, 300);
        Assert.Equal(Moisture.OfFrost * liquid, hoar.Loosening(bag), 1e-9);
        KitItem[] items = [Pad(7), Hat, Base, Socks, bag];
        var dawn = Planner(new Closet(items)).Of(Trip(Slept(items), Things.Night(-30)))[0].Slept.Dawn;
        Assert.InRange(dawn.Loosening(bag) / dawn.PerGram(bag), Moisture.OfFrost, 0.75);
    }
}
