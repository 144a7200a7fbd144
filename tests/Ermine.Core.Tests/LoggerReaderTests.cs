namespace Ermine.Core.Tests;

/// <summary>A night out of a logger's readings.</summary>
public class LoggerReaderTests
{
    private static readonly DateOnly Evening = new(2027, 2, 13);
    private static readonly DateTime Midnight = Evening.ToDateTime(TimeOnly.MinValue);

    private static double Outside(double hour) => -16 - 8 * Math.Cos(Math.PI * (hour - 31) / 17);

    /// <summary>Outside, pillow and bag every quarter of an hour from noon to noon, with something done to each reading.</summary>
    private static LoggerSeries Series(
        Func<double, (double? Out, double? Pillow, double? Bag)>? read = null,
        double ahead = 0,
        IReadOnlyList<string>? names = null
    )
    {
        var hours = Enumerable.Range(0, 97).Select(n => 12 + n / 4.0).ToList();
        read ??= h => (Outside(h), Outside(h) + 4, h is >= 21 and <= 31 ? 29 : Outside(h) + 2);
        var all = hours.Select(read).ToList();
        return new(
            names ?? ["outside", "pillow", "bag"],
            [.. hours.Select(h => Midnight.AddHours(h + ahead))],
            [
                [.. all.Select(r => r.Out ?? double.NaN)],
                [.. all.Select(r => r.Pillow ?? double.NaN)],
                [.. all.Select(r => r.Bag ?? double.NaN)],
            ],
            []
        );
    }

    private static readonly LoggerAsked Asked = new(
        Evening,
        21,
        31,
        TentAddsK: 4,
        Forecast: [.. Enumerable.Range(12, 25).Select(h => Outside(h) + 1)]
    );

    [Fact]
    public void It_gives_each_probe_its_low_and_the_hours_in_bed()
    {
        var night = LoggerReader.Read(Series(), Asked);
        Assert.Equal([Probe.Outside, Probe.Pillow, Probe.InBag], night.Probes.Select(p => p.Probe));
        Assert.Equal(-24, night.Probes[0].LowC!.Value, 0.01);
        Assert.Equal(31, night.Probes[0].LowHour!.Value, 0.01);
        Assert.Equal(-20, night.Probes[1].LowC!.Value, 0.01);
        Assert.Equal((21.0, 31.0), (night.InHour, night.UpHour));
        Assert.Empty(night.Noticed);
        Assert.All(night.Probes, p => Assert.InRange(p.Trace!.Celsius.Count, 40, LoggerReader.MostShown));
    }

    [Fact]
    public void Probes_without_a_name_are_told_by_how_warm_they_were()
    {
        var night = LoggerReader.Read(Series(names: ["1", "2", "3"]), Asked);
        Assert.Equal([Probe.Outside, Probe.Pillow, Probe.InBag], night.Probes.Select(p => p.Probe));
        var set = LoggerReader.Read(Series(), Asked with { Probes = [Probe.Pillow, Probe.Outside, Probe.InBag] });
        Assert.Equal(Probe.Pillow, set.Probes[0].Probe);
    }

    [Fact]
    public void A_gap_is_noticed_where_nothing_was_read()
    {
        var night = LoggerReader.Read(
            Series(h => (h is > 25 and < 27.5 ? null : Outside(h), Outside(h) + 4, 20)),
            Asked
        );
        var gap = Assert.Single(night.Noticed, n => n.What == LoggerNotice.Gap);
        Assert.Equal((0, 25.0, 27.5), (gap.Probe, gap.FromHour, gap.ToHour));
        // The picture is broken there: no reading is made up.
        Assert.DoesNotContain(night.Probes[0].Trace!.Hours, h => h is > 25.1 and < 27.4);
    }

    [Fact]
    public void A_stray_reading_is_noticed_and_is_not_the_low()
    {
        var night = LoggerReader.Read(Series(h => (h == 26 ? -60 : Outside(h), Outside(h) + 4, 20)), Asked);
        Assert.Equal(-24, night.Probes[0].LowC!.Value, 0.01);
        Assert.Contains(night.Noticed, n => n is { What: LoggerNotice.Jump, Probe: 0 });
    }

    [Fact]
    public void A_probe_left_in_the_tent_is_noticed_beside_another_and_alone()
    {
        var beside = LoggerReader.Read(Series(h => (Outside(h) + 4, Outside(h) + 4.2, 20)), Asked);
        Assert.Contains(beside.Noticed, n => n is { What: LoggerNotice.InTent, Probe: 0 });
        var alone = LoggerReader.Read(Series(h => (Outside(h) + 5, null, null)), Asked);
        Assert.Contains(alone.Noticed, n => n.What == LoggerNotice.InTent);
        var milder = LoggerReader.Read(Series(h => (Outside(h) + 1, null, null)), Asked);
        Assert.DoesNotContain(milder.Noticed, n => n.What == LoggerNotice.InTent);
    }

    [Theory]
    [InlineData(2)]
    [InlineData(-3)]
    public void A_clock_that_is_off_is_noticed_by_the_bag_and_by_the_forecast_and_can_be_set(double ahead)
    {
        var byBag = LoggerReader.Read(Series(ahead: ahead), Asked);
        Assert.Equal(ahead, Assert.Single(byBag.Noticed, n => n.What == LoggerNotice.Clock).Value, 0.01);
        var byForecast = LoggerReader.Read(Series(h => (Outside(h), null, null), ahead), Asked);
        Assert.Equal(ahead, Assert.Single(byForecast.Noticed, n => n.What == LoggerNotice.Clock).Value, 0.51);
        var set = LoggerReader.Read(Series(ahead: ahead), Asked with { ClockHours = ahead });
        Assert.DoesNotContain(set.Noticed, n => n.What == LoggerNotice.Clock);
        Assert.Equal((21.0, 31.0), (set.InHour, set.UpHour));
    }

    [Fact]
    public void Another_night_and_one_without_its_dawn_are_told()
    {
        var other = LoggerReader.Read(Series(), Asked with { Evening = Evening.AddDays(9) });
        Assert.Contains(other.Noticed, n => n.What == LoggerNotice.NoNight);
        Assert.All(other.Probes, p => Assert.Null(p.LowC));
        var cut = LoggerReader.Read(Series(h => h < 26 ? (Outside(h), null, null) : (null, null, null)), Asked);
        Assert.Contains(cut.Noticed, n => n is { What: LoggerNotice.NoDawn, Probe: 0 });
    }
}
