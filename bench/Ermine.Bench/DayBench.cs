using BenchmarkDotNet.Attributes;
using Ermine.Core.Answers;
using Ermine.Core.Body;
using Ermine.Core.Choosing;
using Ermine.Core.Days;
using Ermine.Core.Ends;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Bench;

/// <summary>What the core is asked while a day is laid out and dressed.</summary>
[MemoryDiagnoser]
public class DayBench
{
    private static readonly string[] Carried =
    [
        "woolBaseTop",
        "woolTights",
        "fleeceJumper",
        "fleeceVest",
        "windShirt",
        "shellJacket",
        "softShellTrousers",
        "shellTrousers",
        "campDownJacket",
        "sideZipTrousers",
        "synthJacketLight",
        "woolHat",
        "balaclava",
        "fleeceTube",
        "linerGloves",
        "mittens",
        "mittenShells",
        "woolSocks",
        "linerSocks",
        "winterBoots",
    ];

    /// <summary>Twelve pieces for the hands.</summary>
    private static readonly string[] HandPiecesAlong =
    [
        "linerGloves",
        "synthLinerGloves",
        "mittens",
        "fleeceGloves",
        "woolGloves",
        "workGloves",
        "skiGloves",
        "woolMittens",
        "downMittens",
        "mittenLiners",
        "mittenShells",
        "gloveShells",
    ];

    private (DayToPlay Day, DayPlayed Played, IReadOnlyList<BodyMinute> Minutes) atTasks;

    private DayToPlay twelveHours = null!,
        twelveBlocks = null!;
    private TripRun run = null!,
        week = null!;

    [GlobalSetup]
    public void Setup()
    {
        var items = Carried.Select(t => ItemTypes.Find(t)!.Make(Guid.NewGuid(), t)).ToList();
        var closet = new Closet(items);
        var night = new Night(
            Guid.NewGuid(),
            new(2027, 2, 13),
            "camp",
            500,
            Core.Forecasts.Terrain.Plateau,
            Core.Ground.Surface.SeasonalSnow,
            Core.Ground.Shelter.DoubleWall,
            TypedLowC: -24,
            TypedHighC: -14,
            TypedWindMs: 4
        );
        var blocks = Enumerable
            .Range(0, 12)
            .Select(n => new DayBlock(
                Guid.NewGuid(),
                n % 4 == 3 ? Activity.Wait : Activity.Walk,
                8 + n,
                9 + n,
                n % 4 == 3 ? null : (Effort)(1 + n % 3)
            ))
            .ToList();
        var outfit = new Outfit(
            Guid.Empty,
            new SleepSystem([]),
            [.. items.Select(i => i.Id)],
            [],
            [],
            [],
            DryPlan.Plain with
            {
                Days = [new(night.Id, DayWork.Hard, [], blocks)],
            }
        );
        var trip = new Trip(Guid.NewGuid(), "bench", new(), null, [night], [], []).With(outfit);
        var context = new TripContext(trip, closet, null);
        run = new TripRun(new(context, Sleeper.StandardMan), trip.Outfits[0]);
        List<Night> nights =
        [
            .. Enumerable
                .Range(0, 7)
                .Select(n =>
                    night with
                    {
                        Id = Guid.NewGuid(),
                        Date = night.Date.AddDays(n),
                        TypedLowC = -14 - 2 * n,
                        TypedHighC = -6 - 2 * n,
                    }
                ),
        ];
        var days = outfit with
        {
            Dry = DryPlan.Plain with
            {
                Days =
                [
                    .. nights.Select(n => new DayPlan(
                        n.Id,
                        DayWork.Hard,
                        [],
                        [.. blocks.Select(b => b with { Id = Guid.NewGuid() })]
                    )),
                ],
            },
        };
        var seven = new Trip(Guid.NewGuid(), "bench", new(), null, nights, [], []).With(days);
        week = new TripRun(new(new(seven, closet, null), Sleeper.StandardMan), seven.Outfits[0]);
        DayToPlay Of(IReadOnlyList<DayBlock> work) =>
            run.Days.Of(outfit, closet, 0, work, run.PlanOf(0), Water.None, BodyHeat.Rested)!;
        twelveHours = Of([blocks[1] with { FromHour = 8, ToHour = 20 }]);
        twelveBlocks = Of(blocks);
        var gloves = HandPiecesAlong.Select(t => ItemTypes.Find(t)!.Make(Guid.NewGuid(), t)).ToList();
        var bare = Of(blocks);
        var dressed = bare with
        {
            Wearable = gloves
                .Select(g => Garment.Of(g, ItemReader.Read(g))!)
                .Concat(bare.Wearable.Values.Where(g => g.Main != Part.Hands))
                .ToDictionary(g => g.Item.Id),
            Worn =
            [
                .. bare.Worn.Where(b => bare.Wearable[b.ItemId].Main != Part.Hands),
                new(gloves[0].Id, 8, 20),
                new(gloves[2].Id, 8, 20),
            ],
            Tasks =
            [
                .. Enum.GetValues<TaskKind>()
                    .Take(10)
                    .Select((kind, n) => HandWork.Of(new(Guid.NewGuid(), kind, 8.5 + n))),
            ],
        };
        var (played, minutes) = DayRun.Traced(dressed);
        atTasks = (dressed, played, minutes);
    }

    [Benchmark(Description = "a day of twelve hours, minute by minute")]
    public DayPlayed Play() => DayRun.Play(twelveHours);

    [Benchmark(Description = "the same with twelve blocks")]
    public DayPlayed PlayBlocks() => DayRun.Play(twelveBlocks);

    [Benchmark(Description = "twelve hand pieces over ten tasks")]
    public int HandPieces()
    {
        var systems = new HandSystems(atTasks.Day, atTasks.Minutes);
        return systems.Ranked(6, default).Count + systems.Best(atTasks.Played.Tasks, default).Count;
    }

    [Benchmark(Description = "hands, feet and face of a day, whole answer")]
    public EndsAnswer Ends() => EndsAnswers.Of([run], 0, 0);

    [Benchmark(Description = "dressing twenty pieces over twelve blocks")]
    public DayDressed Dress() => Dressing.Dress(twelveBlocks, new(), []);

    [Benchmark(Description = "the lightest of the twenty for seven such days, proven")]
    public ClothesChosen Lightest() => LightestClothes.Of(week, ClothesAsked.Plain);

    [Benchmark(Description = "while a bar is drawn")]
    public DayAnswer Drawn() => DayAnswers.Of(run, 0, quick: true);

    [Benchmark(Description = "the whole answer of a day")]
    public DayAnswer Answer() => DayAnswers.Of(run, 0);

    [Benchmark(Description = "what to wear when")]
    public IReadOnlyList<WearRow> Table() => DayAnswers.Table(run, 0);
}
