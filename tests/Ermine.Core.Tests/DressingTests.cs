using Ermine.Core.Body;
using Ermine.Core.Days;
using static Ermine.Core.Tests.DayRunTests;

namespace Ermine.Core.Tests;

/// <summary>Choosing what is worn, against trying everything, and what a press promises.</summary>
public class DressingTests
{
    public static TheoryData<int> Hundred { get; } = [.. Enumerable.Range(0, 100)];

    /// <summary>A small day of invented costs: some sets cannot be worn, changes cost what they cost.</summary>
    private static DressProblem Problem(Random random)
    {
        var (bits, stretches, openings) = (random.Next(1, 9), random.Next(1, 5), random.Next(1, 3));
        // Few pieces in many stretches or many in few, so that everything can be tried.
        while (stretches * bits > 14)
            stretches = Math.Max(1, stretches - 1);
        var states = (1 << bits) * openings;
        DressCost Any() =>
            DressCost.Of(
                new(
                    random.Next(6) == 0 ? 3
                        : random.Next(3) == 0 ? 1
                        : 0,
                    random.Next(4) == 0 ? 1 : 0,
                    random.Next(60),
                    random.Next(60),
                    random.Next(160)
                ),
                random.Next(5000)
            );
        StretchCosts Some()
        {
            int[] may = [.. Enumerable.Range(0, states).Where(s => s < openings || random.Next(7) > 0)];
            return new(may, [.. may.Select(_ => Any())]);
        }
        return new(
            bits,
            openings,
            [.. Enumerable.Range(0, stretches).Select(_ => Some())],
            [
                .. Enumerable
                    .Range(0, stretches)
                    .Select(_ =>
                        Enumerable
                            .Range(0, bits)
                            .Select(_ => DressCost.OfChange(random.Next(2), random.Next(5, 120)))
                            .ToArray()
                    ),
            ],
            [.. Enumerable.Range(0, bits).Select(_ => (double)random.Next(80))],
            DressCost.OfOpening
        );
    }

    [Theory]
    [MemberData(nameof(Hundred))]
    public void The_search_finds_what_trying_everything_finds(int seed)
    {
        var problem = Problem(new(seed));
        (uint, int) State(int s) => ((uint)(s / problem.Openings), s % problem.Openings);
        ulong Best(int stretch, int before)
        {
            if (stretch == problem.Costs.Count)
                return 0;
            var best = ulong.MaxValue;
            foreach (var (s, cost) in problem.Costs[stretch].States.Zip(problem.Costs[stretch].Costs))
            {
                var change = stretch == 0 ? 0 : DressSearch.ChangeOf(problem, stretch, State(before), State(s)).Packed;
                var rest = Best(stretch + 1, s);
                best = Math.Min(best, change + cost.Packed + rest);
            }
            return best;
        }
        var found = DressSearch.Solve(problem, TestContext.Current.CancellationToken)!.Value;
        Assert.Equal(Best(0, 0), found.Cost.Packed);
        var sum = default(DressCost);
        for (var n = 0; n < found.Chosen.Count; n++)
        {
            var (set, opening) = found.Chosen[n];
            var costs = problem.Costs[n];
            sum += costs.Costs[Array.IndexOf(costs.States, (int)set * problem.Openings + opening)];
            if (n > 0)
                sum += DressSearch.ChangeOf(problem, n, found.Chosen[n - 1], found.Chosen[n]);
        }
        Assert.Equal(found.Cost, sum);
        // What no change is worth is in no cheapest way.
        List<DressCost> flips =
        [
            .. Enumerable.Range(0, problem.Bits).Select(b => problem.Flips.MaxBy(f => f[b].Packed)![b]),
        ];
        var most = DressSearch.MostChange(flips, problem.Lifted, problem.Open);
        List<StretchCosts> some = [.. problem.Costs.Select(c => StretchCosts.Of(c.Costs, n => c.States[n], most))];
        var inSome = DressSearch.Solve(problem with { Costs = some }, TestContext.Current.CancellationToken)!.Value;
        Assert.Equal(found.Cost, inSome.Cost);
    }

    private static readonly KitItem Jacket = Of("campDownJacket"),
        Shell = Of("shellJacket"),
        Trousers = Of("sideZipTrousers"),
        Tube = Of("fleeceTube");

    private static readonly KitItem[] Carried = [.. Walking, Jacket, Shell, Trousers, Tube];

    private static DayDressed Dress(
        IReadOnlyList<DayBlock> day,
        IEnumerable<KitItem> carried,
        DaySchools? schools = null,
        IReadOnlyList<Bar>? pinned = null
    ) => Dressing.Dress(ToPlay(day, carried), schools ?? new(), pinned ?? [], TestContext.Current.CancellationToken);

    private static readonly DayBlock[] WalkAndStop =
    [
        Block(8, 10, going: new(15, 1.2, FootprintCm: 5)),
        Block(10, 10.75, Activity.Wait),
        Block(10.75, 13, going: new(15, 1.2, FootprintCm: 5)),
    ];

    private static bool IsOn(DayDressed day, KitItem item, double hour) =>
        day.Bars.Any(b => b.ItemId == item.Id && !b.AtHand && b.Covers(hour));

    [Fact]
    public void The_stop_layer_goes_on_at_the_start_of_a_stop_and_comes_off_before_work()
    {
        var day = Dress(WalkAndStop, Carried);
        Assert.False(IsOn(day, Jacket, 9));
        Assert.True(IsOn(day, Jacket, 10.01));
        Assert.False(IsOn(day, Jacket, 11));
        Assert.Contains(day.Bars, b => b.ItemId == Jacket.Id && b.AtHand && b.Covers(9.5));
    }

    [Fact]
    public void What_is_dressed_is_better_than_what_is_usual()
    {
        var day = ToPlay(WalkAndStop, Carried);
        var usual = DayRun.Play(
            day with
            {
                Worn = UsualDress.Of(day.Wearable.Values, day.Blocks),
            },
            TestContext.Current.CancellationToken
        );
        var dressed = Dress(WalkAndStop, Carried);
        Assert.False(DayScore.Of(usual, 0).Beats(DayScore.Of(dressed.Played, 0)));
        Assert.DoesNotContain(dressed.Played.Blocks, b => b.Verdict == DayVerdict.Chilling);
    }

    [Fact]
    public void What_is_promised_is_what_the_plan_then_says()
    {
        var day = ToPlay(WalkAndStop, Carried);
        var dressed = Dress(WalkAndStop, Carried);
        var again = DayRun.Play(day with { Worn = dressed.Bars }, TestContext.Current.CancellationToken);
        Assert.Equal(
            dressed.Played.Blocks.Select(b => (b.Verdict, b.DebtAfter)),
            again.Blocks.Select(b => (b.Verdict, b.DebtAfter))
        );
    }

    [Fact]
    public void A_pinned_bar_stays_and_is_dressed_round()
    {
        var pinned = new Bar(Jacket.Id, 8, 9.25, Opening: Opening.Closed, Pinned: true);
        var day = Dress(WalkAndStop, Carried, pinned: [pinned]);
        Assert.Contains(pinned, day.Bars);
        Assert.True(IsOn(day, Jacket, 8.5));
        foreach (var thing in day.Bars.GroupBy(b => b.ItemId))
        {
            var bars = thing.OrderBy(b => b.FromHour).ToList();
            for (var n = 1; n < bars.Count; n++)
                Assert.True(bars[n].FromHour >= bars[n - 1].ToHour - 1e-6);
        }
    }

    [Fact]
    public void Round_what_is_pinned_one_is_dressed_from_the_skin_out()
    {
        var walk = WalkAndStop[..1];
        var day = Dress(walk, Carried, pinned: [new(Shell.Id, 8, 10, Opening: Opening.Closed, Pinned: true)]);
        Assert.True(IsOn(day, Walking.First(i => i.Type == "woolBaseTop"), 9));
        Assert.True(IsOn(day, Walking.First(i => i.Type == "woolTights"), 9));
    }

    [Theory]
    [InlineData(SettingOff.Cool, false)]
    [InlineData(SettingOff.BigJacket, true)]
    public void One_sets_off_as_one_likes(SettingOff how, bool inJacket) =>
        Assert.Equal(inJacket, IsOn(Dress(WalkAndStop, Carried, new(how)), Jacket, 8.1));

    [Fact]
    public void Wool_or_synthetic_next_to_the_skin_is_kept_to()
    {
        var synthetic = Of("synthBaseTop");
        KitItem[] both = [.. Carried, synthetic];
        var wool = Walking.First(i => i.Type == "woolBaseTop");
        var day = Dress(WalkAndStop, both, new(NextToSkin: NextToSkin.Synthetic));
        Assert.True(IsOn(day, synthetic, 9));
        Assert.False(IsOn(day, wool, 9));
        Assert.True(IsOn(Dress(WalkAndStop, both, new(NextToSkin: NextToSkin.Wool)), wool, 9));
    }

    [Fact]
    public void In_rain_the_waterproof_is_on()
    {
        var rain = Block(9, 11, air: 2, going: new(10, 1.1)) with { Sky = Sky.Rain };
        Assert.True(IsOn(Dress([rain], Carried), Shell, 10));
    }

    [Theory]
    [MemberData(nameof(Hundred))]
    public void In_wet_snow_no_warmer_day_is_had_by_insisting_on_the_waterproof(int seed)
    {
        if (seed % 5 != 0)
            return;
        var random = new Random(seed);
        Going Sledge() => new(6, random.Next(7, 11) / 10.0, SledgeKg: random.Next(30, 60));
        DayBlock Wet(double from, double to, Going? going) =>
            Block(
                from,
                to,
                going is null ? Activity.MakeCamp : Activity.Haul,
                random.Next(-3, 1),
                random.Next(8),
                going: going
            ) with
            {
                Sky = Sky.WetSnow,
                BreakMinutes = going is null ? 0 : 10,
            };
        DayBlock[] day =
        [
            Block(8, 9.5, air: random.Next(-14, -6), going: Sledge()) with
            {
                BreakMinutes = 10,
            },
            Block(9.5, 10, Activity.Wait, air: -8),
            Wet(10, 12.25, Sledge()),
            Wet(12.25, 13, null),
        ];
        string[] along =
        [
            "rainJacket",
            "synthBaseTop",
            "synthTights",
            "fleeceTrousers",
            "pileJacket",
            "thinBalaclava",
            "earflapHat",
            "downMittens",
            "synthJacket",
            "sideZipTrousers",
            "rainTrousers",
            "feltPacBoots",
            "expeditionParka",
            "woolSocks",
        ];
        // The same identities every time: what costs the same is chosen by them.
        List<KitItem> things =
        [
            .. along.Select((t, n) => ItemTypes.Find(t)!.Make(new Guid(n + 1, 0, 0, new byte[8]), t)),
        ];
        var free = DayScore.Of(Dress(day, things).Played, 0);
        var insisted = DayScore.Of(Dress(day, things, pinned: [new(things[0].Id, 10, 13, Pinned: true)]).Played, 0);
        Assert.True(free.Cold <= insisted.Cold, $"{free} {insisted}");
    }

    [Fact]
    public void Of_too_many_pieces_the_only_one_against_rain_and_the_only_one_over_the_face_are_kept()
    {
        string[] many =
        [
            "synthBaseTop",
            "woolBaseTop",
            "woolShirt",
            "fleeceJumper",
            "pileJacket",
            "synthJacket",
            "windShirt",
            "pullover",
            "rainJacket",
            "expeditionParka",
            "synthTights",
            "fleeceTrousers",
            "sideZipTrousers",
            "windTrousers",
            "woolHat",
            "earflapHat",
            "thinBalaclava",
            "fleeceTube",
        ];
        var day = ToPlay(WalkAndStop, many.Select(Of));
        var wardrobe = Wardrobe.Of(day.Wearable.Values, new HashSet<Guid>());
        Assert.NotEmpty(wardrobe.LeftOut);
        Assert.Contains(wardrobe.Pieces, p => p.Item.Type == "rainJacket");
        Assert.Contains(wardrobe.Pieces, p => p.Cover(Part.Face, Opening.Closed) >= 0.5);
    }

    [Fact]
    public void A_spare_stays_dry_while_another_is_there()
    {
        var (socks, spare) = (Of("woolSocks"), Of("thickWoolSocks"));
        var closet = new Closet([.. Walking.Where(i => i.Type != "woolSocks"), socks, spare]);
        var trip = Things.Trip(Things.Slept(), Things.Night(-20));
        var outfit = Things.Alone(Things.Slept()) with
        {
            Along = [.. closet.All.Select(t => t.Item.Id)],
            Dry = DryPlan.Plain with { Roles = [new(spare.Id, Role.Spare)] },
        };
        var days = new DayModel(new(trip, closet, null), Body.Sleeper.StandardMan);
        var day = days.Of(
            outfit,
            closet,
            0,
            WalkAndStop,
            DayRunTests.PlanOf(null),
            Frost.Water.None,
            Body.BodyHeat.Rested
        )!;
        var dressed = Dressing.Dress(day, new(), [], TestContext.Current.CancellationToken);
        Assert.DoesNotContain(dressed.Bars, b => b.ItemId == spare.Id);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void Whatever_is_pinned_the_day_is_dressed_round_it(bool atHand)
    {
        KitItem[] things = [.. Carried, Of("thickWoolSocks"), Of("thickWoolSocks")];
        Bar Pinned(KitItem item) => new(item.Id, 8, 13, atHand, atHand ? null : Opening.Closed, Pinned: true);
        var one = things.Select(i => new[] { Pinned(i) });
        // Two pairs of thick socks may go into no boot at hand.
        foreach (var pinned in one.Append([.. things[^2..].Select(Pinned)]).Append([.. things.Select(Pinned)]))
        {
            var day = Dress(WalkAndStop, things, new(LinerStays: true), pinned);
            Assert.All(pinned, b => Assert.Contains(b, day.Bars));
            // Nobody is sent out bare for one thing that is left off.
            foreach (var part in (Part[])[Part.Torso, Part.Legs, Part.Feet])
                Assert.True(
                    pinned.Length == things.Length
                        || day.Bars.Any(b =>
                            !b.AtHand && b.Covers(8.5) && things.Single(i => i.Id == b.ItemId).Cover[part] > 0.5
                        ),
                    $"{things.Single(i => i.Id == pinned[0].ItemId).Name}: {part}"
                );
        }
    }

    [Theory]
    [MemberData(nameof(Hundred))]
    public void Another_piece_along_never_makes_the_day_worse(int seed)
    {
        if (seed % 5 != 0)
            return;
        var random = new Random(seed);
        var some = Carried
            .Where(i => i.Type is "woolBaseTop" or "woolTights" or "winterBoots" || random.Next(3) > 0)
            .ToList();
        var more = Carried.Except(some).ToList();
        if (more.Count == 0)
            return;
        DayBlock[] day = [.. WalkAndStop.Select(b => b with { AirC = random.Next(-30, -5), WindMs = random.Next(8) })];
        var before = DayScore.Of(Dress(day, some).Played, 0);
        var after = DayScore.Of(Dress(day, [.. some, more[random.Next(more.Count)]]).Played, 0);
        Assert.False(after.Cold > before.Cold, $"{before} {after}");
    }
}
