using Ermine.Core.Choosing;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Core.Teaching;

/// <summary>One thing against a night that is too cold, which costs nothing.</summary>
/// <param name="From">Where it comes from.</param>
/// <param name="Night">The night that it is for, from 0.</param>
/// <param name="Name">What it is; empty where nothing is put in.</param>
/// <param name="Part">What is changed.</param>
/// <param name="How">How, in a plain sentence.</param>
/// <param name="Then">What the plan then says of that night.</param>
/// <param name="MassG">Grams that it adds to the load; what comes along anyway adds none.</param>
/// <param name="Enough">The night is then as it should be.</param>
public sealed record Instead(
    ComesFrom From,
    int Night,
    string Name,
    FixPart Part,
    string How,
    Outcome Then,
    double MassG,
    bool Enough
);

/// <summary>What would do for nights that are too cold, and costs nothing.</summary>
/// <param name="Alone">Single things for the hardest night that anything helps, of each source the best.</param>
/// <param name="Together">One after the other, each for the night that is then hardest, until all are as they should be or nothing helps any more.</param>
/// <param name="Enough">Every night is then as it should be.</param>
public sealed record ForNothing(IReadOnlyList<Instead> Alone, IReadOnlyList<Instead> Together, bool Enough)
{
    /// <summary>Things taken together at most: nobody asks a neighbour for more.</summary>
    public const int MostTogether = 4;

    /// <summary>Single things told of each source.</summary>
    public const int MostOfOneSource = 2;

    /// <summary>Of every source so many that seem to be enough, the lightest, and so many others, those that carry furthest, are replayed.</summary>
    private const int Replayed = 3;

    /// <summary>What would do for a trip, and the trip with it.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="inHandK">What this person keeps in hand besides, K.</param>
    internal static (ForNothing Found, TripRun Run) For(TripRun run, double inHandK)
    {
        var asking = run.Knowing(
            run.Closet.With(Household.ForNight.Select(t => t.Usual).Where(u => run.Closet.Find(u.Id) is null))
        );
        var together = new List<Instead>();
        IReadOnlyList<Instead>? alone = null;
        // A night that no bed helps is left as it is, and the next is looked at.
        var beyondHelp = new HashSet<int>();
        while (Worst(asking, Short, beyondHelp) is { } night && together.Count < MostTogether)
        {
            var steps = Steps(asking, run, night, inHandK);
            if (steps.Count > 0)
                alone ??=
                [
                    .. steps.GroupBy(s => s.Told.From).SelectMany(of => of.Take(MostOfOneSource)).Select(s => s.Told),
                ];
            if (steps.Count == 0)
            {
                beyondHelp.Add(night);
                continue;
            }
            // What is enough stands first; else whatever carries furthest.
            var best = steps[0].Told.Enough ? steps[0] : steps.MaxBy(s => s.GainK)!;
            together.Add(best.Told);
            asking = best.Run;
        }
        return (new(alone ?? [], together, Worst(asking, Short, []) is null), asking);

        bool Short(Outcome night) => IsShort(night, inHandK);
    }

    /// <summary>Too cold for one who keeps something in hand.</summary>
    internal static bool IsShort(Outcome night, double inHandK) =>
        night.Verdict is not null && (night.IsShort || night.Margin is { } margin && margin.Kelvin < inHandK);

    /// <summary>The night that fares worst, from 0: by its verdict, and by what is to spare; null while none has one.</summary>
    internal static int? Hardest(TripRun run) => Worst(run, _ => true, []);

    private static int? Worst(TripRun run, Predicate<Outcome> of, HashSet<int> but) =>
        Enumerable
            .Range(0, run.Count)
            .Where(n => !but.Contains(n))
            .Select(n => (Night: (int?)n, Outcome: Outcome.Of(run, n), Low: run.LowOf(n)))
            .Where(n => n.Outcome.Verdict is not null && of(n.Outcome))
            .OrderByDescending(n => n.Outcome.Verdict is Verdict.Hot ? Verdict.Warm : n.Outcome.Verdict)
            .ThenBy(n =>
                n.Outcome.Margin?.Kelvin
                ?? (n.Outcome.Holds.Together.In(n.Low!.Value) ? double.MaxValue : double.MinValue)
            )
            .Select(n => n.Night)
            .FirstOrDefault();

    private sealed record Step(Instead Told, double GainK, TripRun Run);

    /// <summary>What can be put in, swapped, closed or laid otherwise, each replayed: what is enough first, from nearest by and lightest.</summary>
    private static List<Step> Steps(TripRun asking, TripRun owned, int night, double inHandK)
    {
        var (bedtime, water, before) = (asking.BedtimeOf(night), asking[night].EveningWater, Outcome.Of(asking, night));
        var (lying, need) = (asking.HoldsTogether(night).Together, asking.LowOf(night)!.Value.Celsius - inHandK);
        double Gains(ColdLine then) =>
            then.ColderThan(lying)?.Kelvin ?? (then.CompareTo(lying) < 0 ? double.MaxValue : 0);
        return
        [
            .. new NightChanges(asking, night, asking.Context.FreeFor(asking.Outfit))
                .Things()
                .Select(t => (t.Part, t.System, From: From(t.Part, owned)))
                // Of what a neighbour lends nothing takes the place of one's own.
                .Where(t => t.Part.Kind != FixKind.Swap || t.From == ComesFrom.Owned)
                .Select(t =>
                    (
                        t.Part,
                        t.System,
                        t.From,
                        Mass: Grams(t.System, asking, owned) - Grams(asking.SystemOf(night), asking, owned),
                        Then: asking.Model.HoldsTogether(night, t.System, bedtime, water).Together
                    )
                )
                .Where(t => Gains(t.Then) > 0)
                .GroupBy(t => t.From)
                .SelectMany(of =>
                    of.Where(t => t.Then.In(new(need)))
                        .OrderBy(t => t.Mass)
                        .Take(Replayed)
                        .Union(of.OrderByDescending(t => Gains(t.Then)).Take(Replayed))
                )
                .AsParallel()
                .AsOrdered()
                .WithCancellation(asking.Context.Stop)
                .Select(t => Told(t.Part, t.System, t.From, t.Mass))
                .AsSequential()
                .Where(s => s.Told.Then.IsBetterThan(before, Fixes.WorthMentioning))
                .OrderByDescending(s => s.Told.Enough)
                .ThenBy(s => s.Told.From)
                .ThenBy(s => s.Told.Enough ? s.Told.MassG : -s.GainK)
                .ThenBy(s => s.Told.Name, StringComparer.Ordinal),
        ];

        Step Told(FixPart part, SleepSystem system, ComesFrom from, double massG)
        {
            var with = asking.With(asking.Sleeping(night, system));
            var then = Outcome.Of(with, night);
            var item = part.ItemId is { } id ? asking.Closet.Find(id) : null;
            return new(
                new(from, night, item?.Name ?? "", part, How(part, item, from), then, massG, !IsShort(then, inHandK)),
                then.GainOver(before)?.Kelvin ?? double.MaxValue,
                with
            );
        }
    }

    private static double Grams(SleepSystem system, TripRun asking, TripRun owned)
    {
        var along = owned.Outfit.Along.ToHashSet();
        return system.ThingsIn(asking.Closet).Where(t => !along.Contains(t.Id)).Sum(t => t.MassG);
    }

    private static string How(FixPart part, KitItem? item, ComesFrom from) =>
        item is not null && Household.Find(item.Id) is { } household ? household.How
        : from == ComesFrom.Along && item is { Kind: ItemKind.Garment } && part.Kind == FixKind.Add
            ? "It comes along anyway: worn from getting in on, and dry."
        : part.Why;

    private static ComesFrom From(FixPart part, TripRun owned) =>
        part.ItemId is not { } id || owned.Outfit.Uses.Contains(id) ? ComesFrom.Along
        : owned.Closet.Find(id) is not null ? ComesFrom.Owned
        : Household.Find(id)!.From;
}
