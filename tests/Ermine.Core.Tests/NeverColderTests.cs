using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Whatever is added to whatever is slept in, and whatever is closed: it is never colder.</summary>
[Properties(Arbitrary = [typeof(Anything)], MaxTest = 400)]
public class NeverColderTests
{
    public sealed record Bed(IReadOnlyList<(KitItem Item, Layer Use)> Things, Ermine.Core.Stack.Bed Made, double Wind)
    {
        public override string ToString() =>
            $"wind {Wind:0.0}, {Made}: {string.Join(" | ", Things.Select(t => $"{t.Item.Kind} R{t.Item.Claims[0].Value:0.00} {t.Item.MassG:0}g {t.Item.Cover} girth {t.Item.InnerGirthCm} {t.Use.Closure} {t.Use.As} hood open {t.Use.HoodOpen}"))}";

        public SleepSystem System => new([.. Things.Select(t => t.Use)], Made);
    }

    public static class Anything
    {
        private static Gen<double> Between(double least, double most) =>
            Gen.Choose(0, 100_000).Select(n => least + (most - least) * n / 100_000.0);

        private static Gen<Cover> Covers() =>
            Gen.OneOf(
                Gen.Elements<Cover>(
                    new(0, 1, 1, 0),
                    new(0, 0.95, 0, 0),
                    new(0, 0.12, 0.95, 0),
                    new(1, 0, 0, 0),
                    new(0, 0.1, 0, 0),
                    new(0, 0, 0.15, 1),
                    new(1, 0.95, 0, 0),
                    new(0.9, 1, 1, 0.5),
                    new(1, 1, 1, 1)
                ),
                from h in Between(0, 1)
                from t in Between(0, 1)
                from l in Between(0, 1)
                from f in Between(0, 1)
                from a in Between(0, 1)
                from b in Between(0, 1)
                select new Cover(h, t, l, f, a, b)
            );

        private static Gen<KitItem> Thing() =>
            from kind in Gen.Elements(Enum.GetValues<ItemKind>())
            from thin in Gen.Elements(0.05, 0.3, 1, 1)
            from r in Between(0, 2.5)
            from mass in Between(10, 2500)
            from cover in Covers()
            from girth in Gen.Elements<double?>(null, null, 95, 105, 125)
            from flags in Gen.Choose(0, 255)
            select new KitItem(
                Guid.NewGuid(),
                $"{kind}",
                kind,
                mass,
                [new(ClaimKind.SquareMetreKelvinPerWatt, kind == ItemKind.VapourBarrier ? 0 : thin * r)],
                ClaimSource.Measured,
                kind is ItemKind.Bag or ItemKind.Bivy or ItemKind.Underquilt ? new(1, 1, 1, 1)
                    : kind is ItemKind.Quilt or ItemKind.Liner ? new(0, 1, 1, 1)
                    : cover,
                (flags & 1) > 0 ? Material.Down : Material.SyntheticFill,
                (flags & 2) > 0 ? 0.6 : 1,
                Hood: kind == ItemKind.Bag && (flags & 4) > 0,
                Collar: kind == ItemKind.Bag && (flags & 8) > 0,
                DraftTube: (flags & 16) > 0,
                Windproof: (flags & 32) > 0,
                InnerGirthCm: kind == ItemKind.Bag ? girth : null,
                Narrow: kind == ItemKind.Pad && (flags & 64) > 0,
                Soft: kind == ItemKind.Pad && (flags & 128) > 0
            );

        private static Gen<(KitItem Item, Layer Use)> Laid() =>
            from item in Thing()
            from closure in Gen.Elements(Enum.GetValues<Closure>())
            from open in Gen.Elements(true, false)
            from serves in Gen.Elements(
                Serving.Itself,
                Serving.Itself,
                Serving.Itself,
                Serving.Wrapped,
                Serving.FromFeet
            )
            select (item, new Layer(item.Id, closure, open, serves));

        public static Arbitrary<Bed> Beds() =>
            (
                from count in Gen.Choose(0, 7)
                from things in Gen.ListOf(Laid(), count)
                from gaps in Gen.ArrayOf(Gen.Elements(Enum.GetValues<UnderGap>()), 4)
                from leaves in Gen.Elements<Filling?>(null, null, new(8, 0), new(5, 20, Wet: true))
                from hung in Gen.Elements<Hammock?>(
                    null,
                    null,
                    new(),
                    new(UnderquiltFit.Gaps, DoubleLayer: true),
                    new(UnderquiltFit.TooTight, WindCover: true)
                )
                from wind in Gen.Elements(0.0, 0.3, 2.0, 6.0)
                select new Bed([.. things], new(new(gaps[0], gaps[1], gaps[2], gaps[3]), hung, leaves), wind)
            ).ToArbitrary();

        public static Arbitrary<(KitItem, Layer)> More() => Laid().ToArbitrary();
    }

    /// <summary>Heat lost per degree of cold with as much vapour, W/m²K; the ground a little warmer than the air.</summary>
    private static double Loss(Bed bed, IReadOnlyList<(KitItem Item, Layer Use)> things)
    {
        var thermal = Built(
            bed.System with
            {
                Layers = [.. things.Select(t => t.Use)],
            },
            bed.Wind,
            [.. things.Select(t => t.Item)]
        ).Thermal;
        return HeatBalance.Loss(thermal, 33, 47, new(-30, bed.Made.Hammock is null ? -16 : -30, 0.8)).Total;
    }

    [Property]
    public void Adding_a_thing_anywhere_never_makes_it_colder(
        Bed bed,
        (KitItem Item, Layer Use) more,
        NonNegativeInt where
    )
    {
        var added = bed.Things.ToList();
        added.Insert(where.Get % (added.Count + 1), more);
        var (before, after) = (Loss(bed, bed.Things), Loss(bed, added));
        Assert.True(
            after <= before + 1e-9,
            $"{before} to {after} W/m² by {new Bed([more], bed.Made, 0)} at {where.Get % added.Count} in {bed}"
        );
    }

    [Property]
    public void A_warmer_thing_in_the_same_place_is_never_colder(Bed bed, NonNegativeInt which, NonNegativeInt more)
    {
        if (bed.Things.Count == 0)
            return;
        var at = which.Get % bed.Things.Count;
        var warmer = bed
            .Things.Select(
                (t, n) =>
                    n == at && t.Item.Kind != ItemKind.VapourBarrier
                        ? (
                            t.Item with
                            {
                                Claims =
                                [
                                    t.Item.Claims[0] with
                                    {
                                        Value = t.Item.Claims[0].Value + 0.01 * (more.Get % 90),
                                    },
                                ],
                            },
                            t.Use
                        )
                        : t
            )
            .ToList();
        Assert.True(Loss(bed, warmer) <= Loss(bed, bed.Things) + 1e-9, $"{bed}");
    }

    [Property]
    public void Closing_what_is_open_never_makes_it_colder(Bed bed)
    {
        var closed = bed
            .Things.Select(t => (t.Item, t.Use with { Closure = Closure.Closed, HoodOpen = false }))
            .ToList();
        Assert.True(Loss(bed, closed) <= Loss(bed, bed.Things) + 1e-9, $"{bed}");
    }

    [Theory]
    [InlineData(10)]
    [InlineData(300)]
    [InlineData(900)]
    public void A_light_blanket_over_a_bag_is_no_colder(double massG)
    {
        var (pad, bag) = (Pad(4), Bag(1.6, 1400));
        var blanket = Quilt(0.08, massG) with { Name = "blanket" };
        Assert.True(Build(0, pad, bag, blanket).Thermal.Upward.Torso <= Build(0, pad, bag).Thermal.Upward.Torso);
    }

    [Fact]
    public void A_heavy_thin_sheet_counts_for_nothing_and_says_so()
    {
        var (bag, sheet) = (Bag(1.6, 800), Quilt(0.05, 2400) with { Name = "sheet" });
        var stack = Build(0, Pad(4), bag, sheet);
        Assert.Equal(1.6, stack.Items.Single(i => i.Item.Id == bag.Id).Local.Torso, 1e-9);
        Assert.Contains(
            stack.Items.Single(i => i.Item.Id == sheet.Id).Corrections,
            c => c.Kind == CorrectionKind.BringsNothing
        );
    }

    [Fact]
    public void Clothes_in_a_nearly_worthless_bag_keep_their_warmth()
    {
        var suit = Garment(0.6, new(0, 1, 1, 0));
        var kept = Build(0, Pad(4), suit, Bag(0.02)).Items.Single(i => i.Item.Id == suit.Id);
        Assert.InRange(kept.Local.Torso, 0.58, 0.6);
        Assert.Equal(0.45, Build(0, Pad(4), suit, Bag(1)).Items.Single(i => i.Item.Id == suit.Id).Local.Torso, 1e-9);
    }

    [Fact]
    public void Trousers_and_mittens_do_not_squeeze_the_chest()
    {
        var jacket = Garment(0.5, new(0, 0.95, 0, 0));
        var bag = Bag(1.2) with { InnerGirthCm = 95 + 2 * Math.PI * 0.375 / 0.244 };
        KitItem[] plain = [Pad(4), jacket, bag];
        var mittens = Garment(0.4, new(0, 0.1, 0, 0));
        var trousers = Garment(0.5, new(0, 0.12, 0.95, 0));
        var before = Build(0, plain).Thermal.Upward;
        var after = Build(0, [.. plain, mittens, trousers]).Thermal.Upward;
        Assert.True(after.Torso <= before.Torso + 1e-12);
        Assert.True(after.Legs < before.Legs);
    }

    [Fact]
    public void A_rucksack_lies_under_legs_and_feet_and_a_short_pad_added_to_it_is_no_colder()
    {
        var bag = Bag(1.6);
        double Down(Region region, params KitItem[] items) =>
            Build(UnderGap.Rucksack, 0, items).Thermal.Downward[region];
        Assert.Equal(1 / (0.06 + 0.05), Down(Region.Torso, bag), 1e-9);
        Assert.Equal(1 / (0.06 + 0.35), Down(Region.Legs, bag), 1e-9);
        // R 1 is 0.176 m²K/W, less than the rucksack: where both lie the better one counts.
        var pad = Pad(1, cover: new(1, 1, 0.5, 0));
        Assert.Equal(Down(Region.Legs, bag), Down(Region.Legs, pad, bag), 1e-9);
        Assert.True(Down(Region.Torso, pad, bag) < Down(Region.Torso, bag));
    }

    [Fact]
    public void What_has_failed_keeps_less_than_a_fifth_and_what_is_squeezed_no_less()
    {
        var leaking = Pad(6) with { LoftFactor = 0.1 };
        Assert.Equal(1 / (0.06 + 0.1 * 6 * 0.1761), Build(0, leaking, Bag(1)).Thermal.Downward.Torso, 1e-9);
        var suit = Garment(0.8, new(0, 1, 1, 0));
        var tightBag = Bag(1) with { InnerGirthCm = 95 };
        Assert.Equal(0.2 * 0.8, Build(0, suit, tightBag).Items.Single(i => i.Item.Id == suit.Id).Local.Torso, 1e-9);
    }

    [Fact]
    public void Tight_socks_lose_loft()
    {
        var socks = Garment(0.2, new(0, 0, 0.15, 1));
        double Kept(bool tight) => Build(0, socks with { Tight = tight }).Items[0].Local.Feet;
        Assert.Equal(StackBuilder.TightGarment * Kept(false), Kept(true), 1e-9);
    }

    [Fact]
    public void A_bag_without_a_hood_is_read_without_one_and_promises_what_it_prints()
    {
        KitItem Printed(bool hood) => Bag(1) with { Hood = hood, Claims = [new(ClaimKind.Comfort, -10)] };
        var (hooded, bare) = (ItemReader.Read(Printed(true)), ItemReader.Read(Printed(false)));
        Assert.Equal(1.189, hooded.Insulation!.Value.SI, 0.001);
        Assert.True(bare.Insulation!.Value.SI > hooded.Insulation.Value.SI + 0.2);
        Assert.Equal(-10, bare.Promise!.Comfort!.Value.Celsius, 1e-6);
    }

    [Fact]
    public void A_barrier_goes_under_an_insulated_jacket_and_barrier_socks_count_beside_a_suit()
    {
        var (shirt, jacket, bag) = (Garment(0.05, new(0, 1, 0, 0)), Garment(0.6, new(0, 1, 0, 0)), Bag(1.6));
        var (suit, socks) = (VapourBarrier(new(0, 1, 1, 0)), VapourBarrier(new(0, 0, 0, 1)));
        var closet = new Closet([shirt, jacket, bag, suit, socks]);
        var worn = SystemChange.Add(Slept(shirt, jacket, bag), suit, closet);
        Assert.Equal([shirt.Id, suit.Id, jacket.Id, bag.Id], worn.In(closet).Select(r => r.Item.Id));
        double Evaporation(params KitItem[] barriers) =>
            Vapour.SkinEvaporation(Build(0, [shirt, .. barriers, bag]), new(33, -20, 100, 0.08));
        Assert.True(Evaporation(suit, socks) < Evaporation(suit) - 0.1);
        Assert.Equal(1, Build(0, suit, socks).Layers.Barred.Feet);
    }

    [Fact]
    public void A_tight_fabric_keeps_back_no_more_vapour_than_of_what_it_covers()
    {
        KitItem Tight(Cover cover) => Garment(0.08, cover) with { VapourResistance = 1e5 };
        double Vapours(params KitItem[] worn) =>
            Vapour.SkinEvaporation(Build(0, [.. worn, Bag(1.6)]), new(33, -20, 100, 0.08)) - Vapour.OfBareSkin;
        var (all, socks) = (Vapours(), Vapours(Tight(new(0, 0, 0.12, 1))));
        var share = (0.12 * Regions.BodyShare.Legs + Regions.BodyShare.Feet) / (1 - Regions.BodyShare.Head);
        Assert.InRange(socks, (1 - share) * all - 0.1, 0.97 * all);
        // Inside one that covers everything only what condenses on it goes.
        Assert.InRange(Vapours(Tight(BelowTheHead)), 0, 0.5 * all);
    }

    [Fact]
    public void A_pad_gets_no_damp_whatever_it_is_made_of()
    {
        KitItem[] items = [Pad(4), Bag(1)];
        var stack = StackBuilder.Lay(Slept(items).In(new Closet(items)), Slept(items), 95, 0);
        Assert.Equal(stack.At().Thermal.Downward, stack.At(_ => 0.3).Thermal.Downward);
        Assert.True(stack.At(_ => 0.3).Thermal.Upward.Torso > stack.At().Thermal.Upward.Torso);
    }

    [Fact]
    public void A_tarp_pitched_low_shields_a_hammock_from_below()
    {
        var under = Pad(1, "underquilt") with
        {
            Kind = ItemKind.Underquilt,
            Claims = [new(ClaimKind.SquareMetreKelvinPerWatt, 1.0)],
        };
        KitItem[] items = [under, Garment(0.3, new(1, 0, 0, 0)), Quilt(1.2)];
        double Under(Shelter shelter)
        {
            var trip = Trip(Slept(items).Hung(), Night(-10, shelter) with { TypedWindMs = 8 });
            return Planner(new Closet(items))
                .Of(trip)
                .Model.Lay(0, trip.Outfits[0].System, null)
                .Stack.Layers.WindUnder;
        }
        Assert.Equal(0, Under(Shelter.TarpLow));
        Assert.True(Under(Shelter.TarpHigh) > 1);
    }
}
