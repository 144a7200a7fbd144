using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>A stretch of the day in which work and dress stay the same, ten minutes at most.</summary>
/// <param name="FromHour">Begins.</param>
/// <param name="ToHour">Ends.</param>
/// <param name="Block">What is done; between two blocks a rest out of the wind.</param>
/// <param name="BlockId">The block of the plan; null between two.</param>
/// <param name="IsBreak">A break of the block's rhythm.</param>
public readonly record struct Span(double FromHour, double ToHour, DayBlock Block, Guid? BlockId, bool IsBreak)
{
    /// <summary>Middle of it.</summary>
    public double Middle => (FromHour + ToHour) / 2;
}

/// <summary>Cuts a day into stretches.</summary>
public static class Spans
{
    /// <summary>Longest stretch, h: wetness and openings are looked at anew after it.</summary>
    public const double Longest = 1.0 / 6;

    private const double Instant = 1e-6;

    /// <summary>
    /// The stretches of a day. They end on the tens of the clock and where work or dress changes, so that a block cut in two is the same
    /// block.
    /// </summary>
    /// <param name="blocks">Its blocks in order of time.</param>
    /// <param name="worn">What is worn when.</param>
    public static List<Span> Of(IReadOnlyList<DayBlock> blocks, IReadOnlyList<Bar> worn)
    {
        var spans = new List<Span>();
        if (blocks.Count == 0)
            return spans;
        var (begin, end) = (blocks[0].FromHour, blocks[^1].ToHour);
        var edges = new List<double> { begin, end };
        for (var tens = Math.Ceiling(begin / Longest) * Longest; tens < end; tens += Longest)
            edges.Add(tens);
        foreach (var bar in worn.Where(b => !b.AtHand))
            edges.AddRange([bar.FromHour, bar.ToHour]);
        foreach (var (n, block) in blocks.Index())
        {
            if (n == 0 || !SameWork(blocks[n - 1], block) || block.FromHour > blocks[n - 1].ToHour + Instant)
                edges.AddRange([n > 0 ? blocks[n - 1].ToHour : begin, block.FromHour]);
            if (block.BreakMinutes > 0)
            {
                for (var hour = Math.Floor(block.FromHour); hour < block.ToHour; hour++)
                    edges.AddRange([hour + 1 - block.BreakMinutes / 60, hour + 1]);
            }
        }
        edges.Sort();
        var from = begin;
        foreach (var to in edges)
        {
            if (to <= from + Instant || to > end + Instant)
                continue;
            spans.Add(At(blocks, from, to));
            from = to;
        }
        return spans;
    }

    /// <summary>Whether a break of the block's rhythm lasts at an hour: the last minutes of every hour of the clock.</summary>
    public static bool IsBreak(DayBlock block, double hour) =>
        block.BreakMinutes > 0 && hour - Math.Floor(hour) >= 1 - block.BreakMinutes / 60;

    private static Span At(IReadOnlyList<DayBlock> blocks, double from, double to)
    {
        var middle = (from + to) / 2;
        foreach (var block in blocks)
        {
            if (middle >= block.FromHour && middle < block.ToHour)
                return IsBreak(block, middle)
                    ? new(from, to, Resting(block), block.Id, true)
                    : new(from, to, block, block.Id, false);
        }
        return new(from, to, new(Guid.Empty, Activity.Rest, from, to, Place: DayPlace.Lee), null, false);
    }

    /// <summary>A break of a block: standing where it is worked.</summary>
    public static DayBlock Resting(DayBlock block) =>
        block with
        {
            Activity = Activity.Rest,
            Effort = Effort.Resting,
            Going = null,
        };

    private static bool SameWork(DayBlock one, DayBlock other) =>
        one with { Id = other.Id, FromHour = other.FromHour, ToHour = other.ToHour, Name = other.Name } == other;
}
