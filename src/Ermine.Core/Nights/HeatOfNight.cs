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

    /// <summary>The same night so much warmer.</summary>
    public AirOfNight Warmer(double kelvin) => this with { Outside = [.. Outside.Select(t => t + kelvin)] };
}

/// <summary>What stands between the sleeper and the cold from an hour on.</summary>
/// <param name="FromHour">From when.</param>
/// <param name="Stack">What it is.</param>
/// <param name="Where">Shelter and ground.</param>
/// <param name="TightFeet">Something worn squeezes the feet.</param>
public sealed record StackFrom(double FromHour, ThermalStack Stack, Surroundings Where, bool TightFeet = false);

/// <summary>One step of the night. Heat in W per m² of body, mean over the step; state at its end.</summary>
/// <param name="Hour">End of the step.</param>
/// <param name="Outside">Air outside.</param>
/// <param name="Around">Air round the sleeper.</param>
/// <param name="Skin">Mean skin temperature.</param>
/// <param name="Feet">Temperature of the feet.</param>
/// <param name="Debt">Heat debt, Wh/m²; negative is stored.</param>
/// <param name="Made">Heat made asleep and by shivering.</param>
/// <param name="Shivering">Of that, shivering.</param>
/// <param name="Brought">Heat of meals, bottles and warm-ups.</param>
/// <param name="Lost">Heat lost by path.</param>
/// <param name="Vented">Heat let out at the openings.</param>
/// <param name="Sweated">Heat of sweat that venting could not spare.</param>
public sealed record NightStep(
    double Hour,
    Temperature Outside,
    Temperature Around,
    Temperature Skin,
    Temperature Feet,
    double Debt,
    double Made,
    double Shivering,
    double Brought,
    Losses Lost,
    double Vented,
    double Sweated
);

/// <summary>The place of the body that fares worst, and when.</summary>
/// <param name="Region">Which.</param>
/// <param name="Downward">Its underside.</param>
/// <param name="Hour">When it is worst.</param>
/// <param name="Feet">Temperature of the feet then, where it is the feet; null elsewhere.</param>
public sealed record WorstPlace(Region Region, bool Downward, double Hour, Temperature? Feet);

/// <summary>The night played through.</summary>
/// <param name="Verdict">By the lowest skin temperature.</param>
/// <param name="LowestSkin">Lowest mean skin temperature.</param>
/// <param name="LowestFeet">Lowest temperature of the feet.</param>
/// <param name="CoolFrom">Hour from which sleep is restless; null where never.</param>
/// <param name="AwakeFrom">Hour from which the sleeper lies awake shivering; null where never.</param>
/// <param name="FeetColdFrom">Hour from which the feet are under 24 °C; null where never.</param>
/// <param name="FeetAlarmFrom">Hour from which the feet are under 15 °C; null where never.</param>
/// <param name="Worst">The place that fares worst.</param>
/// <param name="SweatG">Sweat that venting could not spare, g over the whole body.</param>
/// <param name="CoolDebt">Heat debt at which sleep turns restless, Wh/m².</param>
/// <param name="AwakeDebt">Heat debt at which the sleeper lies awake, Wh/m².</param>
/// <param name="Steps">Step by step.</param>
public sealed record PlayedNight(
    Verdict Verdict,
    Temperature LowestSkin,
    Temperature LowestFeet,
    double? CoolFrom,
    double? AwakeFrom,
    double? FeetColdFrom,
    double? FeetAlarmFrom,
    WorstPlace Worst,
    double SweatG,
    double CoolDebt,
    double AwakeDebt,
    IReadOnlyList<NightStep> Steps
);

/// <summary>What a night is played with.</summary>
/// <param name="Sleeper">Who sleeps; a stated offset counts as air that much warmer.</param>
/// <param name="Stacks">What is slept in, in order of time; the first from getting in.</param>
/// <param name="Air">Air outside through the night.</param>
/// <param name="Sources">Heat brought.</param>
/// <param name="InHour">Getting in.</param>
/// <param name="UpHour">Getting up, after getting in.</param>
/// <param name="Start">How warm the sleeper gets in.</param>
public sealed record NightToPlay(
    Sleeper Sleeper,
    IReadOnlyList<StackFrom> Stacks,
    AirOfNight Air,
    IReadOnlyList<HeatSource> Sources,
    double InHour,
    double UpHour,
    StartState Start
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
    public const double WhPerGram = Frost.VapourColumn.Evaporation;

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

    /// <summary>Plays the night.</summary>
    public static PlayedNight Play(NightToPlay night)
    {
        var (sleeper, stacks, _, sources, inHour, upHour, _) = night;
        var asleep = Metabolism.Sleeping(sleeper);
        var capacity = 0.97 * sleeper.MassKg / (3 * sleeper.BodyAreaM2);
        var meanAir = MeanAir(night);
        var count = Math.Max(1, (int)Math.Ceiling((upHour - inHour) / Step - 1e-9));
        var steps = new List<NightStep>(count);
        var debt = DebtAt(night.Start);
        var feet = Feet.AtStart(night.Start);
        var sweat = 0.0;
        var current = 0;
        for (var n = 0; n < count; n++)
        {
            var from = inHour + n * Step;
            var to = Math.Min(upHour, from + Step);
            var hours = to - from;
            while (current + 1 < stacks.Count && stacks[current + 1].FromHour <= from + 1e-9)
                current++;
            var (_, stack, where, tight) = stacks[current];
            var outside = new Temperature(night.Air.At((from + to) / 2));
            var around = where.Shelter.AirAround(outside).Celsius + sleeper.StatedOffsetK;
            var ground = where.GroundUnder(stack, stack.Hung ? outside : meanAir).Celsius + sleeper.StatedOffsetK;
            var skin = 33 - debt / capacity;
            var shivering = Shivering(skin);
            var made = asleep + shivering;
            var lost = HeatBalance.Loss(stack, skin, made, around, ground, where.Shelter.Humidity);
            var (brought, atFeet) = (0.0, 0.0);
            foreach (var source in sources)
            {
                var heat = source.Between(from, to) / hours;
                brought += heat;
                if (source.Region == Region.Feet)
                    atFeet += HeatSource.AtItsPlace * heat / Regions.BodyShare.Feet;
            }
            feet = Feet.After(feet, new(stack.Upward.Feet, around, debt, made, atFeet, tight), hours);
            var after = debt + hours * (lost.Total - made - brought);
            var surplus = Math.Max(0, (-MostStored - after) / hours);
            var vented = Math.Min(surplus, MostVenting * Math.Max(0, skin - around));
            debt = Math.Max(-MostStored, after);
            sweat += (surplus - vented) * hours / WhPerGram * sleeper.BodyAreaM2;
            steps.Add(
                new(
                    to,
                    outside,
                    new(around),
                    new(33 - debt / capacity),
                    new(feet),
                    debt,
                    made,
                    shivering,
                    brought,
                    lost,
                    vented,
                    surplus - vented
                )
            );
        }
        var lowest = steps.MinBy(s => s.Skin.Celsius)!.Skin;
        double? First(Func<NightStep, bool> crossed) => steps.FirstOrDefault(crossed)?.Hour;
        return new(
            Verdicts.Of(lowest),
            lowest,
            steps.MinBy(s => s.Feet.Celsius)!.Feet,
            First(s => s.Skin.Celsius < Verdicts.CoolBelow),
            First(s => s.Skin.Celsius < Verdicts.ColdBelow),
            First(s => s.Feet.Celsius < Feet.WarnBelow),
            First(s => s.Feet.Celsius < Feet.AlarmBelow),
            Worst(night, steps, meanAir),
            sweat,
            capacity * (33 - Verdicts.CoolBelow),
            capacity * (33 - Verdicts.ColdBelow),
            steps
        );
    }

    /// <summary>Mean air of the night outside, which decides the ground.</summary>
    public static Temperature MeanAir(NightToPlay night) =>
        new(
            Enumerable.Range(0, 24).Average(n => night.Air.At(night.InHour + n / 23.0 * (night.UpHour - night.InHour)))
        );

    /// <summary>The feet where they turn cold; else the surface that loses most per m², at the coldest step.</summary>
    private static WorstPlace Worst(NightToPlay night, List<NightStep> steps, Temperature meanAir)
    {
        var coldFeet = steps.MinBy(s => s.Feet.Celsius)!;
        if (coldFeet.Feet.Celsius < Feet.WarnBelow)
            return new(Region.Feet, false, coldFeet.Hour, coldFeet.Feet);
        var coldest = steps.MinBy(s => s.Around.Celsius)!;
        var (_, stack, where, _) = night.Stacks.Last(s => s.FromHour <= coldest.Hour || s == night.Stacks[0]);
        var ground = where.GroundUnder(stack, stack.Hung ? coldest.Outside : meanAir).Celsius;
        var worst = Regions
            .All.SelectMany(r =>
                new[]
                {
                    (Region: r, Down: false, Density: stack.Upward[r] * (coldest.Skin - coldest.Around).Kelvin),
                    (Region: r, Down: true, Density: stack.Downward[r] * (coldest.Skin.Celsius - ground)),
                }
            )
            .MaxBy(p => p.Density);
        return new(worst.Region, worst.Down, coldest.Hour, null);
    }
}
