using Ermine.Core.Kit;

namespace Ermine.Core.Entry;

/// <summary>One way to answer a question about a line.</summary>
/// <param name="Says">The answer in a few words.</param>
/// <param name="Line">The line as it reads with that answer in it.</param>
public sealed record PlainReply(string Says, string Line);

/// <summary>What a line leaves open and what would move the answer.</summary>
/// <param name="Field">What is asked: temperatureUnit, label, temperature, rValue, type, loft, or a field that is out of range.</param>
/// <param name="Text">The question.</param>
/// <param name="Replies">Ways to answer; none where it is to be typed.</param>
public sealed record PlainQuestion(string Field, string Text, IReadOnlyList<PlainReply> Replies);

/// <summary>What was understood of a line.</summary>
/// <param name="Type">Key of the type; null where it names nothing that is known.</param>
/// <param name="Kind">What it is; null as the type is.</param>
/// <param name="Name">What the thing will be called: the words as they were written, without the numbers.</param>
/// <param name="Count">How many of them, 1–20.</param>
/// <param name="MassG">Grams of one; what is usual where none were said.</param>
/// <param name="MassSaid">The mass was said.</param>
/// <param name="Claims">Numbers about its warmth that were said; °C, R, m²K/W, clo, tog, cm, g, K.</param>
/// <param name="Questions">What is left open.</param>
/// <param name="Unread">Pieces of the line that say nothing to Ermine, as they were written.</param>
/// <param name="Item">The thing as it would stand in the kit, of an id of its own; null as the type is.</param>
/// <param name="Reading">What its numbers mean; null as the type is, and where they cannot stand.</param>
public sealed record PlainLine(
    string? Type,
    ItemKind? Kind,
    string Name,
    int Count,
    double? MassG,
    bool MassSaid,
    IReadOnlyList<Claim> Claims,
    IReadOnlyList<PlainQuestion> Questions,
    IReadOnlyList<string> Unread,
    KitItem? Item,
    ItemReading? Reading
)
{
    /// <summary>Nothing in it was understood as a thing.</summary>
    public bool IsNonsense => Type is null;
}
