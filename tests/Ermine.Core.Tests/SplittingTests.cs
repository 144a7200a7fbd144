using FsCheck.Xunit;

namespace Ermine.Core.Tests;

/// <summary>What the party shares is split as evenly as can be, and that is proven.</summary>
public class SplittingTests
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>The most even split of all, by trying every one.</summary>
    private static double Exhaustive(double[] grams, Bearer[] people)
    {
        var best = double.MaxValue;
        var ways = (int)Math.Pow(people.Length, grams.Length);
        for (var way = 0; way < ways; way++)
        {
            double[] loads = [.. people.Select(p => p.OwnG)];
            for (var (thing, rest) = (0, way); thing < grams.Length; thing++, rest /= people.Length)
                loads[rest % people.Length] += grams[thing];
            var felt = loads.Select((g, p) => g * 100 / people[p].Percent).ToList();
            best = Math.Min(best, felt.Max() - felt.Min());
        }
        return best;
    }

    [Property(MaxTest = 12)]
    public void The_proven_split_is_the_most_even_of_all(int seed)
    {
        var random = new Random(seed);
        double[] grams = [.. Enumerable.Range(0, random.Next(1, 9)).Select(_ => (double)random.Next(20, 6000))];
        var even = random.Next(2) == 0;
        Bearer[] people =
        [
            .. Enumerable
                .Range(0, random.Next(2, 4))
                .Select(_ => new Bearer(random.Next(0, 12_000), even ? 100 : random.Next(60, 160))),
        ];
        var split = Splitting.Proven(grams, people, stop: Stop);
        Assert.True(split.Proven);
        // With unequal shares a thousandth of a gram is reckoned with.
        Assert.Equal(Exhaustive(grams, people), split.SpreadG, even ? 1e-6 : 20);
        Assert.True(split.BoundG <= split.SpreadG + 1e-6);
        Assert.True(Splitting.AtOnce(grams, people).SpreadG >= split.SpreadG - 20);
        Assert.All(split.To, p => Assert.InRange(p, 0, people.Length - 1));
    }

    [Fact]
    public void Ten_things_and_three_people_as_by_trying_every_way()
    {
        double[] grams = [4200, 3100, 2890, 1640, 1205, 990, 760, 655, 310, 120];
        Bearer[] people = [new(7300), new(8150), new(6900)];
        Assert.Equal(Exhaustive(grams, people), Splitting.Proven(grams, people, stop: Stop).SpreadG, 1e-6);
    }

    [Theory]
    [InlineData(0.02)]
    [InlineData(1)]
    public void Twelve_people_share_forty_things_with_a_bound_and_never_worse_than_at_once(double seconds)
    {
        var random = new Random(7);
        double[] grams = [.. Enumerable.Range(0, 40).Select(_ => (double)random.Next(50, 5000))];
        Bearer[] people = [.. Enumerable.Range(0, 12).Select(_ => new Bearer(random.Next(5000, 9000)))];
        var split = Splitting.Proven(grams, people, TimeSpan.FromSeconds(seconds), Stop);
        Assert.True(split.BoundG <= split.SpreadG);
        Assert.True(split.SpreadG <= Splitting.AtOnce(grams, people).SpreadG);
    }

    [Fact]
    public void Ended_it_gives_the_split_at_once()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        var random = new Random(3);
        double[] grams = [.. Enumerable.Range(0, 60).Select(_ => (double)random.Next(50, 5000))];
        Bearer[] people = [.. Enumerable.Range(0, 12).Select(_ => new Bearer(random.Next(5000, 9000)))];
        Assert.Equal(grams.Length, Splitting.Proven(grams, people, stop: stop.Token).To.Count);
    }

    [Theory]
    [InlineData(SplitBy.Weight)]
    [InlineData(SplitBy.Strength)]
    [InlineData(SplitBy.Worth)]
    public void The_press_of_a_split_is_what_the_loads_then_weigh(SplitBy by)
    {
        var trip = new Loaded(people: 3, days: 2);
        for (var p = 0; p < 3; p++)
            trip.Sledge(p);
        foreach (
            var type in (string[])["tentTunnel", "liquidStove", "largePan", "rope", "shovel", "firstAid", "repairKit"]
        )
            trip.Lot(trip.Item(type));
        trip.Lot(trip.Item("snacks", 4000), 1, 0);
        var split = SharedKit.Of(trip.Way, [60, 80, 100], by, 1, TimeSpan.MaxValue, Stop);
        Assert.True(split.Proven);
        var then = LoadWay.Of(LoadLayout.Of(split.Mend.In(trip.Trip), trip.Closet)).Days[1];
        Assert.Equal(
            split.People.Select(p => Math.Round(p.OwnG + p.SharedG)),
            then.People.Select(p => Math.Round(p.TotalG))
        );
        if (by == SplitBy.Strength)
            Assert.Equal([75, 100, 125], split.People.Select(p => p.Percent));
    }
}
