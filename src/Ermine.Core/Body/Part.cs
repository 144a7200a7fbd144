namespace Ermine.Core.Body;

/// <summary>The six parts of the body that are dressed by day; the night takes them together in four <see cref="Region"/>s.</summary>
public enum Part
{
    /// <summary>Head and neck without the face.</summary>
    Head,

    /// <summary>Face.</summary>
    Face,

    /// <summary>Torso with arms.</summary>
    Torso,

    /// <summary>Hands.</summary>
    Hands,

    /// <summary>Legs.</summary>
    Legs,

    /// <summary>Feet.</summary>
    Feet,
}

/// <summary>One value for each <see cref="Part"/>.</summary>
public sealed record ByPart<T>(T Head, T Face, T Torso, T Hands, T Legs, T Feet)
    where T : notnull
{
    /// <summary>The value of one part.</summary>
    public T this[Part part] =>
        part switch
        {
            Part.Head => Head,
            Part.Face => Face,
            Part.Torso => Torso,
            Part.Hands => Hands,
            Part.Legs => Legs,
            _ => Feet,
        };
}

/// <summary>The shares that the parts have of the body.</summary>
public static class Parts
{
    /// <summary>Share of body area, sums to 1 (assumption).</summary>
    public static ByPart<double> BodyShare { get; } = new(0.06, 0.03, 0.49, 0.05, 0.30, 0.07);

    /// <summary>The region that a part counts with at night.</summary>
    public static Region AtNight(Part part) =>
        part switch
        {
            Part.Head or Part.Face => Region.Head,
            Part.Torso or Part.Hands => Region.Torso,
            Part.Legs => Region.Legs,
            _ => Region.Feet,
        };
}
