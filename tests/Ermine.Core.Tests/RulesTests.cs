using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Rules fire when they apply, and only then.</summary>
public class RulesTests
{
    private static readonly KitItem Mat = Pad(5) with { Material = Material.Foam };
    private static readonly KitItem Down = Bag(1.6) with { Material = Material.Down };
    private static readonly KitItem Hat = Garment(0.15, new(1, 0, 0, 0));

    private static IReadOnlyList<Caution> Fired(
        SleepSystem system,
        IReadOnlyList<KitItem> items,
        Func<Night, Night>? night = null,
        Bedtime? evening = null,
        Func<Outfit, Outfit>? member = null,
        Sleeper? sleeper = null
    )
    {
        var trip = Trip(system, (night ?? (n => n))(Night(-14, Shelter.TarpLow))).With(member ?? (m => m));
        return Planner(new Closet(items), sleeper).Plan(evening is null ? trip : trip.Sleeping(evening), 0).Cautions;
    }

    private static IReadOnlyList<string> Rules(
        SleepSystem system,
        IReadOnlyList<KitItem> items,
        Func<Night, Night>? night = null,
        Bedtime? evening = null,
        Func<Outfit, Outfit>? member = null,
        Sleeper? sleeper = null
    ) => [.. Fired(system, items, night, evening, member, sleeper).Select(c => c.Rule)];

    [Fact]
    public void A_sound_night_is_quiet() => Assert.Empty(Rules(Slept(Mat, Hat, Down), [Mat, Hat, Down]));

    public static TheoryData<string, KitItem> Worn =>
        new()
        {
            { "cotton", Garment(0.04, new(0, 1, 0, 0)) with { Material = Material.Cotton } },
            { "tight", Garment(0.05, new(0, 0, 0.2, 1)) with { Tight = true } },
            { "cord", Garment(0.05, new(0.4, 0, 0, 0)) with { Cord = true } },
        };

    [Theory]
    [MemberData(nameof(Worn))]
    public void What_is_worn_is_looked_at(string rule, KitItem worn) =>
        Assert.Equal([rule], Rules(Slept(Mat, Hat, worn, Down), [Mat, Hat, worn, Down]).Where(r => r != "feet-cold"));

    [Fact]
    public void The_underside_is_looked_at()
    {
        var thin = Pad(2) with { Material = Material.Inflatable };
        Assert.Equal(
            ["pad-for-snow", "foam-in-reserve"],
            Rules(Slept(thin, Hat, Down), [thin, Hat, Down]).Where(r => r != "below-limit" && r != "no-meal")
        );
        Assert.DoesNotContain(
            "foam-in-reserve",
            Rules(Slept(thin, Hat, Down), [thin, Hat, Down, Mat], member: m => m with { Along = [Mat.Id] })
        );
        Assert.DoesNotContain(
            "pad-for-snow",
            Rules(Slept(thin, Hat, Down), [thin, Hat, Down], n => n with { Surface = Surface.Rock })
        );
        Assert.Contains("no-pad", Rules(Slept(Hat, Down), [Hat, Down]));
        var hung = Slept(Mat, Hat, Down).Hung(new(UnderquiltFit.Gaps));
        Assert.Equal(
            ["hammock-pad", "underquilt-gaps"],
            Rules(hung, [Mat, Hat, Down])
                .Where(r =>
                    r.StartsWith("hammock", StringComparison.Ordinal) || r.StartsWith("under", StringComparison.Ordinal)
                )
        );
        Assert.Contains("hammock-bare", Rules(Slept(Hat, Down).Hung(), [Hat, Down]));
    }

    [Fact]
    public void Crushed_and_squeezed_loft_is_named()
    {
        var (light, heavy) = (Quilt(1, 500), Quilt(1.2, 1500) with { Name = "heavy" });
        Assert.Contains("heavy-over-light", Rules(Slept(Mat, Hat, light, heavy), [Mat, Hat, light, heavy]));
        Assert.DoesNotContain("heavy-over-light", Rules(Slept(Mat, Hat, heavy, light), [Mat, Hat, heavy, light]));
        var jacket = Garment(0.8, new(0, 1, 0, 0));
        var narrow = Down with { InnerGirthCm = 100 };
        Assert.Contains("squeezed", Rules(Slept(Mat, Hat, jacket, narrow), [Mat, Hat, jacket, narrow]));
        Assert.Contains("quilt-hood", Rules(Slept(Mat, Hat, heavy), [Mat, Hat, heavy]));
    }

    [Fact]
    public void Heat_flame_and_demands_are_looked_at()
    {
        NightEvent Bottle(bool wrapped) =>
            new(Guid.NewGuid(), NightEventKind.HotBottle, 21.5, Litres: 1, WaterC: 80, Wrapped: wrapped);
        var fleece = Garment(0.1, new(0, 1, 0, 0)) with { Material = Material.Fleece };
        KitItem[] all = [Mat, Hat, fleece, Down];
        var evening = Bedtime.Plain with { Events = [Bottle(false)] };
        Assert.Equal(["unwrapped", "flame-near-nylon"], Rules(Slept(all), all, evening: evening));
        Assert.Equal(["flame-near-nylon"], Rules(Slept(all), all, evening: evening with { Events = [Bottle(true)] }));
        Assert.Equal(["carbon-monoxide"], Rules(Slept(all), all, n => n with { Shelter = Shelter.DoubleWall }));
        Assert.Equal(["able-to-hear"], Rules(Slept(all), all, evening: Bedtime.Plain with { AbleToHear = true }));
        Assert.Equal(["dressed"], Rules(Slept(all), all, evening: Bedtime.Plain with { Dressed = true }));
        Assert.Empty(Rules(Slept(all), all, evening: Bedtime.Plain with { ReadyToMove = true }));
        Assert.Contains("breath-inside", Rules(Slept(all).BreathingInside(), all));
    }

    [Fact]
    public void Wet_cold_is_handled_apart()
    {
        KitItem[] all = [Mat, Hat, Down];
        Assert.Equal(["wet-cold", "down-in-wet"], Rules(Slept(all), all, n => n with { TypedLowC = -1 }));
        var planner = Planner(new Closet(all));
        double Holds(double low) => planner.Plan(Trip(Slept(all), Night(low)), 0).Comfort.Outside!.Value.Celsius;
        Assert.Equal(Holds(-20), Holds(-9), 0.01);
        Assert.True(Holds(-1) > Holds(-20) + 0.5);
    }

    [Fact]
    public void The_old_and_the_young_are_looked_after()
    {
        KitItem[] all = [Mat, Hat, Down];
        Assert.Contains("over-sixty", Rules(Slept(all), all, sleeper: Sleeper.StandardMan with { AgeYears = 61 }));
        Assert.Contains("child", Rules(Slept(all), all, sleeper: Sleeper.StandardMan with { AgeYears = 12 }));
    }

    [Fact]
    public void A_rule_that_is_answered_stays_quiet_but_harm_never_does()
    {
        KitItem[] all = [Pad(2), Hat, Down];
        var fired = Fired(
            Slept(all),
            all,
            n => n with { TypedLowC = -60 },
            member: m => m with { Quiet = [new("pad-for-snow", "Boughs under it."), new("no-go", "I am tough.")] }
        );
        Assert.Equal("Boughs under it.", fired.Single(c => c.Rule == "pad-for-snow").Answer);
        Assert.Null(fired.Single(c => c.Rule == "no-go").Answer);
        Assert.True(fired[0].Grave);
        Assert.All(fired, c => Assert.False(string.IsNullOrWhiteSpace(c.Why)));
    }
}
