using Ermine.Core.Units;
using MathNet.Numerics.Statistics;

namespace Ermine.Core.Forecasts;

/// <summary>The lie of the camp, which decides how cold air gathers there and how far a forecast can be off.</summary>
public enum Terrain
{
    /// <summary>Slope above the valley floor.</summary>
    Slope,

    /// <summary>Forest.</summary>
    Forest,

    /// <summary>Open plateau.</summary>
    Plateau,

    /// <summary>Valley floor.</summary>
    Valley,

    /// <summary>Closed basin.</summary>
    Basin,

    /// <summary>Frozen lake.</summary>
    LakeIce,

    /// <summary>High mountain.</summary>
    HighMountain,

    /// <summary>Ridge.</summary>
    Ridge,
}

/// <summary>How the cold side is chosen.</summary>
public enum TrustSchool
{
    /// <summary>The cold side at a confidence.</summary>
    Confidence,

    /// <summary>A flat number of degrees under the forecast low as it stands.</summary>
    FlatMargin,

    /// <summary>The cold end of the forecast's own ensemble at a confidence.</summary>
    Ensemble,
}

/// <summary>How far a forecast is trusted.</summary>
/// <param name="School">Which of the two ways decides.</param>
/// <param name="Confidence">0.50, 0.80, 0.90, 0.95 or 0.99.</param>
/// <param name="FlatMarginK">Degrees under the forecast low, K, 0–30.</param>
public sealed record Trust(
    TrustSchool School = TrustSchool.Confidence,
    double Confidence = 0.90,
    double FlatMarginK = 8
);

/// <summary>What a forecast says for one night, before the camp is looked at.</summary>
/// <param name="Low">Forecast low.</param>
/// <param name="DaysAhead">Days from the forecast to the night, 0–16.</param>
/// <param name="ForecastElevationM">Elevation the forecast is for, m.</param>
/// <param name="CloudFraction">Cloud, 0–1; null where unknown.</param>
/// <param name="WindMs">Wind at 10 m, m/s; null where unknown.</param>
/// <param name="MemberLows">Low of each member of an ensemble, °C, coldest first; null for a single forecast.</param>
public sealed record ForecastNight(
    Temperature Low,
    double DaysAhead,
    double ForecastElevationM,
    double? CloudFraction,
    double? WindMs,
    IReadOnlyList<double>? MemberLows = null
);

/// <summary>What moves a forecast low towards the low to plan for.</summary>
public enum LowStepKind
{
    /// <summary>The camp lies higher than the forecast's point.</summary>
    Elevation,

    /// <summary>Cold air gathers on a clear, calm night.</summary>
    ColdPool,

    /// <summary>The spread of the forecast at the chosen confidence.</summary>
    Spread,

    /// <summary>The flat margin under the forecast low.</summary>
    FlatMargin,

    /// <summary>The cold end of the ensemble at the chosen confidence.</summary>
    Ensemble,

    /// <summary>Without a cover the sleeper radiates to a clear sky.</summary>
    ClearSky,

    /// <summary>Wind at the site against wind in the forecast.</summary>
    SiteWind,

    /// <summary>A heated shelter has its own air.</summary>
    OwnAir,

    /// <summary>Forecasts for this camp have been off before.</summary>
    Place,
}

/// <summary>One step from forecast low to design low.</summary>
/// <param name="Kind">What moves it.</param>
/// <param name="Change">By how much; colder is negative.</param>
/// <param name="Why">The reason in a plain sentence.</param>
/// <param name="Overruled">Set by hand.</param>
public sealed record LowStep(LowStepKind Kind, TemperatureDifference Change, string Why, bool Overruled = false);

/// <summary>A step set by hand by one who knows the place.</summary>
/// <param name="Kind">Elevation, cold pool, place or clear sky (K, −30 to 10), or site wind (factor, 0–3).</param>
/// <param name="Value">In the unit of its kind.</param>
/// <param name="Note">Why, up to 200 characters.</param>
public sealed record Overrule(LowStepKind Kind, double Value, string Note)
{
    /// <summary>The kinds that can be set by hand, with their range.</summary>
    public static (double Least, double Most, string Unit)? RangeOf(LowStepKind kind) =>
        kind switch
        {
            LowStepKind.Elevation or LowStepKind.ColdPool or LowStepKind.Place or LowStepKind.ClearSky => (
                -30,
                10,
                "K"
            ),
            LowStepKind.SiteWind => (0, 3, "of the forecast's wind"),
            _ => null,
        };
}

/// <summary>The cold side at one confidence.</summary>
/// <param name="Confidence">0–1.</param>
/// <param name="ColdSide">Temperature that the night stays above with that confidence.</param>
public sealed record ColdSideAt(double Confidence, Temperature ColdSide);

/// <summary>The low a night is planned for, and how it came about.</summary>
/// <param name="ForecastLow">As forecast.</param>
/// <param name="CampLow">At the camp, before the spread.</param>
/// <param name="SigmaK">Standard deviation of the forecast, K.</param>
/// <param name="PlanFor">The low that decides the verdict: the school that was chosen.</param>
/// <param name="MildSide">As far above the camp low as the cold side at 90 % is below it.</param>
/// <param name="Flat">The flat-margin school's low.</param>
/// <param name="ByConfidence">The cold side by lead time and terrain at each confidence offered.</param>
/// <param name="ByEnsemble">The cold side of the ensemble at each confidence offered; null where the forecast is a single one.</param>
/// <param name="Steps">From forecast to plan.</param>
/// <param name="Assumed">What was taken for granted.</param>
public sealed record DesignLow(
    Temperature ForecastLow,
    Temperature CampLow,
    double SigmaK,
    Temperature PlanFor,
    Temperature MildSide,
    Temperature Flat,
    IReadOnlyList<ColdSideAt> ByConfidence,
    IReadOnlyList<ColdSideAt>? ByEnsemble,
    IReadOnlyList<LowStep> Steps,
    IReadOnlyList<string> Assumed
)
{
    /// <summary>Lows of the members of an ensemble at the camp, °C; null where the school that was chosen does not go by them.</summary>
    internal IReadOnlyList<double>? CampMembers { get; init; }

    /// <summary>What this place's own record moves the low by, K.</summary>
    internal double PlaceK { get; init; }

    /// <summary>The same in a heated shelter, whose own air is planned for.</summary>
    /// <param name="inside">Air inside.</param>
    public DesignLow Indoors(Temperature inside) =>
        this with
        {
            CampLow = inside,
            PlanFor = inside,
            MildSide = inside,
            SigmaK = 0,
            Steps =
            [
                .. Steps,
                new(
                    LowStepKind.OwnAir,
                    inside - PlanFor,
                    "A heated shelter has its own air, as it was typed. If the fire dies it is as cold as outdoors before long."
                ),
            ],
        };
}

/// <summary>From a forecast low to the low to plan for (assumptions throughout).</summary>
public static class DesignLows
{
    /// <summary>Cooling with height, K per km (assumption).</summary>
    public const double LapsePerKm = 6.5;

    /// <summary>Cloud below which a night counts as clear, 0–1 (assumption).</summary>
    public const double ClearBelow = 0.30;

    /// <summary>Wind at 10 m below which a night counts as calm, m/s (assumption).</summary>
    public const double CalmBelow = 2;

    /// <summary>Spread of a forecast on its first day, K (assumption).</summary>
    public const double SpreadAtOnce = 1.2;

    /// <summary>Spread gained with each day ahead, K (assumption).</summary>
    public const double SpreadPerDay = 0.35;

    /// <summary>By how much the quantiles of an ensemble are widened, K (assumption).</summary>
    public const double EnsembleWidened = 1;

    /// <summary>The confidences offered, with their standard normal quantiles.</summary>
    public static IReadOnlyList<(double Confidence, double Z)> Confidences { get; } =
    [(0.50, 0), (0.80, 0.84), (0.90, 1.28), (0.95, 1.645), (0.99, 2.33)];

    /// <summary>Finds the design low.</summary>
    /// <param name="forecast">What the forecast says.</param>
    /// <param name="terrain">The lie of the camp.</param>
    /// <param name="campElevationM">Elevation of the camp, m.</param>
    /// <param name="trust">How far the forecast is trusted; the confidence is one of <see cref="Confidences"/>.</param>
    /// <param name="overrules">Steps set by hand.</param>
    /// <param name="known">How far forecasts for this camp have been off before; null where nothing was measured there.</param>
    /// <exception cref="ArgumentOutOfRangeException">The confidence is not one of those offered.</exception>
    public static DesignLow Of(
        ForecastNight forecast,
        Terrain terrain,
        double campElevationM,
        Trust trust,
        IReadOnlyList<Overrule>? overrules = null,
        PlaceBias? known = null
    )
    {
        var steps = new List<LowStep>();
        var assumed = new List<string>();
        var place = 0.0;
        void Place(LowStepKind kind, double change, string why)
        {
            var byHand = overrules?.FirstOrDefault(o => o.Kind == kind);
            var k = byHand?.Value ?? change;
            place += k;
            if (byHand is not null)
                steps.Add(new(kind, new(k), byHand.Note.Length > 0 ? byHand.Note : "Set by hand.", Overruled: true));
            else if (k < 0 || kind == LowStepKind.Place && k > 0)
                steps.Add(new(kind, new(k), why));
        }

        var higher = campElevationM - forecast.ForecastElevationM;
        if (higher < 0)
            assumed.Add("The camp lies lower than the forecast's point; at night that is not counted as warmer.");
        Place(
            LowStepKind.Elevation,
            -LapsePerKm * Math.Max(0, higher) / 1000,
            $"{LapsePerKm} K colder for each km of height."
        );
        Place(
            LowStepKind.ColdPool,
            ColdPool(forecast, terrain, assumed),
            "On clear, calm nights cold air drains down and gathers there."
        );

        var physics = place;
        Place(LowStepKind.Place, known?.MeanK ?? 0, known?.Why ?? "");
        var shift = new TemperatureDifference(place);
        var campLow = forecast.Low + shift;
        var sigma = Sigma(forecast.DaysAhead, terrain);
        var flat = forecast.Low - new TemperatureDifference(trust.FlatMarginK);
        ColdSideAt[] byConfidence =
        [
            .. Confidences.Select(c => new ColdSideAt(c.Confidence, campLow - new TemperatureDifference(c.Z * sigma))),
        ];
        var members = forecast.MemberLows;
        Temperature OfMembers(double share, double widened) =>
            new Temperature(
                SortedArrayStatistics.QuantileCustom(members!.ToArray(), share, QuantileDefinition.R7) + widened
            ) + shift;
        ColdSideAt[]? byEnsemble = members is null
            ? null
            : [.. Confidences.Select(c => new ColdSideAt(c.Confidence, OfMembers(1 - c.Confidence, -EnsembleWidened)))];
        var school = trust.School == TrustSchool.Ensemble && byEnsemble is null ? TrustSchool.Confidence : trust.School;
        if (school != trust.School)
            assumed.Add("This forecast has no ensemble; its spread is taken from lead time and terrain.");
        if (members is { Count: < 10 } && school == TrustSchool.Ensemble)
            assumed.Add($"Only {members.Count} members: the ends of so small an ensemble are rough.");

        var chosen = Confidences.ToList().FindIndex(c => Math.Abs(c.Confidence - trust.Confidence) < 1e-9);
        if (chosen < 0)
            Quantile(trust.Confidence);
        var planFor = school switch
        {
            TrustSchool.FlatMargin => flat,
            TrustSchool.Ensemble => byEnsemble![chosen].ColdSide,
            _ => byConfidence[chosen].ColdSide,
        };
        if (school == TrustSchool.FlatMargin)
            steps =
            [
                new(
                    LowStepKind.FlatMargin,
                    new(-trust.FlatMarginK),
                    "The same for every night; it knows neither camp nor lead time."
                ),
            ];
        else if (school == TrustSchool.Ensemble)
            steps.Add(
                new(
                    LowStepKind.Ensemble,
                    planFor - campLow,
                    $"The cold end of the {members!.Count} members, and {EnsembleWidened:0} K more: ensembles are too sure of themselves."
                )
            );
        else
            steps.Add(
                new(
                    LowStepKind.Spread,
                    planFor - campLow,
                    "What the forecast may be off by at this lead time and terrain."
                )
            );

        var mild =
            school == TrustSchool.Ensemble
                ? OfMembers(0.9, EnsembleWidened)
                : campLow + new TemperatureDifference(1.28 * sigma);
        return new(forecast.Low, campLow, sigma, planFor, mild, flat, byConfidence, byEnsemble, steps, assumed)
        {
            PlaceK = place - physics,
            CampMembers = school == TrustSchool.Ensemble ? [.. members!.Select(m => m + place)] : null,
        };
    }

    /// <summary>Standard deviation of a forecast low, K.</summary>
    /// <param name="daysAhead">Days from forecast to night, 0–16.</param>
    /// <param name="terrain">The lie of the camp.</param>
    public static double Sigma(double daysAhead, Terrain terrain) =>
        SpreadAtOnce
        + SpreadPerDay * daysAhead
        + terrain switch
        {
            Terrain.Plateau or Terrain.Forest => 0.5,
            Terrain.Valley => 1.5,
            Terrain.HighMountain => 2.0,
            _ => 0,
        };

    /// <summary>The standard normal quantile of a confidence offered.</summary>
    /// <exception cref="ArgumentOutOfRangeException">It is not offered.</exception>
    public static double Quantile(double confidence)
    {
        foreach (var offered in Confidences)
        {
            if (Math.Abs(offered.Confidence - confidence) < 1e-9)
                return offered.Z;
        }
        throw new ArgumentOutOfRangeException(
            nameof(confidence),
            confidence,
            "Offered are 0.50, 0.80, 0.90, 0.95 and 0.99."
        );
    }

    private static double ColdPool(ForecastNight forecast, Terrain terrain, List<string> assumed)
    {
        var drop = terrain switch
        {
            Terrain.Valley => -3.0,
            Terrain.Basin or Terrain.LakeIce => -6.0,
            _ => 0,
        };
        if (drop == 0)
            return 0;
        if (forecast.CloudFraction is null)
            assumed.Add("Cloud is not known and was taken as a clear sky.");
        if (forecast.WindMs is null)
            assumed.Add("Wind is not known and was taken as calm.");
        return (forecast.CloudFraction ?? 0) < ClearBelow && (forecast.WindMs ?? 0) < CalmBelow ? drop : 0;
    }
}
