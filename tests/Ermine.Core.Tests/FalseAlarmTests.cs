using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Word, caution and hours tell one story, and nothing warns where there is nothing to warn of.</summary>
public class FalseAlarmTests
{
    private static readonly KitItem Mat = Pad(5);
    private static readonly KitItem Hat = Garment(0.15, new(1, 0, 0, 0));
    private static readonly KitItem Down = Bag(1) with
    {
        Claims = [new(ClaimKind.Comfort, -18)],
        Material = Material.Down,
    };

    private static NightAnswer Plan(double low, Shelter shelter = Shelter.DoubleWall, Sleeper? who = null) =>
        Planner(new Closet([Mat, Hat, Down]), who).Plan(Trip(Slept(Mat, Hat, Down), Night(low, shelter)), 0);

    private static bool Warns(NightAnswer plan, string rule) => plan.Cautions.Any(c => c.Rule == rule);

    [Theory]
    [InlineData(-8, 0)]
    [InlineData(-5, 0.05)]
    [InlineData(-2, 0.10)]
    [InlineData(4, 0.10)]
    [InlineData(6, 0.05)]
    [InlineData(8, 0)]
    [InlineData(14, 0)]
    public void Wet_cold_comes_and_goes_with_the_low(double low, double damp) =>
        Assert.Equal(damp, WeatherOfNight.DampnessAt(new(low)), 1e-9);

    [Fact]
    public void A_mild_night_is_not_wet_cold()
    {
        Assert.False(Warns(Plan(14), "wet-cold"));
        Assert.True(Warns(Plan(1), "wet-cold"));
        Assert.False(Warns(Plan(-12), "wet-cold"));
    }

    [Fact]
    public void A_man_in_a_tent_and_anyone_in_a_snow_cave_are_within_what_was_tested()
    {
        Assert.False(Warns(Plan(-12, who: Sleeper.StandardMan), "beyond-tested"));
        Assert.False(Warns(Plan(-30, Shelter.SnowShelter), "beyond-tested"));
        var polar = Bag(1) with { Claims = [new(ClaimKind.Comfort, -44)], Material = Material.Down };
        KitItem[] far = [Pad(9), Hat, Garment(0.6, new(0, 1, 1, 0)), polar, Quilt(1.0, 900)];
        Assert.True(Warns(Planner(new Closet(far)).Plan(Trip(Slept(far), Night(-50)), 0), "beyond-tested"));
    }

    [Fact]
    public void The_word_the_caution_and_the_hours_say_the_same()
    {
        for (var low = 25.0; low >= -60; low -= 1)
        {
            var plan = Plan(low);
            var awake = plan.Hours!.AwakeFrom is not null;
            Assert.Equal(plan.Verdict == Verdict.NoGo, Warns(plan, "no-go"));
            Assert.Equal(plan.Verdict == Verdict.Cold, Warns(plan, "below-limit"));
            Assert.Equal(plan.Verdict == Verdict.Cool, Warns(plan, "restless"));
            Assert.Equal(plan.Verdict == Verdict.Hot, Warns(plan, "too-warm"));
            if (Warns(plan, "below-limit"))
                Assert.True(awake, $"{low}: awake and shivering is said, and the hours do not say it");
            if (plan.Verdict is Verdict.Warm or Verdict.Hot)
                Assert.True(!awake && plan.Hours.CoolFrom is null);
        }
    }

    [Fact]
    public void Too_warm_is_a_verdict_of_its_own()
    {
        var plan = Plan(20);
        Assert.Equal(Verdict.Hot, plan.Verdict);
        Assert.True(plan.Hours!.SweatG > Verdicts.SweatThatWets);
        Assert.Equal(Verdict.Hot, Verdicts.Of(new(33), Verdicts.SweatThatWets));
        Assert.Equal(Verdict.Warm, Verdicts.Of(new(33), Verdicts.SweatThatWets - 0.1));
        Assert.Equal(Verdict.Cool, Verdicts.Of(new(31), 300));
    }

    [Fact]
    public void Foam_above_or_below_is_said_to_be_equally_warm()
    {
        var foam = Pad(2, "foam") with { Material = Material.Foam };
        var air = Pad(4) with { Material = Material.Inflatable };
        var closet = new Closet([foam, air, Hat, Down]);
        var turned = Schools.For(closet, Slept(foam, air, Hat, Down), []).Single(s => s.Key == "pads-turned");
        Assert.Contains("equally warm", turned.Says, StringComparison.Ordinal);
        double Holds(SleepSystem system) =>
            Planner(closet).Plan(Trip(system, Night(-15)), 0).Comfort.Outside!.Value.Celsius;
        Assert.Equal(Holds(Slept(foam, air, Hat, Down)), Holds(turned.System), 1e-9);
    }
}
