namespace Ermine.Core.Choosing;

/// <summary>
/// Finds the lightest beds for all of a party at one level. Each person's search is asked with a price on what others want too; a linear program over
/// the beds that were found so far says the prices, CP-SAT gives out whole beds, and the prices bound what any way of giving out can come to.
/// What is then still open is closed by finding every bed that could be part of something lighter.
/// </summary>
internal sealed class PartyBeds
{
    /// <summary>What it counts for that someone has no bed, g: more than any change of the others' beds saves.</summary>
    public const double WithoutG = 100_000;

    /// <summary>Lots that are not to be taken cost this, g.</summary>
    private const double Shut = 10_000_000;

    /// <summary>So much of the best prices stays in the next ones: they settle sooner.</summary>
    private const double Stays = 0.5;

    private readonly IReadOnlyList<PartyPerson> people;
    private readonly IReadOnlyList<PartyLot> lots;
    private readonly double level;
    private readonly Func<bool> onwards;
    private readonly CancellationToken stop;
    private readonly Action<PartyBeds>? heard;

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
        (Beds, Alone, Worth) = (new PartyColumn?[people.Count], new PartyColumn?[people.Count], new double[lots.Count]);
        Grams = people.Count * WithoutG;
    }

    /// <summary>The best so far; null for who gets none.</summary>
    public PartyColumn?[] Beds { get; private set; }

    /// <summary>The lightest of each if nobody else needed anything.</summary>
    public PartyColumn?[] Alone { get; }

    /// <summary>What all of it adds to the load, g; <see cref="WithoutG"/> more for each who gets none.</summary>
    public double Grams { get; private set; }

    /// <summary>No way comes to less, g.</summary>
    public double Bound { get; private set; }

    /// <summary>What each lot is worth, g.</summary>
    public double[] Worth { get; private set; }

    /// <summary>Nothing is lighter.</summary>
    public bool Proven => Bound >= Grams - LightestBed.Grain;

    /// <summary>Everyone has a bed.</summary>
    public bool AllHave => Beds.All(b => b is not null);

    /// <summary>Seeks the lightest, until it is proven, or known to lie on one side of a weight.</summary>
    /// <param name="side">The weight, g; null to go on.</param>
    public PartyBeds Seek(double? side = null)
    {
        bool Done() => Proven || Grams <= side || Bound > side || !onwards();
        ByTurns(0, () => false);
        if (Done() || !Price(new double[lots.Count], (p, bed) => Alone[p] = bed))
            return this;
        Improve();
        for (var first = 0; first < people.Count && !Done(); first++)
            ByTurns(first, onwards);
        Settle(Done);
        if (!Done())
            Close();
        return this;
    }

    /// <summary>One after the other takes the lightest of what is left.</summary>
    /// <param name="first">Who begins.</param>
    /// <param name="onwards">Says whether it may go on; where it never may, what is good at once is taken.</param>
    private void ByTurns(int first, Func<bool> onwards)
    {
        var left = lots.Select(l => l.Items.Count).ToArray();
        for (var n = 0; n < people.Count; n++)
        {
            var p = (first + n) % people.Count;
            double[] prices = [.. left.Select(l => l > 0 ? 0 : Shut)];
            var most = CheapestKnown(p, prices);
            var (_, bed) = people[p]
                .Cheapest(level, prices, onwards, most, Alone[p]?.Grams ?? 0, dives: most >= WithoutG);
            bed ??= Known(p).Where(b => b.Takes.All(t => t.Value <= left[t.Key])).MinBy(b => b.Grams);
            foreach (var (lot, count) in bed?.Takes ?? new Dictionary<int, int>())
                left[lot] -= count;
        }
        Improve();
    }

    /// <summary>Asks with ever better prices until they say no more.</summary>
    private void Settle(Func<bool> done)
    {
        var stays = Stays;
        while (!done())
        {
            var (grams, worth) = Master().InParts();
            if (grams <= Bound + LightestBed.Grain)
                return;
            double[] prices = [.. worth.Zip(Worth, (w, b) => stays * b + (1 - stays) * w)];
            var before = people.Sum(p => p.Beds.Count);
            if (!Price(prices))
                return;
            if (people.Sum(p => p.Beds.Count) > before)
                stays = Stays;
            else if (stays > 0)
                stays = 0;
            else
                return;
            Improve();
        }
    }

    /// <summary>Whatever is lighter is made of beds that cost little more than the cheapest: every one of them is found, and the best way of all is given out.</summary>
    private void Close()
    {
        var over = Grams - Bound;
        var all = people
            .AsParallel()
            .AsOrdered()
            .WithCancellation(stop)
            .Select((p, n) => p.Every(level, Worth, onwards, CheapestKnown(n, Worth) + over))
            .ToList();
        Improve();
        if (all.TrueForAll(a => a))
            Bound = Grams;
    }

    /// <summary>Asks everyone with prices and takes what that bounds; false where it had to end.</summary>
    private bool Price(double[] prices, Action<int, PartyColumn?>? found = null)
    {
        var asked = people
            .AsParallel()
            .AsOrdered()
            .WithCancellation(stop)
            .Select((p, n) => p.Cheapest(level, prices, onwards, CheapestKnown(n, prices)))
            .ToList();
        foreach (var (n, a) in asked.Index())
            found?.Invoke(n, a.New ?? Known(n).MinBy(b => PartyPerson.CostOf(b, prices)));
        var bound = asked.Sum(a => a.Least) - lots.Select((l, i) => l.Items.Count * prices[i]).Sum();
        if (bound > Bound)
            (Bound, Worth) = (bound, prices);
        return onwards();
    }

    private IEnumerable<PartyColumn> Known(int person) => people[person].Beds.Where(b => b.Level >= level);

    private double CheapestKnown(int person, double[] prices) =>
        Known(person).Select(b => PartyPerson.CostOf(b, prices)).Append(WithoutG).Min();

    private PartyMaster Master() =>
        new([.. people.Select((_, n) => Known(n).ToList())], [.. lots.Select(l => l.Items.Count)], WithoutG);

    private void Improve()
    {
        var (grams, beds) = Master().Whole(stop);
        stop.ThrowIfCancellationRequested();
        if (grams >= Grams - LightestBed.Grain)
            return;
        (Grams, Beds) = (grams, beds);
        heard?.Invoke(this);
    }
}
