using System.Runtime.CompilerServices;
using System.Threading.Channels;
using Ermine.Core.Choosing;
using Ermine.Core.Entry;
using Ermine.Core.Learning;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Trips;
using Ermine.Server.Hosting;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>Beds chosen from what is owned: told as they are found, best last.</summary>
public static class Choices
{
    /// <summary>A trip, one of its people, and what is asked.</summary>
    public sealed record ChoiceRequest(Trip Trip, int Member, ChoiceAsked Asked) : Plans.PlanRequest(Trip, 0, Member);

    /// <summary>The same for any night; of the trip only its people count.</summary>
    public sealed record TableRequest(Trip Trip, int Member, ChoiceAsked Asked, TableAsked Table)
        : Plans.PlanRequest(Trip, 0, Member);

    /// <summary>A trip, and what is asked for all of its people.</summary>
    public sealed record PartyRequest(Trip Trip, PartyAsked Asked) : Plans.PlanRequest(Trip, 0, 0);

    /// <summary>What is asked of a season of one person of a trip, with prices typed for pieces by their ids.</summary>
    public sealed record SeasonRequest(
        Trip Trip,
        int Member,
        SeasonAsked Asked,
        IReadOnlyDictionary<Guid, double> Prices
    ) : Plans.PlanRequest(Trip, 0, Member);

    /// <summary>A trip, one of its people, and what is asked of the clothes.</summary>
    public sealed record ClothesRequest(Trip Trip, int Member, ClothesAsked Asked) : Plans.PlanRequest(Trip, 0, Member);

    /// <summary>
    /// One of: how far it is, the bed that was chosen, the line, beds for the party so far or at last, what to buy so far or at last, clothes so far
    /// or at last, why it ended early.
    /// </summary>
    public sealed record ChoiceEvent(
        ChoiceSoFar? Far = null,
        Choice? Chosen = null,
        ChoiceLine? Line = null,
        PartyChoice? Party = null,
        SeasonBuys? Buys = null,
        ClothesChosen? Clothes = null,
        string? Refused = null
    );

    public static void Map(IEndpointRouteBuilder api)
    {
        var plans = api.MapGroup("/plan").WithTags("Plans");
        plans
            .MapPost(
                "/choose",
                (ChoiceRequest request, Asking asking, Store store, CancellationToken stop) =>
                    Told(
                        request,
                        request.Asked,
                        asking,
                        store,
                        (run, heard) =>
                            new(
                                Chosen: Choose.Best(run, request.Asked, far => heard(new(far)), asking.Patience.Choice)
                            ),
                        stop
                    )
            )
            .Produces<ChoiceEvent>(StatusCodes.Status200OK, "text/event-stream")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity)
            .WithSummary("The lightest bed that does what is asked, told as better ones are found, with its proof");
        plans
            .MapPost(
                "/line",
                (ChoiceRequest request, Asking asking, Store store, CancellationToken stop) =>
                    Told(
                        request,
                        request.Asked,
                        asking,
                        store,
                        (run, heard) =>
                            new(
                                Line: Choose.Line(
                                    run,
                                    request.Asked,
                                    heard: far => heard(new(far)),
                                    within: asking.Patience.Choice
                                )
                            ),
                        stop
                    )
            )
            .Produces<ChoiceEvent>(StatusCodes.Status200OK, "text/event-stream")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity)
            .WithSummary("The line from light to warm, told point by point");
        plans
            .MapPost("/party", Party)
            .Produces<ChoiceEvent>(StatusCodes.Status200OK, "text/event-stream")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity)
            .WithSummary("Who of the party gets which bed, and what is carried for all, told as better ways are found");
        plans
            .MapPost("/season", Season)
            .Produces<ChoiceEvent>(StatusCodes.Status200OK, "text/event-stream")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity)
            .WithSummary("What to buy over a season of trips, logged nights or typed lows, told as it is found");
        plans.MapPost("/spare", Spare).WithSummary("What could be sold or left: things on no line of the season");
        plans
            .MapPost("/clothes", Clothes)
            .Produces<ChoiceEvent>(StatusCodes.Status200OK, "text/event-stream")
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity)
            .WithSummary(
                "The lightest clothes that dress all days as well as everything does, told as lighter ones are found"
            );
        plans
            .MapPost("/table", Table)
            .WithSummary("Which of what one owns for which low, and what changes from one to the next");
    }

    private static async Task<Results<Ok<LowTable>, ProblemHttpResult>> Table(
        TableRequest request,
        Asking asking,
        Store store,
        CancellationToken stop
    )
    {
        List<Fault> faults =
        [
            .. ChoiceRules.Check(request.Table),
            .. await Faults(request, request.Asked, store, stop),
        ];
        return faults.Count > 0
            ? Problems.Faults(faults)
            : await asking.Of(
                request,
                (runs, r) =>
                    WhichForWhichLow.For(
                        runs[r.Member].Model.Sleeper,
                        runs[r.Member].Closet,
                        request.Table,
                        request.Asked with
                        {
                            Nights = [],
                        },
                        asking.Patience.Choice,
                        runs[r.Member].Context.Stop
                    )
            );
    }

    private static async Task<IResult> Season(SeasonRequest request, Asking asking, Store store, CancellationToken stop)
    {
        if (Faults(request) is { Count: > 0 } faults)
            return Refused(faults);
        var gather = await Gathers(request, asking, store, stop);
        return await Streamed(
            request,
            asking,
            (runs, heard) =>
            {
                var run = runs[request.Member];
                var season = gather(run);
                return new(
                    Buys: WhatToBuy.For(
                        run.Model.Sleeper,
                        run.Closet,
                        season,
                        request.Asked,
                        request.Prices,
                        far => heard(new(Buys: far)),
                        asking.Patience.Choice,
                        run.Context.Stop
                    )
                );
            },
            stop
        );
    }

    private static async Task<Results<Ok<SeasonSpare>, ProblemHttpResult>> Spare(
        SeasonRequest request,
        Asking asking,
        Store store,
        CancellationToken stop
    )
    {
        if (Faults(request) is { Count: > 0 } faults)
            return Problems.Faults(faults);
        var gather = await Gathers(request, asking, store, stop);
        var trips = await store.Trips(stop);
        return await asking.Of(
            request,
            (runs, r) =>
            {
                var run = runs[r.Member];
                return WhatToBuy.Spare(
                    run.Model.Sleeper,
                    run.Closet,
                    gather(run),
                    id =>
                        [
                            .. trips
                                .Where(t => t.Id != r.Trip.Id)
                                .Append(r.Trip)
                                .Where(t => t.RefersTo.Contains(id))
                                .Select(t => t.Name),
                        ],
                    request.Asked,
                    asking.Patience.Choice,
                    run.Context.Stop
                );
            }
        );
    }

    private static async Task<IResult> Clothes(
        ClothesRequest request,
        Asking asking,
        Store store,
        CancellationToken stop
    )
    {
        var owned = (await store.Items(stop)).ToDictionary(i => i.Id);
        return
            ChoiceRules.Check(request.Asked, request.Trip, request.Member, id => owned.GetValueOrDefault(id))
                is { Count: > 0 } faults
            ? Refused(faults)
            : await Streamed(
                request,
                asking,
                (runs, heard) =>
                    new(
                        Clothes: LightestClothes.Of(
                            runs[request.Member],
                            request.Asked,
                            far => heard(new(Clothes: far)),
                            asking.Patience.Clothes
                        )
                    ),
                stop
            );
    }

    private static List<Fault> Faults(SeasonRequest request) =>
        [.. ChoiceRules.Check(request.Asked), .. EntryRules.Check(request.Prices)];

    /// <summary>How the nights of a person are gathered from every trip and the log, once it is asked for.</summary>
    private static async Task<Func<TripRun, SeasonNights>> Gathers(
        SeasonRequest request,
        Asking asking,
        Store store,
        CancellationToken stop
    )
    {
        var who = request.Trip.Members.ElementAtOrDefault(request.Member)?.SleeperId ?? Guid.Empty;
        var (trips, log) = (await asking.TripsOf(who, request.Trip), await store.Log(stop));
        return run =>
            SeasonsKnown.Of(
                who,
                [
                    .. trips.Select(t => new TripRun(
                        new(
                            new TripContext(t.Trip, run.Closet, t.Forecast, run.Context.Stop)
                            {
                                Places = run.Context.Places,
                            },
                            run.Model.Sleeper
                        ),
                        t.Trip.Outfits.First(o => o.SleeperId == who)
                    )),
                ],
                log
            );
    }

    private static async Task<IReadOnlyList<Fault>> Faults(
        Plans.PlanRequest request,
        ChoiceAsked asked,
        Store store,
        CancellationToken stop
    )
    {
        var owned = (await store.Items(stop)).ToDictionary(i => i.Id);
        return ChoiceRules.Check(asked, request.Trip, request.Member, id => owned.GetValueOrDefault(id));
    }

    private static async Task<IResult> Told(
        Plans.PlanRequest request,
        ChoiceAsked asked,
        Asking asking,
        Store store,
        Func<TripRun, Action<ChoiceEvent>, ChoiceEvent> choose,
        CancellationToken stop
    ) =>
        await Faults(request, asked, store, stop) is { Count: > 0 } faults
            ? Refused(faults)
            : await Streamed(request, asking, (runs, heard) => choose(runs[request.Member], heard), stop);

    private static async Task<IResult> Party(PartyRequest request, Asking asking, Store store, CancellationToken stop)
    {
        var owned = (await store.Items(stop)).ToDictionary(i => i.Id);
        return
            ChoiceRules.Check(request.Asked, request.Trip, id => owned.GetValueOrDefault(id)) is { Count: > 0 } faults
            ? Refused(faults)
            : await Streamed(
                request,
                asking,
                (runs, heard) =>
                    new(
                        Party: ChooseForParty.Best(
                            runs,
                            request.Asked,
                            far => heard(new(Party: far)),
                            asking.Patience.Party
                        )
                    ),
                stop
            );
    }

    private static ProblemHttpResult Refused(IReadOnlyList<Fault> faults) =>
        Problems.Faults(faults, title: "It cannot be chosen as it is asked.");

    private static async Task<IResult> Streamed(
        Plans.PlanRequest request,
        Asking asking,
        Func<IReadOnlyList<TripRun>, Action<ChoiceEvent>, ChoiceEvent> choose,
        CancellationToken stop
    )
    {
        var heard = Channel.CreateUnbounded<ChoiceEvent>(new() { SingleReader = true });
        var work = Worked();
        // Until something is heard it can still be refused.
        if (
            await Task.WhenAny(work, heard.Reader.WaitToReadAsync(stop).AsTask()) == work
            && (await work).Result is ProblemHttpResult problem
        )
            return problem;
        return TypedResults.ServerSentEvents(Events(heard.Reader, work, stop));

        async Task<Results<Ok<ChoiceEvent>, ProblemHttpResult>> Worked()
        {
            try
            {
                return await asking.Of(request, (runs, _) => choose(runs, far => heard.Writer.TryWrite(far)));
            }
            finally
            {
                heard.Writer.Complete();
            }
        }
    }

    private static async IAsyncEnumerable<ChoiceEvent> Events(
        ChannelReader<ChoiceEvent> heard,
        Task<Results<Ok<ChoiceEvent>, ProblemHttpResult>> work,
        [EnumeratorCancellation] CancellationToken stop
    )
    {
        await foreach (var far in heard.ReadAllAsync(stop))
            yield return far;
        ChoiceEvent last;
        try
        {
            last = (await work).Result is Ok<ChoiceEvent> { Value: { } done }
                ? done
                : new(Refused: "The plan cannot be answered as it stands.");
        }
        catch (WorkRefusedException refused)
        {
            last = new(Refused: refused.Message);
        }
        yield return last;
    }
}
