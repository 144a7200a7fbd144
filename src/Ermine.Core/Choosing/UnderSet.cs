using System.Numerics;
using Ermine.Core.Body;
using Ermine.Core.Kit;

namespace Ermine.Core.Choosing;

/// <summary>Pads and underquilts to lie on.</summary>
/// <param name="Chosen">The things, by number.</param>
/// <param name="Cost">What they cost: grams, and what is put on those that others want too.</param>
internal sealed record UnderSet(int[] Chosen, double Cost)
{
    /// <summary>They, as one number.</summary>
    public BigInteger Key { get; private init; }

    /// <summary>What they let through at least more as they lie than they count for where more may come, W/m²K of what lies; null where that is not known.</summary>
    public ByRegion<double>? Beyond { get; init; }

    /// <summary>What lies under each part of each region, m²K/W.</summary>
    private double[] Gives { get; init; } = [];

    private double Litres { get; init; }

    private bool Foam { get; init; }

    /// <summary>Arms slide off.</summary>
    private bool Narrow { get; init; }

    /// <summary>
    /// Every set worth lying on, the cheapest first: for one that is left out there is another that is as cheap and as small and nowhere gives
    /// less. Nothing under the body holds water, so that is so on every night.
    /// </summary>
    /// <param name="things">What may be chosen.</param>
    /// <param name="giving">What each gives.</param>
    /// <param name="cost">What each costs.</param>
    public static IReadOnlyList<UnderSet> WorthLyingOn(ChoiceThings things, Giving[] giving, double[] cost) =>
        Sets(things, giving, cost, Best);

    /// <summary>Every set that costs less than a limit, the cheapest first.</summary>
    /// <param name="things">What may be chosen.</param>
    /// <param name="giving">What each gives.</param>
    /// <param name="cost">What each costs.</param>
    /// <param name="most">The limit.</param>
    public static IReadOnlyList<UnderSet> Every(ChoiceThings things, Giving[] giving, double[] cost, double most) =>
        Sets(things, giving, cost, sets => [.. sets.Where(s => s.Cost < most).OrderBy(s => s.Cost)]);

    private static List<UnderSet> Sets(
        ChoiceThings things,
        Giving[] giving,
        double[] cost,
        Func<List<UnderSet>, List<UnderSet>> kept
    )
    {
        List<int> under = [.. Enumerable.Range(0, giving.Length).Where(n => giving[n].Lays == Lays.Under)];
        var edges = Regions.Each(r =>
            under
                .SelectMany(n => new[] { giving[n].From[r], giving[n].To[r] })
                .Append(1)
                .Where(e => e > 0)
                .Distinct()
                .Order()
                .ToArray()
        );
        List<UnderSet> found = [new([], 0) { Gives = new double[Regions.All.Sum(r => edges[r].Length)] }];
        foreach (var n in under.OrderByDescending(n => things.All[n].Pinned))
        {
            var (twin, thing) = (things.Twins[n], things.All[n]);
            List<UnderSet> more =
            [
                .. found
                    .Where(s => twin < 0 || s.Chosen.Contains(twin))
                    .Select(s => new UnderSet([.. s.Chosen, n], s.Cost + cost[n])
                    {
                        Key = s.Key | BigInteger.One << n,
                        Gives = Added(s.Gives, giving[n], edges),
                        Litres = s.Litres + thing.Litres,
                        Foam = s.Foam || ChoiceThings.IsFoam(thing.Item),
                        Narrow =
                            thing.Item is { Kind: ItemKind.Pad, Narrow: true } && (s.Chosen.Length == 0 || s.Narrow),
                    }),
            ];
            found = thing.Pinned ? more : kept([.. found, .. more]);
        }
        return found;
    }

    private static double[] Added(double[] to, Giving thing, ByRegion<double[]> edges)
    {
        var (sum, at) = ((double[])[.. to], 0);
        foreach (var region in Regions.All)
        {
            var from = 0.0;
            foreach (var end in edges[region])
            {
                if (thing.From[region] <= from + 1e-9 && thing.To[region] >= end - 1e-9)
                    sum[at] += thing.Gives[region];
                (from, at) = (end, at + 1);
            }
        }
        return sum;
    }

    private static List<UnderSet> Best(List<UnderSet> sets)
    {
        List<UnderSet> best = [];
        foreach (var set in sets.OrderBy(s => s.Cost).ThenBy(s => s.Chosen.Length))
        {
            if (!best.Exists(b => b.StandsFor(set)))
                best.Add(set);
        }
        return best;
    }

    private bool StandsFor(UnderSet other) =>
        Litres <= other.Litres && (Foam || !other.Foam) && (!Narrow || other.Narrow) && GivesNoLess(other);

    private bool GivesNoLess(UnderSet other)
    {
        for (var n = 0; n < Gives.Length; n++)
        {
            if (Gives[n] < other.Gives[n] - 1e-12)
                return false;
        }
        return true;
    }
}
