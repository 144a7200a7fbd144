using Ermine.Core.Days;
using Ermine.Core.Rules;
using static Ermine.Core.Tests.DayRunTests;
using static Ermine.Core.Tests.HandsAtWorkTests;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Each rule of hands, feet and eyes fires where it applies, and only there.</summary>
public class EndRulesTests
{
    private static readonly KitItem[] Dressed = [.. Walking, Of("fleeceTrousers"), Of("expeditionParka")];

    private static List<string> Fired(
        IReadOnlyList<KitItem> worn,
        IReadOnlyList<DayTask>? tasks = null,
        double air = -22,
        double wind = 2,
        Sky sky = Sky.DrySnow,
        Effort effort = Effort.Moderate,
        params KitItem[] stowed
    )
    {
        var night = Night(-22);
        DayBlock[] blocks = [Block(9, 12, air: air, wind: wind, effort: effort) with { Sky = sky }];
        KitItem[] items = [.. worn, .. stowed];
        var outfit = Alone(Slept()) with
        {
            Along = [.. items.Select(i => i.Id)],
            Dry = DryPlan.Plain with
            {
                Days =
                [
                    new(
                        night.Id,
                        DayWork.Easy,
                        [],
                        blocks,
                        [.. worn.Select(i => new Bar(i.Id, 0, 36, Opening: Opening.Closed))],
                        Tasks: tasks
                    ),
                ],
            },
        };
        var run = Planner(new Closet(items), Sleeper.StandardMan).Of(Trip(Slept(), night).With(outfit));
        return [.. DayAnswers.Of(run, 0).Cautions.Select(c => c.Rule)];
    }

    private static readonly string[] All =
    [
        "task-fails",
        "task-longer-than-block",
        "tasks-overlap",
        "fuel-on-skin",
        "bare-metal",
        "no-leash",
        "glove-too-small",
        "boot-too-small",
        "bindings-do-not-fit",
        "bare-eyes",
        "liners-in-boots",
        "wet-boots",
    ];

    [Fact]
    public void A_plain_day_hears_none_of_them() =>
        Assert.Empty(Fired(Dressed, [Task(TaskKind.Pegs, 10), Task(TaskKind.Eat, 11)]).Intersect(All));

    [Fact]
    public void A_task_that_fingers_cannot_finish() =>
        Assert.Contains("task-fails", Fired(Dressed, [Task(TaskKind.Mending, 10, 40)]));

    [Fact]
    public void A_task_longer_than_its_block()
    {
        Assert.Contains("task-longer-than-block", Fired(Dressed, [Task(TaskKind.Pegs, 11.95)]));
        Assert.DoesNotContain("task-longer-than-block", Fired(Dressed, [Task(TaskKind.Pegs, 11.7)]));
    }

    [Fact]
    public void Two_tasks_at_once() =>
        Assert.Contains("tasks-overlap", Fired(Dressed, [Task(TaskKind.Eat, 10), Task(TaskKind.Pegs, 10.1)]));

    [Fact]
    public void Fuel_and_metal_in_bare_hands()
    {
        DayTask[] bare = [Task(TaskKind.Fuel, 10) with { On = [] }, Task(TaskKind.Stove, 11) with { On = [] }];
        Assert.Contains("fuel-on-skin", Fired(Dressed, bare));
        Assert.Contains("bare-metal", Fired(Dressed, bare));
        Assert.DoesNotContain("fuel-on-skin", Fired(Dressed, bare, air: 2));
        Assert.Empty(Fired(Dressed, [Task(TaskKind.Fuel, 10)]).Intersect(["fuel-on-skin", "bare-metal"]));
    }

    [Fact]
    public void A_mitten_off_in_the_wind_without_a_leash()
    {
        DayTask[] knots = [Task(TaskKind.Knots, 10)];
        KitItem[] tied = [.. Dressed.Select(i => i with { OnLeash = true })];
        Assert.Contains("no-leash", Fired(Dressed, knots, wind: 9));
        Assert.DoesNotContain("no-leash", Fired(Dressed, knots, wind: 2));
        Assert.DoesNotContain("no-leash", Fired(tied, knots, wind: 9));
    }

    [Fact]
    public void What_does_not_go_over_what_is_under_it()
    {
        Assert.Contains("boot-too-small", Fired([.. Dressed, Of("thickWoolSocks"), Of("fleeceSocks")]));
        Assert.Contains("glove-too-small", Fired([.. Dressed, Of("skiGloves")]));
    }

    [Fact]
    public void Spikes_that_do_not_fit_the_boot()
    {
        Assert.Contains("bindings-do-not-fit", Fired(Dressed, stowed: Of("crampons")));
        Assert.DoesNotContain("bindings-do-not-fit", Fired(Dressed, stowed: Of("spikes")));
    }

    [Fact]
    public void Bare_eyes_in_sun_and_wind()
    {
        Assert.Contains("bare-eyes", Fired(Dressed, sky: Sky.Sun));
        Assert.Contains("bare-eyes", Fired(Dressed, wind: 12));
        Assert.DoesNotContain("bare-eyes", Fired(Dressed, sky: Sky.Sun, stowed: Of("sunglasses")));
    }

    [Fact]
    public void Wet_boots_and_damp_liners()
    {
        Assert.Contains("wet-boots", Fired(Dressed, air: 1, sky: Sky.Rain));
        KitItem[] linered =
        [
            .. Dressed.Where(i => i.Type is not ("winterBoots" or "woolSocks")),
            Of("feltLiners"),
            Of("mukluks"),
        ];
        Assert.Contains("liners-in-boots", Fired(linered, air: -15, effort: Effort.VeryHigh));
    }

    [Fact]
    public void The_face_is_planned_by_the_air_and_what_comes_along()
    {
        FacePlan Of(double air, double wind, params KitItem[] along)
        {
            KitItem[] items = [.. Walking.Where(i => i.Type != "balaclava"), .. along];
            var day = ToPlay([Block(8, 14, air: air, wind: wind)], items);
            var (_, minutes) = DayRun.Traced(day, TestContext.Current.CancellationToken);
            return FacePlans.Of(day, minutes, items);
        }
        var tube = DayRunTests.Of("fleeceTube");
        var mild = Of(-10, 3, tube);
        Assert.DoesNotContain(mild.Spans, s => s.Why == FaceWhy.CoverUp);
        Assert.Empty(mild.Turns);
        var hard = Of(-32, 9, tube);
        Assert.Contains(hard.Spans, s => s is { Why: FaceWhy.CoverUp, FromHour: < 8.02 });
        Assert.True(hard.Turns.Count > 3);
        Assert.True(hard.Mask);
        Assert.Equal(tube.Id, hard.Cover);
        Assert.Contains(hard.Spans, s => s.Why == FaceWhy.WindInEyes);
        Assert.DoesNotContain(hard.Spans, s => s.Why == FaceWhy.Bare);
        var bare = Of(-32, 9);
        Assert.Null(bare.Cover);
        Assert.Contains(bare.Spans, s => s.Why == FaceWhy.Bare);
        Assert.Contains(Of(-32, 9, tube, DayRunTests.Of("goggles")).Spans, s => s.Why == FaceWhy.Fog);
        // A tube turns in time before a balaclava that comes along as well.
        Assert.Equal(tube.Id, Of(-32, 9, DayRunTests.Of("balaclava"), tube).Cover);
    }

    [Fact]
    public void A_cover_let_down_leaves_the_face_bare()
    {
        var tube = DayRunTests.Of("fleeceTube");
        double Share(Opening position) =>
            Play(
                [Block(8, 9, air: -32, wind: 9)],
                [.. Walking.Where(i => i.Type != "balaclava"), tube],
                opening: position
            )
                .Blocks[0]
                .FaceShare;
        Assert.Equal(0, Share(Opening.Closed));
        Assert.True(Share(Opening.Zips) > 0.5);
        var garment = Days.Garment.Of(tube, ItemReader.Read(tube))!;
        Assert.True(garment.IsFaceCover);
        Assert.True(garment.Cover(Part.Face, Opening.Neck) < Days.Garment.CoversMouth);
        Assert.Equal(0, garment.Cover(Part.Face, Opening.Hanging));
        Assert.Equal(garment.Cover(Part.Head, Opening.Closed), garment.Cover(Part.Head, Opening.Hanging));
    }

    [Fact]
    public void The_watch_list_names_who_when_and_where()
    {
        var day = ToPlay(
            [Block(8, 12, air: -30, wind: 6), Block(12, 14, Activity.Wait, air: -30, wind: 6)],
            [.. Walking.Where(i => i.Type is not ("woolHat" or "balaclava" or "mittens"))]
        );
        var (_, minutes) = DayRun.Traced(day, TestContext.Current.CancellationToken);
        var list = WatchList.Of(day, minutes);
        Assert.All(list, w => Assert.Equal(day.Sleeper.Id, w.SleeperId));
        Assert.Equal(Enum.GetValues<Watched>(), list.Select(w => w.What).Distinct().Order());
        var face = list.First(w => w.What == Watched.NoseAndCheeks);
        Assert.Equal(8, face.FromHour, 0.05);
        Assert.NotNull(face.EveryMinutes);
        var fingers = list.First(w => w.What == Watched.Fingers);
        Assert.Equal(minutes.First(m => m.Fingers < Extremity.FineFrom).Hour, fingers.FromHour, 0.03);
        var warm = ToPlay([Block(8, 12, air: -5, wind: 1)], Walking);
        Assert.Empty(WatchList.Of(warm, DayRun.Traced(warm, TestContext.Current.CancellationToken).Minutes));
    }
}
