using System.Collections.Concurrent;
using Ermine.Core.Body;
using Ermine.Core.Dryness;
using Ermine.Core.Ends;
using Ermine.Core.Frost;
using Ermine.Core.Ground;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Nights;

/// <summary>What is slept in from an hour of the night on.</summary>
/// <param name="FromHour">From when.</param>
/// <param name="System">What it is.</param>
/// <param name="Where">Shelter and ground.</param>
/// <param name="Stack">It laid out.</param>
public sealed record Segment(double FromHour, SleepSystem System, Surroundings Where, LayerStack Stack);

/// <summary>A night slept through with its vapour and frost.</summary>
/// <param name="Hours">It hour by hour; null while no low is known or nothing is laid out.</param>
/// <param name="Frost">Its vapour and frost; null where the hours are.</param>
/// <param name="Played">What the hours were played with; null where they are.</param>
/// <param name="Worn">What was slept in as it lay at getting in; null where they are.</param>
/// <param name="Dawn">Water in everything at getting up.</param>
/// <param name="Lines">Where its hours turn; null where they are.</param>
public sealed record NightSlept(
    PlayedNight? Hours,
    FrostNight? Frost,
    NightToPlay? Played,
    NightAsWorn? Worn,
    Water Dawn,
    HourLines? Lines = null
);

/// <summary>What is slept in through a night, as it lies at getting in.</summary>
/// <param name="Night">The night with it.</param>
/// <param name="Holds">Whether a threshold holds for one of its stacks in an air outside.</param>
/// <param name="Line">Down to which air outside a threshold holds for one of its stacks.</param>
public sealed record NightAsWorn(
    NightToPlay Night,
    Func<int, Threshold, Temperature, bool> Holds,
    Func<int, Threshold, ColdLine> Line
);

/// <summary>
/// How one sleeper fares in one night of a trip: what a system holds to, and the night played through with its vapour. It knows nothing of
/// other nights but the water that is handed to it. May be asked by several at once.
/// </summary>
/// <param name="context">What all who ask share.</param>
/// <param name="sleeper">Who sleeps.</param>
public sealed class NightModel(TripContext context, Sleeper sleeper)
{
    /// <summary>Air for which skin vapour is worked out while no low is known, °C (assumption).</summary>
    private const double AirIfUnknown = -10;

    /// <summary>Times the vapour is worked out anew for the air that was found; it moves by hundredths of a degree after that.</summary>
    private const int VapourPasses = 2;

    private readonly Warmth warmth = Warmth.Of(sleeper);
    private readonly ConcurrentDictionary<(SleepSystem, double, bool), LayerStack> laid = [];

    /// <summary>What all who ask share.</summary>
    public TripContext Context => context;

    /// <summary>Who sleeps.</summary>
    public Sleeper Sleeper => sleeper;

    /// <summary>The same sleeper with other things owned.</summary>
    public NightModel With(Closet closet) => new(context.With(closet), sleeper);

    /// <summary>A system laid out for a night and read as wet as things are, with the vapour that passes through it.</summary>
    /// <param name="night">Which, from 0.</param>
    /// <param name="system">What is slept in.</param>
    /// <param name="water">Water in everything; null for dry.</param>
    /// <param name="moved">With an input moved.</param>
    public (BuiltStack Stack, Surroundings Where) Lay(
        int night,
        SleepSystem system,
        Water? water,
        Variation? moved = null
    )
    {
        var where = context.Where(night, system.Bed.Lies, moved?.Wind);
        return (Vapoured(night, Wet(night, Laid(system, where, moved), water, moved?.Damp ?? 0), where), where);
    }

    /// <summary>What a stack holds to, with the vapour of the very air that is found.</summary>
    public HoldsTo Holds(BuiltStack stack, Threshold threshold, Surroundings where)
    {
        var thermal = stack.Thermal;
        var found = HeatBalance.Solve(thermal, warmth, threshold, where);
        for (var pass = 0; pass < VapourPasses && found.Outside is { } outside && !IsBare(stack); pass++)
        {
            var ends = ColumnEnds.Of(threshold.SkinCelsius, where.ClimateAt(outside, thermal.Hung));
            thermal = thermal with { SkinEvaporation = Vapour.SkinEvaporation(stack, ends) };
            found = HeatBalance.Solve(thermal, warmth, threshold, where);
        }
        return found;
    }

    /// <summary>Whether a threshold holds in an air outside; the line is sought only where that air lies close to it.</summary>
    private bool HoldsIn(Temperature outside, BuiltStack stack, Threshold threshold, Surroundings where)
    {
        var thermal = stack.Thermal;
        var climate = where.ClimateAt(outside, thermal.Hung);
        if (!IsBare(stack))
        {
            var ends = ColumnEnds.Of(threshold.SkinCelsius, climate);
            thermal = thermal with { SkinEvaporation = Vapour.SkinEvaporation(stack, ends) };
        }
        var heat = warmth.SleepingHeat + threshold.Shivering;
        var felt = where.ClimateAt(warmth.Felt(outside), thermal.Hung);
        var spare = heat - HeatBalance.Total(thermal, threshold.SkinCelsius, heat, felt);
        return Math.Abs(spare) > CloseToTheLine ? spare > 0 : Holds(stack, threshold, where).In(outside);
    }

    /// <summary>Closer to balance than this the line itself is sought, W/m².</summary>
    private const double CloseToTheLine = 0.3;

    /// <summary>What a system holds to on a night, without the rest of the answer.</summary>
    /// <param name="night">Which, from 0.</param>
    /// <param name="system">What is slept in.</param>
    /// <param name="water">Water in everything; null for dry.</param>
    /// <param name="moved">With an input moved.</param>
    /// <param name="threshold">Comfort where null.</param>
    public HoldsTo Holds(
        int night,
        SleepSystem system,
        Water? water,
        Variation? moved = null,
        Threshold? threshold = null
    )
    {
        var (stack, where) = Lay(night, system, water, moved);
        return Holds(stack, threshold ?? Threshold.Comfort, where);
    }

    /// <summary>
    /// Sleeps a night with its vapour and frost: the hours give the skin, the column the heat that its vapour carries off and the water
    /// that loosens the loft, and with these the hours are played again.
    /// </summary>
    /// <param name="night">Which, from 0.</param>
    /// <param name="system">What is slept in at first.</param>
    /// <param name="bedtime">When it begins and ends and what is done.</param>
    /// <param name="evening">Water in everything at getting in.</param>
    /// <param name="dampInBed">Damp things taken to bed.</param>
    public NightSlept Sleep(
        int night,
        SleepSystem system,
        Bedtime bedtime,
        Water evening,
        IReadOnlyList<KitItem> dampInBed
    )
    {
        if (context.Weather(night) is null || !system.ThingsIn(context.Closet).Any())
            return new(null, null, null, null, evening);
        var segments = Segments(night, system, bedtime);
        var sources = Sources(bedtime);
        var worn = segments.Select(s => Vapoured(night, Wet(night, s.Stack, evening), s.Where)).ToList();
        var first = ToPlay(
            night,
            [.. segments.Select((s, n) => From(s.FromHour, s, worn[n].Thermal))],
            bedtime,
            [.. sources]
        );
        Span<HeatOfNight.Moment> moments = stackalloc HeatOfNight.Moment[HeatOfNight.Count(first)];
        HeatOfNight.Walk(first, 0, moments);
        var water = evening.Take();
        var stacks = new List<StackFrom>();
        var (source, added, escaped, dripped, carried, at) = (0.0, 0.0, 0.0, 0.0, 0.0, 0);
        foreach (var (from, to) in Stretches(segments, bedtime))
        {
            var segment = segments.Last(s => s.FromHour <= from + 1e-9);
            var stack = Wet(night, segment.Stack, water);
            while (moments[at].Hour < (from + to) / 2 - 1e-9)
                at++;
            ref readonly var moment = ref moments[at];
            var hours = to - from;
            var fromDamp = Drying.Shared(dampInBed, water, Drying.OnBody * hours);
            var breath = segment.System.Bed.BreathInside ? Vapour.Breath * hours : 0;
            var sweat = moment.Sweated * hours / HeatOfNight.WhPerGram * sleeper.BodyAreaM2;
            var wetted = sweat > 0 ? Sweat.Into(segment.Stack, water, sweat) : 0;
            var passed = Vapour.Pass(
                stack,
                water,
                ColumnEnds.Of(moment.Skin, moment.Climate),
                moment.Outside,
                sleeper.BodyAreaM2,
                hours,
                breath + fromDamp,
                context.Stop
            );
            source += passed.SourceG;
            added += passed.AddedG + wetted;
            escaped += passed.EscapedG;
            dripped += passed.DrippedG;
            carried += passed.SkinEvaporation * hours;
            stacks.Add(From(from, segment, stack.Thermal with { SkinEvaporation = passed.SkinEvaporation }));
            if (fromDamp > 0)
                sources.Add(
                    new(from, hours, -VapourColumn.Evaporation * fromDamp / hours / sleeper.BodyAreaM2, DiesAway: false)
                );
        }
        added += Hoar(segments[^1], water, bedtime.UpHour - bedtime.InHour);
        var dawn = water.Give();
        var played = ToPlay(night, stacks, bedtime, sources);
        return new(
            HeatOfNight.Play(played),
            new(
                source,
                added,
                escaped,
                dripped,
                source + added - escaped - dripped,
                carried / (bedtime.UpHour - bedtime.InHour),
                [.. Frosted(evening, dawn)]
            ),
            played,
            new(
                first,
                (n, threshold, low) => HoldsIn(low, worn[n], threshold, segments[n].Where),
                (n, threshold) => Holds(worn[n], threshold, segments[n].Where).Line()
            ),
            dawn,
            new(played, context.Weather(night)!.Low.PlanFor)
        );
    }

    /// <summary>The verdict of a night: by its hours, and never better than what is slept in holds to in the coldest of them.</summary>
    /// <param name="slept">That night slept.</param>
    public static Verdict? VerdictOf(NightSlept slept) =>
        slept is { Hours: { } hours, Worn: { } worn } ? Verdicts.Of(hours, worn.Night, worn.Holds) : null;

    /// <summary>
    /// What a system would hold to on a night before it is slept: body, and feet where they fail first.
    /// </summary>
    /// <inheritdoc cref="LinesOf"/>
    public BodyAndFeet HoldsTogether(
        int night,
        SleepSystem system,
        Bedtime bedtime,
        Water? water,
        Variation? moved = null
    )
    {
        var (stack, where) = Lay(night, system, water, moved);
        var body = Holds(stack, Threshold.Comfort, where).Line();
        return LinesOf(night, system, bedtime, water, moved, stack)?.Beside(body) ?? BodyAndFeet.Of(body, null);
    }

    /// <summary>
    /// Where the hours of a night would turn before it is slept, with the vapour of getting in; while no low is known, of a night of usual
    /// swing.
    /// </summary>
    /// <param name="night">Which, from 0.</param>
    /// <param name="system">What is slept in.</param>
    /// <param name="bedtime">When it begins and ends and what is done.</param>
    /// <param name="water">Water in everything at getting in.</param>
    /// <param name="moved">With an input moved.</param>
    /// <param name="atFirst">What is slept in at first, where it has been laid already.</param>
    /// <returns>Its lines; null where nothing is laid out.</returns>
    public HourLines? LinesOf(
        int night,
        SleepSystem system,
        Bedtime bedtime,
        Water? water,
        Variation? moved = null,
        BuiltStack? atFirst = null
    )
    {
        if (!system.ThingsIn(context.Closet).Any())
            return null;
        var stacks = Segments(night, system, bedtime, moved, atFirst?.Layers)
            .Select(
                (s, n) =>
                    From(
                        s.FromHour,
                        s,
                        (
                            (n == 0 ? atFirst : null)
                            ?? Vapoured(night, Wet(night, s.Stack, water, moved?.Damp ?? 0), s.Where)
                        ).Thermal
                    )
            );
        var low = context.Weather(night)?.Low.PlanFor ?? new(AirIfUnknown);
        return new(ToPlay(night, [.. stacks], bedtime, Sources(bedtime)), low);
    }

    /// <summary>
    /// Most that feet may lose into the air, W/m²K, for them to hold through a night if the body is as warm as it can be; infinite where
    /// something is put on or taken off in the night.
    /// </summary>
    /// <param name="night">Which, from 0; its low is known.</param>
    /// <param name="bedtime">When it begins and ends and what is done.</param>
    /// <param name="outside">Its low.</param>
    /// <param name="lies">Where one lies among several.</param>
    internal double MostFromFeet(int night, Bedtime bedtime, Temperature outside, LiesAt lies)
    {
        if (
            bedtime.Events.Any(e =>
                e.Kind is NightEventKind.PutOn or NightEventKind.TakeOff or NightEventKind.OpenVents
            )
        )
            return double.PositiveInfinity;
        var warmer = outside - context.Weather(night)!.Low.PlanFor;
        var where = context.Where(night, lies);
        bool Holds(double feet) =>
            HeatOfNight
                .Lowest(
                    ToPlay(
                        night,
                        [
                            new(
                                bedtime.InHour,
                                new(Regions.Each(r => r == Region.Feet ? feet : 0), Regions.Each(_ => 0.0), 0, 0),
                                where
                            ),
                        ],
                        bedtime,
                        Sources(bedtime)
                    ),
                    warmer.Kelvin
                )
                .SettledFeet >= Feet.HoldFrom;
        var (holds, fails) = (0.0, 30.0);
        if (Holds(fails))
            return double.PositiveInfinity;
        for (var n = 0; n < 24; n++)
        {
            var middle = (holds + fails) / 2;
            (holds, fails) = Holds(middle) ? (middle, fails) : (holds, middle);
        }
        return fails;
    }

    /// <summary>
    /// Whether a night may be slept through if everything were dry and the air outside so cold: the threshold holds, and by its hours skin and
    /// feet stay warm.
    /// </summary>
    /// <param name="night">Which, from 0; its low is known.</param>
    /// <param name="system">What is slept in.</param>
    /// <param name="bedtime">When it begins and ends and what is done.</param>
    /// <param name="threshold">What must hold.</param>
    /// <param name="outside">Its low.</param>
    /// <param name="feet">The feet must stay warm too.</param>
    internal bool MayHoldDry(
        int night,
        SleepSystem system,
        Bedtime bedtime,
        Threshold threshold,
        Temperature outside,
        bool feet
    )
    {
        var (stack, where) = Lay(night, system, null);
        if (!HoldsIn(outside, stack, threshold, where))
            return false;
        var segments = Segments(night, system, bedtime, null, stack.Layers);
        var stacks = segments.Select(
            (s, n) =>
                From(
                    s.FromHour,
                    s,
                    (n == 0 ? stack : Vapoured(night, Wet(night, s.Stack, (Water?)null), s.Where)).Thermal
                )
        );
        var (skin, settled, _) = HeatOfNight.Lowest(
            ToPlay(night, [.. stacks], bedtime, Sources(bedtime)),
            (outside - context.Weather(night)!.Low.PlanFor).Kelvin
        );
        return skin >= Verdicts.CoolBelow && (!feet || settled >= Feet.HoldFrom);
    }

    private static bool IsBare(BuiltStack stack) => stack.Layers.Things.Count == 0;

    private BuiltStack Wet(int night, LayerStack stack, Water? water, double more = 0)
    {
        context.Stop.ThrowIfCancellationRequested();
        var damp = (context.Weather(night)?.Dampness ?? 0) + more;
        return stack.At(item => damp + (water?.Loosening(item) ?? 0));
    }

    private BuiltStack Wet(int night, LayerStack stack, WaterInHand water)
    {
        context.Stop.ThrowIfCancellationRequested();
        var damp = context.Weather(night)?.Dampness ?? 0;
        return stack.At(item => damp + water.Loosening(item));
    }

    private BuiltStack Vapoured(int night, BuiltStack stack, Surroundings where)
    {
        if (IsBare(stack))
            return stack;
        var outside = context.Weather(night)?.Low.PlanFor ?? new(AirIfUnknown);
        var ends = ColumnEnds.Of(Threshold.Comfort.SkinCelsius, where.ClimateAt(outside, stack.Thermal.Hung));
        return stack with { Thermal = stack.Thermal with { SkinEvaporation = Vapour.SkinEvaporation(stack, ends) } };
    }

    /// <summary>A system laid out: once for each wind where it is the night's own, anew where something of it is moved.</summary>
    private LayerStack Laid(SleepSystem system, Surroundings where, Variation? moved)
    {
        var shielded = where.Shelter.ShieldsBelow;
        LayerStack Anew(IReadOnlyList<Resolved> things) =>
            StackBuilder.Lay(things, system, sleeper.GirthCm, where.WindMs, shielded);
        return moved is null
            ? laid.GetOrAdd((system, where.WindMs, shielded), _ => Anew(system.In(context.Closet)))
            : Anew([.. system.In(context.Closet).Select(moved.Moved)]);
    }

    private static StackFrom From(double hour, Segment segment, Conductances stack) =>
        new(hour, stack, segment.Where, segment.Stack.TightFeet);

    private List<Segment> Segments(
        int night,
        SleepSystem system,
        Bedtime bedtime,
        Variation? moved = null,
        LayerStack? atFirst = null
    )
    {
        var (now, vents, flipped) = (system, false, false);
        Segment From(double hour)
        {
            var where = context.Where(night, now.Bed.Lies, moved?.Wind, vents);
            var varied = flipped ? (moved ?? new()) with { FirmPads = true } : moved;
            var first = hour == bedtime.InHour && now == system && varied == moved ? atFirst : null;
            return new(hour, now, where, first ?? Laid(now, where, varied));
        }
        var segments = new List<Segment> { From(bedtime.InHour) };
        foreach (var done in bedtime.Events.OrderBy(e => e.Hour))
        {
            var before = now;
            now = done.Kind switch
            {
                NightEventKind.PutOn when done.ItemId is { } id && !now.Has(id) => now with
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
                && now.ThingsIn(context.Closet).Any(t => t is { Kind: ItemKind.Pad, Soft: true });
            if (now != before || done.Kind is NightEventKind.OpenVents or NightEventKind.FlipPad)
                segments.Add(From(Math.Max(bedtime.InHour, done.Hour)));
        }
        return segments;
    }

    /// <summary>The night in stretches of an hour at most, in which what is slept in stays the same.</summary>
    private static IEnumerable<(double From, double To)> Stretches(List<Segment> segments, Bedtime bedtime)
    {
        var from = bedtime.InHour;
        while (from < bedtime.UpHour - 1e-9)
        {
            var next = bedtime.UpHour;
            foreach (var segment in segments)
            {
                if (segment.FromHour > from + 1e-6 && segment.FromHour < next)
                    next = segment.FromHour;
            }
            var to = Math.Min(from + 1, next);
            yield return (from, to);
            from = to;
        }
    }

    private NightToPlay ToPlay(
        int night,
        IReadOnlyList<StackFrom> stacks,
        Bedtime bedtime,
        IReadOnlyList<HeatSource> sources
    ) =>
        new(
            sleeper,
            stacks,
            context.Weather(night) is null
                ? WeatherOfNight.UsualAir(new(AirIfUnknown), bedtime)
                : context.Air(night, bedtime),
            sources,
            bedtime.InHour,
            bedtime.UpHour,
            bedtime.GetsIn
        );

    private List<HeatSource> Sources(Bedtime bedtime) =>
        [.. bedtime.Events.Select(e => HeatSources.Of(e, sleeper)).OfType<HeatSource>()];

    private SleepSystem Opened(SleepSystem system, bool open)
    {
        var moved = new Variation(Openings: open);
        return system with
        {
            Layers =
            [
                .. system.Layers.Select(l =>
                    context.Closet.Find(l.ItemId) is { } item && (item.IsTopLayer || item.HasOwnHood)
                        ? moved.Moved(l, item.Kind)
                        : l
                ),
            ],
        };
    }

    /// <summary>In a closed shelter some of the breath settles on the outermost face; g that it took.</summary>
    private static double Hoar(Segment segment, WaterInHand water, double hours) =>
        segment.Where.Shelter.IsClosed && Vapour.Outermost(segment.Stack) is { } outermost
            ? water.Frost(outermost, Vapour.BreathAsHoar * Vapour.Breath * hours)
            : 0;

    private IEnumerable<FrostedThing> Frosted(Water evening, Water dawn) =>
        dawn
            .Wet.Union(evening.Wet)
            .Select(context.Closet.Find)
            .OfType<KitItem>()
            .Select(i => new FrostedThing(
                i.Id,
                evening.GramsOf(i.Id),
                dawn.GramsOf(i.Id),
                dawn.BySlice(i.Id),
                dawn.PerGram(i)
            ))
            .Where(t => t.BeforeG > 0.05 || t.AfterG > 0.05)
            .OrderByDescending(t => t.AfterG);
}
