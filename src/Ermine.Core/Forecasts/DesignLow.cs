using Ermine.Core.Units;

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
}

/// <summary>How the cold side is chosen.</summary>
public enum TrustSchool
{
    /// <summary>The cold side at a confidence.</summary>
    Confidence,

    /// <summary>A flat number of degrees under the forecast low as it stands.</summary>
    FlatMargin,
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
public sealed record ForecastNight(
    Temperature Low,
    double DaysAhead,
    double ForecastElevationM,
    double? CloudFraction,
    double? WindMs
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
}

/// <summary>One step from forecast low to design low.</summary>
/// <param name="Kind">What moves it.</param>
/// <param name="Change">By how much; colder is negative.</param>
/// <param name="Why">The reason in a plain sentence.</param>
public sealed record LowStep(LowStepKind Kind, TemperatureDifference Change, string Why);

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
/// <param name="ByConfidence">The cold side at each confidence offered.</param>
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
    IReadOnlyList<LowStep> Steps,
    IReadOnlyList<string> Assumed
);

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

    /// <summary>The confidences offered, with their standard normal quantiles.</summary>
    public static IReadOnlyList<(double Confidence, double Z)> Confidences { get; } =
    [(0.50, 0), (0.80, 0.84), (0.90, 1.28), (0.95, 1.645), (0.99, 2.33)];

    /// <summary>Finds the design low.</summary>
    /// <param name="forecast">What the forecast says.</param>
    /// <param name="terrain">The lie of the camp.</param>
    /// <param name="campElevationM">Elevation of the camp, m.</param>
    /// <param name="trust">How far the forecast is trusted; the confidence is one of <see cref="Confidences"/>.</param>
    /// <exception cref="ArgumentOutOfRangeException">The confidence is not one of those offered.</exception>
    public static DesignLow Of(ForecastNight forecast, Terrain terrain, double campElevationM, Trust trust)
    {
        var steps = new List<LowStep>();
        var assumed = new List<string>();
        var higher = campElevationM - forecast.ForecastElevationM;
        var lapse = -LapsePerKm * Math.Max(0, higher) / 1000;
        if (lapse < 0)
            steps.Add(new(LowStepKind.Elevation, new(lapse), "6.5 K colder for each km of height."));
        else if (higher < 0)
            assumed.Add("The camp lies lower than the forecast's point; at night that is not counted as warmer.");

        var pool = ColdPool(forecast, terrain, assumed);
        if (pool < 0)
            steps.Add(
                new(LowStepKind.ColdPool, new(pool), "On clear, calm nights cold air drains down and gathers there.")
            );

        var campLow = forecast.Low + new TemperatureDifference(lapse + pool);
        var sigma = Sigma(forecast.DaysAhead, terrain);
        var z = Quantile(trust.Confidence);
        var coldSide = campLow - new TemperatureDifference(z * sigma);
        var flat = forecast.Low - new TemperatureDifference(trust.FlatMarginK);
        var byFlatMargin = trust.School == TrustSchool.FlatMargin;
        if (byFlatMargin)
            steps =
            [
                new(
                    LowStepKind.FlatMargin,
                    new(-trust.FlatMarginK),
                    "The same for every night; it knows neither camp nor lead time."
                ),
            ];
        else
            steps.Add(
                new(
                    LowStepKind.Spread,
                    new(-z * sigma),
                    "What the forecast may be off by at this lead time and terrain."
                )
            );

        return new(
            forecast.Low,
            campLow,
            sigma,
            byFlatMargin ? flat : coldSide,
            campLow + new TemperatureDifference(1.28 * sigma),
            flat,
            [
                .. Confidences.Select(c => new ColdSideAt(
                    c.Confidence,
                    campLow - new TemperatureDifference(c.Z * sigma)
                )),
            ],
            steps,
            assumed
        );
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
