namespace Ermine.Core.Tests;

/// <summary>Minutes until fingers and toes are cold, to the minute, against worked figures: debt and work held.</summary>
public class ExtremityTests
{
    private static IReadOnlyList<int?> Minutes(
        Extremity end,
        double r,
        double air,
        double heat,
        double debt = 0,
        double wind = 0.3
    ) => EndMinutes.Until(end, 30, new(1 / (r + Wind.AirLayer(wind)), air, debt, heat), 20, 15, 10, 0);

    [Theory]
    [InlineData(0.0, 0.3, 0, 5, 8, 11, 18)]
    [InlineData(0.0, 5, 0, 2, 4, 5, 8)]
    [InlineData(0.10, 0.3, 0, 13, 19, 26, 45)]
    [InlineData(0.35, 0.3, 0, 63, 85, 107, 172)]
    [InlineData(0.35, 0.3, 30, 35, 52, 70, 118)]
    public void Fingers_at_rest_at_minus_25(double r, double wind, double debt, int a, int b, int c, int d) =>
        Assert.Equal([a, b, c, d], Minutes(Extremity.Hands, r, -25, 70, debt, wind));

    [Fact]
    public void Toes_in_boots()
    {
        Assert.Equal([57, 81, 105, 175], Minutes(Extremity.Feet, 0.35, -25, 70));
        Assert.Equal([59, 95, 146, null], Minutes(Extremity.Feet, 0.20, 0, 65, debt: 5));
    }

    [Fact]
    public void A_body_at_work_keeps_them_warm()
    {
        Assert.Null(Minutes(Extremity.Hands, 0.35, -25, 200)[0]);
        Assert.Null(Minutes(Extremity.Feet, 0.35, -25, 200)[0]);
    }

    [Fact]
    public void Bands_that_people_know()
    {
        // Boots without insulation and wool socks stand about an hour and a half at the freezing point.
        Assert.InRange(Minutes(Extremity.Feet, 0.20, 0, 65, debt: 5)[1]!.Value, 80, 105);
        // Insulated ones walk all day at −25 and stand about an hour there.
        Assert.Null(Minutes(Extremity.Feet, 0.35, -25, 165)[1]);
        Assert.InRange(Minutes(Extremity.Feet, 0.35, -25, 70)[0]!.Value, 50, 70);
        // Bare fingers in wind have four minutes for fine work.
        Assert.Equal(4, Minutes(Extremity.Hands, 0, -25, 70, wind: 5)[1]);
    }

    /// <summary>A step and its change that can only warm.</summary>
    public static TheoryData<int> Hundred() => [.. Enumerable.Range(0, 100)];

    [Theory]
    [MemberData(nameof(Hundred))]
    public void What_can_only_warm_never_ends_colder(int seed)
    {
        var random = new Random(seed);
        double Between(double a, double b) => a + random.NextDouble() * (b - a);
        var end = seed % 2 == 0 ? Extremity.Hands : Extremity.Feet;
        var step = new ExtremityStep(
            1 / (Between(0, 0.6) + Wind.AirLayer(Between(0, 15))),
            Between(-45, 5),
            Between(-8, 90),
            Between(60, 250),
            0,
            random.Next(2) == 0,
            Between(0.5, 1.3)
        );
        var start = Between(5, 34);
        double After(ExtremityStep s, double from) => EndMinutes.Of(end, from, s, 90).Last();
        var now = After(step, start);
        // More insulation or less wind warms what is warmer than the air; the rest feeds it. Only where blood could warm it beyond
        // what it ever comes to does a thicker wrap warm the more slowly.
        ExtremityStep[] warmer =
        [
            end.HeadsFor(34, step with { Conductance = step.Conductance * 0.8 }) < Extremity.Warmest
                ? step with
                {
                    Conductance = step.Conductance * 0.8,
                }
                : step,
            step with
            {
                Around = step.Around + 3,
            },
            step with
            {
                Debt = step.Debt - 5,
            },
            step with
            {
                Made = step.Made + 20,
            },
            step with
            {
                Brought = 30,
            },
            step with
            {
                Tight = false,
            },
            step with
            {
                Share = step.Share * 1.1,
            },
        ];
        foreach (var better in warmer)
            Assert.True(After(better, start) >= now - 1e-9, $"{better}");
        Assert.True(After(step with { Tight = true }, start) <= After(step with { Tight = false }, start) + 1e-9);
        Assert.True(After(step, start + 2) >= now - 1e-9, "a warmer finger is never the colder one later");
    }

    [Theory]
    [MemberData(nameof(Hundred))]
    public void A_task_cut_in_two_with_warming_between_never_ends_colder(int seed)
    {
        var random = new Random(seed);
        var at = new ExtremityStep(0, -30 + 25 * random.NextDouble(), random.Next(-8, 40), 65 + random.Next(120));
        var bare = at with { Conductance = 1 / (0.05 * random.NextDouble() + Wind.AirLayer(random.Next(10))) };
        var mitten = at with { Conductance = 1 / (0.3 + 0.3 * random.NextDouble() + Wind.AirLayer(1)) };
        var half = 1 + random.Next(15);
        double After(double from, ExtremityStep step, int minutes) =>
            EndMinutes.Of(Extremity.Hands, from, step, minutes).Last();
        var once = After(30, bare, 2 * half);
        var first = After(30, bare, half);
        var warmed = After(first, mitten, 20);
        if (warmed >= first)
            Assert.True(After(warmed, bare, half) >= once - 1e-9);
    }

    [Theory]
    [InlineData(0.4, false, 1)]
    [InlineData(0.3, false, 2)]
    [InlineData(0.35, true, 8)]
    public void A_line_of_ones_own_comes_back_from_its_supply(double r, bool walks, double hours)
    {
        var worn = new ExtremityStep(1 / (r + Wind.AirLayer(0.4)), 0, 0, 0, Share: 0.8);
        var line = EndLimits.ColdestAir(Extremity.Feet, worn, walks, hours)!.Value;
        Assert.Equal(0.8, EndLimits.ShareFor(Extremity.Feet, worn, walks, line, hours)!.Value, 0.01);
        Assert.True(
            EndLimits.ColdestAir(Extremity.Feet, worn with { Share = 1 }, walks, hours) < line,
            "more blood holds to colder air"
        );
    }

    [Fact]
    public void A_line_that_no_supply_explains_is_none() =>
        Assert.Null(EndLimits.ShareFor(Extremity.Feet, new(1 / 0.45, 0, 0, 0), walks: false, -60, 2));
}
