using System.Text.Json;
using System.Text.Json.Serialization;
using Ermine.Core.Forecasts;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Sleepers;

namespace Ermine.Storage;

/// <summary>
/// Rows to core records and back. Sleepers, things and trips are kept whole as JSON, so that a field added with a default needs no new
/// table; what a trip refers to stands in tables of its own, so that the database guards it.
/// </summary>
internal static class Mapping
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
        IgnoreReadOnlyProperties = true,
    };

    public static Sleeper ToCore(this SleeperRow r) => Read<Sleeper>(r) with { Version = r.Version };

    public static KitItem ToCore(this ItemRow r) => Read<KitItem>(r) with { Version = r.Version };

    public static Trip ToCore(this TripRow r) => Read<Trip>(r) with { Version = r.Version };

    public static SleeperRow ToRow(this Sleeper s) =>
        new()
        {
            Id = s.Id,
            Name = s.Name,
            Body = Write(s),
        };

    public static ItemRow ToRow(this KitItem i) =>
        new()
        {
            Id = i.Id,
            Name = i.Name,
            Body = Write(i),
        };

    public static TripRow ToRow(this Trip t) =>
        new()
        {
            Id = t.Id,
            Name = t.Name,
            Body = Write(t),
            ForecastId = t.ForecastId,
            Items =
            [
                .. t
                    .Members.SelectMany(m => m.Uses)
                    .Distinct()
                    .Select(id => new TripItemRow { TripId = t.Id, ItemId = id }),
            ],
            Sleepers = [.. t.Members.Select(m => new TripSleeperRow { TripId = t.Id, SleeperId = m.SleeperId })],
        };

    public static ForecastSeries ToCore(this ForecastRow r) =>
        new(
            r.Id,
            r.Name,
            r.IssuedAt,
            r.ElevationM,
            [
                .. r
                    .Hours.OrderBy(h => h.Position)
                    .Select(h => new ForecastHour(h.Time, h.TemperatureC, h.WindMs, h.Humidity, h.Cloud, h.Members)),
            ]
        );

    public static ForecastRow ToRow(this ForecastSeries f) =>
        new()
        {
            Id = f.Id,
            Name = f.Name,
            IssuedAt = f.IssuedAt,
            ElevationM = f.ElevationM,
            Hours =
            [
                .. f.Hours.Select(
                    (h, n) =>
                        new ForecastHourRow
                        {
                            ForecastId = f.Id,
                            Position = n,
                            Time = h.Time,
                            TemperatureC = h.TemperatureC,
                            WindMs = h.WindMs,
                            Humidity = h.Humidity,
                            Cloud = h.Cloud,
                            Members = h.Members?.ToList(),
                        }
                ),
            ],
        };

    private static T Read<T>(ThingRow row) => JsonSerializer.Deserialize<T>(row.Body, Json)!;

    private static string Write<T>(T thing) => JsonSerializer.Serialize(thing, Json);
}
