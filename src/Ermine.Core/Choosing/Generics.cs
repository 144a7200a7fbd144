using Ermine.Core.Body;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Choosing;

/// <summary>A plain piece not owned yet, and what it would do for one night.</summary>
/// <param name="Piece">What it is, as it would stand in the kit.</param>
/// <param name="Gain">How much colder the night may be; null where it then holds in any air, or held in none before.</param>
/// <param name="HoldsGain">How much further it then holds; null as the gain is.</param>
/// <param name="Then">What the night comes to with it.</param>
/// <param name="Covers">It closes the gap by itself.</param>
/// <param name="GainPerKg">Degrees per kilogram; null where the gain is.</param>
/// <param name="Price">Price typed for it; null where none was.</param>
/// <param name="GainPerHundred">Degrees per hundred coins; null where no price was typed or the gain is.</param>
public sealed record Buy(
    KitItem Piece,
    TemperatureDifference? Gain,
    TemperatureDifference? HoldsGain,
    Outcome Then,
    bool Covers,
    double? GainPerKg,
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
    /// <param name="run">The trip.</param>
    /// <param name="night">Which night, from 0.</param>
    /// <param name="prices">Prices typed, by piece.</param>
    public static IReadOnlyList<Buy> For(TripRun run, int night, IReadOnlyDictionary<Guid, double> prices)
    {
        var closet = run.Closet.With(Pieces.Where(p => run.Closet.Find(p.Id) is null));
        var asking = run.Knowing(closet);
        var system = run.SystemOf(night);
        var now = Outcome.Of(run, night);
        var bag = system.ThingsIn(closet).FirstOrDefault(t => t.Kind == ItemKind.Bag);
        return
        [
            .. Pieces
                .Where(p => p.Kind != ItemKind.Underquilt || system.Bed.Hammock is not null)
                .AsParallel()
                .AsOrdered()
                .WithCancellation(run.Context.Stop)
                .Select(piece =>
                {
                    var changed =
                        piece.Kind == ItemKind.Bag && bag is not null
                            ? SystemChange.Swap(system, bag.Id, piece.Id)
                            : SystemChange.Add(system, piece, closet);
                    var then = Outcome.Of(asking.With(asking.Sleeping(night, changed)), night);
                    double? price = prices.TryGetValue(piece.Id, out var typed) && typed > 0 ? typed : null;
                    var gain = then.GainOver(now);
                    return (
                        Better: then.IsBetterThan(now, Fixes.WorthMentioning),
                        Buy: new Buy(
                            piece,
                            gain,
                            then.Holds.Together.ColderThan(now.Holds.Together),
                            then,
                            Fixes.Covers(now, then, onlyDone: false),
                            gain?.Kelvin / piece.MassG * 1000,
                            price,
                            gain?.Kelvin / price * 100
                        )
                    );
                })
                .Where(b => b.Better)
                .Select(b => b.Buy)
                .OrderByDescending(b => b.GainPerHundred ?? -1)
                .ThenByDescending(b => b.GainPerKg ?? double.MaxValue),
        ];
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
