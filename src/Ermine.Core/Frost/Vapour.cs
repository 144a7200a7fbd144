using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Stack;

namespace Ermine.Core.Frost;

/// <summary>A stretch of vapour, over the whole covered body.</summary>
/// <param name="SourceG">Vapour from the skin, g.</param>
/// <param name="AddedG">Breath and water of damp things, g.</param>
/// <param name="EscapedG">Vapour into the air, g.</param>
/// <param name="DrippedG">What no thing could hold, g.</param>
/// <param name="SkinEvaporation">Heat that skin vapour carries off, W/m² of body.</param>
public readonly record struct VapourStretch(
    double SourceG,
    double AddedG,
    double EscapedG,
    double DrippedG,
    double SkinEvaporation
);

/// <summary>
/// Vapour and frost over a sleeper: one column over the covered body, cut in two where a vapour barrier covers only part of it
/// (model in the manner of ISO 13788; shares and sorption are assumptions). It is made of what the stack gives, layer by layer.
/// </summary>
public static class Vapour
{
    /// <summary>Share of the body that is covered (assumption).</summary>
    public const double CoveredShare = 0.76;

    /// <summary>Heat that skin vapour carries off where nothing covers, W/m² of body (assumption).</summary>
    public const double OfBareSkin = 1.4;

    /// <summary>Least that skin vapour carries off inside a barrier, W/m² of body: the bellows at the neck (assumption).</summary>
    public const double LeastInBarrier = 4;

    /// <summary>Breath that goes into the bag, g/h (assumption).</summary>
    public const double Breath = 15;

    /// <summary>Share of the breath that settles as hoar on the outermost face in a closed shelter (assumption).</summary>
    public const double BreathAsHoar = 0.05;

    /// <summary>Share of the skin's vapour that breathable down and wool keep in the cold (assumption).</summary>
    public const double Sorption = 0.10;

    /// <summary>Water up to which they do, g on a g (assumption).</summary>
    public const double SorbedMost = 0.12;

    /// <summary>Thermal resistance of a shell, m²K/W (assumption).</summary>
    internal const double ShellR = 0.01;

    /// <summary>What gives less over the covered body is left out of the column, m²K/W.</summary>
    internal const double Thinnest = 1e-3;

    /// <summary>A thing as vapour sees it: its loft, if it has any, and its fabric, if that counts.</summary>
    internal readonly record struct Part(KitItem Item, VapourLayer? Loft, VapourLayer? Film)
    {
        public int Faces => (Loft?.Slices ?? 0) + (Film?.Slices ?? 0);

        public bool InColumn(bool inBarrier) => inBarrier || Item.Kind != ItemKind.VapourBarrier;
    }

    /// <summary>Heat that skin vapour carries off through a system as it lies, W/m² of body.</summary>
    /// <param name="stack">The system.</param>
    /// <param name="ends">What it is between.</param>
    public static double SkinEvaporation(BuiltStack stack, ColumnEnds ends) => SkinEvaporation(stack, ends, []);

    /// <summary>The same with barriers put on next to the skin, which give no warmth of their own.</summary>
    internal static double SkinEvaporation(BuiltStack stack, ColumnEnds ends, IReadOnlyList<LaidThing> barriers)
    {
        var parts = PartsOf(stack);
        parts.InsertRange(
            0,
            barriers.Select(b => new Part(b.Item, null, Film(b))).Where(part => part.Film is not null)
        );
        var barred = OverCovered(
            Regions.Each(r => barriers.Select(b => b.Cover(r)).Append(stack.Layers.Barred[r]).Max())
        );
        var heat = 0.0;
        foreach (var (share, inBarrier) in Columns(barred))
        {
            using var column = ColumnOf(parts, inBarrier);
            heat += share * OfBody(HeatOf(DryHour(column, ends), 1), inBarrier ? Least(parts, ends) : 0);
        }
        return heat;
    }

    private static ColumnFlow DryHour(VapourColumn column, ColumnEnds ends)
    {
        Span<double> nodes = stackalloc double[column.Nodes];
        nodes.Clear();
        return column.Pass(nodes, ends, 1);
    }

    /// <summary>Lets time pass over a sleeper.</summary>
    /// <param name="stack">The system as wet as it is.</param>
    /// <param name="water">Water in everything; changed.</param>
    /// <param name="ends">What the system is between.</param>
    /// <param name="outsideC">Air outside, °C: below 0 fibres bind vapour.</param>
    /// <param name="bodyAreaM2">Area of the body, m².</param>
    /// <param name="hours">How long, h.</param>
    /// <param name="addedG">Breath and water of damp things brought in, g.</param>
    /// <param name="stop">Ends the work.</param>
    public static VapourStretch Pass(
        BuiltStack stack,
        WaterInHand water,
        ColumnEnds ends,
        double outsideC,
        double bodyAreaM2,
        double hours,
        double addedG,
        CancellationToken stop = default
    )
    {
        var parts = PartsOf(stack);
        if (parts.Count == 0)
            return new(0, 0, 0, 0, Conductances.EvaporationBreathable);
        var barred = Barred(stack);
        var area = CoveredShare * bodyAreaM2;
        foreach (var part in parts)
            water[part.Item.Id].Divide(barred);
        var (source, escaped, heat) = (0.0, 0.0, 0.0);
        foreach (var (share, inBarrier) in Columns(barred))
        {
            var perM2 = share * area;
            var part = (inBarrier, perM2, hours, addedG * share / perM2);
            var (flow, taken) = Through(parts, water, ends, part, stop);
            source += flow.Source * perM2;
            escaped += flow.Escaped * perM2;
            heat += share * OfBody(taken, inBarrier ? Least(parts, ends) : 0);
        }
        if (outsideC < 0 && barred < 1)
            escaped -= Bind(parts, water, Math.Min(escaped, Sorption * source - (source + addedG - escaped)));
        return new(source, addedG, escaped, RunInwards(parts, water), heat);
    }

    /// <summary>The outermost thing over the body; null where there is none.</summary>
    public static KitItem? Outermost(LayerStack stack)
    {
        for (var i = stack.Things.Count - 1; i >= 0; i--)
        {
            if (stack.Things[i].Item is { Side: Side.Over } item)
                return item;
        }
        return null;
    }

    /// <summary>
    /// Lets time pass in one column: the water of things goes to its nodes and comes back from them. What breath and damp things add lies
    /// innermost in the bag; it brings its own heat or is charged where it dries, so the heat is read without it.
    /// </summary>
    private static (ColumnFlow Flow, double Heat) Through(
        List<Part> parts,
        WaterInHand water,
        ColumnEnds ends,
        (bool InBarrier, double PerM2, double Hours, double AddedPerM2) part,
        CancellationToken stop
    )
    {
        using var column = ColumnOf(parts, part.InBarrier);
        Span<double> nodes = stackalloc double[column.Nodes];
        nodes.Clear();
        Move(parts, water, part.InBarrier, nodes, part.PerM2, fromThings: true);
        var heat = part.AddedPerM2 > 0 ? HeatWithout(column, nodes, ends, part.Hours, stop) : (double?)null;
        nodes[InnermostOfBag(parts, part.InBarrier)] += part.AddedPerM2;
        var flow = column.Pass(nodes, ends, part.Hours, stop: stop);
        Move(parts, water, part.InBarrier, nodes, part.PerM2, fromThings: false, column.FrozenFrom);
        return (flow, heat ?? HeatOf(flow, part.Hours));
    }

    /// <summary>Heat that skin vapour carries off while nothing is added, W/m² of column.</summary>
    private static double HeatWithout(
        VapourColumn column,
        ReadOnlySpan<double> nodes,
        ColumnEnds ends,
        double hours,
        CancellationToken stop
    )
    {
        Span<double> copy = stackalloc double[nodes.Length];
        nodes.CopyTo(copy);
        return HeatOf(column.Pass(copy, ends, hours, stop: stop), hours);
    }

    /// <summary>Things over the covered body from the skin out.</summary>
    private static List<Part> PartsOf(BuiltStack stack)
    {
        var things = stack.Layers.Things;
        var parts = new List<Part>(things.Count);
        // The air under clothes lies inside the innermost of them.
        var underClothes = OverCovered(stack.Layers.StillUnderClothes);
        for (var i = 0; i < things.Count; i++)
        {
            var item = things[i].Item;
            if (item.Side == Side.Under)
                continue;
            var resistance = OverCovered(
                stack.Mean(i, Region.Torso),
                stack.Mean(i, Region.Legs),
                stack.Mean(i, Region.Feet)
            );
            var still = 0.0;
            if (item.Kind == ItemKind.Bivy && resistance > 0)
                still = StillAir.InBivy;
            else if (item.Kind == ItemKind.Garment)
                (still, underClothes) = (underClothes, 0);
            VapourLayer? loft = resistance + still > Thinnest ? Loft(resistance, still) : null;
            var film = Film(things[i]);
            if (loft is not null || film is not null)
                parts.Add(new(item, loft, film));
        }
        return parts;
    }

    /// <summary>The fabric of a thing as vapour sees it over the covered body; null where it adds nothing worth counting.</summary>
    internal static VapourLayer? Film(LaidThing thing)
    {
        var cover = OverCovered(thing.Cover(Region.Torso), thing.Cover(Region.Legs), thing.Cover(Region.Feet));
        return Moisture.FabricResistance(thing.Item) is not { } fabric || cover <= 0 ? null
            : thing.Item.Kind == ItemKind.VapourBarrier ? new(0, fabric, 1)
            : new(ShellR, OverPart(fabric, cover), 1);
    }

    /// <summary>
    /// What a fabric over part of the body comes to in the one column, m²Pa/W: vapour passes beside it as before, so that tight socks keep back
    /// no more than the feet's share. Both parts side by side over the skin, which is most of what resists (assumption).
    /// </summary>
    /// <param name="fabric">Its resistance, m²Pa/W, at or above 0.</param>
    /// <param name="cover">Share that it covers, 0–1.</param>
    internal static double OverPart(double fabric, double cover) =>
        fabric * cover * VapourColumn.SkinResistance / (VapourColumn.SkinResistance + (1 - cover) * fabric);

    private static VapourLayer Loft(double resistance, double stillAir)
    {
        var own = VapourLayer.Insulation(resistance, VapourColumn.UsualIm, VapourColumn.UsualSlices);
        return own with
        {
            Resistance = own.Resistance + stillAir,
            VapourResistance = own.VapourResistance + stillAir / VapourColumn.Lewis,
        };
    }

    /// <summary>Share of the covered body that barriers cover together.</summary>
    private static double Barred(BuiltStack stack) => OverCovered(stack.Layers.Barred);

    private static double OverCovered(ByRegion<double> by) => OverCovered(by.Torso, by.Legs, by.Feet);

    /// <summary>What the fabric of a thing comes to over the covered body, m²Pa/W.</summary>
    internal static double FabricOver(KitItem item) =>
        OverPart(Moisture.FabricResistance(item) ?? 0, OverCovered(item.Cover.Torso, item.Cover.Legs, item.Cover.Feet));

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

    internal static VapourColumn ColumnOf(List<Part> parts, bool inBarrier, bool countsDrawn = false)
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
        return new(layers[..count]) { CountsDrawn = countsDrawn };
    }

    /// <summary>Heat that skin vapour carries off where one column stands for the covered body, W/m² of body.</summary>
    public static double OfBody(ColumnFlow flow, double hours) => OfBody(HeatOf(flow, hours), least: 0);

    /// <summary>What leaves the covered body and what bare skin gives off, W/m² of body.</summary>
    internal static double OfBody(double perM2OfColumn, double least) =>
        Math.Max(CoveredShare * perM2OfColumn + OfBareSkin, least);

    /// <summary>
    /// Least that is carried off inside a barrier: what the neck pumps out with every move, and never more than would go without it.
    /// </summary>
    private static double Least(List<Part> parts, ColumnEnds ends)
    {
        using var open = ColumnOf(parts, inBarrier: false);
        return Math.Min(LeastInBarrier, OfBody(HeatOf(DryHour(open, ends), 1), least: 0));
    }

    /// <summary>What leaving the skin takes, W/m² of column; what frost gives back on its way is not credited.</summary>
    private static double HeatOf(ColumnFlow flow, double hours) => VapourColumn.Evaporation * flow.Source / hours;

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
    internal static void Move(
        List<Part> parts,
        WaterInHand water,
        bool inBarrier,
        Span<double> nodes,
        double perM2,
        bool fromThings,
        int frozenFrom = 0,
        bool all = false
    )
    {
        var node = 1;
        foreach (var part in parts)
        {
            if (!all && !part.InColumn(inBarrier))
                continue;
            var thing = water[part.Item.Id];
            var own = thing.At(inBarrier);
            if (!fromThings)
                thing.Freeze(inBarrier, frozenFrom - node);
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
    internal static double Bind(List<Part> parts, WaterInHand water, double grams)
    {
        var bound = 0.0;
        foreach (var part in parts)
        {
            if (bound >= grams || !Moisture.Binds(part.Item.Material))
                continue;
            var thing = water[part.Item.Id];
            var room = SorbedMost * Moisture.HoldingMassG(part.Item) - thing.Grams;
            var takes = Math.Clamp(grams - bound, 0, Math.Max(0, room));
            thing.Bound += takes;
            bound += takes;
        }
        return bound;
    }

    /// <summary>What a thing cannot hold runs into the next one inwards, and from the innermost out of the bed; g that no thing held.</summary>
    internal static double RunInwards(List<Part> parts, WaterInHand water)
    {
        var running = 0.0;
        for (var i = parts.Count - 1; i >= 0; i--)
        {
            var item = parts[i].Item;
            var over = water.GramsOf(item.Id) - Moisture.CapacityG(item);
            running = over > 0 ? running + water.Dry(item, over) : running - water.Wet(item, running);
        }
        return running;
    }
}
