using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using Ermine.Core.Body;
using Ermine.Core.Forecasts;
using Ermine.Core.Kit;
using Ermine.Core.Learning;
using Ermine.Core.Plans;
using Ermine.Exchange;
using Ermine.Server.Hosting;
using Ermine.Storage;

namespace Ermine.Server.Demo;

/// <summary>The demo trips with all that they need. Their ids are the same in every Ermine, so that they can be told from what is one's own.</summary>
public static class Examples
{
    /// <summary>What the examples are made of.</summary>
    public sealed record Content(
        IReadOnlyList<Sleeper> Sleepers,
        IReadOnlyList<KitItem> Items,
        IReadOnlyList<Trip> Trips,
        IReadOnlyList<ForecastSeries> Forecasts,
        IReadOnlyList<LogEntry> Log
    );

    private static readonly Guid ForecastId = new("6a0f4c7e-3a51-4f5e-9d1b-52f0c2a7d9e4");

    /// <summary>Sleepers, things, trips, and the forecast on which trips without lows of their own stand.</summary>
    public static Content Read()
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Web);
        QuantityJson.Configure(options);
        var document = JsonNode.Parse(Resource("demo.json"))!;
        foreach (var thing in document["items"]!.AsArray())
            TypedThings.Fill(thing!.AsObject());
        document["forecasts"] = new JsonArray();
        document["log"] = JsonNode.Parse(Resource("demo-log.json"));
        var content = document.Deserialize<Content>(options)!;
        return content with
        {
            Forecasts = [Forecast()],
            Trips =
            [
                .. content.Trips.Select(t =>
                    t with
                    {
                        ForecastId = t.Nights.All(n => n.TypedLowC is null) ? ForecastId : null,
                    }
                ),
            ],
        };
    }

    private static ForecastSeries Forecast() =>
        ForecastFile.Read("isvar-ensemble.csv", Resource("isvar-ensemble.csv"), new()).Series! with
        {
            Id = ForecastId,
        };

    private static byte[] Resource(string name)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream(name)!;
        using var copy = new MemoryStream();
        stream.CopyTo(copy);
        return copy.ToArray();
    }
}
