using Ermine.Core.Body;

namespace Ermine.Core.Kit;

/// <summary>
/// Share of each part of the body that a thing covers, 0–1. At night the hands are drawn into what covers the torso and the face into what
/// covers the head, so that a region is covered as its larger part is, and more where the smaller part has something of its own.
/// </summary>
/// <param name="Head">Head and neck. The head of a bag is its hood's.</param>
/// <param name="Torso">Torso with arms.</param>
/// <param name="Legs">Legs.</param>
/// <param name="Feet">Feet.</param>
/// <param name="Face">Face.</param>
/// <param name="Hands">Hands.</param>
public sealed record Cover(double Head, double Torso, double Legs, double Feet, double Face = 0, double Hands = 0)
{
    private static readonly double FaceInHead = Parts.BodyShare.Face / Regions.BodyShare.Head,
        HandsInTorso = Parts.BodyShare.Hands / Regions.BodyShare.Torso;

    /// <summary>The whole body.</summary>
    public static Cover Whole { get; } = new(1, 1, 1, 1, 1, 1);

    /// <summary>The body below the head.</summary>
    public static Cover BelowTheHead { get; } = new(0, 1, 1, 1, 0, 1);

    /// <summary>Share of a region that it covers at night.</summary>
    public double this[Region region] =>
        region switch
        {
            Region.Head => Head + FaceInHead * Math.Max(0, Face - Head),
            Region.Torso => Torso + HandsInTorso * Math.Max(0, Hands - Torso),
            Region.Legs => Legs,
            _ => Feet,
        };

    /// <summary>Share of a part that it covers by day.</summary>
    public double this[Part part] =>
        part switch
        {
            Part.Head => Head,
            Part.Face => Face,
            Part.Torso => Torso,
            Part.Hands => Hands,
            Part.Legs => Legs,
            _ => Feet,
        };

    /// <summary>The half of it everywhere.</summary>
    public Cover Half() => new(Head / 2, Torso / 2, Legs / 2, Feet / 2, Face / 2, Hands / 2);
}
