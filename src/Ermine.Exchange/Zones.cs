using NodaTime;
using NodaTime.TimeZones;

namespace Ermine.Exchange;

/// <summary>Which zone a place is likely to lie in.</summary>
internal static class Zones
{
    /// <summary>A zone whose usual offset lies further than this from the sun's is another part of the world, h.</summary>
    private const double Apart = 2.5;

    /// <summary>
    /// Zones to propose, likeliest first: the browser's where the longitude does not speak against it, else the one whose chief place is
    /// nearest.
    /// </summary>
    /// <param name="latitude">Latitude, ° north; null where not known.</param>
    /// <param name="longitude">Longitude, ° east; null where not known.</param>
    /// <param name="browser">The zone of whoever asks; null where not known.</param>
    public static IReadOnlyList<string> Proposed(double? latitude, double? longitude, string? browser)
    {
        var here = browser is not null && DateTimeZoneProviders.Tzdb.GetZoneOrNull(browser) is { } zone ? zone : null;
        if (latitude is not (>= -90 and <= 90 and var north) || longitude is not (>= -180 and <= 180 and var east))
            return here is null ? [] : [here.Id];
        var nearest = TzdbDateTimeZoneSource
            .Default.ZoneLocations!.OrderBy(l => Angle(north, east, l.Latitude, l.Longitude))
            .First()
            .ZoneId;
        if (here is null || Math.Abs(Hours(here) - east / 15) > Apart)
            return [nearest];
        return here.Id == nearest ? [nearest] : [here.Id, nearest];
    }

    private static double Hours(DateTimeZone zone) =>
        zone.GetUtcOffset(Instant.FromUtc(2026, 1, 15, 0, 0)).Seconds / 3600.0;

    private static double Angle(double north, double east, double otherNorth, double otherEast)
    {
        static double Rad(double degrees) => degrees * Math.PI / 180;
        var cos =
            Math.Sin(Rad(north)) * Math.Sin(Rad(otherNorth))
            + Math.Cos(Rad(north)) * Math.Cos(Rad(otherNorth)) * Math.Cos(Rad(east - otherEast));
        return Math.Acos(Math.Clamp(cos, -1, 1));
    }
}
