using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Nights;
using Ermine.Core.Sleepers;
using Ermine.Core.Stack;
using Ermine.Core.Units;
using Ermine.Server.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>The computation as plain HTTP, stateless, for scripts.</summary>
public static class Calculators
{
    /// <summary>Which promise a temperature label prints.</summary>
    public enum LabelKind
    {
        Comfort,
        Limit,
        Extreme,
    }

    public sealed record LabelRequest(LabelKind Kind, double TemperatureC);

    /// <summary>The bag's own resistance, m²K/W, and its promises under test conditions, °C; null where none is in range.</summary>
    public sealed record LabelResponse(
        double? BagR,
        double? ComfortC,
        double? LimitC,
        double? ExtremeC,
        string? WhyNone,
        IReadOnlyList<string> Assumed
    );

    public sealed record CalcSleeper(double MassKg, double HeightCm, int AgeYears, Sex Sex);

    /// <summary>A plain stack: insulation in m²K/W, leakage in W/m²K, wind at the sleeper in m/s, all taken as they stand.</summary>
    public record HoldsToRequest(
        CalcSleeper Sleeper,
        double BagR,
        ByRegion<double> Wear,
        ByRegion<double> Pad,
        Surface Ground = Surface.Air,
        double Hood = Labels.ClosedHood,
        double Leakage = 0,
        double WindMs = Labels.TestWind,
        bool VapourBarrier = false
    );

    /// <summary>
    /// The same plain stack through a night: air outside at getting in and every hour after it until getting up, °C, and what is done.
    /// Events: warmUp, meal (kcal), hotBottle (litres, waterC); hours count from getting in.
    /// </summary>
    public sealed record NightRequest(
        CalcSleeper Sleeper,
        double BagR,
        ByRegion<double> Wear,
        ByRegion<double> Pad,
        IReadOnlyList<double> HourlyAirC,
        Surface Ground = Surface.Air,
        double Hood = Labels.ClosedHood,
        double Leakage = 0,
        double WindMs = Labels.TestWind,
        bool VapourBarrier = false,
        StartState Start = StartState.Normal,
        IReadOnlyList<CalcEvent>? Events = null
    ) : HoldsToRequest(Sleeper, BagR, Wear, Pad, Ground, Hood, Leakage, WindMs, VapourBarrier);

    public sealed record CalcEvent(
        NightEventKind Kind,
        double Hour,
        double? Kcal = null,
        double? Litres = null,
        double? WaterC = null
    );

    /// <summary>The night step by step, its verdict and what was assumed; hours count from getting in.</summary>
    public sealed record NightResponse(
        Verdict Verdict,
        PlayedNight Night,
        double? HoldsToC,
        IReadOnlyList<string> Assumed
    );

    /// <summary>Coldest air round the sleeper for each threshold, °C; null where none is in range.</summary>
    public sealed record HoldsToResponse(double? ComfortC, double? LimitC, double? ExtremeC, HoldsToReasons Reasons);

    public sealed record HoldsToReasons(
        double SleepingHeatWPerM2,
        LossTerm? Dominant,
        IReadOnlyList<LossTerm> TermsAtComfort,
        IReadOnlyList<string> None,
        IReadOnlyList<string> Assumed
    );

    public sealed record DesignLowRequest(
        double ForecastLowC,
        double DaysAhead,
        Terrain Terrain,
        double CampElevationM,
        double ForecastElevationM,
        double? CloudFraction = null,
        double? WindMs = null,
        double Confidence = 0.90,
        double FlatMarginK = 8
    );

    /// <summary>The low at the camp, its spread and its cold side, °C and K, with the steps that led there.</summary>
    public sealed record DesignLowResponse(
        double CampLowC,
        double SigmaC,
        double ColdSideC,
        double FlatMarginC,
        IReadOnlyList<ColdSideAt> ByConfidence,
        IReadOnlyList<LowStep> Steps,
        IReadOnlyList<string> Assumed
    );

    public static void Map(IEndpointRouteBuilder api)
    {
        var calc = api.MapGroup("/calc").WithTags("Calculators");
        calc.MapPost("/label", Label).WithSummary("A temperature label to the bag's resistance and its other promises");
        calc.MapPost("/holds-to", Holds).WithSummary("The coldest air in which a plain stack holds");
        calc.MapPost("/night", Night).WithSummary("A plain stack through a night of hourly air");
        calc.MapPost("/design-low", Low).WithSummary("A forecast low to the low to plan for");
    }

    private static Results<Ok<LabelResponse>, ProblemHttpResult> Label(LabelRequest request)
    {
        if (OutOf("temperatureC", request.TemperatureC, -80, 25, "°C") is { } fault)
            return Problems.Faults([fault]);
        var threshold = request.Kind switch
        {
            LabelKind.Comfort => Threshold.Comfort,
            LabelKind.Limit => Threshold.Limit,
            _ => Threshold.Extreme,
        };
        string[] assumed =
        [
            "Comfort and extreme speak of the standard woman (60 kg, 160 cm, 25 years), limit of the standard man (73 kg, 173 cm).",
            "Test conditions: pad 0.85, head 0.35, torso 0.10, legs 0.08, feet 0.14 m²K/W worn, closed hood, 0.3 m/s, ground as cold as the air.",
        ];
        if (Labels.BagFor(threshold, new(request.TemperatureC)) is not { } bag)
            return TypedResults.Ok(
                new LabelResponse(null, null, null, null, "No bag from 0 to 40 m²K/W would earn this label.", assumed)
            );
        var promise = Labels.Promise(bag);
        return TypedResults.Ok(
            new LabelResponse(
                bag.SI,
                promise.Comfort?.Celsius,
                promise.Limit?.Celsius,
                promise.Extreme?.Celsius,
                null,
                assumed
            )
        );
    }

    private static (Sleeper Sleeper, ThermalStack Stack) Plain(HoldsToRequest request) =>
        (
            new(
                Guid.Empty,
                "sleeper",
                request.Sleeper.MassKg,
                request.Sleeper.HeightCm,
                request.Sleeper.AgeYears,
                request.Sleeper.Sex
            ),
            ThermalStack.Plain(
                request.BagR,
                request.Hood,
                request.Wear,
                request.Pad,
                request.Leakage,
                request.WindMs,
                request.VapourBarrier
            )
        );

    private static Results<Ok<NightResponse>, ProblemHttpResult> Night(NightRequest request)
    {
        var faults = FaultsOf(request).ToList();
        var air = request.HourlyAirC;
        if (air.Count is < 2 or > 25)
            faults.Add(
                new(
                    "hourlyAirC",
                    $"{air.Count} readings",
                    "Give 2 to 25 readings, one at getting in and one for every hour after."
                )
            );
        faults.AddRange(air.Select((t, n) => OutOf($"hourlyAirC[{n}]", t, -90, 40, "°C")).OfType<Fault>());
        var evening = new Evening(
            12,
            12 + Math.Clamp(air.Count - 1, 1, 24),
            request.Start,
            [
                .. (request.Events ?? []).Select(e => new NightEvent(
                    Guid.NewGuid(),
                    e.Kind,
                    12 + e.Hour,
                    e.Kcal,
                    e.Litres,
                    e.WaterC
                )),
            ]
        );
        faults.AddRange(EntryRules.Check(evening).Select(f => f with { Field = f.Field["evening.".Length..] }));
        if (faults.Count > 0)
            return Problems.Faults(faults);

        var (sleeper, stack) = Plain(request);
        var where = Surroundings.Open(request.Ground);
        var night = HeatOfNight.Play(
            sleeper,
            [new(0, stack)],
            where,
            new(0, air),
            GroundTemperature.Of(request.Ground, new(air.Average())).Celsius,
            [.. evening.Events.SelectMany(e => HeatOfNight.SourcesOf(e with { Hour = e.Hour - 12 }, sleeper))],
            0,
            air.Count - 1,
            HeatOfNight.DebtAt(request.Start)
        );
        var heat = Metabolism.Sleeping(sleeper);
        var atBest = Verdicts.AtBest(
            new(air.Min()),
            HeatBalance.Solve(stack, heat, Threshold.Limit, where),
            HeatBalance.Solve(stack, heat, Threshold.Extreme, where)
        );
        return TypedResults.Ok(
            new NightResponse(
                Verdicts.Worse(night.Verdict, atBest),
                night,
                HeatBalance.Solve(stack, heat, Threshold.Comfort, where).Outside?.Celsius,
                [
                    "Humidity 80 %; ground from the mean of the night's air.",
                    "Skin holds a third of the body's heat; steps of ten minutes.",
                    "Never better than the coldest reading allows: below the limit at least cool, below the extreme no-go.",
                ]
            )
        );
    }

    private static Results<Ok<HoldsToResponse>, ProblemHttpResult> Holds(HoldsToRequest request)
    {
        var faults = FaultsOf(request).ToList();
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var (sleeper, stack) = Plain(request);
        var heat = Metabolism.Sleeping(sleeper);
        var where = Surroundings.Open(request.Ground);
        var comfort = HeatBalance.Solve(stack, heat, Threshold.Comfort, where);
        var limit = HeatBalance.Solve(stack, heat, Threshold.Limit, where);
        var extreme = HeatBalance.Solve(stack, heat, Threshold.Extreme, where);
        IReadOnlyList<LossTerm> terms = comfort.Around is { } around
            ? HeatBalance.Terms(
                stack,
                Threshold.Comfort.SkinCelsius,
                heat,
                around.Celsius,
                comfort.Ground!.Value.Celsius,
                where.Shelter.Humidity
            )
            : [];
        return TypedResults.Ok(
            new HoldsToResponse(
                comfort.Around?.Celsius,
                limit.Around?.Celsius,
                extreme.Around?.Celsius,
                new(
                    heat,
                    terms.Count > 0 ? terms[0] : null,
                    terms,
                    [
                        .. new[] { comfort, limit, extreme }
                            .Where(h => h.WhyNone is not null)
                            .Select(h => $"{h.Threshold.Name}: {h.WhyNone}"),
                    ],
                    ["Humidity 80 %.", "Insulation, leakage and wind are taken as they stand, no correction added."]
                )
            )
        );
    }

    private static Results<Ok<DesignLowResponse>, ProblemHttpResult> Low(DesignLowRequest request)
    {
        var faults = new[]
        {
            OutOf("forecastLowC", request.ForecastLowC, -90, 40, "°C"),
            OutOf("daysAhead", request.DaysAhead, 0, 16, "days"),
            OutOf("campElevationM", request.CampElevationM, -450, 8900, "m"),
            OutOf("forecastElevationM", request.ForecastElevationM, -450, 8900, "m"),
            OutOf("cloudFraction", request.CloudFraction ?? 0, 0, 1, "of the sky"),
            OutOf("windMs", request.WindMs ?? 0, 0, 60, "m/s"),
            OutOf("flatMarginK", request.FlatMarginK, 0, 30, "K"),
            DesignLows.Confidences.Any(c => Math.Abs(c.Confidence - request.Confidence) < 1e-9)
                ? null
                : new Fault("confidence", $"{request.Confidence}", "Choose 0.50, 0.80, 0.90, 0.95 or 0.99."),
        }
            .OfType<Fault>()
            .ToList();
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var low = DesignLows.Of(
            new(
                new(request.ForecastLowC),
                request.DaysAhead,
                request.ForecastElevationM,
                request.CloudFraction,
                request.WindMs
            ),
            request.Terrain,
            request.CampElevationM,
            new(TrustSchool.Confidence, request.Confidence, request.FlatMarginK)
        );
        return TypedResults.Ok(
            new DesignLowResponse(
                low.CampLow.Celsius,
                low.SigmaK,
                low.PlanFor.Celsius,
                low.Flat.Celsius,
                low.ByConfidence,
                low.Steps,
                low.Assumed
            )
        );
    }

    private static IEnumerable<Fault> FaultsOf(HoldsToRequest r)
    {
        var plain = new[]
        {
            OutOf("bagR", r.BagR, 0, 20, "m²K/W"),
            OutOf("hood", r.Hood, 0, 1, "of the bag"),
            OutOf("leakage", r.Leakage, 0, 5, "W/m²K"),
            OutOf("windMs", r.WindMs, 0, 18, "m/s"),
        };
        var byRegion = Regions.All.SelectMany(region =>
            new[]
            {
                OutOf($"wear.{Name(region)}", r.Wear[region], 0, 20, "m²K/W"),
                OutOf($"pad.{Name(region)}", r.Pad[region], 0, 20, "m²K/W"),
                r.BagR <= 0 && r.Wear[region] + r.Pad[region] < 0.01
                    ? new Fault(
                        $"pad.{Name(region)}",
                        $"{r.Pad[region]}",
                        "Bare skin on bare ground has no balance: give pad or wear at least 0.01 m²K/W."
                    )
                    : null,
            }
        );
        var person = EntryRules.Check(Plain(r).Sleeper).Select(f => f with { Field = $"sleeper.{f.Field}" });
        return person.Concat(plain.Concat(byRegion).OfType<Fault>());
    }

    private static string Name(Region region) => region.ToString().ToLowerInvariant();

    private static Fault? OutOf(string field, double value, double least, double most, string unit) =>
        double.IsFinite(value) && value >= least && value <= most
            ? null
            : new(field, $"{value}", $"Give a number from {least} to {most} {unit}.");
}
