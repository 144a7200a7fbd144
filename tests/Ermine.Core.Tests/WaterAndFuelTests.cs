using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Fuel for melting, bottles that freeze, and what days and nights need.</summary>
public class WaterAndFuelTests
{
    [Theory]
    [InlineData(0, 83)]
    [InlineData(1.5, 121)]
    public void Three_litres_of_snow(double boiled, double grams) =>
        Assert.Equal(grams, Math.Round(Melting.FuelG(3, -20, 10, boiled, Stove.Liquid)));

    [Fact]
    public void Colder_snow_more_heat_and_a_worse_stove_take_more()
    {
        double Fuel(double snow = -10, double to = 10, double boiled = 0, double share = 0.35) =>
            Melting.FuelG(2, snow, to, boiled, new(Melting.LiquidFuel, share));
        Assert.True(Fuel(snow: -30) > Fuel());
        Assert.True(Fuel(to: 40) > Fuel());
        Assert.True(Fuel(boiled: 1) > Fuel());
        Assert.Equal(2 * Fuel(), Fuel(share: 0.175), 1e-9);
        Assert.Equal(Fuel(snow: 0), Fuel(snow: 5), 1e-9);
    }

    [Fact]
    public void A_bottle_holds_the_heat_that_its_cover_lets_through()
    {
        var ice = Bottle.Freezes(1, 0.15, 40, -24, 0.3);
        // Worked apart: a cylinder of one litre, 2.5 times as high as wide, is 0.0601 m².
        var lossPerK = 0.0601 / (0.15 + 0.092 * Math.Exp(-0.045) - 0.0045);
        var first = 4190 / lossPerK * Math.Log(64 / 24.0) / 3600;
        Assert.Equal(first, ice.FirstIceHours!.Value, 0.01);
        Assert.Equal(first + 167_000 / (lossPerK * 24) / 3600, ice.HalfIceHours!.Value, 0.02);
    }

    [Fact]
    public void Larger_warmer_and_better_wrapped_freezes_later_and_never_in_warm_air()
    {
        double First(double litres = 1, double r = 0, double start = 20, double air = -20, double wind = 0.3) =>
            Bottle.Freezes(litres, r, start, air, wind).FirstIceHours!.Value;
        Assert.True(First(litres: 2) > First());
        Assert.True(First(r: 0.2) > First());
        Assert.True(First(start: 80) > First());
        Assert.True(First(air: -30) < First());
        Assert.True(First(wind: 8) < First());
        Assert.Equal(0, First(start: 0), 1e-9);
        Assert.Equal(new(null, null), Bottle.Freezes(1, 0, 20, 0, 0));
    }

    private static (Loaded Trip, LoadNeeds Needs) Needs(Activity activity, double fuelBottles = 0, int days = 1)
    {
        var trip = new Loaded(days: days);
        trip.Pack(0);
        if (fuelBottles > 0)
            trip.Lot(trip.Item("fuelBottle"), fuelBottles);
        for (var d = 0; d < days; d++)
            trip.Days[(0, d)] = new(
                trip.Nights[d].Id,
                DayWork.Easy,
                [],
                [new(Guid.NewGuid(), activity, 8, 16, Effort.High)],
                []
            );
        return (trip, LoadNeeds.Of(trip.Runs(), trip.Way));
    }

    [Fact]
    public void Food_is_work_and_rest_with_a_tenth_on_top()
    {
        var (trip, needs) = Needs(Activity.Walk);
        var need = needs.Days[0].People[0];
        var man = Sleeper.StandardMan;
        var watts = (8 * 230 + 16 * Metabolism.Sleeping(man)) * man.BodyAreaM2;
        Assert.Equal(watts * 0.86 * 1.1, need.Kcal, 1);
        Assert.Equal(1.5 + need.SweatL + need.BreathL, need.WaterL, 1e-9);
        Assert.True(need.SweatL > 0.1 && need.BreathL > 0.05);
        Assert.Equal(Melting.FuelG(need.WaterL, -15, 10, need.WaterL / 2, Stove.Liquid), needs.FuelG, 1e-6);
        Assert.Null(needs.StoveId);
        Assert.Equal(need.WaterL, trip.Trip.Members.Count * needs.Days[0].MeltedL, 1e-9);
    }

    [Fact]
    public void A_day_at_rest_needs_less_than_a_day_at_work()
    {
        var (_, work) = Needs(Activity.Ski);
        var trip = new Loaded(days: 1);
        trip.Days[(0, 0)] = new(trip.Nights[0].Id, DayWork.Rest, []);
        var rest = LoadNeeds.Of(trip.Runs(), trip.Way);
        Assert.True(rest.Kcal < work.Kcal);
        Assert.Null(rest.Days[0].People[0].HardestW);
    }

    [Fact]
    public void A_hot_bottle_is_boiled_with_the_rest_and_melted_once()
    {
        var trip = new Loaded(days: 1);
        var plain = LoadNeeds.Of(trip.Runs(), trip.Way);
        trip.Bedtimes[(0, 0)] = Bedtime.Plain with
        {
            Events = [new(Guid.NewGuid(), NightEventKind.HotBottle, 21, Litres: 3, WaterC: 95)],
        };
        var bottle = LoadNeeds.Of(trip.Runs(), trip.Way);
        Assert.Equal((3, plain.Days[0].MeltedL), (bottle.Days[0].BoiledL, bottle.Days[0].MeltedL));
        Assert.True(bottle.FuelG > plain.FuelG);
    }

    [Fact]
    public void Fuel_along_is_what_is_in_the_bottles_and_runs_out_on_a_day()
    {
        var (trip, needs) = Needs(Activity.Walk, fuelBottles: 1, days: 3);
        Assert.Equal(920 * 0.87, needs.FuelAlongG, 1e-6);
        Assert.Null(needs.OutOfFuelOn);
        trip.Rations = new(FuelG: 500);
        Assert.Equal(1, LoadNeeds.Of(trip.Runs(), trip.Way).OutOfFuelOn);
    }

    [Fact]
    public void The_vapour_of_breath_is_part_of_its_heat()
    {
        Climate cold = new(-20, -10, 0.8);
        var vapour = Metabolism.BreathVapour(100, cold);
        Assert.InRange(vapour, 0.3 * Metabolism.Respiratory(100, cold), Metabolism.Respiratory(100, cold));
        Assert.Equal(0.0014 * 100 * (25 - -20), Metabolism.Respiratory(100, cold) - vapour, 1e-9);
    }
}
