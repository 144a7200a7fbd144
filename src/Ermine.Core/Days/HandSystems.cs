using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Units;

namespace Ermine.Core.Days;

/// <summary>One way to dress the hands, followed through the day and its tasks.</summary>
/// <param name="Things">What is worn between tasks, from the skin out.</param>
/// <param name="MassG">Its mass, g.</param>
/// <param name="Resistance">What reaches the fingers, dry and still.</param>
/// <param name="Lowest">Coldest the fingers get.</param>
/// <param name="ClumsyMinutes">Minutes of the day under 20 °C.</param>
/// <param name="NumbMinutes">Minutes under 8 °C.</param>
/// <param name="Failed">Tasks that cannot be done to their end.</param>
/// <param name="Seconds">Taking off and putting on in all, s.</param>
/// <param name="Tasks">Each task as hands went through it.</param>
public sealed record HandSystem(
    IReadOnlyList<Guid> Things,
    double MassG,
    Insulation Resistance,
    Temperature Lowest,
    double ClumsyMinutes,
    double NumbMinutes,
    int Failed,
    double Seconds,
    IReadOnlyList<TaskLived> Tasks
);

/// <summary>The best that the hands could wear in one task, of all that is along.</summary>
/// <param name="TaskId">Which.</param>
/// <param name="On">What stays on, from the skin out; none is bare.</param>
/// <param name="Lowest">Coldest the fingers get.</param>
/// <param name="FailsAfter">Minutes until fingers can no longer do what it needs; null where they can to its end.</param>
/// <param name="Seconds">Taking off and putting on, s.</param>
/// <param name="WarmerK">How much warmer the fingers stay than as planned, K.</param>
/// <param name="MoreSeconds">What it takes more than as planned, s; negative for less.</param>
/// <param name="ToHaveAtHand">What has to be at hand for it and is not, g.</param>
/// <param name="Goes">In how many goes it has to be done, with warming between, where fingers fail in one; 1 where they do not.</param>
public sealed record BestForTask(
    Guid TaskId,
    IReadOnlyList<Guid> On,
    Temperature Lowest,
    double? FailsAfter,
    double Seconds,
    double WarmerK,
    double MoreSeconds,
    double ToHaveAtHand,
    int Goes
);

/// <summary>What is left for the hands when what they wear is wet or gone.</summary>
/// <param name="Things">What would be worn then, from the skin out; socks drawn over the hands as mittens among them.</param>
/// <param name="Socks">Those of them that are socks.</param>
/// <param name="StandsMinutes">Minutes at rest in the coldest air of the day until no fine work can be done; null where longer than a day.</param>
/// <param name="NowMinutes">The same with what is worn.</param>
public sealed record HandReserve(
    IReadOnlyList<Guid> Things,
    IReadOnlyList<Guid> Socks,
    int? StandsMinutes,
    int? NowMinutes
);

/// <summary>
/// All ways to dress the hands from what is along, found by what goes over what and followed through the minutes of a day that was played.
/// What the body does is taken as it was: hands are a twentieth of it. Things are taken dry.
/// </summary>
public sealed class HandSystems
{
    /// <summary>Minutes clumsy that count as alike (assumption).</summary>
    private const double AlikeMinutes = 5;

    private readonly DayToPlay day;
    private readonly IReadOnlyList<BodyMinute> minutes;
    private readonly IReadOnlyList<Garment> pieces;
    private readonly List<Garment[]> sets;
    private readonly double own;

    /// <param name="day">The day.</param>
    /// <param name="minutes">What touched the body in every minute of it.</param>
    public HandSystems(DayToPlay day, IReadOnlyList<BodyMinute> minutes)
    {
        (this.day, this.minutes) = (day, minutes);
        own = day.Sleeper.SupplyOf(Part.Hands);
        pieces = [.. Wardrobe.Of(day.Wearable.Values.Where(g => g.Main == Part.Hands), new HashSet<Guid>()).Pieces];
        sets = HandsAtWork.Sets(pieces);
    }

    /// <summary>
    /// Ways to dress the hands that are worth thinking of, best first: fewest tasks that fail, fewest minutes clumsy, lightest. None of them is
    /// bettered by a lighter one.
    /// </summary>
    /// <param name="most">How many.</param>
    /// <param name="stop">Ends the work.</param>
    public IReadOnlyList<HandSystem> Ranked(int most, CancellationToken stop)
    {
        var found = sets.AsParallel().AsOrdered().WithCancellation(stop).Select(Through).ToList();
        var kept = new List<HandSystem>();
        foreach (var s in found.OrderBy(s => s.MassG))
        {
            if (!kept.Exists(k => Rank(k).CompareTo(Rank(s)) <= 0))
                kept.Add(s);
        }
        return [.. kept.OrderBy(Rank).ThenBy(s => s.MassG).Take(most)];
    }

    private static (int, double, double) Rank(HandSystem s) =>
        (s.Failed, Math.Round(s.ClumsyMinutes / AlikeMinutes), Math.Round(s.NumbMinutes));

    /// <summary>The hands as they would fare in one set all day.</summary>
    private HandSystem Through(Garment[] garments)
    {
        var set = Worn(garments);
        var work = new HandsAtWork(day.Tasks, day.LinerStays, day.Find);
        var celsius = day.Body.HandsC;
        var (lowest, clumsy, numb) = (celsius, 0.0, 0.0);
        var tight = DayStack.FitOf(set, Part.Hands).IsTight;
        Movement movement = default;
        var conductance = 0.0;
        (double Conductance, double Hours, double Kept) sure = default;
        foreach (var m in minutes)
        {
            if (conductance == 0 || m.Movement != movement)
            {
                movement = m.Movement;
                conductance = DayStack.Conductance(set, Part.Hands, movement, day.Sleeper.GirthCm);
            }
            var step = work.Step(m.Hour - m.Hours, celsius, At(m, set, conductance, tight), Nothing);
            if (step.Conductance != sure.Conductance || m.Hours != sure.Hours)
                sure = (step.Conductance, m.Hours, Extremity.Hands.Kept(step.Conductance, m.Hours));
            celsius = Extremity.Hands.Toward(celsius, step, sure.Kept);
            work.Took(m.Hour, celsius);
            lowest = Math.Min(lowest, celsius);
            clumsy += celsius < Extremity.ClumsyBelow ? 60 * m.Hours : 0;
            numb += celsius < Extremity.NumbBelow ? 60 * m.Hours : 0;
        }
        return new(
            [.. set.Select(w => w.Garment.Item.Id)],
            set.Sum(w => w.Garment.Item.MassG),
            new(set.Sum(w => w.Garment.Resistance)),
            new(lowest),
            clumsy,
            numb,
            work.Lived.Count(t => t.FailsAfter is not null),
            work.Lived.Sum(t => t.Seconds),
            work.Lived
        );
    }

    private static Worn[] Worn(IEnumerable<Garment> garments) => [.. garments.Select(g => new Worn(g))];

    private static IEnumerable<Garment> Nothing(double hour) => [];

    private HandsNow At(in BodyMinute m, Worn[] worn, double conductance, bool tight) =>
        new(
            new(conductance, m.AirC, m.Debt, m.Made, Tight: tight, Share: m.Poles ? own * Extremity.OnPoles : own),
            m.Movement,
            worn,
            day.Sleeper.GirthCm,
            null,
            own,
            m.Skin,
            m.Span.Block.Place == DayPlace.Tent,
            day.IsInBed(m.Span.Block)
        );

    /// <summary>The best for each task that was begun, of all that is along.</summary>
    /// <param name="lived">The tasks as they went.</param>
    /// <param name="stop">Ends the work.</param>
    public IReadOnlyList<BestForTask> Best(IReadOnlyList<TaskLived> lived, CancellationToken stop) =>
        [.. lived.Select(l => BestFor(l, stop))];

    private BestForTask BestFor(TaskLived lived, CancellationToken stop)
    {
        stop.ThrowIfCancellationRequested();
        var work = day.Tasks.First(t => t.Task.Id == lived.TaskId);
        var at = minutes.First(m => m.Hour > lived.FromHour + 1e-6);
        var worn = lived.On.Concat(lived.Off).ToHashSet();
        var wornNow = Worn(pieces.Where(p => worn.Contains(p.Item.Id)));
        var best = HandsAtWork.BestOf(
            work with
            {
                Task = work.Task with { On = null },
            },
            sets,
            lived.Before.Celsius,
            At(at, wornNow, 1, false),
            day.LinerStays
        );
        var near = day.Worn.Where(b => b.Covers(lived.FromHour)).Select(b => b.ItemId).ToHashSet();
        var goes = best.FailsAfter is { } fails ? (int)Math.Ceiling(work.Minutes / Math.Max(1, fails - 1)) : 1;
        return new(
            lived.TaskId,
            [.. best.On.Select(g => g.Item.Id)],
            new(best.Lowest),
            best.FailsAfter,
            best.Seconds,
            best.Lowest - lived.Lowest.Celsius,
            best.Seconds - lived.Seconds,
            best.On.Where(g => !near.Contains(g.Item.Id)).Sum(g => g.Item.MassG),
            goes
        );
    }

    /// <summary>What is left when all that hands wear in the coldest minute is wet or gone; null where nothing is worn.</summary>
    /// <param name="worn">What they wear.</param>
    public HandReserve? Reserve(IReadOnlySet<Guid> worn)
    {
        if (minutes.Count == 0 || worn.Count == 0)
            return null;
        var coldest = minutes.MinBy(m => m.AirC);
        int? Stands(Worn[] set) =>
            EndMinutes.Until(
                Extremity.Hands,
                BodyHeat.WarmHands,
                At(
                    coldest with
                    {
                        Debt = EndLimits.StandingDebt,
                        Made = EndLimits.StandingHeat,
                        Poles = false,
                    },
                    set,
                    DayStack.Conductance(set, Part.Hands, coldest.Movement, day.Sleeper.GirthCm),
                    false
                ).Step,
                Extremity.FineFrom
            )[0];
        bool IsFree(Worn w) => !worn.Contains(w.Garment.Item.Id);
        // Gloves that are left, and a dry pair of socks over them.
        var socks = day
            .Wearable.Values.Concat(day.ForSleep.Values)
            .Where(g => Slot.Of(g.Item).Purpose == Purpose.Socks && !IsWornByDay(g) && g.Item.Kind == ItemKind.Garment)
            .Select(g => Garment.Of(Gloves.AsMitten(g.Item), ItemReader.Read(Gloves.AsMitten(g.Item)))!)
            .ToList();
        var left = sets.Select(Worn).Where(s => Array.TrueForAll(s, IsFree)).ToList();
        var with = left.Concat(left.SelectMany(s => socks.Select(sock => With(s, sock))).Where(Goes));
        var best = with.MaxBy(s => Stands(s) ?? int.MaxValue)!;
        var now = Worn(pieces.Where(p => worn.Contains(p.Item.Id)));
        return new(
            [.. best.Select(w => w.Garment.Item.Id)],
            [.. best.Where(w => socks.Contains(w.Garment)).Select(w => w.Garment.Item.Id)],
            Stands(best),
            Stands(now)
        );
    }

    private bool IsWornByDay(Garment garment) => day.Worn.Any(b => !b.AtHand && b.ItemId == garment.Item.Id);

    private static Worn[] With(Worn[] set, Garment more) =>
        [
            .. set.Select(w => w.Garment)
                .Append(more)
                .Order(Comparer<Garment>.Create(Dressed.Order))
                .Select(g => new Worn(g)),
        ];

    private static bool Goes(Worn[] set) => DayStack.FitOf(set, Part.Hands).Squeezes is null;
}
