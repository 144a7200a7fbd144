using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>A load that does not hold what is in it, or weighs more than is reckoned with.</summary>
/// <param name="LoadId">Which.</param>
/// <param name="Day">On which day most, from 0.</param>
/// <param name="Litres">What is in it.</param>
/// <param name="HoldsL">What it holds.</param>
/// <param name="ItemId">The largest thing in it that could go elsewhere.</param>
/// <param name="Mend">Moves that to the load of the same person with most room; null where nothing has it.</param>
public sealed record Overfull(Guid LoadId, int Day, double Litres, double HoldsL, Guid? ItemId, LoadMend? Mend)
{
    /// <summary>Every load that is too full on some day, on its fullest.</summary>
    public static IReadOnlyList<Overfull> Of(LoadWay way)
    {
        var (layout, found) = (way.Layout, new List<Overfull>());
        for (var l = 0; layout.Days > 0 && l < layout.Loads.Count; l++)
        {
            var load = layout.Loads[l];
            if (Volumes.HeldBy(load, layout.ThingOf(load)) is not { } holds)
                continue;
            var day = Enumerable.Range(0, layout.Days).MaxBy(d => way.Days[d].Loads[l].Litres);
            var litres = way.Days[day].Loads[l].Litres;
            if (litres <= holds + 0.05)
                continue;
            var over = litres - holds;
            List<int> tooFull =
            [
                .. Enumerable.Range(0, layout.Days).Where(d => way.Days[d].Loads[l].Litres > holds + 0.05),
            ];
            var largest = layout
                .Things.Index()
                .Where(t => layout.Spots[t.Index][day].Load == l && load.ItemId != t.Item.Item.Id)
                .OrderBy(t => t.Item.Litres < over ? over - t.Item.Litres : (t.Item.Litres - over) / 100)
                .ToList();
            var room = Enumerable
                .Range(0, layout.Loads.Count)
                .Where(o =>
                    o != l
                    && layout.Loads[o].Kind is LoadKind.Pack or LoadKind.Sledge or LoadKind.Duffel
                    && !tooFull.Exists(d => layout.IsLeft(o, d))
                )
                .Select(o =>
                    (
                        Load: o,
                        Room: (Volumes.HeldBy(layout.Loads[o], layout.ThingOf(layout.Loads[o])) ?? 0)
                            - Enumerable.Range(0, layout.Days).Max(d => way.Days[d].Loads[o].Litres),
                        Own: layout.Loads[o].SleeperId == load.SleeperId
                    )
                )
                .OrderByDescending(o => o.Own)
                .ThenByDescending(o => o.Room)
                .ToList();
            LoadMend? mend = null;
            if (largest is [var first, ..] && room.Find(o => o.Room >= first.Item.Litres) is { Room: > 0 } to)
                mend = LoadMend.Moved(
                    layout,
                    first.Index,
                    new(to.Load, layout.Spots[first.Index][day].Reach),
                    tooFull[0],
                    tooFull[^1]
                );
            found.Add(new(load.Id, day, litres, holds, largest is [var f, ..] ? f.Item.Item.Id : null, mend));
        }
        return found;
    }
}
