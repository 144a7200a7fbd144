using Ermine.Core.Air;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Sleepers;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Nights;

/// <summary>Answers the nights of a trip for one sleeper, one closet and one forecast.</summary>
public sealed class NightPlanner(Sleeper sleeper, Closet closet, ForecastSeries? forecast)
{
    /// <summary>How far sleepers differ from the model, K either way: one standard deviation of the prior on a person (assumption).</summary>
    public const double BandK = 4;

    /// <summary>Holding further below the main item's label than this is beyond what was tested, K.</summary>
    public const double TestedBelowLabel = 10;

    /// <summary>Holding below this is beyond what was tested, °C.</summary>
    public const double TestedTo = -50;

    /// <summary>Above this a night counts as wet cold, °C (assumption).</summary>
    public const double WetColdAbove = -5;

    private readonly double heat = Metabolism.Sleeping(sleeper);

    /// <summary>Answers every night.</summary>
    public IReadOnlyList<NightPlan> Plan(Trip trip) => [.. trip.Nights.Select((_, index) => Plan(trip, index))];

    /// <summary>Answers one night.</summary>
    /// <param name="trip">The trip.</param>
    /// <param name="index">Which night, from 0.</param>
    public NightPlan Plan(Trip trip, int index)
    {
        var night = trip.Nights[index];
        var assumed = new List<string>();
        var weather = Weather(trip, index, assumed);
        var system = trip.SystemOf(night);
        var where = Where(night, weather);
        var stack = Build(system, night, weather);

        var comfort = Solve(stack.Thermal, Threshold.Comfort, where);
        var limit = Solve(stack.Thermal, Threshold.Limit, where);
        var extreme = Solve(stack.Thermal, Threshold.Extreme, where);
        var low = weather?.Low.PlanFor;
        var drawnAt = low ?? comfort.Outside ?? new Temperature(0);
        var around = where.Shelter.AirAround(drawnAt);
        var ground = GroundTemperature.Of(where.Surface, drawnAt);
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
        var hours = low is not null && laidOut ? Play(trip, index, system, weather!, where) : null;
        var verdict = hours is null
            ? (Verdict?)null
            : Verdicts.Worse(hours.Verdict, Verdicts.AtBest(low!.Value, limit, extreme));
        Assume(assumed, night, where);

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
            Weakest(terms),
            Levers(stack.Thermal, where, comfort),
            Strata.Of(stack, skin, around, ground),
            stack.Items,
            closet.MassOf(system),
            stack.Wind,
            assumed,
            laidOut ? Cautions(night, stack, comfort, verdict, low is { } l && !limit.In(l)) : []
        );
    }

    /// <summary>Comfort of a system on one night, without the rest of the answer: the quick question that choosing asks many times.</summary>
    public Temperature? Comfort(Trip trip, int index, SleepSystem system)
    {
        var night = trip.Nights[index];
        var weather = Weather(trip, index, []);
        return Solve(Build(system, night, weather).Thermal, Threshold.Comfort, Where(night, weather)).Outside;
    }

    private BuiltStack Build(SleepSystem system, Night night, NightWeather? weather) =>
        StackBuilder.Build(
            closet.Resolve(system),
            system.UnderGap,
            sleeper.GirthCm,
            Wind.AtSleeper(weather?.WindMs ?? 0, Where(night, weather).Shelter.WindFactor)
        );

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
            Ground = GroundTemperature.Of(where.Surface, own),
        };
    }

    private static Surroundings Where(Night night, NightWeather? weather) =>
        new(
            night.Surface,
            new(
                night.Shelter,
                night.Sleepers,
                night.VentsOpen,
                (weather?.CloudFraction ?? 0) < DesignLows.ClearBelow,
                weather?.WindMs ?? 0
            )
        );

    private NightWeather? Weather(Trip trip, int index, List<string> assumed)
    {
        var night = trip.Nights[index];
        var read = forecast?.Night(night.Date, night.ElevationM);
        if (night.TypedLowC is null && read is null)
            return null;
        var typed = night.TypedLowC is not null;
        if (typed && read is null)
            assumed.Add("The age of a typed low is not known; the first night was taken as one day ahead.");
        if (!typed && forecast!.ElevationM is null)
            assumed.Add("The forecast does not say its elevation; the camp's was taken.");
        if (!typed && !forecast!.CoversDawn(night.Date))
            assumed.Add("The forecast does not cover dawn, when it is coldest: the real low may be lower.");

        var wind = night.TypedWindMs ?? read?.WindMs;
        var low = DesignLows.Of(
            new(
                typed ? new(night.TypedLowC!.Value) : read!.Low,
                read?.DaysAhead ?? index + 1,
                typed ? night.ElevationM : read!.ForecastElevationM,
                night.TypedCloud ?? read?.CloudFraction,
                wind
            ),
            night.Terrain,
            night.ElevationM,
            trip.Trust
        );
        assumed.AddRange(low.Assumed);
        return new(
            low,
            night.TypedHighC is { } high ? new(high) : forecast?.DayHigh(night.Date.AddDays(1)),
            read?.DaysAhead ?? index + 1,
            wind,
            night.TypedCloud ?? read?.CloudFraction,
            wind is { } w ? Wind.Chill(low.PlanFor, w) : null,
            wind is { } v ? Wind.MinutesToFrostbite(low.PlanFor, v) : null,
            low.PlanFor.Celsius > WetColdAbove
        );
    }

    private PlayedNight Play(Trip trip, int index, SleepSystem system, NightWeather weather, Surroundings where)
    {
        var night = trip.Nights[index];
        var evening = night.EveningOrPlain;
        var air = AirThrough(night, weather);
        var stacks = new List<StackFrom> { new(evening.InHour, Build(system, night, weather).Thermal) };
        var now = system;
        foreach (var done in evening.Events.OrderBy(e => e.Hour))
        {
            if (done.Kind == NightEventKind.PutOn && done.ItemId is { } id && now.Layers.All(l => l.ItemId != id))
                now = now with { Layers = [.. now.Layers, new(id, Closure.Closed)] };
            if (done.Kind == NightEventKind.CloseUp)
                now = now with { Layers = [.. now.Layers.Select(l => l with { Closure = Closure.Closed })] };
            if (done.Kind is NightEventKind.PutOn or NightEventKind.CloseUp)
                stacks.Add(new(done.Hour, Build(now, night, weather).Thermal));
        }
        var mean = Enumerable
            .Range(0, 24)
            .Average(n => air.At(evening.InHour + n / 23.0 * (evening.UpHour - evening.InHour)));
        return HeatOfNight.Play(
            sleeper,
            stacks,
            where,
            air,
            GroundTemperature.Of(night.Surface, new(mean)).Celsius,
            [.. evening.Events.SelectMany(e => HeatOfNight.SourcesOf(e, sleeper))],
            evening.InHour,
            evening.UpHour,
            HeatOfNight.DebtAt(evening.Start)
        );
    }

    /// <summary>The forecast's own hours where it covers the night, else a cosine; both moved so that their coldest is the low planned for.</summary>
    private AirOfNight AirThrough(Night night, NightWeather weather)
    {
        var (from, to) = (Math.Floor(night.EveningOrPlain.InHour), Math.Ceiling(night.EveningOrPlain.UpHour));
        var hours = night.TypedLowC is null ? forecast?.Hourly(night.Date, from, to) : null;
        hours ??= Diurnal.Hours(
            weather.Low.PlanFor.Celsius,
            (weather.High ?? weather.Low.PlanFor + Diurnal.SwingIfUnknown).Celsius,
            from,
            to
        );
        var shift = weather.Low.PlanFor.Celsius - hours.Min();
        return new(from, [.. hours.Select(t => t + shift)]);
    }

    private static LossTerm? Weakest(IReadOnlyList<LossTerm> terms)
    {
        var surfaces = terms.Where(t => t.Region is not null).ToList();
        return surfaces.MaxBy(t => t.Density);
    }

    private List<Lever> Levers(ThermalStack thermal, Surroundings where, HoldsTo comfort)
    {
        static ByRegion<double> Thicker(ByRegion<double> conductance, double by, Func<Region, bool> at) =>
            conductance.Map((region, k) => at(region) ? 1 / (1 / k + by) : k);
        const double clo = Insulation.SIPerClo;
        (string What, ThermalStack Changed)[] tried =
        [
            (
                "one more clo over torso, legs and feet",
                thermal with
                {
                    Upward = Thicker(thermal.Upward, clo, r => r != Region.Head),
                }
            ),
            (
                "one more clo over the head",
                thermal with
                {
                    Upward = Thicker(thermal.Upward, clo, r => r == Region.Head),
                }
            ),
            (
                "one more R under the body",
                thermal with
                {
                    Downward = Thicker(thermal.Downward, Insulation.SIPerR, _ => true),
                }
            ),
            ("every leak closed", thermal with { Leakage = 0 }),
            (
                "a vapour barrier",
                thermal with
                {
                    SkinEvaporation = Math.Min(thermal.SkinEvaporation, ThermalStack.EvaporationBarrier),
                }
            ),
        ];
        var levers = new List<Lever>();
        foreach (var (what, changed) in tried)
        {
            var then = Solve(changed, Threshold.Comfort, where).Outside;
            if (comfort.Outside - then is { Kelvin: > 0.05 } gain)
                levers.Add(new(what, gain));
        }
        return [.. levers.OrderByDescending(l => l.Gain.Kelvin)];
    }

    private void Assume(List<string> assumed, Night night, Surroundings where)
    {
        assumed.Add("The night's mean air is taken as cold as its low, so the ground counts on the cold side.");
        assumed.Add(
            where.Shelter.IsClosed
                ? "Humidity of the air breathed: 95 %, as in a closed shelter."
                : "Humidity of the air breathed: 80 %."
        );
        assumed.Add("Mouth and nose stay outside the bag; hood and collar are used as set on the cut.");
        assumed.Add(
            "Everything is dry and as lofty as the kit list says. Frost and damp come off these numbers from night to night."
        );
        if (night.Surface == Surface.Glacier)
            assumed.Add("Mean annual air on the glacier: −15 °C.");
        if (sleeper.StatedOffsetK != 0)
            assumed.Add(
                "The sleeper's own statement of sleeping warm or cold moves the answer; nothing has been measured yet."
            );
    }

    private List<Caution> Cautions(Night night, BuiltStack stack, HoldsTo comfort, Verdict? verdict, bool belowLimit)
    {
        var cautions = new List<Caution>();
        if (verdict == Verdict.NoGo)
            cautions.Add(
                new(true, "Below the extreme line: hypothermia and frostbite are likely. Do not go with this system.")
            );
        else if (verdict == Verdict.Cold || belowLimit)
            cautions.Add(
                new(
                    true,
                    "Below the limit in the coldest hours: shivering, and harm is possible. Not a night to plan for."
                )
            );
        if (stack.Items.All(i => i.Item.Kind != ItemKind.Pad))
            cautions.Add(new(true, "No pad: the ground takes the heat whatever lies on top."));
        if (stack.Items.All(i => i.Item.Kind == ItemKind.Pad || i.Local.Head == 0))
            cautions.Add(new(true, "Nothing covers the head. A quilt or an open bag needs a separate hood or hat."));
        if (sleeper.AgeYears > 60)
            cautions.Add(
                new(false, "Over sixty the body answers cold more slowly: keep 3 °C in hand beyond this margin.")
            );
        if (sleeper.AgeYears < 18)
            cautions.Add(
                new(
                    false,
                    "Children are not small adults: less heat is credited here, and someone must check on them at night."
                )
            );
        if (comfort.Outside is { } holds && BeyondTested(stack, holds))
            cautions.Add(new(false, "Beyond what was tested: read this answer as a direction, not a number."));
        if (night.Shelter is Shelter.SingleWall or Shelter.DoubleWall or Shelter.SnowShelter)
            cautions.Add(
                new(
                    false,
                    "A stove or any flame in a closed shelter makes carbon monoxide: keep a vent open while it burns."
                )
            );
        return cautions;
    }

    private static bool BeyondTested(BuiltStack stack, Temperature holds)
    {
        var main = stack.Items.Where(i => i.Item.IsTopLayer).OrderByDescending(i => i.Dry).FirstOrDefault();
        var label = main is null ? null : Labels.Promise(new(main.Dry)).Comfort;
        return holds.Celsius < TestedTo || label is { } l && holds.Celsius < l.Celsius - TestedBelowLabel;
    }
}
