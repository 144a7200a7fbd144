using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Choosing;

/// <summary>What one thing more, or one in place of another, would do for a night.</summary>
/// <param name="ItemId">The thing; of a type that is not owned, its usual thing.</param>
/// <param name="Type">Key of the type where it is not owned; null where it is.</param>
/// <param name="Gain">How much further the night then holds; null where it holds at no temperature before or after.</param>
/// <param name="HoldsTo">Coldest low at which it then holds, outside; null where that is in any air or in none.</param>
/// <param name="MassG">Grams that it adds to the load; what comes along anyway adds none.</param>
/// <param name="At">Where among the layers it goes, from 0.</param>
/// <param name="Replayed">The trip was run again with it, so that the plan then says the same; else as things lie this evening, about.</param>
public sealed record Added(
    Guid ItemId,
    string? Type,
    TemperatureDifference? Gain,
    Temperature? HoldsTo,
    double MassG,
    int At,
    bool Replayed
);

/// <summary>What everything owned, and every type, would do for a night.</summary>
/// <param name="HoldsTo">What the night holds to now, outside; null where that is in any air or in none.</param>
/// <param name="Owned">Things owned and free.</param>
/// <param name="Types">Usual things of every type that can be slept in or on.</param>
/// <param name="Offered">Things that were asked about and are not owned yet.</param>
public sealed record AddList(
    Temperature? HoldsTo,
    IReadOnlyList<Added> Owned,
    IReadOnlyList<Added> Types,
    IReadOnlyList<Added> Offered
)
{
    /// <summary>Of no night.</summary>
    public static AddList None { get; } = new(null, [], [], []);
}

/// <summary>
/// Weighs everything that could be added to a night, or take the place of something in it. All are weighed as things lie this evening; with the
/// best of what is owned, and with barriers, whose worth is in the nights before, the trip is run again.
/// </summary>
public static class Adds
{
    /// <summary>Things owned with which the trip is run again: those that would be pressed.</summary>
    public const int MostReplayed = 6;

    /// <summary>Types that can be slept in or on.</summary>
    internal static IReadOnlyList<ItemType> ForNight { get; } =
    [.. ItemTypes.All.Where(t => t.Usual.IsForNight && t.Drawer != Drawer.Hands)];

    private static readonly Closet Usual = new(ForNight.Select(t => t.Usual));

    /// <summary>What each would do.</summary>
    /// <param name="run">The trip.</param>
    /// <param name="night">Which night, from 0.</param>
    /// <param name="replaces">The thing in the system whose place is taken; null to add.</param>
    /// <param name="offered">Things to weigh that are not owned yet, each of an id of its own.</param>
    public static AddList For(TripRun run, int night, Guid? replaces = null, IReadOnlyList<KitItem>? offered = null)
    {
        var system = run.SystemOf(night);
        var along = run.Outfit.Along.ToHashSet();
        var left = replaces is { } gone && !along.Contains(gone) ? run.Closet.Find(gone)?.MassG ?? 0 : 0;
        var asking = run.Knowing(run.Closet.With(Usual).With(offered ?? []));
        var (now, lying) = (run.HoldsTogether(night).Together, AsThingsLie(system));
        var free = run.Context.FreeFor(run.Outfit).All.Select(t => t.Item).Where(Fits).ToList();
        var types = ForNight.Select(t => t.Usual).Where(Fits).ToList();
        List<KitItem> all = [.. free, .. types, .. (offered ?? []).Where(Fits)];
        var weighed = Each(all, item => Of(item, AsThingsLie(Changed(item)), lying, replayed: false));
        var owned = weighed.Take(free.Count).ToList();
        var again = owned
            .Index()
            .OrderByDescending(a => a.Item.Gain?.Kelvin ?? double.MaxValue)
            .Select(a => a.Index)
            .Take(MostReplayed)
            .Union(free.Index().Where(f => f.Item.Kind == ItemKind.VapourBarrier).Select(f => f.Index))
            .ToList();
        var replayed = Each(
            again,
            i => Of(free[i], run.With(run.Sleeping(night, Changed(free[i]))).HoldsTogether(night).Together, now, true)
        );
        foreach (var (i, told) in again.Zip(replayed))
            owned[i] = told;
        return new(
            now.Outside,
            owned,
            weighed[free.Count..(free.Count + types.Count)],
            weighed[(free.Count + types.Count)..]
        );

        SleepSystem Changed(KitItem item) =>
            replaces is { } old
                ? SystemChange.Swap(system, old, item.Id)
                : SystemChange.Add(system, item, asking.Closet);

        ColdLine AsThingsLie(SleepSystem changed) =>
            asking.Model.HoldsTogether(night, changed, run.BedtimeOf(night), run[night].EveningWater).Together;

        bool Fits(KitItem item) =>
            item.IsForNight
            && !system.Has(item.Id)
            && (item.Kind != ItemKind.Underquilt || system.Bed.Hammock is not null);

        Added Of(KitItem item, ColdLine then, ColdLine before, bool replayed) =>
            new(
                item.Id,
                ItemTypes.OfUsual(item.Id)?.Key,
                then.ColderThan(before),
                then.Outside,
                (along.Contains(item.Id) ? 0 : item.MassG) - left,
                SystemChange.PlaceOf(system, item, asking.Closet),
                replayed
            );

        List<Added> Each<T>(List<T> of, Func<T, Added> weigh) =>
            [.. of.AsParallel().AsOrdered().WithCancellation(run.Context.Stop).Select(weigh)];
    }
}
