using Ermine.Core.Answers;
using Ermine.Core.Body;
using Ermine.Core.Choosing;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trail;
using Ermine.Core.Trips;

namespace Ermine.Core.Teaching;

/// <summary>
/// The lesson in ten pictures, each worked out on one person's night and day of this trip: the same trip run again with the one thing otherwise.
/// </summary>
public sealed partial class Lessons
{
    private readonly TripRun run;
    private readonly int night;
    private readonly SleepSystem system;
    private readonly Bedtime bedtime;
    private readonly NightAnswer asPacked;

    private Lessons(TripRun run, int night)
    {
        (this.run, this.night) = (run, night);
        (system, bedtime) = (run.SystemOf(night), run.BedtimeOf(night));
        asPacked = NightAnswers.Line(run, night);
    }

    /// <summary>The pictures in the order of the memory word; none where the night has no low or no bed. A day without an hour out of doors leaves out what it cannot show.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="night">Which night, from 0.</param>
    public static IReadOnlyList<Lesson> Of(TripRun run, int night)
    {
        if (NightModel.VerdictOf(run[night].Slept) is null)
            return [];
        // Nights are run one after the other, before all pictures ask for them at once.
        _ = run[run.Count - 1];
        var lessons = new Lessons(run, night);
        Func<Lesson?>[] pictures =
        [
            lessons.Pad,
            lessons.Underside,
            lessons.Loose,
            lessons.Dry,
            lessons.Breath,
            lessons.WarmFeet,
            lessons.Food,
            lessons.Head,
            lessons.Face,
            lessons.Jacket,
        ];
        return
        [
            .. pictures
                .AsParallel()
                .AsOrdered()
                .WithCancellation(run.Context.Stop)
                .Select(picture => picture())
                .OfType<Lesson>(),
        ];
    }

    /// <summary>What the plan says of this night in another bed.</summary>
    private NightAnswer In(SleepSystem changed) => NightAnswers.Line(run.With(run.Sleeping(night, changed)), night);

    private static double Share(NightAnswer answer, Func<LossTerm, bool> of) =>
        answer.Terms.Where(of).Sum(t => t.WattsPerM2) / answer.HeatLost;

    private Lesson Pad()
    {
        static bool Down(LossTerm term) => term.Path == LossPath.Downward;
        var under = system.ThingsIn(run.Closet).Where(i => i.Side == Side.Under).ToList();
        Way Told(string name, NightAnswer answer) =>
            Way.Holds(name, answer.Holds.Together, Share(answer, Down), answer);
        List<Way> ways = [Told("as packed", asPacked)];
        if (under.Count > 1)
        {
            var least = under.MinBy(i => run.Closet.ReadingOf(i.Id).Insulation?.SI ?? 0)!;
            ways.Add(
                Told(
                    $"with {least.Name} alone",
                    In(SystemChange.Keep(system, i => i.Side != Side.Under || i.Id == least.Id, run.Closet))
                )
            );
        }
        if (under.Count > 0)
            ways.Add(
                Told("with nothing under you", In(SystemChange.Keep(system, i => i.Side != Side.Under, run.Closet)))
            );
        else
        {
            // Nothing lies there: what a plain pad would do is shown in its place.
            var pad = ItemTypes.Find("foamPad")!.Usual;
            var with = run.Knowing(run.Closet.With([pad]));
            var laid = NightAnswers.Line(
                with.With(with.Sleeping(night, SystemChange.Add(system, pad, with.Closet))),
                night
            );
            ways = [Told("with a foam pad", laid), Told("as packed, with nothing under you", asPacked)];
        }
        return new(
            Topic.Pad,
            Letter.Earth,
            Measured.HoldsTo,
            night,
            ways,
            [],
            asPacked.Cut.Hung
                ? "Look to the underside first: what hangs below you is half the bed."
                : "Lay the pads first, foam under all, and keep on them.",
            asPacked.Cut.Hung
                ? "Moving air takes heat from below all night, and what you lie on is pressed flat."
                : "The ground never stops taking heat, and what you lie on is pressed flat.",
            under.Count > 0 ? null : "Nothing lies under you as planned; a usual foam pad stands in."
        );
    }

    private Lesson? Underside()
    {
        static double Torso(IEnumerable<Stratum> strata) => strata.Sum(s => s.Cells.Torso.Resistance);
        var over = Torso(asPacked.Cut.Above.Where(s => s.Kind is StratumKind.TopLayer or StratumKind.Worn));
        var flat = Torso(asPacked.Cut.Below.Where(s => s.Kind is StratumKind.Underside));
        var beneath = Torso(
            asPacked.Cut.Below.Where(s => s.Kind is not (StratumKind.Underside or StratumKind.AirLayer))
        );
        return over <= 0
            ? null
            : new(
                Topic.Underside,
                Letter.Earth,
                Measured.Insulation,
                night,
                [
                    Way.Of("bag and clothes over you", over),
                    Way.Of("what lies under them", beneath),
                    Way.Of("the same bag and clothes under you", flat),
                ],
                [],
                "Buy, borrow and carry warmth for below and for above apart.",
                "Insulation is still air held in loft, and your own weight presses it out.",
                null
            );
    }

    private Lesson? Dry()
    {
        var ladder = MeasureLadder.For(run, night);
        return ladder is null
            ? null
            : new(
                Topic.Dry,
                Letter.Moisture,
                Measured.HoldsTo,
                night,
                [
                    Way.Holds("all dry", run.HoldsDry(night).Together),
                    Way.Holds("as damp as the plan has it", run.HoldsTogether(night).Together, run.FrostG(night)),
                    Way.Holds("all damp", ladder.Holds(ladder.After([new Happened(Mishap.Soaked, null)])).Together),
                ],
                [],
                "Change before you get in; brush snow and frost off; the dry set is for sleeping alone.",
                "Water takes the loft away and carries heat out as it dries.",
                null
            );
    }

    private Lesson Breath()
    {
        // What freezes in tonight is felt tomorrow: the last night tells.
        var last = run.Count - 1;
        TripRun Breathing(bool inside)
        {
            SleepSystem Nose(SleepSystem s) => s with { Bed = s.Bed with { BreathInside = inside } };
            return run.With(
                run.Outfit with
                {
                    System = Nose(run.Outfit.System),
                    Own = [.. run.Outfit.Own.Select(o => o with { System = o.System is { } s ? Nose(s) : null })],
                }
            );
        }
        Way Told(string name, TripRun then) =>
            Way.Holds(
                name,
                then.HoldsTogether(last).Together,
                then.SystemOf(last).ThingsIn(run.Closet).Sum(t => then[last].Morning.Water.GramsOf(t.Id))
            );
        return new(
            Topic.Breath,
            Letter.Moisture,
            Measured.HoldsTo,
            last,
            [Told("face out of the bag", Breathing(false)), Told("nose in the bag, every night", Breathing(true))],
            [],
            "Draw the collar, cover head and neck, and leave nose and mouth outside.",
            "Breath is water: in the loft it freezes, and stays until it is dried.",
            null
        );
    }

    private Lesson WarmFeet()
    {
        Way Told(string name, StartState start)
        {
            var hours = Sleeping(bedtime with { Start = start, FromTheDay = null }).Hours!;
            return Way.Along(
                name,
                hours.SettledFeet.Celsius,
                hours.Steps.Select(s => new CurvePoint(s.Hour, s.Feet.Celsius))
            );
        }
        return new(
            Topic.WarmFeet,
            Letter.InWarm,
            Measured.Feet,
            night,
            [
                Told("moved until they glow", StartState.Warmed),
                Told("as they are", StartState.Normal),
                Told("got in chilled", StartState.Chilled),
            ],
            [new(Body.Feet.WarnBelow, "they wake you"), new(Body.Feet.AlarmBelow, "harm")],
            "Walk, squat, swing the legs until the feet glow; then in, at once.",
            "A bag makes no heat: it keeps what is brought in. Cold feet get little blood, and stay cold.",
            null
        );
    }

    private Lesson? Food()
    {
        var rest = bedtime.Events.Where(e => e.Kind is not (NightEventKind.Meal or NightEventKind.HotBottle)).ToList();
        var meal = HeatSources.Usual(NightEventKind.Meal, bedtime.InHour - 0.5);
        var bottle = HeatSources.Usual(NightEventKind.HotBottle, bedtime.InHour);
        Way? Told(string name, params NightEvent[] more) =>
            NightTurns.Of(Sleeping(bedtime with { Events = [.. rest, .. more] }), run.LowOf(night)!.Value) is { } turns
                ? Way.Holds(name, turns.ToCold.Together)
                : null;
        List<Way> ways =
        [
            .. new[]
            {
                Told("a meal and a hot bottle", meal, bottle),
                Told("a hot bottle", bottle),
                Told("a meal", meal),
                Told("neither"),
            }.OfType<Way>(),
        ];
        return ways.Count < 2
            ? null
            : new(
                Topic.Food,
                Letter.InWarm,
                Measured.AwakeBelow,
                night,
                ways,
                [],
                "Eat warm and fat within the hour before bed; fill the bottle, test its lid, wrap it.",
                "Digesting heats for five hours, a bottle for three. Before dawn the bed is alone again: they save shivering, not the bed.",
                null
            );
    }

    private Lesson Head()
    {
        static bool OfHead(LossTerm term) => term is { Region: Region.Head, Path: LossPath.Upward };
        var bare = SystemChange.Keep(system, i => !i.IsHeadwear, run.Closet);
        bare = bare with { Layers = [.. bare.Layers.Select(l => l with { HoodOpen = true })] };
        var covered = system.ThingsIn(run.Closet).Any(i => i.IsHeadwear || i.Cover.Head > 0);
        var open = In(bare);
        if (covered)
            return Picture(
                [
                    Way.Holds("covered, as packed", asPacked.Holds.Together, Share(asPacked, OfHead), asPacked),
                    Way.Holds("bare, hood open", open.Holds.Together, Share(open, OfHead), open),
                ],
                null
            );
        var hat = ItemTypes.Find("thickHat")!.Usual;
        var with = run.Knowing(run.Closet.With([hat]));
        var worn = NightAnswers.Line(
            with.With(with.Sleeping(night, SystemChange.Add(system, hat, with.Closet))),
            night
        );
        return Picture(
            [
                Way.Holds("in a thick hat", worn.Holds.Together, Share(worn, OfHead), worn),
                Way.Holds("bare, as packed", open.Holds.Together, Share(open, OfHead), open),
            ],
            "Nothing covers the head as planned; a usual thick hat stands in."
        );

        Lesson Picture(IReadOnlyList<Way> ways, string? usual) =>
            new(
                Topic.Head,
                Letter.NothingBare,
                Measured.HoldsTo,
                night,
                ways,
                [],
                "Two thin covers for the head, and something round the neck that is not tied.",
                "The better the rest is covered, the more of the heat goes where nothing is.",
                usual
            );
    }

    private NightSlept Sleeping(Bedtime how) =>
        run.Model.Sleep(night, system, how, run[night].EveningWater, run[night].Day.DampInBed);
}
