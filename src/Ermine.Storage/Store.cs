using System.Data.Common;
using System.Globalization;
using System.Text.Json.Nodes;
using Ermine.Core.Body;
using Ermine.Core.Forecasts;
using Ermine.Core.Kit;
using Ermine.Core.Learning;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;

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
);

/// <summary>What a row holds.</summary>
public enum RowKind
{
    Trip,
    Item,
    Sleeper,
    Forecast,
    Log,
}

/// <summary>A row that this version cannot read: it is kept as it is and stands in nobody's way.</summary>
/// <param name="Kind">What it was.</param>
/// <param name="Row">Its number in its table.</param>
/// <param name="Name">What it was called.</param>
/// <param name="Why">Why it cannot be read.</param>
public sealed record SetAside(RowKind Kind, long Row, string Name, string Why);

/// <summary>Reads and saves. Every save is whole or not at all, and only succeeds on the version that was read.</summary>
public sealed class Store(ErmineContext db)
{
    private readonly List<SetAside> setAside = [];

    /// <summary>Rows that were met until now and could not be read.</summary>
    public IReadOnlyList<SetAside> SetAside => setAside;

    public Task<IReadOnlyList<Sleeper>> Sleepers(CancellationToken stop = default) =>
        Things<Sleeper>(RowKind.Sleeper, (s, version) => s with { Version = version }, stop);

    public Task<IReadOnlyList<KitItem>> Items(CancellationToken stop = default) =>
        Things<KitItem>(RowKind.Item, (i, version) => i with { Version = version }, stop);

    public Task<IReadOnlyList<Trip>> Trips(CancellationToken stop = default) =>
        Things<Trip>(RowKind.Trip, (t, version) => t with { Version = version }, stop);

    /// <summary>Days and nights as lived, in the order of dates.</summary>
    public Task<IReadOnlyList<LogEntry>> Log(CancellationToken stop = default) =>
        Things<LogEntry>(RowKind.Log, (e, version) => e with { Version = version }, stop);

    public Task<IReadOnlyList<ForecastHead>> Forecasts(CancellationToken stop = default) =>
        Rows(
            RowKind.Forecast,
            "Id, IssuedAt, ReadAt, ElevationM, [From], [To], HourCount, MemberCount",
            r =>
            {
                var hours = Convert.ToInt32(r.GetValue(8), CultureInfo.InvariantCulture);
                if (hours < 1)
                    throw new UnreadableException("It holds no readings.");
                return new ForecastHead(
                    Guid.TryParse(r.GetString(2), out var id) ? id : throw new UnreadableException("Its id is none."),
                    r.GetString(1),
                    Mapping.Time(r.GetString(3)),
                    Mapping.Time(r.GetString(4)),
                    Mapping.Number(r.GetValue(5)),
                    Mapping.Time(r.GetString(6)),
                    Mapping.Time(r.GetString(7)),
                    hours,
                    Convert.ToInt32(r.GetValue(9), CultureInfo.InvariantCulture)
                );
            },
            stop
        );

    /// <summary>A forecast with its readings; null where it is not here or cannot be read.</summary>
    public async Task<ForecastSeries?> Forecast(Guid id, CancellationToken stop = default)
    {
        if ((await Forecasts(stop)).FirstOrDefault(f => f.Id == id) is not { } head)
            return null;
        await using var ask = await Command(
            "SELECT Time, TemperatureC, WindMs, Humidity, Cloud, Members, FallsMm FROM ForecastHourRow WHERE ForecastId = $id ORDER BY Position",
            stop
        );
        ask.Parameters.Add(new SqliteParameter("$id", Text(id)));
        await using var r = await ask.ExecuteReaderAsync(stop);
        var hours = new List<ForecastHour>(head.Hours);
        try
        {
            while (await r.ReadAsync(stop))
                hours.Add(
                    new(
                        Mapping.Time(r.GetString(0)),
                        Mapping.Number(r.GetValue(1)) ?? throw new UnreadableException("A reading is empty."),
                        Mapping.Number(r.GetValue(2)),
                        Mapping.Number(r.GetValue(3)),
                        Mapping.Number(r.GetValue(4)),
                        Mapping.Members(r.GetValue(5)),
                        Mapping.Number(r.GetValue(6))
                    )
                );
        }
        catch (Exception broken) when (broken is UnreadableException or InvalidCastException)
        {
            return null;
        }
        return hours.Count == 0 ? null : new(head.Id, head.Name, head.IssuedAt, head.ElevationM, hours);
    }

    public async Task<ForecastHead> AddForecast(ForecastSeries forecast)
    {
        var row = forecast.ToRow();
        row.ReadAt = DateTimeOffset.UtcNow;
        db.Forecasts.Add(row);
        await db.SaveChangesAsync();
        return new(
            row.Id,
            row.Name,
            row.IssuedAt,
            row.ReadAt,
            row.ElevationM,
            row.From,
            row.To,
            row.HourCount,
            row.MemberCount
        );
    }

    public async Task<Outcome> NameForecast(Guid id, string name) =>
        await db.Forecasts.Where(f => f.Id == id).ExecuteUpdateAsync(f => f.SetProperty(x => x.Name, name)) > 0
            ? Outcome.Done
            : Outcome.Missing;

    public async Task<Outcome> RemoveForecast(Guid id)
    {
        try
        {
            return await db.Forecasts.Where(f => f.Id == id).ExecuteDeleteAsync() > 0 ? Outcome.Done : Outcome.Missing;
        }
        catch (SqliteException error) when (Refused(error) is { } outcome)
        {
            return outcome;
        }
    }

    public Task<Outcome> Save(Sleeper sleeper) => Save(sleeper.ToRow(), sleeper.Version);

    public Task<Outcome> Save(KitItem item) => Save(item.ToRow(), item.Version);

    public Task<Outcome> Save(Trip trip) => Save(trip.ToRow(), trip.Version);

    public Task<Outcome> Save(LogEntry entry) => Save(entry.ToRow(), entry.Version);

    public Task<Outcome> RemoveLog(Guid id, long version) => Remove<LogRow>(id, version);

    public Task<Outcome> RemoveSleeper(Guid id, long version) => Remove<SleeperRow>(id, version);

    public Task<Outcome> RemoveItem(Guid id, long version) => Remove<ItemRow>(id, version);

    public Task<Outcome> RemoveTrip(Guid id, long version) => Remove<TripRow>(id, version);

    /// <summary>Ids of every row of a kind, readable or not: what is set aside is still there.</summary>
    public async Task<IReadOnlySet<Guid>> Ids(RowKind kind, CancellationToken stop = default)
    {
        await using var ask = await Command($"SELECT Id FROM {Table(kind)}", stop);
        await using var reader = await ask.ExecuteReaderAsync(stop);
        var found = new HashSet<Guid>();
        while (await reader.ReadAsync(stop))
        {
            if (Guid.TryParse(Convert.ToString(reader.GetValue(0), CultureInfo.InvariantCulture), out var id))
                found.Add(id);
        }
        return found;
    }

    /// <summary>How many rows of a kind there are, readable or not.</summary>
    public Task<int> Count(RowKind kind) =>
        kind switch
        {
            RowKind.Trip => db.Trips.CountAsync(),
            RowKind.Item => db.Items.CountAsync(),
            RowKind.Sleeper => db.Sleepers.CountAsync(),
            RowKind.Log => db.Logs.CountAsync(),
            _ => db.Forecasts.CountAsync(),
        };

    /// <summary>Names of the trips that use a thing or a forecast, or take someone along.</summary>
    public async Task<IReadOnlyList<string>> TripsUsing(Guid id) =>
        await db
            .Trips.Where(t =>
                t.ForecastId == id || t.Items.Any(u => u.ItemId == id) || t.Sleepers.Any(u => u.SleeperId == id)
            )
            .OrderBy(t => t.Name)
            .Select(t => t.Name)
            .ToListAsync();

    /// <summary>Does several things whole or not at all.</summary>
    public async Task AsOne(Func<Task> work)
    {
        await using var transaction = await db.Database.BeginTransactionAsync();
        await work();
        await transaction.CommitAsync();
    }

    public Task<bool> IsMarked(string mark) => db.Marks.AnyAsync(m => m.Name == mark);

    public async Task Mark(string mark)
    {
        db.Marks.Add(new() { Name = mark });
        await db.SaveChangesAsync();
    }

    /// <summary>Whether a first fill broke off in the middle: something is there, no trip is, and nothing was ever edited.</summary>
    public async Task<bool> IsHalfFilled() =>
        !await IsMarked(MarkRow.Filled)
        && !await db.Trips.AnyAsync()
        && !await db.Logs.AnyAsync()
        && (await db.Items.AnyAsync() || await db.Sleepers.AnyAsync() || await db.Forecasts.AnyAsync())
        && !await db.Items.AnyAsync(i => i.Version > 1)
        && !await db.Sleepers.AnyAsync(s => s.Version > 1);

    public async Task Empty()
    {
        await db.Trips.ExecuteDeleteAsync();
        await db.Logs.ExecuteDeleteAsync();
        await db.Items.ExecuteDeleteAsync();
        await db.Sleepers.ExecuteDeleteAsync();
        await db.Forecasts.ExecuteDeleteAsync();
    }

    /// <summary>Everything that stands in a row, as it stands; null where there is no such row.</summary>
    public async Task<JsonObject?> Export(RowKind kind, long row)
    {
        if (await Raw($"SELECT * FROM {Table(kind)} WHERE rowid = $id", row) is not [JsonObject whole])
            return null;
        if (kind == RowKind.Forecast)
            whole["Hours"] = new JsonArray([
                .. await Raw(
                    "SELECT h.* FROM ForecastHourRow h JOIN Forecasts f ON h.ForecastId = f.Id WHERE f.rowid = $id ORDER BY h.Position",
                    row
                ),
            ]);
        return whole;
    }

    /// <summary>Removes a row that cannot be read.</summary>
    public async Task<Outcome> RemoveSetAside(RowKind kind, long row)
    {
        await using var remove = await Command($"DELETE FROM {Table(kind)} WHERE rowid = $id", default);
        remove.Parameters.Add(new SqliteParameter("$id", row));
        try
        {
            return await remove.ExecuteNonQueryAsync() > 0 ? Outcome.Done : Outcome.Missing;
        }
        catch (SqliteException error) when (Refused(error) is { } outcome)
        {
            return outcome;
        }
    }

    private async Task<List<JsonNode?>> Raw(string sql, long row)
    {
        await using var ask = await Command(sql, default);
        ask.Parameters.Add(new SqliteParameter("$id", row));
        await using var reader = await ask.ExecuteReaderAsync();
        var found = new List<JsonNode?>();
        while (await reader.ReadAsync())
        {
            var whole = new JsonObject();
            for (var i = 0; i < reader.FieldCount; i++)
                whole[reader.GetName(i)] = reader.IsDBNull(i)
                    ? null
                    : Convert.ToString(reader.GetValue(i), CultureInfo.InvariantCulture);
            found.Add(whole);
        }
        return found;
    }

    private static string Table(RowKind kind) =>
        kind switch
        {
            RowKind.Trip => "Trips",
            RowKind.Item => "Items",
            RowKind.Sleeper => "Sleepers",
            RowKind.Log => "Logs",
            _ => "Forecasts",
        };

    /// <summary>An id as the database writes it.</summary>
    private static string Text(Guid id) => id.ToString().ToUpperInvariant();

    private Task<IReadOnlyList<T>> Things<T>(RowKind kind, Func<T, long, T> versioned, CancellationToken stop)
        where T : class =>
        Rows(
            kind,
            "Id, Version, Body",
            r => LatelyRead.Of(kind, r.GetString(2), r.GetInt64(3), r.GetString(4), versioned),
            stop
        );

    /// <summary>Rows in the order of their names, each read for itself: one that cannot be read is set aside and the rest come.</summary>
    private async Task<IReadOnlyList<T>> Rows<T>(
        RowKind kind,
        string columns,
        Func<DbDataReader, T> read,
        CancellationToken stop
    )
    {
        var found = new List<T>();
        await using var ask = await Command($"SELECT rowid, Name, {columns} FROM {Table(kind)} ORDER BY Name", stop);
        await using var reader = await ask.ExecuteReaderAsync(stop);
        while (await reader.ReadAsync(stop))
        {
            try
            {
                found.Add(read(reader));
            }
            catch (Exception broken)
                when (broken is UnreadableException or InvalidCastException or FormatException or OverflowException)
            {
                var row = reader.GetInt64(0);
                var why =
                    broken is UnreadableException
                        ? broken.Message
                        : "A field of it holds something else than it should.";
                if (setAside.All(s => s.Kind != kind || s.Row != row))
                    setAside.Add(
                        new(kind, row, Convert.ToString(reader.GetValue(1), CultureInfo.InvariantCulture) ?? "", why)
                    );
            }
        }
        return found;
    }

    private async Task<DbCommand> Command(string sql, CancellationToken stop)
    {
        await db.Database.OpenConnectionAsync(stop);
        var command = db.Database.GetDbConnection().CreateCommand();
        command.CommandText = sql;
        command.Transaction = db.Database.CurrentTransaction?.GetDbTransaction();
        return command;
    }

    /// <summary>Replaces a row with its children, or adds it where its version is 0, and counts the version up.</summary>
    private async Task<Outcome> Save<T>(T row, long version)
        where T : ThingRow
    {
        await using var own = db.Database.CurrentTransaction is null ? await db.Database.BeginTransactionAsync() : null;
        if (await db.Set<T>().AnyAsync(r => r.Id != row.Id && r.Name == row.Name))
            return Outcome.NameTaken;
        var stands = await db.Set<T>()
            .Where(r => r.Id == row.Id)
            .Select(r => new { r.Version, r.Body })
            .SingleOrDefaultAsync();
        if (stands?.Version != (version == 0 ? null : version))
            return Outcome.Conflict;
        row.Version = version + 1;
        if (stands is not null)
            row.Body = Mapping.Keeping(stands.Body, row.Body);
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
        catch (DbUpdateException error) when (Refused(error.InnerException) is { } outcome)
        {
            return outcome;
        }
        if (own is not null)
            await own.CommitAsync();
        db.ChangeTracker.Clear();
        return Outcome.Done;
    }

    private async Task<Outcome> Remove<T>(Guid id, long version)
        where T : ThingRow
    {
        try
        {
            if (await db.Set<T>().Where(r => r.Id == id && r.Version == version).ExecuteDeleteAsync() > 0)
                return Outcome.Done;
        }
        catch (SqliteException error) when (Refused(error) is { } outcome)
        {
            return outcome;
        }
        return await db.Set<T>().AnyAsync(r => r.Id == id) ? Outcome.Conflict : Outcome.Missing;
    }

    /// <summary>Extended result codes of SQLite: an id or a name that is there already.</summary>
    private const int SamePrimaryKey = 1555,
        SameUnique = 2067;

    /// <summary>What a constraint of the database says; null where the error is another.</summary>
    private static Outcome? Refused(Exception? error) =>
        error is not SqliteException { SqliteErrorCode: 19 } constraint ? null
        : constraint.SqliteExtendedErrorCode == SamePrimaryKey ? Outcome.Conflict
        : constraint.SqliteExtendedErrorCode == SameUnique ? Outcome.NameTaken
        : Outcome.InUse;
}
