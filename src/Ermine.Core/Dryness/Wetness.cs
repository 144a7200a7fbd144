namespace Ermine.Core.Dryness;

/// <summary>How wet a thing is.</summary>
public enum Wetness
{
    /// <summary>Dry.</summary>
    Dry,

    /// <summary>Damp.</summary>
    Damp,

    /// <summary>Wet.</summary>
    Wet,

    /// <summary>Frozen stiff: damp or wet, and in the cold.</summary>
    Frozen,
}
