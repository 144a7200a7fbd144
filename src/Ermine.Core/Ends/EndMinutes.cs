namespace Ermine.Core.Ends;

/// <summary>Fingers or toes minute by minute while body, work and air stay as they are.</summary>
public static class EndMinutes
{
    /// <summary>Longest that a line is looked for, min: a day.</summary>
    public const int Longest = 24 * 60;

    /// <summary>Temperature after each minute, °C; the first after one.</summary>
    /// <param name="end">Hands or feet.</param>
    /// <param name="startC">At the start, °C.</param>
    /// <param name="step">What decides, all the time.</param>
    /// <param name="minutes">How many.</param>
    public static IEnumerable<double> Of(Extremity end, double startC, ExtremityStep step, int minutes)
    {
        var (celsius, kept) = (startC, end.Kept(step.Conductance, Minute));
        for (var minute = 0; minute < minutes; minute++)
            yield return celsius = end.Toward(celsius, step, kept);
    }

    private const double Minute = 1 / 60.0;

    /// <summary>Coldest that the part gets, °C.</summary>
    /// <inheritdoc cref="Of"/>
    public static double Lowest(Extremity end, double startC, ExtremityStep step, int minutes)
    {
        var (celsius, kept) = (startC, end.Kept(step.Conductance, Minute));
        var lowest = startC;
        for (var minute = 0; minute < minutes; minute++)
        {
            celsius = end.Toward(celsius, step, kept);
            lowest = Math.Min(lowest, celsius);
        }
        return lowest;
    }

    /// <summary>The first minute after which the part is colder than each line; null where it never is.</summary>
    /// <inheritdoc cref="Of"/>
    /// <param name="end">Hands or feet.</param>
    /// <param name="startC">At the start, °C.</param>
    /// <param name="step">What decides, all the time.</param>
    /// <param name="lines">The lines, °C.</param>
    public static IReadOnlyList<int?> Until(Extremity end, double startC, ExtremityStep step, params double[] lines)
    {
        var found = new int?[lines.Length];
        foreach (var (minute, celsius) in Of(end, startC, step, Longest).Index())
        {
            for (var n = 0; n < lines.Length; n++)
                found[n] ??= celsius < lines[n] ? minute + 1 : null;
            if (Array.TrueForAll(found, f => f is not null))
                break;
        }
        return found;
    }
}
