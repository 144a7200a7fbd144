using Ermine.Core.Body;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <content>What was chosen, as bars of the plan.</content>
public sealed partial class Dressing
{
    /// <summary>Whether a piece is what is opened: outermost over torso or legs, or with a hood that goes up and down with it.</summary>
    private static bool Opens(Wardrobe wardrobe, uint set, int bit)
    {
        var piece = wardrobe.Pieces[bit];
        if (!piece.Opens(piece.Main))
            return false;
        if (piece.Item.Cover.Head > 0)
            return true;
        bool Covers(Garment g, Part part) => g.Cover(part, Opening.Closed) >= 0.5;
        for (var over = bit + 1; over < wardrobe.Pieces.Count; over++)
        {
            if ((set >> over & 1) != 0 && Covers(wardrobe.Pieces[over], piece.Main))
                return false;
        }
        return true;
    }

    private IEnumerable<Bar> BarsOf(
        Wardrobe wardrobe,
        List<Segment> segments,
        IReadOnlyList<(uint Set, int Opening)> chosen
    )
    {
        for (var n = 0; n < wardrobe.Pieces.Count; n++)
        {
            var id = wardrobe.Pieces[n].Item.Id;
            var mine = pinned.Where(b => b.ItemId == id).ToList();
            bool On(int s) => (chosen[s].Set >> n & 1) != 0;
            Opening OpeningAt(int s) => Opens(wardrobe, chosen[s].Set, n) ? (Opening)chosen[s].Opening : Opening.Closed;
            for (var s = 0; s < segments.Count; s++)
            {
                var middle = (segments[s].FromHour + segments[s].ToHour) / 2;
                if (mine.Any(b => b.Covers(middle)))
                    continue;
                var later = Enumerable.Range(s, segments.Count - s).Any(On);
                if (!On(s) && !later)
                    break;
                var from = s;
                while (
                    s + 1 < segments.Count
                    && On(s + 1) == On(from)
                    && (!On(from) || OpeningAt(s + 1) == OpeningAt(from))
                    && !mine.Any(b => b.Covers((segments[s + 1].FromHour + segments[s + 1].ToHour) / 2))
                    && (On(from) || Enumerable.Range(s + 1, segments.Count - s - 1).Any(On))
                )
                    s++;
                yield return new(
                    id,
                    segments[from].FromHour,
                    segments[s].ToHour,
                    AtHand: !On(from),
                    Opening: On(from) ? OpeningAt(from) : null
                );
            }
        }
    }

    private static (int Changes, double Seconds) Counted(
        List<Segment> segments,
        IReadOnlyList<(Wardrobe Wardrobe, IReadOnlyList<(uint Set, int Opening)> Chosen)> all
    )
    {
        var (changes, seconds) = (0, 0.0);
        for (var s = 1; s < segments.Count; s++)
        {
            foreach (var (wardrobe, chosen) in all)
            {
                var flipped = chosen[s].Set ^ chosen[s - 1].Set;
                for (var n = 0; n < wardrobe.Pieces.Count; n++)
                {
                    if ((flipped >> n & 1) == 0)
                        continue;
                    changes += Counts(wardrobe.Pieces[n]) ? 1 : 0;
                    seconds += Seconds(wardrobe.Pieces[n]);
                }
            }
        }
        return (changes, seconds);
    }
}
