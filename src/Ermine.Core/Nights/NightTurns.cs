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
        if (FromWarmOf(slept, low) is not { } warm || ToNoGoOf(slept, low) is not { } noGo)
            return null;
        var cold = slept.Lines!.Under(Verdicts.ColdBelow, Feet.AlarmBelow);
        return new(warm, BodyAndFeet.Of(ColdLine.Worse(cold.Body, noGo.Body), cold.Feet), noGo);
    }

    /// <summary>Where a night slept turns from warm; null likewise.</summary>
    /// <inheritdoc cref="Of"/>
    public static BodyAndFeet? FromWarmOf(NightSlept slept, Temperature low) =>
        slept is { Worn: { } worn, Lines: { } lines }
            ? BodyAndFeet.Of(ColdLine.Worse(lines.Body, Steady(worn, Threshold.Limit, low)), lines.Feet)
            : null;

    /// <summary>Where a night slept turns to no-go; null likewise.</summary>
    /// <inheritdoc cref="Of"/>
    public static BodyAndFeet? ToNoGoOf(NightSlept slept, Temperature low)
    {
        if (slept is not { Worn: { } worn, Lines: { } lines })
            return null;
        var danger = lines.Under(Verdicts.DangerBelow, Feet.DangerBelow);
        return BodyAndFeet.Of(ColdLine.Worse(danger.Body, Steady(worn, Threshold.Extreme, low)), danger.Feet);
    }

    /// <summary>The low of the night at which a threshold no longer holds in its coldest hours, in whatever is then slept in.</summary>
    private static ColdLine Steady(NightAsWorn worn, Threshold threshold, Temperature low) =>
        worn
            .Night.Coldest()
            .Select(c =>
                worn.Line(c.Stack, threshold) is var line && line.Outside is { } at
                    ? ColdLine.At(at - (c.Low - low))
                    : line
            )
            .Aggregate(ColdLine.Worse);

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
