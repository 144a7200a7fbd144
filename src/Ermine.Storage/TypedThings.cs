using System.Text.Json;
using System.Text.Json.Nodes;
using Ermine.Core.Kit;

namespace Ermine.Storage;

/// <summary>A thing of a type is kept as its type and what differs from it; what is usual is filled in when it is read.</summary>
public static class TypedThings
{
    /// <summary>What belongs to the thing and never to its type.</summary>
    private static readonly HashSet<string> Own = ["id", "name", "type", "notes", "version", Shapes.Field];

    private static readonly Dictionary<string, JsonObject> Usual = ItemTypes.All.ToDictionary(
        t => t.Key,
        t => (JsonObject)JsonSerializer.SerializeToNode(t.Usual, Mapping.Json)!
    );

    /// <summary>Fills in what is usual for its type.</summary>
    /// <param name="thing">A thing as JSON; changed in place. Anything else, and a thing of no known type, stays as it is.</param>
    public static void Fill(JsonObject thing)
    {
        foreach (var (field, value) in UsualOf(thing))
        {
            if (!Own.Contains(field) && !thing.ContainsKey(field))
                thing[field] = value?.DeepClone();
        }
    }

    /// <summary>Leaves out what is usual for its type.</summary>
    /// <inheritdoc cref="Fill"/>
    internal static void Thin(JsonObject thing)
    {
        foreach (var (field, value) in UsualOf(thing))
        {
            if (
                !Own.Contains(field)
                && thing.TryGetPropertyValue(field, out var own)
                && JsonNode.DeepEquals(own, value)
            )
                thing.Remove(field);
        }
    }

    private static JsonObject UsualOf(JsonObject thing) =>
        thing["type"] is JsonValue type && type.TryGetValue(out string? key) ? Usual.GetValueOrDefault(key) ?? [] : [];
}
