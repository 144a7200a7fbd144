using System.Collections.Concurrent;
using Ermine.Core.Air;
using Ermine.Core.Dryness;
using Ermine.Core.Forecasts;
using Ermine.Core.Frost;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Rules;
using Ermine.Core.Sleepers;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Nights;

/// <summary>
/// Answers the nights of a trip for one who comes along. Once its trail has been run it may be asked by several at once.
/// </summary>
/// <param name="trip">The trip.</param>
/// <param name="member">Who of it.</param>
/// <param name="sleeper">That person.</param>
/// <param name="closet">What is owned.</param>
/// <param name="weathers">Weather of its nights.</param>
/// <param name="stop">Ends the work: whoever asked is gone, or it takes too long. Every night and every balance looks at it.</param>
public sealed class NightPlanner(
    Trip trip,
    Member member,
    Sleeper sleeper,
    Closet closet,
    WeatherOfTrip weathers,
    CancellationToken stop = default
)
{
    /// <summary>How far sleepers differ from the model, K either way: one standard deviation of the prior on a person (assumption).</summary>
    public const double BandK = 4;

    /// <summary>Air for which skin vapour is worked out while no low is known, °C (assumption).</summary>
    private const double AirIfUnknown = -10;

    /// <summary>Times the vapour is worked out anew for the air that was found; it moves by hundredths of a degree after that.</summary>
    private const int VapourPasses = 2;

    private readonly double heat = Metabolism.Sleeping(sleeper);
    private TrailRun? trail;
    private readonly ConcurrentDictionary<(SleepSystem, double), LayerStack> laid = [];

    /// <summary>The trip.</summary>
    public Trip Trip => trip;

    /// <summary>The forecast it stands on.</summary>
    public ForecastSeries? Forecast => weathers.Forecast;

    /// <summary>Ends the work.</summary>
    public CancellationToken Stop => stop;

    /// <summary>Who of it.</summary>
    public Member Member => member;

    /// <summary>That person.</summary>
    public Sleeper Sleeper => sleeper;

    /// <summary>What is owned.</summary>
    public Closet Closet => closet;

    /// <summary>What is owned and not used by others of the party.</summary>
    public Closet Free => closet.Without(trip.Members.Where(m => m != member).SelectMany(m => m.Uses));

    /// <summary>Water and frost along the trip, as far as they are asked for.</summary>
    public TrailRun Going => trail ??= new(this, member.DryOrPlain);

    /// <summary>Water and frost along the whole trip.</summary>
    public DryTrail Trail => Going.Whole(trip.Nights.Count);

    /// <summary>The same planner over another closet.</summary>
    public NightPlanner With(Closet other) => new(trip, member, sleeper, other, weathers, stop) { trail = Going };

    /// <summary>The same planner for the same person with something changed.</summary>
    public NightPlanner With(Member changed, Closet? other = null) =>
        new(
            trip with
            {
                Members = [.. trip.Members.Select(m => m == member ? changed : m)],
            },
            changed,
            sleeper,
            other ?? closet,
            weathers,
            stop
        );

    /// <summary>The same planner for the same person with something changed that matters only from a night on.</summary>
    /// <param name="from">First night that differs, from 0.</param>
    /// <param name="changed">The person with it changed.</param>
    public NightPlanner From(int from, Member changed)
    {
        var other = With(changed);
        other.trail = new(other, changed.DryOrPlain, Going, from);
        return other;
    }

    /// <summary>The same planner for the trip slept in another system: on all nights that share one, or on this night where it has its own.</summary>
    public NightPlanner Sleeping(int index, SleepSystem system)
    {
        var nightId = trip.Nights[index].Id;
        return system == SystemOf(index) ? this
            : member.Own.Any(o => o.NightId == nightId && o.System is not null)
                ? With(
                    member with
                    {
                        Own = [.. member.Own.Select(o => o.NightId == nightId ? o with { System = system } : o)],
                    }
                )
            : With(member with { System = system });
    }

    /// <summary>Answers every night, each without what is only shown of the night that is looked at.</summary>
    public IReadOnlyList<NightPlan> Plan() => [.. trip.Nights.Select((_, index) => Answer(index))];

    /// <summary>Answers one night whole.</summary>
    /// <param name="index">Which night, from 0.</param>
    public NightPlan Plan(int index)
    {
        var plan = Answer(index);
        return plan.Comfort.Outside is { } comfort && plan.Items.Count > 0
            ? plan with
            {
                Swings = Sensitivity.Of(plan.Weather, comfort, moved => Comfort(index, SystemOf(index), moved)),
            }
            : plan;
    }

    /// <summary>The system laid out for a night.</summary>
    public SleepSystem SystemOf(int index) => member.SystemOf(trip.Nights[index].Id);

    /// <summary>The evening laid out for a night.</summary>
    public Evening EveningOf(int index) => member.EveningOf(trip.Nights[index].Id);

    /// <summary>Weather of a night; null while no low is known.</summary>
    public NightWeather? Weather(int index) => weathers.Of(index).Weather;

    /// <summary>Comfort of a system on one night, without the rest of the answer: the quick question that choosing asks many times.</summary>
    public Temperature? Comfort(int index, SleepSystem system, Variation? moved = null)
    {
        var where = Where(index, moved);
        return Solve(Build(index, system, where, Evening(index), moved), Threshold.Comfort, where).Outside;
    }

    /// <summary>Comfort of the system laid out as wet as things may be; dry where null.</summary>
    public Temperature? ComfortAt(int index, WaterState? water)
    {
        var where = Where(index);
        return Solve(Build(index, SystemOf(index), where, water), Threshold.Comfort, where).Outside;
    }

    /// <summary>Plays a night; null while no low is known or nothing is laid out.</summary>
    /// <param name="index">Which night, from 0.</param>
    /// <param name="system">What is slept in at first.</param>
    /// <param name="evening">When it begins and ends and what is done.</param>
    /// <param name="warmerK">The whole night's air so much warmer.</param>
    public PlayedNight? Play(int index, SleepSystem system, Evening evening, double warmerK = 0) =>
        Weather(index) is null
            ? null
            : HeatOfNight.Play(
                ToPlay(
                    index,
                    [.. Segments(index, system, evening).Select(s => s.From(Wet(index, s, Evening(index))))],
                    evening,
                    warmerK
                )
            );

    /// <summary>
    /// Plays a night with its vapour and frost: the hours give the skin, the column the heat that its vapour carries off and the water
    /// that loosens the loft, and with these the hours are played again.
    /// </summary>
    /// <param name="index">Which night, from 0.</param>
    /// <param name="system">What is slept in at first.</param>
    /// <param name="evening">When it begins and ends and what is done.</param>
    /// <param name="water">Water in everything at getting in; becomes that at getting up.</param>
    /// <param name="dampInBed">Damp things taken to bed.</param>
    public (PlayedNight? Hours, FrostNight? Frost) Run(
        int index,
        SleepSystem system,
        Evening evening,
        WaterState water,
        IReadOnlyList<KitItem> dampInBed
    )
    {
        if (Weather(index) is null || system.Layers.All(l => closet.Find(l.ItemId) is null))
            return (null, null);
        var segments = Segments(index, system, evening);
        var first = HeatOfNight.Play(
            ToPlay(index, [.. segments.Select(s => s.From(Wet(index, s, water)))], evening, 0)
        );
        var before = water.Copy();
        var stacks = new List<StackFrom>();
        var bed = new List<HeatSource>();
        var (source, added, escaped, carried) = (0.0, 0.0, 0.0, 0.0);
        foreach (var (from, to) in Stretches(segments, evening))
        {
            var segment = segments.Last(s => s.FromHour <= from + 1e-9);
            var stack = Wet(index, segment.Stack, water);
            var step = first.Steps.First(s => s.Hour >= (from + to) / 2 - 1e-9);
            var hours = to - from;
            var fromDamp = Drying.Shared(dampInBed, water, Drying.OnBody * hours);
            var breath = segment.System.BreathInside ? FrostOfNight.Breath * hours : 0;
            var sweat = step.Sweated * hours / HeatOfNight.WhPerGram * sleeper.BodyAreaM2;
            if (sweat > 0 && stack.Layers.Things.FirstOrDefault(t => t.Item.Kind == ItemKind.Garment) is { } basis)
                water[basis.Item.Id].Add(sweat);
            else
                sweat = 0;
            var climate = new ColumnClimate(
                step.Skin.Celsius,
                step.Around.Celsius,
                MoistAir.VapourPressure(step.Around.Celsius, segment.Where.Shelter.Humidity),
                Wind.AirLayer(stack.Wind)
            );
            var passed = FrostOfNight.Pass(stack, water, climate, sleeper.BodyAreaM2, hours, breath + fromDamp, stop);
            source += passed.SourceG;
            added += passed.AddedG + sweat;
            escaped += passed.EscapedG;
            carried += passed.SkinEvaporation * hours;
            stacks.Add(
                new(
                    from,
                    stack.Thermal with
                    {
                        SkinEvaporation = passed.SkinEvaporation,
                    },
                    segment.Where,
                    stack.TightFeet
                )
            );
            if (fromDamp > 0)
                bed.Add(
                    new(from, hours, -VapourColumn.Evaporation * fromDamp / hours / sleeper.BodyAreaM2, DiesAway: false)
                );
        }
        var played = ToPlay(index, stacks, evening, 0);
        var things = water
            .Wet.Union(before.Wet)
            .Select(closet.Find)
            .OfType<KitItem>()
            .Select(i => new FrostedThing(
                i.Id,
                before.GramsOf(i.Id),
                water.GramsOf(i.Id),
                water[i.Id].BySlice,
                water.PerGram(i)
            ))
            .Where(t => t.BeforeG > 0.05 || t.AfterG > 0.05)
            .OrderByDescending(t => t.AfterG);
        return (
            HeatOfNight.Play(played with { Sources = [.. played.Sources, .. bed] }),
            new(
                source,
                added,
                escaped,
                source + added - escaped,
                carried / (evening.UpHour - evening.InHour),
                [.. things]
            )
        );
    }

    /// <summary>The verdict of a night; null while no low is known or nothing is laid out.</summary>
    public Verdict? Verdict(int index)
    {
        var where = Where(index);
        var stack = Build(index, SystemOf(index), where, Evening(index));
        return VerdictOf(
            Going.Night(index).Hours,
            Weather(index)?.Low.PlanFor,
            Solve(stack, Threshold.Limit, where),
            Solve(stack, Threshold.Extreme, where)
        );
    }

    private static Verdict? VerdictOf(PlayedNight? hours, Temperature? low, HoldsTo limit, HoldsTo extreme) =>
        hours is null ? null : Verdicts.Worse(hours.Verdict, Verdicts.AtBest(low!.Value, limit, extreme));

    private NightPlan Answer(int index)
    {
        var night = trip.Nights[index];
        var system = SystemOf(index);
        var (weather, assumedOfWeather) = weathers.Of(index);
        var evening = EveningOf(index);
        var where = Where(index);
        var stack = Build(index, system, where, Evening(index));

        var comfort = Solve(stack, Threshold.Comfort, where);
        var limit = Solve(stack, Threshold.Limit, where);
        var extreme = Solve(stack, Threshold.Extreme, where);
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
        var run = Going.Night(index);
        var (hours, frost) = (run.Hours, run.Frost);
        var verdict = VerdictOf(hours, low, limit, extreme);
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
            closet,
            index,
            run.Evening
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
            frost,
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
            [.. LeftOut(system), .. assumedOfWeather, .. Assumed(night, where, weather)],
            laidOut ? NightRules.Check(subject) : []
        );
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

    private WaterState Evening(int index) => Going.Night(index).Evening;

    /// <summary>The stack with the damp of wet cold and the water that things carry, and with the vapour that passes through it.</summary>
    private BuiltStack Build(
        int index,
        SleepSystem system,
        Surroundings where,
        WaterState? water,
        Variation? moved = null
    ) => Vapoured(index, Wet(index, Laid(system, where, moved), water, moved?.Damp ?? 0), where);

    private BuiltStack Wet(int index, Segment segment, WaterState? water) =>
        Vapoured(index, Wet(index, segment.Stack, water), segment.Where);

    private BuiltStack Wet(int index, LayerStack stack, WaterState? water, double more = 0)
    {
        stop.ThrowIfCancellationRequested();
        var damp = (Weather(index)?.Dampness ?? 0) + more;
        return stack.At(item => damp + (water?.PerGram(item) ?? 0));
    }

    private BuiltStack Vapoured(int index, BuiltStack stack, Surroundings where)
    {
        if (stack.Layers.Things.Count == 0)
            return stack;
        var around = where.Shelter.AirAround(Weather(index)?.Low.PlanFor ?? new(AirIfUnknown));
        return stack with
        {
            Thermal = stack.Thermal with
            {
                SkinEvaporation = VapourAt(stack, Threshold.Comfort.SkinCelsius, around, where),
            },
        };
    }

    /// <summary>A system laid out: once for each wind where it is the night's own, anew where something of it is moved.</summary>
    private LayerStack Laid(SleepSystem system, Surroundings where, Variation? moved, bool keep = true)
    {
        var wind = Wind.AtSleeper(where.Shelter.OutsideWind, where.Shelter.WindFactor);
        if (moved is not null)
            return StackBuilder.Lay([.. closet.Resolve(system).Select(moved.Moved)], system, sleeper.GirthCm, wind);
        if (laid.TryGetValue((system, wind), out var stack))
            return stack;
        stack = StackBuilder.Lay(closet.Resolve(system), system, sleeper.GirthCm, wind);
        if (keep)
            laid[(system, wind)] = stack;
        return stack;
    }

    /// <summary>Heat that skin vapour carries off at a skin and an air, W/m² of body.</summary>
    private static double VapourAt(BuiltStack stack, double skin, Temperature around, Surroundings where) =>
        FrostOfNight.SkinEvaporation(
            stack,
            new(
                skin,
                around.Celsius,
                MoistAir.VapourPressure(around.Celsius, where.Shelter.Humidity),
                Wind.AirLayer(stack.Wind)
            )
        );

    /// <summary>Solves the balance, with the vapour of the very air that it finds.</summary>
    private HoldsTo Solve(BuiltStack stack, Threshold threshold, Surroundings where)
    {
        var thermal = stack.Thermal;
        var found = HeatBalance.Solve(thermal, heat, threshold, where);
        for (var pass = 0; pass < VapourPasses && found.Around is { } around && stack.Layers.Things.Count > 0; pass++)
        {
            thermal = thermal with { SkinEvaporation = VapourAt(stack, threshold.SkinCelsius, around, where) };
            found = HeatBalance.Solve(thermal, heat, threshold, where);
        }
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

    /// <summary>What is slept in from an hour on.</summary>
    private sealed record Segment(double FromHour, SleepSystem System, Surroundings Where, LayerStack Stack)
    {
        public StackFrom From(BuiltStack stack) => new(FromHour, stack.Thermal, Where, stack.TightFeet);
    }

    private static Variation FirmPads { get; } = new(FirmPads: true);

    private List<Segment> Segments(int index, SleepSystem system, Evening evening)
    {
        var (now, vents, flipped) = (system, false, false);
        Segment From(double hour)
        {
            var where = Where(index, ventsOpened: vents);
            return new(hour, now, where, Laid(now, where, flipped ? FirmPads : null, keep: now == system));
        }
        var segments = new List<Segment> { From(evening.InHour) };
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
                segments.Add(From(Math.Max(evening.InHour, done.Hour)));
        }
        return segments;
    }

    /// <summary>The night in stretches of an hour at most, in which what is slept in stays the same.</summary>
    private static IEnumerable<(double From, double To)> Stretches(List<Segment> segments, Evening evening)
    {
        var from = evening.InHour;
        while (from < evening.UpHour - 1e-9)
        {
            var next = segments
                .Select(s => s.FromHour)
                .Where(h => h > from + 1e-6)
                .DefaultIfEmpty(evening.UpHour)
                .Min();
            var to = Math.Min(evening.UpHour, Math.Min(from + 1, next));
            yield return (from, to);
            from = to;
        }
    }

    private NightToPlay ToPlay(int index, IReadOnlyList<StackFrom> stacks, Evening evening, double warmerK)
    {
        var air = weathers.Air(index, evening);
        return new(
            sleeper,
            stacks,
            warmerK == 0 ? air : air.Warmer(warmerK),
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

    /// <summary>A thing that is laid out and not in the closet counts for nothing, which is the colder side.</summary>
    private IEnumerable<string> LeftOut(SleepSystem system)
    {
        if (system.Layers.Count(l => closet.Find(l.ItemId) is null) is > 0 and var missing)
            yield return missing == 1
                ? "One thing laid out here cannot be read and is left out."
                : $"{missing} things laid out here cannot be read and are left out.";
    }

    private IEnumerable<string> Assumed(Night night, Surroundings where, NightWeather? weather)
    {
        yield return "The night's mean air is taken as cold as its low, so the ground counts on the cold side.";
        yield return $"Humidity of the air breathed: {100 * where.Shelter.Humidity:0} %.";
        if (weather is { Dampness: > 0 })
            yield return $"In wet cold everything takes up damp: {100 * weather.Dampness:0} % of its weight was counted.";
        else
            yield return "As lofty as the kit list says, less the frost and damp that things have gathered on the trip.";
        if (night.Surface == Surface.Glacier)
            yield return $"Mean annual air on the glacier: {GroundTemperature.GlacierMeanAnnual:0} °C.";
        if (sleeper.StatedOffsetK != 0)
            yield return "The sleeper's own statement of sleeping warm or cold moves the answer; nothing has been measured yet.";
    }
}
