using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Ermine.Core.Body;
using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Core.Kit;
using Ermine.Core.Learning;
using Ermine.Core.Nights;
using Ermine.Core.Plans;

namespace Ermine.Storage;

/// <summary>A row that this version cannot read; the message says why.</summary>
internal sealed class UnreadableException(string why) : Exception(why);

/// <summary>
/// Core records to rows and back. Sleepers, things and trips are kept whole as JSON, so that a field added with a default needs no new
/// table; what a trip refers to stands in tables of its own, so that the database guards it.
/// </summary>
internal static class Mapping
{
    internal static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
        IgnoreReadOnlyProperties = true,
        NumberHandling = JsonNumberHandling.Strict,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
    };

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

    public static LogRow ToRow(this LogEntry e) =>
        new()
        {
            Id = e.Id,
            Name = $"{e.Date:yyyy-MM-dd} {e.Id}",
            Body = Write(e),
        };

    public static TripRow ToRow(this Trip t) =>
        new()
        {
            Id = t.Id,
            Name = t.Name,
            Body = Write(t),
            ForecastId = t.ForecastId,
            Items = [.. t.RefersTo.Select(id => new TripItemRow { TripId = t.Id, ItemId = id })],
            Sleepers = [.. t.Members.Select(m => new TripSleeperRow { TripId = t.Id, SleeperId = m.SleeperId })],
        };

    public static ForecastRow ToRow(this ForecastSeries f) =>
        new()
        {
            Id = f.Id,
            Name = f.Name,
            IssuedAt = f.IssuedAt,
            ElevationM = f.ElevationM,
            From = f.Hours[0].Time,
            To = f.Hours[^1].Time,
            HourCount = f.Hours.Count,
            MemberCount = f.Hours[0].Members?.Count ?? 0,
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
                            FallsMm = h.FallsMm,
                        }
                ),
            ],
        };

    /// <summary>A record from its row's own columns and its body.</summary>
    /// <exception cref="UnreadableException">It is none that this version can read.</exception>
    public static T Read<T>(string id, string body)
    {
        var utf8 = Encoding.UTF8.GetBytes(body);
        if (JsonEntry.Check(utf8, out _) is [var fault, ..])
            throw new UnreadableException($"{fault.Field} is {fault.Value}.");
        try
        {
            var document = JsonNode.Parse(utf8) as JsonObject ?? throw new UnreadableException("It is empty.");
            var whole = Shapes.Upgraded(document);
            TypedThings.Fill(whole);
            var read = whole.Deserialize<T>(Json)!;
            var own = read switch
            {
                Sleeper s => s.Id,
                KitItem i => i.Id,
                Trip t => t.Id,
                LogEntry e => e.Id,
                _ => Guid.Empty,
            };
            return Guid.TryParse(id, out var named) && named == own
                ? read
                : throw new UnreadableException("Its id is not the one that it is kept under.");
        }
        catch (JsonException unknown)
        {
            throw new UnreadableException(
                unknown.Path is { Length: > 2 } path
                    ? $"This version cannot read its {path[2..]}."
                    : "Something that this version needs is missing from it."
            );
        }
    }

    /// <summary>A stored time.</summary>
    /// <exception cref="UnreadableException">It is none.</exception>
    public static DateTimeOffset Time(string text) =>
        DateTimeOffset.TryParse(text, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var time)
            ? time
            : throw new UnreadableException($"“{text}” is no time.");

    /// <summary>A stored number.</summary>
    /// <exception cref="UnreadableException">It is none that can be told.</exception>
    public static double? Number(object stored) =>
        stored switch
        {
            DBNull => null,
            double d when double.IsFinite(d) => d,
            long l => l,
            _ => throw new UnreadableException($"“{stored}” is no number."),
        };

    /// <summary>Members of an ensemble as they are kept.</summary>
    /// <exception cref="UnreadableException">They are no numbers.</exception>
    public static IReadOnlyList<double>? Members(object stored)
    {
        if (stored is DBNull)
            return null;
        try
        {
            var read = JsonSerializer.Deserialize<List<double>>((string)stored, Json);
            return read is null || read.All(double.IsFinite)
                ? read
                : throw new UnreadableException("A member is no number.");
        }
        catch (Exception error) when (error is JsonException or InvalidCastException)
        {
            throw new UnreadableException("Its members cannot be read.");
        }
    }

    /// <summary>
    /// A body with what the one before it holds and this version does not know. This version writes every field that it knows, so what
    /// is missing from the new one is another version's. Entries of lists belong together by their ids.
    /// </summary>
    public static string Keeping(string before, string now)
    {
        if (JsonNode.Parse(before) is not JsonObject old || JsonNode.Parse(now) is not JsonObject body)
            return now;
        var whole = Shapes.Upgraded(old);
        TypedThings.Fill(whole);
        TypedThings.Fill(body);
        if (!Keep(whole, body))
            return now;
        TypedThings.Thin(body);
        return body.ToJsonString(Json);
    }

    private static readonly string[] Ids = ["id", "itemId", "nightId", "sleeperId", "rule"];

    private static bool Keep(JsonNode? old, JsonNode? now)
    {
        var kept = false;
        if (old is JsonObject before && now is JsonObject after)
        {
            foreach (var (name, value) in before)
            {
                if (after.TryGetPropertyValue(name, out var known))
                    kept |= Keep(value, known);
                else
                {
                    after[name] = value?.DeepClone();
                    kept = true;
                }
            }
        }
        else if (old is JsonArray olds && now is JsonArray entries)
        {
            var byId = olds.OfType<JsonObject>()
                .Select(o => (Key: KeyOf(o), Entry: o))
                .Where(o => o.Key is not null)
                .DistinctBy(o => o.Key)
                .ToDictionary(o => o.Key!, o => o.Entry);
            foreach (var entry in entries.OfType<JsonObject>())
            {
                if (KeyOf(entry) is { } key && byId.TryGetValue(key, out var same))
                    kept |= Keep(same, entry);
            }
        }
        return kept;
    }

    private static string? KeyOf(JsonObject entry) =>
        Ids.Where(entry.ContainsKey).Select(id => $"{id}={entry[id]?.ToJsonString()}").FirstOrDefault();

    private static string Write<T>(T thing) => Document(thing).ToJsonString(Json);

    /// <summary>A thing as it is kept: without what is usual for its type, with the number of its shape.</summary>
    public static JsonObject Document<T>(T thing)
    {
        var body = (JsonObject)JsonSerializer.SerializeToNode(thing, Json)!;
        body[Shapes.Field] = Shapes.Now;
        TypedThings.Thin(body);
        return body;
    }
}
