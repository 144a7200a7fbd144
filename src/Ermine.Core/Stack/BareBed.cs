using Ermine.Core.Body;

namespace Ermine.Core.Stack;

/// <summary>A part of a region over which the same bags, quilts and covers lie.</summary>
/// <param name="From">Where it begins, share of the region.</param>
/// <param name="To">Where it ends.</param>
/// <param name="Resistance">What lies there with the still air outside it, m²K/W.</param>
/// <param name="Given">What bags and quilts give of it, m²K/W.</param>
/// <param name="Tops">They, as if all had room; empty where clothes do not crease in them.</param>
internal readonly record struct OverWay(double From, double To, double Resistance, double Given, Top[] Tops)
{
    /// <summary>
    /// Share that clothes keep there at most, 0–1: what they lose in a bag grows ever slower with what is worn, for at last it lies better
    /// without the bag, so whoever wears less than most keeps no more than that.
    /// </summary>
    /// <param name="mostWorn">Most that is worn there, m²K/W.</param>
    public double Keeps(double mostWorn) =>
        Tops.Length == 0 || mostWorn <= 0
            ? 1
            : Math.Min(
                1,
                (TopLayers.Count(Tops, new(mostWorn, mostWorn, 0), new double[Tops.Length]) - Given) / mostWorn
            );
}

/// <summary>A part of a region under which the same pads lie.</summary>
/// <param name="From">Where it begins, share of the region.</param>
/// <param name="To">Where it ends.</param>
/// <param name="Below">What lies there, m²K/W.</param>
internal readonly record struct UnderWay(double From, double To, double Below);

/// <summary>
/// A bed before anything is worn in it, way by way: by it can be told what clothes would bring without laying it out again. Lack of room in a
/// bag is not counted, so what it says is never colder than the bed laid out.
/// </summary>
/// <param name="Over">What lies over each region.</param>
/// <param name="Under">What lies under each.</param>
/// <param name="Pressed">What lies pressed between skin and underside, m²K/W.</param>
/// <param name="CreasesUnder">Share that clothes lose there beside a bag that lies crushed.</param>
/// <param name="Leakage">Warm air that escapes, W/m²K of body.</param>
/// <param name="CurledUp">Nothing lies over the sleeper, who curls up.</param>
/// <param name="Hung">Hangs in a hammock.</param>
internal sealed record BareBed(
    ByRegion<OverWay[]> Over,
    ByRegion<UnderWay[]> Under,
    double Pressed,
    double CreasesUnder,
    double Leakage,
    bool CurledUp,
    bool Hung
);
