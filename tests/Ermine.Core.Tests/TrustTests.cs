using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Ensembles, steps set by hand, and what the site adds.</summary>
public class TrustTests
{
    private static readonly double[] Lows = [-24, -22, -21, -20, -20, -19, -18, -18, -17, -16, -14];

    private static DesignLow Of(Trust trust, double[]? members, params Overrule[] byHand) =>
        DesignLows.Of(new(new(-19), 2, 500, 1, 5, members), Terrain.Slope, 500, trust, byHand);

    [Fact]
    public void The_ensemble_is_taken_at_its_own_quantile_and_a_degree_more()
    {
        var low = Of(new(TrustSchool.Ensemble, 0.9), Lows);
        Assert.Equal(-22 - 1, low.PlanFor.Celsius, 1e-9);
        Assert.Equal(-16 + 1, low.MildSide.Celsius, 1e-9);
        Assert.Equal(-19 - 1, low.ByEnsemble!.Single(c => c.Confidence == 0.5).ColdSide.Celsius, 1e-9);
        Assert.Equal(low.PlanFor.Celsius, low.ForecastLow.Celsius + low.Steps.Sum(s => s.Change.Kelvin), 1e-9);
        var cold = low.ByEnsemble!.Select(c => c.ColdSide.Celsius).ToList();
        Assert.Equal(cold.OrderDescending(), cold);
    }

    [Fact]
    public void Without_members_the_spread_stands_in_and_says_so()
    {
        var low = Of(new(TrustSchool.Ensemble, 0.9), null);
        Assert.Equal(Of(new(TrustSchool.Confidence, 0.9), null).PlanFor, low.PlanFor);
        Assert.Contains(low.Assumed, a => a.Contains("no ensemble", StringComparison.Ordinal));
        Assert.Contains(
            Of(new(TrustSchool.Ensemble, 0.9), [-20, -19, -18]).Assumed,
            a => a.StartsWith("Only 3 members", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_step_set_by_hand_goes_before_the_rule_and_keeps_its_note()
    {
        var low = Of(
            new(TrustSchool.Confidence, 0.5),
            null,
            new Overrule(LowStepKind.ColdPool, -4, "Stood here last year.")
        );
        Assert.Equal(-23, low.PlanFor.Celsius, 1e-9);
        var step = low.Steps.Single(s => s.Kind == LowStepKind.ColdPool);
        Assert.True(step.Overruled);
        Assert.Equal("Stood here last year.", step.Why);
    }

    [Fact]
    public void Members_lows_are_each_member_s_own_coldest_hour()
    {
        var start = new DateTimeOffset(2027, 2, 13, 18, 0, 0, TimeSpan.Zero);
        double[][] members =
        [
            [-10, -18],
            [-15, -12],
            [-11, -14],
        ];
        var series = new ForecastSeries(
            Guid.NewGuid(),
            "e",
            start,
            500,
            [
                .. Enumerable
                    .Range(0, 2)
                    .Select(h => new ForecastHour(start.AddHours(6 * h), -12, Members: [.. members.Select(m => m[h])])),
            ]
        );
        Assert.Equal([-18, -15, -14], series.Night(new(2027, 2, 13), 0)!.MemberLows!);
    }

    [Fact]
    public void The_site_moves_the_wind_and_a_clear_sky_cools_an_open_bed()
    {
        var start = new DateTimeOffset(2027, 2, 13, 18, 0, 0, TimeSpan.Zero);
        var series = new ForecastSeries(
            Guid.NewGuid(),
            "f",
            start,
            500,
            [.. Enumerable.Range(0, 13).Select(h => new ForecastHour(start.AddHours(h), -20, 6, 0.8, 0.1))]
        );
        var (mat, bag) = (Pad(5), Bag(1.6));
        var planner = Planner(new Closet([mat, bag]), forecast: series);
        var open = Night(null, Shelter.None) with { TypedWindMs = null, TypedCloud = null };
        NightWeather At(Night night) => planner.Plan(Trip(Slept(mat, bag), night), 0).Weather!;
        Assert.Equal(6 * SiteWind.Factor(Terrain.Ridge), At(open with { Terrain = Terrain.Ridge }).WindMs!.Value, 1e-9);
        Assert.Equal(6 * 0.4, At(open with { Terrain = Terrain.Forest }).WindMs!.Value, 1e-9);
        Assert.Equal(3, At(open with { Overrules = [new(LowStepKind.SiteWind, 0.5, "")] }).WindMs!.Value, 1e-9);
        Assert.Equal(LowStepKind.ClearSky, Assert.Single(At(open).Site).Kind);
        Assert.Empty(At(open with { Shelter = Shelter.DoubleWall }).Site);
        var under = planner.Plan(
            Trip(Slept(mat, bag), open with { Overrules = [new(LowStepKind.ClearSky, 0, "Trees.")] }),
            0
        );
        var clear = planner.Plan(Trip(Slept(mat, bag), open), 0);
        Assert.Equal(3 * 0.58, (under.Cut.Air - clear.Cut.Air).Kelvin, 1e-9);
    }

    [Fact]
    public void Sensitivity_names_what_moves_the_margin_most()
    {
        var (mat, hat, bag) = (Pad(5), Garment(0.15, new(1, 0, 0, 0)), Bag(1.6));
        var plan = Planner(new Closet([mat, hat, bag])).Plan(Trip(Slept(mat, hat, bag), Night(-15)), 0);
        Assert.All(plan.Swings, s => Assert.True(s.Worse.Kelvin <= 0 && s.Better.Kelvin >= 0));
        Assert.Equal(
            KnownBody.OffsetPriorK,
            plan.Swings.Single(s => s.What.StartsWith("who", StringComparison.Ordinal)).Better.Kelvin
        );
        var tops = plan.Swings.Single(s => s.What.StartsWith("bag", StringComparison.Ordinal));
        var thinner = Planner(new Closet([mat, hat, bag with { LoftFactor = 0.9 }]))
            .Plan(Trip(Slept(mat, hat, bag), Night(-15)), 0);
        Assert.Equal(thinner.Margin!.Value.Kelvin - plan.Margin!.Value.Kelvin, tops.Worse.Kelvin, 1e-6);
    }

    [Fact]
    public void Labels_of_every_kind_are_read()
    {
        double R(ItemKind kind, Claim claim, double mass = 500) =>
            ItemReader.Read(Pad(1) with { Kind = kind, MassG = mass, Claims = [claim] }).Insulation!.Value.SI;
        Assert.Equal(51.0 / 36 - 0.20, R(ItemKind.Underquilt, new(ClaimKind.Comfort, -18)), 1e-9);
        Assert.Equal(0.04, R(ItemKind.Liner, new(ClaimKind.AddsDegrees, 8), 250), 1e-9);
        Assert.Equal(
            0.36 * 0.244 * (500 / 28.35 * 800 * 16.39) / 25_000,
            R(ItemKind.Bag, new(ClaimKind.FillGrams, 500, 800, 2.5)),
            1e-9
        );
        Assert.Equal(
            Labels.BagFor(Threshold.Comfort, new(-10), hood: 0)!.Value.SI,
            R(ItemKind.Bag, new(ClaimKind.Seasons, 4)),
            1e-9
        );
        Assert.Equal(
            0.02,
            ItemReader.Read(Pad(1) with { Kind = ItemKind.Bivy, Claims = [] }).Insulation!.Value.SI,
            1e-9
        );
        var liner = ItemReader.Read(Pad(1) with { Kind = ItemKind.Liner, Claims = [new(ClaimKind.AddsDegrees, 8)] });
        Assert.Contains(liner.Reasons, r => r.Contains("says it adds 8 K", StringComparison.Ordinal));
        Assert.Equal(0.8, Loft.ByRuler(4, 5), 1e-9);
        Assert.Equal(0.6, Loft.ByUse(2000, 10), 1e-9);
    }
}
