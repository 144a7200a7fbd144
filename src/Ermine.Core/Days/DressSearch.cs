using System.Numerics;
using Ermine.Core.Body;

namespace Ermine.Core.Days;

/// <summary>
/// What a choice costs, in this order: chilled, dripping, wet things, changes, how cool or warm within that, their seconds, grams. Sums are
/// compared from the left, each with room enough for a day.
/// </summary>
/// <param name="Packed">The seven in one number.</param>
public readonly record struct DressCost(ulong Packed)
{
    private const int Grams = 9,
        Seconds = 11,
        Within = 11,
        Changes = 9,
        Wet = 8,
        Hot = 8;

    /// <summary>Most stretches whose sums have room.</summary>
    public const int MostStretches = 48;

    /// <summary>What one unit of each stands for: s, g, g of water (its square root counts), Wh/m² or K beyond the line, g/m²h beyond it.</summary>
    private const double SecondsEach = 10,
        GramsEach = 1000,
        WetEach = 25,
        DebtEach = 4,
        SweatEach = 12;

    /// <summary>Most units of one stretch.</summary>
    private const double MostGrams = 10,
        MostWet = 5,
        MostWithin = 15;

    /// <summary>Of a stretch in something.</summary>
    /// <param name="fare">How one fares in it.</param>
    /// <param name="grams">What it weighs.</param>
    public static DressCost Of(Fare fare, double grams) =>
        Of(
            fare.Cold,
            fare.Hot,
            fare.WetG,
            Beyond((fare.Debt - DayLimits.CoolDebt) / DebtEach)
                + Beyond((fare.Sweat - DayLimits.WarmSweat) / SweatEach),
            grams
        );

    /// <summary>Of a stretch for fingers or toes.</summary>
    /// <param name="celsius">Their temperature at its end.</param>
    /// <param name="grams">What is on them.</param>
    public static DressCost OfEnd(double celsius, double grams) =>
        Of(
            celsius < DayLimits.ChilledEnds ? 3
                : celsius < DayLimits.CoolEnds ? 1
                : 0,
            0,
            0,
            Beyond(DayLimits.CoolEnds - celsius),
            grams
        );

    /// <summary>Of changing something.</summary>
    public static DressCost OfChange(int changes, double seconds) =>
        new(
            (ulong)changes << (Within + Seconds + Grams)
                | (ulong)Math.Min(200, Math.Ceiling(seconds / SecondsEach)) << Grams
        );

    /// <summary>Of opening or closing what is worn: the least that a change takes.</summary>
    public static DressCost OfOpening { get; } = OfChange(0, SecondsEach);

    private static DressCost Of(int cold, int hot, double wetG, int within, double grams) =>
        new(
            (ulong)cold << (Hot + Wet + Changes + Within + Seconds + Grams)
                | (ulong)hot << (Wet + Changes + Within + Seconds + Grams)
                | (ulong)Math.Min(MostWet, Math.Sqrt(wetG / WetEach)) << (Changes + Within + Seconds + Grams)
                | (ulong)within << (Seconds + Grams)
                | (ulong)Math.Min(MostGrams, grams / GramsEach)
        );

    private static int Beyond(double beyond) => (int)Math.Clamp(beyond, 0, MostWithin);

    /// <summary>Nothing in it is cool.</summary>
    public bool IsNotCold => Packed >> (Hot + Wet + Changes + Within + Seconds + Grams) == 0;

    /// <summary>Both.</summary>
    public static DressCost operator +(DressCost a, DressCost b) => new(a.Packed + b.Packed);

    /// <summary>Whether the first is less.</summary>
    public static bool operator <(DressCost a, DressCost b) => a.Packed < b.Packed;

    /// <summary>Whether the first is more.</summary>
    public static bool operator >(DressCost a, DressCost b) => a.Packed > b.Packed;
}

/// <summary>What a search for clothes is told.</summary>
/// <param name="Bits">How many pieces there are, from the skin out.</param>
/// <param name="Openings">In how many ways what is worn can be closed; 1 where there are no openings.</param>
/// <param name="Costs">For every stretch what each set costs in it, closed in each way: set × openings + opening; <see cref="DressSearch.Never"/> where it cannot be worn.</param>
/// <param name="Flips">For every stretch and piece what it costs to put it on or take it off before it, without what lies over it.</param>
/// <param name="Lifted">Seconds to take off a piece that lies over one that is changed, and put it on again.</param>
/// <param name="Open">Cost of opening or closing what is worn.</param>
public sealed record DressProblem(
    int Bits,
    int Openings,
    IReadOnlyList<DressCost[]> Costs,
    IReadOnlyList<DressCost[]> Flips,
    IReadOnlyList<double> Lifted,
    DressCost Open
)
{
    /// <summary>What lifting every piece of a set costs.</summary>
    internal DressCost[] Lifts { get; } = LiftsOf(Bits, Lifted);

    private static DressCost[] LiftsOf(int bits, IReadOnlyList<double> lifted)
    {
        var lifts = new DressCost[1 << bits];
        for (var set = 1u; set < lifts.Length; set++)
        {
            var first = BitOperations.TrailingZeroCount(set);
            lifts[set] = lifts[set & (set - 1)] + DressCost.OfChange(0, lifted[first]);
        }
        return lifts;
    }
}

/// <summary>
/// The cheapest clothes for every stretch of a day: exact over all sets, by dynamic programming over stretches. What a change costs is a sum
/// over pieces, so the cheapest way from any set to any other is found one piece after the other, from the skin out; pieces that are still
/// worn over one that changes have to be lifted.
/// </summary>
public static class DressSearch
{
    /// <summary>What cannot be worn costs this, and more than anything that can.</summary>
    public static readonly DressCost Never = new(ulong.MaxValue);

    /// <summary>Finds them.</summary>
    /// <param name="problem">What is asked.</param>
    /// <param name="stop">Ends the work.</param>
    /// <returns>For every stretch its set and how it is closed, and what the whole costs; null where nothing can be worn in some stretch.</returns>
    public static (IReadOnlyList<(uint Set, int Opening)> Chosen, DressCost Cost)? Solve(
        DressProblem problem,
        CancellationToken stop = default
    )
    {
        var ways = problem.Openings;
        var states = (1 << problem.Bits) * ways;
        var now = new DressCost[states];
        var origins = new List<int[]>();
        for (var stretch = 0; stretch < problem.Costs.Count; stretch++)
        {
            stop.ThrowIfCancellationRequested();
            var origin = new int[states];
            for (var s = 0; s < states; s++)
                origin[s] = s;
            if (stretch > 0)
                Change(problem, problem.Flips[stretch], now, origin);
            var costs = problem.Costs[stretch];
            for (var s = 0; s < states; s++)
                now[s] = now[s] < Never && costs[s] < Never ? now[s] + costs[s] : Never;
            origins.Add(origin);
        }
        var last = 0;
        for (var s = 1; s < states; s++)
        {
            if (now[s] < now[last])
                last = s;
        }
        if (!(now[last] < Never))
            return null;
        var cost = now[last];
        var chosen = new (uint, int)[problem.Costs.Count];
        for (var stretch = chosen.Length - 1; stretch >= 0; stretch--)
        {
            chosen[stretch] = ((uint)(last / ways), last % ways);
            last = origins[stretch][last];
        }
        return (chosen, cost);
    }

    /// <summary>Cost of going from one set to another before a stretch.</summary>
    /// <param name="problem">What is asked.</param>
    /// <param name="stretch">Which, from 0.</param>
    /// <param name="from">Worn before.</param>
    /// <param name="to">Worn then.</param>
    public static DressCost ChangeOf(
        DressProblem problem,
        int stretch,
        (uint Set, int Opening) from,
        (uint Set, int Opening) to
    )
    {
        var (cost, set) = (from.Opening == to.Opening ? default : problem.Open, from.Set);
        for (var bit = 0; bit < problem.Bits; bit++)
        {
            if (((set ^ to.Set) >> bit & 1) == 0)
                continue;
            cost += problem.Flips[stretch][bit] + problem.Lifts[Over(set, bit)];
            set ^= 1u << bit;
        }
        return cost;
    }

    private static void Change(DressProblem problem, DressCost[] flips, DressCost[] now, int[] origin)
    {
        var (sets, ways) = (1u << problem.Bits, problem.Openings);
        for (var set = 0; set < sets && ways > 1; set++)
        {
            var best = set * ways;
            for (var way = 1; way < ways; way++)
            {
                if (now[set * ways + way] < now[best])
                    best = set * ways + way;
            }
            if (!(now[best] < Never))
                continue;
            var opened = now[best] + problem.Open;
            for (var way = 0; way < ways; way++)
            {
                var s = set * ways + way;
                if (opened < now[s])
                    (now[s], origin[s]) = (opened, origin[best]);
            }
        }
        for (var bit = 0; bit < problem.Bits; bit++)
        {
            for (var set = 0u; set < sets; set++)
            {
                if ((set >> bit & 1) != 0)
                    continue;
                var flip = flips[bit] + problem.Lifts[Over(set, bit)];
                var (bare, worn) = ((int)set * ways, (int)(set | 1u << bit) * ways);
                for (var way = 0; way < ways; way++, bare++, worn++)
                {
                    var (without, with) = (now[bare], now[worn]);
                    if (without < with)
                    {
                        if (without + flip < with)
                            (now[worn], origin[worn]) = (without + flip, origin[bare]);
                    }
                    else if (with < without && with + flip < without)
                        (now[bare], origin[bare]) = (with + flip, origin[worn]);
                }
            }
        }
    }

    /// <summary>What is still worn over a piece, which has to come off first.</summary>
    private static uint Over(uint set, int bit) => set >> (bit + 1) << (bit + 1);
}
