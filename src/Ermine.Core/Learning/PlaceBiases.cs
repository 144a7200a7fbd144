using Ermine.Core.Forecasts;

namespace Ermine.Core.Learning;

/// <summary>One night's forecast against what was measured.</summary>
/// <param name="MissK">Measured over forecast for the camp, K; colder is negative.</param>
/// <param name="HalfRangeK">Half of what readings differ by, K.</param>
public sealed record PlaceTold(double MissK, double HalfRangeK = 0);

/// <summary>
/// How far forecasts are off at a camp, from forecast against measured lows: prior normal(0, 2 K), each night off by 1.5 K besides
/// (assumptions). It stands for every forecast of that camp, whoever made it.
/// </summary>
public static class PlaceBiases
{
    /// <summary>How far places differ from forecasts before anything is measured, K (assumption).</summary>
    public const double PriorK = 2;

    /// <summary>How far a single night lies off its place's bias, K (assumption).</summary>
    public const double NightK = 1.5;

    /// <summary>Mean and standard deviation of a place's bias, K.</summary>
    /// <param name="nights">Its nights; none gives the prior.</param>
    public static (double MeanK, double SdK) Of(IReadOnlyList<PlaceTold> nights)
    {
        var (precision, pull) = (1 / (PriorK * PriorK), 0.0);
        foreach (var night in nights)
        {
            var weight = 1 / (NightK * NightK + night.HalfRangeK * night.HalfRangeK / 3);
            precision += weight;
            pull += weight * night.MissK;
        }
        return (pull / precision, Math.Sqrt(1 / precision));
    }

    /// <summary>Every camp of a log; what several people measured on one night at one camp counts once, as its middle.</summary>
    public static IReadOnlyList<PlaceBias> In(IEnumerable<LogEntry> log) =>
        [
            .. log.Where(e => e.Camp.Trim().Length > 0 && e.ForecastMissK is not null)
                .GroupBy(e => KnownPlaces.KeyOf(e.Camp))
                .OrderBy(g => g.Key, StringComparer.Ordinal)
                .Select(camp =>
                {
                    var nights = camp.GroupBy(e => e.Date)
                        .Select(n => new PlaceTold(
                            n.Average(e => e.ForecastMissK!.Value),
                            n.Average(e => e.Low!.HalfRangeK)
                        ))
                        .ToList();
                    var (mean, sd) = Of(nights);
                    return new PlaceBias(camp.MaxBy(e => e.Date)!.Camp.Trim(), mean, sd, nights.Count);
                }),
        ];
}
