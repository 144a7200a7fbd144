using Ermine.Core.Body;
using Ermine.Storage;

namespace Ermine.Server.Demo;

/// <summary>What an empty data folder is filled with: the demo data, or one sleeper to begin with.</summary>
public static class FirstData
{
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
        var examples = Examples.Read();
        foreach (var forecast in examples.Forecasts)
            await store.AddForecast(forecast);
        foreach (var sleeper in examples.Sleepers)
            await Saved(store.Save(sleeper));
        foreach (var item in examples.Items)
            await Saved(store.Save(item));
        foreach (var trip in examples.Trips)
            await Saved(store.Save(trip));
        foreach (var entry in examples.Log)
            await Saved(store.Save(entry));
    }

    private static async Task Saved(Task<Outcome> save)
    {
        if (await save is not Outcome.Done and var outcome)
            throw new InvalidOperationException($"The first data could not be saved: {outcome}.");
    }
}
