using BenchmarkDotNet.Attributes;
using Ermine.Core.Answers;
using Ermine.Core.Body;
using Ermine.Core.Chance;
using Ermine.Core.Choosing;
using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Bench;

/// <summary>What the core is asked while a hand is on the picture.</summary>
[MemoryDiagnoser]
public class CoreBench
{
    private readonly Conductances plain = Conductances.Plain(
        1.624,
        Labels.ClosedHood,
        Labels.TestWear,
        Regions.Each(_ => Labels.TestPad),
        0,
        Labels.TestWind,
        Regions.Each(_ => 0.0)
    );
    private static readonly int[] Slept = [0, 4, 1, 5, 9, 13, 2, 3];
    private readonly Warmth warmth = Warmth.Of(Sleeper.StandardWoman);
    private readonly Surroundings snow = Surroundings.Open(Surface.SeasonalSnow);
    private Closet closet = null!;
    private TripRun run = null!;
    private NightToPlay played = null!;
    private Trip trip = null!;
    private Trip longer = null!;
    private Trip largest = null!;

    [GlobalSetup]
    public void Setup()
    {
        var items = Enumerable.Range(0, 80).Select(Thing).ToList();
        closet = new Closet(items);
        var layers = Slept.Select(n => new Layer(items[n].Id, Closure.Closed));
        var nights = Enumerable
            .Range(0, 7)
            .Select(n => new Night(
                Guid.NewGuid(),
                new DateOnly(2027, 2, 13).AddDays(n),
                "camp",
                500,
                Terrain.Valley,
                Surface.SeasonalSnow,
                Shelter.DoubleWall,
                TypedLowC: -20 - n,
                TypedWindMs: 2,
                TypedCloud: 0.2
            ));
        trip = new Trip(Guid.NewGuid(), "bench", new(), null, [.. nights], [], []).With(
            new Outfit(Guid.Empty, new([.. layers]), [items[21].Id, items[25].Id], [], [], [], DryPlan.Plain)
        );
        run = Fresh(trip);
        played = run[3].Slept.Played!;
        largest = Largest(trip, items);
        longer = trip with
        {
            Nights =
            [
                .. trip.Nights,
                .. trip
                    .Nights.Take(3)
                    .Select((n, i) => n with { Id = Guid.NewGuid(), Date = trip.Nights[^1].Date.AddDays(i + 1) }),
            ],
        };
        longer = longer.With(
            longer.Outfits[0] with
            {
                Along = [.. Enumerable.Range(0, 20).Select(n => items[4 * n + 1].Id)],
            }
        );
    }

    /// <summary>The most that one person may ask for; every event lays the system out anew.</summary>
    private static Trip Largest(Trip like, List<KitItem> items)
    {
        var slept = new SleepSystem([.. items.Take(24).Select(i => new Layer(i.Id, Closure.Closed))]);
        Night[] nights =
        [
            .. Enumerable
                .Range(0, EntryRules.MostNights)
                .Select(n => like.Nights[0] with { Id = Guid.NewGuid(), Date = like.Nights[0].Date.AddDays(n) }),
        ];
        NightEvent[] events =
        [
            .. Enumerable
                .Range(0, EntryRules.MostEvents)
                .Select(e => new NightEvent(
                    Guid.NewGuid(),
                    e % 2 == 0 ? NightEventKind.OpenUp : NightEventKind.CloseUp,
                    21 + 0.45 * e
                )),
        ];
        var bedtime = Bedtime.Plain with { Events = events };
        var empty = like with { Nights = nights };
        return empty.With(
            like.Outfits[0] with
            {
                System = slept,
                Along = [.. items.Skip(24).Take(20).Select(i => i.Id)],
                Own = [.. nights.Select(n => new OutfitNight(n.Id, null, bedtime))],
            }
        );
    }

    private TripRun Fresh(Trip asked) => new(new(new(asked, closet, null), Sleeper.StandardWoman), asked.Outfits[0]);

    [Benchmark(Description = "one holds-to, comfort, on snow")]
    public HoldsTo OneHoldsTo() => HeatBalance.Solve(plain, warmth, Threshold.Comfort, snow);

    private readonly string line = "red winter down bag -12 comfort 1,3 kg with collar",
        noise = "qwertzuiop asdfghjklm yxcvbnmlkj plaintiveness";

    [Benchmark(Description = "one line in plain words")]
    public PlainLine OneLine() => PlainWords.Read(line);

    [Benchmark(Description = "one line of nonsense")]
    public PlainLine Nonsense() => PlainWords.Read(noise);

    [Benchmark(Description = "what eighty things and every type would do, night 4 of 7")]
    public AddList EveryRow() => Adds.For(Fresh(trip), 3);

    [Benchmark(Description = "what to look up first")]
    public IReadOnlyList<Unknown> LookUps() => Lookups.For(Fresh(trip), 3);

    [Benchmark(Description = "a seven-night trip with its frost")]
    public IReadOnlyList<NightAnswer> SevenNights() => NightAnswers.All(Fresh(trip));

    [Benchmark(Description = "ten nights with frost and ledger")]
    public IReadOnlyList<NightAnswer> TenNights() => NightAnswers.All(Fresh(longer));

    /// <summary>The nights slept as well: beside <see cref="TenNights"/> it is what the turns and the chance cost.</summary>
    [Benchmark]
    public TripChance? ChanceOfTenNights()
    {
        var run = Fresh(longer);
        NightAnswers.All(run);
        return TripChance.Of(run);
    }

    [Benchmark(Description = "one night hour by hour")]
    public PlayedNight OneNight() => HeatOfNight.Play(played);

    [Benchmark(Description = "one night whole, with its sensitivity")]
    public NightAnswer NightWhole() => NightAnswers.Whole(run, 3);

    [Benchmark(Description = "fixes of one night from 80 things")]
    public FixList FixesOfOneNight() => Fixes.For(run, 3);

    [Benchmark(Description = "what each habit does, seven nights")]
    public DryAnswer Habits() => DryAnswers.For(Fresh(trip));

    [Benchmark(Description = "one thing lost, seven nights")]
    public IReadOnlyList<OneLost> Losses() => OneLostAtATime.Of(Fresh(trip));

    [Benchmark(Description = "the same at the most that is accepted: 60 nights, 24 layers, 20 events a night")]
    public IReadOnlyList<OneLost> LossesOfLargest() => OneLostAtATime.Of(Fresh(largest));

    private static KitItem Thing(int n)
    {
        var kind = (n % 4) switch
        {
            0 => ItemKind.Pad,
            1 => ItemKind.Garment,
            2 => ItemKind.Bag,
            _ => ItemKind.Quilt,
        };
        var claim = kind switch
        {
            ItemKind.Pad => new Claim(ClaimKind.RValue, 1 + n % 5),
            ItemKind.Garment => new Claim(ClaimKind.SquareMetreKelvinPerWatt, 0.05 + 0.01 * (n % 20)),
            _ => new Claim(ClaimKind.Comfort, 5 - n % 25),
        };
        var cover = kind switch
        {
            ItemKind.Garment => n % 8 == 1 ? new Cover(0, 1, 0, 0) : new(0, 0.1, 0.9, 0),
            ItemKind.Quilt => new(0, 1, 1, 1),
            _ => new(1, 1, 1, 1),
        };
        return new(
            Guid.NewGuid(),
            $"thing {n}",
            kind,
            200 + 10 * n,
            [claim],
            ClaimSource.Labelled,
            cover,
            Hood: kind == ItemKind.Bag,
            Collar: kind == ItemKind.Bag
        );
    }
}
