using BenchmarkDotNet.Attributes;
using Ermine.Core.Body;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Rehearsing;
using Ermine.Core.Stack;
using Ermine.Core.Teaching;
using Ermine.Core.Trail;
using Ermine.Core.Trips;

namespace Ermine.Bench;

/// <summary>What is taken along of one night of ten: the ladder on its card, the table that a phone looks up, an evening reckoned, and the leader's page.</summary>
[MemoryDiagnoser]
public class TrailBench
{
    private const int Count = 10,
        At = 8;

    private TripRun run = null!;
    private int questions;

    [GlobalSetup]
    public void Setup()
    {
        KitItem[] Made(params string[] types) => [.. types.Select(t => ItemTypes.Find(t)!.Make(Guid.NewGuid(), t))];
        var bed = Made(
            "selfInflating",
            "downInflatable",
            "woolBaseTop",
            "woolTights",
            "woolSocks",
            "woolHat",
            "downBagCold"
        );
        var more = Made("campDownJacket", "fleeceTrousers", "balaclava", "fleeceJumper", "shellJacket", "mittens");
        var who = Guid.NewGuid();
        var trip = new Trip(
            Guid.NewGuid(),
            "bench",
            new(),
            null,
            [
                .. Enumerable
                    .Range(0, Count)
                    .Select(n => new Night(
                        Guid.NewGuid(),
                        new DateOnly(2027, 2, 1).AddDays(n),
                        $"camp {n}",
                        500,
                        Terrain.Slope,
                        Surface.SeasonalSnow,
                        Shelter.DoubleWall,
                        TypedLowC: -15 - n
                    )),
            ],
            [],
            []
        ).With(
            new Outfit(
                who,
                new([.. bed.Select(t => new Layer(t.Id, Closure.Closed))]),
                [.. more.Select(t => t.Id)],
                [],
                [],
                [],
                DryPlan.Plain
            )
        );
        var context = new Core.Nights.TripContext(trip, new Closet([.. bed, .. more]), null);
        run = new TripRun(new(context, Sleeper.StandardWoman with { Id = who }), trip.Outfits[0]);
        _ = run[Count - 1];
        questions = Rehearsal.Of(run, At, 1)!.Play([])!.Questions;
    }

    [Benchmark(Description = "If … then of one night")]
    public IfThen Ladder() => MeasureLadder.For(run, At)!.Climb();

    [Benchmark(Description = "the table of tonight, all pairs of eight that can happen")]
    public TonightTable Table() => Tonight.Of(run, At)!;

    [Benchmark(Description = "an evening begun")]
    public EveningPlayed Begun() => Rehearsal.Of(run, At, 1)!.Play([])!;

    [Benchmark(Description = "an evening reckoned, every way through it")]
    public EveningPlayed Reckoned() => Rehearsal.Of(run, At, 1)!.Play([.. Enumerable.Repeat(0, questions)])!;

    [Benchmark(Description = "one person on the leader's page")]
    public PersonTaught Leader() => PersonTaught.Of(run);

    [Benchmark(Description = "the lesson in ten pictures")]
    public IReadOnlyList<Lesson> Ten() => Lessons.Of(run, At);
}
