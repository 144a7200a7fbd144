using System.Buffers;
using System.Numerics;
using System.Runtime.InteropServices;
using Ermine.Core.Body;

namespace Ermine.Core.Days;

/// <summary>
/// What a choice costs, in this order: chilled, dripping, wet things, changes, how cool or warm within that, their seconds, grams. Sums are
/// compared from the left, each with room enough for a day.
/// </summary>
/// <param name="Packed">The seven in one number.</param>
public readonly record struct DressCost(ulong Packed)
{
    private const int Grams = 8,
        Seconds = 11,
        Within = 9,
        Changes = 9,
        Wet = 9,
        Hot = 8;

    /// <summary>Most stretches whose sums have room.</summary>
    public const int MostStretches = 48;

    /// <summary>What one unit of each stands for: s, g, g of water (its square root counts), Wh/m² or K beyond the line, g/m²h beyond it.</summary>
    private const double SecondsEach = 10,
        GramsEach = 2000,
        WetEach = 8,
        DebtEach = 4,
        SweatEach = 12;

    /// <summary>Most units of one stretch.</summary>
    private const double MostGrams = 5,
        MostWet = 10,
        MostWithin = 10;

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

    /// <summary>Points of cold; more than any where it cannot be worn.</summary>
    public int PointsOfCold => (int)Math.Min(int.MaxValue, Packed >> (Hot + Wet + Changes + Within + Seconds + Grams));

    /// <summary>Points of heat.</summary>
    public int PointsOfHeat => (int)(Packed >> (Wet + Changes + Within + Seconds + Grams)) & ((1 << Hot) - 1);

    /// <summary>Nothing in it is cool.</summary>
    public bool IsNotCold => PointsOfCold == 0;

    /// <summary>Both.</summary>
    public static DressCost operator +(DressCost a, DressCost b) => new(a.Packed + b.Packed);

    /// <summary>Whether the first is less.</summary>
    public static bool operator <(DressCost a, DressCost b) => a.Packed < b.Packed;

    /// <summary>Whether the first is more.</summary>
    public static bool operator >(DressCost a, DressCost b) => a.Packed > b.Packed;
}

/// <summary>What can be worn in a stretch, and what it costs.</summary>
/// <param name="States">Sets, each closed in some way: set × openings + opening.</param>
/// <param name="Costs">What each costs.</param>
public sealed record StretchCosts(int[] States, DressCost[] Costs)
{
    /// <summary>Of all that can be worn what can be in a cheapest way.</summary>
    /// <param name="costs">What each costs.</param>
    /// <param name="stateOf">Which each is.</param>
    /// <param name="mostChange">The most that a change costs: what costs twice that more than the cheapest is left out; null to keep everything.</param>
    public static StretchCosts Of(ReadOnlySpan<DressCost> costs, Func<int, int> stateOf, DressCost? mostChange)
    {
        var least = new DressCost(ulong.MaxValue);
        foreach (var cost in costs)
            least = cost < least ? cost : least;
        var limit = mostChange is { } most ? least + most + most : new(ulong.MaxValue);
        var count = 0;
        foreach (var cost in costs)
            count += cost < limit ? 1 : 0;
        var some = new StretchCosts(new int[count], new DressCost[count]);
        for (var n = costs.Length - 1; count > 0; n--)
        {
            if (costs[n] < limit)
                (some.States[--count], some.Costs[count]) = (stateOf(n), costs[n]);
        }
        return some;
    }
}

/// <summary>What a search for clothes is told.</summary>
/// <param name="Bits">How many pieces there are, from the skin out.</param>
/// <param name="Openings">In how many ways what is worn can be closed; 1 where there are no openings.</param>
/// <param name="Costs">For every stretch what can be worn in it.</param>
/// <param name="Flips">For every stretch and piece what it costs to put it on or take it off before it, without what lies over it.</param>
/// <param name="Lifted">Seconds to take off a piece that lies over one that is changed, and put it on again.</param>
/// <param name="Open">Cost of opening or closing what is worn.</param>
public sealed record DressProblem(
    int Bits,
    int Openings,
    IReadOnlyList<StretchCosts> Costs,
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
    /// <summary>More than anything costs; what changes add to it does not run over.</summary>
    private static readonly DressCost unreached = new(long.MaxValue - (1L << 48));

    /// <summary>Finds them.</summary>
    /// <param name="problem">What is asked.</param>
    /// <param name="stop">Ends the work.</param>
    /// <returns>For every stretch its set and how it is closed, and what the whole costs; null where nothing can be worn in some stretch.</returns>
    public static (IReadOnlyList<(uint Set, int Opening)> Chosen, DressCost Cost)? Solve(
        DressProblem problem,
        CancellationToken stop = default
    )
    {
        if (problem.Costs.Any(c => c.States.Length == 0))
            return null;
        var ways = problem.Openings;
        var (always, bits) = Worn(problem);
        var states = ways << bits.Count;
        var places = PlacesOf(problem, bits);
        var now = ArrayPool<DressCost>.Shared.Rent(states);
        var sums = new List<DressCost[]>();
        try
        {
            for (var stretch = 0; stretch < problem.Costs.Count; stretch++)
            {
                stop.ThrowIfCancellationRequested();
                var costs = problem.Costs[stretch].Costs;
                sums.Add(ArrayPool<DressCost>.Shared.Rent(costs.Length));
                if (stretch > 0)
                    Change(
                        problem,
                        stretch,
                        (always, bits),
                        (sums[stretch - 1], places[stretch - 1]),
                        now.AsSpan(0, states)
                    );
                for (var n = 0; n < costs.Length; n++)
                    sums[stretch][n] = stretch == 0 ? costs[n] : now[places[stretch][n]] + costs[n];
            }
            return Traced(problem, sums);
        }
        finally
        {
            ArrayPool<DressCost>.Shared.Return(now);
            foreach (var sum in sums)
                ArrayPool<DressCost>.Shared.Return(sum);
        }
    }

    /// <summary>Pieces that every set has which can be worn in any stretch, and which some have and some have not: no others ever change.</summary>
    private static (uint Always, List<int> Sometimes) Worn(DressProblem problem)
    {
        var (always, ever) = ((1u << problem.Bits) - 1, 0u);
        foreach (var costs in problem.Costs)
        {
            foreach (var state in costs.States)
            {
                always &= (uint)(state / problem.Openings);
                ever |= (uint)(state / problem.Openings);
            }
        }
        return (always, [.. Enumerable.Range(0, problem.Bits).Where(b => ((ever & ~always) >> b & 1) != 0)]);
    }

    /// <summary>Where each state of each stretch lies among those of the pieces that change.</summary>
    private static List<int[]> PlacesOf(DressProblem problem, List<int> bits)
    {
        var ways = problem.Openings;
        var place = new int[1 << problem.Bits];
        for (var set = 0; set < place.Length; set++)
        {
            for (var n = 0; n < bits.Count; n++)
                place[set] |= (set >> bits[n] & 1) << n;
        }
        return [.. problem.Costs.Select(c => Array.ConvertAll(c.States, s => place[s / ways] * ways + s % ways))];
    }

    /// <summary>The cheapest way, from its end back: in each stretch what the next one was come to from.</summary>
    private static (IReadOnlyList<(uint Set, int Opening)> Chosen, DressCost Cost) Traced(
        DressProblem problem,
        List<DressCost[]> sums
    )
    {
        var chosen = new (uint Set, int Opening)[sums.Count];
        var (cost, left) = (default(DressCost), default(DressCost));
        for (var stretch = sums.Count - 1; stretch >= 0; stretch--)
        {
            var (states, costs) = (problem.Costs[stretch].States, problem.Costs[stretch].Costs);
            (uint, int) StateOf(int n) => ((uint)(states[n] / problem.Openings), states[n] % problem.Openings);
            var found = 0;
            if (stretch == sums.Count - 1)
            {
                for (var n = 1; n < states.Length; n++)
                    found = sums[stretch][n] < sums[stretch][found] ? n : found;
                cost = sums[stretch][found];
            }
            else
            {
                var then = chosen[stretch + 1];
                bool Leads(int n) =>
                    !(left < sums[stretch][n])
                    && sums[stretch][n] + ChangeOf(problem, stretch + 1, StateOf(n), then) == left;
                // Where nothing need change nothing does.
                var same = Array.IndexOf(states, (int)then.Set * problem.Openings + then.Opening);
                found = same >= 0 && Leads(same) ? same : 0;
                while (!Leads(found))
                    found++;
            }
            chosen[stretch] = StateOf(found);
            left = new(sums[stretch][found].Packed - costs[found].Packed);
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
        var cost = from.Opening == to.Opening ? default : problem.Open;
        for (var flipped = from.Set ^ to.Set; flipped != 0; flipped &= flipped - 1)
        {
            var bit = BitOperations.TrailingZeroCount(flipped);
            // What lies over it is still as it was.
            cost += problem.Flips[stretch][bit] + problem.Lifts[Over(from.Set, bit)];
        }
        return cost;
    }

    /// <summary>The most that any change costs: what costs twice that more than the cheapest of a stretch is in no cheapest way.</summary>
    /// <param name="flips">What each piece costs at most to put on or take off.</param>
    /// <param name="lifted">Seconds to lift each.</param>
    /// <param name="open">Cost of opening or closing what is worn.</param>
    public static DressCost MostChange(IReadOnlyList<DressCost> flips, IReadOnlyList<double> lifted, DressCost open)
    {
        var (cost, over) = (open, default(DressCost));
        for (var bit = flips.Count - 1; bit >= 0; bit--)
        {
            cost += flips[bit] + over;
            over += DressCost.OfChange(0, lifted[bit]);
        }
        return cost;
    }

    /// <summary>The least that everything costs, worn before a stretch, from what it cost to get through the one before.</summary>
    private static void Change(
        DressProblem problem,
        int stretch,
        (uint Always, List<int> Bits) changes,
        (DressCost[] Sums, int[] Places) before,
        Span<DressCost> now
    )
    {
        var ways = problem.Openings;
        now.Fill(unreached);
        for (var n = 0; n < before.Places.Length; n++)
            now[before.Places[n]] = before.Sums[n];
        for (var set = 0; set < now.Length && ways > 1; set += ways)
        {
            var best = unreached;
            for (var way = 0; way < ways; way++)
                best = now[set + way] < best ? now[set + way] : best;
            if (!(best < unreached))
                continue;
            best += problem.Open;
            for (var way = 0; way < ways; way++)
                now[set + way] = best < now[set + way] ? best : now[set + way];
        }
        var costs = MemoryMarshal.Cast<DressCost, long>(now);
        var sets = 1u << changes.Bits.Count;
        for (var bit = 0; bit < changes.Bits.Count; bit++)
        {
            var piece = changes.Bits[bit];
            // What lies over the piece is the same for all sets that differ only below it.
            var run = ways << bit;
            for (var set = 0u; set < sets; set += 2u << bit)
            {
                var over = Over(changes.Always, piece);
                for (var higher = bit + 1; higher < changes.Bits.Count; higher++)
                    over |= (set >> higher & 1) << changes.Bits[higher];
                var bare = (int)set * ways;
                Flip(
                    costs.Slice(bare, run),
                    costs.Slice(bare + run, run),
                    (long)(problem.Flips[stretch][piece] + problem.Lifts[over]).Packed
                );
            }
        }
    }

    /// <summary>Puts a piece on or takes it off wherever that is cheaper.</summary>
    private static void Flip(Span<long> bare, Span<long> worn, long flip)
    {
        var (at, by) = (0, new Vector<long>(flip));
        for (; at <= bare.Length - Vector<long>.Count; at += Vector<long>.Count)
        {
            var (without, with) = (new Vector<long>(bare[at..]), new Vector<long>(worn[at..]));
            Vector.Min(with, without + by).CopyTo(worn[at..]);
            Vector.Min(without, with + by).CopyTo(bare[at..]);
        }
        for (; at < bare.Length; at++)
            (bare[at], worn[at]) = (Math.Min(bare[at], worn[at] + flip), Math.Min(worn[at], bare[at] + flip));
    }

    /// <summary>What is still worn over a piece, which has to come off first.</summary>
    private static uint Over(uint set, int bit) => set >> (bit + 1) << (bit + 1);
}
