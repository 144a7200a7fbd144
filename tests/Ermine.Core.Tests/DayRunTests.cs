using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Frost;
using Ermine.Core.Nights;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>A day minute by minute.</summary>
public class DayRunTests
{
    internal static KitItem Of(string type) => ItemTypes.Find(type)!.Make(Guid.NewGuid(), type);

    internal static readonly KitItem[] Walking =
    [
        Of("woolBaseTop"),
        Of("woolTights"),
        Of("fleeceJumper"),
        Of("windShirt"),
        Of("softShellTrousers"),
        Of("woolSocks"),
        Of("winterBoots"),
        Of("linerGloves"),
        Of("mittens"),
        Of("woolHat"),
        Of("balaclava"),
    ];

    internal static DayBlock Block(
        double from,
        double to,
        Activity activity = Activity.Walk,
        double air = -15,
        double wind = 2,
        Effort? effort = null,
        Going? going = null
    ) => new(Guid.NewGuid(), activity, from, to, effort, going, AirC: air, WindMs: wind);

    internal static DayPlayed Play(
        IReadOnlyList<DayBlock> blocks,
        IEnumerable<KitItem> wearing,
        Water? morning = null,
        Func<KitItem, (double From, double To)>? when = null,
        Opening? opening = Opening.Closed
    ) => DayRun.Play(ToPlay(blocks, wearing, morning, when, opening), TestContext.Current.CancellationToken);

    internal static DayToPlay ToPlay(
        IReadOnlyList<DayBlock> blocks,
        IEnumerable<KitItem> wearing,
        Water? morning = null,
        Func<KitItem, (double From, double To)>? when = null,
        Opening? opening = Opening.Closed
    )
    {
        List<KitItem> items = [.. wearing];
        var closet = new Closet(items);
        var trip = Trip(Slept(), Night(-20));
        var days = new DayModel(new(trip, closet, null), Sleeper.StandardMan);
        var outfit = Alone(Slept()) with { Along = [.. items.Select(i => i.Id)] };
        List<Bar> bars =
        [
            .. items.Select(i =>
                when?.Invoke(i) is { } t
                    ? new Bar(i.Id, t.From, t.To, Opening: opening)
                    : new Bar(i.Id, 0, 36, Opening: opening)
            ),
        ];
        return days.Of(outfit, closet, 0, blocks, PlanOf(bars), morning ?? Water.None, BodyHeat.Rested)!;
    }

    /// <summary>A plan of which only this is said.</summary>
    internal static DayPlan PlanOf(IReadOnlyList<Bar>? worn, params DayTask[] tasks) =>
        new(Guid.Empty, DayWork.Easy, [], Worn: worn, Tasks: tasks);

    private static readonly Going OnSnow = new(15, 1.2, FootprintCm: 5);

    /// <summary>Thick enough on the legs that a jacket is not wasted.</summary>
    private static readonly KitItem[] WellLegged =
    [
        .. Walking.Where(i => i.Type != "softShellTrousers"),
        Of("fleeceTrousers"),
        Of("windTrousers"),
        Of("fleeceTube"),
    ];

    private static double? Chilled(DayPlayed played, int block) =>
        played.Blocks[block].Turns.FirstOrDefault(t => t.Verdict == DayVerdict.Chilling)?.Hour;

    [Fact]
    public void Walking_with_a_pack_in_base_fleece_and_wind_layer_is_right()
    {
        var walked = Play([Block(9, 11, wind: 1, going: OnSnow)], Walking).Blocks[0];
        Assert.Equal(DayVerdict.Right, walked.Verdict);
        Assert.InRange(walked.MostDebt, -8, DayLimits.CoolDebt);
    }

    [Fact]
    public void Standing_in_it_chills_and_a_big_jacket_at_the_stop_trebles_the_time()
    {
        var parka = Of("expeditionParka");
        DayBlock[] day = [Block(9, 10, wind: 0, going: OnSnow), Block(10, 14, Activity.Wait, wind: 0)];
        var without = Chilled(Play(day, WellLegged), 1)!.Value - 10;
        Assert.InRange(60 * without, 10, 40);
        var with = Play(day, [.. WellLegged, parka], when: i => i == parka ? (10, 14) : (0, 36));
        var body = with.Moments.FirstOrDefault(m => m.Hour > 10 && m.Debt > DayLimits.ChilledDebt)?.Hour ?? 14;
        Assert.InRange((body - 10) / without, 3, 100);
    }

    [Fact]
    public void Hard_work_in_the_big_jacket_drips_within_half_an_hour()
    {
        var worked = Play([Block(9, 10, air: -10, effort: Effort.High)], [.. Walking, Of("campDownJacket")]).Blocks[0];
        Assert.Equal(DayVerdict.Dripping, worked.Verdict);
        Assert.InRange(worked.TurnsAt!.Value, 9, 9.5);
    }

    [Fact]
    public void A_soaked_base_shortens_the_stop_by_a_third_or_more()
    {
        DayBlock[] day = [Block(10, 14, Activity.Wait, wind: 1)];
        var dry = Chilled(Play(day, WellLegged), 0)!.Value - 10;
        var base_ = WellLegged.Where(i => i.Type is "woolBaseTop" or "woolTights").ToArray();
        Assert.Equal(2, base_.Length);
        var wet = Chilled(Play(day, WellLegged, Soaked(base_)), 0)!.Value - 10;
        Assert.InRange(wet / dry, 0, 2 / 3.0);
    }

    [Fact]
    public void Water_closes_and_none_is_lost_on_the_way()
    {
        KitItem[] all = [.. Walking, Of("campDownJacket")];
        var start = Soaked(all[2]);
        var day = Play(
            [
                Block(8, 9, effort: Effort.VeryHigh),
                Block(9, 10, Activity.Wait) with
                {
                    Sky = Sky.WetSnow,
                },
                Block(10, 13, effort: Effort.Moderate),
            ],
            all,
            start
        );
        var stored = day.Things.Sum(t => t.AfterG - t.BeforeG);
        Assert.True(day.Water.Sweat > 50 && day.Water.Outside > 50);
        Assert.Equal(day.Water.Stored, stored, 1e-6);
    }

    [Fact]
    public void Heat_closes_at_the_worst_minute()
    {
        var worst = Play([Block(9, 10, Activity.Wait)], Walking).Blocks[0].Worst;
        // A body that neither sweats nor is full loses what it does not make: by a minute of it the debt has grown.
        Assert.True(worst.Spare < 0);
        var before = Play([Block(9, 10, Activity.Wait)], Walking);
        var (a, b) = (before.Moments[^2], before.Moments[^1]);
        Assert.Equal(-worst.Spare * (b.Hour - a.Hour), b.Debt - a.Debt, 0.1 * (b.Debt - a.Debt));
    }

    public static TheoryData<int> Seeds { get; } = [.. Enumerable.Range(0, 30)];

    [Fact]
    public void A_day_of_which_only_the_end_is_asked_for_ends_as_it_does_when_all_of_it_is_told()
    {
        var wet = 0;
        foreach (var seed in Enumerable.Range(0, 40))
        {
            var (blocks, worn) = Any(new(seed));
            var morning = Water.None.Take();
            morning.Wet(worn[seed % worn.Length], 30);
            var day = ToPlay(blocks, worn, morning.Give(), opening: seed % 2 == 0 ? null : Opening.Closed);
            var stop = TestContext.Current.CancellationToken;
            var (told, end) = (DayRun.Play(day, stop), DayRun.ToItsEnd(day, stop));
            Assert.Equal(told.Body, end.Body);
            Assert.Equal((told.AiringHours, told.DrunkL, told.Water), (end.AiringHours, end.DrunkL, end.Water));
            Assert.Equal(
                told.Things.Select(t => (t.ItemId, t.AfterG, t.PerGram)),
                end.Things.Select(t => (t.ItemId, t.AfterG, t.PerGram))
            );
            wet += told.Water.Escaped > 1 ? 1 : 0;
        }
        Assert.True(wet > 10, $"{wet}");
    }

    private static (DayBlock[] Day, KitItem[] Worn) Any(Random random)
    {
        var from = 8.0;
        var blocks = new List<DayBlock>();
        for (var n = random.Next(1, 4); n > 0; n--)
        {
            var to = from + 0.25 + random.Next(8) / 4.0;
            blocks.Add(Block(from, to, air: random.Next(-35, 3), wind: random.Next(9), effort: (Effort)random.Next(5)));
            from = to;
        }
        return ([.. blocks], [.. Walking.Where(_ => random.Next(5) > 0)]);
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Colder_windier_or_easier_is_never_warmer(int seed)
    {
        var random = new Random(seed);
        var (day, worn) = Any(random);
        var now = Play(day, worn);
        DayPlayed With(Func<DayBlock, DayBlock> change) => Play([.. day.Select(change)], worn);
        void NeverWarmer(DayPlayed then)
        {
            // Of the first block: who sweats less in one is drier, and so may be warmer, in the next. Under the line of cool a base
            // that drips and dries lets the debt swing by a few watt hours.
            static double Counts(DayPlayed day) => Math.Max(DayLimits.CoolDebt, day.Blocks[0].MostDebt);
            Assert.True(Counts(then) >= Counts(now) - 0.05);
        }
        NeverWarmer(With(b => b with { AirC = b.AirC - 4 }));
        NeverWarmer(With(b => b with { WindMs = b.WindMs + 3 }));
        NeverWarmer(With(b => b with { Effort = (Effort)Math.Max(0, (int)b.Effort!.Value - 1) }));
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Opening_never_sweats_more_and_a_later_block_changes_nothing_before_it(int seed)
    {
        var (day, worn) = Any(new(seed));
        var closed = Play(day, worn);
        var open = Play(day, worn, opening: Opening.Zips);
        Assert.True(open.Blocks.Sum(b => b.SweatG) <= closed.Blocks.Sum(b => b.SweatG) + 0.5);
        var longer = Play([.. day, Block(day[^1].ToHour, day[^1].ToHour + 1, Activity.Wait)], worn);
        Assert.Equal(closed.Blocks.Select(b => b.DebtAfter), longer.Blocks.SkipLast(1).Select(b => b.DebtAfter));
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_block_cut_in_two_is_the_same_day(int seed)
    {
        var random = new Random(seed);
        var (day, worn) = Any(random);
        var whole = Play(day, worn);
        var at = day[0].FromHour + (day[0].ToHour - day[0].FromHour) * (0.1 + 0.8 * random.NextDouble());
        var cut = Play(
            [day[0] with { ToHour = at }, day[0] with { Id = Guid.NewGuid(), FromHour = at }, .. day.Skip(1)],
            worn
        );
        Assert.Equal(whole.Body, cut.Body);
        Assert.Equal(whole.Water, cut.Water);
    }

    [Fact]
    public void Breaks_come_at_the_end_of_every_hour_of_the_clock()
    {
        var walk = Block(8.5, 11, going: OnSnow) with { BreakMinutes = 10 };
        var breaks = Play([walk], Walking).Moments.Where(m => m.IsBreak).ToList();
        Assert.All(breaks, b => Assert.InRange(b.FromHour - Math.Floor(b.FromHour), 50 / 60.0 - 1e-6, 1));
        Assert.Equal([8, 9, 10], breaks.Select(b => Math.Floor(b.FromHour)).Distinct());
    }

    [Fact]
    public void Rain_wets_the_wind_layer_and_a_waterproof_keeps_it_out()
    {
        var rain = Block(9, 11, Activity.Wait, air: 3) with { Sky = Sky.Rain };
        var open = Play([rain], Walking);
        var shell = Of("shellJacket");
        var closed = Play([rain], [.. Walking.Where(i => i.Type != "windShirt"), shell, Of("shellTrousers")]);
        double Fleece(DayPlayed day) => day.Things.Single(t => t.ItemId == Walking[2].Id).AfterG;
        Assert.True(Fleece(open) > 40, $"{Fleece(open)}");
        Assert.InRange(Fleece(closed), 0, 15);
    }

    [Fact]
    public void Rest_in_the_tent_is_in_the_bag()
    {
        var bag = Bag(1.7);
        var closet = new Closet([bag, .. Walking]);
        var days = new DayModel(new(Trip(Slept(bag), Night(-20)), closet, null), Sleeper.StandardMan);
        var outfit = Alone(Slept(bag)) with { Along = [.. Walking.Select(i => i.Id)] };
        var rest = Block(19, 21, Activity.Rest, air: -20) with { Place = DayPlace.Tent };
        BlockLived Rested(DayPlace place) =>
            DayRun
                .Play(
                    days.Of(
                        outfit,
                        closet,
                        0,
                        [rest with { Place = place }],
                        PlanOf(null),
                        Water.None,
                        BodyHeat.Rested
                    )!,
                    TestContext.Current.CancellationToken
                )
                .Blocks[0];
        Assert.Equal(DayVerdict.Right, Rested(DayPlace.Tent).Verdict);
        Assert.Equal(DayVerdict.Chilling, Rested(DayPlace.Lee).Verdict);
    }

    internal static Water Soaked(params KitItem[] items)
    {
        var water = Water.None.Take();
        foreach (var item in items)
            water.Wet(item, 1e6);
        return water.Give();
    }
}
