using System.Globalization;

namespace Ermine.Core.Entry;

/// <summary>Digits of every script read as the numbers that they are.</summary>
public static class Digits
{
    /// <summary>The same text with every decimal digit of another script written as 0 to 9.</summary>
    /// <param name="text">Any text.</param>
    public static string Folded(string text) =>
        text.Any(IsForeign)
            ? string.Create(
                text.Length,
                text,
                static (into, from) =>
                {
                    for (var i = 0; i < into.Length; i++)
                        into[i] = IsForeign(from[i])
                            ? (char)('0' + CharUnicodeInfo.GetDecimalDigitValue(from[i]))
                            : from[i];
                }
            )
            : text;

    private static bool IsForeign(char c) => c > '9' && char.IsDigit(c);
}
