namespace Ermine.Core.Stack;

/// <summary>A piece of insulation over a region.</summary>
/// <param name="Resistance">m²K/W where it lies.</param>
/// <param name="Cover">Share of the region that it covers, 0–1.</param>
public readonly record struct Piece(double Resistance, double Cover)
{
    /// <summary>Resistance averaged over the region, m²K/W.</summary>
    public double Mean => Resistance * Cover;
}

/// <summary>
/// Divides a region into ways side by side. Covers are nested: what covers less lies within what covers more,
/// as short pads all begin at the shoulders and boots and socks both end at the toes (assumption).
/// </summary>
public static class ParallelPaths
{
    /// <summary>What goes through a region: what goes through each of its ways, by the share of the region that it has.</summary>
    /// <param name="pieces">What lies over the region.</param>
    /// <param name="through">What goes through a way whose pieces sum to a resistance, m²K/W.</param>
    public static double Through(ReadOnlySpan<Piece> pieces, Func<double, double> through)
    {
        var whole = 0.0;
        var from = 0.0;
        while (from < 1)
        {
            var to = 1.0;
            var sum = 0.0;
            foreach (var piece in pieces)
            {
                if (piece.Cover <= from)
                    continue;
                sum += piece.Resistance;
                to = Math.Min(to, piece.Cover);
            }
            whole += (to - from) * through(sum);
            from = to;
        }
        return whole;
    }
}
