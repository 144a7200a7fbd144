using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Choosing;

/// <summary>A plain piece not owned yet, and what it would do for one night.</summary>
/// <param name="Piece">What it is, as it would stand in the kit.</param>
/// <param name="Gain">Degrees of comfort gained.</param>
/// <param name="Covers">It closes the gap by itself.</param>
/// <param name="GainPerKg">Degrees per kilogram.</param>
/// <param name="Price">Price typed for it; null where none was.</param>
/// <param name="GainPerHundred">Degrees per hundred coins; null where no price was typed.</param>
public sealed record Buy(
    KitItem Piece,
    TemperatureDifference Gain,
    bool Covers,
    double GainPerKg,
    double? Price,
    double? GainPerHundred
);

/// <summary>What to buy: plain pieces with usual weights and warmth (assumptions), no shop and no maker.</summary>
public static class Generics
{
    private static readonly ByRegion<double> Whole = new(1, 1, 1, 1);
    private static readonly ByRegion<double> NoHead = new(0, 1, 1, 1);

    /// <summary>The pieces.</summary>
    public static IReadOnlyList<KitItem> Pieces { get; } =
    [
        Piece(1, "Thin foam pad", ItemKind.Pad, 200, ClaimKind.RValue, 1, Whole, Material.Foam),
        Piece(2, "Foam pad", ItemKind.Pad, 400, ClaimKind.RValue, 2, Whole, Material.Foam),
        Piece(3, "Winter inflatable pad", ItemKind.Pad, 600, ClaimKind.RValue, 5, Whole, Material.Inflatable),
        Piece(4, "Down booties", ItemKind.Garment, 200, ClaimKind.LoftCm, 3.5, new(0, 0, 0.12, 1), Material.Down),
        Piece(
            5,
            "Insulated hood",
            ItemKind.Garment,
            110,
            ClaimKind.SquareMetreKelvinPerWatt,
            0.35,
            new(1, 0, 0, 0),
            Material.SyntheticFill
        ),
        Piece(
            6,
            "Thick hat or balaclava",
            ItemKind.Garment,
            80,
            ClaimKind.SquareMetreKelvinPerWatt,
            0.18,
            new(1, 0, 0, 0),
            Material.Wool
        ),
        Piece(
            7,
            "Synthetic jacket, light",
            ItemKind.Garment,
            450,
            ClaimKind.LoftCm,
            2.5,
            new(0, 0.95, 0, 0),
            Material.SyntheticFill
        ),
        Piece(8, "Down jacket", ItemKind.Garment, 450, ClaimKind.LoftCm, 4.5, new(0.1, 0.95, 0, 0), Material.Down),
        Piece(
            9,
            "Insulated trousers",
            ItemKind.Garment,
            400,
            ClaimKind.LoftCm,
            2.5,
            new(0, 0.12, 0.95, 0),
            Material.SyntheticFill
        ),
        Piece(10, "Vapour barrier liner", ItemKind.VapourBarrier, 170, null, 0, NoHead, Material.Coated),
        Piece(11, "Synthetic overquilt", ItemKind.Quilt, 1000, ClaimKind.Comfort, 3, NoHead, Material.SyntheticFill),
        Piece(12, "Down quilt for outside", ItemKind.Quilt, 650, ClaimKind.Comfort, 0, NoHead, Material.Down),
        Piece(13, "Bivy, windproof", ItemKind.Bivy, 350, null, 0, Whole, Material.SyntheticFabric),
        Piece(14, "Underquilt for −10 °C", ItemKind.Underquilt, 600, ClaimKind.Comfort, -10, Whole, Material.Down),
        Piece(15, "Winter bag for −20 °C", ItemKind.Bag, 1500, ClaimKind.Comfort, -20, Whole, Material.Down),
        Piece(16, "Winter bag for −30 °C", ItemKind.Bag, 1850, ClaimKind.Comfort, -30, Whole, Material.Down),
    ];

    /// <summary>What each piece would do for a night, most degrees per gram first; what does next to nothing is left out.</summary>
    /// <param name="planner">Answers the night.</param>
    /// <param name="index">Which night, from 0.</param>
    /// <param name="prices">Prices typed, by piece.</param>
    public static IReadOnlyList<Buy> For(NightPlanner planner, int index, IReadOnlyDictionary<Guid, double> prices)
    {
        var closet = planner.Closet.With(Pieces.Where(p => planner.Closet.Find(p.Id) is null));
        var asking = planner.With(closet);
        var system = planner.SystemOf(index);
        var low = planner.Weather(index)?.Low.PlanFor;
        var now = planner.Comfort(index, system) ?? new Temperature(HeatBalance.SearchTo);
        var buys = new List<Buy>();
        foreach (var piece in Pieces.Where(p => p.Kind != ItemKind.Underquilt || system.Hammock is not null))
        {
            var bag = system.Layers.FirstOrDefault(l => closet.Find(l.ItemId)?.Kind == ItemKind.Bag);
            var changed =
                piece.Kind == ItemKind.Bag && bag is not null
                    ? SystemChange.Swap(system, bag.ItemId, piece.Id)
                    : SystemChange.Add(system, piece, closet);
            if (asking.Comfort(index, changed) is not { } then || (now - then).Kelvin < Fixes.WorthMentioning)
                continue;
            var gain = now - then;
            double? price = prices.TryGetValue(piece.Id, out var typed) && typed > 0 ? typed : null;
            buys.Add(
                new(
                    piece,
                    gain,
                    low is { } l && now > l && then <= l,
                    gain.Kelvin / piece.MassG * 1000,
                    price,
                    price is { } p ? gain.Kelvin / p * 100 : null
                )
            );
        }
        return [.. buys.OrderByDescending(b => b.GainPerHundred ?? -1).ThenByDescending(b => b.GainPerKg)];
    }

    private static KitItem Piece(
        int number,
        string name,
        ItemKind kind,
        double massG,
        ClaimKind? claim,
        double value,
        ByRegion<double> cover,
        Material material
    ) =>
        new(
            new Guid(number, 0x6572, 0x6d69, [0x6e, 0x65, 0, 0, 0, 0, 0, 0]),
            name,
            kind,
            massG,
            claim is { } c ? [new(c, value)] : [],
            ClaimSource.Estimated,
            cover,
            material,
            Hood: kind == ItemKind.Bag,
            Collar: kind == ItemKind.Bag,
            Windproof: kind == ItemKind.Bivy
        );
}
