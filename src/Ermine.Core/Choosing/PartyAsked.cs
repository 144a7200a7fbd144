namespace Ermine.Core.Choosing;

/// <summary>A thing that stays with one of the party.</summary>
/// <param name="Member">Who, from 0.</param>
/// <param name="ItemId">The thing.</param>
public sealed record PartyKeep(int Member, Guid ItemId);

/// <summary>What beds of a party are chosen for.</summary>
/// <param name="Nights">Nights that they are slept in, from 0; all of them where empty.</param>
/// <param name="Keeps">Things that stay with someone whatever is chosen.</param>
/// <param name="LeftAtHome">Things that nobody may take.</param>
/// <param name="Schools">Ways of sleeping that all keep to.</param>
/// <param name="SpareK">Degrees to spare that everybody has on the worst night, −30 to 30 K.</param>
/// <param name="Fairest">Who is worst off has as much to spare as can be, for at most <paramref name="MostG"/>; else the lightest is chosen.</param>
/// <param name="MostG">Most grams that all of it may add; null for <see cref="ChooseForParty.FairFor"/> more than the lightest. Only looked at where the fairest is chosen.</param>
/// <param name="ReserveK">Degrees more that things carried for all must give to any one of them, one at a time, 0–20 K; null for no such reserve.</param>
public sealed record PartyAsked(
    IReadOnlyList<int> Nights,
    IReadOnlyList<PartyKeep> Keeps,
    IReadOnlyList<Guid> LeftAtHome,
    ChoiceSchools Schools,
    double SpareK = 0,
    bool Fairest = false,
    double? MostG = null,
    double? ReserveK = null
)
{
    /// <summary>The lightest for all nights, nothing set.</summary>
    public static PartyAsked Plain { get; } = new([], [], [], new());
}

/// <summary>One of a party and the bed that was chosen.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="Bed">The bed; null where none is left that does what is asked.</param>
/// <param name="Now">The bed as it is packed.</param>
/// <param name="AloneG">What the lightest bed would add if nobody else needed anything, g; null where none would do.</param>
/// <param name="Missed">Why there is none, from what the others leave.</param>
/// <param name="InNoBed">Nights left out, since they fail in any bed: one comes to them too cold, from 0.</param>
public sealed record PartyBed(
    Guid SleeperId,
    ChosenBed? Bed,
    ChosenBed Now,
    double? AloneG,
    Missed? Missed,
    IReadOnlyList<int> InNoBed
);

/// <summary>A thing that more people would take than there are of it.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="WantedBy">Who would take it if nobody else needed anything, from 0.</param>
/// <param name="GoesTo">Who gets it, or one like it, from 0.</param>
public sealed record Contested(Guid ItemId, IReadOnlyList<int> WantedBy, IReadOnlyList<int> GoesTo);

/// <summary>Things carried for all, enough to make any one warmer, one at a time.</summary>
/// <param name="Items">They.</param>
/// <param name="Grams">What they weigh.</param>
/// <param name="LeastG">With these beds nothing lighter does, g.</param>
/// <param name="ApartG">What reserves of one's own would weigh at least, all together, g.</param>
/// <param name="SpareK">Degrees to spare of each with them, on the worst night.</param>
/// <param name="Without">For whom nothing that is left is enough, from 0.</param>
public sealed record PooledReserve(
    IReadOnlyList<Guid> Items,
    double Grams,
    double LeastG,
    double ApartG,
    IReadOnlyList<double> SpareK,
    IReadOnlyList<int> Without
);

/// <summary>What was chosen for a party.</summary>
/// <param name="People">Each of them.</param>
/// <param name="AddsG">What all beds add to the load, g.</param>
/// <param name="NowG">What they add as they are packed, g.</param>
/// <param name="Contested">Things that decided who gets what, the heaviest first.</param>
/// <param name="Reserve">Things carried for all; null where none were asked for, or someone has no bed.</param>
/// <param name="Proof">How sure it is; where the fairest was asked for, its bound is of what the lightest would add.</param>
/// <param name="Unknown">Nights left out, since no low is known, from 0.</param>
public sealed record PartyChoice(
    IReadOnlyList<PartyBed> People,
    double AddsG,
    double NowG,
    IReadOnlyList<Contested> Contested,
    PooledReserve? Reserve,
    ChoiceProof Proof,
    IReadOnlyList<int> Unknown
);
