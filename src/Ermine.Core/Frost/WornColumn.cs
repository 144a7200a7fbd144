using Ermine.Core.Kit;

namespace Ermine.Core.Frost;

/// <summary>A garment over torso and legs as vapour sees it while it is worn by day.</summary>
/// <param name="Item">The garment.</param>
/// <param name="Resistance">Thermal, mean over torso and legs, with wind, movement and openings, m²K/W.</param>
/// <param name="Loft">Thermal resistance that vapour has to pass, without its openings, m²K/W.</param>
/// <param name="Cover">Share of torso and legs that it covers, 0–1.</param>
/// <param name="Opened">Share of its vapour resistance that its openings leave, 0–1.</param>
public readonly record struct WornLayer(KitItem Item, double Resistance, double Loft, double Cover, double Opened);

/// <summary>
/// The column of the night over what is worn by day: it stands for the torso and legs, which are nearly the covered body of the night.
/// It holds the water of its layers until it is put back.
/// </summary>
public sealed class WornColumn : IDisposable
{
    /// <summary>Skin that is wet all over to the air next to it, m²Pa/W; dry skin is wet on <see cref="LeastWet"/> of it.</summary>
    public const double WetSkin = 27;

    /// <summary>Share of the skin that is always wet.</summary>
    public const double LeastWet = 0.06;

    private readonly List<Vapour.Part> parts;
    private readonly VapourColumn column;
    private readonly WaterInHand water;
    private readonly double[] nodes;
    private readonly double perM2;

    /// <summary>Takes the water of what is worn in hand.</summary>
    /// <param name="worn">From the skin out.</param>
    /// <param name="water">Water in everything; changed when it is put back.</param>
    /// <param name="bodyAreaM2">Area of the body, m².</param>
    public WornColumn(IReadOnlyList<WornLayer> worn, WaterInHand water, double bodyAreaM2)
    {
        this.water = water;
        parts = new(worn.Count);
        perM2 = Vapour.CoveredShare * bodyAreaM2;
        foreach (var layer in worn)
        {
            VapourLayer? loft =
                layer.Resistance > Vapour.Thinnest
                    ? VapourLayer.Insulation(layer.Loft, VapourColumn.UsualIm, VapourColumn.UsualSlices) is var l
                        ? l with
                        {
                            Resistance = layer.Resistance,
                            VapourResistance = l.VapourResistance * layer.Opened,
                        }
                        : null
                    : null;
            VapourLayer? film =
                Moisture.FabricResistance(layer.Item) is { } fabric && layer.Cover > 0
                    ? new(Vapour.ShellR, Math.Max(1e-3, Vapour.OverPart(fabric, layer.Cover) * layer.Opened), 1)
                    : null;
            if (loft is null && film is null)
                continue;
            parts.Add(new(layer.Item, loft, film));
            // A barrier slept in may have divided it.
            water[layer.Item.Id].Divide(0);
        }
        column = Vapour.ColumnOf(parts, inBarrier: true, countsDrawn: true);
        nodes = new double[column.Nodes];
        Vapour.Move(parts, water, inBarrier: false, nodes, perM2, fromThings: true, all: true);
    }

    /// <summary>Heat that vapour carries off at an instant, W/m² of body.</summary>
    /// <param name="ends">What the column is between.</param>
    /// <param name="skin">Skin to the air next to it, m²Pa/W.</param>
    public double Heat(ColumnEnds ends, double skin) => Heat(column.Now(nodes, ends, skin), 1);

    /// <summary>
    /// Skin whose vapour carries off a heat, m²Pa/W: between dry skin and wet, the nearer of the two where that is not in reach.
    /// </summary>
    /// <param name="ends">What the column is between.</param>
    /// <param name="heat">W/m² of body.</param>
    /// <param name="least">What dry skin gives off, W/m² of body.</param>
    /// <param name="most">What wet skin gives off, W/m² of body.</param>
    public double SkinFor(ColumnEnds ends, double heat, double least, double most)
    {
        var (wet, dry) = (WetSkin, WetSkin / LeastWet);
        if (heat >= most)
            return wet;
        if (heat <= least)
            return dry;
        // What passes falls nearly as one over the resistance: a secant through the reciprocals.
        for (var n = 0; n < 12 && most - least > 0.02; n++)
        {
            var (a, b) = (1 / most, 1 / least);
            var skin = Math.Clamp(
                wet + (dry - wet) * (1 / heat - a) / (b - a),
                wet + 0.02 * (dry - wet),
                dry - 0.02 * (dry - wet)
            );
            var found = Heat(ends, skin);
            if (Math.Abs(found - heat) < 0.01)
                return skin;
            if (found > heat)
                (wet, most) = (skin, found);
            else
                (dry, least) = (skin, found);
        }
        return dry;
    }

    /// <summary>Lets time pass; g of the whole body, and heat in W/m² of body.</summary>
    /// <param name="ends">What the column is between.</param>
    /// <param name="skin">Skin to the air next to it, m²Pa/W.</param>
    /// <param name="hours">How long, h.</param>
    /// <param name="stop">Ends the work.</param>
    public (double SourceG, double EscapedG, double Heat) Pass(
        ColumnEnds ends,
        double skin,
        double hours,
        CancellationToken stop
    )
    {
        var flow = column.Pass(nodes, ends, hours, skin, stop);
        return (flow.Source * perM2, flow.Escaped * perM2, Heat(flow, hours));
    }

    /// <summary>Puts its water back into the things; what no thing could hold drips, g.</summary>
    public double PutBack()
    {
        Vapour.Move(parts, water, inBarrier: false, nodes, perM2, fromThings: false, column.FrozenFrom, all: true);
        return Vapour.RunInwards(parts, water);
    }

    /// <inheritdoc/>
    public void Dispose() => column.Dispose();

    private static double Heat(ColumnFlow flow, double hours) =>
        Vapour.OfBody((VapourColumn.Evaporation * flow.Source + flow.Drawn) / hours, least: 0);
}
