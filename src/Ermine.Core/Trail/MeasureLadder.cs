using Ermine.Core.Choosing;
using Ermine.Core.Dryness;
using Ermine.Core.Frost;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Loads;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Trail;

/// <summary>An evening of one person: what is about to be slept in, how, and how damp it is.</summary>
/// <param name="Model">How the person fares in a night, with what is there.</param>
/// <param name="System">What is slept in.</param>
/// <param name="Bedtime">When the night begins and ends and what is done.</param>
/// <param name="Water">Water in everything.</param>
public sealed record Evening(NightModel Model, SleepSystem System, Bedtime Bedtime, Water Water);

/// <summary>
/// Finds what can be done on a night from what is along, and to which outside low each measure carries. They are taken in the order of the
/// trouble they ask, of like trouble what carries furthest first; what neither body nor feet feel is left out. What cannot keep a night warm
/// any more may still keep it from being cold: that is the last rung.
/// </summary>
public sealed class MeasureLadder
{
    /// <summary>A measure is worth doing from this on, K for body or feet (assumption).</summary>
    public const double WorthDoing = 0.5;

    /// <summary>What carries less far is told together with what follows it and asks no more, K (assumption).</summary>
    public const double WorthARung = 1;

    /// <summary>Things of those that could be put on that are played through, the best by what they would hold to.</summary>
    private const int MostThings = 8;

    private readonly TripRun run;
    private readonly int night;
    private readonly NightWeather weather;
    private readonly NightTurns now;
    private readonly Evening asPacked;
    private readonly AirOfNight air;
    private readonly Dictionary<FixPart, Func<Evening, Evening>> takes = [];

    private MeasureLadder(TripRun run, int night, NightWeather weather, NightTurns now)
    {
        (this.run, this.night, this.weather, this.now) = (run, night, weather, now);
        asPacked = new(run.Model, run.SystemOf(night), run.BedtimeOf(night), run[night].EveningWater);
        air = run.Context.Air(night, asPacked.Bedtime);
    }

    /// <summary>What one can do on a night; null where its low is not known or nothing is laid out.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="night">Which night, from 0.</param>
    public static MeasureLadder? For(TripRun run, int night) =>
        run.Context.Weather(night) is { } weather && NightTurns.Of(run[night].Slept, weather.Low.PlanFor) is { } now
            ? new(run, night, weather, now.OnTheSafeSide(weather.Low.PlanFor))
            : null;

    private Temperature Low => weather.Low.PlanFor;

    private double ReadAtHour => asPacked.Bedtime.InHour;

    /// <summary>How far the air at each hour of the night lies over its low.</summary>
    public IEnumerable<AirAbove> Above() =>
        air.Outside.Select((t, n) => new AirAbove(air.FromHour + n, Math.Max(0, t - Low.Celsius)));

    /// <summary>What is done one after the other, and to which low each carries.</summary>
    public IfThen Climb()
    {
        var rungs = new List<Rung>();
        var (evening, turns) = (asPacked, now);
        var (foot, pending) = (now, new List<Measure>());
        void Close()
        {
            if (pending.Count == 0)
                return;
            rungs.Add(RungOf(foot.FromWarm.Together, pending, turns));
            (foot, pending) = (turns, []);
        }
        var left = new List<Measure>();
        foreach (var measure in InOrder())
        {
            var taken = Take(evening, measure);
            if (Turns(taken) is not { } then || Helps(then.FromWarm, turns.FromWarm) < WorthDoing)
            {
                left.Add(measure);
                continue;
            }
            var gained = Gained(turns.FromWarm.Together, foot.FromWarm.Together);
            if (gained >= WorthARung || gained > 0 && pending.Count > 0 && measure.Trouble != pending[0].Trouble)
                Close();
            (evening, turns) = (taken, then);
            pending.Add(measure);
        }
        if (Gained(turns.FromWarm.Together, foot.FromWarm.Together) > 0)
            Close();
        foreach (var measure in left)
        {
            var taken = Take(evening, measure);
            if (Turns(taken) is not { } then || Helps(then.ToCold, turns.ToCold) < WorthDoing)
                continue;
            (evening, turns) = (taken, then);
            pending.Add(measure);
        }
        if (pending.Count > 0)
            rungs.Add(RungOf(foot.FromWarm.Together, pending, turns) with { OnlyAgainstCold = true });
        var last = rungs.Count > 0 ? rungs[^1].Then : now;
        return new(
            ReadAtHour,
            new(air.At(ReadAtHour)),
            Low,
            now,
            rungs,
            last,
            ReadingAt(last.FromWarm.Together),
            weather.Outdoors is not null,
            [.. Assumed()]
        );
    }

    /// <summary>Where the verdict turns on an evening; null where nothing is left to lie in.</summary>
    public NightTurns? Turns(Evening evening) =>
        NightTurns
            .Of(
                evening.Model.Sleep(night, evening.System, evening.Bedtime, evening.Water, run[night].Day.DampInBed),
                Low
            )
            ?.OnTheSafeSide(Low);

    /// <summary>An evening with a measure taken; the same where what it needs is gone.</summary>
    public Evening Take(Evening evening, Measure measure) => takes[measure.Part](evening);

    /// <summary>The evening as planned after some of what can happen has.</summary>
    public Evening After(IEnumerable<Happened> happened)
    {
        var (closet, system, water) = (run.Closet, asPacked.System, asPacked.Water.Take());
        foreach (var (mishap, id) in happened)
        {
            switch (mishap)
            {
                case Mishap.Soaked:
                    foreach (var item in system.ThingsIn(closet).Where(Textiles.IsTextile))
                    {
                        if (id is null)
                            water.Wet(item, Textiles.DampUpTo * Moisture.HoldingMassG(item));
                        else if (item.Id == id)
                            water.Wet(item, double.MaxValue);
                    }
                    break;
                case Mishap.Fails:
                    closet = closet.With([OneLostAtATime.Broken(closet.Find(id!.Value)!)]);
                    break;
                default:
                    closet = closet.Without([id!.Value]);
                    system = SystemChange.Keep(system, i => i.Id != id, closet);
                    break;
            }
        }
        var model = closet == run.Closet ? run.Model : run.Model.With(closet);
        return asPacked with { Model = model, System = system, Water = water.Give() };
    }

    /// <summary>What an evening holds to before the night is played, to rank by.</summary>
    public BodyAndFeet Holds(Evening evening) =>
        evening.Model.HoldsTogether(night, evening.System, evening.Bedtime, evening.Water);

    private Rung RungOf(ColdLine below, IReadOnlyList<Measure> measures, NightTurns then) =>
        new(below, Low - below.Outside, ReadingAt(below), !below.In(Low), measures, then);

    /// <summary>The whole night lies as much colder as its low does.</summary>
    private Temperature? ReadingAt(ColdLine line) =>
        line.Outside is { } at ? new Temperature(air.At(ReadAtHour)) + (at - Low) : null;

    /// <summary>The most that a measure does for body or feet alone: beside something for the other it may carry.</summary>
    private static double Helps(BodyAndFeet then, BodyAndFeet before) =>
        Math.Max(Gained(then.Body, before.Body), Gained(then.Feet!, before.Feet!));

    private static double Gained(ColdLine then, ColdLine before) =>
        then.ColderThan(before)?.Kelvin ?? (then.CompareTo(before) < 0 ? double.MaxValue : 0);

    private List<Measure> InOrder()
    {
        var changes = new NightChanges(run, night, Along());
        var before = Holds(asPacked);
        var things = changes
            .Things()
            .Where(t => t.Part.Kind != FixKind.Swap)
            .Select(t => (t.Part, t.Apply, Line: Holds(asPacked with { System = t.System })))
            .OrderByDescending(t =>
                Math.Max(Gained(t.Line.Together, before.Together), Gained(t.Line.Body, before.Body))
            )
            .Take(MostThings);
        foreach (var (part, apply, _) in things)
            takes[part] = e => CanStill(e, part) ? e with { System = apply(e.System) } : e;
        foreach (var (part, apply) in changes.Doing(whateverComes: true).Concat(Company()))
        {
            if (part.Event?.Kind is not (NightEventKind.PutOn or NightEventKind.Warmer))
                takes[part] = e => e with { Bedtime = apply(e.Bedtime) };
        }
        return
        [
            .. takes
                .Keys.ToList()
                .AsParallel()
                .AsOrdered()
                .WithCancellation(run.Context.Stop)
                .Select(p => (Measure: new Measure(TroubleOf(p), p), Then: Turns(takes[p](asPacked))))
                .AsSequential()
                .Where(m => m.Then is not null)
                .OrderBy(m => m.Measure.Trouble)
                .ThenByDescending(m => Gained(m.Then!.FromWarm.Together, now.FromWarm.Together))
                .ThenByDescending(m => Helps(m.Then!.FromWarm, now.FromWarm))
                .Select(m => m.Measure),
        ];
    }

    /// <summary>
    /// What is put in is there and lies nowhere yet, what is closed or turned is lain in: a thing goes round the feet or is worn, whichever
    /// carries further.
    /// </summary>
    private static bool CanStill(Evening evening, FixPart part) =>
        part.Kind is FixKind.Add or FixKind.WrapFeet
            ? evening.Model.Context.Closet.Find(part.ItemId!.Value) is not null
                && !evening.System.Has(part.ItemId.Value)
            : new[] { part.ItemId, part.ReplacesId }.OfType<Guid>().All(evening.System.Has);

    /// <summary>Another of the party lies close, for as long as one sleeps.</summary>
    private IEnumerable<(FixPart, Func<Bedtime, Bedtime>)> Company()
    {
        var bedtime = asPacked.Bedtime;
        if (run.Trip.Members.Count < 2 || bedtime.Events.Any(e => e.Kind == NightEventKind.Partner))
            yield break;
        var close = HeatSources.Usual(NightEventKind.Partner, bedtime.InHour) with
        {
            Hours = bedtime.UpHour - bedtime.InHour,
        };
        yield return (
            new(FixKind.Do, null, null, close, "Two who lie close share what each would lose to the side."),
            b => b with { Events = [.. b.Events, close] }
        );
    }

    /// <summary>What this person has at hand on that night and does not sleep in: no depot, nothing of another day.</summary>
    private Closet Along()
    {
        var nightId = run.Trip.Nights[night].Id;
        bool IsOfTonight(Guid id) =>
            run.Outfit.Dry.Roles.FirstOrDefault(r => r.ItemId == id) switch
            {
                null => true,
                { Days: { } days } => days.Contains(nightId),
                { Role: Role.OneDayOnly } one => one.NightId == nightId,
                _ => true,
            };
        bool IsHere(Guid id) =>
            Reaching.SecondsByHand(run.Trip, id, run.Model.Sleeper.Id, night) < Reaching.Unreachable;
        return run
            .Context.FreeFor(run.Outfit)
            .Only(run.Outfit.Uses.Where(id => IsOfTonight(id) && IsHere(id)).ToHashSet());
    }

    private static Trouble TroubleOf(FixPart part) =>
        (part.Kind, part.Event?.Kind) switch
        {
            (FixKind.Close or FixKind.Reorder or FixKind.Hang, _) => Trouble.Hand,
            (FixKind.Do, NightEventKind.Meal) => Trouble.Food,
            (FixKind.Do, NightEventKind.HotBottle) => Trouble.Fuel,
            (FixKind.Do, NightEventKind.Partner) => Trouble.Others,
            (FixKind.Do, _) => Trouble.Work,
            _ => Trouble.AtHand,
        };

    private IEnumerable<string> Assumed()
    {
        yield return weather.Outdoors is not null
            ? "The air inside stays at what was typed; the ladder goes by that air."
            : "The whole night is taken to be as much colder as the thermometer says at getting in; wind and sky as forecast.";
        yield return "Everything is as damp as the plan has it this evening.";
        if (run.Trip.Members.Count > 1)
            yield return "Someone close is taken to give about 10 W all night; one who turns away takes it along.";
    }
}
