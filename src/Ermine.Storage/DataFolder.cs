using System.Buffers.Binary;
using System.Globalization;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Ermine.Storage;

/// <summary>How the data of a folder stands.</summary>
/// <param name="Folder">Where it lies.</param>
/// <param name="DataVersion">Version of its schema.</param>
/// <param name="ReadOnly">It was opened for looking only.</param>
/// <param name="Contents">What is in it.</param>
/// <param name="Bytes">Size of the database.</param>
/// <param name="FreeBytes">Room left on its disk.</param>
/// <param name="Sound">The database holds together.</param>
public sealed record DataHealth(
    string Folder,
    int DataVersion,
    bool ReadOnly,
    Contents Contents,
    long Bytes,
    long FreeBytes,
    bool Sound
);

/// <summary>
/// The folder that holds one person's data: the database and its backups. One Ermine at a time serves it, which a lock on a file says that
/// the system itself lets go when its owner ends, however it ends. A folder that cannot be written is opened for looking, on a copy.
/// </summary>
public sealed class DataFolder(string path) : IDisposable
{
    /// <summary>Shape of the data that this version reads and writes; a database carries its own as user_version.</summary>
    public const int DataVersion = 4;

    /// <summary>Seconds that a statement waits for another program to let go of the database.</summary>
    private const int PatienceSeconds = 5;

    private const UnixFileMode OwnerOnly = UnixFileMode.UserRead | UnixFileMode.UserWrite;

    private FileStream? held;
    private string? copy;

    public string Path { get; } = System.IO.Path.GetFullPath(path);

    /// <summary>Opened only for looking: nothing can be saved.</summary>
    public bool ReadOnly => copy is not null;

    internal string Database => System.IO.Path.Combine(Path, "ermine.db");

    private string Lock => System.IO.Path.Combine(Path, "ermine.lock");

    public string ConnectionString =>
        new SqliteConnectionStringBuilder
        {
            DataSource = copy ?? Database,
            ForeignKeys = true,
            DefaultTimeout = PatienceSeconds,
        }.ToString();

    /// <summary>How the data stands: what is in it, how large it is, and whether it is sound.</summary>
    /// <exception cref="RefusedException">It cannot be read.</exception>
    public DataHealth Health()
    {
        try
        {
            using var connection = new SqliteConnection(
                new SqliteConnectionStringBuilder(ConnectionString) { Pooling = false }.ToString()
            );
            connection.Open();
            var disk = new DriveInfo(Path);
            return new(
                Path,
                DataVersion,
                ReadOnly,
                Contents.Of(connection),
                new FileInfo(Database).Length,
                disk.AvailableFreeSpace,
                Ask(connection, "PRAGMA quick_check(1)") is ["ok"]
            );
        }
        catch (Exception error) when (error is not RefusedException && RefusedException.Of(error, Path) is { } refusal)
        {
            throw refusal;
        }
    }

    /// <summary>Takes the folder, creates what is missing and upgrades the schema, after keeping a copy where there is one to keep.</summary>
    /// <exception cref="RefusedException">It cannot be opened; what is there was left as it is.</exception>
    public async Task Prepare(Func<ErmineContext> open)
    {
        try
        {
            if (File.Exists(Path))
                throw new RefusedException($"{Path} is a file; --data takes a folder.");
            Take(FileMode.Open);
            var isThere = File.Exists(Database) && new FileInfo(Database).Length > 0;
            var has = isThere ? Look() : [];
            if (Writable())
                Take(FileMode.OpenOrCreate);
            else if (isThere)
                copy = CopyAside(Database);
            else
                throw new RefusedException(
                    $"{Path} can only be read and holds no data yet: choose another folder with --data."
                );
            await using var db = open();
            await Upgrade(db, has, isThere);
        }
        catch (Exception error) when (error is not RefusedException && RefusedException.Of(error, Path) is { } refusal)
        {
            throw refusal;
        }
    }

    /// <summary>Takes the folder for this process alone, so that nothing else changes it meanwhile.</summary>
    /// <exception cref="RefusedException">Another Ermine serves it.</exception>
    internal void Take(FileMode mode)
    {
        if (held is not null || mode == FileMode.Open && !File.Exists(Lock))
            return;
        try
        {
            held = Lasting(() => ForOwnerOnly(Lock, mode));
        }
        catch (Exception error) when (RefusedException.IsReadOnly(error) && mode == FileMode.Open)
        {
            return;
        }
        catch (IOException error) when (error.HResult == WouldBlock)
        {
            throw new RefusedException(
                $"Another Ermine (process {Owner()}) serves {Path}: end it first, or choose another folder with --data.",
                error
            );
        }
        held.SetLength(0);
        held.Write(System.Text.Encoding.ASCII.GetBytes($"{Environment.ProcessId}\n"));
        held.Flush();
    }

    private const int WouldBlock = 11;

    /// <summary>Tried for half a second: an Ermine that is just ending lets go within moments.</summary>
    private static FileStream Lasting(Func<FileStream> take)
    {
        for (var left = 5; ; left--)
        {
            try
            {
                return take();
            }
            catch (IOException held) when (held.HResult == WouldBlock && left > 0)
            {
                Thread.Sleep(100);
            }
        }
    }

    private string Owner()
    {
        try
        {
            using var read = new FileStream(
                Lock,
                FileMode.Open,
                FileAccess.Read,
                FileShare.ReadWrite | FileShare.Delete
            );
            using var text = new StreamReader(read);
            return text.ReadLine() is { Length: > 0 } id ? id : "unknown";
        }
        catch (IOException)
        {
            return "unknown";
        }
    }

    /// <summary>Whether the folder, made where it is missing, and the database in it can be written.</summary>
    private bool Writable()
    {
        try
        {
            Directory.CreateDirectory(Path);
            var probe = System.IO.Path.Combine(Path, $".ermine-{Environment.ProcessId}");
            using (File.Create(probe, 1, FileOptions.DeleteOnClose)) { }
            if (File.Exists(Database))
                using (new FileStream(Database, FileMode.Open, FileAccess.ReadWrite, FileShare.ReadWrite)) { }
            return true;
        }
        catch (Exception error) when (RefusedException.IsReadOnly(error) && Directory.Exists(Path))
        {
            return false;
        }
    }

    /// <summary>Looks into the database without touching it: its migrations.</summary>
    /// <exception cref="RefusedException">It is none, is damaged, or is newer than this version.</exception>
    private List<string> Look()
    {
        RefuseNewer(VersionIn(Database, Path), Path);
        using var peek = new Peek(Database);
        return [.. CheckAndRead(peek.Connection, Path)];
    }

    /// <summary>The data version that the file's own header says; it stands at byte 60 of every SQLite file.</summary>
    internal static int VersionIn(string file, string place)
    {
        var head = new byte[100];
        using var read = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
        if (
            read.ReadAtLeast(head, head.Length, throwOnEndOfStream: false) < head.Length
            || !head.AsSpan().StartsWith("SQLite format 3\0"u8)
        )
            throw new RefusedException(RefusedException.Damaged(place));
        return BinaryPrimitives.ReadInt32BigEndian(head.AsSpan(60));
    }

    internal static void RefuseNewer(int version, string place)
    {
        if (version > DataVersion)
            throw new RefusedException(
                $"{place} was written by a newer Ermine (data version {version}; this one reads up to {DataVersion}). Nothing in it was touched: start the newer Ermine, or choose another folder with --data."
            );
    }

    /// <summary>Checks that a database is whole and Ermine's; its migrations.</summary>
    internal static IReadOnlyList<string> CheckAndRead(SqliteConnection connection, string place)
    {
        if (Ask(connection, "PRAGMA quick_check(1)").FirstOrDefault() != "ok")
            throw new RefusedException(RefusedException.Damaged(place));
        if (Ask(connection, "SELECT name FROM sqlite_master WHERE name = '__EFMigrationsHistory'").Count == 0)
            return
                Ask(
                    connection,
                    "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE '%EFMigrations%'"
                )
                    is []
                ? []
                : throw new RefusedException(RefusedException.Damaged(place));
        var has = Ask(connection, "SELECT MigrationId FROM __EFMigrationsHistory ORDER BY MigrationId");
        using var model = new ErmineContextFactory().CreateDbContext([]);
        var known = model.Database.GetMigrations().ToList();
        if (has.FirstOrDefault(m => !known.Contains(m)) is { } unknown)
            throw new RefusedException(
                string.CompareOrdinal(unknown, known[^1]) > 0
                    ? $"{place} was written by a newer Ermine (its data is of {DateOf(unknown)}; this one reads up to {DateOf(known[^1])}, data version {DataVersion}). Nothing in it was touched: start the newer Ermine, or choose another folder with --data."
                    : RefusedException.Damaged(place)
            );
        return has;
    }

    private static string DateOf(string migration) =>
        DateOnly.TryParseExact(
            migration[..Math.Min(8, migration.Length)],
            "yyyyMMdd",
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out var date
        )
            ? $"{date:yyyy-MM-dd}"
            : migration;

    internal static List<string> Ask(SqliteConnection connection, string sql)
    {
        using var ask = connection.CreateCommand();
        ask.CommandText = sql;
        using var rows = ask.ExecuteReader();
        var found = new List<string>();
        while (rows.Read())
            found.Add(Convert.ToString(rows.GetValue(0), CultureInfo.InvariantCulture) ?? "");
        return found;
    }

    private async Task Upgrade(ErmineContext db, List<string> has, bool isThere)
    {
        var target = copy ?? Database;
        if (!File.Exists(target))
            ForOwnerOnly(target, FileMode.CreateNew).Dispose();
        CloseToOthers(target);
        var pending = db.Database.GetMigrations().Except(has).ToList();
        var older = isThere && VersionIn(target, Path) < DataVersion;
        if ((pending.Count > 0 || older) && has.Count > 0 && !ReadOnly)
            Backups.Make(this, pending.Count > 0 ? $"before-{pending[^1]}" : $"before-data-{DataVersion}");
        if (pending.Count > 0)
        {
            // This process alone holds the folder: whoever left a lock in the database is gone.
            await db.Database.ExecuteSqlRawAsync("DROP TABLE IF EXISTS __EFMigrationsLock");
            await db.Database.MigrateAsync();
        }
        else if (isThere)
            // A lock of another program shows here and not with the first visitor.
            await db.Database.ExecuteSqlRawAsync("BEGIN IMMEDIATE; ROLLBACK");
        await db.Database.ExecuteSqlRawAsync("PRAGMA journal_mode = WAL");
        if (VersionIn(target, Path) != DataVersion)
        {
            await db.Database.ExecuteSqlRawAsync($"PRAGMA user_version = {DataVersion}");
            await db.Database.ExecuteSqlRawAsync("PRAGMA wal_checkpoint(TRUNCATE)");
        }
    }

    /// <summary>Copies a database with what it has not yet written back into a folder of its own; the copy's path.</summary>
    internal static string CopyAside(string database)
    {
        var aside = System.IO.Path.Combine(Directory.CreateTempSubdirectory("ermine-").FullName, "ermine.db");
        File.Copy(database, aside);
        if (File.Exists(database + "-wal"))
            File.Copy(database + "-wal", aside + "-wal");
        foreach (var copied in Directory.GetFiles(System.IO.Path.GetDirectoryName(aside)!))
            CloseToOthers(copied);
        return aside;
    }

    /// <summary>Opens a file for this process alone; where it is made, nobody but its owner may read it.</summary>
    internal static FileStream ForOwnerOnly(string file, FileMode mode)
    {
        var options = new FileStreamOptions
        {
            Mode = mode,
            Access = FileAccess.ReadWrite,
            Share = FileShare.None,
        };
        if (mode != FileMode.Open && !OperatingSystem.IsWindows())
            options.UnixCreateMode = OwnerOnly;
        return new(file, options);
    }

    /// <summary>Keeps a small file beside the database, whole or not at all, for its owner alone.</summary>
    public void KeepBeside(string name, string text)
    {
        var file = System.IO.Path.Combine(Path, name);
        using (var stream = ForOwnerOnly(file + ".part", FileMode.Create))
        {
            stream.Write(System.Text.Encoding.UTF8.GetBytes(text));
            stream.Flush(flushToDisk: true);
        }
        File.Move(file + ".part", file, overwrite: true);
    }

    /// <summary>Makes a folder beside the database that nobody but its owner may look into.</summary>
    public void MakeBeside(string name)
    {
        var folder = System.IO.Path.Combine(Path, name);
        if (OperatingSystem.IsWindows())
            Directory.CreateDirectory(folder);
        else
            Directory.CreateDirectory(folder, OwnerOnly | UnixFileMode.UserExecute);
    }

    private static void CloseToOthers(string file)
    {
        if (!OperatingSystem.IsWindows())
            File.SetUnixFileMode(file, OwnerOnly);
    }

    internal static void RemoveAside(string aside)
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(System.IO.Path.GetDirectoryName(aside)!, recursive: true);
    }

    public void Dispose()
    {
        // What is still open of it must not outlive it: the next one may find another database here.
        using (var open = new SqliteConnection(ConnectionString))
            SqliteConnection.ClearPool(open);
        held?.Dispose();
        held = null;
        if (copy is not null)
            RemoveAside(copy);
        copy = null;
    }
}

/// <summary>A database looked into without touching its folder: as it stands where all of it is in its file, else a copy.</summary>
internal sealed class Peek : IDisposable
{
    private readonly string? aside;

    public Peek(string database)
    {
        var wal = new FileInfo(database + "-wal");
        if (wal is { Exists: true, Length: > 0 })
            aside = DataFolder.CopyAside(database);
        Connection = new(
            aside is null
                ? $"Data Source=\"file:{Uri.EscapeDataString(database).Replace("%2F", "/", StringComparison.Ordinal)}?immutable=1\";Mode=ReadOnly;Pooling=False"
                : $"Data Source={aside};Pooling=False"
        );
        try
        {
            Connection.Open();
        }
        catch
        {
            Dispose();
            throw;
        }
    }

    public SqliteConnection Connection { get; }

    public void Dispose()
    {
        Connection.Dispose();
        if (aside is not null)
            DataFolder.RemoveAside(aside);
    }
}
