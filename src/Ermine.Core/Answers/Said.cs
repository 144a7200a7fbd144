namespace Ermine.Core.Answers;

/// <summary>Small numbers as they are said.</summary>
internal static class Said
{
    private static readonly string[] Words =
    [
        "no",
        "one",
        "two",
        "three",
        "four",
        "five",
        "six",
        "seven",
        "eight",
        "nine",
        "ten",
        "eleven",
        "twelve",
    ];

    /// <summary>eleven nights</summary>
    public static string Nights(int count) =>
        $"{(count < Words.Length ? Words[count] : $"{count}")} night{(count == 1 ? "" : "s")}";

    /// <summary>about 2 °C colder than the model</summary>
    public static string Warmer(double kelvin) =>
        Math.Abs(kelvin) < 0.5
            ? "about as the model"
            : $"about {Math.Abs(kelvin):0.#} K {(kelvin > 0 ? "warmer" : "colder")} than the model";
}
