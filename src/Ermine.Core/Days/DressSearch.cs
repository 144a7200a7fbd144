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
    public static readonly DressCost Never = new(long.MaxValue);

    /// <summary>Finds them.</summary>
    /// <param name="problem">What is asked.</param>
    /// <param name="stop">Ends the work.</param>
    /// <returns>For every stretch its set and how it is closed, and what the whole costs; null where nothing can be worn in some stretch.</returns>
    public static (IReadOnlyList<(uint Set, int Opening)> Chosen, DressCost Cost)? Solve(
        DressProblem problem,
        CancellationToken stop = default
    )
    {
        var (always, sometimes) = Worn(problem);
        var free = new Reduced(problem, always, sometimes);
        var origins = new List<long[]>();
        try
        {
            return Solve(free.Problem, origins, stop) is { } found
                ? ([.. found.Chosen.Select(c => (free.Whole(c.Set), c.Opening))], found.Cost)
                : null;
        }
        finally
        {
            foreach (var origin in origins)
                ArrayPool<long>.Shared.Return(origin);
        }
    }

    /// <summary>Pieces that every set has which can be worn in any stretch, and those that some have and some have not.</summary>
    private static (uint Always, uint Sometimes) Worn(DressProblem problem)
    {
        var (always, ever) = ((1u << problem.Bits) - 1, 0u);
        foreach (var costs in problem.Costs)
        {
            for (var s = 0; s < costs.Length; s++)
            {
                if (!(costs[s] < Never))
                    continue;
                always &= (uint)(s / problem.Openings);
                ever |= (uint)(s / problem.Openings);
            }
        }
        return (always, ever & ~always);
    }

    /// <summary>The same problem without the pieces that are always or never worn: nothing is lost, for they never change.</summary>
    private sealed class Reduced
    {
        private readonly uint always;
        private readonly List<int> bits;

        public Reduced(DressProblem problem, uint always, uint sometimes)
        {
            this.always = always;
            bits = [.. Enumerable.Range(0, problem.Bits).Where(b => (sometimes >> b & 1) != 0)];
            var (sets, ways) = (1 << bits.Count, problem.Openings);
            var whole = new uint[sets];
            for (var set = 0u; set < sets; set++)
                whole[set] = Whole(set);
            Problem = new(
                bits.Count,
                ways,
                [.. problem.Costs.Select(costs => Costs(costs, whole, ways))],
                [
                    .. problem.Flips.Select(flips =>
                        bits.Select(b => flips[b] + problem.Lifts[Over(always, b)]).ToArray()
                    ),
                ],
                [.. bits.Select(b => problem.Lifted[b])],
                problem.Open
            );
        }

        public DressProblem Problem { get; }

        /// <summary>The set of all pieces that a reduced one stands for.</summary>
        public uint Whole(uint set)
        {
            var whole = always;
            for (var n = 0; n < bits.Count; n++)
                whole |= (set >> n & 1) << bits[n];
            return whole;
        }

        private static DressCost[] Costs(DressCost[] costs, uint[] whole, int ways)
        {
            var some = new DressCost[whole.Length * ways];
            for (var set = 0; set < whole.Length; set++)
                Array.Copy(costs, whole[set] * ways, some, set * ways, ways);
            return some;
        }
    }

    /// <param name="problem">What is asked.</param>
    /// <param name="origins">For every stretch where one came from; given back by who asked.</param>
    /// <param name="stop">Ends the work.</param>
    private static (IReadOnlyList<(uint Set, int Opening)> Chosen, DressCost Cost)? Solve(
        DressProblem problem,
        List<long[]> origins,
        CancellationToken stop
    )
    {
        var ways = problem.Openings;
        var states = (1 << problem.Bits) * ways;
        var now = new DressCost[states];
        for (var stretch = 0; stretch < problem.Costs.Count; stretch++)
        {
            stop.ThrowIfCancellationRequested();
            var origin = ArrayPool<long>.Shared.Rent(states);
            origins.Add(origin);
            for (var s = 0; s < states; s++)
                origin[s] = s;
            if (stretch > 0)
                Change(problem, problem.Flips[stretch], now, origin);
            var costs = problem.Costs[stretch];
            for (var s = 0; s < states; s++)
                now[s] = now[s] < Never && costs[s] < Never ? now[s] + costs[s] : Never;
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
            last = (int)origins[stretch][last];
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

    private static void Change(DressProblem problem, DressCost[] flips, DressCost[] now, long[] origin)
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
        var costs = MemoryMarshal.Cast<DressCost, long>(now.AsSpan());
        for (var bit = 0; bit < problem.Bits; bit++)
        {
            // What lies over the piece is the same for all sets that differ only below it.
            var run = (1 << bit) * ways;
            for (var set = 0u; set < sets; set += 2u << bit)
            {
                var bare = (int)set * ways;
                Flip(
                    costs.Slice(bare, run),
                    costs.Slice(bare + run, run),
                    origin.AsSpan(bare, run),
                    origin.AsSpan(bare + run, run),
                    (long)(flips[bit] + problem.Lifts[Over(set, bit)]).Packed
                );
            }
        }
    }

    /// <summary>Puts a piece on or takes it off wherever that is cheaper.</summary>
    private static void Flip(Span<long> bare, Span<long> worn, Span<long> bareFrom, Span<long> wornFrom, long flip)
    {
        var at = 0;
        for (; at <= bare.Length - Vector<long>.Count; at += Vector<long>.Count)
        {
            var (without, with) = (new Vector<long>(bare[at..]), new Vector<long>(worn[at..]));
            var (put, taken) = (without + new Vector<long>(flip), with + new Vector<long>(flip));
            // Costs that cannot be are the greatest: a sum that runs over is never asked for.
            var puts = Vector.LessThan(without, with) & Vector.LessThan(put, with);
            var takes = Vector.LessThan(with, without) & Vector.LessThan(taken, without);
            if (Vector.EqualsAll(puts | takes, Vector<long>.Zero))
                continue;
            var (from, to) = (new Vector<long>(bareFrom[at..]), new Vector<long>(wornFrom[at..]));
            Vector.ConditionalSelect(puts, put, with).CopyTo(worn[at..]);
            Vector.ConditionalSelect(puts, from, to).CopyTo(wornFrom[at..]);
            Vector.ConditionalSelect(takes, taken, without).CopyTo(bare[at..]);
            Vector.ConditionalSelect(takes, to, from).CopyTo(bareFrom[at..]);
        }
        for (; at < bare.Length; at++)
        {
            var (without, with) = (bare[at], worn[at]);
            if (without < with && without + flip < with)
                (worn[at], wornFrom[at]) = (without + flip, bareFrom[at]);
            else if (with < without && with + flip < without)
                (bare[at], bareFrom[at]) = (with + flip, wornFrom[at]);
        }
    }

    /// <summary>What is still worn over a piece, which has to come off first.</summary>
    private static uint Over(uint set, int bit) => set >> (bit + 1) << (bit + 1);
}
