using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Choosing;

/// <summary>
/// Ranks changes to one night, singly and in pairs, from what is owned and what can be done. All are ranked by what they would hold to as
/// things lie this evening; for those that are shown the trip is run again, so that each says what the plan will say after it.
/// </summary>
public sealed class Fixes
{
    /// <summary>A fix gains at least this, K.</summary>
    public const double WorthMentioning = 0.3;

    /// <summary>Fixes shown at most for one side: under, on or over the body, or done. A closet of bags would otherwise hide the booties.</summary>
    public const int MostForOneSide = 3;

    /// <summary>Single changes from which pairs are made, and pairs shown at most.</summary>
    public const int BestForPairs = 10,
        MostPairs = 3;

    private readonly TripRun run;
    private readonly int night;
    private readonly Closet closet;
    private readonly SleepSystem system;
    private readonly Bedtime bedtime;
    private readonly Temperature? low;
    private readonly Outcome now;
    private readonly BodyAndFeet asThingsLie;
    private readonly NightChanges changes;

    private Fixes(TripRun run, int night)
    {
        (this.run, this.night, closet) = (run, night, run.Closet);
        (system, bedtime, low) = (run.SystemOf(night), run.BedtimeOf(night), run.LowOf(night));
        now = Outcome.Of(run, night);
        asThingsLie = AsThingsLie(system);
        changes = new(run, night, run.Context.FreeFor(run.Outfit));
    }

    /// <summary>Worthwhile changes: those that close the gap first, lightest first; then the others by what they gain.</summary>
    /// <param name="run">The trip.</param>
    /// <param name="night">Which night, from 0.</param>
    public static FixList For(TripRun run, int night)
    {
        var fixes = new Fixes(run, night);
        var (now, low) = (fixes.now, fixes.low);
        static TemperatureDifference? Short(TemperatureDifference? margin) =>
            margin is { Kelvin: < 0 } k ? new(-k.Kelvin) : null;
        return new(
            now,
            now.Verdict is null or Verdict.Warm or Verdict.Hot ? null : Short(now.TurnsAt?.Together.MarginAt(low)),
            Short(now.Margin),
            fixes.Ranked(),
            now.Verdict == Verdict.Hot ? Reliefs.For(run, night) : []
        );
    }

    /// <summary>The single change that ranks first; null where none is worth it.</summary>
    /// <inheritdoc cref="For"/>
    public static Fix? BestSingle(TripRun run, int night)
    {
        var fixes = new Fixes(run, night);
        return fixes
            .Singles()
            .Where(c => c.IsWorthIt)
            .OrderBy(c => c, Candidate.ByGain)
            .Select(fixes.Told)
            .FirstOrDefault(fixes.IsWorthIt);
    }

    /// <summary>Whether a change closes the gap of a night.</summary>
    /// <param name="now">The night as it is.</param>
    /// <param name="then">The night after it.</param>
    /// <param name="onlyDone">Nothing else is slept in.</param>
    public static bool Covers(Outcome now, Outcome then, bool onlyDone) =>
        now.IsShort
        && then.Verdict == Verdict.Warm
        && (onlyDone || !then.IsShort)
        && (!onlyDone || now.Verdict != Verdict.Warm);

    private IReadOnlyList<Fix> Ranked()
    {
        var singles = Singles();
        var shown = Order(singles.Where(c => c.IsWorthIt))
            .GroupBy(SideOf)
            .SelectMany(side => side.Take(MostForOneSide))
            .ToList();
        var told = ToldOf(shown);
        if (now.IsShort && !told.Any(f => f.Covers && f.Bedtime is null))
        {
            var best = singles
                .OrderBy(c => c, Candidate.ByGain)
                .Take(BestForPairs / 2)
                .Union(singles.OrderByDescending(c => c.Helps).Take(BestForPairs))
                .Take(BestForPairs)
                .ToList();
            var pairs = best.SelectMany((a, n) => best.Skip(n + 1).Select(b => Pair(a, b)))
                .OfType<Candidate>()
                .ToList();
            var closing = ToldOf(Order(pairs.Where(Closes)).Take(2 * MostPairs))
                .Where(p => p.Covers)
                .Take(MostPairs)
                .ToList();
            told.AddRange(closing.Count > 0 ? closing : ToldOf(pairs.OrderBy(c => c, Candidate.ByGain).Take(1)));
        }
        return
        [
            .. told.Where(IsWorthIt)
                .OrderByDescending(f => f.Covers)
                .ThenBy(f => f.Covers ? f.MassG : 0)
                .ThenByDescending(f => f.Gain?.Kelvin ?? double.MaxValue),
        ];
    }

    private bool IsWorthIt(Fix fix) => fix.Then.IsBetterThan(now, WorthMentioning);

    private List<Fix> ToldOf(IEnumerable<Candidate> candidates) =>
        [.. candidates.ToList().AsParallel().AsOrdered().WithCancellation(run.Context.Stop).Select(Told)];

    /// <summary>What the plan says after a change: the trip is run again in it.</summary>
    private Fix Told(Candidate change)
    {
        var member = run.Sleeping(night, change.System);
        if (change.Bedtime is { } then)
            member = run.Doing(member, night, then);
        var outcome = Outcome.Of(run.With(member), night);
        return new(
            change.Parts,
            change.System,
            change.Bedtime,
            outcome.GainOver(now),
            outcome.Holds.Together.ColderThan(now.Holds.Together),
            outcome,
            Grams(change.System),
            Covers(now, outcome, onlyDone: change.System == system)
        );
    }

    /// <summary>Everything that can be changed by itself and would help body or feet as things lie this evening.</summary>
    private List<Candidate> Singles() =>
        [
            .. changes
                .Things()
                .Select(t => Weigh([t.Part], t.System, t.Apply))
                .Concat(changes.Doing().Select(d => Weigh([d.Part], d.Apply(bedtime))))
                .OfType<Candidate>()
                .Where(c => c.Helps >= WorthMentioning),
        ];

    private Candidate? Weigh(IReadOnlyList<FixPart> parts, SleepSystem changed, Func<SleepSystem, SleepSystem> apply)
    {
        var line = AsThingsLie(changed);
        return new(parts, changed, null, apply, line, asThingsLie);
    }

    /// <summary>What a system would hold to as things lie this evening, before the trip is run in it.</summary>
    private BodyAndFeet AsThingsLie(SleepSystem changed) =>
        run.Model.HoldsTogether(night, changed, bedtime, run[night].EveningWater);

    private Candidate? Weigh(IReadOnlyList<FixPart> parts, Bedtime then)
    {
        if (now.TurnsAt is not { } turned)
            return null;
        var (day, model) = (run[night].Day, run.Model);
        var slept = model.Sleep(night, system, then, day.Evening.Water, day.DampInBed);
        return new(parts, system, then, s => s, slept.Lines!.Turns(), turned);
    }

    private Candidate? Pair(Candidate a, Candidate b)
    {
        // Two things done are two presses, and one that is enough alone needs no other.
        if (a.Bedtime is not null && b.Bedtime is not null || Closes(a) || Closes(b) || Clash(a.Parts[0], b.Parts[0]))
            return null;
        IReadOnlyList<FixPart> parts = [a.Parts[0], b.Parts[0]];
        if (a.Bedtime is null && b.Bedtime is null)
        {
            var both = Weigh(parts, b.Apply(a.System), s => b.Apply(a.Apply(s)))!;
            return both.Gain > Math.Max(a.Gain, b.Gain) + WorthMentioning ? both : null;
        }
        // What is done is worth about as much in whatever is slept in.
        var (put, done) = a.Bedtime is null ? (a, b) : (b, a);
        var line = BodyAndFeet.Of(
            Shifted(put.Line.Body, done.Line.Body, done.Before.Body),
            put.Line.Feet is { } feet && done is { Line.Feet: { } doneFeet, Before.Feet: { } feetBefore }
                ? Shifted(feet, doneFeet, feetBefore)
                : put.Line.Feet
        );
        return new(parts, put.System, done.Bedtime, put.Apply, line, put.Before);
    }

    private static ColdLine Shifted(ColdLine line, ColdLine then, ColdLine before) =>
        then.ColderThan(before) is { } gain && line.Outside is { } at ? ColdLine.At(at - gain) : line;

    /// <summary>As far as can be told from this evening.</summary>
    private bool Closes(Candidate change) => now.IsShort && low is { } planned && change.Line.Together.In(planned);

    private IEnumerable<Candidate> Order(IEnumerable<Candidate> changes) =>
        changes.OrderByDescending(Closes).ThenBy(c => Closes(c) ? Grams(c.System) : 0).ThenBy(c => c, Candidate.ByGain);

    /// <summary>The side of the body that a change concerns; null for what is done.</summary>
    private Side? SideOf(Candidate change) =>
        change.Parts[0] switch
        {
            { Kind: FixKind.Do } => null,
            { ItemId: { } id } => closet.Find(id)!.Side,
            _ => Side.Under,
        };

    private static bool Clash(FixPart a, FixPart b)
    {
        Guid?[] ids = [a.ItemId, a.ReplacesId, b.ItemId, b.ReplacesId];
        var named = ids.OfType<Guid>().ToList();
        return named.Distinct().Count() < named.Count || a.Kind == b.Kind && a.ItemId is null && b.ItemId is null;
    }

    private double Grams(SleepSystem changed)
    {
        double Carried(SleepSystem s) =>
            s.ThingsIn(closet).Where(t => !run.Outfit.Along.Contains(t.Id)).Sum(t => t.MassG);
        return Carried(changed) - Carried(system);
    }

    /// <summary>A change, and what it would hold to as things lie this evening, beside what held before by the same measure.</summary>
    private sealed record Candidate(
        IReadOnlyList<FixPart> Parts,
        SleepSystem System,
        Bedtime? Bedtime,
        Func<SleepSystem, SleepSystem> Apply,
        BodyAndFeet Line,
        BodyAndFeet Before
    )
    {
        public static Comparer<Candidate> ByGain { get; } =
            Comparer<Candidate>.Create((a, b) => b.Gain.CompareTo(a.Gain));

        /// <summary>Degrees gained, only to rank by: past every temperature the most or the least there is.</summary>
        public double Gain { get; } = Gained(Line.Together, Before.Together);

        public bool IsWorthIt => Gain >= WorthMentioning;

        /// <summary>The most it does for the body or for the feet alone: beside something for the other it may be worth it.</summary>
        public double Helps { get; } =
            Math.Max(
                Gained(Line.Body, Before.Body),
                Before.Feet is { } before ? Gained(Line.Feet ?? Line.Together, before) : 0
            );

        private static double Gained(ColdLine then, ColdLine before) =>
            then.ColderThan(before)?.Kelvin
            ?? then.CompareTo(before) switch
            {
                < 0 => double.MaxValue,
                0 => 0,
                _ => double.MinValue,
            };
    }
}
