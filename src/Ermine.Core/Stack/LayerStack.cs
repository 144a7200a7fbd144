using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>One thing of a stack with what does not hang on water: every correction but damp, girth and floor.</summary>
/// <param name="Item">The thing.</param>
/// <param name="Use">How it is used.</param>
/// <param name="Dry">Resistance when new and alone, m²K/W.</param>
/// <param name="Factor">What it is multiplied by besides damp.</param>
/// <param name="Counts">Whether it counts for anything here.</param>
/// <param name="BeforeDamp">Corrections that come before damp.</param>
/// <param name="AfterDamp">Corrections that come after it.</param>
public sealed record LaidThing(
    KitItem Item,
    Layer Use,
    double Dry,
    double Factor,
    bool Counts,
    IReadOnlyList<Correction> BeforeDamp,
    IReadOnlyList<Correction> AfterDamp
)
{
    /// <summary>What it gives over a region or under it, of a resistance that it keeps.</summary>
    public Piece Over(Region region, double kept) =>
        Item.IsTopLayer && region == Region.Head
            ? new(Item is { Kind: ItemKind.Bag, Hood: true } && !Use.HoodOpen ? Labels.ClosedHood * kept : 0, 1)
            : new(kept, Item.Cover[region]);
}

/// <summary>A bag or quilt that may be too narrow for what is in it.</summary>
/// <param name="SpareCm">Room round the chest, cm.</param>
/// <param name="Inside">Places of what is in it.</param>
internal readonly record struct Girth(double SpareCm, int[] Inside);

/// <summary>
/// A sleep system laid out once for one sleeper and one wind: what covers what, and every correction that does not hang on water. It is
/// then read at any wetness, as often as a night asks, without being laid out again.
/// </summary>
public sealed class LayerStack
{
    private static readonly Region[] All = [.. Regions.All];

    private readonly LaidThing[] things;
    private readonly Girth[] girths;
    private readonly int[] over;
    private readonly int[] pads;
    private readonly int[] worn;
    private readonly bool narrow;
    private readonly double leakage;
    private readonly double evaporation;
    private readonly double airOver;
    private readonly double airUnder;

    internal LayerStack(
        LaidThing[] things,
        Girth[] girths,
        SleepSystem system,
        double wind,
        double windUnder,
        double leakage
    )
    {
        (this.things, this.girths, Wind, WindUnder) = (things, girths, wind, windUnder);
        over = Places(i => i.Kind is not (ItemKind.Pad or ItemKind.Underquilt));
        pads = Places(i => i.Kind is ItemKind.Pad or ItemKind.Underquilt);
        worn = Places(i => i.IsWorn);
        Hung = system.Hammock is not null;
        Enclosed = Array.Exists(things, t => t.Item.Kind is ItemKind.Bag or ItemKind.Bivy);
        UnderGap = StackBuilder.GapResistance(system.UnderGap);
        narrow =
            !Hung
            && Array.Exists(things, t => t.Item.Kind == ItemKind.Pad)
            && Array.TrueForAll(pads, p => things[p].Item.Narrow || things[p].Item.Kind == ItemKind.Underquilt);
        TightFeet = Array.Exists(things, t => t.Item is { IsWorn: true, Tight: true, Cover.Feet: > 0 });
        this.leakage = leakage * (1 + 0.3 * wind);
        evaporation = ThermalStack.Evaporation(Regions.Each(Barred));
        (airOver, airUnder) = (Air.Wind.AirLayer(wind), Air.Wind.AirLayer(windUnder));
    }

    /// <summary>Everything from the ground up.</summary>
    public IReadOnlyList<LaidThing> Things => things;

    /// <summary>Wind at the sleeper, m/s.</summary>
    public double Wind { get; }

    /// <summary>Wind along the underside of a hammock, m/s.</summary>
    public double WindUnder { get; }

    /// <summary>A bag or bivy encloses the sleeper, so one layer lies crushed underneath.</summary>
    public bool Enclosed { get; }

    /// <summary>Resistance where no pad lies, m²K/W.</summary>
    public double UnderGap { get; }

    /// <summary>Something worn squeezes the feet.</summary>
    public bool TightFeet { get; }

    private bool Hung { get; }

    /// <summary>Reads the stack as wet as things are.</summary>
    /// <param name="water">Water in a thing, g on a g of fill or fabric; dry where null.</param>
    public BuiltStack At(Func<KitItem, double>? water = null)
    {
        var (kept, torso, damp) = (new double[things.Length], new double[things.Length], new double[things.Length]);
        for (var i = 0; i < things.Length; i++)
        {
            var wet = water?.Invoke(things[i].Item) ?? 0;
            damp[i] = wet > 0 ? Moisture.Kept(things[i].Item.Material, wet) : 1;
            kept[i] = things[i].Dry * things[i].Factor * damp[i];
            torso[i] = 1;
        }
        var squeezed = Squeeze(kept, torso);
        var floored = Floor(kept);
        var thermal = new ThermalStack(
            new(Upward(Region.Head), Upward(Region.Torso), Upward(Region.Legs), Upward(Region.Feet)),
            new(Downward(Region.Head), Downward(Region.Torso), Downward(Region.Legs), Downward(Region.Feet)),
            leakage,
            evaporation,
            Hung
        );
        return new(this, thermal, new(kept, torso, damp, squeezed, floored));

        double Upward(Region region)
        {
            Span<Piece> pieces = stackalloc Piece[over.Length];
            for (var i = 0; i < over.Length; i++)
                pieces[i] = Over(over[i], region, kept, torso);
            var air = airOver;
            return ParallelPaths.Through(pieces, resistance => 1 / (resistance + air));
        }

        double Downward(Region region)
        {
            var pressed = 0.0;
            foreach (var i in worn)
                pressed += Over(i, region, kept, torso).Mean;
            var body = ThermalStack.WornUnderneath(pressed) + (Enclosed && !Hung ? ThermalStack.Crushed : 0);
            double Through(double under) =>
                1 / (body + (Hung ? under + airUnder : ThermalStack.PadEffective(under > 0 ? under : UnderGap)));
            Span<Piece> pieces = stackalloc Piece[pads.Length];
            for (var i = 0; i < pads.Length; i++)
                pieces[i] = Over(pads[i], region, kept, torso);
            var slides = narrow && region == Region.Torso ? StackBuilder.ArmsOffNarrowPad : 0;
            return (1 - slides) * ParallelPaths.Through(pieces, Through) + slides * Through(0);
        }
    }

    internal Piece Over(int i, Region region, double[] kept, double[] torso) =>
        things[i].Over(region, region == Region.Torso ? torso[i] * kept[i] : kept[i]);

    /// <summary>What is too thick for the room round the chest is squeezed there; the factors of each thing, where there are any.</summary>
    private List<(int Thing, double Factor)>? Squeeze(double[] kept, double[] torso)
    {
        List<(int, double)>? squeezed = null;
        foreach (var girth in girths)
        {
            var thick = 0.0;
            foreach (var i in girth.Inside)
                thick += torso[i] * kept[i];
            thick /= Units.Insulation.SIPerLoftCm;
            if (thick <= girth.SpareCm || thick == 0)
                continue;
            foreach (var i in girth.Inside)
            {
                torso[i] *= girth.SpareCm / thick;
                (squeezed ??= []).Add((i, girth.SpareCm / thick));
            }
        }
        return squeezed;
    }

    private List<(int Thing, double Factor)>? Floor(double[] kept)
    {
        List<(int, double)>? floored = null;
        for (var i = 0; i < kept.Length; i++)
        {
            var least = StackBuilder.LeastKept * things[i].Dry;
            if (!things[i].Counts || kept[i] >= least)
                continue;
            (floored ??= []).Add((i, least / Math.Max(kept[i], 1e-9)));
            kept[i] = least;
        }
        return floored;
    }

    private double Barred(Region region)
    {
        var most = 0.0;
        foreach (var i in worn)
        {
            if (things[i].Item.Kind == ItemKind.VapourBarrier)
                most = Math.Max(most, things[i].Item.Cover[region]);
        }
        return most;
    }

    private int[] Places(Predicate<KitItem> of)
    {
        var found = new List<int>(things.Length);
        for (var i = 0; i < things.Length; i++)
        {
            if (of(things[i].Item))
                found.Add(i);
        }
        return [.. found];
    }
}

/// <summary>What the things of a stack keep at one wetness, by place.</summary>
/// <param name="Resistance">m²K/W.</param>
/// <param name="Torso">Factor over the torso, where it is squeezed.</param>
/// <param name="Damp">Factor of damp.</param>
/// <param name="Squeezed">Squeezed at the chest.</param>
/// <param name="Floored">Kept from falling below the floor.</param>
internal sealed record KeptOfThings(
    double[] Resistance,
    double[] Torso,
    double[] Damp,
    List<(int Thing, double Factor)>? Squeezed,
    List<(int Thing, double Factor)>? Floored
);

/// <summary>A stack read at one wetness.</summary>
public sealed record BuiltStack
{
    private readonly KeptOfThings kept;
    private IReadOnlyList<PlacedItem>? items;

    internal BuiltStack(LayerStack layers, ThermalStack thermal, KeptOfThings kept)
    {
        (Layers, Thermal, this.kept) = (layers, thermal, kept);
    }

    /// <summary>What it was read from.</summary>
    public LayerStack Layers { get; }

    /// <summary>What the heat balance needs.</summary>
    public ThermalStack Thermal { get; init; }

    /// <summary>Every thing from the ground up with what it keeps and why.</summary>
    public IReadOnlyList<PlacedItem> Items => items ??= [.. Layers.Things.Select((_, i) => Placed(i))];

    /// <inheritdoc cref="LayerStack.Wind"/>
    public double Wind => Layers.Wind;

    /// <inheritdoc cref="LayerStack.WindUnder"/>
    public double WindUnder => Layers.WindUnder;

    /// <inheritdoc cref="LayerStack.Enclosed"/>
    public bool Enclosed => Layers.Enclosed;

    /// <inheritdoc cref="LayerStack.UnderGap"/>
    public double UnderGap => Layers.UnderGap;

    /// <inheritdoc cref="LayerStack.TightFeet"/>
    public bool TightFeet => Layers.TightFeet;

    /// <summary>Resistance of the thing at a place, averaged over a region with its cover, m²K/W.</summary>
    public double Mean(int i, Region region) => Layers.Over(i, region, kept.Resistance, kept.Torso).Mean;

    private PlacedItem Placed(int i)
    {
        var thing = Layers.Things[i];
        List<Correction> why = [.. thing.BeforeDamp];
        if (kept.Damp[i] < 1)
            why.Add(new(kept.Damp[i], "damp"));
        why.AddRange(thing.AfterDamp);
        foreach (var (_, factor) in (kept.Squeezed ?? []).Where(s => s.Thing == i))
            why.Add(new(factor, "squeezed at the chest: the bag is too narrow for what is in it"));
        foreach (var (_, factor) in (kept.Floored ?? []).Where(f => f.Thing == i))
            why.Add(new(factor, "never below a fifth of its dry insulation"));
        return new(thing.Item, thing.Use, thing.Dry, Regions.Each(r => Mean(i, r)), why);
    }
}
