using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using Ermine.Core.Body;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Exchange;
using Ermine.Server.Hosting;
using Ermine.Storage;

namespace Ermine.Server.Demo;

/// <summary>What an empty data folder is filled with: the demo data, or one sleeper to begin with.</summary>
public static class FirstData
{
    private sealed record DemoFile(
        IReadOnlyList<Sleeper> Sleepers,
        IReadOnlyList<KitItem> Items,
        IReadOnlyList<Trip> Trips
    );

    /// <summary>Fills what was never filled, whole or not at all; a fill that broke off is done again.</summary>
    public static Task Fill(Store store, bool demo) =>
        store.AsOne(async () =>
        {
            if (demo && await store.IsHalfFilled())
                await store.Empty();
            if (await store.Count(RowKind.Sleeper) > 0)
                return;
            if (!demo)
            {
                await Saved(store.Save(Sleeper.Usual(Guid.NewGuid())));
                return;
            }
            if (await store.IsMarked(MarkRow.Filled))
                return;
            await FillDemo(store);
            await store.Mark(MarkRow.Demo);
            await store.Mark(MarkRow.Filled);
        });

    private static async Task FillDemo(Store store)
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Web);
        QuantityJson.Configure(options);
        var document = JsonNode.Parse(Resource("demo.json"))!;
        foreach (var thing in document["items"]!.AsArray())
            TypedThings.Fill(thing!.AsObject());
        var file = document.Deserialize<DemoFile>(options)!;
        var forecast = ForecastFile.Read("isvar-ensemble.csv", Resource("isvar-ensemble.csv"), new()).Series!;
        await store.AddForecast(forecast);
        foreach (var sleeper in file.Sleepers)
            await Saved(store.Save(sleeper));
        foreach (var item in file.Items)
            await Saved(store.Save(item));
        foreach (var trip in file.Trips)
            await Saved(
                store.Save(trip with { ForecastId = trip.Nights.All(n => n.TypedLowC is null) ? forecast.Id : null })
            );
    }

    private static async Task Saved(Task<Outcome> save)
    {
        if (await save is not Outcome.Done and var outcome)
            throw new InvalidOperationException($"The first data could not be saved: {outcome}.");
    }

    private static byte[] Resource(string name)
    {
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream(name)!;
        using var copy = new MemoryStream();
        stream.CopyTo(copy);
        return copy.ToArray();
    }
}
