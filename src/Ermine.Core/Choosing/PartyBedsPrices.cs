namespace Ermine.Core.Choosing;

/// <content>What lots are to cost so that what each would take at these prices bounds all ways as well as it can.</content>
internal sealed partial class PartyBeds
{
    /// <summary>A question at prices is broken off after so many replays: at others it may be answered sooner, and what was replayed stays known.</summary>
    private const int MostReplays = 60;

    /// <summary>
    /// A price may change by so much of what a lot weighs while it is foretold where prices lead, and first when beds that were found lead. Where that
    /// was too much it is <see cref="NextStep"/> of it the next time; less than the last brings nothing.
    /// </summary>
    private const double ForetoldStep = 0.3,
        FirstStep = 0.05,
        NextStep = 0.5,
        LastStep = 0.005;

    /// <summary>Asks at prices: what each comes to at least, less what all lots would bring, is less than any way of giving out.</summary>
    private void Price(Func<bool> goes, Action<double[]> better)
    {
        while (goes() && Foretold(prices ?? new double[lots.Count], goes) is { } led && Try(led)) { }
        var step = FirstStep;
        while (goes() && step >= LastStep)
        {
            var was = Bound;
            var near = PricesNear(prices ?? new double[lots.Count], step);
            // Nothing near these prices says much more.
            if (near.Hoped < (1 + NearPriced) * Bound)
                return;
            Try(near);
            var share = (Bound - was) / (near.Hoped - was);
            step =
                share <= 0 ? step * NextStep
                : share > 0.5 ? Math.Min(step / NextStep, ForetoldStep)
                : step;
        }

        // Whether it bounds a good deal better.
        bool Try((double[] Prices, double Hoped) next)
        {
            var was = Bound;
            var near = Math.Clamp((next.Hoped / Bound - 1) / 2, NearPriced, NearAtFirst);
            if (AtPrices(Everyone(All), next.Prices, near) is var bound && bound > Bound)
            {
                (prices, Bound) = (next.Prices, Math.Min(bound, Grams));
                better(next.Prices);
            }
            return Bound > (1 + NearPriced) * was;
        }
    }

    /// <summary>Where prices lead is looked for so often.</summary>
    private const int MostForetold = 30;

    /// <summary>Prices at which beds that are taken in part bound best, and by how much: each time where the line over what they came to so far leads. Null where none bound better.</summary>
    private (double[] Prices, double Hoped)? Foretold(double[] from, Func<bool> goes)
    {
        var columns = people.Select(_ => new List<LotColumn>()).ToList();
        var (best, least, step) = (from, Least(from), ForetoldStep);
        for (var n = 0; n < MostForetold && double.IsFinite(least) && goes(); n++)
        {
            var (next, hoped) = Priced(columns, best, step);
            if (hoped < (1 + NearPriced) * least)
                break;
            var (then, was) = (Least(next), least);
            if (then > least)
                (best, least) = (next, then);
            // Far from what was promised what is known says little there.
            if (then - was < was - hoped)
                step *= NextStep;
        }
        return best == from ? null : (best, least);

        double Least(double[] at)
        {
            var sum = -Brought(at);
            foreach (
                var (person, bed) in people
                    .AsParallel()
                    .AsOrdered()
                    .Select(p => p.CheapestInPart(level, at))
                    .ToList()
                    .Index()
            )
            {
                if (bed is not { } found)
                    return double.NegativeInfinity;
                columns[person].Add(found.Bed);
                sum += found.Least;
            }
            return sum;
        }
    }

    /// <summary>The prices of the beds that are known, no further than a step from others, and what they may bound by, g.</summary>
    private (double[] Prices, double Hoped) PricesNear(double[] from, double step) =>
        Priced(
            [
                .. people.Select(p =>
                    p.BedsOf(level)
                        .Select(b => new LotColumn(b.Grams, b.Takes.Select(t => (t.Key, (double)t.Value))))
                        .ToList()
                ),
            ],
            from,
            step
        );

    private (double[] Prices, double Hoped) Priced(List<List<LotColumn>> beds, double[] from, double step) =>
        LotPrices.Of(beds, lots, WithoutG, from, step, grain);

    /// <summary>What all lots would bring.</summary>
    private double Brought(double[] at) => lots.Index().Sum(l => at[l.Index] * l.Item.Items.Count);

    /// <summary>What a way comes to at least by prices, g.</summary>
    private double AtPrices(int[][] most, double[] at, double near = NearPriced) =>
        Ask(most, near, at).Sum(e => e.Least) - Brought(at);
}
