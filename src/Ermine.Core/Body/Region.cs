namespace Ermine.Core.Body;

/// <summary>The four regions into which the sleeper is cut; by day the body has six <see cref="Part"/>s.</summary>
public enum Region
{
    /// <summary>Head and neck.</summary>
    Head,

    /// <summary>Torso, arms and hands.</summary>
    Torso,

    /// <summary>Legs.</summary>
    Legs,

    /// <summary>Feet.</summary>
    Feet,
}

/// <summary>One value for each <see cref="Region"/>.</summary>
public sealed record ByRegion<T>(T Head, T Torso, T Legs, T Feet)
    where T : notnull
{
    /// <summary>The value of one region.</summary>
    public T this[Region region] =>
        region switch
        {
            Region.Head => Head,
            Region.Torso => Torso,
            Region.Legs => Legs,
            _ => Feet,
        };

    /// <summary>A new value for each region.</summary>
    public ByRegion<TOut> Map<TOut>(Func<Region, T, TOut> f)
        where TOut : notnull =>
        new(f(Region.Head, Head), f(Region.Torso, Torso), f(Region.Legs, Legs), f(Region.Feet, Feet));
}

/// <summary>Building values by region, and the shares of the body that the regions stand for.</summary>
public static class Regions
{
    /// <summary>Head to feet.</summary>
    public static IReadOnlyList<Region> All { get; } = [Region.Head, Region.Torso, Region.Legs, Region.Feet];

    /// <summary>How many there are.</summary>
    public const int Count = 4;

    /// <summary>Share of body area, sums to 1 (assumption): at night the face counts with the head and the hands with the torso.</summary>
    public static ByRegion<double> BodyShare { get; } =
        Each(region => Enum.GetValues<Part>().Where(p => Parts.AtNight(p) == region).Sum(p => Parts.BodyShare[p]));

    /// <summary>Share of each region that lies on the pad (assumption).</summary>
    public static ByRegion<double> LyingShare { get; } = new(0.25, 0.27, 0.22, 0.10);

    /// <summary>Share of each region that a hammock holds from below (assumption).</summary>
    public static ByRegion<double> HangingShare { get; } = new(0.25, 0.45, 0.40, 0.20);

    /// <summary>A value for each region.</summary>
    public static ByRegion<T> Each<T>(Func<Region, T> f)
        where T : notnull => new(f(Region.Head), f(Region.Torso), f(Region.Legs), f(Region.Feet));
}
