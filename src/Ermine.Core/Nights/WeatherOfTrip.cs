using System.Collections.Concurrent;
using Ermine.Core.Forecasts;

namespace Ermine.Core.Nights;

/// <summary>The weather of every night of a trip, read once and shared by all who ask about it, several at once if need be.</summary>
/// <param name="trip">The trip; who comes along does not matter here.</param>
/// <param name="forecast">The forecast it stands on.</param>
public sealed class WeatherOfTrip(Trip trip, ForecastSeries? forecast)
{
    private readonly ConcurrentDictionary<int, (NightWeather?, IReadOnlyList<string>)> nights = [];
    private readonly ConcurrentDictionary<(int, double, double), AirOfNight> airs = [];

    /// <summary>The forecast the trip stands on.</summary>
    public ForecastSeries? Forecast => forecast;

    /// <summary>Weather of a night, null while no low is known, and what was taken for granted.</summary>
    /// <param name="index">Which night, from 0.</param>
    public (NightWeather? Weather, IReadOnlyList<string> Assumed) Of(int index) =>
        nights.GetOrAdd(
            index,
            n =>
            {
                var assumed = new List<string>();
                return (WeatherOfNight.Of(trip, n, forecast, assumed), assumed);
            }
        );

    /// <summary>Air through a night whose low is known.</summary>
    /// <param name="index">Which night, from 0.</param>
    /// <param name="evening">When it begins and ends.</param>
    public AirOfNight Air(int index, Evening evening) =>
        airs.GetOrAdd(
            (index, evening.InHour, evening.UpHour),
            _ => WeatherOfNight.Air(trip.Nights[index], Of(index).Weather!, forecast, evening)
        );
}
