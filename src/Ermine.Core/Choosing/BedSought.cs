namespace Ermine.Core.Choosing;

/// <summary>What a search for a bed is after.</summary>
/// <param name="Level">The level that is to be reached: degrees to spare, or the chance.</param>
/// <param name="Most">Only what costs at most this.</param>
/// <param name="MostL">Only what takes at most this in the pack, l.</param>
/// <param name="Floor">Known from elsewhere: nothing under this reaches the level.</param>
/// <param name="Prices">What each thing costs besides its grams, since others want it too; never more negative than its grams. Null for nothing.</param>
/// <param name="EveryOne">Not only the cheapest: every one that costs at most <paramref name="Most"/> and of which nothing can be left out.</param>
/// <param name="Near">Ends where nothing can be cheaper by more than this share.</param>
/// <param name="Known">Some bed that may be taken is known to reach the level.</param>
internal sealed record BedSought(
    double Level,
    double Most = double.PositiveInfinity,
    double MostL = double.PositiveInfinity,
    double Floor = 0,
    double[]? Prices = null,
    bool EveryOne = false,
    double Near = 0,
    bool Known = false
);
