using Ermine.Core.Body;

namespace Ermine.Core.Kit;

/// <summary>What a small thing is for, where it has to be dry.</summary>
public enum Purpose
{
    /// <summary>Socks.</summary>
    Socks,

    /// <summary>Next to the skin of torso or legs.</summary>
    Base,

    /// <summary>Hat or hood.</summary>
    Hat,

    /// <summary>Gloves and mittens.</summary>
    Gloves,

    /// <summary>Liners of boots.</summary>
    Liners,

    /// <summary>Anything else.</summary>
    Other,
}

/// <summary>A purpose and the place of the body that it serves.</summary>
/// <param name="Purpose">What for.</param>
/// <param name="Region">Where.</param>
public sealed record Slot(Purpose Purpose, Region Region)
{
    /// <summary>What a thing serves.</summary>
    public static Slot Of(KitItem item) =>
        new(PurposeOf(item), Regions.All.MaxBy(r => item.Cover[r] * Regions.BodyShare[r]));

    /// <summary>What a thing is for, from what it covers.</summary>
    private static Purpose PurposeOf(KitItem item)
    {
        if (item.Kind != ItemKind.Garment)
            return Purpose.Other;
        var warmth = ItemReader.Read(item).Insulation?.SI ?? 0;
        var cover = item.Cover;
        if (ItemTypes.IsOf(item, "bootliner"))
            return Purpose.Liners;
        return cover switch
        {
            { Feet: >= 0.9 } when warmth < 0.25 => Purpose.Socks,
            { Head: >= 0.5, Torso: 0 } => Purpose.Hat,
            { Hands: >= 0.5, Torso: <= 0.1, Head: 0, Legs: 0, Feet: 0 } => Purpose.Gloves,
            _ when (cover.Torso >= 0.8 || cover.Legs >= 0.8) && warmth <= 0.09 && !item.Windproof => Purpose.Base,
            _ => Purpose.Other,
        };
    }
}
