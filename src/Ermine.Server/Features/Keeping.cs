using System.Diagnostics;
using Ermine.Server.Hosting;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>How the data stands, copies of it, and bringing them back while it is served.</summary>
public static class Keeping
{
    /// <summary>How the data stands and since when this Ermine runs; memory in bytes; copies, the newest first.</summary>
    public sealed record Health(
        DataHealth Data,
        string Version,
        DateTimeOffset Since,
        long MemoryBytes,
        int SetAside,
        IReadOnlyList<BackupFile> Backups
    );

    /// <summary>A copy that was made: its name and what is in it.</summary>
    public sealed record BackupMade(string Name, Contents Contents);

    /// <summary>What was brought back, and the name of the copy that keeps what was there before.</summary>
    public sealed record BroughtBack(Contents Contents, string SetAside);

    public static void Map(IEndpointRouteBuilder api)
    {
        var group = api.MapGroup("").WithTags("Data");
        group.MapGet("/health", HealthOf).WithSummary("How the data stands, and its copies");
        group.MapGet("/backups/{name}", FileOf).WithSummary("A copy as a file: a whole database, for another place");
        var saves = api.MapGroup("/backups").Saves().WithTags("Data");
        saves.MapPost("", Make).WithSummary("Copy everything, while it is in use");
        saves
            .MapPost("/{name}/restore", Restore)
            .WithSummary("Bring a copy back in place of everything that is here, which is copied first");
    }

    private static async Task<Ok<Health>> HealthOf(DataFolder data, Store store, CancellationToken stop)
    {
        await Workspace.Read(store, data, stop);
        using var process = Process.GetCurrentProcess();
        return TypedResults.Ok(
            new Health(
                data.Health(),
                typeof(Keeping).Assembly.GetName().Version!.ToString(3),
                process.StartTime.ToUniversalTime(),
                process.WorkingSet64,
                store.SetAside.Count,
                Backups.In(data)
            )
        );
    }

    private static IResult FileOf(string name, DataFolder data) =>
        Backups.Find(data, name) is { } file ? Results.File(file, "application/vnd.sqlite3", name) : Missing(name);

    private static Ok<BackupMade> Make(DataFolder data)
    {
        var made = Backups.Make(data, "by-hand");
        return TypedResults.Ok(new BackupMade(Path.GetFileName(made.File), made.Contents));
    }

    private static Results<Ok<BroughtBack>, ProblemHttpResult> Restore(string name, DataFolder data)
    {
        if (Backups.Find(data, name) is not { } file)
            return Missing(name);
        try
        {
            var back = Backups.RestoreServed(data, file);
            return TypedResults.Ok(new BroughtBack(back.Contents, Path.GetFileName(back.SetAside!)));
        }
        catch (RefusedException refused)
        {
            return Problems.Faults(
                [new("name", name, refused.Message)],
                title: "This copy was not brought back. Nothing was changed."
            );
        }
    }

    private static ProblemHttpResult Missing(string name) =>
        Problems.Faults(
            [new("name", name, "Name one of the copies that are listed under health.")],
            status: 404,
            title: "There is no copy of that name."
        );
}
