using Ermine.Core.Days;
using Ermine.Core.Nights;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>The weather of a day: the forecast's hours on the cold side, or a curve; rain and wet snow.</summary>
public class DayWeatherTests
{
    private static readonly DateTimeOffset Midnight = new(2027, 2, 13, 0, 0, 0, TimeSpan.FromHours(1));

    private static ForecastSeries Forecast(Func<int, double> air, Func<int, double>? falls = null) =>
        new(
            Guid.NewGuid(),
            "forecast",
            Midnight.AddHours(-6),
            500,
            [
                .. Enumerable
                    .Range(0, 60)
                    .Select(h => new ForecastHour(
                        Midnight.AddHours(h),
                        air(h),
                        4,
                        0.7,
                        0.9,
                        FallsMm: falls?.Invoke(h)
                    )),
            ]
        );

    private static Night At(double elevation = 500) =>
        Night(null) with
        {
            ElevationM = elevation,
            TypedWindMs = null,
            TypedCloud = null,
        };

    private static DayWeather Weather(ForecastSeries? forecast, params Night[] nights) =>
        DayWeather.Of(new TripContext(Trip(Slept(), nights), new([]), forecast), nights.Length - 1)!;

    private static DayBlock Block(Sky? sky = null, double? air = null) =>
        new(Guid.NewGuid(), Activity.Walk, 8, 10, Sky: sky, AirC: air);

    [Fact]
    public void Hours_of_the_forecast_are_taken_colder_by_height_and_trust()
    {
        var forecast = Forecast(h => -10 + h % 24 / 4.0);
        var here = Weather(forecast, At());
        var above = Weather(forecast, At(1500));
        Assert.Equal(-10 + 12 / 4.0, here.AirAt(12), 0.01);
        Assert.Equal(here.AirAt(12) - 6.5, above.AirAt(12), 0.01);
        Assert.Equal(4, here.At(12, Block()).WindMs, 0.01);
        Assert.Equal(-3, here.At(12, Block(air: -3)).AirC);
    }

    [Fact]
    public void Without_a_forecast_the_day_runs_from_low_over_high_to_low()
    {
        var before = Night(-20) with { TypedHighC = -8 };
        var tonight = Night(-14, day: 14);
        var day = Weather(null, before, tonight);
        Assert.Equal(-20, day.AirAt(7), 0.01);
        Assert.Equal(-8, day.AirAt(14), 0.01);
        Assert.Equal(-14, day.AirAt(31), 0.01);
        var (low, high) = day.Between(7, 21);
        Assert.Equal((-20, -8), (Math.Round(low, 2), Math.Round(high, 2)));
    }

    [Theory]
    [InlineData(2, 1.0, Sky.Rain)]
    [InlineData(0, 1.0, Sky.WetSnow)]
    [InlineData(-8, 1.0, Sky.DrySnow)]
    [InlineData(2, 0.0, Sky.DrySnow)]
    public void What_falls_is_read_by_the_air(double air, double falls, Sky expected)
    {
        var at = Weather(Forecast(_ => air, _ => falls), At()).At(12, Block());
        Assert.Equal(expected, at.Sky);
        Assert.Equal(expected is Sky.Rain or Sky.WetSnow, at.FallsMm > 0);
    }

    [Fact]
    public void What_is_typed_goes_before_the_forecast_and_where_nothing_is_known_there_is_no_day()
    {
        var dry = Weather(Forecast(_ => -12), At());
        Assert.True(dry.At(12, Block(Sky.WetSnow)).FallsMm > 0);
        Assert.Null(DayWeather.Of(new TripContext(Trip(Slept(), Night(null)), new([]), null), 0));
        Assert.Contains(dry.Assumed, a => a.Contains("rain", StringComparison.Ordinal));
    }

    [Fact]
    public void The_tent_has_its_own_air_and_the_forest_less_wind()
    {
        var camp = new TripContext(Trip(Slept(), Night(-20)), new([]), null).Where(0, Ground.LiesAt.NotSaid);
        var air = new DayAir(-20, 6, 0.8, Sky.DrySnow, 0);
        var open = DayClimate.At(air, DayPlace.Open, camp);
        Assert.Equal((-20, 6), (open.AirC, open.WindMs));
        Assert.True(DayClimate.At(air, DayPlace.Tent, camp).AirC > -19);
        Assert.True(DayClimate.At(air, DayPlace.Forest, camp).WindMs < 3);
        Assert.True(DayClimate.At(air, DayPlace.Fire, camp).AirC > -20);
    }

    [Fact]
    public void Every_preset_fills_the_day_between_getting_up_and_getting_in()
    {
        foreach (var preset in Presets.All(Guid.NewGuid(), 8, 20))
        {
            Assert.Equal(20, preset.Blocks[^1].ToHour);
            Assert.True(preset.Blocks[0].FromHour <= 8);
            Assert.Equal(preset.Blocks.Count, preset.Blocks.Select(b => b.Id).Distinct().Count());
            Assert.All(
                preset.Blocks.Skip(1).Zip(preset.Blocks),
                p => Assert.True(p.First.FromHour >= p.Second.ToHour - 1e-9)
            );
        }
    }
}
