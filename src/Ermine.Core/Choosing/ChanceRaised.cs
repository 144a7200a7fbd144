using Ermine.Core.Chance;
using Ermine.Core.Forecasts;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>What may raise a chance.</summary>
public enum RaisedBy
{
    /// <summary>A change of what is packed or done.</summary>
    Fix,

    /// <summary>Asking the forecast again, closer to the nights.</summary>
    Forecast,

    /// <summary>One more night logged, close to what holds.</summary>
    Night,
}

/// <summary>
/// Something by which the chance of sleeping through every night may rise. A fix warms; knowing warms nobody: it says on which side one is, so
/// it has a good and a bad end.
/// </summary>
/// <param name="By">By what.</param>
/// <param name="From">The chance now, 0–1.</param>
/// <param name="To">With the fix; or where what is learned is good news.</param>
/// <param name="IfBad">Where it is bad news; null of a fix.</param>
/// <param name="Night">The night that the fix is for, from 0; null of what is learned.</param>
/// <param name="Fix">The fix; null of what is learned.</param>
public sealed record Raise(RaisedBy By, double From, double To, double? IfBad, int? Night, Fix? Fix);

/// <summary>What would raise the chance most: from what is owned and can be done, a better forecast, one more logged night.</summary>
public static class ChanceRaised
{
    /// <summary>Days until the forecast is asked again (assumption).</summary>
    public const double DaysLater = 2;

    /// <summary>Fixes weighed through the whole trip.</summary>
    private const int MostFixes = 4;

    /// <summary>Least rise that is worth naming.</summary>
    private const double WorthNaming = 0.05;

    /// <summary>Mean of the better half of a normal distribution, standard deviations over its middle.</summary>
    private static readonly double BetterHalf = Math.Sqrt(2 / Math.PI);

    /// <summary>What would raise it, the highest rise first; none where no night is known or hardly anything is left to gain.</summary>
    /// <param name="run">The trip of one person.</param>
    public static IReadOnlyList<Raise> For(TripRun run)
    {
        List<TurnOf?> nights = [.. Enumerable.Range(0, run.Count).Select(n => TurnOf.Night(run, n))];
        if (TripChance.Of(nights, run.Model.Sleeper.Offset) is not { } now)
            return [];
        List<Raise> raises = [.. OfFixes(run, now)];
        if (OfForecast(run, nights, now) is { } forecast)
            raises.Add(forecast);
        raises.Add(OfNight(run, nights, now));
        return [.. raises.Where(r => r.To - r.From >= WorthNaming).OrderByDescending(r => r.To)];
    }

    private static List<Raise> OfFixes(TripRun run, TripChance now)
    {
        var night = now.Each.Index().Where(c => c.Item is not null).MinBy(c => c.Item).Index;
        return
        [
            .. Fixes
                .For(run, night)
                .Changes.Take(MostFixes)
                .ToList()
                .AsParallel()
                .AsOrdered()
                .WithCancellation(run.Context.Stop)
                .Select(fix =>
                {
                    var member = run.Sleeping(night, fix.System);
                    if (fix.Bedtime is { } then)
                        member = run.Doing(member, night, then);
                    return new Raise(
                        RaisedBy.Fix,
                        now.All,
                        TripChance.Of(run.With(member))?.All ?? now.All,
                        null,
                        night,
                        fix
                    );
                })
                .AsSequential()
                .OrderByDescending(r => r.To)
                .Take(2),
        ];
    }

    /// <summary>
    /// In two days the spread is that of two days fewer, and the low it stands round has moved by what was known then and not now: by so much up
    /// in the better half of cases, by so much down in the other.
    /// </summary>
    private static Raise? OfForecast(TripRun run, IReadOnlyList<TurnOf?> nights, TripChance now)
    {
        double With(double sign) =>
            TripChance
                .Of(
                    [
                        .. nights.Select(
                            (turn, n) =>
                                turn is null ? null : turn with { FromWarm = Later(run, n, turn.FromWarm, sign) }
                        ),
                    ],
                    now.Sleeper
                )!
                .All;
        var (good, bad) = (With(1), With(-1));
        return good - bad < WorthNaming ? null : new(RaisedBy.Forecast, now.All, good, bad, null, null);
    }

    private static NightOdds Later(TripRun run, int night, NightOdds odds, double sign)
    {
        if (odds.SigmaK <= 0)
            return odds;
        var ahead = run.Context.Weather(night)!.DaysAhead;
        var sigma = DesignLows.Sigma(Math.Max(0, ahead - DaysLater), run.Trip.Nights[night].Terrain);
        if (sigma >= odds.SigmaK)
            return odds;
        var share = sigma / odds.SigmaK;
        var shift = sign * BetterHalf;
        if (odds.Members is not { Count: > 0 } members)
            return odds with
            {
                SigmaK = sigma,
                CampLowC = odds.CampLowC + shift * Math.Sqrt(odds.SigmaK * odds.SigmaK - sigma * sigma),
            };
        var mean = members.Average();
        var spread = Math.Sqrt(members.Average(m => (m - mean) * (m - mean)));
        return odds with
        {
            Members =
            [
                .. members.Select(m => mean + shift * spread * Math.Sqrt(1 - share * share) + share * (m - mean)),
            ],
        };
    }

    /// <summary>A night slept just at what holds is fine in half of the cases; either way the sleeper is known better.</summary>
    private static Raise OfNight(TripRun run, IReadOnlyList<TurnOf?> nights, TripChance now)
    {
        var known = run.Model.Sleeper.Offset;
        var variance = known.Sd * known.Sd;
        var shift = BetterHalf * variance / Math.Sqrt(variance + Chances.NightToNightK * Chances.NightToNightK);
        var sd = Math.Sqrt(variance - shift * shift);
        double With(double sign) =>
            TripChance.Of(nights, known with { Mean = known.Mean + sign * shift, Sd = sd })!.All;
        return new(RaisedBy.Night, now.All, With(1), With(-1), null, null);
    }
}
