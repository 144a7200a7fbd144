using Ermine.Core.Chance;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>Tells beds of one person as the plan would say of them.</summary>
internal sealed class BedsTold(TripRun run, ChoiceThings things, BedTrials trials)
{
    /// <summary>What each thing of a choice is for; of those that come along anyway nothing is said.</summary>
    public IReadOnlyList<LeftOut> Without(int[] chosen) =>
        [
            .. chosen
                .Where(n => things.All[n].Grams > 0)
                .Select(n => new LeftOut(
                    things.All[n].Item.Id,
                    things.All[n].Grams,
                    SpareOf(trials.Replay(things.Bed(chosen.Where(i => i != n))))
                )),
        ];

    /// <summary>Degrees to spare on the worst of the nights.</summary>
    public double SpareOf(TripRun slept) => trials.Nights.Min(n => BedTrials.SpareOf(slept, n));

    /// <summary>A choice as a bed.</summary>
    /// <param name="chosen">The things, by number.</param>
    public ChosenBed BedOf(int[] chosen) => BedOf(chosen, trials.AsPacked(chosen));

    /// <summary>A choice as a bed, where others of the party sleep otherwise too.</summary>
    /// <param name="chosen">The things, by number.</param>
    /// <param name="others">The others, as they then sleep.</param>
    public ChosenBed BedOf(int[] chosen, IEnumerable<Outfit> others) => BedOf(chosen, trials.AsPacked(chosen, others));

    private ChosenBed BedOf(int[] chosen, TripRun slept)
    {
        var bed = things.Bed(chosen);
        return BedOf(
            slept,
            bed,
            [.. chosen.Select(n => things.All[n].Item.Id)],
            chosen.Sum(n => things.All[n].Grams),
            chosen.Sum(n => things.All[n].Litres)
        );
    }

    private ChosenBed BedOf(TripRun slept, SleepSystem bed, IReadOnlyList<Guid> items, double adds, double litres)
    {
        List<ChosenNight> told =
        [
            .. trials.Nights.Select(n =>
            {
                var night = Outcome.Of(slept, n);
                return new ChosenNight(
                    n,
                    BedTrials.SpareOf(slept, n),
                    night.Verdict,
                    night.Holds.Leads,
                    night.Holds.Together.Outside
                );
            }),
        ];
        return new(
            items,
            bed,
            adds,
            bed.ThingsIn(run.Closet).Sum(t => t.MassG),
            litres,
            told.Count > 0 ? told.Min(n => n.SpareK) : 0,
            TripChance.Of([.. trials.Nights.Select(n => TurnOf.Night(slept, n))], slept.Model.Sleeper.Offset)?.All,
            told
        );
    }

    /// <summary>The bed as it is packed on the first of the nights.</summary>
    /// <param name="nights">The nights that are chosen for.</param>
    public ChosenBed Now(IReadOnlyList<int> nights)
    {
        var bed = run.SystemOf(nights[0]);
        var carried = ChoiceThings.CarriedAnyway(run, nights);
        var adds = bed.ThingsIn(run.Closet).Where(t => !carried.Contains(t.Id)).ToList();
        return BedOf(run, bed, [.. bed.Layers.Select(l => l.ItemId)], adds.Sum(t => t.MassG), adds.Sum(t => t.PackedL));
    }
}
