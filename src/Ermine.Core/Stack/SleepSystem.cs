namespace Ermine.Core.Stack;

/// <summary>How a bag or quilt is closed for the night.</summary>
public enum Closure
{
    /// <summary>Collar drawn, or quilt strapped to the pad with its neck closed.</summary>
    Closed,

    /// <summary>Bag with its collar left open.</summary>
    CollarOpen,

    /// <summary>Quilt held by its pad straps, neck open.</summary>
    StrapsOnly,

    /// <summary>Quilt laid over, no straps.</summary>
    Loose,
}

/// <summary>What lies under the body where no pad does.</summary>
public enum UnderGap
{
    /// <summary>Nothing but the bag pressed flat.</summary>
    Nothing,

    /// <summary>Spare clothes.</summary>
    SpareClothes,

    /// <summary>An emptied rucksack.</summary>
    Rucksack,
}

/// <summary>How underquilts hang.</summary>
public enum UnderquiltFit
{
    /// <summary>Snug, the loft free.</summary>
    Snug,

    /// <summary>Stretched tight: the loft is pressed flat.</summary>
    TooTight,

    /// <summary>Gaps at the ends let air through.</summary>
    Gaps,
}

/// <summary>A hammock.</summary>
/// <param name="Fit">How the underquilts hang.</param>
/// <param name="WindCover">A cover keeps moving air off the underside.</param>
public sealed record Hammock(UnderquiltFit Fit = UnderquiltFit.Snug, bool WindCover = false);

/// <summary>One thing at its place in the stack.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Closure">How it is closed; for bags and quilts.</param>
/// <param name="HoodOpen">The hood of a bag is left open.</param>
public sealed record Layer(Guid ItemId, Closure Closure, bool HoodOpen = false);

/// <summary>What a sleeper lies on, wears and lies under.</summary>
/// <param name="Layers">From the ground up: underquilts and pads, then what is worn from the skin out, then liner, bags and quilts from the inside out, bivy.</param>
/// <param name="UnderGap">What lies under the body where no pad does.</param>
/// <param name="Hammock">Hangs instead of lying on the surface.</param>
/// <param name="BreathInside">Mouth and nose inside the bag.</param>
public sealed record SleepSystem(
    IReadOnlyList<Layer> Layers,
    UnderGap UnderGap = UnderGap.Nothing,
    Hammock? Hammock = null,
    bool BreathInside = false
)
{
    /// <summary>Nothing laid out.</summary>
    public static SleepSystem Empty { get; } = new([]);
}
