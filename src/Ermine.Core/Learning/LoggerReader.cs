using MathNet.Numerics.Statistics;

namespace Ermine.Core.Learning;

/// <summary>Reads a night out of a logger's readings and says what does not look right in it (assumptions throughout).</summary>
public static class LoggerReader
{
    /// <summary>Steps of a logger without a reading from which on it is a gap, and the least that is one, h.</summary>
    private const double GapSteps = 3,
        LeastGap = 0.5;

    /// <summary>How far a reading lies from both beside it where it is a stray, K; further than air changes in minutes.</summary>
    private const double Stray = 6;

    /// <summary>Change within a quarter of an hour that is no weather, K.</summary>
    private const double JumpK = 8,
        JumpWithin = 0.26;

    /// <summary>Warmer than this a probe lies with a body in the bag, °C.</summary>
    private const double BodyWarm = 15;

    /// <summary>Shown before getting in and after getting up, h.</summary>
    private const double Around = 2;

    /// <summary>Readings shown of a probe at most.</summary>
    public const int MostShown = 120;

    /// <summary>
    /// How well another clock has to fit the forecast, as a correlation; and how much of what then stays unexplained the clock as it is may leave,
    /// and how little in any case.
    /// </summary>
    private const double FitsFrom = 0.9,
        TimesUnexplained = 2.5,
        LittleUnexplained = 0.05;

    /// <summary>Reads a night.</summary>
    /// <param name="series">What the logger wrote.</param>
    /// <param name="asked">The night.</param>
    public static LoggerNight Read(LoggerSeries series, LoggerAsked asked)
    {
        var midnight = asked.Evening.ToDateTime(TimeOnly.MinValue);
        double HourOf(DateTime at) => (at - midnight).TotalHours - asked.ClockHours;
        var (from, to) = (asked.InHour - Around, asked.UpHour + Around);
        var noticed = new List<Noticed>();
        foreach (var step in series.ClockSteps.Where(s => HourOf(s.At) >= from && HourOf(s.At) <= to))
            noticed.Add(new(LoggerNotice.ClockStep, null, HourOf(step.At), HourOf(step.At), step.Hours));
        var read = series.Names.Select((_, n) => Readings(series, n, h => h >= from && h <= to, HourOf)).ToList();
        if (read.All(r => !r.Exists(p => p.Hour >= asked.InHour && p.Hour <= asked.UpHour)))
            noticed.Add(new(LoggerNotice.NoNight, null, from, to, 0));
        var where = asked.Probes ?? WhereTheyLay(series.Names, read);
        var probes = series
            .Names.Index()
            .Select(n => Of(n.Index, n.Item, where[n.Index], read[n.Index], asked, noticed));
        List<ProbeNight> told = [.. probes];
        var (inHour, upHour) = InBed(
            where.ToList().IndexOf(Probe.InBag) is >= 0 and var bag
                ? Readings(series, bag, h => h >= asked.InHour - MostAhead && h <= asked.UpHour + MostAhead, HourOf)
                : null
        );
        var byBag = ByBag(inHour, upHour, asked);
        var outside = read.Where((_, n) => where[n] == Probe.Outside).FirstOrDefault(r => r.Count > 0);
        if (outside is not null)
        {
            var pillow = read.Where((_, n) => where[n] == Probe.Pillow).FirstOrDefault(r => r.Count > 0);
            if (LiesInTent(outside, pillow, asked) is { } over)
                noticed.Add(
                    new(LoggerNotice.InTent, where.ToList().IndexOf(Probe.Outside), asked.InHour, asked.UpHour, over)
                );
        }
        var ahead =
            byBag ?? (outside is null ? null : ByForecast(series, where.ToList().IndexOf(Probe.Outside), asked));
        if (ahead is { } hours)
            noticed.Add(new(LoggerNotice.Clock, null, asked.InHour, asked.UpHour, hours));
        return new(told, asked.ClockHours, inHour, upHour, noticed);
    }

    private static List<(double Hour, double C)> Readings(
        LoggerSeries series,
        int probe,
        Func<double, bool> within,
        Func<DateTime, double> hourOf
    )
    {
        var read = new List<(double Hour, double C)>();
        for (var i = 0; i < series.At.Count; i++)
        {
            if (hourOf(series.At[i]) is var hour && within(hour) && double.IsFinite(series.Celsius[probe][i]))
                read.Add((hour, series.Celsius[probe][i]));
        }
        read.Sort((a, b) => a.Hour.CompareTo(b.Hour));
        return read;
    }

    private static ProbeNight Of(
        int index,
        string name,
        Probe probe,
        List<(double Hour, double C)> read,
        LoggerAsked asked,
        List<Noticed> noticed
    )
    {
        if (read.Count == 0)
            return new(name, probe, null, null, 0, null);
        var step = read.Count > 1 ? read.Zip(read.Skip(1), (a, b) => b.Hour - a.Hour).Median() : 0;
        for (var i = 1; i < read.Count; i++)
        {
            var (before, now) = (read[i - 1], read[i]);
            var hours = now.Hour - before.Hour;
            if (hours > Math.Max(LeastGap, GapSteps * step))
                noticed.Add(new(LoggerNotice.Gap, index, before.Hour, now.Hour, hours));
            else if (probe != Probe.InBag && hours <= JumpWithin && Math.Abs(now.C - before.C) > JumpK)
                noticed.Add(new(LoggerNotice.Jump, index, before.Hour, now.Hour, now.C - before.C));
        }
        if (read[^1].Hour < Math.Min(asked.UpHour, DawnFrom) && read[^1].Hour >= asked.InHour)
            noticed.Add(new(LoggerNotice.NoDawn, index, read[^1].Hour, asked.UpHour, 0));
        var low = read.Where((r, i) => r.Hour >= asked.InHour && r.Hour <= asked.UpHour && !IsStray(read, i))
            .Select(r => ((double Hour, double C)?)r)
            .MinBy(r => r!.Value.C);
        return new(name, probe, low?.C, low?.Hour, read.Count, Thinned(probe, read));
    }

    /// <summary>Hour by which a logger has to read to have seen the low, from the midnight before the evening.</summary>
    private const double DawnFrom = 29;

    private static bool IsStray(List<(double Hour, double C)> read, int i) =>
        i > 0
        && i < read.Count - 1
        && (read[i].C - read[i - 1].C, read[i].C - read[i + 1].C) is var (a, b)
        && (a > Stray && b > Stray || a < -Stray && b < -Stray);

    /// <summary>Means over even stretches of at least its own step.</summary>
    private static Trace Thinned(Probe probe, List<(double Hour, double C)> read)
    {
        var span = read[^1].Hour - read[0].Hour;
        var step = Steps.FirstOrDefault(s => span / s < MostShown, 1);
        var slots = read.GroupBy(r => Math.Floor(r.Hour / step)).ToList();
        return new(
            probe,
            [.. slots.Select(s => Math.Round(s.Average(r => r.Hour), 2))],
            [.. slots.Select(s => Math.Round(s.Average(r => r.C), 1))]
        );
    }

    /// <summary>Stretches over which readings may be thinned, h.</summary>
    private static readonly double[] Steps = [1.0 / 12, 1.0 / 6, 0.25, 0.5];

    /// <summary>Where probes lay: by what they are called, else by how warm they were.</summary>
    private static List<Probe> WhereTheyLay(IReadOnlyList<string> names, List<List<(double Hour, double C)>> read)
    {
        var named = names.Select(Named).ToList();
        var outside = named.Contains(Probe.Outside);
        var byCold = read.Index()
            .Where(r => named[r.Index] is null)
            .OrderBy(r => r.Item.Count == 0 ? double.MaxValue : r.Item.Average(p => p.C))
            .Select(r => r.Index)
            .ToList();
        return
        [
            .. names.Select(
                (_, n) =>
                    named[n]
                    ?? (
                        read[n].Count > 0 && read[n].Average(p => p.C) > BodyWarm ? Probe.InBag
                        : !outside && byCold[0] == n ? Probe.Outside
                        : Probe.Pillow
                    )
            ),
        ];
    }

    /// <summary>Where a probe lay by what it is called; null where its name does not say.</summary>
    public static Probe? Named(string name)
    {
        bool Has(params string[] words) => words.Any(w => name.Contains(w, StringComparison.OrdinalIgnoreCase));
        return Has("bag", "quilt", "body", "feet", "sack", "pose") ? Probe.InBag
            : Has("pillow", "tent", "inside", "head", "indoor", "innen", "inne", "telt") ? Probe.Pillow
            : Has("out", "air", "ext", "ambient", "außen", "aussen", "ute", "luft") ? Probe.Outside
            : null;
    }

    /// <summary>Getting in and getting up: the first and the last of the evening's and morning's body-warm readings.</summary>
    private static (double? In, double? Up) InBed(List<(double Hour, double C)>? inBag)
    {
        if (inBag is null || inBag.FindIndex(r => r.C > BodyWarm) is not (>= 0 and var first))
            return (null, null);
        var last = inBag.FindLastIndex(r => r.C > BodyWarm);
        // Where the probe was warm from the beginning to the end, neither was seen.
        return (
            first > 0 ? Math.Round(4 * inBag[first].Hour) / 4 : null,
            last < inBag.Count - 1 ? Math.Round(4 * inBag[last].Hour) / 4 : null
        );
    }

    /// <summary>How far the outside probe lies over where it should where it reads as the air in the tent, K; null where it does not.</summary>
    private static double? LiesInTent(
        List<(double Hour, double C)> outside,
        List<(double Hour, double C)>? pillow,
        LoggerAsked asked
    )
    {
        if (asked.TentAddsK is not > 1.2)
            return null;
        var adds = asked.TentAddsK.Value;
        bool InNight((double Hour, double C) r) => r.Hour >= asked.InHour && r.Hour <= asked.UpHour;
        if (pillow is not null)
        {
            List<double> over = [.. outside.Where(InNight).Select(o => At(pillow, o.Hour) - o.C).OfType<double>()];
            return over.Count >= 4 && over.Median() < 0.35 * adds ? adds - over.Median() : null;
        }
        if (asked.Forecast is not { } forecast)
            return null;
        List<double> apart =
        [
            .. outside.Where(InNight).Where(o => o.Hour is >= 12 and <= 36).Select(o => o.C - Hourly(forecast, o.Hour)),
        ];
        return
            apart.Count >= 4
            && apart.Median() is var median
            && Math.Abs(median - adds) < 1.2
            && apart.StandardDeviation() < 1
            ? median
            : null;
    }

    /// <summary>How far a clock is looked for to be off, h.</summary>
    private const double MostAhead = 6;

    /// <summary>
    /// How far the clock seems to be ahead, h: getting in and getting up, by the probe in the bag, both lie as far from what was planned; null where
    /// they do not, or less than an hour.
    /// </summary>
    private static double? ByBag(double? inHour, double? upHour, LoggerAsked asked) =>
        (inHour - asked.InHour, upHour - asked.UpHour) is ({ } into, { } up) && Math.Abs(into - up) < 0.75
            ? Math.Round(into + up) / 2 is var ahead && Math.Abs(ahead) >= 1
                ? ahead
                : null
            : null;

    /// <summary>How far the clock seems to be ahead: the shift by which the outside air fits the forecast's course best; null where it fits as it is.</summary>
    private static double? ByForecast(LoggerSeries series, int probe, LoggerAsked asked)
    {
        if (asked.Forecast is not { } forecast)
            return null;
        var midnight = asked.Evening.ToDateTime(TimeOnly.MinValue);
        List<(double Hour, double C)> read =
        [
            .. series
                .At.Select(
                    (at, i) => (Hour: (at - midnight).TotalHours - asked.ClockHours, C: series.Celsius[probe][i])
                )
                .Where(r => r.Hour is >= -2 and <= 50 && double.IsFinite(r.C))
                .OrderBy(r => r.Hour),
        ];
        double Fit(double ahead)
        {
            var pairs = Enumerable
                .Range(0, forecast.Count)
                .Select(n => (F: forecast[n], C: At(read, 12 + n + ahead)))
                .Where(p => p.C is not null)
                .ToList();
            return pairs.Count < 18 ? -1 : Correlation.Pearson(pairs.Select(p => p.F), pairs.Select(p => p.C!.Value));
        }
        static double Unexplained(double fit) => 1 - Math.Max(0, fit) * fit;
        var best = Enumerable.Range(-28, 57).Select(n => n / 2.0).MaxBy(Fit);
        return
            Math.Abs(best) >= 1
            && Fit(best) > FitsFrom
            && Unexplained(Fit(0)) > Math.Max(LittleUnexplained, TimesUnexplained * Unexplained(Fit(best)))
            ? best
            : null;
    }

    private static double Hourly(IReadOnlyList<double> fromNoon, double hour)
    {
        var x = Math.Clamp(hour - 12, 0, fromNoon.Count - 1);
        var i = Math.Min((int)x, fromNoon.Count - 2);
        return fromNoon[i] + (x - i) * (fromNoon[i + 1] - fromNoon[i]);
    }

    /// <summary>The reading nearest to an hour; null where none lies within half an hour.</summary>
    private static double? At(List<(double Hour, double C)> read, double hour)
    {
        var (low, high) = (0, read.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            (low, high) = read[middle].Hour < hour ? (middle + 1, high) : (low, middle);
        }
        var near = new[] { low - 1, low }.Where(i => i >= 0 && i < read.Count).Select(i => read[i]).ToList();
        return
            near.Count > 0
            && near.MinBy(r => Math.Abs(r.Hour - hour)) is var nearest
            && Math.Abs(nearest.Hour - hour) <= 0.5
            ? nearest.C
            : null;
    }
}
