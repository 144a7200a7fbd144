using Ermine.Core.Kit;
using Ermine.Core.Loads;
using Ermine.Core.Plans;
using Ermine.Core.Trips;

namespace Ermine.Core.Answers;

/// <summary>A load with what it holds.</summary>
/// <param name="Load">It.</param>
/// <param name="HoldsL">What it holds, l; null of what has no limit.</param>
public sealed record LoadShown(Load Load, double? HoldsL);

/// <summary>Where a thing is from a day on.</summary>
/// <param name="FromDay">The day, from 0.</param>
/// <param name="LoadId">In which load.</param>
/// <param name="Reach">How soon it is in one's hands there.</param>
/// <param name="Seconds">That in seconds; null in a depot.</param>
public sealed record StayShown(int FromDay, Guid LoadId, Reached Reach, double? Seconds);

/// <summary>A thing that comes along.</summary>
/// <param name="LotId">Its lot.</param>
/// <param name="ItemId">It.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Count">How many.</param>
/// <param name="OwnerId">Whose; null for the party's.</param>
/// <param name="ByHand">It was put where it is by hand.</param>
/// <param name="Grams">All of it at the start.</param>
/// <param name="Litres">All of it at the start.</param>
/// <param name="GramsByDay">What is left on each morning, of what is eaten or burnt; null of what stays as it is.</param>
/// <param name="Stays">Where it is.</param>
/// <param name="Uses">As what it is used on some day.</param>
public sealed record ThingShown(
    Guid LotId,
    Guid ItemId,
    string Name,
    double Count,
    Guid? OwnerId,
    bool ByHand,
    double Grams,
    double Litres,
    IReadOnlyList<double>? GramsByDay,
    IReadOnlyList<StayShown> Stays,
    IReadOnlyList<UseKind> Uses
);

/// <summary>The most that one person moves.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="Day">On which day, from 0.</param>
/// <param name="Grams">How much.</param>
/// <param name="AtOnceG">On the back and drawn at once: of what goes in relays one carry.</param>
/// <param name="ShareOfBody">Of what is carried on the back, in body masses, on the day it is most.</param>
/// <param name="BackG">That, g.</param>
public sealed record MostMoved(Guid SleeperId, int Day, double Grams, double AtOnceG, double ShareOfBody, double BackG);

/// <summary>Work with the weights of a day.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="Day">Day, from 0.</param>
/// <param name="LoadKg">On the back.</param>
/// <param name="SledgeKg">Drawn at once.</param>
/// <param name="HeatW">Metabolic rate of the hardest walk, W/m².</param>
/// <param name="SweatG">Sweat of the walks, g.</param>
/// <param name="Weighed">The weights are the loads', not typed.</param>
public sealed record WalkOfDay(
    Guid SleeperId,
    int Day,
    double LoadKg,
    double SledgeKg,
    double HeatW,
    double SweatG,
    bool Weighed
);

/// <summary>Where everything is on each day, and what follows from it.</summary>
/// <param name="Loads">Every load, on whom first.</param>
/// <param name="Phases">What each phase takes, leaves and picks up.</param>
/// <param name="Things">All that comes along.</param>
/// <param name="Days">Weights day by day.</param>
/// <param name="Most">The most that each person moves, in the order of the people.</param>
/// <param name="Twice">Counted on twice.</param>
/// <param name="Damp">Arrives damp for its next job; none while only weights are asked for.</param>
/// <param name="Serves">Serves twice.</param>
/// <param name="Could">Could serve twice.</param>
/// <param name="Unused">Used by nothing that is planned.</param>
/// <param name="Uses">Every use in time, joined where it pauses for minutes; none while only weights are asked for.</param>
/// <param name="Reach">What is not where the plan needs it.</param>
/// <param name="Overfull">Loads that are too full.</param>
/// <param name="DryBags">What must be dry, and the bags along.</param>
/// <param name="OnBody">Fire, light and signal on each body, day by day.</param>
/// <param name="Party">What the party carries twice or lacks.</param>
/// <param name="Needs">Food, water and fuel; null while only weights are asked for.</param>
/// <param name="Walks">What the weights make of the day's work; none while only weights are asked for.</param>
/// <param name="Looks">What is looked at before leaving.</param>
/// <param name="Trial">A night at home with the one thing that is new.</param>
/// <param name="Contradictions">What cannot stand, with the thing, the day and the mend.</param>
/// <param name="Assumed">What was taken for granted.</param>
public sealed record LoadAnswer(
    IReadOnlyList<LoadShown> Loads,
    IReadOnlyList<PhaseOfLoads> Phases,
    IReadOnlyList<ThingShown> Things,
    IReadOnlyList<DayOfLoads> Days,
    IReadOnlyList<MostMoved> Most,
    IReadOnlyList<CountedTwice> Twice,
    IReadOnlyList<DampNext> Damp,
    IReadOnlyList<ServesTwice> Serves,
    IReadOnlyList<CouldServe> Could,
    IReadOnlyList<Unused> Unused,
    IReadOnlyList<UseSpan> Uses,
    IReadOnlyList<ReachFault> Reach,
    IReadOnlyList<Overfull> Overfull,
    DryBags.DryRoom DryBags,
    IReadOnlyList<IReadOnlyList<OnTheBody>> OnBody,
    IReadOnlyList<PartyFinding> Party,
    LoadNeeds? Needs,
    IReadOnlyList<WalkOfDay> Walks,
    IReadOnlyList<Look> Looks,
    TrialNight? Trial,
    IReadOnlyList<Contradiction> Contradictions,
    IReadOnlyList<string> Assumed
);

/// <summary>Brings the answer together.</summary>
public static class LoadAnswers
{
    /// <summary>The loads of a trip.</summary>
    /// <param name="runs">The trip of each person, in their order; its walks weighed.</param>
    /// <param name="quick">Weights, reach and what is counted twice alone: what a drag redraws.</param>
    public static LoadAnswer Of(IReadOnlyList<TripRun> runs, bool quick)
    {
        var way = LoadWay.Of(LoadLayout.Of(runs[0].Trip, runs[0].Closet));
        var layout = way.Layout;
        var twice = UsesSideBySide.Conflicts(layout);
        var reach = Reaching.Faults(layout);
        var overfull = Overfull.Of(way);
        var needs = quick || layout.Days == 0 ? null : LoadNeeds.Of(runs, way);
        return new(
            [.. layout.Loads.Select(l => new LoadShown(l, Volumes.HeldBy(l, layout.ThingOf(l))))],
            PhaseOfLoads.Of(way),
            [.. layout.Things.Select((_, t) => Show(way, t))],
            way.Days,
            layout.Days == 0 ? [] : [.. runs.Select((r, who) => MostOf(way, who, r.Model.Sleeper.MassKg))],
            twice,
            quick ? [] : [.. runs.SelectMany(r => DampNext.Of(r, layout))],
            UsesSideBySide.Served(layout, twice),
            UsesSideBySide.Could(layout),
            UsesSideBySide.Unused(layout),
            quick ? [] : UsesInTime.Joined(layout.Uses),
            reach,
            overfull,
            Core.Loads.DryBags.Of(layout),
            [.. Enumerable.Range(0, layout.Days).Select(d => OnTheBody.Of(layout, d))],
            [.. PartyFinding.Of(layout)],
            needs,
            quick ? [] : [.. runs.SelectMany(Walks)],
            Inspection.Of(layout),
            Inspection.Trial(layout),
            [.. Contradiction.Of(way, reach, overfull)],
            [.. Assumed(layout)]
        );
    }

    private static ThingShown Show(LoadWay way, int t)
    {
        var (layout, stays) = (way.Layout, new List<StayShown>());
        var (thing, spots) = (layout.Things[t], layout.Spots[t]);
        for (var day = 0; day < spots.Length; day++)
        {
            if (day > 0 && spots[day] == spots[day - 1])
                continue;
            var load = layout.Loads[spots[day].Load];
            stays.Add(
                new(
                    day,
                    load.Id,
                    spots[day].Reach,
                    load.Kind == LoadKind.Depot ? null : Reaching.Seconds(spots[day].Reach)
                )
            );
        }
        return new(
            thing.Id,
            thing.Item.Id,
            thing.Item.Name,
            thing.Count,
            thing.OwnerId,
            thing.Stays.Count > 0,
            thing.MassG,
            thing.Litres,
            thing.UsedUp is null ? null : [.. Enumerable.Range(0, layout.Days).Select(d => way.Grams(t, d))],
            stays,
            [.. layout.UsesOf(thing.Item.Id).Select(u => u.Kind).Distinct().Order()]
        );
    }

    private static MostMoved MostOf(LoadWay way, int who, double massKg)
    {
        double AtOnce(PersonOnDay p) => p.BackG + p.DrawnAtOnceG;
        var day = Enumerable.Range(0, way.Days.Count).MaxBy(d => AtOnce(way.Days[d].People[who]));
        var most = way.Days[day].People[who];
        var back = way.Days.Max(d => d.People[who].BackG);
        return new(most.SleeperId, day, most.TotalG, AtOnce(most), back / 1000 / massKg, back);
    }

    private static IEnumerable<WalkOfDay> Walks(TripRun run)
    {
        for (var n = 0; n < run.Count; n++)
        {
            if (run[n].Day.Played is not { } played || run.PlanOf(n).Blocks is not { } blocks)
                continue;
            var walks = blocks
                .Where(b => b.Going is not null)
                .Select(b => (Block: b, Lived: played.Blocks.FirstOrDefault(l => l.BlockId == b.Id)))
                .Where(b => b.Lived is not null)
                .ToList();
            if (walks.Count == 0)
                continue;
            var (block, lived) = walks.MaxBy(w => w.Lived!.Heat);
            yield return new(
                run.Outfit.SleeperId,
                n,
                block.Going!.LoadKg,
                block.Going.SledgeKg,
                lived!.Heat,
                walks.Sum(w => w.Lived!.SweatG),
                block.Going.Weighed
            );
        }
    }

    private static IEnumerable<string> Assumed(LoadLayout layout)
    {
        if (layout.Plan.Loads.Count == 0)
            yield return "One pack each, and a sledge for who draws one: name your own loads to change that.";
        var guessed = layout.Things.Count(t => t.Item.PackedL <= 0 && !Volumes.HoldsOthers(t.Item));
        if (guessed > 0)
            yield return $"Litres of {guessed} things are guessed from their mass.";
        if (layout.Things.Any(t => t.UsedUp is not null) && layout.Plan.Rations is not { FoodG: not null })
            yield return "Food and fuel that come along are used up evenly over the days.";
        if (!layout.Things.Any(t => t.UsedUp?.Kind == Provision.Food))
            yield return "No food is written down: days grow no lighter.";
    }
}
