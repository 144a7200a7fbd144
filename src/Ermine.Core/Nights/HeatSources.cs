using Ermine.Core.Body;
using Ermine.Core.Plans;

namespace Ermine.Core.Nights;

/// <summary>Heat brought to the sleeper from an hour on, dying away or even.</summary>
/// <param name="FromHour">From when.</param>
/// <param name="Hours">How long an even source lasts, h; the time in which a dying one falls to 1/e.</param>
/// <param name="WattsPerM2">Its strength at the start, W per m² of body.</param>
/// <param name="DiesAway">Falls off exponentially.</param>
/// <param name="Region">Where most of it goes; null where it spreads over the body.</param>
public sealed record HeatSource(double FromHour, double Hours, double WattsPerM2, bool DiesAway, Region? Region = null)
{
    /// <summary>Share of a source's heat that goes to the place where it lies (assumption).</summary>
    public const double AtItsPlace = 0.7;

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

/// <summary>A source of heat as it is offered, with what it is worth and what to mind.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Name">Plain name.</param>
/// <param name="Usual">As it is usually taken; hour and identity mean nothing.</param>
/// <param name="Says">Watts, hours and place in a sentence.</param>
/// <param name="Caution">What to mind.</param>
public sealed record HeatSourceKind(NightEventKind Kind, string Name, NightEvent Usual, string Says, string Caution);

/// <summary>The sources of heat that people take to bed (assumptions throughout).</summary>
public static class HeatSources
{
    /// <summary>Heat that a kg of stone holds per K, Wh (public tables).</summary>
    public const double StoneWhPerKgK = 0.233;

    /// <summary>Share of a bottle's heat that reaches the sleeper (assumption).</summary>
    public const double BottleUseful = 0.8;

    /// <summary>Time in which a wrapped bottle falls to 1/e, h (assumption).</summary>
    public const double BottleHours = 3;

    /// <summary>Share of a stone's heat that reaches the sleeper (assumption).</summary>
    public const double StoneUseful = 0.7;

    /// <summary>Time in which a wrapped stone falls to 1/e, h (assumption).</summary>
    public const double StoneHours = 1.5;

    /// <summary>Most that digesting gives, W/m² (assumption).</summary>
    public const double MostOfMeal = 4;

    /// <summary>Temperature over which a warm thing gives heat, °C.</summary>
    public const double Skin = 33;

    /// <summary>What is offered.</summary>
    public static IReadOnlyList<HeatSourceKind> Library { get; } =
    [
        new(
            NightEventKind.Meal,
            "Meal",
            new(default, NightEventKind.Meal, 0, Kcal: 800),
            "6 % of its energy over five hours, at most 4 W per m² of body.",
            "Fat and protein last; alcohol opens the vessels and loses heat."
        ),
        new(
            NightEventKind.HotBottle,
            "Hot bottle",
            new(default, NightEventKind.HotBottle, 0, Litres: 1, WaterC: 85, Region: Region.Feet),
            "A litre at 85° brings about 50 Wh, most of it to one place in the first three hours.",
            "Wrap it and test its lid: hot water burns, and a leak soaks the bag."
        ),
        new(
            NightEventKind.Warmer,
            "Chemical warmer",
            new(default, NightEventKind.Warmer, 0, Watts: 3, Hours: 7, Region: Region.Feet),
            "About 3 W for seven hours where it lies; it needs air to work.",
            "Never on bare skin, never where you cannot feel: low burns come slowly."
        ),
        new(
            NightEventKind.WarmStone,
            "Warmed stone",
            new(default, NightEventKind.WarmStone, 0, WaterC: 80, MassKg: 2, Region: Region.Feet),
            "Two kilograms at 80° bring about 15 Wh within two hours.",
            "Dry stones only, warmed slowly: a wet one can burst. Wrap it; it scorches nylon."
        ),
        new(
            NightEventKind.Partner,
            "Someone close",
            new(default, NightEventKind.Partner, 0, Watts: 10, Hours: 8, Region: Region.Torso),
            "About 10 W through shared layers, as long as you lie close.",
            "One who turns away takes the warmth along; do not plan on it alone."
        ),
        new(
            NightEventKind.WarmUp,
            "Warm-up in the bag",
            new(default, NightEventKind.WarmUp, 0),
            "Five minutes of hard muscle work, about 120 W per m² of body.",
            "Stop short of sweating."
        ),
    ];

    /// <summary>A source as it is usually taken, at an hour.</summary>
    /// <param name="kind">One of <see cref="Library"/>.</param>
    /// <param name="hour">When, in hours from the midnight before the evening.</param>
    public static NightEvent Usual(NightEventKind kind, double hour) =>
        Library.First(s => s.Kind == kind).Usual with
        {
            Id = Guid.NewGuid(),
            Hour = hour,
        };

    /// <summary>The heat that something done brings: one source, or null.</summary>
    /// <param name="done">What is done.</param>
    /// <param name="sleeper">For whom.</param>
    public static HeatSource? Of(NightEvent done, Sleeper sleeper)
    {
        var area = sleeper.BodyAreaM2;
        var over = Math.Max(0, (done.WaterC ?? Skin) - Skin);
        return done.Kind switch
        {
            NightEventKind.Meal => new(
                done.Hour,
                5,
                Math.Min(MostOfMeal, 0.06 * (done.Kcal ?? 0) * 1.163 / 5 / area),
                DiesAway: false
            ),
            NightEventKind.HotBottle => new(
                done.Hour,
                BottleHours,
                BottleUseful * 1.163 * (done.Litres ?? 0) * over / BottleHours / area,
                DiesAway: true,
                done.Region ?? Region.Feet
            ),
            NightEventKind.WarmStone => new(
                done.Hour,
                StoneHours,
                StoneUseful * StoneWhPerKgK * (done.MassKg ?? 0) * over / StoneHours / area,
                DiesAway: true,
                done.Region ?? Region.Feet
            ),
            NightEventKind.Warmer or NightEventKind.Partner => new(
                done.Hour,
                done.Hours ?? 0,
                (done.Watts ?? 0) / area,
                DiesAway: false,
                done.Region ?? (done.Kind == NightEventKind.Partner ? Region.Torso : Region.Feet)
            ),
            NightEventKind.WarmUp => new(done.Hour, 5.0 / 60, 120, DiesAway: false),
            _ => null,
        };
    }
}
