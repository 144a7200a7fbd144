using Ermine.Core.Dryness;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Answers;

/// <summary>One thing along the trip.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Role">What it is kept for.</param>
/// <param name="Purpose">What it is for.</param>
/// <param name="CapacityG">Most water it holds, g.</param>
/// <param name="Cells">Evening by evening.</param>
public sealed record DryRow(Guid ItemId, Role Role, Purpose Purpose, double CapacityG, IReadOnlyList<DryCell> Cells);

/// <summary>One night as dryness sees it.</summary>
/// <param name="NightId">The night.</param>
/// <param name="HoldsTo">What body and feet hold to as wet as things are; null unless it lies at a temperature.</param>
/// <param name="HoldsToDry">The same if everything were dry; null unless it lies at a temperature.</param>
/// <param name="Holding">Where comfort lies as wet as things are.</param>
/// <param name="PlanFor">Low planned for.</param>
/// <param name="FrostG">Frost in bags and quilts at getting in, g.</param>
/// <param name="StoredG">What stays in everything that night, g.</param>
public sealed record DryLine(
    Guid NightId,
    Temperature? HoldsTo,
    Temperature? HoldsToDry,
    Holding Holding,
    Temperature? PlanFor,
    double FrostG,
    double StoredG
);

/// <summary>When dry things run out for a purpose.</summary>
/// <param name="Slot">The purpose and the place of the body.</param>
/// <param name="Night">First night without a dry one, from 0; null where there is always one.</param>
/// <param name="Owned">Things along for it.</param>
/// <param name="Least">Fewest things that carry the trip with these habits; null where six more are not enough.</param>
/// <param name="ByHabit">The same with one habit turned.</param>
public sealed record Gap(Slot Slot, int? Night, int Owned, int? Least, IReadOnlyList<LeastWith> ByHabit);

/// <summary>Fewest things with one habit turned.</summary>
public sealed record LeastWith(Habit Habit, int? Least);

/// <summary>What can be turned.</summary>
public enum Habit
{
    /// <summary>Air at noon.</summary>
    AirAtNoon,

    /// <summary>Dry by a stove.</summary>
    ByStove,

    /// <summary>Brush frost off.</summary>
    BrushFrost,

    /// <summary>Dry on the body.</summary>
    OnBody,

    /// <summary>Take damp things to bed.</summary>
    DampToBed,

    /// <summary>Wear the damp things again.</summary>
    DampAgain,

    /// <summary>Barrier socks by day.</summary>
    BarrierSocks,

    /// <summary>A vapour barrier at night.</summary>
    Barrier,
}

/// <summary>What turning a habit would do.</summary>
/// <param name="Habit">Which.</param>
/// <param name="On">It is on now.</param>
/// <param name="WorstMargin">Change of the worst margin; null while none is known.</param>
/// <param name="FrostG">Change of the frost in bags and quilts on the last evening, g.</param>
/// <param name="FirstGap">First night without something dry then, from 0; null where there is always everything.</param>
/// <param name="HoldsToC">What every night then holds to, °C.</param>
public sealed record HabitEffect(
    Habit Habit,
    bool On,
    TemperatureDifference? WorstMargin,
    double FrostG,
    int? FirstGap,
    IReadOnlyList<double?> HoldsToC
);

/// <summary>A day of rest that would pay.</summary>
/// <param name="Night">The night that day ends in, from 0.</param>
/// <param name="Gain">Degrees gained over the nights from then on, in all.</param>
public sealed record RestDay(int Night, TemperatureDifference Gain);

/// <summary>Dryness along the trip for one person.</summary>
/// <param name="Rows">Everything that holds water.</param>
/// <param name="Nights">Night by night.</param>
/// <param name="Gaps">When dry things run out.</param>
/// <param name="Habits">What turning each habit would do.</param>
/// <param name="HoldsFor">Nights until it no longer holds the last night's low, counted past the trip's end; null where it holds for sixty.</param>
/// <param name="Rest">The day of rest that would pay most; null where none would pay a degree.</param>
/// <param name="BedCost">What drying in bed costs on the worst night, K; 0 where nothing is dried there.</param>
/// <param name="Assumed">What was taken for granted.</param>
public sealed record DryAnswer(
    IReadOnlyList<DryRow> Rows,
    IReadOnlyList<DryLine> Nights,
    IReadOnlyList<Gap> Gaps,
    IReadOnlyList<HabitEffect> Habits,
    int? HoldsFor,
    RestDay? Rest,
    TemperatureDifference BedCost,
    IReadOnlyList<string> Assumed
);

/// <summary>Answers what a trip does to dry things, and what each habit buys.</summary>
public static class DryAnswers
{
    /// <summary>Nights looked at past the trip's end.</summary>
    public const int MostNights = 60;

    /// <summary>Things tried in addition for a purpose.</summary>
    public const int MostMore = 6;

    private static readonly Habit[] HabitsOfSmallThings =
    [
        Habit.OnBody,
        Habit.DampToBed,
        Habit.DampAgain,
        Habit.AirAtNoon,
    ];

    /// <summary>Answers for one person.</summary>
    public static DryAnswer For(TripRun run)
    {
        var nights = Enumerable.Range(0, run.Count).Select(n => Line(run, n)).ToList();
        return new(
            [
                .. run
                    .Things.Select(t => new DryRow(
                        t.Id,
                        run.Outfit.RoleOf(t.Id),
                        run.Closet.SlotOf(t).Purpose,
                        Moisture.CapacityG(t),
                        [.. Enumerable.Range(0, run.Count).Select(n => run[n].Day.Cells[t.Id])]
                    ))
                    .OrderBy(r => r.Purpose == Purpose.Other)
                    .ThenBy(r => r.Purpose)
                    .ThenBy(r => r.Role),
            ],
            nights,
            [.. Gaps(run)],
            [
                .. Enum.GetValues<Habit>()
                    .AsParallel()
                    .AsOrdered()
                    .WithCancellation(run.Context.Stop)
                    .Select(h => Effect(run, nights, h))
                    .OfType<HabitEffect>(),
            ],
            HoldsFor(run),
            BestRest(run),
            BedCost(run),
            [
                "Every night is as cold as its cold side; the mild ones would leave less frost.",
                "Water in loft counts by thing, not by slice, and loosens insulation and vapour path alike.",
                "One pair of each kind is worn by day; wetting by kind of day is an estimate.",
            ]
        );
    }

    private static DryLine Line(TripRun run, int n)
    {
        var wet = Holds(run, n);
        return new(
            run.Trip.Nights[n].Id,
            wet.Outside,
            run.HoldsDry(n).Together.Outside,
            wet.Holding,
            run.LowOf(n),
            run.FrostG(n),
            run[n].Slept.Frost?.StoredG ?? 0
        );
    }

    private static ColdLine Holds(TripRun run, int n) => run.HoldsTogether(n).Together;

    private static Outfit WithHabits(Outfit member, Habits habits) =>
        member with
        {
            Dry = member.Dry with { Habits = habits },
        };

    private static bool IsOn(TripRun run, Habit habit)
    {
        var h = run.Outfit.Dry.Habits;
        return habit switch
        {
            Habit.AirAtNoon => h.AirAtNoon,
            Habit.ByStove => h.ByStove,
            Habit.BrushFrost => h.BrushFrost,
            Habit.OnBody => h.OnBody,
            Habit.DampToBed => h.DampToBed,
            Habit.DampAgain => h.DampAgain,
            Habit.BarrierSocks => h.BarrierSocks,
            _ => run.Outfit.System.ThingsIn(run.Closet).Any(t => t.Kind == ItemKind.VapourBarrier),
        };
    }

    /// <summary>The person with one habit turned; null where that cannot be done with what is owned.</summary>
    public static Outfit? Turned(TripRun run, Habit habit)
    {
        var (member, closet) = (run.Outfit, run.Closet);
        var h = member.Dry.Habits;
        if (habit != Habit.Barrier)
            return WithHabits(
                member,
                habit switch
                {
                    Habit.AirAtNoon => h with { AirAtNoon = !h.AirAtNoon },
                    Habit.ByStove => h with { ByStove = !h.ByStove },
                    Habit.BrushFrost => h with { BrushFrost = !h.BrushFrost },
                    Habit.OnBody => h with { OnBody = !h.OnBody },
                    Habit.DampToBed => h with { DampToBed = !h.DampToBed },
                    Habit.DampAgain => h with { DampAgain = !h.DampAgain },
                    _ => h with { BarrierSocks = !h.BarrierSocks },
                }
            );
        if (IsOn(run, Habit.Barrier))
            return member with
            {
                System = SystemChange.Keep(member.System, i => i.Kind != ItemKind.VapourBarrier, closet),
            };
        var barrier = run
            .Context.FreeFor(member)
            .All.Select(t => t.Item)
            .Where(i => i.Kind == ItemKind.VapourBarrier)
            .MaxBy(i => i.Cover.Torso + i.Cover.Legs + i.Cover.Feet);
        return barrier is null ? null : member with { System = SystemChange.Add(member.System, barrier, closet) };
    }

    private static HabitEffect? Effect(TripRun run, IReadOnlyList<DryLine> now, Habit habit)
    {
        if (run.Count == 0 || Turned(run, habit) is not { } turned)
            return null;
        var other = run.With(turned);
        var then = Enumerable.Range(0, run.Count).Select(n => Holds(other, n)).ToList();
        var last = run.Count - 1;
        return new(
            habit,
            IsOn(run, habit),
            Worst(now, now.Select(n => n.HoldsTo)) is { } before && Worst(now, then.Select(t => t.Outside)) is { } after
                ? new(after - before)
                : null,
            other.FrostG(last) - run.FrostG(last),
            other.FirstGap(),
            [.. then.Select(line => line.Outside?.Celsius)]
        );
    }

    /// <summary>Margin of the worst night, K; null while none lies at a temperature.</summary>
    private static double? Worst(IReadOnlyList<DryLine> nights, IEnumerable<Temperature?> holdTo) =>
        nights.Zip(holdTo, (n, holds) => (n.PlanFor - holds)?.Kelvin).Min();

    /// <summary>When dry things run out, for every purpose that something along serves.</summary>
    /// <param name="run">The trip.</param>
    /// <param name="onlyRunOut">Only for what does run out.</param>
    internal static IEnumerable<Gap> Gaps(TripRun run, bool onlyRunOut = false)
    {
        var slots = run.Things.Where(t => run.Closet.SlotOf(t).Purpose != Purpose.Other).GroupBy(run.Closet.SlotOf);
        foreach (var slot in slots.OrderBy(s => s.Key.Purpose).ThenBy(s => s.Key.Region))
        {
            if (onlyRunOut && run.FirstWithout(slot.Key) is null)
                continue;
            yield return new(
                slot.Key,
                run.FirstWithout(slot.Key),
                slot.Count(),
                Least(run, run.Outfit, slot.Key, [.. slot]),
                [.. HabitsOfSmallThings.Select(h => new LeastWith(h, Least(run, Turned(run, h)!, slot.Key, [.. slot])))]
            );
        }
    }

    /// <summary>Fewest things for a purpose that leave a dry one every evening: those there are first, then more of the same.</summary>
    private static int? Least(TripRun run, Outfit member, Slot slot, List<KitItem> owned)
    {
        var order = owned.OrderBy(t => member.RoleOf(t.Id) == Role.Spare).ToList();
        for (var count = 1; count <= owned.Count + MostMore; count++)
        {
            var more = Enumerable
                .Range(0, Math.Max(0, count - owned.Count))
                .Select(_ => order[^1] with { Id = Guid.NewGuid() })
                .ToList();
            var without = order.Skip(count).Select(t => t.Id).ToHashSet();
            var closet = more.Count == 0 ? run.Closet : run.Closet.With(more);
            var changed = member with
            {
                System = SystemChange.Keep(member.System, i => !without.Contains(i.Id), run.Closet),
                Along = [.. member.Along.Where(id => !without.Contains(id)), .. more.Select(m => m.Id)],
                Dry = member.Dry with
                {
                    Roles =
                    [
                        .. member.Dry.Roles.Where(r => !without.Contains(r.ItemId)),
                        .. more.Select(m => new ItemRole(m.Id, Role.Spare)),
                    ],
                },
            };
            if (run.With(closet, changed, frost: false).FirstWithout(slot) is null)
                return count;
        }
        return null;
    }

    private static int? HoldsFor(TripRun run)
    {
        if (run.Count == 0 || run.LowOf(run.Count - 1) is not { } last)
            return null;
        // The last night over and over: a run of its own, so that the trip's own nights stay what they are.
        var on = run.With(run.Outfit);
        for (var n = 0; n < MostNights; n++)
        {
            var night = Math.Min(n, run.Count - 1);
            var holds = run.Model.Holds(night, run.SystemOf(night), on[n].EveningWater);
            if (!holds.In(run.LowOf(night) ?? last))
                return n;
        }
        return null;
    }

    private static RestDay? BestRest(TripRun run)
    {
        var dry = run.Outfit.Dry;
        double Gain(int day)
        {
            var id = run.Trip.Nights[day].Id;
            var days = dry.Days.Where(d => d.NightId != id).Append(dry.DayOf(id) with { Work = DayWork.Rest });
            var rested = run.With(run.Outfit with { Dry = dry with { Days = [.. days] } });
            return Enumerable
                .Range(day, run.Count - day)
                .Sum(n => Holds(rested, n).ColderThan(Holds(run, n))?.Kelvin ?? 0);
        }
        var best = Enumerable
            .Range(1, Math.Max(0, run.Count - 1))
            .AsParallel()
            .WithCancellation(run.Context.Stop)
            .Select(day => (Day: day, Gain: Gain(day)))
            .Where(d => d.Gain >= 1)
            .OrderByDescending(d => d.Gain)
            .ThenBy(d => d.Day)
            .Select(d => ((int Day, double Gain)?)d)
            .FirstOrDefault();
        return best is { } rest ? new(rest.Day, new(rest.Gain)) : null;
    }

    /// <summary>What drying in bed costs on the worst night, by where the verdict turns.</summary>
    private static TemperatureDifference BedCost(TripRun run)
    {
        var worst = 0.0;
        for (var n = 0; n < run.Count; n++)
        {
            var (day, slept, _) = run[n];
            if (day.DampInBed.Count == 0 || slept.Hours is null)
                continue;
            var (system, bedtime, water) = (run.SystemOf(n), run.BedtimeOf(n), day.Evening.Water);
            var without = run.Model.Sleep(n, system, bedtime, water, []);
            var cost = without.Lines!.Turns().Together.ColderThan(slept.Lines!.Turns().Together);
            worst = Math.Max(worst, cost?.Kelvin ?? 0);
        }
        return new(worst);
    }
}
