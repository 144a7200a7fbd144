using System.Globalization;
using Ermine.Core.Forecasts;
using Ermine.Core.Plans;

namespace Ermine.Core.Answers;

/// <summary>Nights of a trip that its forecast does not reach.</summary>
/// <param name="Missing">Nights without a reading, from 0.</param>
/// <param name="WithoutDawn">Nights read without their dawn, when it is coldest: the real low may be lower.</param>
/// <param name="Sentence">What lacks, and what to do about it.</param>
public sealed record ForecastGap(IReadOnlyList<int> Missing, IReadOnlyList<int> WithoutDawn, string Sentence)
{
    /// <summary>The gap between a trip and its forecast; null where there is none, or where no forecast is asked for.</summary>
    /// <param name="trip">The trip.</param>
    /// <param name="forecast">The forecast it stands on; null where it cannot be read.</param>
    public static ForecastGap? Of(Trip trip, ForecastSeries? forecast)
    {
        if (trip.ForecastId is null)
            return null;
        var asked = trip.Nights.Index().Where(n => n.Item.TypedLowC is null).ToList();
        if (asked.Count == 0)
            return null;
        if (forecast is null)
            return new(
                [.. asked.Select(n => n.Index)],
                [],
                "The forecast of this trip cannot be read any more: read its file again, or type the lows."
            );
        var missing = asked
            .Where(n => forecast.Night(n.Item.Date, n.Item.ElevationM) is null)
            .Select(n => n.Index)
            .ToList();
        var withoutDawn = asked
            .Where(n => !missing.Contains(n.Index) && !forecast.CoversDawn(n.Item.Date))
            .Select(n => n.Index)
            .ToList();
        if (missing.Count + withoutDawn.Count == 0)
            return null;
        var lacks = new List<string>();
        if (withoutDawn.Count > 0)
            lacks.Add($"{Named(withoutDawn)} read without dawn, when it is coldest");
        if (missing.Count > 0)
            lacks.Add($"{Named(missing)} not in it at all");
        var (from, to) = (forecast.Hours[0].Time, forecast.Hours[^1].Time);
        return new(
            missing,
            withoutDawn,
            $"The forecast runs from {At(from)} to {At(to)}: {string.Join("; ", lacks)}. Was the file cut off? Read it whole, or type the lows."
        );
    }

    private static string At(DateTimeOffset time) => time.ToString("d MMM, HH:mm", CultureInfo.InvariantCulture);

    private static string Named(List<int> nights)
    {
        var numbers = nights.Select(n => n + 1).ToList();
        if (numbers.Count == 1)
            return $"night {numbers[0]} is";
        var inRow = numbers[^1] - numbers[0] == numbers.Count - 1;
        return inRow && numbers.Count > 2
            ? $"nights {numbers[0]} to {numbers[^1]} are"
            : $"nights {string.Join(", ", numbers.SkipLast(1))} and {numbers[^1]} are";
    }
}
