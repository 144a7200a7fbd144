using Ermine.Core.Sleepers;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Nights;

/// <summary>The air of a night, hour by hour.</summary>
/// <param name="FromHour">Hour of the first reading, from the midnight before the evening.</param>
/// <param name="Outside">Air outside at that hour and each hour after it, °C; between readings it changes evenly.</param>
public sealed record AirOfNight(double FromHour, IReadOnlyList<double> Outside)
{
    /// <summary>Air outside at an hour, °C; before the first and after the last reading as that reading.</summary>
    public double At(double hour)
    {
        var x = Math.Clamp(hour - FromHour, 0, Outside.Count - 1);
        var i = (int)Math.Min(x, Outside.Count - 2);
        return Outside.Count == 1 ? Outside[0] : Outside[i] + (x - i) * (Outside[i + 1] - Outside[i]);
    }
}

/// <summary>What stands between the sleeper and the cold from an hour on.</summary>
/// <param name="FromHour">From when.</param>
/// <param name="Stack">What it is.</param>
public sealed record StackFrom(double FromHour, ThermalStack Stack);

/// <summary>Heat brought to the sleeper from an hour on, dying away or even.</summary>
/// <param name="FromHour">From when.</param>
/// <param name="Hours">How long an even source lasts, h; the time in which a dying one falls to 1/e.</param>
/// <param name="WattsPerM2">Its strength at the start, W per m² of body.</param>
/// <param name="DiesAway">Falls off exponentially.</param>
public sealed record HeatSource(double FromHour, double Hours, double WattsPerM2, bool DiesAway)
{
    /// <summary>Heat of a step, Wh/m².</summary>
    public double Between(double from, double to)
    {
        var (a, b) = (Math.Max(from, FromHour) - FromHour, to - FromHour);
        if (!DiesAway)
            b = Math.Min(b, Hours);
        if (b <= a)
            return 0;
        return DiesAway ? WattsPerM2 * Hours * (Math.Exp(-a / Hours) - Math.Exp(-b / Hours)) : WattsPerM2 * (b - a);
    }
}

/// <summary>One step of the night. Heat in W per m² of body, mean over the step; state at its end.</summary>
/// <param name="Hour">End of the step.</param>
/// <param name="Outside">Air outside.</param>
/// <param name="Around">Air round the sleeper.</param>
/// <param name="Skin">Mean skin temperature.</param>
/// <param name="Debt">Heat debt, Wh/m²; negative is stored.</param>
/// <param name="Made">Heat made asleep and by shivering.</param>
/// <param name="Shivering">Of that, shivering.</param>
/// <param name="Brought">Heat of meals, bottles and warm-ups.</param>
/// <param name="Lost">Heat lost through layers, leaks, breath and skin vapour.</param>
/// <param name="Vented">Heat let out at the openings.</param>
/// <param name="Sweated">Heat of sweat that venting could not spare.</param>
public sealed record NightStep(
    double Hour,
    Temperature Outside,
    Temperature Around,
    Temperature Skin,
    double Debt,
    double Made,
    double Shivering,
    double Brought,
    double Lost,
    double Vented,
    double Sweated
);

/// <summary>The night played through.</summary>
/// <param name="Verdict">By the lowest skin temperature.</param>
/// <param name="LowestSkin">Lowest mean skin temperature.</param>
/// <param name="CoolFrom">Hour from which sleep is restless; null where never.</param>
/// <param name="AwakeFrom">Hour from which the sleeper lies awake shivering; null where never.</param>
/// <param name="SweatG">Sweat that venting could not spare, g over the whole body.</param>
/// <param name="CoolDebt">Heat debt at which sleep turns restless, Wh/m².</param>
/// <param name="AwakeDebt">Heat debt at which the sleeper lies awake, Wh/m².</param>
/// <param name="Steps">Step by step.</param>
public sealed record PlayedNight(
    Verdict Verdict,
    Temperature LowestSkin,
    double? CoolFrom,
    double? AwakeFrom,
    double SweatG,
    double CoolDebt,
    double AwakeDebt,
    IReadOnlyList<NightStep> Steps
);

/// <summary>
/// Plays a night in steps of ten minutes: what is lost and not made becomes heat debt, which cools the skin
/// (a third of the body's heat capacity, assumption); verdicts by heat debt after Goldman.
/// </summary>
public static class HeatOfNight
{
    /// <summary>Step, h.</summary>
    public const double Step = 1.0 / 6;

    /// <summary>Most heat a sleeper stores before it must go, Wh/m² (assumption).</summary>
    public const double MostStored = 8;

    /// <summary>Most that openings let out, W/m²K (assumption).</summary>
    public const double MostVenting = 2;

    /// <summary>Evaporation heat of water, Wh/g.</summary>
    public const double WhPerGram = 0.68;

    /// <summary>Heat debt at getting in, Wh/m² (assumption).</summary>
    public static double DebtAt(StartState start) =>
        start switch
        {
            StartState.Warmed => -MostStored,
            StartState.Chilled => 10,
            _ => 0,
        };

    /// <summary>Shivering at a skin temperature, W/m² (assumption).</summary>
    public static double Shivering(double skin) => 15 * Math.Clamp((29 - skin) / 4.2, 0, 1);

    /// <summary>Heat of a meal: 6 % of it over five hours, at most 4 W/m² (assumption).</summary>
    public static HeatSource Meal(double hour, double kcal, Sleeper sleeper) =>
        new(hour, 5, Math.Min(4, 0.06 * kcal * 1.163 / 5 / sleeper.BodyAreaM2), DiesAway: false);

    /// <summary>Heat of a bottle: 80 % of what it holds above 33 °C, falling to 1/e in three hours (assumption).</summary>
    public static HeatSource HotBottle(double hour, double litres, double waterC, Sleeper sleeper) =>
        new(hour, 3, 0.8 * 1.163 * litres * Math.Max(0, waterC - 33) / 3 / sleeper.BodyAreaM2, DiesAway: true);

    /// <summary>Heat of a warm-up in the bag: 120 W/m² for five minutes (assumption).</summary>
    public static HeatSource WarmUp(double hour) => new(hour, 5.0 / 60, 120, DiesAway: false);

    /// <summary>The heat that something done brings: one source, or none.</summary>
    public static IEnumerable<HeatSource> SourcesOf(NightEvent done, Sleeper sleeper) =>
        done.Kind switch
        {
            NightEventKind.Meal => [Meal(done.Hour, done.Kcal ?? 0, sleeper)],
            NightEventKind.HotBottle => [HotBottle(done.Hour, done.Litres ?? 0, done.WaterC ?? 33, sleeper)],
            NightEventKind.WarmUp => [WarmUp(done.Hour)],
            _ => [],
        };

    /// <summary>Plays the night.</summary>
    /// <param name="sleeper">Who sleeps; a stated offset counts as air that much warmer.</param>
    /// <param name="stacks">What is slept in, in order of time; the first from getting in.</param>
    /// <param name="where">Shelter and ground.</param>
    /// <param name="air">Air outside through the night.</param>
    /// <param name="ground">Ground under the pads, °C, the same all night.</param>
    /// <param name="sources">Heat brought.</param>
    /// <param name="inHour">Getting in.</param>
    /// <param name="upHour">Getting up, after getting in.</param>
    /// <param name="debt">Heat debt at getting in, Wh/m², at or above −<see cref="MostStored"/>.</param>
    public static PlayedNight Play(
        Sleeper sleeper,
        IReadOnlyList<StackFrom> stacks,
        Surroundings where,
        AirOfNight air,
        double ground,
        IReadOnlyList<HeatSource> sources,
        double inHour,
        double upHour,
        double debt
    )
    {
        var asleep = Metabolism.Sleeping(sleeper);
        var capacity = 0.97 * sleeper.MassKg / (3 * sleeper.BodyAreaM2);
        var count = Math.Max(1, (int)Math.Ceiling((upHour - inHour) / Step - 1e-9));
        var steps = new List<NightStep>(count);
        double? cool = null;
        double? awake = null;
        var sweat = 0.0;
        for (var n = 0; n < count; n++)
        {
            var from = inHour + n * Step;
            var to = Math.Min(upHour, from + Step);
            var hours = to - from;
            var outside = new Temperature(air.At((from + to) / 2));
            var around = where.Shelter.AirAround(outside) + new TemperatureDifference(sleeper.StatedOffsetK);
            var skin = 33 - debt / capacity;
            var shivering = Shivering(skin);
            var stack = stacks.Last(s => s.FromHour <= from + 1e-9 || s == stacks[0]).Stack;
            var lost = HeatBalance.Loss(
                stack,
                skin,
                asleep + shivering,
                around.Celsius,
                ground + sleeper.StatedOffsetK,
                where.Shelter.Humidity
            );
            var brought = sources.Sum(s => s.Between(from, to)) / hours;
            var after = debt + hours * (lost - asleep - shivering - brought);
            var surplus = Math.Max(0, (-MostStored - after) / hours);
            var vented = Math.Min(surplus, MostVenting * Math.Max(0, skin - around.Celsius));
            debt = Math.Max(-MostStored, after);
            skin = 33 - debt / capacity;
            sweat += (surplus - vented) * hours / WhPerGram * sleeper.BodyAreaM2;
            cool ??= skin < Verdicts.CoolBelow ? to : null;
            awake ??= skin < Verdicts.ColdBelow ? to : null;
            steps.Add(
                new(
                    to,
                    outside,
                    around,
                    new(skin),
                    debt,
                    asleep + shivering,
                    shivering,
                    brought,
                    lost,
                    vented,
                    surplus - vented
                )
            );
        }
        var lowest = steps.Min(s => s.Skin.Celsius);
        return new(
            Verdicts.Of(new(lowest)),
            new(lowest),
            cool,
            awake,
            sweat,
            capacity * (33 - Verdicts.CoolBelow),
            capacity * (33 - Verdicts.ColdBelow),
            steps
        );
    }
}
