using Ermine.Core.Answers;
using Ermine.Core.Days;
using Ermine.Core.Entry;
using Ermine.Core.Plans;
using Ermine.Core.Units;
using Ermine.Server.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using WorkOfDay = Ermine.Core.Days.Work;

namespace Ermine.Server.Features;

/// <summary>Days of a trip as it stands on the page, and the computation of the day as plain HTTP.</summary>
public static class Days
{
    /// <summary>A trip, the day before a night of it, from 0, and one of its people. The day may also be called by its night.</summary>
    public sealed record DayRequest(Trip Trip, int Member = 0, int? Day = null, int Night = 0, bool Quick = false)
        : Plans.PlanRequest(Trip, Day ?? Night, Member);

    /// <summary>
    /// Work in W/m², air in °C, wind and own movement in m/s, humidity 0–1; without movement what the work tells. Air permeability in l/m²s;
    /// what is worn as basic insulation in clo.
    /// </summary>
    public sealed record IreqRequest(
        double MetabolicWPerM2,
        double AirC,
        double WindMs = 0.4,
        double Humidity = 0.85,
        double? WalkingMs = null,
        double AirPermeability = 50,
        double? BasicClo = null
    );

    /// <summary>
    /// Required insulation, resultant and basic, minimal and neutral; what a basic insulation gives and for how long, h; null where it is not
    /// said, and where there is no limit within eight hours.
    /// </summary>
    public sealed record IreqResponse(
        double MinimalClo,
        double NeutralClo,
        double BasicMinimalClo,
        double BasicNeutralClo,
        double? ResultantClo,
        double? LimitHours,
        string Verdict,
        double WindMs,
        double WalkingMs,
        IReadOnlyList<string> Assumed
    );

    public sealed record WorkRequest(
        double MassKg,
        double LoadKg = 0,
        double SpeedMs = 0,
        double GradePercent = 0,
        double FootprintCm = 0,
        double SledgeKg = 0,
        double? Friction = null,
        double AirC = -10,
        double? HeightCm = null
    );

    /// <summary>Heat of the whole body, W, and per m² of it; what of it draws the sledge.</summary>
    public sealed record WorkResponse(
        double Watts,
        double MetabolicWPerM2,
        double SledgeWatts,
        double BodyAreaM2,
        double Friction,
        IReadOnlyList<string> Assumed
    );

    public static void Map(IEndpointRouteBuilder api)
    {
        var plans = api.MapGroup("").WithTags("Plans");
        plans
            .MapPost(
                "/plan/day",
                (DayRequest request, Asking asking) =>
                    OfDay(request, asking, (run, day) => DayAnswers.Of(run, day, request.Quick))
            )
            .WithSummary("One day minute by minute: what its work needs, what is worn, what it leaves");
        plans
            .MapPost("/plan/dress", (DayRequest request, Asking asking) => OfDay(request, asking, DayAnswers.Dress))
            .WithSummary("The same day dressed from what is carried, round what is pinned");
        plans
            .MapPost(
                "/plan/day/schools",
                (DayRequest request, Asking asking) => OfDay(request, asking, DayAnswers.Schools)
            )
            .WithSummary("What each school of dressing would cost on a day");
        plans
            .MapPost("/plan/day/table", (DayRequest request, Asking asking) => OfDay(request, asking, DayAnswers.Table))
            .WithSummary("What to wear when: the lightest of one's own that is right, by work and air");
        plans
            .MapPost(
                "/plan/ends",
                (DayRequest request, Asking asking) =>
                    OfDay(request, asking, (party, r, day) => EndsAnswers.Of(party, r.Member, day))
            )
            .WithSummary("Hands by task, feet by room, face and eyes through one day, and when to look at whom");
        var calc = api.MapGroup("/calc").WithTags("Calculators");
        calc.MapPost("/ireq", Ireq).WithSummary("Required clothing insulation and time limits in the cold (ISO 11079)");
        calc.MapPost("/work", WorkOf).WithSummary("Heat of walking with a load and of drawing a sledge (Pandolf)");
    }

    private static Task<Results<Ok<T>, ProblemHttpResult>> OfDay<T>(
        DayRequest request,
        Asking asking,
        Func<Core.Trips.TripRun, int, T> answer
    ) => OfDay(request, asking, (party, r, day) => answer(party[r.Member], day));

    private static async Task<Results<Ok<T>, ProblemHttpResult>> OfDay<T>(
        DayRequest request,
        Asking asking,
        Func<IReadOnlyList<Core.Trips.TripRun>, Plans.PlanRequest, int, T> answer
    )
    {
        var day = request.Day ?? request.Night;
        return request.Trip is { } trip && (day < 0 || day >= trip.Nights.Count)
            ? Problems.Faults([OutOfTrip(trip, day)])
            : await asking.Of(request, (p, r) => answer(p, r, day));
    }

    /// <summary>A day, or a night, that a trip does not have.</summary>
    internal static Fault OutOfTrip(Trip trip, int at, string field = "day") =>
        new(
            field,
            $"{at}",
            trip.Nights.Count == 0
                ? "The trip has no nights yet, and so no days: lay out its nights first."
                : $"{(field == "day" ? "Days" : "Nights")} of this trip count from 0 to {trip.Nights.Count - 1}."
        );

    private static Results<Ok<IreqResponse>, ProblemHttpResult> Ireq(IreqRequest request)
    {
        var faults = new[]
        {
            Calculators.OutOf("metabolicWPerM2", request.MetabolicWPerM2, 50, 450, "W/m²"),
            Calculators.OutOf("airC", request.AirC, -80, 40, "°C"),
            Calculators.OutOf("windMs", request.WindMs, 0, 60, "m/s"),
            Calculators.OutOf("humidity", request.Humidity, 0, 1, "of saturation"),
            Calculators.OutOf("airPermeability", request.AirPermeability, 0, 3000, "l/m²s"),
            Calculators.OutOf("walkingMs", request.WalkingMs ?? 0, 0, 10, "m/s"),
            Calculators.OutOf("basicClo", request.BasicClo ?? 0, 0, 20, "clo"),
        }
            .OfType<Fault>()
            .ToList();
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var demand = new Demand(
            request.MetabolicWPerM2,
            request.AirC,
            request.WindMs,
            request.Humidity,
            request.WalkingMs,
            request.AirPermeability
        );
        var minimal = Core.Days.Ireq.Required(Strain.Minimal(demand.Heat), demand);
        var neutral = Core.Days.Ireq.Required(Strain.Neutral(demand.Heat), demand);
        var resultant = request.BasicClo is { } clo
            ? Core.Days.Ireq.Resultant(Insulation.FromClo(clo).SI, demand)
            : (double?)null;
        return TypedResults.Ok(
            new IreqResponse(
                new Insulation(minimal).Clo,
                new Insulation(neutral).Clo,
                new Insulation(Core.Days.Ireq.Basic(minimal, demand)).Clo,
                new Insulation(Core.Days.Ireq.Basic(neutral, demand)).Clo,
                resultant is { } worn ? new Insulation(worn).Clo : null,
                resultant is { } r ? Core.Days.Ireq.LimitHours(r, demand) : null,
                resultant is not { } has ? "not asked"
                    : has < minimal ? "too little"
                    : has > neutral ? "too much"
                    : "right",
                demand.Wind,
                demand.Walking,
                [
                    request.WalkingMs is null
                        ? "Own movement was taken from the work."
                        : "Own movement as given, counted up to 1.2 m/s.",
                    "Air along the body counts between 0.4 and 18 m/s.",
                    "Fingers, toes and face are not in this figure, and they fail first.",
                ]
            )
        );
    }

    private static Results<Ok<WorkResponse>, ProblemHttpResult> WorkOf(WorkRequest request)
    {
        var going = new Going(
            request.LoadKg,
            request.SpeedMs,
            request.GradePercent,
            request.FootprintCm,
            request.SledgeKg,
            request.Friction
        );
        var faults = new[]
        {
            Calculators.OutOf("massKg", request.MassKg, 20, 200, "kg"),
            Calculators.OutOf("airC", request.AirC, -90, 40, "°C"),
            Calculators.OutOf("heightCm", request.HeightCm ?? 173, 100, 230, "cm"),
        }
            .OfType<Fault>()
            .Concat(EntryRules.Check(going))
            .ToList();
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var height = request.HeightCm ?? UsualHeight(request.MassKg);
        var sleeper = Core.Body.Sleeper.StandardMan with { MassKg = request.MassKg, HeightCm = height };
        var watts = WorkOfDay.Watts(request.MassKg, going, request.AirC);
        return TypedResults.Ok(
            new WorkResponse(
                watts,
                watts / sleeper.BodyAreaM2,
                WorkOfDay.Sledge(going, request.AirC),
                sleeper.BodyAreaM2,
                going.Friction ?? WorkOfDay.UsualFriction(request.AirC),
                [
                    request.HeightCm is null
                        ? $"The height was not given; {height:0} cm was taken for the area of the body."
                        : "The area of the body is from mass and height (DuBois).",
                    "Downhill counts as level walking, a sledge that pushes as none.",
                ]
            )
        );
    }

    /// <summary>Height of the standard man for his mass, and in proportion for others, cm (assumption).</summary>
    private static double UsualHeight(double massKg) => Math.Clamp(173 * Math.Sqrt(massKg / 73), 140, 200);
}
