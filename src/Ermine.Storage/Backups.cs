using System.Globalization;
using Microsoft.Data.Sqlite;

namespace Ermine.Storage;

/// <summary>What a database holds.</summary>
public sealed record Contents(int Trips, int Things, int Sleepers, int Forecasts, int Logged, bool Demo)
{
    public bool None => Trips + Things + Sleepers + Forecasts + Logged == 0;

    public override string ToString() =>
        $"{Count(Trips, "trip")}, {Count(Things, "thing")}, {Count(Sleepers, "sleeper")}, {Count(Forecasts, "forecast")}, {Logged} logged{(Demo ? " (demo data)" : "")}";

    private static string Count(int count, string what) => count == 1 ? $"1 {what}" : $"{count} {what}s";

    internal static Contents Of(SqliteConnection connection)
    {
        int Rows(string table) =>
            int.Parse(DataFolder.Ask(connection, $"SELECT COUNT(*) FROM {table}")[0], CultureInfo.InvariantCulture);
        // A copy of an older Ermine lacks the tables that came later.
        bool Has(string table) =>
            DataFolder.Ask(connection, $"SELECT name FROM sqlite_master WHERE name = '{table}'").Count > 0;
        return new(
            Rows("Trips"),
            Rows("Items"),
            Rows("Sleepers"),
            Rows("Forecasts"),
            Has("Logs") ? Rows("Logs") : 0,
            Has("Marks")
                && DataFolder.Ask(connection, $"SELECT Name FROM Marks WHERE Name = '{MarkRow.Demo}'").Count > 0
        );
    }
}

/// <summary>A copy that was made, and what is in it.</summary>
public sealed record Backup(string File, Contents Contents);

/// <summary>A copy as it lies in the backups of a folder.</summary>
public sealed record BackupFile(string Name, long Bytes, DateTimeOffset At);

/// <summary>What came back, and where what was there before was set aside; null where nothing was.</summary>
public sealed record Restored(Contents Contents, string? SetAside);

/// <summary>Copies the database, also while it is in use, and brings copies back.</summary>
public static class Backups
{
    /// <summary>Copies the database of a folder.</summary>
    /// <param name="folder">The folder; neither locked nor upgraded for this.</param>
    /// <param name="label">Part of the copy's name.</param>
    /// <param name="into">Folder of the copy; null for the data folder's own backups.</param>
    /// <param name="elsewhere">Folder taken where the data folder can only be read.</param>
    /// <exception cref="RefusedException">There is nothing to copy, or nowhere to put it.</exception>
    public static Backup Make(DataFolder folder, string label, string? into = null, string? elsewhere = null)
    {
        try
        {
            if (!File.Exists(folder.Database) || new FileInfo(folder.Database).Length == 0)
                throw new RefusedException($"{folder.Path} holds no data to back up.");
            DataFolder.VersionIn(folder.Database, folder.Path);
            using var from = Reading(folder.Database);
            return Copy(from.Connection, folder, label, into, elsewhere);
        }
        catch (Exception error)
            when (error is not RefusedException && RefusedException.Of(error, folder.Path) is { } refusal)
        {
            throw refusal;
        }
    }

    private static Backup Copy(SqliteConnection from, DataFolder folder, string label, string? into, string? elsewhere)
    {
        if (DataFolder.CheckAndRead(from, folder.Path).Count == 0)
            throw new RefusedException($"{folder.Path} holds no data to back up.");
        var contents = Contents.Of(from);
        if (contents.None)
            throw new RefusedException($"{folder.Path} holds no trips, things, sleepers or forecasts to back up.");
        var target = Target(into ?? Path.Combine(folder.Path, "backups"), into is null ? elsewhere : null);
        var name = $"ermine-{(contents.Demo ? "demo-" : "")}{DateTime.UtcNow:yyyyMMdd-HHmmss}-{label}";
        var file = Path.Combine(target, $"{name}.db");
        for (var more = 2; File.Exists(file); more++)
            file = Path.Combine(target, $"{name}-{more}.db");
        Write(from, file);
        return new(file, contents);
    }

    /// <summary>Brings a copy back in place of what is in a folder, which is set aside.</summary>
    /// <param name="folder">The folder; no Ermine may serve it meanwhile.</param>
    /// <param name="file">The copy.</param>
    /// <exception cref="RefusedException">The file is no copy of Ermine's data or is damaged, or the folder is in use; nothing was changed.</exception>
    public static Restored Restore(DataFolder folder, string file)
    {
        try
        {
            var (from, contents) = Sound(folder, file);
            using var _ = from;
            Directory.CreateDirectory(folder.Path);
            folder.Take(FileMode.OpenOrCreate);
            var ready = Path.Combine(folder.Path, "ermine.restoring");
            Write(from.Connection, ready);
            var aside = SetAside(folder);
            // What the old database had not yet written back must not be taken for the new one's.
            File.Delete(folder.Database + "-wal");
            File.Delete(folder.Database + "-shm");
            File.Move(ready, folder.Database, overwrite: true);
            return new(contents, aside);
        }
        catch (Exception error)
            when (error is not RefusedException && RefusedException.Of(error, folder.Path) is { } refusal)
        {
            throw refusal;
        }
    }

    /// <summary>
    /// Brings a copy back while its folder is served: what is there is copied first, then all of it is replaced at once. Whoever reads or saves
    /// meanwhile meets the one or the other.
    /// </summary>
    /// <param name="folder">The folder that is served.</param>
    /// <param name="file">The copy.</param>
    /// <exception cref="RefusedException">The file is no copy of Ermine's data, is damaged, or is of another version; nothing was changed.</exception>
    public static Restored RestoreServed(DataFolder folder, string file)
    {
        try
        {
            var (from, contents) = Sound(folder, file);
            using var _ = from;
            if (DataFolder.VersionIn(file, file) != DataFolder.DataVersion)
                throw new RefusedException(
                    $"An older Ermine wrote {Path.GetFileName(file)}: end Ermine and bring it back with ./ermine restore."
                );
            var aside = Make(folder, "set-aside").File;
            using var live = new SqliteConnection(
                new SqliteConnectionStringBuilder(folder.ConnectionString) { Pooling = false }.ToString()
            );
            live.Open();
            from.Connection.BackupDatabase(live);
            return new(contents, aside);
        }
        catch (Exception error)
            when (error is not RefusedException && RefusedException.Of(error, folder.Path) is { } refusal)
        {
            throw refusal;
        }
    }

    /// <summary>Copies that lie in a folder's own backups, the newest first.</summary>
    /// <param name="folder">The folder.</param>
    public static IReadOnlyList<BackupFile> In(DataFolder folder) =>
        [
            .. All(folder)
                .OrderByDescending(f => f.LastWriteTimeUtc)
                .ThenByDescending(f => f.Name, StringComparer.Ordinal)
                .Take(MostListed)
                .Select(f => new BackupFile(f.Name, f.Length, f.LastWriteTimeUtc)),
        ];

    private static IEnumerable<FileInfo> All(DataFolder folder) =>
        new DirectoryInfo(Path.Combine(folder.Path, "backups")) is { Exists: true } kept
            ? kept.EnumerateFiles("*.db")
            : [];

    /// <summary>Copies listed at most.</summary>
    private const int MostListed = 60;

    /// <summary>Where a copy of a folder's own backups lies; null where there is none of that name.</summary>
    /// <param name="folder">The folder.</param>
    /// <param name="name">Its name; also of one that is not listed, for the clock may have been set back since the others were made.</param>
    public static string? Find(DataFolder folder, string name) =>
        All(folder).Any(f => f.Name == name) ? Path.Combine(folder.Path, "backups", name) : null;

    /// <summary>Opens a copy to be brought back, and what is in it.</summary>
    /// <exception cref="RefusedException">It is none, or is damaged.</exception>
    private static (Peek From, Contents Contents) Sound(DataFolder folder, string file)
    {
        if (!File.Exists(file))
            throw new RefusedException($"There is no file {file}.");
        if (Path.GetFullPath(file) == folder.Database)
            throw new RefusedException($"{file} is the data in use itself: name a backup.");
        DataFolder.RefuseNewer(DataFolder.VersionIn(file, file), file);
        var from = new Peek(Path.GetFullPath(file));
        try
        {
            if (
                DataFolder.CheckAndRead(from.Connection, file).Count == 0
                || DataFolder.Ask(from.Connection, "PRAGMA integrity_check(1)") is not ["ok"]
            )
                throw new RefusedException(RefusedException.Damaged(file));
            var contents = Contents.Of(from.Connection);
            return contents.None
                ? throw new RefusedException($"{file} holds no trips, things, sleepers or forecasts.")
                : (from, contents);
        }
        catch
        {
            from.Dispose();
            throw;
        }
    }

    /// <summary>Keeps what is in a folder: as one file where it can be read, else its files as they are.</summary>
    private static string? SetAside(DataFolder folder)
    {
        if (!File.Exists(folder.Database) || new FileInfo(folder.Database).Length == 0)
            return null;
        var name = Path.Combine(
            Target(Path.Combine(folder.Path, "backups"), null),
            $"ermine-{DateTime.UtcNow:yyyyMMdd-HHmmss}-set-aside"
        );
        var file = $"{name}.db";
        for (var more = 2; File.Exists(file); more++)
            file = $"{name}-{more}.db";
        try
        {
            using var old = new SqliteConnection($"Data Source={folder.Database};Pooling=False");
            old.Open();
            Write(old, file);
        }
        catch (SqliteException)
        {
            File.Copy(folder.Database, file);
            if (File.Exists(folder.Database + "-wal"))
                File.Copy(folder.Database + "-wal", file + "-wal");
        }
        return file;
    }

    private static Reader Reading(string database)
    {
        try
        {
            var connection = new SqliteConnection(
                $"Data Source={database};Mode=ReadOnly;Pooling=False;Default Timeout=5"
            );
            connection.Open();
            DataFolder.Ask(connection, "SELECT COUNT(*) FROM sqlite_master");
            return new(connection, null);
        }
        catch (SqliteException error) when (error.SqliteErrorCode is 8 or 14)
        {
            // Nothing may be created beside it, which reading it in place would need.
            var peek = new Peek(database);
            return new(peek.Connection, peek);
        }
    }

    private sealed record Reader(SqliteConnection Connection, Peek? Peek) : IDisposable
    {
        public void Dispose()
        {
            Connection.Dispose();
            Peek?.Dispose();
        }
    }

    private static string Target(string folder, string? elsewhere)
    {
        try
        {
            return Directory.CreateDirectory(folder).FullName;
        }
        catch (Exception error) when (elsewhere is not null && RefusedException.IsReadOnly(error))
        {
            return Directory.CreateDirectory(elsewhere).FullName;
        }
    }

    /// <summary>Writes a database whole: under another name until it is.</summary>
    private static void Write(SqliteConnection from, string file)
    {
        var part = file + ".part";
        try
        {
            File.Delete(part);
            DataFolder.ForOwnerOnly(part, FileMode.CreateNew).Dispose();
            using (var to = new SqliteConnection($"Data Source={part};Pooling=False"))
            {
                to.Open();
                from.BackupDatabase(to);
                DataFolder.Ask(to, "PRAGMA journal_mode = DELETE");
            }
            File.Move(part, file, overwrite: true);
        }
        finally
        {
            File.Delete(part);
        }
    }
}
