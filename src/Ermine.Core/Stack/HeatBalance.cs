using Ermine.Core.Ground;
using Ermine.Core.Sleepers;
using Ermine.Core.Units;
using MathNet.Numerics.RootFinding;

namespace Ermine.Core.Stack;

/// <summary>Where the sleeper lies: how the air outside becomes the air and the ground that touch the stack.</summary>
/// <param name="Surface">What the pads lie on.</param>
/// <param name="Shelter">What stands round the sleeper.</param>
public sealed record Surroundings(Surface Surface, ShelterUse Shelter)
{
    /// <summary>Air and ground as they stand, without a shelter: the frame of labels and of the plain calculator.</summary>
    public static Surroundings Open(Surface surface) => new(surface, new(Ground.Shelter.None, 1, false, false, 0));

    /// <summary>What the underside faces: the surface, or the air round a hammock or cot.</summary>
    /// <param name="stack">What is between the sleeper and the cold.</param>
    /// <param name="meanAir">Mean air of the night outside.</param>
    public Temperature GroundUnder(ThermalStack stack, Temperature meanAir) =>
        stack.Hung || Surface == Surface.Air ? Shelter.AirAround(meanAir) : GroundTemperature.Of(Surface, meanAir);
}

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

/// <summary>The coldest air in which a sleeper's heat balances at a threshold.</summary>
/// <param name="Threshold">The threshold that was held.</param>
/// <param name="Outside">Air outside the shelter; null where there is no balance in range.</param>
/// <param name="Around">Air round the sleeper.</param>
/// <param name="Ground">Ground under the pads.</param>
/// <param name="WhyNone">Why there is no answer; null where there is one.</param>
/// <param name="BelowRange">There is no answer because it holds in any air that is searched.</param>
public sealed record HoldsTo(
    Threshold Threshold,
    Temperature? Outside,
    Temperature? Around,
    Temperature? Ground,
    string? WhyNone,
    bool BelowRange = false
)
{
    /// <summary>Whether the threshold holds in this air outside.</summary>
    public bool In(Temperature outside) => BelowRange || Outside <= outside;
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
    /// <param name="around">Air round the sleeper, °C.</param>
    /// <param name="ground">Ground under the pads, °C.</param>
    /// <param name="humidity">Humidity of the air over water, 0–1.</param>
    public static Losses Loss(
        ThermalStack stack,
        double skin,
        double heat,
        double around,
        double ground,
        double humidity
    )
    {
        var (share, lying, up, down) = (Regions.BodyShare, stack.Lying, stack.Upward, stack.Downward);
        return new(
            (
                share.Head * (1 - lying.Head) * up.Head
                + share.Torso * (1 - lying.Torso) * up.Torso
                + share.Legs * (1 - lying.Legs) * up.Legs
                + share.Feet * (1 - lying.Feet) * up.Feet
            ) * (skin - around),
            (
                share.Head * lying.Head * down.Head
                + share.Torso * lying.Torso * down.Torso
                + share.Legs * lying.Legs * down.Legs
                + share.Feet * lying.Feet * down.Feet
            ) * (skin - ground),
            stack.Leakage * (skin - around),
            Metabolism.Respiratory(heat, around, humidity),
            stack.SkinEvaporation
        );
    }

    /// <summary>The same losses by path and region, largest first.</summary>
    /// <inheritdoc cref="Loss"/>
    public static IReadOnlyList<LossTerm> Terms(
        ThermalStack stack,
        double skin,
        double heat,
        double around,
        double ground,
        double humidity
    )
    {
        var whole = Loss(stack, skin, heat, around, ground, humidity);
        var terms = new List<LossTerm>
        {
            new(LossPath.Leakage, null, whole.Leakage, 0),
            new(LossPath.SkinVapour, null, whole.SkinVapour, 0),
            new(LossPath.Breath, null, whole.Breath, 0),
        };
        foreach (var region in Regions.All)
        {
            var lying = stack.Lying[region];
            var up = stack.Upward[region] * (skin - around);
            var down = stack.Downward[region] * (skin - ground);
            terms.Add(new(LossPath.Upward, region, Regions.BodyShare[region] * (1 - lying) * up, up));
            terms.Add(new(LossPath.Downward, region, Regions.BodyShare[region] * lying * down, down));
        }
        return [.. terms.OrderByDescending(t => t.WattsPerM2)];
    }

    /// <summary>Finds the coldest air outside in which the sleeper's heat balances.</summary>
    /// <param name="stack">What is between the sleeper and the cold.</param>
    /// <param name="sleepingHeat">Sleeping heat, W/m².</param>
    /// <param name="threshold">Comfort, limit or extreme.</param>
    /// <param name="where">Shelter and ground.</param>
    public static HoldsTo Solve(ThermalStack stack, double sleepingHeat, Threshold threshold, Surroundings where)
    {
        var heat = sleepingHeat + threshold.Shivering;
        var humidity = where.Shelter.Humidity;

        double Surplus(double outside)
        {
            var air = new Temperature(outside);
            return heat
                - Loss(
                    stack,
                    threshold.SkinCelsius,
                    heat,
                    where.Shelter.AirAround(air).Celsius,
                    where.GroundUnder(stack, air).Celsius,
                    humidity
                ).Total;
        }

        if (Surplus(SearchTo) < 0)
            return None($"Loses more than the sleeper makes even at {SearchTo} °C.");
        if (Surplus(SearchFrom) > 0)
            return None($"Holds below {SearchFrom} °C, past the range that is searched.") with { BelowRange = true };
        if (!Brent.TryFindRoot(Surplus, SearchFrom, SearchTo, 1e-9, 200, out var root))
            return None("The balance could not be solved in range.");
        var found = new Temperature(root);
        return new(threshold, found, where.Shelter.AirAround(found), where.GroundUnder(stack, found), null);

        HoldsTo None(string why) => new(threshold, null, null, null, why);
    }
}
