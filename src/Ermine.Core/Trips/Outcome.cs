using Ermine.Core.Heat;
using Ermine.Core.Nights;
using Ermine.Core.Units;

namespace Ermine.Core.Trips;

/// <summary>
/// What any variant of a night comes to: the one answer by which what is packed, put on, done, bought, lost or set side by side is
/// measured. It is worked out as the plan itself is, so that what a press promises is what the plan then says.
/// </summary>
/// <param name="Holds">Coldest air outside in which the body's comfort holds, and coldest low at which the feet hold, where they lead.</param>
/// <param name="Margin">The low planned for over what the two hold together; null unless both lie at a temperature.</param>
/// <param name="Verdict">The plan's verdict; null while no low is known or nothing is laid out.</param>
/// <param name="TurnsAt">The outside low at which its hours turn from warm, for the body, and for the feet where they lead; null where the verdict is.</param>
/// <param name="LowestFeet">Lowest temperature of the feet; null where the verdict is.</param>
/// <param name="FrostG">Frost in bags and quilts at getting in, g.</param>
/// <param name="MassG">What is slept in, g.</param>
public sealed record Outcome(
    BodyAndFeet Holds,
    TemperatureDifference? Margin,
    Verdict? Verdict,
    BodyAndFeet? TurnsAt,
    Temperature? LowestFeet,
    double FrostG,
    double MassG
)
{
    /// <summary>Of one night of a run.</summary>
    /// <param name="run">The run.</param>
    /// <param name="night">Which night, from 0.</param>
    public static Outcome Of(TripRun run, int night)
    {
        var system = run.SystemOf(night);
        var slept = run[night].Slept;
        var holds = run.HoldsTogether(night);
        return new(
            holds,
            holds.Together.MarginAt(run.LowOf(night)),
            NightModel.VerdictOf(slept),
            slept.Lines?.Turns(),
            slept.Hours?.LowestFeet,
            run.FrostG(night),
            system.ThingsIn(run.Closet).Sum(t => t.MassG)
        );
    }

    /// <summary>How much colder the night may be than with another, by where its hours turn, or by what it holds to while no low is known; null unless both lie at a temperature.</summary>
    public TemperatureDifference? GainOver(Outcome other) => Line.ColderThan(other.Line);

    /// <summary>Whether it is better than another by at least so many degrees, or by lying past every temperature.</summary>
    public bool IsBetterThan(Outcome other, double byKelvin) =>
        GainOver(other) is { } gain ? gain.Kelvin >= byKelvin : Line.CompareTo(other.Line) < 0;

    /// <summary>Not slept through, or it does not hold at the low planned for.</summary>
    public bool IsShort =>
        Verdict is not (null or Nights.Verdict.Warm or Nights.Verdict.Hot) || Margin is { Kelvin: < 0 };

    private ColdLine Line => (TurnsAt ?? Holds).Together;
}
