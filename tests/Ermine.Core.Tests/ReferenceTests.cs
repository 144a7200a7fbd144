namespace Ermine.Core.Tests;

/// <summary>Values known from outside the code: published tables, standards, and hand calculation.</summary>
public class ReferenceTests
{
    [Theory]
    [InlineData(5, 0.560, -0.1, -13.1)]
    [InlineData(0, 0.747, -5.8, -19.9)]
    [InlineData(-10, 1.189, -17.1, -33.5)]
    [InlineData(-20, 1.747, -28.5, -46.9)]
    public void A_comfort_label_gives_the_bag_and_its_other_promises(
        double comfort,
        double bag,
        double limit,
        double extreme
    )
    {
        var found = Labels.BagFor(Threshold.Comfort, new(comfort));
        Assert.NotNull(found);
        var promise = Labels.Promise(found.Value);
        Assert.Equal(bag, found.Value.SI, 0.0006);
        Assert.Equal(limit, promise.Limit!.Value.Celsius, 0.06);
        Assert.Equal(extreme, promise.Extreme!.Value.Celsius, 0.06);
    }

    [Theory]
    [InlineData(2, Surface.Air, false, -4.1)]
    [InlineData(4, Surface.Air, false, -15.0)]
    [InlineData(6, Surface.Air, false, -21.4)]
    [InlineData(9, Surface.Air, false, -24.1)]
    [InlineData(5, Surface.SeasonalSnow, false, -22.0)]
    [InlineData(0.85 / Insulation.SIPerR, Surface.Air, true, -22.2)]
    public void The_pad_decides_what_a_bag_holds_to(double padR, Surface surface, bool barrier, double expected)
    {
        var bag = Labels.BagFor(Threshold.Comfort, new(-18))!.Value;
        Assert.Equal(1.624, bag.SI, 0.0006);
        var pad = Regions.Each(_ => Insulation.FromR(padR).SI);
        var stack = Conductances.Plain(
            bag.SI,
            Labels.ClosedHood,
            Labels.TestWear,
            pad,
            0,
            Labels.TestWind,
            Regions.Each(_ => barrier ? 1.0 : 0)
        );
        var holds = HeatBalance.Solve(
            stack,
            Warmth.Of(Sleeper.StandardWoman),
            Threshold.Comfort,
            Surroundings.Open(surface)
        );
        Assert.Equal(expected, holds.Outside!.Value.Celsius, 0.06);
    }

    [Fact]
    public void Standard_people_make_the_standard_heat()
    {
        Assert.Equal(47.2, Metabolism.Sleeping(Sleeper.StandardWoman), 0.05);
        Assert.Equal(52.8, Metabolism.Sleeping(Sleeper.StandardMan), 0.05);
        var child = Sleeper.StandardMan with { AgeYears = 12, MassKg = 40, HeightCm = 150 };
        Assert.Equal(Metabolism.CeilingUnder18, Metabolism.Sleeping(child));
    }

    [Theory]
    [InlineData(0, 611.2)]
    [InlineData(20, 2333)]
    [InlineData(-20, 103.2)]
    [InlineData(-40, 12.84)]
    public void Saturation_follows_published_tables(double celsius, double pascal) =>
        Assert.Equal(pascal, MoistAir.Saturation(celsius), pascal * 0.005);

    [Fact]
    public void Humidity_over_water_cannot_exceed_saturation_over_ice() =>
        Assert.Equal(MoistAir.Saturation(-30), MoistAir.VapourPressure(-30, 1));

    [Theory]
    [InlineData(-20, 20, -30.5)]
    [InlineData(-30, 40, -47.7)]
    [InlineData(-10, 60, -22.6)]
    public void Wind_chill_follows_the_published_table(double air, double kmh, double chill) =>
        Assert.Equal(chill, Wind.Chill(new(air), kmh / 3.6).Celsius, 0.3);

    [Fact]
    public void Wind_chill_is_the_air_itself_where_the_formula_is_not_defined()
    {
        Assert.Equal(-20, Wind.Chill(new(-20), 1).Celsius);
        Assert.Equal(11, Wind.Chill(new(11), 10).Celsius);
    }

    [Fact]
    public void A_bare_face_freezes_in_about_six_minutes_at_minus_30_and_40_kmh()
    {
        // (−24.5·(0.667·40 + 4.8) + 2111)·25.2^−1.668 = 1339.7·0.004597
        Assert.Equal(6.16, Wind.MinutesToFrostbite(new(-30), 40 / 3.6)!.Value, 0.01);
        Assert.Null(Wind.MinutesToFrostbite(new(-10), 5));
    }

    [Theory]
    [InlineData(Surface.SeasonalSnow, -20, -11)]
    [InlineData(Surface.SeasonalSnow, 10, 0)]
    [InlineData(Surface.FrozenGround, -20, -8)]
    [InlineData(Surface.LakeIce, -20, -10.5)]
    [InlineData(Surface.Rock, -20, -16)]
    [InlineData(Surface.Glacier, -20, -16.5)]
    [InlineData(Surface.Air, -20, -20)]
    public void Ground_follows_the_air_of_the_night(Surface surface, double air, double ground) =>
        Assert.Equal(ground, GroundTemperature.Of(surface, new(air)).Celsius, 1e-9);

    [Theory]
    [InlineData(Shelter.DoubleWall, 2, false, 0, -15.8)]
    [InlineData(Shelter.DoubleWall, 1, true, 0, -17.5)]
    [InlineData(Shelter.SingleWall, 4, false, 0, -15.9)]
    [InlineData(Shelter.DoubleWall, 1, false, 10, -18.95)]
    [InlineData(Shelter.TarpLow, 1, false, 0, -19.5)]
    [InlineData(Shelter.SnowShelter, 3, false, 15, -6.725)]
    public void Shelter_warms_the_air_round_the_sleeper(
        Shelter kind,
        int sleepers,
        bool vents,
        double wind,
        double around
    ) => Assert.Equal(around, new ShelterUse(kind, sleepers, vents, false, wind).AirAround(new(-20)).Celsius, 1e-9);

    [Fact]
    public void A_bed_under_a_clear_sky_is_three_degrees_colder_than_the_air() =>
        Assert.Equal(-23, new ShelterUse(Shelter.None, 1, false, ClearSky: true, 0).AirAround(new(-20)).Celsius);

    [Fact]
    public void The_design_low_adds_height_cold_pool_and_spread()
    {
        var low = DesignLows.Of(new(new(-21), 3, 472, 0.1, 1), Terrain.LakeIce, 612, new());
        Assert.Equal(-21 - 6.5 * 0.140 - 6, low.CampLow.Celsius, 1e-9);
        Assert.Equal(1.2 + 0.35 * 3, low.SigmaK, 1e-9);
        Assert.Equal(low.CampLow.Celsius - 1.28 * low.SigmaK, low.PlanFor.Celsius, 1e-9);
        Assert.Equal(-29, low.Flat.Celsius);
        Assert.Equal((low.PlanFor - low.ForecastLow).Kelvin, low.Steps.Sum(s => s.Change.Kelvin), 1e-9);
    }

    [Theory]
    [InlineData(Terrain.Valley, 0.2, 1.0, -3)]
    [InlineData(Terrain.Valley, 0.4, 1.0, 0)]
    [InlineData(Terrain.Basin, 0.2, 2.5, 0)]
    [InlineData(Terrain.Forest, 0.0, 0.0, 0)]
    public void Cold_air_gathers_only_on_low_ground_when_clear_and_calm(
        Terrain terrain,
        double cloud,
        double wind,
        double drop
    )
    {
        var low = DesignLows.Of(new(new(-10), 0, 500, cloud, wind), terrain, 500, new(Confidence: 0.5));
        Assert.Equal(-10 + drop, low.CampLow.Celsius, 1e-9);
    }

    [Fact]
    public void A_camp_below_the_forecast_point_is_never_counted_as_warmer()
    {
        var low = DesignLows.Of(new(new(-10), 1, 900, 0.9, 5), Terrain.Slope, 300, new(Confidence: 0.5));
        Assert.Equal(-10, low.CampLow.Celsius);
        Assert.Contains(low.Assumed, a => a.Contains("lower", StringComparison.Ordinal));
    }

    [Fact]
    public void The_flat_margin_school_decides_when_it_is_chosen()
    {
        var trust = new Trust(TrustSchool.FlatMargin, 0.9, 6);
        var low = DesignLows.Of(new(new(-10), 4, 0, 0.1, 0.5), Terrain.Basin, 1000, trust);
        Assert.Equal(-16, low.PlanFor.Celsius);
        Assert.Equal(-6, Assert.Single(low.Steps).Change.Kelvin);
    }

    [Fact]
    public void Beyond_six_R_a_pad_loses_at_the_edges()
    {
        Assert.Equal(1.0, Conductances.PadEffective(1.0));
        Assert.Equal(1.06 + 0.4 * 0.44, Conductances.PadEffective(1.5), 1e-12);
    }

    [Fact]
    public void Where_nothing_balances_the_answer_says_so()
    {
        var bare = Conductances.Plain(
            0,
            0,
            Regions.Each(_ => 0.0),
            Regions.Each(_ => 0.0),
            3,
            10,
            Regions.Each(_ => 0.0)
        );
        var holds = HeatBalance.Solve(bare, new(47), Threshold.Comfort, Surroundings.Open(Surface.Air));
        Assert.Null(holds.Outside);
        Assert.False(string.IsNullOrEmpty(holds.WhyNone));
        Assert.Null(Labels.BagFor(Threshold.Extreme, new(25)));
    }
}
