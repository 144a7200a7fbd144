using Ermine.Core.Answers;
using Ermine.Core.Heat;

namespace Ermine.Core.Teaching;

/// <summary>The memory word, letter by letter: E, R, M, I, N, E.</summary>
public enum Letter
{
    /// <summary>Earth first: what lies under one comes before what lies over.</summary>
    Earth,

    /// <summary>Room: loft and blood need it.</summary>
    Room,

    /// <summary>Moisture out: what is damp is cold.</summary>
    Moisture,

    /// <summary>In warm: what goes in cold stays cold.</summary>
    InWarm,

    /// <summary>Nothing bare.</summary>
    NothingBare,

    /// <summary>Early: before one is cold, not when.</summary>
    Early,
}

/// <summary>What a picture of the lesson answers.</summary>
public enum Topic
{
    /// <summary>Why a pad.</summary>
    Pad,

    /// <summary>Why the bag does not warm from below.</summary>
    Underside,

    /// <summary>Why loose.</summary>
    Loose,

    /// <summary>Why dry.</summary>
    Dry,

    /// <summary>Why not breathe inside.</summary>
    Breath,

    /// <summary>Why go in warm.</summary>
    WarmFeet,

    /// <summary>Why eat, and fill a bottle.</summary>
    Food,

    /// <summary>Why cover the head.</summary>
    Head,

    /// <summary>Why cover the face.</summary>
    Face,

    /// <summary>Why the jacket at the start of a stop.</summary>
    Jacket,
}

/// <summary>In what the ways of a picture are measured.</summary>
public enum Measured
{
    /// <summary>Coldest low outside that the night holds to.</summary>
    HoldsTo,

    /// <summary>Low outside below which one lies awake and shivers.</summary>
    AwakeBelow,

    /// <summary>Coldest air, °C.</summary>
    Air,

    /// <summary>Insulation, m²K/W.</summary>
    Insulation,

    /// <summary>Minutes.</summary>
    Minutes,

    /// <summary>Temperature of the feet, °C.</summary>
    Feet,

    /// <summary>Heat debt, Wh/m².</summary>
    Debt,
}

/// <summary>A point of a curve.</summary>
/// <param name="Hour">Hours from the midnight before the evening, or from the beginning of a stop.</param>
/// <param name="Value">As the picture is measured.</param>
public sealed record CurvePoint(double Hour, double Value);

/// <summary>A line across a curve.</summary>
/// <param name="Value">Where, as the picture is measured.</param>
/// <param name="Says">What lies beyond it.</param>
public sealed record CurveMark(double Value, string Says);

/// <summary>One of the ways that a picture sets side by side.</summary>
/// <param name="Name">Which, without a number.</param>
/// <param name="Line">The low it holds to; null where the picture is measured otherwise.</param>
/// <param name="Value">The value; null where it is a line, or past what is looked at: longer than half an hour, in no air.</param>
/// <param name="Beside">What else is told of it: share of all heat that goes this way (0–1), grams of water kept, or mm by which a stack is too thick for its boot; null where nothing is.</param>
/// <param name="Bed">The night with its cut, without its hours; null where none is drawn.</param>
/// <param name="Curve">Its course; empty where none is drawn.</param>
public sealed record Way(
    string Name,
    ColdLine? Line,
    double? Value,
    double? Beside,
    NightAnswer? Bed,
    IReadOnlyList<CurvePoint> Curve
)
{
    internal static Way Holds(string name, ColdLine line, double? beside = null, NightAnswer? bed = null) =>
        new(
            name,
            line,
            null,
            beside,
            bed is null ? null : bed with { Hours = null, Frost = null, Cautions = [], Assumed = [] },
            []
        );

    internal static Way Of(string name, double? value, double? beside = null) =>
        new(name, null, value, beside, null, []);

    internal static Way Along(string name, double? value, IEnumerable<CurvePoint> curve) =>
        new(name, null, value, null, null, [.. curve]);
}

/// <summary>One picture of the lesson, from the trip's own numbers.</summary>
/// <param name="Topic">What it answers.</param>
/// <param name="Letter">To which letter of the memory word it belongs.</param>
/// <param name="Measured">In what its ways are measured.</param>
/// <param name="Night">The night, or the night that the day ends in, from 0.</param>
/// <param name="Ways">The ways side by side, as it should be first.</param>
/// <param name="Marks">Lines across its curves; none where it has no curves.</param>
/// <param name="Do">What to do, in a sentence.</param>
/// <param name="Why">Why, in a sentence.</param>
/// <param name="Usual">What is usual stands in for what is not along: said under the picture; null where all is the trip's own.</param>
public sealed record Lesson(
    Topic Topic,
    Letter Letter,
    Measured Measured,
    int Night,
    IReadOnlyList<Way> Ways,
    IReadOnlyList<CurveMark> Marks,
    string Do,
    string Why,
    string? Usual
)
{
    /// <summary>What the last way costs against the first, K, endless where it holds in no air; null where they are not measured in lows.</summary>
    internal double? Costs =>
        Ways.Count > 1 && Ways[0].Line is { } best && Ways[^1].Line is { } worst
            ? best.ColderThan(worst)?.Kelvin ?? (best.CompareTo(worst) < 0 ? double.PositiveInfinity : 0)
            : null;
}
