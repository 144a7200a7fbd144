using Ermine.Core.Air;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Units;

namespace Ermine.Core.Days;

/// <summary>The air where work is done.</summary>
/// <param name="AirC">Air, °C.</param>
/// <param name="WindMs">Wind at 10 m, m/s.</param>
/// <param name="Humidity">Over water, 0–1.</param>
/// <param name="Sky">What comes from above.</param>
/// <param name="FallsMm">Rain or wet snow, mm an hour; 0 where what falls is dry.</param>
public readonly record struct DayAir(double AirC, double WindMs, double Humidity, Sky Sky, double FallsMm);

/// <summary>
/// The weather of the day before a night: the forecast's hours at the place on the cold side that its night is planned for, or a curve
/// through the lows before and after it and the high between.
/// </summary>
public sealed class DayWeather
{
    /// <summary>Wind at 10 m taken where none is known, m/s (assumption).</summary>
    public const double WindIfUnknown = 3;

    /// <summary>Humidity taken where none is known (assumption).</summary>
    public const double HumidityIfUnknown = 0.8;

    /// <summary>Air from which rain falls, and under which snow is dry, °C (assumption).</summary>
    public const double RainFrom = 1,
        DryBelow = -2;

    /// <summary>What counts as rain or wet snow, mm an hour (assumption).</summary>
    public const double LeastFall = 0.1;

    /// <summary>What falls where a block says rain or wet snow and the forecast does not say how much, mm an hour (assumption).</summary>
    public const double UsualRain = 2,
        UsualWetSnow = 1;

    /// <summary>Humidity while rain or wet snow falls, at least (assumption).</summary>
    public const double HumidityInWet = 0.95;

    private readonly IReadOnlyList<double> hours;
    private readonly Func<double, ForecastHour?> reading;
    private readonly double? typedWind;
    private readonly double site;

    private DayWeather(
        IReadOnlyList<double> hours,
        Func<double, ForecastHour?> reading,
        double? typedWind,
        double site,
        IReadOnlyList<string> assumed
    ) => (this.hours, this.reading, this.typedWind, this.site, Assumed) = (hours, reading, typedWind, site, assumed);

    /// <summary>What was taken for granted.</summary>
    public IReadOnlyList<string> Assumed { get; }

    /// <summary>The day that ends in a night; null while neither its low nor the one before is known.</summary>
    /// <param name="context">The trip.</param>
    /// <param name="night">Which night, from 0.</param>
    public static DayWeather? Of(TripContext context, int night)
    {
        var at = context.Trip.Nights[night];
        var tonight = context.Weather(night);
        var before =
            night > 0 && context.Trip.Nights[night - 1].Date == at.Date.AddDays(-1) ? context.Weather(night - 1) : null;
        if ((tonight ?? before) is not { } known)
            return null;
        var assumed = new List<string>();
        var forecast = context.Forecast;
        // A low typed for the night stands for the whole day; hours of a forecast that it overrules would tell another story.
        var hourly = at.TypedLowC is null ? forecast?.Hourly(at.Date, 0, 36) ?? Shorter(forecast, at.Date) : null;
        IReadOnlyList<double> hours;
        if (hourly is not null)
        {
            var colder = Colder(known);
            if (colder < -0.05)
                assumed.Add(
                    $"The forecast's hours were taken {-colder:0.0} K colder, as the nights are: for height and for how far it is trusted."
                );
            hours = [.. hourly.Select(t => t + colder)];
        }
        else
        {
            var low = Outdoors(tonight ?? before!);
            var dawn = before is null ? low : Outdoors(before);
            var high = before?.High ?? forecast?.DayHigh(at.Date);
            if (high is null)
                assumed.Add(
                    $"The day's high is not known; {Diurnal.SwingIfUnknown.Kelvin:0} K over the colder low was taken."
                );
            var top = Math.Max(
                (high ?? Colder(low, dawn) + Diurnal.SwingIfUnknown).Celsius,
                Math.Max(low.Celsius, dawn.Celsius)
            );
            hours =
            [
                .. Enumerable
                    .Range(0, 37)
                    .Select(h =>
                        h < Diurnal.HighAt ? Diurnal.At(dawn.Celsius, top, h + 24) : Diurnal.At(low.Celsius, top, h)
                    ),
            ];
        }
        ForecastHour? Reading(double hour) => forecast?.Nearest(at.Date, hour);
        if (at.TypedWindMs is null && Reading(12)?.WindMs is null)
            assumed.Add($"The wind is not known; {WindIfUnknown:0} m/s was taken.");
        if (forecast is null || !forecast.Hours.Any(h => h.FallsMm is not null))
            assumed.Add("Nothing is known of rain or snowfall; what a block does not say falls dry.");
        return new(
            hours,
            Reading,
            at.TypedWindMs,
            known.Site.FirstOrDefault(s => s.Kind == LowStepKind.SiteWind)?.Value ?? 1,
            assumed
        );
    }

    /// <summary>The air where a block is worked, at an hour.</summary>
    /// <param name="hour">From the midnight before the evening, 0–36.</param>
    /// <param name="block">The block; what is typed in it goes before the forecast.</param>
    public DayAir At(double hour, DayBlock block)
    {
        var read = reading(hour);
        var air = block.AirC ?? AirAt(hour);
        var falls = read?.FallsMm ?? 0;
        var sky =
            block.Sky
            ?? (
                falls < LeastFall || air < DryBelow ? Sky.DrySnow
                : air >= RainFrom ? Sky.Rain
                : Sky.WetSnow
            );
        return new(
            air,
            block.WindMs ?? typedWind ?? (read?.WindMs * site ?? WindIfUnknown),
            Math.Max(read?.Humidity ?? HumidityIfUnknown, sky is Sky.Rain or Sky.WetSnow ? HumidityInWet : 0),
            sky,
            sky switch
            {
                Sky.Rain => Math.Max(falls, UsualRain),
                Sky.WetSnow => Math.Max(falls, UsualWetSnow),
                _ => 0,
            }
        );
    }

    /// <summary>Air outside at an hour, °C.</summary>
    public double AirAt(double hour)
    {
        var x = Math.Clamp(hour, 0, hours.Count - 1);
        var i = Math.Min((int)x, hours.Count - 2);
        return hours[i] + (x - i) * (hours[i + 1] - hours[i]);
    }

    /// <summary>Coldest and warmest air from one hour to another, °C.</summary>
    public (double Low, double High) Between(double from, double to)
    {
        var (low, high) = (AirAt(from), AirAt(from));
        for (var hour = from; hour <= to; hour += 0.5)
            (low, high) = (Math.Min(low, AirAt(hour)), Math.Max(high, AirAt(hour)));
        return (low, high);
    }

    /// <summary>A forecast that begins in the morning or ends in the evening: its first and last air stand for the hours beyond.</summary>
    private static IReadOnlyList<double>? Shorter(ForecastSeries? forecast, DateOnly date)
    {
        for (var from = 1; from <= 10; from++)
        {
            for (var to = 35; to >= 18; to--)
            {
                if (forecast?.Hourly(date, from, to) is { } part)
                    return [.. Enumerable.Repeat(part[0], from), .. part, .. Enumerable.Repeat(part[^1], 36 - to)];
            }
        }
        return null;
    }

    private static Temperature Colder(Temperature one, Temperature other) => one.Celsius <= other.Celsius ? one : other;

    private static Temperature Outdoors(NightWeather weather) => weather.Outdoors ?? weather.Low.PlanFor;

    /// <summary>How much colder than forecast the day is planned: what height and trust take off the night, not what pools in it.</summary>
    private static double Colder(NightWeather weather) =>
        Math.Min(
            0,
            Outdoors(weather).Celsius
                - weather.Low.ForecastLow.Celsius
                - weather
                    .Low.Steps.Where(s => s.Kind is LowStepKind.ColdPool or LowStepKind.ClearSky)
                    .Sum(s => s.Change.Kelvin)
        );
}
