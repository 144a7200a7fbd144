using System.Globalization;
using Ermine.Core.Kit;
using Ermine.Core.Units;

namespace Ermine.Core.Entry;

/// <content>What the numbers of a line speak of, and what is asked about them.</content>
public sealed partial class PlainWords
{
    private bool IsTop => type!.Usual.IsTopLayer || type.Usual.Kind == ItemKind.Underquilt;

    private void ReadNumbers()
    {
        var wordsFirst = LabelsBeforeNumbers();
        var temperatures = new List<(int At, double Celsius, ClaimKind? Kind)>();
        var fill = FillOf();
        for (var i = 0; i < tokens.Count; i++)
        {
            if (tokens[i].Value is not { } value || used.Contains(i))
                continue;
            var token = tokens[i];
            var isRead = true;
            switch (token.Unit)
            {
                case PlainUnit.Grams when value >= 0:
                    massG = value;
                    break;
                case PlainUnit.RValue:
                    claims.Add(new(ClaimKind.RValue, value));
                    break;
                case PlainUnit.Clo:
                    claims.Add(new(ClaimKind.Clo, value));
                    break;
                case PlainUnit.Tog:
                    claims.Add(new(ClaimKind.Tog, value));
                    break;
                case PlainUnit.SquareMetreKelvinPerWatt:
                    claims.Add(new(ClaimKind.SquareMetreKelvinPerWatt, value));
                    break;
                case PlainUnit.Centimetres when Near(i, "girth"):
                    girthCm = value;
                    break;
                case PlainUnit.Centimetres when type!.Usual.Kind is ItemKind.Pad or ItemKind.Gear:
                    thicknessMm = 10 * value;
                    break;
                case PlainUnit.Centimetres when value <= 30:
                    claims.Add(new(ClaimKind.LoftCm, value));
                    break;
                case PlainUnit.Litres:
                    packedL = value;
                    break;
                case PlainUnit.Seasons when type!.Usual.IsTopLayer:
                    claims.Add(new(ClaimKind.Seasons, value));
                    break;
                case PlainUnit.Times when value is >= 1 and <= MostOfOne:
                    count = (int)Math.Round(value);
                    break;
                case PlainUnit.GramsPerSquareMetre or PlainUnit.Seasons or PlainUnit.Ignored:
                    break;
                case PlainUnit.Celsius or PlainUnit.Fahrenheit or PlainUnit.Degrees when type!.Words[0] == "bagliner":
                    claims.Add(new(ClaimKind.AddsDegrees, token.Unit == PlainUnit.Fahrenheit ? value / 1.8 : value));
                    break;
                case PlainUnit.Celsius or PlainUnit.Fahrenheit or PlainUnit.Degrees when IsTop:
                    temperatures.Add((i, Celsius(token), KindAt(i, wordsFirst)));
                    break;
                case PlainUnit.None:
                    isRead = Bare(i, value, wordsFirst, temperatures);
                    break;
                default:
                    isRead = false;
                    break;
            }
            if (isRead)
                used.Add(i);
        }
        Label(temperatures);
        if (fill is { } filling && claims.Count == 0)
            claims.Add(filling);
        // Seasons are a seller's word; where a temperature is printed that counts.
        if (claims.Any(c => IsTemperature(c.Kind)))
            claims.RemoveAll(c => c.Kind == ClaimKind.Seasons);
    }

    /// <summary>A number that names no unit: by what it can be for such a thing.</summary>
    private bool Bare(int i, double value, bool wordsFirst, List<(int, double, ClaimKind?)> temperatures)
    {
        var token = tokens[i];
        var kind = KindAt(i, wordsFirst);
        if (IsTop && (kind is not null || token.IsSigned))
            temperatures.Add((i, Celsius(token), kind));
        else if (type!.Words[0] == "bagliner" && (token.Digits[0] == '+' || Near(i, "adds")))
            claims.Add(new(ClaimKind.AddsDegrees, value));
        else if (IsCount(i, value))
            count = (int)value;
        else if (type.Usual.Kind == ItemKind.Pad && value is >= 0.3 and <= 12 && claims.Count == 0)
            claims.Add(new(ClaimKind.RValue, value));
        else if (IsTop && value is >= 0 and < 70 && !SaysATemperature)
            temperatures.Add((i, Celsius(token), null));
        else if (!token.IsSigned && value >= 10)
            massG = value;
        else
            return false;
        return true;
    }

    /// <summary>A whole number before a word, of a thing of which one has several, or before its plural.</summary>
    private bool IsCount(int i, double value)
    {
        if (value is < 1 or > MostOfOne || value != Math.Floor(value) || tokens[i].IsSigned || i + 1 >= tokens.Count)
            return false;
        if (i > 0 && tokens.Take(i).Any(t => t.Value is null && !Vocabulary.IsSilent(t.Text.ToLowerInvariant())))
            return false;
        var plural = tokens
            .Skip(i + 1)
            .Any(t => t.Text.EndsWith('s') && Vocabulary.Of(t.Text.ToLowerInvariant()) is { } c && Nouns.Overlaps(c));
        return !IsTop && (type!.Usual.Kind != ItemKind.Pad || value <= 4) || plural || value <= 3;
    }

    /// <summary>Some number is plainly a temperature, so that a bare one is not.</summary>
    private bool SaysATemperature =>
        tokens.Exists(t =>
            t.Unit is PlainUnit.Celsius or PlainUnit.Fahrenheit or PlainUnit.Degrees
            || t is { Unit: PlainUnit.None, Value: not null, IsSigned: true }
        );

    private bool Near(int i, string word) =>
        Enumerable
            .Range(Math.Max(0, i - 1), 3)
            .Any(k => k < tokens.Count && tokens[k].Text.Equals(word, StringComparison.OrdinalIgnoreCase));

    /// <summary>Grams of fill, and its fill power: they stand beside each other, or are called fill.</summary>
    private Claim? FillOf()
    {
        var power = tokens.FindIndex(t =>
            t.Unit == PlainUnit.FillPower
            || t is { Unit: PlainUnit.None, Value: >= 400 and <= 1000 } && CalledFill(tokens.IndexOf(t))
        );
        var masses = tokens.Index().Where(t => t.Item.Unit == PlainUnit.Grams).Select(t => t.Index).ToList();
        int? fill = masses.Where(CalledFill).Cast<int?>().FirstOrDefault();
        if (fill is null && masses.Count > 1 && power >= 0)
            fill = masses.MinBy(m => tokens[m].Value);
        if (power >= 0)
            used.Add(power);
        if (fill is not { } at || tokens[at].Value is not { } grams || !IsTop && type!.Usual.Kind != ItemKind.Garment)
            return null;
        used.Add(at);
        return new(ClaimKind.FillGrams, Math.Round(grams, 1), power >= 0 ? tokens[power].Value : null);
    }

    private bool CalledFill(int at) =>
        tokens
            .Skip(at + 1)
            .Take(2)
            .Any(t => t.Text.ToLowerInvariant() is "fill" or "füllung" or "fyll" or "filling" or "down-fill")
        || tokens.Skip(at + 1).Take(2).Select(t => t.Text.ToLowerInvariant()).ToList()
            is ["of", "down" or "goose" or "duck"];

    private double Celsius(PlainToken token)
    {
        var value = token.Value!.Value;
        return token.Unit switch
        {
            PlainUnit.Fahrenheit => Temperature.FromFahrenheit(value).Celsius,
            PlainUnit.Celsius => value,
            _ when scale == Degrees.Fahrenheit || value > HighestLabelC => Temperature.FromFahrenheit(value).Celsius,
            _ => value,
        };
    }

    /// <summary>No label promises warmer air than this: what is above is Fahrenheit, °C.</summary>
    private const double HighestLabelC = 25;

    /// <summary>Whether “comfort” and its like stand before their numbers in this line.</summary>
    private bool LabelsBeforeNumbers()
    {
        var word = tokens.FindIndex(t => t.Value is null && LabelWord(t.Text.ToLowerInvariant()) is not null);
        var number = tokens.FindIndex(t =>
            t.Unit is PlainUnit.Celsius or PlainUnit.Fahrenheit or PlainUnit.Degrees or PlainUnit.None
            && t.Value is not null
        );
        return word >= 0 && word < number;
    }

    private ClaimKind? KindAt(int i, bool wordsFirst)
    {
        ClaimKind? At(int k) =>
            k >= 0 && k < tokens.Count && tokens[k].Value is null ? LabelWord(tokens[k].Text.ToLowerInvariant()) : null;
        // "lower limit", "comfort temp": the nearest word may stand one further off.
        bool IsWord(int k) => k >= 0 && k < tokens.Count && tokens[k].Value is null;
        return wordsFirst
            ? At(i - 1) ?? (IsWord(i - 1) ? At(i - 2) : null)
            : At(i + 1) ?? (IsWord(i + 1) ? At(i + 2) : null);
    }

    /// <summary>Temperatures of a label: by their words, or in the order in which labels print them.</summary>
    private void Label(List<(int At, double Celsius, ClaimKind? Kind)> temperatures)
    {
        if (temperatures.Count == 0)
            return;
        if (type!.Usual.Kind == ItemKind.Underquilt)
        {
            claims.Add(new(ClaimKind.Comfort, Math.Round(temperatures[0].Celsius, 1)));
            AskScale(temperatures[0].At, temperatures[0].Celsius);
            return;
        }
        ClaimKind[] order = [ClaimKind.Comfort, ClaimKind.Limit, ClaimKind.Extreme];
        var falling =
            temperatures.Count is 2 or 3
            && temperatures.TrueForAll(t => t.Kind is null)
            && temperatures.Zip(temperatures.Skip(1)).All(p => p.First.Celsius > p.Second.Celsius);
        foreach (var (n, (at, celsius, kind)) in temperatures.Take(3).Index())
        {
            var of = kind ?? (falling ? order[n] : ClaimKind.Unspecified);
            claims.Add(new(of, Math.Round(celsius, 1)));
            AskScale(at, celsius);
            if (of == ClaimKind.Unspecified)
                AskLabel(at, celsius);
        }
    }

    private void AskScale(int at, double celsius)
    {
        var token = tokens[at];
        if (token.Unit is PlainUnit.Celsius or PlainUnit.Fahrenheit || scale == Degrees.Fahrenheit)
            return;
        var written = token.Value!.Value;
        var said = claims[^1].Kind is ClaimKind.Comfort or ClaimKind.Limit && type!.Usual.Kind != ItemKind.Underquilt;
        if (
            written < SurelyCelsiusBelow
            || written > HighestLabelC
            || said && written <= 12 && token.Unit == PlainUnit.None
        )
            return;
        var fahrenheit = Temperature.FromFahrenheit(written).Celsius;
        questions.Add(
            new(
                "temperatureUnit",
                $"{Text(written)} degrees of which scale? Until you say, it is read as {Text(celsius)} °C, the warmer label.",
                [
                    new(
                        $"{Text(written)} °F, that is {Text(Math.Round(fahrenheit))} °C",
                        Replaced(token, $"{Text(written)} °F")
                    ),
                    new($"{Text(written)} °C", Replaced(token, $"{Text(written)} °C")),
                ]
            )
        );
    }

    private void AskLabel(int at, double celsius)
    {
        var token = tokens[at];
        var taken = type!.Usual.Kind == ItemKind.Bag ? "limit" : "comfort";
        questions.Add(
            new(
                "label",
                $"Is {Text(Math.Round(celsius))} °C its comfort or its limit? Until you say, it is read as {taken}.",
                [
                    new("comfort", Replaced(token, $"{token.Text} comfort")),
                    new("limit", Replaced(token, $"{token.Text} limit")),
                ]
            )
        );
    }

    /// <summary>What is missing and would move the answer.</summary>
    private void Ask(KitItem item)
    {
        if (item.Kind is ItemKind.Bag or ItemKind.Quilt or ItemKind.Underquilt && claims.Count == 0)
            questions.Add(
                new("temperature", "Which temperature is printed on it? Until you say, it counts as what is usual.", [])
            );
        else if (item.Kind == ItemKind.Pad && claims.Count == 0)
            questions.Add(
                new("rValue", "Which R-value is printed on it? Until you say, it counts as what is usual.", [])
            );
        if (item.LoftFactor < 1)
            questions.Add(
                new(
                    "loft",
                    $"How flat has it become? Until you measure it, {100 * Loft.IfOld:0} % of its loft is counted.",
                    []
                )
            );
        if (concepts.Contains("base") && !concepts.Intersect(["top", "tights", "set", "onepiece", "suit"]).Any())
        {
            var at = line.TrimEnd();
            questions.Add(
                new(
                    "type",
                    "Top, tights or both? Until you say, it is only the top.",
                    [new("tights", $"{at} tights"), new("both", $"{at} set")]
                )
            );
        }
    }

    private string Replaced(PlainToken token, string by) =>
        line[..token.At] + by + line[Math.Min(line.Length, token.At + token.Text.Length)..];

    private static string Text(double value) =>
        (value < 0 ? "−" : "") + Math.Abs(value).ToString("0.#", CultureInfo.InvariantCulture);
}
