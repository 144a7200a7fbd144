using System.Text.RegularExpressions;

namespace Ermine.Core.Entry;

/// <summary>A list of things as it is pasted: a thing to a line, bullets, ticks and numbering before them.</summary>
public static partial class PlainList
{
    /// <summary>The lines that hold something, without what stands before them only to make a list.</summary>
    public static IReadOnlyList<string> Lines(string text) =>
        [
            .. text.Split(['\n', '\r', ';'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                .Select(l => Bullet().Replace(l, "").Trim())
                .Where(l => l.Any(char.IsLetterOrDigit)),
        ];

    [GeneratedRegex(@"^\s*(?:[•·*●▪◦☐☑✓✔\u2022]+|-(?=\s)|\[[ xX]?\]|\d{1,3}[.)](?=\s))\s*")]
    private static partial Regex Bullet();
}
