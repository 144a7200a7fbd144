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
        var nights = planner.Trip.Nights.Count;
        double?[] before =
        [
            .. Enumerable.Range(0, nights).Select(i => planner.Comfort(i, planner.SystemOf(i))?.Celsius),
        ];
        var already = FirstGap(planner, nights);
        return
        [
            .. planner
                .Member.System.Layers.Select(l => l.ItemId)
                .Concat(planner.Member.Along)
                .Distinct()
                .Select(planner.Closet.Find)
                .OfType<KitItem>()
                .SelectMany(item => Mishaps(planner, item).Select(mishap => (item, mishap)))
                .AsParallel()
                .AsOrdered()
                .WithCancellation(planner.Stop)
                .Select(m => (m.item, Lost: Ask(planner, m.item, m.mishap, before, already)))
                .Where(asked => asked.Lost is not null)
                .OrderBy(asked => asked.Lost!.WorstMargin.Kelvin)
                .Take(Most)
                // The trip without the thing is played again rather than kept: there may be a hundred of them.
                .Select(asked =>
                    asked.Lost! with
                    {
                        StandsIn = StandIn(After(planner, asked.item, asked.Lost.Mishap), asked.Lost.Night),
                    }
                ),
        ];
    }

    private static int? FirstGap(NightPlanner planner, int nights)
    {
        for (var n = 0; n < nights; n++)
        {
            if (planner.Going.Night(n).Without.Count > 0)
                return n;
        }
        return null;
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

    private static OneLost? Ask(NightPlanner planner, KitItem item, Mishap mishap, double?[] before, int? already)
    {
        var other = After(planner, item, mishap);
        var (worst, cost, night) = (double.MaxValue, 0.0, -1);
        for (var i = 0; i < planner.Trip.Nights.Count; i++)
        {
            if (planner.Weather(i)?.Low.PlanFor is not { } low)
                continue;
            var then = other.Comfort(i, other.SystemOf(i)) ?? new(HeatBalance.SearchTo);
            if ((low - then).Kelvin < worst)
                (worst, cost, night) = ((low - then).Kelvin, then.Celsius - (before[i] ?? HeatBalance.SearchTo), i);
        }
        var gap = FirstGap(other, already ?? planner.Trip.Nights.Count);
        if (night < 0 || cost < Fixes.WorthMentioning && gap is null)
            return null;
        return new(item.Id, mishap, new(worst), new(cost), night, other.Verdict(night), null, gap);
    }

    /// <summary>The best single change made only of what is along.</summary>
    private static Fix? StandIn(NightPlanner planner, int night)
    {
        var here = planner.Closet.Only(planner.Member.Uses.ToHashSet());
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
