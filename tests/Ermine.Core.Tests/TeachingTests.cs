using static Ermine.Core.Tests.DayRunTests;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>What a leader is told is what the plan says once it is done, and the lesson's numbers are those of the trip.</summary>
public class TeachingTests
{
    private static readonly KitItem Mat = Of("winterInflatable");
    private static readonly KitItem Foam = Of("foamPad");
    private static readonly KitItem Hat = Of("woolHat");
    private static readonly KitItem Base = Of("woolBaseTop");
    private static readonly KitItem Tights = Of("woolTights");
    private static readonly KitItem NightSocks = Of("thickWoolSocks");
    private static readonly KitItem Down = Of("downBagWinter");
    private static readonly KitItem Booties = Of("downBooties");
    private static readonly KitItem Jacket = Of("campDownJacket");
    private static readonly KitItem[] Day =
    [
        Of("synthBaseTop"),
        Of("fleeceJumper"),
        Of("windShirt"),
        Of("softShellTrousers"),
        Of("woolSocks"),
        Of("winterBoots"),
        Of("linerGloves"),
        Of("mittens"),
        Of("balaclava"),
    ];
    private static readonly SleepSystem Packed = Slept(Foam, Mat, Base, Tights, NightSocks, Booties, Hat, Down);
    private static readonly Closet Owned = new([
        Mat,
        Foam,
        Hat,
        Base,
        Tights,
        NightSocks,
        Booties,
        Down,
        Jacket,
        .. Day,
    ]);

    private static Trip Nights(SleepSystem system, params double[] lows) =>
        Trip(system, [.. lows.Select((low, n) => Night(low, day: 1 + n))])
            .With(m => m with { Along = [Jacket.Id, .. Day.Select(d => d.Id)] });

    private static TripRun Run(SleepSystem system, Sleeper? who = null, params double[] lows) =>
        Planner(Owned, who).Of(Nights(system, lows.Length > 0 ? lows : [-14, -16]));

    private static readonly Sleeper Woman = Sleeper.StandardWoman with { Id = Guid.Empty };

    private static TripRun Cold(double low) =>
        Run(Slept(Foam, Mat, Base, Tights, NightSocks, Booties, Hat, Down), null, -8, low);

    private static SleepSystem Apply(SleepSystem system, Instead step, Closet with)
    {
        var item = with.Find(step.Part.ItemId!.Value)!;
        return step.Part.Kind switch
        {
            Choosing.FixKind.Add => SystemChange.Add(system, item, with),
            Choosing.FixKind.Swap => SystemChange.Swap(system, step.Part.ReplacesId!.Value, item.Id),
            _ => throw new InvalidOperationException($"{step.Part.Kind}"),
        };
    }

    [Theory]
    [InlineData(-24)]
    [InlineData(-31)]
    public void What_would_do_for_nothing_is_what_the_plan_says_once_it_lies_in_the_bed(double low)
    {
        var run = Cold(low);
        var page = PersonTaught.Of(run);
        Assert.Equal(1, page.Hardest);
        Assert.Equal([false, true], page.Nights.Select(n => n.Short));
        var found = page.ForNothing!;
        Assert.NotEmpty(found.Together);
        var with = Owned.With(
            found
                .Together.Concat(found.Alone)
                .Select(s => s.Part.ItemId)
                .OfType<Guid>()
                .Where(id => Owned.Find(id) is null)
                .Distinct()
                .Select(id => ItemTypes.OfUsual(id)!.Usual)
        );
        foreach (var step in found.Alone.Where(s => s.Part.Kind is Choosing.FixKind.Add or Choosing.FixKind.Swap))
        {
            var then = Planner(with).Plan(Nights(Apply(Packed, step, with), -8, low), 1);
            Assert.Equal(then.Verdict, step.Then.Verdict);
            Assert.Equal(
                then.Holds.Together.Outside!.Value.Celsius,
                step.Then.Holds.Together.Outside!.Value.Celsius,
                6
            );
        }
        var all = found.Together.Aggregate(Packed, (s, step) => Apply(s, step, with));
        var plan = Planner(with).Plan(Nights(all, -8, low));
        Assert.Equal(found.Enough, plan.All(n => n.Verdict is Verdict.Warm && n.Margin is { Kelvin: >= 0 }));
        Assert.Equal(plan.Select(n => n.Margin is { Kelvin: < 0 }), page.Nights.Select(n => n.ShortThen));
    }

    [Fact]
    public void What_is_nearest_by_is_taken_first_where_it_is_enough()
    {
        var page = PersonTaught.Of(Cold(-22));
        Assert.True(page.ForNothing!.Enough);
        // The jacket comes along anyway.
        var step = Assert.Single(page.ForNothing.Together);
        Assert.Equal((ComesFrom.Along, Jacket.Id), (step.From, step.Part.ItemId!.Value));
        Assert.Equal(0, step.MassG);
        // Cupboard and neighbour are asked as well, and nothing of theirs takes the place of what is owned.
        Assert.Equal(
            [ComesFrom.Along, ComesFrom.Cupboard, ComesFrom.Borrowed],
            page.ForNothing.Alone.Select(a => a.From).Distinct().Order()
        );
        Assert.All(
            page.ForNothing.Alone,
            a => Assert.True(a.From == ComesFrom.Owned || a.Part.Kind != Choosing.FixKind.Swap)
        );
    }

    [Fact]
    public void Nothing_is_asked_of_anyone_where_every_night_holds()
    {
        var page = PersonTaught.Of(Run(Packed, null, -8, -6));
        Assert.Null(page.ForNothing);
        Assert.All(page.Nights, n => Assert.False(n.Short || n.ShortThen));
        Assert.Equal(0, page.Hardest);
        Assert.Equal(0, page.InHandK);
    }

    [Fact]
    public void Over_sixty_a_night_that_just_holds_is_short_and_children_are_marked()
    {
        var holds = Run(Packed).HoldsTogether(1).Together.Outside!.Value.Celsius;
        // A degree and a half in hand: enough at forty, not over sixty.
        PersonTaught At(int age) => PersonTaught.Of(Run(Packed, Woman with { AgeYears = age }, -6, Line(age) + 1.5));
        double Line(int age) =>
            Run(Packed, Woman with { AgeYears = age }, -6, holds).HoldsTogether(1).Together.Outside!.Value.Celsius;
        var grown = At(40);
        Assert.Equal((Marked.None, false), (grown.Marked, grown.Nights[1].Short));
        Assert.Null(grown.MarkedWhy);
        var old = At(66);
        Assert.Equal((Marked.OverSixty, true), (old.Marked, old.Nights[1].Short));
        Assert.Equal(3, old.InHandK);
        Assert.NotNull(old.ForNothing);
        var child = At(11);
        Assert.Equal(Marked.Child, child.Marked);
        Assert.NotEmpty(child.MarkedWhy!);
    }

    [Fact]
    public void A_list_gives_every_thing_its_reason_and_what_the_night_holds_without_it()
    {
        var run = Run(Packed, null, -8, -20);
        var page = PersonTaught.Of(run);
        Assert.Equal(
            Packed.Layers.Select(l => l.ItemId).Concat(run.Outfit.Along).Order(),
            page.Things.Select(t => t.ItemId).Order()
        );
        Assert.All(page.Things, t => Assert.NotEmpty(t.Why));
        foreach (var thing in page.Things.Where(t => t.Worth is { Kelvin: > 0.5 }))
        {
            var without = Slept([.. Packed.ThingsIn(Owned).Where(i => i.Id != thing.ItemId)]);
            var then = run.Model.HoldsTogether(1, without, run.BedtimeOf(1), run[1].EveningWater).Together;
            Assert.Equal(
                then.Outside!.Value.Celsius - run.HoldsTogether(1).Together.Outside!.Value.Celsius,
                thing.Worth!.Value.Kelvin,
                6
            );
        }
        Assert.Contains(page.Things, t => t.ItemId == Jacket.Id && t.Worth is null);
    }

    [Fact]
    public void What_everyone_has_along_is_missed_only_where_it_is_not()
    {
        var bare = PersonTaught.Of(Planner(Owned).Of(Trip(Slept(Mat, Down), Night(-10))));
        var dressed = PersonTaught.Of(Run(Packed));
        Assert.Contains(bare.NotAlong, n => n.What == "A hat");
        Assert.Contains(bare.NotAlong, n => n.What == "A jacket for stops");
        Assert.DoesNotContain(
            dressed.NotAlong,
            n => n.What is "A hat" or "A jacket for stops" or "Something over mouth and nose"
        );
        Assert.Contains(dressed.NotAlong, n => n.What == "Two ways to make fire");
        Assert.All(bare.NotAlong, n => Assert.True(n.Why.Length > 0 && n.Instead.Length > 0));
    }

    [Fact]
    public void A_trip_without_beds_or_lows_says_so()
    {
        var bare = PersonTaught.Of(Planner(Owned).Of(Trip(Slept(), Night(-10))));
        Assert.True(bare.NoBed);
        Assert.Null(bare.Hardest);
        Assert.Null(bare.ForNothing);
        var unknown = PersonTaught.Of(Planner(Owned).Of(Trip(Packed, Night(null))));
        Assert.False(unknown.NoBed);
        Assert.Null(unknown.Hardest);
        Assert.Empty(Lessons.Of(Planner(Owned).Of(Trip(Packed, Night(null))), 0));
        Assert.Empty(Lessons.Of(Planner(Owned).Of(Trip(Slept(), Night(-10))), 0));
        Assert.Empty(PersonTaught.Of(Planner(Owned).Of(Trip(Packed))).Nights);
    }

    private static Lesson Picture(TripRun run, Topic topic, int night = 1) =>
        Lessons.Of(run, night).Single(l => l.Topic == topic);

    [Fact]
    public void The_lesson_is_ten_pictures_in_the_order_of_the_word()
    {
        var lessons = Lessons.Of(Run(Packed), 1);
        Assert.Equal(Enum.GetValues<Topic>(), lessons.Select(l => l.Topic));
        Assert.Equal(lessons.Select(l => l.Letter).Order(), lessons.Select(l => l.Letter));
        Assert.Equal(Enum.GetValues<Letter>(), lessons.Select(l => l.Letter).Distinct());
        Assert.Equal("ERMINE", string.Concat(Enum.GetValues<Letter>().Select(l => $"{l}"[0])));
        Assert.All(lessons, l => Assert.Null(l.Usual));
    }

    [Fact]
    public void A_picture_shows_what_the_plan_says_of_the_bed_that_is_drawn()
    {
        var run = Run(Packed);
        var pad = Picture(run, Topic.Pad);
        var without = Slept([.. Packed.ThingsIn(Owned).Where(i => i.Side != Side.Under)]);
        Assert.Equal(run.HoldsTogether(1).Together, pad.Ways[0].Line);
        Assert.Equal(Run(without).HoldsTogether(1).Together, pad.Ways[^1].Line);
        Assert.True(pad.Ways[^1].Beside > 2 * pad.Ways[0].Beside);

        var head = Picture(run, Topic.Head);
        var bare = Slept([.. Packed.ThingsIn(Owned).Where(i => !i.IsHeadwear)]);
        bare = bare with { Layers = [.. bare.Layers.Select(l => l with { HoodOpen = true })] };
        Assert.Equal(Run(bare).HoldsTogether(1).Together, head.Ways[^1].Line);

        var breath = Picture(run, Topic.Breath);
        Assert.Equal(Run(Packed.BreathingInside()).HoldsTogether(1).Together, breath.Ways[^1].Line);
        Assert.True(breath.Ways[^1].Beside > breath.Ways[0].Beside);

        var dry = Picture(run, Topic.Dry);
        Assert.Equal(run.HoldsDry(1).Together, dry.Ways[0].Line);
        Assert.True(dry.Ways[^1].Line!.CompareTo(dry.Ways[0].Line!) > 0);
    }

    [Fact]
    public void Feet_that_go_in_cold_stay_cold_and_a_late_jacket_is_between_at_once_and_never()
    {
        var run = Run(Packed);
        var feet = Picture(run, Topic.WarmFeet);
        Assert.Equal(feet.Ways.Select(w => w.Value!.Value).OrderDescending(), feet.Ways.Select(w => w.Value!.Value));
        var chilled = Planner(Owned).Of(run.Trip.Sleeping(Bedtime.Plain with { Start = StartState.Chilled }, 1));
        Assert.Equal(chilled[1].Slept.Hours!.SettledFeet.Celsius, feet.Ways[^1].Value!.Value, 6);

        var jacket = Picture(run, Topic.Jacket);
        Assert.Equal(jacket.Ways.Select(w => w.Value).Order(), jacket.Ways.Select(w => w.Value));
        Assert.True(jacket.Ways[0].Value < jacket.Ways[^1].Value);
        // All three begin the same stop.
        Assert.Single(jacket.Ways.Select(w => w.Curve[0].Value).Distinct());

        var food = Picture(run, Topic.Food);
        Assert.All(food.Ways.Skip(1), w => Assert.True(food.Ways[0].Line!.CompareTo(w.Line!) <= 0));
        Assert.True(food.Ways[0].Line!.CompareTo(food.Ways[^1].Line!) < 0);
    }

    [Fact]
    public void One_pair_of_socks_too_many_squeezes_and_holds_less_far()
    {
        var loose = Picture(Run(Packed), Topic.Loose);
        var tight = loose.Ways.First(w => w.Beside > 0);
        var before = loose.Ways.Last(w => w.Beside is not > 0);
        Assert.True(tight.Value > before.Value);
        Assert.Equal(0, loose.Ways[0].Beside);
    }

    [Fact]
    public void What_is_not_along_is_shown_with_what_is_usual_and_said()
    {
        var run = Planner(new([Down, NightSocks])).Of(Trip(Slept(NightSocks, Down), Night(5), Night(4, day: 14)));
        foreach (var topic in new[] { Topic.Pad, Topic.Loose, Topic.Jacket })
            Assert.NotNull(Picture(run, topic).Usual);
        Assert.True(Picture(run, Topic.Pad).Ways[0].Line!.CompareTo(Picture(run, Topic.Pad).Ways[^1].Line!) < 0);
    }

    [Theory]
    [InlineData(-16)]
    [InlineData(-28)]
    public void A_quiz_has_the_answers_of_its_own_pictures(double low)
    {
        var run = Run(Packed, null, -8, low);
        var lesson = LessonOfTrip.Of([run], 0, 1);
        Assert.InRange(lesson.Quiz.Count, 5, Quiz.Most);
        Assert.All(
            lesson.Quiz,
            q =>
            {
                Assert.InRange(q.Right, 0, q.Choices.Count - 1);
                Assert.Equal(q.Choices.Count, q.Choices.Distinct().Count());
                Assert.NotEmpty(q.Because);
            }
        );
        Lesson Of(Topic topic) => lesson.Pictures.Single(p => p.Topic == topic);
        var pad = lesson.Quiz.SingleOrDefault(q => q.Topic == Topic.Pad && q.Measured is not null);
        if (pad is not null)
            Assert.Equal(Of(Topic.Pad).Ways[^1].Line!.Outside?.Celsius, pad.Choices[pad.Right].Value);
        var breath = lesson.Quiz.Single(q => q.Topic == Topic.Breath);
        var (outside, inside) = (Of(Topic.Breath).Ways[0].Line!, Of(Topic.Breath).Ways[1].Line!);
        Assert.Equal(
            inside.Outside!.Value - outside.Outside!.Value is { Kelvin: < Quiz.ToldApart } ? 0 : 1,
            breath.Right
        );
        var back = lesson.Quiz.SingleOrDefault(q => q.Topic is null);
        if (back is not null)
            Assert.Equal(
                NightOfParty.Of([run], 1).TurnBackBelow!.Outside!.Value.Celsius,
                back.Choices[back.Right].Value!.Value
            );
    }
}
