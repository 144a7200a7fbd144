using Ermine.Core.Choosing;
using Ermine.Core.Dryness;
using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
using Ermine.Core.Units;
using Ermine.Server.Hosting;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>Answers for a trip as it stands on the page, saved or not.</summary>
public static class Plans
{
    /// <summary>A trip, the night that is looked at and the one of its people, both from 0.</summary>
    public record PlanRequest(Trip Trip, int Night, int Member = 0);

    /// <summary>The same, with prices typed for pieces by their ids.</summary>
    public sealed record BuyRequest(Trip Trip, int Night, int Member, IReadOnlyDictionary<Guid, double> Prices)
        : PlanRequest(Trip, Night, Member);

    /// <summary>The same, with two to four systems to set side by side.</summary>
    public sealed record CompareRequest(Trip Trip, int Night, int Member, IReadOnlyList<SleepSystem> Systems)
        : PlanRequest(Trip, Night, Member);

    /// <summary>Every night in a line for one person and for all, and one night whole; that one is null where the trip has no nights.</summary>
    public sealed record PlanResponse(
        IReadOnlyList<NightLine> Nights,
        NightPlan? Night,
        IReadOnlyList<IReadOnlyList<NightLine>> Party
    );

    /// <summary>One night as the ladder shows it; the cold side by each school.</summary>
    public sealed record NightLine(
        Guid NightId,
        Verdict? Verdict,
        Temperature? ForecastLow,
        Temperature? CampLow,
        Temperature? MildSide,
        Temperature? PlanFor,
        Temperature? BySpread,
        Temperature? ByEnsemble,
        Temperature? ByFlatMargin,
        Temperature? High,
        bool WetCold,
        Temperature? HoldsTo,
        Temperature? HoldsToDry,
        double FrostG,
        TemperatureDifference? Margin,
        Temperature? LowestFeet
    )
    {
        public static NightLine Of(NightPlanner planner, NightPlan plan, int index)
        {
            var confidence = planner.Trip.Trust.Confidence;
            var low = plan.Weather?.Low;
            return new(
                plan.NightId,
                plan.Verdict,
                low?.ForecastLow,
                low?.CampLow,
                low?.MildSide,
                low?.PlanFor,
                At(low?.ByConfidence),
                At(low?.ByEnsemble),
                low?.Flat,
                plan.Weather?.High,
                plan.Weather?.WetCold ?? false,
                plan.Comfort.Outside,
                planner.ComfortAt(index, null),
                planner.Trail.FrostG(index),
                plan.Margin,
                plan.Hours?.LowestFeet
            );

            Temperature? At(IReadOnlyList<ColdSideAt>? sides) =>
                sides?.FirstOrDefault(s => Math.Abs(s.Confidence - confidence) < 1e-9)?.ColdSide;
        }
    }

    public static void Map(IEndpointRouteBuilder api)
    {
        var group = api.MapGroup("").WithTags("Plans");
        group.MapPost("/plan", Plan).WithSummary("Verdicts of every night and one night with its reasons");
        group
            .MapPost(
                "/plan/fixes",
                (PlanRequest request, Store store) => Ask(request, store, p => Fixes.For(p, request.Night))
            )
            .WithSummary("What closes the gap of one night, from what is owned and can be done");
        group
            .MapPost(
                "/plan/buys",
                (BuyRequest request, Store store) =>
                    Ask(request, store, p => Generics.For(p, request.Night, request.Prices))
            )
            .WithSummary("What plain pieces not owned yet would do for one night");
        group
            .MapPost(
                "/plan/schools",
                (PlanRequest request, Store store) =>
                    Ask(request, store, p => Schools.For(p.Free, p.SystemOf(request.Night), p.Member.Along))
            )
            .WithSummary("The schools that can be built from what is owned");
        group.MapPost("/plan/compare", Compare).WithSummary("Two to four systems side by side on one night");
        group.MapPost("/plan/dry", Dry).WithSummary("Dry things, frost and habits along the trip");
        group
            .MapPost("/plan/losses", (PlanRequest request, Store store) => Ask(request, store, OneLostAtATime.Of))
            .WithSummary("The trip again with each single thing lost, soaked or failed");
        group.MapGet("/heat-sources", () => HeatSources.Library).WithSummary("Sources of heat that are taken to bed");
        group.MapPost("/items/reading", Reading).WithSummary("What a thing's numbers mean, before it is saved");
        group.MapGet("/items/readings", Readings).WithSummary("What the numbers of everything owned mean");
        group.MapPost("/items/loft", LoftOf).WithSummary("Loft of an old thing against new, by ruler or by use");
    }

    private static async Task<Results<Ok<PlanResponse>, ProblemHttpResult>> Plan(PlanRequest request, Store store)
    {
        var (planners, problem) = await Prepare(request, store);
        return problem is not null ? problem : TypedResults.Ok(Answer(planners, request));
    }

    internal static PlanResponse Answer(IReadOnlyList<NightPlanner> planners, PlanRequest request)
    {
        var party = planners
            .Select(p => (IReadOnlyList<NightLine>)[.. p.Plan().Select((n, i) => NightLine.Of(p, n, i))])
            .ToList();
        return new(
            party[request.Member],
            request.Night < request.Trip.Nights.Count ? planners[request.Member].Plan(request.Night) : null,
            party
        );
    }

    private static async Task<Results<Ok<DryAnswer>, ProblemHttpResult>> Dry(PlanRequest request, Store store)
    {
        var (planners, problem) = await Prepare(request, store);
        return problem is not null ? problem : TypedResults.Ok(DryAnswers.For(planners[request.Member]));
    }

    private static async Task<Results<Ok<IReadOnlyList<NightPlan>>, ProblemHttpResult>> Compare(
        CompareRequest request,
        Store store
    )
    {
        if (request.Systems.Count is < 1 or > 4)
            return Problems.Faults([
                new("systems", $"{request.Systems.Count}", "Set two to four systems side by side."),
            ]);
        return await Ask(
            request,
            store,
            p =>
                (IReadOnlyList<NightPlan>)
                    [.. request.Systems.Select(s => p.Sleeping(request.Night, s).Plan(request.Night))]
        );
    }

    private static async Task<Results<Ok<IReadOnlyList<T>>, ProblemHttpResult>> Ask<T>(
        PlanRequest request,
        Store store,
        Func<NightPlanner, IReadOnlyList<T>> ask
    )
    {
        var (planners, problem) = await Prepare(request, store);
        if (problem is not null)
            return problem;
        return TypedResults.Ok(request.Night < request.Trip.Nights.Count ? ask(planners[request.Member]) : []);
    }

    private static Results<Ok<ItemReading>, ProblemHttpResult> Reading(KitItem item)
    {
        var faults = EntryRules.Check(item);
        return faults.Count > 0 ? Problems.Faults(faults) : TypedResults.Ok(ItemReader.Read(item));
    }

    private static async Task<IReadOnlyDictionary<Guid, ItemReading>> Readings(Store store) =>
        (await store.Items()).ToDictionary(i => i.Id, ItemReader.Read);

    /// <summary>By ruler: cm now and when new. By use: nights slept in it and nights since it was washed.</summary>
    public sealed record LoftRequest(
        double? MeasuredCm = null,
        double? NewCm = null,
        double? Nights = null,
        double? NightsSinceWash = null
    );

    public sealed record LoftResponse(double LoftFactor);

    private static Results<Ok<LoftResponse>, ProblemHttpResult> LoftOf(LoftRequest request)
    {
        if (request is { MeasuredCm: > 0 and <= 30, NewCm: > 0 and <= 30 })
            return TypedResults.Ok(new LoftResponse(Loft.ByRuler(request.MeasuredCm.Value, request.NewCm.Value)));
        if (request is { Nights: >= 0 and <= 5000 })
            return TypedResults.Ok(
                new LoftResponse(Loft.ByUse(request.Nights.Value, request.NightsSinceWash ?? request.Nights.Value))
            );
        return Problems.Faults([
            new(
                "measuredCm",
                $"{request.MeasuredCm}",
                "Give loft now and when new, each over 0 and at most 30 cm, or nights from 0 to 5000."
            ),
        ]);
    }

    private static async Task<(IReadOnlyList<NightPlanner>, ProblemHttpResult?)> Prepare(
        PlanRequest request,
        Store store
    )
    {
        var trip = request.Trip;
        var closet = new Closet(await store.Items());
        var faults = EntryRules.Check(trip, id => closet.Find(id) is not null).ToList();
        var sleepers = (await store.Sleepers()).ToDictionary(s => s.Id);
        faults.AddRange(Workspace.UnknownSleepers(trip, sleepers.ContainsKey));
        if (request.Night < 0)
            faults.Add(new("night", $"{request.Night}", "Nights count from 0."));
        if (request.Member < 0 || request.Member >= trip.Members.Count)
            faults.Add(
                new("member", $"{request.Member}", $"People of this trip count from 0 to {trip.Members.Count - 1}.")
            );
        if (faults.Count > 0)
            return ([], Problems.Faults(faults, title: "The plan cannot be answered as it stands."));
        var forecast = trip.ForecastId is { } id ? await store.Forecast(id) : null;
        return (
            [.. trip.Members.Select(m => new NightPlanner(trip, m, sleepers[m.SleeperId], closet, forecast))],
            null
        );
    }
}
