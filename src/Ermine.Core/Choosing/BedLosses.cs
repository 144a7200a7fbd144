using System.Collections.Concurrent;
using System.Numerics;
using Ermine.Core.Body;
using Ermine.Core.Frost;
using Ermine.Core.Ground;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>
/// What beds of some things lose dry on the hardest of the nights that are chosen for, as planes that lie under it: while bags and quilts are
/// still open, and once they are decided.
/// </summary>
internal sealed partial class BedLosses
{
    /// <summary>Covers whose fabrics are counted at once while they are open: more of them count for nothing.</summary>
    private const int MostFilms = 4;

    private readonly TripRun run;
    private readonly ChoiceThings things;
    private readonly double[] grams,
        worth;
    private readonly AirOf hardest;
    private readonly Giving[] giving;
    private readonly Givings rest;
    private readonly ByRegion<int[]> byWarmth;
    private readonly IReadOnlyList<UnderSet> unders;
    private readonly ConcurrentDictionary<BigInteger, Roof> roofs = [];
    private readonly ConcurrentDictionary<(BigInteger Taken, int Open), LossPlanes> opened = [];
    private readonly ConcurrentDictionary<BigInteger, Canopy> canopies = [];
    private readonly ConcurrentDictionary<BigInteger, CanopyLaid> laidOut;
    private readonly ConcurrentDictionary<BigInteger, ByRegion<double>> beyond;

    /// <summary>Under a bag that lies crushed, as nearly all do.</summary>
    private readonly Lazy<LeastLoss> lying;

    /// <summary>The air of one night as a bed meets it.</summary>
    private sealed record AirOf(
        int Night,
        LossFrame Frame,
        double OutsideC,
        Surroundings Where,
        double Damp,
        double FrostK
    );

    /// <summary>Takes what nights ask for.</summary>
    /// <param name="run">The trip.</param>
    /// <param name="things">What may be chosen.</param>
    /// <param name="demands">What the nights ask of a bed, at least one.</param>
    /// <param name="like">The same at another level: what things give by themselves stays.</param>
    public BedLosses(TripRun run, ChoiceThings things, IReadOnlyList<NightDemand> demands, BedLosses? like = null)
    {
        (this.run, this.things) = (run, things);
        grams = [.. things.All.Select(t => t.Grams)];
        Demands = [.. demands.OrderByDescending(d => UsualLoss(AirAt(d, 0).Frame))];
        hardest = AirAt(Demands[0], 0);
        giving = like?.hardest.Damp == hardest.Damp ? like.giving : [.. things.All.Select((_, n) => GivingOf(n))];
        rest = like?.giving == giving ? like.rest : new(giving, [.. things.Rest, .. things.Barriers]);
        laidOut =
            like?.hardest is { } was && was.Night == hardest.Night && was.Damp == hardest.Damp ? like.laidOut : [];
        beyond = like?.giving == giving ? like.beyond : [];
        lying = new(() => new(Bare([], hardest, wind: 0)[0], rest, hardest.Frame, [], 0, open: true, Unworn));
        worth = [.. giving.Select((g, n) => Regions.All.Sum(r => g.Gives[r] * g.To[r]) / (grams[n] + 1))];
        byWarmth = Regions.Each(r =>
            things.Clothes.OrderByDescending(n => giving[n].Gives[r] / (grams[n] + 1e-3)).ToArray()
        );
        unders = like?.unders ?? Lying(UnderSet.WorthLyingOn(things, giving, grams));
    }

    /// <summary>What things add to the load: what they cost where nothing else is said.</summary>
    public double[] Grams => grams;

    /// <summary>What the nights ask, the hardest first.</summary>
    public IReadOnlyList<NightDemand> Demands { get; }

    /// <summary>What may be lain on, the cheapest first.</summary>
    /// <param name="cost">What things cost.</param>
    /// <param name="all">Every set that costs less than this; null for those that no other is better than.</param>
    public IReadOnlyList<UnderSet> Unders(double[] cost, double? all = null) =>
        all is { } most ? Lying(UnderSet.Every(things, giving, cost, most))
        : cost == grams ? unders
        : LyingAt(cost);

    private readonly ConcurrentDictionary<string, IReadOnlyList<UnderSet>> lyingAt = [];

    /// <summary>Prices of pads at which it is remembered what may be lain on: the same come again soon or never.</summary>
    private const int MostPrices = 16;

    private IReadOnlyList<UnderSet> LyingAt(double[] cost)
    {
        if (lyingAt.Count > MostPrices)
            lyingAt.Clear();
        return lyingAt.GetOrAdd(
            string.Join(
                ' ',
                Enumerable.Range(0, cost.Length).Where(n => giving[n].Lays == Lays.Under).Select(n => cost[n])
            ),
            _ => Lying(UnderSet.WorthLyingOn(things, giving, cost))
        );
    }

    private IReadOnlyList<UnderSet> Lying(IReadOnlyList<UnderSet> sets)
    {
        return [.. sets.Select(s => s with { Beyond = beyond.GetOrAdd(s.Key, _ => Beyond(s)) })];

        ByRegion<double> Beyond(UnderSet set)
        {
            var loss = lying.Value;
            var pads = loss.Empty();
            foreach (var n in set.Chosen)
                loss.Put(pads, n, 1);
            return loss.Beyond(pads, Bare(set.Chosen, hardest, wind: 0)[0].Under);
        }
    }

    /// <summary>By what a thing that is put on gives most for its weight, where nothing is known to be short.</summary>
    public double Worth(int n) => worth[n];

    /// <summary>Vapour resistance from which on a second barrier over the same skin keeps nothing more back, m²Pa/W (assumption: all but none passes the first).</summary>
    private const double Tight = 1e4;

    /// <summary>Whether barriers keep back as much vapour everywhere as others do.</summary>
    /// <param name="barriers">They.</param>
    /// <param name="others">The others.</param>
    public bool KeepBackAsMuch(IReadOnlyList<int> barriers, IReadOnlyList<int> others) =>
        barriers.All(n => Moisture.FabricResistance(things.All[n].Item) >= Tight)
        && others.Except(barriers).All(GivesNothing)
        && Regions.All.All(r => Most(barriers, r) >= Most(others, r) - 1e-9);

    private double Most(IReadOnlyList<int> barriers, Region region) =>
        barriers.Select(n => giving[n].To[region]).DefaultIfEmpty(0).Max();

    /// <summary>At most such a share of what frost costs in a bed the fabrics of clothes that are worn in it spare, 0–1.</summary>
    /// <param name="bed">The bed.</param>
    public double SparesOfFrost(IEnumerable<int> bed) =>
        Math.Min(1, bed.Intersect(things.Clothes).Sum(n => giving[n].Spares));

    /// <summary>What is known of beds in some bags, quilts, covers and barriers; remembered.</summary>
    /// <param name="taken">They.</param>
    public Roof Under(int[] taken) => roofs.GetOrAdd(BedTrials.KeyOf(taken), _ => new(taken, WornOf(taken)));

    private int[] WornOf(int[] taken) => [.. taken.Where(things.Barriers.Contains)];

    /// <summary>Whether ways to lie in bags, quilts, covers and barriers were worked out already.</summary>
    /// <param name="taken">They.</param>
    public bool IsKnown(int[] taken) => roofs.TryGetValue(BedTrials.KeyOf(taken), out var roof) && roof.Left >= 0;

    private int doubts;

    /// <summary>So often a bed was spared more of frost than was counted on under its roof.</summary>
    public int Doubts => Volatile.Read(ref doubts);

    /// <summary>Learns what frost cost a bed under a roof; false where that is less than was counted on.</summary>
    /// <param name="roof">The roof.</param>
    /// <param name="bed">The bed.</param>
    /// <param name="frostK">What it cost, by night, K.</param>
    public bool See(Roof roof, IReadOnlyList<int> bed, IReadOnlyDictionary<int, double> frostK)
    {
        if (roof.See(frostK, 1 - SparesOfFrost(bed)))
            return true;
        Interlocked.Increment(ref doubts);
        return false;
    }

    /// <summary>Ways to lie under a roof, with what frost is taken to cost there.</summary>
    /// <param name="roof">The roof.</param>
    /// <param name="left">What pads and clothes may add to the load at most, g.</param>
    public IReadOnlyList<LossPlanes> Ways(Roof roof, double left) =>
        roof.Ways(
            Coarse * Math.Ceiling(left / Coarse),
            (most, frostK, fine) => Decided(roof.Taken, most, frostK, fine)
        );

    /// <summary>What is left is rounded up to so much, so that what asks for a little more finds what is known, g.</summary>
    private const double Coarse = 500;

    /// <summary>Planes while some of bags, quilts and covers are open; remembered.</summary>
    /// <param name="taken">What is decided: barriers, and of the tops those that are taken.</param>
    /// <param name="open">Tops that may still come.</param>
    public LossPlanes Open(int[] taken, ReadOnlySpan<int> open) =>
        opened.GetOrAdd(
            (BedTrials.KeyOf(taken), open.Length),
            static (_, of) => of.This.OpenTo(of.taken, of.Open),
            (This: this, taken, Open: open.ToArray())
        );

    private LossPlanes OpenTo(int[] taken, int[] open)
    {
        var films = open.Select(n => Moisture.FabricResistance(things.All[n].Item) ?? 0)
            .OrderDescending()
            .Take(MostFilms)
            .Sum();
        var worn = WornOf(taken);
        int[] covers = [.. taken.Except(worn)];
        var loss = new LeastLoss(
            Bare(covers, hardest, wind: 0)[0],
            new(giving, [.. rest.Used, .. open]),
            hardest.Frame,
            Evaporation(Worn(covers, films, hardest), [.. worn.Select(Laid)], hardest),
            leakage: 0,
            open: true,
            Unworn
        );
        int[] bags = [.. things.Tops.Where(n => things.All[n].Item.IsTopLayer)];
        var atFirst = open.Length == things.Tops.Length;
        // Planes that touch it where one bag or quilt after the other is taken; whatever barrier is worn, at the same points.
        var at =
            atFirst && openAt is { } known
                ? known
                : Points(
                    loss,
                    hardest,
                    open.Intersect(bags).OrderByDescending(Worth).Take(MostPoints).Select(n => new[] { n }).Prepend([]),
                    double.PositiveInfinity
                );
        if (atFirst)
            openAt ??= at;
        // All lose what leaks from the tightest.
        var toAir = hardest.Frame.SkinC - hardest.Frame.Felt.AirC;
        return Planes(loss, at) with
        {
            Tops = new(
                bags,
                [.. bags.Select(n => StackBuilder.Leakage(things.All[n].Item, Closure.Closed) * toAir)],
                StackBuilder.LeakageWithoutCover * toAir
            ),
        };
    }

    /// <summary>Bags and quilts at which planes are laid while they are open.</summary>
    private const int MostPoints = 6;

    private LossPoints? openAt;

    /// <summary>Planes once bags, quilts, covers and barriers are decided, for each way to lie in them.</summary>
    /// <param name="taken">They.</param>
    /// <param name="left">What pads and clothes may add to the load at most, g.</param>
    /// <param name="frostK">What frost costs in them at least on a night, K.</param>
    /// <param name="fine">Sampled finer: it will be searched at length.</param>
    private IReadOnlyList<LossPlanes> Decided(int[] taken, double left, Func<int, double> frostK, bool fine)
    {
        var worn = WornOf(taken);
        int[] canopy = [.. taken.Except(worn)];
        var air = Demands.Select(d => AirAt(d, frostK(d.Night))).MaxBy(a => UsualLoss(a.Frame))!;
        var most = left + worn.Sum(n => grams[n]);
        var over = fine ? Under(LaidOut(canopy, air, fine), air, most) : UnderAll(canopy, air, most);
        var evaporation = Evaporation(over.Laid.Worn, [.. worn.Select(Laid)], air, fine);
        // Without the bags one would have to wear more than may be carried: that way to lie needs no look.
        var ways = things.Kept.Bed.Hammock is null && WithoutTops(taken) > left ? 1 : over.Ways;
        return
        [
            .. Enumerable
                .Range(0, ways)
                .Select(way => over.Way(way, evaporation, loss => Points(loss, air, [worn], over.Left)))
                .Select(w => Planes(w.Loss, w.At)),
        ];
    }

    /// <summary>A barrier that gives nothing but what it keeps of the skin's vapour.</summary>
    private bool GivesNothing(int n) =>
        things.Barriers.Contains(n)
        && things.All[n].Item is { Side: Side.On } item
        && things.Closet.ReadingOf(item.Id).Insulation is null or { SI: 0 };

    private LaidThing Laid(int n) => new(things.All[n].Item, new(things.All[n].Item.Id, Closure.Closed), 0, []);

    private Canopy Under(CanopyLaid laid, AirOf air, double left) =>
        new(
            laid,
            [
                .. laid.Beds.Select(bed => new LeastLoss(
                    bed,
                    rest,
                    air.Frame,
                    [],
                    bed.Leakage,
                    open: false,
                    Regions.Each(r => MostWorn(r, left)),
                    air.FrostK
                )),
            ],
            left
        );

    /// <summary>A canopy in the hardest air, dry; remembered.</summary>
    private Canopy UnderAll(int[] canopy, AirOf air, double left)
    {
        var key = BedTrials.KeyOf(canopy);
        if (canopies.TryGetValue(key, out var known) && known.Left >= left)
            return known;
        var laid = laidOut.GetOrAdd(key, _ => LaidOut(canopy, air, fine: false));
        return canopies[key] = Under(laid, air, left);
    }

    private CanopyLaid LaidOut(int[] canopy, AirOf air, bool fine) =>
        new(Bare(canopy, air, air.Where.WindMs), Worn(canopy, films: 0, air, fine));

    /// <summary>Least that pads and clothes come to if no bag or quilt counts, whatever covers lie over them, g.</summary>
    private double WithoutTops(int[] taken)
    {
        var worn = WornOf(taken);
        var key = BedTrials.KeyOf(worn);
        lock (withoutTops)
        {
            if (withoutTops.TryGetValue(key, out var least))
                return least;
            var open = new bool[giving.Length];
            foreach (var n in things.Rest)
                open[n] = !things.IsPinned(n);
            int[] covers = [.. things.Tops.Where(n => !things.All[n].Item.IsTopLayer)];
            return withoutTops[key] = Bare(covers, hardest, wind: 0)
                .Select(bed => new LeastLoss(bed, rest, hardest.Frame, [(0, 0)], bed.Leakage, open: false, Unworn))
                .Select(loss => Planes(loss, Points(loss, hardest, [worn], double.PositiveInfinity)))
                .Min(w => w.LeastMore([.. worn, .. things.PinnedRest], open, double.PositiveInfinity, out _));
        }
    }

    private readonly Dictionary<BigInteger, double> withoutTops = [];

    /// <summary>Where losses balance.</summary>
    private LossPoints Points(LeastLoss loss, AirOf air, IEnumerable<int[]> points, double left)
    {
        // With feet that lose more it balances not far from there.
        return Balanced(LossKind.Free) is var free && free.All(s => s is not null)
            ? new(free, free, Balanced(LossKind.Feet))
            : new(Balanced(LossKind.Fed), free, Balanced(LossKind.Feet));

        List<LeastLoss.State?> Balanced(LossKind kind) =>
            kind == LossKind.Feet && double.IsInfinity(air.Frame.MostFromFeet)
                ? []
                :
                [
                    .. (kind == LossKind.Feet ? points.Take(1) : points).Select(point =>
                    {
                        HashSet<int> on = [.. things.PinnedRest, .. point];
                        return new BestTouch(loss, kind, on, n => grams[n] <= left && !on.Contains(n), grams).Find();
                    }),
                ];
    }

    /// <summary>Planes that touch losses at points.</summary>
    private LossPlanes Planes(LeastLoss loss, LossPoints at)
    {
        return new(
            loss,
            grams,
            Touching(LossKind.Fed, at.Fed),
            Touching(LossKind.Free, at.Free),
            Touching(LossKind.Feet, at.Feet)
        );

        List<LossPlane> Touching(LossKind kind, IEnumerable<LeastLoss.State?> states) =>
            [
                .. states.Select(state =>
                    (state ?? Everything(kind)) is { } touched
                        ? loss.Touching(touched, kind, grams)
                        : new(double.PositiveInfinity, new double[giving.Length], [])
                ),
            ];

        // What did not balance where points were looked for may do so here, with other barriers and another heat of vapour.
        LeastLoss.State? Everything(LossKind kind)
        {
            var state = loss.Empty();
            foreach (var n in loss.Used)
                loss.Put(state, n, 1);
            return loss.Short(state, kind) > 0 ? null : state;
        }
    }

    private static readonly ByRegion<double> Unworn = Regions.Each(_ => 0.0);

    /// <summary>Most that clothes may give in a region for so many grams, with all that is decided before them, m²K/W.</summary>
    private double MostWorn(Region region, double left)
    {
        var most = things.Barriers.Sum(n => giving[n].Gives[region]);
        foreach (var n in byWarmth[region])
        {
            var gives = giving[n].Gives[region];
            if (grams[n] > 0 && grams[n] >= left)
                return most + gives * left / grams[n];
            most += gives;
            left -= grams[n];
        }
        return most;
    }

    /// <summary>By which nights are ranked: what a usual winter bed would lose more than is made.</summary>
    private static double UsualLoss(LossFrame frame) =>
        0.5 * (frame.SkinC - frame.Felt.AirC) + 0.2 * (frame.SkinC - frame.Felt.GroundC) - frame.Heat;

    private AirOf AirAt(NightDemand demand, double frostK)
    {
        var warmth = Warmth.Of(run.Model.Sleeper);
        var where = run.Context.Where(demand.Night, things.Kept.Bed.Lies);
        var outside = demand.Outside.Celsius - frostK;
        return new(
            demand.Night,
            new(
                demand.Threshold.SkinCelsius,
                warmth.SleepingHeat + demand.Threshold.Shivering,
                where.ClimateAt(
                    new(Math.Min(warmth.Felt(new(outside)).Celsius, HeatBalance.SearchTo)),
                    things.Kept.Bed.Hammock is not null
                ),
                demand.MostFromFeet
            ),
            outside,
            where,
            run.Context.Weather(demand.Night)!.Dampness,
            frostK
        );
    }

    private LayerStack Lay(IReadOnlyList<Resolved> laid, SleepSystem bed, AirOf air, double wind) =>
        StackBuilder.Lay(laid, bed, run.Model.Sleeper.GirthCm, wind, air.Where.Shelter.ShieldsBelow);

    private IReadOnlyList<BareBed> Bare(int[] taken, AirOf air, double wind)
    {
        var bed = things.Bed(taken);
        var stack = Lay(bed.In(things.Closet), bed, air, wind);
        return stack.Bare(stack.At(_ => air.Damp).Alone);
    }

    /// <summary>What a thing gives alone and in no wind.</summary>
    private Giving GivingOf(int n)
    {
        var item = things.All[n].Item;
        if (item.Kind == ItemKind.VapourBarrier)
            return new(
                Lays.Nowhere,
                Each(_ => 0),
                Each(_ => 0),
                Each(r => item.Cover[r] >= LaidThing.CoversWhole ? 1 : item.Cover[r])
            );
        var bed = things.Bed([n]);
        var stack = Lay(bed.In(things.Closet), bed, hardest, wind: 0);
        var at = Enumerable.Range(0, stack.Things.Count).First(i => stack.Things[i].Item.Id == item.Id);
        var thing = stack.Things[at];
        var alone = stack.At(_ => hardest.Damp).Alone[at];
        if (item.Side == Side.Under)
        {
            (double From, double To) Lies(Region region) => Underside.Laid(item, region, alone).Lies;
            return new(Lays.Under, Each(_ => alone), Each(r => Lies(r).From), Each(r => Lies(r).To));
        }
        var still = item.Kind == ItemKind.Bivy ? StillAir.InBivy : 0;
        return new(
            item.Side == Side.On ? Lays.Worn : Lays.Over,
            Each(r => thing.Over(r) * alone + still),
            Each(_ => 0),
            Each(thing.Cover),
            item.Side == Side.On ? FilmAsCloth(thing) : 0,
            item.Side == Side.On ? SparesOfFrost(item) : 0
        );

        static ByRegion<double> Each(Func<Region, double> of) => Regions.Each(of);
    }
}
