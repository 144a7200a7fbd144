using System.Collections.Concurrent;
using System.Diagnostics;
using Ermine.Core.Body;
using Ermine.Core.Kit;

namespace Ermine.Core.Choosing;

/// <summary>
/// What to buy, and what could be sold, over the nights of a season. Of each step of it the lightest bed of what is owned is known, and with a
/// piece, the lightest that has the piece in it and is lighter: what no bed of that is lighter with does nothing there. Each night is looked at
/// alone and dry; what frost costs on a trip that is planned is taken off its low beforehand.
/// </summary>
public sealed partial class WhatToBuy
{
    /// <summary>Of pieces that do most alone so many are weighed together.</summary>
    private const int MostTogether = 5;

    /// <summary>Together they must do more than the best of fewer by so much, g over all nights.</summary>
    private const double MoreG = 50;

    /// <summary>Beds heavier than this are not looked at, g: how far a piece is from doing it is seen up to there.</summary>
    private const double HeaviestG = 20_000;

    private readonly Stopwatch clock = Stopwatch.StartNew();
    private readonly Sleeper sleeper;
    private readonly Closet closet;
    private readonly SeasonAsked asked;
    private readonly IReadOnlyList<SeasonNight> nights;
    private readonly IReadOnlyList<SeasonStep> steps;
    private readonly double mostG;
    private readonly TimeSpan within;
    private readonly CancellationToken stop;
    private readonly ConcurrentDictionary<(int Step, string Set), Found> known = [];
    private long nodes,
        laid,
        replayed;
    private int things;
    private volatile bool cut;

    private WhatToBuy(
        Sleeper sleeper,
        Closet closet,
        SeasonNights known,
        SeasonAsked asked,
        TimeSpan? within,
        CancellationToken stop
    )
    {
        (this.sleeper, this.closet, this.asked, this.within, this.stop) = (
            sleeper,
            closet,
            asked,
            within ?? TimeSpan.MaxValue,
            stop
        );
        nights = asked.Nights(known);
        steps = SeasonStep.Of(nights);
        mostG = asked.MostG ?? known.PackedG ?? SeasonAsked.UsualMostG;
    }

    /// <summary>A bed that was found, or that there is none lighter than was asked for.</summary>
    /// <param name="Grams">What it weighs, g; infinite where there is none.</param>
    /// <param name="Items">What is in it.</param>
    /// <param name="Proven">Nothing lighter holds.</param>
    /// <param name="ReachK">Degrees to spare in everything at once, where that is too little, K.</param>
    private sealed record Found(double Grams, IReadOnlyList<Guid> Items, bool Proven, double ReachK = 0);

    /// <summary>One, two and three plain pieces that raise most nights or save most grams.</summary>
    /// <param name="sleeper">Who sleeps.</param>
    /// <param name="closet">What is owned.</param>
    /// <param name="known">Nights of trips and log.</param>
    /// <param name="asked">What is asked, as <c>ChoiceRules</c> lets it through.</param>
    /// <param name="prices">Prices typed, by piece of <see cref="Generics.Pieces"/>.</param>
    /// <param name="heard">Hears of what is known so far, from one at a time.</param>
    /// <param name="within">After so long it ends with what it has; null to go on to the end.</param>
    /// <param name="stop">Ends the work.</param>
    public static SeasonBuys For(
        Sleeper sleeper,
        Closet closet,
        SeasonNights known,
        SeasonAsked asked,
        IReadOnlyDictionary<Guid, double> prices,
        Action<SeasonBuys>? heard = null,
        TimeSpan? within = null,
        CancellationToken stop = default
    )
    {
        var buying = new WhatToBuy(sleeper, closet, known, asked, within, stop);
        SeasonBuys Told(bool proven) =>
            new(
                buying.nights,
                asked.TypedLowsC.Count > 0 ? 0 : known.LeftOut,
                [.. known.Nights.Select(n => n.Winter).OfType<int>().Distinct().Order()],
                buying.mostG,
                [.. buying.owned.Select((f, s) => buying.Told(s, f))],
                [
                    .. buying
                        .worth.OrderBy(s => s.Pieces.Count)
                        .ThenByDescending(s => s.Raised)
                        .ThenByDescending(s => s.SavedG)
                        .Select(s => buying.Buy(s, prices)),
                ],
                buying.weighed,
                buying.together,
                buying.Proof(proven)
            );
        return Told(buying.Search(() => heard?.Invoke(Told(false))));
    }

    private List<Found> owned = [];
    private readonly List<Weighed> worth = [];
    private int weighed,
        together = 1;

    /// <summary>Weighs pieces one by one and then together; false where it was cut off.</summary>
    private bool Search(Action heard)
    {
        owned = Each(Enumerable.Range(0, steps.Count), s => Lightest(s, [], HeaviestG, true));
        heard();
        if (steps.Count == 0)
            return true;
        // What is heavy changes most.
        List<KitItem> pieces =
        [
            .. Generics.Pieces.Where(p => Serves(p) && closet.Find(p.Id) is null).OrderByDescending(p => p.MassG),
        ];
        List<Weighed> singles = [];
        foreach (var several in pieces.Chunk(PiecesAtOnce))
        {
            singles.AddRange(Each(several, p => Weigh([p])));
            if (cut)
                return false;
            weighed += several.Length;
            worth.AddRange(singles.TakeLast(several.Length).Where(s => s.IsWorth));
            heard();
        }
        var (best, before) = (DoMost(singles), singles);
        for (var count = 2; count <= 3; count++)
        {
            List<IReadOnlyList<KitItem>> tried = [.. Sets(best, count)];
            // Where still nothing holds, with what has come nearest any other may do it.
            if (before.Where(s => s.NearerK > 0).MaxBy(s => s.NearerK)?.Pieces is { } nearest)
                tried.AddRange(pieces.Except(nearest).Select(p => (IReadOnlyList<KitItem>)[.. nearest, p]));
            before = Each(tried.DistinctBy(KeyOf), Weigh);
            if (cut)
                return false;
            together = count;
            List<Weighed> more =
            [
                .. before.Where(set =>
                    set.IsWorth
                    && worth
                        .Where(s => s.Pieces.All(set.Pieces.Contains))
                        .All(s => set.Raised > s.Raised || set.SavedG >= s.SavedG + MoreG)
                ),
            ];
            worth.AddRange(more);
            heard();
        }
        return true;
    }

    /// <summary>Those that do most by weight, and those that bring what nothing holds nearest, by turns.</summary>
    private static List<KitItem> DoMost(List<Weighed> singles) =>
        [
            .. singles
                .Where(s => s.IsWorth || s.NearerG > 0)
                .OrderByDescending(s => s.Raised)
                .ThenByDescending(s => s.SavedG + s.NearerG)
                .Index()
                .Concat(singles.Where(s => s.NearerK > 0).OrderByDescending(s => s.NearerK).Index())
                .OrderBy(s => s.Index)
                .Select(s => s.Item.Pieces[0])
                .Distinct()
                .Take(MostTogether),
        ];

    /// <summary>Pieces that are weighed between two words on how far it is.</summary>
    private const int PiecesAtOnce = 4;

    /// <summary>An underquilt serves where one hangs.</summary>
    private bool Serves(KitItem item) =>
        item.Kind != ItemKind.Underquilt || steps.Any(s => s.Place.Hammock is not null);

    /// <summary>What pieces do over the season.</summary>
    /// <param name="Pieces">They.</param>
    /// <param name="Raised">Nights that hold and did not.</param>
    /// <param name="SavedG">Grams lighter over all nights that held.</param>
    /// <param name="NearerG">Grams lighter on nights that still do not hold: how much nearer they are.</param>
    /// <param name="NearerK">Degrees more on nights that hold in nothing.</param>
    /// <param name="Beds">By step.</param>
    private sealed record Weighed(
        IReadOnlyList<KitItem> Pieces,
        int Raised,
        double SavedG,
        double NearerG,
        double NearerK,
        IReadOnlyList<Found> Beds
    )
    {
        public bool IsWorth => Raised > 0 || SavedG >= MoreG;
    }

    private Weighed Weigh(IReadOnlyList<KitItem> pieces)
    {
        var (raised, saved, nearerG, nearerK) = (0, 0.0, 0.0, 0.0);
        List<Found> beds = [];
        for (var s = 0; s < steps.Count; s++)
        {
            var before = Fewer(pieces)
                .Select(f => known.GetValueOrDefault((s, KeyOf(f))))
                .OfType<Found>()
                .Append(owned[s])
                .MinBy(f => f.Grams)!;
            var with = Lightest(s, pieces, Math.Min(before.Grams, HeaviestG) - MinG, false);
            var now = with.Grams < before.Grams ? with : before with { Proven = before.Proven && with.Proven };
            known[(s, KeyOf(pieces))] = now;
            beds.Add(now);
            var gain = Math.Min(owned[s].Grams, HeaviestG) - Math.Min(now.Grams, HeaviestG);
            var count = steps[s].Nights.Count;
            if (owned[s].Grams <= mostG)
                saved += count * gain;
            else if (now.Grams <= mostG)
                raised += count;
            else if (double.IsFinite(now.Grams))
                nearerG += count * gain;
            else
                nearerK += count * Math.Max(0, with.ReachK - owned[s].ReachK);
        }
        return new(pieces, raised, saved, nearerG, nearerK, beds);
    }

    /// <summary>Lighter by less than this is not worth a thing, g.</summary>
    private const double MinG = 20;

    /// <summary>The lightest bed for a step of what is owned and pieces that are all in it.</summary>
    private Found Lightest(int step, IReadOnlyList<KitItem> pieces, double most, bool dives)
    {
        var none = new Found(double.PositiveInfinity, [], true);
        if (clock.Elapsed > within)
        {
            cut = true;
            return none with { Proven = false };
        }
        var run = WhichForWhichLow.RunOf(sleeper, closet.With(pieces), steps[step].Place, steps[step].AsksC, stop);
        var choice = ChoiceThings.For(run, Asking(pieces), [0]);
        var trials = new BedTrials(run, choice, [0], byChance: false);
        if (trials.Nights.Count == 0)
            return none;
        var search = new LightestBed(run, choice, trials, new(0, most))
        {
            Dives = dives,
            Onwards = () => clock.Elapsed < within,
        };
        var found = search.Search();
        Interlocked.Add(ref nodes, search.Nodes);
        Interlocked.Add(ref laid, search.Laid);
        Interlocked.Add(ref replayed, trials.Replayed);
        things = Math.Max(things, choice.All.Count);
        cut |= search.Ended;
        return found is null
            ? none with
            {
                Proven = !search.Ended,
                ReachK = trials.Level([.. Enumerable.Range(0, choice.All.Count)], double.NegativeInfinity),
            }
            : new(found.Sum(n => choice.All[n].Grams), [.. found.Select(n => choice.All[n].Item.Id)], !search.Ended);
    }

    private ChoiceAsked Asking(IReadOnlyList<KitItem> pieces) =>
        ChoiceAsked.Plain with
        {
            Pinned = [.. pieces.Select(p => p.Id)],
            LeftAtHome = asked.LeftAtHome,
            Schools = asked.Schools,
        };

    private StepBed Told(int step, Found found) =>
        new(
            steps[step],
            double.IsFinite(found.Grams) ? found.Grams : null,
            found.Items,
            found.Grams <= mostG,
            found.Proven
        );

    private SeasonBuy Buy(Weighed set, IReadOnlyDictionary<Guid, double> prices)
    {
        List<StepBed> now = [.. owned.Select((f, s) => Told(s, f))];
        List<StepBed> beds = [.. set.Beds.Select((f, s) => Told(s, f))];
        IEnumerable<int> NightsOf(Func<StepBed, StepBed, bool> of) =>
            now.Zip(beds).Where(b => of(b.First, b.Second)).SelectMany(b => b.First.Step.Nights).Order();
        double? price = set.Pieces.All(p => prices.TryGetValue(p.Id, out var typed) && typed > 0)
            ? set.Pieces.Sum(p => prices[p.Id])
            : null;
        return new(
            set.Pieces,
            [.. NightsOf((before, then) => then.Held && !before.Held)],
            [.. NightsOf((before, then) => before.Held && then.Grams < before.Grams)],
            set.SavedG,
            set.Pieces.Sum(p => p.MassG),
            price,
            set.Raised / price * 100,
            set.SavedG / price * 100,
            beds
        );
    }

    private void Count(ChoiceProof proof)
    {
        (nodes, laid, replayed) = (nodes + proof.Nodes, laid + proof.Laid, replayed + proof.Replayed);
        things = Math.Max(things, proof.Things);
    }

    private ChoiceProof Proof(bool proven) =>
        new(null, proven && !cut, things, nodes, laid, replayed, clock.Elapsed.TotalSeconds);

    private List<TOut> Each<T, TOut>(IEnumerable<T> of, Func<T, TOut> weigh) =>
        [.. of.AsParallel().AsOrdered().WithCancellation(stop).Select(weigh)];

    private static string KeyOf(IEnumerable<KitItem> pieces) => string.Join(' ', pieces.Select(p => p.Id).Order());

    /// <summary>Sets of one fewer.</summary>
    private static IEnumerable<IReadOnlyList<KitItem>> Fewer(IReadOnlyList<KitItem> pieces) =>
        pieces.Count < 2 ? [] : pieces.Select(p => (IReadOnlyList<KitItem>)[.. pieces.Where(q => q != p)]);

    private static IEnumerable<IReadOnlyList<KitItem>> Sets(IReadOnlyList<KitItem> of, int count) =>
        count == 0
            ?
            [
                [],
            ]
            : of.SelectMany(
                (p, n) => Sets([.. of.Skip(n + 1)], count - 1).Select(s => (IReadOnlyList<KitItem>)[p, .. s])
            );
}
