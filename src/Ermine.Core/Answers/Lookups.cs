using Ermine.Core.Body;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Answers;

/// <summary>What can be looked up, measured or said.</summary>
public enum LookUp
{
    /// <summary>The number printed on a thing.</summary>
    Label,

    /// <summary>Whether the one temperature printed is comfort or limit.</summary>
    WhichTemperature,

    /// <summary>Loft, by ruler.</summary>
    Loft,

    /// <summary>Its mass, on scales: of two tops the heavier outside crushes the other.</summary>
    Mass,

    /// <summary>Height, mass, age and sex of the sleeper.</summary>
    Sleeper,
}

/// <summary>Something not known, and how far the answer hangs on it.</summary>
/// <param name="What">What to look up.</param>
/// <param name="ItemId">On which thing; null for the sleeper.</param>
/// <param name="Swing">Between what the night holds to at the two ends of what it may be.</param>
/// <param name="AtWorst">What the night holds to if it is the worst that it may be; null where it holds at no temperature.</param>
/// <param name="AtBest">The same at best.</param>
public sealed record Unknown(
    LookUp What,
    Guid? ItemId,
    TemperatureDifference Swing,
    Temperature? AtWorst,
    Temperature? AtBest
);

/// <summary>
/// The value of looking: of everything that was taken as usual for this night, how far its holds-to moves over the range in which nearly all
/// such things lie. Each alone, as things lie this evening.
/// </summary>
public static class Lookups
{
    /// <summary>Swings smaller than this are not worth a walk to the closet, K.</summary>
    public const double WorthLooking = 0.7;

    /// <summary>Range of what is judged by eye, share of its resistance (assumption).</summary>
    public const double Estimated = 0.25;

    /// <summary>Range of the loft of a thing that was only called old, share of new (assumption).</summary>
    public const double OldFrom = 0.6;

    /// <summary>Range of a mass that was taken from a type (assumption).</summary>
    public const double MassBy = 0.3;

    /// <summary>What was not looked up, widest swing first.</summary>
    /// <param name="run">The trip.</param>
    /// <param name="night">Which night, from 0.</param>
    public static IReadOnlyList<Unknown> For(TripRun run, int night)
    {
        var system = run.SystemOf(night);
        var (bedtime, water) = (run.BedtimeOf(night), run[night].EveningWater);
        var things = system.ThingsIn(run.Closet).Where(t => t.IsForNight).ToList();
        var tops = things.Count(t => t.IsTopLayer);
        return
        [
            .. things
                .SelectMany(t => Ranges(t, tops))
                .Select(r => Of(r.What, r.Worst.Id, WithThing(r.Worst), WithThing(r.Best)))
                .Concat(OfSleeper())
                .Where(u => u.Swing.Kelvin >= WorthLooking)
                .OrderByDescending(u => u.Swing.Kelvin),
        ];

        Temperature? WithThing(KitItem item) => HoldsWith(run.Model.With(run.Closet.With([item])));

        Temperature? HoldsWith(NightModel model) => model.HoldsTogether(night, system, bedtime, water).Together.Outside;

        IEnumerable<Unknown> OfSleeper()
        {
            var sleeper = run.Model.Sleeper;
            if (!sleeper.IsUsual || things.Count == 0)
                yield break;
            // A small woman of fifty and a large man of thirty: most sleepers lie between (assumption).
            var small = sleeper with
            {
                MassKg = 55,
                HeightCm = 160,
                AgeYears = 50,
                Sex = Sex.Female,
            };
            var large = sleeper with { MassKg = 90, HeightCm = 185, AgeYears = 30, Sex = Sex.Male };
            yield return Of(
                LookUp.Sleeper,
                null,
                HoldsWith(new(run.Context, small)),
                HoldsWith(new(run.Context, large))
            );
        }
    }

    private static Unknown Of(LookUp what, Guid? item, Temperature? one, Temperature? other)
    {
        var (worst, best) = one is { } a && other is { } b && a.Celsius < b.Celsius ? (other, one) : (one, other);
        return new(what, item, new(worst is { } w && best is { } c ? (w - c).Kelvin : 0), worst, best);
    }

    private static IEnumerable<(LookUp What, KitItem Worst, KitItem Best)> Ranges(KitItem item, int tops)
    {
        if (item.Claims is [{ Kind: ClaimKind.Unspecified }] && item.IsTopLayer)
        {
            var printed = item.Claims[0];
            yield return (LookUp.WhichTemperature, As(ClaimKind.Limit), As(ClaimKind.Comfort));

            KitItem As(ClaimKind kind) => item with { Claims = [printed with { Kind = kind }] };
        }
        else if (item.Claims.Count > 0 && Spread(item) is var (least, most) && most > least)
            yield return (LookUp.Label, Scaled(item, least), Scaled(item, most));
        if (item is { LoftFactor: Loft.IfOld, Source: not ClaimSource.Measured })
            yield return (LookUp.Loft, item with { LoftFactor = OldFrom }, item with { LoftFactor = 1 });
        if (tops > 1 && item.IsTopLayer && ItemTypes.Find(item.Type) is { } type && type.Usual.MassG == item.MassG)
            yield return (
                LookUp.Mass,
                item with
                {
                    MassG = item.MassG * (1 + MassBy),
                },
                item with
                {
                    MassG = item.MassG * (1 - MassBy),
                }
            );
    }

    private static (double Least, double Most) Spread(KitItem item) =>
        item.Source switch
        {
            ClaimSource.Usual => ItemTypes.Find(item.Type)?.Spread ?? (1 - Estimated, 1 + Estimated),
            ClaimSource.Estimated => (1 - Estimated, 1 + Estimated),
            _ => (1, 1),
        };

    /// <summary>With another resistance by its loft, so that everything else that its label says stays.</summary>
    private static KitItem Scaled(KitItem item, double by) => item with { LoftFactor = item.LoftFactor * by };
}
