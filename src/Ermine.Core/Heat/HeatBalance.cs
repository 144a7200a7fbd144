using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Ground;
using Ermine.Core.Units;
using MathNet.Numerics.RootFinding;

namespace Ermine.Core.Heat;

/// <summary>Heat lost by path, W per m² of body.</summary>
/// <param name="Upward">Through the layers over the sleeper.</param>
/// <param name="Downward">Through what lies under.</param>
/// <param name="Leakage">Warm air that escapes.</param>
/// <param name="Breath">Breath.</param>
/// <param name="SkinVapour">Vapour from the skin.</param>
public sealed record Losses(double Upward, double Downward, double Leakage, double Breath, double SkinVapour)
{
    /// <summary>All of it.</summary>
    public double Total => Upward + Downward + Leakage + Breath + SkinVapour;
}

/// <summary>One way in which a sleeper loses heat.</summary>
/// <param name="Path">How it goes.</param>
/// <param name="Region">From where; null for breath, vapour and leaks.</param>
/// <param name="WattsPerM2">Loss per m² of the whole body.</param>
/// <param name="Density">Loss per m² of the surface it goes through, W/m²; 0 where there is no such surface.</param>
public sealed record LossTerm(LossPath Path, Region? Region, double WattsPerM2, double Density);

/// <summary>How heat leaves.</summary>
public enum LossPath
{
    /// <summary>Through the layers over a region into the air.</summary>
    Upward,

    /// <summary>Through the pad under a region into the ground.</summary>
    Downward,

    /// <summary>Warm air that escapes at collar, straps and zip.</summary>
    Leakage,

    /// <summary>Breath.</summary>
    Breath,

    /// <summary>Vapour from the skin.</summary>
    SkinVapour,
}

/// <summary>
/// The steady heat balance of a sleeper: heat made = dry loss + breath + skin vapour (model in the manner of ISO 11079 and ISO 23537-1).
/// </summary>
public static class HeatBalance
{
    /// <summary>Coldest air searched, °C.</summary>
    public const double SearchFrom = -200;

    /// <summary>Warmest air searched, °C.</summary>
    public const double SearchTo = 32;

    /// <summary>Every loss of a sleeper by its path, W per m² of body.</summary>
    /// <param name="stack">What is between the sleeper and the cold.</param>
    /// <param name="skin">Mean skin temperature, °C.</param>
    /// <param name="heat">Heat made, W/m².</param>
    /// <param name="climate">What touches the bed.</param>
    public static Losses Loss(Conductances stack, double skin, double heat, Climate climate)
    {
        var ways = stack.In(skin, climate).Ways;
        var fed = ways.FedShare(skin, climate);
        return new(
            (ways.Up + fed * ways.FeetUp) * (skin - climate.AirC),
            (ways.Down + fed * ways.FeetDown) * (skin - climate.GroundC),
            ways.Leakage * (skin - climate.AirC),
            Metabolism.Respiratory(heat, climate),
            stack.SkinEvaporation
        );
    }

    /// <summary>All of them together, W per m² of body.</summary>
    /// <inheritdoc cref="Loss"/>
    public static double Total(Conductances stack, double skin, double heat, Climate climate) =>
        stack.Ways.Loss(skin, climate) + Metabolism.Respiratory(heat, climate) + stack.SkinEvaporation;

    /// <summary>The same losses by path and region, largest first.</summary>
    /// <inheritdoc cref="Loss"/>
    public static IReadOnlyList<LossTerm> Terms(Conductances stack, double skin, double heat, Climate climate)
    {
        stack = stack.In(skin, climate);
        var whole = Loss(stack, skin, heat, climate);
        var fed = stack.Ways.FedShare(skin, climate);
        var terms = new List<LossTerm>
        {
            new(LossPath.Leakage, null, whole.Leakage, 0),
            new(LossPath.SkinVapour, null, whole.SkinVapour, 0),
            new(LossPath.Breath, null, whole.Breath, 0),
        };
        foreach (var region in Regions.All)
        {
            var lying = stack.Lying[region];
            var area = stack.Exposed * Regions.BodyShare[region];
            var brought = region == Region.Feet ? fed : 1;
            var up = brought * stack.Upward[region] * (skin - climate.AirC);
            var down = brought * stack.Downward[region] * (skin - climate.GroundC);
            terms.Add(new(LossPath.Upward, region, area * (1 - lying) * up, up));
            terms.Add(new(LossPath.Downward, region, area * lying * down, down));
        }
        return [.. terms.OrderByDescending(t => t.WattsPerM2)];
    }

    /// <summary>Finds the coldest air outside in which a sleeper's heat balances.</summary>
    /// <param name="stack">What is between the sleeper and the cold.</param>
    /// <param name="warmth">Who sleeps.</param>
    /// <param name="threshold">Comfort, limit or extreme.</param>
    /// <param name="where">Shelter and ground.</param>
    public static HoldsTo Solve(Conductances stack, Warmth warmth, Threshold threshold, Surroundings where)
    {
        var heat = warmth.SleepingHeat + threshold.Shivering;
        var skin = threshold.SkinCelsius;

        var ways = stack.Ways;
        double Surplus(double outside)
        {
            var climate = where.ClimateAt(warmth.Felt(new(outside)), stack.Hung);
            return heat - ways.Loss(skin, climate) - Metabolism.Respiratory(heat, climate) - stack.SkinEvaporation;
        }

        if (Surplus(SearchTo) < 0)
            return None(Holding.InNone, $"Loses more than the sleeper makes even at {SearchTo} °C.");
        if (Surplus(SearchFrom) > 0)
            return None(Holding.InAnyAir, $"Holds in any air: below {SearchFrom} °C it was not looked at.");
        if (!Brent.TryFindRoot(Surplus, SearchFrom, SearchTo, 1e-9, 200, out var root))
            return None(Holding.InNone, "The balance could not be solved in range.");
        var found = new Temperature(root);
        var climate = where.ClimateAt(found, stack.Hung);
        return new(threshold, Holding.AtTemperature, found, new(climate.AirC), new(climate.GroundC), null);

        HoldsTo None(Holding holding, string why) => new(threshold, holding, null, null, null, why);
    }
}
