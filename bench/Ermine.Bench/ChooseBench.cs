using BenchmarkDotNet.Attributes;
using Ermine.Core.Body;
using Ermine.Core.Choosing;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Bench;

/// <summary>Choosing from eighty things for seven nights with frost, and from a closet that can be looked at whole.</summary>
public class ChooseBench
{
    private TripRun eighty = null!,
        small = null!;

    private List<TripRun> party = null!,
        fiftyEach = null!;

    [GlobalSetup]
    public void Setup()
    {
        var usual = ItemTypes
            .All.Select(t => t.Usual)
            .Where(i => i.IsForNight && i.Kind != ItemKind.Underquilt)
            .ToList();
        // Every kind as often as the library has it.
        eighty = RunOf([.. Enumerable.Range(0, 80).Select(n => usual[n * usual.Count / 80])], 7);
        party = PartyOf([.. Enumerable.Range(0, 150).Select(n => usual[n * usual.Count / 150])]);
        // Fifty kinds, of each one for each of three.
        fiftyEach = PartyOf([
            .. Enumerable
                .Range(0, 150)
                .Select(n => usual[n / 3 * usual.Count / 50] with { Id = Guid.NewGuid(), Name = $"{n}" }),
        ]);
        small = RunOf(
            [
                .. usual.Where(i => i.Kind == ItemKind.Pad).Take(2),
                .. usual.Where(i => i.IsTopLayer).TakeLast(3),
                .. usual.Where(i => i.Kind == ItemKind.VapourBarrier).Take(1),
                .. usual.Where(i => i.Kind == ItemKind.Garment).Take(6),
            ],
            4
        );
    }

    private static TripRun RunOf(List<KitItem> items, int nights)
    {
        var trip = new Trip(
            Guid.NewGuid(),
            "bench",
            new(),
            null,
            [
                .. Enumerable
                    .Range(0, nights)
                    .Select(n => new Night(
                        Guid.NewGuid(),
                        new DateOnly(2027, 2, 13).AddDays(n),
                        "camp",
                        500,
                        Terrain.Slope,
                        Surface.SeasonalSnow,
                        Shelter.DoubleWall,
                        TypedLowC: -14 - n,
                        TypedWindMs: 2,
                        TypedCloud: 0.2
                    )),
            ],
            [],
            []
        ).With(new Outfit(Guid.Empty, SleepSystem.Empty, [], [], [], [], DryPlan.Plain));
        return new(new(new(trip, new Closet(items), null), Sleeper.StandardWoman), trip.Outfits[0]);
    }

    private static List<TripRun> PartyOf(List<KitItem> items)
    {
        Sleeper[] people =
        [
            Sleeper.StandardWoman with
            {
                Id = Guid.NewGuid(),
            },
            Sleeper.StandardMan with
            {
                Id = Guid.NewGuid(),
            },
            Sleeper.StandardWoman with
            {
                Id = Guid.NewGuid(),
                MassKg = 58,
            },
        ];
        var trip = RunOf(items, 7).Trip;
        foreach (var person in people)
            trip = trip.With(new Outfit(person.Id, SleepSystem.Empty, [], [], [], [], DryPlan.Plain));
        trip = trip with { Members = [.. trip.Members.Where(m => m.SleeperId != Guid.Empty)] };
        var context = new Ermine.Core.Nights.TripContext(trip, new Closet(items), null);
        return [.. people.Select(p => new TripRun(new(context, p), trip.Outfits.First(o => o.SleeperId == p.Id)))];
    }

    /// <summary>Three people and 150 things of which no two are alike, in ten seconds: what the best way is over its bound.</summary>
    [Benchmark]
    public double PartyOfThreeIn10s() => OverBound(party);

    /// <summary>Three people who bring fifty things each, the same kinds.</summary>
    [Benchmark]
    public double PartyOfThreeWithFiftyEach() => OverBound(fiftyEach);

    private static double OverBound(List<TripRun> party)
    {
        var chosen = ChooseForParty.Best(party, PartyAsked.Plain, within: TimeSpan.FromSeconds(10));
        return chosen.AddsG / (chosen.Proof.LeastG ?? double.NaN);
    }

    /// <summary>Five lows, everything that is weighed alone and together.</summary>
    [Benchmark]
    public SeasonBuys WhatToBuyForFiveLows() =>
        WhatToBuy.For(
            Sleeper.StandardWoman,
            eighty.Closet,
            new([], 0, null),
            new(new(Surface.SeasonalSnow, Shelter.DoubleWall, 5), [-5, -12, -19, -26, -33], [], new(), MostG: 3000),
            new Dictionary<Guid, double>()
        );

    [Benchmark]
    public Choice LightestOfEightyProven() => Choose.Best(eighty, ChoiceAsked.Plain);

    /// <summary>Until the first good one is told.</summary>
    [Benchmark]
    public double FirstOfEighty()
    {
        var first = double.NaN;
        try
        {
            Choose.Best(
                eighty,
                ChoiceAsked.Plain,
                far =>
                {
                    first = far.Bed?.AddsG ?? first;
                    if (far.Bed is not null)
                        throw new OperationCanceledException();
                }
            );
        }
        catch (OperationCanceledException)
        {
            // It was found.
        }
        return first;
    }

    [Benchmark]
    public ChoiceLine LineOfEighty() => Choose.Line(eighty, ChoiceAsked.Plain);

    [Benchmark]
    public Choice LightestOfTwelve() => Choose.Best(small, ChoiceAsked.Plain with { SpareK = -6 });

    /// <summary>The same by looking at all 4096 beds.</summary>
    [Benchmark(Baseline = true)]
    public int LookingAtEveryBedOfTwelve()
    {
        var items = small.Closet.All.Select(t => t.Item).ToList();
        var hold = 0;
        for (var set = 0; set < 1 << items.Count; set++)
        {
            var bed = new SleepSystem([
                .. items.Where((_, n) => (set & 1 << n) != 0).Select(i => new Layer(i.Id, Closure.Closed)),
            ]);
            var slept = small.With(small.Closet, small.Outfit with { System = bed });
            hold += Enumerable.Range(0, small.Count).All(n => !Outcome.Of(slept, n).IsShort) ? 1 : 0;
        }
        return hold;
    }
}
