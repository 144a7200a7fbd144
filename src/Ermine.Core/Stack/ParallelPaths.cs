namespace Ermine.Core.Stack;

/// <summary>A piece of insulation over a region.</summary>
/// <param name="Resistance">m²K/W where it lies.</param>
/// <param name="Cover">Share of the region that it covers, 0–1.</param>
/// <param name="FromFoot">It lies at the end of the region towards the feet.</param>
public readonly record struct Piece(double Resistance, double Cover, bool FromFoot = false)
{
    /// <summary>Resistance averaged over the region, m²K/W.</summary>
    public double Mean => Resistance * Cover;

    /// <summary>Where it begins and ends, from the head end of the region, 0–1.</summary>
    public (double From, double To) Lies => FromFoot ? (1 - Cover, 1) : (0, Cover);
}

/// <summary>
/// Divides a region into ways side by side. A piece that covers part of a region lies at its head end or at its foot end, so that short
/// pads from either end complete each other, and two from the same end lie on each other (assumption).
/// </summary>
public static class ParallelPaths
{
    /// <summary>What goes through a region: what goes through each of its ways, by the share of the region that it has.</summary>
    /// <param name="pieces">What lies over the region.</param>
    /// <param name="through">What goes through a way whose pieces sum to a resistance, m²K/W.</param>
    public static double Through(ReadOnlySpan<Piece> pieces, Func<double, double> through)
    {
        var (whole, from) = (0.0, 0.0);
        while (from < 1)
        {
            var (to, sum) = Way(pieces, from);
            whole += (to - from) * through(sum);
            from = to;
        }
        return whole;
    }

    /// <summary>The way that begins at a place: where it ends, and what its pieces sum to, m²K/W.</summary>
    /// <param name="pieces">What lies over the region.</param>
    /// <param name="from">Where it begins, 0 or more and under 1.</param>
    public static (double To, double Resistance) Way(ReadOnlySpan<Piece> pieces, double from)
    {
        var (to, sum) = (1.0, 0.0);
        foreach (var piece in pieces)
        {
            var (begins, ends) = piece.Lies;
            if (begins > from)
                to = Math.Min(to, begins);
            else if (ends > from)
            {
                sum += piece.Resistance;
                to = Math.Min(to, ends);
            }
        }
        return (to, sum);
    }
}
