using System.Globalization;
using System.Text.RegularExpressions;
using Ermine.Core.Forecasts;
using NodaTime;
using NodaTime.Text;

namespace Ermine.Exchange;

/// <summary>How a file writes its dates where both readings are dates: day or month first.</summary>
internal enum DateOrder
{
    DayFirst,
    MonthFirst,
}

/// <summary>What a time was read as.</summary>
/// <param name="Moment">With the offset of local time; null where it is no time or its zone is not known.</param>
/// <param name="NeedsZone">It is a time and lacks only its zone.</param>
internal readonly record struct TimeRead(DateTimeOffset? Moment, bool NeedsZone);

/// <summary>Reads times as forecasts write them: ISO, day or month first, twelve hours, seconds since 1970, with an offset, a Z or neither.</summary>
internal sealed partial class ForecastTimes(DateTimeZone? zone, bool isUtc, DateOrder order)
{
    private static readonly LocalDateTimePattern[] Local =
    [
        .. new[]
        {
            "uuuu-MM-dd'T'HH:mm:ss",
            "uuuu-MM-dd'T'HH:mm:ss.FFF",
            "uuuu-MM-dd'T'HH:mm",
            "uuuu-MM-dd HH:mm:ss",
            "uuuu-MM-dd HH:mm",
            "uuuu-MM-dd H:mm",
            "uuuu-MM-dd h:mm tt",
            "uuuu-MM-dd HH",
            "uuuu/MM/dd HH:mm:ss",
            "uuuu/MM/dd HH:mm",
            "uuuu.MM.dd HH:mm",
            "dd.MM.uuuu HH:mm:ss",
            "d.M.uuuu H:mm",
            "d.M.uuuu H",
            "d.M.uu H:mm",
            "d. MMMM uuuu HH:mm",
            "d MMM uuuu HH:mm",
            "ddd d MMM uuuu HH:mm",
            "d-MMM-uuuu HH:mm",
            "MMM d uuuu HH:mm",
            "MMM d uuuu h:mm tt",
            "uuuuMMdd HHmm",
            "uuuuMMdd'T'HHmm",
            "uuuuMMddHHmm",
            "uuuuMMddHH",
            "uuuuMMdd HH",
        }.Select(LocalDateTimePattern.CreateWithInvariantCulture),
    ];

    private static readonly LocalDateTimePattern[] DaysFirst =
    [
        .. new[]
        {
            "d/M/uuuu H:mm:ss",
            "d/M/uuuu H:mm",
            "d/M/uu H:mm",
            "d-M-uuuu H:mm:ss",
            "d-M-uuuu H:mm",
            "d/M/uuuu h:mm tt",
        }.Select(LocalDateTimePattern.CreateWithInvariantCulture),
    ];

    private static readonly LocalDateTimePattern[] MonthsFirst =
    [
        .. new[]
        {
            "M/d/uuuu H:mm:ss",
            "M/d/uuuu H:mm",
            "M/d/uuuu h:mm tt",
            "M/d/uuuu h:mm:ss tt",
            "M/d/uu H:mm",
            "M-d-uuuu H:mm",
        }.Select(LocalDateTimePattern.CreateWithInvariantCulture),
    ];

    private static readonly ILookup<string, LocalDateTimePattern> DayFirst = ByShape([
            .. Local,
            .. DaysFirst,
            .. MonthsFirst,
        ]),
        MonthFirst = ByShape([.. Local, .. MonthsFirst, .. DaysFirst]);

    /// <summary>Patterns by the shape of what they read, so that a time is tried against a few.</summary>
    private static ILookup<string, LocalDateTimePattern> ByShape(IEnumerable<LocalDateTimePattern> patterns) =>
        patterns.ToLookup(p => ShapeOf(p.Format(new(2027, 11, 13, 18, 30, 45))));

    /// <summary>Digits as 0 and letters as a, runs of them once, all else as it stands.</summary>
    private static string ShapeOf(string text)
    {
        Span<char> shape = stackalloc char[text.Length];
        var length = 0;
        foreach (var c in text)
        {
            var kind =
                char.IsAsciiDigit(c) ? '0'
                : char.IsLetter(c) ? 'a'
                : c;
            if (length == 0 || kind is not ('0' or 'a') || shape[length - 1] != kind)
                shape[length++] = kind;
        }
        return new(shape[..length]);
    }

    private static readonly OffsetDateTimePattern[] WithOffset =
    [
        OffsetDateTimePattern.ExtendedIso,
        OffsetDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mmo<G>"),
        OffsetDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm:sso<+HHmm>"),
        OffsetDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mmo<+HHmm>"),
        OffsetDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd HH:mm:sso<G>"),
        OffsetDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd HH:mmo<G>"),
    ];

    /// <summary>First and last second since 1970 that can be a night of Ermine's.</summary>
    private const double FirstSecond = 1e8,
        LastSecond = 6e9;

    /// <summary>Whether day or month comes first where dates are written with strokes: by a number over twelve, else day.</summary>
    public static DateOrder OrderOf(IEnumerable<string> times)
    {
        foreach (var time in times)
        {
            if (Strokes().Match(time) is not { Success: true } match)
                continue;
            if (int.Parse(match.Groups[1].Value, CultureInfo.InvariantCulture) > 12)
                return DateOrder.DayFirst;
            if (int.Parse(match.Groups[2].Value, CultureInfo.InvariantCulture) > 12)
                return DateOrder.MonthFirst;
        }
        return DateOrder.DayFirst;
    }

    /// <summary>Reads a time.</summary>
    /// <param name="written">As it is written.</param>
    /// <param name="taken">Times read before, by which the doubled hour is told when clocks go back.</param>
    public TimeRead Read(string written, SortedDictionary<DateTimeOffset, ForecastHour> taken)
    {
        try
        {
            return ReadWithin(written, taken);
        }
        catch (Exception beyond)
            when (beyond is ArgumentOutOfRangeException or OverflowException or InvalidOperationException)
        {
            // An offset of more than 18 h, or a moment that no calendar of the machine has: no time of a forecast.
            return default;
        }
    }

    private TimeRead ReadWithin(string written, SortedDictionary<DateTimeOffset, ForecastHour> taken)
    {
        var text = written.Trim();
        if (text.Length is < 8 or > 40)
            return default;
        if (text[^1] is 'Z' or 'z' || text[^6] is '+' or '-' || text[^5] is '+' or '-')
        {
            foreach (var pattern in WithOffset)
            {
                if (pattern.Parse(text).TryGetValue(default, out var moment))
                    return At(moment);
            }
        }
        if (
            text.Length is >= 9 and <= 17
            && double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var since)
            && (since > 1e11 ? since / 1000 : since) is >= FirstSecond and <= LastSecond and var seconds
            && !CompactMark().IsMatch(text)
        )
            return At(Instant.FromUnixTimeMilliseconds((long)(seconds * 1000)).WithOffset(Offset.Zero));
        var utc = UtcMark().Match(text);
        if (utc.Success)
            text = text[..utc.Index].Trim();
        foreach (var pattern in (order == DateOrder.DayFirst ? DayFirst : MonthFirst)[ShapeOf(text)])
        {
            if (!pattern.Parse(text).TryGetValue(default, out var local))
                continue;
            if (utc.Success || isUtc)
                return At(local.WithOffset(Offset.Zero));
            if (zone is null)
                return new(null, true);
            var map = zone.MapLocal(local);
            if (map.Count == 2 && taken.ContainsKey(map.First().ToDateTimeOffset()))
                return new(map.Last().ToDateTimeOffset(), false);
            return new(zone.AtLeniently(local).ToDateTimeOffset(), false);
        }
        return new(null, false);
    }

    private TimeRead At(OffsetDateTime moment)
    {
        if (zone is not null)
            return new(moment.InZone(zone).ToDateTimeOffset(), false);
        return moment.Offset == Offset.Zero ? new(null, true) : new(moment.ToDateTimeOffset(), false);
    }

    [GeneratedRegex(@"^(\d{1,2})[/-](\d{1,2})[/-]\d{2,4}")]
    private static partial Regex Strokes();

    [GeneratedRegex(@"^(19|20|21)\d{2}(0[1-9]|1[0-2])(0[1-9]|[12]\d|3[01])([01]\d|2[0-3])([0-5]\d)?$")]
    private static partial Regex CompactMark();

    [GeneratedRegex(@"\s*(UTC|GMT|Z)$", RegexOptions.IgnoreCase)]
    private static partial Regex UtcMark();
}
