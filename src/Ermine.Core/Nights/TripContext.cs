using System.Collections.Concurrent;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Nights;

/// <summary>
/// What everyone who asks about a trip shares: its nights and their weather, what is owned, and the word to stop. May be asked by several
/// at once.
/// </summary>
public sealed class TripContext
{
    private readonly ConcurrentDictionary<int, (NightWeather?, IReadOnlyList<string>)> weathers = [];
    private readonly ConcurrentDictionary<(int, double, double), AirOfNight> airs = [];

    /// <summary>Brings together what is shared.</summary>
    /// <param name="trip">The trip.</param>
    /// <param name="closet">What is owned.</param>
    /// <param name="forecast">The forecast it stands on.</param>
    /// <param name="stop">Ends the work: whoever asked is gone, or it takes too long. Every night and every balance looks at it.</param>
    public TripContext(Trip trip, Closet closet, ForecastSeries? forecast, CancellationToken stop = default) =>
        (Trip, Closet, Forecast, Stop) = (trip, closet, forecast, stop);

    private TripContext(TripContext other, Trip trip, Closet closet)
        : this(trip, closet, other.Forecast, other.Stop) =>
        (weathers, airs, Places) = (other.weathers, other.airs, other.Places);

    /// <summary>The trip.</summary>
    public Trip Trip { get; }

    /// <summary>What is owned.</summary>
    public Closet Closet { get; }

    /// <summary>The forecast it stands on.</summary>
    public ForecastSeries? Forecast { get; }

    /// <summary>How far forecasts have been off at camps before; null where nothing was measured.</summary>
    public KnownPlaces? Places { get; init; }

    /// <summary>Ends the work.</summary>
    public CancellationToken Stop { get; }

    /// <summary>The same with other things owned.</summary>
    public TripContext With(Closet closet) => new(this, Trip, closet);

    /// <summary>The same nights with other things used or carried.</summary>
    /// <param name="changed">The trip; its nights are the same.</param>
    public TripContext With(Trip changed) => new(this, changed, Closet);

    /// <summary>What is owned, can be slept in and is not used by others of the party.</summary>
    /// <param name="outfit">Of whom.</param>
    public Closet FreeFor(Outfit outfit) =>
        Closet.Without(
            Trip.Uses.Where(u => u.SleeperId != outfit.SleeperId)
                .Select(u => u.ItemId)
                .Concat(Closet.All.Where(t => !t.Item.IsForNight).Select(t => t.Item.Id))
        );

    /// <summary>Weather of a night; null while no low is known.</summary>
    /// <param name="night">Which, from 0.</param>
    public NightWeather? Weather(int night) => Read(night).Weather;

    /// <summary>What was taken for granted of its weather.</summary>
    /// <param name="night">Which, from 0.</param>
    public IReadOnlyList<string> AssumedOfWeather(int night) => Read(night).Assumed;

    /// <summary>Air through a night whose low is known.</summary>
    /// <param name="night">Which, from 0.</param>
    /// <param name="bedtime">When it begins and ends.</param>
    public AirOfNight Air(int night, Bedtime bedtime) =>
        airs.GetOrAdd(
            (night, bedtime.InHour, bedtime.UpHour),
            _ => WeatherOfNight.Air(Trip.Nights[night], Weather(night)!, Forecast, bedtime)
        );

    /// <summary>Shelter and ground of a night.</summary>
    /// <param name="night">Which, from 0.</param>
    /// <param name="lies">Where one lies among several.</param>
    /// <param name="windMs">Wind outside, m/s; the night's own where null.</param>
    /// <param name="ventsOpened">Vents have been opened.</param>
    public Surroundings Where(int night, LiesAt lies, double? windMs = null, bool ventsOpened = false)
    {
        var at = Trip.Nights[night];
        var weather = Weather(night);
        return new(
            at.Surface,
            new(
                at.Shelter,
                Math.Max(at.Sleepers, Trip.Members.Count),
                at.VentsOpen || ventsOpened,
                (weather?.CloudFraction ?? 0) < DesignLows.ClearBelow,
                windMs ?? weather?.WindMs ?? 0,
                weather?.ClearSkyLoss ?? ShelterUse.UsualClearSkyLoss,
                lies
            ),
            at.GlacierMeanC ?? GroundTemperature.GlacierMeanAnnual,
            weather?.Outdoors
        );
    }

    private (NightWeather? Weather, IReadOnlyList<string> Assumed) Read(int night) =>
        weathers.GetOrAdd(
            night,
            n =>
            {
                var assumed = new List<string>();
                return (WeatherOfNight.Of(Trip, n, Forecast, assumed, Places), assumed);
            }
        );
}
