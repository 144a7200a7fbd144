using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

public sealed class AddsTests
{
    private static readonly KitItem Mat = Pad(2),
        Sack = Bag(1.1),
        Second = Pad(3, "second pad"),
        Hat = ItemTypes.Find("woolHat")!.Make(Guid.NewGuid(), "hat"),
        Coat = ItemTypes.Find("downJacket")!.Make(Guid.NewGuid(), "coat"),
        Barrier = VapourBarrier(BelowTheHead),
        Boots = ItemTypes.Find("winterBoots")!.Make(Guid.NewGuid(), "boots");

    private static readonly KitItem[] Owned = [Mat, Sack, Second, Hat, Coat, Barrier, Boots];

    private static TripRun Run(params KitItem[] slept) =>
        Planner(new(Owned)).Of(Trip(Slept(slept), Night(-20), Night(-22, day: 14), Night(-24, day: 15)));

    [Theory]
    [InlineData(0)]
    [InlineData(2)]
    public void What_a_row_promises_is_what_the_plan_then_says(int night)
    {
        var run = Run(Mat, Sack);
        var list = Adds.For(run, night);
        foreach (var added in list.Owned.Where(a => a.Replayed))
        {
            var item = Owned.Single(i => i.Id == added.ItemId);
            var then = Planner(new(Owned))
                .Of(Trip(SystemChange.Add(Slept(Mat, Sack), item, new(Owned)), [.. run.Trip.Nights]));
            Assert.Equal(then.Holds(night).Together.Outside!.Value.Celsius, added.HoldsTo!.Value.Celsius, 2);
            Assert.Equal(
                run.Holds(night).Together.Outside!.Value.Celsius - added.Gain!.Value.Kelvin,
                added.HoldsTo.Value.Celsius,
                6
            );
        }
        Assert.Equal(4, list.Owned.Count(a => a.Replayed));
    }

    [Fact]
    public void Rows_are_what_is_free_and_can_be_slept_in()
    {
        var list = Adds.For(Run(Mat, Sack), 0);
        Assert.Equal(
            new[] { Second, Hat, Coat, Barrier }.Select(i => i.Id).Order(),
            list.Owned.Select(a => a.ItemId).Order()
        );
        Assert.All(list.Owned, a => Assert.Null(a.Type));
        Assert.DoesNotContain(list.Types, a => a.Type is "winterBoots" or "gasStove" or "underquiltDown");
        Assert.InRange(list.Types.Count, 100, 250);
    }

    [Fact]
    public void A_type_gains_about_what_it_gains_once_it_is_owned()
    {
        var list = Adds.For(Run(Mat, Sack), 0);
        var usual = list.Types.Single(a => a.Type == "downJacket");
        Assert.Equal(list.Owned.Single(a => a.ItemId == Coat.Id).Gain!.Value.Kelvin, usual.Gain!.Value.Kelvin, 0.5);
    }

    [Fact]
    public void In_place_of_another_it_is_weighed_without_that_and_counts_the_grams_between()
    {
        var run = Run(Mat, Sack);
        var swapped = Adds.For(run, 0, Mat.Id).Owned.Single(a => a.ItemId == Second.Id);
        var beside = Adds.For(run, 0).Owned.Single(a => a.ItemId == Second.Id);
        Assert.True(swapped.Gain!.Value.Kelvin < beside.Gain!.Value.Kelvin && swapped.Gain.Value.Kelvin > 0);
        Assert.Equal(Second.MassG - Mat.MassG, swapped.MassG);
        Assert.Equal(Second.MassG, beside.MassG);
    }

    [Fact]
    public void What_is_offered_is_weighed_like_what_is_owned()
    {
        var offered = Pad(5, "offered");
        var list = Adds.For(Run(Mat, Sack), 0, offered: [offered, Boots with { Id = Guid.NewGuid() }]);
        var one = Assert.Single(list.Offered);
        Assert.Equal((offered.Id, 0), (one.ItemId, one.At));
        Assert.True(one.Gain!.Value.Kelvin > list.Owned.Single(a => a.ItemId == Second.Id).Gain!.Value.Kelvin);
    }

    [Fact]
    public void On_an_empty_bed_every_row_says_how_far_it_would_hold()
    {
        var list = Adds.For(Planner(new(Owned)).Of(Trip(Slept(), Night(-20))), 0);
        Assert.All(list.Types.Where(t => t.Type is "foamPad" or "winterInflatable"), t => Assert.NotNull(t.HoldsTo));
    }
}

/// <summary>What is worth looking up.</summary>
public sealed class LookupsTests
{
    private static readonly KitItem Mat = ItemTypes.Find("foamPad")!.Make(Guid.NewGuid(), "mat");
    private static readonly KitItem Sack = ItemTypes.Find("downBagWinter")!.Make(Guid.NewGuid(), "sack");

    private static IReadOnlyList<Unknown> Of(Sleeper? sleeper, params KitItem[] items) =>
        Lookups.For(Planner(new(items), sleeper).Of(Trip(Slept(items), Night(-15))), 0);

    [Fact]
    public void What_was_taken_as_usual_is_asked_for_widest_swing_first()
    {
        var asked = Of(null, Mat, Sack);
        Assert.Equal(new Guid?[] { Mat.Id, Sack.Id }.Order(), asked.Select(u => u.ItemId).Order());
        Assert.All(asked, u => Assert.Equal(LookUp.Label, u.What));
        Assert.Equal(asked.OrderByDescending(u => u.Swing.Kelvin), asked);
        Assert.All(asked, u => Assert.Equal(u.Swing.Kelvin, (u.AtWorst!.Value - u.AtBest!.Value).Kelvin, 9));
    }

    [Fact]
    public void Once_it_was_looked_up_it_is_not_asked_for_again()
    {
        var labelled = Sack with { Claims = [new(ClaimKind.Comfort, -12)], Source = ClaimSource.Labelled };
        Assert.DoesNotContain(Of(null, Mat, labelled), u => u.ItemId == Sack.Id);
    }

    [Fact]
    public void The_swing_is_the_plan_at_both_ends()
    {
        var (least, most) = ItemTypes.Find("foamPad")!.Spread;
        double Holds(double by)
        {
            var mat = Mat with { Claims = [new(ClaimKind.RValue, 2 * by)] };
            return Planner(new([mat, Sack]))
                .Of(Trip(Slept(mat, Sack), Night(-15)))
                .Holds(0)
                .Together.Outside!.Value.Celsius;
        }
        var asked = Of(null, Mat, Sack).Single(u => u.ItemId == Mat.Id);
        Assert.Equal(Holds(least), asked.AtWorst!.Value.Celsius, 0.15);
        Assert.Equal(Holds(most), asked.AtBest!.Value.Celsius, 0.15);
    }

    [Fact]
    public void One_number_of_a_kind_not_said_is_asked_which()
    {
        var unsaid = Sack with { Claims = [new(ClaimKind.Unspecified, -15)], Source = ClaimSource.Labelled };
        var asked = Assert.Single(Of(null, Pad(5), unsaid));
        Assert.Equal(LookUp.WhichTemperature, asked.What);
        Assert.InRange(asked.Swing.Kelvin, 3, 9);
    }

    [Fact]
    public void Who_sleeps_is_asked_only_of_someone_of_whom_nothing_was_said()
    {
        var me = Sleeper.Usual(Guid.NewGuid());
        Assert.Contains(Of(me, Mat, Sack), u => u.What == LookUp.Sleeper);
        Assert.DoesNotContain(Of(me with { MassKg = 71 }, Mat, Sack), u => u.What == LookUp.Sleeper);
    }

    [Fact]
    public void Of_two_tops_the_weights_are_asked_for_where_the_outer_may_crush_the_inner()
    {
        var inner = ItemTypes.Find("downQuiltSummer")!.Make(Guid.NewGuid(), "inner");
        Assert.Contains(Of(null, Mat, inner, Sack), u => u.What == LookUp.Mass);
        Assert.DoesNotContain(Of(null, Mat, Sack), u => u.What == LookUp.Mass);
    }

    [Fact]
    public void What_is_only_called_old_is_asked_how_thick_it_is()
    {
        var old = Sack with { LoftFactor = Loft.IfOld, Source = ClaimSource.Labelled };
        Assert.Contains(Of(null, Mat, old), u => u.What == LookUp.Loft);
    }
}
