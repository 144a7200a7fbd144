using System.Globalization;
using System.Text;
using Ermine.Core.Learning;
using Ermine.Exchange;
using Ermine.Standins;

namespace Ermine.Server.Tests;

/// <summary>What temperature loggers write.</summary>
public class LoggerFileTests
{
    private static LoggerReading Read(string text, TemperatureUnit? unit = null) =>
        LoggerFile.Read(Encoding.UTF8.GetBytes(text), unit);

    private static readonly DateOnly Evening = new(2026, 1, 16);

    private static LoggerTrip Trip(LoggerStyle style = LoggerStyle.Plain, LoggerFault fault = LoggerFault.None) =>
        new(Evening, [-20, -26], Style: style, Fault: fault);

    private static LoggerNight Night(LoggerTrip trip, int night = 0) =>
        LoggerReader.Read(Read(SimulatedLogger.Write(trip)).Series!, new(Evening.AddDays(night), 21, 31, TentAddsK: 4));

    [Theory]
    [InlineData(LoggerStyle.Plain)]
    [InlineData(LoggerStyle.Commas)]
    [InlineData(LoggerStyle.Fahrenheit)]
    public void However_it_writes_its_lows_are_the_same(LoggerStyle style)
    {
        foreach (var (night, low) in new[] { (0, -20.0), (1, -26.0) })
        {
            var read = Night(Trip(style), night);
            Assert.Equal([Probe.Outside, Probe.Pillow, Probe.InBag], read.Probes.Select(p => p.Probe));
            Assert.Equal(low, read.Probes[0].LowC!.Value, 0.6);
            Assert.Equal(low + 4, read.Probes[1].LowC!.Value, 0.9);
            Assert.Empty(read.Noticed);
        }
    }

    [Theory]
    [InlineData(LoggerFault.DropsOut, LoggerNotice.Gap)]
    [InlineData(LoggerFault.LeftInTent, LoggerNotice.InTent)]
    [InlineData(LoggerFault.ClockAhead, LoggerNotice.Clock)]
    public void What_is_wrong_with_it_is_noticed(LoggerFault fault, LoggerNotice notice) =>
        Assert.Contains(
            Enumerable.Range(1, 8).SelectMany(seed => Night(Trip(fault: fault) with { Seed = seed }).Noticed),
            n => n.What == notice
        );

    [Fact]
    public void A_million_lines_of_two_years_with_clocks_put_forward_and_back_in_fahrenheit_with_commas()
    {
        var text = new StringBuilder("Nr;Zeit;außen °F\r\n", 40_000_000);
        var at = new DateTime(2025, 1, 1);
        var (number, forward, back) = (0, new DateTime(2025, 3, 30, 2, 0, 0), new DateTime(2025, 10, 26, 3, 0, 0));
        var putBack = false;
        while (number < 1_000_000)
        {
            number++;
            var low = at is { Month: 12, Day: 24, Hour: 6 } ? -13.0 : 14.5;
            text.Append(CultureInfo.InvariantCulture, $"{number};{at:dd.MM.yyyy HH:mm};")
                .Append(low.ToString("0.0", CultureInfo.InvariantCulture).Replace('.', ','))
                .Append("\r\n");
            at = at.AddMinutes(1);
            if (at == forward)
                at = at.AddHours(1);
            else if (at == back && !putBack)
                (at, putBack) = (at.AddHours(-1), true);
        }
        var reading = Read(text.ToString());
        Assert.Equal(1_000_000, reading.Series!.At.Count);
        Assert.Equal(0, reading.LeftOut);
        Assert.Equal([1.0, -1.0], reading.Series.ClockSteps.Select(s => s.Hours));
        Assert.Equal(["außen °F"], reading.Series.Names);
        var night = LoggerReader.Read(reading.Series, new(new(2025, 12, 23), 21, 31));
        Assert.Equal((-25.0, 30.0), (Math.Round(night.Probes[0].LowC!.Value, 2), night.Probes[0].LowHour!.Value));
    }

    [Fact]
    public void Longer_than_that_is_refused_with_the_line()
    {
        var line = "2026-01-16 20:00,-5\n";
        var text = "time,outside_c\n" + string.Concat(Enumerable.Repeat(line, LoggerFile.MostRows + 3));
        var reading = Read(text);
        Assert.Null(reading.Series);
        Assert.Equal($"line {LoggerFile.MostRows + 2}", reading.Faults.Single().Value);
    }

    [Fact]
    public void Quotes_spacing_and_a_preamble_do_not_matter()
    {
        var reading = Read(
            "Serial: 4711\n\nDate,Time,\"Tent, °C\",Humidity %\n1/16/2026,8:00 PM,\"-5,5\",80\n1/16/2026,11:30 PM,-9.25,81\n1/17/2026,\"6:00 AM\",\"−12\",82\n"
        );
        Assert.Equal(["Tent, °C"], reading.Series!.Names);
        Assert.Equal([-5.5, -9.25, -12], reading.Series.Celsius[0]);
        Assert.Equal(new DateTime(2026, 1, 17, 6, 0, 0), reading.Series.At[^1]);
    }

    [Theory]
    [InlineData("time,a_c\n01/02/2026 20:00,1\n01/02/2026 20:10,1\n01/02/2026 20:20,1\n02/02/2026 20:00,1\n", 2)]
    [InlineData("time,a_c\n01/30/2026 20:00,1\n01/31/2026 20:10,1\n02/01/2026 20:20,1\n", 2)]
    public void Day_and_month_are_told_by_how_the_times_run_on(string text, int monthAtEnd) =>
        Assert.Equal(monthAtEnd, Read(text).Series!.At[^1].Month);

    [Fact]
    public void Without_a_unit_it_is_asked_for()
    {
        const string Text = "time,outside\n2026-01-16 20:00,5\n2026-01-17 06:00,-4\n";
        Assert.Equal(["temperatureUnit"], Read(Text).Needs);
        Assert.Equal(-20, Read(Text, TemperatureUnit.Fahrenheit).Series!.Celsius[0][1], 0.01);
    }

    [Theory]
    [InlineData("")]
    [InlineData("hello\nworld\n")]
    [InlineData("time;outside °C\n2026-01-16 20:00;n/a\n2026-01-16 21:00;\n")]
    [InlineData("time,outside_c\n2026-01-16 20:00,999.9\n")]
    public void What_is_no_logger_file_says_so(string text)
    {
        var reading = Read(text);
        Assert.Null(reading.Series);
        Assert.NotEmpty(reading.Faults.Single().Mend);
    }

    [Fact]
    public void Broken_lines_are_passed_over_and_counted()
    {
        var reading = Read("time,outside_c\n2026-01-16 20:00,-5\nxx,-6\n2026-01-16 20:20,\n2026-01-16 20:30,-7\n");
        Assert.Equal(3, reading.Series!.At.Count);
        Assert.Equal(2, reading.LeftOut);
        Assert.Equal("line 3", reading.Faults.Single().Field);
        Assert.True(double.IsNaN(reading.Series.Celsius[0][1]));
    }
}
