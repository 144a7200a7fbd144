using Ermine.Core.Choosing;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Dryness;

/// <summary>What happens to a thing.</summary>
public enum Mishap
{
    /// <summary>Lost.</summary>
    Missing,

    /// <summary>Soaked on the first day.</summary>
    Soaked,

    /// <summary>A pad leaks flat, a barrier tears.</summary>
    Fails,
}

/// <summary>The trip again with one thing lost, soaked or failed.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Mishap">What happens to it.</param>
/// <param name="WorstMargin">Margin of the night that it hurts most.</param>
/// <param name="Cost">What it costs that night.</param>
/// <param name="Night">That night, from 0.</param>
/// <param name="Verdict">Its verdict then.</param>
/// <param name="StandsIn">What would stand in for it from what comes along, or can be done; null where nothing would.</param>
/// <param name="FirstGap">First night without something dry, where it is earlier than before, from 0.</param>
public sealed record OneLost(
    Guid ItemId,
    Mishap Mishap,
    TemperatureDifference WorstMargin,
    TemperatureDifference Cost,
    int Night,
    Verdict? Verdict,
    Fix? StandsIn,
    int? FirstGap
);

/// <summary>Asks what happens if one thing is lost, soaked or torn.</summary>
public static class OneLostAtATime
{
    /// <summary>What a leaking pad keeps of its resistance (assumption).</summary>
    public const double LeakingPad = 0.15;

    /// <summary>Losses shown.</summary>
    public const int Most = 12;

    /// <summary>Single losses, worst first.</summary>
    public static IReadOnlyList<OneLost> Of(NightPlanner planner)
    {
        var found = new List<(OneLost Lost, NightPlanner After)>();
        foreach (var id in planner.Member.System.Layers.Select(l => l.ItemId).Concat(planner.Member.Along).Distinct())
        {
            if (planner.Closet.Find(id) is not { } item)
                continue;
            foreach (var mishap in Mishaps(planner, item))
            {
                if (Ask(planner, item, mishap) is { } asked)
                    found.Add(asked);
            }
        }
        return
        [
            .. found
                .OrderBy(f => f.Lost.WorstMargin.Kelvin)
                .Take(Most)
                .Select(f =>
                    f.Lost with
                    {
                        Verdict = f.After.Plan(f.Lost.Night).Verdict,
                        StandsIn = StandIn(f.After, f.Lost.Night),
                    }
                ),
        ];
    }

    private static IEnumerable<Mishap> Mishaps(NightPlanner planner, KitItem item)
    {
        var slept = planner.Member.System.Layers.Any(l => l.ItemId == item.Id);
        if (slept || planner.Closet.SlotOf(item).Use != Use.Other)
            yield return Mishap.Missing;
        if (Textiles.IsTextile(item) && (slept || planner.Closet.SlotOf(item).Use != Use.Other))
            yield return Mishap.Soaked;
        if (
            slept
            && item is { Kind: ItemKind.Pad, Material: Material.Inflatable } or { Kind: ItemKind.VapourBarrier }
            && slept
        )
            yield return Mishap.Fails;
    }

    private static (OneLost, NightPlanner)? Ask(NightPlanner planner, KitItem item, Mishap mishap)
    {
        var other = After(planner, item, mishap);
        var (worst, cost, night) = (double.MaxValue, 0.0, -1);
        for (var i = 0; i < planner.Trip.Nights.Count; i++)
        {
            if (planner.Weather(i)?.Low.PlanFor is not { } low)
                continue;
            var before = planner.Comfort(i, planner.SystemOf(i)) ?? new(HeatBalance.SearchTo);
            var then = other.Comfort(i, other.SystemOf(i)) ?? new(HeatBalance.SearchTo);
            if ((low - then).Kelvin < worst)
                (worst, cost, night) = ((low - then).Kelvin, (then - before).Kelvin, i);
        }
        var earlier = other.Trail.Nights.ToList().FindIndex(n => n.Without.Count > 0);
        var already = planner.Trail.Nights.ToList().FindIndex(n => n.Without.Count > 0);
        var gap = earlier >= 0 && (already < 0 || earlier < already) ? earlier : (int?)null;
        if (night < 0 || cost < Fixes.WorthMentioning && gap is null)
            return null;
        return (new(item.Id, mishap, new(worst), new(cost), night, null, null, gap), other);
    }

    /// <summary>The best single change made only of what is along.</summary>
    private static Fix? StandIn(NightPlanner planner, int night)
    {
        var along = planner.Member.Along.ToHashSet();
        var here = new Closet(
            planner
                .Closet.All.Select(t => t.Item)
                .Where(i => planner.Member.Uses.Contains(i.Id) || along.Contains(i.Id))
        );
        return Fixes.BestSingle(planner.With(here), night);
    }

    private static NightPlanner After(NightPlanner planner, KitItem item, Mishap mishap)
    {
        var member = planner.Member;
        switch (mishap)
        {
            case Mishap.Soaked:
                var first = planner.Trip.Nights[0].Id;
                var dry = member.DryOrPlain;
                var day = dry.DayOf(first);
                return planner.With(
                    member with
                    {
                        Dry = dry with
                        {
                            Days =
                            [
                                .. dry.Days.Where(d => d.NightId != first),
                                day with
                                {
                                    Soaked = [.. day.Soaked, item.Id],
                                },
                            ],
                        },
                    }
                );
            case Mishap.Fails:
                var broken =
                    item.Kind == ItemKind.Pad
                        ? item with
                        {
                            LoftFactor = LeakingPad * item.LoftFactor,
                        }
                        : item with
                        {
                            Cover = item.Cover.Map((_, c) => c / 2),
                        };
                return planner.With(member, planner.Closet.With([broken]));
            default:
                SleepSystem Without(SleepSystem s) => SystemChange.Keep(s, i => i.Id != item.Id, planner.Closet);
                return planner.With(
                    member with
                    {
                        System = Without(member.System),
                        Along = [.. member.Along.Where(id => id != item.Id)],
                        Own = [.. member.Own.Select(o => o with { System = o.System is { } s ? Without(s) : null })],
                        Dry = member.DryOrPlain with
                        {
                            Roles = [.. member.DryOrPlain.Roles.Where(r => r.ItemId != item.Id)],
                        },
                    },
                    planner.Closet.Without([item.Id])
                );
        }
    }
}
