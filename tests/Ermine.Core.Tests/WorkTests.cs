using Ermine.Core.Days;

namespace Ermine.Core.Tests;

/// <summary>Heat that work makes, against published figures.</summary>
public class WorkTests
{
    [Theory]
    [InlineData(0, 1.2, 0, 0, 314)]
    [InlineData(15, 1.2, 0, 0, 364)]
    [InlineData(20, 1.0, 5, 5, 640)]
    [InlineData(10, 0.8, 0, 15, 314)]
    public void Walking_with_a_load(double load, double speed, double grade, double footprint, double watts) =>
        Assert.Equal(watts, Work.Watts(73, new(load, speed, grade, footprint), -10), 0.01 * watts);

    [Theory]
    [InlineData(0, 106)]
    [InlineData(3, 159)]
    [InlineData(-20, 0)]
    public void A_sledge(double grade, double watts) =>
        Assert.Equal(watts, Work.Sledge(new(0, 0.9, grade, 0, 50, 0.06), -10), 0.5);

    [Fact]
    public void Downhill_counts_as_level()
    {
        Assert.Equal(Work.Watts(73, new(15), -10), Work.Watts(73, new(15, GradePercent: -10), -10), 1e-9);
    }

    [Fact]
    public void A_sledge_drags_more_in_hard_cold()
    {
        var going = new Going(0, 0.9, 0, 0, 50);
        Assert.Equal(Work.Sledge(going, -10) * 0.10 / 0.06, Work.Sledge(going, -30), 1e-9);
    }
}
