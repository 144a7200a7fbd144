using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>A thing in the stack, with the resistance it keeps there.</summary>
/// <param name="Item">The thing.</param>
/// <param name="Use">How it is used.</param>
/// <param name="Dry">Resistance when new and alone, m²K/W.</param>
/// <param name="Local">Resistance in this stack after every correction, by region, averaged over the region, m²K/W.</param>
/// <param name="Corrections">Each correction that changed it.</param>
public sealed record PlacedItem(
    KitItem Item,
    Layer Use,
    double Dry,
    ByRegion<double> Local,
    IReadOnlyList<Correction> Corrections
);

/// <summary>A stack read at one wetness.</summary>
public sealed record BuiltStack
{
    private readonly double[] mean;
    private readonly double[] alone;
    private IReadOnlyList<PlacedItem>? items;

    internal BuiltStack(LayerStack layers, Conductances thermal, double[] mean, double[] alone) =>
        (Layers, Thermal, this.mean, this.alone) = (layers, thermal, mean, alone);

    /// <summary>What it was read from.</summary>
    public LayerStack Layers { get; }

    /// <summary>What the heat balance needs.</summary>
    public Conductances Thermal { get; init; }

    /// <summary>Every thing from the ground up with what it keeps and why.</summary>
    public IReadOnlyList<PlacedItem> Items => items ??= [.. Layers.Things.Select((_, i) => Placed(i))];

    /// <summary>Resistance of the thing at a place, averaged over a region with its cover, m²K/W.</summary>
    public double Mean(int i, Region region) => mean[(int)region * Layers.Things.Count + i];

    /// <summary>What each thing gives by itself, as wet as it is, m²K/W.</summary>
    internal double[] Alone => alone;

    private PlacedItem Placed(int i)
    {
        var thing = Layers.Things[i];
        return new(thing.Item, thing.Use, thing.Dry, Regions.Each(r => Mean(i, r)), Layers.Why(i, alone, mean));
    }
}
