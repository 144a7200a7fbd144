using MathNet.Numerics.Distributions;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>The chance of sleeping through.</summary>
public class ChanceTests
{
    private static readonly NightOdds[] Two = [new(-18, 2.5, -24), new(-25, 3, -27)];

    [Theory]
    [InlineData(0, 4, 0.898, 0.655, 0.639)]
    [InlineData(-3, 2, 0.826, 0.391, 0.355)]
    public void Reference_values(double mean, double sd, double one, double other, double both)
    {
        var chances = Chances.Of(Two, mean, sd);
        Assert.Equal(one, chances.Each[0], 0.001);
        Assert.Equal(other, chances.Each[1], 0.001);
        Assert.Equal(both, chances.All, 0.001);
    }

    [Fact]
    public void Reference_value_of_members() =>
        Assert.Equal(0.668, Chances.Of([new(0, 0, -26, [-20, -22, -25, -28])], 0, 4).All, 0.001);

    [Fact]
    public void One_sleeper_is_the_same_on_every_night()
    {
        var chances = Chances.Of(Two, 0, 4);
        Assert.True(chances.All > chances.Each[0] * chances.Each[1] + 0.04);
        Assert.True(chances.All <= chances.Each.Min());
        var sure = Chances.Of(Two, 0, 0);
        Assert.Equal(sure.Each[0] * sure.Each[1], sure.All, 1e-12);
    }

    [Fact]
    public void A_night_that_never_turns_and_one_that_has_turned_at_once()
    {
        Assert.Equal(1, Chances.Of([new(-40, 3, double.NegativeInfinity)], 0, 4).All);
        Assert.Equal(0, Chances.Of([new(-40, 3, double.PositiveInfinity)], 0, 4).All);
        Assert.Equal(1, new NightOdds(-10, 0, -10).At(0));
        Assert.Equal(0, new NightOdds(-10, 0, -9.9).At(0));
    }

    [Fact]
    public void An_offset_of_the_body_does_not_warm_the_feet()
    {
        var feet = new NightOdds(-20, 2, -30, FeetFlipC: -18);
        Assert.Equal(feet.At(0), feet.At(10), 1e-12);
        Assert.True(feet.At(-15) < feet.At(0));
    }

    [Fact]
    public void Simulated_nights_are_slept_through_as_often_as_was_promised()
    {
        // Truth: a sleeper of the distribution that is known, a low of the distribution that was forecast.
        var random = new Random(7);
        var bins = new (int Nights, double Promised, int Slept)[10];
        for (var n = 0; n < 12_000; n++)
        {
            var (mean, sd) = (Normal.Sample(random, 0, 3), 0.8 + 3 * random.NextDouble());
            var odds = new NightOdds(-20, 1 + 3 * random.NextDouble(), -32 + 24 * random.NextDouble());
            var promised = Chances.Of([odds], mean, sd).All;
            var low = Normal.Sample(random, odds.CampLowC, odds.SigmaK);
            var slept = low >= odds.FlipC - Normal.Sample(random, mean, sd);
            var bin = Math.Min(9, (int)(10 * promised));
            bins[bin] = (bins[bin].Nights + 1, bins[bin].Promised + promised, bins[bin].Slept + (slept ? 1 : 0));
        }
        foreach (var (nights, promised, slept) in bins.Where(b => b.Nights >= 100))
            Assert.Equal(promised / nights, slept / (double)nights, 0.05);
    }

    private static readonly KitItem Mat = Pad(5);
    private static readonly KitItem Down = Bag(1.7) with { Name = "down bag" };
    private static readonly KitItem Base = Garment(0.08, new(0.6, 1, 1, 0.5)) with { Name = "base" };
    private static readonly KitItem Socks = Garment(0.3, new(0, 0, 0, 1)) with { Name = "booties" };
    private static readonly Closet Owned = new([Mat, Down, Base, Socks]);

    private static TripRun Run(Sleeper sleeper, params double[] lows)
    {
        var nights = lows.Select((low, n) => Night(low, day: 1 + n)).ToArray();
        return Planner(Owned, sleeper).Of(Trip(Slept(Mat, Base, Down, Socks), nights));
    }

    [Fact]
    public void Where_a_night_turns_is_where_its_verdict_does()
    {
        // Asked at a low just on either side of the turn, the plan itself says warm and not warm, and no-go and not no-go.
        var turn = TurnOf.Night(Run(Sleeper.StandardWoman, -20), 0)!;
        var (warm, danger) = (
            Math.Max(turn.FromWarm.FlipC, turn.FromWarm.FeetFlipC),
            Math.Max(turn.ToNoGo.FlipC, turn.ToNoGo.FeetFlipC)
        );
        Assert.True(danger < warm - 3, $"{danger} {warm}");
        Assert.Equal(Verdict.Warm, VerdictAt(warm + 1));
        Assert.NotEqual(Verdict.Warm, VerdictAt(warm - 1));
        Assert.NotEqual(Verdict.NoGo, VerdictAt(danger + 1.5));
        Assert.Equal(Verdict.NoGo, VerdictAt(danger - 1.5));

        Verdict? VerdictAt(double low) => Run(Sleeper.StandardWoman, low).Plan(0).Verdict;
    }

    [Fact]
    public void The_turn_is_told_of_one_who_is_as_the_model()
    {
        var model = TurnOf.Night(Run(Sleeper.StandardWoman, -20), 0)!.FromWarm;
        var cold = TurnOf.Night(Run(Sleeper.StandardWoman.Knowing(new(Known.Normal(-4, 1, 6))), -20), 0)!.FromWarm;
        Assert.Equal(model.FlipC, cold.FlipC, 0.3);
    }

    [Fact]
    public void The_night_that_carries_the_risk_is_named_and_so_is_harm()
    {
        var chance = TripChance.Of(Run(Sleeper.StandardWoman, -8, -26, -9))!;
        Assert.Equal(1, chance.Carries);
        Assert.Equal(3, chance.Each.Count);
        Assert.True(chance.Each[1] < chance.Each[0]);
        var harmless = TripChance.Of(Run(Sleeper.StandardWoman, 0, 0))!;
        Assert.Null(harmless.HarmNight);
        Assert.Null(harmless.Carries);
        var harmful = TripChance.Of(Run(Sleeper.StandardWoman, -8, -46))!;
        Assert.True(harmful.Harm > 0.3);
        Assert.Equal(1, harmful.HarmNight);
    }

    [Fact]
    public void Nights_without_a_low_are_counted_out_and_told()
    {
        var nights = new[] { Night(-12, day: 1), Night(null, day: 2) };
        var chance = TripChance.Of(Planner(Owned).Of(Trip(Slept(Mat, Down), nights)))!;
        Assert.Equal(1, chance.Unknown);
        Assert.Null(chance.Each[1]);
        Assert.Equal(chance.Each[0]!.Value, chance.All, 1e-12);
        Assert.Null(TripChance.Of(Planner(Owned).Of(Trip(Slept(Mat, Down), Night(null)))));
    }

    [Fact]
    public void What_is_learned_of_a_sleeper_moves_verdict_line_and_chance()
    {
        var stated = Run(Sleeper.StandardWoman, -26);
        var warm = Run(Sleeper.StandardWoman.Knowing(new(Known.Normal(3, 1, 9))), -26);
        Assert.Equal(3, warm.Plan(0).Margin!.Value.Kelvin - stated.Plan(0).Margin!.Value.Kelvin, 0.6);
        Assert.True(TripChance.Of(warm)!.All > TripChance.Of(stated)!.All + 0.1);
        Assert.Equal(1, warm.Plan(0).Offset.Sd);
        Assert.Contains(warm.Plan(0).Assumed, a => a.StartsWith("From nine nights", StringComparison.Ordinal));
        var who = warm.Plan(0).Swings.Single(s => s.What.StartsWith("who sleeps", StringComparison.Ordinal));
        Assert.Equal((-1.0, 1.0), (who.Worse.Kelvin, who.Better.Kelvin));
        Assert.DoesNotContain(warm.Plan(0).Assumed, a => a.Contains("little to build on", StringComparison.Ordinal));
        var once = Run(Sleeper.StandardWoman.Knowing(new(Known.Normal(3, 2, 1))), -26).Plan(0);
        Assert.Contains(once.Assumed, a => a.Contains("little to build on", StringComparison.Ordinal));
        // The stated offset stops speaking once nights do.
        var said = Run((Sleeper.StandardWoman with { StatedOffsetK = -6 }).Knowing(new(Known.Normal(3, 1, 9))), -26);
        Assert.Equal(warm.Plan(0).Margin, said.Plan(0).Margin);
    }

    [Fact]
    public void What_is_learned_of_feet_moves_the_feet()
    {
        var few = Run(Sleeper.StandardWoman.Knowing(new(Known.Normal(0, 4), Feet: Known.Normal(-40, 5, 3))), -20);
        var (with, without) = (TurnOf.Night(few, 0)!, TurnOf.Night(Run(Sleeper.StandardWoman, -20), 0)!);
        Assert.True(with.FromWarm.FeetFlipC > without.FromWarm.FeetFlipC + 4);
        Assert.Equal(without.FromWarm.FlipC, with.FromWarm.FlipC, 1e-6);
    }

    [Fact]
    public void A_fix_raises_the_chance_as_the_plan_then_says_and_knowing_has_two_ends()
    {
        var jacket = Garment(0.8, new(0.1, 0.95, 0, 0), 600) with { Name = "jacket" };
        var trip = Trip(Slept(Mat, Base, Down, Socks), Night(-16, day: 1), Night(-25, day: 2))
            .With(m => m with { Along = [jacket.Id] });
        var run = Planner(Owned.With([jacket])).Of(trip);
        var raises = ChanceRaised.For(run);
        var now = TripChance.Of(run)!.All;
        var fix = raises.First(r => r.By == RaisedBy.Fix);
        var member = run.Sleeping(fix.Night!.Value, fix.Fix!.System);
        if (fix.Fix.Bedtime is { } bedtime)
            member = run.Doing(member, fix.Night.Value, bedtime);
        Assert.Equal(TripChance.Of(run.With(member))!.All, fix.To, 1e-9);
        Assert.True(fix.To > now);
        foreach (var known in raises.Where(r => r.By != RaisedBy.Fix))
        {
            Assert.True(known.To > now && known.IfBad < now, $"{known}");
            // On the whole knowing neither warms nor cools.
            Assert.Equal(now, (known.To + known.IfBad!.Value) / 2, 0.1);
        }
        Assert.Contains(raises, r => r.By == RaisedBy.Night);
        Assert.Equal(raises.OrderByDescending(r => r.To), raises);
    }
}
