using Ermine.Core.Body;

namespace Ermine.Core.Ends;

/// <summary>What decides how warm hands or feet stay over a step.</summary>
/// <param name="Conductance">From the part to the air, W/m²K.</param>
/// <param name="Around">Air round it, °C.</param>
/// <param name="Debt">Heat debt of the body, Wh/m².</param>
/// <param name="Made">Heat made, W/m².</param>
/// <param name="Brought">Heat of a warmer or bottle there, W per m² of the part.</param>
/// <param name="Tight">Something worn squeezes it.</param>
/// <param name="Share">Share of the usual supply that reaches it: a person's own, hands held high on poles; above 0.</param>
public readonly record struct ExtremityStep(
    double Conductance,
    double Around,
    double Debt,
    double Made,
    double Brought = 0,
    bool Tight = false,
    double Share = 1
);

/// <summary>
/// Hands or feet with a temperature of their own: fed by blood that a cold body holds back (assumptions throughout).
/// </summary>
/// <param name="Least">Heat that blood brings to a body in debt, W per m² of the part.</param>
/// <param name="Falls">By how much it falls further as the debt grows, W/m².</param>
/// <param name="FallsOver">Over how much debt it does, Wh/m², from 15 on.</param>
/// <param name="PerWatt">What each watt that a moving body makes over 58 W/m² brings.</param>
/// <param name="HoursPerR">Time constant, h per m²K/W.</param>
public sealed record Extremity(double Least, double Falls, double FallsOver, double PerWatt, double HoursPerR)
{
    /// <summary>Both feet.</summary>
    public static Extremity Feet { get; } = new(30, 20, 78, 0.8, 5);

    /// <summary>Both hands.</summary>
    public static Extremity Hands { get; } = new(40, 30, 60, 1.2, 4);

    /// <summary>The node of a part: that of the feet, or of the hands.</summary>
    /// <param name="part">Feet or hands.</param>
    public static Extremity Of(Part part) => part == Part.Hands ? Hands : Feet;

    /// <summary>Air between hands and the body that they lie on is so much colder than its skin, K, and what parts them from it, m²K/W.</summary>
    private const double UnderSkin = 3,
        BetweenThem = 0.15;

    /// <summary>Hands held on the body to warm them, as in a bag or under the arms.</summary>
    /// <param name="skinC">Mean skin temperature of the body, °C.</param>
    /// <param name="debt">Its heat debt, Wh/m².</param>
    /// <param name="made">Heat made, W/m².</param>
    /// <param name="share">Share of the usual supply that reaches them.</param>
    public static ExtremityStep OnTheBody(double skinC, double debt, double made, double share) =>
        new(1 / BetweenThem, skinC - UnderSkin, debt, made, Share: share);

    /// <summary>From here down a part that nothing warms gets ever less blood, and from there no less, °C.</summary>
    public const double FullFrom = 22,
        LeastFrom = 16;

    /// <summary>Share of the blood that a cold part still gets.</summary>
    public const double ColdSupply = 0.4;

    /// <summary>Share of the blood that a squeezed part still gets.</summary>
    public const double TightSupply = 0.6;

    /// <summary>Share that reaches hands held high on poles: the blood has to climb.</summary>
    public const double OnPoles = 0.9;

    /// <summary>Clumsy under the first, no fine work under the second, numb under the third, °C.</summary>
    public const double ClumsyBelow = 20,
        FineFrom = 15,
        NumbBelow = 8;

    /// <summary>Highest temperature that the part heads for, °C.</summary>
    public const double Warmest = 34;

    /// <summary>
    /// Heat that blood brings, W per m² of the part: vessels open while the body is in no debt, close as it cools, and a body that makes more
    /// heat warms its ends.
    /// </summary>
    /// <param name="celsius">Temperature of the part, °C.</param>
    /// <param name="step">What decides.</param>
    public double Supply(double celsius, ExtremityStep step) =>
        (
            Least
            + 60 * Math.Clamp((5 - step.Debt) / 13, 0, 1)
            - Falls * Math.Clamp((step.Debt - 15) / FallsOver, 0, 1)
            + PerWatt * Math.Max(0, step.Made - 58)
        )
        * (step.Tight ? TightSupply : 1)
        * step.Share
        * (step.Brought > 0 ? 1 : Open(celsius));

    /// <summary>Share of the blood that reaches a part which nothing warms: what goes in cold stays cold.</summary>
    private static double Open(double celsius) =>
        ColdSupply + (1 - ColdSupply) * Math.Clamp((celsius - LeastFrom) / (FullFrom - LeastFrom), 0, 1);

    /// <summary>Temperature that the part would come to if its blood stayed as it is, °C.</summary>
    /// <param name="celsius">Temperature of the part, °C.</param>
    /// <param name="step">What decides.</param>
    public double HeadsFor(double celsius, ExtremityStep step) =>
        Math.Min(Warmest, step.Around + (Supply(celsius, step) + step.Brought) / step.Conductance);

    /// <summary>Temperature of the part after a step, °C.</summary>
    /// <param name="celsius">Before it, °C.</param>
    /// <param name="step">What decides.</param>
    /// <param name="hours">Length of the step, h.</param>
    public double After(double celsius, ExtremityStep step, double hours) =>
        Toward(celsius, step, Kept(step.Conductance, hours));

    /// <summary>Share of its distance from where it heads that a part keeps over a step.</summary>
    /// <param name="conductance">From the part to the air, W/m²K.</param>
    /// <param name="hours">Length of the step, h.</param>
    public double Kept(double conductance, double hours) => Math.Exp(-hours * conductance / HoursPerR);

    /// <summary>Temperature of the part after a step over which it keeps so much of its distance, °C.</summary>
    /// <param name="celsius">Before it, °C.</param>
    /// <param name="step">What decides.</param>
    /// <param name="kept">See <see cref="Kept"/>.</param>
    public double Toward(double celsius, ExtremityStep step, double kept)
    {
        var headsFor = HeadsFor(celsius, step);
        return headsFor + (celsius - headsFor) * kept;
    }
}
