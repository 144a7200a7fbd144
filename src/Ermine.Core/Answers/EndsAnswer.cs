using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Ends;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Answers;

/// <summary>Fingers and toes at a minute.</summary>
/// <param name="Hour">When.</param>
/// <param name="Fingers">Fingers, °C.</param>
/// <param name="Toes">Toes, °C.</param>
public sealed record EndsAt(double Hour, double Fingers, double Toes);

/// <summary>A cut through the hands in a task, or at their coldest between tasks.</summary>
/// <param name="TaskId">In which task; null between.</param>
/// <param name="Cut">The cut.</param>
public sealed record HandCut(Guid? TaskId, EndCut Cut);

/// <summary>What could be worn on the feet, with its cut at the coldest moment of the day.</summary>
/// <param name="Stack">What it is and holds to.</param>
/// <param name="Cut">The cut.</param>
public sealed record FootChoice(FootStack Stack, EndCut Cut);

/// <summary>How feet and hands go to bed after a day.</summary>
/// <param name="Hour">When one gets in.</param>
/// <param name="Feet">Feet then.</param>
/// <param name="Hands">Hands then.</param>
/// <param name="LowestFeet">Coldest that the feet get in the night; null while it is not known.</param>
/// <param name="StayCold">Feet go in so cold that blood holds back: they have to be warmed first.</param>
/// <param name="Tasks">Fingers that have to work in the night.</param>
/// <param name="DampLiners">Liners of boots that are damp then.</param>
public sealed record EndsToBed(
    double Hour,
    Temperature Feet,
    Temperature Hands,
    Temperature? LowestFeet,
    bool StayCold,
    IReadOnlyList<NightTask> Tasks,
    IReadOnlyList<Guid> DampLiners
);

/// <summary>Hands, feet, face and eyes of one person through a day.</summary>
/// <param name="NightId">The night that the day ends in.</param>
/// <param name="Library">Tasks as they usually are.</param>
/// <param name="Tasks">The day's tasks with everything said.</param>
/// <param name="Line">Fingers and toes minute by minute; empty while the day has no air.</param>
/// <param name="Lived">The tasks as hands went through them.</param>
/// <param name="Best">The best for each, of all that is along.</param>
/// <param name="Systems">Other ways to dress the hands all day, best first.</param>
/// <param name="Reserve">What is left when what they wear is wet or gone.</param>
/// <param name="Hands">Cuts through the hands: at their coldest between tasks first, then in each task.</param>
/// <param name="Feet">What is worn at the coldest moment of the toes out of doors; null where the day has no air.</param>
/// <param name="OtherFeet">What else could be worn, what holds furthest first.</param>
/// <param name="Bindings">What goes on that boot.</param>
/// <param name="Face">The face; null where the day has no air.</param>
/// <param name="Watch">When to look at whom, for all who come along, in order of time.</param>
/// <param name="ToBed">Feet and hands in the night; null while it is not known.</param>
/// <param name="FirstAid">What to do about white or numb skin.</param>
/// <param name="Assumed">What was taken for granted.</param>
public sealed record EndsAnswer(
    Guid NightId,
    IReadOnlyList<UsualTask> Library,
    IReadOnlyList<HandWork> Tasks,
    IReadOnlyList<EndsAt> Line,
    IReadOnlyList<TaskLived> Lived,
    IReadOnlyList<BestForTask> Best,
    IReadOnlyList<HandSystem> Systems,
    HandReserve? Reserve,
    IReadOnlyList<HandCut> Hands,
    FootChoice? Feet,
    IReadOnlyList<FootChoice> OtherFeet,
    IReadOnlyList<OnTheBoot> Bindings,
    FacePlan? Face,
    IReadOnlyList<Watch> Watch,
    EndsToBed? ToBed,
    IReadOnlyList<string> FirstAid,
    IReadOnlyList<string> Assumed
);

/// <summary>Answers what hands, feet and face come to on a day.</summary>
public static class EndsAnswers
{
    /// <summary>Ways to dress the hands that are shown.</summary>
    private const int MostSystems = 6;

    private static readonly string[] FirstAid =
    [
        "White, waxy or numb: stop, out of the wind, and warm it now against warm skin. Fingers in an armpit, toes on a companion's belly, a hand over the cheek.",
        "Never rub it, not with snow either, and never hold it to a flame or stove: it feels nothing and burns.",
        "If feeling and colour do not come back within half an hour, or blisters come: keep it from freezing again, do not thaw what may freeze again, and seek help.",
        "Wet and cold for hours without freezing injures feet as well: dry them, warm them slowly, seek help where they stay numb.",
    ];

    /// <summary>The ends of one of a party on the day before a night.</summary>
    /// <param name="party">Everyone's run.</param>
    /// <param name="member">Whose ends, from 0.</param>
    /// <param name="night">Which night the day ends in, from 0.</param>
    public static EndsAnswer Of(IReadOnlyList<TripRun> party, int member, int night)
    {
        var run = party[member];
        var plan = run.PlanOf(night);
        var tasks = (plan.Tasks ?? []).OrderBy(t => t.Hour).Select(HandWork.Of).ToList();
        var stop = run.Context.Stop;
        if (DayAnswers.ToPlay(run, night).Day is not { } day)
            return Unknown(plan.NightId, tasks);
        var (played, minutes) = DayRun.Traced(day, stop);
        var systems = new HandSystems(day, minutes);
        var worst = Worst(played, day, m => m.Fingers);
        var coldFeet = Worst(played, day, m => m.Toes);
        var feet = new FootStacks(day, minutes);
        var worn = feet.WornAtWorst(played);
        var now = feet.Of(worn);
        var along = run.Outfit.Uses.Select(run.Closet.Find).OfType<KitItem>().ToList();
        FootChoice Choice(FootStack stack, double toes) =>
            new(stack, Cut(Part.Feet, day, coldFeet, stack.Things, toes));
        return new(
            plan.NightId,
            HandWork.Usual,
            tasks,
            [.. minutes.Select(m => new EndsAt(m.Hour, Math.Round(m.Fingers, 2), Math.Round(m.Toes, 2)))],
            played.Tasks,
            systems.Best(played.Tasks, stop),
            systems.Ranked(MostSystems, stop),
            systems.Reserve(
                day.Worn.Where(b => !b.AtHand)
                    .Select(b => day.Find(b.ItemId))
                    .OfType<Garment>()
                    .Where(g => g.Main == Part.Hands)
                    .Select(g => g.Item.Id)
                    .ToHashSet()
            ),
            [.. HandCuts(day, played, minutes, worst)],
            now.Things.Count == 0 ? null : Choice(now, coldFeet?.Toes.Celsius ?? now.Lowest.Celsius),
            [.. feet.Others(worn, now, stop).Select(o => Choice(o, o.Lowest.Celsius))],
            FootStacks.Bindings(along.Where(FootStacks.IsBinding), worn),
            FacePlans.Of(day, minutes, along),
            [
                .. party
                    .SelectMany(p => p == run ? WatchList.Of(day, minutes) : WatchOf(p, night))
                    .OrderBy(w => w.FromHour),
            ],
            ToBed(run, night, day, tasks),
            FirstAid,
            [.. Assumed(day, tasks)]
        );
    }

    private static EndsAnswer Unknown(Guid nightId, IReadOnlyList<HandWork> tasks) =>
        new(
            nightId,
            HandWork.Usual,
            tasks,
            [],
            [],
            [],
            [],
            null,
            [],
            null,
            [],
            [],
            null,
            [],
            null,
            FirstAid,
            ["No low is known for this night or the one before, so the day has no air yet."]
        );

    private static IReadOnlyList<Watch> WatchOf(TripRun run, int night)
    {
        if (DayAnswers.ToPlay(run, night).Day is not { } day)
            return [];
        return WatchList.Of(day, DayRun.Traced(day, run.Context.Stop).Minutes);
    }

    /// <summary>The coldest moment of fingers or toes, out of doors where the day goes there.</summary>
    private static DayMoment? Worst(DayPlayed played, DayToPlay day, Func<DayMoment, Temperature> of) =>
        played
            .Moments.OrderByDescending(m => day.Blocks.Any(b => b.Id == m.BlockId && b.Place != DayPlace.Tent))
            .ThenBy(m => of(m).Celsius)
            .FirstOrDefault();

    private static IEnumerable<HandCut> HandCuts(
        DayToPlay day,
        DayPlayed played,
        IReadOnlyList<BodyMinute> minutes,
        DayMoment? worst
    )
    {
        var between = minutes
            .Where(m => !played.Tasks.Any(t => m.Hour > t.FromHour + 1e-6 && m.Hour <= t.ToHour + 1e-6))
            .ToList();
        if (worst is not null && between.Count > 0)
        {
            var at = between.MinBy(m => m.Fingers);
            yield return new(null, EndCut.Of(Part.Hands, WornAt(day, at), at.Movement, at.Hour, at.Fingers, at.AirC));
        }
        foreach (var task in played.Tasks)
        {
            var at = minutes.Where(m => m.Hour > task.FromHour && m.Hour <= task.ToHour + 1e-6).MinBy(m => m.Fingers);
            yield return new(
                task.TaskId,
                EndCut.Of(
                    Part.Hands,
                    [.. task.On.Select(day.Find).OfType<Garment>().Select(g => new Worn(g))],
                    at.Movement,
                    at.Hour,
                    at.Fingers,
                    at.AirC
                )
            );
        }
    }

    private static List<Worn> WornAt(DayToPlay day, BodyMinute at) =>
        [.. day.At(at.Span.Middle, at.Span.Block).Select(w => new Worn(w.Garment, w.Opening ?? Opening.Closed))];

    private static EndCut Cut(Part part, DayToPlay day, DayMoment? at, IReadOnlyList<Guid> things, double skin) =>
        EndCut.Of(
            part,
            [.. things.Select(day.Find).OfType<Garment>().Select(g => new Worn(g))],
            Movement.Of(0, 0, EndLimits.StandingHeat),
            at?.Hour ?? 12,
            skin,
            at?.Around.Celsius ?? 0
        );

    private static EndsToBed? ToBed(TripRun run, int night, DayToPlay day, List<HandWork> tasks)
    {
        if (run[night].Slept is not { Hours: { } hours, Played: { } played })
            return null;
        var ends = day.Blocks.Count > 0 ? day.Blocks[^1].ToHour : played.InHour;
        var gloves = day.Wearable.Values.Concat(day.ForSleep.Values).Where(g => g.Main == Part.Hands).ToList();
        var evening = run[night].EveningWater;
        return new(
            played.InHour,
            new(played.Start.FeetC),
            new(played.Start.HandsC),
            hours.LowestFeet,
            played.Start.FeetC < Extremity.FullFrom,
            HandsInNight.Of(played, hours, [.. tasks.Where(t => t.Task.Hour >= ends - 1e-6)], gloves),
            [
                .. day
                    .Wearable.Values.Where(g =>
                        ItemTypes.IsOf(g.Item, "bootliner") && evening.PerGram(g.Item) > Dryness.Textiles.DryUpTo
                    )
                    .Select(g => g.Item.Id),
            ]
        );
    }

    private static IEnumerable<string> Assumed(DayToPlay day, List<HandWork> tasks)
    {
        yield return "Blood that reaches hands and feet follows the body's heat debt; people differ more here than anywhere. Set your own line under “Who sleeps”, and test it near home.";
        yield return "A glove with its fingers apart keeps .7 of what it is worth, two and two .85, a mitten all of it.";
        yield return "What goes over what is decided by thickness and room, usual for its type unless it is said in Kit. Two thin pairs on each other still do fine work up to 5 mm.";
        if (tasks.Count > 0)
            yield return "Where nothing is said a task takes off as little as its fineness allows; taking off and putting on counts as part of it, and what does not hang at the wrist is stowed.";
        yield return "Standing is an hour at rest, walking a whole day at moderate work, toes never under 15 °C; dry, without wind but one's own.";
        yield return "A cover over mouth and nose ices in about 60 min at −30 °C, 90 at −20 °C, 150 at −10 °C, and dries at the neck in a quarter more than that.";
        if (day.Sleeper.HandsPercent != 0 || day.Sleeper.FeetPercent != 0)
            yield return $"{day.Sleeper.Name}: hands {day.Sleeper.HandsPercent:+0;−0;0} %, feet {day.Sleeper.FeetPercent:+0;−0;0} % of blood, as set.";
        yield return "A plan, not a promise: first aid courses, guides and medical advice come first.";
    }
}
