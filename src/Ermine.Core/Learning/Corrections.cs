using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Units;

namespace Ermine.Core.Learning;

/// <summary>By what a thing was found to be other than its numbers say.</summary>
public enum CorrectedBy
{
    /// <summary>Nights came out otherwise than its label.</summary>
    Nights,

    /// <summary>Its loft was read by ruler.</summary>
    Ruler,
}

/// <summary>A thing whose numbers are proposed to be corrected: nothing is changed until someone says so.</summary>
/// <param name="ItemId">Which.</param>
/// <param name="Name">What it is called.</param>
/// <param name="By">How that was found.</param>
/// <param name="OffK">How much warmer than its numbers it came out, K; negative is short.</param>
/// <param name="SdK">How closely that is known, K.</param>
/// <param name="Nights">From how many nights.</param>
/// <param name="ReadCm">Loft read by ruler, cm; null where by nights.</param>
/// <param name="LoftFactor">The loft to count with from then on, of new.</param>
/// <param name="PromiseC">Comfort that it then stands for on the bench, °C.</param>
public sealed record Correction(
    Guid ItemId,
    string Name,
    CorrectedBy By,
    double OffK,
    double SdK,
    int Nights,
    double? ReadCm,
    double LoftFactor,
    double? PromiseC
);

/// <summary>
/// Bags and quilts that keep coming out otherwise than they promise. What is the thing's is told from what is the sleeper's by nights in other
/// things: those alone say how each sleeper sleeps. Prior of a thing normal(0, 3 K) (assumption).
/// </summary>
public static class Corrections
{
    /// <summary>How far things differ from their labels, K: one standard deviation of the prior (assumption).</summary>
    public const double PriorK = 3;

    /// <summary>Fewest nights from which something is proposed (assumption).</summary>
    public const int FewestNights = 3;

    /// <summary>Least difference that is proposed, K (assumption).</summary>
    public const double WorthSaying = 2;

    /// <summary>Most nights of one person in one thing that are looked at, the latest.</summary>
    private const int MostNights = 60;

    private const int Thinned = 12;

    /// <summary>Comfort that a bag or quilt stands for on the bench as lofty as it is, °C; null of all else.</summary>
    public static double? PromiseOf(KitItem item) =>
        item.IsTopLayer && ItemReader.Read(item).Insulation is { } bag
            ? PromiseOf(item, bag.SI * item.LoftFactor)
            : null;

    private static double? PromiseOf(KitItem item, double si) =>
        Labels.Promise(new(si), ItemReader.OnTheBench(item)).Comfort?.Celsius;

    /// <summary>What is proposed.</summary>
    /// <param name="told">Nights that tell something, each with its entry.</param>
    /// <param name="log">The log, for what was read by ruler.</param>
    /// <param name="closet">What is owned.</param>
    /// <param name="stated">What each sleeper says of how they sleep, K.</param>
    public static IReadOnlyList<Correction> Of(
        IReadOnlyList<(LogEntry Entry, NightTold Told)> told,
        IReadOnlyList<LogEntry> log,
        Closet closet,
        Func<Guid, double> stated
    ) => [.. ByNights(told, closet, stated), .. ByRuler(log, closet)];

    private static IEnumerable<Correction> ByNights(
        IReadOnlyList<(LogEntry Entry, NightTold Told)> told,
        Closet closet,
        Func<Guid, double> stated
    )
    {
        var things = told.SelectMany(t => t.Entry.Planned!.Things)
            .Where(t => t.PromiseC is not null)
            .Select(t => t.ItemId)
            .Distinct();
        foreach (var item in things.Select(closet.Find).OfType<KitItem>())
        {
            // What has been corrected since speaks only for how it was read before.
            bool In(LogEntry entry) =>
                entry.Planned!.Things.Any(t =>
                    t.ItemId == item.Id
                    && t.PromiseC is { } then
                    && PromiseOf(item) is { } now
                    && Math.Abs(then - now) < 0.25
                );
            var nights = told.Where(t => In(t.Entry)).ToList();
            if (nights.Count < FewestNights)
                continue;
            var off = Off(item.Id, nights, told, stated);
            if (Math.Abs(off.Mean) < WorthSaying || off.Low < 0 == off.High > 0)
                continue;
            if (Corrected(item, off.Mean) is { } factor && Math.Abs(factor - item.LoftFactor) > 0.01)
                yield return new(
                    item.Id,
                    item.Name,
                    CorrectedBy.Nights,
                    off.Mean,
                    off.Sd,
                    nights.Count,
                    null,
                    factor,
                    PromiseOf(item with { LoftFactor = factor })
                );
        }
    }

    /// <summary>How much warmer than its label a thing comes out, K.</summary>
    /// <param name="itemId">The thing.</param>
    /// <param name="nights">Nights in it.</param>
    /// <param name="all">All nights.</param>
    /// <param name="stated">What each sleeper says, K.</param>
    internal static Known Off(
        Guid itemId,
        IReadOnlyList<(LogEntry Entry, NightTold Told)> nights,
        IReadOnlyList<(LogEntry Entry, NightTold Told)> all,
        Func<Guid, double> stated
    )
    {
        var off = new Posterior(0, PriorK, 121);
        foreach (var person in nights.GroupBy(n => n.Entry.SleeperId))
        {
            var sleeper = new Posterior(stated(person.Key), KnownBody.OffsetPriorK);
            foreach (
                var (_, other) in all.Where(n =>
                    n.Entry.SleeperId == person.Key && n.Entry.Planned!.Things.All(t => t.ItemId != itemId)
                )
            )
                sleeper.Take(o => Offsets.Likelihood(other, o));
            var weights = sleeper.Weights();
            List<NightTold> own = [.. person.TakeLast(MostNights).Select(n => n.Told)];
            off.Take(b =>
            {
                var sum = 0.0;
                for (var i = 0; i < weights.Length; i += Thinned)
                {
                    if (weights[i] < 1e-9)
                        continue;
                    var likely = weights[i];
                    foreach (var night in own)
                        likely *= Offsets.Likelihood(night, sleeper.At[i] + b);
                    sum += likely;
                }
                return sum * Thinned;
            });
        }
        return off.Told(nights.Count);
    }

    /// <summary>The loft with which a thing promises as much more or less; null where no loft would.</summary>
    private static double? Corrected(KitItem item, double offK) =>
        ItemReader.Read(item).Insulation is { SI: > 0 } bag
        && PromiseOf(item) is { } promise
        && Labels.BagFor(Threshold.Comfort, new(promise - offK), ItemReader.OnTheBench(item)) is { } then
            ? Math.Round(Math.Clamp(then.SI / bag.SI, Loft.LeastFactor, Loft.MostFactor), 3)
            : null;

    private static IEnumerable<Correction> ByRuler(IReadOnlyList<LogEntry> log, Closet closet)
    {
        var read = log.Where(e => e.LeftOut is null)
            .OrderBy(e => e.Date)
            .SelectMany(e => e.Night?.Lofts ?? [])
            .GroupBy(l => l.ItemId);
        foreach (var lofts in read)
        {
            if (closet.Find(lofts.Key) is not { } item || ItemReader.Read(item).Insulation is not { SI: > 0 } now)
                continue;
            var latest = lofts.Last();
            var newCm = now.SI / (Insulation.SIPerLoftCm * ItemReader.LoftShare);
            var factor = Math.Round(Loft.ByRuler(latest.Cm, newCm), 3);
            if (Math.Abs(factor - item.LoftFactor) <= 0.05)
                continue;
            var promise = PromiseOf(item with { LoftFactor = factor });
            yield return new(
                item.Id,
                item.Name,
                CorrectedBy.Ruler,
                (PromiseOf(item) - promise) ?? 0,
                0,
                lofts.Count(),
                latest.Cm,
                factor,
                promise
            );
        }
    }
}
