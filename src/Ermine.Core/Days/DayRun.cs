using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Units;

namespace Ermine.Core.Days;

/// <summary>
/// Plays a day in minutes: what is lost and not made becomes heat debt, what is made and not lost is stored, let out at openings, and then
/// sweated. The body, the column of vapour and the water in things are those of the night.
/// </summary>
public sealed partial class DayRun
{
    /// <summary>Time over which vessels stay open after work, and the skin finds its new temperature, h.</summary>
    private const double After = 1.0 / 6;

    /// <summary>By how much less debt hands and feet see in that time, Wh/m².</summary>
    private const double OpenVessels = 5;

    /// <summary>What counts as work, W/m².</summary>
    private const double IsWork = 100;

    /// <summary>Time in which a covered face recovers from all of its frostbite time, h (assumption).</summary>
    private const double FaceRecovers = 0.5;

    /// <summary>Hours of the day in which things hung out dry (assumption); five, as on a day of rest.</summary>
    private const double HighSun = 10,
        LowSun = 15;

    private readonly DayToPlay day;
    private readonly CancellationToken stop;
    private WaterInHand water;
    private readonly double capacity;
    private readonly double area;
    private readonly List<DayMoment> moments = [];
    private readonly List<DayTurn> turns = [];
    private readonly Dictionary<Guid, (KitItem Item, List<double> Series)> grams = [];
    private readonly Dictionary<Guid, Tally> tallies = [];

    private (DayBlock Block, double Until, List<(Garment Garment, Opening? Opening)> Dress)? worn;

    private double debt,
        fingers,
        toes,
        face,
        neutral,
        neutralBefore,
        sinceChange = After,
        sinceWork = After,
        heatBefore;
    private double sweated,
        fromOutside,
        escaped,
        dripped,
        breathed,
        airing;

    private readonly HandsAtWork work;
    private readonly Func<double, IEnumerable<Garment>> atHand;
    private readonly List<BodyMinute>? trace;
    private readonly bool toItsEnd;

    private DayRun(DayToPlay day, List<BodyMinute>? trace, CancellationToken stop, bool toItsEnd = false)
    {
        (this.day, this.trace, this.stop, this.toItsEnd) = (day, trace, stop, toItsEnd);
        // What is done before it, or after, is done in the night.
        var begins = day.Blocks.Count > 0 ? day.Blocks[0].FromHour - 1e-6 : 0;
        work = new([.. day.Tasks.Where(t => t.Task.Hour >= begins)], day.LinerStays, day.Find);
        atHand = AtHand;
        water = day.Morning.Take();
        capacity = BodyHeat.Capacity(day.Sleeper);
        area = day.Sleeper.BodyAreaM2;
        (debt, toes, fingers) = day.Body;
        heatBefore = day.HeatBefore;
        neutral = neutralBefore = NeutralSkin(heatBefore);
    }

    /// <summary>Mean skin temperature of a body in no debt, °C (ISO 11079).</summary>
    /// <param name="heat">Metabolic rate, W/m².</param>
    public static double NeutralSkin(double heat) => Strain.Neutral(heat).SkinC;

    /// <summary>Plays a day.</summary>
    /// <param name="day">The day.</param>
    /// <param name="stop">Ends the work.</param>
    public static DayPlayed Play(DayToPlay day, CancellationToken stop = default) => new DayRun(day, null, stop).Play();

    /// <summary>Plays a day of which only the end is asked for: what is worn, and how one and it stand then. Nothing is told of how it went.</summary>
    /// <inheritdoc cref="Play(DayToPlay, CancellationToken)"/>
    public static DayPlayed ToItsEnd(DayToPlay day, CancellationToken stop = default) =>
        new DayRun(day, null, stop, toItsEnd: true).Play();

    /// <summary>Plays a day and gives what touched the body in every minute as well.</summary>
    /// <inheritdoc cref="Play(DayToPlay, CancellationToken)"/>
    public static (DayPlayed Day, IReadOnlyList<BodyMinute> Minutes) Traced(
        DayToPlay day,
        CancellationToken stop = default
    )
    {
        var trace = new List<BodyMinute>();
        return (new DayRun(day, trace, stop).Play(), trace);
    }

    private DayPlayed Play()
    {
        foreach (var block in day.Blocks)
            tallies[block.Id] = new();
        foreach (var span in Spans.Of(day.Blocks, day.Worn))
        {
            stop.ThrowIfCancellationRequested();
            Live(span);
        }
        if (day.Blocks.Count > 0)
            work.Finish(day.Blocks[^1].ToHour, fingers);
        var evening = water.Give();
        return new(
            toItsEnd ? [] : [.. day.Blocks.Select(b => tallies[b.Id].Told(b))],
            moments,
            [
                .. grams.Select(g => new ThingOfDay(
                    g.Key,
                    day.Morning.GramsOf(g.Key),
                    evening.GramsOf(g.Key),
                    evening.PerGram(g.Value.Item),
                    g.Value.Series
                )),
            ],
            new(sweated, fromOutside, escaped, dripped),
            new(debt, toes, fingers),
            airing,
            (sweated + breathed) / 1000
        )
        {
            Evening = evening,
            Turns = turns,
            Tasks = work.Lived,
        };
    }

    /// <summary>Air, wind and movement of a stretch.</summary>
    private readonly record struct Where(DayAir Air, Climate Climate, double Wind, Movement Movement, double Heat);

    private Where WhereOf(Span span)
    {
        var block = span.Block;
        var air = day.Weather.At(span.Middle, block);
        var at = WhereWorked.Of(block, air, day.Camp(span.Middle), day.Sleeper);
        return new(air, at.Climate, at.WindMs, at.Movement, at.Heat);
    }

    private void Live(Span span)
    {
        var at = WhereOf(span);
        if (!toItsEnd && (at.Heat != heatBefore || moments.Count == 0 || moments[^1].BlockId != span.BlockId))
            Turn(span);
        if (at.Heat != heatBefore)
        {
            neutralBefore = neutral;
            sinceChange = 0;
            sinceWork = heatBefore >= IsWork && at.Heat < IsWork ? 0 : sinceWork;
            heatBefore = at.Heat;
        }
        var dress = DressOf(span);
        var worn = Closed(dress, at);
        Func<KitItem, double> left = item => Moisture.Kept(item, water.Loosening(item));
        foreach (ref var w in worn.AsSpan())
            w = w with { Left = left(w.Garment.Item) };
        Span<double> losses = stackalloc double[6];
        for (var part = 0; part < 6; part++)
            losses[part] = DayStack.Conductance(worn, (Part)part, at.Movement, day.Sleeper.GirthCm);
        var (sweat, liquid) = (0.0, 0.0);
        double pouredOut;
        var stretch = new Stretch(span, at, worn, losses, left, day.IsInBed(span.Block));
        using (var column = new WornColumn(DayStack.Column(worn, at.Movement), water, area))
        {
            var minutes = Math.Max(1, (int)Math.Ceiling((span.ToHour - span.FromHour) * 60 - 1e-6));
            var hours = (span.ToHour - span.FromHour) / minutes;
            for (var n = 0; n < minutes; n++)
                Minute(stretch, column, span.FromHour + (n + 1) * hours, hours, ref sweat, ref liquid);
            pouredOut = column.PutBack();
        }
        dripped += pouredOut;
        var length = span.ToHour - span.FromHour;
        var taken = Sweat.Into(worn.Select(w => w.Garment.Item), water, liquid);
        sweated += liquid;
        dripped += liquid - taken;
        Ends(worn, at, length, sweat / area / length);
        FromOutside(worn, at, span.Block.Place, length);
        breathed += Breath(at) * length;
        if (at.Heat <= IsWork && at.Air.FallsMm == 0 && span.Middle is > HighSun and < LowSun)
            airing += length;
        Wear(worn);
        if (!toItsEnd)
            Note(span, at, worn, losses, sweat / area / length);
    }

    /// <summary>What is worn in a stretch: that of the last one while no bar begins or ends.</summary>
    private List<(Garment Garment, Opening? Opening)> DressOf(Span span)
    {
        if (worn is { } last && last.Block == span.Block && span.Middle < last.Until)
            return last.Dress;
        var until = double.MaxValue;
        foreach (var bar in day.Worn)
        {
            until = bar.FromHour > span.Middle ? Math.Min(until, bar.FromHour) : until;
            until = bar.ToHour > span.Middle ? Math.Min(until, bar.ToHour) : until;
        }
        var dress = day.At(span.Middle, span.Block);
        worn = (span.Block, until, dress);
        return dress;
    }

    private void Turn(Span span)
    {
        var now = water.Give();
        water = now.Take();
        turns.Add(new(span.FromHour, span.Block, span.IsBreak, now, new(debt, toes, fingers), heatBefore));
    }

    /// <summary>What is worn with its openings; those left to the wearer are opened just before sweat would come.</summary>
    private Worn[] Closed(List<(Garment Garment, Opening? Opening)> dress, Where at)
    {
        Worn[] As(Opening opening) =>
            [
                .. dress.Select(d => new Worn(
                    d.Garment,
                    d.Opening ?? (d.Garment.IsFaceCover ? Opening.Closed : opening)
                )),
            ];
        var worn = As(Opening.Closed);
        if (debt > VentsFrom || dress.All(d => d.Opening is not null))
            return worn;
        foreach (var opening in Enum.GetValues<Opening>())
        {
            worn = As(opening);
            if (Surplus(worn, at) <= 0)
                break;
        }
        return worn;
    }

    /// <summary>Heat debt under which openings are thought of, Wh/m².</summary>
    private const double VentsFrom = -4;

    /// <summary>Heat that a warm body would have to sweat off, W/m².</summary>
    private double Surplus(Worn[] worn, Where at)
    {
        var skin = NeutralSkin(at.Heat) + BodyHeat.MostStored / capacity;
        var lost = Metabolism.Respiratory(at.Heat, at.Climate) + Heat.Conductances.EvaporationBreathable;
        foreach (var part in DayStack.AllParts)
            lost +=
                Parts.BodyShare[part]
                * (skin - at.Climate.AirC)
                * DayStack.Conductance(worn, part, at.Movement, day.Sleeper.GirthCm);
        return at.Heat - lost;
    }

    private static bool IsBare(Worn[] worn)
    {
        var covered = 0.0;
        foreach (var w in worn)
            covered = Math.Max(covered, w.Garment.Cover(Part.Face, w.Opening));
        return covered < 0.5;
    }

    /// <summary>What stays the same in a stretch.</summary>
    private readonly ref struct Stretch(
        Span span,
        Where at,
        Worn[] worn,
        ReadOnlySpan<double> conductance,
        Func<KitItem, double> left,
        bool inBed
    )
    {
        public Span Span { get; } = span;
        public Where At { get; } = at;
        public Worn[] Worn { get; } = worn;
        public ReadOnlySpan<double> Conductance { get; } = conductance;
        public Func<KitItem, double> Left { get; } = left;
        public bool BareFace { get; } = IsBare(worn);
        public bool TightHands { get; } = DayStack.FitOf(worn, Part.Hands).IsTight;
        public bool TightFeet { get; } = DayStack.FitOf(worn, Part.Feet).IsTight;
        public bool Poles { get; } = Work.HoldsPoles(span.Block.Activity);
        public bool InTent { get; } = span.Block.Place == DayPlace.Tent;
        public bool InBed { get; } = inBed;
    }

    private void Minute(
        in Stretch stretch,
        WornColumn column,
        double hour,
        double hours,
        ref double sweat,
        ref double liquid
    )
    {
        var (span, at) = (stretch.Span, stretch.At);
        var conductance = stretch.Conductance;
        sinceChange += hours;
        sinceWork += hours;
        neutral = neutralBefore + (NeutralSkin(at.Heat) - neutralBefore) * Math.Clamp(sinceChange / After, 0, 1);
        var skin = neutral - debt / capacity;
        var air = at.Climate.AirC;
        var made = at.Heat + HeatOfNight.Shivering(Threshold.Comfort.SkinCelsius - debt / capacity);
        var breath = Metabolism.Respiratory(made, at.Climate);
        var vessels = debt - (sinceWork < After ? OpenVessels : 0);
        var (ownHands, ownFeet) = (day.Sleeper.SupplyOf(Part.Hands), day.Sleeper.SupplyOf(Part.Feet));
        var feet = new ExtremityStep(
            conductance[(int)Part.Feet],
            air,
            vessels,
            made,
            Tight: stretch.TightFeet,
            Share: ownFeet
        );
        var held = new ExtremityStep(
            conductance[(int)Part.Hands],
            air,
            vessels,
            made,
            Tight: stretch.TightHands,
            Share: stretch.Poles ? ownHands * Extremity.OnPoles : ownHands
        );
        var hands = work.Step(
            hour - hours,
            fingers,
            new(
                held,
                at.Movement,
                stretch.Worn,
                day.Sleeper.GirthCm,
                stretch.Left,
                ownHands,
                skin,
                stretch.InTent,
                stretch.InBed
            ),
            atHand
        );
        if (work is { Now.Wet: true, On: [.., var outermost] })
            water.Wet(outermost.Garment.Item, HandWork.WetsGlovesPerMinute * 60 * hours);
        Span<double> dry = stackalloc double[6];
        var whole = 0.0;
        for (var part = 0; part < 6; part++)
        {
            var lost =
                (skin - air)
                * ((Part)part == Part.Hands && work.Now is not null ? hands.Conductance : conductance[part]);
            // Hands and feet lose no more than blood brings.
            lost = (Part)part switch
            {
                Part.Hands => Math.Min(lost, Extremity.Hands.Supply(fingers, work.Now is null ? held : hands)),
                Part.Feet => Math.Min(lost, Extremity.Feet.Supply(toes, feet)),
                _ => lost,
            };
            dry[part] = Parts.BodyShare[(Part)part] * lost;
            whole += dry[part];
        }
        // In hundredths of a degree: a skin that hardly changes need not be looked up anew.
        var ends = ColumnEnds.Of(Math.Round(skin, 2), at.Climate);
        const double drySkin = WornColumn.WetSkin / WornColumn.LeastWet;
        var insensible = column.Heat(ends, drySkin);
        var spare = made - breath - whole - insensible;
        var surplus = Math.Max(0, spare - Math.Max(0, debt + BodyHeat.MostStored) / hours);
        var (through, rate) = (drySkin, 0.0);
        if (surplus > 0)
        {
            var needed = insensible + surplus;
            var most = column.Heat(ends, WornColumn.WetSkin);
            var wet = Math.Min(1, needed / most);
            var efficiency = 1 - wet * wet / 2;
            through = column.SkinFor(ends, needed, insensible, most);
            rate = Math.Min(DayLimits.MostSweat, needed / (efficiency * VapourColumn.Evaporation));
            liquid += Math.Max(0, rate - Math.Min(needed, most) / VapourColumn.Evaporation) * area * hours;
        }
        var passed = column.Pass(ends, through, hours, stop);
        sweated += passed.SourceG;
        escaped += passed.EscapedG;
        debt = Math.Max(-BodyHeat.MostStored, debt + hours * (whole + breath + passed.Heat - made));
        fingers = Extremity.Hands.After(fingers, hands, hours);
        toes = Extremity.Feet.After(toes, feet, hours);
        work.Took(hour, fingers);
        sweat += rate * area * hours;
        trace?.Add(
            new(
                hour,
                hours,
                span,
                air,
                at.Wind,
                at.Movement,
                vessels,
                made,
                stretch.Poles,
                stretch.BareFace,
                rate,
                fingers,
                toes,
                skin
            )
        );
        var freezes = stretch.BareFace ? Wind.MinutesToFrostbite(new(air), at.Wind) : null;
        face = freezes is { } minutes
            ? Math.Min(1, face + hours * 60 / minutes)
            : Math.Max(0, face - hours / FaceRecovers);
        if (toItsEnd || span.BlockId is not { } id)
            return;
        var now = new Tally.Reading(debt, fingers, toes, face, rate, at.Heat, air, rate * area * hours);
        if (tallies[id].Take(hour, hours, now, spare))
            tallies[id].Worst = new(hour, made, breath, passed.Heat, Each(dry));
    }

    /// <summary>What is within reach at an hour and not worn.</summary>
    private IEnumerable<Garment> AtHand(double hour) =>
        day.Worn.Where(b => b.AtHand && b.Covers(hour)).Select(b => day.Find(b.ItemId)).OfType<Garment>();

    private void Wear(Worn[] worn)
    {
        foreach (var w in worn)
        {
            var item = w.Garment.Item;
            if (!grams.ContainsKey(item.Id))
                grams[item.Id] = (item, [.. Enumerable.Repeat(day.Morning.GramsOf(item.Id), moments.Count)]);
        }
    }

    private void Note(Span span, Where at, Worn[] worn, ReadOnlySpan<double> conductance, double rate)
    {
        var demand = new Demand(at.Heat, at.Climate.AirC, at.Movement.Wind, at.Climate.Humidity);
        var by = Each(conductance);
        var wet = worn.Sum(w => water.GramsOf(w.Garment.Item.Id));
        foreach (var (id, (_, series)) in grams)
            series.Add(water.GramsOf(id));
        moments.Add(
            new(
                span.FromHour,
                span.ToHour,
                span.BlockId,
                span.IsBreak,
                new(at.Air.AirC),
                new(at.Climate.AirC),
                at.Air.WindMs,
                at.Heat,
                new(Ireq.Required(Strain.Minimal(at.Heat), demand)),
                new(Ireq.Required(Strain.Neutral(at.Heat), demand)),
                new(DayStack.Resultant(p => by[p], at.Movement)),
                debt,
                new(neutral - debt / capacity),
                new(fingers),
                new(toes),
                rate,
                wet,
                DayStack.OpeningOf(worn, Part.Torso)
            )
        );
        if (span.BlockId is { } id2)
            tallies[id2].Base(span.ToHour, Wettest(worn));
    }

    private static ByPart<double> Each(ReadOnlySpan<double> by) =>
        new(
            by[(int)Part.Head],
            by[(int)Part.Face],
            by[(int)Part.Torso],
            by[(int)Part.Hands],
            by[(int)Part.Legs],
            by[(int)Part.Feet]
        );
}
