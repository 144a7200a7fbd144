using System.Numerics;

namespace Ermine.Core.Stack;

/// <summary>A bag or quilt over one way through the body.</summary>
/// <param name="Resistance">What it would give alone, m²K/W.</param>
/// <param name="Least">Least that it keeps, m²K/W.</param>
/// <param name="MassG">Its mass, g.</param>
/// <param name="IsBag">It encloses, so that clothes crease in it.</param>
/// <param name="SpareR">Resistance of what has room in it round the chest, m²K/W; infinite where that is not asked.</param>
internal readonly record struct Top(double Resistance, double Least, double MassG, bool IsBag, double SpareR)
{
    /// <summary>The most that it can give beside a thicker one, m²K/W.</summary>
    public double AtMostFurther => Math.Max(TopLayers.Further * Resistance, Least);
}

/// <summary>What is worn under bags and quilts on one way.</summary>
/// <param name="All">What it gives by itself, m²K/W.</param>
/// <param name="Creasing">Of that, what creases inside a bag.</param>
/// <param name="Least">Least that it keeps when it is squeezed.</param>
internal readonly record struct WornWithin(double All, double Creasing, double Least);

/// <summary>
/// What bags and quilts give together: a heavier one outside crushes those within, every one but the best counts 0.85, clothes crease in a
/// bag, and what has no room is squeezed (assumptions). Of all ways to count them the warmest is taken: one that would cost the others more
/// than it brings counts for nothing, so adding one never makes a bed colder.
/// </summary>
internal static class TopLayers
{
    /// <summary>What a further top layer keeps (assumption).</summary>
    public const double Further = 0.85;

    /// <summary>Most that a heavier layer outside takes (assumption).</summary>
    public const double MostCrush = 0.3;

    /// <summary>What the mass of the outer over that of the inner takes, for each time it is heavier (assumption).</summary>
    public const double CrushSlope = 0.10;

    /// <summary>Most of them that count together.</summary>
    private const int MostTogether = 3;

    /// <summary>What a layer keeps under a heavier one.</summary>
    public static double Crush(double massG, double outsideG) =>
        outsideG <= massG || massG <= 0 ? 1 : 1 - Math.Min(MostCrush, CrushSlope * (outsideG / massG - 1));

    /// <summary>What clothes lose inside, m²K/W: never more than the bags bring.</summary>
    public static double Creased(double creasing, double over, double bags) =>
        Math.Min(StackBuilder.WornInsideBag * Math.Min(1, over / StackBuilder.FullBag) * creasing, bags);

    /// <summary>The warmest way to count them.</summary>
    /// <param name="tops">From the inside out.</param>
    /// <param name="worn">What is worn within.</param>
    /// <param name="gives">Takes what each gives before anything is squeezed, m²K/W; 0 where it counts for nothing.</param>
    /// <returns>What they give with what is worn, m²K/W.</returns>
    public static double Count(ReadOnlySpan<Top> tops, WornWithin worn, Span<double> gives)
    {
        gives.Clear();
        var narrow = false;
        foreach (var top in tops)
            narrow |= double.IsFinite(top.SpareR);
        // The thickest first: what they give together rules out most other sets unseen.
        Span<int> order = stackalloc int[tops.Length];
        var slack = 0.0;
        for (var n = 0; n < tops.Length; n++)
        {
            var at = n;
            for (; at > 0 && tops[order[at - 1]].AtMostFurther < tops[n].AtMostFurther; at--)
                order[at] = order[at - 1];
            order[at] = n;
            slack = Math.Max(slack, (1 - Further) * tops[n].Resistance);
        }
        var found = (Total: worn.All, Set: 0u, Main: 0);
        if (tops.Length >= MostTogether)
            Look(tops, worn, 1u << order[0] | 1u << order[1] | 1u << order[2], narrow, ref found);
        for (var a = 0; a < tops.Length; a++)
        {
            var first = worn.All + slack + tops[order[a]].AtMostFurther;
            for (var b = a; b < tops.Length; b++)
            {
                var second = first + tops[order[b]].AtMostFurther;
                if (second + tops[order[b]].AtMostFurther <= found.Total)
                    break;
                for (var c = b; c < tops.Length; c++)
                {
                    if (second + tops[order[c]].AtMostFurther <= found.Total)
                        break;
                    // Where fewer than three count the thickest is named again: each set is met once.
                    if (a == b || b != c)
                        Look(tops, worn, 1u << order[a] | 1u << order[b] | 1u << order[c], narrow, ref found);
                }
            }
        }
        if (found.Set != 0)
            Together(tops, found.Set, found.Main, worn, gives);
        return found.Total;
    }

    /// <summary>Keeps a set if it is warmer than what was found.</summary>
    private static void Look(
        ReadOnlySpan<Top> tops,
        WornWithin worn,
        uint set,
        bool narrow,
        ref (double Total, uint Set, int Main) found
    )
    {
        var best = Most(tops, set);
        for (var main = 0; main < tops.Length; main++)
        {
            // Where nothing is squeezed, the one that gives most is the best to count in full.
            if ((set & 1u << main) == 0 || !narrow && main != best)
                continue;
            var all = Together(tops, set, main, worn, []);
            if (all > found.Total + 1e-12)
                found = (all, set, main);
        }
    }

    /// <summary>What some of them give together with what is worn in them, m²K/W.</summary>
    private static double Together(ReadOnlySpan<Top> tops, uint set, int main, WornWithin worn, Span<double> gives)
    {
        var (over, bags, heaviest) = (0.0, 0.0, 0.0);
        for (var i = tops.Length - 1; i >= 0; i--)
        {
            if ((set & 1u << i) == 0)
                continue;
            var given = Given(tops[i], heaviest, i == main);
            heaviest = Math.Max(heaviest, tops[i].MassG);
            over += given;
            bags += tops[i].IsBag ? given : 0;
            if (!gives.IsEmpty)
                gives[i] = given;
        }
        var creased = Creased(worn.Creasing, over, bags);
        return worn.All - creased + over - Squeezed(tops, set, main, worn with { All = worn.All - creased });
    }

    /// <summary>The one of a set that would give most in full.</summary>
    private static int Most(ReadOnlySpan<Top> tops, uint set)
    {
        var (found, most, heaviest) = (-1, -1.0, 0.0);
        for (var i = tops.Length - 1; i >= 0; i--)
        {
            if ((set & 1u << i) == 0)
                continue;
            var whole = Given(tops[i], heaviest, main: true);
            heaviest = Math.Max(heaviest, tops[i].MassG);
            if (whole > most)
                (found, most) = (i, whole);
        }
        return found;
    }

    private static double Squeezed(ReadOnlySpan<Top> tops, uint set, int main, WornWithin worn)
    {
        var (inside, least, squeezed) = (worn.All, worn.Least, 0.0);
        if (!Narrow(tops, set))
            return 0;
        for (var i = 0; i < tops.Length; i++)
        {
            if ((set & 1u << i) == 0)
                continue;
            var excess = Math.Max(0, inside - squeezed - Math.Max(tops[i].SpareR, least));
            squeezed += excess;
            var heaviest = 0.0;
            for (var outer = i + 1; outer < tops.Length; outer++)
                heaviest = (set & 1u << outer) != 0 ? Math.Max(heaviest, tops[outer].MassG) : heaviest;
            inside += Given(tops[i], heaviest, i == main);
            least += tops[i].Least;
        }
        return squeezed;
    }

    private static bool Narrow(ReadOnlySpan<Top> tops, uint set)
    {
        for (var i = 0; i < tops.Length; i++)
        {
            if ((set & 1u << i) != 0 && double.IsFinite(tops[i].SpareR))
                return true;
        }
        return false;
    }

    private static double Given(Top top, double heaviestOutside, bool main) =>
        Math.Max(top.Resistance * Crush(top.MassG, heaviestOutside) * (main ? 1 : Further), top.Least);
}
