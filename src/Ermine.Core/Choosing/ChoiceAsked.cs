namespace Ermine.Core.Choosing;

/// <summary>What a bed is chosen for.</summary>
/// <param name="Nights">Nights that it is slept in, from 0; all of them where empty.</param>
/// <param name="Pinned">Things that are part of every answer.</param>
/// <param name="LeftAtHome">Things that may not be taken.</param>
/// <param name="Schools">Ways of sleeping to keep to.</param>
/// <param name="Chance">Chance of sleeping through all of those nights that is wanted, 0.05–0.99; null to go by the confidence of the trip.</param>
/// <param name="SpareK">Degrees to spare on the worst of them, −30 to 30 K; not looked at where a chance is wanted.</param>
/// <param name="MostG">Most grams that it may add to the load; null for any.</param>
/// <param name="MostL">Most litres that it may take; null for any.</param>
public sealed record ChoiceAsked(
    IReadOnlyList<int> Nights,
    IReadOnlyList<Guid> Pinned,
    IReadOnlyList<Guid> LeftAtHome,
    ChoiceSchools Schools,
    double? Chance = null,
    double SpareK = 0,
    double? MostG = null,
    double? MostL = null
)
{
    /// <summary>All nights, nothing set.</summary>
    public static ChoiceAsked Plain { get; } = new([], [], [], new());
}
