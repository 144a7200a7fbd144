using MathNet.Numerics.Distributions;

namespace Ermine.Core.Tests;

/// <summary>What nights say of a sleeper.</summary>
public class OffsetsTests
{
    private static Known Learn(params NightTold[] nights) => Offsets.Of(nights).Offset;

    [Fact]
    public void Reference_values()
    {
        var one = Learn(new NightTold(2, Slept.Fine));
        Assert.Equal(0.0, one.Mean, 0.01);
        Assert.Equal(2.0, one.Sd, 0.05);
        var warm = Learn(new(-3, Slept.Fine), new(-1, Slept.Warm), new(1, Slept.Warm));
        Assert.Equal(5.63, warm.Mean, 0.01);
        Assert.Equal(1.49, warm.Sd, 0.01);
        var cold = Learn(new(3, Slept.Cool), new(5, Slept.Cool, 1), new(2, Slept.Cold), new(6, Slept.Fine, 2));
        Assert.Equal(-5.62, cold.Mean, 0.01);
        Assert.Equal(1.16, cold.Sd, 0.01);
    }

    [Fact]
    public void Without_a_night_what_is_stated_stands_with_four_degrees_either_way()
    {
        var known = Offsets.Of([], -2).Offset;
        Assert.Equal(-2, known.Mean, 1e-3);
        Assert.Equal(4, known.Sd, 1e-3);
        Assert.Equal(-2 - 1.645 * 4, known.Low, 0.02);
        Assert.Equal(-2 + 1.645 * 4, known.High, 0.02);
        Assert.Equal(0, known.Count);
    }

    [Fact]
    public void The_order_of_nights_changes_nothing()
    {
        NightTold[] nights = [new(3, Slept.Cool), new(-6, Slept.Fine, 2), new(0, Slept.Warm), new(2, Slept.Shivering)];
        var (one, other) = (Learn(nights), Learn([.. nights.Reverse()]));
        Assert.Equal(one.Mean, other.Mean, 1e-9);
        Assert.Equal(one.Sd, other.Sd, 1e-9);
        Assert.Equal(one.Low, other.Low, 1e-9);
        Assert.Equal(one.High, other.High, 1e-9);
    }

    [Theory]
    [InlineData(45, Slept.Warm)]
    [InlineData(-45, Slept.Shivering)]
    public void A_night_that_could_not_have_been_otherwise_moves_nothing(double margin, Slept slept)
    {
        var learned = Offsets.Of([new(margin, slept)]);
        Assert.Equal(0, learned.Moved[0].ByK, 1e-6);
        Assert.Equal(4, learned.Offset.Sd, 1e-3);
    }

    [Fact]
    public void What_the_nights_moved_adds_up_to_what_is_known()
    {
        var learned = Offsets.Of([new(-3, Slept.Fine), new(1, Slept.Cold), new(4, Slept.Cool)], 1.5);
        Assert.Equal(learned.Offset.Mean, 1.5 + learned.Moved.Sum(m => m.ByK), 1e-9);
        Assert.Equal(learned.Offset.Sd, learned.Moved[^1].SdK);
        Assert.True(learned.Moved[0].ByK > 0 && learned.Moved[1].ByK < 0);
    }

    [Fact]
    public void Readings_that_disagree_teach_less()
    {
        var sure = Learn(new NightTold(-4, Slept.Fine));
        var unsure = Learn(new NightTold(-4, Slept.Fine, 6));
        Assert.True(unsure.Sd > sure.Sd + 0.2);
        Assert.True(unsure.Mean < sure.Mean);
    }

    [Fact]
    public void A_slip_of_the_pen_does_not_upset_what_many_nights_say()
    {
        NightTold[] sane = [.. Enumerable.Range(0, 8).Select(n => new NightTold(n % 4, Slept.Fine))];
        var (without, with) = (Learn(sane), Learn([.. sane, new NightTold(70, Slept.Shivering)]));
        Assert.Equal(without.Mean, with.Mean, 0.5);
        Assert.True(double.IsFinite(with.Sd) && with.Sd < 2);
    }

    [Fact]
    public void The_hill_narrows_and_stands_over_its_mean()
    {
        var learned = Offsets.Of([new(0, Slept.Fine), new(1, Slept.Fine), new(-1, Slept.Fine)]);
        var hill = learned.Hill;
        Assert.Equal(4, hill.Curves.Count);
        Assert.Equal(1, hill.Curves.Max(c => c.Max()), 1e-3);
        Assert.True(hill.Curves[^1].Max() > hill.Curves[0].Max());
        var curve = hill.Curves[^1];
        var mean = curve.Select((y, i) => y * (hill.FromK + i * hill.StepK)).Sum() / curve.Sum();
        Assert.Equal(learned.Offset.Mean, mean, 0.05);
    }

    [Fact]
    public void Of_very_many_nights_the_latest_have_curves()
    {
        var nights = Enumerable.Range(0, 75).Select(n => new NightTold(n % 5 - 1, Slept.Fine)).ToArray();
        var learned = Offsets.Of(nights);
        Assert.Equal((15, Offsets.MostCurves + 1), (learned.Hill.LeftOut, learned.Hill.Curves.Count));
        Assert.Equal(75, learned.Moved.Count);
    }

    [Fact]
    public void Of_simulated_sleepers_the_bands_hold_and_the_error_halves()
    {
        var (held, before, after) = (0, 0.0, 0.0);
        const int sleepers = 200;
        for (var person = 0; person < sleepers; person++)
        {
            var random = new Random(1000 + person);
            var truth = Normal.Sample(random, 0, KnownBody.OffsetPriorK);
            List<NightTold> nights = [];
            for (var n = 0; n < 12; n++)
            {
                var half = random.NextDouble() < 0.3 ? 2.0 : 0;
                var margin = -4 + 12 * random.NextDouble() - truth * 0.5;
                var felt =
                    margin
                    + truth
                    + Normal.Sample(random, 0, 2)
                    + (half > 0 ? half * (2 * random.NextDouble() - 1) : 0);
                nights.Add(new(margin, SleptBands.At(felt), half));
            }
            var learned = Offsets.Of(nights);
            held += truth >= learned.Offset.Low && truth <= learned.Offset.High ? 1 : 0;
            before += Math.Abs(truth);
            after += Math.Abs(truth - learned.Moved[4].MeanK);
        }
        Assert.InRange(held / (double)sleepers, 0.85, 0.95);
        Assert.True(after <= before / 2, $"{after / sleepers:0.00} of {before / sleepers:0.00}");
    }

    [Theory]
    [InlineData(Felt.Warm, 1)]
    [InlineData(Felt.Numb, -1)]
    public void Feet_that_were_warmer_than_told_have_more_blood(Felt felt, int sign)
    {
        double[] lowest = [6, 10, 14, 18, 22];
        var known = Supplies.Of([new(lowest, felt), new(lowest, felt)], 0)!;
        Assert.True(sign * known.Mean > 8, $"{known.Mean}");
        Assert.True(known.Sd < Supplies.PriorPercent);
        Assert.Equal(2, known.Count);
        Assert.Null(Supplies.Of([], 0));
    }

    [Fact]
    public void A_place_is_learned_from_forecast_and_measured_lows()
    {
        var (mean, sd) = PlaceBiases.Of([new(-3), new(-3)]);
        // Two nights of 1.5 K against a prior of 2 K: −3 · (2/2.25)/(1/4 + 2/2.25).
        Assert.Equal(-2.34, mean, 0.01);
        Assert.Equal(0.94, sd, 0.01);
        Assert.Equal((0.0, 2.0), PlaceBiases.Of([]));
        Assert.True(PlaceBiases.Of([new(-3, 4), new(-3, 4)]).MeanK > mean);
    }
}
