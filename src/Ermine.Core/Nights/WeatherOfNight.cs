using Ermine.Core.Air;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Plans;
using Ermine.Core.Units;

namespace Ermine.Core.Nights;

/// <summary>What the site does between the air that is planned for and the sleeper.</summary>
/// <param name="Kind">Site wind or clear sky.</param>
/// <param name="Value">Factor on the wind, or K.</param>
/// <param name="Why">The reason in a plain sentence.</param>
/// <param name="Overruled">Set by hand.</param>
public sealed record SiteStep(LowStepKind Kind, double Value, string Why, bool Overruled);

/// <summary>The weather a night is planned for.</summary>
/// <param name="Low">From forecast to plan.</param>
/// <param name="High">High of the day after; null where unknown.</param>
/// <param name="DaysAhead">Lead time of the forecast, days.</param>
/// <param name="ForecastWindMs">Wind at 10 m in the forecast, m/s; null where unknown.</param>
/// <param name="WindMs">Wind at 10 m at the camp, m/s; null where unknown.</param>
/// <param name="CloudFraction">Cloud, 0–1; null where unknown.</param>
/// <param name="Site">What the site adds after the low.</param>
/// <param name="WindChill">Wind chill at the low planned for; null where wind is unknown.</param>
/// <param name="MinutesToFrostbite">For a bare face at the low planned for; null where freezing is unlikely or wind unknown.</param>
/// <param name="WetCold">Around 0 °C: wet is the danger rather than dry frost.</param>
/// <param name="Dampness">Water that insulation takes up in wet cold, g on a g; 0 in dry cold.</param>
/// <param name="Outdoors">Low outdoors where the night is slept in a heated shelter; null elsewhere.</param>
public sealed record NightWeather(
    DesignLow Low,
    Temperature? High,
    double DaysAhead,
    double? ForecastWindMs,
    double? WindMs,
    double? CloudFraction,
    IReadOnlyList<SiteStep> Site,
    Temperature? WindChill,
    double? MinutesToFrostbite,
    bool WetCold,
    double Dampness,
    Temperature? Outdoors = null
)
{
    /// <summary>What a clear sky takes from a bed without cover, K.</summary>
    public double ClearSkyLoss =>
        Site.FirstOrDefault(s => s.Kind == LowStepKind.ClearSky)?.Value ?? ShelterUse.UsualClearSkyLoss;
}

/// <summary>Reads a night's weather from what is typed and what is forecast.</summary>
public static class WeatherOfNight
{
    /// <summary>Water that insulation takes up in full wet cold, g on a g (assumption).</summary>
    public const double WetColdWater = 0.10;

    /// <summary>From nothing at −8 °C to all of it from −2 to +4 °C, and nothing again at +8 °C (assumption).</summary>
    public static double DampnessAt(Temperature low) =>
        WetColdWater * Math.Clamp(Math.Min((low.Celsius + 8) / 6, (8 - low.Celsius) / 4), 0, 1);

    /// <summary>A night counts as wet cold where half of that is taken up: from −5 to +6 °C (assumption).</summary>
    public static bool IsWetCold(Temperature low) => DampnessAt(low) > WetColdWater / 2;

    /// <summary>The weather of a night; null while no low is known.</summary>
    /// <param name="trip">The trip.</param>
    /// <param name="index">Which night, from 0.</param>
    /// <param name="forecast">The forecast it stands on.</param>
    /// <param name="assumed">Takes what was taken for granted.</param>
    /// <param name="places">How far forecasts have been off at camps before.</param>
    public static NightWeather? Of(
        Trip trip,
        int index,
        ForecastSeries? forecast,
        List<string> assumed,
        KnownPlaces? places = null
    )
    {
        var night = trip.Nights[index];
        var read = forecast?.Night(night.Date, night.ElevationM);
        var inside = night.Shelter == Shelter.Heated ? night.InsideC : null;
        var typedLow = night.TypedLowC ?? (read is null ? inside : null);
        if (typedLow is null && read is null)
            return null;
        var typed = typedLow is not null;
        if (typed && read is null)
            assumed.Add("The age of a typed low is not known; the first night was taken as one day ahead.");
        if (!typed && forecast!.ElevationM is null)
            assumed.Add("The forecast does not say its elevation; the camp's was taken.");
        if (!typed && !forecast!.CoversDawn(night.Date))
            assumed.Add("The forecast does not cover dawn, when it is coldest: the real low may be lower.");

        var cloud = night.TypedCloud ?? read?.CloudFraction;
        var low = DesignLows.Of(
            new(
                typed ? new(typedLow!.Value) : read!.Low,
                read?.DaysAhead ?? index + 1,
                typed ? night.ElevationM : read!.ForecastElevationM,
                cloud,
                night.TypedWindMs ?? read?.WindMs,
                typed ? null : read!.MemberLows
            ),
            night.Terrain,
            night.ElevationM,
            trip.Trust,
            night.Overrules,
            places?.Of(night.Camp)
        );
        assumed.AddRange(low.Assumed);
        var site = Site(night, read?.WindMs, cloud).ToList();
        var factor = site.FirstOrDefault(s => s.Kind == LowStepKind.SiteWind)?.Value ?? 1;
        var wind = night.TypedWindMs ?? read?.WindMs * factor;
        var weather = new NightWeather(
            low,
            night.TypedHighC is { } high ? new(high) : forecast?.DayHigh(night.Date.AddDays(1)),
            read?.DaysAhead ?? index + 1,
            read?.WindMs,
            wind,
            cloud,
            site,
            wind is { } w ? Wind.Chill(low.PlanFor, w) : null,
            wind is { } v ? Wind.MinutesToFrostbite(low.PlanFor, v) : null,
            IsWetCold(low.PlanFor),
            DampnessAt(low.PlanFor)
        );
        return inside is { } own
            ? weather with
            {
                Low = low.Indoors(new(own)),
                Outdoors = low.PlanFor,
                WetCold = false,
                Dampness = 0,
            }
            : weather;
    }

    /// <summary>The forecast's own hours where it covers the night, else a cosine; both moved so that their coldest is the low planned for.</summary>
    /// <param name="night">The night.</param>
    /// <param name="weather">Its weather.</param>
    /// <param name="forecast">The forecast it stands on.</param>
    /// <param name="bedtime">When it begins and ends.</param>
    public static AirOfNight Air(Night night, NightWeather weather, ForecastSeries? forecast, Bedtime bedtime)
    {
        var (from, to) = (Math.Floor(bedtime.InHour), Math.Ceiling(bedtime.UpHour));
        if (weather.Outdoors is not null)
            return new(from, [.. Enumerable.Repeat(weather.Low.PlanFor.Celsius, (int)(to - from) + 1)]);
        var hours = night.TypedLowC is null ? forecast?.Hourly(night.Date, from, to) : null;
        hours ??= Diurnal.Hours(
            weather.Low.PlanFor.Celsius,
            (weather.High ?? weather.Low.PlanFor + Diurnal.SwingIfUnknown).Celsius,
            from,
            to
        );
        var shift = weather.Low.PlanFor.Celsius - hours.Min();
        return new(from, [.. hours.Select(t => t + shift)]);
    }

    /// <summary>A night of usual swing down to a low, for what is asked while none is known.</summary>
    /// <param name="low">Its low.</param>
    /// <param name="bedtime">When it begins and ends.</param>
    public static AirOfNight UsualAir(Temperature low, Bedtime bedtime)
    {
        var (from, to) = (Math.Floor(bedtime.InHour), Math.Ceiling(bedtime.UpHour));
        return new(from, [.. Diurnal.Hours(low.Celsius, (low + Diurnal.SwingIfUnknown).Celsius, from, to)]);
    }

    private static IEnumerable<SiteStep> Site(Night night, double? forecastWind, double? cloud)
    {
        Overrule? ByHand(LowStepKind kind) => night.Overrules?.FirstOrDefault(o => o.Kind == kind);
        SiteStep Set(Overrule o) => new(o.Kind, o.Value, o.Note.Length > 0 ? o.Note : "Set by hand.", true);
        if (night.TypedWindMs is null && forecastWind is not null)
        {
            if (ByHand(LowStepKind.SiteWind) is { } wind)
                yield return Set(wind);
            else if (SiteWind.Factor(night.Terrain) is not 1 and var factor)
                yield return new(
                    LowStepKind.SiteWind,
                    factor,
                    factor > 1
                        ? "Open ground and heights catch more wind than the forecast's point."
                        : "The lie of the camp slows the wind.",
                    false
                );
        }
        if (ByHand(LowStepKind.ClearSky) is { } sky)
            yield return Set(sky);
        else if (night.Shelter is Shelter.None or Shelter.Windbreak && (cloud ?? 0) < DesignLows.ClearBelow)
            yield return new(
                LowStepKind.ClearSky,
                ShelterUse.UsualClearSkyLoss,
                "Under a clear sky without cover, bag and ground radiate their heat away.",
                false
            );
    }
}
