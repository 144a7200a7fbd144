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
    /// <summary>The pieces: usual things of the types that most often close a gap.</summary>
    public static IReadOnlyList<KitItem> Pieces { get; } =
    [
        .. new[]
        {
            "thinFoamPad",
            "foamPad",
            "winterInflatable",
            "downBooties",
            "synthHood",
            "thickBalaclava",
            "synthJacket",
            "downJacket",
            "synthTrousers",
            "barrierLiner",
            "overquilt",
            "downQuilt",
            "bivy",
            "underquiltDown",
            "downBagWinter",
            "downBagCold",
        }.Select(key => ItemTypes.Find(key)!.Usual),
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
}
