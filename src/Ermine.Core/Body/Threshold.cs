namespace Ermine.Core.Body;

/// <summary>One of the three promises of a label: the mean skin temperature at which a sleeper's heat must balance.</summary>
/// <param name="Name">comfort, limit or extreme.</param>
/// <param name="SkinCelsius">Mean skin temperature, °C.</param>
/// <param name="Shivering">Heat of shivering added to sleeping heat, W/m².</param>
public sealed record Threshold(string Name, double SkinCelsius, double Shivering)
{
    /// <summary>Sleeps relaxed (assumption, agrees with published label triplets).</summary>
    public static Threshold Comfort { get; } = new("comfort", 33.0, 0);

    /// <summary>Just not cold, curled up (assumption, agrees with published label triplets).</summary>
    public static Threshold Limit { get; } = new("limit", 31.7, 0);

    /// <summary>Six hours of strong shivering, frostbite possible (assumption, agrees with published label triplets).</summary>
    public static Threshold Extreme { get; } = new("extreme", 24.8, 15);
}
