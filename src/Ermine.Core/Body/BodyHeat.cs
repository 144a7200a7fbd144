namespace Ermine.Core.Body;

/// <summary>How warm a body is at a moment: what a day hands to its night, and a night to its day.</summary>
/// <param name="Debt">Heat debt, Wh/m²; negative is stored.</param>
/// <param name="FeetC">Feet, °C.</param>
/// <param name="HandsC">Hands, °C.</param>
public readonly record struct BodyHeat(double Debt, double FeetC, double HandsC)
{
    /// <summary>Most heat that a body stores before it must go, Wh/m² (assumption).</summary>
    public const double MostStored = 8;

    /// <summary>Hands of a body at rest indoors or in bed, °C (assumption).</summary>
    public const double WarmHands = 30;

    /// <summary>Neither warmed nor chilled.</summary>
    public static BodyHeat Rested { get; } = At(StartState.Normal);

    /// <summary>As warm as a body gets.</summary>
    public static BodyHeat AtBest { get; } = new(-MostStored, Ends.Extremity.Warmest, Ends.Extremity.Warmest);

    /// <summary>Of one who gets in, as it is said in a word (assumptions).</summary>
    public static BodyHeat At(StartState start) =>
        start switch
        {
            StartState.Warmed => new(-MostStored, Feet.AtStart(start), WarmHands),
            StartState.Chilled => new(10, Feet.AtStart(start), WarmHands),
            _ => new(0, Feet.AtStart(start), WarmHands),
        };

    /// <summary>Heat that each degree of mean skin temperature stands for, Wh/m²K: a third of the body's (assumption).</summary>
    public static double Capacity(Sleeper sleeper) => 0.97 * sleeper.MassKg / (3 * sleeper.BodyAreaM2);
}
