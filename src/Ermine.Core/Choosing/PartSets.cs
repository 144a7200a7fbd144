using Ermine.Core.Days;

namespace Ermine.Core.Choosing;

/// <summary>Every set of the pieces of body, hands or feet, weighed by the steady balance of every stretch of all days.</summary>
internal sealed class PartSets
{
    /// <summary>Weighs them.</summary>
    /// <param name="pool">The pieces.</param>
    /// <param name="days">What each day asks of them.</param>
    /// <param name="cost">What each costs.</param>
    /// <param name="stays">Which are in every set.</param>
    /// <param name="borne">Cool and warm stretches are borne.</param>
    public PartSets(
        Wardrobe pool,
        IReadOnlyList<(int Night, PartAsks Asks)> days,
        Func<Garment, double> cost,
        Func<Garment, bool> stays,
        bool borne
    )
    {
        (Pool, this.borne) = (pool, borne);
        Days = [.. days.Select(d => (d.Night, d.Asks, pool.Pieces.Select(p => BitOf(d.Asks.Wardrobe, p)).ToArray()))];
        var always = Pool.SetOf(stays);
        Lightest = Enumerable
            .Range(0, pool.Sets)
            .Select(s => (uint)s)
            .Where(s => (s & always) == always && IsRight(s))
            .DefaultIfEmpty((uint)pool.Sets - 1)
            .MinBy(s => (pool.In(s).Sum(cost), System.Numerics.BitOperations.PopCount(s)));
    }

    private readonly bool borne;

    /// <summary>The pieces.</summary>
    public Wardrobe Pool { get; }

    private IReadOnlyList<(int Night, PartAsks Asks, int[] Bits)> Days { get; }

    /// <summary>The lightest in which every stretch goes as well as in everything.</summary>
    public uint Lightest { get; }

    /// <summary>Whether every stretch goes as well in a set as in everything.</summary>
    private bool IsRight(uint set) =>
        Days.All(d =>
        {
            var ofDay = OfDay(set, d.Bits);
            return d.Asks.Stretches.All(s => s.IsRight(ofDay, borne));
        });

    /// <summary>Of more pieces those that some ask for: as many of the others as can be leave a stretch worse than it is in everything.</summary>
    /// <param name="pieces">Pieces in which one may be worse; if none is nothing is asked for.</param>
    /// <param name="more">More, in the order in which they are added.</param>
    public IEnumerable<Garment> Missing(IReadOnlyCollection<Garment> pieces, IEnumerable<Garment> more)
    {
        var set = Pool.SetOf(pieces.Contains);
        if (IsRight(set))
            yield break;
        foreach (var piece in more.Where(Pool.Pieces.Contains))
        {
            var with = set | Pool.SetOf(p => p == piece);
            if (IsRight(with))
                yield return piece;
            else
                set = with;
        }
    }

    /// <summary>The first stretch that goes worse without one of some pieces; null where none does.</summary>
    /// <param name="ids">The pieces.</param>
    /// <param name="without">The one.</param>
    public (int Night, Segment Segment, bool Unplanned, bool Colder)? FirstWorse(IReadOnlySet<Guid> ids, Guid without)
    {
        var with = Pool.SetOf(p => ids.Contains(p.Item.Id));
        var less = Pool.SetOf(p => ids.Contains(p.Item.Id) && p.Item.Id != without);
        foreach (var (night, asks, bits) in Days)
        {
            foreach (var stretch in asks.Stretches)
            {
                var (then, now) = (stretch.Goes[OfDay(less, bits)], stretch.Goes[OfDay(with, bits)]);
                if (!then.NoWorseThan(now))
                    return (night, stretch.Segment, stretch.Unplanned, then.Cold > now.Cold);
            }
        }
        return null;
    }

    /// <summary>A set in the order of a day's own pieces.</summary>
    private static uint OfDay(uint set, int[] bits)
    {
        var ofDay = 0u;
        for (var n = 0; n < bits.Length; n++)
            ofDay |= (set >> n & 1) != 0 && bits[n] >= 0 ? 1u << bits[n] : 0;
        return ofDay;
    }

    private static int BitOf(Wardrobe wardrobe, Garment piece)
    {
        for (var n = 0; n < wardrobe.Pieces.Count; n++)
        {
            if (wardrobe.Pieces[n].Item.Id == piece.Item.Id)
                return n;
        }
        return -1;
    }
}
