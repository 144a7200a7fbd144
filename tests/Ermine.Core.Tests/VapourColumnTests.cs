using FsCheck;
using FsCheck.Xunit;

namespace Ermine.Core.Tests;

/// <summary>Vapour and frost in one column.</summary>
public class VapourColumnTests
{
    private static readonly VapourLayer Wear = VapourLayer.Insulation(0.10, 0.45, 6);
    private static readonly VapourLayer Down = VapourLayer.Insulation(1.5, 0.45, 6);
    private static readonly VapourLayer Shell = new(0.01, 6, 1);
    private static readonly VapourLayer Barrier = new(0, 1e5, 1);

    private static ColumnEnds Climate(double air, double skin = 33, double humidity = 0.8) =>
        new(skin, air, MoistAir.VapourPressure(air, humidity), 0.08);

    private static (ColumnFlow Flow, double[] Water) Night(double air, params VapourLayer[] layers) =>
        Night(air, null, layers);

    private static (ColumnFlow Flow, double[] Water) Night(double air, double[]? before, VapourLayer[] layers)
    {
        var column = new VapourColumn(layers);
        var water = before ?? new double[column.Nodes];
        return (column.Pass(water, Climate(air), 8), water);
    }

    [Theory]
    [InlineData(-20, 11.04, 4.64, 71.8)]
    [InlineData(-40, 11.92, 0.94, 122.9)]
    public void A_night_of_eight_hours_agrees_with_the_reference(double air, double skin, double escaped, double stored)
    {
        var (flow, water) = Night(air, Wear, Down, Shell);
        Assert.Equal(skin, flow.Source / 8, 0.006);
        Assert.Equal(escaped, flow.Escaped / 8, 0.006);
        Assert.Equal(stored, 1.4 * water.Sum(), 0.06);
    }

    [Fact]
    public void At_ten_below_nothing_stays() => Assert.Equal(0, Night(-10, Wear, Down, Shell).Water.Sum());

    [Fact]
    public void Ten_cold_and_ten_mild_stretches_agree_with_the_reference()
    {
        VapourLayer[] layers = [Wear, Down, Shell];
        var water = new double[new VapourColumn(layers).Nodes];
        for (var n = 0; n < 10; n++)
        {
            Night(-25, water, layers);
            Night(-5, water, layers);
        }
        Assert.Equal(412.4, 1.4 * water.Sum(), 0.06);
    }

    [Property(MaxTest = 300)]
    public void What_comes_is_stored_or_escapes_to_the_last_billionth(
        NormalFloat a,
        NormalFloat b,
        PositiveInt r,
        PositiveInt at
    )
    {
        VapourLayer[] layers = [Wear, VapourLayer.Insulation(0.2 + r.Get % 30 / 10.0, 0.45, 6), Shell];
        var column = new VapourColumn(layers);
        var water = new double[column.Nodes];
        water[at.Get % water.Length] = at.Get % 40;
        foreach (var air in new[] { -20 + a.Get % 20, -20 + b.Get % 25, -5.0 })
        {
            var before = water.Sum();
            var flow = column.Pass(water, Climate(air), 3);
            Assert.Equal(flow.Source, water.Sum() - before + flow.Escaped, 1e-9);
            Assert.All(water, w => Assert.True(w >= 0));
        }
    }

    [Property(MaxTest = 200)]
    public void A_barrier_never_lets_more_water_into_what_lies_outside_it(PositiveInt cold)
    {
        var air = -1.0 - cold.Get % 60;
        double Outside(double[] water, int from) => water.Skip(from).Sum();
        Assert.True(
            Outside(Night(air, Wear, Barrier, Down, Shell).Water, 8)
                <= Outside(Night(air, Wear, Down, Shell).Water, 7) + 1e-9
        );
    }

    [Property(MaxTest = 200)]
    public void A_colder_night_never_stores_less(PositiveInt cold, PositiveInt colder)
    {
        var air = -1.0 - cold.Get % 40;
        Assert.True(
            Night(air - colder.Get % 20, Wear, Down, Shell).Water.Sum()
                >= Night(air, Wear, Down, Shell).Water.Sum() - 1e-9
        );
    }

    [Fact]
    public void Turning_like_layers_round_changes_nothing()
    {
        var half = VapourLayer.Insulation(0.75, 0.45, 3);
        Assert.Equal(Night(-30, Wear, Down, Shell).Water.Sum(), Night(-30, Wear, half, half, Shell).Water.Sum(), 1e-9);
    }

    private static ColumnFlow Passed(VapourColumn column, double[] water, double air, double hours, double skin) =>
        column.Pass(water, Climate(air), hours, skin);

    [Theory]
    [InlineData(27)]
    [InlineData(200)]
    [InlineData(VapourColumn.SkinResistance)]
    public void What_passes_now_is_what_passes_in_the_next_moment_and_asking_changes_nothing(double skin)
    {
        VapourLayer[] layers = [Wear, Down, Shell];
        using var asked = new VapourColumn(layers) { CountsDrawn = true };
        using var alone = new VapourColumn(layers) { CountsDrawn = true };
        var (water, same) = (new double[asked.Nodes], new double[asked.Nodes]);
        var drawn = 0.0;
        // It freezes, freezes on, and dries.
        foreach (var air in new[] { -30.0, -30, -5, 10 })
        {
            using var moment = new VapourColumn(layers) { CountsDrawn = true };
            var next = Passed(moment, [.. water], air, 1e-6, skin);
            var now = asked.Now(water, Climate(air), skin);
            Assert.Equal(next.Source / 1e-6, now.Source, 1e-6);
            Assert.Equal(next.Escaped / 1e-6, now.Escaped, 1e-6);
            Assert.Equal(next.Drawn / 1e-6, now.Drawn, 1e-6);
            drawn = Math.Max(drawn, now.Drawn);
            Assert.NotEqual(now.Source, asked.Now(water, Climate(air), skin + 100).Source);
            Assert.Equal(Passed(alone, same, air, 2, skin), Passed(asked, water, air, 2, skin));
            Assert.Equal(same, water);
        }
        Assert.True(drawn > 1);
    }

    [Fact]
    public void A_mild_stretch_dries_what_a_cold_one_froze_and_never_makes_water()
    {
        VapourLayer[] layers = [Wear, Down, Shell];
        var (_, water) = Night(-30, null, layers);
        var last = water.Sum();
        for (var n = 0; n < 40; n++)
        {
            Night(5, water, layers);
            Assert.True(water.Sum() <= last + 1e-12);
            last = water.Sum();
        }
        Assert.Equal(0, last, 1e-9);
    }

    [Fact]
    public void Thirty_nights_agree_with_a_run_in_much_finer_slices_and_steps()
    {
        double Stored(int slices, int steps)
        {
            VapourLayer[] layers =
            [
                VapourLayer.Insulation(0.10, 0.45, slices),
                VapourLayer.Insulation(1.5, 0.45, slices),
                Shell,
            ];
            var column = new VapourColumn(layers);
            var water = new double[column.Nodes];
            for (var n = 0; n < 30 * steps; n++)
                column.Pass(water, Climate(-28 + 6 * Math.Sin(n / steps)), 8.0 / steps);
            return water.Sum();
        }
        Assert.Equal(1, Stored(12, 48) / Stored(12, 8), 0.02);
        Assert.Equal(1, Stored(6, 8) / Stored(24, 8), 0.04);
    }
}
