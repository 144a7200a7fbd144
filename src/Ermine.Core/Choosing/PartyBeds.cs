using System.Collections.Concurrent;

namespace Ermine.Core.Choosing;

/// <summary>
/// Finds the lightest beds for all of a party at one level. Everyone first has the lightest of all; where more want a lot than there is of it,
/// it gets a price, and each is asked for the cheapest, until prices bound all ways of giving out as well as they can. Then
/// one of those who still want the same makes do with less of it, and the lightest of all such ways is gone into first. Of the beds that are found
/// CP-SAT gives out the best meanwhile.
/// </summary>
internal sealed partial class PartyBeds
{
    /// <summary>What it counts for that someone has no bed, g: more than any change of the others' beds saves.</summary>
    public const double WithoutG = 100_000;

    /// <summary>What is sought need at first only be so near to the lightest, as a share.</summary>
    private const double Near = 0.01;

    /// <summary>The same at prices.</summary>
    private const double NearPriced = 0.003;

    /// <summary>The same while prices still say much more.</summary>
    private const double NearAtFirst = 0.03;

    private readonly IReadOnlyList<PartyPerson> people;
    private readonly IReadOnlyList<PartyLot> lots;
    private readonly double level;
    private readonly Func<bool> onwards;
    private readonly CancellationToken stop;
    private readonly Func<PartyColumn?[], IReadOnlyList<(int Person, double Level)>> fallShort;
    private readonly Action<PartyBeds>? heard;
    private readonly Totals grain;
    private readonly ConcurrentDictionary<(int Person, string Most, double[]? Prices, double Limit), Lightest> known =
    [];
    private readonly PriorityQueue<Way, double> ways = new();

    /// <summary>What one of each lot costs at the prices that bound best, g; null where there are none.</summary>
    private double[]? prices;

    /// <summary>The same; nothing where there are none.</summary>
    private double[] PricesNow => prices ?? new double[lots.Count];

    /// <summary>The cheapest bed of one person who may take so many of each lot.</summary>
    /// <param name="Least">None costs less, g.</param>
    /// <param name="Bed">It, or one that is near; null where there is none.</param>
    /// <param name="Near">So near to the cheapest it is, as a share: 0 where nothing is cheaper, infinite where nothing was asked of that.</param>
    private sealed record Lightest(double Least, PartyColumn? Bed, double Near);

    /// <summary>What is asked of one person.</summary>
    /// <param name="Person">Who.</param>
    /// <param name="Most">How many of each lot that person may take.</param>
    /// <param name="Near">What is sought need only be so near to the cheapest, as a share; null where anything will do.</param>
    /// <param name="Prices">What lots cost; null for nothing.</param>
    /// <param name="InTurn">It is asked while another thing may be asked of the same person.</param>
    private sealed record Question(int Person, int[] Most, double? Near, double[]? Prices = null, bool InTurn = false)
    {
        public (int, string, double[]?, double) Key => (Person, string.Join(' ', Most), Prices, Limit);

        /// <summary>What costs more is of no use, g.</summary>
        public double Limit { get; init; } = WithoutG;

        /// <summary>It is asked of everyone whether prices bound better.</summary>
        public bool IsTrial { get; init; }
    }

    /// <summary>By what a way is bounded.</summary>
    private enum Bounded
    {
        /// <summary>By what it comes to at prices.</summary>
        AtPrices,

        /// <summary>By beds that are near to the lightest.</summary>
        Nearly,

        /// <summary>By the lightest.</summary>
        Exactly,
    }

    /// <summary>Ways of giving out.</summary>
    /// <param name="Most">How many of each lot each may take.</param>
    /// <param name="Bound">None of them comes to less, g.</param>
    /// <param name="By">By what that is known.</param>
    private sealed record Way(int[][] Most, double Bound, Bounded By);

    /// <summary>Begins.</summary>
    /// <param name="people">Everyone.</param>
    /// <param name="lots">What more than one of them may take.</param>
    /// <param name="level">Degrees to spare that everyone must have.</param>
    /// <param name="onwards">Says whether it may go on.</param>
    /// <param name="fallShort">Says who falls short once what is given out is packed, and how good each of those beds is then.</param>
    /// <param name="stop">Ends the work.</param>
    /// <param name="heard">Hears of each better way.</param>
    public PartyBeds(
        IReadOnlyList<PartyPerson> people,
        IReadOnlyList<PartyLot> lots,
        double level,
        Func<bool> onwards,
        Func<PartyColumn?[], IReadOnlyList<(int Person, double Level)>> fallShort,
        CancellationToken stop,
        Action<PartyBeds>? heard = null
    )
    {
        (this.people, this.lots, this.level, this.onwards) = (people, lots, level, onwards);
        (this.fallShort, this.stop, this.heard) = (fallShort, stop, heard);
        (Beds, Alone) = (new PartyColumn?[people.Count], new PartyColumn?[people.Count]);
        Grams = people.Count * WithoutG;
        grain = Totals.Of([.. people.SelectMany(p => p.Things.All.Select(t => t.Grams))]);
    }

    /// <summary>The best so far; null for who gets none.</summary>
    public PartyColumn?[] Beds { get; private set; }

    /// <summary>The lightest of each if nobody else needed anything.</summary>
    public PartyColumn?[] Alone { get; private set; }

    /// <summary>What all of it adds to the load, g; <see cref="WithoutG"/> more for each who gets none.</summary>
    public double Grams { get; private set; }

    /// <summary>No way comes to less, g.</summary>
    public double Bound { get; private set; }

    /// <summary>Nothing is lighter.</summary>
    public bool Proven => Bound >= Grams - Totals.Grain;

    /// <summary>Everyone has a bed.</summary>
    public bool AllHave => Beds.All(b => b is not null);

    /// <summary>Seeks the lightest, until it is proven, or known to lie on one side of a weight.</summary>
    /// <param name="side">The weight, g; null to go on.</param>
    public PartyBeds Seek(double? side = null)
    {
        bool Goes() => !Proven && !(Grams <= side || Bound > side) && onwards();
        using var better = new BlockingCollection<double[]?>();
        isDone = false;
        // On a thread of its own, for those who ask wait for it.
        var turns = Task.Factory.StartNew(
            () => TakeTurns(better, () => !isDone && Goes()),
            CancellationToken.None,
            TaskCreationOptions.LongRunning,
            TaskScheduler.Default
        );
        try
        {
            var each = Ask(Everyone(All), near: 0);
            (Alone, Bound) = ([.. each.Select(e => e.Bed)], Math.Min(each.Sum(e => e.Least), Grams));
            better.Add(null);
            Price(() => Goes() && Grams > (1 + Near) * Bound, better.Add);
            better.CompleteAdding();
            Keep(new(Everyone(All), Bound, prices is null ? Bounded.Nearly : Bounded.AtPrices), Bound);
            while (Goes() && ways.TryDequeue(out var way, out var bound))
            {
                Bound = Math.Max(Bound, Math.Min(bound, Grams));
                GoInto(way with { Bound = bound });
            }
            if (ways.Count == 0 && onwards())
                Bound = Grams;
        }
        finally
        {
            isDone = true;
            if (!better.IsAddingCompleted)
                better.CompleteAdding();
            turns.GetAwaiter().GetResult();
        }
        return this;
    }

    /// <summary>As many of each lot as there are.</summary>
    private int[] All => [.. lots.Select(l => l.Items.Count)];

    private int[][] Everyone(int[] most) => [.. people.Select(_ => most)];

    // ---- ways ----

    /// <summary>Bounds a way better, or goes into those that it is made of.</summary>
    private void GoInto(Way way)
    {
        if (way.By == Bounded.AtPrices)
        {
            Keep(way with { By = Bounded.Nearly }, Ask(way.Most, Near).Sum(e => e.Least));
            return;
        }
        var each = Ask(way.Most, way.By == Bounded.Exactly ? 0 : Near);
        if (Fought(each) is { } fight)
        {
            var apart = Apart(way.Most, each, fight).ToList();
            // Each asks something of another: all at once.
            Ask([
                .. apart
                    .SelectMany(most => Questions(most, prices is null ? Near : NearPriced, prices))
                    .DistinctBy(q => q.Key),
            ]);
            foreach (var most in apart)
                Keep(
                    way with
                    {
                        Most = most,
                        By = prices is null ? Bounded.Nearly : Bounded.AtPrices,
                    },
                    prices is null ? Ask(most, Near).Sum(e => e.Least) : AtPrices(most, prices)
                );
        }
        else if (!Array.TrueForAll(each, e => e.Near == 0))
            Keep(way with { By = Bounded.Exactly }, Ask(way.Most, near: 0).Sum(e => e.Least));
        else if (each.Sum(e => e.Bed?.Grams ?? WithoutG) >= Grams - Totals.Grain)
            Bound = Grams;
        // Of its beds some were refused.
        else
            Keep(way, way.Bound);
    }

    private void Keep(Way way, double bound)
    {
        bound = Math.Max(way.Bound, bound);
        if (bound < Grams - Totals.Grain)
            ways.Enqueue(way, bound);
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

    // ---- asking ----

    /// <summary>What is sought for everyone who may take so many of each lot.</summary>
    private Lightest[] Ask(int[][] most, double near, double[]? at = null) => Ask([.. Questions(most, near, at)]);

    private static IEnumerable<Question> Questions(int[][] most, double near, double[]? at) =>
        most.Select((m, p) => new Question(p, m, near, at));

    /// <summary>Answers questions, one of each person at a time; what is known is not asked again.</summary>
    private Lightest[] Ask(IReadOnlyList<Question> questions)
    {
        var open = questions.Where(q => !IsKnown(q)).ToList();
        if (open.Count == 0)
            return Answers();
        Partitioner
            .Create(open.GroupBy(q => q.Person), EnumerablePartitionerOptions.NoBuffering)
            .AsParallel()
            .WithCancellation(stop)
            .ForAll(of =>
            {
                foreach (var asked in of)
                    Answer(asked);
            });
        // As they are before any bed is refused.
        var answers = Answers();
        Improve();
        return answers;

        Lightest[] Answers() => [.. questions.Select(q => known[q.Key])];
    }

    private bool IsKnown(Question asked) =>
        known.TryGetValue(asked.Key, out var k) && k.Near <= (asked.Near ?? double.PositiveInfinity);

    private void Answer(Question asked)
    {
        var looks = 0;
        var (least, bed) = people[asked.Person]
            .LightestOf(
                level,
                asked.Most,
                asked.Prices,
                    // What is sought in turn is soon broken off, and when all is done.
                    asked.InTurn
                        ? () => ++looks < MostLooks && !isDone && onwards()
                    : asked.IsTrial ? () => MayBound(asked.Prices!) && onwards()
                    : onwards,
                asked.Limit,
                asked.Near,
                asked.Prices is null ? int.MaxValue : MostReplays,
                asked.InTurn
            );
        // Another may have asked the same meanwhile: what either knows is known.
        known.AddOrUpdate(asked.Key, _ => Of(least, bed), (_, was) => Of(Math.Max(least, was.Least), bed ?? was.Bed));
        Lightest Of(double sure, PartyColumn? near) =>
            new(
                sure,
                near,
                asked.Near is null
                    ? double.PositiveInfinity
                    : Math.Max(0, 1 - (sure + Totals.Grain) / (near?.CostAt(asked.Prices) ?? asked.Limit))
            );
    }

    private void Improve()
    {
        lock (known)
        {
            while (TryImprove() && onwards()) { }
        }
    }

    /// <summary>Gives out the beds that are known; true where some of those were refused, so that it is to be done anew.</summary>
    private bool TryImprove()
    {
        var (grams, beds) = GivingOut.Best([.. people.Select(p => p.BedsOf(level))], All, WithoutG, stop);
        stop.ThrowIfCancellationRequested();
        if (grams >= Grams - Totals.Grain)
            return false;
        var refused = fallShort(beds);
        foreach (var (person, good) in refused)
            Refuse(person, beds[person]!, good);
        if (refused.Count > 0)
            return true;
        (Grams, Beds) = (grams, beds);
        heard?.Invoke(this);
        return false;
    }

    /// <summary>A bed that falls short is none: what it answered is asked again.</summary>
    private void Refuse(int person, PartyColumn bed, double good)
    {
        people[person].Refuse(bed, good);
        foreach (var (key, was) in known.Where(k => k.Key.Person == person && k.Value.Bed == bed))
            known[key] = was with { Bed = null, Near = double.PositiveInfinity };
    }
}
