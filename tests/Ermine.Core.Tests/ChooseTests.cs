using System.Collections.Concurrent;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>What is chosen is what looking at every bed would choose.</summary>
public class ChooseTests
{
    /// <summary>A bed with what the plan says of its worst night.</summary>
    private sealed record Looked(double Grams, double SpareK, string Names);

    private static List<Looked> EveryBed(TripRun run, IReadOnlyList<KitItem> items)
    {
        var looked = new List<Looked>();
        foreach (var (things, system) in SmallClosets.Beds(items))
        {
            var slept = run.With(run.Outfit with { System = system });
            var spare = SmallClosets.SpareOf(slept);
            looked.Add(new(things.Sum(t => t.MassG), spare, string.Join("+", things.Select(t => t.Name))));
        }
        return looked;
    }

    /// <summary>Closets of a seed, with every bed looked at.</summary>
    private static (TripRun Run, List<Looked> All) Closet(int seed)
    {
        var items = SmallClosets.Of(seed, seed % 75 == 0 ? 12 : 4 + seed % 6);
        var run = Planner(new Closet(items)).Of(SmallClosets.TripOf(seed, 1 + seed % 4));
        return (run, EveryBed(run, items));
    }

    [Fact]
    public void On_three_hundred_closets_it_is_what_looking_at_every_bed_would_choose()
    {
        var wrong = new ConcurrentBag<string>();
        var found = 0;
        SmallClosets.LookAt(
            300,
            seed =>
            {
                var (run, all) = Closet(seed);
                foreach (var spare in (double[])[-12, -5, 0, 3])
                {
                    var best = all.Where(b => b.SpareK >= spare).MinBy(b => b.Grams);
                    var chosen = Choose.Best(run, ChoiceAsked.Plain with { SpareK = spare });
                    if (best is not null)
                        Interlocked.Increment(ref found);
                    if (!chosen.Proof.Proven || Math.Abs((best?.Grams ?? -1) - (chosen.Bed?.AddsG ?? -1)) > 0.1)
                        wrong.Add(
                            $"seed {seed} spare {spare}: {chosen.Bed?.AddsG} ({chosen.Bed?.SpareK:0.00}) for {best}"
                        );
                }
                // The line, every point of it.
                if (
                    seed % 3 == 0
                    && Points(Choose.Line(run, ChoiceAsked.Plain, -14, 8, 1e-3)) is var line
                    && line != Line(all, -14, 8)
                )
                    wrong.Add($"seed {seed} line: {line} for {Line(all, -14, 8)}");
                // The warmest under half of what everything weighs.
                var most = all.Max(b => b.Grams) / 2;
                var under = all.Where(b => b.Grams <= most && b.SpareK >= -30)
                    .Select(b => b.SpareK)
                    .DefaultIfEmpty(-31)
                    .Max();
                if (
                    seed % 3 == 1
                    && Choose.Best(run, ChoiceAsked.Plain with { MostG = most, Schools = new(DayClothes: true) }).Bed
                        is var warm
                    && (warm is null ? under >= -30 : Math.Abs(Math.Min(warm.SpareK, 60) - Math.Min(under, 60)) > 0.03)
                )
                    wrong.Add($"seed {seed} under {most}: {warm?.SpareK} for {under}");
            }
        );
        Assert.True(wrong.IsEmpty, $"{wrong.Count}\n" + string.Join("\n", wrong.Order().Take(40)));
        Assert.True(found > 300, $"{found}");
    }

    private static string Points(ChoiceLine line) =>
        string.Join(" ", line.Points.Select(p => $"{p.Bed.AddsG:0}:{p.Bed.SpareK:0.0}"));

    private static string Line(List<Looked> all, double from, double to)
    {
        List<Looked> best = [];
        foreach (var bed in all.Where(b => b.SpareK >= from).OrderBy(b => b.Grams).ThenByDescending(b => b.SpareK))
        {
            if ((best.Count == 0 || bed.SpareK > best[^1].SpareK + 1e-3) && (best.Count == 0 || best[^1].SpareK < to))
                best.Add(bed);
        }
        return string.Join(" ", best.Select(b => $"{b.Grams:0}:{b.SpareK:0.0}"));
    }

    [Fact]
    public void What_is_pinned_is_in_it_what_stays_at_home_is_not_and_schools_are_kept()
    {
        var (run, _) = Closet(225);
        var free = Choose.Best(run, ChoiceAsked.Plain with { SpareK = -5 });
        var bed = free.Bed!;
        var owned = run.Closet.All.Select(t => t.Item).ToList();
        var other = owned.First(i => i.IsForNight && !bed.Items.Contains(i.Id));
        var pinned = Choose.Best(run, ChoiceAsked.Plain with { SpareK = -5, Pinned = [other.Id] }).Bed!;
        Assert.Contains(other.Id, pinned.Items);
        Assert.True(pinned.AddsG >= bed.AddsG);
        var without = Choose.Best(run, ChoiceAsked.Plain with { SpareK = -5, LeftAtHome = [bed.Items[0]] });
        Assert.DoesNotContain(bed.Items[0], without.Bed?.Items ?? []);
        Assert.True(without.Bed is null || without.Bed.AddsG >= bed.AddsG);
        foreach (
            var schools in (ChoiceSchools[])
                [new(NoBarrier: true), new(QuiltsOnly: true), new(SyntheticOutside: true), new(SomethingToSitOn: true)]
        )
        {
            if (Choose.Best(run, ChoiceAsked.Plain with { SpareK = -12, Schools = schools }).Bed is not { } kept)
                continue;
            var things = kept.System.In(run.Closet).Select(r => r.Item).ToList();
            Assert.True(!schools.NoBarrier || things.TrueForAll(t => t.Kind != ItemKind.VapourBarrier));
            Assert.True(!schools.QuiltsOnly || things.TrueForAll(t => t.Kind != ItemKind.Bag));
            Assert.True(
                !schools.SyntheticOutside
                    || things.FindLast(t => t.IsTopLayer) is null or { Material: Material.SyntheticFill }
            );
            Assert.True(
                !schools.SomethingToSitOn || things.Exists(t => t is { Kind: ItemKind.Pad, Material: Material.Foam })
            );
        }
    }

    [Fact]
    public void After_a_cold_day_rested_out_in_the_bag_it_is_still_what_looking_at_every_bed_would_choose()
    {
        var (found, colder) = (0, 0);
        SmallClosets.LookAt(
            48,
            n =>
            {
                var seed = 700 + n;
                var items = SmallClosets.Of(seed, 7);
                var trip = SmallClosets.TripOf(seed, 2);
                // Half of them are rested out for an evening, half for a day.
                var from = n % 2 == 0 ? 18.5 : 8;
                var days = trip.Nights.Select(n => new DayPlan(
                    n.Id,
                    DayWork.Easy,
                    [],
                    [
                        new(Guid.NewGuid(), Activity.Rest, from - 0.5, from, AirC: 16, WindMs: 0),
                        new(Guid.NewGuid(), Activity.Rest, from, 21, Place: DayPlace.Tent),
                    ]
                ));
                trip = trip.With(m => m with { Dry = DryPlan.Plain with { Days = [.. days] } });
                var run = Planner(new Closet(items)).Of(trip);
                var all = EveryBed(run, items);
                foreach (var spare in (double[])[-14, -6, 0])
                {
                    var best = all.Where(b => b.SpareK >= spare).Select(b => b.Grams).DefaultIfEmpty(-1).Min();
                    var chosen = Choose.Best(run, ChoiceAsked.Plain with { SpareK = spare });
                    if (chosen.InNoBed.Count > 0)
                        continue;
                    Interlocked.Add(ref found, best >= 0 ? 1 : 0);
                    Assert.True(chosen.Proof.Proven);
                    Assert.True(
                        Math.Abs(best - (chosen.Bed?.AddsG ?? -1)) < 0.1,
                        $"{seed} {spare}: {chosen.Bed?.AddsG} for {best}"
                    );
                }
                Interlocked.Add(ref colder, run[0].Day.Played is { Body.Debt: > 3 } ? 1 : 0);
            }
        );
        Assert.True(found > 24 && colder > 24, $"{found} {colder}");
    }

    [Fact]
    public void Under_the_same_roof_beds_that_just_hold_lose_nearly_the_same_to_frost()
    {
        var (pairs, less) = (0, 0);
        foreach (var seed in Enumerable.Range(600, 60))
        {
            var items = SmallClosets.Of(seed, 9);
            var run = Planner(new Closet(items)).Of(SmallClosets.TripOf(seed, 3));
            var low = run.LowOf(2)!.Value.Celsius;
            var roofs = SmallClosets
                .Beds(items)
                .Where(b =>
                    run.Model.Holds(2, b.System, null).Outside is { } dry && low - dry.Celsius is > -4 and < 0.5
                )
                .GroupBy(b =>
                    string.Join(
                        "+",
                        b.Things.Where(t => t.Side == Side.Over || t.Kind == ItemKind.VapourBarrier).Select(t => t.Name)
                    )
                );
            foreach (var roof in roofs)
            {
                var costs = roof.Take(6)
                    .Select(b =>
                    {
                        var slept = run.With(run.Outfit with { System = b.System });
                        return slept.HoldsTogether(2).Body.Outside?.Celsius
                            - run.Model.Holds(2, b.System, null).Outside!.Value.Celsius;
                    })
                    .OfType<double>()
                    .ToList();
                if (costs.Count < 2 || costs.Max() < 0.5)
                    continue;
                pairs++;
                less += costs.Min() < 0.75 * costs.Max() - 0.1 ? 1 : 0;
            }
        }
        // Where it is not so, the search begins again without counting on it.
        Assert.True(pairs > 60, $"{pairs}");
        Assert.True(less <= 0.08 * pairs, $"{less} of {pairs}");
    }

    [Fact]
    public void More_to_choose_from_is_never_heavier_and_colder_is_never_lighter()
    {
        foreach (var seed in Enumerable.Range(400, 30))
        {
            var items = SmallClosets.Of(seed, 10);
            var trip = SmallClosets.TripOf(seed, 2);
            double Adds(int count, double spare) =>
                Choose
                    .Best(Planner(new Closet(items.Take(count))).Of(trip), ChoiceAsked.Plain with { SpareK = spare })
                    .Bed?.AddsG
                ?? double.PositiveInfinity;
            var (few, all) = (Adds(6, -4), Adds(10, -4));
            Assert.True(all <= few, $"{seed}: {all} from ten, {few} from six");
            Assert.True(Adds(10, 0) >= all, $"{seed}");
        }
    }

    [Fact]
    public void No_bed_has_more_layers_than_a_plan_takes()
    {
        KitItem[] items =
        [
            Pad(5),
            Bag(0.9),
            .. Enumerable.Range(0, 40).Select(_ => Garment(0.04, new(0, 0.9, 0.9, 0), 20)),
        ];
        var trip = Trip(SleepSystem.Empty, Night(-10));
        var closet = new Closet(items);
        var layers = 0;
        for (var spare = 0; spare < 60; spare += 6)
        {
            var bed = Choose.Best(Planner(closet).Of(trip), ChoiceAsked.Plain with { SpareK = spare }).Bed;
            layers = Math.Max(layers, bed?.System.Layers.Count ?? 0);
            Assert.True(
                bed is null || bed.System.Layers.Count <= SleepSystem.Most,
                $"{spare}: {bed?.System.Layers.Count}"
            );
        }
        Assert.True(layers > SleepSystem.Most / 2, $"{layers}");
    }

    [Fact]
    public void With_what_is_worn_by_day_to_choose_from_it_is_never_heavier()
    {
        var fewer = 0;
        foreach (var seed in Enumerable.Range(500, 12))
        {
            var items = SmallClosets.Of(seed, 12);
            var trip = SmallClosets.TripOf(seed, 3);
            trip = trip.With(trip.Outfits[0] with { Along = [.. items.TakeLast(4).Select(i => i.Id)] });
            var run = Planner(new Closet(items)).Of(trip);
            double Adds(bool byDay) =>
                Choose.Best(run, ChoiceAsked.Plain with { SpareK = -4, Schools = new(DayClothes: byDay) }).Bed?.AddsG
                ?? double.PositiveInfinity;
            var (with, without) = (Adds(true), Adds(false));
            Assert.True(with <= without, $"{seed}: {with} with them, {without} without");
            fewer += with < without ? 1 : 0;
        }
        Assert.True(fewer > 0);
    }

    [Fact]
    public void Where_everything_comes_along_anyway_the_warmest_of_it_is_found_under_any_weight()
    {
        foreach (var seed in Enumerable.Range(540, 12))
        {
            var items = SmallClosets.Of(seed, 8);
            var trip = SmallClosets.TripOf(seed, 2);
            trip = trip.With(trip.Outfits[0] with { Along = [.. items.Take(6).Select(i => i.Id)] });
            var run = Planner(new Closet(items)).Of(trip);
            var all = EveryBed(run, items);
            double Adds(string names) => items.Skip(6).Where(i => names.Contains(i.Name)).Sum(i => i.MassG);
            foreach (var most in (double[])[1, 300])
            {
                var warmest = all.Where(b => Adds(b.Names) <= most).Max(b => b.SpareK);
                var found = Choose
                    .Best(run, ChoiceAsked.Plain with { MostG = most, Schools = new(DayClothes: true) })
                    .Bed;
                Assert.True(found is null || found.AddsG <= most);
                Assert.True(
                    warmest < -30 || found?.SpareK >= warmest - 0.05,
                    $"{seed} {most}: {found?.SpareK} of {warmest}"
                );
            }
        }
    }

    [Fact]
    public void Of_hundreds_of_things_it_is_proven_without_looking_at_hundreds_of_thousands_of_places_also_where_the_best_are_gone()
    {
        var usual = UsualByNight;
        var random = new Random(1);
        List<KitItem> left =
        [
            .. Enumerable.Range(0, 150).Select(_ => usual[random.Next(usual.Count)] with { Id = Guid.NewGuid() }),
        ];
        var trip = Trip(
            SleepSystem.Empty,
            [
                .. Enumerable
                    .Range(0, 7)
                    .Select(n =>
                        Night(-14 - n, Shelter.DoubleWall, day: 13 + n) with
                        {
                            TypedWindMs = 2,
                            TypedCloud = 0.2,
                        }
                    ),
            ]
        );
        var before = 0.0;
        for (var n = 0; n < 3; n++)
        {
            var choice = Choose.Best(Planner(new Closet(left), Sleeper.StandardMan).Of(trip), ChoiceAsked.Plain);
            Assert.True(choice.Proof.Proven);
            // Millions where planes touch the loss far from where it balances.
            Assert.InRange(choice.Proof.Nodes, 1, 100_000);
            // Fewer things are never a lighter answer.
            Assert.True(choice.Bed!.AddsG >= before);
            before = choice.Bed.AddsG;
            left.RemoveAll(t => choice.Bed.Items.Contains(t.Id));
        }
    }

    [Fact]
    public void Where_nothing_holds_it_says_which_night_by_how_much_and_what_would_close_it()
    {
        var items = new[] { Pad(3), Bag(1.1), Garment(0.1, new(0, 0, 0.1, 1)) };
        var run = Planner(new Closet(items)).Of(Trip(SleepSystem.Empty, Night(-8), Night(-24, day: 14)));
        var choice = Choose.Best(run, ChoiceAsked.Plain);
        Assert.Null(choice.Bed);
        Assert.True(choice.Proof.Proven);
        var missed = choice.Missed!;
        Assert.Equal(1, missed.Night);
        Assert.Equal(-missed.Best.SpareK, missed.ByK!.Value, 1e-9);
        Assert.Equal(3, missed.Best.Items.Count);
        Assert.NotEmpty(missed.Closing);
        Assert.All(missed.Closing, c => Assert.True(c.SpareK >= 0));
        // What it says would close it does.
        var type = ItemTypes.Find(missed.Closing[0].Type)!.Usual;
        var more = Planner(new Closet([.. items, type])).Of(run.Trip);
        Assert.NotNull(Choose.Best(more, ChoiceAsked.Plain).Bed);
    }

    [Fact]
    public void A_chance_that_is_asked_for_is_reached_and_one_night_is_chosen_for_alone()
    {
        var (run, _) = Closet(300);
        var chance = Choose.Best(run, ChoiceAsked.Plain with { Chance = 0.6 });
        if (chance.Bed is { } bed)
        {
            Assert.True(bed.Chance >= 0.6);
            Assert.True(Choose.Best(run, ChoiceAsked.Plain with { Chance = 0.9 }).Bed is null or { Chance: >= 0.9 });
        }
        // Of every bed that reaches it the lightest, feet counted in.
        foreach (var seed in Enumerable.Range(300, 12))
        {
            var (run2, _) = Closet(seed);
            var owned = run2.Closet.All.Select(t => t.Item).ToList();
            var best = SmallClosets
                .Beds(owned)
                .Where(b => TripChance.Of(run2.With(run2.Outfit with { System = b.System }))?.All >= 0.5)
                .Select(b => b.Things.Sum(t => t.MassG))
                .DefaultIfEmpty(-1)
                .Min();
            Assert.Equal(best, Choose.Best(run2, ChoiceAsked.Plain with { Chance = 0.5 }).Bed?.AddsG ?? -1, 0.1);
            // Under a weight the likeliest to be slept through.
            var most = owned.Sum(i => i.MassG) / 2;
            var likeliest = SmallClosets
                .Beds(owned)
                .Where(b => b.Things.Sum(t => t.MassG) <= most)
                .Max(b => TripChance.Of(run2.With(run2.Outfit with { System = b.System }))?.All ?? 0);
            var under = Choose.Best(run2, ChoiceAsked.Plain with { Chance = 0.5, MostG = most });
            Assert.True(under.Bed is null || under.Bed.AddsG <= most);
            Assert.Equal(likeliest, under.Bed?.Chance ?? 0, 3e-3);
        }
        var (two, _) = Closet(301);
        var first = Choose.Best(two, ChoiceAsked.Plain with { Nights = [0], SpareK = -10 });
        Assert.Equal([0], first.Bed!.Nights.Select(n => n.Night));
    }

    [Fact]
    public void It_ends_when_it_is_told_to_and_says_how_sure_it_is()
    {
        var (run, _) = Closet(225);
        var cut = Choose.Best(run, ChoiceAsked.Plain with { SpareK = -5 }, within: TimeSpan.Zero);
        var whole = Choose.Best(run, ChoiceAsked.Plain with { SpareK = -5 });
        Assert.True(cut.Proof.Proven || cut.Proof.LeastG <= whole.Bed!.AddsG);
        Assert.True(cut.Bed is null || cut.Bed.AddsG >= whole.Bed!.AddsG);
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        var stopped = new TripRun(new(new(run.Trip, run.Closet, null, stop.Token), Sleeper.StandardWoman), run.Outfit);
        Assert.ThrowsAny<OperationCanceledException>(() => Choose.Best(stopped, ChoiceAsked.Plain));
    }
}
