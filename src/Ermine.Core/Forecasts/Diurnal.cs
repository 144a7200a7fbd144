using Ermine.Core.Units;

namespace Ermine.Core.Forecasts;

/// <summary>The course of a day where no hourly readings are known: a cosine between high and low (assumption).</summary>
public static class Diurnal
{
    /// <summary>Hour of the high, from midnight (assumption).</summary>
    public const double HighAt = 14;

    /// <summary>Hour of the low, at dawn of the next day (assumption).</summary>
    public const double LowAt = 31;

    /// <summary>High over low where the high is not known (assumption).</summary>
    public static TemperatureDifference SwingIfUnknown { get; } = new(8);

    /// <summary>Air at each full hour of a night.</summary>
    /// <param name="low">Low, °C.</param>
    /// <param name="high">High, °C.</param>
    /// <param name="from">First hour, from the midnight before the evening.</param>
    /// <param name="to">Last hour.</param>
    public static IReadOnlyList<double> Hours(double low, double high, double from, double to) =>
        [.. Enumerable.Range(0, (int)(to - from) + 1).Select(n => At(low, Math.Max(low, high), from + n))];

    /// <summary>Air at an hour, °C.</summary>
    /// <param name="low">Low, °C.</param>
    /// <param name="high">High, °C, not under the low.</param>
    /// <param name="hour">From the midnight before the evening: on the way down to the low until <see cref="LowAt"/>, up from it after.</param>
    public static double At(double low, double high, double hour)
    {
        var (span, since) = hour <= LowAt ? (LowAt - HighAt, hour - HighAt) : (24 + HighAt - LowAt, hour - LowAt);
        var half = Math.Cos(Math.PI * Math.Clamp(since / span, 0, 1));
        return low + (high - low) * (hour <= LowAt ? 1 + half : 1 - half) / 2;
    }
}
