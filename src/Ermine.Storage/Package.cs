using System.Text.Json;
using System.Text.Json.Nodes;
using Ermine.Core.Body;
using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Core.Kit;
using Ermine.Core.Learning;
using Ermine.Core.Plans;

namespace Ermine.Storage;

/// <summary>Something in a package that this version cannot read.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Why">Why it cannot be read.</param>
public sealed record Refused(string Kind, string Name, string Why);

/// <summary>Lines of a trip's lists that were ticked elsewhere.</summary>
/// <param name="TripId">The trip.</param>
/// <param name="Ticks">The lines, at most 4 000.</param>
public sealed record TripTicks(Guid TripId, IReadOnlyList<Tick> Ticks);

/// <summary>
/// Trips, things, sleepers and forecasts as they travel in one file: kit alone, a trip with all that it needs, everything, or what a trip
/// book brings home: nights logged and lines ticked.
/// </summary>
public sealed record Package(
    IReadOnlyList<Trip> Trips,
    IReadOnlyList<KitItem> Items,
    IReadOnlyList<Sleeper> Sleepers,
    IReadOnlyList<ForecastSeries> Forecasts,
    IReadOnlyList<LogEntry> Log,
    IReadOnlyList<TripTicks> Ticks,
    IReadOnlyList<Refused> Refused
)
{
    /// <summary>Nothing yet.</summary>
    public static Package Empty { get; } = new([], [], [], [], [], [], []);

    /// <summary>The field by which a package is known, and what it says.</summary>
    private const string Field = "ermine",
        Says = "package";

    /// <summary>Whether a JSON document is a package.</summary>
    public static bool IsOne(JsonNode? document) =>
        document is JsonObject o && o[Field] is JsonValue v && v.TryGetValue(out string? says) && says == Says;

    /// <summary>A package as JSON: documents as they are stored, each with the number of its shape.</summary>
    public JsonObject Write() =>
        new()
        {
            [Field] = Says,
            [Shapes.Field] = Shapes.Now,
            ["trips"] = List(Trips, Mapping.Document),
            ["items"] = List(Items, Mapping.Document),
            ["sleepers"] = List(Sleepers, Mapping.Document),
            ["log"] = List(Log, Mapping.Document),
            ["forecasts"] = List(Forecasts, f => JsonSerializer.SerializeToNode(f, Mapping.Json)!),
            ["ticks"] = List(Ticks, t => JsonSerializer.SerializeToNode(t, Mapping.Json)!),
        };

    /// <summary>Reads a package, older shapes too; what cannot be read is named and left out.</summary>
    /// <param name="document">A document for which <see cref="IsOne"/> holds.</param>
    public static Package Read(JsonObject document)
    {
        var refused = new List<Refused>();
        return new(
            Each<Trip>("trips"),
            Each<KitItem>("items"),
            Each<Sleeper>("sleepers"),
            Each<ForecastSeries>("forecasts"),
            Each<LogEntry>("log"),
            Each<TripTicks>("ticks"),
            refused
        );

        IReadOnlyList<T> Each<T>(string kind)
        {
            var read = new List<T>();
            foreach (var entry in (document[kind] as JsonArray)?.OfType<JsonObject>() ?? [])
            {
                var name = entry["name"] is JsonValue v && v.TryGetValue(out string? said) ? said : "";
                try
                {
                    read.Add(Sound(Read<T>(entry)));
                }
                catch (Exception unreadable)
                    when (unreadable is UnreadableException or JsonException or InvalidOperationException)
                {
                    refused.Add(
                        new(
                            kind,
                            name,
                            unreadable is UnreadableException ? unreadable.Message : "It is not what such an entry is."
                        )
                    );
                }
            }
            return read;
        }
    }

    private static T Read<T>(JsonObject entry) =>
        typeof(T) == typeof(ForecastSeries) || typeof(T) == typeof(TripTicks)
            ? entry.Deserialize<T>(Mapping.Json)!
            : Mapping.Read<T>(
                entry["id"] is JsonValue id && id.TryGetValue(out string? own) ? own : "",
                entry.ToJsonString()
            );

    /// <summary>What may not be entered may not come in a package either.</summary>
    /// <exception cref="UnreadableException">It may not.</exception>
    private static T Sound<T>(T thing)
    {
        var faults = thing switch
        {
            KitItem item => EntryRules.Check(item),
            Sleeper sleeper => EntryRules.Check(sleeper),
            LogEntry entry => EntryRules.Check(entry),
            Trip trip => EntryRules.Check(trip, _ => true),
            ForecastSeries series => EntryRules.Check("forecast", series),
            TripTicks ticks => EntryRules.Check(ticks.Ticks),
            _ => [],
        };
        return faults is [var fault, ..]
            ? throw new UnreadableException($"{fault.Field} is {fault.Value}. {fault.Mend}")
            : thing;
    }

    private static JsonArray List<T>(IEnumerable<T> of, Func<T, JsonNode> write) => [.. of.Select(write)];
}
