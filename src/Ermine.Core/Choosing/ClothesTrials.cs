using System.Collections.Immutable;
using Ermine.Core.Answers;
using Ermine.Core.Days;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>A day dressed and played.</summary>
/// <param name="Night">The night it ends in, from 0.</param>
/// <param name="Dressed">The day.</param>
/// <param name="Unplanned">Whether an hour of waiting at its worst moment is borne, played when it is asked; null where it is not.</param>
/// <param name="NightGoes">How the night after it goes.</param>
internal sealed record DayOut(int Night, DayDressed Dressed, Lazy<bool?>? Unplanned, Verdict? NightGoes)
{
    /// <summary>An hour of waiting at its worst moment is borne; null where nothing is done out of doors, or it was not asked.</summary>
    public bool? UnplannedHolds => Unplanned?.Value;
}

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
    public ClothesTrials(TripRun run, ClothesAsked asked, ClothesThings things)
    {
        (this.run, this.asked, this.things) = (run, asked, things);
        // Once a trip has been run several may ask it.
        _ = run[run.Count - 1];
        worn = [.. things.Days.Select(_ => ImmutableList<IReadOnlyList<Bar>>.Empty)];
        (Everything, inEverything) = InEverything();
        Remember(Everything);
    }

    /// <summary>All days in everything.</summary>
    public List<DayOut> Everything { get; }

    private int playedOut;

    /// <summary>Sets that days were played in.</summary>
    public int PlayedOut => playedOut;

    private readonly ImmutableList<IReadOnlyList<Bar>>[] worn;

    /// <summary>What was worn on days that went well: it is worn again where it can be, the last first, before anything else is looked for.</summary>
    private void Remember(IEnumerable<DayOut> days)
    {
        foreach (var (n, day) in days.Index())
            ImmutableInterlocked.Update(
                ref worn[n],
                known => known.RemoveAll(k => k.SequenceEqual(day.Dressed.Bars)).Insert(0, day.Dressed.Bars)
            );
    }

    /// <summary>All days in some pieces; null where one goes worse than in everything: which, and for body (0), hands (1) or feet (2).</summary>
    /// <param name="pieces">They.</param>
    /// <param name="failed">The day that goes worse.</param>
    public List<DayOut>? Try(IEnumerable<Garment> pieces, out (int Night, int Part) failed)
    {
        failed = default;
        Interlocked.Increment(ref playedOut);
        var lived = run.With(run.Outfit with { Along = things.AlongWith(Ids(pieces)) });
        List<DayOut> all = [];
        foreach (var (n, night) in things.Days.Index())
        {
            run.Context.Stop.ThrowIfCancellationRequested();
            if (Lived(lived, n, DayAnswers.ToPlay(lived, night).Day!, out var part) is not { } next)
            {
                failed = (night, part);
                return null;
            }
            all.Add(next.Day);
            lived = next.Run;
        }
        Remember(all);
        return all;
    }

    /// <summary>Ways to wear a day that are known to be good and can be worn in what there is.</summary>
    private IEnumerable<DayDressed> Known(DayToPlay day, int n) =>
        worn[n]
            .Where(w => w.All(b => day.Find(b.ItemId) is not null))
            .Select(w => Everything[n].Dressed with { Bars = w });

    /// <summary>Ways to wear a day that dressing looks for.</summary>
    private IEnumerable<DayDressed> Looked(DayToPlay day, int n)
    {
        var plan = run.PlanOf(things.Days[n]);
        return Dressing.Ways(day, plan.Schools ?? new(), PinnedOf(plan), run.Context.Stop);
    }

    /// <summary>A day lived in the first way that goes as well as in everything; null where none does.</summary>
    private (DayOut Day, TripRun Run)? Lived(TripRun before, int n, DayToPlay day, out int part)
    {
        part = 0;
        var night = things.Days[n];
        foreach (var way in Known(day, n).Concat(Looked(day, n)))
        {
            // What is known has still to be played here; what was looked for was played by itself.
            if (WorseFor(new(night, way, null, null)) is { } bySelf)
            {
                part = bySelf;
                continue;
            }
            var lived = Lived(before, n, day, way);
            if (WorseFor(lived.Day) is not { } worse)
                return lived;
            part = worse;
        }
        return null;
    }

    /// <summary>As the trip plays it: that is what the plan then says.</summary>
    private (DayOut Day, TripRun Run) Lived(TripRun before, int n, DayToPlay day, DayDressed way)
    {
        var night = things.Days[n];
        var next = before.With(Wearing(before.Outfit, before.PlanOf(night), way.Bars));
        var played = next[night].Day.Played!;
        return (
            new(night, way with { Played = played }, Holds(day, way, played), NightModel.VerdictOf(next[night].Slept)),
            next
        );
    }

    /// <summary>All days in everything, or as they are worn now where that goes better.</summary>
    private (List<DayOut> Days, TripRun Run) InEverything()
    {
        var lived = run.With(run.Outfit with { Along = things.AlongWith(Ids(things.All)) });
        List<DayOut> all = [];
        foreach (var (n, night) in things.Days.Index())
        {
            run.Context.Stop.ThrowIfCancellationRequested();
            var day = DayAnswers.ToPlay(lived, night).Day!;
            var dressed = Looked(day, n).Last();
            var best = Lived(lived, n, day, dressed);
            if (
                run.PlanOf(night).Worn is { Count: > 0 } now
                && now.All(b => day.Find(b.ItemId) is not null)
                && Lived(lived, n, day, dressed with { Bars = now }) is var asNow
                && IsBetter(asNow.Day, best.Day)
            )
                best = asNow;
            all.Add(best.Day);
            lived = best.Run;
        }
        return (all, lived);
    }

    /// <summary>What each day asks of every set of some pieces, steadily, begun as in everything.</summary>
    public IEnumerable<(int Night, DayAsks Asks)> Asks(IEnumerable<Garment> pieces)
    {
        foreach (var (n, night) in things.Days.Index())
            yield return (
                night,
                Dressing.Weigh(
                    BegunIn(pieces, night),
                    run.PlanOf(night).Schools ?? new(),
                    Everything[n].Dressed,
                    run.Context.Stop
                )
            );
    }

    /// <summary>A day in some pieces, begun as it is begun in everything.</summary>
    private DayToPlay BegunIn(IEnumerable<Garment> pieces, int night)
    {
        var plan = run.PlanOf(night);
        var morning = night > 0 ? inEverything[night - 1].Morning : TripState.Start;
        return run.Days.Of(
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
    }

    private static HashSet<Guid> Ids(IEnumerable<Garment> pieces) => [.. pieces.Select(g => g.Item.Id)];

    private static List<Bar> PinnedOf(DayPlan plan) => [.. (plan.Worn ?? []).Where(b => b.Pinned)];

    private Lazy<bool?>? Holds(DayToPlay day, DayDressed dressed, DayPlayed played) =>
        asked.Unplanned
            ? new(() => Pauses.Unplanned(day with { Worn = dressed.Bars }, played, run.Context.Stop)?.Holds)
            : null;

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
            var (bad, least) = (Badness(mine.Verdict, asked.Borne), Badness(best.Verdict, asked.Borne));
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
        if (other.UnplannedHolds != false && day.UnplannedHolds == false)
            return 0;
        return Sleeps(other) && !Sleeps(day) ? 0 : null;
    }

    private static bool Sleeps(DayOut day) => day.NightGoes is null or Verdict.Warm or Verdict.Hot;

    /// <summary>
    /// Whether a day goes better than another in its worst block, then in all together, and no night or unplanned hour goes worse for it; whatever
    /// is borne, so that bearing more never asks for more.
    /// </summary>
    private static bool IsBetter(DayOut day, DayOut other)
    {
        (int, int, double) Bad(DayOut of) =>
            (
                of.Dressed.Played.Blocks.Select(b => Badness(b.Verdict, borne: false)).DefaultIfEmpty().Max(),
                of.Dressed.Played.Blocks.Sum(b => Badness(b.Verdict, borne: false)),
                of.Dressed.Played.Blocks.Where(b => b.Verdict == DayVerdict.Chilling).Sum(b => b.MostDebt)
            );
        return Bad(day).CompareTo(Bad(other)) < 0
            && (Sleeps(day) || !Sleeps(other))
            && (other.UnplannedHolds == false || day.UnplannedHolds != false);
    }

    private static int Badness(DayVerdict verdict, bool borne) =>
        verdict switch
        {
            DayVerdict.Warm or DayVerdict.Cool => borne ? 0 : 1,
            DayVerdict.Dripping => 2,
            DayVerdict.Chilling => 3,
            _ => 0,
        };
}
