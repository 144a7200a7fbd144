using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Nights;
using Ermine.Core.Units;

namespace Ermine.Core.Days;

/// <summary>Fingers that have to work in the night, out of the bag.</summary>
/// <param name="TaskId">Which task.</param>
/// <param name="Hour">When.</param>
/// <param name="Before">Fingers then, in the bag.</param>
/// <param name="Around">Air round the sleeper.</param>
/// <param name="On">What stays on, from the skin out; none is bare.</param>
/// <param name="Lowest">Coldest they get.</param>
/// <param name="FailsAfter">Minutes until they can no longer do what it needs; null where they can to its end.</param>
/// <param name="BackAfter">Minutes in the bag until they are no longer clumsy, 0 where they never were; null where not before morning.</param>
public sealed record NightTask(
    Guid TaskId,
    double Hour,
    Temperature Before,
    Temperature Around,
    IReadOnlyList<Guid> On,
    Temperature Lowest,
    double? FailsAfter,
    double? BackAfter
);

/// <summary>Hands through a night: in the bag with the arms, out of it for what has to be done (assumption).</summary>
public static class HandsInNight
{
    /// <summary>Follows the hands.</summary>
    /// <param name="night">The night as it was played.</param>
    /// <param name="hours">Its hours.</param>
    /// <param name="tasks">What has to be done in it, in order of time.</param>
    /// <param name="gloves">What is along for the hands.</param>
    public static IReadOnlyList<NightTask> Of(
        NightToPlay night,
        PlayedNight hours,
        IReadOnlyList<HandWork> tasks,
        IReadOnlyCollection<Garment> gloves
    )
    {
        var found = new List<NightTask>();
        var celsius = night.Start.HandsC;
        var own = night.Sleeper.SupplyOf(Part.Hands);
        var before = night.InHour;
        Garment[] all = [.. gloves.OrderBy(g => g, Comparer<Garment>.Create(Dressed.Order))];
        foreach (var at in hours.Steps)
        {
            var inBag = Extremity.OnTheBody(at.Skin.Celsius, at.Debt, at.Made, own);
            var outside = new ExtremityStep(1, at.Around.Celsius, at.Debt, at.Made, Share: own);
            foreach (var work in tasks.Where(t => t.Task.Hour > before - 1e-6 && t.Task.Hour <= at.Hour - 1e-6))
            {
                var movement = Movement.Of(0, 0, EndLimits.StandingHeat);
                var hands = new HandsNow(outside, movement, [], night.Sleeper.GirthCm, null, own);
                var (on, lowest, _, fails) = HandsAtWork.BestOf(
                    work,
                    work.Task.On is { } said
                        ?
                        [
                            [.. all.Where(g => said.Contains(g.Item.Id))],
                        ]
                        : HandsAtWork.Sets(all),
                    celsius,
                    hands,
                    linerStays: false
                );
                var back = EndMinutes
                    .Of(Extremity.Hands, lowest, inBag, (int)(60 * (night.UpHour - before)))
                    .Index()
                    .Where(m => m.Item >= Extremity.ClumsyBelow)
                    .Select(m => (double?)(m.Index + 1))
                    .FirstOrDefault();
                found.Add(
                    new(
                        work.Task.Id,
                        work.Task.Hour,
                        new(celsius),
                        at.Around,
                        [.. on.Select(g => g.Item.Id)],
                        new(lowest),
                        fails,
                        lowest >= Extremity.ClumsyBelow ? 0 : back
                    )
                );
                celsius = lowest;
            }
            celsius = Extremity.Hands.After(celsius, inBag, at.Hour - before);
            before = at.Hour;
        }
        return found;
    }
}
