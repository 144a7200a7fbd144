using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Sleepers;
using Ermine.Core.Stack;

namespace Ermine.Core.Tests;

/// <summary>Plain things and trips for tests.</summary>
internal static class Things
{
    public static readonly ByRegion<double> Everywhere = new(1, 1, 1, 1);
    public static readonly ByRegion<double> BelowTheHead = new(0, 1, 1, 1);

    public static KitItem Pad(double r, string name = "pad", ByRegion<double>? cover = null) =>
        new(
            Guid.NewGuid(),
            name,
            ItemKind.Pad,
            400,
            [new(ClaimKind.RValue, r)],
            ClaimSource.Labelled,
            cover ?? Everywhere
        );

    public static KitItem Bag(double resistance, double massG = 1400) =>
        new(
            Guid.NewGuid(),
            "bag",
            ItemKind.Bag,
            massG,
            [new(ClaimKind.SquareMetreKelvinPerWatt, resistance)],
            ClaimSource.Measured,
            Everywhere,
            Hood: true,
            Collar: true
        );

    public static KitItem Quilt(double resistance, double massG = 800) =>
        new(
            Guid.NewGuid(),
            "quilt",
            ItemKind.Quilt,
            massG,
            [new(ClaimKind.SquareMetreKelvinPerWatt, resistance)],
            ClaimSource.Measured,
            BelowTheHead,
            FootBox: FootBox.Sewn
        );

    public static KitItem Garment(double resistance, ByRegion<double> cover, double massG = 200) =>
        new(
            Guid.NewGuid(),
            $"garment {resistance}",
            ItemKind.Garment,
            massG,
            [new(ClaimKind.SquareMetreKelvinPerWatt, resistance)],
            ClaimSource.Measured,
            cover
        );

    public static BuiltStack Build(double wind, params KitItem[] items) => Build(UnderGap.Nothing, wind, items);

    public static BuiltStack Build(UnderGap gap, double wind, params KitItem[] items)
    {
        var system = Slept(items) with { UnderGap = gap };
        return Built(system, wind, items);
    }

    public static BuiltStack Built(SleepSystem system, double wind, params KitItem[] items) =>
        StackBuilder.Lay(new Closet(items).Resolve(system), system, 95, wind).At();

    public static SleepSystem Slept(params KitItem[] items) =>
        new([.. items.Select(i => new Layer(i.Id, Closure.Closed))]);

    public static Night Night(double? low = -10, Shelter shelter = Shelter.DoubleWall, int day = 13) =>
        new(
            Guid.NewGuid(),
            new DateOnly(2027, 2, day),
            "camp",
            500,
            Terrain.Slope,
            Surface.SeasonalSnow,
            shelter,
            TypedLowC: low,
            TypedWindMs: 0,
            TypedCloud: 1
        );

    public static Trip Trip(SleepSystem system, params Night[] nights) =>
        new(Guid.NewGuid(), "trip", new(Confidence: 0.5), null, nights, [new(Guid.Empty, system, [], [], [], [])]);

    /// <summary>The same trip with its only member changed.</summary>
    public static Trip With(this Trip trip, Func<Member, Member> change) =>
        trip with
        {
            Members = [change(trip.Members[0])],
        };

    public static Trip Sleeping(this Trip trip, Evening evening, int night = 0) =>
        trip.With(m => m with { Own = [new(trip.Nights[night].Id, null, evening)] });

    public static Asking Planner(Closet closet, Sleeper? sleeper = null, ForecastSeries? forecast = null) =>
        new(sleeper ?? Sleeper.StandardWoman, closet, forecast);

    /// <summary>Plans any trip of one person.</summary>
    public sealed record Asking(Sleeper Sleeper, Closet Closet, ForecastSeries? Forecast)
    {
        public NightPlanner Of(Trip trip) => new(trip, trip.Members[0], Sleeper, Closet, new(trip, Forecast));

        public NightPlan Plan(Trip trip, int index) => Of(trip).Plan(index);

        public IReadOnlyList<NightPlan> Plan(Trip trip) => Of(trip).Plan();
    }
}
