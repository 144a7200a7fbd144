using Ermine.Core.Stack;

namespace Ermine.Core.Kit;

/// <summary>What a thing is in a sleep system.</summary>
public enum ItemKind
{
    /// <summary>Lies between body and ground.</summary>
    Pad,

    /// <summary>Encloses the sleeper.</summary>
    Bag,

    /// <summary>Covers the sleeper and leaves the underside to the pad.</summary>
    Quilt,

    /// <summary>Is worn.</summary>
    Garment,

    /// <summary>Lets no vapour through; worn or slept in, on the inside.</summary>
    VapourBarrier,
}

/// <summary>What a printed or measured number speaks of.</summary>
public enum ClaimKind
{
    /// <summary>Comfort temperature, °C.</summary>
    Comfort,

    /// <summary>Limit temperature, °C.</summary>
    Limit,

    /// <summary>Extreme temperature, °C.</summary>
    Extreme,

    /// <summary>One temperature of a kind not said, °C.</summary>
    Unspecified,

    /// <summary>R-value, ft²·°F·h/Btu.</summary>
    RValue,

    /// <summary>Resistance, m²K/W.</summary>
    SquareMetreKelvinPerWatt,

    /// <summary>Clo: over the place for pads, bags and quilts; over the whole body for garments.</summary>
    Clo,

    /// <summary>Tog.</summary>
    Tog,

    /// <summary>Loft of one side, cm.</summary>
    LoftCm,
}

/// <summary>Where a number comes from.</summary>
public enum ClaimSource
{
    /// <summary>Measured by the owner or a laboratory.</summary>
    Measured,

    /// <summary>Printed by the maker.</summary>
    Labelled,

    /// <summary>Judged by eye or from a similar thing.</summary>
    Estimated,
}

/// <summary>One number about a thing's warmth, as it is printed.</summary>
/// <param name="Kind">What it speaks of.</param>
/// <param name="Value">In the unit of its kind.</param>
public sealed record Claim(ClaimKind Kind, double Value);

/// <summary>A thing that is owned.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">Plain description, unique, 1–80 characters.</param>
/// <param name="Kind">What it is.</param>
/// <param name="MassG">Grams, 0–10 000.</param>
/// <param name="Claims">What is known of its warmth, as printed. A vapour barrier needs none.</param>
/// <param name="Source">Where those numbers come from.</param>
/// <param name="Cover">Share of each region that it covers, 0–1. The head of a bag is its hood's.</param>
/// <param name="LoftFactor">Loft now over loft when new, 0.2–1.2.</param>
/// <param name="Hood">A bag with a hood that closes.</param>
/// <param name="Collar">A bag with a draft collar.</param>
/// <param name="DraftTube">A zip backed by a draft tube, or no zip.</param>
/// <param name="ClosedFoot">A quilt whose foot box is sewn shut.</param>
/// <param name="Windproof">An outer side that wind does not pass.</param>
/// <param name="InnerGirthCm">Inside girth of a bag at the chest, cm, 80–300; null where unknown.</param>
/// <param name="Narrow">A pad off which the arms slide.</param>
/// <param name="Soft">A pad that goes soft overnight.</param>
/// <param name="Notes">Anything to remember, up to 500 characters.</param>
/// <param name="Version">Counts saves; 0 is not saved yet.</param>
public sealed record KitItem(
    Guid Id,
    string Name,
    ItemKind Kind,
    double MassG,
    IReadOnlyList<Claim> Claims,
    ClaimSource Source,
    ByRegion<double> Cover,
    double LoftFactor = 1,
    bool Hood = false,
    bool Collar = false,
    bool DraftTube = true,
    bool ClosedFoot = false,
    bool Windproof = false,
    double? InnerGirthCm = null,
    bool Narrow = false,
    bool Soft = false,
    string Notes = "",
    long Version = 0
)
{
    /// <summary>A bag or a quilt.</summary>
    public bool IsTopLayer => Kind is ItemKind.Bag or ItemKind.Quilt;

    /// <summary>Carries a temperature label, whose reading already contains its own closed collar and hood.</summary>
    public bool HasTemperatureLabel =>
        Claims.Any(c => c.Kind is ClaimKind.Comfort or ClaimKind.Limit or ClaimKind.Extreme or ClaimKind.Unspecified);
}
