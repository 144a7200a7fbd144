using Ermine.Core.Days;
using Ermine.Core.Rules;
using Ermine.Core.Trips;
using static Ermine.Core.Tests.DayRunTests;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Changing into dry things at camp.</summary>
public class CampTests
{
    private static readonly KitItem Tights = Walking.First(i => i.Type == "woolTights"),
        DryTights = Of("woolTights"),
        Shell = Of("shellJacket"),
        Bag = Bag(1.6);

    private static readonly KitItem[] Carried = [.. Walking, Shell];

    /// <summary>Too warm for the work, and set by hand.</summary>
    private static readonly Bar[] TooWarm =
    [
        .. Carried
            .Where(i => i.Type is "fleeceJumper" or "windShirt" or "shellJacket" or "softShellTrousers")
            .Select(i => new Bar(i.Id, 9, 13, Opening: Opening.Closed, Pinned: true)),
    ];

    /// <summary>Hard work that wets the tights, then an evening in the tent.</summary>
    private static readonly DayBlock[] Sweaty =
    [
        Block(9, 13, air: 5, effort: Effort.VeryHigh),
        Block(13, 14, Activity.Cook, air: -2) with
        {
            Place = DayPlace.Tent,
        },
    ];

    private static (DayToPlay Day, TripRun Run) Camp(
        IReadOnlyList<DayBlock> blocks,
        SleepSystem bed,
        IReadOnlyList<KitItem> along,
        IReadOnlyList<Bar>? worn = null
    )
    {
        var night = Night(-20);
        var closet = new Closet([.. along, .. bed.Layers.Select(l => l.ItemId == Bag.Id ? Bag : DryTights)]);
        var outfit = Alone(bed) with
        {
            Along = [.. along.Select(i => i.Id)],
            Dry = DryPlan.Plain with { Days = [new(night.Id, DayWork.Easy, [], blocks, worn)] },
        };
        var run = new TripRun(new(new(Trip(bed, night).With(outfit), closet, null), Body.Sleeper.StandardMan), outfit);
        return (run.Days.Of(outfit, closet, 0, blocks, run.PlanOf(0), Frost.Water.None, Body.BodyHeat.Rested)!, run);
    }

    private static DayDressed Dress(DayToPlay day, params Bar[] pinned) =>
        Dressing.Dress(day, new(), [.. TooWarm, .. pinned], TestContext.Current.CancellationToken);

    private static bool IsOn(DayDressed day, KitItem item, double hour) =>
        day.Bars.Any(b => b.ItemId == item.Id && !b.AtHand && b.Covers(hour));

    private static List<string> Fired((DayToPlay Day, TripRun Run) at, DayPlayed played) =>
        [.. DayRules.Check(new(at.Run, 0, at.Day, played, [])).Select(c => c.Rule)];

    [Fact]
    public void What_is_damp_gives_way_in_the_tent_to_the_dry_one_kept_for_sleeping()
    {
        var at = Camp(Sweaty, Slept(DryTights), Carried);
        var dressed = Dress(at.Day);
        Assert.True(IsOn(dressed, Tights, 12.9));
        Assert.False(IsOn(dressed, Tights, 13.1));
        Assert.True(IsOn(dressed, DryTights, 13.1));
        Assert.False(IsOn(dressed, DryTights, 12.9));
        var change = Assert.Single(
            CampChanges.Of(at.Day with { Worn = dressed.Bars }, dressed.Played),
            c => c.Off == Tights.Id
        );
        Assert.Equal((13, DryTights.Id, true, false), (change.Hour, change.On, change.Done, change.IsBed));
        Assert.True(change.Grams > 0.05 * Tights.MassG);
    }

    [Fact]
    public void Changed_one_is_warmer_in_the_evening_than_in_what_is_damp()
    {
        var (day, _) = Camp(Sweaty, Slept(DryTights), Carried);
        var dressed = Dress(day);
        var inDamp = DayRun.Play(
            day with
            {
                Worn =
                [
                    .. dressed.Bars.Where(b => b.ItemId != DryTights.Id && (b.ItemId != Tights.Id || b.FromHour > 9)),
                    new(Tights.Id, 9, 14),
                ],
            },
            TestContext.Current.CancellationToken
        );
        Assert.True(dressed.Played.Body.Debt < inDamp.Body.Debt - 1, $"{dressed.Played.Body.Debt} {inDamp.Body.Debt}");
    }

    [Fact]
    public void What_came_off_in_time_is_not_spoken_of()
    {
        List<Bar> worn =
        [
            .. Carried.Select(i => new Bar(i.Id, 9, 13, Opening: Opening.Closed)),
            new(DryTights.Id, 13, 14),
        ];
        var at = Camp(Sweaty, Slept(DryTights), Carried, worn);
        Assert.DoesNotContain("damp-at-camp", Fired(at, DayRun.Play(at.Day, TestContext.Current.CancellationToken)));
        var late = Camp(Sweaty, Slept(DryTights), Carried, [.. worn[..^1].Select(b => b with { ToHour = 14 })]);
        Assert.Contains("damp-at-camp", Fired(late, DayRun.Play(late.Day, TestContext.Current.CancellationToken)));
    }

    [Fact]
    public void With_nothing_dry_along_the_plan_says_what_stays_on_damp()
    {
        var at = Camp(Sweaty, Slept(), Carried);
        var dressed = Dress(at.Day);
        Assert.True(IsOn(dressed, Tights, 13.9));
        Assert.Contains("damp-at-camp", Fired((at.Day with { Worn = dressed.Bars }, at.Run), dressed.Played));
    }

    [Fact]
    public void What_is_pinned_stays_on_however_damp()
    {
        var pinned = new Bar(Tights.Id, 9, 14, Pinned: true);
        var (day, _) = Camp(Sweaty, Slept(DryTights), Carried);
        var dressed = Dress(day, pinned);
        Assert.Contains(pinned, dressed.Bars);
        var change = Assert.Single(
            CampChanges.Of(day with { Worn = dressed.Bars }, dressed.Played),
            c => c.Off == Tights.Id
        );
        Assert.Equal((DryTights.Id, false), (change.On, change.Done));
    }

    [Fact]
    public void Getting_into_the_bag_is_the_change_where_the_day_ends_outside()
    {
        Bar[] worn = [.. Carried.Select(i => new Bar(i.Id, 9, 13, Opening: Opening.Closed))];
        var (day, _) = Camp(Sweaty[..1], Slept(Bag, DryTights), Carried, worn);
        var played = DayRun.Play(day, TestContext.Current.CancellationToken);
        var change = Assert.Single(CampChanges.Of(day, played), c => c.Off == Tights.Id);
        Assert.Equal((13, DryTights.Id, true, true), (change.Hour, change.On, change.Done, change.IsBed));
    }

    [Fact]
    public void What_is_kept_for_sleeping_does_not_count_outside_the_tent_and_the_plan_says_so()
    {
        List<Bar> worn = [.. Walking.Select(i => new Bar(i.Id, 9, 14)), new(DryTights.Id, 9, 14)];
        var at = Camp(Sweaty, Slept(DryTights), Walking, worn);
        var played = DayRun.Play(at.Day, TestContext.Current.CancellationToken);
        Assert.Contains("sleep-thing-outside", Fired(at, played));
        var without = DayRun.Play(
            at.Day with
            {
                Worn = [.. worn.Where(b => b.ItemId != DryTights.Id)],
            },
            TestContext.Current.CancellationToken
        );
        Assert.Equal(without.Blocks[0].DebtAfter, played.Blocks[0].DebtAfter, 1e-9);
        Assert.True(played.Body.Debt < without.Body.Debt);
    }
}
