using Ermine.Core.Body;
using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Heat;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
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

    /// <summary>A hammock: underquilts by region, m²K/W, already stacked; how they hang; a cover against the wind.</summary>
    public sealed record CalcHammock(
        ByRegion<double> Underquilt,
        UnderquiltFit Fit = UnderquiltFit.Snug,
        bool WindCover = false
    );

    /// <summary>What stands round the sleeper; wind outside at 10 m, m/s.</summary>
    public sealed record CalcShelter(
        Shelter Kind,
        int Sleepers = 1,
        bool VentsOpen = false,
        bool ClearSky = false,
        double OutsideWindMs = 0
    );

    /// <summary>
    /// A system: insulation in m²K/W, leakage in W/m²K, wind at the sleeper in m/s, all taken as they stand. A barrier covers the whole
    /// body, or the share of each region that barrierCover says. In a hammock pads lie in the double layer.
    /// </summary>
    public record HoldsToRequest(
        CalcSleeper Sleeper,
        double BagR,
        ByRegion<double> Wear,
        ByRegion<double> Pad,
        Surface Ground = Surface.Air,
        double Hood = Labels.ClosedHood,
        double Leakage = 0,
        double WindMs = Labels.TestWind,
        bool VapourBarrier = false,
        ByRegion<double>? BarrierCover = null,
        CalcHammock? Hammock = null,
        CalcShelter? Shelter = null
    );

    /// <summary>
    /// The same system through a night: air outside at getting in and every hour after it until getting up, °C, and what is done.
    /// Events: warmUp, meal (kcal), hotBottle (litres, waterC), warmStone (massKg, waterC), warmer and partner (watts, hours),
    /// putOn (wear, added by region), takeOff (wear), closeUp (leakage 0), openUp (leakage 0.08), openVents; hours count from getting in.
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
        ByRegion<double>? BarrierCover = null,
        CalcHammock? Hammock = null,
        CalcShelter? Shelter = null,
        StartState Start = StartState.Normal,
        bool TightFeet = false,
        IReadOnlyList<CalcEvent>? Events = null
    )
        : HoldsToRequest(
            Sleeper,
            BagR,
            Wear,
            Pad,
            Ground,
            Hood,
            Leakage,
            WindMs,
            VapourBarrier,
            BarrierCover,
            Hammock,
            Shelter
        );

    public sealed record CalcEvent(
        NightEventKind Kind,
        double Hour,
        double? Kcal = null,
        double? Litres = null,
        double? WaterC = null,
        double? Watts = null,
        double? Hours = null,
        double? MassKg = null,
        Region? Region = null,
        ByRegion<double>? Wear = null
    );

    /// <summary>The night step by step, its verdict and what was assumed; hours count from getting in.</summary>
    public sealed record NightResponse(
        Verdict Verdict,
        PlayedNight Night,
        double? HoldsToC,
        IReadOnlyList<string> Assumed
    );

    /// <summary>Coldest air round the sleeper for each threshold, °C, and the air outside the shelter then; null where none is in range.</summary>
    public sealed record HoldsToResponse(
        double? ComfortC,
        double? LimitC,
        double? ExtremeC,
        double? OutsideComfortC,
        double? OutsideLimitC,
        double? OutsideExtremeC,
        Holding Comfort,
        Holding Limit,
        Holding Extreme,
        HoldsToReasons Reasons
    );

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

    private static Sleeper PersonOf(HoldsToRequest r) =>
        new(Guid.Empty, "sleeper", r.Sleeper.MassKg, r.Sleeper.HeightCm, r.Sleeper.AgeYears, r.Sleeper.Sex);

    private static Surroundings WhereOf(HoldsToRequest r, bool ventsOpened = false) =>
        r.Shelter is { } s
            ? new(r.Ground, new(s.Kind, s.Sleepers, s.VentsOpen || ventsOpened, s.ClearSky, s.OutsideWindMs))
            : Surroundings.Open(r.Ground);

    private static Conductances StackOf(HoldsToRequest r)
    {
        var barrier = r.BarrierCover ?? Regions.Each(_ => r.VapourBarrier ? 1.0 : 0);
        if (r.Hammock is not { } hammock)
            return Conductances.Plain(r.BagR, r.Hood, r.Wear, r.Pad, r.Leakage, r.WindMs, barrier);
        var kept = hammock.Fit == UnderquiltFit.TooTight ? StackBuilder.StretchedUnderquilt : 1;
        var gaps = hammock.Fit == UnderquiltFit.Gaps ? Conductances.GapLeakage : 0;
        return Conductances.Plain(
            r.BagR,
            r.Hood,
            r.Wear,
            r.Pad,
            r.Leakage + gaps,
            r.WindMs,
            barrier,
            (hammock.Underquilt.Map((_, own) => kept * own), hammock.WindCover ? 0 : r.WindMs)
        );
    }

    /// <summary>The system from an hour on, after what was done until then.</summary>
    private static List<StackFrom> StacksOf(NightRequest request)
    {
        var (now, vents) = (request, false);
        StackFrom At(double hour) => new(hour, StackOf(now), WhereOf(now, vents), request.TightFeet);
        var stacks = new List<StackFrom> { At(0) };
        foreach (var done in (request.Events ?? []).OrderBy(e => e.Hour))
        {
            var wear = done.Wear ?? Regions.Each(_ => 0.0);
            var before = now;
            now = done.Kind switch
            {
                NightEventKind.PutOn => now with { Wear = now.Wear.Map((r, v) => v + wear[r]) },
                NightEventKind.TakeOff => now with { Wear = now.Wear.Map((r, v) => Math.Max(0, v - wear[r])) },
                NightEventKind.CloseUp => now with { Leakage = 0 },
                NightEventKind.OpenUp => now with { Leakage = 0.08 },
                _ => now,
            };
            vents |= done.Kind == NightEventKind.OpenVents;
            if (now != before || done.Kind == NightEventKind.OpenVents)
                stacks.Add(At(done.Hour));
        }
        return stacks;
    }

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
        faults.AddRange(EventFaults(request));
        if (faults.Count > 0)
            return Problems.Faults(faults);

        var sleeper = PersonOf(request);
        var stack = StackOf(request);
        var where = WhereOf(request);
        var toPlay = new NightToPlay(
            sleeper,
            StacksOf(request),
            new(0, air),
            [.. EventsOf(request).Select(e => HeatSources.Of(e, sleeper)).OfType<HeatSource>()],
            0,
            air.Count - 1,
            BodyHeat.At(request.Start)
        );
        var night = HeatOfNight.Play(toPlay);
        var warmth = Warmth.Of(sleeper);
        return TypedResults.Ok(
            new NightResponse(
                Verdicts.Of(
                    night,
                    toPlay,
                    (n, threshold, low) =>
                        HeatBalance.Solve(toPlay.Stacks[n].Stack, warmth, threshold, toPlay.Stacks[n].Where).In(low)
                ),
                night,
                HeatBalance.Solve(stack, warmth, Threshold.Comfort, where).Outside?.Celsius,
                [
                    $"Humidity {100 * where.Shelter.Humidity:0} %; ground from the mean of the night's air.",
                    "Skin holds a third of the body's heat; steps of ten minutes.",
                    "Never better than the coldest reading allows: below the limit at least cool, below the extreme no-go.",
                ]
            )
        );
    }

    private static IEnumerable<NightEvent> EventsOf(NightRequest request) =>
        (request.Events ?? []).Select(e => new NightEvent(
            Guid.NewGuid(),
            e.Kind,
            e.Hour,
            e.Kcal,
            e.Litres,
            e.WaterC,
            null,
            e.Watts,
            e.Hours,
            e.MassKg,
            e.Region
        ));

    /// <summary>The entry rules count hours from midnight and name things; here hours count from getting in and wear stands for things.</summary>
    private static IEnumerable<Fault> EventFaults(NightRequest request)
    {
        var hours = Math.Clamp(request.HourlyAirC.Count - 1, 1, 24);
        var evening = new Bedtime(
            12,
            12 + hours,
            request.Start,
            [.. EventsOf(request).Select(e => e with { Hour = 12 + e.Hour })]
        );
        return EntryRules
            .Check(evening)
            .Where(f => !f.Field.EndsWith("itemId", StringComparison.Ordinal))
            .Select(f =>
                f.Field.EndsWith("hour", StringComparison.Ordinal)
                    ? new Fault(f.Field["bedtime.".Length..], f.Value, "Give hours from getting in, 0 to 24.")
                    : f with
                    {
                        Field = f.Field["bedtime.".Length..],
                    }
            );
    }

    private static Results<Ok<HoldsToResponse>, ProblemHttpResult> Holds(HoldsToRequest request)
    {
        var faults = FaultsOf(request).ToList();
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var stack = StackOf(request);
        var warmth = Warmth.Of(PersonOf(request));
        var where = WhereOf(request);
        var comfort = HeatBalance.Solve(stack, warmth, Threshold.Comfort, where);
        var limit = HeatBalance.Solve(stack, warmth, Threshold.Limit, where);
        var extreme = HeatBalance.Solve(stack, warmth, Threshold.Extreme, where);
        IReadOnlyList<LossTerm> terms = comfort.Outside is { } outside
            ? HeatBalance.Terms(
                stack,
                Threshold.Comfort.SkinCelsius,
                warmth.SleepingHeat,
                where.ClimateAt(outside, stack.Hung)
            )
            : [];
        return TypedResults.Ok(
            new HoldsToResponse(
                comfort.Around?.Celsius,
                limit.Around?.Celsius,
                extreme.Around?.Celsius,
                comfort.Outside?.Celsius,
                limit.Outside?.Celsius,
                extreme.Outside?.Celsius,
                comfort.Holding,
                limit.Holding,
                extreme.Holding,
                new(
                    warmth.SleepingHeat,
                    terms.Count > 0 ? terms[0] : null,
                    terms,
                    [
                        .. new[] { comfort, limit, extreme }
                            .Where(h => h.WhyNone is not null)
                            .Select(h => $"{h.Threshold.Name}: {h.WhyNone}"),
                    ],
                    [
                        $"Humidity {100 * where.Shelter.Humidity:0} %.",
                        "Insulation, leakage and wind are taken as they stand, no correction added.",
                    ]
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
            OutOf("shelter.sleepers", r.Shelter?.Sleepers ?? 1, 1, 8, "people"),
            OutOf("shelter.outsideWindMs", r.Shelter?.OutsideWindMs ?? 0, 0, 60, "m/s"),
        };
        var byRegion = Regions.All.SelectMany(region =>
            new[]
            {
                OutOf($"wear.{Name(region)}", r.Wear[region], 0, 20, "m²K/W"),
                OutOf($"pad.{Name(region)}", r.Pad[region], 0, 20, "m²K/W"),
                OutOf($"barrierCover.{Name(region)}", r.BarrierCover?[region] ?? 0, 0, 1, "of the region"),
                OutOf($"hammock.underquilt.{Name(region)}", r.Hammock?.Underquilt[region] ?? 0, 0, 20, "m²K/W"),
                r.BagR <= 0 && r.Hammock is null && r.Wear[region] + r.Pad[region] < 0.01
                    ? new Fault(
                        $"pad.{Name(region)}",
                        $"{r.Pad[region]}",
                        "Bare skin on bare ground has no balance: give pad or wear at least 0.01 m²K/W."
                    )
                    : null,
            }
        );
        var person = EntryRules.Check(PersonOf(r)).Select(f => f with { Field = $"sleeper.{f.Field}" });
        return person.Concat(plain.Concat(byRegion).OfType<Fault>());
    }

    private static string Name(Region region) => region.ToString().ToLowerInvariant();

    internal static void Check(List<Fault> faults, string field, double value, double least, double most, string unit)
    {
        if (OutOf(field, value, least, most, unit) is { } fault)
            faults.Add(fault);
    }

    internal static Fault? OutOf(string field, double value, double least, double most, string unit) =>
        double.IsFinite(value) && value >= least && value <= most
            ? null
            : new(field, $"{value}", $"Give a number from {least} to {most} {unit}.");
}
