using Ermine.Core.Dryness;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Choosing;

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
/// <param name="Night">The night that it leaves worst off, from 0.</param>
/// <param name="Then">What that night comes to.</param>
/// <param name="Cost">What it costs that night; null where it then holds in no air, or held in any before.</param>
/// <param name="StandsIn">What would stand in for it from what comes along, or can be done; null where nothing would.</param>
/// <param name="FirstGap">First night without something dry, where it is earlier than before, from 0.</param>
public sealed record OneLost(
    Guid ItemId,
    Mishap Mishap,
    int Night,
    Outcome Then,
    TemperatureDifference? Cost,
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

    /// <summary>A thing that has failed: a pad gone flat, a barrier torn.</summary>
    /// <param name="item">The thing as it was.</param>
    public static KitItem Broken(KitItem item) =>
        item.Kind == ItemKind.Pad
            ? item with
            {
                LoftFactor = LeakingPad * item.LoftFactor,
            }
            : item with
            {
                Cover = item.Cover.Half(),
            };

    /// <summary>Single losses, worst first.</summary>
    public static IReadOnlyList<OneLost> Of(TripRun run)
    {
        var before = Enumerable.Range(0, run.Count).Select(n => Holds(run, n)).ToList();
        var already = run.FirstGap();
        return
        [
            .. run
                .Outfit.System.Layers.Select(l => l.ItemId)
                .Concat(run.Outfit.Along)
                .Distinct()
                .Select(run.Closet.Find)
                .OfType<KitItem>()
                .SelectMany(item => Mishaps(run, item).Select(mishap => (item, mishap)))
                .AsParallel()
                .AsOrdered()
                .WithCancellation(run.Context.Stop)
                .Select(m => Ask(run, m.item, m.mishap, before, already))
                .Where(asked => asked is not null)
                // In one row from here on: sorted side by side, what weighs the same would stand in another order each time.
                .AsSequential()
                .OrderBy(asked => asked!.Margin)
                .ThenBy(asked => asked!.Body)
                .ThenBy(asked => asked!.Item.Name, StringComparer.Ordinal)
                .ThenBy(asked => asked!.Mishap)
                .Take(Most)
                // The trip without the thing is played again rather than kept: there may be a hundred of them.
                .Select(asked => Told(run, asked!)),
        ];
    }

    /// <summary>A mishap at its worst night: what is to spare there for body and feet together, and for the body alone.</summary>
    private sealed record Asked(
        KitItem Item,
        Mishap Mishap,
        int Night,
        double Margin,
        double Body,
        ColdLine Before,
        int? FirstGap
    );

    private static ColdLine Holds(TripRun run, int night) => run.HoldsTogether(night).Together;

    private static IEnumerable<Mishap> Mishaps(TripRun run, KitItem item)
    {
        var slept = run.Outfit.System.Has(item.Id);
        var serves = slept || run.Closet.SlotOf(item).Purpose != Purpose.Other;
        if (serves)
            yield return Mishap.Missing;
        if (serves && Textiles.IsTextile(item))
            yield return Mishap.Soaked;
        if (slept && item is { Kind: ItemKind.Pad, Material: Material.Inflatable } or { Kind: ItemKind.VapourBarrier })
            yield return Mishap.Fails;
    }

    private static Asked? Ask(TripRun run, KitItem item, Mishap mishap, List<ColdLine> before, int? already)
    {
        var other = After(run, item, mishap);
        Asked? worst = null;
        for (var n = 0; n < run.Count; n++)
        {
            if (run.LowOf(n) is not { } low)
                continue;
            var then = other.HoldsTogether(n);
            var (margin, body) = (ToSpare(then.Together, low), ToSpare(then.Body, low));
            if (worst is null || (margin, body).CompareTo((worst.Margin, worst.Body)) < 0)
                worst = new(item, mishap, n, margin, body, before[n], null);
        }
        if (worst is null)
            return null;
        var line = Holds(other, worst.Night);
        var gap = other.FirstGap(already);
        var hurts = worst.Before.ColderThan(line) is { } cost
            ? cost.Kelvin >= Fixes.WorthMentioning
            : worst.Before.CompareTo(line) < 0;
        return hurts || gap is not null ? worst with { FirstGap = gap } : null;
    }

    /// <summary>Past every temperature there is no margin to rank by: in no air is the worst, in any air the best.</summary>
    private static double ToSpare(ColdLine line, Temperature low) =>
        line.MarginAt(low)?.Kelvin ?? (line.In(low) ? double.MaxValue : double.MinValue);

    private static OneLost Told(TripRun run, Asked asked)
    {
        var other = After(run, asked.Item, asked.Mishap);
        var then = Outcome.Of(other, asked.Night);
        var along = other.Closet.Only(other.Outfit.Uses.ToHashSet());
        return new(
            asked.Item.Id,
            asked.Mishap,
            asked.Night,
            then,
            asked.Before.ColderThan(then.Holds.Together),
            Fixes.BestSingle(other.Knowing(along), asked.Night),
            asked.FirstGap
        );
    }

    private static TripRun After(TripRun run, KitItem item, Mishap mishap)
    {
        var member = run.Outfit;
        switch (mishap)
        {
            case Mishap.Soaked:
                var first = run.Trip.Nights[0].Id;
                var dry = member.Dry;
                var day = dry.DayOf(first);
                return run.With(
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
                return run.With(run.Closet.With([Broken(item)]));
            default:
                SleepSystem Without(SleepSystem s) => SystemChange.Keep(s, i => i.Id != item.Id, run.Closet);
                return run.With(
                    run.Closet.Without([item.Id]),
                    member with
                    {
                        System = Without(member.System),
                        Along = [.. member.Along.Where(id => id != item.Id)],
                        Own = [.. member.Own.Select(o => o with { System = o.System is { } s ? Without(s) : null })],
                        Dry = member.Dry with { Roles = [.. member.Dry.Roles.Where(r => r.ItemId != item.Id)] },
                    }
                );
        }
    }
}
