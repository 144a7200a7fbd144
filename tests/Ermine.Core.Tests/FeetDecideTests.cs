using FsCheck;
using FsCheck.Xunit;
using static Ermine.Core.Tests.Things;
using Outcome = Ermine.Core.Trips.Outcome;

namespace Ermine.Core.Tests;

/// <summary>A night is never better than its feet.</summary>
public class FeetDecideTests
{
    private static readonly KitItem Mat = Pad(6);
    private static readonly KitItem Hat = Garment(0.35, new(1, 0, 0, 0));
    private static readonly KitItem Suit = Garment(0.9, new(0, 1, 1, 0));
    private static readonly KitItem Cover = Bag(0.9);

    private static TripRun Run(
        double low,
        StartState start,
        IReadOnlyList<NightEvent> events,
        params KitItem[] items
    ) =>
        Planner(new Closet(items))
            .Of(Trip(Slept(items), Night(low)).Sleeping(Bedtime.Plain with { Start = start, Events = events }));

    private static TripRun Run(double low, StartState start = StartState.Normal) =>
        Run(low, start, [], Mat, Hat, Suit, Cover);

    [Theory]
    [InlineData(20, 20, Verdict.Warm)]
    [InlineData(18, 20, Verdict.Warm)]
    [InlineData(19, 19.9, Verdict.Cool)]
    [InlineData(15, 15, Verdict.Cool)]
    [InlineData(14.9, 22, Verdict.Cold)]
    [InlineData(8, 8, Verdict.Cold)]
    [InlineData(7.9, 7.9, Verdict.NoGo)]
    public void Their_word_turns_at_their_temperatures(double lowest, double settled, Verdict verdict) =>
        Assert.Equal(verdict, Verdicts.OfFeet(new(lowest), new(settled)));

    [Fact]
    public void Feet_that_go_in_cold_lead_in_a_bag_in_which_the_body_is_warm()
    {
        var plan = Run(-16, StartState.Chilled).Plan(0);
        Assert.Equal(Leads.Feet, plan.Holds.Leads);
        Assert.Equal(plan.Holds.Feet, plan.Holds.Together);
        Assert.True(plan.Holds.Body.In(new(-16)) && plan.Margin!.Value.Kelvin < 0);
        Assert.Equal(Verdict.Warm, plan.Hours!.Body);
        Assert.Equal(plan.Hours.Feet, plan.Verdict);
        var harm = plan.Cautions.First(c => c.Rule is "restless" or "below-limit" or "no-go");
        Assert.Contains("feet", harm.Text, StringComparison.Ordinal);
        Assert.Equal(Leads.Body, Run(-16, StartState.Warmed).Plan(0).Holds.Leads);
    }

    [Fact]
    public void They_hold_to_the_low_at_which_they_are_twenty_degrees_once_two_hours_have_passed()
    {
        var run = Run(-16);
        var line = run.Plan(0).Holds.Feet!.Outside!.Value.Celsius;
        var played = run[0].Slept.Played!;
        Assert.True(HeatOfNight.Lowest(played, line + 16 + 0.1).SettledFeet > Feet.HoldFrom);
        Assert.True(HeatOfNight.Lowest(played, line + 16 - 0.1).SettledFeet < Feet.HoldFrom);
    }

    [Fact]
    public void Where_only_the_worse_is_asked_for_it_is_that_of_the_whole_answer()
    {
        foreach (var start in Enum.GetValues<StartState>())
        {
            var run = Run(-16, start);
            Assert.Equal(run.Holds(0).Together, run.HoldsTogether(0).Together);
            Assert.Equal(run.Holds(0).Leads, run.HoldsTogether(0).Leads);
        }
    }

    [Fact]
    public void While_no_low_is_known_a_night_of_usual_swing_is_asked()
    {
        var trip = Trip(Slept(Mat, Hat, Suit, Cover), Night(null));
        var holds = Planner(new Closet([Mat, Hat, Suit, Cover])).Of(trip).Holds(0);
        Assert.InRange(holds.Feet!.Outside!.Value.Celsius, -60, 0);
        Assert.Null(Planner(new Closet([])).Of(Trip(SleepSystem.Empty, Night(null))).Holds(0).Feet);
    }

    [Fact]
    public void Booties_a_bottle_a_warmer_and_a_jacket_round_them_rise_where_the_feet_lead()
    {
        var booties = Garment(0.4, new(0, 0, 0.12, 1)) with { Name = "booties" };
        var jacket = Garment(0.7, new(0, 0.95, 0, 0)) with { Name = "jacket" };
        var pad = Pad(3, "more pad");
        var closet = new Closet([Mat, Hat, Suit, Cover, booties, jacket, pad]);
        var trip = Trip(Slept(Mat, Hat, Suit, Cover), Night(-22))
            .With(o => o with { Along = [jacket.Id] })
            .Sleeping(Bedtime.Plain with { Start = StartState.Chilled });
        var list = Fixes.For(Planner(closet).Of(trip), 0);
        Assert.Equal(Leads.Feet, list.Now!.Holds.Leads);
        Assert.True(list.ToHold!.Value.Kelvin > 0);
        Assert.Contains(list.Changes, f => f.Parts is [{ Event.Kind: NightEventKind.HotBottle }]);
        Assert.Contains(list.Changes, f => f.Parts is [{ Event.Kind: NightEventKind.Warmer }]);
        Assert.Contains(list.Changes, f => f.Parts.Any(p => p.Kind == FixKind.WrapFeet && p.ItemId == jacket.Id));
        double Gain(KitItem item) =>
            list
                .Changes.Single(f => f.Parts is [{ Kind: FixKind.Add, ItemId: { } id }] && id == item.Id)
                .Gain!.Value.Kelvin;
        // A pad helps the body, and the feet only through it.
        Assert.True(Gain(booties) > Gain(pad), $"{Gain(booties)} and {Gain(pad)}");
    }

    [Property(MaxTest = 60)]
    public void A_warmer_foot_never_worsens_a_verdict(
        PositiveInt cold,
        StartState start,
        PositiveInt thick,
        bool bottle
    )
    {
        var low = -2.0 - cold.Get % 40;
        var socks = Garment(0.02 + thick.Get % 50 / 100.0, new(0, 0, 0, 1));
        NightEvent[] events = bottle
            ? [new(Guid.NewGuid(), NightEventKind.HotBottle, 21, Litres: 1, WaterC: 85, Region: Region.Feet)]
            : [];
        var bare = Run(low, start);
        var warm = Run(low, start, events, Mat, Hat, Suit, socks, Cover);
        var (before, after) = (Outcome.Of(bare, 0), Outcome.Of(warm, 0));
        Assert.True(
            after.Verdict <= before.Verdict || after.Verdict == Verdict.Hot,
            $"{before.Verdict} to {after.Verdict}"
        );
        Assert.True(after.Holds.Together.CompareTo(before.Holds.Together) <= 0);
    }

    [Fact]
    public void In_the_balance_they_lose_no_more_than_blood_brings()
    {
        var bare = Build(0, Mat, Hat, Suit).Thermal;
        var climate = new Climate(-30, -16, 0.8);
        var loss = HeatBalance.Terms(bare, 33, 47, climate).Where(t => t.Region == Region.Feet).Sum(t => t.WattsPerM2);
        Assert.Equal(Conductances.MostFromFeet * 0.07 * Conductances.Curled, loss, 1e-9);
        Assert.Equal(
            HeatBalance.Loss(bare, 33, 47, climate).Total,
            HeatBalance.Terms(bare, 33, 47, climate).Sum(t => t.WattsPerM2),
            1e-9
        );
        var shod = Build(0, Mat, Hat, Suit, Garment(3, new(0, 0, 0, 1))).Thermal;
        Assert.True(
            HeatBalance.Terms(shod, 33, 47, climate).Where(t => t.Region == Region.Feet).Sum(t => t.WattsPerM2) < loss
        );
    }
}
