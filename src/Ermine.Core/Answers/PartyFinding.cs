using Ermine.Core.Kit;
using Ermine.Core.Loads;

namespace Ermine.Core.Answers;

/// <summary>What the party carries twice or not at all.</summary>
public enum PartyMatter
{
    /// <summary>Two where one is enough for all.</summary>
    OneIsEnough,

    /// <summary>Someone sleeps on air alone and no foam is along in reserve.</summary>
    NoSparePad,

    /// <summary>No stove is along.</summary>
    NoStove,

    /// <summary>No shelter is along.</summary>
    NoShelter,
}

/// <summary>A finding about what the party shares.</summary>
/// <param name="Matter">What it is.</param>
/// <param name="ItemIds">The things.</param>
/// <param name="Grams">What leaving the lighter at home saves.</param>
/// <param name="Mend">The press; null where it is something to bring.</param>
public sealed record PartyFinding(PartyMatter Matter, IReadOnlyList<Guid> ItemIds, double Grams, LoadMend? Mend)
{
    /// <summary>Of the whole party.</summary>
    public static IEnumerable<PartyFinding> Of(LoadLayout layout)
    {
        List<Carried> Where(Func<KitItem, bool> of) => [.. layout.Things.Where(t => of(t.Item)).OrderBy(t => t.MassG)];
        // A stove cooks for about six, a tent sleeps the party: two of a kind for few is one too many.
        foreach (
            var group in (List<Carried>[])[Where(i => Stove.Of(i) is not null), Where(i => ItemTypes.IsOf(i, "tent"))]
        )
        {
            if (group.Count > 1 && layout.Trip.Members.Count <= 3)
                yield return new(
                    PartyMatter.OneIsEnough,
                    [.. group.Select(t => t.Item.Id)],
                    group[0].MassG,
                    UsesSideBySide.LeaveHome(layout, group[0].Item.Id)
                );
        }
        var onAir = layout
            .Trip.Outfits.SelectMany(o => o.System.ThingsIn(layout.Closet))
            .Where(t => t.Kind == ItemKind.Pad)
            .ToList();
        if (
            onAir.Exists(p => p.Material == Material.Inflatable)
            && !layout.Things.Any(t => t.Item is { Kind: ItemKind.Pad, Material: Material.Foam })
        )
            yield return new(
                PartyMatter.NoSparePad,
                [.. onAir.Where(p => p.Material == Material.Inflatable).Select(p => p.Id)],
                0,
                null
            );
        if (
            layout.Plan.Lots.Count > 0
            && layout.Trip.Nights.Any(n => Contradiction.NeedsTent(n.Shelter))
            && Where(PartyKit.IsShelter).Count == 0
        )
            yield return new(PartyMatter.NoShelter, [], 0, null);
        if (layout.Things.Any(t => t.UsedUp?.Kind == Provision.Fuel) && Where(i => Stove.Of(i) is not null).Count == 0)
            yield return new(PartyMatter.NoStove, [], 0, null);
    }
}
