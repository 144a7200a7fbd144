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

/// <summary>One thing at its place in the stack.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Closure">How it is closed; for bags and quilts.</param>
public sealed record Layer(Guid ItemId, Closure Closure);

/// <summary>What a sleeper lies on, wears and lies under.</summary>
/// <param name="Layers">From the ground up: pads, then what is worn from the skin out, then bags and quilts from the inside out.</param>
/// <param name="UnderGap">What lies under the body where no pad does.</param>
public sealed record SleepSystem(IReadOnlyList<Layer> Layers, UnderGap UnderGap);
