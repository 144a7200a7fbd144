using Ermine.Core.Choosing;
using Ermine.Core.Ground;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Core.Learning;

/// <summary>Gathers the nights of one person that trips and log know of.</summary>
public static class SeasonsKnown
{
    /// <summary>Wind where nothing is known of it, m/s (assumption).</summary>
    private const double UsualWindMs = 2;

    /// <summary>Gathers them.</summary>
    /// <param name="sleeperId">Of whom.</param>
    /// <param name="trips">Every trip of this person, run.</param>
    /// <param name="log">What was logged, of anyone.</param>
    public static SeasonNights Of(Guid sleeperId, IReadOnlyList<TripRun> trips, IReadOnlyList<LogEntry> log)
    {
        List<SeasonNight> nights = [];
        var (slept, leftOut, packed) = (new HashSet<Guid?>(), 0, 0.0);
        var planned = trips.SelectMany(r => r.Trip.Nights).Select(n => (Guid?)n.Id).ToHashSet();
        foreach (var entry in log.Where(e => e.SleeperId == sleeperId && e.Night is not null))
        {
            if (
                entry.Low is { } low
                && entry.Planned is { Shelter: not Shelter.Heated } at
                && slept.Add(entry.NightId ?? entry.Id)
            )
                nights.Add(
                    new(
                        entry.Date,
                        entry.Trip,
                        entry.Camp,
                        SeasonSource.Logged,
                        at.Surface,
                        at.Shelter,
                        UsualWindMs,
                        // Of two readings the colder one.
                        low.Celsius - low.HalfRangeK
                    )
                );
            else if (!planned.Contains(entry.NightId))
                leftOut++;
        }
        foreach (var run in trips)
        {
            for (var n = 0; n < run.Count; n++)
            {
                var at = run.Trip.Nights[n];
                packed = Math.Max(packed, run.SystemOf(n).ThingsIn(run.Closet).Sum(t => t.MassG));
                if (slept.Contains(at.Id))
                    continue;
                if (run.LowOf(n) is not { } low || at.Shelter == Shelter.Heated)
                {
                    leftOut++;
                    continue;
                }
                var (dry, wet) = (run.HoldsDry(n).Together.Outside, run.HoldsTogether(n).Together.Outside);
                nights.Add(
                    new(
                        at.Date,
                        run.Trip.Name,
                        at.Camp,
                        SeasonSource.Planned,
                        at.Surface,
                        at.Shelter,
                        run.Context.Weather(n)?.WindMs ?? UsualWindMs,
                        low.Celsius,
                        run.SystemOf(n).Bed.Hammock,
                        Math.Max(0, wet?.Celsius - dry?.Celsius ?? 0)
                    )
                );
            }
        }
        return new([.. nights.OrderBy(n => n.Date)], leftOut, packed > 0 ? packed : null);
    }
}
