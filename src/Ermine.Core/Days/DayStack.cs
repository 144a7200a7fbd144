using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Days;

/// <summary>How air moves along what is worn, and what the work does to it.</summary>
/// <param name="Wind">Air along the body, own speed counted in, m/s.</param>
/// <param name="FaceWind">The same at the face, into the wind, m/s.</param>
/// <param name="Walking">Movement that pumps air through clothes, m/s (ISO 11079).</param>
/// <param name="LoadKg">On the back, kg.</param>
/// <param name="Bends">The back is bent.</param>
public readonly record struct Movement(double Wind, double FaceWind, double Walking, double LoadKg, bool Bends)
{
    /// <summary>Wind at body height as a share of wind at 10 m (assumption).</summary>
    public const double BodyHeightShare = 0.7;

    /// <summary>Of a body that works in a wind.</summary>
    /// <param name="windMs">Wind at body height in this place, m/s.</param>
    /// <param name="speed">Own speed, m/s.</param>
    /// <param name="heat">Metabolic rate, W/m².</param>
    /// <param name="loadKg">On the back, kg.</param>
    /// <param name="bends">The back is bent.</param>
    public static Movement Of(double windMs, double speed, double heat, double loadKg = 0, bool bends = false) =>
        new(
            Math.Clamp(Math.Sqrt(windMs * windMs + speed * speed), Pumping.LeastWind, Pumping.MostWind),
            Math.Clamp(windMs + speed, Pumping.LeastWind, Pumping.MostWind),
            Pumping.WalkingOf(heat),
            loadKg,
            bends
        );
}

/// <summary>
/// What is worn at a moment of the day, part by part (ISO 11079 for wind and movement; openings, straps and gaps are assumptions).
/// </summary>
public static class DayStack
{
    /// <summary>Share of the torso that pack straps press, and what down keeps there.</summary>
    public const double UnderStraps = 0.2,
        PressedDown = 0.5;

    /// <summary>Share of the torso left bare where a short jacket rides up.</summary>
    public const double GapAtWaist = 0.05;

    /// <summary>What openings leave of the insulation of torso and legs.</summary>
    public static double KeptOpen(Opening opening) =>
        opening switch
        {
            Opening.Closed => 1,
            Opening.Neck => 0.93,
            Opening.Zips => 0.85,
            _ => 0.70,
        };

    /// <summary>What openings leave of the vapour resistance of torso and legs.</summary>
    public static double VapourKept(Opening opening) =>
        opening switch
        {
            Opening.Closed => 1,
            Opening.Neck => 0.8,
            Opening.Zips => 0.5,
            _ => 0.3,
        };

    /// <summary>Still layer on the outside of a part, m²K/W.</summary>
    public static double StillLayer(Part part, Movement movement) =>
        Wind.AirLayer(part == Part.Face ? movement.FaceWind : movement.Wind);

    /// <summary>How torso or legs are closed: as the outermost thing that covers half of them is.</summary>
    /// <param name="worn">From the skin out.</param>
    /// <param name="part">Torso or legs; other parts have no openings.</param>
    public static Opening OpeningOf(ReadOnlySpan<Worn> worn, Part part)
    {
        for (var i = worn.Length - 1; i >= 0; i--)
        {
            if (worn[i].Garment.Cover(part, Opening.Closed) >= 0.5)
                return worn[i].Garment.Opens(part) ? worn[i].Opening : Opening.Closed;
        }
        return Opening.Closed;
    }

    /// <summary>What wind and movement leave of the insulation over a part.</summary>
    /// <param name="worn">From the skin out.</param>
    /// <param name="part">The part.</param>
    /// <param name="movement">How air moves.</param>
    public static double Kept(ReadOnlySpan<Worn> worn, Part part, Movement movement)
    {
        var (most, permeability) = (0.0, 100.0);
        for (var i = worn.Length - 1; i >= 0; i--)
        {
            var cover = worn[i].Garment.Cover(part, worn[i].Opening);
            if (cover <= most + 0.05)
                continue;
            (most, permeability) = (cover, worn[i].Garment.Item.AirPermeability);
            if (cover >= 0.5)
                break;
        }
        // Insulation never grows with movement.
        return Math.Min(1, Pumping.Kept(permeability, movement.Wind, movement.Walking));
    }

    /// <summary>Heat that a part loses, W per m² of it and K.</summary>
    /// <param name="worn">From the skin out.</param>
    /// <param name="part">The part.</param>
    /// <param name="movement">How air moves.</param>
    /// <param name="girthCm">Girth of the trunk, cm: what a narrow shell squeezes.</param>
    public static double Conductance(ReadOnlySpan<Worn> worn, Part part, Movement movement, double girthCm)
    {
        var still = StillLayer(part, movement);
        var kept = Kept(worn, part, movement) * KeptOpen(OpeningOf(worn, part));
        if (part is Part.Hands or Part.Feet)
            return Through(worn, part, kept, still, 1, FitOf(worn, part).Lost);
        if (part != Part.Torso)
            return Through(worn, part, kept, still, 1, 0);
        var lost = Squeezed(worn, girthCm);
        var straps = movement.LoadKg > 0 ? UnderStraps : 0;
        var gap = movement.Bends && HasGap(worn) ? GapAtWaist : 0;
        var plain = Through(worn, part, kept, still, 1, lost);
        var pressed = straps > 0 ? Through(worn, part, kept, still, PressedDown, lost) : plain;
        return (1 - straps - gap) * plain + straps * pressed + gap / still;
    }

    /// <summary>Whole-body resultant insulation, m²K/W: what the thin legs under a thick top really give.</summary>
    /// <param name="conductance">Of a part, W/m²K.</param>
    /// <param name="movement">How air moves.</param>
    public static double Resultant(Func<Part, double> conductance, Movement movement)
    {
        var whole = 0.0;
        foreach (var part in AllParts)
            whole += Parts.BodyShare[part] * conductance(part);
        return Math.Max(0, 1 / whole - Wind.AirLayer(movement.Wind));
    }

    /// <summary>The parts of the body.</summary>
    public static IReadOnlyList<Part> AllParts { get; } = Enum.GetValues<Part>();

    /// <summary>A short jacket over trousers without a bib.</summary>
    public static bool HasGap(ReadOnlySpan<Worn> worn)
    {
        foreach (var w in worn)
        {
            if (w.Garment.BridgesWaist)
                return false;
        }
        return true;
    }

    /// <summary>Insulation that a shell too narrow for what lies under it squeezes out of the torso, m²K/W.</summary>
    public static double Squeezed(ReadOnlySpan<Worn> worn, double girthCm)
    {
        var (under, lost) = (0.0, 0.0);
        foreach (var w in worn)
        {
            var cover = w.Garment.Cover(Part.Torso, w.Opening);
            if (w.Garment.Item.InnerGirthCm is { } girth && cover >= 0.5)
                lost = Math.Max(lost, under - (girth - girthCm) / (2 * Math.PI));
            under += cover * w.Garment.Item.ThicknessMm / 10;
        }
        return Math.Max(0, lost) * Insulation.SIPerLoftCm;
    }

    /// <summary>How what is worn on hands or feet goes over each other.</summary>
    /// <param name="worn">From the skin out.</param>
    /// <param name="part">Hands or feet.</param>
    public static Fit.Stack FitOf(ReadOnlySpan<Worn> worn, Part part)
    {
        var stack = new Fit.Stack();
        foreach (var w in worn)
        {
            if (w.Garment.Main == part)
                stack.Put(w.Garment.Item, w.Garment.Resistance);
        }
        return stack;
    }

    /// <summary>Layers over torso and legs as the column sees them.</summary>
    /// <param name="worn">From the skin out.</param>
    /// <param name="movement">How air moves.</param>
    public static List<WornLayer> Column(ReadOnlySpan<Worn> worn, Movement movement)
    {
        var (torso, legs) = (Parts.BodyShare.Torso, Parts.BodyShare.Legs);
        double Mean(double overTorso, double overLegs) => (torso * overTorso + legs * overLegs) / (torso + legs);
        var (openTorso, openLegs) = (OpeningOf(worn, Part.Torso), OpeningOf(worn, Part.Legs));
        var (keptTorso, keptLegs) = (Kept(worn, Part.Torso, movement), Kept(worn, Part.Legs, movement));
        var layers = new List<WornLayer>(worn.Length);
        foreach (var w in worn)
        {
            var (onTorso, onLegs) = (w.Garment.Cover(Part.Torso, w.Opening), w.Garment.Cover(Part.Legs, w.Opening));
            if (onTorso < 0.1 && onLegs < 0.1)
                continue;
            var resistance = w.Resistance;
            var loft = Mean(onTorso * keptTorso, onLegs * keptLegs);
            layers.Add(
                new(
                    w.Garment.Item,
                    resistance
                        * Mean(onTorso * keptTorso * KeptOpen(openTorso), onLegs * keptLegs * KeptOpen(openLegs)),
                    resistance * loft,
                    Mean(onTorso, onLegs),
                    onTorso + onLegs > 0
                        ? Mean(onTorso * VapourKept(openTorso), onLegs * VapourKept(openLegs)) / Mean(onTorso, onLegs)
                        : 1
                )
            );
        }
        return layers;
    }

    private static double Through(
        ReadOnlySpan<Worn> worn,
        Part part,
        double kept,
        double still,
        double down,
        double lost
    )
    {
        Span<Piece> pieces = stackalloc Piece[worn.Length];
        var count = 0;
        foreach (var w in worn)
        {
            var cover = w.Garment.Cover(part, w.Opening);
            if (cover <= 0)
                continue;
            pieces[count++] = new(w.Garment.IsDown ? w.Resistance * down : w.Resistance, cover);
        }
        var (whole, from) = (0.0, 0.0);
        while (from < 1)
        {
            var (to, sum) = ParallelPaths.Way(pieces[..count], from);
            if (sum > 0 && part is Part.Torso or Part.Legs or Part.Feet)
                sum += StillAir.UnderClothes;
            whole += (to - from) / (kept * Math.Max(0.2 * sum, sum - lost) + still);
            from = to;
        }
        return whole;
    }
}
