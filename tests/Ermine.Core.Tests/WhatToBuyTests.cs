using System.Collections.Concurrent;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>What to buy over a season is what looking at every bed with and without each piece would say.</summary>
public class WhatToBuyTests
{
    private static readonly double[] Lows = [-6, -15, -24];

    private static SeasonAsked Asked(double? most, params double[] lows) =>
        new(new(Surface.SeasonalSnow, Shelter.DoubleWall, 5), lows, [], new(), MostG: most);

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static readonly SeasonNights None = new([], 0, null);

    private static SeasonBuys Buys(IReadOnlyList<KitItem> items, double most, params double[] lows) =>
        WhatToBuy.For(Sleeper.StandardWoman, new(items), None, Asked(most, lows), new Dictionary<Guid, double>());

    /// <summary>Grams of the lightest bed for a low, by looking at every one; infinite where none holds.</summary>
    private static double Lightest(IReadOnlyList<KitItem> items, double low, KitItem? with = null)
    {
        List<KitItem> all = [.. items, .. with is null ? (KitItem[])[] : [with]];
        var night = new Night(
            Guid.NewGuid(),
            new(2027, 1, 15),
            "",
            0,
            Terrain.Slope,
            Surface.SeasonalSnow,
            Shelter.DoubleWall,
            TypedLowC: low,
            TypedWindMs: 5,
            TypedCloud: 0.5
        );
        var run = Planner(new Closet(all)).Of(Trip(SleepSystem.Empty, night));
        return SmallClosets
            .Beds(all)
            .Where(b => with is null || b.Things.Contains(with))
            .OrderBy(b => b.Things.Sum(t => t.MassG))
            .Where(b => SmallClosets.SpareOf(run.With(run.Outfit with { System = b.System })) >= 0)
            .Select(b => b.Things.Sum(t => t.MassG))
            .FirstOrDefault(double.PositiveInfinity);
    }

    [Fact]
    public void Each_piece_raises_and_saves_what_every_bed_with_it_says()
    {
        var wrong = new ConcurrentBag<string>();
        var (raised, saved) = (0, 0);
        SmallClosets.LookAt(
            10,
            seed =>
            {
                var items = SmallClosets.Of(seed, 5);
                const double Most = 2400;
                var buys = Buys(items, Most, Lows);
                Assert.True(buys.Proof.Proven);
                List<double> owned = [.. Lows.Select(l => Lightest(items, l))];
                foreach (var piece in Generics.Pieces.Where(p => p.Kind != ItemKind.Underquilt))
                {
                    var (up, grams) = (0, 0.0);
                    foreach (var (low, before) in Lows.Zip(owned))
                    {
                        var then = Lightest(items, low, piece);
                        // Less than twenty grams are not worth a thing.
                        if (then > before - 20)
                            continue;
                        if (before <= Most)
                            grams += before - then;
                        else if (then <= Most)
                            up++;
                    }
                    var said = buys.Buys.FirstOrDefault(b => b.Pieces.Count == 1 && b.Pieces[0].Id == piece.Id);
                    var worth = up > 0 || grams >= 50;
                    if ((said?.Raised.Count, said?.SavedG) != (worth ? up : null, worth ? grams : null))
                        wrong.Add($"seed {seed} {piece.Name}: {said?.Raised.Count} {said?.SavedG} for {up} {grams}");
                    Interlocked.Add(ref raised, up);
                    Interlocked.Add(ref saved, grams > 0 ? 1 : 0);
                }
            }
        );
        Assert.Empty(wrong);
        Assert.True(raised > 20 && saved > 10, $"{raised} raised, {saved} saved");
    }

    [Fact]
    public void Two_together_raise_what_neither_does_alone_and_prices_rank_them()
    {
        // A bag for the mild half of the year and nothing to lie on.
        var bag = Bag(1.0, 900);
        KitItem Piece(string key) => ItemTypes.Find(key)!.Usual;
        var prices = Generics.Pieces.ToDictionary(p => p.Id, p => p.MassG / 4);
        var buys = WhatToBuy.For(Sleeper.StandardWoman, new([bag]), None, Asked(4500, -25), prices, stop: Stop);
        Assert.DoesNotContain(buys.Buys, b => b.Pieces.Count == 1);
        var pairs = buys.Buys.Where(b => b.Pieces.Count == 2).ToList();
        Assert.NotEmpty(pairs);
        foreach (var pair in pairs)
        {
            Assert.Equal([0], pair.Raised);
            Assert.True(Lightest([bag, .. pair.Pieces], -25) <= 4500);
            Assert.Equal(pair.Pieces.Sum(p => p.MassG / 4), pair.Price);
            Assert.Equal(100 / pair.Price, pair.RaisedPerHundred);
        }
        Assert.Contains(pairs, p => p.Pieces.Contains(Piece("winterInflatable")));
    }

    [Fact]
    public void Without_what_could_go_every_night_is_slept_in_as_light_a_bed()
    {
        var gone = 0;
        for (var seed = 20; seed < 26; seed++)
        {
            var items = SmallClosets.Of(seed, 9);
            var asked = Asked(6000, Lows);
            var spare = WhatToBuy.Spare(Sleeper.StandardWoman, new(items), None, _ => ["a trip"], asked, stop: Stop);
            Assert.True(spare.Proof.Proven);
            var ids = spare.Spare.Select(t => t.ItemId).ToHashSet();
            gone += ids.Count;
            Assert.All(items.Where(i => ids.Contains(i.Id)), i => Assert.NotEqual(ItemKind.Garment, i.Kind));
            List<KitItem> kept = [.. items.Where(i => !ids.Contains(i.Id))];
            Assert.Equal(
                Buys(items, 6000, Lows).Owned.Select(o => o.Grams),
                Buys(kept, 6000, Lows).Owned.Select(o => o.Grams)
            );
        }
        Assert.True(gone > 3, $"{gone}");
    }

    [Fact]
    public void A_night_counts_as_cold_as_the_coldest_beside_it_and_as_windy_as_its_step()
    {
        SeasonNight At(double low, double wind) =>
            new(null, "", "", SeasonSource.Typed, Surface.SeasonalSnow, Shelter.DoubleWall, wind, low);
        List<SeasonNight> nights = [.. Enumerable.Range(0, 40).Select(n => At(-3 - n, 4 + n % 3))];
        var steps = SeasonStep.Of(nights);
        Assert.InRange(steps.Count, 2, 6);
        Assert.Equal(Enumerable.Range(0, 40), steps.SelectMany(s => s.Nights).Order());
        foreach (var step in steps)
        {
            Assert.All(step.Nights, n => Assert.True(nights[n].AsksC >= step.AsksC));
            Assert.All(step.Nights, n => Assert.True(nights[n].WindMs <= step.Place.WindMs));
        }
    }

    [Fact]
    public void A_night_that_was_slept_counts_by_its_measured_low_and_a_planned_one_by_its_frost()
    {
        var (pad, bag) = (Pad(5), Bag(1.8));
        var trip = Trip(
            new([new(pad.Id, Closure.Closed), new(bag.Id, Closure.Closed)]),
            [
                .. Enumerable.Range(0, 5).Select(n => Night(-20, day: 13 + n)),
                Night(-20, Shelter.Heated, day: 20) with
                {
                    InsideC = 15,
                },
                Night(null, day: 21),
            ]
        );
        var run = Planner(new Closet([bag, pad])).Of(trip);
        LogEntry Logged(Guid? night, double? outside) =>
            new(
                Guid.NewGuid(),
                trip.Outfits[0].SleeperId,
                new(2027, 2, 13),
                "",
                "",
                null,
                night,
                new(
                    new(2027, 1, 1, 8, 0, 0, TimeSpan.Zero),
                    Surface.Glacier,
                    Shelter.SingleWall,
                    21,
                    31,
                    null,
                    null,
                    null,
                    null,
                    null,
                    null,
                    0,
                    4,
                    null,
                    [],
                    null,
                    null
                ),
                new(Ermine.Core.Learning.Slept.Fine, [], [], outside, outside - 2, null, null, []),
                null,
                null,
                null,
                "",
                new(2027, 2, 14, 8, 0, 0, TimeSpan.Zero)
            );
        var known = SeasonsKnown.Of(
            trip.Outfits[0].SleeperId,
            [run],
            [Logged(trip.Nights[0].Id, -11), Logged(null, null)]
        );
        // The heated night, the one without a low, and the logged one without a low.
        Assert.Equal(3, known.LeftOut);
        Assert.Equal(5, known.Nights.Count);
        var slept = Assert.Single(known.Nights, n => n.Source == SeasonSource.Logged);
        Assert.Equal((-13, Surface.Glacier, Shelter.SingleWall), (slept.LowC, slept.Surface, slept.Shelter));
        var planned = known.Nights.Where(n => n.Source == SeasonSource.Planned).ToList();
        Assert.All(planned, n => Assert.Equal(-20, n.LowC, 1e-9));
        // Frost grows in the bag from night to night.
        Assert.True(planned[^1].AsksC < planned[0].AsksC - 0.3, $"{planned[0].AsksC} {planned[^1].AsksC}");
        Assert.Equal(2026, slept.Winter);
    }
}
