using System.Collections.Concurrent;

namespace Ermine.Core.Choosing;

/// <content>One after the other takes of what is left: good ways at once, while the best is sought.</content>
internal sealed partial class PartyBeds
{
    /// <summary>What is sought need only be found at once.</summary>
    private const double AtOnce = 1;

    /// <summary>Prices that are bartered at may change by so much of what a lot weighs.</summary>
    private const double BarterStep = 0.5;

    /// <summary>Where nothing new is known it is looked again after so long, ms.</summary>
    private const int Idle = 20;

    /// <summary>What is sought in turn may so often ask whether it goes on: where little is left it may take far longer than another turn.</summary>
    private const int MostLooks = 1500;

    /// <summary>Nothing is sought in turn any more.</summary>
    private volatile bool isDone;

    /// <summary>One after the other takes of what is left meanwhile, anew whenever better prices come.</summary>
    /// <param name="better">The prices; nothing where what everyone would have alone is known.</param>
    /// <param name="goes">Says whether it may go on.</param>
    private void TakeTurns(BlockingCollection<double[]?> better, Func<bool> goes)
    {
        // Whoever is asked last otherwise begins: what is learned of the beds of one is known to both who ask.
        var first = people.Count - 1;
        void Turn(double[]? at, double? near) => TakeTurn(first++ % people.Count, at, near);
        // Only the last of those that came meanwhile.
        bool Waits() => better.Count == 0 && goes();
        Turn(null, near: null);
        for (var n = 0; n < people.Count && Waits(); n++)
            Turn(null, AtOnce);
        Barter(Turn, Waits);
        foreach (var at in better.GetConsumingEnumerable())
        {
            BarterOnce(PricesNear(PricesNow, BarterStep).Prices, Turn, goes);
            if (Waits())
                Turn(at, Near);
            MakeDo(Near, Waits);
            Barter(Turn, Waits);
        }
        for (var n = 1; n < people.Count && goes(); n++)
        {
            Turn(prices, Near);
            MakeDo(Near, goes);
        }
        while (goes())
        {
            var were = Known();
            Barter(Turn, goes);
            for (var n = 0; n < people.Count && goes(); n++)
            {
                Turn(PricesNear(PricesNow, BarterStep).Prices, Near);
                MakeDo(Near, goes);
            }
            while (goes() && Known() == were)
                Thread.Sleep(Idle);
        }
    }

    private int Known() => people.Sum(p => p.BedsOf(level).Count);

    /// <summary>One after the other takes of what is left, at prices that leave to others what they need more; for as long as it may be lighter.</summary>
    private void TakeTurn(int first, double[]? at, double? near)
    {
        var (left, spent) = (All, 0.0);
        for (var n = 0; n < people.Count; n++)
        {
            // What the others come to at least.
            if (
                spent + Enumerable.Range(n, people.Count - n).Sum(i => Alone[(first + i) % people.Count]?.Grams ?? 0)
                > Grams
            )
                return;
            var last = n == people.Count - 1;
            var asked = new Question((first + n) % people.Count, [.. left], near, last ? null : at, InTurn: true)
            {
                Limit = last ? Grams - spent : WithoutG,
            };
            if (Ask([asked])[0].Bed is not { } bed)
                return;
            spent += bed.Grams;
            foreach (var (lot, count) in bed.Takes)
                left[lot] -= count;
        }
    }

    /// <summary>Everyone takes what is found at once at prices, then one after the other of what is left.</summary>
    private void BarterOnce(double[] at, Action<double[], double?> turn, Func<bool> goes)
    {
        for (var p = 0; p < people.Count && goes(); p++)
            Ask([new(p, All, AtOnce, at, InTurn: true)]);
        turn(at, AtOnce);
        MakeDo(AtOnce, goes);
    }

    /// <summary>The same at the prices of the beds that are known, for as long as that brings others: many are found so while one is sought to the end.</summary>
    private void Barter(Action<double[], double?> turn, Func<bool> goes)
    {
        var (at, were) = (PricesNow, -1);
        while (goes() && Known() is var count && count > were)
        {
            (were, at) = (count, PricesNear(at, BarterStep).Prices);
            BarterOnce(at, turn, goes);
        }
    }

    private void MakeDo(double near, Func<bool> goes)
    {
        while (goes() && TryMakeDo(near)) { }
    }

    /// <summary>
    /// Of those who could have a lighter bed if nobody else needed anything, the one who would save most takes of what the others leave now; false
    /// where all have been asked.
    /// </summary>
    private bool TryMakeDo(double near)
    {
        var beds = Beds;
        double Saves(int person) => (beds[person]?.Grams ?? WithoutG) - (Alone[person]?.Grams ?? 0);
        foreach (var person in Enumerable.Range(0, people.Count).OrderByDescending(Saves))
        {
            if (beds[person] is { } bed && Saves(person) <= Near * bed.Grams)
                return false;
            var left = All;
            foreach (var (lot, count) in beds.Where((_, p) => p != person).SelectMany(b => b?.Takes ?? NoTakes))
                left[lot] -= count;
            var asked = new Question(person, left, near, InTurn: true) { Limit = beds[person]?.Grams ?? WithoutG };
            // What was broken off would be so again.
            if (IsKnown(asked) || !madeDo.Add((asked.Key, near)))
                continue;
            Ask([asked]);
            return true;
        }
        return false;
    }

    private readonly HashSet<((int, string, double[]?, double) Asked, double Near)> madeDo = [];

    private static readonly IReadOnlyDictionary<int, int> NoTakes = new Dictionary<int, int>();
}
