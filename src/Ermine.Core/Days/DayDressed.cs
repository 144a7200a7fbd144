using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>A day dressed.</summary>
/// <param name="Bars">What is worn when; what is pinned stands as it was.</param>
/// <param name="Played">The day in it.</param>
/// <param name="Changes">Changes of clothes between blocks.</param>
/// <param name="Minutes">What they take together, min.</param>
/// <param name="Segments">The stretches that were dressed for.</param>
/// <param name="LeftOut">Pieces that were not weighed, for there are too many of their kind.</param>
public sealed record DayDressed(
    IReadOnlyList<Bar> Bars,
    DayPlayed Played,
    int Changes,
    double Minutes,
    IReadOnlyList<Segment> Segments,
    IReadOnlyList<Guid> LeftOut
);

/// <summary>How good a played day is, in the order in which dressing weighs it; less is better.</summary>
/// <param name="Cold">Points of cold of its blocks.</param>
/// <param name="Hot">Blocks that drip count three, warm ones one.</param>
/// <param name="Wet">Things damp or wet at the end.</param>
/// <param name="Changes">Changes of clothes.</param>
public readonly record struct DayScore(int Cold, int Hot, int Wet, int Changes)
{
    /// <summary>Of a played day.</summary>
    public static DayScore Of(DayPlayed played, int changes) =>
        new(
            played.Blocks.Sum(b => DayLimits.ColdPoints(b.Verdict, b.MostDebt)),
            played.Blocks.Sum(b =>
                b.Verdict switch
                {
                    DayVerdict.Dripping => 3,
                    DayVerdict.Warm => 1,
                    _ => 0,
                }
            ),
            played.Things.Count(t => t.PerGram > Dryness.Textiles.DryUpTo),
            changes
        );

    /// <summary>Whether it is better than another.</summary>
    public bool Beats(DayScore other) =>
        (Cold, Hot, Wet, Changes).CompareTo((other.Cold, other.Hot, other.Wet, other.Changes)) < 0;
}
