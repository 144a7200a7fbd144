namespace Ermine.Core.Tests;

/// <summary>Plain things and trips for tests.</summary>
internal static class Things
{
    public static readonly Cover Everywhere = new(1, 1, 1, 1);
    public static readonly Cover BelowTheHead = new(0, 1, 1, 1);

    /// <summary>The usual thing of every type that is slept in on the ground.</summary>
    public static readonly IReadOnlyList<KitItem> UsualByNight =
    [
        .. ItemTypes.All.Select(t => t.Usual).Where(i => i.IsForNight && i.Kind != ItemKind.Underquilt),
    ];

    public static KitItem Pad(double r, string name = "pad", Cover? cover = null) =>
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

    public static KitItem Garment(double resistance, Cover cover, double massG = 200) =>
        new(
            Guid.NewGuid(),
            $"garment {resistance}",
            ItemKind.Garment,
            massG,
            [new(ClaimKind.SquareMetreKelvinPerWatt, resistance)],
            ClaimSource.Measured,
            cover
        );

    public static KitItem VapourBarrier(Cover cover, double massG = 160) =>
        new(Guid.NewGuid(), "barrier", ItemKind.VapourBarrier, massG, [], ClaimSource.Labelled, cover);

    public static BuiltStack Build(double wind, params KitItem[] items) => Build(UnderGap.Nothing, wind, items);

    public static BuiltStack Build(UnderGap gap, double wind, params KitItem[] items)
    {
        return Built(Slept(items).Over(gap), wind, items);
    }

    /// <summary>The same hung up.</summary>
    public static SleepSystem Hung(this SleepSystem system, Hammock? hammock = null) =>
        system with
        {
            Bed = system.Bed with { Hammock = hammock ?? new() },
        };

    /// <summary>The same with something where no pad lies: a rucksack under legs and feet, anything else everywhere.</summary>
    public static SleepSystem Over(this SleepSystem system, UnderGap gap) =>
        system with
        {
            Bed = system.Bed with
            {
                Beneath = gap == UnderGap.Rucksack ? Bed.RucksackUnderLegs : Regions.Each(_ => gap),
            },
        };

    /// <summary>The same with mouth and nose in the bag.</summary>
    public static SleepSystem BreathingInside(this SleepSystem system) =>
        system with
        {
            Bed = system.Bed with { BreathInside = true },
        };

    public static BuiltStack Built(SleepSystem system, double wind, params KitItem[] items) =>
        StackBuilder.Lay(system.In(new Closet(items)), system, 95, wind).At();

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
        new Trip(Guid.NewGuid(), "trip", new(Confidence: 0.5), null, nights, [], []).With(Alone(system));

    /// <summary>Someone who sleeps in a system and does nothing else.</summary>
    public static Outfit Alone(SleepSystem system, Guid? who = null) =>
        new(who ?? Guid.Empty, system, [], [], [], [], DryPlan.Plain);

    /// <summary>The same trip with its first member changed.</summary>
    public static Trip With(this Trip trip, Func<Outfit, Outfit> change) => trip.With(change(trip.Outfits[0]));

    public static Trip Sleeping(this Trip trip, Bedtime bedtime, int night = 0) =>
        trip.With(m => m with { Own = [new(trip.Nights[night].Id, null, bedtime)] });

    public static Asking Planner(Closet closet, Sleeper? sleeper = null, ForecastSeries? forecast = null) =>
        new(sleeper ?? Sleeper.StandardWoman, closet, forecast);

    public static NightAnswer Plan(this TripRun run, int night) => NightAnswers.Whole(run, night);

    public static IReadOnlyList<NightAnswer> Plan(this TripRun run) => NightAnswers.All(run);

    /// <summary>Plans any trip of one person.</summary>
    public sealed record Asking(Sleeper Sleeper, Closet Closet, ForecastSeries? Forecast)
    {
        public TripRun Of(Trip trip) => new(new(new(trip, Closet, Forecast), Sleeper), trip.Outfits[0]);

        public NightAnswer Plan(Trip trip, int index) => NightAnswers.Whole(Of(trip), index);

        public IReadOnlyList<NightAnswer> Plan(Trip trip) => NightAnswers.All(Of(trip));
    }
}
