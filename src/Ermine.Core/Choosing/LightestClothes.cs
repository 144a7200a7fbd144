using System.Diagnostics;
using Ermine.Core.Days;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>
/// The lightest clothes in which every day that is laid out goes as well as in everything, each dressed and played day after day with the nights
/// between. A good answer comes from the steady balance by which dressing weighs: of all sets the lightest in which no stretch goes worse, and of
/// everything what is worn on days that go worse in it when they are played; of that whatever can be left out is. The proof is played: a set in
/// which a day goes worse is made as large as it can be with a day still worse, so that of what is then left one piece must come along; the
/// lightest pieces that have one of each such group bound the answer from below, and where they do themselves they are it. It stands on this, that
/// more to choose from never goes worse, so what is like it, and what is lightest but for one group, is tried before it is believed.
/// </summary>
public sealed class LightestClothes
{
    /// <summary>Shares of the time after which the first answer is no more made lighter, but bounded, and no more is looked for what is needed.</summary>
    private const double LightenedFor = 0.75,
        NeededFor = 0.9;

    private readonly Stopwatch clock = Stopwatch.StartNew();
    private readonly TripRun run;
    private readonly TimeSpan within;
    private readonly ClothesThings things;
    private readonly List<Wardrobe> pools;
    private readonly List<Garment> all;
    private readonly List<Garment> notWeighed;
    private readonly ClothesTrials trials;
    private readonly List<PartSets> parts;
    private readonly Action<ClothesChosen>? heard;

    private LightestClothes(
        TripRun run,
        ClothesAsked asked,
        ClothesThings things,
        Action<ClothesChosen>? heard,
        TimeSpan within
    )
    {
        (this.run, this.things, this.heard, this.within) = (run, things, heard, within);
        trials = new(run, asked, things);
        var worn = trials.Everything.SelectMany(d => d.Dressed.Bars).Select(b => b.ItemId).ToHashSet();
        pools = things.Pools(worn);
        all = [.. pools.SelectMany(p => p.Pieces).Union(things.All.Where(g => worn.Contains(g.Item.Id)))];
        notWeighed = [.. things.All.Except(all)];
        List<(int Night, DayAsks Asks)> asks = [.. trials.Asks(pools.SelectMany(p => p.Pieces))];
        PartAsks Asked(PartAsks asks) =>
            asked.Unplanned ? asks : asks with { Stretches = [.. asks.Stretches.Where(s => !s.Unplanned)] };
        parts =
        [
            .. pools.Zip(
                (Func<DayAsks, PartAsks>[])[a => a.Body, a => a.Hands, a => a.Feet],
                (pool, of) =>
                    new PartSets(
                        pool,
                        [.. asks.Select(a => (a.Night, Asked(of(a.Asks))))],
                        things.CostOf,
                        things.Stays,
                        asked.Borne
                    )
            ),
        ];
    }

    /// <summary>Chooses them.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="asked">What is asked, as <c>ChoiceRules</c> lets it through.</param>
    /// <param name="heard">Hears of what it has so far, and of what bounds it.</param>
    /// <param name="within">After so long it ends with what it has, and says how sure that is; null to go on to the end.</param>
    public static ClothesChosen Of(
        TripRun run,
        ClothesAsked asked,
        Action<ClothesChosen>? heard = null,
        TimeSpan? within = null
    )
    {
        var things = new ClothesThings(run, asked);
        if (things.Days.Count == 0)
            return new([], 0, things.NowG, run.Outfit.Along, [], things.NotLaidOut, [], 0, 0, 0, true, 0);
        var choosing = new LightestClothes(run, asked, things, heard, within ?? TimeSpan.MaxValue);
        var light = choosing.WithLess(choosing.Heard(choosing.AtOnce()));
        var (found, proven) = choosing.Proven(choosing.Changed(light, choosing.notWeighed, LightenedFor));
        return choosing.Told(found, proven);
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
        public Answer(List<DayOut> days, IReadOnlyList<Garment> pieces)
            : this(days, pieces, new Dictionary<Guid, Guid>()) { }
    }

    private double GramsOf(IEnumerable<Garment> pieces) => pieces.Sum(things.CostOf);

    /// <summary>Nothing weighed that is lighter than this does, g.</summary>
    private double leastG;

    private Answer Heard(Answer found)
    {
        heard?.Invoke(Told(found, proven: false));
        return found;
    }

    private bool IsOver(double share) => clock.Elapsed.TotalSeconds > within.TotalSeconds * share;

    // ---- a good one at once ----

    /// <summary>
    /// The lightest by the steady balance, and where a day goes worse in them when it is played, what is worn on it of everything: for the body, the
    /// hands or the feet that it goes worse for, or else for all; or else what is worn on any day.
    /// </summary>
    private Answer AtOnce()
    {
        HashSet<Garment> pieces = [.. parts.SelectMany(p => p.Pool.In(p.Lightest))];
        var worn = trials
            .Everything.SelectMany(d => d.Dressed.Bars.Select(b => (d.Night, b.ItemId)))
            .ToLookup(w => w.ItemId, w => w.Night);
        while (true)
        {
            if (trials.Try(pieces, out var failed) is { } days)
                return new(days, [.. pieces]);
            List<Garment> any = [.. all.Where(g => worn.Contains(g.Item.Id) && !pieces.Contains(g))],
                thatDay = [.. any.Where(g => worn[g.Item.Id].Contains(failed.Night))],
                forThat = [.. thatDay.Where(parts[failed.Part].Pool.Pieces.Contains)];
            if (any.Count == 0)
                return new(trials.Everything, all);
            pieces.UnionWith(
                forThat.Count > 0 ? forThat
                : thatDay.Count > 0 ? thatDay
                : any
            );
        }
    }

    /// <summary>Those of some pieces that all others together cannot stand for, the heaviest first.</summary>
    private IEnumerable<Garment> Needed(IEnumerable<Garment> pieces) =>
        Beside(
                pieces.Where(g => !things.Stays(g)).OrderByDescending(things.CostOf),
                piece =>
                    (Piece: piece, Does: IsOver(NeededFor) || trials.Try(all.Where(g => g != piece), out _) is not null)
            )
            .Where(t => !t.Does)
            .Select(t => t.Piece);

    /// <summary>Leaves out whatever can be left out, the heaviest first.</summary>
    private Answer WithLess(Answer found)
    {
        var left = found.Pieces.Where(g => !things.Stays(g)).OrderByDescending(things.CostOf).ToList();
        while (FirstThatDoes(left, piece => [.. found.Pieces.Where(g => g != piece)], LightenedFor) is { } without)
        {
            found = Heard(new(without.Days, without.Pieces));
            // What could not be left out before cannot be now.
            left.RemoveRange(0, left.IndexOf(without.For) + 1);
        }
        return found;
    }

    /// <summary>Changes pieces for what is lighter of their kind.</summary>
    private Answer Changed(Answer found, IEnumerable<Garment> others, double until)
    {
        foreach (var other in others.Except(found.Pieces).OrderBy(g => g.Item.MassG))
        {
            var heavier = found
                .Pieces.Where(g =>
                    !things.Stays(g)
                    && things.CostOf(g) > other.Item.MassG
                    && (g.Main, g.Tier) == (other.Main, other.Tier)
                )
                .OrderByDescending(things.CostOf)
                .ToList();
            if (
                FirstThatDoes(heavier, piece => [.. found.Pieces.Where(g => g != piece), other], until)
                is not { } changed
            )
                continue;
            var places = found.InPlaceOf.ToDictionary();
            places[other.Item.Id] = places.GetValueOrDefault(changed.For.Item.Id, changed.For.Item.Id);
            found = Heard(new(changed.Days, changed.Pieces, places));
        }
        return found;
    }

    /// <summary>The first of some pieces without which days go as well, several tried at once.</summary>
    private (Garment For, List<Garment> Pieces, List<DayOut> Days)? FirstThatDoes(
        IReadOnlyList<Garment> of,
        Func<Garment, List<Garment>> without,
        double until
    )
    {
        foreach (var some in of.Chunk(Environment.ProcessorCount))
        {
            if (IsOver(until))
                return null;
            var tried = Beside(
                some,
                piece => (Piece: piece, Pieces: without(piece), Days: trials.Try(without(piece), out _))
            );
            if (tried.Find(t => t.Days is not null) is { Days: { } days } does)
                return (does.Piece, does.Pieces, days);
        }
        return null;
    }

    /// <summary>Several at once, in their order; who asks does its share, so that one may be asked for within another.</summary>
    private List<TTo> Beside<TFrom, TTo>(IEnumerable<TFrom> of, Func<TFrom, TTo> each)
    {
        TFrom[] all = [.. of];
        var done = new TTo[all.Length];
        Parallel.For(0, all.Length, new() { CancellationToken = run.Context.Stop }, n => done[n] = each(all[n]));
        return [.. done];
    }

    // ---- the proof ----

    /// <summary>The lightest of what is weighed, and whether nothing lighter of it does.</summary>
    private (Answer Found, bool Proven) Proven(Answer found)
    {
        List<IReadOnlyList<Garment>> groups = [.. Needed(found.Pieces).Select(g => (IReadOnlyList<Garment>)[g])];
        while (true)
        {
            var hit = LeastHit.Of(all, things.CostOf, things.Stays, groups, run.Context.Stop);
            leastG = hit is null ? leastG : GramsOf(hit);
            if (hit is null || IsOver(1))
                return (found, false);
            if (leastG < GramsOf(found.Pieces) - Totals.Grain)
            {
                Heard(found);
                if (trials.Try(hit, out _) is { } inHit)
                    found = Heard(new(inHit, hit));
            }
            if (leastG >= GramsOf(found.Pieces) - Totals.Grain)
            {
                // Dressing is not exact in the minutes that are played: what is like it is tried before it is believed.
                var lighter = Changed(found, all.Concat(notWeighed), 1);
                if (!lighter.Pieces.All(all.Contains))
                    return (lighter, !IsOver(1));
                lighter = lighter == found ? Doubted(found, groups) : lighter;
                if (lighter == found)
                    return (found, !IsOver(1));
                found = lighter;
                // Groups of which it has none did not hold.
                groups.RemoveAll(g => !g.Any(found.Pieces.Contains));
                continue;
            }
            // Light ones first leave heavy ones to be needed; those that are in many groups first leave others.
            var most = all.OrderByDescending(p => groups.Count(g => g.Contains(p))).ThenBy(things.CostOf);
            groups.AddRange(
                Beside<IEnumerable<Garment>, List<IReadOnlyList<Garment>>>(
                        [all.OrderBy(things.CostOf), most],
                        order => [.. Missing(hit, [.. order])]
                    )
                    .SelectMany(g => g)
            );
        }
    }

    /// <summary>What is lightest but for one group is tried: where it does, that group did not hold.</summary>
    private Answer Doubted(Answer found, List<IReadOnlyList<Garment>> groups)
    {
        // What one piece alone is needed for was tried with everything else.
        var doubted = groups.OrderByDescending(g => g.Count);
        foreach (var some in doubted.Chunk(2 * Environment.ProcessorCount).TakeWhile(_ => !IsOver(1)))
        {
            var tried = Beside(
                some,
                group =>
                    LeastHit.Of(all, things.CostOf, things.Stays, [.. groups.Where(g => g != group)], run.Context.Stop)
                        is { } hit
                    && GramsOf(hit) < GramsOf(found.Pieces) - Totals.Grain
                    && trials.Try(hit, out _) is { } days
                        ? new Answer(days, hit)
                        : null
            );
            if (tried.OfType<Answer>().MinBy(a => GramsOf(a.Pieces)) is { } lighter)
                return Heard(lighter);
        }
        return found;
    }

    /// <summary>Groups of pieces of each of which one must come along, for days go worse in some pieces; no two have a piece in common.</summary>
    /// <param name="pieces">They.</param>
    /// <param name="order">Everything, in the order in which it is tried whether it comes to nothing.</param>
    private IEnumerable<IReadOnlyList<Garment>> Missing(List<Garment> pieces, IReadOnlyList<Garment> order)
    {
        do
        {
            List<Garment> group = [.. all.Except(Grown(pieces, [.. order.Except(pieces)]))];
            yield return group;
            pieces = [.. pieces, .. group];
        } while (!IsOver(1) && trials.Try(pieces, out _) is null);
    }

    /// <summary>Pieces with as many more as can be while a day still goes worse: what the steady balance asks for comes last, piece by piece.</summary>
    private List<Garment> Grown(List<Garment> pieces, List<Garment> more)
    {
        List<Garment> asked = [.. parts.SelectMany(p => p.Missing(pieces, more))];
        var with = Halved(pieces, [.. more.Except(asked)]);
        // What mends it beside fewer pieces mends it beside more.
        var maybe = Beside(asked, p => (Piece: p, With: Halved(with, [p]))).Where(p => p.With.Count > with.Count);
        return maybe.Aggregate(with, (grown, p) => grown.Count == with.Count ? p.With : Halved(grown, [p.Piece]));
    }

    /// <summary>The same: all of some, or none, or some of each half.</summary>
    private List<Garment> Halved(List<Garment> pieces, List<Garment> more)
    {
        if (more.Count == 0 || IsOver(1))
            return pieces;
        List<Garment> with = [.. pieces, .. more];
        // All of it together goes as well as everything, for it is that.
        if (with.Count < all.Count && trials.Try(with, out _) is null)
            return with;
        if (more.Count == 1)
            return pieces;
        var half = more.Count / 2;
        return Halved(Halved(pieces, more[..half]), more[half..]);
    }

    // ---- telling ----

    private ClothesChosen Told(Answer found, bool proven)
    {
        List<ClothesPiece> pieces = [.. Pieces(found)];
        return new(
            pieces,
            pieces.Sum(p => p.Grams),
            things.NowG,
            things.AlongWith(pieces.Select(p => p.ItemId).ToHashSet()),
            [.. found.Days.Zip(trials.Everything, Told)],
            things.NotLaidOut,
            [.. notWeighed.Select(g => g.Item.Id)],
            pools.Sum(p => (long)p.Sets),
            trials.PlayedOut,
            proven ? GramsOf(found.Pieces) : Math.Min(leastG, GramsOf(found.Pieces)),
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
        Guid For(Garment piece) => found.InPlaceOf.GetValueOrDefault(piece.Item.Id, piece.Item.Id);
        var ids = found.Pieces.Select(For).ToHashSet();
        foreach (var piece in found.Pieces.OrderBy(g => g, Comparer<Garment>.Create(Dressed.Order)))
        {
            var wrong =
                things.CostOf(piece) > 0 && parts.Find(p => p.Pool.Pieces.Any(g => g.Item.Id == For(piece))) is { } part
                    ? part.FirstWorse(ids, For(piece))
                    : null;
            yield return new(
                piece.Item.Id,
                things.CostOf(piece),
                wrong?.Night,
                wrong?.Segment.FromHour,
                wrong?.Segment.BlockId,
                wrong?.Unplanned ?? false,
                wrong?.Colder ?? true
            );
        }
    }
}
