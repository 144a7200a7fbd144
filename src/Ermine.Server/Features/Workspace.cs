using Ermine.Core.Body;
using Ermine.Core.Entry;
using Ermine.Core.Kit;
using Ermine.Core.Learning;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Server.Demo;
using Ermine.Server.Hosting;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>Everything one person has: read in one call, saved thing by thing, each on the version that was read.</summary>
public static class Workspace
{
    /// <summary>Most rows of a kind: what is beyond is another closet.</summary>
    private static readonly Dictionary<RowKind, int> Most = new()
    {
        [RowKind.Trip] = 500,
        [RowKind.Item] = 1_000,
        [RowKind.Sleeper] = 100,
        [RowKind.Log] = 1_000,
    };

    public sealed record Everything(
        IReadOnlyList<Trip> Trips,
        IReadOnlyList<KitItem> Items,
        IReadOnlyList<Sleeper> Sleepers,
        IReadOnlyList<ForecastHead> Forecasts,
        IReadOnlyList<SetAside> SetAside,
        bool ReadOnly
    );

    /// <summary>The version a thing has after it was saved.</summary>
    public sealed record Saved(Guid Id, long Version);

    public static void Map(IEndpointRouteBuilder api)
    {
        var group = api.MapGroup("").WithTags("Workspace");
        group.MapGet("/workspace", Read).WithSummary("Trips, kit, sleepers and the heads of forecasts");
        group
            .MapGet("/set-aside/{kind}/{row:long}", Export)
            .WithSummary("A row that cannot be read, as it stands in the database");

        group
            .MapGet("/examples", Examples.Read)
            .WithSummary("The demo trips with their things and sleepers, to be looked at beside one's own");

        var saves = group.MapGroup("").Saves();
        saves.MapPut("/trips/{id:guid}", PutTrip).WithSummary("Save a trip; version 0 adds it");
        saves.MapPut("/items/{id:guid}", PutItem).WithSummary("Save a thing; version 0 adds it");
        saves.MapPut("/sleepers/{id:guid}", PutSleeper).WithSummary("Save a sleeper; version 0 adds it");
        saves.MapPut("/log/{id:guid}", PutLog).WithSummary("Save a day and night as lived; version 0 adds it");
        saves.MapDelete(
            "/log/{id:guid}",
            (Guid id, long version, Store store) => Remove(id, version, store.RemoveLog, store)
        );
        saves.MapDelete(
            "/trips/{id:guid}",
            (Guid id, long version, Store store) => Remove(id, version, store.RemoveTrip, store)
        );
        saves.MapDelete(
            "/items/{id:guid}",
            (Guid id, long version, Store store) => Remove(id, version, store.RemoveItem, store)
        );
        saves.MapDelete(
            "/sleepers/{id:guid}",
            (Guid id, long version, Store store) => Remove(id, version, store.RemoveSleeper, store)
        );
        saves.MapDelete("/set-aside/{kind}/{row:long}", RemoveSetAside).WithSummary("Remove a row that cannot be read");
    }

    internal static async Task<Everything> Read(Store store, DataFolder data, CancellationToken stop)
    {
        var (trips, items, sleepers, forecasts) = (
            await store.Trips(stop),
            await store.Items(stop),
            await store.Sleepers(stop),
            await store.Forecasts(stop)
        );
        return new(trips, items, sleepers, forecasts, store.SetAside, data.ReadOnly);
    }

    private static async Task<IResult> Export(string kind, long row, Store store) =>
        Kind(kind, out var of) is { } unknown ? unknown
        : await store.Export(of, row) is { } whole
            ? Results.File(
                System.Text.Encoding.UTF8.GetBytes(whole.ToJsonString()),
                "application/json",
                $"ermine-{kind}-{row}.json"
            )
        : Missing(kind, row);

    private static async Task<Results<NoContent, ProblemHttpResult>> RemoveSetAside(string kind, long row, Store store)
    {
        if (Kind(kind, out var of) is { } unknown)
            return unknown;
        await store.Trips();
        await store.Items();
        await store.Sleepers();
        await store.Log();
        await store.Forecasts();
        if (store.SetAside.All(s => s.Kind != of || s.Row != row))
            return Missing(kind, row);
        var problem = Problems.From(
            await store.RemoveSetAside(of, row),
            $"{kind} {row}",
            () => "A trip still refers to it: change that trip first."
        );
        return problem is null ? TypedResults.NoContent() : problem;
    }

    private static ProblemHttpResult? Kind(string text, out RowKind kind)
    {
        var faults = new List<Fault>();
        kind = Forecasts.Choice<RowKind>("kind", text, faults) ?? default;
        return faults.Count > 0 ? Problems.Faults(faults) : null;
    }

    private static ProblemHttpResult Missing(string kind, long row) =>
        Problems.From(Outcome.Missing, $"{kind} {row}", () => "")!;

    private static async Task<Results<Ok<Saved>, ProblemHttpResult>> PutTrip(Guid id, Trip trip, Store store)
    {
        var faults = await Faults(trip, store);
        return await Put(RowKind.Trip, id, trip.Id, trip.Name, trip.Version, faults, () => store.Save(trip), store);
    }

    /// <summary>Faults of a trip, and what it refers to that is not there; what is there and cannot be read is no fault of the trip's.</summary>
    internal static async Task<List<Fault>> Faults(Trip trip, Store store)
    {
        var owned = await store.Ids(RowKind.Item);
        var faults = EntryRules.Check(trip, owned.Contains).ToList();
        faults.AddRange(UnknownSleepers(trip, (await store.Ids(RowKind.Sleeper)).Contains));
        if (trip.ForecastId is { } forecast && !(await store.Ids(RowKind.Forecast)).Contains(forecast))
            faults.Add(new("forecastId", $"{forecast}", "There is no such forecast; read the file again."));
        return faults.Exists(f => Guid.TryParse(f.Value, out var id) && owned.Contains(id))
            ? Named(faults, await store.Items())
            : faults;
    }

    /// <summary>Faults that say which thing they mean by its name.</summary>
    private static List<Fault> Named(List<Fault> faults, IReadOnlyList<KitItem> items)
    {
        var names = items.ToDictionary(i => i.Id, i => i.Name);
        return
        [
            .. faults.Select(f =>
                Guid.TryParse(f.Value, out var id) && names.TryGetValue(id, out var name) ? f with { Value = name } : f
            ),
        ];
    }

    internal static IEnumerable<Fault> UnknownSleepers(Trip trip, Func<Guid, bool> known) =>
        trip
            .Members.Take(EntryRules.MostMembers)
            .Index()
            .Where(m => !known(m.Item.SleeperId))
            .Select(m => new Fault(
                $"members[{m.Index}].sleeperId",
                $"{m.Item.SleeperId}",
                "There is no such sleeper; choose one or add one."
            ));

    private static Task<Results<Ok<Saved>, ProblemHttpResult>> PutItem(Guid id, KitItem item, Store store) =>
        Put(RowKind.Item, id, item.Id, item.Name, item.Version, EntryRules.Check(item), () => store.Save(item), store);

    private static Task<Results<Ok<Saved>, ProblemHttpResult>> PutSleeper(Guid id, Sleeper sleeper, Store store) =>
        Put(
            RowKind.Sleeper,
            id,
            sleeper.Id,
            sleeper.Name,
            sleeper.Version,
            EntryRules.Check(sleeper),
            () => store.Save(sleeper),
            store
        );

    private static async Task<Results<Ok<Saved>, ProblemHttpResult>> PutLog(Guid id, LogEntry entry, Store store)
    {
        var faults = EntryRules.Check(entry).ToList();
        if (!(await store.Ids(RowKind.Sleeper)).Contains(entry.SleeperId))
            faults.Add(new("sleeperId", $"{entry.SleeperId}", "There is no such sleeper; choose one or add one."));
        return await Put(
            RowKind.Log,
            id,
            entry.Id,
            $"The night of {entry.Date:yyyy-MM-dd}",
            entry.Version,
            faults,
            () => store.Save(entry),
            store
        );
    }

    private static async Task<Results<Ok<Saved>, ProblemHttpResult>> Put(
        RowKind kind,
        Guid id,
        Guid bodyId,
        string name,
        long version,
        IReadOnlyList<Fault> faults,
        Func<Task<Outcome>> save,
        Store store
    )
    {
        if (id != bodyId)
            return Problems.Faults([new("id", $"{bodyId}", $"The address says {id}; both must be the same.")]);
        if (faults.Count > 0)
            return Problems.Faults(faults);
        if (version == 0 && await store.Count(kind) is var count && count >= Most[kind])
            return Problems.Faults([new($"{kind}", $"{count}", $"Keep to {Most[kind]} of them: remove some first.")]);
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
