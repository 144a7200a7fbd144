using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Ermine.Core.Body;
using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Core.Kit;
using Ermine.Core.Learning;
using Ermine.Core.Plans;
using Ermine.Exchange;
using Ermine.Server.Hosting;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>Files in and out: kit as a table, a trip with all that it needs, everything; and what a file is that is dropped on the page.</summary>
public static class Files
{
    /// <summary>What a file is taken for.</summary>
    public enum FileIs
    {
        /// <summary>Nothing that Ermine reads.</summary>
        Unknown,

        /// <summary>A forecast.</summary>
        Forecast,

        /// <summary>What a temperature logger wrote.</summary>
        Logger,

        /// <summary>Nights and camps.</summary>
        Itinerary,

        /// <summary>Kit as a table.</summary>
        Kit,

        /// <summary>A list of things in plain words.</summary>
        List,

        /// <summary>A trip, kit or everything from another Ermine.</summary>
        Package,
    }

    /// <summary>What a file is; its lines where it is a list in plain words.</summary>
    public sealed record FileRead(FileIs Is, string? List);

    /// <summary>How something in a package stands against what is here.</summary>
    public enum Standing
    {
        /// <summary>Not here yet.</summary>
        New,

        /// <summary>Here, and the same.</summary>
        Same,

        /// <summary>Here, and different.</summary>
        Differs,

        /// <summary>Not here, but something else of the same name is.</summary>
        SameName,
    }

    /// <summary>One thing of a package: its id and name, how it stands, and the id of what is here of the same name.</summary>
    public sealed record Stands(Guid Id, string Name, Standing Standing, Guid? Here);

    /// <summary>A package as it was read, and how each of it stands against what is here. Nothing is saved yet.</summary>
    public sealed record PackageRead(
        IReadOnlyList<Trip> Trips,
        IReadOnlyList<KitItem> Items,
        IReadOnlyList<Sleeper> Sleepers,
        IReadOnlyList<ForecastSeries> Forecasts,
        IReadOnlyList<LogEntry> Log,
        IReadOnlyList<TripTicks> Ticks,
        IReadOnlyList<Stands> Standing,
        IReadOnlyList<Refused> Refused
    );

    public static void Map(IEndpointRouteBuilder api)
    {
        var group = api.MapGroup("").WithTags("Files");
        group.MapGet("/kit.csv", KitCsv).WithSummary("Everything owned as a table");
        group.MapGet("/kit.json", KitJson).WithSummary("Everything owned as a package");
        group.MapGet("/trips/{id:guid}/file", TripFile).WithSummary("A trip with all that it needs, as a package");
        group.MapGet("/archive", Archive).WithSummary("Everything, as a package");
        group
            .MapGet("/package/empty", () => Saved(Package.Empty, "ermine-nothing.json"))
            .WithSummary("A package with nothing in it: what a trip book fills to bring home");
        group
            .MapPost("/files/what", What)
            .Accepts<string>("application/octet-stream", "text/plain", "text/csv", "application/json")
            .WithSummary("What a file is: a forecast, camps, kit, a list, a package. Nothing is saved");
        group
            .MapPost("/kit/read", ReadKit)
            .Accepts<string>(
                "application/octet-stream",
                "text/plain",
                "text/csv",
                "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
            )
            .WithSummary("Read kit from a table in any order of columns; nothing is saved");
        group
            .MapPost("/package/read", ReadPackage)
            .Accepts<JsonObject>("application/json")
            .WithSummary("Read a package and say what of it is new; nothing is saved");
        group
            .MapGroup("")
            .Saves()
            .MapPost("/forecasts/whole", SaveForecasts)
            .WithSummary("Keep whole forecasts, as packages hold them; those that are here stay");
    }

    private static async Task<IResult> KitCsv(Store store, CancellationToken stop) =>
        Results.File(KitFile.Write(await store.Items(stop)), "text/csv; charset=utf-8", "ermine-kit.csv");

    private static async Task<IResult> KitJson(Store store, CancellationToken stop) =>
        Saved(Package.Empty with { Items = await store.Items(stop) }, "ermine-kit.json");

    private static async Task<IResult> TripFile(Guid id, Store store, CancellationToken stop)
    {
        if ((await store.Trips(stop)).FirstOrDefault(t => t.Id == id) is not { } trip)
            return Problems.From(Outcome.Missing, $"{id}", () => "")!;
        var needs = trip.RefersTo.ToHashSet();
        var who = trip.Members.Select(m => m.SleeperId).ToHashSet();
        var forecast = trip.ForecastId is { } f ? await store.Forecast(f, stop) : null;
        return Saved(
            new(
                [trip],
                [.. (await store.Items(stop)).Where(i => needs.Contains(i.Id))],
                [.. (await store.Sleepers(stop)).Where(s => who.Contains(s.Id))],
                forecast is null ? [] : [forecast],
                // What is known of them, and so every verdict, comes from their own nights.
                [.. (await store.Log(stop)).Where(e => who.Contains(e.SleeperId))],
                [],
                []
            ),
            $"ermine-{Plain(trip.Name)}.json"
        );
    }

    private static async Task<IResult> Archive(Store store, CancellationToken stop)
    {
        var forecasts = new List<ForecastSeries>();
        foreach (var head in await store.Forecasts(stop))
        {
            if (await store.Forecast(head.Id, stop) is { } whole)
                forecasts.Add(whole);
        }
        return Saved(
            new(
                await store.Trips(stop),
                await store.Items(stop),
                await store.Sleepers(stop),
                forecasts,
                await store.Log(stop),
                [],
                []
            ),
            "ermine-everything.json"
        );
    }

    private static IResult Saved(Package package, string name) =>
        Results.File(
            Encoding.UTF8.GetBytes(package.Write().ToJsonString(new JsonSerializerOptions { WriteIndented = true })),
            "application/json",
            name
        );

    internal static string Plain(string name)
    {
        var plain = new string([.. name.ToLowerInvariant().Select(c => char.IsLetterOrDigit(c) ? c : '-')]).Trim('-');
        return plain.Length == 0 ? "trip" : plain[..Math.Min(40, plain.Length)];
    }

    private const string Smaller = "cut the file";

    private static async Task<Results<Ok<FileRead>, ProblemHttpResult>> What(HttpRequest request, Work work)
    {
        var bytes = await Forecasts.BodyOf(request);
        return TypedResults.Ok(
            await work.Run(
                bytes.Length / 1_000,
                Smaller,
                stop => WhatIs(bytes, stop),
                request.HttpContext.RequestAborted
            )
        );
    }

    private static FileRead WhatIs(byte[] bytes, CancellationToken stop)
    {
        if (FileKinds.IsItinerary(bytes))
            return new(FileIs.Itinerary, null);
        if (Json(bytes) is { } json && Package.IsOne(json))
            return new(FileIs.Package, null);
        if (FileKinds.IsLogger(bytes))
            return new(FileIs.Logger, null);
        if (FileKinds.IsForecast(bytes, stop))
            return new(FileIs.Forecast, null);
        if (FileKinds.IsKit(bytes, stop))
            return new(FileIs.Kit, null);
        return FileKinds.ListIn(bytes) is { } list ? new(FileIs.List, list) : new(FileIs.Unknown, null);
    }

    private static JsonNode? Json(byte[] bytes)
    {
        var text = bytes.AsSpan();
        if (text.StartsWith((ReadOnlySpan<byte>)[0xEF, 0xBB, 0xBF]))
            text = text[3..];
        var begins = text.IndexOf((byte)'{');
        if (begins is < 0 or > 200 || JsonEntry.Check(text, out var isJson).Count > 0 || !isJson)
            return null;
        try
        {
            return JsonNode.Parse(text, null, new JsonDocumentOptions { AllowDuplicateProperties = false });
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static async Task<Results<Ok<KitReading>, ProblemHttpResult>> ReadKit(
        HttpRequest request,
        Work work,
        string? columns = null,
        string? units = null
    )
    {
        var faults = new List<Fault>();
        List<KitField>? mapped = columns is null
            ? null
            :
            [
                .. columns
                    .Split(',')
                    .Take(400)
                    .Select(c => Forecasts.Choice<KitField>("columns", c, faults) ?? KitField.LeftOut),
            ];
        if (Entries.Scale(units, out var scale) is { } unit)
            faults.Add(unit);
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var bytes = await Forecasts.BodyOf(request);
        var reading = await work.Run(
            bytes.Length / 1_000,
            Smaller,
            stop => KitFile.Read(bytes, mapped, scale, stop),
            request.HttpContext.RequestAborted
        );
        return reading.Faults.Count > 0
            ? Problems.Faults(reading.Faults, title: "No kit could be read from this file.")
            : TypedResults.Ok(reading);
    }

    private static async Task<Results<Ok<PackageRead>, ProblemHttpResult>> ReadPackage(
        HttpRequest request,
        Store store,
        CancellationToken stop
    )
    {
        var bytes = await Forecasts.BodyOf(request);
        var faults = JsonEntry.Check(bytes.AsSpan(bytes is [0xEF, 0xBB, 0xBF, ..] ? 3 : 0), out _);
        if (faults.Count > 0)
            return Problems.Faults(faults, title: "This file could not be read. Nothing was taken.");
        if (Json(bytes) is not JsonObject document || !Package.IsOne(document))
            return Problems.Faults([
                new("file", "not a package", "Give a file that Ermine saved: a trip, the kit or everything."),
            ]);
        var package = Package.Read(document);
        var (trips, items, sleepers) = (await store.Trips(stop), await store.Items(stop), await store.Sleepers(stop));
        var forecasts = (await store.Forecasts(stop)).Select(f => f.Id).ToHashSet();
        var log = await store.Log(stop);
        return TypedResults.Ok(
            new PackageRead(
                package.Trips,
                package.Items,
                package.Sleepers,
                package.Forecasts,
                package.Log,
                package.Ticks,
                [
                    .. package.Trips.Select(t =>
                        Stand(t.Id, t.Name, t with { Version = 0 }, trips, x => (x.Id, x.Name, x with { Version = 0 }))
                    ),
                    .. package.Items.Select(i =>
                        Stand(i.Id, i.Name, i with { Version = 0 }, items, x => (x.Id, x.Name, x with { Version = 0 }))
                    ),
                    .. package.Sleepers.Select(s =>
                        Stand(
                            s.Id,
                            s.Name,
                            s with
                            {
                                Version = 0,
                            },
                            sleepers,
                            x => (x.Id, x.Name, x with { Version = 0 })
                        )
                    ),
                    .. package.Log.Select(e =>
                        Stand(
                            e.Id,
                            NameOf(e),
                            e with
                            {
                                Version = 0,
                            },
                            log,
                            x => (x.Id, NameOf(x), x with { Version = 0 })
                        )
                    ),
                    .. package.Forecasts.Select(f => new Stands(
                        f.Id,
                        f.Name,
                        forecasts.Contains(f.Id) ? Standing.Same : Standing.New,
                        null
                    )),
                ],
                package.Refused
            )
        );
    }

    /// <summary>Entries of the log are told apart by their ids: none has the name of another.</summary>
    private static string NameOf(LogEntry entry) => $"{entry.Date:yyyy-MM-dd} {entry.Camp} {entry.Id}";

    private static Stands Stand<T>(
        Guid id,
        string name,
        T theirs,
        IReadOnlyList<T> here,
        Func<T, (Guid Id, string Name, T Plain)> of
    )
    {
        foreach (var mine in here.Select(of))
        {
            // Lists make two of the same unequal as values: as documents they are the same.
            if (mine.Id == id)
                return new(
                    id,
                    name,
                    JsonSerializer.Serialize(mine.Plain) == JsonSerializer.Serialize(theirs)
                        ? Standing.Same
                        : Standing.Differs,
                    id
                );
        }
        var named = here.Select(of)
            .Where(m => string.Equals(m.Name, name, StringComparison.OrdinalIgnoreCase))
            .ToList();
        return named.Count > 0 ? new(id, name, Standing.SameName, named[0].Id) : new(id, name, Standing.New, null);
    }

    private static async Task<Results<Ok<IReadOnlyList<ForecastHead>>, ProblemHttpResult>> SaveForecasts(
        IReadOnlyList<ForecastSeries> forecasts,
        Store store
    )
    {
        var there = await store.Ids(RowKind.Forecast);
        var fresh = forecasts.Where(f => !there.Contains(f.Id)).DistinctBy(f => f.Id).ToList();
        if (there.Count + fresh.Count > Forecasts.Most)
            return Problems.Faults([
                new(
                    "forecasts",
                    $"{there.Count + fresh.Count}",
                    $"Keep to {Forecasts.Most} forecasts: remove some that no trip stands on."
                ),
            ]);
        List<Fault> faults = [.. fresh.Index().SelectMany(f => EntryRules.Check($"[{f.Index}]", f.Item))];
        if (faults.Count > 0)
            return Problems.Faults(faults);
        foreach (var forecast in fresh)
            await store.AddForecast(forecast);
        var asked = forecasts.Select(f => f.Id).ToHashSet();
        return TypedResults.Ok<IReadOnlyList<ForecastHead>>([
            .. (await store.Forecasts()).Where(f => asked.Contains(f.Id)),
        ]);
    }
}
