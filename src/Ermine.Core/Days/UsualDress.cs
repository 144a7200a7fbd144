using Ermine.Core.Body;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>
/// What is worn while nobody has dressed: one thing of each kind from the skin to the shell all day, the big jacket and camp trousers where one
/// stands or sits (assumption).
/// </summary>
public static class UsualDress
{
    /// <summary>Bars of a day.</summary>
    /// <param name="wearable">What can be worn.</param>
    /// <param name="blocks">The day's work.</param>
    public static IReadOnlyList<Bar> Of(IEnumerable<Garment> wearable, IReadOnlyList<DayBlock> blocks)
    {
        if (blocks.Count == 0)
            return [];
        var (from, to) = (blocks[0].FromHour, blocks[^1].ToHour);
        List<Garment> all = [.. wearable];
        var kinds = all.Where(g => !g.IsSpare || !all.Any(o => !o.IsSpare && o.Main == g.Main && o.Tier == g.Tier))
            .GroupBy(g => (g.Main, g.Tier))
            .Select(g => g.OrderBy(x => x.Resistance).ThenBy(x => x.Item.Id).ToList());
        var bars = new List<Bar>();
        foreach (var kind in kinds)
        {
            var (thin, thick) = (kind[0], kind[^1]);
            if (!thick.IsForStops)
            {
                // On the head a thin hat; elsewhere what is warmest of its kind.
                bars.Add(new((thin.Main == Part.Head ? thin : thick).Item.Id, from, to));
                continue;
            }
            foreach (var block in blocks)
            {
                if (block.Going is null && Work.Class(block.Effort ?? Work.Usual(block.Activity)) <= 100)
                    bars.Add(new(thick.Item.Id, block.FromHour, block.ToHour));
            }
        }
        return bars;
    }
}
