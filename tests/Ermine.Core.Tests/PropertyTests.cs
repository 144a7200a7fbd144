using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;

namespace Ermine.Core.Tests;

/// <summary>What must hold for every sleeper and every stack.</summary>
[Properties(Arbitrary = [typeof(Anything)], MaxTest = 300)]
public class PropertyTests
{
    public sealed record PlainStack(
        double Bag,
        double Hood,
        ByRegion<double> Worn,
        ByRegion<double> Pad,
        double Leak,
        double Wind
    )
    {
        public Conductances Build(bool barrier = false) =>
            Conductances.Plain(Bag, Hood, Worn, Pad, Leak, Wind, Regions.Each(_ => barrier ? 1.0 : 0));
    }

    public static class Anything
    {
        public static Gen<double> Between(double least, double most) =>
            Gen.Choose(0, 1_000_000).Select(n => least + (most - least) * n / 1_000_000.0);

        private static Gen<ByRegion<double>> Each(double least, double most) =>
            from h in Between(least, most)
            from t in Between(least, most)
            from l in Between(least, most)
            from f in Between(least, most)
            select new ByRegion<double>(h, t, l, f);

        public static Arbitrary<PlainStack> Stacks() =>
            (
                from bag in Between(0.3, 3)
                from hood in Between(0, 0.6)
                from worn in Each(0.05, 0.6)
                from pad in Each(0.15, 1.8)
                from leak in Between(0, 0.08)
                from wind in Between(0, 4)
                select new PlainStack(bag, hood, worn, pad, leak, wind)
            ).ToArbitrary();

        public static Arbitrary<Sleeper> Sleepers() =>
            (
                from mass in Between(35, 120)
                from height in Between(140, 200)
                from age in Gen.Choose(8, 90)
                from sex in Gen.Elements(Sex.Female, Sex.Male)
                select new Sleeper(Guid.Empty, "anyone", mass, height, age, sex)
            ).ToArbitrary();

        public static Arbitrary<Surface> Surfaces() => Gen.Elements(Enum.GetValues<Surface>()).ToArbitrary();
    }

    private static double Outside(Conductances stack, Sleeper who, Threshold at, Surface on) =>
        HeatBalance.Solve(stack, Warmth.Of(who), at, Surroundings.Open(on)).Outside?.Celsius ?? double.NaN;

    [Property]
    public void More_insulation_anywhere_is_never_colder(
        PlainStack stack,
        Sleeper who,
        Surface on,
        Region region,
        NonNegativeInt more
    )
    {
        var by = 0.01 * (more.Get % 100);
        ByRegion<double> Raised(ByRegion<double> of) => of.Map((r, v) => r == region ? v + by : v);
        var before = Outside(stack.Build(), who, Threshold.Comfort, on);
        foreach (
            var warmer in new[]
            {
                stack with
                {
                    Bag = stack.Bag + by,
                },
                stack with
                {
                    Worn = Raised(stack.Worn),
                },
                stack with
                {
                    Pad = Raised(stack.Pad),
                },
                stack with
                {
                    Leak = Math.Max(0, stack.Leak - by / 10),
                },
            }
        )
        {
            var after = Outside(warmer.Build(), who, Threshold.Comfort, on);
            Assert.True(double.IsNaN(before) || after <= before + 1e-6, $"{after} is warmer than {before}");
        }
        Assert.True(
            double.IsNaN(before) || Outside(stack.Build(barrier: true), who, Threshold.Comfort, on) <= before + 1e-6
        );
    }

    [Property]
    public void Comfort_is_above_limit_is_above_extreme(PlainStack stack, Sleeper who, Surface on)
    {
        var comfort = Outside(stack.Build(), who, Threshold.Comfort, on);
        var limit = Outside(stack.Build(), who, Threshold.Limit, on);
        var extreme = Outside(stack.Build(), who, Threshold.Extreme, on);
        Assert.True(double.IsNaN(comfort) || double.IsNaN(extreme) || comfort > limit && limit > extreme);
    }

    [Property]
    public void Colder_ground_is_never_warmer(PlainStack stack, Sleeper who, double seed)
    {
        var air = -40 + Math.Abs(seed % 40);
        var heat = Metabolism.Sleeping(who);
        double Loss(double ground) => HeatBalance.Loss(stack.Build(), 33, heat, new(air, ground, 0.8)).Total;
        if (double.IsFinite(air))
            Assert.True(Loss(air - 5) >= Loss(air));
    }

    [Property]
    public void The_answer_balances_the_heat(PlainStack stack, Sleeper who, Surface on)
    {
        var heat = Metabolism.Sleeping(who);
        var holds = HeatBalance.Solve(stack.Build(), new(heat), Threshold.Limit, Surroundings.Open(on));
        if (holds.Around is not { } around)
            return;
        var terms = HeatBalance.Terms(stack.Build(), 31.7, heat, new(around.Celsius, holds.Ground!.Value.Celsius, 0.8));
        Assert.Equal(heat, terms.Sum(t => t.WattsPerM2), 1e-6);
    }

    [Property]
    public void A_label_survives_the_way_to_insulation_and_back(NonNegativeInt tenths)
    {
        var label = 15 - tenths.Get % 601 / 10.0;
        foreach (var threshold in new[] { Threshold.Comfort, Threshold.Limit, Threshold.Extreme })
        {
            if (Labels.BagFor(threshold, new(label)) is not { } bag)
            {
                // Shivering alone carries a standard woman above about 5 °C: no bag has an extreme up there.
                Assert.True(threshold == Threshold.Extreme && label > 5);
                continue;
            }
            var promise = Labels.Promise(bag);
            var back =
                threshold == Threshold.Comfort ? promise.Comfort
                : threshold == Threshold.Limit ? promise.Limit
                : promise.Extreme;
            Assert.Equal(label, back!.Value.Celsius, 0.05);
        }
    }

    [Property]
    public void Units_survive_the_way_there_and_back(NormalFloat number)
    {
        var n = number.Get;
        var tolerance = 1e-9 * Math.Max(1, Math.Abs(n));
        Assert.Equal(n, Temperature.FromFahrenheit(n).Fahrenheit, tolerance);
        Assert.Equal(n, TemperatureDifference.FromFahrenheitDegrees(n).FahrenheitDegrees, tolerance);
        Assert.Equal(n, Insulation.FromR(n).R, tolerance);
        Assert.Equal(n, Insulation.FromClo(n).Clo, tolerance);
        Assert.Equal(n, Insulation.FromTog(n).Tog, tolerance);
    }

    [Property]
    public void Parallel_paths_share_out_the_whole_region(NonEmptyArray<NonNegativeInt> covers)
    {
        var pieces = covers.Get.Select(c => new Piece(0.1 + c.Get % 7, c.Get % 11 / 10.0)).ToArray();
        Assert.Equal(1, ParallelPaths.Through(pieces, _ => 1), 1e-9);
        Assert.Equal(pieces.Sum(p => p.Mean), ParallelPaths.Through(pieces, resistance => resistance), 1e-9);
    }

    [Property]
    public void Higher_confidence_is_never_milder(NonNegativeInt days, Terrain terrain, NormalFloat low)
    {
        var at = DesignLows.Of(new(new(low.Get % 60), days.Get % 16, 0, null, null), terrain, 500, new());
        var sides = at.ByConfidence.Select(c => c.ColdSide.Celsius).ToList();
        Assert.Equal(sides.OrderDescending(), sides);
    }
}
