using Ermine.Core.Answers;
using Ermine.Core.Chance;
using Ermine.Core.Choosing;
using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
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

    /// <summary>The same, with the thing whose place is taken, where one is, and things to weigh that are not owned yet.</summary>
    public sealed record AddsRequest(
        Trip Trip,
        int Night,
        int Member = 0,
        Guid? Replaces = null,
        IReadOnlyList<KitItem>? Offered = null
    ) : PlanRequest(Trip, Night, Member);

    /// <summary>Most things weighed in one call that are not owned yet.</summary>
    private const int MostOffered = 20;

    /// <summary>
    /// Every night in a line for one person and for all, one night whole, and everyone's chance of sleeping through; the whole night is null where
    /// the trip has none, a chance where no low is known.
    /// </summary>
    public sealed record PlanResponse(
        IReadOnlyList<NightLine> Nights,
        NightAnswer? Night,
        IReadOnlyList<IReadOnlyList<NightLine>> Party,
        ForecastGap? Gap,
        IReadOnlyList<TripChance?> Chances
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
        Holding Holding,
        Temperature? HoldsTo,
        Leads Leads,
        Temperature? HoldsToDry,
        double FrostG,
        TemperatureDifference? Margin,
        Temperature? LowestFeet
    )
    {
        public static NightLine Of(TripRun run, NightAnswer plan, int index)
        {
            var confidence = run.Trip.Trust.Confidence;
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
                plan.Holds.Together.Holding,
                plan.Holds.Together.Outside,
                plan.Holds.Leads,
                run.HoldsDry(index).Together.Outside,
                run.FrostG(index),
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
        group
            .MapPost("/plan", (PlanRequest request, Asking asking) => asking.Of(request, Answer, keeps: true))
            .WithSummary("Verdicts of every night and one night with its reasons");
        group
            .MapPost(
                "/plan/fixes",
                (PlanRequest request, Asking asking) =>
                    asking.Of(
                        request,
                        (p, r) => r.Night < r.Trip.Nights.Count ? Fixes.For(p[r.Member], r.Night) : FixList.None
                    )
            )
            .WithSummary("What closes the gap of one night, from what is owned and can be done");
        group
            .MapPost("/plan/adds", AddsOf)
            .WithSummary("What each thing owned and each type would do for one night, added or in place of another");
        group
            .MapPost(
                "/plan/lookups",
                (PlanRequest request, Asking asking) =>
                    asking.List(request, p => Lookups.For(p[request.Member], request.Night))
            )
            .WithSummary(
                "What was taken as usual for one night, and which label, loft or weight would narrow its answer most"
            );
        group.MapPost("/plan/buys", Buys).WithSummary("What plain pieces not owned yet would do for one night");
        group
            .MapPost(
                "/plan/schools",
                (PlanRequest request, Asking asking) =>
                    asking.List(
                        request,
                        p =>
                            Schools.For(
                                p[request.Member].Context.FreeFor(p[request.Member].Outfit),
                                p[request.Member].SystemOf(request.Night),
                                p[request.Member].Outfit.Along
                            )
                    )
            )
            .WithSummary("The schools that can be built from what is owned");
        group.MapPost("/plan/compare", Compare).WithSummary("Two to four systems side by side on one night");
        group
            .MapPost(
                "/plan/dry",
                (PlanRequest request, Asking asking) => asking.Of(request, (p, r) => DryAnswers.For(p[r.Member]))
            )
            .WithSummary("Dry things, frost and habits along the trip");
        group
            .MapPost(
                "/plan/losses",
                (PlanRequest request, Asking asking) => asking.List(request, p => OneLostAtATime.Of(p[request.Member]))
            )
            .WithSummary("The trip again with each single thing lost, soaked or failed");
        group.MapGet("/heat-sources", () => HeatSources.Library).WithSummary("Sources of heat that are taken to bed");
        group.MapPost("/items/reading", Reading).WithSummary("What a thing's numbers mean, before it is saved");
        group.MapGet("/items/readings", Readings).WithSummary("What the numbers of everything owned mean");
        group.MapPost("/items/loft", LoftOf).WithSummary("Loft of an old thing against new, by ruler or by use");
    }

    private static PlanResponse Answer(IReadOnlyList<TripRun> runs, PlanRequest request)
    {
        var party = runs.AsParallel()
            .AsOrdered()
            .WithCancellation(runs[0].Context.Stop)
            .Select(run =>
                (
                    Lines: (IReadOnlyList<NightLine>)
                        [.. NightAnswers.All(run).Select((n, i) => NightLine.Of(run, n, i))],
                    Chance: TripChance.Of(run)
                )
            )
            .ToList();
        var asked = runs[request.Member];
        return new(
            party[request.Member].Lines,
            request.Night < request.Trip.Nights.Count ? NightAnswers.Whole(asked, request.Night) : null,
            [.. party.Select(p => p.Lines)],
            ForecastGap.Of(request.Trip, asked.Context.Forecast),
            [.. party.Select(p => p.Chance)]
        );
    }

    private static async Task<Results<Ok<AddList>, ProblemHttpResult>> AddsOf(AddsRequest request, Asking asking)
    {
        var offered = request.Offered ?? [];
        if (offered.Count > MostOffered)
            return Problems.Faults([
                new(
                    "offered",
                    $"{offered.Count}",
                    $"Weigh at most {MostOffered} things at once that are not owned yet."
                ),
            ]);
        List<Fault> faults =
        [
            .. offered
                .Index()
                .SelectMany(o =>
                    EntryRules.Check(o.Item).Select(f => f with { Field = $"offered[{o.Index}].{f.Field}" })
                ),
        ];
        return faults.Count > 0
            ? Problems.Faults(faults)
            : await asking.Of(
                request,
                (p, r) =>
                    r.Night < r.Trip.Nights.Count
                        ? Adds.For(p[r.Member], r.Night, request.Replaces, offered)
                        : AddList.None
            );
    }

    private static async Task<Results<Ok<IReadOnlyList<Buy>>, ProblemHttpResult>> Buys(
        BuyRequest request,
        Asking asking
    ) =>
        EntryRules.Check(request.Prices) is { Count: > 0 } faults
            ? Problems.Faults(faults)
            : await asking.List(request, p => Generics.For(p[request.Member], request.Night, request.Prices));

    private static async Task<Results<Ok<IReadOnlyList<NightAnswer>>, ProblemHttpResult>> Compare(
        CompareRequest request,
        Asking asking
    )
    {
        if (request.Systems.Count is < 1 or > 4)
            return Problems.Faults([
                new("systems", $"{request.Systems.Count}", "Set two to four systems side by side."),
            ]);
        return await asking.List(
            request,
            p =>
            {
                var run = p[request.Member];
                return (IReadOnlyList<NightAnswer>)
                    [
                        .. request.Systems.Select(s =>
                            NightAnswers.Whole(run.With(run.Sleeping(request.Night, s)), request.Night)
                        ),
                    ];
            }
        );
    }

    private static Results<Ok<ItemReading>, ProblemHttpResult> Reading(KitItem item)
    {
        var faults = EntryRules.Check(item);
        return faults.Count > 0 ? Problems.Faults(faults) : TypedResults.Ok(ItemReader.Read(item));
    }

    private static async Task<IReadOnlyDictionary<Guid, ItemReading>> Readings(Store store, CancellationToken stop) =>
        (await store.Items(stop)).ToDictionary(i => i.Id, ItemReader.Read);

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
}
