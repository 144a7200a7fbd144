using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Ground;
using Ermine.Core.Units;
using MathNet.Numerics.RootFinding;

namespace Ermine.Core.Heat;

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
    /// <param name="hood">Share of it that its hood holds over the head, 0–1.</param>
    public static LabelTriplet Promise(Insulation bag, double hood = ClosedHood)
    {
        return new(
            bag,
            For(Threshold.Comfort, Sleeper.StandardWoman),
            For(Threshold.Limit, Sleeper.StandardMan),
            For(Threshold.Extreme, Sleeper.StandardWoman)
        );

        Temperature? For(Threshold threshold, Sleeper sleeper) =>
            OnTheBench(bag, hood, threshold, Warmth.Of(sleeper)).Outside;
    }

    /// <summary>The resistance that a label asks for; null where no bag from 0 to 40 m²K/W would earn it.</summary>
    /// <param name="threshold">Which of the three promises.</param>
    /// <param name="label">The temperature printed.</param>
    /// <param name="hood">Share of the bag that its hood holds over the head, 0–1.</param>
    public static Insulation? BagFor(Threshold threshold, Temperature label, double hood = ClosedHood)
    {
        var sleeper = threshold == Threshold.Limit ? Sleeper.StandardMan : Sleeper.StandardWoman;
        var heat = Metabolism.Sleeping(sleeper) + threshold.Shivering;
        var climate = Bench.ClimateAt(label, hung: false);
        double Surplus(double bag) => heat - HeatBalance.Total(Stack(bag, hood), threshold.SkinCelsius, heat, climate);
        if (Surplus(0) > 0 || Surplus(MostBag) < 0)
            return null;
        return Brent.TryFindRoot(Surplus, 0, MostBag, 1e-10, 200, out var bag) ? new Insulation(bag) : null;
    }

    /// <summary>What anyone would hold to in a bag on the bench that labels are read on.</summary>
    /// <param name="bag">The bag's own resistance, at or above 0.</param>
    /// <param name="hood">Share of it that its hood holds over the head, 0–1.</param>
    /// <param name="threshold">Comfort, limit or extreme.</param>
    /// <param name="warmth">Who.</param>
    public static HoldsTo OnTheBench(Insulation bag, double hood, Threshold threshold, Warmth warmth) =>
        HeatBalance.Solve(Stack(bag.SI, hood), warmth, threshold, Bench);

    private static Surroundings Bench { get; } = Surroundings.Open(Surface.Air);

    private static Conductances Stack(double bag, double hood)
    {
        var pad = Regions.Each(_ => TestPad);
        return Conductances.Plain(bag, hood, TestWear, pad, leakage: 0, TestWind, NoBarrier);
    }
}
