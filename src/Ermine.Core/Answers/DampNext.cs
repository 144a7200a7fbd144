using Ermine.Core.Dryness;
using Ermine.Core.Kit;
using Ermine.Core.Loads;
using Ermine.Core.Plans;
using Ermine.Core.Trips;

namespace Ermine.Core.Answers;

/// <summary>A thing that arrives damp for its next job.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="SleeperId">Whose.</param>
/// <param name="Night">The night, from 0.</param>
/// <param name="Job">The job.</param>
/// <param name="Hour">When it begins, hours from the midnight before the evening.</param>
/// <param name="Wetness">How wet it is then.</param>
/// <param name="WaterG">Water in it, g.</param>
/// <param name="Mend">Takes a dry thing that is along; null where there is none.</param>
public sealed record DampNext(
    Guid ItemId,
    Guid SleeperId,
    int Night,
    UseKind Job,
    double Hour,
    Wetness Wetness,
    double WaterG,
    LoadMend? Mend
)
{
    /// <summary>What was worn or got wet by day and is then slept in or put on.</summary>
    public static IEnumerable<DampNext> Of(TripRun run, LoadLayout layout)
    {
        for (var n = 0; n < layout.Days; n++)
        {
            var (cells, midnight) = (run[n].Day.Cells, UsesInTime.Midnight(layout.Trip, n));
            foreach (
                var use in layout.Uses.Where(u =>
                    u.Night == n
                    && u.SleeperId == run.Outfit.SleeperId
                    && u.Kind is UseKind.Bed or UseKind.PutOn or UseKind.InBedOtherwise
                )
            )
            {
                if (
                    run.Closet.Find(use.ItemId) is { Kind: ItemKind.Garment }
                    && cells.TryGetValue(use.ItemId, out var cell)
                    && cell.Wetness != Wetness.Dry
                )
                    yield return new(
                        use.ItemId,
                        use.SleeperId,
                        n,
                        use.Kind,
                        use.FromHour - midnight,
                        cell.Wetness,
                        cell.WaterG,
                        DryInstead(run, layout, use, n)
                    );
            }
        }
    }

    /// <summary>A dry garment of the same purpose that comes along and is used by no bed that night.</summary>
    private static LoadMend? DryInstead(TripRun run, LoadLayout layout, UseSpan use, int night)
    {
        var (cells, trip) = (run[night].Day.Cells, layout.Trip);
        var slot = run.Closet.SlotOf(run.Closet.Find(use.ItemId)!);
        var inBed = layout.Uses.Where(u => u.Night == night && u.IsInBed).Select(u => u.ItemId).ToHashSet();
        var other = run
            .Things.Where(i =>
                i.Kind == ItemKind.Garment
                && i.Id != use.ItemId
                && !inBed.Contains(i.Id)
                && run.Closet.SlotOf(i) == slot
                && cells.TryGetValue(i.Id, out var cell)
                && cell.Wetness == Wetness.Dry
            )
            .MaxBy(i => run.Closet.ReadingOf(i.Id).Insulation?.SI ?? 0);
        if (other is null)
            return null;
        var nightId = trip.Nights[night].Id;
        return new(
            MendKind.TakeOther,
            OtherId: other.Id,
            UsesSet:
            [
                .. trip
                    .Uses.Where(u =>
                        u.ItemId == use.ItemId
                        && u.SleeperId == use.SleeperId
                        && (u.IsInBed || u.Job == Plans.Job.PutOn)
                        && (u.Nights?.Contains(nightId) ?? true)
                    )
                    .Select(u => u with { ItemId = other.Id }),
            ]
        );
    }
}
