namespace Ermine.Core.Stack;

/// <summary>Why a thing keeps less in a stack than alone and new.</summary>
public enum CorrectionKind
{
    /// <summary>Loft now against loft when new.</summary>
    Loft,

    /// <summary>Damp or frost in it.</summary>
    Damp,

    /// <summary>A pad that goes soft overnight.</summary>
    Soft,

    /// <summary>A pad in the double layer of a hammock.</summary>
    DoubleLayer,

    /// <summary>An underquilt stretched tight.</summary>
    Stretched,

    /// <summary>An underquilt without a hammock: it counts for nothing.</summary>
    OnlyUnderHammock,

    /// <summary>A garment that fits tightly.</summary>
    Tight,

    /// <summary>Wind works into its loft.</summary>
    Wind,

    /// <summary>A heavier layer outside presses it.</summary>
    Crushed,

    /// <summary>A further layer overlaps the first.</summary>
    Further,

    /// <summary>Worn inside a bag, pressed and creased.</summary>
    WornInBag,

    /// <summary>The bag is too narrow at the chest for what is in it.</summary>
    Squeezed,

    /// <summary>It would cost others more than it brings, so it counts for nothing.</summary>
    BringsNothing,

    /// <summary>Held up at the least that anything keeps.</summary>
    Floor,
}

/// <summary>One correction; put into words where it is shown.</summary>
/// <param name="Kind">Why.</param>
/// <param name="Factor">What the resistance was multiplied by, 0 or more.</param>
public sealed record Correction(CorrectionKind Kind, double Factor);
