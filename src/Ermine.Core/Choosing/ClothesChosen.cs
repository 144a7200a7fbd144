using Ermine.Core.Days;
using Ermine.Core.Plans;

namespace Ermine.Core.Choosing;

/// <summary>What is asked of the clothes of a trip.</summary>
/// <param name="Pinned">Things that come along whatever they weigh.</param>
/// <param name="LeftAtHome">Things that may not be taken.</param>
/// <param name="Borne">Cool and warm stretches are borne: only what chills or drips counts.</param>
/// <param name="Unplanned">An hour of waiting at the worst moment of each day must be borne as well.</param>
public sealed record ClothesAsked(
    IReadOnlyList<Guid> Pinned,
    IReadOnlyList<Guid> LeftAtHome,
    bool Borne = false,
    bool Unplanned = true
)
{
    /// <summary>Nothing set.</summary>
    public static ClothesAsked Plain { get; } = new([], []);
}

/// <summary>A piece of clothing that was chosen, and what it is for.</summary>
/// <param name="ItemId">The piece.</param>
/// <param name="Grams">What it adds to the load, g; 0 where it comes along anyway.</param>
/// <param name="Night">Day, by the night it ends in, from 0, that goes worse without it first by the steady balance; null where it comes along anyway, or where only the days as they are played told.</param>
/// <param name="Hour">When.</param>
/// <param name="BlockId">In which block.</param>
/// <param name="Unplanned">In an hour that nobody planned.</param>
/// <param name="TooCold">Then it is too cold; else too warm.</param>
public sealed record ClothesPiece(
    Guid ItemId,
    double Grams,
    int? Night,
    double? Hour,
    Guid? BlockId,
    bool Unplanned,
    bool TooCold
);

/// <summary>How a day goes in something.</summary>
/// <param name="Verdict">Of its worst block.</param>
/// <param name="Cold">Points of cold of its blocks.</param>
/// <param name="Hot">Points of heat.</param>
public sealed record DayGoes(DayVerdict Verdict, int Cold, int Hot);

/// <summary>A day in the clothes that were chosen.</summary>
/// <param name="Night">The night it ends in, from 0.</param>
/// <param name="NightId">The same by its identity.</param>
/// <param name="Bars">What is worn when.</param>
/// <param name="Then">How it goes in them.</param>
/// <param name="Everything">How it goes in the best of all that is free.</param>
/// <param name="Now">How it goes as it is dressed now.</param>
/// <param name="UnplannedHolds">An hour of waiting at its worst moment is borne; null where nothing is done out of doors, or it was not asked.</param>
public sealed record ClothesDay(
    int Night,
    Guid NightId,
    IReadOnlyList<Bar> Bars,
    DayGoes Then,
    DayGoes Everything,
    DayGoes Now,
    bool? UnplannedHolds
);

/// <summary>The lightest clothes that dress all days as well as everything does.</summary>
/// <param name="Pieces">What is taken, from the skin out, with what comes along anyway.</param>
/// <param name="AddsG">What it adds to the load, g.</param>
/// <param name="NowG">What the clothes that are packed add now, g.</param>
/// <param name="Along">All that comes along then besides what is slept in: other things as before.</param>
/// <param name="Days">Each day that is laid out.</param>
/// <param name="NotLaidOut">Days of which no work is laid out or no air is known: they were not looked at, from 0.</param>
/// <param name="NotWeighed">Pieces beyond what is weighed, for there are too many of their kind: each was only tried in place of a heavier one, as far as there was time.</param>
/// <param name="Looked">Sets of pieces that were looked at.</param>
/// <param name="PlayedOut">Sets that days were dressed and played in.</param>
/// <param name="LeastG">Nothing of what is weighed that adds less does it, g.</param>
/// <param name="Proven">Every lighter set of what is weighed was ruled out.</param>
/// <param name="Seconds">Time it took, s.</param>
public sealed record ClothesChosen(
    IReadOnlyList<ClothesPiece> Pieces,
    double AddsG,
    double NowG,
    IReadOnlyList<Guid> Along,
    IReadOnlyList<ClothesDay> Days,
    IReadOnlyList<int> NotLaidOut,
    IReadOnlyList<Guid> NotWeighed,
    long Looked,
    int PlayedOut,
    double LeastG,
    bool Proven,
    double Seconds
);
