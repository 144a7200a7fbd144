using Ermine.Core.Trail;
using Ermine.Server.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>What is taken along of a trip as it stands on the page: cards, the party's sheet and what the trip book looks up.</summary>
public static class TakenAlong
{
    /// <summary>The table of a night; null where its low is not known or nothing is laid out.</summary>
    public sealed record TonightAnswer(TonightTable? Table);

    public static void Map(IEndpointRouteBuilder api)
    {
        var plans = api.MapGroup("/plan").WithTags("Plans");
        plans
            .MapPost(
                "/cards",
                (Plans.PlanRequest request, Asking asking) =>
                    OfNight(request, asking, (p, r) => CardsOfNight.Of(p, r.Member, r.Night))
            )
            .WithSummary(
                "One night and the day before it as cards: what is put on, if … then by thermometer, what when"
            );
        plans
            .MapPost(
                "/tonight",
                (Plans.PlanRequest request, Asking asking) =>
                    OfNight(request, asking, (p, r) => new TonightAnswer(Tonight.Of(p[r.Member], r.Night)))
            )
            .WithSummary(
                "What one night comes to at every low, whatever two things have happened, with all that can be done"
            );
        plans
            .MapPost(
                "/party-sheet",
                (Plans.PlanRequest request, Asking asking) =>
                    OfNight(request, asking, (p, r) => NightOfParty.Of(p, r.Night))
            )
            .WithSummary("One night of everyone, and the low below which the party turns back");
    }

    private static async Task<Results<Ok<T>, ProblemHttpResult>> OfNight<T>(
        Plans.PlanRequest request,
        Asking asking,
        Func<IReadOnlyList<Core.Trips.TripRun>, Plans.PlanRequest, T> answer
    ) =>
        request.Trip is { } trip && (request.Night < 0 || request.Night >= trip.Nights.Count)
            ? Problems.Faults([Days.OutOfTrip(trip, request.Night, "night")])
            : await asking.Of(request, answer);
}
