namespace Ermine.Core.Choosing;

/// <content>What lots are to cost so that what each would take at these prices bounds all ways as well as it can.</content>
internal sealed partial class PartyBeds
{
    /// <summary>A question at prices is broken off after so many replays: at others it may be answered sooner, and what was replayed stays known.</summary>
    private const int MostReplays = 60;

    /// <summary>
    /// At first a price may change by so much of what a lot weighs. Where that was too much it is <see cref="NextStep"/> of it the next time, where
    /// most of what was hoped for came more again; less than the last brings nothing.
    /// </summary>
    private const double FirstStep = 0.1,
        NextStep = 0.5,
        MostStep = 0.3,
        LastStep = 0.005;

    /// <summary>Asks at prices: what each comes to at least, less what all lots would bring, is less than any way of giving out.</summary>
    private void Price(Func<bool> goes, Action<double[]> better)
    {
        var step = FirstStep;
        while (goes() && step >= LastStep)
        {
            var was = Bound;
            var (next, hoped) = PricesNear(PricesNow, step);
            // Nothing near these prices says much more.
            if (hoped < (1 + NearPriced) * Bound)
                return;
            var near = Math.Clamp((hoped / Bound - 1) / 2, NearPriced, NearAtFirst);
            var bound = AtPrices(Everyone(All), next, near, isTrial: true);
            // Where there are no prices yet, what was broken off or is not near enough is asked again for as long as it may bound better.
            while (
                prices is null
                && bound <= Bound
                && MayBound(next)
                && goes()
                && !Questions(Everyone(All), NearPriced, next).All(IsKnown)
            )
                bound = AtPrices(Everyone(All), next, isTrial: true);
            if (bound > Bound)
            {
                (prices, Bound) = (next, Math.Min(bound, Grams));
                better(next);
            }
            var share = (Bound - was) / (hoped - was);
            step =
                share <= 0 ? step * NextStep
                : share > 0.5 ? Math.Min(step / NextStep, MostStep)
                : step;
        }
    }

    /// <summary>The prices of the beds that are known, no further than a step from others, and what they may bound by, g.</summary>
    private (double[] Prices, double Hoped) PricesNear(double[] from, double step) =>
        LotPrices.Of([.. people.Select(p => p.BedsOf(level))], lots, WithoutG, from, step, grain);

    /// <summary>What all lots would bring.</summary>
    private double Brought(double[] at) => lots.Index().Sum(l => at[l.Index] * l.Item.Items.Count);

    /// <summary>What a way comes to at least by prices, g.</summary>
    /// <param name="most">How many of each lot each may take.</param>
    /// <param name="at">The prices.</param>
    /// <param name="near">What is sought need only be so near to the cheapest, as a share.</param>
    /// <param name="isTrial">Only whether it is more than the bound is asked.</param>
    private double AtPrices(int[][] most, double[] at, double near = NearPriced, bool isTrial = false) =>
        Ask([.. Questions(most, near, at).Select(q => q with { IsTrial = isTrial })]).Sum(e => e.Least) - Brought(at);

    /// <summary>Whether prices may bound better than those so far: not where beds that were found do with less at them.</summary>
    private bool MayBound(double[] at) => people.Sum(p => p.CheapestOf(level, at)) - Brought(at) > Bound;
}
