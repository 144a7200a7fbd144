using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>Something that changes hands at a depot.</summary>
/// <param name="LotId">Its lot.</param>
/// <param name="ItemId">The thing.</param>
/// <param name="DepotId">The depot.</param>
/// <param name="Day">The first day on which it is where it then is, from 0.</param>
/// <param name="Grams">What of it is left that morning.</param>
public sealed record ChangesHands(Guid LotId, Guid ItemId, Guid DepotId, int Day, double Grams);

/// <summary>What a phase takes, leaves and picks up.</summary>
/// <param name="PhaseId">Which.</param>
/// <param name="TakesG">What sets out on its first morning.</param>
/// <param name="Leaves">What is left in depots once it is there; of its last day what the morning after finds there.</param>
/// <param name="PicksUp">What is taken out of depots, or comes along from where it was sent.</param>
/// <param name="EatenG">Eaten on its days.</param>
/// <param name="BurntG">Burnt on its days.</param>
public sealed record PhaseOfLoads(
    Guid PhaseId,
    double TakesG,
    IReadOnlyList<ChangesHands> Leaves,
    IReadOnlyList<ChangesHands> PicksUp,
    double EatenG,
    double BurntG
)
{
    /// <summary>Every phase, in order.</summary>
    public static IReadOnlyList<PhaseOfLoads> Of(LoadWay way) =>
        [.. way.Layout.Phases.Select(p => Of(way, p)).OfType<PhaseOfLoads>()];

    private static PhaseOfLoads? Of(LoadWay way, Phase phase)
    {
        var layout = way.Layout;
        var (first, last) = (layout.DayOf(phase.FirstNightId), layout.DayOf(phase.LastNightId));
        if (first < 0 || last < first)
            return null;
        bool InDepot(int thing, int day) => layout.Loads[layout.Spots[thing][day].Load].Kind == LoadKind.Depot;
        ChangesHands At(int thing, int day, int depotOn) =>
            new(
                layout.Things[thing].Id,
                layout.Things[thing].Item.Id,
                layout.Loads[layout.Spots[thing][depotOn].Load].Id,
                day,
                way.Grams(thing, day)
            );
        var (leaves, picksUp) = (new List<ChangesHands>(), new List<ChangesHands>());
        for (var thing = 0; thing < layout.Things.Count; thing++)
        {
            for (var day = Math.Max(1, first); day <= Math.Min(last + 1, layout.Days - 1); day++)
            {
                // Left on arriving: there from the next morning on. Picked up on setting out: along from that morning on.
                if (day > first && !InDepot(thing, day - 1) && InDepot(thing, day))
                    leaves.Add(At(thing, day, day));
                if (day <= last && InDepot(thing, day - 1) && !InDepot(thing, day))
                    picksUp.Add(At(thing, day, day - 1));
            }
        }
        var days = way.Days.Skip(first).Take(last - first + 1).ToList();
        return new(
            phase.Id,
            way.Days[first].CarriedG,
            [.. leaves.OrderByDescending(l => l.Grams)],
            [.. picksUp.OrderByDescending(l => l.Grams)],
            days.Sum(d => d.EatenG),
            days.Sum(d => d.BurntG)
        );
    }
}
