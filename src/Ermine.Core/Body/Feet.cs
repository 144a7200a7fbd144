namespace Ermine.Core.Body;

/// <summary>How warm a sleeper gets in.</summary>
public enum StartState
{
    /// <summary>Warmed by moving.</summary>
    Warmed,

    /// <summary>Neither.</summary>
    Normal,

    /// <summary>Chilled by standing about.</summary>
    Chilled,
}

/// <summary>What decides how warm feet stay over a step.</summary>
/// <param name="Conductance">From the foot to the air, W/m²K.</param>
/// <param name="Around">Air round the sleeper, °C.</param>
/// <param name="Debt">Heat debt of the body, Wh/m².</param>
/// <param name="Made">Heat made, W/m².</param>
/// <param name="Brought">Heat of a warmer or bottle at the feet, W per m² of foot.</param>
/// <param name="Tight">Something worn squeezes them.</param>
public readonly record struct FeetStep(
    double Conductance,
    double Around,
    double Debt,
    double Made,
    double Brought,
    bool Tight
);

/// <summary>Feet with a temperature of their own: fed by blood that a cold body holds back (assumptions throughout).</summary>
public static class Feet
{
    /// <summary>Warn below, °C.</summary>
    public const double WarnBelow = 24;

    /// <summary>Feet that are never below this once <see cref="SettledAfter"/> has passed hold, °C.</summary>
    public const double HoldFrom = 20;

    /// <summary>Time from getting in after which the feet have to hold, h.</summary>
    public const double SettledAfter = 2;

    /// <summary>Alarm below, °C: the night is then at least cold.</summary>
    public const double AlarmBelow = 15;

    /// <summary>Below this cold injury is likely, °C: the night is then no-go.</summary>
    public const double DangerBelow = 8;

    /// <summary>From here down a foot that nothing warms gets ever less blood, and from there no less, °C.</summary>
    public const double FullFrom = 22,
        LeastFrom = 16;

    /// <summary>Share of the blood that a cold foot still gets.</summary>
    public const double ColdSupply = 0.4;

    /// <summary>Share of the blood that a squeezed foot still gets.</summary>
    public const double TightSupply = 0.6;

    /// <summary>Highest temperature that feet head for, °C.</summary>
    public const double Warmest = 34;

    /// <summary>Feet at getting in, °C.</summary>
    public static double AtStart(StartState start) =>
        start switch
        {
            StartState.Warmed => 30,
            StartState.Chilled => 18,
            _ => 26,
        };

    /// <summary>
    /// Heat that blood brings, W per m² of foot: vessels open while the body is in no debt, close as it cools, and a body that makes more
    /// heat warms its feet.
    /// </summary>
    /// <param name="feet">Temperature of the feet, °C.</param>
    /// <param name="step">What decides.</param>
    public static double Supply(double feet, FeetStep step) =>
        (
            30
            + 60 * Math.Clamp((5 - step.Debt) / 13, 0, 1)
            - 20 * Math.Clamp((step.Debt - 15) / 78, 0, 1)
            + 0.8 * Math.Max(0, step.Made - 58)
        )
        * (step.Tight ? TightSupply : 1)
        * (step.Brought > 0 ? 1 : Open(feet));

    /// <summary>Share of the blood that reaches a foot which nothing warms: feet that go in cold stay cold.</summary>
    private static double Open(double feet) =>
        ColdSupply + (1 - ColdSupply) * Math.Clamp((feet - LeastFrom) / (FullFrom - LeastFrom), 0, 1);

    /// <summary>Temperature of the feet after a step, °C: they head for a balance with a time constant of five hours per m²K/W.</summary>
    /// <param name="feet">Before it, °C.</param>
    /// <param name="step">What decides.</param>
    /// <param name="hours">Length of the step, h.</param>
    public static double After(double feet, FeetStep step, double hours)
    {
        var resistance = 1 / step.Conductance;
        var headsFor = Math.Min(Warmest, step.Around + (Supply(feet, step) + step.Brought) * resistance);
        return headsFor + (feet - headsFor) * Math.Exp(-hours / (5 * resistance));
    }
}
