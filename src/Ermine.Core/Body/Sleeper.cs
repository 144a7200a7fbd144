namespace Ermine.Core.Body;

/// <summary>Sex as the resting-heat equation distinguishes it.</summary>
public enum Sex
{
    /// <summary>Female.</summary>
    Female,

    /// <summary>Male.</summary>
    Male,
}

/// <summary>A person who sleeps out.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">What the sleeper is called; unique, 1–80 characters.</param>
/// <param name="MassKg">Body mass, kg, 20–200.</param>
/// <param name="HeightCm">Height, cm, 100–230.</param>
/// <param name="AgeYears">Age, years, 5–100.</param>
/// <param name="Sex">Sex for the resting-heat equation.</param>
/// <param name="StatedOffsetK">How much warmer (positive) or colder (negative) than the model this person says they sleep, K, −10 to 10. It speaks until nights of their own do, and is then only the middle of what was thought before them.</param>
/// <param name="Version">Counts saves; 0 is not saved yet.</param>
/// <param name="HandsPercent">How much more (positive) or less blood than the model's reaches this person's hands, %, −60 to 60.</param>
/// <param name="FeetPercent">The same of the feet.</param>
public sealed record Sleeper(
    Guid Id,
    string Name,
    double MassKg,
    double HeightCm,
    int AgeYears,
    Sex Sex,
    double StatedOffsetK = 0,
    long Version = 0,
    double HandsPercent = 0,
    double FeetPercent = 0
)
{
    /// <summary>The standard woman of ISO 23537-1, of whom <i>comfort</i> and <i>extreme</i> on a label speak.</summary>
    public static Sleeper StandardWoman { get; } = new(Guid.Empty, "standard woman", 60, 160, 25, Sex.Female);

    /// <summary>The standard man of ISO 23537-1, of whom <i>limit</i> on a label speaks.</summary>
    public static Sleeper StandardMan { get; } = new(Guid.Empty, "standard man", 73, 173, 25, Sex.Male);

    /// <summary>Someone of whom nothing is known yet, between a woman's and a man's size; a woman, who makes less heat (assumption).</summary>
    /// <param name="id">Identity.</param>
    public static Sleeper Usual(Guid id) => new(id, "Me", 70, 172, 35, Sex.Female);

    /// <summary>What this person's own nights and days have shown; null while there are none. Never stored with the person.</summary>
    internal KnownBody? Shown { get; init; }

    /// <summary>The same person with what nights and days have shown.</summary>
    public Sleeper Knowing(KnownBody? shown) => this with { Shown = shown };

    /// <summary>How much warmer or colder than the model this person sleeps, K: from own nights, else as stated.</summary>
    public Known Offset => Shown?.Offset ?? Known.Normal(StatedOffsetK, KnownBody.OffsetPriorK);

    /// <summary>Nothing about the body was changed from <see cref="Usual(Guid)"/>.</summary>
    public bool IsUsual => Usual(Id) == this with { Name = "Me", StatedOffsetK = 0, Version = 0, Shown = null };

    /// <summary>Share of the usual supply of blood that reaches hands or feet.</summary>
    /// <param name="part">Hands or feet.</param>
    public double SupplyOf(Part part) =>
        1 + (part == Part.Hands ? Shown?.Hands?.Mean ?? HandsPercent : Shown?.Feet?.Mean ?? FeetPercent) / 100;

    /// <summary>Body surface, m² (DuBois).</summary>
    public double BodyAreaM2 => 0.202 * Math.Pow(MassKg, 0.425) * Math.Pow(HeightCm / 100, 0.725);

    /// <summary>Girth of the trunk, cm, from height and mass of trunk and arms, as a cylinder of 0.36 of the height that holds 0.6 of the mass (assumption).</summary>
    public double GirthCm => Math.Sqrt(4 * Math.PI * 0.6 * MassKg * 1000 / (0.36 * HeightCm));
}
