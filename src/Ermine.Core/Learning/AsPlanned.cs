using Ermine.Core.Answers;
using Ermine.Core.Body;
using Ermine.Core.Chance;
using Ermine.Core.Ground;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Trips;

namespace Ermine.Core.Learning;

/// <summary>A day and its night as they are planned now, to be kept beside what is lived.</summary>
/// <param name="Night">The night.</param>
/// <param name="Day">The day before it; null where none is laid out.</param>
/// <param name="WarmerByK">What changes of the plan are worth, K colder that the night may be.</param>
public sealed record PlanKept(PlannedNight Night, PlannedDay? Day, double WarmerByK);

/// <summary>Takes a night of a run down as the plan says it.</summary>
public static class AsPlanned
{
    /// <summary>Down to which shelter readings at the pillow tell the air outside: a snow hut and a heated one have air of their own.</summary>
    private static bool Tells(Shelter shelter) => shelter is not (Shelter.SnowShelter or Shelter.Heated);

    /// <summary>Of a night.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="night">Which, from 0.</param>
    /// <param name="changes">What was done otherwise.</param>
    /// <param name="at">When it is taken down.</param>
    public static PlanKept Of(TripRun run, int night, IReadOnlyList<NightEvent> changes, DateTimeOffset at)
    {
        var (trip, system, bedtime) = (run.Trip, run.SystemOf(night), run.BedtimeOf(night));
        var (lived, weather, place) = (run[night], run.Context.Weather(night), trip.Nights[night]);
        var heated = place.Shelter == Shelter.Heated;
        var low = weather?.Low;
        var (_, where) = run.Model.Lay(night, system, lived.EveningWater);
        var offset = run.Model.Sleeper.Offset;
        var turn = TurnOf.Night(run, night);
        var planned = new PlannedNight(
            at,
            place.Surface,
            place.Shelter,
            bedtime.InHour,
            bedtime.UpHour,
            heated ? null : low?.ForecastLow.Celsius,
            heated ? null : low?.CampLow.Celsius - low?.PlaceK,
            low?.PlanFor.Celsius,
            NightModel.VerdictOf(lived.Slept),
            heated ? null : HoldsTo(run, night, bedtime),
            run.LinesOf(night)?.Feet.Outside?.Celsius,
            offset.Mean,
            offset.Sd,
            turn is null ? null : Chances.Of([turn.FromWarm], offset.Mean, offset.Sd).All,
            [
                .. system
                    .ThingsIn(run.Closet)
                    .Select(t => new PlannedThing(t.Id, t.Name, t.Kind, Corrections.PromiseOf(t))),
            ],
            FeetAtEach(run, night),
            Tells(place.Shelter) && low is not null ? (where.Shelter.AirAround(low.PlanFor) - low.PlanFor).Kelvin : null
        );
        return new(planned, DayOf(run, night), Worth(run, night, system, bedtime, changes));
    }

    /// <summary>
    /// Outside low to which the night holds for a body of offset 0, °C: the steady line of what is slept in, moved by what the hours gain from all
    /// that is done; null where it lies at no temperature.
    /// </summary>
    private static double? HoldsTo(TripRun run, int night, Bedtime bedtime)
    {
        var plain = bedtime with { Events = [] };
        var done =
            bedtime.Events.Count > 0 ? Line(run, night, bedtime).ColderThan(Line(run, night, plain))?.Kelvin ?? 0 : 0;
        return run.HoldsTogether(night).Body.Outside?.Celsius + run.Model.Sleeper.Offset.Mean - done;
    }

    private static double Worth(
        TripRun run,
        int night,
        Stack.SleepSystem system,
        Bedtime bedtime,
        IReadOnlyList<NightEvent> changes
    )
    {
        if (changes.Count == 0 || !system.ThingsIn(run.Closet).Any())
            return 0;
        var otherwise = bedtime with { Events = [.. bedtime.Events, .. changes.Where(c => c.Hour < bedtime.UpHour)] };
        return Line(run, night, otherwise).ColderThan(Line(run, night, bedtime))?.Kelvin ?? 0;
    }

    private static ColdLine Line(TripRun run, int night, Bedtime bedtime) =>
        run.Model.LinesOf(night, run.SystemOf(night), bedtime, run[night].EveningWater)?.Body ?? ColdLine.InNone;

    private static List<double>? FeetAtEach(TripRun run, int night) =>
        run[night].Slept.Played is { } played
            ? [.. Supplies.Tried.Select(p => HeatOfNight.Lowest(played with { Sleeper = With(run, p) }, 0).SettledFeet)]
            : null;

    private static PlannedDay? DayOf(TripRun run, int night)
    {
        var each = Supplies.Tried.Select(p => run.DayAs(With(run, p), night)).ToList();
        if (each[0] is null || run[night].Day.Played is not { } played)
            return null;
        var plan = run.PlanOf(night);
        var worn = DayAnswers.Of(run, night, quick: true).Worn;
        return new(
            [
                .. plan.Blocks!.OrderBy(b => b.FromHour)
                    .Join(
                        played.Blocks,
                        b => b.Id,
                        l => l.BlockId,
                        (b, l) =>
                            new PlannedStretch(
                                b.Activity,
                                b.FromHour,
                                b.ToHour,
                                l.Verdict,
                                [
                                    .. worn.Where(w => !w.AtHand && w.Covers((b.FromHour + b.ToHour) / 2))
                                        .Select(w => run.Closet.Find(w.ItemId)?.Name)
                                        .OfType<string>()
                                        .Distinct(),
                                ]
                            )
                    ),
            ],
            [.. each.Select(d => d!.Blocks.Min(b => b.Fingers.Celsius))],
            [.. each.Select(d => d!.Blocks.Min(b => b.Toes.Celsius))]
        );
    }

    /// <summary>The same person with another share of blood in hands and feet.</summary>
    private static Sleeper With(TripRun run, double percent)
    {
        var sleeper = run.Model.Sleeper;
        return (sleeper with { HandsPercent = percent, FeetPercent = percent }).Knowing(new(sleeper.Offset));
    }
}
