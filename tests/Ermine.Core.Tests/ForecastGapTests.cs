using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>A forecast that does not reach the nights it is asked for.</summary>
public class ForecastGapTests
{
    private static ForecastSeries Until(DateTime end)
    {
        var from = new DateTimeOffset(2027, 2, 12, 6, 0, 0, TimeSpan.FromHours(1));
        var hours = Enumerable.Range(0, 200).Select(n => from.AddHours(n)).Where(t => t.DateTime <= end);
        return new(Guid.NewGuid(), "cut", from, 500, [.. hours.Select(t => new ForecastHour(t, -10))]);
    }

    private static Trip Asked(ForecastSeries forecast, double? typed = null) =>
        Trip(Slept(), [.. Enumerable.Range(13, 4).Select(day => Night(typed, day: day))]) with
        {
            ForecastId = forecast.Id,
        };

    [Fact]
    public void A_forecast_that_reaches_every_dawn_has_no_gap()
    {
        var forecast = Until(new(2027, 2, 17, 8, 0, 0));
        Assert.Null(ForecastGap.Of(Asked(forecast), forecast));
    }

    [Fact]
    public void What_it_does_not_reach_is_named_from_its_first_missing_dawn_on()
    {
        var forecast = Until(new(2027, 2, 14, 22, 0, 0));
        var gap = ForecastGap.Of(Asked(forecast), forecast)!;
        Assert.Equal([2, 3], gap.Missing);
        Assert.Equal([1], gap.WithoutDawn);
        Assert.Contains("night 2 is read without dawn", gap.Sentence, StringComparison.Ordinal);
        Assert.Contains("nights 3 and 4 are not in it at all", gap.Sentence, StringComparison.Ordinal);
        Assert.Contains("to 14 Feb, 22:00", gap.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void Typed_lows_ask_nothing_of_it() =>
        Assert.Null(ForecastGap.Of(Asked(Until(new(2027, 2, 13, 0, 0, 0)), -20), Until(new(2027, 2, 13, 0, 0, 0))));

    [Fact]
    public void One_that_cannot_be_read_reaches_nothing() =>
        Assert.Equal([0, 1, 2, 3], ForecastGap.Of(Asked(Until(new(2027, 2, 17, 0, 0, 0))), null)!.Missing);
}
