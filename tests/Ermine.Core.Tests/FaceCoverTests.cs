namespace Ermine.Core.Tests;

/// <summary>Frost on a bare face, and ice in what covers it.</summary>
public class FaceCoverTests
{
    [Theory]
    [InlineData(-30, 60.0)]
    [InlineData(-20, 90.0)]
    [InlineData(-10, 150.0)]
    [InlineData(-25, 75.0)]
    [InlineData(-15, 120.0)]
    [InlineData(-1, null)]
    public void A_tube_ices_by_the_air(double air, double? minutes) =>
        Assert.Equal(minutes, FaceCover.MinutesUntilIced(air));

    [Fact]
    public void It_ices_ever_sooner_the_colder_it_is()
    {
        var last = double.MaxValue;
        for (var air = -3.0; air > -60; air -= 1)
        {
            var now = FaceCover.MinutesUntilIced(air)!.Value;
            Assert.InRange(now, 1, last);
            last = now;
        }
    }

    [Fact]
    public void Each_turn_comes_sooner_than_the_last_until_a_dry_one_is_needed()
    {
        var turns = FaceCover.TurnsThrough(-20, 12);
        Assert.Equal(1.5, turns[0].Hour, 0.03);
        var first = turns.TakeWhile(t => !t.Change).Select(t => t.Hour).ToList();
        var gaps = first.Skip(1).Zip(first, (b, a) => b - a).ToList();
        // The side at the neck dries eight tenths of what it iced in the same time.
        Assert.Equal(1.5, gaps[0], 0.03);
        Assert.Equal(0.8 * 1.5, gaps[1], 0.03);
        Assert.True(gaps.Zip(gaps.Skip(1)).All(g => g.Second <= g.First + 0.02));
        var change = turns.First(t => t.Change);
        Assert.True(change.Hour > turns[2].Hour);
        // A dry one lasts as long as the first did.
        Assert.Equal(1.5, turns.First(t => t.Hour > change.Hour).Hour - change.Hour, 0.03);
    }

    [Fact]
    public void Let_down_it_dries_and_indoors_it_thaws()
    {
        IEnumerable<(double, double, bool)> Hour(double from, double air, bool up) =>
            Enumerable.Range(1, 60).Select(n => (from + n / 60.0, air, up));
        Assert.Empty(FaceCover.Turns([.. Hour(0, -20, true), .. Hour(1, -20, false), .. Hour(2, -20, true)]));
        Assert.Single(FaceCover.Turns([.. Hour(0, -20, true), .. Hour(1, -20, true)]));
        Assert.Empty(FaceCover.Turns([.. Hour(0, -20, true), .. Hour(1, 15, true), .. Hour(2, -20, true)]));
    }

    [Fact]
    public void Own_speed_adds_to_the_wind()
    {
        Assert.Equal(FaceCover.MinutesBare(-25, 9, 0), FaceCover.MinutesBare(-25, 5, 4));
        Assert.True(FaceCover.MinutesBare(-25, 9, 4) < FaceCover.MinutesBare(-25, 9, 0));
        Assert.Null(FaceCover.MinutesBare(-5, 3, 1));
    }
}
