using System.Buffers;
using Ermine.Core.Air;

namespace Ermine.Core.Frost;

/// <summary>A layer as vapour sees it.</summary>
/// <param name="Resistance">Thermal, m²K/W, at or above 0.</param>
/// <param name="VapourResistance">m²Pa/W, above 0.</param>
/// <param name="Slices">Slices it is cut into, 1 or more; a film is one.</param>
public readonly record struct VapourLayer(double Resistance, double VapourResistance, int Slices)
{
    /// <summary>Insulation of a permeability index; its resistances are kept apart so that wet loft scales both.</summary>
    /// <param name="resistance">Thermal, m²K/W.</param>
    /// <param name="im">Permeability index, 0–1.</param>
    /// <param name="slices">Slices.</param>
    public static VapourLayer Insulation(double resistance, double im, int slices) =>
        new(resistance, resistance / (im * VapourColumn.Lewis), slices);
}

/// <summary>What a column is between.</summary>
/// <param name="SkinC">Skin, °C.</param>
/// <param name="AirC">Air round the sleeper, °C.</param>
/// <param name="AirPa">Vapour pressure of that air, Pa.</param>
/// <param name="AirLayer">Still layer outside, m²K/W.</param>
public readonly record struct ColumnEnds(double SkinC, double AirC, double AirPa, double AirLayer)
{
    /// <summary>
    /// Skin of the covered body from which it gives off vapour is never taken colder, °C (assumption): where the mean skin is colder still
    /// it is that of limbs cut off from blood, and the trunk goes on as before. With it a bag gives back its extreme on the bench of labels.
    /// </summary>
    public const double ColdestSkin = 29;

    /// <summary>A skin in a climate.</summary>
    public static ColumnEnds Of(double skinC, Climate climate) =>
        new(Math.Max(skinC, ColdestSkin), climate.AirC, climate.VapourPa, climate.StillLayer);
}

/// <summary>What a stretch of time did to a column; g per m² of column.</summary>
/// <param name="Source">Vapour from the skin.</param>
/// <param name="Escaped">Vapour into the air.</param>
/// <param name="Drawn">Heat that drying layers drew from the skin, Wh/m²: each by how much of the resistance lies outside it; 0 where it is not asked for.</param>
public readonly record struct ColumnFlow(double Source, double Escaped, double Drawn = 0);

/// <summary>
/// One column from the skin to the air: Glaser's method with storage (ISO 13788). Between nodes the vapour pressure is linear in the
/// cumulated vapour resistance, nowhere above saturation, at saturation where there is water or frost; a node without water cannot
/// evaporate. Where no node is wet that is the lower convex hull of the saturation pressures, which finds every wet node at once.
/// </summary>
public sealed class VapourColumn : IDisposable
{
    /// <summary>Thermal over vapour resistance of still air, Pa/K: the Lewis relation (ISO 9920).</summary>
    public const double Lewis = 0.0165;

    /// <summary>Permeability index of insulation (assumption).</summary>
    public const double UsualIm = 0.45;

    /// <summary>Slices of an insulating layer.</summary>
    public const int UsualSlices = 6;

    /// <summary>Skin to the air next to it, m²Pa/W (assumption).</summary>
    public const double SkinResistance = 450;

    /// <summary>Evaporation heat of water, Wh/g.</summary>
    public const double Evaporation = 0.68;

    private const double Empty = 1e-12;

    /// <summary>Lent, for a night asks for hundreds of columns: thermal resistance up to each node; vapour resistance and highest pressure from the skin over the nodes to the air; the flow into each node; the share of the thermal resistance outside each.</summary>
    private double[] held;
    private int[] hull;
    private readonly int count;

    /// <summary>What it was between when time last passed.</summary>
    private ColumnEnds? ends;

    /// <summary>The skin that the flows and the heat drawn stand for; not a number once time has passed.</summary>
    private double solvedFor = double.NaN;

    private double drawnNow;

    /// <summary>Builds a column; disposing of it gives back what it was lent.</summary>
    /// <param name="layers">From the skin out.</param>
    public VapourColumn(ReadOnlySpan<VapourLayer> layers)
    {
        count = 1;
        foreach (var layer in layers)
            count += layer.Slices;
        held = ArrayPool<double>.Shared.Rent(5 * count + 5);
        hull = ArrayPool<int>.Shared.Rent(count + 2);
        var thermal = held.AsSpan(0, count);
        var vapour = held.AsSpan(count, count + 2);
        thermal[0] = 0;
        vapour[0] = 0;
        vapour[1] = SkinResistance;
        var node = 0;
        foreach (var layer in layers)
        {
            for (var slice = 0; slice < layer.Slices; slice++, node++)
            {
                thermal[node + 1] = thermal[node] + layer.Resistance / layer.Slices;
                vapour[node + 2] = vapour[node + 1] + layer.VapourResistance / layer.Slices;
            }
        }
    }

    /// <summary>Also reckons what drying layers draw from the skin; at night damp things are charged where they dry.</summary>
    public bool CountsDrawn { get; init; }

    /// <summary>Nodes: one next to the skin, then one at the outer face of every slice.</summary>
    public int Nodes => count;

    /// <summary>The first node that was frozen when time last passed; <see cref="Nodes"/> where none was.</summary>
    public int FrozenFrom { get; private set; }

    /// <summary>Gives back what the column was lent; it cannot be used after that.</summary>
    public void Dispose()
    {
        if (held.Length == 0)
            return;
        ArrayPool<double>.Shared.Return(held);
        ArrayPool<int>.Shared.Return(hull);
        (held, hull) = ([], []);
    }

    /// <summary>Lets time pass.</summary>
    /// <param name="water">Water or frost at each node, g/m²; changed.</param>
    /// <param name="climate">What the column is between.</param>
    /// <param name="hours">How long, h.</param>
    /// <param name="skin">Skin to the air next to it, m²Pa/W: less where it sweats.</param>
    /// <param name="stop">Ends the work; looked at between one drying and the next.</param>
    public ColumnFlow Pass(
        Span<double> water,
        ColumnEnds climate,
        double hours,
        double skin = SkinResistance,
        CancellationToken stop = default
    )
    {
        Between(climate, skin);
        var flux = Flux;
        var (source, escaped, drawn) = (0.0, 0.0, 0.0);
        var left = hours;
        while (left > Empty)
        {
            stop.ThrowIfCancellationRequested();
            Solve(water, skin);
            solvedFor = double.NaN;
            var step = left;
            for (var n = 0; n < count; n++)
            {
                if (water[n] > 0 && flux[n] - flux[n + 1] is < 0 and var rate)
                    step = Math.Min(step, water[n] / -rate);
            }
            drawn += drawnNow * step;
            // What gathers is exactly nothing where the pressure runs straight through a node.
            for (var n = 0; n < count; n++)
            {
                water[n] = Math.Max(0, water[n] + (flux[n] - flux[n + 1]) * step);
                if (water[n] < Empty)
                    water[n] = 0;
            }
            source += flux[0] * step;
            escaped += flux[count] * step;
            left -= step;
        }
        return new(source, escaped, drawn);
    }

    /// <summary>
    /// What passes at an instant, an hour of it. Time may pass after that from where it stands; nobody else may change the water in between.
    /// </summary>
    /// <inheritdoc cref="Pass"/>
    public ColumnFlow Now(ReadOnlySpan<double> water, ColumnEnds climate, double skin)
    {
        Between(climate, skin);
        Solve(water, skin);
        var flux = Flux;
        return new(flux[0], flux[count], drawnNow);
    }

    private Span<double> Flux => held.AsSpan(3 * count + 4, count + 1);

    private Span<double> Outside => held.AsSpan(4 * count + 5, count);

    /// <summary>Sets the ends; temperatures are found anew only where they have changed.</summary>
    private void Between(ColumnEnds climate, double skin)
    {
        var resistance = held.AsSpan(count, count + 2);
        // Everything else is reckoned from the usual skin on.
        resistance[0] = SkinResistance - skin;
        if (climate == ends)
            return;
        ends = climate;
        solvedFor = double.NaN;
        var thermal = held.AsSpan(0, count);
        var pressure = held.AsSpan(2 * count + 2, count + 2);
        var whole = thermal[^1] + climate.AirLayer;
        resistance[count + 1] = resistance[count] + climate.AirLayer / Lewis;
        pressure[0] = MoistAir.OverWater(climate.SkinC);
        pressure[count + 1] = climate.AirPa;
        FrozenFrom = count;
        var outside = Outside;
        for (var n = count - 1; n >= 0; n--)
        {
            outside[n] = 1 - thermal[n] / whole;
            var celsius = climate.SkinC - (climate.SkinC - climate.AirC) * thermal[n] / whole;
            pressure[n + 1] = MoistAir.Saturation(celsius);
            if (celsius < 0)
                FrozenFrom = n;
        }
    }

    /// <summary>Heat that drying nodes draw from the skin, W/m²: a sink halfway out takes half of its heat from the air.</summary>
    private double DrawnBy(ReadOnlySpan<double> water)
    {
        ReadOnlySpan<double> flux = Flux,
            outside = Outside;
        var drawn = 0.0;
        for (var n = 0; n < water.Length && n < outside.Length; n++)
        {
            if (water[n] > 0 && flux[n + 1] > flux[n])
                drawn += Evaporation * (flux[n + 1] - flux[n]) * outside[n];
        }
        return drawn;
    }

    /// <summary>
    /// Flows, g/m²h, into each node from within. Pressures are pinned at the skin, at wet nodes and in the air; between them they follow the
    /// lower convex hull of the highest pressures.
    /// </summary>
    private void Solve(ReadOnlySpan<double> water, double skin)
    {
        if (solvedFor == skin)
            return;
        solvedFor = skin;
        ReadOnlySpan<double> resistance = held.AsSpan(count, count + 2),
            pressure = held.AsSpan(2 * count + 2, count + 2);
        var flux = Flux;
        var corners = hull.AsSpan();
        var from = 0;
        for (var to = 1; to <= count + 1; to++)
        {
            if (to <= count && water[to - 1] <= 0)
                continue;
            if (to == from + 1)
            {
                flux[from] = (pressure[from] - pressure[to]) / (resistance[to] - resistance[from]) / Evaporation;
                from = to;
                continue;
            }
            var top = 0;
            corners[top++] = from;
            for (var n = from + 1; n <= to; n++)
            {
                while (top >= 2)
                {
                    var (a, b) = (corners[top - 2], corners[top - 1]);
                    if (
                        (pressure[b] - pressure[a]) * (resistance[n] - resistance[a])
                        < (pressure[n] - pressure[a]) * (resistance[b] - resistance[a])
                    )
                        break;
                    top--;
                }
                corners[top++] = n;
            }
            for (var i = 0; i + 1 < top; i++)
            {
                var (a, b) = (corners[i], corners[i + 1]);
                flux[a..b].Fill((pressure[a] - pressure[b]) / (resistance[b] - resistance[a]) / Evaporation);
            }
            from = to;
        }
        drawnNow = CountsDrawn ? DrawnBy(water) : 0;
    }
}
