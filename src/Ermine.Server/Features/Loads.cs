using Ermine.Core.Answers;
using Ermine.Core.Choosing;
using Ermine.Core.Entry;
using Ermine.Core.Kit;
using Ermine.Core.Loads;
using Ermine.Core.Plans;
using Ermine.Exchange;
using Ermine.Server.Hosting;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>Loads of a trip as it stands on the page, its packing lists as files, and water, fuel and ice as plain HTTP.</summary>
public static class Loads
{
    /// <summary>A trip; <c>quick</c> for weights, reach and what is counted twice alone.</summary>
    public sealed record LoadRequest(Trip Trip, int Member = 0, bool Quick = false)
        : Plans.PlanRequest(Trip, 0, Member);

    /// <summary>A trip and the day on which a load is lost, or that a split is to be even on, from 0.</summary>
    public record LoadDayRequest(Trip Trip, int Day = 0) : Plans.PlanRequest(Trip, 0);

    /// <summary>The same, by what it is split, and whether with the proof.</summary>
    public sealed record SplitRequest(Trip Trip, int Day = 0, SplitBy By = SplitBy.Weight, bool Proven = false)
        : LoadDayRequest(Trip, Day);

    /// <summary>A trip and by what its packing list is put together.</summary>
    public sealed record ListRequest(Trip Trip, ListBy By = ListBy.Person) : Plans.PlanRequest(Trip, 0);

    /// <summary>Water, l; snow that it comes from and what it is warmed to, °C; of it boiled, l; share of the fuel's heat used; heat of the fuel, kJ/g.</summary>
    public sealed record MeltRequest(
        double Litres,
        double SnowC = -10,
        double ToC = 10,
        double BoiledLitres = 0,
        double Efficiency = 0.35,
        double FuelKJPerG = Melting.LiquidFuel
    );

    /// <summary>Fuel, g.</summary>
    public sealed record MeltResponse(double Grams, IReadOnlyList<string> Assumed);

    /// <summary>Water, l; what is round the bottle, m²K/W; water at first and air, °C; wind on it, m/s.</summary>
    public sealed record BottleRequest(
        double Litres,
        double AirC,
        double CoverR = 0,
        double StartC = 40,
        double WindMs = 0.3
    );

    /// <summary>Hours until the first ice and until half is ice; null where that never comes. Surface, m².</summary>
    public sealed record BottleResponse(
        double? HoursToIce,
        double? HoursToHalf,
        double AreaM2,
        IReadOnlyList<string> Assumed
    );

    public static void Map(IEndpointRouteBuilder api)
    {
        var plans = api.MapGroup("/plan/load").WithTags("Plans");
        plans
            .MapPost(
                "",
                (LoadRequest request, Asking asking) => asking.Of(request, (p, r) => LoadAnswers.Of(p, request.Quick))
            )
            .WithSummary(
                "Which thing is where on which day, what it weighs, what is counted on twice, and what is needed"
            );
        plans
            .MapPost("/lost", (LoadDayRequest request, Asking asking) => OnDay(request, asking, LoadsLost.Of))
            .WithSummary("Each load lost on a day, and each person alone: what is left and what it holds to");
        plans
            .MapPost("/split", Split)
            .WithSummary("The party's things split by weight, strength or worth: at once, or with the proof");
        plans
            .MapPost(
                "/list",
                (ListRequest request, Asking asking) => asking.Of(request, (p, _) => Lists(p, request.By))
            )
            .WithSummary("The packing lists");
        plans.MapPost("/list.csv", Csv).WithSummary("The packing lists as a table");
        plans.MapPost("/list.ics", Tasks).WithSummary("The packing lists as tasks of a calendar (VTODO)");
        var calc = api.MapGroup("/calc").WithTags("Calculators");
        calc.MapPost("/melt", Melt).WithSummary("Fuel for water from snow");
        calc.MapPost("/bottle", Freezes).WithSummary("When a bottle freezes");
    }

    private static LoadWay WayOf(IReadOnlyList<Core.Trips.TripRun> party) =>
        LoadWay.Of(LoadLayout.Of(party[0].Trip, party[0].Closet));

    private static IReadOnlyList<PackingList> Lists(IReadOnlyList<Core.Trips.TripRun> party, ListBy by) =>
        PackingList.Of(WayOf(party), by);

    private static async Task<Results<Ok<T>, ProblemHttpResult>> OnDay<T>(
        LoadDayRequest request,
        Asking asking,
        Func<IReadOnlyList<Core.Trips.TripRun>, LoadWay, int, T> answer
    ) =>
        request.Trip is { } trip && (request.Day < 0 || request.Day >= trip.Nights.Count)
            ? Problems.Faults([Days.OutOfTrip(trip, request.Day)])
            : await asking.Of(request, (p, _) => answer(p, WayOf(p), request.Day));

    private static Task<Results<Ok<SharedSplit>, ProblemHttpResult>> Split(SplitRequest request, Asking asking) =>
        OnDay(
            request,
            asking,
            (party, way, day) =>
                SharedKit.Of(
                    way,
                    [.. party.Select(r => r.Model.Sleeper.MassKg)],
                    request.By,
                    day,
                    request.Proven ? asking.Patience.Split : null,
                    party[0].Context.Stop
                )
        );

    private static async Task<IResult> Csv(ListRequest request, Asking asking, Store store, CancellationToken stop)
    {
        var names = await Names(store, stop);
        return Sent(
            await asking.Of(request, (p, _) => PackingFile.Csv(Lists(p, request.By), names)),
            "text/csv; charset=utf-8",
            $"ermine-packing-{Files.Plain(request.Trip.Name)}.csv"
        );
    }

    private static async Task<IResult> Tasks(ListRequest request, Asking asking, Store store, CancellationToken stop)
    {
        var names = await Names(store, stop);
        return Sent(
            await asking.Of(
                request,
                (p, r) =>
                    r.Trip.Nights.Count == 0
                        ? []
                        : PackingFile.Tasks(
                            r.Trip.Name,
                            r.Trip.Nights[0].Date,
                            Lists(p, request.By),
                            [
                                .. Inspection
                                    .Of(LoadLayout.Of(r.Trip, p[0].Closet))
                                    .Where(l => l.Urgency != Urgency.Seen)
                                    .Select(l => (l.Line.Replace('/', '-'), Says(p[0].Closet, l), l.By)),
                            ],
                            names,
                            DateTimeOffset.UtcNow
                        )
            ),
            "text/calendar; charset=utf-8",
            $"ermine-packing-{Files.Plain(request.Trip.Name)}.ics"
        );
    }

    private static string Says(Closet closet, Look look) =>
        $"{closet.Find(look.ItemId)?.Name}: {Inspection.InWords(look.What)}";

    private static async Task<Dictionary<Guid, string>> Names(Store store, CancellationToken stop) =>
        (await store.Sleepers(stop)).ToDictionary(s => s.Id, s => s.Name);

    private static IResult Sent(Results<Ok<byte[]>, ProblemHttpResult> answer, string type, string name) =>
        answer.Result is Ok<byte[]> { Value: { } bytes } ? Results.File(bytes, type, name) : (IResult)answer;

    private static Results<Ok<MeltResponse>, ProblemHttpResult> Melt(MeltRequest request)
    {
        var faults = new[]
        {
            Calculators.OutOf("litres", request.Litres, 0, 200, "l"),
            Calculators.OutOf("snowC", request.SnowC, -80, 0, "°C"),
            Calculators.OutOf("toC", request.ToC, 0, 100, "°C"),
            Calculators.OutOf(
                "boiledLitres",
                request.BoiledLitres,
                0,
                Math.Max(0, request.Litres),
                "l, no more than there is"
            ),
            Calculators.OutOf("efficiency", request.Efficiency, 0.02, 1, "of the fuel's heat"),
            Calculators.OutOf("fuelKJPerG", request.FuelKJPerG, 5, 150, "kJ/g"),
        }
            .OfType<Fault>()
            .ToList();
        return faults.Count > 0
            ? Problems.Faults(faults)
            : TypedResults.Ok(
                new MeltResponse(
                    Melting.FuelG(
                        request.Litres,
                        request.SnowC,
                        request.ToC,
                        request.BoiledLitres,
                        new(request.FuelKJPerG, request.Efficiency)
                    ),
                    [
                        "Warming snow takes 2.1 kJ/kgK, melting it 334 kJ/kg, warming water 4.19 kJ/kgK.",
                        "Efficiency of a stove in the cold, with a lid and out of the wind; without either it is less.",
                    ]
                )
            );
    }

    private static Results<Ok<BottleResponse>, ProblemHttpResult> Freezes(BottleRequest request)
    {
        var faults = new[]
        {
            Calculators.OutOf("litres", request.Litres, 0.05, 20, "l"),
            Calculators.OutOf("airC", request.AirC, -90, 40, "°C"),
            Calculators.OutOf("coverR", request.CoverR, 0, 5, "m²K/W"),
            Calculators.OutOf("startC", request.StartC, 0, 100, "°C"),
            Calculators.OutOf("windMs", request.WindMs, 0, 60, "m/s"),
        }
            .OfType<Fault>()
            .ToList();
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var ice = Bottle.Freezes(request.Litres, request.CoverR, request.StartC, request.AirC, request.WindMs);
        return TypedResults.Ok(
            new BottleResponse(
                ice.FirstIceHours,
                ice.HalfIceHours,
                Bottle.AreaM2(request.Litres),
                [
                    "The water is taken as mixed until it reaches 0 °C; then it freezes from the top.",
                    "A bottle two and a half times as high as it is wide. Ice is not credited with keeping heat in.",
                ]
            )
        );
    }
}
