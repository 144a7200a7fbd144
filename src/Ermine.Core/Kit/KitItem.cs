using Ermine.Core.Body;
using Ermine.Core.Heat;

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

    /// <summary>Hangs under a hammock with its loft free.</summary>
    Underquilt,

    /// <summary>Lies inside a bag or quilt, next to the clothes.</summary>
    Liner,

    /// <summary>A windproof cover round bag or quilt.</summary>
    Bivy,

    /// <summary>Is worn.</summary>
    Garment,

    /// <summary>Lets no vapour through; worn or slept in, on the inside.</summary>
    VapourBarrier,

    /// <summary>Used by day or in camp and never slept in: boots, gaiters, goggles, a stove.</summary>
    Gear,
}

/// <summary>On which side of the body a thing lies.</summary>
public enum Side
{
    /// <summary>Under it.</summary>
    Under,

    /// <summary>On it: worn.</summary>
    On,

    /// <summary>Over it.</summary>
    Over,
}

/// <summary>What warms in a thing: its fill, fabric or foam.</summary>
public enum Material
{
    /// <summary>Not said.</summary>
    Unsaid,

    /// <summary>Down.</summary>
    Down,

    /// <summary>Water-resistant down.</summary>
    TreatedDown,

    /// <summary>Synthetic fill.</summary>
    SyntheticFill,

    /// <summary>Fleece.</summary>
    Fleece,

    /// <summary>Wool.</summary>
    Wool,

    /// <summary>Synthetic fabric.</summary>
    SyntheticFabric,

    /// <summary>Cotton.</summary>
    Cotton,

    /// <summary>Closed-cell foam.</summary>
    Foam,

    /// <summary>Air in a pad, with or without a fill.</summary>
    Inflatable,

    /// <summary>Coated fabric that lets no vapour through.</summary>
    Coated,
}

/// <summary>The finest work that hands can do in a thing, from none to all.</summary>
public enum Dexterity
{
    /// <summary>None: poles are held, nothing is worked.</summary>
    None,

    /// <summary>Coarse: zips with cords, a shovel.</summary>
    Coarse,

    /// <summary>Fine: buckles, a stove, knots.</summary>
    Fine,

    /// <summary>All that bare hands can do, or the thing is not in the way of hands.</summary>
    Bare,
}

/// <summary>How the fingers lie in what covers the hands.</summary>
public enum Fingers
{
    /// <summary>Each apart: a glove.</summary>
    Apart,

    /// <summary>Two and two, or one apart from the others.</summary>
    Paired,

    /// <summary>All together: a mitten.</summary>
    Together,
}

/// <summary>The sole of a boot, or the least that spikes, snowshoes and bindings need.</summary>
public enum Sole
{
    /// <summary>No boot, and needs none.</summary>
    None,

    /// <summary>Bends.</summary>
    Soft,

    /// <summary>Hardly bends.</summary>
    Stiff,

    /// <summary>Stiff, with welts at toe and heel.</summary>
    Welted,
}

/// <summary>How a quilt closes round the feet.</summary>
public enum FootBox
{
    /// <summary>Sewn shut.</summary>
    Sewn,

    /// <summary>Drawn together with a cord: a hole stays.</summary>
    Drawn,

    /// <summary>Lies flat, open.</summary>
    Open,
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

    /// <summary>Grams of fill, with its fill power.</summary>
    FillGrams,

    /// <summary>Seasons, 1 to 5, as sellers count them.</summary>
    Seasons,

    /// <summary>Degrees that a liner is said to add, K.</summary>
    AddsDegrees,
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

    /// <summary>Usual for its type: nobody has looked yet.</summary>
    Usual,
}

/// <summary>One number about a thing's warmth, as it is printed.</summary>
/// <param name="Kind">What it speaks of.</param>
/// <param name="Value">In the unit of its kind.</param>
/// <param name="FillPower">Of fill grams: fill power, cubic inches per ounce, 300–1 000.</param>
/// <param name="AreaM2">Of fill grams: area of the whole shell, m², 0.1–6; null takes what is usual for the kind.</param>
public sealed record Claim(ClaimKind Kind, double Value, double? FillPower = null, double? AreaM2 = null);

/// <summary>A thing that is owned.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">Plain description, unique, 1–80 characters.</param>
/// <param name="Kind">What it is.</param>
/// <param name="MassG">Grams, 0–40 000.</param>
/// <param name="Claims">What is known of its warmth, as printed. A vapour barrier needs none.</param>
/// <param name="Source">Where those numbers come from.</param>
/// <param name="Cover">Share of each part of the body that it covers.</param>
/// <param name="Material">What warms in it.</param>
/// <param name="LoftFactor">Loft now over loft when new, 0.2–1.2.</param>
/// <param name="Hood">A bag with a hood that closes.</param>
/// <param name="Collar">A bag with a draft collar.</param>
/// <param name="DraftTube">A zip backed by a draft tube, or no zip.</param>
/// <param name="FootBox">How a quilt closes round the feet.</param>
/// <param name="Windproof">An outer side that wind does not pass.</param>
/// <param name="InnerGirthCm">Inside girth of a bag at the chest, cm, 80–300; null where unknown.</param>
/// <param name="Narrow">A pad off which the arms slide.</param>
/// <param name="Soft">A pad that goes soft overnight.</param>
/// <param name="Tight">A garment that fits tightly and squeezes.</param>
/// <param name="Cord">Has a cord or end that can tighten round the neck.</param>
/// <param name="Notes">Anything to remember, up to 500 characters.</param>
/// <param name="Version">Counts saves; 0 is not saved yet.</param>
/// <param name="Type">Key of its type in the library of types; null for a thing of no type.</param>
/// <param name="PackedL">Litres when packed, 0–200.</param>
/// <param name="ThicknessMm">Thickness where it lies, mm, 0–300.</param>
/// <param name="AirPermeability">Air that passes it, l/m²s at 100 Pa, 0–3 000.</param>
/// <param name="VapourResistance">Of its fabric besides its insulation, m²Pa/W, 0–1 000 000; null takes what is usual for its kind.</param>
/// <param name="Dexterity">What hands can do in it.</param>
/// <param name="SecondsToPutOn">Seconds until it is on, 0–900.</param>
/// <param name="OverBoots">Goes on and off over boots.</param>
/// <param name="RoomMm">Of boots, boot liners, gloves and mittens: thickness of what goes in besides foot or hand, mm, 0–100; of spikes, snowshoes and bindings: of the boot's wall. Null for any.</param>
/// <param name="SizesUp">Of boots: sizes larger than the foot's, −2 to 4; each gives about 3 mm of room.</param>
/// <param name="Fingers">Of gloves and mittens: how the fingers lie.</param>
/// <param name="OnLeash">Hangs at the wrist when it is taken off.</param>
/// <param name="Sole">Of boots: what they have; of spikes, snowshoes and bindings: the least they need.</param>
/// <param name="Repellency">Wax, spray or finish that sheds water, 0 for none or worn off to 1 for fresh.</param>
/// <param name="Since">Owned since; null where nobody has said.</param>
/// <param name="History">What was seen to and mended on it, the latest last, at most 100.</param>
public sealed record KitItem(
    Guid Id,
    string Name,
    ItemKind Kind,
    double MassG,
    IReadOnlyList<Claim> Claims,
    ClaimSource Source,
    Cover Cover,
    Material Material = Material.Unsaid,
    double LoftFactor = 1,
    bool Hood = false,
    bool Collar = false,
    bool DraftTube = true,
    FootBox FootBox = FootBox.Sewn,
    bool Windproof = false,
    double? InnerGirthCm = null,
    bool Narrow = false,
    bool Soft = false,
    bool Tight = false,
    bool Cord = false,
    string Notes = "",
    long Version = 0,
    string? Type = null,
    double PackedL = 0,
    double ThicknessMm = 0,
    double AirPermeability = 50,
    double? VapourResistance = null,
    Dexterity Dexterity = Dexterity.Bare,
    double SecondsToPutOn = 0,
    bool OverBoots = false,
    double? RoomMm = null,
    double SizesUp = 0,
    Fingers Fingers = Fingers.Apart,
    bool OnLeash = false,
    Sole Sole = Sole.None,
    double Repellency = 0,
    DateOnly? Since = null,
    IReadOnlyList<Mended>? History = null
)
{
    /// <summary>Headwear: covers the head and nothing else.</summary>
    public bool IsHeadwear =>
        Kind == ItemKind.Garment && Cover is { Torso: 0, Hands: 0, Legs: 0, Feet: 0 } && Cover[Region.Head] > 0;

    /// <summary>A jacket or suit with a hood of its own, that is up or down.</summary>
    public bool HasOwnHood => Kind == ItemKind.Garment && Cover is { Head: >= 0.5, Torso: > 0 };

    /// <summary>Can be slept in or on.</summary>
    public bool IsForNight => Kind != ItemKind.Gear;

    /// <summary>A bag or a quilt.</summary>
    public bool IsTopLayer => Kind is ItemKind.Bag or ItemKind.Quilt;

    /// <summary>On which side of the body it lies.</summary>
    public Side Side =>
        Kind switch
        {
            ItemKind.Pad or ItemKind.Underquilt => Side.Under,
            ItemKind.Garment or ItemKind.VapourBarrier => Side.On,
            _ => Side.Over,
        };

    /// <summary>Share of a bag that its closed hood holds over the head; 0 without a hood.</summary>
    public double HoodShare => this is { Kind: ItemKind.Bag, Hood: true } ? Labels.ClosedHood : 0;

    /// <summary>Carries a temperature label, whose reading already contains its own closed collar and hood.</summary>
    public bool HasTemperatureLabel =>
        Claims.Any(c => c.Kind is ClaimKind.Comfort or ClaimKind.Limit or ClaimKind.Extreme or ClaimKind.Unspecified);
}
