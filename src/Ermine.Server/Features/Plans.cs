using Ermine.Core.Choosing;
using Ermine.Core.Entry;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Units;
using Ermine.Server.Hosting;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>Answers for a trip as it stands on the page, saved or not.</summary>
public static class Plans
{
    /// <summary>A trip and the night that is looked at, from 0.</summary>
    public sealed record PlanRequest(Trip Trip, int Night);

    /// <summary>Every night in a line, and one night whole; that one is null where the trip has no nights.</summary>
    public sealed record PlanResponse(IReadOnlyList<NightLine> Nights, NightPlan? Night);

    /// <summary>One night as the ladder shows it.</summary>
    public sealed record NightLine(
        Guid NightId,
        Verdict? Verdict,
        Temperature? ForecastLow,
        Temperature? CampLow,
        Temperature? MildSide,
        Temperature? PlanFor,
        Temperature? High,
        Temperature? HoldsTo,
        TemperatureDifference? Margin
    )
    {
        public static NightLine Of(NightPlan plan) =>
            new(
                plan.NightId,
                plan.Verdict,
                plan.Weather?.Low.ForecastLow,
                plan.Weather?.Low.CampLow,
                plan.Weather?.Low.MildSide,
                plan.Weather?.Low.PlanFor,
                plan.Weather?.High,
                plan.Comfort.Outside,
                plan.Margin
            );
    }

    public static void Map(IEndpointRouteBuilder api)
    {
        var group = api.MapGroup("").WithTags("Plans");
        group.MapPost("/plan", Plan).WithSummary("Verdicts of every night and one night with its reasons");
        group.MapPost("/plan/fixes", Fix).WithSummary("What closes the gap of one night, from what is owned");
        group.MapPost("/items/reading", Reading).WithSummary("What a thing's numbers mean, before it is saved");
        group.MapGet("/items/readings", Readings).WithSummary("What the numbers of everything owned mean");
    }

    private static async Task<Results<Ok<PlanResponse>, ProblemHttpResult>> Plan(PlanRequest request, Store store)
    {
        var (planner, _, problem) = await Prepare(request, store);
        if (planner is null)
            return problem!;
        var plans = planner.Plan(request.Trip);
        return TypedResults.Ok(
            new PlanResponse([.. plans.Select(NightLine.Of)], request.Night < plans.Count ? plans[request.Night] : null)
        );
    }

    private static async Task<Results<Ok<IReadOnlyList<Fix>>, ProblemHttpResult>> Fix(PlanRequest request, Store store)
    {
        var (planner, closet, problem) = await Prepare(request, store);
        if (planner is null)
            return problem!;
        if (request.Night >= request.Trip.Nights.Count)
            return TypedResults.Ok<IReadOnlyList<Fix>>([]);
        return TypedResults.Ok(Fixes.For(planner, closet!, request.Trip, request.Night));
    }

    private static Results<Ok<ItemReading>, ProblemHttpResult> Reading(KitItem item)
    {
        var faults = EntryRules.Check(item);
        return faults.Count > 0 ? Problems.Faults(faults) : TypedResults.Ok(ItemReader.Read(item));
    }

    private static async Task<IReadOnlyDictionary<Guid, ItemReading>> Readings(Store store) =>
        (await store.Items()).ToDictionary(i => i.Id, ItemReader.Read);

    private static async Task<(NightPlanner?, Closet?, ProblemHttpResult?)> Prepare(PlanRequest request, Store store)
    {
        var closet = new Closet(await store.Items());
        var faults = EntryRules.Check(request.Trip, id => closet.Find(id) is not null).ToList();
        var sleeper = await store.Sleeper(request.Trip.SleeperId);
        if (sleeper is null)
            faults.Add(
                new("trip.sleeperId", $"{request.Trip.SleeperId}", "There is no such sleeper; choose one or add one.")
            );
        if (request.Night < 0)
            faults.Add(new("night", $"{request.Night}", "Nights count from 0."));
        if (faults.Count > 0)
            return (null, null, Problems.Faults(faults, title: "The plan cannot be answered as it stands."));
        var forecast = request.Trip.ForecastId is { } id ? await store.Forecast(id) : null;
        return (new NightPlanner(sleeper!, closet, forecast), closet, null);
    }
}
