using Ermine.Core.Body;

namespace Ermine.Core.Stack;

/// <summary>A part of a region over which the same bags, quilts and covers lie.</summary>
/// <param name="From">Where it begins, share of the region.</param>
/// <param name="To">Where it ends.</param>
/// <param name="Resistance">What lies there with the still air outside it, m²K/W.</param>
/// <param name="Creases">Share that clothes lose in a bag there, 0–1.</param>
/// <param name="CreasesUpTo">Clothes of more than this lie better without the bag, m²K/W.</param>
internal readonly record struct OverWay(double From, double To, double Resistance, double Creases, double CreasesUpTo);

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
