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

/// <summary>A forecast without its readings, and when it was read.</summary>
public sealed record ForecastHead(
    Guid Id,
    string Name,
    DateTimeOffset IssuedAt,
    DateTimeOffset ReadAt,
    double? ElevationM,
    DateTimeOffset From,
    DateTimeOffset To,
    int Hours,
    int Members
)
{
    internal static ForecastHead Of(ForecastRow f) =>
        new(
            f.Id,
            f.Name,
            f.IssuedAt,
            f.ReadAt,
            f.ElevationM,
            f.Hours.Min(h => h.Time),
            f.Hours.Max(h => h.Time),
            f.Hours.Count,
            f.Hours[0].Members?.Count ?? 0
        );
}

/// <summary>
/// Reads and saves. Every save is whole or not at all, and only succeeds on the version that was read.
/// </summary>
public sealed class Store(ErmineContext db)
{
    public async Task<IReadOnlyList<Sleeper>> Sleepers() =>
        [.. (await db.Sleepers.AsNoTracking().OrderBy(s => s.Name).ToListAsync()).Select(s => s.ToCore())];

    public async Task<IReadOnlyList<KitItem>> Items() =>
        [.. (await db.Items.AsNoTracking().OrderBy(i => i.Name).ToListAsync()).Select(i => i.ToCore())];

    public async Task<IReadOnlyList<Trip>> Trips() =>
        [.. (await db.Trips.AsNoTracking().OrderBy(t => t.Name).ToListAsync()).Select(t => t.ToCore())];

    public async Task<IReadOnlyList<ForecastHead>> Forecasts() =>
        [.. (await db.Forecasts.AsNoTracking().Include(f => f.Hours).ToListAsync()).Select(ForecastHead.Of)];

    public async Task<ForecastSeries?> Forecast(Guid id) =>
        (await db.Forecasts.AsNoTracking().Include(f => f.Hours).SingleOrDefaultAsync(f => f.Id == id))?.ToCore();

    public async Task<ForecastHead> AddForecast(ForecastSeries forecast)
    {
        var row = forecast.ToRow();
        row.ReadAt = DateTimeOffset.UtcNow;
        db.Forecasts.Add(row);
        await db.SaveChangesAsync();
        return ForecastHead.Of(row);
    }

    public Task<Outcome> Save(Sleeper sleeper) => Save(sleeper.ToRow(), sleeper.Version);

    public Task<Outcome> Save(KitItem item) => Save(item.ToRow(), item.Version);

    public Task<Outcome> Save(Trip trip) => Save(trip.ToRow(), trip.Version);

    public Task<Outcome> RemoveSleeper(Guid id, long version) => Remove<SleeperRow>(id, version);

    public Task<Outcome> RemoveItem(Guid id, long version) => Remove<ItemRow>(id, version);

    public Task<Outcome> RemoveTrip(Guid id, long version) => Remove<TripRow>(id, version);

    /// <summary>Names of the trips that use a thing or take someone along.</summary>
    public async Task<IReadOnlyList<string>> TripsUsing(Guid id) =>
        await db
            .Trips.Where(t => t.Items.Any(u => u.ItemId == id) || t.Sleepers.Any(u => u.SleeperId == id))
            .OrderBy(t => t.Name)
            .Select(t => t.Name)
            .ToListAsync();

    /// <summary>Replaces a row with its children, or adds it where its version is 0, and counts the version up.</summary>
    private async Task<Outcome> Save<T>(T row, long version)
        where T : ThingRow
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
            if (typeof(T) == typeof(TripRow))
            {
                await db.Set<TripItemRow>().Where(u => u.TripId == row.Id).ExecuteDeleteAsync();
                await db.Set<TripSleeperRow>().Where(u => u.TripId == row.Id).ExecuteDeleteAsync();
            }
            if (version == 0)
                db.Add(row);
            else
            {
                var entry = db.Attach(row);
                entry.State = EntityState.Modified;
                foreach (var child in db.ChangeTracker.Entries().Where(e => e.Entity != (object)row).ToList())
                    child.State = EntityState.Added;
                entry.OriginalValues[nameof(ThingRow.Version)] = version;
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

    private async Task<Outcome> Remove<T>(Guid id, long version)
        where T : ThingRow
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
