namespace Ermine.Core.Plans;

/// <summary>Where a thing is in the evening, or was dried that day.</summary>
public enum Place
{
    /// <summary>Slept in.</summary>
    SleptIn,

    /// <summary>Worn that day.</summary>
    Worn,

    /// <summary>Carried on the body under a layer.</summary>
    OnBody,

    /// <summary>Taken to bed to dry.</summary>
    InBed,

    /// <summary>Laid under the body: kept from freezing.</summary>
    UnderBody,

    /// <summary>Packed.</summary>
    Packed,

    /// <summary>Hung out at noon, then packed.</summary>
    HungOut,

    /// <summary>Hung by a stove.</summary>
    ByStove,
}
