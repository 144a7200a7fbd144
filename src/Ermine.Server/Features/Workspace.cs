using Ermine.Core.Entry;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Sleepers;
using Ermine.Server.Hosting;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>Everything one person has: read in one call, saved thing by thing, each on the version that was read.</summary>
public static class Workspace
{
    public sealed record Everything(
        IReadOnlyList<Trip> Trips,
        IReadOnlyList<KitItem> Items,
        IReadOnlyList<Sleeper> Sleepers,
        IReadOnlyList<ForecastHead> Forecasts
    );

    /// <summary>The version a thing has after it was saved.</summary>
    public sealed record Saved(Guid Id, long Version);

    public static void Map(IEndpointRouteBuilder api)
    {
        var group = api.MapGroup("").WithTags("Workspace");
        group.MapGet("/workspace", Read).WithSummary("Trips, kit, sleepers and the heads of forecasts");

        group.MapPut("/trips/{id:guid}", PutTrip).WithSummary("Save a trip; version 0 adds it");
        group.MapPut("/items/{id:guid}", PutItem).WithSummary("Save a thing; version 0 adds it");
        group.MapPut("/sleepers/{id:guid}", PutSleeper).WithSummary("Save a sleeper; version 0 adds it");

        group.MapDelete(
            "/trips/{id:guid}",
            (Guid id, long version, Store store) => Remove(id, version, store.RemoveTrip, store)
        );
        group.MapDelete(
            "/items/{id:guid}",
            (Guid id, long version, Store store) => Remove(id, version, store.RemoveItem, store)
        );
        group.MapDelete(
            "/sleepers/{id:guid}",
            (Guid id, long version, Store store) => Remove(id, version, store.RemoveSleeper, store)
        );
    }

    internal static async Task<Everything> Read(Store store) =>
        new(await store.Trips(), await store.Items(), await store.Sleepers(), await store.Forecasts());

    private static async Task<Results<Ok<Saved>, ProblemHttpResult>> PutTrip(Guid id, Trip trip, Store store)
    {
        var owned = (await store.Items()).Select(i => i.Id).ToHashSet();
        var faults = EntryRules.Check(trip, owned.Contains).ToList();
        var known = (await store.Sleepers()).Select(s => s.Id).ToHashSet();
        faults.AddRange(UnknownSleepers(trip, known.Contains));
        if (trip.ForecastId is { } forecast && await store.Forecast(forecast) is null)
            faults.Add(new("forecastId", $"{forecast}", "There is no such forecast; read the file again."));
        return await Put(id, trip.Id, trip.Name, trip.Version, faults, () => store.Save(trip));
    }

    internal static IEnumerable<Fault> UnknownSleepers(Trip trip, Func<Guid, bool> known) =>
        trip
            .Members.Index()
            .Where(m => !known(m.Item.SleeperId))
            .Select(m => new Fault(
                $"members[{m.Index}].sleeperId",
                $"{m.Item.SleeperId}",
                "There is no such sleeper; choose one or add one."
            ));

    private static Task<Results<Ok<Saved>, ProblemHttpResult>> PutItem(Guid id, KitItem item, Store store) =>
        Put(id, item.Id, item.Name, item.Version, EntryRules.Check(item), () => store.Save(item));

    private static Task<Results<Ok<Saved>, ProblemHttpResult>> PutSleeper(Guid id, Sleeper sleeper, Store store) =>
        Put(id, sleeper.Id, sleeper.Name, sleeper.Version, EntryRules.Check(sleeper), () => store.Save(sleeper));

    private static async Task<Results<Ok<Saved>, ProblemHttpResult>> Put(
        Guid id,
        Guid bodyId,
        string name,
        long version,
        IReadOnlyList<Fault> faults,
        Func<Task<Outcome>> save
    )
    {
        if (id != bodyId)
            return Problems.Faults([new("id", $"{bodyId}", $"The address says {id}; both must be the same.")]);
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var problem = Problems.From(await save(), name, () => "Something it refers to is gone; load the page again.");
        return problem is null ? TypedResults.Ok(new Saved(id, version + 1)) : problem;
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Remove(
        Guid id,
        long version,
        Func<Guid, long, Task<Outcome>> remove,
        Store store
    )
    {
        var outcome = await remove(id, version);
        var users = outcome == Outcome.InUse ? await store.TripsUsing(id) : [];
        var problem = Problems.From(
            outcome,
            $"{id}",
            () =>
                users.Count > 0
                    ? $"Used on {string.Join(", ", users)}: take it out there first."
                    : "A trip still uses it: change the trip first."
        );
        return problem is null ? TypedResults.NoContent() : problem;
    }
}
