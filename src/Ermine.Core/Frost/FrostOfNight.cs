using Ermine.Core.Air;
using Ermine.Core.Kit;
using Ermine.Core.Stack;

namespace Ermine.Core.Frost;

/// <summary>An hour of vapour, over the whole covered body.</summary>
/// <param name="SourceG">Vapour from the skin, g.</param>
/// <param name="AddedG">Breath and water of damp things, g.</param>
/// <param name="EscapedG">Vapour into the air, g.</param>
/// <param name="SkinEvaporation">Heat that skin vapour carries off, W/m² of body.</param>
public readonly record struct FrostHour(double SourceG, double AddedG, double EscapedG, double SkinEvaporation);

/// <summary>
/// Vapour and frost over a sleeper: one column over the covered body, cut in two where a vapour barrier covers only part of it
/// (model in the manner of ISO 13788; shares and sorption are assumptions).
/// </summary>
public static class FrostOfNight
{
    /// <summary>Share of the body that is covered (assumption).</summary>
    public const double Covered = 0.76;

    /// <summary>Heat that skin vapour carries off where nothing covers, W/m² of body (assumption).</summary>
    public const double Uncovered = 1.4;

    /// <summary>Breath that goes into the bag, g/h (assumption).</summary>
    public const double Breath = 15;

    /// <summary>Share of the skin's vapour that breathable down and wool keep in the cold (assumption).</summary>
    public const double Sorption = 0.10;

    /// <summary>Water up to which they do, g on a g (assumption).</summary>
    public const double SorbedMost = 0.12;

    /// <summary>Thermal resistance of a shell, m²K/W (assumption).</summary>
    private const double ShellR = 0.01;

    /// <summary>What gives less over the covered body is left out of the column, m²K/W.</summary>
    private const double Thinnest = 1e-3;

    /// <summary>A thing as vapour sees it: its loft, if it has any, and its fabric, if that counts.</summary>
    private readonly record struct Part(KitItem Item, VapourLayer? Loft, VapourLayer? Film)
    {
        public Guid ItemId => Item.Id;

        public int Faces => (Loft?.Slices ?? 0) + (Film?.Slices ?? 0);

        public bool InColumn(bool inBarrier) => inBarrier || Item.Kind != ItemKind.VapourBarrier;
    }

    /// <summary>Heat that skin vapour carries off through a dry system, W/m² of body.</summary>
    /// <param name="stack">The system.</param>
    /// <param name="climate">What it is between.</param>
    public static double SkinEvaporation(BuiltStack stack, ColumnClimate climate)
    {
        var (parts, barred) = PartsOf(stack);
        var heat = 0.0;
        foreach (var (share, inBarrier) in Columns(barred))
        {
            using var column = ColumnOf(parts, inBarrier);
            heat += share * HeatOf(DryHour(column, climate), 1);
        }
        return Covered * heat + Uncovered;
    }

    private static ColumnFlow DryHour(VapourColumn column, ColumnClimate climate)
    {
        Span<double> nodes = stackalloc double[column.Nodes];
        nodes.Clear();
        return column.Pass(nodes, climate, 1);
    }

    /// <summary>Lets time pass over a sleeper.</summary>
    /// <param name="stack">The system as wet as it is.</param>
    /// <param name="water">Water in everything; changed.</param>
    /// <param name="climate">What the system is between.</param>
    /// <param name="bodyAreaM2">Area of the body, m².</param>
    /// <param name="hours">How long, h.</param>
    /// <param name="addedG">Breath and water of damp things brought in, g.</param>
    /// <param name="stop">Ends the work.</param>
    public static FrostHour Pass(
        BuiltStack stack,
        WaterState water,
        ColumnClimate climate,
        double bodyAreaM2,
        double hours,
        double addedG,
        CancellationToken stop = default
    )
    {
        var (parts, barred) = PartsOf(stack);
        if (parts.Count == 0)
            return new(0, 0, 0, ThermalStack.EvaporationBreathable);
        var area = Covered * bodyAreaM2;
        var (source, escaped, heat) = (0.0, 0.0, 0.0);
        foreach (var (share, inBarrier) in Columns(barred))
        {
            var perM2 = share * area;
            var flow = Through(parts, water, climate, (barred, inBarrier, perM2, hours, addedG * share / perM2), stop);
            source += flow.Source * perM2;
            escaped += flow.Escaped * perM2;
            heat += share * HeatOf(flow, hours);
        }
        if (climate.AirC < 0 && barred < 1)
            escaped -= Bind(parts, water, Math.Min(escaped, Sorption * source - (source + addedG - escaped)));
        return new(source, addedG, escaped, Covered * heat + Uncovered);
    }

    /// <summary>Lets time pass in one column: the water of things goes to its nodes and comes back from them.</summary>
    private static ColumnFlow Through(
        List<Part> parts,
        WaterState water,
        ColumnClimate climate,
        (double Barred, bool InBarrier, double PerM2, double Hours, double AddedPerM2) part,
        CancellationToken stop
    )
    {
        using var column = ColumnOf(parts, part.InBarrier);
        Span<double> nodes = stackalloc double[column.Nodes];
        nodes.Clear();
        Move(parts, water, part.Barred, part.InBarrier, nodes, part.PerM2, fromThings: true);
        nodes[InnermostOfBag(parts, part.InBarrier)] += part.AddedPerM2;
        var flow = column.Pass(nodes, climate, part.Hours, stop);
        Move(parts, water, part.Barred, part.InBarrier, nodes, part.PerM2, fromThings: false);
        return flow;
    }

    /// <summary>Things over the covered body from the skin out, and the share of it that a barrier covers.</summary>
    private static (List<Part> Parts, double Barred) PartsOf(BuiltStack stack)
    {
        var things = stack.Layers.Things;
        var parts = new List<Part>(things.Count);
        var barred = 0.0;
        for (var i = 0; i < things.Count; i++)
        {
            var item = things[i].Item;
            if (Closet.Place(item.Kind) == 0)
                continue;
            var resistance = OverCovered(
                stack.Mean(i, Region.Torso),
                stack.Mean(i, Region.Legs),
                stack.Mean(i, Region.Feet)
            );
            var cover = OverCovered(item.Cover.Torso, item.Cover.Legs, item.Cover.Feet);
            if (item.Kind == ItemKind.VapourBarrier)
                barred = Math.Max(barred, cover);
            VapourLayer? loft =
                resistance > Thinnest
                    ? VapourLayer.Insulation(resistance, VapourColumn.UsualIm, VapourColumn.UsualSlices)
                    : null;
            VapourLayer? film =
                Moisture.FabricResistance(item) is not { } fabric || cover <= 0 ? null
                : item.Kind == ItemKind.VapourBarrier ? new(0, fabric, 1)
                : new(ShellR, fabric * cover, 1);
            if (loft is not null || film is not null)
                parts.Add(new(item, loft, film));
        }
        return (parts, barred);
    }

    /// <summary>Mean over the covered body of what is given by region.</summary>
    private static double OverCovered(double torso, double legs, double feet)
    {
        var share = Regions.BodyShare;
        return (share.Torso * torso + share.Legs * legs + share.Feet * feet) / (share.Torso + share.Legs + share.Feet);
    }

    private static IEnumerable<(double Share, bool InBarrier)> Columns(double barred)
    {
        if (barred < 1)
            yield return (1 - barred, false);
        if (barred > 0)
            yield return (barred, true);
    }

    private static VapourColumn ColumnOf(List<Part> parts, bool inBarrier)
    {
        Span<VapourLayer> layers = stackalloc VapourLayer[2 * parts.Count];
        var count = 0;
        foreach (var part in parts)
        {
            if (!part.InColumn(inBarrier))
                continue;
            if (part.Loft is { } loft)
                layers[count++] = loft;
            if (part.Film is { } film)
                layers[count++] = film;
        }
        return new(layers[..count]);
    }

    private static double HeatOf(ColumnFlow flow, double hours) =>
        (VapourColumn.Evaporation * flow.Source - flow.Kept) / hours;

    /// <summary>The first face inside a bag or quilt; the outermost of what is worn where there is none. Node 0 lies at the skin.</summary>
    private static int InnermostOfBag(List<Part> parts, bool inBarrier)
    {
        var node = 0;
        foreach (var part in parts)
        {
            if (!part.InColumn(inBarrier))
                continue;
            if (part.Item.IsTopLayer)
                return node + 1;
            node += part.Faces;
        }
        return node;
    }

    /// <summary>
    /// Water of things to the nodes of a column, or back. What gathers at the skin belongs to what is worn innermost.
    /// A thing without a shell of its own keeps the water of its outer face with its last slice.
    /// </summary>
    private static void Move(
        List<Part> parts,
        WaterState water,
        double barred,
        bool inBarrier,
        Span<double> nodes,
        double perM2,
        bool fromThings
    )
    {
        var node = 1;
        foreach (var part in parts)
        {
            if (!part.InColumn(inBarrier))
                continue;
            var thing = water[part.ItemId];
            if (fromThings)
                thing.Settle(barred);
            var own = inBarrier ? thing.Barred : thing.Open;
            var at = nodes.Slice(node, part.Faces);
            for (var face = 0; face < own.Length; face++)
            {
                if (fromThings && own[face] != 0)
                    at[Math.Min(face, at.Length - 1)] += own[face] / perM2;
                else if (!fromThings)
                    own[face] = face < at.Length ? at[face] * perM2 : 0;
            }
            if (!fromThings && node == 1)
                own[0] += nodes[0] * perM2;
            node += at.Length;
        }
    }

    /// <summary>Binds vapour in down and wool until they hold <see cref="SorbedMost"/>; g bound.</summary>
    private static double Bind(List<Part> parts, WaterState water, double grams)
    {
        var bound = 0.0;
        foreach (var part in parts)
        {
            if (bound >= grams || !Moisture.Binds(part.Item.Material))
                continue;
            var thing = water[part.ItemId];
            var room = SorbedMost * Moisture.HoldingMassG(part.Item) - thing.Grams;
            var takes = Math.Clamp(grams - bound, 0, Math.Max(0, room));
            thing.Bound += takes;
            bound += takes;
        }
        return bound;
    }
}
