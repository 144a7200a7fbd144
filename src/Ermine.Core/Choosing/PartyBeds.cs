using System.Collections.Concurrent;

namespace Ermine.Core.Choosing;

/// <summary>
/// Finds the lightest beds for all of a party at one level. Everyone first has the lightest of all; where more want a lot than there is of it, one of
/// them makes do with less of it, and the lightest of all such ways is gone into first. What it comes to bounds every way of
/// giving out; of the beds that are found CP-SAT gives out the best meanwhile.
/// </summary>
internal sealed class PartyBeds
{
    /// <summary>What it counts for that someone has no bed, g: more than any change of the others' beds saves.</summary>
    public const double WithoutG = 100_000;

    /// <summary>What is sought need at first only be so near to the lightest, as a share.</summary>
    private const double Near = 0.01;

    private readonly IReadOnlyList<PartyPerson> people;
    private readonly IReadOnlyList<PartyLot> lots;
    private readonly double level;
    private readonly Func<bool> onwards;
    private readonly CancellationToken stop;
    private readonly Action<PartyBeds>? heard;
    private readonly Dictionary<(int Person, string Most), Lightest> known = [];
    private readonly PriorityQueue<Way, double> ways = new();

    /// <summary>The lightest bed of one person who may take so many of each lot.</summary>
    /// <param name="Least">None is lighter, g.</param>
    /// <param name="Bed">It, or one that is near; null where there is none.</param>
    /// <param name="Exact">Nothing is lighter.</param>
    private sealed record Lightest(double Least, PartyColumn? Bed, bool Exact);

    /// <summary>Ways of giving out.</summary>
    /// <param name="Most">How many of each lot each may take.</param>
    /// <param name="Bound">None of them comes to less, g.</param>
    /// <param name="Exact">Near is not near enough.</param>
    private sealed record Way(int[][] Most, double Bound, bool Exact = false);

    /// <summary>Begins.</summary>
    /// <param name="people">Everyone.</param>
    /// <param name="lots">What more than one of them may take.</param>
    /// <param name="level">Degrees to spare that everyone must have.</param>
    /// <param name="onwards">Says whether it may go on.</param>
    /// <param name="stop">Ends the work.</param>
    /// <param name="heard">Hears of each better way.</param>
    public PartyBeds(
        IReadOnlyList<PartyPerson> people,
        IReadOnlyList<PartyLot> lots,
        double level,
        Func<bool> onwards,
        CancellationToken stop,
        Action<PartyBeds>? heard = null
    )
    {
        (this.people, this.lots, this.level, this.onwards, this.stop, this.heard) = (
            people,
            lots,
            level,
            onwards,
            stop,
            heard
        );
        (Beds, Alone) = (new PartyColumn?[people.Count], new PartyColumn?[people.Count]);
        Grams = people.Count * WithoutG;
    }

    /// <summary>The best so far; null for who gets none.</summary>
    public PartyColumn?[] Beds { get; private set; }

    /// <summary>The lightest of each if nobody else needed anything.</summary>
    public PartyColumn?[] Alone { get; private set; }

    /// <summary>What all of it adds to the load, g; <see cref="WithoutG"/> more for each who gets none.</summary>
    public double Grams { get; private set; }

    /// <summary>No way comes to less, g.</summary>
    public double Bound { get; private set; }

    /// <summary>Ways of giving out that were looked at.</summary>
    public int Looked { get; private set; }

    /// <summary>Nothing is lighter.</summary>
    public bool Proven => Bound >= Grams - Totals.Grain;

    /// <summary>Everyone has a bed.</summary>
    public bool AllHave => Beds.All(b => b is not null);

    /// <summary>Seeks the lightest, until it is proven, or known to lie on one side of a weight.</summary>
    /// <param name="side">The weight, g; null to go on.</param>
    public PartyBeds Seek(double? side = null)
    {
        Push([new([.. people.Select(_ => lots.Select(l => l.Items.Count).ToArray())], 0)], first: true);
        while (!Proven && !(Grams <= side || Bound > side) && onwards() && ways.TryDequeue(out var way, out var bound))
        {
            Looked++;
            Bound = Math.Max(Bound, Math.Min(bound, Grams));
            Lightest[] each = [.. people.Select((_, p) => known[(p, Key(way.Most[p]))])];
            if (Fought(each) is { } fight)
                Push([.. Apart(way.Most, each, fight).Select(most => new Way(most, bound))]);
            else if (Array.Exists(each, e => !e.Exact))
                Push([way with { Bound = bound, Exact = true }]);
            else
                Bound = Grams;
        }
        if (ways.Count == 0 && onwards())
            Bound = Grams;
        return this;
    }

    /// <summary>One after the other takes of what is left.</summary>
    private IEnumerable<PartyColumn?> ByTurns(Func<int, int[], PartyColumn?> taken)
    {
        var left = lots.Select(l => l.Items.Count).ToArray();
        for (var p = 0; p < people.Count; p++)
        {
            var bed = taken(p, left);
            foreach (var (lot, count) in bed?.Takes ?? new Dictionary<int, int>())
                left[lot] -= count;
            yield return bed;
        }
    }

    /// <summary>
    /// Something good for everyone at once, one after the other; who has been given something comes out, to be asked for the lightest of all
    /// while the others are still given theirs.
    /// </summary>
    private IEnumerable<int> GiveGood()
    {
        var given = new BlockingCollection<int>();
        // On a thread of its own, for those who ask wait for it.
        var giving = Task.Factory.StartNew(
            Give,
            CancellationToken.None,
            TaskCreationOptions.LongRunning,
            TaskScheduler.Default
        );
        foreach (var person in given.GetConsumingEnumerable())
            yield return person;
        giving.GetAwaiter().GetResult();

        void Give()
        {
            try
            {
                var beds = new PartyColumn?[people.Count];
                foreach (var (p, bed) in ByTurns((p, left) => people[p].Good(level, left, onwards, WithoutG)).Index())
                {
                    beds[p] = bed;
                    if (p == people.Count - 1)
                        Take(beds.Sum(b => b?.Grams ?? WithoutG), beds);
                    given.Add(p);
                }
            }
            finally
            {
                given.CompleteAdding();
            }
        }
    }

    /// <summary>The heaviest lot of which more is taken than there is.</summary>
    private int? Fought(Lightest[] each)
    {
        int? worst = null;
        for (var lot = 0; lot < lots.Count; lot++)
        {
            if (
                each.Sum(e => e.Bed?.Takes.GetValueOrDefault(lot) ?? 0) > lots[lot].Items.Count
                && (worst is not { } w || lots[lot].MassG > lots[w].MassG)
            )
                worst = lot;
        }
        return worst;
    }

    /// <summary>One of those who take of a lot takes less of it.</summary>
    private static IEnumerable<int[][]> Apart(int[][] way, Lightest[] each, int lot)
    {
        for (var one = 0; one < each.Length; one++)
        {
            if (each[one].Bed?.Takes.GetValueOrDefault(lot) is not (> 0 and var count))
                continue;
            var most = (int[][])[.. way];
            most[one] = [.. most[one]];
            most[one][lot] = count - 1;
            yield return most;
        }
    }

    private static string Key(int[] most) => string.Join(' ', most);

    /// <summary>Asks everyone whose lightest is not known yet, and keeps ways for what they come to.</summary>
    private void Push(IReadOnlyList<Way> next, bool first = false)
    {
        var asked = next.SelectMany(way =>
                way.Most.Select((most, p) => (Person: p, Key: Key(most), Most: most, way.Exact))
            )
            .OrderByDescending(a => a.Exact)
            .DistinctBy(a => (a.Person, a.Key))
            .Where(a => !known.TryGetValue((a.Person, a.Key), out var k) || a.Exact && !k.Exact)
            .ToLookup(a => a.Person);
        // Each is asked one thing after the other.
        var found = Partitioner
            .Create(first ? GiveGood() : asked.Select(of => of.Key), EnumerablePartitionerOptions.NoBuffering)
            .AsParallel()
            .WithCancellation(stop)
            .SelectMany(p =>
                asked[p].Select(a => (a.Person, a.Key, Lightest: Ask(p, a.Most, first || a.Exact ? 0 : Near))).ToList()
            )
            .ToList();
        foreach (var (person, key, lightest) in found)
            known[(person, key)] = lightest;
        Improve();
        foreach (var way in next)
            ways.Enqueue(way, Math.Max(way.Bound, way.Most.Index().Sum(m => known[(m.Index, Key(m.Item))].Least)));
        if (first)
            Begin();
    }

    /// <summary>What everyone would have if nobody else needed anything, and then one after the other of what is left.</summary>
    private void Begin()
    {
        Lightest[] each = [.. people.Select((_, p) => known[(p, Key([.. lots.Select(l => l.Items.Count)]))])];
        (Alone, Bound) = ([.. each.Select(e => e.Bed)], Math.Min(each.Sum(e => e.Least), Grams));
        if (Proven)
            return;
        // For the beds that are found on the way.
        _ = ByTurns((p, left) => Known(p, left).Bed).Count();
        Improve();
    }

    /// <summary>The lightest of one person, asked for where it is not known yet.</summary>
    private Lightest Known(int person, int[] most) =>
        known.TryGetValue((person, Key(most)), out var found)
            ? found
            : known[(person, Key(most))] = Ask(person, most, Near);

    private Lightest Ask(int person, int[] most, double near)
    {
        var fits = people[person].Beds.Where(b => b.Level >= level && b.Takes.All(t => t.Value <= most[t.Key]));
        var best = fits.MinBy(b => b.Grams);
        var (least, bed) = people[person].LightestOf(level, most, onwards, best?.Grams ?? WithoutG, near);
        bed ??= best;
        return new(least, bed, least >= (bed?.Grams ?? WithoutG) - Totals.Grain);
    }

    private void Improve()
    {
        var (grams, beds) = GivingOut.Best(
            [.. people.Select(p => p.Beds.Where(b => b.Level >= level).ToList())],
            [.. lots.Select(l => l.Items.Count)],
            WithoutG,
            stop
        );
        stop.ThrowIfCancellationRequested();
        Take(grams, beds);
    }

    private void Take(double grams, PartyColumn?[] beds)
    {
        if (grams >= Grams - Totals.Grain)
            return;
        (Grams, Beds) = (grams, beds);
        heard?.Invoke(this);
    }
}
