using Ermine.Core.Ground;
using Ermine.Core.Sleepers;
using Ermine.Core.Units;
using MathNet.Numerics.RootFinding;

namespace Ermine.Core.Stack;

/// <summary>What a bag's own resistance promises under test conditions.</summary>
/// <param name="Bag">The bag's own resistance.</param>
/// <param name="Comfort">Comfort of the standard woman; null where none is in range.</param>
/// <param name="Limit">Limit of the standard man; null where none is in range.</param>
/// <param name="Extreme">Extreme of the standard woman; null where none is in range.</param>
public sealed record LabelTriplet(Insulation Bag, Temperature? Comfort, Temperature? Limit, Temperature? Extreme);

/// <summary>
/// Reads temperature labels under test conditions (in outline ISO 23537-1; wear and hood are assumptions):
/// pad 0.85, ground as cold as the air, head 0.35, torso 0.10, legs 0.08, feet 0.14 m²K/W worn, closed hood, no leakage, 0.3 m/s.
/// </summary>
public static class Labels
{
    /// <summary>Share of the bag that a closed mummy hood holds over the head (assumption).</summary>
    public const double ClosedHood = 0.6;

    /// <summary>Pad of the test, m²K/W.</summary>
    public const double TestPad = 0.85;

    /// <summary>Air movement of the test, m/s.</summary>
    public const double TestWind = 0.3;

    /// <summary>Clothes of the test, m²K/W (assumption).</summary>
    public static ByRegion<double> TestWear { get; } = new(0.35, 0.10, 0.08, 0.14);

    private const double MostBag = 40;

    private static readonly ByRegion<double> NoBarrier = Regions.Each(_ => 0.0);

    /// <summary>What a resistance promises: comfort, limit and extreme.</summary>
    /// <param name="bag">The bag's own resistance, at or above 0.</param>
    public static LabelTriplet Promise(Insulation bag) =>
        new(
            bag,
            At(bag.SI, Threshold.Comfort, Sleeper.StandardWoman),
            At(bag.SI, Threshold.Limit, Sleeper.StandardMan),
            At(bag.SI, Threshold.Extreme, Sleeper.StandardWoman)
        );

    /// <summary>The resistance that a label asks for; null where no bag from 0 to 40 m²K/W would earn it.</summary>
    /// <param name="threshold">Which of the three promises.</param>
    /// <param name="label">The temperature printed.</param>
    public static Insulation? BagFor(Threshold threshold, Temperature label)
    {
        var sleeper = threshold == Threshold.Limit ? Sleeper.StandardMan : Sleeper.StandardWoman;
        var heat = Metabolism.Sleeping(sleeper) + threshold.Shivering;
        var humidity = Surroundings.Open(Surface.Air).Shelter.Humidity;
        double Surplus(double bag) =>
            heat
            - HeatBalance
                .Loss(OnTheBench(bag), threshold.SkinCelsius, heat, label.Celsius, label.Celsius, humidity)
                .Total;
        if (Surplus(0) > 0 || Surplus(MostBag) < 0)
            return null;
        return Brent.TryFindRoot(Surplus, 0, MostBag, 1e-10, 200, out var bag) ? new Insulation(bag) : null;
    }

    private static Temperature? At(double bag, Threshold threshold, Sleeper sleeper) =>
        HeatBalance
            .Solve(OnTheBench(bag), Metabolism.Sleeping(sleeper), threshold, Surroundings.Open(Surface.Air))
            .Outside;

    private static ThermalStack OnTheBench(double bag)
    {
        var pad = Regions.Each(_ => TestPad);
        return ThermalStack.Plain(bag, ClosedHood, TestWear, pad, leakage: 0, TestWind, NoBarrier);
    }
}
