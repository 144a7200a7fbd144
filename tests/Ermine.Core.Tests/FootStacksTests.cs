using Ermine.Core.Days;
using static Ermine.Core.Tests.DayRunTests;

namespace Ermine.Core.Tests;

/// <summary>Boots and what goes into them.</summary>
public class FootStacksTests
{
    private static readonly KitItem Thin = Of("linerSocks"),
        Thick = Of("thickWoolSocks"),
        Boot = Of("winterBoots");

    private static (DayToPlay Day, FootStacks Feet, FootStack Now, IReadOnlyList<Garment> Worn) With(
        IReadOnlyList<KitItem> feet,
        double percent = 0,
        params KitItem[] along
    )
    {
        KitItem[] rest = [.. Walking.Where(i => i.Type is not ("woolSocks" or "winterBoots")), Of("expeditionParka")];
        DayBlock[] blocks = [Block(8, 10, air: -20), Block(10, 11, Activity.Wait, air: -20, wind: 1)];
        var day = ToPlay(blocks, [.. rest, .. feet]);
        day = day with
        {
            Wearable = ToPlay(blocks, [.. rest, .. feet, .. along]).Wearable,
            Sleeper = day.Sleeper with { FeetPercent = percent },
        };
        var (played, minutes) = DayRun.Traced(day, TestContext.Current.CancellationToken);
        var stacks = new FootStacks(day, minutes);
        var worn = stacks.WornAtWorst(played);
        return (day, stacks, stacks.Of(worn), worn);
    }

    [Fact]
    public void One_sock_too_many_is_colder_though_it_is_more()
    {
        var another = Of("thickWoolSocks");
        var (_, feet, now, worn) = With([Thin, Thick, Boot], 0, another);
        Assert.Equal((5, 6, 0), (now.StackMm, now.RoomMm!.Value, now.OverMm));
        var more = Assert.Single(
            feet.Others(worn, now, TestContext.Current.CancellationToken),
            s => s.More.Contains(another.Id) && s.Less.Count == 0
        );
        Assert.True(more.Tight);
        Assert.Equal(3, more.OverMm, 6);
        Assert.True(more.WalksWarmerK > 0, "holds less cold");
        Assert.True(more.Lowest < now.Lowest);
        // In a boot two sizes up the same sock is the warmer one.
        var (_, larger, roomy, inLarger) = With([Thin, Thick, Boot with { SizesUp = 2 }], 0, another);
        var fits = larger
            .Others(inLarger, roomy, TestContext.Current.CancellationToken)
            .First(s => s.More.Contains(another.Id) && s.Less.Count == 0);
        Assert.False(fits.Tight);
        Assert.True(fits.WalksWarmerK < 0);
        Assert.True(fits.Lowest > roomy.Lowest);
    }

    [Fact]
    public void What_is_said_of_a_stack_is_what_the_day_then_says()
    {
        var another = Of("thickWoolSocks");
        var (_, feet, now, worn) = With([Thin, Boot], 0, another);
        var said = feet.Others(worn, now, TestContext.Current.CancellationToken)
            .First(s => s.More.Contains(another.Id) && s.Less.Count == 0);
        var then = With([Thin, another, Boot]);
        Assert.Equal(then.Now.StandsC!.Value.Celsius, said.StandsC!.Value.Celsius, 0.05);
        // What comes through the day is wet by the end of it, so not to the tenth.
        Assert.Equal(then.Now.Lowest.Celsius, said.Lowest.Celsius, 0.5);
    }

    [Fact]
    public void More_blood_and_less_cold_hold_further()
    {
        var most = With([Thin, Thick, Boot]).Now;
        Assert.True(With([Thin, Thick, Boot], -30).Now.StandsC > most.StandsC);
        Assert.True(With([Thin, Thick, Boot], 20).Now.WalksC < most.WalksC);
        Assert.True(most.WalksC < most.StandsC);
        Assert.True(With([Thin, Boot]).Now.StandsC > most.StandsC);
    }

    [Fact]
    public void An_insole_goes_in_with_the_socks_and_a_boot_is_still_a_boot()
    {
        var (_, _, now, _) = With([Thin, Of("insoles"), Boot]);
        Assert.Equal(Boot.Id, now.Boot);
        Assert.Equal(4, now.StackMm, 6);
    }

    [Fact]
    public void Wet_boots_lose_half()
    {
        Assert.Equal(1, Moisture.Kept(Boot, 0));
        Assert.Equal(0.5, Moisture.Kept(Boot, 0.5), 6);
        Assert.InRange(Moisture.Kept(Boot, 0.1), 0.6, 0.9);
    }

    [Fact]
    public void Wax_sheds_wet_snow_and_wears_off()
    {
        var boot = Garment.Of(Boot with { VapourResistance = 6 }, ItemReader.Read(Boot))!;
        var waxed = Garment.Of(Boot with { VapourResistance = 6, Repellency = 1 }, ItemReader.Read(Boot))!;
        Assert.True(OutsideWater.Passes(waxed) < 0.5 * OutsideWater.Passes(boot));
        Assert.True(OutsideWater.Passes(waxed, 6) > OutsideWater.Passes(waxed, 1));
        Assert.True(OutsideWater.Passes(waxed, 60) <= OutsideWater.Passes(boot) + 1e-9);
        double Wet(KitItem b) =>
            Play([Block(8, 12, air: 0) with { Sky = Sky.WetSnow }], [.. Walking.Where(i => i.Type != "winterBoots"), b])
                .Things.First(t => t.ItemId == b.Id)
                .AfterG;
        Assert.True(Wet(Boot with { Repellency = 1 }) < 0.6 * Wet(Boot));
        Assert.InRange(Wet(Of("insulatedRubber")), 0, 10);
    }

    [Fact]
    public void Gaiters_keep_part_of_the_wet_off()
    {
        double Wet(params KitItem[] more) =>
            Play([Block(8, 12, air: 0) with { Sky = Sky.WetSnow }], [.. Walking, .. more])
                .Things.First(t => t.ItemId == Walking.First(i => i.Type == "winterBoots").Id)
                .AfterG;
        Assert.InRange(Wet(Of("gaiters")) / Wet(), 0.25, 0.8);
    }

    [Fact]
    public void Liners_of_boots_are_kept_dry_in_turn_like_socks()
    {
        Assert.Equal(Purpose.Liners, Slot.Of(Of("feltLiners")).Purpose);
        Assert.Equal(Purpose.Other, Slot.Of(Of("downBooties")).Purpose);
        Assert.True(Textiles.Wetting(Purpose.Liners, DayWork.Hard) > 0);
    }

    [Fact]
    public void The_cut_is_pressed_to_its_room_and_runs_from_skin_to_air()
    {
        var (day, _, now, worn) = With([Thin, Thick, Of("woolSocks"), Boot]);
        Assert.True(now.OverMm > 0);
        var cut = EndCut.Of(Part.Feet, [.. worn.Select(g => new Worn(g))], Movement.Of(0, 0, 65), 10, 20, -20);
        Assert.Equal(20, cut.Layers[0].InnerC.Celsius, 6);
        Assert.All(cut.Layers.Zip(cut.Layers.Skip(1)), p => Assert.Equal(p.First.OuterC, p.Second.InnerC));
        Assert.True(cut.Layers[^1].OuterC.Celsius > -20, "the still layer holds the rest");
        Assert.Equal(now.RoomMm!.Value, cut.Layers.SkipLast(1).Sum(l => l.ThicknessMm), 6);
        Assert.Equal(Boot.Id, cut.Squeezes);
    }
}
