using System.Globalization;
using System.Text;
using System.Text.Json;
using Ermine.Core.Entry;

namespace Ermine.Storage;

/// <summary>
/// What JSON may hold before it becomes anything, looked through once and in order: no null in a list, no number that cannot be told,
/// no half characters, no empty id, nothing longer or deeper than anything Ermine knows. What enters passes here, and what is read back.
/// </summary>
public static class JsonEntry
{
    /// <summary>Most entries of any list, and most fields of any object. The uses of a trip are the longest; lists with limits of their own are far below.</summary>
    public const int MostEntries = EntryRules.MostUses;

    /// <summary>Most characters of any text.</summary>
    public const int MostCharacters = 2_000;

    /// <summary>Deepest nesting.</summary>
    public const int Deepest = 24;

    /// <summary>Smallest number that is not nothing: what is nearer to 0 is a slip.</summary>
    public const double Smallest = 1e-12;

    /// <summary>Faults named before the rest is left unread.</summary>
    public const int MostFaults = 20;

    private static readonly string EmptyId = $"{Guid.Empty}";

    /// <summary>Faults of a text in JSON; none where it is sound.</summary>
    /// <param name="utf8">The text.</param>
    /// <param name="isJson">Whether it is JSON at all; where it is not, the one fault says where it breaks.</param>
    public static IReadOnlyList<Fault> Check(ReadOnlySpan<byte> utf8, out bool isJson)
    {
        var faults = new List<Fault>();
        var path = new List<Step>();
        var reader = new Utf8JsonReader(utf8, new JsonReaderOptions { MaxDepth = Deepest });
        isJson = true;
        try
        {
            while (faults.Count < MostFaults && reader.Read())
            {
                if (reader.TokenType == JsonTokenType.PropertyName)
                {
                    path[^1] = path[^1].Next(Text(ref reader, path, faults) ?? "");
                    if (TooMany(path, faults))
                        return faults;
                    continue;
                }
                if (reader.TokenType is JsonTokenType.EndArray or JsonTokenType.EndObject)
                {
                    path.RemoveAt(path.Count - 1);
                    continue;
                }
                if (path is [.., { InList: true } list])
                {
                    path[^1] = list.Next(null);
                    if (TooMany(path, faults))
                        return faults;
                }
                Look(ref reader, path, faults);
                if (reader.TokenType is JsonTokenType.StartArray or JsonTokenType.StartObject)
                    path.Add(new(reader.TokenType == JsonTokenType.StartArray, null, 0));
            }
        }
        catch (JsonException broken)
        {
            isJson = false;
            return
            [
                new(
                    At(path),
                    "not readable",
                    $"The JSON breaks off or is not well formed at line {broken.LineNumber + 1}, byte {broken.BytePositionInLine + 1}."
                ),
            ];
        }
        return faults;
    }

    private static void Look(ref Utf8JsonReader reader, List<Step> path, List<Fault> faults)
    {
        switch (reader.TokenType)
        {
            case JsonTokenType.Null when path is [.., { InList: true }]:
                faults.Add(new(At(path), "null", "Leave it out of the list, or give it a value."));
                break;
            case JsonTokenType.Number
                when !reader.TryGetDouble(out var number)
                    || !double.IsFinite(number)
                    || number != 0 && Math.Abs(number) < Smallest:
                faults.Add(
                    new(At(path), Encoding.UTF8.GetString(reader.ValueSpan), "Give 0 or a number that can be measured.")
                );
                break;
            case JsonTokenType.String when Text(ref reader, path, faults) == EmptyId:
                faults.Add(new(At(path), EmptyId, "An id of zeros names nothing; give it one of its own."));
                break;
        }
    }

    /// <summary>A text or a name; null with a fault where it is not text.</summary>
    private static string? Text(ref Utf8JsonReader reader, List<Step> path, List<Fault> faults)
    {
        if (reader.ValueSpan.Length > MostCharacters * 6)
        {
            faults.Add(
                new(At(path), $"{reader.ValueSpan.Length} bytes", $"Keep it to {MostCharacters} characters at most.")
            );
            return null;
        }
        try
        {
            var text = reader.GetString()!;
            if (text.All(c => c >= ' ' || c is '\n' or '\r' or '\t') && text.Length <= MostCharacters)
                return text;
            faults.Add(
                text.Length > MostCharacters
                    ? new(At(path), $"{text.Length} characters", $"Keep it to {MostCharacters} characters at most.")
                    : new(At(path), "a control character", "Write it in plain characters.")
            );
        }
        catch (InvalidOperationException)
        {
            faults.Add(new(At(path), "half a character", "It is not text; write it again."));
        }
        return null;
    }

    private static bool TooMany(List<Step> path, List<Fault> faults)
    {
        if (path[^1].Count <= MostEntries)
            return false;
        faults.Add(
            new(At(path[..^1]), $"more than {MostEntries} entries", $"Keep it to {MostEntries} entries at most.")
        );
        return true;
    }

    /// <summary>Where in the text, as a path: <c>members[0].along[3]</c>.</summary>
    private static string At(IReadOnlyList<Step> path)
    {
        var text = new StringBuilder();
        foreach (var step in path)
        {
            if (step.InList)
                text.Append(CultureInfo.InvariantCulture, $"[{Math.Max(0, step.Count - 1)}]");
            else if (step.Name is { Length: > 0 } name)
                text.Append(text.Length > 0 ? "." : "").Append(name.Length > 80 ? name[..80] + "…" : name);
        }
        return text.Length == 0 ? "body" : text.ToString();
    }

    private readonly record struct Step(bool InList, string? Name, int Count)
    {
        public Step Next(string? name) => new(InList, name, Count + 1);
    }
}
