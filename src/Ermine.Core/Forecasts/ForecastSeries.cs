using Ermine.Core.Units;

namespace Ermine.Core.Forecasts;

/// <summary>One reading of a forecast.</summary>
/// <param name="Time">When, with the offset of local time there.</param>
/// <param name="TemperatureC">Air, °C, −90 to 60.</param>
/// <param name="WindMs">Wind at 10 m, m/s, 0–100; null where not given.</param>
/// <param name="Humidity">Relative humidity over water, 0–1; null where not given.</param>
/// <param name="Cloud">Cloud, 0–1; null where not given.</param>
/// <param name="Members">Air in each member of an ensemble, °C, always in the same order; null for a single forecast.</param>
/// <param name="FallsMm">Rain or melted snow that falls in the hour, mm, 0–200; null where not given.</param>
public sealed record ForecastHour(
    DateTimeOffset Time,
    double TemperatureC,
    double? WindMs = null,
    double? Humidity = null,
    double? Cloud = null,
    IReadOnlyList<double>? Members = null,
    double? FallsMm = null
);

/// <summary>A forecast as it was read; it never changes.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">File or source it came from.</param>
/// <param name="IssuedAt">When it was made; the first reading where the source does not say.</param>
/// <param name="ElevationM">Elevation it is for, m; null where not said.</param>
/// <param name="Hours">Readings in order of time.</param>
public sealed record ForecastSeries(
    Guid Id,
    string Name,
    DateTimeOffset IssuedAt,
    double? ElevationM,
    IReadOnlyList<ForecastHour> Hours
)
{
    /// <summary>Local hour at which a night begins.</summary>
    public const int NightBegins = 18;

    /// <summary>Local hour at which a night ends, on the day after.</summary>
    public const int NightEnds = 9;

    /// <summary>What the forecast says for the night that begins on a date; null where it has no reading in that night.</summary>
    /// <param name="evening">Date of the evening.</param>
    /// <param name="elevationIfUnknown">Elevation taken where the forecast does not say its own, m.</param>
    public ForecastNight? Night(DateOnly evening, double elevationIfUnknown)
    {
        var from = evening.ToDateTime(new(NightBegins, 0));
        var to = evening.AddDays(1).ToDateTime(new(NightEnds, 0));
        var night = Between(from, to).ToList();
        if (night.Count == 0)
            return null;
        var coldest = night.MinBy(h => h.TemperatureC)!;
        var members = night.Min(h => h.Members?.Count ?? 0);
        return new(
            new(coldest.TemperatureC),
            Math.Max(0, Math.Round((coldest.Time - IssuedAt).TotalDays, 1)),
            ElevationM ?? elevationIfUnknown,
            night.Average(h => h.Cloud),
            night.Average(h => h.WindMs),
            members == 0 ? null : [.. Enumerable.Range(0, members).Select(m => night.Min(h => h.Members![m])).Order()]
        );
    }

    /// <summary>Whether a night's readings cover dawn, when it is coldest: from midnight to six.</summary>
    /// <param name="evening">Date of the evening.</param>
    public bool CoversDawn(DateOnly evening)
    {
        var midnight = evening.AddDays(1).ToDateTime(TimeOnly.MinValue);
        return Between(midnight.AddHours(3), midnight.AddHours(7)).Any();
    }

    /// <summary>Air at each full hour of a night, evenly between readings at most six hours apart; null where it does not cover the night.</summary>
    /// <param name="evening">Date of the evening.</param>
    /// <param name="from">First hour, from the midnight before the evening.</param>
    /// <param name="to">Last hour.</param>
    public IReadOnlyList<double>? Hourly(DateOnly evening, double from, double to)
    {
        var midnight = evening.ToDateTime(TimeOnly.MinValue);
        var readings = Between(midnight.AddHours(from - 6), midnight.AddHours(to + 6))
            .Select(h => (Hour: (h.Time.DateTime - midnight).TotalHours, h.TemperatureC))
            .Where(r => r.Hour >= from - 6 && r.Hour <= to + 6)
            .ToList();
        var air = new List<double>();
        for (var hour = from; hour <= to; hour++)
        {
            var after = readings.FindIndex(r => r.Hour >= hour);
            if (after < 0 || after == 0 && readings[0].Hour > hour)
                return null;
            var (b, a) = (readings[after], readings[Math.Max(0, after - 1)]);
            if (b.Hour - a.Hour > 6)
                return null;
            var share = b.Hour > a.Hour ? (hour - a.Hour) / (b.Hour - a.Hour) : 1;
            air.Add(a.TemperatureC + share * (b.TemperatureC - a.TemperatureC));
        }
        return air;
    }

    /// <summary>Furthest that a reading of wind, cloud or rain stands for, h.</summary>
    private const double StandsFor = 3.5;

    /// <summary>The reading nearest to an hour of a day, for what is not read between readings; null where none is near.</summary>
    /// <param name="day">The day.</param>
    /// <param name="hour">Hours from its midnight.</param>
    public ForecastHour? Nearest(DateOnly day, double hour)
    {
        var at = day.ToDateTime(TimeOnly.MinValue).AddHours(hour);
        return Between(at.AddHours(-StandsFor), at.AddHours(StandsFor))
            .MinBy(h => Math.Abs((h.Time.DateTime - at).TotalHours));
    }

    /// <summary>Highest reading of a day, from six to eighteen local time; null where there is none.</summary>
    /// <param name="day">The day.</param>
    public Temperature? DayHigh(DateOnly day)
    {
        var readings = Between(day.ToDateTime(new(6, 0)), day.ToDateTime(new(NightBegins, 59)));
        return readings.MaxBy(h => h.TemperatureC) is { } warmest ? new(warmest.TemperatureC) : null;
    }

    /// <summary>Readings between two local times, both counted in; only those near them are looked at.</summary>
    private IEnumerable<ForecastHour> Between(DateTime from, DateTime to)
    {
        for (var n = FirstNotBefore(from.AddDays(-1)); n < Hours.Count; n++)
        {
            var local = Hours[n].Time.DateTime;
            if (Hours[n].Time.UtcDateTime > to.AddDays(1))
                yield break;
            if (local >= from && local <= to)
                yield return Hours[n];
        }
    }

    /// <summary>Place of the first reading that is not before a time; local time is at most 14 hours off it.</summary>
    private int FirstNotBefore(DateTime utc)
    {
        var (low, high) = (0, Hours.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (Hours[middle].Time.UtcDateTime < utc)
                low = middle + 1;
            else
                high = middle;
        }
        return low;
    }
}
