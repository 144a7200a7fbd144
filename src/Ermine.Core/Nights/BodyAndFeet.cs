using Ermine.Core.Heat;

namespace Ermine.Core.Nights;

/// <summary>Which of the two fails first.</summary>
public enum Leads
{
    /// <summary>The body.</summary>
    Body,

    /// <summary>The feet.</summary>
    Feet,
}

/// <summary>Two lines of one night: a night is never better than its feet.</summary>
/// <param name="Body">That of the body.</param>
/// <param name="Feet">That of the feet; null where nothing is laid out, or where only the worse was asked for and that is the body.</param>
/// <param name="Together">What the two hold to together: the worse.</param>
/// <param name="Leads">Which of them that is; the body where they are alike.</param>
public sealed record BodyAndFeet(ColdLine Body, ColdLine? Feet, ColdLine Together, Leads Leads)
{
    /// <summary>Brings the two together.</summary>
    /// <param name="body">That of the body.</param>
    /// <param name="feet">That of the feet.</param>
    public static BodyAndFeet Of(ColdLine body, ColdLine? feet) =>
        feet is not null && feet.CompareTo(body) > 0
            ? new(body, feet, feet, Leads.Feet)
            : new(body, feet, body, Leads.Body);
}
