using System.Globalization;
using System.Text.RegularExpressions;

namespace Ermine.Core.Entry;

/// <summary>What a number in a line is measured in.</summary>
internal enum PlainUnit
{
    None,
    Grams,
    Celsius,
    Fahrenheit,
    Degrees,
    RValue,
    Clo,
    Tog,
    SquareMetreKelvinPerWatt,
    Centimetres,
    Litres,
    FillPower,
    Seasons,
    Times,
    GramsPerSquareMetre,
    Ignored,
}

/// <summary>A number or a word of a line.</summary>
/// <param name="Text">As it was written, with its unit.</param>
/// <param name="At">Where it begins.</param>
/// <param name="Value">Of a number in the unit of <paramref name="Unit"/>; null of a word.</param>
/// <param name="Unit">Of a number.</param>
/// <param name="Digits">The number alone as it was written.</param>
internal sealed record PlainToken(string Text, int At, double? Value, PlainUnit Unit, string Digits)
{
    public bool IsSigned => Digits.Length > 0 && !char.IsAsciiDigit(Digits[0]) && Digits[0] is not ('.' or ',' or '½');
}

/// <summary>Cuts a line into numbers with their units and words.</summary>
internal static partial class PlainTokens
{
    private static readonly Dictionary<string, (PlainUnit Unit, double Factor)> Units = new()
    {
        ["g"] = (PlainUnit.Grams, 1),
        ["gr"] = (PlainUnit.Grams, 1),
        ["gram"] = (PlainUnit.Grams, 1),
        ["grams"] = (PlainUnit.Grams, 1),
        ["gramm"] = (PlainUnit.Grams, 1),
        ["grammes"] = (PlainUnit.Grams, 1),
        ["kg"] = (PlainUnit.Grams, 1000),
        ["kgs"] = (PlainUnit.Grams, 1000),
        ["kilo"] = (PlainUnit.Grams, 1000),
        ["kilos"] = (PlainUnit.Grams, 1000),
        ["oz"] = (PlainUnit.Grams, 28.349523125),
        ["ounce"] = (PlainUnit.Grams, 28.349523125),
        ["ounces"] = (PlainUnit.Grams, 28.349523125),
        ["lb"] = (PlainUnit.Grams, 453.59237),
        ["lbs"] = (PlainUnit.Grams, 453.59237),
        ["pound"] = (PlainUnit.Grams, 453.59237),
        ["pounds"] = (PlainUnit.Grams, 453.59237),
        ["c"] = (PlainUnit.Celsius, 1),
        ["°c"] = (PlainUnit.Celsius, 1),
        ["º c"] = (PlainUnit.Celsius, 1),
        ["ºc"] = (PlainUnit.Celsius, 1),
        ["degc"] = (PlainUnit.Celsius, 1),
        ["celsius"] = (PlainUnit.Celsius, 1),
        ["f"] = (PlainUnit.Fahrenheit, 1),
        ["°f"] = (PlainUnit.Fahrenheit, 1),
        ["ºf"] = (PlainUnit.Fahrenheit, 1),
        ["degf"] = (PlainUnit.Fahrenheit, 1),
        ["fahrenheit"] = (PlainUnit.Fahrenheit, 1),
        ["°"] = (PlainUnit.Degrees, 1),
        ["º"] = (PlainUnit.Degrees, 1),
        ["deg"] = (PlainUnit.Degrees, 1),
        ["degs"] = (PlainUnit.Degrees, 1),
        ["degree"] = (PlainUnit.Degrees, 1),
        ["degrees"] = (PlainUnit.Degrees, 1),
        ["grad"] = (PlainUnit.Degrees, 1),
        ["grader"] = (PlainUnit.Degrees, 1),
        ["degrés"] = (PlainUnit.Degrees, 1),
        ["r"] = (PlainUnit.RValue, 1),
        ["clo"] = (PlainUnit.Clo, 1),
        ["tog"] = (PlainUnit.Tog, 1),
        ["togs"] = (PlainUnit.Tog, 1),
        ["m²k/w"] = (PlainUnit.SquareMetreKelvinPerWatt, 1),
        ["m2k/w"] = (PlainUnit.SquareMetreKelvinPerWatt, 1),
        ["cm"] = (PlainUnit.Centimetres, 1),
        ["mm"] = (PlainUnit.Centimetres, 0.1),
        ["in"] = (PlainUnit.Centimetres, 2.54),
        ["inch"] = (PlainUnit.Centimetres, 2.54),
        ["inches"] = (PlainUnit.Centimetres, 2.54),
        ["\""] = (PlainUnit.Centimetres, 2.54),
        ["″"] = (PlainUnit.Centimetres, 2.54),
        ["l"] = (PlainUnit.Litres, 1),
        ["litre"] = (PlainUnit.Litres, 1),
        ["litres"] = (PlainUnit.Litres, 1),
        ["liter"] = (PlainUnit.Litres, 1),
        ["liters"] = (PlainUnit.Litres, 1),
        ["fp"] = (PlainUnit.FillPower, 1),
        ["fill power"] = (PlainUnit.FillPower, 1),
        ["cuin"] = (PlainUnit.FillPower, 1),
        ["cu in"] = (PlainUnit.FillPower, 1),
        ["season"] = (PlainUnit.Seasons, 1),
        ["seasons"] = (PlainUnit.Seasons, 1),
        ["jahreszeiten"] = (PlainUnit.Seasons, 1),
        ["sesong"] = (PlainUnit.Seasons, 1),
        ["x"] = (PlainUnit.Times, 1),
        ["×"] = (PlainUnit.Times, 1),
        ["pair"] = (PlainUnit.Times, 1),
        ["pairs"] = (PlainUnit.Times, 1),
        ["paar"] = (PlainUnit.Times, 1),
        ["par"] = (PlainUnit.Times, 1),
        ["paires"] = (PlainUnit.Times, 1),
        ["pcs"] = (PlainUnit.Times, 1),
        ["stk"] = (PlainUnit.Times, 1),
        ["gsm"] = (PlainUnit.GramsPerSquareMetre, 1),
        ["g/m2"] = (PlainUnit.GramsPerSquareMetre, 1),
        ["g/m²"] = (PlainUnit.GramsPerSquareMetre, 1),
        ["d"] = (PlainUnit.Ignored, 1),
        ["den"] = (PlainUnit.Ignored, 1),
        ["denier"] = (PlainUnit.Ignored, 1),
        ["%"] = (PlainUnit.Ignored, 1),
    };

    private static readonly Dictionary<string, double> Said = new()
    {
        ["two"] = 2,
        ["three"] = 3,
        ["four"] = 4,
        ["five"] = 5,
        ["zwei"] = 2,
        ["drei"] = 3,
        ["vier"] = 4,
        ["tre"] = 3,
        ["två"] = 2,
        ["deux"] = 2,
        ["trois"] = 3,
        ["quatre"] = 4,
    };

    /// <summary>The numbers and words of a line in their order.</summary>
    public static List<PlainToken> Of(string line)
    {
        var tokens = new List<PlainToken>();
        var plain = Plain(line);
        foreach (Match match in Piece().Matches(plain))
        {
            if (match.Groups["n"] is { Success: true } digits)
            {
                var name = match.Groups["u"].Value.Trim().TrimStart('-').ToLowerInvariant();
                var (unit, factor) = Units.GetValueOrDefault(name, (PlainUnit.None, 1));
                var value = Number(digits.Value, unit) * factor;
                if (double.IsFinite(value))
                    tokens.Add(
                        new(line.Substring(match.Index, match.Length).Trim(), match.Index, value, unit, digits.Value)
                    );
            }
            else if (match.Groups["r"] is { Success: true } r)
                tokens.Add(new(match.Value, match.Index, Number(r.Value, PlainUnit.RValue), PlainUnit.RValue, r.Value));
            else if (match.Groups["x"] is { Success: true } times)
                tokens.Add(
                    new(match.Value, match.Index, Number(times.Value, PlainUnit.Times), PlainUnit.Times, times.Value)
                );
            else if (match.Groups["w"] is { Success: true } seasons)
                tokens.Add(
                    new(
                        match.Value,
                        match.Index,
                        Said[seasons.Value.ToLowerInvariant()],
                        PlainUnit.Seasons,
                        seasons.Value
                    )
                );
            else if (tokens.Count == 0 && Said.TryGetValue(match.Value.ToLowerInvariant(), out var said))
                tokens.Add(new(match.Value, match.Index, said, PlainUnit.Times, ""));
            else
                tokens.Add(new(line.Substring(match.Index, match.Length), match.Index, null, PlainUnit.None, ""));
        }
        Join(tokens);
        return tokens;
    }

    /// <summary>2 lb 4 oz is one mass.</summary>
    private static void Join(List<PlainToken> tokens)
    {
        for (var i = 0; i + 1 < tokens.Count; i++)
        {
            if (
                tokens[i] is { Unit: PlainUnit.Grams } pounds
                && tokens[i + 1] is { Unit: PlainUnit.Grams } ounces
                && PoundsMark().IsMatch(pounds.Text)
                && OuncesMark().IsMatch(ounces.Text)
            )
            {
                tokens[i] = pounds with { Text = $"{pounds.Text} {ounces.Text}", Value = pounds.Value + ounces.Value };
                tokens.RemoveAt(i + 1);
            }
        }
    }

    /// <summary>One character for each, so that places stay.</summary>
    private static string Plain(string line) =>
        string.Create(
            line.Length,
            line,
            static (to, from) =>
            {
                for (var i = 0; i < from.Length; i++)
                    to[i] = from[i] switch
                    {
                        '−' or '–' or '—' or '‒' or '﹣' or '－' => '-',
                        '\u00a0' or '\u202f' or '\u2009' or '\t' => ' ',
                        '’' or '´' or '`' => '\'',
                        var c => c,
                    };
            }
        );

    private static double Number(string digits, PlainUnit unit)
    {
        var text = digits
            .Replace("minus", "-", StringComparison.OrdinalIgnoreCase)
            .Replace(" ", "", StringComparison.Ordinal);
        // 1,300 g and 1.300 g are thousands; 1,300 kg is not.
        if (unit == PlainUnit.Grams && ThousandsMark().IsMatch(text) && !digits.StartsWith('0'))
            text = text.Replace(",", "", StringComparison.Ordinal).Replace(".", "", StringComparison.Ordinal);
        if (text.EndsWith('½'))
            return Number(text[..^1] is "" or "-" ? text[..^1] + "0" : text[..^1], unit)
                + (text[0] == '-' ? -0.5 : 0.5);
        return double.TryParse(text.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out var number)
            ? number
            : double.NaN;
    }

    [GeneratedRegex(@"(lb|lbs|pound|pounds)$", RegexOptions.IgnoreCase)]
    private static partial Regex PoundsMark();

    [GeneratedRegex(@"(oz|ounces?)$", RegexOptions.IgnoreCase)]
    private static partial Regex OuncesMark();

    [GeneratedRegex(@"^\d{1,2}[.,]\d{3}$")]
    private static partial Regex ThousandsMark();

    [GeneratedRegex(
        """
            (?<![\p{L}\d])R[\s\-=:]*(?:values?|wert|verdi|värde)?[\s\-=:]*(?:of\s+)?(?<r>\d{1,2}(?:[.,]\d+)?)(?![\d/])
            |(?<![\d\p{L}])(?<n>(?:minus\s+|[-+]\s?)?(?:\d{1,5}(?:[.,]\d+)?½?|[.,]\d+|½))
              (?<u>\s*-?\s*(?:kgs?|kilos?|gsm|g/m[2²]|gramm(?:es)?|grams?|gr|g|oz|ounces?|lbs?|pounds?|[°º]\s?[cf]|degrees?\s+(?:celsius|fahrenheit)|deg\s?[cf]|celsius|fahrenheit|[°º]|degrees?|degs?|grader?|degrés|
                clo|togs?|m[²2]k/w|cm|mm|inch(?:es)?|in|["″]|lit(?:re|er)s?|fill\s+power|fp|cu\s?in|seasons?|jahreszeiten|sesong|pairs?|paar|paires|par|pcs|stk|x|×|denier|den|%|c|f|r|l|d)(?![\p{L}\d]))?
            |3/4
            |(?<![\p{L}])(?<w>two|three|four|five)[\s\-]?seasons?(?![\p{L}])
            |(?<![\p{L}\d])[x×]\s?(?<x>\d{1,2})(?![\p{L}\d])
            |[\p{L}][\p{L}\p{M}\d'\-/&]*|&
            """,
        RegexOptions.IgnoreCase | RegexOptions.IgnorePatternWhitespace | RegexOptions.ExplicitCapture
    )]
    private static partial Regex Piece();
}
