using BenchmarkDotNet.Attributes;
using Ermine.Core.Answers;
using Ermine.Core.Body;
using Ermine.Core.Choosing;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Loads;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Bench;

/// <summary>What the core is asked while things are moved between loads: twelve days, three people, two hundred things.</summary>
[MemoryDiagnoser]
public class LoadBench
{
    private const int Days = 12,
        People = 3,
        Things = 200;

    private List<TripRun> runs = null!;
    private LoadWay way = null!;

    [GlobalSetup]
    public void Setup()
    {
        var types = ItemTypes.All.Where(t => t.Usual.MassG > 0).ToList();
        var items = Enumerable
            .Range(0, Things)
            .Select(i => types[i * 7 % types.Count].Make(Guid.NewGuid(), $"thing {i}"))
            .ToList();
        var closet = new Closet(items);
        var nights = Enumerable
            .Range(0, Days)
            .Select(d => new Night(
                Guid.NewGuid(),
                new DateOnly(2027, 2, 1).AddDays(d),
                d is 3 or 4 or 8 ? "depot" : $"camp {d}",
                200 + 60 * d,
                Terrain.Plateau,
                Surface.SeasonalSnow,
                Shelter.DoubleWall,
                TypedLowC: -18 - d,
                TypedHighC: -9
            ))
            .ToList();
        var people = Enumerable.Range(0, People).Select(_ => Guid.NewGuid()).ToList();
        var uses = items
            .Select(
                (item, i) =>
                    new Use(
                        Guid.NewGuid(),
                        item.Id,
                        people[i % People],
                        item.IsForNight && i % 4 == 0 ? Job.Bed : Job.Along
                    )
            )
            .ToList();
        var members = people
            .Select(
                (id, p) =>
                    new Member(
                        id,
                        Bed.Plain,
                        [],
                        [],
                        [],
                        [
                            .. nights.Select(n => new DayPlan(
                                n.Id,
                                DayWork.Haul,
                                [],
                                [
                                    new(Guid.NewGuid(), Activity.Cook, 7, 8.5, Place: DayPlace.Tent),
                                    new(Guid.NewGuid(), Activity.Haul, 8.5, 15, Going: new(6, 0.8, 3, 5, 40)),
                                ],
                                [
                                    .. items
                                        .Where((i, at) => i.Kind == ItemKind.Garment && at % People == p && at % 4 != 0)
                                        .Take(14)
                                        .SelectMany(i => (Bar[])[new(i.Id, 7, 11), new(i.Id, 11.5, 15)]),
                                ]
                            )),
                        ]
                    )
            )
            .ToList();
        var trip = new Trip(
            Guid.NewGuid(),
            "twelve days",
            new(),
            null,
            nights,
            members,
            uses,
            Load: LoadPlan.Empty with
            {
                Loads =
                [
                    .. people.SelectMany(id =>
                        (Load[])
                            [
                                new(Guid.NewGuid(), "pack", LoadKind.Pack, id),
                                new(Guid.NewGuid(), "sledge", LoadKind.Sledge, id),
                            ]
                    ),
                    new(Guid.NewGuid(), "depot", LoadKind.Depot, NightId: nights[3].Id),
                ],
            }
        );
        var context = new Core.Nights.TripContext(trip, closet, null);
        runs =
        [
            .. trip.Outfits.Select(o => new TripRun(new(context, Sleeper.StandardMan with { Id = o.SleeperId }), o)),
        ];
        way = LoadWay.Of(LoadLayout.Of(trip, closet));
    }

    /// <summary>Weights, reach and what is counted on twice: the plan of load.</summary>
    [Benchmark]
    public LoadAnswer PlanOfLoad() => LoadAnswers.Of(runs, quick: true);

    /// <summary>The weights alone.</summary>
    [Benchmark]
    public LoadWay Weights() => LoadWay.Of(LoadLayout.Of(runs[0].Trip, runs[0].Closet));

    /// <summary>Every load of a day lost, and each person alone, the days run before.</summary>
    [Benchmark]
    public IReadOnlyList<LoadLost> LoadsLostOnADay() => LoadsLost.Of(runs, way, 6);

    /// <summary>What the party shares split at once.</summary>
    [Benchmark]
    public SharedSplit SplitAtOnce() => SharedKit.Of(way, [60, 75, 85], SplitBy.Weight, 1, proof: null);
}
