using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>What a press does about a finding.</summary>
public enum MendKind
{
    /// <summary>Takes another thing for the job.</summary>
    TakeOther,

    /// <summary>Drops the one use.</summary>
    Drop,

    /// <summary>Lets the day's end where the night begins.</summary>
    EndSooner,

    /// <summary>Counts it as worn, and no longer as kept in reserve.</summary>
    NoReserve,

    /// <summary>Puts it where it can be reached, stays dry, or is along.</summary>
    Move,

    /// <summary>Leaves it at home.</summary>
    LeaveHome,

    /// <summary>Uses for it one more job, at no weight.</summary>
    ServeTwice,
}

/// <summary>What is worn on a day of a person, as it then is.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="NightId">The night the day ends in.</param>
/// <param name="Worn">What is worn when.</param>
public sealed record WornThen(Guid SleeperId, Guid NightId, IReadOnlyList<Bar> Worn);

/// <summary>A press: what it does, and of the trip only what it changes.</summary>
/// <param name="Kind">What it does.</param>
/// <param name="OtherId">The thing taken instead.</param>
/// <param name="LoadId">The load that it is moved to.</param>
/// <param name="Reach">How soon it is in one's hands there.</param>
/// <param name="UsesGone">Uses that are no more.</param>
/// <param name="UsesSet">Uses in place of those of the same id, or new.</param>
/// <param name="Worn">Days that are dressed otherwise.</param>
/// <param name="LotsGone">Lots that are no more.</param>
/// <param name="LotsSet">Lots in place of those of the same id, or new.</param>
/// <param name="LoadsSaid">Loads that were only taken for granted, and are said from now on so that their ids keep.</param>
public sealed record LoadMend(
    MendKind Kind,
    Guid? OtherId = null,
    Guid? LoadId = null,
    Reached? Reach = null,
    IReadOnlyList<Guid>? UsesGone = null,
    IReadOnlyList<Use>? UsesSet = null,
    IReadOnlyList<WornThen>? Worn = null,
    IReadOnlyList<Guid>? LotsGone = null,
    IReadOnlyList<Lot>? LotsSet = null,
    IReadOnlyList<Load>? LoadsSaid = null
)
{
    /// <summary>The trip after the press.</summary>
    public Trip In(Trip trip)
    {
        var plan = trip.Load ?? LoadPlan.Empty;
        return trip with
        {
            Uses = Set(trip.Uses, UsesGone, UsesSet, u => u.Id),
            Members =
            [
                .. trip.Members.Select(m =>
                    m with
                    {
                        Days =
                        [
                            .. m.Days.Select(d =>
                                Worn?.FirstOrDefault(w => (w.SleeperId, w.NightId) == (m.SleeperId, d.NightId))
                                    is { } then
                                    ? d with
                                    {
                                        Worn = then.Worn,
                                    }
                                    : d
                            ),
                        ],
                    }
                ),
            ],
            Load =
                LotsSet is null && LotsGone is null
                    ? trip.Load
                    : plan with
                    {
                        Loads = plan.Loads.Count == 0 ? LoadsSaid ?? [] : plan.Loads,
                        Lots = Set(plan.Lots, LotsGone, LotsSet, l => l.Id),
                    },
        };
    }

    private static IReadOnlyList<T> Set<T>(
        IReadOnlyList<T> now,
        IReadOnlyList<Guid>? gone,
        IReadOnlyList<T>? set,
        Func<T, Guid> id
    )
    {
        var then = (set ?? []).ToDictionary(id);
        return
        [
            .. now.Where(n => gone?.Contains(id(n)) != true).Select(n => then.Remove(id(n), out var other) ? other : n),
            .. then.Values,
        ];
    }

    /// <summary>A thing put somewhere from a day on; where it was before stays.</summary>
    /// <param name="layout">The loads as they are.</param>
    /// <param name="thing">Which, from 0.</param>
    /// <param name="to">Where.</param>
    /// <param name="from">The first day, from 0.</param>
    /// <param name="until">The last day, from 0; the rest of the trip where null.</param>
    public static LoadMend Moved(LoadLayout layout, int thing, Spot to, int from = 0, int? until = null)
    {
        var spots = (Spot[])layout.Spots[thing].Clone();
        for (var day = from; day <= (until ?? layout.Days - 1); day++)
            spots[day] = to;
        return Placed(layout, thing, spots) with { LoadId = layout.Loads[to.Load].Id, Reach = to.Reach };
    }

    /// <summary>A thing put where it is to be on each day.</summary>
    /// <param name="layout">The loads as they are.</param>
    /// <param name="thing">Which, from 0.</param>
    /// <param name="spots">Where, day by day.</param>
    internal static LoadMend Placed(LoadLayout layout, int thing, Spot[] spots) =>
        new(MendKind.Move, LotsSet: [LotOf(layout, thing, spots)], LoadsSaid: Said(layout));

    /// <summary>The loads that were only taken for granted; null where they are said.</summary>
    internal static IReadOnlyList<Load>? Said(LoadLayout layout) =>
        layout.Plan.Loads.Count > 0 ? null : [.. layout.Loads.Where(l => l.Kind != LoadKind.Person)];

    /// <summary>A thing as a lot that is where it is told to be.</summary>
    internal static Lot LotOf(LoadLayout layout, int thing, Spot[] spots)
    {
        var lot = layout.Things[thing];
        var stays = new List<Stay>();
        for (var day = 0; day < spots.Length; day++)
        {
            if (day == 0 || spots[day] != spots[day - 1])
                stays.Add(
                    new(
                        layout.Loads[spots[day].Load].Id,
                        spots[day].Reach,
                        day == 0 ? null : layout.Trip.Nights[day].Id
                    )
                );
        }
        return new(lot.Id, lot.Item.Id, lot.Count, stays, lot.OwnerId);
    }
}
