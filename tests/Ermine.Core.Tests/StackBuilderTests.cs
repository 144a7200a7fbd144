using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Systems whose terms are worked by hand.</summary>
public class StackBuilderTests
{
    private static readonly double Still = Wind.AirLayer(0);

    private static double Kept(BuiltStack stack, KitItem item, Region region = Region.Torso) =>
        stack.Items.Single(i => i.Item.Id == item.Id).Local[region];

    [Fact]
    public void A_bag_on_a_pad_is_the_plain_stack()
    {
        var stack = Build(0, Pad(4), Bag(1.5));
        Assert.Equal(1 / (1.5 + Still), stack.Thermal.Upward.Torso, 1e-9);
        Assert.Equal(1 / (0.6 * 1.5 + Still), stack.Thermal.Upward.Head, 1e-9);
        Assert.Equal(1 / (0.06 + 4 * 0.1761), stack.Thermal.Downward.Legs, 1e-9);
        Assert.Equal(0, stack.Thermal.Leakage);
        Assert.Equal(7, stack.Thermal.SkinEvaporation, 1e-9);
    }

    [Fact]
    public void Pads_add_up_and_lose_at_the_edges()
    {
        var sum = (4.2 + 3.1) * 0.1761;
        var stack = Build(0, Pad(4.2), Pad(3.1, "second"), Bag(1));
        Assert.Equal(1 / (0.06 + 1.06 + 0.4 * (sum - 1.06)), stack.Thermal.Downward.Torso, 1e-9);
    }

    [Theory]
    [InlineData(UnderGap.Nothing, 0.05)]
    [InlineData(UnderGap.SpareClothes, 0.25)]
    [InlineData(UnderGap.Rucksack, 0.35)]
    public void Under_a_short_pad_the_gap_lies_side_by_side_with_it(UnderGap gap, double resistance)
    {
        var stack = Build(gap, 0, Pad(2, cover: new(1, 1, 0.4, 0)), Bag(1));
        var pad = 2 * 0.1761;
        Assert.Equal(0.4 / (0.06 + pad) + 0.6 / (0.06 + resistance), stack.Thermal.Downward.Legs, 1e-9);
        Assert.Equal(1 / (0.06 + resistance), stack.Thermal.Downward.Feet, 1e-9);
    }

    [Fact]
    public void A_narrow_pad_lets_the_arms_slide_to_the_floor()
    {
        var stack = Build(0, Pad(4) with { Narrow = true }, Bag(1));
        var on = 1 / (0.06 + 4 * 0.1761);
        Assert.Equal(0.9 * on + 0.1 / (0.06 + 0.05), stack.Thermal.Downward.Torso, 1e-9);
        Assert.Equal(on, stack.Thermal.Downward.Legs, 1e-9);
    }

    [Fact]
    public void A_soft_pad_keeps_less() =>
        Assert.Equal(
            1 / (0.06 + 0.88 * 4 * 0.1761),
            Build(0, Pad(4) with { Soft = true }, Bag(1)).Thermal.Downward.Torso,
            1e-9
        );

    [Fact]
    public void A_quilt_covers_no_head_and_crushes_nothing_underneath()
    {
        var stack = Build(0, Pad(4), Quilt(1.2));
        Assert.Equal(0.75 / Still + 0.25 / (1.2 + Still), stack.Thermal.Upward.Head, 1e-9);
        Assert.Equal(1 / (4 * 0.1761), stack.Thermal.Downward.Torso, 1e-9);
        Assert.Equal(0.025, stack.Thermal.Leakage, 1e-9);
    }

    [Theory]
    [InlineData(Closure.Closed, 0.025)]
    [InlineData(Closure.StrapsOnly, 0.04)]
    [InlineData(Closure.Loose, 0.08)]
    public void A_quilt_leaks_by_how_it_is_held(Closure closure, double leakage)
    {
        var quilt = Quilt(1);
        var system = new SleepSystem([new(quilt.Id, closure)]);
        double Leak(FootBox foot) => Built(system, 0, quilt with { FootBox = foot }).Thermal.Leakage;
        Assert.Equal(leakage, Leak(FootBox.Sewn), 1e-9);
        Assert.Equal(leakage + 0.005, Leak(FootBox.Drawn), 1e-9);
        Assert.Equal(leakage + 0.01, Leak(FootBox.Open), 1e-9);
    }

    [Fact]
    public void A_bag_leaks_at_an_open_collar_a_bare_zip_and_where_it_has_no_label()
    {
        double Leak(KitItem bag, Closure closure = Closure.Closed) =>
            Built(new([new(bag.Id, closure)]), 0, bag).Thermal.Leakage;
        Assert.Equal(0.015, Leak(Bag(1), Closure.CollarOpen), 1e-9);
        Assert.Equal(0.01, Leak(Bag(1) with { DraftTube = false }), 1e-9);
        Assert.Equal(0.02, Leak(Bag(1) with { Collar = false }), 1e-9);
        Assert.Equal(0, Leak(Bag(1) with { Collar = false, Claims = [new(ClaimKind.Comfort, -5)] }), 1e-9);
        Assert.Equal(0.03, Build(0, Pad(2)).Thermal.Leakage, 1e-9);
    }

    [Fact]
    public void Of_two_layers_the_tighter_one_decides_the_leak_and_wind_widens_it()
    {
        Assert.Equal(0, Build(0, Bag(1), Quilt(0.8, 600)).Thermal.Leakage, 1e-9);
        Assert.Equal(0.025 * 1.6, Build(2, Quilt(1)).Thermal.Leakage, 1e-9);
    }

    [Fact]
    public void A_heavier_quilt_outside_crushes_the_inner_and_the_lighter_counts_eighty_five_per_cent()
    {
        var inner = Quilt(1.0, 500);
        var outer = Quilt(1.5, 1000) with { Name = "outer" };
        var stack = Build(0, inner, outer);
        Assert.Equal(1.0 * 0.9 * 0.85, Kept(stack, inner), 1e-9);
        Assert.Equal(1.5, Kept(stack, outer), 1e-9);
        var turned = Build(0, outer, inner);
        Assert.Equal(0.85, Kept(turned, inner), 1e-9);
    }

    [Fact]
    public void Crush_never_takes_more_than_three_tenths()
    {
        var inner = Quilt(1.0, 100);
        Assert.Equal(0.7 * 0.85, Kept(Build(0, inner, Quilt(1, 2000) with { Name = "outer" }), inner), 1e-9);
    }

    [Fact]
    public void Clothes_lose_a_quarter_inside_a_bag_but_not_under_a_quilt_nor_on_the_head()
    {
        var jumper = Garment(0.2, new(0, 1, 0, 0));
        var hat = Garment(0.15, new(1, 0, 0, 0));
        Assert.Equal(0.15, Kept(Build(0, jumper, hat, Bag(1)), jumper), 1e-9);
        Assert.Equal(0.15, Kept(Build(0, jumper, hat, Bag(1)), hat, Region.Head), 1e-9);
        Assert.Equal(0.2, Kept(Build(0, jumper, hat, Quilt(1)), jumper), 1e-9);
    }

    [Fact]
    public void A_narrow_bag_squeezes_what_is_worn_at_the_chest_only()
    {
        var suit = Garment(0.8, new(0, 1, 1, 0));
        var bag = Bag(1) with { InnerGirthCm = 95 + 2 * Math.PI };
        var stack = Build(0, suit, bag);
        Assert.Equal(1 * 0.244, Kept(stack, suit), 1e-9);
        Assert.Equal(0.6, Kept(stack, suit, Region.Legs), 1e-9);
    }

    [Fact]
    public void Open_wind_works_into_bags_and_more_into_quilts_and_a_windproof_side_halves_it()
    {
        var bag = Bag(1);
        var quilt = Quilt(1);
        Assert.Equal(1 - 0.02 * 4.7, Kept(Build(5, bag), bag), 1e-9);
        Assert.Equal(1 - 0.03 * 4.7, Kept(Build(5, quilt), quilt), 1e-9);
        Assert.Equal(1 - 0.01 * 4.7, Kept(Build(5, bag with { Windproof = true }), bag), 1e-9);
    }

    [Fact]
    public void Nothing_keeps_less_than_a_fifth()
    {
        var flat = Quilt(1, 100) with { LoftFactor = 0.2 };
        Assert.Equal(0.2, Kept(Build(18, flat, Quilt(1, 2000) with { Name = "outer" }), flat), 1e-9);
    }

    [Fact]
    public void A_barrier_keeps_vapour_in_where_it_covers()
    {
        var socks = VapourBarrier(new(0, 0, 0, 1), 50);
        Assert.Equal(7 - 3 * 0.07, Build(0, socks, Bag(1)).Thermal.SkinEvaporation, 1e-9);
    }

    [Fact]
    public void Layers_fall_into_their_order_from_the_ground_up_however_they_were_added()
    {
        var (pad, shirt, bag) = (Pad(3), Garment(0.1, new(0, 1, 0, 0)), Bag(1));
        Assert.Equal([pad.Id, shirt.Id, bag.Id], Build(0, bag, shirt, pad).Items.Select(i => i.Item.Id));
    }

    [Fact]
    public void The_cut_falls_from_skin_to_air_and_from_skin_to_ground_through_every_stratum()
    {
        var stack = Build(0, Pad(3, cover: new(1, 1, 0.3, 0)), Garment(0.1, new(0, 1, 1, 0)), Bag(1.2), Quilt(0.5));
        var cut = Strata.Of(stack, new(33), new(-25), new(-12));
        foreach (var region in Regions.All)
        {
            Assert.Equal(33, cut.Above[0].Cells[region].Inner.Celsius, 1e-9);
            Assert.Equal(-25, cut.Above[^1].Cells[region].Outer.Celsius, 1e-9);
            Assert.Equal(-12, cut.Below[^1].Cells[region].Outer.Celsius, 1e-9);
            Assert.All(cut.Above.Concat(cut.Below), s => Assert.True(s.Cells[region].Outer <= s.Cells[region].Inner));
        }
        Assert.Contains(cut.Below, s => s.Kind == StratumKind.UnderGap && s.Cells.Feet.Cover == 1);
    }

    [Property(MaxTest = 200)]
    public void A_warmer_thing_in_the_same_place_is_never_colder(
        NonNegativeInt which,
        NonNegativeInt more,
        NonNegativeInt gusts
    )
    {
        KitItem[] items =
        [
            Pad(2.5, cover: new(1, 1, 0.6, 0)),
            Garment(0.05, new(0, 1, 1, 0)),
            Garment(0.15, new(0, 0.6, 0, 0)),
            Garment(0.1, new(1, 0, 0, 0)),
            Bag(1.1) with
            {
                InnerGirthCm = 140,
            },
            Quilt(0.4),
        ];
        var wind = gusts.Get % 8;
        var before = Build(wind, items).Thermal;
        var at = which.Get % items.Length;
        var claim = items[at].Claims[0];
        items[at] = items[at] with { Claims = [claim with { Value = claim.Value + 0.01 * (more.Get % 60) }] };
        var after = Build(wind, items).Thermal;
        // Clothes that no longer fit the bag are squeezed to its room, never below what fitted before.
        foreach (var region in Regions.All)
        {
            Assert.True(after.Upward[region] <= before.Upward[region] + 1e-9);
            Assert.True(after.Downward[region] <= before.Downward[region] + 1e-9);
        }
    }
}
