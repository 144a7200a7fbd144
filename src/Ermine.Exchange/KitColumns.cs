using System.Text.RegularExpressions;

namespace Ermine.Exchange;

/// <summary>What a column of a kit list speaks of.</summary>
public enum KitField
{
    /// <summary>Nothing that Ermine keeps.</summary>
    LeftOut,

    /// <summary>What the thing is called; needed.</summary>
    Name,

    /// <summary>Its type, by key or in plain words.</summary>
    Type,

    /// <summary>Words that say more of what it is: a category, a description.</summary>
    Words,

    /// <summary>How many of them.</summary>
    Count,

    /// <summary>Mass of one.</summary>
    Mass,

    /// <summary>Comfort temperature.</summary>
    Comfort,

    /// <summary>Limit temperature.</summary>
    Limit,

    /// <summary>Extreme temperature.</summary>
    Extreme,

    /// <summary>One temperature of a kind not said.</summary>
    Temperature,

    /// <summary>R-value.</summary>
    RValue,

    /// <summary>Resistance, m²K/W.</summary>
    SquareMetreKelvinPerWatt,

    /// <summary>Clo.</summary>
    Clo,

    /// <summary>Tog.</summary>
    Tog,

    /// <summary>Loft of one side.</summary>
    Loft,

    /// <summary>Grams of fill.</summary>
    Fill,

    /// <summary>Fill power.</summary>
    FillPower,

    /// <summary>Seasons.</summary>
    Seasons,

    /// <summary>Degrees that a liner is said to add.</summary>
    Adds,

    /// <summary>Where the numbers come from.</summary>
    Source,

    /// <summary>What warms in it.</summary>
    Material,

    /// <summary>Loft now against new.</summary>
    LoftNow,

    /// <summary>A hood.</summary>
    Hood,

    /// <summary>A draft collar.</summary>
    Collar,

    /// <summary>A windproof outside.</summary>
    Windproof,

    /// <summary>Inside girth at the chest.</summary>
    Girth,

    /// <summary>Litres when packed.</summary>
    Packed,

    /// <summary>Notes.</summary>
    Notes,
}

/// <summary>A column of a kit list, as it was taken.</summary>
/// <param name="Header">Its heading.</param>
/// <param name="Field">What it speaks of.</param>
/// <param name="Unit">The unit in its heading: g, kg, oz, lb, °C, °F, cm, in, mm, l, %; empty where it says none.</param>
/// <param name="Sure">The heading says it plainly.</param>
public sealed record KitColumn(string Header, KitField Field, string Unit, bool Sure);

/// <summary>Finds what the columns of a kit list speak of, by headings in plain words, in any order.</summary>
internal static partial class KitColumns
{
    private static readonly (KitField Field, Regex Is)[] Known =
    [
        (KitField.FillPower, FillPowerMark()),
        (KitField.Fill, FillMark()),
        (KitField.Name, NameMark()),
        (KitField.Type, TypeMark()),
        (KitField.Count, CountMark()),
        (KitField.Mass, MassMark()),
        (KitField.Comfort, ComfortMark()),
        (KitField.Limit, LimitMark()),
        (KitField.Extreme, ExtremeMark()),
        (KitField.Temperature, TemperatureMark()),
        (KitField.RValue, RMark()),
        (KitField.SquareMetreKelvinPerWatt, SiMark()),
        (KitField.Clo, CloMark()),
        (KitField.Tog, TogMark()),
        (KitField.LoftNow, LoftNowMark()),
        (KitField.Loft, LoftMark()),
        (KitField.Seasons, SeasonsMark()),
        (KitField.Adds, AddsMark()),
        (KitField.Source, SourceMark()),
        (KitField.Material, MaterialMark()),
        (KitField.Hood, HoodMark()),
        (KitField.Collar, CollarMark()),
        (KitField.Windproof, WindproofMark()),
        (KitField.Girth, GirthMark()),
        (KitField.Packed, PackedMark()),
        (KitField.Notes, NotesMark()),
        (KitField.Words, WordsMark()),
    ];

    /// <summary>The columns of a heading; a field is taken once.</summary>
    public static IReadOnlyList<KitColumn> Find(IReadOnlyList<string> header)
    {
        var taken = new HashSet<KitField>();
        return
        [
            .. header.Select(h =>
            {
                var plain = (h.Length > 120 ? h[..120] : h).Trim().ToLowerInvariant();
                var name = Brackets().Replace(plain, " ").Replace('_', ' ').Trim();
                var field = Known.FirstOrDefault(k => k.Is.IsMatch(name)).Field;
                var sure = field != KitField.LeftOut && taken.Add(field);
                return new KitColumn(h, sure ? field : KitField.LeftOut, UnitOf(plain), sure);
            }),
        ];
    }

    /// <summary>Whether a heading is a kit list's: a name, and something about it.</summary>
    public static bool IsKit(IReadOnlyList<string> header)
    {
        var columns = Find(header);
        return columns.Any(c => c.Field == KitField.Name) && columns.Count(c => c.Sure) >= 2;
    }

    private static string UnitOf(string heading) =>
        UnitMark().Match(heading) is { Success: true } match
            ? match.Value.Trim('(', ')', '[', ']', ' ', ',', '_').Replace("deg", "°") switch
            {
                "gram" or "grams" or "gr" or "gramm" => "g",
                "kilograms" or "kilo" => "kg",
                "ounces" => "oz",
                "lbs" or "pounds" => "lb",
                "c" or "°c" or "celsius" => "°C",
                "f" or "°f" or "fahrenheit" => "°F",
                "inches" or "inch" => "in",
                "litres" or "liters" or "litre" or "liter" => "l",
                var unit => unit,
            }
            : "";

    [GeneratedRegex(@"[\(\[].*?[\)\]]")]
    private static partial Regex Brackets();

    [GeneratedRegex(
        @"(?<![a-z])(grams?|gramm|gr|kilograms|kilo|kg|g|ounces|oz|lbs?|pounds|°\s?[cf]|deg\s?[cf]|celsius|fahrenheit|inch(es)?|cm|mm|lit(?:re|er)s?|ml|%|in|[cfl])(?![a-z])",
        RegexOptions.RightToLeft
    )]
    private static partial Regex UnitMark();

    [GeneratedRegex(
        @"^(item( name)?|name|thing|gear|gear item|product|title|what|bezeichnung|gegenstand|artikel|navn|namn|gjenstand|nom|objet|article|ting)$"
    )]
    private static partial Regex NameMark();

    [GeneratedRegex(@"^(type|typ|art|slag)$")]
    private static partial Regex TypeMark();

    [GeneratedRegex(
        @"^(category|categories|kategorie|kategori|catégorie|description|beschreibung|beskrivelse|beskrivning|desc|details|kind|group|gruppe|subcategory|section)$"
    )]
    private static partial Regex WordsMark();

    [GeneratedRegex(
        @"^(count|qty|quantity|number|amount|anzahl|stück|menge|antall|antal|stk|quantité|nombre|pcs|pieces)$"
    )]
    private static partial Regex CountMark();

    [GeneratedRegex(
        @"^(unit |item )?(mass|weight|wt|gewicht|masse|vekt|vikt|poids|grams?|g|oz|kg)( (each|per item|g|kg|oz|lbs?|grams?|per piece))?$"
    )]
    private static partial Regex MassMark();

    [GeneratedRegex(@"comfort|komfort|confort|t ?comf")]
    private static partial Regex ComfortMark();

    [GeneratedRegex(@"^(lower )?limit|grenz|^t ?lim|limite")]
    private static partial Regex LimitMark();

    [GeneratedRegex(@"extrem|ekstrem|survival|^t ?ext")]
    private static partial Regex ExtremeMark();

    [GeneratedRegex(@"^(temp|temperature|temp rating|temperature rating|rating|rated|temperatur)$")]
    private static partial Regex TemperatureMark();

    [GeneratedRegex(@"^r$|^r[- ]?(value|wert|verdi|värde)|^rvalue")]
    private static partial Regex RMark();

    [GeneratedRegex(@"^m[²2] ?k/w|^insulation si|^resistance$")]
    private static partial Regex SiMark();

    [GeneratedRegex(@"^clo$|^clo ")]
    private static partial Regex CloMark();

    [GeneratedRegex(@"^togs?$")]
    private static partial Regex TogMark();

    [GeneratedRegex(@"^loft$|^loft (of one side|cm|mm|in)|^bauschhöhe")]
    private static partial Regex LoftMark();

    [GeneratedRegex(@"^loft now|^loft left|^loft factor")]
    private static partial Regex LoftNowMark();

    [GeneratedRegex(@"^fill( weight| g| mass|ing)?$|^füllgewicht|^füllung")]
    private static partial Regex FillMark();

    [GeneratedRegex(@"^fill ?power|^fp$|^cuin|^bauschkraft")]
    private static partial Regex FillPowerMark();

    [GeneratedRegex(@"^seasons?$")]
    private static partial Regex SeasonsMark();

    [GeneratedRegex(@"^adds")]
    private static partial Regex AddsMark();

    [GeneratedRegex(@"^(source|quelle|kilde)$")]
    private static partial Regex SourceMark();

    [GeneratedRegex(@"^(material|fill material|insulation|stoff)$")]
    private static partial Regex MaterialMark();

    [GeneratedRegex(@"^(hood|kapuze|hette)$")]
    private static partial Regex HoodMark();

    [GeneratedRegex(@"^(draft )?collar$|^wärmekragen$")]
    private static partial Regex CollarMark();

    [GeneratedRegex(@"^windproof$|^winddicht$")]
    private static partial Regex WindproofMark();

    [GeneratedRegex(@"girth|^umfang")]
    private static partial Regex GirthMark();

    [GeneratedRegex(@"^(packed( size| volume| litres)?|volume|litres|liters|packvolumen|volum|volym)$")]
    private static partial Regex PackedMark();

    [GeneratedRegex(@"^(notes?|remarks?|comments?|notizen|bemerkung|notat|anteckning|merknad)$")]
    private static partial Regex NotesMark();
}
