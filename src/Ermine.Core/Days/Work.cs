using Ermine.Core.Body;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>Heat that work makes: classes (ISO 8996), walking with a load (Pandolf, Givoni and Goldman 1977) and drawing a sledge.</summary>
public static class Work
{
    /// <summary>Share of the muscles' energy that moves a sledge (assumption).</summary>
    public const double SledgeEfficiency = 0.25;

    private const double Gravity = 9.81;

    /// <summary>Metabolic rate of a class, W per m² of body (ISO 8996).</summary>
    public static double Class(Effort effort) =>
        effort switch
        {
            Effort.Resting => 65,
            Effort.Low => 100,
            Effort.Moderate => 165,
            Effort.High => 230,
            _ => 290,
        };

    /// <summary>What is usual for an activity (assumption).</summary>
    public static Effort Usual(Activity activity) =>
        activity switch
        {
            Activity.Rest or Activity.Wait or Activity.Watch => Effort.Resting,
            Activity.Cook or Activity.DriveSledge => Effort.Low,
            Activity.Snowshoe or Activity.Haul or Activity.Climb or Activity.Dig => Effort.High,
            _ => Effort.Moderate,
        };

    /// <summary>Own speed that is usual for an activity, m/s (assumption).</summary>
    public static double UsualSpeed(Activity activity) =>
        activity switch
        {
            Activity.Walk => 1.2,
            Activity.Ski => 1.4,
            Activity.Snowshoe or Activity.Haul => 0.9,
            Activity.Climb => 0.3,
            Activity.DriveSledge => 3.5,
            Activity.Animals => 0.5,
            _ => 0,
        };

    /// <summary>Friction of a sledge (assumption): snow drags in hard cold.</summary>
    /// <param name="airC">Air, °C.</param>
    public static double UsualFriction(double airC) => airC < -25 ? 0.10 : 0.06;

    /// <summary>
    /// Walking and hauling, W of the whole body. Downhill never counts for less than level walking; a sledge that pushes counts for nothing.
    /// </summary>
    /// <param name="massKg">The walker, kg, above 0.</param>
    /// <param name="going">Load, speed, slope, snow and sledge.</param>
    /// <param name="airC">Air, °C, for a sledge whose friction is not said.</param>
    public static double Watts(double massKg, Going going, double airC)
    {
        var load = going.LoadKg;
        var all = massKg + load;
        var terrain = 1.30 + 0.082 * going.FootprintCm;
        double Walking(double grade) =>
            1.5 * massKg
            + 2 * all * Math.Pow(load / massKg, 2)
            + terrain * all * (1.5 * going.SpeedMs * going.SpeedMs + 0.35 * going.SpeedMs * grade);
        return Math.Max(Walking(going.GradePercent), Walking(0)) + Sledge(going, airC);
    }

    /// <summary>What drawing a sledge adds, W of the whole body.</summary>
    /// <param name="going">Sledge, speed and slope.</param>
    /// <param name="airC">Air, °C, where its friction is not said.</param>
    public static double Sledge(Going going, double airC) =>
        Math.Max(
            0,
            going.SledgeKg
                * Gravity
                * ((going.Friction ?? UsualFriction(airC)) + going.GradePercent / 100)
                * going.SpeedMs
                / SledgeEfficiency
        );

    /// <summary>Metabolic rate of a block while it is worked, W per m² of body.</summary>
    /// <param name="block">The block.</param>
    /// <param name="sleeper">Whose.</param>
    /// <param name="airC">Air, °C.</param>
    public static double Metabolic(DayBlock block, Sleeper sleeper, double airC) =>
        block.Going is { } going
            ? Watts(sleeper.MassKg, going, airC) / sleeper.BodyAreaM2
            : Class(block.Effort ?? Usual(block.Activity));

    /// <summary>Own speed in a block while it is worked, m/s.</summary>
    public static double Speed(DayBlock block) => block.Going?.SpeedMs ?? UsualSpeed(block.Activity);

    /// <summary>Poles are held, so that the hands are high and still (assumption).</summary>
    public static bool HoldsPoles(Activity activity) => activity is Activity.Ski or Activity.Snowshoe or Activity.Haul;

    /// <summary>Bends the back, so that a short jacket rides up.</summary>
    public static bool Bends(Activity activity) =>
        activity is Activity.Dig or Activity.Climb or Activity.MakeCamp or Activity.Animals or Activity.Haul;
}
