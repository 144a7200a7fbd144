using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Units;

namespace Ermine.Core.Nights;

/// <summary>
/// The outside lows at which the verdict of a night turns, with its vapour as it was at the low planned for: by the hours, and never later
/// than what is slept in holds to in the coldest of them.
/// </summary>
/// <param name="FromWarm">Down to here it is slept through.</param>
/// <param name="ToCold">Below here one lies awake and shivers.</param>
/// <param name="ToNoGo">Below here it is no-go.</param>
public sealed record NightTurns(BodyAndFeet FromWarm, BodyAndFeet ToCold, BodyAndFeet ToNoGo)
{
    /// <summary>Of a night slept; null where nothing is laid out or no low is known.</summary>
    /// <param name="slept">The night.</param>
    /// <param name="low">The low it was slept at.</param>
    public static NightTurns? Of(NightSlept slept, Temperature low)
    {
        if (slept is not { Worn: { } worn, Lines: { } lines })
            return null;
        var danger = lines.Under(Verdicts.DangerBelow, Feet.DangerBelow);
        var cold = lines.Under(Verdicts.ColdBelow, Feet.AlarmBelow);
        var noGo = ColdLine.Worse(danger.Body, Steady(Threshold.Extreme));
        return new(
            BodyAndFeet.Of(ColdLine.Worse(lines.Body, Steady(Threshold.Limit)), lines.Feet),
            BodyAndFeet.Of(ColdLine.Worse(cold.Body, noGo), cold.Feet),
            BodyAndFeet.Of(noGo, danger.Feet)
        );

        // The low of the night at which a threshold no longer holds in its coldest hours, in whatever is then slept in.
        ColdLine Steady(Threshold threshold) =>
            worn
                .Night.Coldest()
                .Select(c =>
                    worn.Line(c.Stack, threshold) is { Outside: { } at }
                        ? ColdLine.At(at - (c.Low - low))
                        : worn.Line(c.Stack, threshold)
                )
                .Aggregate(ColdLine.Worse);
    }

    /// <summary>
    /// By how much the lines to cold and to no-go are drawn up for each degree that they lie below the low planned for (assumption): there
    /// more freezes than at that low. Against nights played at their own low they lay at most 0.051 too cold, those from warm 0.03 K in all.
    /// </summary>
    public const double DrawnUp = 0.06;

    /// <summary>The same with the far lines erring to the colder night.</summary>
    /// <param name="low">The low it was slept at.</param>
    public NightTurns OnTheSafeSide(Temperature low)
    {
        return this with { ToCold = Drawn(ToCold), ToNoGo = Drawn(ToNoGo) };

        BodyAndFeet Drawn(BodyAndFeet lines) => BodyAndFeet.Of(Up(lines.Body), Up(lines.Feet!));
        ColdLine Up(ColdLine line) =>
            line.Outside is { } at && at < low ? ColdLine.At(new(at.Celsius + DrawnUp * (low - at).Kelvin)) : line;
    }

    /// <summary>The verdict at a low: warm where it is slept through, also where one may sweat.</summary>
    /// <param name="low">The low outside.</param>
    public Verdict At(Temperature low) =>
        !ToNoGo.Together.In(low) ? Verdict.NoGo
        : !ToCold.Together.In(low) ? Verdict.Cold
        : !FromWarm.Together.In(low) ? Verdict.Cool
        : Verdict.Warm;
}
