using Ermine.Core.Rehearsing;
using Ermine.Core.Teaching;
using Ermine.Core.Trail;
using Ermine.Server.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>What is taken along of a trip as it stands on the page: cards, the party's sheet and what the trip book looks up, the rehearsal and the lesson.</summary>
public static class TakenAlong
{
    /// <summary>The table of a night; null where its low is not known or nothing is laid out.</summary>
    public sealed record TonightAnswer(TonightTable? Table);

    /// <summary>A night of a trip to be rehearsed: the seed that draws what goes wrong, and the choices until now, from 0 each.</summary>
    public sealed record RehearsalRequest(
        Core.Plans.Trip Trip,
        int Night,
        int Member,
        int Seed,
        IReadOnlyList<int> Answers
    ) : Plans.PlanRequest(Trip, Night, Member);

    /// <summary>The evening as far as it is played; null where the night has no low or no bed, or where an answer was not asked for.</summary>
    public sealed record RehearsalAnswer(EveningPlayed? Evening);

    /// <summary>Most questions of an evening.</summary>
    private const int MostAnswers = 12;

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
            .MapPost("/rehearsal", Rehearse)
            .WithSummary(
                "An evening of the trip played: choices, what goes wrong, and at four in the morning the reckoning"
            );
        plans
            .MapPost(
                "/leader",
                (Plans.PlanRequest request, Asking asking) => asking.Of(request, (p, r) => PersonTaught.Of(p[r.Member]))
            )
            .WithSummary(
                "One person on the leader's page: list and reason, what is lacking, what would do for nothing"
            );
        plans
            .MapPost(
                "/lesson",
                (Plans.PlanRequest request, Asking asking) =>
                    OfNight(request, asking, (p, r) => LessonOfTrip.Of(p, r.Member, r.Night))
            )
            .WithSummary("The lesson in ten pictures from one person's night and day, and a quiz out of it");
        plans
            .MapPost(
                "/party-sheet",
                (Plans.PlanRequest request, Asking asking) =>
                    OfNight(request, asking, (p, r) => NightOfParty.Of(p, r.Night))
            )
            .WithSummary("One night of everyone, and the low below which the party turns back");
    }

    private static async Task<Results<Ok<RehearsalAnswer>, ProblemHttpResult>> Rehearse(
        RehearsalRequest request,
        Asking asking
    ) =>
        request.Answers.Count > MostAnswers
            ? Problems.Faults([
                new("answers", $"{request.Answers.Count}", $"An evening has at most {MostAnswers} questions."),
            ])
            : await OfNight(
                request,
                asking,
                (p, r) => new RehearsalAnswer(Rehearsal.Of(p[r.Member], r.Night, request.Seed)?.Play(request.Answers))
            );

    private static async Task<Results<Ok<T>, ProblemHttpResult>> OfNight<T>(
        Plans.PlanRequest request,
        Asking asking,
        Func<IReadOnlyList<Core.Trips.TripRun>, Plans.PlanRequest, T> answer
    ) =>
        request.Trip is { } trip && (request.Night < 0 || request.Night >= trip.Nights.Count)
            ? Problems.Faults([Days.OutOfTrip(trip, request.Night, "night")])
            : await asking.Of(request, answer);
}
