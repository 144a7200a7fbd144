using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
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

    /// <summary>Hangs the underquilt right, or a cover round it.</summary>
    Hang,

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
/// <param name="Evening">The evening after it; null where it stays.</param>
/// <param name="Gain">Degrees of comfort gained; of something done, how much colder the night may be to end the same. At least this where nothing held before.</param>
/// <param name="HoldsTo">Comfort after it.</param>
/// <param name="MassG">Grams it adds to the load; things that come along anyway add none.</param>
/// <param name="Covers">It closes the gap by itself: comfort holds at the low planned for, or with something done the night is slept through.</param>
public sealed record Fix(
    IReadOnlyList<FixPart> Parts,
    SleepSystem System,
    Evening? Evening,
    TemperatureDifference Gain,
    Temperature HoldsTo,
    double MassG,
    bool Covers
);

/// <summary>Ranks changes to one night, singly and in pairs, from what is owned and what can be done.</summary>
public sealed class Fixes(NightPlanner planner, int index)
{
    /// <summary>A fix gains at least this, K.</summary>
    public const double WorthMentioning = 0.3;

    /// <summary>Fixes shown at most for one place: under, on or over the body, or done. A closet of bags would otherwise hide the booties.</summary>
    public const int MostForOnePlace = 3;

    /// <summary>Single changes from which pairs are made, and pairs shown at most.</summary>
    public const int BestForPairs = 10,
        MostPairs = 3;

    /// <summary>Most that something done is credited, K (assumption).</summary>
    public const double MostOfDoing = 10;

    /// <summary>Doing is weighed on a night this far below what the system holds to, K (assumption).</summary>
    public const double AskedBelow = 4;

    private readonly Closet closet = planner.Closet;
    private readonly SleepSystem system = planner.SystemOf(index);
    private readonly Evening evening = planner.EveningOf(index);
    private readonly double? planFor = planner.Weather(index)?.Low.PlanFor.Celsius;

    /// <summary>Worthwhile changes: those that close the gap first, lightest first; then the others by what they gain.</summary>
    public static IReadOnlyList<Fix> For(NightPlanner planner, int index) => new Fixes(planner, index).Ranked();

    /// <summary>
    /// The single change that gains most. Frost makes changes gain less, hardly in another order: they are ranked first, and the trip is
    /// played again for the best.
    /// </summary>
    public static Fix? BestSingle(NightPlanner planner, int index)
    {
        var fixes = new Fixes(planner, index);
        var (singles, _, _, shortBy) = fixes.Singles();
        return singles.MaxBy(f => f.Gain.Kelvin) is { } best ? fixes.Replayed(best, shortBy) : null;
    }

    private (List<Fix> Worthwhile, Temperature Now, PlayedNight? Played, double ShortBy) Singles()
    {
        var now = planner.Comfort(index, system) ?? new Temperature(HeatBalance.SearchTo);
        var played = planner.Play(index, system, evening);
        var shortBy = planFor is { } low ? now.Celsius - low : 0;
        var singles = Things()
            .Select(c => Weigh([c.Part], c.System, null, now, played, shortBy))
            .Concat(Doing().Select(e => Weigh([e.Part], system, e.Evening, now, played, shortBy)))
            .OfType<Fix>()
            .Where(f => f.Gain.Kelvin >= WorthMentioning)
            .ToList();
        return (singles, now, played, shortBy);
    }

    private IReadOnlyList<Fix> Ranked()
    {
        var (singles, now, played, shortBy) = Singles();
        var shown = Order(singles).GroupBy(Place).SelectMany(place => place.Take(MostForOnePlace)).ToList();
        if (shortBy <= 0 || shown.Any(f => f.HoldsTo.Celsius <= planFor))
            return Replayed(shown, shortBy);
        var best = shown.OrderByDescending(f => f.Gain.Kelvin).Take(BestForPairs).ToList();
        var pairs = best.SelectMany((a, i) => best.Skip(i + 1).Select(b => Pair(a, b, now, played, shortBy)))
            .OfType<Fix>()
            .ToList();
        var closing = Order(pairs.Where(p => p.Covers))
            .OrderByDescending(p => p.HoldsTo.Celsius <= planFor)
            .Take(MostPairs)
            .ToList();
        var offered = closing.Count > 0 ? closing : pairs.OrderByDescending(p => p.Gain.Kelvin).Take(1);
        return Replayed(shown.Concat(offered), shortBy);
    }

    private IReadOnlyList<Fix> Replayed(IEnumerable<Fix> fixes, double shortBy) =>
        [
            .. Order(
                fixes
                    .ToList()
                    .AsParallel()
                    .AsOrdered()
                    .WithCancellation(planner.Stop)
                    .Select(f => Replayed(f, shortBy))
                    .Where(f => f.Gain.Kelvin >= WorthMentioning)
            ),
        ];

    /// <summary>A change to what is slept in, with the trip played again in it: another system gathers other frost until this night.</summary>
    private Fix Replayed(Fix fix, double shortBy)
    {
        if (index == 0 || planner.Sleeping(index, fix.System).Comfort(index, fix.System) is not { } holds)
            return fix;
        var moved = (fix.HoldsTo - holds).Kelvin;
        var covers = shortBy > 0 && planFor is { } low && holds.Celsius <= low;
        return fix with
        {
            HoldsTo = holds,
            Gain = new(fix.Gain.Kelvin + moved),
            Covers = covers || fix.Evening is not null && fix.Covers,
        };
    }

    private static IEnumerable<Fix> Order(IEnumerable<Fix> fixes) =>
        fixes.OrderByDescending(f => f.Covers).ThenBy(f => f.Covers ? f.MassG : 0).ThenByDescending(f => f.Gain.Kelvin);

    private int Place(Fix fix) =>
        fix.Parts[0] switch
        {
            { Kind: FixKind.Do } => 3,
            { ItemId: { } id } => Closet.Place(closet.Find(id)!.Kind),
            _ => 0,
        };

    private Fix? Weigh(
        IReadOnlyList<FixPart> parts,
        SleepSystem changed,
        Evening? then,
        Temperature now,
        PlayedNight? played,
        double shortBy
    )
    {
        if (planner.Comfort(index, changed) is not { } holds)
            return null;
        var gain = now - holds;
        var covers = shortBy > 0 && planFor is { } low && holds.Celsius <= low;
        if (then is not null && played is not null)
        {
            gain = new(gain.Kelvin + WorthOf(changed, then, holds));
            covers |=
                shortBy > 0
                && planner.Play(index, changed, then)?.Verdict == Verdict.Warm
                && played.Verdict != Verdict.Warm;
        }
        return new(parts, changed, then, gain, holds, Grams(changed), covers);
    }

    /// <summary>
    /// How much colder the night may be for its lowest skin to come out the same as without what is done, K, at most
    /// <see cref="MostOfDoing"/>; asked of a night cold enough to tell, some degrees below what the system holds to.
    /// </summary>
    private double WorthOf(SleepSystem slept, Evening then, Temperature holds)
    {
        var colder = planFor is { } low ? Math.Min(0, holds.Celsius - AskedBelow - low) : 0;
        if (
            planner.Play(index, slept, evening, colder) is not { } without
            || planner.Play(index, slept, then, colder) is not { } with
            || planner.Play(index, slept, evening, colder + 2) is not { } warmer
        )
            return 0;
        var perKelvin = (warmer.LowestSkin - without.LowestSkin).Kelvin / 2;
        return perKelvin > 1e-3
            ? Math.Clamp((with.LowestSkin - without.LowestSkin).Kelvin / perKelvin, 0, MostOfDoing)
            : 0;
    }

    private Fix? Pair(Fix a, Fix b, Temperature now, PlayedNight? played, double shortBy)
    {
        // Two things done are two presses, and one that is enough alone needs no other.
        if (a.Evening is not null && b.Evening is not null || a.Covers || b.Covers || Clash(a.Parts[0], b.Parts[0]))
            return null;
        var changed = b.Evening is not null ? a.System : b.System;
        if (a.Evening is null && b.Evening is null)
            changed = Things().First(t => t.Part == b.Parts[0]).Apply(a.System);
        var both = Weigh([a.Parts[0], b.Parts[0]], changed, a.Evening ?? b.Evening, now, played, shortBy);
        return both?.Gain.Kelvin > Math.Max(a.Gain.Kelvin, b.Gain.Kelvin) + WorthMentioning ? both : null;
    }

    private static bool Clash(FixPart a, FixPart b)
    {
        Guid?[] ids = [a.ItemId, a.ReplacesId, b.ItemId, b.ReplacesId];
        var named = ids.OfType<Guid>().ToList();
        return named.Distinct().Count() < named.Count || a.Kind == b.Kind && a.ItemId is null && b.ItemId is null;
    }

    private double Grams(SleepSystem changed)
    {
        var along = planner.Member.Along;
        double Free(SleepSystem s) =>
            s.Layers.Where(l => !along.Contains(l.ItemId)).Sum(l => closet.Find(l.ItemId)?.MassG ?? 0);
        return Free(changed) - Free(system);
    }

    private sealed record Candidate(FixPart Part, Func<SleepSystem, SleepSystem> Apply, SleepSystem System);

    private IEnumerable<Candidate> Things()
    {
        Candidate Of(FixKind kind, Guid? id, Guid? replaces, string why, Func<SleepSystem, SleepSystem> apply) =>
            new(new(kind, id, replaces, null, why), apply, apply(system));

        var layers = system.Layers.Where(l => closet.Find(l.ItemId) is not null).ToList();
        var used = layers.Select(l => l.ItemId).ToHashSet();
        foreach (var (item, reading) in planner.Free.All.Where(t => !used.Contains(t.Item.Id)))
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
        foreach (var open in tops.Where(l => l.Closure != Closure.Closed || l.HoodOpen && !evening.AbleToHear))
            yield return Of(
                FixKind.Close,
                open.ItemId,
                null,
                "Warm air no longer escapes at the neck.",
                s =>
                    SystemChange.Use(
                        s,
                        open.ItemId,
                        l => l with { Closure = Closure.Closed, HoodOpen = l.HoodOpen && evening.AbleToHear }
                    )
            );
        if (system.Hammock is { } hammock)
        {
            var right = hammock with { Fit = UnderquiltFit.Snug };
            if (right != hammock)
                yield return Of(
                    FixKind.Hang,
                    null,
                    null,
                    "The underquilt hangs snug, its loft free.",
                    s => s with { Hammock = right }
                );
            if (!hammock.WindCover)
                yield return Of(
                    FixKind.Hang,
                    null,
                    null,
                    "A cover keeps moving air off the underside.",
                    s => s with { Hammock = s.Hammock! with { WindCover = true } }
                );
        }
        else if (system.UnderGap != UnderGap.Rucksack)
            yield return Of(
                FixKind.FillGap,
                null,
                null,
                "It lies where no pad does.",
                s => s with { UnderGap = UnderGap.Rucksack }
            );
    }

    /// <summary>What the night demands rules some things out.</summary>
    private bool Allowed(KitItem item) =>
        !(evening.ReadyToMove && item.Kind is ItemKind.VapourBarrier or ItemKind.Liner)
        && !(
            evening.AbleToHear
            && item.Cover.Head >= 0.5
            && item.Kind == ItemKind.Garment
            && closet.ReadingOf(item.Id).Local.Head >= Rules.NightRules.KeepsSoundOut
        )
        && (system.Hammock is not null || item.Kind != ItemKind.Underquilt);

    private IEnumerable<(FixPart Part, Evening Evening)> Doing()
    {
        bool Done(NightEventKind kind) => evening.Events.Any(e => e.Kind == kind);
        var coolFrom = planner.Play(index, system, evening)?.CoolFrom;
        var before = Math.Max(evening.InHour, Math.Round(6 * ((coolFrom ?? evening.UpHour - 3) - 0.5)) / 6);
        var offered = new List<(NightEvent Event, string Why)>();
        NightEvent Usual(NightEventKind kind, double hour) =>
            HeatSources.Library.First(s => s.Kind == kind).Usual with
            {
                Id = Guid.NewGuid(),
                Hour = hour,
            };
        if (!Done(NightEventKind.Meal))
            offered.Add((Usual(NightEventKind.Meal, evening.InHour - 0.5), "Digesting makes heat for five hours."));
        if (!Done(NightEventKind.HotBottle))
            offered.Add(
                (Usual(NightEventKind.HotBottle, evening.InHour), "Wrapped, at the feet, it warms until midnight.")
            );
        if (coolFrom is not null)
        {
            offered.Add((Usual(NightEventKind.WarmUp, before), "Five minutes of muscle work before it turns cool."));
            foreach (var id in planner.Member.Along.Where(id => system.Layers.All(l => l.ItemId != id)))
            {
                if (
                    closet.Find(id) is { IsWorn: true } kept
                    && Allowed(kept)
                    && evening.Events.All(e => e.ItemId != id)
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
            yield return (new(FixKind.Do, null, null, done, why), evening with { Events = [.. evening.Events, done] });
        if (evening.Start != StartState.Warmed)
            yield return (
                new(FixKind.Do, null, null, null, "Go in warm: feet and body moved until they glow."),
                evening with
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
