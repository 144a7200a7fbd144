using Ermine.Core.Answers;
using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Nights;
using Ermine.Core.Rules;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Teaching;

/// <summary>Whom a leader gives more room.</summary>
public enum Marked
{
    /// <summary>Nobody in particular.</summary>
    None,

    /// <summary>Under eighteen.</summary>
    Child,

    /// <summary>Over sixty.</summary>
    OverSixty,
}

/// <summary>One night of one person, as a leader looks over it.</summary>
/// <param name="NightId">The night.</param>
/// <param name="Verdict">The plan's; null while it is not known.</param>
/// <param name="Margin">Low planned for over what it holds to; null while either is unknown.</param>
/// <param name="Short">Too cold, with what this person keeps in hand.</param>
/// <param name="ShortThen">Still too cold with what would do for nothing.</param>
public sealed record NightOfOne(
    Guid NightId,
    Verdict? Verdict,
    TemperatureDifference? Margin,
    bool Short,
    bool ShortThen
);

/// <summary>A block of a day in which one is cold, and what would serve without being bought.</summary>
/// <param name="Night">The night that the day ends in, from 0.</param>
/// <param name="Block">The block.</param>
/// <param name="Lived">How it goes.</param>
/// <param name="Serves">What would serve, owned or from a cupboard.</param>
public sealed record ColdBlock(int Night, Plans.DayBlock Block, BlockLived Lived, IReadOnlyList<Serves> Serves);

/// <summary>What a leader knows of one person: list and reason, what is lacking, what would do instead for nothing.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="Marked">Whether more room is given.</param>
/// <param name="MarkedWhy">Why, in plain sentences; null where it is not.</param>
/// <param name="InHandK">Degrees kept in hand besides; 0 where none are.</param>
/// <param name="Nights">Every night.</param>
/// <param name="Hardest">The night that fares worst, from 0; null while none is known or nothing is laid out.</param>
/// <param name="Low">Its low planned for.</param>
/// <param name="AsPacked">What it comes to as packed.</param>
/// <param name="GetsInChilled">The bed would hold that night, but the day before it leaves one too chilled to be warmed by it.</param>
/// <param name="NoBed">Nothing is laid out to sleep in.</param>
/// <param name="ForNothing">What would do for nothing; null where no night is short.</param>
/// <param name="ColdDay">The worst blocks out of doors of the coldest day, where one is cold in any.</param>
/// <param name="RunsOut">What is not dry on some evening.</param>
/// <param name="NotAlong">What everyone has along and this person has not.</param>
/// <param name="Things">List and reason.</param>
/// <param name="Assumed">What was taken for granted.</param>
public sealed record PersonTaught(
    Guid SleeperId,
    Marked Marked,
    string? MarkedWhy,
    double InHandK,
    IReadOnlyList<NightOfOne> Nights,
    int? Hardest,
    Temperature? Low,
    Outcome? AsPacked,
    bool GetsInChilled,
    bool NoBed,
    ForNothing? ForNothing,
    IReadOnlyList<ColdBlock> ColdDay,
    IReadOnlyList<Gap> RunsOut,
    IReadOnlyList<NotAlong> NotAlong,
    IReadOnlyList<ListedThing> Things,
    IReadOnlyList<string> Assumed
)
{
    /// <summary>One person's page.</summary>
    /// <param name="run">The trip of that person.</param>
    public static PersonTaught Of(TripRun run)
    {
        var sleeper = run.Model.Sleeper;
        var marked =
            sleeper.AgeYears < Metabolism.AdultFrom ? Marked.Child
            : sleeper.AgeYears > NightRules.OldFrom ? Marked.OverSixty
            : Marked.None;
        var inHand = marked == Marked.OverSixty ? NightRules.InHandOverSixty : 0;
        var nights = Enumerable.Range(0, run.Count).Select(n => Outcome.Of(run, n)).ToList();
        var hardest = Teaching.ForNothing.Hardest(run);
        var isShort = nights.Select(o => Teaching.ForNothing.IsShort(o, inHand)).ToList();
        (ForNothing Found, TripRun Run)? instead = isShort.Contains(true) ? Teaching.ForNothing.For(run, inHand) : null;
        return new(
            sleeper.Id,
            marked,
            marked switch
            {
                Marked.Child => $"{BodyRules.Child} {BodyRules.ChildWhy}",
                Marked.OverSixty => $"{BodyRules.OverSixty}. {BodyRules.OverSixtyWhy}",
                _ => null,
            },
            inHand,
            [
                .. nights.Select(
                    (o, n) =>
                        new NightOfOne(
                            run.Trip.Nights[n].Id,
                            o.Verdict,
                            o.Margin,
                            isShort[n],
                            isShort[n] && instead is { } i && Teaching.ForNothing.IsShort(Outcome.Of(i.Run, n), inHand)
                        )
                ),
            ],
            hardest,
            hardest is { } night ? run.LowOf(night) : null,
            hardest is { } at ? nights[at] : null,
            hardest is { } h
                && isShort[h]
                && nights[h].Margin is { } spare
                && spare.Kelvin >= inHand
                && run.BedtimeOf(h).GetsIn.Debt >= BodyHeat.At(StartState.Chilled).Debt,
            run.Count > 0 && !run.Outfit.Slept.Any(s => s.ThingsIn(run.Closet).Any()),
            instead?.Found,
            ColdOn(run),
            [.. DryAnswers.Gaps(run, onlyRunOut: true)],
            [.. AlwaysAlong.Missing(run)],
            ListWithReasons.Of(run, hardest),
            [
                "What a cupboard has and a neighbour lends is taken as usual things of its kind: look at what is really there.",
                "What is laid on is laid on every night that is slept in the same bed.",
                "What a thing carries is told of the hardest night, as everything lies that evening.",
                "Local rules, guides and medical advice come first.",
            ]
        );
    }

    /// <summary>The coldest day: the blocks in which one chills or cools, and what would serve.</summary>
    private static IReadOnlyList<ColdBlock> ColdOn(TripRun run)
    {
        var worst = Enumerable
            .Range(0, run.Count)
            .Select(n => (Night: n, DayAnswers.ToPlay(run, n).Day))
            .Where(d => d.Day is not null)
            .Select(d => (d.Night, Day: d.Day!, Played: run.Days.Play(d.Night, d.Day!)))
            .Select(d => (d.Night, d.Day, d.Played, Cold: Cold(d.Day, d.Played)))
            .Where(d => d.Cold.Count > 0)
            .OrderByDescending(d => d.Cold.Max(b => b.Verdict))
            .ThenByDescending(d => d.Cold.Max(b => b.MostDebt))
            .FirstOrDefault();
        if (worst.Day is null)
            return [];
        var serves = Missing.For(run, worst.Day, worst.Played, Household.ForDay).ToLookup(s => s.BlockId);
        return
        [
            .. worst.Cold.Select(b => new ColdBlock(
                worst.Night,
                worst.Day.Blocks.First(w => w.Id == b.BlockId),
                b,
                [.. serves[b.BlockId]]
            )),
        ];
    }

    /// <summary>Blocks told of a day; what is cold in the tent is answered by the night's things.</summary>
    private const int MostBlocks = 3;

    private static List<BlockLived> Cold(DayToPlay day, DayPlayed played) =>
        [
            .. day
                .Blocks.Zip(played.Blocks)
                .Where(b =>
                    b.First.Place != Plans.DayPlace.Tent && b.Second.Verdict is DayVerdict.Chilling or DayVerdict.Cool
                )
                .Select(b => b.Second)
                .OrderByDescending(b => b.Verdict)
                .ThenByDescending(b => b.MostDebt)
                .Take(MostBlocks),
        ];
}
