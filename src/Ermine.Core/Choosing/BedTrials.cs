using System.Collections.Concurrent;
using System.Numerics;
using Ermine.Core.Body;
using Ermine.Core.Chance;
using Ermine.Core.Heat;
using Ermine.Core.Loads;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;
using MathNet.Numerics.RootFinding;

namespace Ermine.Core.Choosing;

/// <summary>
/// Says how good a bed is by replaying the trip in it, as the plan itself will: degrees to spare on the worst of the nights that are chosen
/// for, or the chance of sleeping through all of them. What was tried is remembered.
/// </summary>
internal sealed class BedTrials
{
    /// <summary>Where a line lies past every temperature, K.</summary>
    public const double PastAll = 200;

    private readonly TripRun run;
    private readonly ChoiceThings things;
    private readonly bool byChance;
    private readonly bool everyNight,
        packs;
    private readonly HashSet<Guid> scope;
    private readonly ConcurrentDictionary<
        BigInteger,
        (double Level, bool Whole, IReadOnlyDictionary<int, double> FrostK, bool Packed)
    > tried = [];
    private readonly ConcurrentDictionary<int, bool> cold = [];

    /// <summary>Tries beds on nights of a trip.</summary>
    /// <param name="run">The trip.</param>
    /// <param name="things">What may be chosen.</param>
    /// <param name="nights">The nights, from 0.</param>
    /// <param name="byChance">How good a bed is, is the chance of sleeping through them.</param>
    /// <param name="alone">Nobody else's bed changes: what is carried then is known.</param>
    public BedTrials(TripRun run, ChoiceThings things, IReadOnlyList<int> nights, bool byChance, bool alone = true)
    {
        (this.run, this.things, this.byChance) = (run, things, byChance);
        packs = alone && Weighed.IsAsked(run.Trip);
        everyNight = nights.Count == run.Count;
        scope = [.. nights.Select(n => run.Trip.Nights[n].Id)];
        List<int> known = [.. nights.Where(n => run.LowOf(n) is not null)];
        int[] all = [.. Enumerable.Range(0, things.All.Count)];
        List<int> doubtful = [.. known.Where(n => SpareOf(Slept(things.Plenty), n) <= -PastAll)];
        InNoBed = [.. doubtful.Where(n => FailsInAny(Slept(all), n))];
        Nights = [.. known.Except(InNoBed)];
        if (Nights.Count > 0)
            Level(doubtful.Count > 0 ? all : things.Plenty, double.NegativeInfinity);
    }

    private BedTrials(BedTrials like)
    {
        (run, things, byChance, everyNight, scope, tried, cold) = (
            like.run,
            like.things,
            like.byChance,
            like.everyNight,
            like.scope,
            like.tried,
            like.cold
        );
        (InNoBed, Nights, packs) = (like.InNoBed, like.Nights, like.packs);
    }

    /// <summary>The same for one who tries beside it: what either has tried both know.</summary>
    public BedTrials Beside() => new(this);

    /// <summary>Holds by what lies in it and yet turns in any air: one comes to it too cold from the day, or what happens by night is too much.</summary>
    private static bool FailsInAny(TripRun slept, int night) =>
        slept.HoldsTogether(night).Together.MarginAt(slept.LowOf(night))?.Kelvin >= 0
        && SpareOf(slept, night) <= -PastAll;

    /// <summary>Nights that fail in everything at once, however warm that is: no bed is chosen for them.</summary>
    public IReadOnlyList<int> InNoBed { get; }

    /// <summary>Nights that are chosen for: whose low is known, and that some bed may help.</summary>
    public IReadOnlyList<int> Nights { get; }

    /// <summary>Trips that were replayed.</summary>
    public int Replayed { get; private set; }

    /// <summary>The person slept in a bed on the nights that are chosen for.</summary>
    public Outfit Sleeping(SleepSystem bed)
    {
        var outfit = run.Outfit;
        if (everyNight)
            return outfit with { System = bed, Own = [.. outfit.Own.Select(o => o with { System = null })] };
        return outfit with
        {
            Own =
            [
                .. outfit.Own.Select(o => scope.Contains(o.NightId) ? o with { System = bed } : o),
                .. scope
                    .Where(id => outfit.Own.All(o => o.NightId != id))
                    .Order()
                    .Select(id => new OutfitNight(id, bed)),
            ],
        };
    }

    /// <summary>How good a choice is, looked at only until it is seen to be worse than a level.</summary>
    /// <param name="chosen">The things, by number.</param>
    /// <param name="atLeast">The level.</param>
    public double Level(IReadOnlyList<int> chosen, double atLeast)
    {
        var key = KeyOf(chosen);
        if (tried.TryGetValue(key, out var known) && (known.Whole || known.Level < atLeast))
            return known.Level;
        var frost = new Dictionary<int, double>();
        var level = Level(Slept(chosen), atLeast, out var whole, frost);
        tried.AddOrUpdate(
            key,
            (level, whole, frost, false),
            (_, was) => was.Packed ? was : (level, whole, frost, false)
        );
        return level;
    }

    /// <summary>
    /// Whether a choice reaches a level: in days as they are walked now and, where walks are weighed, in those that its own load makes of them,
    /// for so the plan will have it.
    /// </summary>
    /// <param name="chosen">The things, by number.</param>
    /// <param name="level">The level.</param>
    /// <param name="toTheEnd">It is slept in to the end, though it may be seen before that it does not.</param>
    public bool Reaches(IReadOnlyList<int> chosen, double level, bool toTheEnd = false)
    {
        if (Level(chosen, toTheEnd ? double.NegativeInfinity : level) < level)
            return false;
        var key = KeyOf(chosen);
        if (!packs || tried[key].Packed)
            return true;
        var packed = Level(AsPacked(chosen));
        tried[key] = tried[key] with { Level = packed, Whole = true, Packed = true };
        return packed >= level;
    }

    /// <summary>A choice that was tried is only so good as the plan will have it.</summary>
    /// <param name="chosen">The things, by number.</param>
    /// <param name="level">How good it is.</param>
    public void Refuse(IReadOnlyList<int> chosen, double level) =>
        tried[KeyOf(chosen)] = tried[KeyOf(chosen)] with { Level = level, Whole = true, Packed = true };

    /// <summary>The trip replayed in a choice as the plan will have it where others of the party change too.</summary>
    /// <param name="chosen">The things, by number.</param>
    /// <param name="others">The others.</param>
    public TripRun AsPacked(IReadOnlyList<int> chosen, IEnumerable<Outfit> others) =>
        run.Packed(Sleeping(things.Bed(chosen)), others);

    private (BigInteger Chosen, TripRun? Slept) last,
        lastPacked;

    /// <summary>The trip replayed in a choice as the plan will have it.</summary>
    public TripRun AsPacked(IReadOnlyList<int> chosen)
    {
        var key = KeyOf(chosen);
        if (lastPacked.Slept is null || lastPacked.Chosen != key)
        {
            Replayed++;
            lastPacked = (key, packs ? AsPacked(chosen, []) : Replay(things.Bed(chosen)));
        }
        return lastPacked.Slept;
    }

    /// <summary>The trip replayed in a choice.</summary>
    public TripRun Slept(IReadOnlyList<int> chosen)
    {
        var key = KeyOf(chosen);
        if (last.Slept is null || last.Chosen != key)
        {
            Replayed++;
            last = (key, Replay(things.Bed(chosen)));
        }
        return last.Slept;
    }

    /// <summary>What frost cost the body on each night that was slept in a choice that was tried, K.</summary>
    public IReadOnlyDictionary<int, double> FrostOf(IReadOnlyList<int> chosen) => tried[KeyOf(chosen)].FrostK;

    /// <summary>Whether a choice was tried and does not reach a level.</summary>
    public bool IsTried(BigInteger chosen, double level) =>
        tried.TryGetValue(chosen, out var known) && known.Level < level;

    /// <summary>The trip replayed in a bed.</summary>
    public TripRun Replay(SleepSystem bed) => run.ForTrial(Sleeping(bed));

    /// <summary>How good a trip is as it is slept.</summary>
    public double Level(TripRun slept) => Level(slept, double.NegativeInfinity, out _, []);

    private double Level(TripRun slept, double atLeast, out bool whole, Dictionary<int, double> frost)
    {
        whole = true;
        if (byChance)
        {
            foreach (var night in Nights)
                See(slept, night, slept.HoldsTogether(night).Body, frost);
            return ChanceOf(slept);
        }
        var worst = PastAll;
        foreach (var night in Nights)
        {
            worst = Math.Min(worst, SpareOf(slept, night, atLeast, out var body));
            See(slept, night, body, frost);
            if (worst >= atLeast)
                continue;
            // Neither the nights to come nor where the hours turn were looked at.
            whole = false;
            if (worst + Math.Max(0, frost.GetValueOrDefault(night)) < -PastFrost)
                cold[night] = true;
            break;
        }
        return worst;
    }

    /// <summary>What misses by so much more than frost cost came to it too cold from the day, K.</summary>
    private const double PastFrost = 3;

    /// <summary>Nights that were seen to fail for what one comes to them with from the day, not for frost.</summary>
    public bool IsComeToCold(int night) => cold.ContainsKey(night);

    private static void See(TripRun slept, int night, ColdLine body, Dictionary<int, double> frost)
    {
        if (body.Outside is { } wet && slept.Model.Holds(night, slept.SystemOf(night), null).Outside is { } dry)
            frost[night] = wet.Celsius - dry.Celsius;
    }

    private double ChanceOf(TripRun slept) =>
        TripChance.Of([.. Nights.Select(n => TurnOf.Night(slept, n))], slept.Model.Sleeper.Offset)?.All ?? 0;

    /// <summary>Degrees that a night has to spare: by what it holds to, and by where its hours turn. Negative just where it is short.</summary>
    public static double SpareOf(TripRun slept, int night) => SpareOf(slept, night, double.NegativeInfinity, out _);

    private static double SpareOf(TripRun slept, int night, double atLeast, out ColdLine body)
    {
        var low = slept.LowOf(night);
        double Spare(ColdLine? line) =>
            line?.Holding switch
            {
                null or Holding.InNone => -PastAll,
                Holding.InAnyAir => PastAll,
                _ => Math.Clamp(line.MarginAt(low)!.Value.Kelvin, -PastAll, PastAll),
            };
        var together = slept.HoldsTogether(night);
        body = together.Body;
        var holds = Spare(together.Together);
        // What is too little by one of the two is too little.
        if (holds < Math.Min(0, atLeast))
            return holds;
        var spare = Math.Min(holds, Spare(slept[night].Slept.Lines?.Turns().Together));
        return NightModel.VerdictOf(slept[night].Slept) is Verdict.Warm or Verdict.Hot
            ? (holds >= 0 ? Math.Max(0, spare) : spare)
            : Math.Min(spare, -1e-3);
    }

    /// <summary>A set of things as one number.</summary>
    public static BigInteger KeyOf(IReadOnlyList<int> chosen)
    {
        var key = BigInteger.Zero;
        foreach (var n in chosen)
            key |= BigInteger.One << n;
        return key;
    }

    /// <summary>What each night asks of a dry bed so that a level may be reached.</summary>
    /// <param name="level">Degrees to spare, or the chance.</param>
    public IReadOnlyList<NightDemand> Demands(double level) =>
        [.. Nights.Select(n => byChance ? ByChance(n, level) : ByDegrees(n, level))];

    private NightDemand ByDegrees(int night, double spareK)
    {
        var low = run.LowOf(night)!.Value;
        // Lines past the warmest air that is searched lie nowhere.
        var outside = new Temperature(Math.Min(low.Celsius - spareK, HeatBalance.SearchTo));
        return new(
            night,
            Threshold.Comfort,
            outside,
            run.Model.MostFromFeet(night, run.BedtimeAtBest(night), outside, things.Kept.Bed.Lies)
        );
    }

    /// <summary>
    /// What turns in warmer air than this is no bed, °C (assumption): the air has to be colder than the skin of the limit, or what is put on would
    /// count as warmth let in.
    /// </summary>
    private const double WarmestTurn = 15;

    /// <summary>All nights together are no likelier than each alone, and that asks for a turn.</summary>
    private NightDemand ByChance(int night, double chance)
    {
        var low = run.Context.Weather(night)!.Low;
        var offset = run.Model.Sleeper.Offset;
        double With(double flip) =>
            Chances
                .Of([new(low.CampLow.Celsius, low.SigmaK, flip + offset.Mean, low.CampMembers)], offset.Mean, offset.Sd)
                .All - chance;
        // Where no turn is too warm, next to nothing is asked.
        var flip =
            With(WarmestTurn) >= 0
            || !Brent.TryFindRoot(With, HeatBalance.SearchFrom, WarmestTurn, 1e-4, 100, out var root)
                ? WarmestTurn
                : root;
        return new(night, Threshold.Limit, new(flip + 1e-3), double.PositiveInfinity, Feet: false);
    }
}
