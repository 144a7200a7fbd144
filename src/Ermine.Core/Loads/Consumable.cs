using Ermine.Core.Kit;

namespace Ermine.Core.Loads;

/// <summary>What is used up on the way.</summary>
public enum Provision
{
    /// <summary>Eaten.</summary>
    Food,

    /// <summary>Burnt.</summary>
    Fuel,
}

/// <summary>A thing that is eaten or burnt (assumptions).</summary>
/// <param name="Kind">Which.</param>
/// <param name="Share">Share of its mass that is used up; the rest is bottle, cartridge or wrapping, and is carried home.</param>
/// <param name="PerGram">Of food kcal/g; of fuel kJ/g.</param>
public sealed record Consumable(Provision Kind, double Share, double PerGram)
{
    /// <summary>What a thing gives up; null for one that stays what it is.</summary>
    public static Consumable? Of(KitItem item) =>
        item.Type switch
        {
            "foodDay" => new(Provision.Food, 0.95, 4.7),
            "dryMeal" => new(Provision.Food, 0.92, 4.5),
            "snacks" => new(Provision.Food, 0.97, 5),
            "fuelBottle" => new(Provision.Fuel, 0.87, Melting.LiquidFuel),
            "gasCartridge" => new(Provision.Fuel, 0.6, Melting.Gas),
            _ => null,
        };
}
