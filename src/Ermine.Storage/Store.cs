using Ermine.Core.Forecasts;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Sleepers;
using Microsoft.EntityFrameworkCore;

namespace Ermine.Storage;

/// <summary>How saving or removing ended.</summary>
public enum Outcome
{
    Done,

    /// <summary>Someone else saved it since it was read.</summary>
    Conflict,

    /// <summary>Another has the same name.</summary>
    NameTaken,

    /// <summary>It refers to something that is not there, or something refers to it.</summary>
    InUse,

    /// <summary>There is nothing of that id.</summary>
    Missing,
}

/// <summary>A forecast without its readings.</summary>
public sealed record ForecastHead(
    Guid Id,
    string Name,
    DateTimeOffset IssuedAt,
    double? ElevationM,
    DateTimeOffset From,
    DateTimeOffset To,
    int Hours
)
{
    public static ForecastHead Of(ForecastSeries f) =>
        new(f.Id, f.Name, f.IssuedAt, f.ElevationM, f.Hours[0].Time, f.Hours[^1].Time, f.Hours.Count);
}

/// <summary>
/// Reads and saves. Every save is whole or not at all, and only succeeds on the version that was read.
/// </summary>
public sealed class Store(ErmineContext db)
{
    public async Task<IReadOnlyList<Sleeper>> Sleepers() =>
        [.. (await db.Sleepers.AsNoTracking().OrderBy(s => s.Name).ToListAsync()).Select(s => s.ToCore())];

    public async Task<Sleeper?> Sleeper(Guid id) =>
        (await db.Sleepers.AsNoTracking().SingleOrDefaultAsync(s => s.Id == id))?.ToCore();

    public async Task<IReadOnlyList<KitItem>> Items() =>
        [
            .. (await db.Items.AsNoTracking().Include(i => i.Claims).OrderBy(i => i.Name).ToListAsync()).Select(i =>
                i.ToCore()
            ),
        ];

    public async Task<IReadOnlyList<Trip>> Trips() =>
        [.. (await WholeTrips().OrderBy(t => t.Name).ToListAsync()).Select(t => t.ToCore())];

    public async Task<IReadOnlyList<ForecastHead>> Forecasts() =>
        [
            .. (await db.Forecasts.AsNoTracking().Include(f => f.Hours).ToListAsync()).Select(f =>
                ForecastHead.Of(f.ToCore())
            ),
        ];

    public async Task<ForecastSeries?> Forecast(Guid id) =>
        (await db.Forecasts.AsNoTracking().Include(f => f.Hours).SingleOrDefaultAsync(f => f.Id == id))?.ToCore();

    public async Task AddForecast(ForecastSeries forecast)
    {
        db.Forecasts.Add(forecast.ToRow());
        await db.SaveChangesAsync();
    }

    public Task<Outcome> Save(Sleeper sleeper) => Save(sleeper.ToRow(), sleeper.Version);

    public Task<Outcome> Save(KitItem item) => Save(item.ToRow(), item.Version);

    public Task<Outcome> Save(Trip trip) => Save(trip.ToRow(), trip.Version);

    public Task<Outcome> RemoveSleeper(Guid id, long version) => Remove<SleeperRow>(id, version);

    public Task<Outcome> RemoveItem(Guid id, long version) => Remove<ItemRow>(id, version);

    public Task<Outcome> RemoveTrip(Guid id, long version) => Remove<TripRow>(id, version);

    /// <summary>Names of the trips that use a thing.</summary>
    public async Task<IReadOnlyList<string>> TripsUsing(Guid itemId) =>
        await db
            .Trips.Where(t =>
                t.Layers.Any(l => l.ItemId == itemId)
                || t.Along.Any(a => a.ItemId == itemId)
                || t.Events.Any(e => e.ItemId == itemId)
            )
            .Select(t => t.Name)
            .ToListAsync();

    private IQueryable<TripRow> WholeTrips() =>
        db
            .Trips.AsNoTracking()
            .AsSplitQuery()
            .Include(t => t.Nights)
            .Include(t => t.Layers)
            .Include(t => t.Along)
            .Include(t => t.Events);

    /// <summary>Replaces a row with its children, or adds it where its version is 0, and counts the version up.</summary>
    private async Task<Outcome> Save<T>(T row, long version)
        where T : class, IVersioned
    {
        if (await db.Set<T>().AnyAsync(r => r.Id != row.Id && r.Name == row.Name))
            return Outcome.NameTaken;
        await using var transaction = await db.Database.BeginTransactionAsync();
        var stands = await db.Set<T>().Where(r => r.Id == row.Id).Select(r => (long?)r.Version).SingleOrDefaultAsync();
        if (stands != (version == 0 ? null : version))
            return Outcome.Conflict;
        row.Version = version + 1;
        try
        {
            await Children(row.Id, typeof(T));
            if (version == 0)
                db.Add(row);
            else
            {
                var entry = db.Attach(row);
                entry.State = EntityState.Modified;
                foreach (var child in db.ChangeTracker.Entries().Where(e => e.Entity != (object)row).ToList())
                    child.State = EntityState.Added;
                entry.OriginalValues[nameof(IVersioned.Version)] = version;
            }
            await db.SaveChangesAsync();
        }
        catch (DbUpdateConcurrencyException)
        {
            return Outcome.Conflict;
        }
        catch (DbUpdateException)
        {
            return Outcome.InUse;
        }
        await transaction.CommitAsync();
        return Outcome.Done;
    }

    private async Task Children(Guid id, Type parent)
    {
        if (parent == typeof(ItemRow))
            await db.Set<ClaimRow>().Where(c => c.ItemId == id).ExecuteDeleteAsync();
        if (parent != typeof(TripRow))
            return;
        await db.Set<NightRow>().Where(n => n.TripId == id).ExecuteDeleteAsync();
        await db.Set<LayerRow>().Where(l => l.TripId == id).ExecuteDeleteAsync();
        await db.Set<AlongRow>().Where(a => a.TripId == id).ExecuteDeleteAsync();
        await db.Set<EventRow>().Where(e => e.TripId == id).ExecuteDeleteAsync();
    }

    private async Task<Outcome> Remove<T>(Guid id, long version)
        where T : class, IVersioned
    {
        var row = await db.Set<T>().SingleOrDefaultAsync(r => r.Id == id);
        if (row is null)
            return Outcome.Missing;
        if (row.Version != version)
            return Outcome.Conflict;
        db.Remove(row);
        try
        {
            await db.SaveChangesAsync();
        }
        catch (DbUpdateConcurrencyException)
        {
            return Outcome.Conflict;
        }
        catch (DbUpdateException)
        {
            return Outcome.InUse;
        }
        return Outcome.Done;
    }
}
