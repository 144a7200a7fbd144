using Ermine.Core.Kit;

namespace Ermine.Core.Frost;

/// <summary>
/// Water in one thing, g: at the outer face of each of its slices, apart for the part of the body that a vapour barrier covers, and
/// what its fibres hold bound. It belongs to the thing, so that it goes along when layers are moved.
/// </summary>
public sealed class ThingWater
{
    /// <summary>Faces of a thing: its slices and its shell.</summary>
    public const int Faces = VapourColumn.UsualSlices + 1;

    /// <summary>Where no barrier lies, by slice from the inside out.</summary>
    public double[] Open { get; private init; } = new double[Faces];

    /// <summary>Where a barrier lies, by slice from the inside out.</summary>
    public double[] Barred { get; private init; } = new double[Faces];

    /// <summary>Bound by its fibres.</summary>
    public double Bound { get; set; }

    /// <summary>All of it, g.</summary>
    public double Grams
    {
        get
        {
            var sum = Bound;
            for (var i = 0; i < Faces; i++)
                sum += Open[i] + Barred[i];
            return sum;
        }
    }

    /// <summary>By slice from the inside out, both parts together, g.</summary>
    public IReadOnlyList<double> BySlice => [.. Open.Zip(Barred, (a, b) => a + b)];

    /// <summary>A copy that changes by itself.</summary>
    public ThingWater Copy() =>
        new()
        {
            Open = [.. Open],
            Barred = [.. Barred],
            Bound = Bound,
        };

    /// <summary>Wets it through and through.</summary>
    /// <param name="grams">g, 0 or more.</param>
    public void Add(double grams)
    {
        for (var i = 0; i < Faces; i++)
            Open[i] += grams / Faces;
    }

    /// <summary>Dries it evenly; never below nothing.</summary>
    /// <param name="grams">g, 0 or more.</param>
    /// <returns>What it lost, g.</returns>
    public double Lose(double grams)
    {
        var all = Grams;
        var lost = Math.Min(grams, all);
        if (all > 0)
            Scale(1 - lost / all);
        return lost;
    }

    /// <summary>Knocks frost off its outer face.</summary>
    /// <param name="share">Share that falls, 0–1.</param>
    /// <returns>What it lost, g.</returns>
    public double Brush(double share)
    {
        var lost = share * (Open[^1] + Barred[^1]);
        Open[^1] *= 1 - share;
        Barred[^1] *= 1 - share;
        return lost;
    }

    /// <summary>Moves all water to the part of the body that is there.</summary>
    /// <param name="barred">Share of the body that a barrier covers, 0–1.</param>
    public void Settle(double barred)
    {
        for (var i = 0; i < Faces; i++)
        {
            if (barred <= 0 && Barred[i] > 0)
                (Open[i], Barred[i]) = (Open[i] + Barred[i], 0);
            else if (barred >= 1 && Open[i] > 0)
                (Open[i], Barred[i]) = (0, Open[i] + Barred[i]);
        }
    }

    private void Scale(double by)
    {
        for (var i = 0; i < Faces; i++)
        {
            Open[i] *= by;
            Barred[i] *= by;
        }
        Bound *= by;
    }
}

/// <summary>Water in everything that comes along, by thing.</summary>
public sealed class WaterState
{
    private readonly Dictionary<Guid, ThingWater> things = [];

    /// <summary>Water of a thing; a dry one where nothing is known of it.</summary>
    public ThingWater this[Guid id] => things.TryGetValue(id, out var water) ? water : things[id] = new();

    /// <summary>Things that hold water.</summary>
    public IEnumerable<Guid> Wet => things.Where(t => t.Value.Grams > 0).Select(t => t.Key);

    /// <summary>Water of a thing, g.</summary>
    public double GramsOf(Guid id) => things.TryGetValue(id, out var water) ? water.Grams : 0;

    /// <summary>g of water on a g of a thing.</summary>
    public double PerGram(KitItem item) =>
        things.TryGetValue(item.Id, out var water) ? water.Grams / Math.Max(1, Moisture.HoldingMassG(item)) : 0;

    /// <summary>All water, g.</summary>
    public double Grams => things.Values.Sum(t => t.Grams);

    /// <summary>A copy that changes by itself.</summary>
    public WaterState Copy()
    {
        var copy = new WaterState();
        foreach (var (id, water) in things)
        {
            if (water.Grams > 0)
                copy.things[id] = water.Copy();
        }
        return copy;
    }
}
