using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>One bed of one person.</summary>
/// <param name="Chosen">The things, by number of that person.</param>
/// <param name="Grams">What it adds to the load.</param>
/// <param name="Level">How good it is.</param>
/// <param name="Takes">How many it takes of each lot that others want too.</param>
internal sealed record PartyColumn(int[] Chosen, double Grams, double Level, IReadOnlyDictionary<int, int> Takes)
{
    private readonly KeyValuePair<int, int>[] takes = [.. Takes];

    /// <summary>What it costs at prices of the lots, g; where there are none what it weighs.</summary>
    public double CostAt(double[]? prices)
    {
        var cost = Grams;
        if (prices is null)
            return cost;
        foreach (var (lot, count) in takes)
            cost += count * prices[lot];
        return cost;
    }
}

/// <summary>Things that are alike and free for more than one of a party.</summary>
/// <param name="Items">They.</param>
/// <param name="MassG">Mass of one.</param>
internal sealed record PartyLot(IReadOnlyList<Guid> Items, double MassG);

/// <summary>One of a party: what may be taken, and every bed that was found so far.</summary>
internal sealed class PartyPerson
{
    private readonly Dictionary<double, LightestBed> last = [];
    private readonly BedTrials beside;
    private readonly HashSet<System.Numerics.BigInteger> known = [];
    private readonly List<PartyColumn> beds = [];
    private readonly int[] lotOf;

    /// <summary>Takes a person.</summary>
    /// <param name="run">The trip of this person.</param>
    /// <param name="things">What may be taken.</param>
    /// <param name="nights">The nights, from 0.</param>
    /// <param name="lots">What others want too.</param>
    public PartyPerson(TripRun run, ChoiceThings things, IReadOnlyList<int> nights, IReadOnlyList<PartyLot> lots)
    {
        (Run, Things, Trials) = (run, things, new(run, things, nights, byChance: false, alone: false));
        // What is told is told while others are asked for, and two things may be asked of one person at once.
        (Telling, beside) = (new(run, things, Trials.Beside()), Trials.Beside());
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

    /// <summary>Places that were visited, beds laid out dry, and trips replayed.</summary>
    public (long Nodes, long Laid, long Replayed) Looked { get; private set; }

    /// <summary>Every bed that was found so far and reaches a level.</summary>
    public List<PartyColumn> BedsOf(double level)
    {
        lock (beds)
            return [.. beds.Where(b => b.Level >= level)];
    }

    /// <summary>A bed that was found is only so good once everyone's are packed.</summary>
    public void Refuse(PartyColumn bed, double level)
    {
        Trials.Refuse(bed.Chosen, level);
        lock (beds)
            beds.Remove(bed);
    }

    /// <summary>What the cheapest bed that was found so far and reaches a level costs at prices, g; infinite where there is none.</summary>
    public double CheapestOf(double level, double[] prices)
    {
        var least = double.PositiveInfinity;
        lock (beds)
        {
            foreach (var bed in beds)
            {
                if (bed.Level >= level)
                    least = Math.Min(least, bed.CostAt(prices));
            }
        }
        return least;
    }

    /// <summary>What is not to be taken costs this, g.</summary>
    private const double Shut = 10_000_000;

    /// <summary>The cheapest bed that reaches a level with at most so many of each lot.</summary>
    /// <param name="level">The level.</param>
    /// <param name="most">Of each lot.</param>
    /// <param name="prices">What one of each lot costs besides its grams, g; null for nothing.</param>
    /// <param name="onwards">Says whether it may go on.</param>
    /// <param name="limit">What costs more is of no use, g.</param>
    /// <param name="near">Ends where nothing can be cheaper by more than this share; null with what is found at once, if anything.</param>
    /// <param name="mostReplays">Ends after so many replays.</param>
    /// <param name="inTurn">It is asked while another thing may be asked of the same person.</param>
    /// <returns>None costs less than this, g, and the bed; null where there is none, or it had to end.</returns>
    public (double Least, PartyColumn? Bed) LightestOf(
        double level,
        int[] most,
        double[]? prices,
        Func<bool> onwards,
        double limit,
        double? near,
        int mostReplays,
        bool inTurn
    )
    {
        PartyColumn? Known() =>
            BedsOf(level).Where(b => b.Takes.All(t => t.Value <= most[t.Key])).MinBy(b => b.CostAt(prices));
        var best = Known();
        var mostG = Math.Min(best?.CostAt(prices) ?? limit, limit);
        var left = (int[])[.. most];
        double[] cost =
        [
            .. lotOf.Select(l =>
                l < 0 ? 0
                : --left[l] >= 0 ? prices?[l] ?? 0
                : Shut
            ),
        ];
        var trials = inTurn ? beside : Trials;
        var before = trials.Replayed;
        LightestBed search;
        lock (last)
        {
            search = last[level] = new(
                Run,
                Things,
                trials,
                new(level, mostG, Prices: cost, Near: near ?? 0, Known: best is not null),
                last.GetValueOrDefault(level) ?? last.Values.LastOrDefault()
            )
            {
                Onwards = () => near is not null && onwards() && trials.Replayed - before < mostReplays,
                Dives = true,
                Better = bed => Keep(bed, trials),
            };
        }
        var found = search.Search();
        var least = search.Ended ? Math.Min(search.Bound, mostG) : mostG;
        lock (beds)
            Looked = (
                Looked.Nodes + search.Nodes,
                Looked.Laid + search.Laid,
                Looked.Replayed + trials.Replayed - before
            );
        // What was refused meanwhile is no bed.
        return found is not null && Keep(found, trials) is var bed && bed.Level >= level
            ? (Math.Min(least, bed.CostAt(prices)), bed)
            : (least, Known());
    }

    /// <summary>How good everything at once is: nothing is better.</summary>
    public double LevelOfEverything() =>
        Things.MayLieUnder([.. Enumerable.Range(0, Things.All.Count)])
            ? Trials.Level([.. Enumerable.Range(0, Things.All.Count)], double.NegativeInfinity)
            : double.NegativeInfinity;

    private PartyColumn Keep(int[] chosen, BedTrials trials)
    {
        var bed = new PartyColumn(
            chosen,
            chosen.Sum(n => Things.All[n].Grams),
            trials.Level(chosen, double.NegativeInfinity),
            chosen.Where(n => lotOf[n] >= 0).CountBy(n => lotOf[n]).ToDictionary()
        );
        lock (beds)
        {
            if (known.Add(BedTrials.KeyOf(chosen)))
                beds.Add(bed);
        }
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
