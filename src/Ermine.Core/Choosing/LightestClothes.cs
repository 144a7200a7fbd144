using System.Diagnostics;
using Ermine.Core.Answers;
using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>
/// The lightest clothes in which every day that is laid out goes as well as in everything. All sets of pieces are looked at: a set is ruled out
/// where a stretch of a day, weighed steadily as dressing weighs it, goes worse in the best that can be made of it. The lightest that is left is
/// dressed and played day after day, with the nights between; where a day then goes worse, what failed is ruled out with all sets within it, and
/// the next is tried. More to choose from never goes worse, so what is ruled out stays so.
/// </summary>
public sealed class LightestClothes
{
    private readonly Stopwatch clock = Stopwatch.StartNew();
    private readonly TripRun run;
    private readonly ClothesAsked asked;
    private readonly TimeSpan within;
    private readonly List<int> days = [],
        notLaidOut = [];
    private readonly Dictionary<Guid, Garment> free = [];
    private readonly HashSet<Guid> kept;
    private readonly List<PartSets> parts = [];
    private List<DayOut> best = [];
    private int playedOut;

    private LightestClothes(TripRun run, ClothesAsked asked, TimeSpan? within)
    {
        (this.run, this.asked, this.within) = (run, asked, within ?? TimeSpan.MaxValue);
        for (var n = 0; n < run.Count; n++)
            (run.PlanOf(n).IsLaidOut && DayAnswers.ToPlay(run, n).Day is not null ? days : notLaidOut).Add(n);
        var outfit = run.Outfit;
        // What is slept in, kept for something or put on by hand comes along anyway.
        kept =
        [
            .. outfit.Slept.SelectMany(s => s.Layers.Select(l => l.ItemId)),
            .. outfit.Dry.Roles.Select(r => r.ItemId),
            .. outfit.Own.SelectMany(o => o.Bedtime?.Events ?? []).Select(e => e.ItemId).OfType<Guid>(),
        ];
        HashSet<Guid> left = [.. asked.LeftAtHome.Except(asked.Pinned)];
        var byHand = days.SelectMany(n => run.PlanOf(n).Worn ?? []).Where(b => b.Pinned).Select(b => b.ItemId);
        Pinned = [.. asked.Pinned, .. byHand];
        // Boots are chosen by their fit: those that are along stay.
        var boots = run.Closet.All.Where(t => IsBoot(Garment.Of(t.Item, t.Reading))).Select(t => t.Item.Id).ToHashSet();
        boots.IntersectWith(outfit.Along.Except(left).Concat(asked.Pinned));
        kept.UnionWith(boots);
        var others = run.Trip.Uses.Where(u => u.SleeperId != outfit.SleeperId).Select(u => u.ItemId).ToHashSet();
        foreach (var (item, reading) in run.Closet.All)
        {
            if (
                !kept.Contains(item.Id)
                && !others.Contains(item.Id)
                && (!left.Contains(item.Id) || Pinned.Contains(item.Id))
                && Garment.Of(item, reading) is { } garment
                && !(IsBoot(garment) && boots.Count > 0)
            )
                free[item.Id] = garment;
        }
    }

    private static bool IsBoot(Garment? garment) => garment is { Main: Part.Feet, Tier: Tier.Shell };

    /// <summary>What comes along whatever it weighs, and is weighed.</summary>
    private HashSet<Guid> Pinned { get; }

    /// <summary>Chooses them.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="asked">What is asked, as <c>ChoiceRules</c> lets it through.</param>
    /// <param name="within">After so long it ends with what it has, and says how sure that is; null to go on to the end.</param>
    public static ClothesChosen Of(TripRun run, ClothesAsked asked, TimeSpan? within = null) =>
        new LightestClothes(run, asked, within).Chosen();

    /// <summary>A day dressed and played.</summary>
    private sealed record DayOut(int Night, DayDressed Dressed, bool? UnplannedHolds, Verdict? NightGoes);

    /// <summary>Sets of the pieces of body, hands or feet.</summary>
    private sealed class PartSets
    {
        private readonly bool borne;
        private readonly List<uint> failed = [];
        private readonly List<(double Cost, uint Set)> byCost;
        private int at;

        public PartSets(
            Wardrobe pool,
            IReadOnlyList<(int Night, PartAsks Asks)> days,
            Func<Garment, double> cost,
            Func<Garment, bool> stays,
            bool borne
        )
        {
            this.borne = borne;
            Pool = pool;
            Days =
            [
                .. days.Select(d => (d.Night, d.Asks, pool.Pieces.Select(p => BitOf(d.Asks.Wardrobe, p)).ToArray())),
            ];
            All = (uint)pool.Sets - 1;
            for (var n = 0; n < pool.Pieces.Count; n++)
                Always |= stays(pool.Pieces[n]) ? 1u << n : 0;
            byCost =
            [
                .. Enumerable
                    .Range(0, pool.Sets)
                    .Select(s => (uint)s)
                    .Where(s => (s & Always) == Always && FirstWrong(s) is null)
                    .Select(s => (pool.In(s).Sum(cost), s))
                    .OrderBy(s => s.Item1)
                    .ThenBy(s => System.Numerics.BitOperations.PopCount(s.s)),
            ];
        }

        public Wardrobe Pool { get; }

        private IReadOnlyList<(int Night, PartAsks Asks, int[] Bits)> Days { get; }

        public uint All { get; }

        public uint Always { get; }

        /// <summary>The lightest that is not ruled out; everything where all others are.</summary>
        public (double Cost, uint Set) Lightest => at < byCost.Count ? byCost[at] : (double.PositiveInfinity, All);

        /// <summary>Rules out a set and all sets within it; false where it is everything.</summary>
        public bool RuleOut(uint set)
        {
            if (set == All)
                return false;
            failed.Add(set);
            while (at < byCost.Count && failed.Exists(f => (byCost[at].Set & ~f) == 0))
                at++;
            return true;
        }

        /// <summary>The first stretch that goes worse in a set than in everything; null where none does.</summary>
        public (int Night, StretchAsks Stretch, uint Set)? FirstWrong(uint set)
        {
            foreach (var (night, asks, bits) in Days)
            {
                var ofDay = 0u;
                for (var n = 0; n < bits.Length; n++)
                    ofDay |= (set >> n & 1) != 0 && bits[n] >= 0 ? 1u << bits[n] : 0;
                foreach (var stretch in asks.Stretches)
                {
                    if (!stretch.IsRight(ofDay, borne))
                        return (night, stretch, ofDay);
                }
            }
            return null;
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

    private ClothesChosen Chosen()
    {
        if (days.Count == 0)
            return Told(null, 0, proven: true);
        var pools = Pools();
        HashSet<Guid> everything = [.. pools.SelectMany(p => p.Pieces).Select(g => g.Item.Id)];
        var asks = new List<(int Night, DayAsks Asks)>();
        best = Played(everything, asks)!;
        foreach (var (pool, of) in pools.Zip((Func<DayAsks, PartAsks>[])[a => a.Body, a => a.Hands, a => a.Feet]))
            parts.Add(
                new(
                    pool,
                    [.. asks.Select(a => (a.Night, Asked(of(a.Asks))))],
                    CostOf,
                    g => !free.ContainsKey(g.Item.Id) || Pinned.Contains(g.Item.Id),
                    asked.Borne
                )
            );
        var (lightest, least, proven) = Lightest();
        var found = Exchanged(lightest);
        return Told(found, Math.Min(least, found.Grams(CostOf)), proven);
    }

    /// <summary>The lightest of what is weighed.</summary>
    private (Answer Found, double LeastG, bool Proven) Lightest()
    {
        // What everything wore is the first good answer.
        var worn = best.SelectMany(d => d.Dressed.Bars).Where(b => !b.AtHand).Select(b => b.ItemId).ToHashSet();
        var found =
            Try([.. parts.Select(p => p.Always | SetOf(p.Pool, worn.Contains))], out _)
            ?? new(best, [.. parts.SelectMany(p => p.Pool.Pieces)], new Dictionary<Guid, Guid>());
        var lightened = false;
        while (true)
        {
            uint[] sets = [.. parts.Select(p => p.Lightest.Set)];
            var least = parts.Sum(p => p.Lightest.Cost);
            if (least >= found.Grams(CostOf) - LightestBed.Grain)
                return (found, found.Grams(CostOf), true);
            if (clock.Elapsed > within)
                return (found, least, false);
            if (!lightened && clock.Elapsed > within * SoughtFor)
            {
                lightened = true;
                found = Lightened(found, sets);
                continue;
            }
            if (Try(sets, out var part) is { } lighter)
                return (lighter, least, true);
            // What cannot be ruled out there, for it is everything, is sought in the others.
            if (!parts[part].RuleOut(sets[part]) && !parts.Index().Any(p => p.Item.RuleOut(sets[p.Index])))
                return (found, least, false);
        }
    }

    /// <summary>After this share of the time the lightest is no more hoped for, and what is known is made lighter first.</summary>
    private const double SoughtFor = 0.4;

    /// <summary>Leaves out of what was found whatever can be left out: first what the lightest that is not ruled out does without, the heaviest first.</summary>
    private Answer Lightened(Answer found, uint[] lightest)
    {
        var ids = parts.Zip(lightest).SelectMany(p => p.First.Pool.In(p.Second)).ToHashSet();
        foreach (
            var piece in found
                .Pieces.Where(g => CostOf(g) > 0 && !Pinned.Contains(g.Item.Id))
                .OrderBy(ids.Contains)
                .ThenByDescending(CostOf)
                .ToList()
        )
        {
            if (clock.Elapsed > within)
                break;
            List<Garment> without = [.. found.Pieces.Where(g => g != piece)];
            if (Try(without, out _) is { } days)
                found = found with { Days = days, Pieces = without };
        }
        return found;
    }

    /// <summary>Pieces in which all days go as well as in everything.</summary>
    /// <param name="Days">The days in them.</param>
    /// <param name="Pieces">They.</param>
    /// <param name="InPlaceOf">Of pieces that took the place of another, which.</param>
    private sealed record Answer(
        List<DayOut> Days,
        IReadOnlyList<Garment> Pieces,
        IReadOnlyDictionary<Guid, Guid> InPlaceOf
    )
    {
        public double Grams(Func<Garment, double> cost) => Pieces.Sum(cost);
    }

    /// <summary>Where there are too many of a kind to weigh all: each that was left out is tried in place of each heavier one of its kind.</summary>
    private Answer Exchanged(Answer found)
    {
        foreach (var other in parts.SelectMany(p => p.Pool.LeftOut).OrderBy(g => g.Item.MassG))
        {
            foreach (
                var piece in found
                    .Pieces.Where(g =>
                        CostOf(g) > other.Item.MassG
                        && !Pinned.Contains(g.Item.Id)
                        && (g.Main, g.Tier) == (other.Main, other.Tier)
                    )
                    .OrderByDescending(CostOf)
                    .ToList()
            )
            {
                if (clock.Elapsed > within)
                    return found;
                List<Garment> pieces = [.. found.Pieces.Where(g => g != piece), other];
                if (Try(pieces, out _) is not { } days)
                    continue;
                var places = found.InPlaceOf.ToDictionary();
                places[other.Item.Id] = piece.Item.Id;
                found = new(days, pieces, places);
                break;
            }
        }
        return found;
    }

    private PartAsks Asked(PartAsks asks) =>
        asked.Unplanned ? asks : asks with { Stretches = [.. asks.Stretches.Where(s => !s.Unplanned)] };

    private double CostOf(Garment garment) => free.ContainsKey(garment.Item.Id) ? garment.Item.MassG : 0;

    /// <summary>Body, hands and feet: all that is free, and what comes along anyway and may be worn by day.</summary>
    private List<Wardrobe> Pools()
    {
        var all = new Dictionary<Guid, Garment>(free);
        foreach (var garment in days.SelectMany(n => run.Days.Wearable(run.Outfit, run.Closet, n).Values))
            all.TryAdd(garment.Item.Id, garment);
        foreach (var gone in all.Keys.Where(id => !free.ContainsKey(id) && !kept.Contains(id)).ToList())
            all.Remove(gone);
        HashSet<Guid> stay = [.. all.Keys.Where(id => !free.ContainsKey(id)), .. Pinned];
        HashSet<Guid> packed = [.. run.Outfit.Along];
        Wardrobe Of(params Part[] of) =>
            Wardrobe.Lightest([.. all.Values.Where(g => of.Contains(g.Main))], stay, packed, CostOf);
        return [Of(Part.Head, Part.Face, Part.Torso, Part.Legs), Of(Part.Hands), Of(Part.Feet)];
    }

    private static uint SetOf(Wardrobe pool, Func<Guid, bool> of)
    {
        var set = 0u;
        for (var n = 0; n < pool.Pieces.Count; n++)
            set |= of(pool.Pieces[n].Item.Id) ? 1u << n : 0;
        return set;
    }

    private Answer? Try(uint[] sets, out int part)
    {
        List<Garment> pieces = [.. parts.Zip(sets).SelectMany(p => p.First.Pool.In(p.Second))];
        return Try(pieces, out part) is { } days ? new(days, pieces, new Dictionary<Guid, Guid>()) : null;
    }

    /// <summary>All days in some pieces; null where one goes worse than in everything, for body (0), hands (1) or feet (2).</summary>
    private List<DayOut>? Try(IReadOnlyList<Garment> pieces, out int part)
    {
        int? failing = null;
        var played = Played(
            pieces.Select(g => g.Item.Id).ToHashSet(),
            goesOn: day =>
            {
                failing = WorseFor(day, best[days.IndexOf(day.Night)]);
                return failing is null;
            }
        );
        part = failing ?? 0;
        return played;
    }

    private int? WorseFor(DayOut day, DayOut other)
    {
        static int PartOf(DayReason reason) =>
            reason switch
            {
                DayReason.Fingers => 1,
                DayReason.Toes => 2,
                _ => 0,
            };
        var (before, after) = (Badness(other.Dressed.Played), Badness(day.Dressed.Played));
        if (after.Worst > before.Worst || after.Sum > before.Sum)
            return PartOf(
                day.Dressed.Played.Blocks.Zip(other.Dressed.Played.Blocks)
                    .Where(b => Badness(b.First.Verdict) > Badness(b.Second.Verdict))
                    .Select(b => b.First.Reason)
                    .FirstOrDefault()
            );
        if (asked.Unplanned && day.UnplannedHolds == false && other.UnplannedHolds != false)
            return 0;
        static bool Sleeps(Verdict? verdict) => verdict is null or Verdict.Warm or Verdict.Hot;
        return Sleeps(other.NightGoes) && !Sleeps(day.NightGoes) ? 0 : null;
    }

    private (int Worst, int Sum) Badness(DayPlayed played)
    {
        var blocks = played.Blocks.Select(b => Badness(b.Verdict)).ToList();
        return (blocks.DefaultIfEmpty().Max(), blocks.Sum());
    }

    private int Badness(DayVerdict verdict) =>
        verdict switch
        {
            DayVerdict.Warm or DayVerdict.Cool => asked.Borne ? 0 : 1,
            DayVerdict.Dripping => 2,
            DayVerdict.Chilling => 3,
            _ => 0,
        };

    /// <summary>All days dressed and played one after the other in some pieces; null where it ended early.</summary>
    /// <param name="ids">The pieces.</param>
    /// <param name="asks">Filled with what each day asks of every set of them; null to leave it.</param>
    /// <param name="goesOn">Hears of each day, and says whether to go on.</param>
    private List<DayOut>? Played(
        IReadOnlySet<Guid> ids,
        List<(int Night, DayAsks Asks)>? asks = null,
        Func<DayOut, bool>? goesOn = null
    )
    {
        if (asks is null)
            playedOut++;
        List<DayOut> all = [];
        var lived = run.With(run.Outfit with { Along = AlongWith(ids) });
        foreach (var night in days)
        {
            run.Context.Stop.ThrowIfCancellationRequested();
            var plan = lived.PlanOf(night);
            List<Bar> pinned = [.. (plan.Worn ?? []).Where(b => b.Pinned)];
            var day = DayAnswers.ToPlay(lived, night).Day!;
            DayDressed dressed;
            if (asks is null)
                dressed = Dressing.Dress(day, plan.Schools ?? new(), pinned, run.Context.Stop);
            else
            {
                (dressed, var asked) = Dressing.Weigh(day, plan.Schools ?? new(), pinned, run.Context.Stop);
                asks.Add((night, asked));
            }
            lived = lived.With(Wearing(lived.Outfit, night, dressed.Bars));
            // As the trip plays it: that is what the plan then says.
            var played = lived[night].Day.Played ?? dressed.Played;
            all.Add(
                new(
                    night,
                    dressed with
                    {
                        Played = played,
                    },
                    Pauses.Unplanned(day with { Worn = dressed.Bars }, played, run.Context.Stop)?.Holds,
                    NightModel.VerdictOf(lived[night].Slept)
                )
            );
            if (goesOn?.Invoke(all[^1]) == false)
                return null;
        }
        return all;
    }

    private List<Guid> AlongWith(IReadOnlySet<Guid> ids) =>
        [
            .. run.Outfit.Along.Where(id => !IsClothing(id) || kept.Contains(id) || ids.Contains(id)),
            .. ids.Where(id => free.ContainsKey(id) && !run.Outfit.Along.Contains(id)).Order(),
        ];

    private bool IsClothing(Guid id) =>
        run.Closet.Find(id) is { } item && Garment.Of(item, run.Closet.ReadingOf(id)) is not null;

    private Outfit Wearing(Outfit outfit, int night, IReadOnlyList<Bar> bars)
    {
        var id = run.Trip.Nights[night].Id;
        return outfit with
        {
            Dry = outfit.Dry with
            {
                Days = [.. outfit.Dry.Days.Select(d => d.NightId == id ? d with { Worn = bars } : d)],
            },
        };
    }

    private ClothesChosen Told(Answer? found, double least, bool proven)
    {
        List<ClothesPiece> pieces = found is null ? [] : [.. Pieces(found)];
        return new(
            pieces,
            pieces.Sum(p => p.Grams),
            run.Outfit.Along.Where(free.ContainsKey).Sum(id => free[id].Item.MassG),
            found is null ? run.Outfit.Along : AlongWith(pieces.Select(p => p.ItemId).ToHashSet()),
            [.. (found?.Days ?? []).Select((d, n) => Told(d, best[n]))],
            notLaidOut,
            [.. parts.SelectMany(p => p.Pool.LeftOut).Select(g => g.Item.Id)],
            parts.Sum(p => (long)p.Pool.Sets),
            playedOut,
            least,
            proven,
            clock.Elapsed.TotalSeconds
        );
    }

    private ClothesDay Told(DayOut day, DayOut everything)
    {
        static DayGoes Goes(DayPlayed played)
        {
            var score = DayScore.Of(played, 0);
            return new(played.Blocks.Select(b => b.Verdict).DefaultIfEmpty().Max(), score.Cold, score.Hot);
        }
        return new(
            day.Night,
            run.Trip.Nights[day.Night].Id,
            day.Dressed.Bars,
            Goes(day.Dressed.Played),
            Goes(everything.Dressed.Played),
            Goes(run[day.Night].Day.Played!),
            day.UnplannedHolds
        );
    }

    /// <summary>What each piece is for: the first stretch that goes worse without it.</summary>
    private IEnumerable<ClothesPiece> Pieces(Answer found)
    {
        // What took the place of another is for what that was for.
        var ids = found.Pieces.Select(g => found.InPlaceOf.GetValueOrDefault(g.Item.Id, g.Item.Id)).ToHashSet();
        foreach (var piece in found.Pieces.OrderBy(g => g, Comparer<Garment>.Create(Dressed.Order)))
        {
            var id = found.InPlaceOf.GetValueOrDefault(piece.Item.Id, piece.Item.Id);
            var wrong =
                CostOf(piece) > 0 && parts.Find(p => p.Pool.Pieces.Any(g => g.Item.Id == id)) is { } part
                    ? part.FirstWrong(SetOf(part.Pool, other => other != id && ids.Contains(other)))
                    : null;
            yield return new(
                piece.Item.Id,
                CostOf(piece),
                wrong?.Night,
                wrong?.Stretch.Segment.FromHour,
                wrong?.Stretch.Segment.BlockId,
                wrong?.Stretch.Unplanned ?? false,
                wrong is not { } w || w.Stretch.Goes[w.Set].Cold > w.Stretch.Goes[^1].Cold
            );
        }
    }
}
