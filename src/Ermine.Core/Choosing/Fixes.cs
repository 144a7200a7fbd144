using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Rules;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Choosing;

/// <summary>What a change does.</summary>
public enum FixKind
{
    /// <summary>Puts another thing into the system.</summary>
    Add,

    /// <summary>Takes one thing for another of its kind.</summary>
    Swap,

    /// <summary>Changes the order of bags and quilts.</summary>
    Reorder,

    /// <summary>Closes a collar or hood, or straps a quilt.</summary>
    Close,

    /// <summary>Puts something under where no pad lies.</summary>
    FillGap,

    /// <summary>Hangs the underquilt right.</summary>
    Hang,

    /// <summary>Hangs a cover under the hammock.</summary>
    CoverBelow,

    /// <summary>Wraps something round the feet.</summary>
    WrapFeet,

    /// <summary>Leaves something out, on a night that is too warm.</summary>
    LeaveOut,

    /// <summary>Opens a collar or hood, on a night that is too warm.</summary>
    Open,

    /// <summary>Does something before or in the night.</summary>
    Do,
}

/// <summary>One change.</summary>
/// <param name="Kind">What it does.</param>
/// <param name="ItemId">The thing put in, closed or moved inside; null for other changes.</param>
/// <param name="ReplacesId">The thing taken out.</param>
/// <param name="Event">What is done.</param>
/// <param name="Why">The reason in a plain sentence.</param>
public sealed record FixPart(FixKind Kind, Guid? ItemId, Guid? ReplacesId, NightEvent? Event, string Why);

/// <summary>One change, or two together, to one person's night, made only of what is owned and what can be done.</summary>
/// <param name="Parts">One change or two.</param>
/// <param name="System">The system after it.</param>
/// <param name="Bedtime">When the night begins and ends and what is done after it; null where that stays.</param>
/// <param name="Gain">How much colder the night may be; null where it then holds in any air, or held in none before.</param>
/// <param name="HoldsGain">How much further it then holds by the plan's own word; what is only done moves the hours and not this. Null as the gain is.</param>
/// <param name="Then">What the plan then says.</param>
/// <param name="MassG">Grams it adds to the load; things that come along anyway add none.</param>
/// <param name="Covers">It closes the gap by itself: the night is then slept through, and unless it is only done comfort holds at the low planned for.</param>
public sealed record Fix(
    IReadOnlyList<FixPart> Parts,
    SleepSystem System,
    Bedtime? Bedtime,
    TemperatureDifference? Gain,
    TemperatureDifference? HoldsGain,
    Outcome Then,
    double MassG,
    bool Covers
);

/// <summary>The changes to one night against the gap that is to be closed.</summary>
/// <param name="Now">The night as it is; null where the trip has no such night.</param>
/// <param name="ToSleepThrough">Degrees until it is slept through; null where it is, or where no line lies at a temperature.</param>
/// <param name="ToHold">Degrees until it holds at the low planned for; null where it does, or where no line lies at a temperature.</param>
/// <param name="Changes">What can be changed.</param>
/// <param name="Reliefs">What helps on a night that is too warm.</param>
public sealed record FixList(
    Outcome? Now,
    TemperatureDifference? ToSleepThrough,
    TemperatureDifference? ToHold,
    IReadOnlyList<Fix> Changes,
    IReadOnlyList<Relief> Reliefs
)
{
    /// <summary>Of no night.</summary>
    public static FixList None { get; } = new(null, null, null, [], []);
}

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

    /// <summary>What is thinner is not wrapped round the feet, m²K/W (assumption).</summary>
    public const double WorthWrapping = 0.2;

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

    private Fixes(TripRun run, int night)
    {
        (this.run, this.night, closet) = (run, night, run.Closet);
        (system, bedtime, low) = (run.SystemOf(night), run.BedtimeOf(night), run.LowOf(night));
        now = Outcome.Of(run, night);
        asThingsLie = AsThingsLie(system);
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
            .. Things()
                .Select(t => Weigh([t.Part], t.System, t.Apply))
                .Concat(Doing().Select(d => Weigh([d.Part], d.Bedtime)))
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

    private IEnumerable<(FixPart Part, SleepSystem System, Func<SleepSystem, SleepSystem> Apply)> Things()
    {
        (FixPart, SleepSystem, Func<SleepSystem, SleepSystem>) Of(
            FixKind kind,
            Guid? id,
            Guid? replaces,
            string why,
            Func<SleepSystem, SleepSystem> apply
        ) => (new(kind, id, replaces, null, why), apply(system), apply);

        var layers = system.Layers.Where(l => closet.Find(l.ItemId) is not null).ToList();
        var used = layers.Select(l => l.ItemId).ToHashSet();
        foreach (var (item, reading) in run.Context.FreeFor(run.Outfit).All.Where(t => !used.Contains(t.Item.Id)))
        {
            if (reading.Insulation is null || !Allowed(item))
                continue;
            yield return Of(FixKind.Add, item.Id, null, AddingDoes(item), s => SystemChange.Add(s, item, closet));
            foreach (var old in layers.Where(l => CanStandFor(item, closet.Find(l.ItemId)!)))
                yield return Of(
                    FixKind.Swap,
                    item.Id,
                    old.ItemId,
                    "Warmer than what it replaces.",
                    s => SystemChange.Swap(s, old.ItemId, item.Id)
                );
        }

        foreach (var id in run.Outfit.Along.Where(id => !used.Contains(id)))
        {
            if (
                closet.Find(id) is { Side: Side.On } along
                && Served.Can(Serving.RoundFeet, along)
                && closet.ReadingOf(id).Insulation?.SI >= WorthWrapping
            )
                yield return Of(
                    FixKind.WrapFeet,
                    id,
                    null,
                    "It comes along and lies unused; round the feet it warms what fails.",
                    s => s with { Layers = [.. s.Layers, new(id, Closure.Closed, As: Serving.RoundFeet)] }
                );
        }

        var tops = layers.Where(l => closet.Find(l.ItemId)!.IsTopLayer).ToList();
        for (var i = 0; i + 1 < tops.Count; i++)
        {
            var (inner, outer) = (tops[i].ItemId, tops[i + 1].ItemId);
            yield return Of(
                FixKind.Reorder,
                outer,
                inner,
                "The heavier outside crushes the other.",
                s => SystemChange.Turn(s, inner, outer)
            );
        }
        var hoods = layers.Where(l => closet.Find(l.ItemId)!.HasOwnHood && l.HoodOpen && !bedtime.AbleToHear);
        foreach (
            var open in tops.Where(l => l.Closure != Closure.Closed || l.HoodOpen && !bedtime.AbleToHear).Concat(hoods)
        )
            yield return Of(
                FixKind.Close,
                open.ItemId,
                null,
                closet.Find(open.ItemId)!.HasOwnHood
                    ? "Its hood goes up: the head is in it too."
                    : "Warm air no longer escapes at the neck.",
                s =>
                    SystemChange.Use(
                        s,
                        open.ItemId,
                        l => l with { Closure = Closure.Closed, HoodOpen = l.HoodOpen && bedtime.AbleToHear }
                    )
            );
        if (system.Bed.Hammock is { } hammock)
        {
            var right = hammock with { Fit = UnderquiltFit.Snug };
            if (right != hammock)
                yield return Of(
                    FixKind.Hang,
                    null,
                    null,
                    "The underquilt hangs snug, its loft free.",
                    s => s with { Bed = s.Bed with { Hammock = right } }
                );
            if (!system.IsCoveredBelow)
                yield return Of(
                    FixKind.CoverBelow,
                    null,
                    null,
                    "A cover keeps moving air off the underside.",
                    s => s with { Bed = s.Bed with { Hammock = s.Bed.Hammock! with { WindCover = true } } }
                );
        }
        else if (system.Under(Region.Legs) != UnderGap.Rucksack)
            yield return Of(
                FixKind.FillGap,
                null,
                null,
                "It lies where no pad does.",
                s =>
                    s with
                    {
                        Bed = s.Bed with
                        {
                            Beneath = s.Bed.Under with { Legs = UnderGap.Rucksack, Feet = UnderGap.Rucksack },
                        },
                    }
            );
    }

    /// <summary>What the night demands rules some things out.</summary>
    private bool Allowed(KitItem item) =>
        !(bedtime.ReadyToMove && item.Kind is ItemKind.VapourBarrier or ItemKind.Liner)
        && !(
            bedtime.AbleToHear
            && item.Cover.Head >= 0.5
            && item.Kind == ItemKind.Garment
            && closet.ReadingOf(item.Id).Local.Head >= NightRules.KeepsSoundOut
        )
        && (system.Bed.Hammock is not null || item.Kind != ItemKind.Underquilt);

    private IEnumerable<(FixPart Part, Bedtime Bedtime)> Doing()
    {
        bool Done(NightEventKind kind) => bedtime.Events.Any(e => e.Kind == kind);
        var coolFrom = run[night].Slept.Hours?.CoolFrom;
        var before = Math.Max(bedtime.InHour, Math.Round(6 * ((coolFrom ?? bedtime.UpHour - 3) - 0.5)) / 6);
        var offered = new List<(NightEvent Event, string Why)>();
        NightEvent Usual(NightEventKind kind, double hour) =>
            HeatSources.Library.First(s => s.Kind == kind).Usual with
            {
                Id = Guid.NewGuid(),
                Hour = hour,
            };
        if (!Done(NightEventKind.Meal))
            offered.Add((Usual(NightEventKind.Meal, bedtime.InHour - 0.5), "Digesting makes heat for five hours."));
        if (!Done(NightEventKind.HotBottle))
            offered.Add(
                (Usual(NightEventKind.HotBottle, bedtime.InHour), "Wrapped, at the feet, it warms until midnight.")
            );
        if (!Done(NightEventKind.Warmer))
            offered.Add(
                (
                    Usual(NightEventKind.Warmer, bedtime.InHour),
                    "A pair outside the socks warms the feet for seven hours."
                )
            );
        if (coolFrom is not null)
        {
            offered.Add((Usual(NightEventKind.WarmUp, before), "Five minutes of muscle work before it turns cool."));
            foreach (var id in run.Outfit.Along.Where(id => !system.Has(id)))
            {
                if (
                    closet.Find(id) is { Side: Side.On } kept
                    && Allowed(kept)
                    && bedtime.Events.All(e => e.ItemId != id)
                )
                    offered.Add(
                        (
                            new(Guid.NewGuid(), NightEventKind.PutOn, before, ItemId: id),
                            "Kept dry in reserve, put on before it turns cool."
                        )
                    );
            }
        }
        foreach (var (done, why) in offered)
            yield return (new(FixKind.Do, null, null, done, why), bedtime with { Events = [.. bedtime.Events, done] });
        if (bedtime.Start != StartState.Warmed)
            yield return (
                new(FixKind.Do, null, null, null, "Go in warm: feet and body moved until they glow."),
                bedtime with
                {
                    Start = StartState.Warmed,
                }
            );
    }

    private static bool CanStandFor(KitItem item, KitItem other) =>
        item.Kind == other.Kind && item.Kind != ItemKind.Garment
        || item.IsTopLayer && other.IsTopLayer
        || item.IsHeadwear && other.IsHeadwear;

    private static string AddingDoes(KitItem item) =>
        item.Kind switch
        {
            ItemKind.Pad => "Less goes into the ground.",
            ItemKind.Underquilt => "Loft under the hammock.",
            ItemKind.VapourBarrier => "Skin vapour stays in, and its heat with it.",
            ItemKind.Garment => "Insulates from the inside.",
            ItemKind.Bivy => "Wind no longer works into the loft.",
            ItemKind.Liner => "A thin layer more.",
            _ => "A second layer of loft.",
        };
}
