using Ermine.Core.Rehearsing;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>An evening played: the same by the same seed, each choice worth what playing it otherwise comes to, and the best line the best.</summary>
public class RehearsalTests
{
    private static readonly KitItem Mat = Pad(4) with { Material = Material.Inflatable, Name = "mat" };
    private static readonly KitItem Foam = Pad(1.5, "foam") with { Material = Material.Foam };
    private static readonly KitItem Hat = Garment(0.15, new(1, 0, 0, 0)) with { Name = "hat" };
    private static readonly KitItem Base = Garment(0.05, new(0, 1, 1, 0)) with
    {
        Name = "base",
        Material = Material.Wool,
    };
    private static readonly KitItem Socks = Garment(0.2, new(0, 0, 0, 1), 120) with { Name = "socks" };
    private static readonly KitItem Down = Bag(1.6) with { Name = "down bag", Material = Material.Down };
    private static readonly KitItem Jacket = Garment(0.8, new(0.1, 0.95, 0, 0), 600) with { Name = "jacket" };
    private static readonly KitItem Shell = Garment(0.02, new(0, 1, 0, 0), 350) with
    {
        Name = "shell",
        Material = Material.Coated,
    };

    private static readonly TripRun Run = Planner(new Closet([Mat, Foam, Hat, Base, Socks, Down, Jacket, Shell]))
        .Of(
            Trip(Slept(Foam, Mat, Base, Socks, Hat, Down), Night(-20), Night(-22, day: 14))
                .With(m => m with { Along = [Jacket.Id, Shell.Id] })
        );

    /// <summary>Each evening is played many times, and all its ways are reckoned once.</summary>
    private readonly Dictionary<int, Rehearsal> evenings = [];

    private EveningPlayed Play(int seed, params int[] answers)
    {
        if (!evenings.TryGetValue(seed, out var evening))
            evenings[seed] = evening = Rehearsal.Of(Run, 1, seed)!;
        return evening.Play(answers)!;
    }

    /// <summary>An evening answered to its end, each question by a rule.</summary>
    private EveningPlayed Through(int seed, Func<EveningMoment, int> answer)
    {
        var evening = Play(seed);
        while (evening.Answers.Count < evening.Questions)
            evening = Play(seed, [.. evening.Answers, answer(evening.Moments[^1])]);
        return evening;
    }

    /// <summary>All that an evening asks, before its last question is answered.</summary>
    private EveningPlayed Asked(int seed) => Play(seed, [.. Enumerable.Repeat(0, Play(seed).Questions - 1)]);

    private static int To(EveningMoment moment, Asks asks, int answer) => moment.Asks == asks ? answer : 0;

    [Fact]
    public void The_same_seed_is_the_same_evening_and_others_go_wrong_otherwise()
    {
        var drawn = new HashSet<Asks>();
        for (var seed = 0; seed < 20; seed++)
        {
            var one = Asked(seed);
            var other = Rehearsal.Of(Run, 1, seed)!.Play(one.Answers)!;
            Assert.Equal(one.Moments.Select(m => (m.Asks, m.Hour)), other.Moments.Select(m => (m.Asks, m.Hour)));
            Assert.Equal(one.Now.Skin, other.Now.Skin);
            var wrong = one.Moments.Where(m => m.GoneWrong).Select(m => m.Asks).ToList();
            Assert.Equal(Rehearsal.GoWrong, wrong.Distinct().Count());
            Assert.Equal(one.Moments.Select(m => m.Hour).Order(), one.Moments.Select(m => m.Hour));
            drawn.UnionWith(wrong);
        }
        // All that can go wrong does so sometimes.
        Assert.Equal([Asks.Colder, Asks.Glove, Asks.Zip, Asks.FlatPad, Asks.Leak], drawn.Order());
    }

    [Fact]
    public void The_reckoning_says_of_each_choice_what_playing_it_otherwise_comes_to()
    {
        foreach (var seed in new[] { 1, 4 })
        {
            var evening = Through(seed, m => m.Choices.Count - 1);
            var reckoning = evening.Reckoning!;
            Assert.Equal(evening.Questions, reckoning.Each.Count);
            foreach (var (q, others) in reckoning.Each.Index())
            {
                foreach (var other in others)
                {
                    int[] answers = [.. evening.Answers];
                    answers[q] = other.Choice;
                    var then = Play(seed, answers);
                    Assert.Equal(then.Now.Verdict, other.Verdict);
                    Assert.Equal(then.Now.WaterG - evening.Now.WaterG, other.WaterG, 6);
                    Assert.Equal(then.Now.FuelG - evening.Now.FuelG, other.FuelG, 6);
                }
            }
        }
    }

    [Fact]
    public void No_way_through_an_evening_beats_the_best_line()
    {
        var random = new Random(11);
        foreach (var seed in new[] { 2, 5 })
        {
            var best = Through(seed, _ => 0).Reckoning!;
            var played = Play(seed, [.. best.Best]);
            Assert.Equal(best.BestNight.Verdict, played.Now.Verdict);
            Assert.Equal(best.BestNight.Skin, played.Now.Skin);
            static int Rank(Verdict v) => v == Verdict.Hot ? 0 : (int)v;
            for (var n = 0; n < 6; n++)
            {
                var any = Through(seed, m => random.Next(m.Choices.Count));
                Assert.True(Rank(any.Now.Verdict) >= Rank(best.BestNight.Verdict));
                // Of the best line no single other answer makes the night hold further.
                Assert.Equal(best.Best, any.Reckoning!.Best);
            }
            Assert.All(
                played.Reckoning!.Each.SelectMany(o => o).Where(o => o.Verdict == best.BestNight.Verdict),
                o => Assert.True((o.Degrees?.Kelvin ?? 0) <= 0.5)
            );
        }
    }

    [Fact]
    public void Choices_do_what_they_say()
    {
        const int seed = 3;
        var plain = Through(seed, _ => 0).Now;
        EveningPlayed With(Asks asks, int answer) => Through(seed, m => To(m, asks, answer));
        Assert.True(With(Asks.Breath, 1).Now.WaterG > plain.WaterG + 80);
        Assert.True(With(Asks.Clothes, 2).Now.WaterG > plain.WaterG + 5);
        Assert.Equal(0, With(Asks.Bottle, 1).Now.FuelG);
        Assert.InRange(plain.FuelG, 30, 90);
        Assert.True(With(Asks.GetIn, 1).Now.Feet < plain.Feet);
        Assert.True(With(Asks.Food, 2).Now.Skin.Celsius <= plain.Skin.Celsius);
        Assert.Contains(Asked(seed).Moments, m => m.Asks == Asks.Shell && m.ItemId == Shell.Id);
    }

    [Fact]
    public void Where_the_forecast_is_off_the_night_is_six_degrees_colder_from_then_on()
    {
        var seed = Enumerable.Range(0, 60).First(s => Asked(s).Moments.Any(m => m.Asks == Asks.Colder));
        var evening = Play(seed);
        while (evening.Moments[^1].Asks != Asks.Colder)
        {
            Assert.Equal(-22, evening.Now.Low.Celsius, 9);
            evening = Play(seed, [.. evening.Answers, 0]);
        }
        Assert.Equal(-22, evening.Now.Low.Celsius, 9);
        var done = Play(seed, [.. evening.Answers, 0]);
        var not = Play(seed, [.. evening.Answers, 1]);
        Assert.Equal(-22 - Rehearsal.OffBy, done.Now.Low.Celsius, 9);
        Assert.True(done.Now.WarmTo.Together.CompareTo(not.Now.WarmTo.Together) < 0);
        Assert.True(not.Now.Skin < evening.Now.Skin);
    }

    [Fact]
    public void What_was_not_asked_cannot_be_answered_and_without_a_bed_there_is_no_evening()
    {
        Assert.Null(Rehearsal.Of(Run, 0, 1)!.Play([0, 9]));
        Assert.Null(Rehearsal.Of(Run, 0, 1)!.Play([-1]));
        Assert.Null(Rehearsal.Of(Run, 0, 1)!.Play([.. Enumerable.Repeat(0, 12)]));
        Assert.Null(Rehearsal.Of(Planner(new Closet([Mat])).Of(Trip(Slept(), Night(-10))), 0, 1));
        Assert.Null(Rehearsal.Of(Planner(new Closet([Mat])).Of(Trip(Slept(Mat), Night(null))), 0, 1));
    }
}
