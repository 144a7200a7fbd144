using Ermine.Core.Body;
using Ermine.Core.Entry;
using Ermine.Core.Kit;
using Ermine.Core.Learning;
using Ermine.Core.Plans;
using Ermine.Exchange;
using Ermine.Server.Hosting;
using Ermine.Standins;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Ermine.Server.Features;

/// <summary>Days and nights as lived, loggers, and what they teach. Entries are saved with everything else, see <see cref="Workspace"/>.</summary>
public static class Logs
{
    /// <summary>What a log has taught, and how good the plan has been.</summary>
    public sealed record LearnedResponse(Learned Learned, TrackRecord Record);

    /// <summary>A trip, a night of it and one of its people, with what was done otherwise than planned.</summary>
    public sealed record KeepRequest(Trip Trip, int Night, int Member = 0, IReadOnlyList<NightEvent>? Changes = null)
        : Plans.PlanRequest(Trip, Night, Member);

    /// <summary>A night out of a logger's file, and how much of it was read.</summary>
    public sealed record LoggerResponse(LoggerNight Night, int Readings, int LeftOut, DateTime From, DateTime To);

    public static void Map(WebApplication app, IEndpointRouteBuilder api)
    {
        var group = api.MapGroup("").WithTags("Log");
        group
            .MapGet("/log", (Store store, CancellationToken stop) => store.Log(stop))
            .WithSummary("Every day and night as lived, in the order of dates");
        group.MapGet("/log/learned", Taught).WithSummary("What the log has taught, and how good the plan has been");
        group.MapGet("/log.csv", Table).WithSummary("The log as a table: promised against lived");
        group
            .MapPost("/plan/log", Keep)
            .WithSummary("A night as it is planned now, to be kept beside what is lived; nothing is saved");
        group
            .MapPost("/log/logger", Read)
            .Accepts<string>("text/csv", "text/plain", "text/tab-separated-values", "application/octet-stream")
            .WithMetadata(new Bodies.Largest(LoggerFile.MostBytes + 500_000))
            .WithSummary("A night out of a temperature logger's file; nothing is saved");
        app.MapGet("/standin/logger", Simulated)
            .WithTags("Stand-ins")
            .WithSummary("Simulated temperature logger: its file for nights of given lows");
    }

    private static async Task<Results<Ok<PlanKept>, ProblemHttpResult>> Keep(
        KeepRequest request,
        Asking asking,
        TimeProvider clock
    )
    {
        var changes = request.Changes ?? [];
        var faults = new List<Fault>();
        if (request.Night >= request.Trip.Nights.Count)
            faults.Add(new("night", $"{request.Night}", "This trip has no such night."));
        faults.AddRange(EntryRules.CheckChanges("changes", changes));
        return faults.Count > 0
            ? Problems.Faults(faults)
            : await asking.Of(request, (p, r) => AsPlanned.Of(p[r.Member], r.Night, changes, clock.GetUtcNow()));
    }

    private static async Task<LearnedResponse> Taught(Store store, LearnedCache cache, CancellationToken stop)
    {
        var log = await store.Log(stop);
        var learned = await cache.Of(store, stop);
        return new(learned, TrackRecord.Of(log, learned, await Stated(store, stop)));
    }

    private static async Task<IResult> Table(Store store, LearnedCache cache, CancellationToken stop)
    {
        var log = await store.Log(stop);
        var record = TrackRecord.Of(log, await cache.Of(store, stop), await Stated(store, stop));
        var people = (await store.Sleepers(stop)).ToDictionary(s => s.Id, s => s.Name);
        return Results.File(LogFile.Write(log, record, people), "text/csv; charset=utf-8", "ermine-log.csv");
    }

    private static async Task<Func<Guid, double>> Stated(Store store, CancellationToken stop)
    {
        var stated = (await store.Sleepers(stop)).ToDictionary(s => s.Id, s => s.StatedOffsetK);
        return who => stated.GetValueOrDefault(who);
    }

    private static async Task<Results<Ok<LoggerResponse>, ProblemHttpResult>> Read(
        HttpRequest request,
        Work work,
        Store store,
        ForecastCache forecasts,
        [FromQuery] DateOnly date,
        double inHour = 21,
        double upHour = 31,
        double clockHours = 0,
        string? temperatureUnit = null,
        string? probes = null,
        double? tentAddsK = null,
        Guid? forecastId = null
    )
    {
        var faults = new List<Fault>();
        var unit = Forecasts.Choice<TemperatureUnit>("temperatureUnit", temperatureUnit, faults);
        if (EntryRules.CheckDate("date", date) is { } never)
            faults.Add(never);
        Calculators.Check(faults, "inHour", inHour, 12, 36, "h from the midnight before the evening");
        Calculators.Check(faults, "upHour", upHour, inHour, 40, "h from the midnight before the evening");
        Calculators.Check(faults, "clockHours", clockHours, -24, 24, "h");
        Calculators.Check(faults, "tentAddsK", tentAddsK ?? 0, -10, 40, "K");
        List<Probe>? where = probes is null
            ? null
            : [.. probes.Split(',').Take(6).Select(p => Forecasts.Choice<Probe>("probes", p, faults) ?? Probe.Outside)];
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var bytes = await Forecasts.BodyOf(request);
        var stop = request.HttpContext.RequestAborted;
        var forecast = forecastId is { } id ? (await forecasts.Of(id, store, stop))?.Hourly(date, 12, 36) : null;
        var reading = await work.Run(
            Work.HeavyFrom,
            "cut the file to the trip",
            given => LoggerFile.Read(bytes, unit, given),
            stop
        );
        if (reading.Series is not { } series)
            return Problems.Faults(
                reading.Faults,
                title: reading.Needs.Count > 0
                    ? "The file does not say whether it is in °C or °F."
                    : "This file could not be read. Nothing was taken.",
                more: new Dictionary<string, object?> { ["needs"] = reading.Needs }
            );
        if (where is not null && where.Count != series.Names.Count)
            return Problems.Faults([
                new("probes", $"{where.Count}", $"The file has {series.Names.Count} probes: say of each where it lay."),
            ]);
        var night = LoggerReader.Read(series, new(date, inHour, upHour, clockHours, where, tentAddsK, forecast));
        return TypedResults.Ok(
            new LoggerResponse(night, series.At.Count, reading.LeftOut, series.At.Min(), series.At.Max())
        );
    }

    private static IResult Simulated(
        DateOnly from,
        string lows,
        int minutesApart = 10,
        double tentAddsK = 4,
        int seed = 1,
        string behave = nameof(LoggerFault.None),
        string style = nameof(LoggerStyle.Plain)
    )
    {
        var faults = new List<Fault>();
        var fault = Forecasts.Choice<LoggerFault>("behave", behave, faults) ?? LoggerFault.None;
        var written = Forecasts.Choice<LoggerStyle>("style", style, faults) ?? LoggerStyle.Plain;
        if (EntryRules.CheckDate("from", from) is { } never)
            faults.Add(never);
        Calculators.Check(faults, "minutesApart", minutesApart, 1, 60, "min");
        Calculators.Check(faults, "tentAddsK", tentAddsK, 0, 30, "K");
        var nights = lows.Split(',').Take(61).ToList();
        if (nights.Count > 60)
            faults.Add(new("lows", $"{nights.Count}", "Keep to 60 nights."));
        var read = new List<double>();
        foreach (var low in nights)
        {
            if (
                double.TryParse(
                    low,
                    System.Globalization.NumberStyles.Float,
                    System.Globalization.CultureInfo.InvariantCulture,
                    out var celsius
                ) && celsius is >= -90 and <= 40
            )
                read.Add(celsius);
            else
                faults.Add(new("lows", low, "Give lows from −90 to 40 °C with commas between them."));
        }
        return faults.Count > 0
            ? Problems.Faults(faults, title: "The logger cannot answer this.")
            : Results.Text(
                SimulatedLogger.Write(new(from, read, minutesApart, tentAddsK, seed, fault, written)),
                "text/csv; charset=utf-8"
            );
    }
}

/// <summary>What the log has taught, worked out once for as long as nothing that it hangs on is saved.</summary>
public sealed class LearnedCache
{
    private sealed record Kept(
        IReadOnlyList<LogEntry> Log,
        IReadOnlyList<Sleeper> Sleepers,
        IReadOnlyList<KitItem> Items,
        Learned Learned
    );

    private readonly Lock gate = new();
    private Kept? kept;

    /// <summary>What the log has taught.</summary>
    public async Task<Learned> Of(Store store, CancellationToken stop) =>
        Of(await store.Log(stop), await store.Sleepers(stop), await store.Items(stop));

    /// <summary>The same, of what was read already.</summary>
    public Learned Of(IReadOnlyList<LogEntry> log, IReadOnlyList<Sleeper> sleepers, IReadOnlyList<KitItem> items)
    {
        lock (gate)
        {
            // A row that has not changed is the same object again.
            if (kept is { } known && Same(known.Log, log) && Same(known.Sleepers, sleepers) && Same(known.Items, items))
                return known.Learned;
            var learned = Learned.From(log, sleepers, new Closet(items));
            kept = new(log, sleepers, items, learned);
            return learned;
        }

        static bool Same<T>(IReadOnlyList<T> before, IReadOnlyList<T> now)
            where T : class => before.SequenceEqual(now, ReferenceEqualityComparer.Instance);
    }
}
