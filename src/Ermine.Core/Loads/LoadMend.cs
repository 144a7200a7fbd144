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

/// <summary>A press: what it does, and the parts of the trip as they then are; what is null stays as it is.</summary>
/// <param name="Kind">What it does.</param>
/// <param name="OtherId">The thing taken instead.</param>
/// <param name="LoadId">The load that it is moved to.</param>
/// <param name="Reach">How soon it is in one's hands there.</param>
/// <param name="Uses">The trip's uses.</param>
/// <param name="Members">The trip's people with their days.</param>
/// <param name="Load">The trip's plan of loads.</param>
public sealed record LoadMend(
    MendKind Kind,
    Guid? OtherId = null,
    Guid? LoadId = null,
    Reached? Reach = null,
    IReadOnlyList<Use>? Uses = null,
    IReadOnlyList<Member>? Members = null,
    LoadPlan? Load = null
)
{
    /// <summary>The trip after the press.</summary>
    public Trip In(Trip trip) =>
        trip with
        {
            Uses = Uses ?? trip.Uses,
            Members = Members ?? trip.Members,
            Load = Load ?? trip.Load,
        };

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
    /// <param name="before">A plan that is changed already; the layout's own where null.</param>
    internal static LoadMend Placed(LoadLayout layout, int thing, Spot[] spots, LoadPlan? before = null)
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
        var plan = before ?? layout.Plan;
        var changed = new Lot(lot.Id, lot.Item.Id, lot.Count, stays, lot.OwnerId);
        return new(
            MendKind.Move,
            Load: plan with
            {
                // Loads that were only taken for granted are said from now on, so that their ids keep.
                Loads = plan.Loads.Count > 0 ? plan.Loads : [.. layout.Loads.Where(l => l.Kind != LoadKind.Person)],
                Lots = plan.Lots.Any(l => l.Id == lot.Id)
                    ? [.. plan.Lots.Select(l => l.Id == lot.Id ? changed : l)]
                    : [.. plan.Lots, changed],
            }
        );
    }
}
