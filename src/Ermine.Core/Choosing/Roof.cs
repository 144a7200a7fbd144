using System.Numerics;

namespace Ermine.Core.Choosing;

/// <summary>Bags, quilts, covers and barriers that are decided, and what is known of beds in them.</summary>
/// <param name="taken">They, by number.</param>
/// <param name="worn">Of them the barriers, with clothes that keep vapour back like one.</param>
internal sealed class Roof(int[] taken, int[] worn)
{
    /// <summary>
    /// Of what frost was seen to cost in some bags, quilts, covers and barriers so much is taken to be lost in them whatever is worn: beds that just
    /// hold give the same heat through, so nearly the same freezes in what lies outermost (assumption: so under nineteen roofs of twenty; the proof stands on it).
    /// </summary>
    public const double SureOfFrost = 0.75;

    /// <summary>Frost that costs no more than this tells nothing, K.</summary>
    private const double FrostNear = 0.1;

    /// <summary>They, by number.</summary>
    public int[] Taken => taken;

    /// <summary>Of them the barriers, with clothes that keep vapour back like one.</summary>
    public int[] Worn => worn;

    /// <summary>Least that frost was seen to cost in them, by night, K.</summary>
    private readonly Dictionary<int, double> seenK = [];

    /// <summary>Several may ask at once.</summary>
    private readonly Lock asked = new();

    private int doubts;

    /// <summary>So often frost spared a bed under it more than was counted on.</summary>
    public int Doubts
    {
        get
        {
            lock (asked)
                return doubts;
        }
    }

    /// <summary>Share of what frost was seen to cost that is counted on: two thirds of it after each doubt (assumption).</summary>
    private double Sure => SureOfFrost * Math.Pow(2.0 / 3, doubts);

    /// <summary>Nothing was slept in under it yet.</summary>
    public bool IsNew
    {
        get
        {
            lock (asked)
                return seenK.Count == 0;
        }
    }

    private readonly HashSet<BigInteger> shortDry = [],
        shortFrosted = [];

    /// <summary>Beds under it that were laid out dry and do not hold, with the frost that is sure or without.</summary>
    public bool IsShort(BigInteger bed)
    {
        lock (asked)
            return shortDry.Contains(bed) || shortFrosted.Contains(bed);
    }

    /// <summary>Remembers one.</summary>
    public void FallsShort(BigInteger bed)
    {
        lock (asked)
            (seenK.Count > 0 ? shortFrosted : shortDry).Add(bed);
    }

    /// <summary>Most that pads and clothes might add when ways to lie were asked for last, g; negative where they never were.</summary>
    public double Left { get; private set; } = -1;

    private (IReadOnlyList<LossPlanes> Ways, double Left) dry = ([], -1),
        frosted = ([], -1);

    /// <summary>Ways to lie in them, worked out where they are not known yet.</summary>
    /// <param name="left">Most that pads and clothes may add to the load, g.</param>
    /// <param name="decided">Works them out for so much that is left and so much frost by night; finer where it is true.</param>
    public IReadOnlyList<LossPlanes> Ways(
        double left,
        Func<double, Func<int, double>, bool, IReadOnlyList<LossPlanes>> decided
    )
    {
        lock (asked)
        {
            Left = left;
            if (seenK.Count > 0)
            {
                if (frosted.Left < left)
                    frosted = (decided(left, FrostOn, true), left);
                return frosted.Ways;
            }
            if (dry.Left < left)
                dry = (decided(left, _ => 0, false), left);
            return dry.Ways;
        }
    }

    /// <summary>What frost is sure to cost on a night, K.</summary>
    public double FrostOn(int night)
    {
        lock (asked)
            return seenK.TryGetValue(night, out var k) ? Sure * Math.Max(0, k) : 0;
    }

    /// <summary>Learns what frost cost a bed; false where that is less than was counted on.</summary>
    /// <param name="frostK">What it cost, by night, K.</param>
    /// <param name="frozen">Share of that which fabrics worn in it do not spare, 0–1.</param>
    public bool See(IReadOnlyDictionary<int, double> frostK, double frozen)
    {
        var asThought = true;
        lock (asked)
        {
            foreach (var (night, k) in frostK)
            {
                if (seenK.TryGetValue(night, out var seen))
                {
                    asThought &= k >= frozen * Sure * seen - FrostNear;
                    if (k >= seen)
                        continue;
                }
                seenK[night] = k;
                frosted.Left = -1;
                shortFrosted.Clear();
            }
            doubts += asThought ? 0 : 1;
        }
        return asThought;
    }
}
