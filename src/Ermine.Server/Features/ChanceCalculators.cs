using Ermine.Core.Chance;
using Ermine.Core.Choosing;
using Ermine.Core.Entry;
using Ermine.Core.Learning;
using Ermine.Server.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>The chance of sleeping through, of a trip and as plain HTTP, and what nights say of a sleeper.</summary>
public static class ChanceCalculators
{
    /// <summary>What would raise the chance, highest first.</summary>
    public sealed record ChanceResponse(TripChance? Chance, IReadOnlyList<Raise> Raises);

    /// <summary>Nights slept: the low over what held, K; how it was slept; half of what readings of the low differ by, K.</summary>
    public sealed record LearnRequest(IReadOnlyList<NightTold> Nights, double StatedK = 0);

    /// <summary>
    /// How much warmer than the model the sleeper sleeps, K: mean, standard deviation and the band of nine in ten; and how far each night moved the
    /// mean in the order given.
    /// </summary>
    public sealed record LearnResponse(
        double MeanK,
        double SdK,
        double LowK,
        double HighK,
        IReadOnlyList<double> Moved,
        IReadOnlyList<string> Assumed
    );

    /// <summary>
    /// A night: the low at camp and its standard deviation, or the lows of the members of an ensemble; and the outside low at which it turns for a
    /// sleeper who is as the model.
    /// </summary>
    public sealed record ChanceNight(
        double FlipC,
        double? CampLowC = null,
        double? SigmaK = null,
        IReadOnlyList<double>? MembersC = null
    );

    /// <summary>Nights of one person, of whom a mean and a standard deviation are known, K.</summary>
    public sealed record ChancesRequest(
        IReadOnlyList<ChanceNight> Nights,
        double PersonMeanK = 0,
        double PersonSdK = 4
    );

    /// <summary>Chance of sleeping through each night alone and all of them, 0–1.</summary>
    public sealed record ChancesResponse(IReadOnlyList<double> Each, double All, IReadOnlyList<string> Assumed);

    private const int MostNights = 1_000,
        MostMembers = 200;

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost(
                "/plan/chance",
                (Plans.PlanRequest request, Asking asking) =>
                    asking.Of(
                        request,
                        (p, r) => new ChanceResponse(TripChance.Of(p[r.Member]), ChanceRaised.For(p[r.Member]))
                    )
            )
            .WithTags("Plans")
            .WithSummary("The chance of sleeping through every night, and what would raise it most");
        var group = api.MapGroup("/calc").WithTags("Calculators");
        group.MapPost("/learn", Learn).WithSummary("What nights slept say of a sleeper");
        group.MapPost("/chance", Chance).WithSummary("The chance of sleeping through nights, each and all");
    }

    private static Results<Ok<LearnResponse>, ProblemHttpResult> Learn(LearnRequest request)
    {
        var faults = new List<Fault>();
        if (request.Nights.Count > MostNights)
            faults.Add(new("nights", $"{request.Nights.Count}", $"Keep to {MostNights} nights."));
        Calculators.Check(faults, "statedK", request.StatedK, -10, 10, "K");
        foreach (var (i, night) in request.Nights.Take(MostNights).Index())
        {
            Calculators.Check(faults, $"nights[{i}].marginK", night.MarginK, -150, 150, "K");
            Calculators.Check(faults, $"nights[{i}].halfRangeK", night.HalfRangeK, 0, 50, "K");
        }
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var learned = Offsets.Of(request.Nights, request.StatedK);
        return TypedResults.Ok(
            new LearnResponse(
                learned.Offset.Mean,
                learned.Offset.Sd,
                learned.Offset.Low,
                learned.Offset.High,
                [.. learned.Moved.Select(m => m.ByK)],
                [
                    "Before any night: normal, 4 K either way, round what is stated.",
                    "The same sleeper's nights differ by 2 K, and by what readings of the low leave open.",
                    "A night that contradicts all others by far is taken for a slip.",
                ]
            )
        );
    }

    private static Results<Ok<ChancesResponse>, ProblemHttpResult> Chance(ChancesRequest request)
    {
        var faults = new List<Fault>();
        if (request.Nights.Count is 0 or > 60)
            faults.Add(new("nights", $"{request.Nights.Count}", "Give from 1 to 60 nights."));
        Calculators.Check(faults, "personMeanK", request.PersonMeanK, -40, 40, "K");
        Calculators.Check(faults, "personSdK", request.PersonSdK, 0, 20, "K");
        foreach (var (i, night) in request.Nights.Take(60).Index())
        {
            var at = $"nights[{i}]";
            Calculators.Check(faults, $"{at}.flipC", night.FlipC, -200, 200, "°C");
            if (night.MembersC is { } members)
            {
                if (members.Count is 0 or > MostMembers)
                    faults.Add(new($"{at}.membersC", $"{members.Count}", $"Give from 1 to {MostMembers} members."));
                if (members.Take(MostMembers).Any(m => m is not (>= -90 and <= 60)))
                    faults.Add(new($"{at}.membersC", "out of range", "Lows lie between −90 and 60 °C."));
            }
            else if (night is { CampLowC: { } low, SigmaK: { } sigma })
            {
                Calculators.Check(faults, $"{at}.campLowC", low, -90, 60, "°C");
                Calculators.Check(faults, $"{at}.sigmaK", sigma, 0, 30, "K");
            }
            else
                faults.Add(
                    new(at, "no low", "Give campLowC with sigmaK, or membersC: what the forecast says of the low.")
                );
        }
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var chances = Chances.Of(
            [.. request.Nights.Select(n => new NightOdds(n.CampLowC ?? 0, n.SigmaK ?? 0, n.FlipC, n.MembersC))],
            request.PersonMeanK,
            request.PersonSdK
        );
        return TypedResults.Ok(
            new ChancesResponse(
                chances.Each,
                chances.All,
                [
                    "The sleeper is the same person every night, so all nights are likelier than the product of each.",
                    "Each member of an ensemble is spread by 1 K.",
                ]
            )
        );
    }
}
