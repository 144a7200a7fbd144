using Ermine.Core.Body;
using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>A pause of the day.</summary>
/// <param name="BlockId">The block that it is, or that it breaks.</param>
/// <param name="FromHour">When it begins.</param>
/// <param name="Minutes">How long it is planned, min.</param>
/// <param name="IsBreak">A break of a block's rhythm.</param>
/// <param name="CoolAfter">Minutes until one cools as dressed; null where that takes longer than was looked at.</param>
/// <param name="ChilledAfter">Minutes until one is chilled as dressed, body, fingers or toes; null where that takes longer.</param>
/// <param name="Reason">What is chilled first.</param>
/// <param name="JacketFrom">The shortest pause that is worth the big jacket, min; null where none is, or none is there that is not on.</param>
/// <param name="Jacket">That jacket.</param>
public sealed record Pause(
    Guid BlockId,
    double FromHour,
    double Minutes,
    bool IsBreak,
    double? CoolAfter,
    double? ChilledAfter,
    DayReason Reason,
    double? JacketFrom,
    Guid? Jacket
);

/// <summary>An hour of waiting that nobody planned, at the worst moment of the day, with all that is carried put on.</summary>
/// <param name="Hour">When.</param>
/// <param name="Verdict">How one fares in that hour.</param>
/// <param name="CoolAfter">Minutes until one cools; null where one does not within the hours looked at.</param>
/// <param name="ChilledAfter">Minutes until one is chilled; null where one is not.</param>
/// <param name="Reason">What is chilled first.</param>
/// <param name="DebtAfterAnHour">Heat debt then, Wh/m².</param>
/// <param name="PutOn">What is put on for it.</param>
/// <param name="Holds">An hour is borne without being chilled.</param>
public sealed record UnplannedStop(
    double Hour,
    DayVerdict Verdict,
    double? CoolAfter,
    double? ChilledAfter,
    DayReason Reason,
    double DebtAfterAnHour,
    IReadOnlyList<Guid> PutOn,
    bool Holds
);

/// <summary>A stop in which the big jacket comes on at once, after a while, or not at all.</summary>
/// <param name="Hour">When it begins.</param>
/// <param name="Jacket">The jacket.</param>
/// <param name="LateMinutes">The while, min.</param>
/// <param name="AtOnce">Heat debt through the stop with it on from the start: hours from its beginning, and Wh/m².</param>
/// <param name="Late">The same with it on after the while.</param>
/// <param name="Never">The same without it.</param>
public sealed record JacketAtStop(
    double Hour,
    Guid Jacket,
    double LateMinutes,
    IReadOnlyList<(double Hours, double Debt)> AtOnce,
    IReadOnlyList<(double Hours, double Debt)> Late,
    IReadOnlyList<(double Hours, double Debt)> Never
);

/// <summary>What pauses do: how long as dressed, and from when on the big jacket is worth its seconds.</summary>
public static class Pauses
{
    /// <summary>How far a pause is followed, h.</summary>
    public const double Followed = 3;

    /// <summary>Every pause of a played day; of like breaks the worst stands for all.</summary>
    /// <param name="day">What was played.</param>
    /// <param name="played">How it went.</param>
    /// <param name="stop">Ends the work.</param>
    public static IReadOnlyList<Pause> Of(DayToPlay day, DayPlayed played, CancellationToken stop = default)
    {
        var found = new List<Pause>();
        foreach (var turns in played.Turns.Where(t => IsPause(day, t)).GroupBy(t => (t.Block.Id, t.IsBreak)))
        {
            // The break that begins coldest, or wettest, is the one to know of.
            var worst = turns.MaxBy(t => t.Body.Debt + t.Water.Grams / 20)!;
            var block = day.Blocks.First(b => b.Id == turns.Key.Id);
            var worn = day.At(worst.Hour + Instant, worst.Block).Select(w => w.Garment).ToList();
            var jacket = Jacket(day, worn);
            var before = jacket is null ? worn : [.. worn.Where(g => g != jacket)];
            var lived = Standing(day, worst, worn, stop);
            var without = jacket is not null && worn.Contains(jacket) ? Standing(day, worst, before, stop) : lived;
            found.Add(
                new(
                    block.Id,
                    worst.Hour,
                    worst.IsBreak ? block.BreakMinutes : 60 * block.Hours,
                    worst.IsBreak,
                    Minutes(lived, worst, DayVerdict.Cool),
                    Minutes(lived, worst, DayVerdict.Chilling),
                    lived.Reason(DayVerdict.Chilling),
                    jacket is null ? null : Minutes(without, worst, DayVerdict.Cool),
                    jacket?.Item.Id
                )
            );
        }
        return [.. found.OrderBy(s => s.FromHour)];
    }

    /// <summary>The unplanned hour; null where the day has no work out of doors.</summary>
    /// <param name="day">What was played.</param>
    /// <param name="played">How it went.</param>
    /// <param name="stop">Ends the work.</param>
    public static UnplannedStop? Unplanned(DayToPlay day, DayPlayed played, CancellationToken stop = default)
    {
        UnplannedStop? worst = null;
        foreach (var turn in Worst(day, played))
        {
            var worn = day.At(turn.Hour + Instant, turn.Block).Select(w => w.Garment).ToHashSet();
            var all = new HashSet<Garment>(worn);
            foreach (var garment in day.Wearable.Values.OrderByDescending(g => g.Resistance))
            {
                if (GoesOver(garment, all))
                    all.Add(garment);
            }
            var lived = Standing(day, turn, [.. all], stop);
            var found = new UnplannedStop(
                turn.Hour,
                lived.VerdictAt(turn.Hour + 1),
                Minutes(lived, turn, DayVerdict.Cool),
                Minutes(lived, turn, DayVerdict.Chilling),
                lived.Reason(DayVerdict.Chilling),
                lived.DebtAt(turn.Hour + 1),
                [.. all.Except(worn).Select(g => g.Item.Id)],
                Minutes(lived, turn, DayVerdict.Chilling) is not (< 60)
            );
            if (
                worst is null
                || (found.ChilledAfter ?? 1e9, -found.DebtAfterAnHour).CompareTo(
                    (worst.ChilledAfter ?? 1e9, -worst.DebtAfterAnHour)
                ) < 0
            )
                worst = found;
        }
        return worst;
    }

    /// <summary>Minutes after which the jacket comes late in <see cref="WhenPutOn"/> (assumption), and how long that stop lasts, h.</summary>
    public const double LateMinutes = 15,
        StopHours = 0.75;

    /// <summary>The coldest stop of a day by when the big jacket comes on; null where no work is done out of doors or no such jacket is along.</summary>
    /// <param name="day">What was played.</param>
    /// <param name="played">How it went.</param>
    /// <param name="stop">Ends the work.</param>
    public static JacketAtStop? WhenPutOn(DayToPlay day, DayPlayed played, CancellationToken stop = default)
    {
        var turn =
            played.Turns.Where(t => IsPause(day, t)).MaxBy(t => t.Body.Debt + t.Water.Grams / 20)
            ?? Worst(day, played).FirstOrDefault();
        if (turn is null)
            return null;
        var worn = day.At(turn.Hour + Instant, turn.Block).Select(w => w.Garment).ToList();
        if (Jacket(day, worn) is not { } jacket)
            return null;
        List<Garment> before = [.. worn.Where(g => g != jacket)];
        IReadOnlyList<(double, double)> Debts(double? from) =>
            [
                (0, turn.Body.Debt),
                .. Stood(
                    day,
                    turn,
                    before,
                    from is { } at ? new(jacket.Item.Id, at, turn.Hour + Followed, Opening: Opening.Closed) : null,
                    stop
                )
                    .Moments.Where(m => m.Hour <= turn.Hour + StopHours + Instant)
                    .Select(m => (m.Hour - turn.Hour, m.Debt)),
            ];
        return new(
            turn.Hour,
            jacket.Item.Id,
            LateMinutes,
            Debts(turn.Hour),
            Debts(turn.Hour + LateMinutes / 60),
            Debts(null)
        );
    }

    private const double Instant = 1e-3;

    /// <summary>Where an hour would go worst: the coldest and the wettest turn out of doors, and the last of them.</summary>
    private static IEnumerable<DayTurn> Worst(DayToPlay day, DayPlayed played)
    {
        var outdoors = played.Turns.Where(t => t.Block.Place != DayPlace.Tent).ToList();
        if (outdoors.Count == 0)
            return [];
        return new[]
        {
            outdoors.MaxBy(t => t.Water.Grams)!,
            outdoors.MaxBy(t => t.Body.Debt)!,
            outdoors.MinBy(t => day.Weather.At(t.Hour, t.Block) is var a ? a.AirC - a.WindMs : 0)!,
            outdoors[^1],
        }.Distinct();
    }

    private static bool IsPause(DayToPlay day, DayTurn turn) =>
        turn.Block.Place != DayPlace.Tent
        && (turn.IsBreak || turn.Block.Activity is Activity.Rest or Activity.Wait or Activity.Watch)
        && day.Blocks.Any(b => b.Id == turn.Block.Id);

    /// <summary>The warmest that goes over everything on the torso, worn or not.</summary>
    private static Garment? Jacket(DayToPlay day, List<Garment> worn) =>
        worn.Where(g => g is { Tier: Tier.Over, Main: Part.Torso }).MaxBy(g => g.Resistance)
        ?? day.Wearable.Values.Where(g => g is { Tier: Tier.Over, Main: Part.Torso }).MaxBy(g => g.Resistance);

    /// <summary>Whether a piece can be thrown on over what is on already, without taking anything off.</summary>
    private static bool GoesOver(Garment garment, HashSet<Garment> on)
    {
        if (on.Contains(garment) || garment.Main == Part.Feet || garment.Tier is Tier.Skin or Tier.Barrier)
            return false;
        if (garment.Main == Part.Legs && !garment.Item.OverBoots)
            return false;
        var like = on.Where(g => g.Main == garment.Main).ToList();
        return garment.Main is Part.Head or Part.Face or Part.Hands
            ? !like.Any(g => g.Tier == garment.Tier)
            : !like.Any(g => g.Tier >= garment.Tier);
    }

    private static StandingLived Standing(DayToPlay day, DayTurn turn, List<Garment> worn, CancellationToken stop) =>
        new(Stood(day, turn, worn, null, stop));

    private static DayPlayed Stood(DayToPlay day, DayTurn turn, List<Garment> worn, Bar? more, CancellationToken stop)
    {
        var block = turn.Block with
        {
            Activity = Activity.Wait,
            Effort = Effort.Resting,
            Going = null,
            BreakMinutes = 0,
            FromHour = turn.Hour,
            ToHour = turn.Hour + Followed,
        };
        var bars = worn.Select(g => new Bar(g.Item.Id, turn.Hour, turn.Hour + Followed, Opening: Opening.Closed));
        return DayRun.Play(
            day with
            {
                Blocks = [block],
                Worn = [.. more is null ? bars : bars.Append(more)],
                Morning = turn.Water,
                Body = turn.Body,
                HeatBefore = turn.HeatBefore,
                Bed = [],
                Tasks = [],
            },
            stop
        );
    }

    private static double? Minutes(StandingLived lived, DayTurn turn, DayVerdict verdict) =>
        lived.At(verdict) is { } hour ? Math.Max(0, 60 * (hour - turn.Hour)) : null;

    /// <summary>A pause followed on.</summary>
    private sealed class StandingLived(DayPlayed played)
    {
        private readonly BlockLived block = played.Blocks[0];

        public double? At(DayVerdict verdict) => block.Turns.FirstOrDefault(t => t.Verdict == verdict)?.Hour;

        public DayReason Reason(DayVerdict verdict) =>
            block.Turns.FirstOrDefault(t => t.Verdict == verdict)?.Reason ?? DayReason.None;

        public double DebtAt(double hour) => played.Moments.LastOrDefault(m => m.Hour <= hour + Instant)?.Debt ?? 0;

        public DayVerdict VerdictAt(double hour) =>
            block.Turns.Where(t => t.Hour <= hour).Select(t => t.Verdict).DefaultIfEmpty(DayVerdict.Right).Max();
    }
}
