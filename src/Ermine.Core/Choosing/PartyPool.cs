using Google.OrTools.Sat;

namespace Ermine.Core.Choosing;

/// <summary>
/// The lightest things that nobody sleeps in of which each of a party, in the bed that was chosen, becomes so much warmer: whoever needs them
/// has them, one at a time.
/// </summary>
internal static class PartyPool
{
    /// <summary>Seeks them.</summary>
    /// <param name="people">Everyone, with the chosen bed pinned and what the others sleep in left at home.</param>
    /// <param name="level">Degrees to spare that each must reach.</param>
    /// <param name="onwards">Says whether it may go on.</param>
    /// <param name="stop">Ends the work.</param>
    public static PooledReserve Seek(
        IReadOnlyList<PartyPerson> people,
        double level,
        Func<bool> onwards,
        CancellationToken stop
    )
    {
        var bases = people.Select(p => p.Things.Pinned.ToArray()).ToList();
        List<int> needy =
        [
            .. Enumerable
                .Range(0, people.Count)
                .Where(n => people[n].Trials.Level(bases[n], double.NegativeInfinity) < level),
        ];
        List<int> without = [.. needy.Where(n => people[n].LevelOfEverything() < level)];
        needy = [.. needy.Except(without)];
        var least = new double[people.Count];
        HashSet<Guid>? best = null;
        double Grams(IEnumerable<Guid> pool) => pool.Sum(id => people[0].Run.Closet.Find(id)!.MassG);
        // Whoever begins: what the first needs is there for the next.
        foreach (var first in needy)
        {
            HashSet<Guid> pool = [];
            foreach (var n in needy.OrderBy(n => n == first ? 0 : 1))
            {
                var (more, sure) = Lightest(people[n], pool, level, onwards);
                if (pool.Count == 0)
                    least[n] = sure;
                pool.UnionWith(more);
            }
            if (best is null || Grams(pool) < Grams(best))
                best = pool;
        }
        best ??= [];
        var bound = needy.Count > 0 ? least.Max() : 0;
        if (
            bound < Grams(best) - Totals.Grain
            && Covering(people, needy, level, Grams(best), onwards, stop) is { } lighter
        )
            (best, bound) = (lighter, Grams(lighter));
        return new(
            [.. best.OrderByDescending(id => people[0].Run.Closet.Find(id)!.MassG)],
            Grams(best),
            bound,
            least.Sum(),
            [
                .. people.Select(
                    (p, n) =>
                        p.Telling.SpareOf(
                            p.Trials.Replay(p.Things.Bed([.. bases[n], .. Numbers(p, best).Except(bases[n])]))
                        )
                ),
            ],
            without
        );
    }

    /// <summary>What of it a person could take, with what that person carries anyway.</summary>
    private static IEnumerable<int> Numbers(PartyPerson person, HashSet<Guid> pool) =>
        person.Things.All.Index().Where(t => t.Item.Grams <= 0 || pool.Contains(t.Item.Item.Id)).Select(t => t.Index);

    /// <summary>What of a bed is in nobody's bed and carried by nobody.</summary>
    private static IEnumerable<Guid> More(PartyPerson person, IEnumerable<int> bed) =>
        bed.Select(n => person.Things.All[n]).Where(t => !t.Pinned && t.Grams > 0).Select(t => t.Item.Id);

    private static double[] Free(PartyPerson person, HashSet<Guid> pool) =>
        [.. person.Things.All.Select(t => t.Pinned || pool.Contains(t.Item.Id) ? -t.Grams : 0)];

    private static (IEnumerable<Guid> Things, double Least) Lightest(
        PartyPerson person,
        HashSet<Guid> pool,
        double level,
        Func<bool> onwards
    )
    {
        var search = new LightestBed(person.Run, person.Things, person.Trials, new(level, Prices: Free(person, pool)))
        {
            Onwards = onwards,
            Dives = true,
        };
        var found = search.Search() ?? [.. Enumerable.Range(0, person.Things.All.Count)];
        return (More(person, found), search.Bound);
    }

    /// <summary>The lightest pool that holds what is enough for each; null where not all that could be lighter was found.</summary>
    private static HashSet<Guid>? Covering(
        IReadOnlyList<PartyPerson> people,
        IReadOnlyList<int> needy,
        double level,
        double most,
        Func<bool> onwards,
        CancellationToken stop
    )
    {
        var model = new CpModel();
        var taken = new Dictionary<Guid, BoolVar>();
        foreach (var n in needy)
        {
            var person = people[n];
            var search = new LightestBed(
                person.Run,
                person.Things,
                person.Trials,
                new(level, most, Prices: Free(person, []), EveryOne: true)
            )
            {
                Onwards = onwards,
            };
            search.Search();
            if (search.Ended)
                return null;
            var ways = new List<ILiteral>();
            foreach (var bed in search.Every)
            {
                var way = model.NewBoolVar("");
                ways.Add(way);
                foreach (var id in More(person, bed))
                {
                    if (!taken.TryGetValue(id, out var var))
                        taken[id] = var = model.NewBoolVar("");
                    model.AddImplication(way, var);
                }
            }
            model.AddBoolOr(ways);
        }
        model.Minimize(
            LinearExpr.WeightedSum(
                taken.Values,
                taken.Keys.Select(id => (long)Math.Round(10 * people[0].Run.Closet.Find(id)!.MassG))
            )
        );
        var solver = new CpSolver { StringParameters = "num_workers:1 random_seed:1" };
        using var ends = stop.Register(solver.StopSearch);
        return solver.Solve(model) == CpSolverStatus.Optimal
            ? [.. taken.Where(t => solver.BooleanValue(t.Value)).Select(t => t.Key)]
            : null;
    }
}
