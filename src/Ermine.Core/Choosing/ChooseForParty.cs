using System.Diagnostics;
using Ermine.Core.Kit;
using Ermine.Core.Loads;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>
/// Chooses beds for all of a party from one closet: the lightest that are warm enough for everyone, or those in which who is worst off has most
/// to spare for little more; and things carried for all that make any one warmer.
/// </summary>
public sealed class ChooseForParty
{
    /// <summary>The fairest may add so much more than the lightest where no weight is given, as a share (assumption).</summary>
    public const double FairFor = 0.1;

    /// <summary>The fairest is sought to so much, K.</summary>
    private const double FairNearK = 0.5;

    private readonly Stopwatch clock = Stopwatch.StartNew();
    private readonly IReadOnlyList<TripRun> runs;
    private readonly PartyAsked asked;
    private readonly IReadOnlyList<int> nights;
    private readonly IReadOnlyList<HashSet<Guid>> own;
    private readonly IReadOnlyList<PartyPerson> people;
    private readonly List<PartyLot> lots;
    private readonly Action<PartyChoice>? heard;
    private readonly TimeSpan? within;
    private readonly CancellationToken stop;
    private bool pooling;

    /// <summary>Share of the time that beds are sought for where things for all are sought after them.</summary>
    private const double ForBeds = 0.7;

    private ChooseForParty(IReadOnlyList<TripRun> runs, PartyAsked asked, Action<PartyChoice>? heard, TimeSpan? within)
    {
        (this.runs, this.asked, this.heard, this.within) = (runs, asked, heard, within);
        stop = runs[0].Context.Stop;
        nights = asked.Nights.Count > 0 ? [.. asked.Nights.Order()] : [.. Enumerable.Range(0, runs[0].Count)];
        // Days are lived beforehand: runs may then be asked by several at once.
        own = [.. runs.AsParallel().AsOrdered().Select((r, p) => OwnOf(r, p))];
        var things = runs.Select((_, p) => ThingsOf(p, ChoiceAsked.Plain)).ToList();
        lots = Lots(things);
        people = [.. runs.AsParallel().AsOrdered().Select((run, p) => new PartyPerson(run, things[p], nights, lots))];
    }

    /// <summary>Chooses.</summary>
    /// <param name="runs">The trip of each of the party, two or more, with one closet.</param>
    /// <param name="asked">What is asked, as <c>ChoiceRules</c> lets it through.</param>
    /// <param name="heard">Hears of each better way.</param>
    /// <param name="within">After so long it ends with what it has, and says how sure that is; null to go on to the end.</param>
    public static PartyChoice Best(
        IReadOnlyList<TripRun> runs,
        PartyAsked asked,
        Action<PartyChoice>? heard = null,
        TimeSpan? within = null
    ) => new ChooseForParty(runs, asked, heard, within).Chosen();

    private PartyChoice Chosen()
    {
        var lightest = Seek(asked.SpareK);
        var (best, proven) = (lightest, lightest.Proven);
        if (asked.Fairest && lightest.AllHave)
        {
            (best, var decided) = Fairest(lightest);
            proven &= decided;
        }
        return Told(best, lightest, proven, whole: true);
    }

    /// <summary>Whether there is time.</summary>
    private bool Onwards()
    {
        stop.ThrowIfCancellationRequested();
        return within is not { } most || clock.Elapsed < (asked.ReserveK is null || pooling ? most : ForBeds * most);
    }

    private PartyBeds Seek(double level, double? side = null) =>
        new PartyBeds(
            people,
            lots,
            level,
            Onwards,
            beds => FallShort(beds, level),
            stop,
            heard is null || side is not null ? null : beds => heard(Told(beds, beds, false, whole: false))
        ).Seek(side);

    /// <summary>
    /// Who falls short in what is given out, and what each has to spare then: beds are tried under the load as it is packed now, and where walks are
    /// weighed the load that all of them make may bring one to the night colder.
    /// </summary>
    private IReadOnlyList<(int Person, double SpareK)> FallShort(PartyColumn?[] beds, double level) =>
        !Weighed.IsAsked(runs[0].Trip) || beds.Contains(null)
            ? []
            :
            [
                .. BedsOf(GivenOut(beds), whole: true)
                    .Select((b, p) => (Person: p, b!.SpareK))
                    .Where(b => b.SpareK < level),
            ];

    /// <summary>By halves: what everyone can have to spare for the weight.</summary>
    private (PartyBeds Best, bool Decided) Fairest(PartyBeds lightest)
    {
        var most = asked.MostG ?? (1 + FairFor) * lightest.Grams;
        var best = lightest;
        var (from, to) = (Least(lightest), people.Min(p => p.LevelOfEverything()));
        // Warmer than that nobody needs it.
        to = Math.Min(to, Math.Max(from, asked.SpareK) + 2 * MostFairK);
        while (to - from > FairNearK)
        {
            var level = (from + to) / 2;
            foreach (var person in people)
                person.Forget(level);
            var beds = Seek(level, most);
            if (beds.AllHave && beds.Grams <= most)
            {
                (best, from) = (beds, Math.Max(level, Least(beds)));
                heard?.Invoke(Told(best, lightest, false, whole: false));
            }
            else if (beds.Bound > most || beds.Proven)
                to = level;
            else
                return (best, false);
        }
        return (best, true);
    }

    /// <summary>Half of what is looked at above what is asked, K.</summary>
    private const double MostFairK = 20;

    private static double Least(PartyBeds beds) => beds.Beds.Min(b => b!.Level);

    // ---- who may take what ----

    /// <summary>
    /// What only this person may take: used for anything but these beds, carried or worn by day, kept for a day or by what is asked, put on by
    /// night.
    /// </summary>
    private HashSet<Guid> OwnOf(TripRun run, int person)
    {
        var outfit = run.Outfit;
        var beds = nights
            .SelectMany(n => run.SystemOf(n).Layers)
            .Where(l => l.As == Serving.Itself)
            .Select(l => l.ItemId)
            .ToHashSet();
        return
        [
            .. outfit.Uses.Where(id => !beds.Contains(id)),
            .. ChoiceThings.CarriedAnyway(run, nights),
            .. outfit.Own.SelectMany(o => o.Bedtime?.Events ?? []).Select(e => e.ItemId).OfType<Guid>(),
            .. outfit.Dry.Roles.Where(r => r.Role == Role.OneDayOnly).Select(r => r.ItemId),
            .. Enumerable
                .Range(0, run.Count)
                .SelectMany(n => run[n].Day.Cells)
                .Where(c => c.Value.Place == Place.Worn)
                .Select(c => c.Key),
            .. asked.Keeps.Where(k => k.Member == person).Select(k => k.ItemId),
        ];
    }

    private ChoiceThings ThingsOf(int person, ChoiceAsked like)
    {
        var others = own.Where((_, p) => p != person).SelectMany(o => o).Except(own[person]);
        return ChoiceThings.For(
            runs[person],
            like with
            {
                Nights = nights,
                Pinned = [.. like.Pinned, .. asked.Keeps.Where(k => k.Member == person).Select(k => k.ItemId)],
                LeftAtHome = [.. like.LeftAtHome, .. asked.LeftAtHome],
                Schools = asked.Schools,
            },
            nights,
            runs[person].Closet.Without(others),
            own[person]
        );
    }

    private static List<PartyLot> Lots(IReadOnlyList<ChoiceThings> things)
    {
        var shared = things
            .SelectMany(t => t.All)
            .Where(t => !t.Own)
            .GroupBy(t => t.Item.Id)
            .Where(g => g.Count() > 1)
            .Select(g => g.First().Item);
        List<List<KitItem>> lots = [];
        foreach (var item in shared)
        {
            if (lots.Find(l => ChoiceThings.AreAlike(l[0], item)) is { } alike)
                alike.Add(item);
            else
                lots.Add([item]);
        }
        return [.. lots.Select(l => new PartyLot([.. l.Select(i => i.Id)], l[0].MassG))];
    }

    // ---- telling ----

    /// <summary>The things themselves: of those that are alike each gets what was in the bed already, if anything.</summary>
    private IReadOnlyList<int[]?> GivenOut(PartyColumn?[] beds)
    {
        var used = new HashSet<Guid>();
        List<Guid>[] ids = [.. people.Select(_ => new List<Guid>())];
        foreach (var slept in (bool[])[true, false])
        {
            foreach (var (p, bed) in beds.Index())
            {
                var was = runs[p].SystemOf(nights[0]);
                foreach (var lot in bed?.Takes ?? new Dictionary<int, int>())
                {
                    var count = lot.Value - ids[p].Count(lots[lot.Key].Items.Contains);
                    foreach (
                        var id in lots[lot.Key]
                            .Items.Where(i => !slept || was.Has(i))
                            .Where(i => !used.Contains(i))
                            .Take(count)
                            .ToList()
                    )
                    {
                        used.Add(id);
                        ids[p].Add(id);
                    }
                }
            }
        }
        return
        [
            .. beds.Select(
                (bed, p) =>
                {
                    if (bed is null)
                        return null;
                    var things = people[p].Things.All;
                    return (int[])
                        [
                            .. bed.Chosen.Where(n => !lots.Any(l => l.Items.Contains(things[n].Item.Id))),
                            .. ids[p].Select(id => things.Index().First(t => t.Item.Item.Id == id).Index),
                        ];
                }
            ),
        ];
    }

    /// <summary>What is given to each, as a bed. Who carries what hangs on all of them; on the way what each carries alone is near enough.</summary>
    private List<ChosenBed?> BedsOf(IReadOnlyList<int[]?> given, bool whole)
    {
        var sleeping = given
            .Select((g, p) => g is null ? null : people[p].Trials.Sleeping(people[p].Things.Bed(g)))
            .ToList();
        ChosenBed BedOf(int person, int[] bed) =>
            whole
                ? people[person].Telling.BedOf(bed, sleeping.Where((_, p) => p != person).OfType<Outfit>())
                : people[person].Telling.BedOf(bed);
        return [.. given.Select((g, p) => g is null ? null : BedOf(p, g))];
    }

    private PartyChoice Told(PartyBeds beds, PartyBeds lightest, bool proven, bool whole)
    {
        var given = GivenOut(beds.Beds);
        var told = BedsOf(given, whole);
        List<ChosenBed> now = [.. people.Select(p => p.Telling.Now(nights))];
        var unknown = nights.Where(n => runs[0].LowOf(n) is null).ToList();
        return new(
            [
                .. people.Select(
                    (p, n) =>
                        new PartyBed(
                            p.Run.Outfit.SleeperId,
                            told[n],
                            now[n],
                            lightest.Alone[n]?.Grams,
                            told[n] is null && whole && unknown.Count < nights.Count ? Miss(n, given) : null,
                            p.Trials.InNoBed
                        )
                ),
            ],
            told.Sum(b => b?.AddsG ?? 0),
            now.Sum(b => b.AddsG),
            Fought(lightest, beds),
            whole && asked.ReserveK is { } more && told.TrueForAll(b => b is not null) ? Pooled(given!, more) : null,
            new(
                lightest.Bound < PartyBeds.WithoutG ? lightest.Bound : null,
                proven,
                people.SelectMany(p => p.Things.All).Select(t => t.Item.Id).Distinct().Count(),
                people.Sum(p => p.Looked.Nodes),
                people.Sum(p => p.Looked.Laid),
                people.Sum(p => p.Looked.Replayed),
                clock.Elapsed.TotalSeconds
            ),
            unknown
        );
    }

    /// <summary>Why someone has no bed: of what the others leave.</summary>
    private Missed? Miss(int person, IReadOnlyList<int[]?> given) =>
        Choose.Missing(
            runs[person],
            ThingsOf(person, ChoiceAsked.Plain with { LeftAtHome = SleptInByOthers(person, given) }),
            ChoiceAsked.Plain with
            {
                Nights = nights,
                SpareK = asked.SpareK,
            },
            TimeSpan.Zero
        );

    private List<Guid> SleptInByOthers(int person, IReadOnlyList<int[]?> given) =>
        [
            .. given
                .Index()
                .Where(g => g.Index != person)
                .SelectMany(g => (g.Item ?? []).Select(n => people[g.Index].Things.All[n].Item.Id)),
        ];

    /// <summary>Things that more would take than there are.</summary>
    private List<Contested> Fought(PartyBeds lightest, PartyBeds beds)
    {
        List<int> With(IReadOnlyList<PartyColumn?> of, int lot) =>
            [.. of.Index().Where(b => b.Item?.Takes.ContainsKey(lot) ?? false).Select(b => b.Index)];
        return
        [
            .. lots.Select((lot, n) => new Contested(lot.Items[0], With(lightest.Alone, n), With(beds.Beds, n)))
                .Where((c, n) => lightest.Alone.Sum(b => b?.Takes.GetValueOrDefault(n) ?? 0) > lots[n].Items.Count)
                .OrderByDescending(c => runs[0].Closet.Find(c.ItemId)!.MassG),
        ];
    }

    private PooledReserve Pooled(IReadOnlyList<int[]> given, double more)
    {
        List<PartyPerson> needing =
        [
            .. people.Select(
                (p, n) =>
                {
                    var things = ThingsOf(
                        n,
                        ChoiceAsked.Plain with
                        {
                            Pinned = [.. given[n].Select(i => p.Things.All[i].Item.Id)],
                            LeftAtHome = SleptInByOthers(n, given),
                        }
                    );
                    return new PartyPerson(p.Run, things, nights, []);
                }
            ),
        ];
        pooling = true;
        return PartyPool.Seek(needing, asked.SpareK + more, Onwards, stop);
    }
}
