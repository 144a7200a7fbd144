using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Nights;
using Ermine.Core.Trips;

namespace Ermine.Core.Chance;

/// <summary>The chance that a person sleeps through the nights of a trip, and that one of them does harm.</summary>
/// <param name="All">Of sleeping through every night whose low is known, 0–1.</param>
/// <param name="Each">Of each night alone; null while its low is not known or nothing is laid out.</param>
/// <param name="Carries">The night that carries most of the risk, from 0: more than half of what the nights may go wrong by; null where none does.</param>
/// <param name="Harm">That at least one night is no-go, 0–1.</param>
/// <param name="HarmEach">Of each night.</param>
/// <param name="HarmNight">The night where that is likeliest, from 0; null where it is under <see cref="WorthNaming"/>.</param>
/// <param name="Sleeper">What is known of the sleeper.</param>
/// <param name="Unknown">Nights left out, since no low is known or nothing is laid out.</param>
public sealed record TripChance(
    double All,
    IReadOnlyList<double?> Each,
    int? Carries,
    double Harm,
    IReadOnlyList<double?> HarmEach,
    int? HarmNight,
    Known Sleeper,
    int Unknown
)
{
    /// <summary>Chance of harm from which on it is named: 1 in 50.</summary>
    public const double WorthNaming = 0.02;

    /// <summary>Of a run; null where no night can be answered.</summary>
    /// <param name="run">The trip of one person.</param>
    public static TripChance? Of(TripRun run) =>
        Of([.. Enumerable.Range(0, run.Count).Select(n => TurnOf.Night(run, n))], run.Model.Sleeper.Offset);

    /// <summary>Of nights whose turns are known; null where there is none.</summary>
    /// <param name="nights">The nights in order; null where one cannot be answered.</param>
    /// <param name="sleeper">What is known of the sleeper.</param>
    public static TripChance? Of(IReadOnlyList<TurnOf?> nights, Known sleeper)
    {
        var known = nights.OfType<TurnOf>().ToList();
        if (known.Count == 0)
            return null;
        var slept = Chances.Of([.. known.Select(n => n.FromWarm)], sleeper.Mean, sleeper.Sd);
        var unharmed = Chances.Of([.. known.Select(n => n.ToNoGo)], sleeper.Mean, sleeper.Sd);
        var each = Spread(slept.Each);
        var harm = Spread([.. unharmed.Each.Select(c => 1 - c)]);
        var risks = each.Select(c => 1 - c ?? 0).ToList();
        var most = risks.IndexOf(risks.Max());
        var worst = harm.Select(h => h ?? 0).ToList();
        var harmful = 1 - unharmed.All;
        return new(
            slept.All,
            each,
            known.Count > 1 && risks[most] > 0.05 && 2 * risks[most] > risks.Sum() ? most : null,
            harmful,
            harm,
            harmful > WorthNaming ? worst.IndexOf(worst.Max()) : null,
            sleeper,
            nights.Count - known.Count
        );

        IReadOnlyList<double?> Spread(IReadOnlyList<double> of)
        {
            var at = 0;
            return [.. nights.Select(n => n is null ? (double?)null : of[at++])];
        }
    }
}

/// <summary>Where a night turns from warm, and where to no-go, beside how cold it may get.</summary>
/// <param name="FromWarm">From being slept through.</param>
/// <param name="ToNoGo">To no-go.</param>
public sealed record TurnOf(NightOdds FromWarm, NightOdds ToNoGo)
{
    /// <summary>Of a night of a run; null while its low is not known or nothing is laid out.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="night">Which, from 0.</param>
    public static TurnOf? Night(TripRun run, int night)
    {
        if (
            run.Context.Weather(night) is not { } weather
            || NightTurns.FromWarmOf(run[night].Slept, weather.Low.PlanFor) is not { } warm
            || NightTurns.ToNoGoOf(run[night].Slept, weather.Low.PlanFor) is not { } noGo
        )
            return null;
        var offset = run.Model.Sleeper.Offset.Mean;
        return new(Odds(warm), Odds(noGo));

        // Lines are of this sleeper; the turn is of one who is as the model.
        NightOdds Odds(BodyAndFeet line) =>
            new(
                weather.Low.CampLow.Celsius,
                weather.Low.SigmaK,
                At(line.Body) + offset,
                weather.Low.CampMembers,
                At(line.Feet!)
            );
    }

    /// <summary>A line as a number that compares: past every temperature it is infinite.</summary>
    private static double At(ColdLine line) =>
        line.Holding switch
        {
            Holding.InAnyAir => double.NegativeInfinity,
            Holding.InNone => double.PositiveInfinity,
            _ => line.Outside!.Value.Celsius,
        };
}
