using Ermine.Core.Kit;

namespace Ermine.Core.Frost;

/// <summary>
/// Water in one thing, g: at the outer face of each of its slices, apart for the part of the body that a vapour barrier covers, what its
/// fibres hold bound, and hoar on its outside. It belongs to the thing, so that it goes along when layers are moved.
/// </summary>
public sealed class ThingWater
{
    /// <summary>Faces of a thing: its slices and its shell.</summary>
    public const int Faces = VapourColumn.UsualSlices + 1;

    private readonly double[] open;
    private readonly double[] barred;
    private double share;

    /// <summary>The first of its faces that is frozen, without a barrier and in one.</summary>
    private (int Open, int Barred) frozen = (Faces, Faces);

    internal ThingWater() => (open, barred) = (new double[Faces], new double[Faces]);

    private ThingWater(ThingWater other) =>
        (open, barred, share, frozen, Bound, Hoar) = (
            [.. other.open],
            [.. other.barred],
            other.share,
            other.frozen,
            other.Bound,
            other.Hoar
        );

    /// <summary>Bound by its fibres.</summary>
    public double Bound { get; internal set; }

    /// <summary>Hoar on its outside.</summary>
    public double Hoar { get; internal set; }

    /// <summary>All of it, g.</summary>
    public double Grams
    {
        get
        {
            var sum = Bound + Hoar;
            for (var i = 0; i < Faces; i++)
                sum += open[i] + barred[i];
            return sum;
        }
    }

    /// <summary>What of it loosens loft, g of liquid water: frozen water counts <see cref="Moisture.OfFrost"/> of it.</summary>
    public double Loosening
    {
        get
        {
            var (liquid, ice) = (Bound, Hoar);
            for (var i = 0; i < Faces; i++)
            {
                liquid += (i < frozen.Open ? open[i] : 0) + (i < frozen.Barred ? barred[i] : 0);
                ice += (i < frozen.Open ? 0 : open[i]) + (i < frozen.Barred ? 0 : barred[i]);
            }
            return liquid + Moisture.OfFrost * ice;
        }
    }

    /// <summary>By slice from the inside out, all parts together and hoar at the last, g.</summary>
    public IReadOnlyList<double> BySlice =>
        [.. open.Zip(barred, (a, b) => a + b).Select((g, i) => i == Faces - 1 ? g + Hoar : g)];

    /// <summary>Water at its faces where a barrier lies, or where none does.</summary>
    internal Span<double> At(bool inBarrier) => inBarrier ? barred : open;

    internal ThingWater Copy() => new(this);

    /// <summary>Says from which face out it is frozen; it stays so until the next night says otherwise.</summary>
    internal void Freeze(bool inBarrier, int from)
    {
        from = Math.Clamp(from, 0, Faces);
        frozen = inBarrier ? (frozen.Open, from) : (from, frozen.Barred);
    }

    /// <summary>Wets it through and through.</summary>
    internal void Add(double grams)
    {
        for (var i = 0; i < Faces; i++)
        {
            open[i] += (1 - share) * grams / Faces;
            barred[i] += share * grams / Faces;
        }
    }

    /// <summary>Dries it evenly, never below nothing; what it lost, g.</summary>
    internal double Lose(double grams)
    {
        var all = Grams;
        var lost = Math.Min(grams, all);
        if (lost <= 0)
            return 0;
        var left = 1 - lost / all;
        for (var i = 0; i < Faces; i++)
        {
            open[i] *= left;
            barred[i] *= left;
        }
        Bound *= left;
        Hoar *= left;
        return lost;
    }

    /// <summary>Knocks a share of the frost off its outer face; what it lost, g.</summary>
    internal double Brush(double off)
    {
        var lost = off * (Hoar + open[^1] + barred[^1]);
        Hoar *= 1 - off;
        open[^1] *= 1 - off;
        barred[^1] *= 1 - off;
        return lost;
    }

    /// <summary>Hoar melts into it.</summary>
    internal void Melt()
    {
        var melted = Hoar;
        Hoar = 0;
        Add(melted);
    }

    /// <summary>Divides its water anew where a barrier covers more or less of the body than before: water stays where it lies.</summary>
    /// <param name="barredShare">Share of the body that a barrier covers, 0–1.</param>
    internal void Divide(double barredShare)
    {
        if (barredShare == share)
            return;
        var (from, to) = barredShare > share ? (open, barred) : (barred, open);
        var moved = barredShare > share ? (barredShare - share) / (1 - share) : (share - barredShare) / share;
        for (var i = 0; i < Faces; i++)
        {
            to[i] += moved * from[i];
            from[i] *= 1 - moved;
        }
        share = barredShare;
    }
}

/// <summary>Water in everything that comes along at one moment. It never changes; a step takes it in hand and gives back another.</summary>
public sealed class Water
{
    private readonly Dictionary<Guid, ThingWater> things;

    internal Water(Dictionary<Guid, ThingWater> things) => this.things = things;

    /// <summary>Everything is dry.</summary>
    public static Water None { get; } = new([]);

    /// <summary>Things that hold water.</summary>
    public IEnumerable<Guid> Wet => things.Where(t => t.Value.Grams > 0).Select(t => t.Key);

    /// <summary>All water, g.</summary>
    public double Grams => things.Values.Sum(t => t.Grams);

    /// <summary>Water of a thing, g.</summary>
    public double GramsOf(Guid id) => things.TryGetValue(id, out var water) ? water.Grams : 0;

    /// <summary>g of water on a g of a thing.</summary>
    public double PerGram(KitItem item) => Moisture.PerGram(item, GramsOf(item.Id));

    /// <summary>What loosens the loft of a thing, g of liquid water on a g of it.</summary>
    public double Loosening(KitItem item) =>
        things.TryGetValue(item.Id, out var water) ? Moisture.PerGram(item, water.Loosening) : 0;

    /// <summary>Water of a thing by slice from the inside out, g.</summary>
    public IReadOnlyList<double> BySlice(Guid id) =>
        things.TryGetValue(id, out var water) ? water.BySlice : new double[ThingWater.Faces];

    /// <summary>The water of a thing as one value that never changes; null where it is dry. The same water is the same value.</summary>
    public object? StateOf(Guid id) => things.GetValueOrDefault(id);

    /// <summary>Takes it in hand to be changed by one step.</summary>
    public WaterInHand Take() => new(things);
}

/// <summary>Water that one step is changing. What it was taken from stays as it was.</summary>
public sealed class WaterInHand
{
    private readonly Dictionary<Guid, ThingWater> before;
    private readonly Dictionary<Guid, ThingWater> touched = [];

    internal WaterInHand(Dictionary<Guid, ThingWater> before) => this.before = before;

    /// <summary>Water of a thing, to be changed.</summary>
    internal ThingWater this[Guid id]
    {
        get
        {
            if (touched.TryGetValue(id, out var water))
                return water;
            return touched[id] = before.TryGetValue(id, out var was) ? was.Copy() : new();
        }
    }

    /// <summary>Water of a thing, g.</summary>
    public double GramsOf(Guid id) =>
        touched.TryGetValue(id, out var water) || before.TryGetValue(id, out water) ? water.Grams : 0;

    /// <summary>g of water on a g of a thing.</summary>
    public double PerGram(KitItem item) => Moisture.PerGram(item, GramsOf(item.Id));

    /// <summary>What loosens the loft of a thing, g of liquid water on a g of it.</summary>
    public double Loosening(KitItem item) =>
        touched.TryGetValue(item.Id, out var water) || before.TryGetValue(item.Id, out water)
            ? Moisture.PerGram(item, water.Loosening)
            : 0;

    /// <summary>Wets a thing as far as it holds; what it took, g.</summary>
    public double Wet(KitItem item, double grams)
    {
        var takes = Math.Clamp(Moisture.CapacityG(item) - GramsOf(item.Id), 0, Math.Max(0, grams));
        if (takes > 0)
            this[item.Id].Add(takes);
        return takes;
    }

    /// <summary>Lets hoar settle on a thing as far as it holds; what it took, g.</summary>
    public double Frost(KitItem item, double grams)
    {
        var takes = Math.Clamp(Moisture.CapacityG(item) - GramsOf(item.Id), 0, Math.Max(0, grams));
        if (takes > 0)
            this[item.Id].Hoar += takes;
        return takes;
    }

    /// <summary>Knocks a share of the frost off the outer face of a thing; what it lost, g.</summary>
    public double Brush(KitItem item, double share) => GramsOf(item.Id) > 0 ? this[item.Id].Brush(share) : 0;

    /// <summary>What hoar is left on a thing melts into it.</summary>
    public void Melt(KitItem item)
    {
        if (GramsOf(item.Id) > 0)
            this[item.Id].Melt();
    }

    /// <summary>Dries a thing; what it lost, g.</summary>
    public double Dry(KitItem item, double grams) => grams > 0 && GramsOf(item.Id) > 0 ? this[item.Id].Lose(grams) : 0;

    /// <summary>Puts things as wet as they are elsewhere.</summary>
    /// <param name="elsewhere">Their water there.</param>
    /// <param name="ids">Which things.</param>
    public void Put(Water elsewhere, IEnumerable<Guid> ids)
    {
        foreach (var id in ids)
            touched[id] = (elsewhere.StateOf(id) as ThingWater)?.Copy() ?? new();
    }

    /// <summary>As it is now; what is in hand must not be changed after that.</summary>
    public Water Give()
    {
        var things = new Dictionary<Guid, ThingWater>(before);
        foreach (var (id, water) in touched)
        {
            if (water.Grams > 0)
                things[id] = water;
            else
                things.Remove(id);
        }
        return new(things);
    }
}
