using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Stack;

namespace Ermine.Core.Choosing;

/// <summary>Where a night of a season is known from.</summary>
public enum SeasonSource
{
    /// <summary>It is planned for on a trip.</summary>
    Planned,

    /// <summary>It was slept, and its low measured.</summary>
    Logged,

    /// <summary>Its low was typed.</summary>
    Typed,
}

/// <summary>One night of a season.</summary>
/// <param name="Date">Date of the evening; null where it was typed.</param>
/// <param name="Trip">What the trip is called; empty where it was typed.</param>
/// <param name="Camp">What the camp is called; may be empty.</param>
/// <param name="Source">Where it is known from.</param>
/// <param name="Surface">What the pads lie on.</param>
/// <param name="Shelter">What stands round the sleeper.</param>
/// <param name="WindMs">Wind outside, m/s.</param>
/// <param name="LowC">Low that is planned for, or was measured, °C.</param>
/// <param name="Hammock">Hangs instead of lying on the surface.</param>
/// <param name="FrostK">What frost and damp cost there in the bed that is packed, K: the bed must hold so much further when dry.</param>
public sealed record SeasonNight(
    DateOnly? Date,
    string Trip,
    string Camp,
    SeasonSource Source,
    Surface Surface,
    Shelter Shelter,
    double WindMs,
    double LowC,
    Hammock? Hammock = null,
    double FrostK = 0
)
{
    /// <summary>Year in which its winter begins, counted from July to June; null where it has no date.</summary>
    public int? Winter => Date?.AddMonths(-6).Year;

    /// <summary>Low down to which a dry bed must hold, °C.</summary>
    public double AsksC => LowC - FrostK;
}

/// <summary>The nights of one person that trips and log know of.</summary>
/// <param name="Nights">They, by date; a night that was slept counts by its measured low and no more by its plan.</param>
/// <param name="LeftOut">Nights that do not count: no low is known, or the shelter is heated.</param>
/// <param name="PackedG">The heaviest bed that is packed on a trip, g; null where none is.</param>
public sealed record SeasonNights(IReadOnlyList<SeasonNight> Nights, int LeftOut, double? PackedG);

/// <summary>What is asked of a season.</summary>
/// <param name="Place">Where lows that are typed are slept; its first low and its sleepers are not looked at.</param>
/// <param name="TypedLowsC">Lows in place of trips and log, °C, −60 to 20, at most 100; empty for trips and log.</param>
/// <param name="LeftAtHome">Things that may not be taken.</param>
/// <param name="Schools">Ways of sleeping to keep to.</param>
/// <param name="Winter">Only nights of the winter that begins in this year; null for all.</param>
/// <param name="MostG">The heaviest bed that one is ready to carry, g, 200–30 000; null for the heaviest that is packed on a trip.</param>
public sealed record SeasonAsked(
    TableAsked Place,
    IReadOnlyList<double> TypedLowsC,
    IReadOnlyList<Guid> LeftAtHome,
    ChoiceSchools Schools,
    int? Winter = null,
    double? MostG = null
)
{
    /// <summary>Where nothing is packed on any trip, the heaviest bed that one is ready to carry, g (assumption).</summary>
    public const double UsualMostG = 5000;

    /// <summary>Nights that it is asked of: those that are typed, or those of the winter.</summary>
    /// <param name="known">All that are known of trips and log.</param>
    internal IReadOnlyList<SeasonNight> Nights(SeasonNights known) =>
        TypedLowsC.Count > 0
            ?
            [
                .. TypedLowsC.Select(low => new SeasonNight(
                    null,
                    "",
                    "",
                    SeasonSource.Typed,
                    Place.Surface,
                    Place.Shelter,
                    Place.WindMs,
                    low,
                    Place.Hammock
                )),
            ]
            : [.. known.Nights.Where(n => Winter is null || n.Winter == Winter)];
}

/// <summary>Nights of a season that are alike enough to be slept in one bed: same shelter, ground and wind, and lows near each other.</summary>
/// <param name="Place">Shelter, ground and wind.</param>
/// <param name="AsksC">The coldest of them: down to there a dry bed must hold, °C.</param>
/// <param name="Nights">Which, from 0.</param>
public sealed record SeasonStep(TableAsked Place, double AsksC, IReadOnlyList<int> Nights)
{
    /// <summary>Steps that a season is looked at in, where places allow.</summary>
    private const int MostSteps = 5;

    /// <summary>Lows nearer than this are always one step, K.</summary>
    private const double LeastWidthK = 1.5;

    /// <summary>Steps of wind, m/s: a night counts with the next above its own.</summary>
    private static readonly double[] Winds = [5, 15, 60];

    /// <summary>
    /// A season in few steps, the coldest first; each night counts as cold as the coldest of its step, and as slept alone in its shelter (safe
    /// side).
    /// </summary>
    public static IReadOnlyList<SeasonStep> Of(IReadOnlyList<SeasonNight> nights)
    {
        List<(int Index, SeasonNight Night, TableAsked Place)> placed =
        [
            .. nights.Index().Select(n => (n.Index, n.Item, PlaceOf(n.Item))),
        ];
        if (placed.Select(n => n.Place).Distinct().Count() > MostSteps)
        {
            // Then all nights of one ground and shelter count with the strongest wind there.
            var strongest = placed.ToLookup(n => n.Place with { WindMs = 0 }, n => n.Place.WindMs);
            placed =
            [
                .. placed.Select(n =>
                    n with
                    {
                        Place = n.Place with { WindMs = strongest[n.Place with { WindMs = 0 }].Max() },
                    }
                ),
            ];
        }
        var places = placed.GroupBy(n => n.Place).ToList();
        for (var width = LeastWidthK; ; width *= 1.5)
        {
            List<SeasonStep> steps = [];
            foreach (var place in places)
            {
                foreach (var (index, night, _) in place.OrderBy(n => n.Night.AsksC))
                {
                    if (
                        steps.LastOrDefault() is { } last
                        && last.Place == place.Key
                        && night.AsksC <= last.AsksC + width
                    )
                        steps[^1] = last with { Nights = [.. last.Nights, index] };
                    else
                        steps.Add(new(place.Key, night.AsksC, [index]));
                }
            }
            if (steps.Count <= Math.Max(MostSteps, places.Count))
                return [.. steps.OrderBy(s => s.AsksC)];
        }
    }

    private static TableAsked PlaceOf(SeasonNight night) =>
        new(
            night.Surface,
            night.Shelter,
            Winds.First(w => w >= Math.Min(night.WindMs, Winds[^1])),
            Hammock: night.Hammock
        );
}

/// <summary>The lightest bed for one step of a season.</summary>
/// <param name="Step">The nights.</param>
/// <param name="Grams">What it weighs, g; null where nothing holds whatever it weighs.</param>
/// <param name="Items">What is in it.</param>
/// <param name="Held">It holds, and is no heavier than one is ready to carry.</param>
/// <param name="Proven">Nothing lighter holds.</param>
public sealed record StepBed(SeasonStep Step, double? Grams, IReadOnlyList<Guid> Items, bool Held, bool Proven);

/// <summary>One, two or three plain pieces that are not owned yet, and what they would do over a season.</summary>
/// <param name="Pieces">They, as they would stand in the kit.</param>
/// <param name="Raised">Nights that hold with them and did not, from 0.</param>
/// <param name="Lighter">Nights that held already and are then slept in a lighter bed, from 0.</param>
/// <param name="SavedG">Grams lighter over all of those nights together.</param>
/// <param name="MassG">What they weigh together, g.</param>
/// <param name="Price">Their prices together, where every one is typed.</param>
/// <param name="RaisedPerHundred">Nights raised for a hundred coins; null where a price is missing.</param>
/// <param name="SavedPerHundred">Grams saved for a hundred coins, over all nights together.</param>
/// <param name="Beds">The lightest bed of each step with them.</param>
public sealed record SeasonBuy(
    IReadOnlyList<KitItem> Pieces,
    IReadOnlyList<int> Raised,
    IReadOnlyList<int> Lighter,
    double SavedG,
    double MassG,
    double? Price,
    double? RaisedPerHundred,
    double? SavedPerHundred,
    IReadOnlyList<StepBed> Beds
);

/// <summary>What to buy over a season.</summary>
/// <param name="Nights">Its nights.</param>
/// <param name="LeftOut">Nights of trips and log that do not count: no low is known, or the shelter is heated.</param>
/// <param name="Winters">Winters that trips and log know of, by the year in which they begin.</param>
/// <param name="MostG">The heaviest bed that one is ready to carry, g.</param>
/// <param name="Owned">The lightest bed of each step of what is owned.</param>
/// <param name="Buys">One piece, then two, then three; of each those that raise most nights first, then those that save most grams.</param>
/// <param name="Weighed">Pieces that were weighed alone.</param>
/// <param name="Together">Of pieces that were weighed together, how many at a time at most: 1, 2 or 3.</param>
/// <param name="Proof">How sure it is.</param>
public sealed record SeasonBuys(
    IReadOnlyList<SeasonNight> Nights,
    int LeftOut,
    IReadOnlyList<int> Winters,
    double MostG,
    IReadOnlyList<StepBed> Owned,
    IReadOnlyList<SeasonBuy> Buys,
    int Weighed,
    int Together,
    ChoiceProof Proof
);

/// <summary>A thing that is on no line.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="MassG">What it weighs, g.</param>
/// <param name="OnTrips">Trips that somebody uses it on; it could be left at home there. Empty: it could be sold.</param>
public sealed record SpareThing(Guid ItemId, double MassG, IReadOnlyList<string> OnTrips);

/// <summary>What could be sold, or left at home: what is in no bed of any line of the season.</summary>
/// <param name="Nights">Nights that the lines were drawn for.</param>
/// <param name="MostG">Beds up to this weight count, g.</param>
/// <param name="Places">Shelter, ground and wind of each line.</param>
/// <param name="Beds">Beds on them.</param>
/// <param name="Spare">What is in none of them, the heaviest first.</param>
/// <param name="Proof">How sure it is.</param>
public sealed record SeasonSpare(
    int Nights,
    double MostG,
    IReadOnlyList<TableAsked> Places,
    int Beds,
    IReadOnlyList<SpareThing> Spare,
    ChoiceProof Proof
);
