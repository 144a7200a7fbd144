using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Small closets and trips from a seed, and every bed that can be made of them.</summary>
internal static class SmallClosets
{
    public static readonly Cover[] Covers =
    [
        new(0, 1, 0, 0),
        new(0, 0.12, 0.95, 0),
        new(1, 0, 0, 0),
        new(0, 0, 0.15, 1),
        new(0, 0.6, 0, 0),
        new(0.9, 1, 0, 0),
        new(0, 0.1, 0, 0),
    ];

    /// <summary>A closet of so many things.</summary>
    public static List<KitItem> Of(int seed, int count)
    {
        var random = new Random(seed);
        double Between(double least, double most) => Math.Round(least + (most - least) * random.NextDouble(), 3);
        Material Fill() => random.Next(3) == 0 ? Material.SyntheticFill : Material.Down;
        KitItem Made(int n)
        {
            // Most closets can make a bed.
            var kind = n switch
            {
                0 or 1 => 0,
                2 => 1,
                3 => 2,
                _ => random.Next(16),
            };
            var mass = 5 * random.Next(8, 60);
            return kind switch
            {
                0 => Pad(Between(0.8, 6), cover: random.Next(3) == 0 ? new(0.5, 1, 0.3, 0) : Everywhere) with
                {
                    MassG = mass + 150,
                    Material = random.Next(2) == 0 ? Material.Foam : Material.Inflatable,
                    Narrow = random.Next(5) == 0,
                },
                1 or 3 => Bag(Between(0.4, 2.2), 5 * random.Next(100, 400)) with
                {
                    Material = Fill(),
                    Hood = random.Next(4) > 0,
                    Collar = random.Next(2) == 0,
                    InnerGirthCm = random.Next(3) == 0 ? Between(120, 160) : null,
                },
                2 or 4 => Quilt(Between(0.3, 1.5), 5 * random.Next(60, 240)) with
                {
                    Material = Fill(),
                    FootBox = (FootBox)random.Next(3),
                    DraftTube = random.Next(2) == 0,
                },
                5 => VapourBarrier(random.Next(2) == 0 ? new(0, 1, 1, 0) : new(0, 0, 0.1, 1), mass),
                6 => Quilt(Between(0.02, 0.25), mass) with { Kind = ItemKind.Liner },
                7 => Bag(0.02, mass + 100) with
                {
                    Kind = ItemKind.Bivy,
                    Windproof = true,
                    Hood = false,
                    Collar = false,
                },
                _ => Garment(Between(0.03, 0.7), Covers[random.Next(Covers.Length)], mass) with
                {
                    Material = (Material)random.Next(1, 8),
                    Tight = random.Next(8) == 0,
                    Windproof = random.Next(5) == 0,
                    // Some of fabric that lets little vapour through, or none.
                    VapourResistance = random.Next(6) == 0 ? Math.Pow(10, Between(1, 4)) : null,
                },
            } with
            {
                Name = $"thing {n}",
            };
        }
        return [.. Enumerable.Range(0, count).Select(Made)];
    }

    /// <summary>Looks at so many, on threads of their own: what is looked at waits for those of the pool.</summary>
    public static void LookAt(int count, Action<int> one)
    {
        var last = -1;
        void Look()
        {
            for (var n = Interlocked.Increment(ref last); n < count; n = Interlocked.Increment(ref last))
                one(n);
        }
        Task Begun(int _) =>
            Task.Factory.StartNew(Look, default, TaskCreationOptions.LongRunning, TaskScheduler.Default);
        Task.WaitAll([.. Enumerable.Range(0, Environment.ProcessorCount).Select(Begun)]);
    }

    /// <summary>A trip of nights that get no milder.</summary>
    public static Trip TripOf(int seed, int nights)
    {
        var random = new Random(seed ^ 0x5eed);
        var low = -4.0 - random.Next(24);
        return Trip(
            SleepSystem.Empty,
            [
                .. Enumerable
                    .Range(0, nights)
                    .Select(n =>
                        Night(
                            low - random.Next(6),
                            random.Next(3) == 0 ? Shelter.None : Shelter.DoubleWall,
                            day: 10 + n
                        ) with
                        {
                            TypedWindMs = random.Next(4),
                        }
                    ),
            ]
        );
    }

    /// <summary>Degrees to spare on the worst night, as the plan says.</summary>
    public static double SpareOf(TripRun slept) =>
        Enumerable
            .Range(0, slept.Count)
            .Min(n =>
            {
                var night = Outcome.Of(slept, n);
                var low = slept.LowOf(n)!.Value.Celsius;
                double Of(ColdLine? line) =>
                    line is null or { Holding: Holding.InNone } ? -1000
                    : line.Holding == Holding.InAnyAir ? 1000
                    : low - line.Outside!.Value.Celsius;
                var least = Math.Min(Of(night.Holds.Together), Of(night.TurnsAt?.Together));
                return night.Verdict is null || night.IsShort ? Math.Min(least, -1e-3) : Math.Max(0, least);
            });

    /// <summary>Every bed that can be made of some things, laid out as a practised hand would.</summary>
    public static IEnumerable<(KitItem[] Things, SleepSystem System)> Beds(IReadOnlyList<KitItem> items)
    {
        var closet = new Closet(items);
        double Warmth(KitItem i) => closet.ReadingOf(i.Id).Insulation?.SI ?? 0;
        int Tier(KitItem i) =>
            i.Kind switch
            {
                ItemKind.Pad => i.Material == Material.Foam ? 0 : 1,
                ItemKind.Garment => Warmth(i) <= 0.09 ? 2 : 4,
                ItemKind.VapourBarrier => 3,
                ItemKind.Liner => 5,
                ItemKind.Bivy => 7,
                _ => 6,
            };
        var ordered = items
            .OrderBy(Tier)
            .ThenBy(i => Tier(i) is 2 or 4 ? Warmth(i) : -i.MassG)
            .ThenBy(i => i.Name, StringComparer.Ordinal)
            .ToList();
        for (var set = 0; set < 1 << items.Count; set++)
        {
            KitItem[] taken = [.. ordered.Where((_, n) => (set & 1 << n) != 0)];
            yield return (taken, Slept(taken));
        }
    }
}
