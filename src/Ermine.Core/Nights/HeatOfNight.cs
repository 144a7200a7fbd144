using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Ground;
using Ermine.Core.Heat;
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

    /// <summary>Coldest air outside between two hours, °C.</summary>
    public double Lowest(double from, double to)
    {
        var lowest = Math.Min(At(from), At(to));
        for (var i = 0; i < Outside.Count; i++)
        {
            if (FromHour + i > from && FromHour + i < to)
                lowest = Math.Min(lowest, Outside[i]);
        }
        return lowest;
    }
}

/// <summary>What stands between the sleeper and the cold from an hour on.</summary>
/// <param name="FromHour">From when.</param>
/// <param name="Stack">What it is.</param>
/// <param name="Where">Shelter and ground.</param>
/// <param name="TightFeet">Something worn squeezes the feet.</param>
public sealed record StackFrom(double FromHour, Conductances Stack, Surroundings Where, bool TightFeet = false);

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
/// <param name="Verdict">The worse of body and feet.</param>
/// <param name="Body">By the lowest skin temperature; hot where sweat wets.</param>
/// <param name="Feet">By the feet alone.</param>
/// <param name="LowestSkin">Lowest mean skin temperature.</param>
/// <param name="LowestFeet">Lowest temperature of the feet.</param>
/// <param name="SettledFeet">The same once two hours have passed: from 20 °C on they hold.</param>
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
    Verdict Body,
    Verdict Feet,
    Temperature LowestSkin,
    Temperature LowestFeet,
    Temperature SettledFeet,
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
/// <param name="Sleeper">Who sleeps; a stated offset moves the night that is felt.</param>
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
    BodyHeat Start
)
{
    /// <summary>The coldest air outside in which each of the stacks is slept in; hours are taken whole, on the colder side.</summary>
    public IEnumerable<(int Stack, Temperature Low)> Coldest()
    {
        for (var i = 0; i < Stacks.Count; i++)
        {
            var from = Math.Max(InHour, Stacks[i].FromHour);
            var to = i + 1 < Stacks.Count ? Stacks[i + 1].FromHour : UpHour;
            if (to > from)
                yield return (i, new(Air.Lowest(Math.Floor(from), Math.Ceiling(to))));
        }
    }
}

/// <summary>
/// Plays a night in steps of ten minutes: what is lost and not made becomes heat debt, which cools the skin
/// (a third of the body's heat capacity, assumption); verdicts by heat debt after Goldman.
/// </summary>
public static class HeatOfNight
{
    /// <summary>Step, h.</summary>
    public const double Step = 1.0 / 6;

    /// <summary>Most that openings let out, W/m²K (assumption).</summary>
    public const double MostVenting = 2;

    /// <summary>Evaporation heat of water, Wh/g.</summary>
    public const double WhPerGram = Frost.VapourColumn.Evaporation;

    /// <summary>Shivering at a skin temperature, W/m² (assumption).</summary>
    public static double Shivering(double skin) => 15 * Math.Clamp((29 - skin) / 4.2, 0, 1);

    /// <summary>Plays the night.</summary>
    public static PlayedNight Play(NightToPlay night)
    {
        Span<Moment> moments = stackalloc Moment[Count(night)];
        Walk(night, 0, moments);
        var sleeper = night.Sleeper;
        var capacity = BodyHeat.Capacity(sleeper);
        var steps = new List<NightStep>(moments.Length);
        var (lowest, coldest, coldFeet, settled) = (0, 0, 0, moments.Length - 1);
        double? coolFrom = null,
            awakeFrom = null,
            feetColdFrom = null,
            feetAlarmFrom = null;
        var sweat = 0.0;
        for (var n = 0; n < moments.Length; n++)
        {
            ref readonly var m = ref moments[n];
            steps.Add(m.Told(night));
            sweat += m.Sweated * m.Hours / WhPerGram * sleeper.BodyAreaM2;
            lowest = m.Skin < moments[lowest].Skin ? n : lowest;
            coldest = m.Climate.AirC < moments[coldest].Climate.AirC ? n : coldest;
            coldFeet = m.Feet < moments[coldFeet].Feet ? n : coldFeet;
            settled = IsSettled(night, m) && m.Feet < moments[settled].Feet ? n : settled;
            coolFrom ??= m.Skin < Verdicts.CoolBelow ? m.Hour : null;
            awakeFrom ??= m.Skin < Verdicts.ColdBelow ? m.Hour : null;
            feetColdFrom ??= m.Feet < Feet.WarnBelow ? m.Hour : null;
            feetAlarmFrom ??= m.Feet < Feet.AlarmBelow ? m.Hour : null;
        }
        var body = Verdicts.Of(new(moments[lowest].Skin), sweat);
        var ofFeet = Verdicts.OfFeet(new(moments[coldFeet].Feet), new(moments[settled].Feet));
        return new(
            Verdicts.Worse(body, ofFeet),
            body,
            ofFeet,
            new(moments[lowest].Skin),
            new(moments[coldFeet].Feet),
            new(moments[settled].Feet),
            coolFrom,
            awakeFrom,
            feetColdFrom,
            feetAlarmFrom,
            Worst(night, moments[coldest], moments[coldFeet]),
            sweat,
            capacity * (Threshold.Comfort.SkinCelsius - Verdicts.CoolBelow),
            capacity * (Threshold.Comfort.SkinCelsius - Verdicts.ColdBelow),
            steps
        );
    }

    /// <summary>Lowest temperatures of the night if its air were so much warmer throughout, °C: mean skin, feet once they have settled, and feet at any time.</summary>
    /// <param name="night">The night.</param>
    /// <param name="warmerK">How much warmer, K.</param>
    public static (double Skin, double SettledFeet, double Feet) Lowest(NightToPlay night, double warmerK)
    {
        Span<Moment> moments = stackalloc Moment[Count(night)];
        Walk(night, warmerK, moments);
        var (skin, settled, feet) = (double.MaxValue, moments[^1].Feet, double.MaxValue);
        foreach (ref readonly var m in moments)
        {
            skin = Math.Min(skin, m.Skin);
            feet = Math.Min(feet, m.Feet);
            if (IsSettled(night, m))
                settled = Math.Min(settled, m.Feet);
        }
        return (skin, settled, feet);
    }

    private static bool IsSettled(NightToPlay night, in Moment moment) =>
        moment.Hour >= night.InHour + Feet.SettledAfter - 1e-9;

    /// <summary>Steps of a night.</summary>
    internal static int Count(NightToPlay night) =>
        Math.Max(1, (int)Math.Ceiling((night.UpHour - night.InHour) / Step - 1e-9));

    /// <summary>One step as it is worked out; as <see cref="NightStep"/>.</summary>
    internal readonly record struct Moment(
        double Hour,
        double Hours,
        double Outside,
        Climate Climate,
        Climate Felt,
        int Stack,
        double SkinBefore,
        double Skin,
        double Feet,
        double Debt,
        double Made,
        double Shivering,
        double Brought,
        double Vented,
        double Sweated
    )
    {
        public NightStep Told(NightToPlay night) =>
            new(
                Hour,
                new(Outside),
                new(Climate.AirC),
                new(Skin),
                new(Feet),
                Debt,
                Made,
                Shivering,
                Brought,
                HeatBalance.Loss(night.Stacks[Stack].Stack, SkinBefore, Made, Felt),
                Vented,
                Sweated
            );
    }

    /// <summary>Every step of the night. Its heat is that of the night that is felt; its air, vapour and feet are those of the night as it is.</summary>
    internal static void Walk(NightToPlay night, double warmerK, Span<Moment> moments)
    {
        var (sleeper, stacks, air, sources, inHour, upHour, start) = night;
        var warmth = Warmth.Of(sleeper);
        var capacity = BodyHeat.Capacity(sleeper);
        var meanAir = MeanAir(night) + warmerK;
        var (debt, feet, _) = start;
        var ownFeet = sleeper.SupplyOf(Part.Feet);
        var current = 0;
        var felt = warmth.Felt(new(meanAir)).Celsius;
        var frame = new Frame(stacks[0], meanAir, felt);
        for (var n = 0; n < moments.Length; n++)
        {
            var from = inHour + n * Step;
            var to = Math.Min(upHour, from + Step);
            var hours = to - from;
            while (current + 1 < stacks.Count && stacks[current + 1].FromHour <= from + 1e-9)
                frame = new(stacks[++current], meanAir, felt);
            var outside = air.At((from + to) / 2) + warmerK;
            var climate = frame.At(outside);
            var chill = warmth.OffsetK == 0 ? climate : frame.Felt(warmth.Felt(new(outside)).Celsius);
            var skin = Threshold.Comfort.SkinCelsius - debt / capacity;
            var shivering = Shivering(skin);
            var made = warmth.SleepingHeat + shivering;
            var lost = frame.Ways.Loss(skin, chill) + Metabolism.Respiratory(made, chill) + frame.Evaporation;
            var (brought, atFeet) = (0.0, 0.0);
            foreach (var source in sources)
            {
                var heat = source.Between(from, to) / hours;
                brought += heat;
                if (source.Region == Region.Feet)
                    atFeet += HeatSource.AtItsPlace * heat / Regions.BodyShare.Feet;
            }
            feet = Extremity.Feet.After(
                feet,
                new(frame.Feet, climate.AirC, debt, made, atFeet, frame.TightFeet, ownFeet),
                hours
            );
            var after = debt + hours * (lost - made - brought);
            var surplus = Math.Max(0, (-BodyHeat.MostStored - after) / hours);
            var vented = Math.Min(surplus, MostVenting * Math.Max(0, skin - chill.AirC));
            debt = Math.Max(-BodyHeat.MostStored, after);
            moments[n] = new(
                to,
                hours,
                outside,
                climate,
                chill,
                current,
                skin,
                Threshold.Comfort.SkinCelsius - debt / capacity,
                feet,
                debt,
                made,
                shivering,
                brought,
                vented,
                surplus - vented
            );
        }
    }

    /// <summary>What stays the same while the same is slept in.</summary>
    private readonly struct Frame(StackFrom slept, double meanAir, double feltMeanAir)
    {
        private readonly Surroundings where = slept.Where;
        private readonly bool hung = slept.Stack.Hung;
        private readonly double ground = slept.Where.GroundUnder(slept.Stack.Hung, new(meanAir)).Celsius;
        private readonly double feltGround = slept.Where.GroundUnder(slept.Stack.Hung, new(feltMeanAir)).Celsius;
        private readonly double humidity = slept.Where.Shelter.Humidity;
        private readonly double wind = slept.Where.WindMs;

        public DryWays Ways { get; } = slept.Stack.Ways;
        public double Evaporation { get; } = slept.Stack.SkinEvaporation;
        public double Feet { get; } = slept.Stack.Upward.Feet;
        public bool TightFeet { get; } = slept.TightFeet;

        public Climate At(double outside) => Of(outside, ground);

        public Climate Felt(double outside) => Of(outside, feltGround);

        private Climate Of(double outside, double ground)
        {
            var around = where.Shelter.AirAround(new(outside)).Celsius;
            return new(around, hung ? around : ground, humidity, wind);
        }
    }

    /// <summary>Mean air of the night outside, which decides the ground, °C.</summary>
    public static double MeanAir(NightToPlay night)
    {
        var sum = 0.0;
        for (var n = 0; n < 24; n++)
            sum += night.Air.At(night.InHour + n / 23.0 * (night.UpHour - night.InHour));
        return sum / 24;
    }

    /// <summary>The feet where they turn cold; else the surface that loses most per m², at the coldest step.</summary>
    private static WorstPlace Worst(NightToPlay night, in Moment coldest, in Moment coldFeet)
    {
        if (coldFeet.Feet < Feet.WarnBelow)
            return new(Region.Feet, false, coldFeet.Hour, new(coldFeet.Feet));
        var (stack, climate, skin) = (night.Stacks[coldest.Stack].Stack, coldest.Climate, coldest.Skin);
        var worst = Regions
            .All.SelectMany(r =>
                new[]
                {
                    (Region: r, Down: false, Density: stack.Upward[r] * (skin - climate.AirC)),
                    (Region: r, Down: true, Density: stack.Downward[r] * (skin - climate.GroundC)),
                }
            )
            .MaxBy(p => p.Density);
        return new(worst.Region, worst.Down, coldest.Hour, null);
    }
}
