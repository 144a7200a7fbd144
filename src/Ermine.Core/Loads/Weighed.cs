using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>Puts the weights of the loads into the walks that ask for them, so that a heavier sledge is more work.</summary>
public static class Weighed
{
    /// <summary>What may be carried and drawn in a walk, kg; what is over is reckoned as this.</summary>
    public const double MostCarriedKg = 80,
        MostDrawnKg = 400;

    /// <summary>The same trip with every walk weighed that is to be.</summary>
    public static Trip In(Trip trip, Closet closet)
    {
        if (!IsAsked(trip))
            return trip;
        var way = LoadWay.Of(LoadLayout.Of(trip, closet));
        return trip with
        {
            Members =
            [
                .. trip.Members.Select(
                    (m, who) =>
                        m with
                        {
                            Days =
                            [
                                .. m.Days.Select(d =>
                                    way.Layout.DayOf(d.NightId) is >= 0 and var day && IsWeighed(d)
                                        ? d with
                                        {
                                            Blocks = [.. d.Blocks!.Select(b => Weigh(b, way.Days[day].People[who]))],
                                        }
                                        : d
                                ),
                            ],
                        }
                ),
            ],
        };
    }

    /// <summary>Whether some walk of a trip is to be weighed: what is carried then changes days.</summary>
    public static bool IsAsked(Trip trip) => trip.Members.Any(m => m.Days.Any(IsWeighed));

    private static bool IsWeighed(DayPlan day) => day.Blocks?.Any(b => b.Going is { Weighed: true }) ?? false;

    /// <summary>A sledge is drawn where one hauls, or where the walk says that one is.</summary>
    private static DayBlock Weigh(DayBlock block, PersonOnDay moved) =>
        block.Going is { Weighed: true } going
            ? block with
            {
                Going = going with
                {
                    LoadKg = Math.Min(MostCarriedKg, moved.BackG / 1000),
                    SledgeKg =
                        block.Activity == Activity.Haul || going.SledgeKg > 0
                            ? Math.Min(MostDrawnKg, moved.DrawnAtOnceG / 1000)
                            : 0,
                },
            }
            : block;
}
