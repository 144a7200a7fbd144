using Ermine.Core.Choosing;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Dryness;

/// <summary>One thing along the trip.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Role">What it is kept for.</param>
/// <param name="Use">What it is for.</param>
/// <param name="CapacityG">Most water it holds, g.</param>
/// <param name="Cells">Evening by evening.</param>
public sealed record DryRow(Guid ItemId, Role Role, Use Use, double CapacityG, IReadOnlyList<DryCell> Cells);

/// <summary>One night as dryness sees it.</summary>
/// <param name="NightId">The night.</param>
/// <param name="HoldsTo">Comfort as wet as things are.</param>
/// <param name="HoldsToDry">Comfort if everything were dry.</param>
/// <param name="PlanFor">Low planned for.</param>
/// <param name="FrostG">Frost in bags and quilts at getting in, g.</param>
/// <param name="StoredG">What stays in everything that night, g.</param>
public sealed record DryLine(
    Guid NightId,
    Temperature? HoldsTo,
    Temperature? HoldsToDry,
    Temperature? PlanFor,
    double FrostG,
    double StoredG
);

/// <summary>When dry things run out for a use.</summary>
/// <param name="Slot">The use and the place of the body.</param>
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
/// <param name="HoldsToC">Comfort of every night then, °C.</param>
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

    /// <summary>Things tried in addition for a use.</summary>
    public const int MostMore = 6;

    /// <summary>Answers for one person.</summary>
    public static DryAnswer For(NightPlanner planner)
    {
        var trail = planner.Trail;
        var member = planner.Member;
        var nights = planner.Trip.Nights.Select((n, i) => Line(planner, trail, i)).ToList();
        return new(
            [
                .. trail
                    .Things.Select(t => new DryRow(
                        t.Id,
                        member.RoleOf(t.Id),
                        planner.Closet.SlotOf(t).Use,
                        Textiles.CapacityG(t),
                        [.. trail.Nights.Select(n => n.Cells[t.Id])]
                    ))
                    .OrderBy(r => r.Use == Use.Other)
                    .ThenBy(r => r.Use)
                    .ThenBy(r => r.Role),
            ],
            nights,
            [.. Gaps(planner)],
            [
                .. Enum.GetValues<Habit>()
                    .AsParallel()
                    .AsOrdered()
                    .WithCancellation(planner.Stop)
                    .Select(h => Effect(planner, h))
                    .OfType<HabitEffect>(),
            ],
            HoldsFor(planner),
            BestRest(planner),
            BedCost(planner),
            [
                "Every night is as cold as its cold side; the mild ones would leave less frost.",
                "Water in loft counts by thing, not by slice, and loosens insulation and vapour path alike.",
                "One pair of each kind is worn by day; wetting by kind of day is an estimate.",
            ]
        );
    }

    private static DryLine Line(NightPlanner planner, DryTrail trail, int i) =>
        new(
            planner.Trip.Nights[i].Id,
            planner.Comfort(i, planner.SystemOf(i)),
            planner.ComfortAt(i, null),
            planner.Weather(i)?.Low.PlanFor,
            trail.FrostG(i),
            trail.Nights[i].Frost?.StoredG ?? 0
        );

    private static Member WithHabits(Member member, Habits habits) =>
        member with
        {
            Dry = member.DryOrPlain with { Habits = habits },
        };

    private static bool IsOn(NightPlanner planner, Habit habit)
    {
        var h = planner.Member.DryOrPlain.Habits;
        return habit switch
        {
            Habit.AirAtNoon => h.AirAtNoon,
            Habit.ByStove => h.ByStove,
            Habit.BrushFrost => h.BrushFrost,
            Habit.OnBody => h.OnBody,
            Habit.DampToBed => h.DampToBed,
            Habit.DampAgain => h.DampAgain,
            Habit.BarrierSocks => h.BarrierSocks,
            _ => planner.Member.System.Layers.Any(l => planner.Closet.Find(l.ItemId)?.Kind == ItemKind.VapourBarrier),
        };
    }

    /// <summary>The person with one habit turned; null where that cannot be done with what is owned.</summary>
    public static Member? Turned(NightPlanner planner, Habit habit)
    {
        var (member, closet) = (planner.Member, planner.Closet);
        var h = member.DryOrPlain.Habits;
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
        if (IsOn(planner, Habit.Barrier))
            return member with
            {
                System = SystemChange.Keep(member.System, i => i.Kind != ItemKind.VapourBarrier, closet),
            };
        var barrier = planner
            .Free.All.Select(t => t.Item)
            .Where(i => i.Kind == ItemKind.VapourBarrier)
            .MaxBy(i => i.Cover.Torso + i.Cover.Legs + i.Cover.Feet);
        return barrier is null ? null : member with { System = SystemChange.Add(member.System, barrier, closet) };
    }

    private static double? WorstMargin(NightPlanner planner)
    {
        double? worst = null;
        for (var i = 0; i < planner.Trip.Nights.Count; i++)
        {
            if (planner.Weather(i)?.Low.PlanFor - planner.Comfort(i, planner.SystemOf(i)) is { } margin)
                worst = Math.Min(worst ?? double.MaxValue, margin.Kelvin);
        }
        return worst;
    }

    private static int? FirstGap(DryTrail trail) =>
        trail.Nights.ToList().FindIndex(n => n.Without.Count > 0) is >= 0 and var at ? at : null;

    private static HabitEffect? Effect(NightPlanner planner, Habit habit)
    {
        if (planner.Trip.Nights.Count == 0 || Turned(planner, habit) is not { } turned)
            return null;
        var other = planner.With(turned);
        var last = planner.Trip.Nights.Count - 1;
        return new(
            habit,
            IsOn(planner, habit),
            WorstMargin(other) - WorstMargin(planner) is { } k ? new(k) : null,
            other.Trail.FrostG(last) - planner.Trail.FrostG(last),
            FirstGap(other.Trail),
            [.. planner.Trip.Nights.Select((_, i) => other.Comfort(i, other.SystemOf(i))?.Celsius)]
        );
    }

    private static IEnumerable<Gap> Gaps(NightPlanner planner)
    {
        var slots = planner
            .Trail.Things.Where(t => planner.Closet.SlotOf(t).Use != Use.Other)
            .GroupBy(planner.Closet.SlotOf);
        foreach (var slot in slots.OrderBy(s => s.Key.Use).ThenBy(s => s.Key.Region))
        {
            yield return new(
                slot.Key,
                planner.Trail.FirstWithout(slot.Key),
                slot.Count(),
                Least(planner, slot.Key, [.. slot]),
                [
                    .. new[] { Habit.OnBody, Habit.DampToBed, Habit.DampAgain, Habit.AirAtNoon }.Select(
                        h => new LeastWith(h, Least(planner.With(Turned(planner, h)!), slot.Key, [.. slot]))
                    ),
                ]
            );
        }
    }

    /// <summary>Fewest things for a use that leave a dry one every evening: those there are first, then more of the same.</summary>
    private static int? Least(NightPlanner planner, Slot slot, List<KitItem> owned)
    {
        var member = planner.Member;
        var order = owned.OrderBy(t => member.RoleOf(t.Id) == Role.Spare).ToList();
        for (var count = 1; count <= owned.Count + MostMore; count++)
        {
            var kept = order.Take(count).ToList();
            var more = Enumerable
                .Range(0, Math.Max(0, count - owned.Count))
                .Select(_ => order[^1] with { Id = Guid.NewGuid() })
                .ToList();
            var without = order.Skip(count).Select(t => t.Id).ToHashSet();
            var closet = more.Count == 0 ? planner.Closet : planner.Closet.With(more);
            var changed = member with
            {
                System = SystemChange.Keep(member.System, i => !without.Contains(i.Id), planner.Closet),
                Along = [.. member.Along.Where(id => !without.Contains(id)), .. more.Select(m => m.Id)],
                Dry = member.DryOrPlain with
                {
                    Roles =
                    [
                        .. member.DryOrPlain.Roles.Where(r => !without.Contains(r.ItemId)),
                        .. more.Select(m => new ItemRole(m.Id, Role.Spare)),
                    ],
                },
            };
            var asked = planner.With(changed, closet);
            var run = new TrailRun(asked, changed.DryOrPlain, frost: false);
            if (Enumerable.Range(0, planner.Trip.Nights.Count).All(n => !run.Night(n).Without.Contains(slot)))
                return kept.Count + more.Count;
        }
        return null;
    }

    private static int? HoldsFor(NightPlanner planner)
    {
        var count = planner.Trip.Nights.Count;
        if (count == 0 || planner.Weather(count - 1) is not { } last)
            return null;
        var run = new TrailRun(planner, planner.Member.DryOrPlain, planner.Going, count);
        for (var n = 0; n < MostNights; n++)
        {
            var index = Math.Min(n, count - 1);
            var low = planner.Weather(index)?.Low.PlanFor ?? last.Low.PlanFor;
            if (planner.ComfortAt(index, run.Night(n).Evening) is not { } holds || holds > low)
                return n;
        }
        return null;
    }

    private static RestDay? BestRest(NightPlanner planner)
    {
        var dry = planner.Member.DryOrPlain;
        double Gain(int day)
        {
            var id = planner.Trip.Nights[day].Id;
            var days = dry.Days.Where(d => d.NightId != id).Append(dry.DayOf(id) with { Work = DayWork.Rest });
            var rested = planner.From(day, planner.Member with { Dry = dry with { Days = [.. days] } });
            var gain = 0.0;
            for (var i = day; i < planner.Trip.Nights.Count; i++)
                gain += (
                    (planner.Comfort(i, planner.SystemOf(i)) - rested.Comfort(i, rested.SystemOf(i)))?.Kelvin ?? 0
                );
            return gain;
        }
        var best = Enumerable
            .Range(1, Math.Max(0, planner.Trip.Nights.Count - 1))
            .AsParallel()
            .WithCancellation(planner.Stop)
            .Select(day => (Day: day, Gain: Gain(day)))
            .Where(d => d.Gain >= 1)
            .OrderByDescending(d => d.Gain)
            .ThenBy(d => d.Day)
            .Select(d => ((int Day, double Gain)?)d)
            .FirstOrDefault();
        return best is { } rest ? new(rest.Day, new(rest.Gain)) : null;
    }

    private static TemperatureDifference BedCost(NightPlanner planner)
    {
        var worst = 0.0;
        for (var i = 0; i < planner.Trip.Nights.Count; i++)
        {
            var night = planner.Going.Night(i);
            if (night.DampInBed.Count == 0 || night.Hours is not { } hours)
                continue;
            var (without, _) = planner.Run(i, planner.SystemOf(i), planner.EveningOf(i), night.Evening.Copy(), []);
            var warmer = planner.Play(i, planner.SystemOf(i), planner.EveningOf(i), 2);
            var plain = planner.Play(i, planner.SystemOf(i), planner.EveningOf(i));
            var perKelvin = ((warmer?.LowestSkin - plain?.LowestSkin)?.Kelvin ?? 0) / 2;
            if (perKelvin > 1e-3)
                worst = Math.Max(worst, (without!.LowestSkin - hours.LowestSkin).Kelvin / perKelvin);
        }
        return new(worst);
    }
}
