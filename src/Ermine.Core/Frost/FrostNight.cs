namespace Ermine.Core.Frost;

/// <summary>Water in one thing through a night.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="BeforeG">At getting in, g.</param>
/// <param name="AfterG">At getting up, g.</param>
/// <param name="BySliceG">At getting up, by slice from the inside out, g.</param>
/// <param name="PerGram">At getting up, g on a g of fill or fabric.</param>
public sealed record FrostedThing(
    Guid ItemId,
    double BeforeG,
    double AfterG,
    IReadOnlyList<double> BySliceG,
    double PerGram
);

/// <summary>Vapour and frost of a night.</summary>
/// <param name="SourceG">Vapour from the skin, g.</param>
/// <param name="AddedG">Breath and its hoar, water of damp things, and sweat, g.</param>
/// <param name="EscapedG">Vapour into the air, g.</param>
/// <param name="DrippedG">What no thing could hold, g.</param>
/// <param name="StoredG">What stayed, g; negative where things dried.</param>
/// <param name="SkinEvaporation">Heat that skin vapour carried off, mean, W/m² of body.</param>
/// <param name="Things">Things that hold water, most first.</param>
public sealed record FrostNight(
    double SourceG,
    double AddedG,
    double EscapedG,
    double DrippedG,
    double StoredG,
    double SkinEvaporation,
    IReadOnlyList<FrostedThing> Things
);
