using System.Collections.Concurrent;
using Ermine.Core.Body;

namespace Ermine.Core.Choosing;

/// <summary>How a thing lies on the body.</summary>
internal enum Lays
{
    /// <summary>Under it.</summary>
    Under,

    /// <summary>Worn: it lies under the body too, and creases in a bag.</summary>
    Worn,

    /// <summary>Over it.</summary>
    Over,

    /// <summary>It gives nothing by itself.</summary>
    Nowhere,
}

/// <summary>What a thing gives at its best and where.</summary>
/// <param name="Lays">How it lies.</param>
/// <param name="Gives">Resistance over or under each region where it lies, m²K/W.</param>
/// <param name="From">Where it begins in each region, from its head end, 0–1.</param>
/// <param name="To">Where it ends.</param>
/// <param name="Film">Cloth that keeps back at least as much of the skin's vapour as its fabric does, over the covered body, m²K/W.</param>
/// <param name="Spares">At most such a share of what frost costs without it its fabric spares.</param>
internal sealed record Giving(
    Lays Lays,
    ByRegion<double> Gives,
    ByRegion<double> From,
    ByRegion<double> To,
    double Film = 0,
    double Spares = 0
);

/// <summary>Of a thing what it gives in a region, and the parts of it that it covers there.</summary>
internal readonly record struct Lie(int Region, int From, int To, double Gives, double Covers);

/// <summary>What each of many things gives to the parts of regions.</summary>
/// <param name="Lies">Of each thing, one after the other.</param>
/// <param name="First">Where those of each begin.</param>
internal sealed record PartsLain(Lie[] Lies, int[] First)
{
    /// <summary>Those of one thing.</summary>
    public ReadOnlySpan<Lie> Of(int thing) => Lies.AsSpan(First[thing]..First[thing + 1]);
}

/// <summary>What some of many things give, laid flat for those who ask thousands of times, and where their edges cut the regions.</summary>
internal sealed class Givings
{
    /// <summary>Edges no further apart than this are one.</summary>
    public const double Edge = 1e-9;

    private readonly double[] gives,
        from,
        to;
    private readonly double[][] overEdges,
        underEdges;

    /// <summary>Lays things flat.</summary>
    /// <param name="things">All, by number.</param>
    /// <param name="used">Those that count.</param>
    public Givings(Giving[] things, int[] used)
    {
        Used = used;
        Lays = [.. things.Select(t => t.Lays)];
        Films = [.. things.Select(t => t.Film)];
        Spares = [.. things.Select(t => t.Spares)];
        (gives, from, to) = (Flat(t => t.Gives), Flat(t => t.From), Flat(t => t.To));
        (overEdges, underEdges) = (Edges(under: false), Edges(under: true));

        double[] Flat(Func<Giving, ByRegion<double>> of) =>
            [.. things.SelectMany(t => Regions.All.Select(r => of(t)[r]))];
        double[][] Edges(bool under) =>
            [
                .. Regions.All.Select(r =>
                    used.Where(n => Counts(n, under))
                        .SelectMany(n => new[] { things[n].From[r], things[n].To[r] })
                        .Where(e => e is > Edge and < 1 - Edge)
                        .Distinct()
                        .Order()
                        .ToArray()
                ),
            ];
    }

    /// <summary>How many things there are.</summary>
    public int Count => Lays.Length;

    /// <summary>Those that count.</summary>
    public int[] Used { get; }

    /// <summary>How each thing lies.</summary>
    public Lays[] Lays { get; }

    /// <summary>Cloth that keeps back as much of the skin's vapour as the fabric of each, m²K/W.</summary>
    public double[] Films { get; }

    /// <summary>Share of what frost costs that the fabric of each spares at most.</summary>
    public double[] Spares { get; }

    /// <summary>Resistance of a thing where it lies in a region, m²K/W.</summary>
    public double Gives(int thing, int region) => gives[thing * Regions.Count + region];

    /// <summary>Share of a region that a thing covers, 0–1.</summary>
    public double Covers(int thing, int region)
    {
        var at = thing * Regions.Count + region;
        return to[at] - from[at];
    }

    private bool Counts(int thing, bool under) => Lays[thing] == Choosing.Lays.Under == under;

    /// <summary>Where the parts of a region end, from its head end: at the edges of things and at others.</summary>
    public double[] Ends(Region region, bool under, IEnumerable<double> others)
    {
        double[] edges = [.. others, .. (under ? underEdges : overEdges)[(int)region]];
        Array.Sort(edges);
        var (ends, begins) = (new List<double>(edges.Length), 0.0);
        foreach (var end in edges)
        {
            if (end - begins < Edge)
                continue;
            ends.Add(end);
            begins = end;
        }
        return [.. ends];
    }

    private readonly ConcurrentDictionary<string, PartsLain> lain = [];

    /// <summary>What each thing gives to the parts of regions; remembered, for most beds have the same.</summary>
    /// <param name="over">Where the parts over each region end.</param>
    /// <param name="under">Where those under it end.</param>
    public PartsLain Lain(double[][] over, double[][] under) =>
        lain.GetOrAdd(
            string.Join(';', over.Concat(under).Select(ends => string.Join(' ', ends))),
            static (_, of) => of.This.Lay(of.over, of.under),
            (This: this, over, under)
        );

    private PartsLain Lay(double[][] over, double[][] under)
    {
        var parts = new (int From, int To)[Count * Regions.Count];
        var (firstOver, firstUnder) = (0, 0);
        foreach (var region in Regions.All)
        {
            Cover(region, under: false, over[(int)region], firstOver, parts);
            Cover(region, under: true, under[(int)region], firstUnder, parts);
            firstOver += over[(int)region].Length;
            firstUnder += under[(int)region].Length;
        }
        var (all, first) = (new List<Lie>(), new int[Count + 1]);
        for (var thing = 0; thing < Count; thing++)
        {
            for (var r = 0; r < Regions.Count; r++)
            {
                var (from, to) = parts[thing * Regions.Count + r];
                if (to > from)
                    all.Add(new(r, from, to, Gives(thing, r), Covers(thing, r)));
            }
            first[thing + 1] = all.Count;
        }
        return new([.. all], first);
    }

    /// <summary>Tells of each thing that counts which parts of a region it covers.</summary>
    /// <param name="region">The region.</param>
    /// <param name="under">Those that lie under the body, or the others.</param>
    /// <param name="ends">Where the parts end.</param>
    /// <param name="first">Number of the first part.</param>
    /// <param name="parts">From which part to before which each thing covers each region.</param>
    private void Cover(Region region, bool under, double[] ends, int first, (int From, int To)[] parts)
    {
        foreach (var n in Used)
        {
            if (!Counts(n, under))
                continue;
            var at = n * Regions.Count + (int)region;
            var (one, begins) = (0, 0.0);
            while (one < ends.Length && from[at] > begins + Edge)
                begins = ends[one++];
            var last = one;
            while (last < ends.Length && to[at] >= ends[last] - Edge)
                last++;
            if (last > one)
                parts[at] = (first + one, first + last);
        }
    }
}
