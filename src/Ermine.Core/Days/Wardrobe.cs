using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>
/// All that may be worn together, as sets of pieces: one bit a piece, from the skin out. Body, hands and feet are chosen apart, for fingers and
/// toes hang on their own pieces.
/// </summary>
public sealed class Wardrobe
{
    /// <summary>Most pieces that are weighed against each other; what serves least beside its like is left out beyond that.</summary>
    public const int MostPieces = 13;

    private Wardrobe(IReadOnlyList<Garment> pieces, IReadOnlyList<Garment> leftOut)
    {
        (Pieces, LeftOut) = (pieces, leftOut);
        Sets = 1 << pieces.Count;
    }

    /// <summary>The pieces, from the skin out.</summary>
    public IReadOnlyList<Garment> Pieces { get; }

    /// <summary>Pieces beyond what is weighed.</summary>
    public IReadOnlyList<Garment> LeftOut { get; }

    /// <summary>How many sets there are.</summary>
    public int Sets { get; }

    /// <summary>Pieces of a set, from the skin out.</summary>
    public IEnumerable<Garment> In(uint set) => Pieces.Where((_, n) => (set >> n & 1) != 0);

    /// <summary>The set of those pieces that are something.</summary>
    public uint SetOf(Func<Garment, bool> something)
    {
        var set = 0u;
        for (var n = 0; n < Pieces.Count; n++)
            set |= something(Pieces[n]) ? 1u << n : 0;
        return set;
    }

    /// <summary>What is worn, from the skin out.</summary>
    /// <param name="set">Which pieces.</param>
    /// <param name="opening">How torso and legs are closed.</param>
    public Worn[] Worn(uint set, Opening opening = Opening.Closed)
    {
        var worn = new Worn[System.Numerics.BitOperations.PopCount(set)];
        var n = 0;
        for (var i = 0; i < Pieces.Count; i++)
        {
            if ((set >> i & 1) != 0)
                worn[n++] = new(Pieces[i], Pieces[i].IsFaceCover ? Opening.Closed : opening);
        }
        return worn;
    }

    /// <summary>Gathers what may be worn on one of the three.</summary>
    /// <param name="garments">Everything that can be worn.</param>
    /// <param name="pinned">What is set by hand.</param>
    /// <param name="last">What is left out last; null where all are alike.</param>
    /// <param name="cost">What a piece costs: what is like it but costs more does not make up for it; null where nothing costs.</param>
    public static Wardrobe Of(
        IEnumerable<Garment> garments,
        IReadOnlySet<Guid> pinned,
        IReadOnlySet<Guid>? last = null,
        Func<Garment, double>? cost = null
    )
    {
        var all = garments.OrderBy(g => g, Comparer<Garment>.Create(Dressed.Order)).ToList();
        var left = new List<Garment>();
        while (all.Count > MostPieces)
        {
            var least = all.Where(g => !pinned.Contains(g.Item.Id))
                .MinBy(g => (last?.Contains(g.Item.Id) ?? false, Beside(g, all, cost), -cost?.Invoke(g) ?? 0));
            if (least is null)
                break;
            all.Remove(least);
            left.Add(least);
        }
        return new(all, left);
    }

    /// <summary>
    /// The same of what may be left at home: a piece is not weighed where another of its kind covers as much, is as warm and as tight, and costs no
    /// more.
    /// </summary>
    /// <param name="garments">Everything that can be worn.</param>
    /// <param name="kept">Pieces that are weighed whatever they cost.</param>
    /// <param name="last">What is left out last.</param>
    /// <param name="cost">What a piece costs.</param>
    public static Wardrobe Lightest(
        IReadOnlyCollection<Garment> garments,
        IReadOnlySet<Guid> kept,
        IReadOnlySet<Guid> last,
        Func<Garment, double> cost
    )
    {
        bool Serves(Garment other, Garment one) =>
            other != one
            && Does(other) == Does(one)
            && other.Resistance >= one.Resistance
            && (other.Item.Windproof || !one.Item.Windproof)
            && Enum.GetValues<Part>().All(p => other.Cover(p, Opening.Closed) >= one.Cover(p, Opening.Closed))
            && (cost(other), -other.Resistance, other.Item.Id).CompareTo((cost(one), -one.Resistance, one.Item.Id)) < 0;
        return Of(
            garments.Where(g =>
                kept.Contains(g.Item.Id) || last.Contains(g.Item.Id) || !garments.Any(o => Serves(o, g))
            ),
            kept,
            last,
            cost
        );
    }

    /// <summary>How far a piece lies from the nearest that does the same: what has a near twin is missed least.</summary>
    private static double Beside(Garment one, List<Garment> all, Func<Garment, double>? cost) =>
        all.Where(g => g != one && Does(g) == Does(one) && (cost is null || cost(g) <= cost(one)))
            .Select(g => Math.Abs(g.Resistance - one.Resistance))
            .DefaultIfEmpty(double.MaxValue)
            .Min();

    private static (Tier, Part, bool, bool) Does(Garment garment) =>
        (garment.Tier, garment.Main, garment.IsWaterproof, garment.Cover(Part.Face, Opening.Closed) >= 0.5);

    /// <summary>Whether a set can be worn: each goes over what is under it, and no two of one kind that is worn once.</summary>
    /// <param name="set">Which pieces.</param>
    /// <param name="girthCm">Girth of the trunk, cm.</param>
    public bool Goes(uint set, double girthCm)
    {
        Span<int> once = stackalloc int[6 * 6];
        once.Clear();
        var (thick, ends) = (0.0, new Fit.Stack());
        for (var n = 0; n < Pieces.Count; n++)
        {
            if ((set >> n & 1) == 0)
                continue;
            var piece = Pieces[n];
            if (piece.Main is Part.Hands or Part.Feet)
            {
                ends.Put(piece.Item, piece.Resistance);
                if (ends.Squeezes is not null)
                    return false;
            }
            if (IsWornOnce(piece) && ++once[6 * (int)piece.Tier + (int)piece.Main] > 1)
                return false;
            if (
                piece.Item.InnerGirthCm is { } girth
                && piece.Main == Part.Torso
                && 2 * Math.PI * thick > girth - girthCm
            )
                return false;
            if (piece.Main == Part.Torso)
                thick += piece.Item.ThicknessMm / 10;
        }
        return true;
    }

    /// <summary>Of some kinds one is worn at a time: next to the skin, shells, boots and what goes over everything. On the hands fit decides.</summary>
    private static bool IsWornOnce(Garment garment) =>
        garment.Main != Part.Hands && garment.Tier is Tier.Skin or Tier.Barrier or Tier.Shell or Tier.Over;
}
