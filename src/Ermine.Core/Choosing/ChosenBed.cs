using Ermine.Core.Heat;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Choosing;

/// <summary>One night in a bed that may be chosen.</summary>
/// <param name="Night">Which, from 0.</param>
/// <param name="SpareK">Degrees to spare by what it holds to and by where its hours turn, K; negative where it is short, ±200 where a line lies past every temperature.</param>
/// <param name="Verdict">The plan's verdict.</param>
/// <param name="Leads">What fails first.</param>
/// <param name="HoldsTo">Coldest low at which it holds, outside; null where that is in any air or in none.</param>
public sealed record ChosenNight(int Night, double SpareK, Verdict? Verdict, Leads Leads, Temperature? HoldsTo);

/// <summary>A bed that may be chosen, as the plan would say of it.</summary>
/// <param name="Items">What is in it.</param>
/// <param name="System">It laid out.</param>
/// <param name="AddsG">What it adds to the load, g: what comes along anyway adds nothing.</param>
/// <param name="MassG">All of it, g.</param>
/// <param name="AddsL">What it takes in the pack, l.</param>
/// <param name="SpareK">Degrees to spare on the worst of the nights.</param>
/// <param name="Chance">Chance of sleeping through all of them, 0–1; null where none can be told.</param>
/// <param name="Nights">Each of them.</param>
public sealed record ChosenBed(
    IReadOnlyList<Guid> Items,
    SleepSystem System,
    double AddsG,
    double MassG,
    double AddsL,
    double SpareK,
    double? Chance,
    IReadOnlyList<ChosenNight> Nights
);

/// <summary>How sure a choice is.</summary>
/// <param name="LeastG">Nothing that adds less than this to the load does what is asked, g; null where nothing does at all.</param>
/// <param name="Proven">Every other way was looked at or ruled out.</param>
/// <param name="Things">Things that could be chosen: there are two to the power of them ways.</param>
/// <param name="Nodes">Places of the search that were visited.</param>
/// <param name="Laid">Beds laid out dry.</param>
/// <param name="Replayed">Trips replayed with their frost.</param>
/// <param name="Seconds">Time it took, s.</param>
public sealed record ChoiceProof(
    double? LeastG,
    bool Proven,
    int Things,
    long Nodes,
    long Laid,
    long Replayed,
    double Seconds
);

/// <summary>What a bed would be without one of its things.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Grams">What it adds to the load.</param>
/// <param name="SpareK">Degrees to spare without it, on the worst night.</param>
public sealed record LeftOut(Guid ItemId, double Grams, double SpareK);

/// <summary>A plain type that would close what is missing.</summary>
/// <param name="Type">Key of the type.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Grams">What it weighs.</param>
/// <param name="SpareK">Degrees to spare with it and everything else.</param>
public sealed record ClosingType(string Type, string Name, double Grams, double SpareK);

/// <summary>Why nothing does what is asked.</summary>
/// <param name="Best">Everything that may be taken at once.</param>
/// <param name="Night">The night that it misses by most, from 0.</param>
/// <param name="ByK">By how much, K; null where a chance was asked for, or it holds in no air.</param>
/// <param name="Closing">Plain types that would close it, the lightest first; none where none would.</param>
public sealed record Missed(ChosenBed Best, int Night, double? ByK, IReadOnlyList<ClosingType> Closing);

/// <summary>What was chosen.</summary>
/// <param name="Bed">The bed; null where nothing does what is asked.</param>
/// <param name="Now">The bed as it is packed.</param>
/// <param name="Proof">How sure it is.</param>
/// <param name="Without">What each thing in it is for; of those that come along anyway nothing is said.</param>
/// <param name="Missed">Why there is none.</param>
/// <param name="Unknown">Nights left out, since no low is known, from 0.</param>
/// <param name="InNoBed">Nights left out, since they fail in any bed: one comes to them too cold, from 0.</param>
public sealed record Choice(
    ChosenBed? Bed,
    ChosenBed Now,
    ChoiceProof Proof,
    IReadOnlyList<LeftOut> Without,
    Missed? Missed,
    IReadOnlyList<int> Unknown,
    IReadOnlyList<int> InNoBed
);

/// <summary>What is known of a choice while it is worked out.</summary>
/// <param name="Bed">The best so far; null where none was found yet.</param>
/// <param name="Proof">How far it is.</param>
public sealed record ChoiceSoFar(ChosenBed? Bed, ChoiceProof Proof);

/// <summary>One point of the line between light and warm, and the step to it.</summary>
/// <param name="Bed">The lightest bed that is so warm.</param>
/// <param name="StepG">Grams more than the point before; null of the first.</param>
/// <param name="StepK">Degrees more.</param>
/// <param name="Added">What came in.</param>
/// <param name="Removed">What went out.</param>
/// <param name="Knee">From here on a degree costs far more than up to here.</param>
public sealed record LinePoint(
    ChosenBed Bed,
    double? StepG,
    double? StepK,
    IReadOnlyList<Guid> Added,
    IReadOnlyList<Guid> Removed,
    bool Knee
);

/// <summary>The line between light and warm.</summary>
/// <param name="Points">Lightest first.</param>
/// <param name="Now">The bed as it is packed.</param>
/// <param name="NowOverG">Grams that it adds more than the line does for as many degrees; null where the line does not reach there.</param>
/// <param name="NowUnderK">Degrees that the line gives more for as many grams; null where it has no point so light.</param>
/// <param name="Proof">How sure it is.</param>
/// <param name="Unknown">Nights left out, since no low is known, from 0.</param>
public sealed record ChoiceLine(
    IReadOnlyList<LinePoint> Points,
    ChosenBed Now,
    double? NowOverG,
    double? NowUnderK,
    ChoiceProof Proof,
    IReadOnlyList<int> Unknown
);
