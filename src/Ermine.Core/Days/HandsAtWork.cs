using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Units;

namespace Ermine.Core.Days;

/// <summary>A task as hands went through it.</summary>
/// <param name="TaskId">Which.</param>
/// <param name="FromHour">Begins; later than planned where another was not yet done.</param>
/// <param name="ToHour">Everything is on again.</param>
/// <param name="On">What stayed on, from the skin out; none is bare.</param>
/// <param name="Off">What came off for it.</param>
/// <param name="Seconds">Taking off and putting on, s.</param>
/// <param name="Before">Fingers at its beginning.</param>
/// <param name="Lowest">Coldest in it.</param>
/// <param name="After">Fingers at its end.</param>
/// <param name="ClumsyAfter">Minutes until clumsy; null where never.</param>
/// <param name="NoFineAfter">Minutes until no fine work can be done; null where never.</param>
/// <param name="NumbAfter">Minutes until numb; null where never.</param>
/// <param name="FailsAfter">Minutes until fingers can no longer do what it needs; null where they can to its end.</param>
/// <param name="BackAfter">Minutes after it until fingers are no longer clumsy, 0 where they never were; null where they do not come back.</param>
public sealed record TaskLived(
    Guid TaskId,
    double FromHour,
    double ToHour,
    IReadOnlyList<Guid> On,
    IReadOnlyList<Guid> Off,
    double Seconds,
    Temperature Before,
    Temperature Lowest,
    Temperature After,
    double? ClumsyAfter,
    double? NoFineAfter,
    double? NumbAfter,
    double? FailsAfter,
    double? BackAfter
)
{
    /// <summary>Length with taking off and putting on, min.</summary>
    public double Minutes => 60 * (ToHour - FromHour);
}

/// <summary>Where hands are at a moment, and what decides how warm they stay.</summary>
/// <param name="Step">Of the hands as they are worn.</param>
/// <param name="Movement">How air moves along them.</param>
/// <param name="Worn">Everything worn, from the skin out.</param>
/// <param name="GirthCm">Girth of the trunk, cm.</param>
/// <param name="Left">Share of its dry resistance that a thing keeps.</param>
/// <param name="OwnShare">Share of the usual supply of a person whose hands hold no poles.</param>
/// <param name="SkinC">Mean skin temperature of the body, °C.</param>
/// <param name="InTent">In the tent, where clumsy hands are warmed on the body.</param>
/// <param name="InBed">In the bag, where they lie on it.</param>
internal readonly record struct HandsNow(
    ExtremityStep Step,
    Movement Movement,
    Worn[] Worn,
    double GirthCm,
    Func<KitItem, double>? Left,
    double OwnShare = 1,
    double SkinC = 33,
    bool InTent = false,
    bool InBed = false
);

/// <summary>
/// Follows hands through their tasks: what comes off, how cold the fingers get, and when they are back. A warmer finger is never the colder
/// one later, so what is best for each task by itself is best for the day.
/// </summary>
/// <param name="tasks">The tasks, in order of time.</param>
/// <param name="linerStays">The glove next to the skin stays on.</param>
/// <param name="find">A thing that comes along; what is set on a task is at hand for it.</param>
internal sealed class HandsAtWork(IReadOnlyList<HandWork> tasks, bool linerStays, Func<Guid, Garment?> find)
{
    /// <summary>Fingers are followed for this long after a task, h.</summary>
    private const double Followed = 3;

    /// <summary>A difference of the fingers that nobody feels, K: what takes fewer seconds is chosen then (assumption).</summary>
    private const double Alike = 0.5;

    /// <summary>Hands that are warmed on the body stay there until they are so warm, °C (assumption).</summary>
    private const double WarmAgain = 26;

    private readonly List<TaskLived> lived = [];
    private bool warming;
    private int next;
    private HandWork? now;
    private (Movement Movement, Func<KitItem, double>? Left, ExtremityStep Step)? inTask;
    private Worn[] on = [];
    private List<Garment> off = [];
    private double begins,
        ends,
        seconds,
        before,
        lowest;
    private double? clumsy,
        noFine,
        numb,
        fails;

    /// <summary>Every task that was begun.</summary>
    public IReadOnlyList<TaskLived> Lived => lived;

    /// <summary>The task that is going on; null where none is.</summary>
    public HandWork? Now => now;

    /// <summary>What the hands wear in it.</summary>
    public ReadOnlySpan<Worn> On => on;

    /// <summary>What decides in the minute that begins at an hour.</summary>
    /// <param name="hour">When.</param>
    /// <param name="celsius">Fingers then, °C.</param>
    /// <param name="hands">Where they are.</param>
    /// <param name="within">What is at hand at an hour besides what is worn.</param>
    public ExtremityStep Step(double hour, double celsius, in HandsNow hands, Func<double, IEnumerable<Garment>> within)
    {
        if (now is not null && hour >= ends - 1e-6)
            now = null;
        if (now is null && next < tasks.Count && tasks[next].Task.Hour <= hour + 1e-6)
            Begin(tasks[next++], hour, celsius, hands, within(hour));
        if (now is not { } work)
        {
            warming = hands.InTent && celsius < (warming ? WarmAgain : Extremity.ClumsyBelow);
            return warming || hands.InBed
                ? Extremity.OnTheBody(hands.SkinC, hands.Step.Debt, hands.Step.Made, hands.OwnShare)
                : hands.Step;
        }
        // Worked out anew only where air moves otherwise or things may have got wet.
        if (inTask is not { } known || known.Movement != hands.Movement || known.Left != hands.Left)
            inTask = known = (hands.Movement, hands.Left, StepIn(work, on, hands));
        return hands.Step with
        {
            Conductance = known.Step.Conductance,
            Tight = known.Step.Tight,
            Share = known.Step.Share,
        };
    }

    /// <summary>Fingers at the end of a minute.</summary>
    public void Took(double hour, double celsius)
    {
        if (now is { } work)
        {
            lowest = Math.Min(lowest, celsius);
            double? Met(double? already, double line) => already ?? (celsius < line ? Minutes(hour - begins) : null);
            clumsy = Met(clumsy, Extremity.ClumsyBelow);
            noFine = Met(noFine, Extremity.FineFrom);
            numb = Met(numb, Extremity.NumbBelow);
            // Putting on again needs no fineness.
            if (hour <= begins + work.Minutes / 60 + 1e-6)
                fails = Met(fails, work.FailsBelow);
            if (hour >= ends - 1e-6)
                Done(hour, celsius, work);
            return;
        }
        if (
            lived is [.., { BackAfter: null } last]
            && celsius >= Extremity.ClumsyBelow
            && hour - last.ToHour < Followed
        )
            lived[^1] = last with { BackAfter = Minutes(hour - last.ToHour) };
    }

    /// <summary>The day is over: a task that still goes on ends with it.</summary>
    /// <param name="hour">When.</param>
    /// <param name="celsius">Fingers then, °C.</param>
    public void Finish(double hour, double celsius)
    {
        if (now is { } work && hour < ends - 1e-6)
            Done(hour, celsius, work);
    }

    private void Done(double hour, double celsius, HandWork work) =>
        lived.Add(
            new(
                work.Task.Id,
                begins,
                hour,
                [.. on.Select(w => w.Garment.Item.Id)],
                [.. off.Select(g => g.Item.Id)],
                seconds,
                new(before),
                new(lowest),
                new(celsius),
                clumsy,
                noFine,
                numb,
                fails,
                clumsy is null ? 0 : null
            )
        );

    private static double Minutes(double hours) => Math.Round(60 * hours, 1);

    private void Begin(HandWork work, double hour, double celsius, in HandsNow hands, IEnumerable<Garment> within)
    {
        Garment[] worn = [.. hands.Worn.Where(IsOfHands).Select(w => w.Garment)];
        Garment[] all = InOrder(
            worn.Concat(within.Where(g => g.Main == Part.Hands && !worn.Contains(g))).Take(MostWeighed)
        );
        var best = work.Task.On is { } said
            ? Choice(work, InOrder(said.Select(find).OfType<Garment>()), worn, celsius, hands)
            : Best(work, Sets(all), worn, celsius, hands, linerStays);
        now = work with { Minutes = best.Minutes };
        (on, seconds) = (best.On, best.Seconds);
        off = [.. worn.Where(g => !best.On.Any(w => w.Garment == g))];
        (begins, ends, before, lowest) = (hour, hour + best.Minutes / 60 + seconds / 3600, celsius, celsius);
        (clumsy, noFine, numb, fails, inTask) = (null, null, null, null, null);
    }

    private static Garment[] InOrder(IEnumerable<Garment> some) =>
        [.. some.Order(Comparer<Garment>.Create(Dressed.Order))];

    /// <summary>What is on in a task, and how it goes.</summary>
    internal readonly record struct Chosen(Worn[] On, double Minutes, double Seconds, double Lowest);

    /// <summary>The best of several sets for a task, and when fingers fail in it.</summary>
    /// <param name="work">The task.</param>
    /// <param name="sets">Sets that go over each other, each from the skin out.</param>
    /// <param name="celsius">Fingers at its beginning, °C.</param>
    /// <param name="hands">Where the hands are, and what they wear then.</param>
    /// <param name="linerStays">The glove next to the skin stays on.</param>
    public static (Garment[] On, double Lowest, double Seconds, double? FailsAfter) BestOf(
        HandWork work,
        IEnumerable<Garment[]> sets,
        double celsius,
        in HandsNow hands,
        bool linerStays
    )
    {
        Garment[] worn = [.. hands.Worn.Select(w => w.Garment)];
        var best = Best(work, sets, worn, celsius, hands, linerStays);
        var step = StepIn(work, best.On, hands);
        var until = EndMinutes.Until(Extremity.Hands, celsius, step, work.FailsBelow)[0];
        return ([.. best.On.Select(w => w.Garment)], best.Lowest, best.Seconds, until <= best.Minutes ? until : null);
    }

    /// <summary>Most pieces on one hand, and most that are weighed against each other (assumptions).</summary>
    private const int MostOn = 4,
        MostWeighed = 8;

    /// <summary>All sets of some pieces that go over each other, the empty one first.</summary>
    /// <param name="all">The pieces, from the skin out.</param>
    public static List<Garment[]> Sets(IReadOnlyList<Garment> all)
    {
        var sets = new List<Garment[]>();
        Gather([], 0, default);
        return sets;

        void Gather(Garment[] on, int from, Fit.Stack stack)
        {
            sets.Add(on);
            for (var n = from; n < all.Count && on.Length < MostOn; n++)
            {
                var over = stack;
                over.Put(all[n].Item, all[n].Resistance);
                if (over.Squeezes is null)
                    Gather([.. on, all[n]], n + 1, over);
            }
        }
    }

    /// <summary>Of all that lets the work be done, what keeps the fingers warmest; of what is alike, what is quickest.</summary>
    private static Chosen Best(
        HandWork work,
        IEnumerable<Garment[]> sets,
        Garment[] worn,
        double celsius,
        in HandsNow hands,
        bool linerStays
    )
    {
        var liner = linerStays ? Array.Find(worn, IsLiner) : null;
        var choices = new List<Chosen>();
        foreach (var some in sets)
        {
            if (liner is null || some.Contains(liner))
            {
                if (CanDo(work, some, liner is not null))
                    choices.Add(Choice(work, some, worn, celsius, hands));
            }
        }
        if (choices.Count == 0)
            return Choice(work, liner is null ? [] : [liner], worn, celsius, hands);
        var warmest = choices.Max(c => c.Lowest);
        return choices.Where(c => c.Lowest >= warmest - Alike).MinBy(c => c.Seconds);
    }

    /// <summary>Where bare fingers are asked for, a liner that stays on serves, more slowly.</summary>
    private static bool CanDo(HandWork work, Garment[] some, bool inLiner)
    {
        var can = Gloves.DexterityIn(some.Select(g => g.Item));
        return can >= work.Needs || inLiner && can >= Dexterity.Fine;
    }

    private static Chosen Choice(HandWork work, Garment[] some, Garment[] worn, double celsius, in HandsNow hands)
    {
        Worn[] on = [.. some.Select(g => new Worn(g))];
        var minutes =
            work.Needs == Dexterity.Bare && Gloves.DexterityIn(some.Select(g => g.Item)) < Dexterity.Bare
                ? work.Minutes * HandWork.SlowerInLiner
                : work.Minutes;
        var seconds =
            worn.Where(g => !some.Contains(g)).Sum(g => Gloves.SecondsOffAndOn(g.Item))
            + some.Where(g => !worn.Contains(g)).Sum(g => Gloves.SecondsOffAndOn(g.Item));
        var length = Math.Max(1, (int)Math.Round(minutes + seconds / 60));
        return new(on, minutes, seconds, EndMinutes.Lowest(Extremity.Hands, celsius, StepIn(work, on, hands), length));
    }

    /// <summary>What decides while the task is done in something.</summary>
    private static ExtremityStep StepIn(HandWork work, Worn[] on, in HandsNow hands)
    {
        var movement = work.InLee
            ? hands.Movement with
            {
                Wind = Math.Max(Air.Pumping.LeastWind, HandWork.WindInLee * hands.Movement.Wind),
            }
            : hands.Movement;
        var left = hands.Left;
        Worn[] now = left is null ? on : [.. on.Select(w => w with { Left = left(w.Garment.Item) })];
        var conductance = DayStack.Conductance(now, Part.Hands, movement, hands.GirthCm);
        var insulation = 1 / conductance - DayStack.StillLayer(Part.Hands, movement);
        return hands.Step with
        {
            Conductance = conductance + work.Takes(insulation),
            Tight = DayStack.FitOf(on, Part.Hands).IsTight,
            Share = hands.OwnShare,
        };
    }

    private static bool IsOfHands(Worn worn) => worn.Garment.Main == Part.Hands;

    public static bool IsLiner(Garment garment) =>
        garment is { Tier: Tier.Skin, Item: { Fingers: Fingers.Apart, Dexterity: >= Dexterity.Fine } };
}
