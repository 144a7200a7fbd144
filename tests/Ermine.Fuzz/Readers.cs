using System.Text;
using System.Text.Json.Nodes;
using Ermine.Core.Entry;
using Ermine.Exchange;
using Ermine.Storage;

namespace Ermine.Fuzz;

/// <summary>Every reader: the first byte says which, the rest is what it reads. Whatever is thrown but a refusal in words is a failure.</summary>
internal static class Readers
{
    private static readonly DateOnly Today = new(2026, 11, 27);

    /// <summary>The readers, by the letter that an input begins with.</summary>
    public static IReadOnlyDictionary<char, Action<byte[]>> All { get; } =
        new Dictionary<char, Action<byte[]>>
        {
            ['k'] = bytes => KitFile.Read(bytes),
            ['f'] = bytes => ForecastFile.Read("fuzz", bytes, new()),
            ['i'] = bytes => ItineraryFile.Read(bytes),
            ['l'] = bytes => LoggerFile.Read(bytes),
            ['w'] = bytes =>
            {
                _ = FileKinds.IsItinerary(bytes) || FileKinds.IsLogger(bytes);
                _ = FileKinds.IsForecast(bytes);
                _ = FileKinds.IsKit(bytes);
                FileKinds.ListIn(bytes);
            },
            ['t'] = bytes =>
            {
                foreach (var line in PlainList.Lines(Text(bytes)))
                    PlainWords.Read(line);
            },
            ['n'] = bytes => PlainNights.Read(Text(bytes), Today),
            ['p'] = bytes =>
            {
                if (JsonNode.Parse(bytes) is JsonObject document && Package.IsOne(document))
                    Package.Read(document);
            },
        };

    public static void Read(byte[] input)
    {
        if (input.Length == 0 || !All.TryGetValue((char)input[0], out var read))
            return;
        try
        {
            read(input[1..]);
        }
        catch (RefusedException)
        {
            // It says in words what is wrong.
        }
        catch (System.Text.Json.JsonException)
        {
            // Not JSON: the server says so before anything is read.
        }
    }

    private static string Text(byte[] bytes) => Encoding.UTF8.GetString(bytes);
}
