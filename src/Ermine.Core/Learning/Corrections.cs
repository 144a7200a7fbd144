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
public sealed record LabelCorrection(
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

/// <summary>Bags and quilts that keep coming out otherwise than they promise, and what was read by ruler.</summary>
public static class Corrections
{
    /// <summary>Fewest nights from which a thing is said to be short, and from which it is said to be warmer than it promises (assumptions).</summary>
    public const int FewestNights = 3,
        FewestToPraise = 5;

    /// <summary>Least difference that is proposed, K (assumption).</summary>
    public const double WorthSaying = 2;

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
    public static IReadOnlyList<LabelCorrection> Of(
        IReadOnlyList<(LogEntry Entry, NightTold Told)> told,
        IReadOnlyList<LogEntry> log,
        Closet closet,
        Func<Guid, double> stated
    ) => [.. ByNights(told, closet, stated), .. ByRuler(log, closet)];

    private static IEnumerable<LabelCorrection> ByNights(
        IReadOnlyList<(LogEntry Entry, NightTold Told)> told,
        Closet closet,
        Func<Guid, double> stated
    )
    {
        // What has been corrected since speaks only for how it was read before.
        List<NightIn> nights =
        [
            .. told.Select(t => new NightIn(
                t.Entry.SleeperId,
                [
                    .. t
                        .Entry.Planned!.Things.Where(p =>
                            p.PromiseC is { } then
                            && closet.Find(p.ItemId) is { } item
                            && PromiseOf(item) is { } now
                            && Math.Abs(then - now) < SameReading
                        )
                        .Select(p => p.ItemId),
                ],
                t.Told
            )),
        ];
        foreach (var (id, off) in OffLabels.Odd(nights, stated, IsWorthSaying))
        {
            var item = closet.Find(id)!;
            if (Corrected(item, off.Mean) is { } factor && Math.Abs(factor - item.LoftFactor) > 0.01)
                yield return new(
                    id,
                    item.Name,
                    CorrectedBy.Nights,
                    off.Mean,
                    off.Sd,
                    off.Count,
                    null,
                    factor,
                    PromiseOf(item with { LoftFactor = factor })
                );
        }
    }

    private static bool IsWorthSaying(Known off) =>
        off.Count >= (off.Mean < 0 ? FewestNights : FewestToPraise)
        && Math.Abs(off.Mean) >= WorthSaying
        && off.Low < 0 != off.High > 0;

    /// <summary>A promise within so much of what it was is read as it was, K.</summary>
    private const double SameReading = 0.25;

    /// <summary>The loft with which a thing promises as much more or less; null where no loft would.</summary>
    private static double? Corrected(KitItem item, double offK) =>
        ItemReader.Read(item).Insulation is { SI: > 0 } bag
        && PromiseOf(item) is { } promise
        && Labels.BagFor(Threshold.Comfort, new(promise - offK), ItemReader.OnTheBench(item)) is { } then
            ? Math.Round(Math.Clamp(then.SI / bag.SI, Loft.LeastFactor, Loft.MostFactor), 3)
            : null;

    private static IEnumerable<LabelCorrection> ByRuler(IReadOnlyList<LogEntry> log, Closet closet)
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
