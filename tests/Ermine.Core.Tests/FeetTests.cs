using FsCheck;
using FsCheck.Xunit;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Feet with a temperature of their own, and heat that is brought to them.</summary>
public class FeetTests
{
    private static ExtremityStep Step(
        double r = 1.0,
        double around = -15,
        double debt = 0,
        double brought = 0,
        bool tight = false
    ) => new(1 / r, around, debt, 48, brought, tight);

    [Fact]
    public void Supply_is_worked_by_hand()
    {
        Assert.Equal(30 + 60 * 5.0 / 13, Extremity.Feet.Supply(26, Step()), 1e-9);
        Assert.Equal(90, Extremity.Feet.Supply(26, Step(debt: -8)), 1e-9);
        Assert.Equal(30, Extremity.Feet.Supply(26, Step(debt: 5)), 1e-9);
        Assert.Equal(30 - 20 * (54.0 - 15) / 78, Extremity.Feet.Supply(26, Step(debt: 54)), 1e-9);
        Assert.Equal(10, Extremity.Feet.Supply(26, Step(debt: 500)), 1e-9);
        Assert.Equal(18, Extremity.Feet.Supply(26, Step(debt: 5, tight: true)), 1e-9);
        Assert.Equal(30 + 0.8 * 7, Extremity.Feet.Supply(26, Step(debt: 5) with { Made = 65 }), 1e-9);
    }

    [Theory]
    [InlineData(22, 30)]
    [InlineData(19, 21)]
    [InlineData(16, 12)]
    [InlineData(8, 12)]
    public void A_foot_that_nothing_warms_gets_ever_less_blood(double feet, double supply)
    {
        Assert.Equal(supply, Extremity.Feet.Supply(feet, Step(debt: 5)), 1e-9);
        Assert.Equal(30, Extremity.Feet.Supply(feet, Step(debt: 5, brought: 5)), 1e-9);
    }

    [Fact]
    public void They_head_for_their_balance_with_five_hours_a_resistance()
    {
        var headsFor = -15 + 30 * 1.2;
        Assert.Equal(
            headsFor + (26 - headsFor) * Math.Exp(-0.5 / 6),
            Extremity.Feet.After(26, Step(1.2, debt: 5), 0.5),
            1e-9
        );
        Assert.Equal(34, Extremity.Feet.After(26, Step(5), 1000), 1e-6);
    }

    [Fact]
    public void Feet_that_go_in_cold_stay_cold_unless_something_warms_them()
    {
        double After(double start, double brought)
        {
            var feet = start;
            for (var n = 0; n < 48; n++)
                feet = Extremity.Feet.After(feet, Step(1.2, -12, debt: 5, brought: brought), 1.0 / 6);
            return feet;
        }
        Assert.True(After(18, 0) < 18);
        Assert.True(After(26, 0) > 23);
        Assert.True(After(18, 10) > 23);
    }

    [Property(MaxTest = 200)]
    public void Warmer_air_thicker_booties_or_a_bottle_never_make_feet_colder(
        PositiveInt r,
        PositiveInt around,
        PositiveInt watts
    )
    {
        var step = Step(0.2 + r.Get % 30 / 10.0, -40 + around.Get % 40);
        var now = Extremity.Feet.After(22, step, 1.0 / 6);
        Assert.True(Extremity.Feet.After(22, step with { Around = step.Around + 1 }, 1.0 / 6) >= now);
        Assert.True(Extremity.Feet.After(22, step with { Brought = watts.Get % 50 }, 1.0 / 6) >= now);
        Assert.True(Extremity.Feet.After(22, step with { Tight = true }, 1.0 / 6) <= now);
    }

    [Fact]
    public void Cold_feet_are_the_worst_place_and_said_with_their_time()
    {
        KitItem[] all = [Pad(5), Garment(0.15, new(1, 0, 0, 0)), Bag(0.9)];
        var trip = Trip(Slept(all), Night(-14));
        PlayedNight Hours(StartState start, params NightEvent[] events) =>
            Planner(new Closet(all))
                .Plan(trip.Sleeping(Bedtime.Plain with { Start = start, Events = events }), 0)
                .Hours!;
        var chilled = Hours(StartState.Chilled);
        Assert.Equal(Region.Feet, chilled.Worst.Region);
        Assert.Equal(chilled.LowestFeet, chilled.Worst.Feet);
        Assert.NotNull(chilled.FeetColdFrom);
        var bottle = new NightEvent(Guid.NewGuid(), NightEventKind.HotBottle, 21, Litres: 1, WaterC: 90);
        Assert.True(Hours(StartState.Chilled, bottle).LowestFeet >= chilled.LowestFeet);
        var atTorso = Hours(StartState.Chilled, bottle with { Region = Region.Torso });
        Assert.True(atTorso.Steps[12].Feet < Hours(StartState.Chilled, bottle).Steps[12].Feet);
        Assert.Equal(atTorso.Steps[12].Debt, Hours(StartState.Chilled, bottle).Steps[12].Debt, 1e-9);
    }

    [Fact]
    public void Every_source_gives_what_it_says()
    {
        var woman = Sleeper.StandardWoman;
        double Wh(NightEventKind kind) =>
            HeatSources.Of(HeatSources.Library.Single(s => s.Kind == kind).Usual, woman)!.Between(0, 100)
            * woman.BodyAreaM2;
        Assert.Equal(0.8 * 1.163 * 52, Wh(NightEventKind.HotBottle), 0.01);
        Assert.Equal(21, Wh(NightEventKind.Warmer), 1e-6);
        Assert.Equal(0.7 * 0.233 * 2 * 47, Wh(NightEventKind.WarmStone), 0.01);
        Assert.Equal(80, Wh(NightEventKind.Partner), 1e-6);
        Assert.Equal(4 * 5 * woman.BodyAreaM2, Wh(NightEventKind.Meal), 1e-6);
        Assert.Null(HeatSources.Of(new(default, NightEventKind.CloseUp, 0), woman));
    }

    [Fact]
    public void Things_put_on_taken_off_closed_and_opened_change_the_hours_after()
    {
        var jacket = Garment(0.8, new(0.1, 0.95, 0, 0));
        var soft = Pad(5) with { Soft = true };
        KitItem[] all = [soft, Garment(0.15, new(1, 0, 0, 0)), jacket, Bag(1.4)];
        var trip = Trip(Slept(all), Night(-38));
        double Debt(NightEventKind kind, Guid? item = null) =>
            Planner(new Closet(all))
                .Plan(trip.Sleeping(Bedtime.Plain with { Events = [new(Guid.NewGuid(), kind, 23, ItemId: item)] }), 0)
                .Hours!.Steps[^1]
                .Debt;
        var plain = Planner(new Closet(all)).Plan(trip, 0).Hours!.Steps[^1].Debt;
        Assert.True(Debt(NightEventKind.TakeOff, jacket.Id) > plain);
        Assert.True(Debt(NightEventKind.OpenUp) > plain);
        Assert.True(Debt(NightEventKind.OpenVents) > plain);
        Assert.True(Debt(NightEventKind.FlipPad) < plain);
        Assert.Equal(plain, Debt(NightEventKind.CloseUp), 1e-9);
    }
}
