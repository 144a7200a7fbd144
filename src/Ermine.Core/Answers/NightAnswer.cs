using Ermine.Core.Body;
using Ermine.Core.Forecasts;
using Ermine.Core.Frost;
using Ermine.Core.Ground;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Rules;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Answers;

/// <summary>One night, answered with its reasons.</summary>
/// <param name="NightId">The night.</param>
/// <param name="Weather">What it is planned for; null while no low is known.</param>
/// <param name="Comfort">Coldest air outside in which comfort holds.</param>
/// <param name="Limit">Coldest air outside in which the limit holds.</param>
/// <param name="Extreme">Coldest air outside in which the extreme holds.</param>
/// <param name="Holds">What body and feet hold to; the worse of the two leads.</param>
/// <param name="Stricter">A stricter line for the young and the old; null for others.</param>
/// <param name="Margin">Low planned for over what it holds to: positive is to spare, negative is short. Null while either is unknown.</param>
/// <param name="Verdict">By the hours, and never better than the low allows: below the limit at least cool, below the extreme no-go. Null while no low is known or nothing is laid out.</param>
/// <param name="Offset">How much warmer or colder than the model this person sleeps, K, and how closely that is known: ± its standard deviation.</param>
/// <param name="Hours">The night hour by hour at the low planned for; null while no low is known or nothing is laid out.</param>
/// <param name="Frost">Its vapour and frost; null where the hours are.</param>
/// <param name="HeatMade">Sleeping heat, W/m².</param>
/// <param name="HeatLost">Loss at the low planned for with comfortable skin, W/m².</param>
/// <param name="Terms">That loss by where it goes, largest first.</param>
/// <param name="Weakest">The surface through which most is lost per m²; null where there is none.</param>
/// <param name="Swings">What moves the margin, most first; empty for nights that are only listed.</param>
/// <param name="Cut">The cut at the low planned for.</param>
/// <param name="Items">Every thing with what it keeps in this stack.</param>
/// <param name="MassG">Grams of the system.</param>
/// <param name="WindAtSleeperMs">Wind at the sleeper, m/s.</param>
/// <param name="ReliesOn">Things for the day or in reserve that this night counts on, and how.</param>
/// <param name="Assumed">What was taken for granted.</param>
/// <param name="Cautions">What can hurt.</param>
public sealed record NightAnswer(
    Guid NightId,
    NightWeather? Weather,
    HoldsTo Comfort,
    HoldsTo Limit,
    HoldsTo Extreme,
    BodyAndFeet Holds,
    StricterLine? Stricter,
    TemperatureDifference? Margin,
    Verdict? Verdict,
    Known Offset,
    PlayedNight? Hours,
    FrostNight? Frost,
    double HeatMade,
    double HeatLost,
    IReadOnlyList<LossTerm> Terms,
    LossTerm? Weakest,
    IReadOnlyList<Swing> Swings,
    Cut Cut,
    IReadOnlyList<PlacedItem> Items,
    double MassG,
    double WindAtSleeperMs,
    IReadOnlyList<string> ReliesOn,
    IReadOnlyList<string> Assumed,
    IReadOnlyList<Caution> Cautions
);

/// <summary>A line for those whom cold takes faster, beside the answer.</summary>
/// <param name="Outside">Outside low to plan with.</param>
/// <param name="Why">For whom and how it was drawn.</param>
public sealed record StricterLine(Temperature Outside, string Why);

/// <summary>Puts the answer of a night together with its reasons.</summary>
public static class NightAnswers
{
    /// <summary>Feet that hold so much further than the body do not lead, whichever single input is moved, K.</summary>
    private const double FeetAreFar = 8;

    /// <summary>Nights under which what they give is not to be built on (assumption).</summary>
    private const int FewNights = 3;

    /// <summary>Every night, each without what is only shown of the night that is looked at.</summary>
    public static IReadOnlyList<NightAnswer> All(TripRun run) =>
        [.. Enumerable.Range(0, run.Count).Select(n => Line(run, n))];

    /// <summary>One night whole.</summary>
    /// <param name="run">The trip.</param>
    /// <param name="night">Which night, from 0.</param>
    public static NightAnswer Whole(TripRun run, int night)
    {
        var answer = Line(run, night);
        answer = answer with { Holds = BodyAndFeet.Of(answer.Holds.Body, run.LinesOf(night)?.Feet) };
        if (answer.Holds.Together.Outside is not { } holds || answer.Items.Count == 0)
            return answer;
        var (system, bedtime, water) = (run.SystemOf(night), run.BedtimeOf(night), run[night].EveningWater);
        // No input moves the body past feet that hold so much further.
        var feetFar = answer.Holds.Feet?.ColderThan(answer.Holds.Body) is { Kelvin: > FeetAreFar };
        return answer with { Swings = Sensitivity.Of(answer.Weather, holds, run.Model.Sleeper.Offset, With) };

        Temperature? With(Variation moved) =>
            feetFar
                ? run.Model.Holds(night, system, water, moved).Outside
                : run.Model.HoldsTogether(night, system, bedtime, water, moved).Together.Outside;
    }

    /// <summary>One night without what is only shown of the night that is looked at.</summary>
    internal static NightAnswer Line(TripRun run, int night)
    {
        var (context, model, lived) = (run.Context, run.Model, run[night]);
        var (system, bedtime, weather) = (run.SystemOf(night), run.BedtimeOf(night), context.Weather(night));
        var (stack, where) = model.Lay(night, system, lived.EveningWater);
        var comfort = model.Holds(stack, Threshold.Comfort, where);
        var limit = model.Holds(stack, Threshold.Limit, where);
        var extreme = model.Holds(stack, Threshold.Extreme, where);
        var holds = run.LinesOf(night)?.Beside(comfort.Line()) ?? BodyAndFeet.Of(comfort.Line(), null);
        var verdict = NightModel.VerdictOf(lived.Slept);
        var warmth = Warmth.Of(model.Sleeper);
        var low = weather?.Low.PlanFor;
        var climate = where.ClimateAt(low ?? comfort.Outside ?? new Temperature(0), stack.Thermal.Hung);
        var terms = HeatBalance.Terms(stack.Thermal, Threshold.Comfort.SkinCelsius, warmth.SleepingHeat, climate);
        var subject = new NightSubject(run, night, system, bedtime, stack, where, comfort, limit, holds, verdict);
        return new(
            run.Trip.Nights[night].Id,
            weather,
            comfort,
            limit,
            extreme,
            holds,
            Stricter(run, night, holds),
            holds.Together.MarginAt(low),
            verdict,
            model.Sleeper.Offset,
            lived.Slept.Hours,
            lived.Slept.Frost,
            warmth.SleepingHeat,
            terms.Sum(t => t.WattsPerM2),
            terms,
            terms.Where(t => t.Region is not null).MaxBy(t => t.Density),
            [],
            Strata.Of(stack, new(Threshold.Comfort.SkinCelsius), new(climate.AirC), new(climate.GroundC)),
            stack.Items,
            system.ThingsIn(run.Closet).Sum(t => t.MassG),
            stack.Layers.Wind,
            [.. ReliesOn(run, system, bedtime)],
            [.. LeftOut(run, system), .. context.AssumedOfWeather(night), .. Assumed(run, night, where, weather)],
            stack.Items.Count > 0 ? NightRules.Check(subject) : []
        );
    }

    private static StricterLine? Stricter(TripRun run, int night, BodyAndFeet holds)
    {
        var sleeper = run.Model.Sleeper;
        if (holds.Together.Outside is not { } line)
            return null;
        if (sleeper.AgeYears > NightRules.OldFrom)
            return new(
                line + new TemperatureDifference(NightRules.InHandOverSixty),
                $"Over sixty: {NightRules.InHandOverSixty:0} K kept in hand."
            );
        if (sleeper.AgeYears >= Metabolism.AdultFrom)
            return null;
        var grown = new NightModel(run.Context, sleeper with { AgeYears = Metabolism.AdultFrom });
        var adult = grown.Holds(night, run.SystemOf(night), run[night].EveningWater).Outside;
        return new(
            line,
            $"Under eighteen at most {Metabolism.CeilingUnder18:0} W/m² of heat are credited"
                + (
                    adult is { } at && line - at is { Kelvin: > 0.05 } less
                        ? $": {less.Kelvin:0.0} K stricter than for a grown body of this size."
                        : "."
                )
        );
    }

    private static IEnumerable<string> ReliesOn(TripRun run, SleepSystem system, Bedtime bedtime)
    {
        var (along, closet) = (run.Outfit.Along, run.Closet);
        foreach (var id in along.Where(system.Has))
        {
            if (closet.Find(id) is { } worn)
                yield return $"{worn.Name} is counted in from the start: it must come to bed dry.";
        }
        foreach (var put in bedtime.Events.Where(e => e.Kind == NightEventKind.PutOn && e.ItemId is not null))
        {
            if (closet.Find(put.ItemId!.Value) is { } kept)
                yield return $"{kept.Name} is held back for the cold hours and counts only from then on.";
        }
        foreach (var id in along)
        {
            var used = system.Has(id) || bedtime.Events.Any(e => e.ItemId == id);
            if (!used && closet.Find(id) is { Kind: ItemKind.Garment, IsHeadwear: false } kept)
                yield return $"{kept.Name} comes along and is not counted: it is the reserve.";
        }
    }

    /// <summary>A thing that is laid out and not in the closet counts for nothing, which is the colder side.</summary>
    private static IEnumerable<string> LeftOut(TripRun run, SleepSystem system)
    {
        if (system.Layers.Count - system.ThingsIn(run.Closet).Count() is > 0 and var missing)
            yield return missing == 1
                ? "One thing laid out here cannot be read and is left out."
                : $"{missing} things laid out here cannot be read and are left out.";
    }

    private static IEnumerable<string> Assumed(TripRun run, int night, Surroundings where, NightWeather? weather)
    {
        yield return "The night's mean air is taken as cold as its low, so the ground counts on the cold side.";
        yield return $"Humidity of the air breathed: {100 * where.Shelter.Humidity:0} %.";
        if (weather is { Dampness: > 0 })
            yield return $"In wet cold everything takes up damp: {100 * weather.Dampness:0} % of its weight was counted.";
        else
            yield return "As lofty as the kit list says, less the frost and damp that things have gathered on the trip.";
        if (where.Surface == Surface.Glacier)
            yield return $"Mean annual air on the glacier: {where.GlacierMeanAnnual:0} °C.";
        if (run.Model.Sleeper.Offset is { Count: > 0 } own)
            yield return $"From {Said.Nights(own.Count)} of one's own: {Said.Warmer(own.Mean)}, ±{own.Sd:0.0} K. It takes the place of ±{KnownBody.OffsetPriorK:0} K."
                + (
                    own.Count < FewNights && own.Mean > run.Model.Sleeper.StatedOffsetK
                        ? " So few nights are little to build on: keep in hand what they seem to give."
                        : ""
                );
        else if (run.Model.Sleeper.StatedOffsetK != 0)
            yield return "The sleeper's own statement of sleeping warm or cold moves the answer; nothing has been measured yet.";
        var nights = run.Trip.Nights;
        if (night > 0 && nights[night].Date.DayNumber - nights[night - 1].Date.DayNumber is > 1 and var days)
            yield return $"The {days - 1} days since the night before are not on the trip and count as rest.";
    }
}
