using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Ermine.Storage;

/// <summary>The folder that holds one person's data: the database and its backups.</summary>
public sealed class DataFolder(string path)
{
    public string Path { get; } = System.IO.Path.GetFullPath(path);

    private string Database => System.IO.Path.Combine(Path, "ermine.db");

    public string ConnectionString =>
        new SqliteConnectionStringBuilder
        {
            DataSource = Database,
            ForeignKeys = true,
            DefaultTimeout = 10,
        }.ToString();

    /// <summary>Creates what is missing and upgrades the schema, after keeping a copy where there is one to keep.</summary>
    public async Task Prepare(ErmineContext db)
    {
        Directory.CreateDirectory(Path);
        var isNew = !File.Exists(Database);
        var pending = (await db.Database.GetPendingMigrationsAsync()).ToList();
        if (!isNew && pending.Count > 0)
            await Backup($"before-{pending[^1]}");
        await db.Database.MigrateAsync();
        await db.Database.ExecuteSqlRawAsync("PRAGMA journal_mode = WAL");
    }

    /// <summary>Copies the database while it may be in use.</summary>
    /// <param name="label">Part of the copy's name.</param>
    /// <returns>Path of the copy.</returns>
    public async Task<string> Backup(string label)
    {
        var folder = System.IO.Path.Combine(Path, "backups");
        Directory.CreateDirectory(folder);
        var copy = System.IO.Path.Combine(folder, $"ermine-{DateTime.UtcNow:yyyyMMdd-HHmmss}-{label}.db");
        await using var from = new SqliteConnection(ConnectionString);
        await using var to = new SqliteConnection($"Data Source={copy};Pooling=False");
        await from.OpenAsync();
        await to.OpenAsync();
        from.BackupDatabase(to);
        return copy;
    }
}
