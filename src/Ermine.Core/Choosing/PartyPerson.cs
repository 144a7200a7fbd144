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
/// <param name="MassG">Mass of one.</param>
internal sealed record PartyLot(IReadOnlyList<Guid> Items, double MassG);

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
        // What is told is told while others are asked for.
        Telling = new(run, things, Trials.Beside());
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

    /// <summary>What is not to be taken costs this, g.</summary>
    private const double Shut = 10_000_000;

    /// <summary>The lightest bed that reaches a level with at most so many of each lot.</summary>
    /// <param name="level">The level.</param>
    /// <param name="most">Of each lot.</param>
    /// <param name="onwards">Says whether it may go on.</param>
    /// <param name="mostG">Known from elsewhere: one adds no more than this, g.</param>
    /// <param name="near">Ends where nothing can be lighter by more than this share.</param>
    /// <returns>None adds less than this, g, and the bed; null where it is one that is known, or it had to end.</returns>
    public (double Least, PartyColumn? New) LightestOf(
        double level,
        int[] most,
        Func<bool> onwards,
        double mostG,
        double near
    )
    {
        var search = Search(level, most, onwards, mostG, near);
        var found = search.Search();
        Looked = (Looked.Nodes + search.Nodes, Looked.Laid + search.Laid);
        var least = search.Ended ? Math.Min(search.Bound, mostG) : mostG;
        return found is not null && Keep(found) is var bed ? (search.Ended ? least : bed.Grams, bed) : (least, null);
    }

    /// <summary>A good bed at once with at most so many of each lot, of what adds less than a limit; null where none was found so fast.</summary>
    public PartyColumn? Good(double level, int[] most, Func<bool> onwards, double mostG) =>
        Search(level, most, onwards, mostG, 0, onlyDives: true).Search() is { } found ? Keep(found) : null;

    private LightestBed Search(
        double level,
        int[] most,
        Func<bool> onwards,
        double mostG,
        double near,
        bool onlyDives = false
    )
    {
        var left = (int[])[.. most];
        double[] prices = [.. lotOf.Select(l => l < 0 || --left[l] >= 0 ? 0 : Shut)];
        return last[level] = new(
            Run,
            Things,
            Trials,
            new(level, mostG, Prices: prices, Near: near),
            last.GetValueOrDefault(level) ?? last.Values.LastOrDefault()
        )
        {
            Onwards = onwards,
            Dives = true,
            OnlyDives = onlyDives,
        };
    }

    /// <summary>How good everything at once is: nothing is better.</summary>
    public double LevelOfEverything() =>
        Things.MayLieUnder([.. Enumerable.Range(0, Things.All.Count)])
            ? Trials.Level([.. Enumerable.Range(0, Things.All.Count)], double.NegativeInfinity)
            : double.NegativeInfinity;

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
