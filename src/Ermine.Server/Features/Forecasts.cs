using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Exchange;
using Ermine.Server.Hosting;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>Forecasts come in as files and never change afterwards.</summary>
public static class Forecasts
{
    /// <summary>A forecast that was read, and how many of its lines were left out.</summary>
    public sealed record ReadForecast(ForecastHead Forecast, int LeftOut);

    /// <summary>Most forecasts that are kept.</summary>
    internal const int Most = 200;

    /// <summary>What a forecast is to be called.</summary>
    public sealed record ForecastName(string Name);

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/itinerary", ReadItinerary)
            .WithTags("Forecasts")
            .Accepts<string>(
                "text/calendar",
                "application/gpx+xml",
                "application/xml",
                "text/xml",
                "text/plain",
                "application/octet-stream"
            )
            .WithSummary("Nights and camps from a calendar or from way points; nothing is saved");
        var group = api.MapGroup("/forecasts").WithTags("Forecasts");
        group
            .MapGet("/", (Store store, CancellationToken stop) => store.Forecasts(stop))
            .WithSummary("Every forecast that was read, without its readings");
        group.MapGet("/{id:guid}", Whole).WithSummary("A forecast with its readings");
        var saves = group.MapGroup("").Saves();
        saves
            .MapPost("/", Read)
            .Accepts<string>(
                "text/csv",
                "text/plain",
                "text/tab-separated-values",
                "application/json",
                "application/geo+json",
                "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
                "application/octet-stream"
            )
            .WithSummary(
                "Read a forecast from CSV, a spreadsheet, JSON or GeoJSON; broken readings are listed, takeGood takes the rest"
            );
        saves.MapPut("/{id:guid}", Rename).WithSummary("Name a forecast; its readings never change");
        saves.MapDelete("/{id:guid}", Remove).WithSummary("Remove a forecast that no trip stands on");
    }

    private static async Task<Results<Ok<ForecastSeries>, ProblemHttpResult>> Whole(
        Guid id,
        Store store,
        CancellationToken stop
    ) =>
        await store.Forecast(id, stop) is { } series
            ? TypedResults.Ok(series)
            : Problems.From(Outcome.Missing, $"{id}", () => "")!;

    private static async Task<Results<NoContent, ProblemHttpResult>> Rename(Guid id, ForecastName named, Store store) =>
        EntryRules.CheckName("name", named.Name) is { } fault ? Problems.Faults([fault])
        : Problems.From(await store.NameForecast(id, named.Name), $"{id}", () => "") is { } problem ? problem
        : TypedResults.NoContent();

    private static async Task<Results<NoContent, ProblemHttpResult>> Remove(Guid id, Store store)
    {
        var outcome = await store.RemoveForecast(id);
        var users = outcome == Outcome.InUse ? await store.TripsUsing(id) : [];
        return
            Problems.From(outcome, $"{id}", () => $"{string.Join(", ", users)} stands on it: read another there first.")
                is { } problem
            ? problem
            : TypedResults.NoContent();
    }

    private static async Task<Results<Ok<ItineraryReading>, ProblemHttpResult>> ReadItinerary(
        HttpRequest request,
        Work work
    )
    {
        var bytes = await BodyOf(request);
        var reading = await work.Run(
            bytes.Length / 1_000,
            Smaller,
            stop => ItineraryFile.Read(bytes, stop),
            request.HttpContext.RequestAborted
        );
        return reading.Stops.Count > 0
            ? TypedResults.Ok(reading)
            : Problems.Faults(reading.Faults, title: "No nights could be read from this file.");
    }

    private const string Smaller = "cut the file to the days of the trip";

    internal static async Task<byte[]> BodyOf(HttpRequest request)
    {
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body, request.HttpContext.RequestAborted);
        return body.ToArray();
    }

    private static async Task<Results<Created<ReadForecast>, ProblemHttpResult>> Read(
        HttpRequest request,
        Store store,
        Work work,
        string name = "forecast",
        string? timeZone = null,
        string? temperatureUnit = null,
        string? windUnit = null,
        double? elevationM = null,
        string? browserZone = null,
        bool takeGood = false
    )
    {
        var faults = new List<Fault>();
        var temperature = Choice<TemperatureUnit>("temperatureUnit", temperatureUnit, faults);
        var wind = Choice<WindUnit>("windUnit", windUnit, faults);
        if (EntryRules.CheckName("name", name) is { } unnamed)
            faults.Add(unnamed);
        if (EntryRules.CheckElevation("elevationM", elevationM) is { } tooHigh)
            faults.Add(tooHigh);
        if (await store.Count(RowKind.Forecast) is var count && count >= Most)
            faults.Add(new("forecasts", $"{count}", $"Keep to {Most} forecasts: remove some that no trip stands on."));
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var bytes = await BodyOf(request);
        var reading = await work.Run(
            bytes.Length / 1_000,
            Smaller,
            stop => ForecastFile.Read(name, bytes, new(timeZone, temperature, wind, elevationM, browserZone), stop),
            request.HttpContext.RequestAborted
        );
        if (reading.Series is null || reading.Faults.Count > 0 && !takeGood)
            return Problems.Faults(
                reading.Faults,
                title: reading.Series is null
                    ? "This file could not be read. Nothing was saved."
                    : "Some lines could not be read. Nothing was saved yet.",
                more: new Dictionary<string, object?>
                {
                    ["goodLines"] = reading.Series?.Hours.Count ?? 0,
                    ["needs"] = reading.Needs,
                    ["zones"] = reading.Zones ?? [],
                }
            );
        return TypedResults.Created(
            (string?)null,
            new ReadForecast(await store.AddForecast(reading.Series), reading.Faults.Count)
        );
    }

    internal static T? Choice<T>(string field, string? text, List<Fault> faults)
        where T : struct, Enum
    {
        if (string.IsNullOrEmpty(text))
            return null;
        if (Enum.TryParse<T>(text, ignoreCase: true, out var choice) && Enum.IsDefined(choice))
            return choice;
        var names = Enum.GetNames<T>().Select(n => char.ToLowerInvariant(n[0]) + n[1..]);
        faults.Add(new(field, text, $"Choose {string.Join(", ", names)}."));
        return null;
    }
}
