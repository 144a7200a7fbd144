using Ermine.Core.Entry;
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

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/itinerary", ReadItinerary)
            .WithTags("Forecasts")
            .Accepts<string>("text/calendar", "application/gpx+xml", "application/octet-stream")
            .WithSummary("Nights and camps from a calendar or from way points; nothing is saved");
        api.MapGroup("/forecasts")
            .WithTags("Forecasts")
            .MapPost("/", Read)
            .Accepts<string>("text/csv", "application/json", "application/geo+json")
            .WithSummary(
                "Read a forecast from CSV, JSON or GeoJSON; broken readings are listed, takeGood takes the rest"
            );
    }

    private static async Task<Results<Ok<ItineraryReading>, ProblemHttpResult>> ReadItinerary(HttpRequest request)
    {
        var reading = ItineraryFile.Read(await BodyOf(request));
        return reading.Stops.Count > 0
            ? TypedResults.Ok(reading)
            : Problems.Faults(reading.Faults, title: "No nights could be read from this file.");
    }

    private static async Task<byte[]> BodyOf(HttpRequest request)
    {
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body);
        return body.ToArray();
    }

    private static async Task<Results<Created<ReadForecast>, ProblemHttpResult>> Read(
        HttpRequest request,
        Store store,
        string name = "forecast",
        string? timeZone = null,
        string? temperatureUnit = null,
        string? windUnit = null,
        double? elevationM = null,
        bool takeGood = false
    )
    {
        var faults = new List<Fault>();
        var temperature = Choice<TemperatureUnit>("temperatureUnit", temperatureUnit, faults);
        var wind = Choice<WindUnit>("windUnit", windUnit, faults);
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var reading = ForecastFile.Read(name, await BodyOf(request), new(timeZone, temperature, wind, elevationM));
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
