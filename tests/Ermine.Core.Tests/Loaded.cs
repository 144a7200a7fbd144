using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Trips with loads for tests: people by number, days by number, things by type.</summary>
internal sealed class Loaded
{
    private static readonly Guid[] Ids =
    [
        new("11111111-0000-4000-8000-000000000001"),
        new("22222222-0000-4000-8000-000000000002"),
        new("33333333-0000-4000-8000-000000000003"),
    ];

    private readonly List<KitItem> items = [];
    private readonly List<Lot> lots = [];
    private readonly List<Load> loads = [];
    private readonly List<Phase> phases = [];
    private readonly List<Use> uses = [];

    public Loaded(int people = 1, int days = 3, params string[] camps)
    {
        People = people;
        Nights =
        [
            .. Enumerable
                .Range(0, days)
                .Select(d => Night(-15, day: 13 + d) with { Camp = d < camps.Length ? camps[d] : $"camp {d}" }),
        ];
    }

    public int People { get; }
    public Night[] Nights { get; set; }
    public Rations? Rations { get; set; }
    public Dictionary<(int Who, int Day), DayPlan> Days { get; } = [];
    public Dictionary<(int Who, int Day), Bedtime> Bedtimes { get; } = [];

    public static Guid Who(int person) => Ids[person];

    public KitItem Item(string type, double? massG = null, Func<KitItem, KitItem>? change = null)
    {
        var item = ItemTypes.Find(type)!.Make(Guid.NewGuid(), $"{type} {items.Count}");
        item = massG is { } g ? item with { MassG = g } : item;
        items.Add(change?.Invoke(item) ?? item);
        return items[^1];
    }

    public Guid Pack(int who) => Add(new(Guid.NewGuid(), $"pack {who}", LoadKind.Pack, Who(who)));

    public Guid Sledge(int who) => Add(new(Guid.NewGuid(), $"sledge {who}", LoadKind.Sledge, Who(who)));

    public Guid Depot(int night, string name = "depot") =>
        Add(new(Guid.NewGuid(), name, LoadKind.Depot, NightId: Nights[night].Id));

    public Guid Add(Load load)
    {
        loads.Add(load);
        return load.Id;
    }

    public void Phase(int from, int to, int carries = 1, params Guid[] leaves) =>
        phases.Add(new(Guid.NewGuid(), $"phase {from}", Nights[from].Id, Nights[to].Id, carries, leaves));

    /// <summary>A lot with its stays: a load and the day it is there from.</summary>
    public Lot Lot(KitItem item, double count = 1, int? who = null, params (Guid Load, Reached Reach, int Day)[] stays)
    {
        lots.Add(
            new(
                Guid.NewGuid(),
                item.Id,
                count,
                [.. stays.Select(s => new Stay(s.Load, s.Reach, s.Day == 0 ? null : Nights[s.Day].Id))],
                who is { } w ? Who(w) : null
            )
        );
        return lots[^1];
    }

    public Use Use(KitItem item, Job job, int who = 0, int[]? nights = null, double? hour = null)
    {
        uses.Add(
            new(
                Guid.NewGuid(),
                item.Id,
                Who(who),
                job,
                nights is null ? null : [.. nights.Select(n => Nights[n].Id)],
                hour
            )
        );
        return uses[^1];
    }

    /// <summary>A day outdoors from eight to four, with bars worn.</summary>
    public void Day(int who, int day, params (KitItem Item, double From, double To)[] worn) =>
        Days[(who, day)] = new(
            Nights[day].Id,
            DayWork.Easy,
            [],
            [new(Guid.NewGuid(), Activity.Walk, 8, 16)],
            [.. worn.Select(w => new Bar(w.Item.Id, w.From, w.To))]
        );

    public Trip Trip =>
        new(
            Guid.NewGuid(),
            "trip",
            new(Confidence: 0.5),
            null,
            Nights,
            [
                .. Enumerable
                    .Range(0, People)
                    .Select(p => new Member(
                        Who(p),
                        Bed.Plain,
                        [
                            .. Bedtimes
                                .Where(b => b.Key.Who == p)
                                .Select(b => new OwnNight(Nights[b.Key.Day].Id, null, b.Value)),
                        ],
                        [],
                        [],
                        [.. Days.Where(d => d.Key.Who == p).Select(d => d.Value)]
                    )),
            ],
            uses,
            Load: new(loads, phases, lots, [], Rations)
        );

    public Closet Closet => new(items);

    public LoadLayout Layout => LoadLayout.Of(Trip, Closet);

    public LoadWay Way => LoadWay.Of(Layout);

    public IReadOnlyList<Fault> Faults => EntryRules.Check(Trip, id => items.Exists(i => i.Id == id));

    public IReadOnlyList<TripRun> Runs(Trip? changed = null)
    {
        var trip = changed ?? Trip;
        var context = new TripContext(trip, Closet, null);
        return
        [
            .. trip.Outfits.Select(o => new TripRun(new(context, Sleeper.StandardMan with { Id = o.SleeperId }), o)),
        ];
    }
}
