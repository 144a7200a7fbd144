using Ermine.Core.Air;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Rules;
using Ermine.Core.Sleepers;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Nights;

/// <summary>Answers the nights of a trip for one who comes along.</summary>
/// <param name="trip">The trip.</param>
/// <param name="member">Who of it.</param>
/// <param name="sleeper">That person.</param>
/// <param name="closet">What is owned.</param>
/// <param name="forecast">The forecast the trip stands on.</param>
public sealed class NightPlanner(Trip trip, Member member, Sleeper sleeper, Closet closet, ForecastSeries? forecast)
{
    /// <summary>How far sleepers differ from the model, K either way: one standard deviation of the prior on a person (assumption).</summary>
    public const double BandK = 4;

    private readonly double heat = Metabolism.Sleeping(sleeper);
    private readonly (NightWeather? Weather, List<string> Assumed)?[] weathers = new (NightWeather?, List<string>)?[
        trip.Nights.Count
    ];

    /// <summary>The trip.</summary>
    public Trip Trip => trip;

    /// <summary>Who of it.</summary>
    public Member Member => member;

    /// <summary>That person.</summary>
    public Sleeper Sleeper => sleeper;

    /// <summary>What is owned.</summary>
    public Closet Closet => closet;

    /// <summary>The same planner over another closet.</summary>
    public NightPlanner With(Closet other) => new(trip, member, sleeper, other, forecast);

    /// <summary>Answers every night, each without what is only shown of the night that is looked at.</summary>
    public IReadOnlyList<NightPlan> Plan() => [.. trip.Nights.Select((_, index) => Answer(index, SystemOf(index)))];

    /// <summary>Answers one night whole.</summary>
    /// <param name="index">Which night, from 0.</param>
    /// <param name="system">What is slept in; null for what is laid out.</param>
    public NightPlan Plan(int index, SleepSystem? system = null)
    {
        var slept = system ?? SystemOf(index);
        var plan = Answer(index, slept);
        return plan.Comfort.Outside is { } comfort && plan.Items.Count > 0
            ? plan with
            {
                Swings = Sensitivity.Of(plan.Weather, comfort, moved => Comfort(index, slept, moved)),
            }
            : plan;
    }

    /// <summary>The system laid out for a night.</summary>
    public SleepSystem SystemOf(int index) => member.SystemOf(trip.Nights[index].Id);

    /// <summary>The evening laid out for a night.</summary>
    public Evening EveningOf(int index) => member.EveningOf(trip.Nights[index].Id);

    /// <summary>Weather of a night; null while no low is known.</summary>
    public NightWeather? Weather(int index) => Read(index).Weather;

    /// <summary>Comfort of a system on one night, without the rest of the answer: the quick question that choosing asks many times.</summary>
    public Temperature? Comfort(int index, SleepSystem system, Variation? moved = null)
    {
        var where = Where(index, moved);
        return Solve(Build(index, system, where, moved).Thermal, Threshold.Comfort, where).Outside;
    }

    /// <summary>Plays a night; null while no low is known or nothing is laid out.</summary>
    /// <param name="index">Which night, from 0.</param>
    /// <param name="system">What is slept in at first.</param>
    /// <param name="evening">When it begins and ends and what is done.</param>
    /// <param name="warmerK">The whole night's air so much warmer.</param>
    public PlayedNight? Play(int index, SleepSystem system, Evening evening, double warmerK = 0) =>
        ToPlay(index, system, evening) is { } night
            ? HeatOfNight.Play(warmerK == 0 ? night : night with { Air = night.Air.Warmer(warmerK) })
            : null;

    private NightPlan Answer(int index, SleepSystem system)
    {
        var night = trip.Nights[index];
        var (weather, assumedOfWeather) = Read(index);
        var evening = EveningOf(index);
        var where = Where(index);
        var stack = Build(index, system, where);

        var comfort = Solve(stack.Thermal, Threshold.Comfort, where);
        var limit = Solve(stack.Thermal, Threshold.Limit, where);
        var extreme = Solve(stack.Thermal, Threshold.Extreme, where);
        var low = weather?.Low.PlanFor;
        var drawnAt = low ?? comfort.Outside ?? new Temperature(0);
        var around = where.Shelter.AirAround(drawnAt);
        var ground = where.GroundUnder(stack.Thermal, drawnAt);
        var skin = new Temperature(Threshold.Comfort.SkinCelsius);
        var terms = HeatBalance.Terms(
            stack.Thermal,
            skin.Celsius,
            heat,
            around.Celsius,
            ground.Celsius,
            where.Shelter.Humidity
        );
        var laidOut = stack.Items.Count > 0;
        var hours = laidOut ? Play(index, system, evening) : null;
        var verdict = hours is null
            ? (Verdict?)null
            : Verdicts.Worse(hours.Verdict, Verdicts.AtBest(low!.Value, limit, extreme));
        var subject = new NightSubject(
            night,
            weather,
            sleeper,
            member,
            system,
            evening,
            stack,
            comfort,
            limit,
            hours,
            verdict,
            closet
        );
        return new(
            night.Id,
            weather,
            comfort,
            limit,
            extreme,
            low - comfort.Outside,
            verdict,
            BandK,
            hours,
            heat,
            terms.Sum(t => t.WattsPerM2),
            terms,
            terms.Where(t => t.Region is not null).MaxBy(t => t.Density),
            [],
            Strata.Of(stack, skin, around, ground),
            stack.Items,
            closet.MassOf(system),
            stack.Wind,
            [.. ReliesOn(system, evening)],
            [.. assumedOfWeather, .. Assumed(night, where, weather)],
            laidOut ? NightRules.Check(subject) : []
        );
    }

    private (NightWeather? Weather, List<string> Assumed) Read(int index)
    {
        if (weathers[index] is { } read)
            return read;
        var assumed = new List<string>();
        var found = (WeatherOfNight.Of(trip, index, forecast, assumed), assumed);
        weathers[index] = found;
        return found;
    }

    private Surroundings Where(int index, Variation? moved = null, bool ventsOpened = false)
    {
        var night = trip.Nights[index];
        var weather = Weather(index);
        return new(
            night.Surface,
            new(
                night.Shelter,
                Math.Max(night.Sleepers, trip.Members.Count),
                night.VentsOpen || ventsOpened,
                (weather?.CloudFraction ?? 0) < DesignLows.ClearBelow,
                moved?.Wind ?? weather?.WindMs ?? 0,
                weather?.ClearSkyLoss ?? ShelterUse.UsualClearSkyLoss
            )
        );
    }

    private BuiltStack Build(int index, SleepSystem system, Surroundings where, Variation? moved = null)
    {
        var layers = closet.Resolve(system);
        if (moved is not null)
            layers = [.. layers.Select(moved.Moved)];
        var damp = (Weather(index)?.Dampness ?? 0) + (moved?.Damp ?? 0);
        return StackBuilder.Build(
            layers,
            system,
            sleeper.GirthCm,
            Wind.AtSleeper(where.Shelter.OutsideWind, where.Shelter.WindFactor),
            damp > 0 ? _ => damp : null
        );
    }

    private HoldsTo Solve(ThermalStack thermal, Threshold threshold, Surroundings where)
    {
        var found = HeatBalance.Solve(thermal, heat, threshold, where);
        if (found.Outside is not { } outside || sleeper.StatedOffsetK == 0)
            return found;
        var own = outside - new TemperatureDifference(sleeper.StatedOffsetK);
        return found with
        {
            Outside = own,
            Around = where.Shelter.AirAround(own),
            Ground = where.GroundUnder(thermal, own),
        };
    }

    private NightToPlay? ToPlay(int index, SleepSystem system, Evening evening)
    {
        if (Weather(index) is not { } weather)
            return null;
        var (now, vents, flipped) = (system, false, false);
        var stacks = new List<StackFrom>();
        void From(double hour)
        {
            var where = Where(index, ventsOpened: vents);
            var stack = Build(index, now, where, flipped ? new(FirmPads: true) : null);
            stacks.Add(new(hour, stack.Thermal, where, stack.TightFeet));
        }

        From(evening.InHour);
        foreach (var done in evening.Events.OrderBy(e => e.Hour))
        {
            var before = now;
            now = done.Kind switch
            {
                NightEventKind.PutOn when done.ItemId is { } id && now.Layers.All(l => l.ItemId != id) => now with
                {
                    Layers = [.. now.Layers, new(id, Closure.Closed)],
                },
                NightEventKind.TakeOff => now with { Layers = [.. now.Layers.Where(l => l.ItemId != done.ItemId)] },
                NightEventKind.CloseUp => Opened(now, open: false),
                NightEventKind.OpenUp => Opened(now, open: true),
                _ => now,
            };
            vents |= done.Kind == NightEventKind.OpenVents;
            flipped |=
                done.Kind == NightEventKind.FlipPad
                && now.Layers.Any(l => closet.Find(l.ItemId) is { Kind: ItemKind.Pad, Soft: true });
            if (now != before || done.Kind is NightEventKind.OpenVents or NightEventKind.FlipPad)
                From(done.Hour);
        }
        return new(
            sleeper,
            stacks,
            WeatherOfNight.Air(trip.Nights[index], weather, forecast, evening),
            [.. evening.Events.Select(e => HeatSources.Of(e, sleeper)).OfType<HeatSource>()],
            evening.InHour,
            evening.UpHour,
            evening.Start
        );
    }

    private SleepSystem Opened(SleepSystem system, bool open)
    {
        var moved = new Variation(Openings: open);
        return system with
        {
            Layers =
            [
                .. system.Layers.Select(l =>
                    closet.Find(l.ItemId) is { IsTopLayer: true } top ? moved.Moved(l, top.Kind) : l
                ),
            ],
        };
    }

    private IEnumerable<string> ReliesOn(SleepSystem system, Evening evening)
    {
        foreach (var id in member.Along.Where(id => system.Layers.Any(l => l.ItemId == id)))
        {
            if (closet.Find(id) is { } worn)
                yield return $"{worn.Name} is counted in from the start: it must come to bed dry.";
        }
        foreach (var put in evening.Events.Where(e => e.Kind == NightEventKind.PutOn && e.ItemId is not null))
        {
            if (closet.Find(put.ItemId!.Value) is { } kept)
                yield return $"{kept.Name} is held back for the cold hours and counts only from then on.";
        }
        foreach (var id in member.Along)
        {
            var used = system.Layers.Any(l => l.ItemId == id) || evening.Events.Any(e => e.ItemId == id);
            if (!used && closet.Find(id) is { Kind: ItemKind.Garment, IsHeadwear: false } kept)
                yield return $"{kept.Name} comes along and is not counted: it is the reserve.";
        }
    }

    private IEnumerable<string> Assumed(Night night, Surroundings where, NightWeather? weather)
    {
        yield return "The night's mean air is taken as cold as its low, so the ground counts on the cold side.";
        yield return where.Shelter.IsClosed
            ? "Humidity of the air breathed: 95 %, as in a closed shelter."
            : "Humidity of the air breathed: 80 %.";
        if (weather is { Dampness: > 0 })
            yield return $"In wet cold everything takes up damp: {100 * weather.Dampness:0} % of its weight was counted.";
        else
            yield return "Everything is dry and as lofty as the kit list says.";
        if (night.Surface == Surface.Glacier)
            yield return $"Mean annual air on the glacier: {GroundTemperature.GlacierMeanAnnual:0} °C.";
        if (sleeper.StatedOffsetK != 0)
            yield return "The sleeper's own statement of sleeping warm or cold moves the answer; nothing has been measured yet.";
    }
}
