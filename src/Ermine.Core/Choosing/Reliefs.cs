using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Choosing;

/// <summary>What helps on a night that is too warm, and what the sweat would cost else.</summary>
/// <param name="Part">What is left out or opened.</param>
/// <param name="System">The system after it.</param>
/// <param name="Then">What the plan then says.</param>
/// <param name="SweatG">Sweat that then still wets what is worn, g.</param>
/// <param name="NextNight">How much colder the next night may then be, for no sweat freezes into what it is slept in; null where there is none, or its lines lie at no temperature.</param>
public sealed record Relief(
    FixPart Part,
    SleepSystem System,
    Outcome Then,
    double SweatG,
    TemperatureDifference? NextNight
);

/// <summary>Ways out of a night that is too warm: one thing left out or opened, the least that ends the sweat first.</summary>
public static class Reliefs
{
    /// <summary>Reliefs shown.</summary>
    public const int Most = 4;

    /// <summary>What ends the sweat and is still slept through, the warmest first; where nothing does, what leaves the least of it.</summary>
    /// <param name="run">The trip.</param>
    /// <param name="night">Which night, from 0.</param>
    public static IReadOnlyList<Relief> For(TripRun run, int night)
    {
        var sweats = run[night].Slept.Hours?.SweatG ?? 0;
        var all = Changes(run, night)
            .AsParallel()
            .AsOrdered()
            .WithCancellation(run.Context.Stop)
            .Select(c => Told(run, night, c.Part, c.System))
            .Where(r => r.SweatG < sweats && r.Then.Verdict is Verdict.Warm or Verdict.Hot)
            .ToList();
        return
        [
            .. all.OrderBy(r => r.Then.Verdict)
                .ThenBy(r => r.Then.Verdict == Verdict.Warm ? 0 : r.SweatG)
                .ThenBy(r => r.Then.Holds.Together, Comparer<Heat.ColdLine>.Create((a, b) => a.CompareTo(b)))
                .Take(Most),
        ];
    }

    private static IEnumerable<(FixPart Part, SleepSystem System)> Changes(TripRun run, int night)
    {
        var (system, bedtime) = (run.SystemOf(night), run.BedtimeOf(night));
        foreach (var layer in system.Layers)
        {
            if (run.Closet.Find(layer.ItemId) is not { } item || item.Side == Side.Under)
                continue;
            if (item.IsTopLayer && layer.Closure == Closure.Closed)
                yield return (
                    new(FixKind.Open, item.Id, null, null, "Warm air goes out at the neck."),
                    SystemChange.Use(
                        system,
                        item.Id,
                        l =>
                            l with
                            {
                                Closure = item.Kind == ItemKind.Bag ? Closure.CollarOpen : Closure.Loose,
                                HoodOpen = true,
                            }
                    )
                );
            if (!(bedtime.Dressed && item.Side == Side.On))
                yield return (
                    new(FixKind.LeaveOut, item.Id, null, null, "What is not on does not get wet."),
                    system with
                    {
                        Layers = [.. system.Layers.Where(l => l != layer)],
                    }
                );
        }
    }

    private static Relief Told(TripRun run, int night, FixPart part, SleepSystem changed)
    {
        var other = run.With(run.Sleeping(night, changed));
        TemperatureDifference? next =
            night + 1 < run.Count
                ? run.With(OnlyTonight(run, night, changed))
                    .HoldsTogether(night + 1)
                    .Together.ColderThan(run.HoldsTogether(night + 1).Together)
                : null;
        return new(part, changed, Outcome.Of(other, night), other[night].Slept.Hours?.SweatG ?? 0, next);
    }

    private static Outfit OnlyTonight(TripRun run, int night, SleepSystem changed)
    {
        var id = run.Trip.Nights[night].Id;
        var own = run.Outfit.Own.FirstOrDefault(o => o.NightId == id) ?? new OutfitNight(id);
        return run.Outfit with { Own = [.. run.Outfit.Own.Where(o => o.NightId != id), own with { System = changed }] };
    }
}
