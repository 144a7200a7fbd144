using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>One bed of one person.</summary>
/// <param name="Chosen">The things, by number of that person.</param>
/// <param name="Grams">What it adds to the load.</param>
/// <param name="Level">How good it is.</param>
/// <param name="Takes">How many it takes of each lot that others want too.</param>
internal sealed record PartyColumn(int[] Chosen, double Grams, double Level, IReadOnlyDictionary<int, int> Takes);

/// <summary>Things that are alike and free for more than one of a party.</summary>
/// <param name="Items">They.</param>
internal sealed record PartyLot(IReadOnlyList<Guid> Items);

/// <summary>One of a party: what may be taken, and every bed that was found so far.</summary>
internal sealed class PartyPerson
{
    private readonly Dictionary<double, LightestBed> last = [];
    private readonly HashSet<System.Numerics.BigInteger> known = [];
    private readonly int[] lotOf;

    /// <summary>Takes a person.</summary>
    /// <param name="run">The trip of this person.</param>
    /// <param name="things">What may be taken.</param>
    /// <param name="nights">The nights, from 0.</param>
    /// <param name="lots">What others want too.</param>
    public PartyPerson(TripRun run, ChoiceThings things, IReadOnlyList<int> nights, IReadOnlyList<PartyLot> lots)
    {
        (Run, Things, Trials) = (run, things, new(run, things, nights, byChance: false));
        Telling = new(run, things, Trials);
        lotOf =
        [
            .. things.All.Select(t =>
                lots.Index().FirstOrDefault(l => l.Item.Items.Contains(t.Item.Id), (-1, null!)).Index
            ),
        ];
    }

    public TripRun Run { get; }

    public ChoiceThings Things { get; }

    public BedTrials Trials { get; }

    public BedsTold Telling { get; }

    /// <summary>Every bed that was found so far.</summary>
    public List<PartyColumn> Beds { get; } = [];

    /// <summary>Places that were visited, and beds laid out dry.</summary>
    public (long Nodes, long Laid) Looked { get; private set; }

    /// <summary>What a bed costs where lots have a price.</summary>
    public static double CostOf(PartyColumn bed, double[] prices) =>
        bed.Grams + bed.Takes.Sum(t => t.Value * prices[t.Key]);

    /// <summary>The cheapest bed that reaches a level.</summary>
    /// <param name="level">The level.</param>
    /// <param name="prices">Of each lot.</param>
    /// <param name="onwards">Says whether it may go on.</param>
    /// <param name="most">Known from elsewhere: one costs no more than this.</param>
    /// <param name="floor">Known from elsewhere: none costs less than this.</param>
    /// <param name="dives">Looks for a good one at once.</param>
    /// <returns>None costs less than this, and the bed; null where it is one that is known, or it had to end.</returns>
    public (double Least, PartyColumn? New) Cheapest(
        double level,
        double[] prices,
        Func<bool> onwards,
        double most,
        double floor = 0,
        bool dives = false
    )
    {
        var search = Search(new(level, most, Floor: floor, Prices: Priced(prices)), onwards, dives);
        var found = search.Search();
        Count(search);
        var least = search.Ended ? Math.Min(search.Bound, most) : most;
        return found is not null && Keep(found) is var bed
            ? (Math.Min(search.Ended ? least : most, CostOf(bed, prices)), bed)
            : (least, null);
    }

    /// <summary>Finds every bed that reaches a level, costs no more than a limit and of which nothing can be left out.</summary>
    /// <returns>Whether it came to the end.</returns>
    public bool Every(double level, double[] prices, Func<bool> onwards, double most)
    {
        var search = Search(new(level, most, Prices: Priced(prices), EveryOne: true), onwards);
        search.Search();
        Count(search);
        foreach (var bed in search.Every)
            Keep(bed);
        return !search.Ended;
    }

    /// <summary>The worst that can be had: how good everything at once is.</summary>
    public double LevelOfEverything() =>
        Things.MayLieUnder([.. Enumerable.Range(0, Things.All.Count)])
            ? Trials.Level([.. Enumerable.Range(0, Things.All.Count)], double.NegativeInfinity)
            : double.NegativeInfinity;

    private LightestBed Search(BedSought sought, Func<bool> onwards, bool dives = false) =>
        last[sought.Level] = new(
            Run,
            Things,
            Trials,
            sought,
            last.GetValueOrDefault(sought.Level) ?? last.Values.LastOrDefault()
        )
        {
            Onwards = onwards,
            Dives = dives,
        };

    private void Count(LightestBed search) => Looked = (Looked.Nodes + search.Nodes, Looked.Laid + search.Laid);

    private double[] Priced(double[] prices) => [.. lotOf.Select(l => l < 0 ? 0 : prices[l])];

    private PartyColumn Keep(int[] chosen)
    {
        var bed = new PartyColumn(
            chosen,
            chosen.Sum(n => Things.All[n].Grams),
            Trials.Level(chosen, double.NegativeInfinity),
            chosen.Where(n => lotOf[n] >= 0).CountBy(n => lotOf[n]).ToDictionary()
        );
        if (known.Add(BedTrials.KeyOf(chosen)))
            Beds.Add(bed);
        return bed;
    }

    /// <summary>Lets go of what is only of use at other levels.</summary>
    public void Forget(double butFor)
    {
        foreach (var level in last.Keys.Where(l => l != butFor).ToList())
        {
            if (last.Count > 1)
                last.Remove(level);
        }
    }
}
