using Ermine.Core.Answers;
using Ermine.Core.Days;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>A day dressed and played.</summary>
/// <param name="Night">The night it ends in, from 0.</param>
/// <param name="Dressed">The day.</param>
/// <param name="UnplannedHolds">An hour of waiting at its worst moment is borne; null where nothing is done out of doors, or it was not asked.</param>
/// <param name="NightGoes">How the night after it goes.</param>
internal sealed record DayOut(int Night, DayDressed Dressed, bool? UnplannedHolds, Verdict? NightGoes);

/// <summary>Says whether days go as well in some pieces as in everything, by dressing and playing them.</summary>
internal sealed class ClothesTrials
{
    /// <summary>Where it chills anyway heat debt may be so much more, Wh/m² (assumption: less is not felt).</summary>
    private const double MoreDebt = 5;

    private readonly TripRun run;
    private readonly ClothesAsked asked;
    private readonly ClothesThings things;
    private readonly TripRun inEverything;

    /// <summary>Plays all days in everything.</summary>
    public ClothesTrials(TripRun run, ClothesAsked asked, ClothesThings things, IEnumerable<Garment> everything)
    {
        (this.run, this.asked, this.things) = (run, asked, things);
        List<(int, DayAsks)> asks = [];
        // Once a trip has been run several may ask it.
        _ = run[run.Count - 1];
        (Everything, inEverything) = Played(Ids(everything), [], asks, _ => true)!.Value;
        Asks = asks;
    }

    /// <summary>All days in everything.</summary>
    public List<DayOut> Everything { get; }

    /// <summary>What each day asks of every set of pieces, steadily.</summary>
    public IReadOnlyList<(int Night, DayAsks Asks)> Asks { get; }

    private int playedOut;

    /// <summary>Sets that days were played in.</summary>
    public int PlayedOut => playedOut;

    /// <summary>All days in some pieces; null where one goes worse than in everything: which, and for body (0), hands (1) or feet (2).</summary>
    /// <param name="pieces">They.</param>
    /// <param name="failed">The day that goes worse.</param>
    /// <param name="like">Days in other pieces: what is worn on them is worn again where it can be and does.</param>
    public List<DayOut>? Try(
        IEnumerable<Garment> pieces,
        out (int Night, int Part) failed,
        IReadOnlyList<DayOut>? like = null
    )
    {
        var (night, part) = (0, 0);
        Interlocked.Increment(ref playedOut);
        var played = Played(
            Ids(pieces),
            like ?? Everything,
            null,
            day =>
            {
                if (WorseFor(day) is not { } failing)
                    return true;
                (night, part) = (day.Night, failing);
                return false;
            }
        );
        failed = (night, part);
        return played?.Days;
    }

    /// <summary>Whether one day goes worse in some pieces, begun as it is begun in everything: about what it is after days in those pieces.</summary>
    public bool FailsOn(int night, IEnumerable<Garment> pieces)
    {
        Interlocked.Increment(ref playedOut);
        var plan = run.PlanOf(night);
        var morning = night > 0 ? inEverything[night - 1].Morning : TripState.Start;
        var day = run.Days.Of(
            run.Outfit with
            {
                Along = things.AlongWith(Ids(pieces)),
            },
            run.Closet,
            night,
            [.. plan.Blocks!.OrderBy(b => b.FromHour)],
            plan,
            morning.Water,
            morning.Body
        )!;
        var dressed = Dressing.Dress(day, plan.Schools ?? new(), PinnedOf(plan), run.Context.Stop);
        return WorseFor(new(night, dressed, Holds(day, dressed, dressed.Played), null)) is not null;
    }

    private static HashSet<Guid> Ids(IEnumerable<Garment> pieces) => [.. pieces.Select(g => g.Item.Id)];

    private static List<Bar> PinnedOf(DayPlan plan) => [.. (plan.Worn ?? []).Where(b => b.Pinned)];

    private bool? Holds(DayToPlay day, DayDressed dressed, DayPlayed played) =>
        asked.Unplanned ? Pauses.Unplanned(day with { Worn = dressed.Bars }, played, run.Context.Stop)?.Holds : null;

    /// <summary>All days dressed and played one after the other; null where it ended early.</summary>
    private (List<DayOut> Days, TripRun Run)? Played(
        IReadOnlySet<Guid> ids,
        IReadOnlyList<DayOut> like,
        List<(int Night, DayAsks Asks)>? asks,
        Func<DayOut, bool> goesOn
    )
    {
        List<DayOut> all = [];
        var lived = run.With(run.Outfit with { Along = things.AlongWith(ids) });
        foreach (var (n, night) in things.Days.Index())
        {
            run.Context.Stop.ThrowIfCancellationRequested();
            var plan = lived.PlanOf(night);
            var (schools, pinned) = (plan.Schools ?? new(), PinnedOf(plan));
            var day = DayAnswers.ToPlay(lived, night).Day!;
            // What is worn on a day in other pieces may do in these.
            if (
                like.Count > n
                && like[n].Dressed.Bars.All(b => day.Find(b.ItemId) is not null)
                && Lived(like[n].Dressed) is { } again
                && WorseFor(again.Day) is null
            )
            {
                all.Add(again.Day);
                lived = again.Run;
                continue;
            }
            DayDressed dressed;
            if (asks is null)
                dressed = Dressing.Dress(day, schools, pinned, run.Context.Stop);
            else
            {
                (dressed, var asking) = Dressing.Weigh(day, schools, pinned, run.Context.Stop);
                asks.Add((night, asking));
            }
            var (dayOut, after) = Lived(dressed);
            // The best of everything is never worse than what is worn now.
            if (
                asks is not null
                && plan.Worn is { Count: > 0 } now
                && now.All(b => day.Find(b.ItemId) is not null)
                && Lived(dressed with { Bars = now }) is { } asNow
                && IsBetter(asNow.Day, dayOut)
            )
                (dayOut, after) = asNow;
            lived = after;
            all.Add(dayOut);
            if (!goesOn(dayOut))
                return null;

            (DayOut Day, TripRun Run) Lived(DayDressed worn)
            {
                var next = lived.With(Wearing(lived.Outfit, plan, worn.Bars));
                // As the trip plays it: that is what the plan then says.
                var played = next[night].Day.Played!;
                return (
                    new(
                        night,
                        worn with
                        {
                            Played = played,
                        },
                        Holds(day, worn, played),
                        NightModel.VerdictOf(next[night].Slept)
                    ),
                    next
                );
            }
        }
        return (all, lived);
    }

    private static Outfit Wearing(Outfit outfit, DayPlan plan, IReadOnlyList<Bar> bars) =>
        outfit with
        {
            Dry = outfit.Dry with
            {
                Days = [.. outfit.Dry.Days.Select(d => d.NightId == plan.NightId ? d with { Worn = bars } : d)],
            },
        };

    /// <summary>What a day is worse for than in everything: body (0), hands (1) or feet (2); null where it goes as well in every block.</summary>
    private int? WorseFor(DayOut day)
    {
        var other = Everything[things.Days.IndexOf(day.Night)];
        foreach (var (mine, best) in day.Dressed.Played.Blocks.Zip(other.Dressed.Played.Blocks))
        {
            var (bad, least) = (Badness(mine.Verdict), Badness(best.Verdict));
            if (
                bad > least
                || mine.Verdict == DayVerdict.Chilling
                    && best.Verdict == DayVerdict.Chilling
                    && mine.MostDebt > best.MostDebt + MoreDebt
            )
                return mine.Reason switch
                {
                    DayReason.Fingers => 1,
                    DayReason.Toes => 2,
                    _ => 0,
                };
        }
        if (day.UnplannedHolds == false && other.UnplannedHolds != false)
            return 0;
        return Sleeps(other) && !Sleeps(day) ? 0 : null;
    }

    private static bool Sleeps(DayOut day) => day.NightGoes is null or Verdict.Warm or Verdict.Hot;

    /// <summary>Whether a day goes better than another in its worst block, then in all together, and no night or unplanned hour goes worse for it.</summary>
    private bool IsBetter(DayOut day, DayOut other)
    {
        (int, int, double) Bad(DayOut of) =>
            (
                of.Dressed.Played.Blocks.Select(b => Badness(b.Verdict)).DefaultIfEmpty().Max(),
                of.Dressed.Played.Blocks.Sum(b => Badness(b.Verdict)),
                of.Dressed.Played.Blocks.Where(b => b.Verdict == DayVerdict.Chilling).Sum(b => b.MostDebt)
            );
        return Bad(day).CompareTo(Bad(other)) < 0
            && (Sleeps(day) || !Sleeps(other))
            && (day.UnplannedHolds != false || other.UnplannedHolds == false);
    }

    private int Badness(DayVerdict verdict) =>
        verdict switch
        {
            DayVerdict.Warm or DayVerdict.Cool => asked.Borne ? 0 : 1,
            DayVerdict.Dripping => 2,
            DayVerdict.Chilling => 3,
            _ => 0,
        };
}
