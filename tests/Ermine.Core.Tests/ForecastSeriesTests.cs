namespace Ermine.Core.Tests;

public class ForecastSeriesTests
{
    private static readonly DateOnly Evening = new(2027, 2, 13);

    private static ForecastSeries Series(params (int Day, int Hour, double Celsius)[] readings) =>
        new(
            Guid.NewGuid(),
            "series",
            new(2027, 2, 12, 6, 0, 0, TimeSpan.FromHours(1)),
            null,
            [
                .. readings.Select(r => new ForecastHour(
                    new(2027, 2, r.Day, r.Hour, 0, 0, TimeSpan.FromHours(1)),
                    r.Celsius
                )),
            ]
        );

    [Fact]
    public void A_night_runs_from_six_in_the_evening_to_nine_in_the_morning()
    {
        var series = Series((13, 17, -30), (13, 18, -5), (14, 4, -12), (14, 9, -8), (14, 10, -40));
        Assert.Equal(-12, series.Night(Evening, 0)!.Low.Celsius);
    }

    [Fact]
    public void Lead_time_runs_from_the_making_of_the_forecast_to_the_coldest_reading()
    {
        Assert.Equal(1.9, Series((13, 20, -5), (14, 4, -12)).Night(Evening, 0)!.DaysAhead);
        Assert.Equal(0, Series((11, 20, -5)).Night(new(2027, 2, 11), 0)!.DaysAhead);
    }

    [Fact]
    public void Without_an_elevation_of_its_own_it_takes_the_one_given() =>
        Assert.Equal(640, Series((13, 20, -5)).Night(Evening, 640)!.ForecastElevationM);

    [Fact]
    public void Wind_and_cloud_are_averaged_where_they_are_known()
    {
        var time = new DateTimeOffset(2027, 2, 13, 20, 0, 0, TimeSpan.Zero);
        var series = new ForecastSeries(
            Guid.NewGuid(),
            "series",
            time,
            0,
            [new(time, -5, WindMs: 2, Cloud: 0.5), new(time.AddHours(1), -6, WindMs: 4), new(time.AddHours(2), -7)]
        );
        var night = series.Night(Evening, 0)!;
        Assert.Equal(3, night.WindMs!.Value, 1e-9);
        Assert.Equal(0.5, night.CloudFraction!.Value, 1e-9);
        Assert.Null(Series((13, 20, -5)).Night(Evening, 0)!.WindMs);
    }

    [Fact]
    public void It_says_whether_it_covers_dawn()
    {
        Assert.True(Series((14, 5, -5)).CoversDawn(Evening));
        Assert.False(Series((13, 23, -5), (14, 9, -5)).CoversDawn(Evening));
    }

    [Fact]
    public void The_high_of_a_day_is_read_from_its_daylight_hours()
    {
        var series = Series((14, 2, 5), (14, 13, -3), (14, 17, -6), (14, 21, 4));
        Assert.Equal(-3, series.DayHigh(new(2027, 2, 14))!.Value.Celsius);
        Assert.Null(series.DayHigh(new(2027, 2, 20)));
    }

    [Theory]
    [InlineData(0, Terrain.Slope, 1.2)]
    [InlineData(10, Terrain.Plateau, 1.2 + 3.5 + 0.5)]
    [InlineData(4, Terrain.Forest, 1.2 + 1.4 + 0.5)]
    [InlineData(2, Terrain.HighMountain, 1.2 + 0.7 + 2)]
    [InlineData(2, Terrain.LakeIce, 1.2 + 0.7)]
    public void The_spread_grows_with_lead_time_and_terrain(double days, Terrain terrain, double sigma) =>
        Assert.Equal(sigma, DesignLows.Sigma(days, terrain), 1e-9);

    [Fact]
    public void Only_the_offered_confidences_have_a_quantile()
    {
        Assert.Equal(1.645, DesignLows.Quantile(0.95));
        Assert.Throws<ArgumentOutOfRangeException>(() => DesignLows.Quantile(0.42));
    }

    [Fact]
    public void Unknown_sky_and_wind_count_as_clear_and_calm_and_it_says_so()
    {
        var low = DesignLows.Of(new(new(-10), 1, 0, null, null), Terrain.Basin, 0, new());
        Assert.Equal(-16, low.CampLow.Celsius);
        Assert.Equal(2, low.Assumed.Count);
    }
}
