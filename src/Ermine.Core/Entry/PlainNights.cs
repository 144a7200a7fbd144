using System.Globalization;
using System.Text.RegularExpressions;
using Ermine.Core.Units;

namespace Ermine.Core.Entry;

/// <summary>A night with its low, as it was said.</summary>
/// <param name="Date">The evening.</param>
/// <param name="LowC">Low of the night, °C; null where only the night was said.</param>
public sealed record PlainNight(DateOnly Date, double? LowC);

/// <summary>What was understood of “−18 Saturday, −22 Sunday”.</summary>
/// <param name="Nights">In their order, each date once.</param>
/// <param name="Questions">What is left open.</param>
/// <param name="Unread">Pieces that say nothing to Ermine.</param>
public sealed record PlainNightsRead(
    IReadOnlyList<PlainNight> Nights,
    IReadOnlyList<PlainQuestion> Questions,
    IReadOnlyList<string> Unread
);

/// <summary>Reads nights and their lows as people say them: weekdays, dates, tonight, spans, a number of nights.</summary>
public static partial class PlainNights
{
    private static readonly string[][] Weekdays =
    [
        ["sunday", "sun", "sonntag", "so", "søndag", "søn", "söndag", "sön", "dimanche", "dim"],
        ["monday", "mon", "montag", "mo", "mandag", "man", "måndag", "mån", "lundi", "lun"],
        ["tuesday", "tue", "tues", "dienstag", "di", "tirsdag", "tir", "tisdag", "tis", "mardi", "mar"],
        ["wednesday", "wed", "mittwoch", "mi", "onsdag", "ons", "mercredi", "mer"],
        ["thursday", "thu", "thur", "thurs", "donnerstag", "do", "torsdag", "tor", "tors", "jeudi", "jeu"],
        ["friday", "fri", "freitag", "fr", "fredag", "fre", "vendredi", "ven"],
        ["saturday", "sat", "samstag", "sonnabend", "sa", "lørdag", "lør", "lördag", "lör", "samedi", "sam"],
    ];

    private static readonly string[][] Months =
    [
        ["january", "jan", "januar", "januari", "janvier"],
        ["february", "feb", "februar", "februari", "février"],
        ["march", "mar", "märz", "mars"],
        ["april", "apr", "avril"],
        ["may", "mai", "maj"],
        ["june", "jun", "juni", "juin"],
        ["july", "jul", "juli", "juillet"],
        ["august", "aug", "augusti", "août"],
        ["september", "sep", "sept", "septembre"],
        ["october", "oct", "okt", "oktober", "octobre"],
        ["november", "nov", "novembre"],
        ["december", "dec", "dez", "des", "dezember", "desember", "décembre"],
    ];

    private static readonly Dictionary<string, int> Nearby = new()
    {
        ["tonight"] = 0,
        ["today"] = 0,
        ["heute"] = 0,
        ["ikveld"] = 0,
        ["ikväll"] = 0,
        ["tomorrow"] = 1,
        ["morgen"] = 1,
        ["imorgen"] = 1,
        ["imorgon"] = 1,
        ["demain"] = 1,
    };

    private static readonly HashSet<string> Silent =
    [
        "on",
        "and",
        "then",
        "night",
        "the",
        "low",
        "lows",
        "of",
        "at",
        "for",
        "in",
        "und",
        "og",
        "och",
        "et",
        "am",
        "nacht",
        "natt",
        "next",
        "this",
        "down",
        "about",
        "ca",
        "evening",
    ];

    /// <summary>Reads nights and lows.</summary>
    /// <param name="text">At most 500 characters; what is beyond is not looked at.</param>
    /// <param name="today">The day of asking; a weekday is the next of its name, today counted.</param>
    /// <param name="scale">The scale of temperatures that do not name theirs.</param>
    public static PlainNightsRead Read(string text, DateOnly today, Degrees scale = Degrees.Celsius)
    {
        text = Digits.Folded(text);
        var nights = new SortedDictionary<DateOnly, double?>();
        var (questions, unread) = (new List<PlainQuestion>(), new List<string>());
        var last = today.AddDays(-1);
        foreach (var piece in Pieces().Split(text.Length > 500 ? text[..500] : text).Where(p => p.Trim().Length > 0))
        {
            foreach (var said in new Reader(piece, last, today, scale, unread).Said.Where(s => s.IsSomething))
            {
                List<DateOnly> days = [.. said.Days.DefaultIfEmpty(last.AddDays(1))];
                for (var n = 1; n < said.Count; n++)
                    days.Add(days[^1].AddDays(1));
                foreach (var day in days.Take(EntryRules.MostNights + 1))
                {
                    nights[day] = said.Low ?? nights.GetValueOrDefault(day);
                    last = day;
                }
            }
        }
        if (nights.Count > EntryRules.MostNights)
            questions.Add(new("nights", $"{nights.Count} nights: a trip has at most {EntryRules.MostNights}.", []));
        foreach (var (day, low) in nights)
        {
            if (low is < -80 or > 40)
                questions.Add(
                    new(
                        "low",
                        $"{low.Value.ToString("0", CultureInfo.InvariantCulture)} °C on {day:yyyy-MM-dd}: give a low from −80 to 40 °C.",
                        []
                    )
                );
        }
        if (scale == Degrees.Celsius && nights.Values.Any(low => low > 0) && Unsigned().IsMatch(text))
            questions.Add(
                new(
                    "sign",
                    "Above freezing? A low below it is written with a minus.",
                    [new("below freezing", Unsigned().Replace(text, "−$1"))]
                )
            );
        if (nights.Count == 0 && text.Trim().Length > 0)
            questions.Add(new("nights", "No night and no low in it: write it as “−18 Saturday, −22 Sunday”.", []));
        return new(
            [.. nights.Take(EntryRules.MostNights).Select(n => new PlainNight(n.Key, n.Value))],
            questions,
            unread
        );
    }

    /// <summary>Days and the low that belongs to them, in either order.</summary>
    private sealed class Spell
    {
        public List<DateOnly> Days { get; } = [];
        public int? Count { get; set; }
        public double? Low { get; set; }
        public bool LowFirst { get; set; }
        public bool IsSomething => Days.Count > 0 || Count is not null || Low is not null;
    }

    private sealed class Reader
    {
        private readonly DateOnly last;
        private readonly DateOnly today;
        private bool span;

        public Reader(string piece, DateOnly last, DateOnly today, Degrees scale, List<string> unread)
        {
            (this.last, this.today) = (last, today);
            var written = new Queue<IReadOnlyList<DateOnly>>();
            var rest = Written()
                .Replace(
                    piece.Replace('−', '-').Replace('–', '-').Replace('@', ' '),
                    m =>
                    {
                        if (Dates(m, today) is not { } dates)
                            return m.Value;
                        if (dates.Any(d => EntryRules.CheckDate("date", d) is not null))
                        {
                            unread.Add(m.Value);
                            return " ";
                        }
                        written.Enqueue(dates);
                        return " @ ";
                    }
                );
            foreach (Match token in Tokens().Matches(rest))
            {
                var word = token.Value.ToLowerInvariant();
                if (word == "@")
                {
                    foreach (var date in written.Dequeue())
                        Take(date);
                }
                else if (token.Groups["n"].Success)
                {
                    var value = double.Parse(
                        Signed().Replace(token.Groups["n"].Value, "-").Replace(',', '.'),
                        CultureInfo.InvariantCulture
                    );
                    if (token.Groups["nights"].Success)
                        Now.Count = (int)Math.Clamp(value, 1, EntryRules.MostNights);
                    else
                        Low(Celsius(value, token.Groups["u"].Value, scale));
                }
                else if (word is "-" or "to" or "till" or "until" or "bis" or "til" or "through")
                    span = Now.Days.Count > 0;
                else if (Nearby.TryGetValue(word, out var ahead))
                    Take(today.AddDays(ahead));
                else if (Array.FindIndex(Weekdays, names => names.Contains(word.TrimEnd('.'))) is >= 0 and var weekday)
                    Take(Next(weekday));
                else if (word == "weekend")
                {
                    Take(Next(5));
                    Take(Now.Days[^1].AddDays(1));
                }
                else if (!Silent.Contains(word) && !Units().IsMatch(word))
                    unread.Add(token.Value);
            }
        }

        public List<Spell> Said { get; } = [new()];

        private Spell Now => Said[^1];

        private void Low(double celsius)
        {
            if (Now.Low is not null)
            {
                Said.Add(new());
                span = false;
            }
            (Now.Low, Now.LowFirst) = (celsius, Now.Days.Count == 0);
        }

        private void Take(DateOnly day)
        {
            if (Now is { Low: not null, LowFirst: false, Days.Count: > 0 } && !span)
                Said.Add(new());
            while (span && Now.Days[^1] < day.AddDays(-1) && Now.Days.Count <= EntryRules.MostNights)
                Now.Days.Add(Now.Days[^1].AddDays(1));
            span = false;
            Now.Days.Add(day);
        }

        private DateOnly Next(int weekday)
        {
            var before = Said.SelectMany(g => g.Days).Append(last).Max();
            var from = before >= today ? before : today.AddDays(-1);
            var ahead = (weekday - (int)from.DayOfWeek + 7) % 7;
            return from.AddDays(ahead == 0 ? 7 : ahead);
        }
    }

    private static IReadOnlyList<DateOnly>? Dates(Match match, DateOnly today)
    {
        if (!match.Groups["d"].Success)
            return DateOnly.TryParseExact(
                match.Value,
                "yyyy-MM-dd",
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out var iso
            )
                ? [iso]
                : null;
        if (DayOf(match, match.Groups["d"], today) is not { } day)
            return null;
        if (!match.Groups["from"].Success || DayOf(match, match.Groups["from"], today) is not { } first || first > day)
            return [day];
        return [.. Enumerable.Range(0, day.DayNumber - first.DayNumber + 1).Select(first.AddDays)];
    }

    private static DateOnly? DayOf(Match match, Group digits, DateOnly today)
    {
        var month = match.Groups["mm"].Success
            ? int.Parse(match.Groups["mm"].Value, CultureInfo.InvariantCulture)
            : Array.FindIndex(
                Months,
                names => names.Any(n => n.StartsWith(match.Groups["mon"].Value, StringComparison.OrdinalIgnoreCase))
            ) + 1;
        var day = int.Parse(digits.Value, CultureInfo.InvariantCulture);
        if (month is < 1 or > 12 || day < 1 || day > DateTime.DaysInMonth(today.Year, month))
            return null;
        var date = new DateOnly(today.Year, month, day);
        return date < today ? date.AddYears(1) : date;
    }

    private static double Celsius(double value, string unit, Degrees scale) =>
        unit.Contains('f', StringComparison.OrdinalIgnoreCase)
        || scale == Degrees.Fahrenheit && !unit.Contains('c', StringComparison.OrdinalIgnoreCase)
            ? Math.Round(Temperature.FromFahrenheit(value).Celsius, 1)
            : value;

    [GeneratedRegex(@",\s+|;|\n|\bthen\b|,(?=\s*[-−–]\d)")]
    private static partial Regex Pieces();

    [GeneratedRegex(
        @"\d{4}-\d\d-\d\d|(?<![-\d])(?:(?<from>\d{1,2})\.?\s*(?:-|to|bis|til)\s*)?(?<d>\d{1,2})\.(?<mm>\d{1,2})\.(?!\d)|(?<![-\d])(?:(?<from>\d{1,2})\.?\s*(?:-|to|bis|til)\s*)?(?<d>\d{1,2})\.?\s*(?<mon>jan|feb|mar|m[äa]r[zs]|apr|may|mai|maj|jun|jul|aug|sep|sept|oct|okt|nov|dec|dez|des)[a-zé]*\.?|(?<mon>jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*\.?\s*(?<d>\d{1,2})(?![\d°])",
        RegexOptions.IgnoreCase | RegexOptions.ExplicitCapture
    )]
    private static partial Regex Written();

    [GeneratedRegex(
        @"(?<n>(minus\s*|(?<!\w)-\s?|\+)?\d{1,3}([.,]\d+)?)\s*((?<nights>nights?|nächte|n[æe]tter|nuits?)|(?<u>°\s?[cf]?|degrees?\s*[cf]?|[cf]\b))?|@|\p{L}[\p{L}.]*|-",
        RegexOptions.IgnoreCase | RegexOptions.ExplicitCapture
    )]
    private static partial Regex Tokens();

    /// <summary>A number that is said to be neither above nor below, and is no date and no count.</summary>
    [GeneratedRegex(
        @"(?<![-−–+]\s?|[\d.,\p{L}]|minus\s)(\d{1,2})(?![\d.]|\s*(?:nights?|n[äæe]|[-−–]\s*\d|to\b|bis\b|jan|feb|m[aä]r|apr|ma[iy]|jun|jul|aug|sep|o[ck]t|nov|de[csz]|°?\s*f\b))(?<!(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*\s\d{1,2})",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Unsigned();

    [GeneratedRegex(@"^(minus\s*|-\s+)", RegexOptions.IgnoreCase)]
    private static partial Regex Signed();

    [GeneratedRegex("^(c|f|celsius|fahrenheit|degrees?|grad|minus)$")]
    private static partial Regex Units();
}
