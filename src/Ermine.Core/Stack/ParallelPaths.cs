namespace Ermine.Core.Stack;

/// <summary>A piece of insulation over a region.</summary>
/// <param name="Resistance">m²K/W where it lies.</param>
/// <param name="Cover">Share of the region that it covers, 0–1.</param>
public readonly record struct Piece(double Resistance, double Cover)
{
    /// <summary>Resistance averaged over the region, m²K/W.</summary>
    public double Mean => Resistance * Cover;
}

/// <summary>One way for heat through a region that several pieces cover in part.</summary>
/// <param name="Share">Share of the region, 0–1.</param>
/// <param name="Resistance">Sum of the pieces on this way, m²K/W.</param>
public readonly record struct HeatPath(double Share, double Resistance);

/// <summary>
/// Divides a region into ways side by side. Covers are nested: what covers less lies within what covers more,
/// as short pads all begin at the shoulders and boots and socks both end at the toes (assumption).
/// </summary>
public static class ParallelPaths
{
    /// <summary>The ways through a region; their shares sum to 1.</summary>
    public static IReadOnlyList<HeatPath> Through(IReadOnlyList<Piece> pieces)
    {
        var paths = new List<HeatPath>(pieces.Count + 1);
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
            paths.Add(new(to - from, sum));
            from = to;
        }
        return paths;
    }
}
