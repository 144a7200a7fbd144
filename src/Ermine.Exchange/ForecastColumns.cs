using System.Text.RegularExpressions;

namespace Ermine.Exchange;

/// <summary>
/// Where a table holds time, air, wind, humidity, cloud and what falls, by headings in English, German, Norwegian, Swedish, Danish, Finnish, French and
/// Spanish, with or without units. Of several that would do, the plainest is taken: the air, not its dew point or its highest of the day.
/// </summary>
/// <param name="Time">When; −1 where there is none.</param>
/// <param name="Clock">Time of day, where the date stands in <paramref name="Time"/>; else −1.</param>
/// <param name="Days">Year, month and day where each has a column of its own; else none.</param>
/// <param name="Temperature">Air.</param>
/// <param name="Wind">Wind at 10 m.</param>
/// <param name="Humidity">Relative humidity.</param>
/// <param name="Cloud">Cloud.</param>
/// <param name="Falls">Rain or melted snow since the reading before.</param>
/// <param name="UnitOfTemperature">A column that says the unit of the air row by row.</param>
/// <param name="Members">Members of an ensemble.</param>
internal sealed partial record ForecastColumns(
    int Time,
    int Clock,
    IReadOnlyList<int> Days,
    int Temperature,
    int Wind,
    int Humidity,
    int Cloud,
    int Falls,
    int UnitOfTemperature,
    IReadOnlyList<int> Members
)
{
    /// <summary>Enough for a forecast: a time and air.</summary>
    public bool IsForecast => Time >= 0 && (Temperature >= 0 || Members.Count > 0);

    /// <summary>Finds the columns of a heading.</summary>
    public static ForecastColumns Find(IReadOnlyList<string> header)
    {
        var names = header.Select(Plain).ToList();
        var members = names
            .Index()
            .Where(n => MemberMark().IsMatch(header[n.Index].Trim()) && !Others().IsMatch(n.Item))
            .Select(n => n.Index)
            .ToList();
        int Of(Regex is_, Regex isNot) =>
            names
                .Index()
                .Where(n => is_.IsMatch(n.Item) && !isNot.IsMatch(n.Item) && !members.Contains(n.Index))
                .OrderBy(n => MeanMark().IsMatch(n.Item))
                .Select(n => n.Index)
                .DefaultIfEmpty(-1)
                .First();
        var (date, clock) = (names.FindIndex(DateMark().IsMatch), names.FindIndex(ClockMark().IsMatch));
        var paired = date >= 0 && clock >= 0 && date != clock;
        List<int> days =
        [
            names.FindIndex(YearMark().IsMatch),
            names.FindIndex(MonthMark().IsMatch),
            names.FindIndex(DayMark().IsMatch),
        ];
        if (days.TrueForAll(d => d >= 0) && clock >= 0)
            (paired, date) = (true, days[2]);
        else
            days = [];
        return new(
            paired ? date : Of(TimeMark(), NotTime()),
            paired ? clock : -1,
            days,
            Of(AirMark(), NotAir()),
            Of(WindMark(), NotWind()),
            Of(HumidityMark(), NotHumidity()),
            Of(CloudMark(), NotCloud()),
            Of(FallsMark(), NotFalls()),
            names.FindIndex(UnitMark().IsMatch),
            members
        );
    }

    /// <summary>A heading in lower case, its last step only, without its unit and its marks.</summary>
    private static string Plain(string heading)
    {
        var name = (heading.Length > 200 ? heading[..200] : heading)
            .Trim()
            .Trim('"', '\'', '#', '\uFEFF')
            .ToLowerInvariant();
        if (
            name.LastIndexOf('.') is >= 0 and var dot
            && dot < name.Length - 1
            && !name[..dot].Contains(' ', StringComparison.Ordinal)
        )
            name = name[(dot + 1)..] is "speed" or "temp" or "value" or "temperature" or "all"
                ? name.Replace('.', ' ')
                : name[(dot + 1)..];
        return Marks().Replace(Camel().Replace(Brackets().Replace(name, " "), "$1 $2"), " ").Trim();
    }

    [GeneratedRegex(@"[_\-/:,;]+|\s+")]
    private static partial Regex Marks();

    [GeneratedRegex(@"([a-z])(temperature|speed|time|unit)(?![a-z])")]
    private static partial Regex Camel();

    [GeneratedRegex(@"[\(\[].*?[\)\]]")]
    private static partial Regex Brackets();

    [GeneratedRegex(@"^(temp|air_temp|t2m)?.*(member|mbr|perturbation)[ _]?\d+|^m\d+$", RegexOptions.IgnoreCase)]
    private static partial Regex MemberMark();

    [GeneratedRegex(@"^(wind|hum|rh|relative|cloud)")]
    private static partial Regex Others();

    [GeneratedRegex(@"^(date|datum|dato|day|dag|tag|jour|fecha|päivä|pvm|date local|dates?)$")]
    private static partial Regex DateMark();

    [GeneratedRegex(
        @"^(time|times|uhrzeit|zeit|klokkeslett|klokkeslæt|kl|klockslag|klocka|tid|tidspunkt|heure|heures|hour|hours|hr|stunde|stunden|hora|aika|kello|kellonaika|time local|time utc|tid utc)$"
    )]
    private static partial Regex ClockMark();

    [GeneratedRegex(@"^(year|år|jahr|année|annee|vuosi|año)$")]
    private static partial Regex YearMark();

    [GeneratedRegex(@"^(month|måned|månad|monat|mois|kuukausi|mes)$")]
    private static partial Regex MonthMark();

    [GeneratedRegex(@"^(day|dag|tag|jour|päivä|día|dia)$")]
    private static partial Regex DayMark();

    /// <summary>Words of languages whose speakers measure in °C.</summary>
    [GeneratedRegex(
        @"lufttemp|lämpötila|température|temperatura|datum|dato\b|uhrzeit|klokkeslett|heure|\btid\b|aika|fecha|vind|feuchte|fukt|humidité|humedad|kosteus"
    )]
    private static partial Regex NotEnglish();

    /// <summary>A heading in a language whose speakers measure in °C (assumption).</summary>
    public static bool IsOfCelsius(IReadOnlyList<string> header) => header.Any(h => NotEnglish().IsMatch(Plain(h)));

    [GeneratedRegex(
        @"^(time|date|valid|local|zeit|datum|dato|tid|heure|horaire|aika|fecha|hora|unixtime|timestamp|unix|epoch|start ?time|dt|dt txt|observation time|messzeit|termin|forecast time|mess datum|pvm|when|period)"
    )]
    private static partial Regex TimeMark();

    [GeneratedRegex(
        @"issued|updated|generated|^end|^time ?zone|zone$|offset|duration|interval|sunrise|sunset|timeseries"
    )]
    private static partial Regex NotTime();

    [GeneratedRegex(
        @"^(air )?(temp|t2m|t 2m|tt\b|tt tu|ta\b|ta \b|lufttemp|lämpötila|ilman lämpötila|luft temp|air temp|outdoor temp|outside temp|außentemp|utetemp|température|temp[eé]ratura|t$)|^main temp$"
    )]
    private static partial Regex AirMark();

    [GeneratedRegex(
        @"dew|tau|dugg|dagg|rosée|rocío|kastepiste|feel|apparent|gefühlt|ressenti|opplevd|upplevd|chill|soil|boden|jord|ground|grass|gras|water|wasser|vann|vatten|eau|sea|\b(max|min|maks|high|low|highest|lowest)|percentile|\d+ ?th|unit|einheit|trend|change|surface|\b(80|120|180|850|700|500)"
    )]
    private static partial Regex NotAir();

    [GeneratedRegex(
        @"^(wind|vind|vent\b|viento|tuul|keskituul|middelvind|medelvind|mean wind|average wind|ff\b|fx|wspd|wind speed|ws\b|vindstyrke|vitesse du vent|velocidad del viento|10m wind|10 m wind)"
    )]
    private static partial Regex WindMark();

    [GeneratedRegex(
        @"dir|richtung|retning|riktning|suunta|gust|bö|bøe|kast|by(vind|ar)?$|byvind|rafale|racha|puuska|chill|\b(u|v)\b|from|deg$|bearing|component|\b(max|maks|80|100|120|180)\b|unit|percentile|ventilation|ventet"
    )]
    private static partial Regex NotWind();

    [GeneratedRegex(
        @"^(hum|rel|rh\b|rf\b|uu\b|u rel|luftfukt|fukt|luftf|feucht|humidité|humedad|kosteus|suhteellinen|main humidity|r ?h )"
    )]
    private static partial Regex HumidityMark();

    [GeneratedRegex(@"specific|spez|abs|mixing|soil|boden|unit|release|relat\w* (vort|pressure)")]
    private static partial Regex NotHumidity();

    [GeneratedRegex(
        @"^(cloud|total cloud|bewölk|bedeck|skydek|sky|skyer|moln|molnighet|nuag|nébul|nubos|pilv|tcc|clouds all|n$)"
    )]
    private static partial Regex CloudMark();

    [GeneratedRegex(
        @"\b(low|mid|medium|high|base|height|top|ceiling|fog|tief|mittel|hoch|lav|høy|låg|hög)|type|code|unit|symbol|condition"
    )]
    private static partial Regex NotCloud();

    /// <summary>Names that stand for a mean or another height: taken only where nothing plainer is there.</summary>
    [GeneratedRegex(@"\b(mean|avg|average|mittel|snitt)\b|\d")]
    private static partial Regex MeanMark();

    [GeneratedRegex(@"^temp\w*( |_)?unit")]
    private static partial Regex UnitMark();

    [GeneratedRegex(
        @"^(precip|rain|total precip|nedbør|nedbor|nederbörd|nederbord|niederschlag|regen|précip|pluie|lluvia|sade|rr\b|qpf|tp\b)"
    )]
    private static partial Regex FallsMark();

    [GeneratedRegex(
        @"prob|chance|risk|wahrsch|sannol|sannsyn|type|unit|code|symbol|hours|days|accum|since|sum|today|snow|schnee|snø|snö|neige|nieve|lumi"
    )]
    private static partial Regex NotFalls();
}
