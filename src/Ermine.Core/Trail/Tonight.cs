using System.Text;
using Ermine.Core.Choosing;
using Ermine.Core.Dryness;
using Ermine.Core.Frost;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Core.Trail;

/// <summary>Something that can have happened by the evening.</summary>
/// <param name="Mishap">What.</param>
/// <param name="ItemId">To which thing; null for all that is slept in: as damp as it may be without being wet.</param>
public sealed record Happened(Mishap Mishap, Guid? ItemId);

/// <summary>How far the air at an hour lies over the low of the night, as it is forecast.</summary>
/// <param name="Hour">Hours from the midnight before the evening.</param>
/// <param name="AboveK">K, at least 0.</param>
public sealed record AirAbove(double Hour, double AboveK);

/// <summary>The night with something that has happened.</summary>
/// <param name="With">Which of those that can, by their place in the list; none, one or two.</param>
/// <param name="Verdicts">
/// As it is then, and after each rung of what can be done: one letter for each whole degree of the outside low from the warmest down to the
/// coldest. w warm, c cool, d cold, n no-go.
/// </param>
public sealed record TonightState(IReadOnlyList<int> With, IReadOnlyList<string> Verdicts);

/// <summary>
/// What a night comes to at every low, with every one and every two of the things that can have happened, and with what can be done one
/// after the other: looked up where nothing can be computed.
/// </summary>
/// <param name="WarmestC">The low of the first letter, °C.</param>
/// <param name="ColdestC">The low of the last letter, °C.</param>
/// <param name="Above">From a reading to the low that it leads to.</param>
/// <param name="CanHappen">What can have happened.</param>
/// <param name="IfThen">What can be done, in order.</param>
/// <param name="States">The night with none, one and two of them.</param>
public sealed record TonightTable(
    int WarmestC,
    int ColdestC,
    IReadOnlyList<AirAbove> Above,
    IReadOnlyList<Happened> CanHappen,
    IfThen IfThen,
    IReadOnlyList<TonightState> States
);

/// <summary>Works out the table of a night.</summary>
public sealed class Tonight
{
    /// <summary>Lows that are looked up, °C.</summary>
    public const int Warmest = 10,
        Coldest = -60;

    /// <summary>Things that can have happened, the worst of all; all pairs of them are worked out.</summary>
    public const int MostThatHappen = 8;

    private readonly TripRun run;
    private readonly int night;
    private readonly MeasureLadder ladder;

    private Tonight(TripRun run, int night, MeasureLadder ladder) =>
        (this.run, this.night, this.ladder) = (run, night, ladder);

    /// <summary>The table of one night; null where its low is not known or nothing is laid out.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="night">Which night, from 0.</param>
    public static TonightTable? Of(TripRun run, int night) =>
        MeasureLadder.For(run, night) is { } ladder ? new Tonight(run, night, ladder).Table() : null;

    private TonightTable Table()
    {
        var plan = ladder.Climb();
        var can = Worst(plan);
        List<List<int>> combinations =
        [
            [],
            .. Enumerable.Range(0, can.Count).Select(a => new List<int> { a }),
            .. from a in Enumerable.Range(0, can.Count)
            from b in Enumerable.Range(a + 1, can.Count - a - 1)
            where can[a].ItemId != can[b].ItemId
            select new List<int> { a, b },
        ];
        return new(
            Warmest,
            Coldest,
            [.. ladder.Above()],
            can,
            plan,
            [
                .. combinations
                    .AsParallel()
                    .AsOrdered()
                    .WithCancellation(run.Context.Stop)
                    .Select(with => new TonightState(with, Letters(plan, [.. with.Select(w => can[w])]))),
            ]
        );
    }

    private List<string> Letters(IfThen plan, IReadOnlyList<Happened> happened)
    {
        var evening = ladder.After(happened);
        var letters = new List<string> { Spelt(ladder.Turns(evening)) };
        foreach (var rung in plan.Rungs)
        {
            evening = rung.Measures.Aggregate(evening, ladder.Take);
            letters.Add(Spelt(ladder.Turns(evening)));
        }
        return letters;
    }

    /// <summary>Nothing left to lie in is no-go in any air.</summary>
    private static string Spelt(NightTurns? turns)
    {
        var letters = new StringBuilder();
        for (var low = Warmest; low >= Coldest; low--)
            letters.Append(
                turns?.At(new(low)) switch
                {
                    Verdict.Warm or Verdict.Hot => 'w',
                    Verdict.Cool => 'c',
                    Verdict.Cold => 'd',
                    _ => 'n',
                }
            );
        return letters.ToString();
    }

    /// <summary>
    /// What would cost this night most, as things lie this evening, by what it then holds to; and the first two things that would be put on,
    /// gone.
    /// </summary>
    private List<Happened> Worst(IfThen plan)
    {
        var before = ladder.Holds(ladder.After([])).Together;
        var putOn = plan
            .Rungs.SelectMany(r => r.Measures)
            .Where(m => m.Part.Kind == FixKind.Add)
            .Select(m => new Happened(Mishap.Missing, m.Part.ItemId))
            .Take(2)
            .ToList();
        return
        [
            new(Mishap.Soaked, null),
            .. run.SystemOf(night)
                .ThingsIn(run.Closet)
                .SelectMany(Mishaps)
                .Select(h => (Happened: h, Line: ladder.Holds(ladder.After([h])).Together))
                .Where(h => h.Line.CompareTo(before) > 0)
                .OrderByDescending(h => h.Line, Comparer<ColdLine>.Create((a, b) => a.CompareTo(b)))
                .Select(h => h.Happened)
                .DistinctBy(h => h.ItemId)
                .Take(MostThatHappen - 1 - putOn.Count),
            .. putOn,
        ];
    }

    /// <summary>A pad goes soft or is gone, a bag or quilt gets wet, clothes get wet or are gone.</summary>
    private static IEnumerable<Happened> Mishaps(KitItem item)
    {
        if (item is { Kind: ItemKind.Pad, Material: Material.Inflatable })
            yield return new(Mishap.Fails, item.Id);
        else if (!item.IsTopLayer)
            yield return new(Mishap.Missing, item.Id);
        if (Textiles.IsTextile(item))
            yield return new(Mishap.Soaked, item.Id);
    }
}
