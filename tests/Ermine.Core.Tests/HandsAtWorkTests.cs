using Ermine.Core.Days;
using Ermine.Core.Rules;
using static Ermine.Core.Tests.DayRunTests;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Hands through their tasks.</summary>
public class HandsAtWorkTests
{
    private static readonly KitItem[] Warm =
    [
        .. Walking.Where(i => i.Type is not ("linerGloves" or "mittens")),
        Of("fleeceTrousers"),
        Of("expeditionParka"),
    ];

    private static readonly KitItem Liner = Of("linerGloves"),
        Mitten = Of("mittens");

    internal static DayTask Task(TaskKind kind, double hour, double? minutes = null, Dexterity? needs = null) =>
        new(Guid.NewGuid(), kind, hour, minutes, needs);

    private static DayToPlay Day(
        IReadOnlyList<DayTask> tasks,
        IEnumerable<KitItem> hands,
        double air = -25,
        double wind = 2,
        bool linerStays = false,
        Activity activity = Activity.Walk
    ) =>
        ToPlay([Block(8, 12, activity, air, wind, Effort.Moderate)], [.. Warm, .. hands]) with
        {
            Tasks = [.. tasks.OrderBy(t => t.Hour).Select(HandWork.Of)],
            LinerStays = linerStays,
        };

    private static IReadOnlyList<TaskLived> Lived(DayToPlay day) =>
        DayRun.Play(day, TestContext.Current.CancellationToken).Tasks;

    [Fact]
    public void What_the_work_allows_stays_on()
    {
        var lived = Lived(
            Day([Task(TaskKind.Pegs, 8.5), Task(TaskKind.Lacing, 9.5), Task(TaskKind.Phone, 10.5)], [Liner, Mitten])
        );
        Assert.Equal([Liner.Id, Mitten.Id], lived[0].On);
        Assert.Empty(lived[0].Off);
        Assert.Equal([Liner.Id], lived[1].On);
        Assert.Equal([Mitten.Id], lived[1].Off);
        Assert.Empty(lived[2].On);
        Assert.True(lived[1].Lowest > lived[2].Lowest);
    }

    [Fact]
    public void A_liner_that_stays_is_worked_in_and_takes_longer()
    {
        DayTask[] phone = [Task(TaskKind.Phone, 10)];
        var bare = Lived(Day(phone, [Liner, Mitten]))[0];
        var inLiner = Lived(Day(phone, [Liner, Mitten], linerStays: true))[0];
        Assert.Empty(bare.On);
        Assert.Equal([Liner.Id], inLiner.On);
        Assert.True(inLiner.Lowest > bare.Lowest);
        Assert.Equal(HandWork.SlowerInLiner * 2, inLiner.Minutes - inLiner.Seconds / 60, 1.01);
    }

    [Fact]
    public void A_mitten_over_a_liner_loses_little_when_taken_off_for_a_minute()
    {
        var lived = Lived(Day([Task(TaskKind.Knots, 10, minutes: 1)], [Liner, Mitten]))[0];
        Assert.InRange(lived.Before.Celsius - lived.Lowest.Celsius, 0, 4);
        Assert.Equal(0, lived.BackAfter);
    }

    [Fact]
    public void A_leash_saves_stowing()
    {
        double Seconds(bool leash) =>
            Lived(Day([Task(TaskKind.Knots, 10)], [Liner, Mitten with { OnLeash = leash }]))[0].Seconds;
        Assert.InRange(Seconds(false) - Seconds(true), 4, 8);
    }

    [Fact]
    public void What_is_set_on_a_task_is_done()
    {
        var bare = Task(TaskKind.Pegs, 9) with { On = [] };
        var lived = Lived(Day([bare], [Liner, Mitten]))[0];
        Assert.Empty(lived.On);
        Assert.Equal([Liner.Id, Mitten.Id], lived.Off);
    }

    [Fact]
    public void Metal_and_water_take_more_from_bare_hands_and_nothing_through_a_mitten()
    {
        double Lowest(bool metal, bool wet, params KitItem[] on) =>
            Lived(
                Day(
                    [
                        Task(TaskKind.Own, 9, 3, Dexterity.Coarse) with
                        {
                            Metal = metal,
                            Wet = wet,
                            On = [.. on.Select(i => i.Id)],
                        },
                    ],
                    [Liner, Mitten]
                )
            )[0].Lowest.Celsius;
        Assert.True(Lowest(metal: true, wet: false) < Lowest(metal: false, wet: false) - 0.5);
        Assert.True(Lowest(metal: true, wet: true) < Lowest(metal: true, wet: false) - 0.5);
        Assert.Equal(Lowest(true, false, Liner, Mitten), Lowest(false, false, Liner, Mitten), 6);
    }

    [Fact]
    public void Wet_work_wets_the_outermost_glove()
    {
        var day = Day([Task(TaskKind.MeltSnow, 9)], [Liner, Mitten]);
        double After(DayToPlay d) =>
            DayRun.Play(d, TestContext.Current.CancellationToken).Things.First(t => t.ItemId == Mitten.Id).AfterG;
        Assert.InRange(After(day) - After(day with { Tasks = [] }), 15, 30);
    }

    [Fact]
    public void A_task_begun_while_another_lasts_waits_for_it()
    {
        var lived = Lived(Day([Task(TaskKind.Lacing, 9, 20), Task(TaskKind.Knots, 9.1, 5)], [Liner, Mitten]));
        Assert.Equal(lived[0].ToHour, lived[1].FromHour, 0.02);
    }

    [Fact]
    public void A_task_that_outlasts_the_day_ends_with_it()
    {
        var lived = Assert.Single(Lived(Day([Task(TaskKind.Mending, 11.9, 30)], [Liner, Mitten])));
        Assert.Equal(12, lived.ToHour, 6);
    }

    [Fact]
    public void Poles_lift_the_hands_and_ones_own_supply_counts()
    {
        double Lowest(Activity activity, double percent)
        {
            var day = Day([], [Liner], activity: activity, air: -15);
            return DayRun
                .Play(
                    day with
                    {
                        Sleeper = day.Sleeper with { HandsPercent = percent },
                    },
                    TestContext.Current.CancellationToken
                )
                .Moments.Min(m => m.Fingers.Celsius);
        }
        Assert.True(Lowest(Activity.Walk, -30) < Lowest(Activity.Walk, 0));
        Assert.True(Lowest(Activity.Walk, 20) > Lowest(Activity.Walk, 0));
        // On skis one moves faster as well, so only the sign of the poles is looked at.
        Assert.True(Work.HoldsPoles(Activity.Ski) && !Work.HoldsPoles(Activity.Walk));
        Assert.True(Lowest(Activity.Snowshoe, 0) < Lowest(Activity.Snowshoe, 100.0 / Extremity.OnPoles - 100));
    }

    [Fact]
    public void Sleeves_warm_only_while_poles_are_held()
    {
        double Lowest(Activity activity, params KitItem[] hands) =>
            DayRun
                .Play(Day([], hands, activity: activity), TestContext.Current.CancellationToken)
                .Moments.Min(m => m.Fingers.Celsius);
        var sleeves = Of("poleSleeves");
        Assert.True(Lowest(Activity.Snowshoe, Liner, sleeves) > Lowest(Activity.Snowshoe, Liner) + 1);
        Assert.Equal(Lowest(Activity.Walk, Liner), Lowest(Activity.Walk, Liner, sleeves), 6);
    }

    [Fact]
    public void Systems_are_found_by_fit_and_the_best_of_each_task_among_them()
    {
        KitItem[] hands = [Liner, Mitten, Of("woolGloves"), Of("woolMittens"), Of("mittenShells"), Of("downMittens")];
        // Only the liner is worn; the rest is stowed.
        var day = Day([Task(TaskKind.Lacing, 8.1, 10), Task(TaskKind.Eat, 8.4)], [Liner], air: -30, wind: 4) with
        {
            Wearable = ToPlay([Block(8, 12)], [.. Warm, .. hands]).Wearable,
        };
        var (played, minutes) = DayRun.Traced(day, TestContext.Current.CancellationToken);
        var systems = new HandSystems(day, minutes);
        var ranked = systems.Ranked(6, TestContext.Current.CancellationToken);
        Assert.True(ranked.Count > 1);
        Assert.All(
            ranked,
            s =>
            {
                Worn[] worn = [.. s.Things.Select(id => new Worn(day.Wearable[id]))];
                Assert.Null(DayStack.FitOf(worn, Part.Hands).Squeezes);
            }
        );
        Assert.Equal(ranked.OrderBy(s => s.Failed).Select(s => s.Failed), ranked.Select(s => s.Failed));
        // Both tasks are done in the liner as planned; a better is known for each.
        var best = systems.Best(played.Tasks, TestContext.Current.CancellationToken);
        Assert.All(best, b => Assert.True(b.WarmerK > 1));
        Assert.All(best, b => Assert.True(b.ToHaveAtHand > 0));
        var lacing = best[0].On.Select(id => day.Wearable[id].Item).ToList();
        Assert.True(Gloves.DexterityIn(lacing) >= Dexterity.Fine);
    }

    [Fact]
    public void What_is_promised_is_what_the_day_then_says()
    {
        KitItem[] hands = [Liner, Mitten, Of("woolMittens"), Of("woolGloves")];
        DayBlock[] blocks =
        [
            Block(8, 12, air: -25, wind: 3, effort: Effort.Moderate),
            Block(12, 15, Activity.Cook, air: -25) with
            {
                Place = DayPlace.Tent,
            },
        ];
        DayTask[] tasks = [Task(TaskKind.Lacing, 9, 6), Task(TaskKind.Stove, 12.1)];
        DayToPlay Wearing(IReadOnlyList<DayTask> with, params KitItem[] on) =>
            ToPlay(blocks, [.. Warm, .. on]) with
            {
                Wearable = ToPlay(blocks, [.. Warm, .. hands]).Wearable,
                Tasks = [.. with.Select(HandWork.Of)],
            };
        var stop = TestContext.Current.CancellationToken;
        var (played, minutes) = DayRun.Traced(Wearing(tasks, Liner), stop);
        var systems = new HandSystems(Wearing(tasks, Liner), minutes);
        // One of the ways to dress them all day, worn then. Hands are a small part of the body, which changes a little with them.
        foreach (var system in systems.Ranked(3, stop))
        {
            var then = DayRun.Traced(Wearing(tasks, [.. hands.Where(h => system.Things.Contains(h.Id))]), stop);
            Assert.Equal(system.Lowest.Celsius, then.Minutes.Min(m => m.Fingers), 1.5);
            Assert.Equal(system.Failed, then.Day.Tasks.Count(t => t.FailsAfter is not null));
        }
        // The best for a task, set on it.
        var best = systems.Best(played.Tasks, stop)[0];
        var set = DayRun.Play(Wearing([tasks[0] with { On = best.On }, tasks[1]], Liner), stop).Tasks[0];
        Assert.Equal(best.On, set.On);
        Assert.Equal(best.Lowest.Celsius, set.Lowest.Celsius, 1.0);
        Assert.Equal(best.Seconds, set.Seconds, 1e-6);
    }

    [Fact]
    public void Socks_are_the_last_reserve()
    {
        var (sock, spare) = (Of("thickWoolSocks"), Of("woolGloves"));
        HandReserve Reserve(params KitItem[] along)
        {
            var day = Day([], [Liner, Mitten]);
            var all = ToPlay([Block(8, 12)], [.. Warm, Liner, Mitten, .. along]).Wearable;
            day = day with { Wearable = all };
            var (_, minutes) = DayRun.Traced(day, TestContext.Current.CancellationToken);
            return new HandSystems(day, minutes).Reserve(new HashSet<Guid> { Liner.Id, Mitten.Id })!;
        }
        Assert.Empty(Reserve().Things);
        Assert.Equal([sock.Id], Reserve(sock).Socks);
        var both = Reserve(sock, spare);
        Assert.Equal([spare.Id, sock.Id], both.Things);
        Assert.True(both.StandsMinutes > Reserve(spare).StandsMinutes);
        Assert.True(both.NowMinutes > both.StandsMinutes);
    }

    [Fact]
    public void Fingers_that_work_at_night_are_followed_out_of_the_bag_and_back()
    {
        var bag = Bag(1.8);
        var pad = Pad(5);
        var night = Night(-25);
        var work = Task(TaskKind.Stove, 28, minutes: 10);
        var outfit = Alone(Slept(pad, bag)) with { Along = [Liner.Id] };
        var run = Planner(new Closet([bag, pad, Liner])).Of(Trip(Slept(pad, bag), night).With(outfit));
        var slept = run[0].Slept;
        var glove = Days.Garment.Of(Liner, ItemReader.Read(Liner))!;
        NightTask Of(params Days.Garment[] gloves) =>
            Assert.Single(HandsInNight.Of(slept.Played!, slept.Hours!, [HandWork.Of(work)], gloves));
        var bare = Of();
        var inLiner = Of(glove);
        Assert.InRange(bare.Before.Celsius, 25, 34);
        Assert.True(bare.Lowest < inLiner.Lowest);
        Assert.Equal([Liner.Id], inLiner.On);
        Assert.NotNull(bare.FailsAfter);
        Assert.True(bare.BackAfter > 0);
    }
}
