using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Units;

namespace Ermine.Core.Kit;

/// <summary>How one claim was read.</summary>
/// <param name="Claim">As printed.</param>
/// <param name="ReadAs">What it was taken to speak of; differs from the claim's kind where that is unspecified.</param>
/// <param name="Insulation">Resistance it stands for; null where no resistance would earn it.</param>
public sealed record ClaimReading(Claim Claim, ClaimKind ReadAs, Insulation? Insulation);

/// <summary>What a thing's numbers mean.</summary>
/// <param name="Insulation">Resistance when new, where it lies, m²K/W; null where nothing usable is known.</param>
/// <param name="Local">Resistance now, by region, averaged over the region with its cover and loft, m²K/W.</param>
/// <param name="Claims">Each number and how it was read.</param>
/// <param name="Promise">What a bag or quilt of this resistance promises on the test bench; null for other things.</param>
/// <param name="Unsettled">For one unspecified temperature: the promise if it were comfort and if it were limit.</param>
/// <param name="Reasons">How the number was reached, in plain sentences.</param>
/// <param name="Drawer">Where it lies.</param>
/// <param name="Differs">Fields in which it differs from what is usual for its type; none for a thing of no type.</param>
public sealed record ItemReading(
    Insulation? Insulation,
    ByRegion<double> Local,
    IReadOnlyList<ClaimReading> Claims,
    LabelTriplet? Promise,
    UnsettledLabel? Unsettled,
    IReadOnlyList<string> Reasons,
    Drawer Drawer,
    IReadOnlyList<string> Differs
);

/// <summary>One printed temperature whose kind is not said, read both ways.</summary>
/// <param name="Taken">How it is read until the owner answers: a bag's as limit, a quilt's as comfort (assumption).</param>
/// <param name="IfComfort">The promise if it is the comfort temperature.</param>
/// <param name="IfLimit">The promise if it is the limit temperature.</param>
public sealed record UnsettledLabel(ClaimKind Taken, LabelTriplet? IfComfort, LabelTriplet? IfLimit);

/// <summary>Turns what is printed on a thing into a resistance.</summary>
public static class ItemReader
{
    /// <summary>Share of a full loft's resistance that a bag or garment reaches over its whole surface (assumption).</summary>
    public const double LoftShare = 0.55;

    /// <summary>Share of the loft of loose fill that a sewn shell reaches (assumption).</summary>
    public const double FillShare = 0.36;

    /// <summary>Resistance of a bivy of which nothing is known, m²K/W (assumption).</summary>
    public const double PlainBivy = 0.02;

    /// <summary>Skin of a body that garments cover, m², for the shell of one of which only its fill is known (assumption).</summary>
    public const double SkinM2 = 1.9;

    /// <summary>Area of the whole shell taken where it is not said, m² (assumption).</summary>
    public static double UsualShellM2(KitItem item) =>
        item.Kind switch
        {
            ItemKind.Bag => 2.7,
            ItemKind.Quilt => 2.3,
            ItemKind.Underquilt => 1.9,
            _ => 1.25 * SkinM2 * Math.Max(0.05, Covered(item)),
        };

    /// <summary>Comfort that seasons are taken to promise, °C (assumption): sellers agree on nothing.</summary>
    public static double ComfortOfSeasons(double seasons) =>
        seasons switch
        {
            < 1.5 => 8,
            < 2.5 => 2,
            < 3.5 => -4,
            < 4.5 => -10,
            _ => -20,
        };

    /// <summary>Resistance of a liner by its weight, m²K/W: 0.02 up to 100 g, 0.06 from 400 g (assumption).</summary>
    public static double LinerByWeight(double massG) => 0.02 + 0.04 * Math.Clamp((massG - 100) / 300, 0, 1);

    /// <summary>Reads a thing. Of several numbers the smallest resistance counts.</summary>
    public static ItemReading Read(KitItem item)
    {
        var claims = item.Claims.Select(c => Read(item, c)).ToList();
        var known = claims.Where(c => c.Insulation is not null).ToList();
        Insulation? insulation =
            known.Count > 0 ? new Insulation(known.Min(c => c.Insulation!.Value.SI))
            : item.Kind == ItemKind.VapourBarrier ? Insulation.Zero
            : item.Kind == ItemKind.Bivy ? new Insulation(PlainBivy)
            : null;
        var now = (insulation?.SI ?? 0) * item.LoftFactor;
        var local = Regions.Each(region =>
            now * (item.IsTopLayer && region == Region.Head ? item.HoodShare : item.Cover[region])
        );
        return new(
            insulation,
            local,
            claims,
            item.IsTopLayer && insulation is { } bag ? Labels.Promise(bag, OnTheBench(item)) : null,
            Unsettled(item),
            [.. Reasons(item, claims)],
            ItemTypes.DrawerOf(item),
            ItemTypes.Find(item.Type)?.Differs(item) ?? []
        );
    }

    private static ClaimReading Read(KitItem item, Claim claim)
    {
        var readAs = claim.Kind == ClaimKind.Unspecified ? TakenFor(item.Kind) : claim.Kind;
        return new(claim, readAs, Resistance(item, readAs, claim));
    }

    private static ClaimKind TakenFor(ItemKind kind) => kind == ItemKind.Bag ? ClaimKind.Limit : ClaimKind.Comfort;

    /// <summary>
    /// Share of a thing that the test lays over the head: a bag without a hood is read without one, everything else as if it had one,
    /// for a quilt is tested with a hood of its own kind.
    /// </summary>
    public static double OnTheBench(KitItem item) =>
        item is { Kind: ItemKind.Bag, Hood: false } ? 0 : Labels.ClosedHood;

    private static double Covered(KitItem item) => Regions.All.Sum(r => Regions.BodyShare[r] * item.Cover[r]);

    private static Insulation? Resistance(KitItem item, ClaimKind kind, Claim claim)
    {
        var value = claim.Value;
        return kind switch
        {
            ClaimKind.Comfort or ClaimKind.Limit or ClaimKind.Extreme when item.Kind == ItemKind.Underquilt => (
                33 - value
            ) / 36
                - 0.20
                is > 0
                    and var r
                ? new Insulation(r)
                : null,
            ClaimKind.Comfort => Labels.BagFor(Threshold.Comfort, new(value), OnTheBench(item)),
            ClaimKind.Limit => Labels.BagFor(Threshold.Limit, new(value), OnTheBench(item)),
            ClaimKind.Extreme => Labels.BagFor(Threshold.Extreme, new(value), OnTheBench(item)),
            ClaimKind.RValue => Insulation.FromR(value),
            ClaimKind.SquareMetreKelvinPerWatt => new Insulation(value),
            ClaimKind.Tog => Insulation.FromTog(value),
            ClaimKind.LoftCm => new Insulation(value * Insulation.SIPerLoftCm * LoftShare),
            ClaimKind.Clo when item.Kind == ItemKind.Garment => OverItsOwnPlace(item, Insulation.FromClo(value)),
            ClaimKind.Clo => Insulation.FromClo(value),
            ClaimKind.FillGrams => OfFill(value, claim.FillPower ?? 600, claim.AreaM2 ?? UsualShellM2(item)),
            ClaimKind.Seasons => Labels.BagFor(Threshold.Comfort, new(ComfortOfSeasons(value)), OnTheBench(item)),
            ClaimKind.AddsDegrees => new Insulation(LinerByWeight(item.MassG)),
            _ => null,
        };
    }

    private static Insulation OfFill(double grams, double fillPower, double areaM2) =>
        new(FillShare * Insulation.SIPerLoftCm * (grams / 28.35 * fillPower * 16.39) / (areaM2 * 10_000));

    private static Insulation? OverItsOwnPlace(KitItem item, Insulation wholeBody) =>
        Covered(item) is > 0 and var covered ? new Insulation(wholeBody.SI / covered) : null;

    private static UnsettledLabel? Unsettled(KitItem item)
    {
        var printed = item.Claims.FirstOrDefault(c => c.Kind == ClaimKind.Unspecified);
        if (printed is null || !item.IsTopLayer)
            return null;
        return new(TakenFor(item.Kind), PromiseIf(ClaimKind.Comfort), PromiseIf(ClaimKind.Limit));

        LabelTriplet? PromiseIf(ClaimKind kind) =>
            Resistance(item, kind, printed) is { } bag ? Labels.Promise(bag, OnTheBench(item)) : null;
    }

    private static double FoundByLiner(Insulation liner)
    {
        var bag = Labels.BagFor(Threshold.Comfort, new(-10))!.Value;
        return (Labels.Promise(bag).Comfort!.Value - Labels.Promise(new(bag.SI + liner.SI)).Comfort!.Value).Kelvin;
    }

    private static string UsualFor(KitItem item)
    {
        var type = ItemTypes.Find(item.Type);
        var stands = type?.Basis switch
        {
            Basis.Label => "the label such things usually carry",
            Basis.RValue => "the R-value such pads are usually sold with",
            Basis.Iso9920 => "ISO 9920, single garments",
            Basis.Loft => "the loft such things usually have",
            _ => "the thickness of its cloth",
        };
        var (least, most) = type?.Spread ?? (1, 1);
        return $"Usual, not measured: from {stands}. Most of its kind lie between {least:0.##} and {most:0.##} of it.";
    }

    private static IEnumerable<string> Reasons(KitItem item, List<ClaimReading> claims)
    {
        if (item.Source == ClaimSource.Usual && claims.Count > 0)
            yield return UsualFor(item);
        if (claims.Count == 0 && item.Kind is not (ItemKind.VapourBarrier or ItemKind.Bivy or ItemKind.Gear))
            yield return "Nothing is known of its warmth yet, so it counts as none.";
        if (item.Kind == ItemKind.VapourBarrier && claims.Count == 0)
            yield return "Counted for the vapour it keeps in, not for insulation.";
        if (claims.Any(c => c.Claim.Kind == ClaimKind.Unspecified))
            yield return item.Kind == ItemKind.Underquilt ? "An underquilt prints one number: the air it is meant for."
            : item.Kind == ItemKind.Quilt
                ? "The label does not say which temperature it prints; a quilt's is read as comfort until you say."
            : "The label does not say which temperature it prints; a bag's is read as limit until you say.";
        if (item.IsTopLayer && item.HasTemperatureLabel)
            yield return item is { Kind: ItemKind.Bag, Hood: false }
                ? "Labels are read under test conditions: a thin pad, light clothes and a thick cap, for it has no hood; still air."
                : "Labels are read under test conditions: a thin pad, light clothes, a closed hood, still air.";
        if (claims.Any(c => c.Insulation is null))
            yield return "One of the numbers stands for no possible insulation and was left out.";
        if (claims.Count(c => c.Insulation is not null) > 1)
            yield return "Of several numbers the one that promises least is used.";
        if (claims.Any(c => c.Claim.Kind == ClaimKind.LoftCm))
            yield return "Loft counts at 0.244 m²K/W per cm, of which 0.55 is reached over seams and edges.";
        if (claims.FirstOrDefault(c => c.Claim.Kind == ClaimKind.FillGrams) is { } fill)
            yield return $"Of the loft its fill would have loose, {FillShare} is reached in a shell of {fill.Claim.AreaM2 ?? UsualShellM2(item):0.0} m²"
                + (fill.Claim.AreaM2 is null ? ", the usual size." : ".");
        if (claims.Any(c => c.Claim.Kind == ClaimKind.Seasons))
            yield return "Seasons are a seller's word, read as a comfort temperature; one seller's three is another's four.";
        if (claims.FirstOrDefault(c => c.Claim.Kind == ClaimKind.AddsDegrees) is { } adds)
            yield return $"The maker says it adds {adds.Claim.Value:0} K. By its weight the model finds about {FoundByLiner(adds.Insulation!.Value):0.0} K in a bag for −10 °C.";
        if (claims.Any(c => c.Claim.Kind == ClaimKind.Clo) && item.Kind == ItemKind.Garment)
            yield return "Clo of a garment speaks of the whole body; where it lies it is more.";
        if (item.LoftFactor != 1)
            yield return $"Loft now is {item.LoftFactor:0.00} of what it was when new.";
    }
}
