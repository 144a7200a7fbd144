using Ermine.Core.Answers;
using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>What one person of a trip may wear by day: what is free, what comes along anyway, and what is weighed.</summary>
internal sealed class ClothesThings
{
    private readonly TripRun run;
    private readonly HashSet<Guid> kept,
        pinned;
    private readonly Dictionary<Guid, Garment> free = [];

    /// <summary>Gathers it.</summary>
    public ClothesThings(TripRun run, ClothesAsked asked)
    {
        this.run = run;
        for (var n = 0; n < run.Count; n++)
            (run.PlanOf(n).IsLaidOut && DayAnswers.ToPlay(run, n).Day is not null ? Days : NotLaidOut).Add(n);
        var outfit = run.Outfit;
        // What is slept in, kept for something or put on by night comes along anyway.
        kept =
        [
            .. outfit.Slept.SelectMany(s => s.Layers.Select(l => l.ItemId)),
            .. outfit.Dry.Roles.Select(r => r.ItemId),
            .. outfit.Own.SelectMany(o => o.Bedtime?.Events ?? []).Select(e => e.ItemId).OfType<Guid>(),
        ];
        HashSet<Guid> left = [.. asked.LeftAtHome.Except(asked.Pinned)];
        var byHand = Days.SelectMany(n => run.PlanOf(n).Worn ?? []).Where(b => b.Pinned).Select(b => b.ItemId);
        pinned = [.. asked.Pinned, .. byHand];
        // Boots are chosen by their fit: those that are along stay.
        var boots = run.Closet.All.Where(t => IsBoot(Garment.Of(t.Item, t.Reading))).Select(t => t.Item.Id).ToHashSet();
        boots.IntersectWith(outfit.Along.Except(left).Concat(asked.Pinned));
        kept.UnionWith(boots);
        var others = run.Trip.Uses.Where(u => u.SleeperId != outfit.SleeperId).Select(u => u.ItemId).ToHashSet();
        foreach (var (item, reading) in run.Closet.All)
        {
            if (
                !kept.Contains(item.Id)
                && !others.Contains(item.Id)
                && (!left.Contains(item.Id) || pinned.Contains(item.Id))
                && Garment.Of(item, reading) is { } garment
                && !(IsBoot(garment) && boots.Count > 0)
            )
                free[item.Id] = garment;
        }
        var anyway = Days.SelectMany(n => run.Days.Wearable(outfit, run.Closet, n).Values)
            .Where(g => kept.Contains(g.Item.Id))
            .DistinctBy(g => g.Item.Id);
        All = [.. free.Values, .. anyway];
    }

    /// <summary>Days whose work is laid out and whose air is known, by the night they end in, from 0.</summary>
    public List<int> Days { get; } = [];

    /// <summary>The others.</summary>
    public List<int> NotLaidOut { get; } = [];

    /// <summary>What a piece adds to the load, g.</summary>
    public double CostOf(Garment garment) => free.ContainsKey(garment.Item.Id) ? garment.Item.MassG : 0;

    /// <summary>Whether a piece is in every answer.</summary>
    public bool Stays(Garment garment) => !free.ContainsKey(garment.Item.Id) || pinned.Contains(garment.Item.Id);

    /// <summary>What the free pieces that are packed now add, g.</summary>
    public double NowG => run.Outfit.Along.Where(free.ContainsKey).Sum(id => free[id].Item.MassG);

    /// <summary>All that comes along besides what is slept in, with some pieces in place of those that are free.</summary>
    public List<Guid> AlongWith(IReadOnlySet<Guid> ids) =>
        [
            .. run.Outfit.Along.Where(id => !IsClothing(id) || kept.Contains(id) || ids.Contains(id)),
            .. ids.Where(id => free.ContainsKey(id) && !run.Outfit.Along.Contains(id)).Order(),
        ];

    /// <summary>All that is free, and what comes along anyway and may be worn by day.</summary>
    public IReadOnlyList<Garment> All { get; }

    /// <summary>Body, hands and feet: what is weighed of all.</summary>
    /// <param name="worn">What is worn of everything: it is left out last.</param>
    public List<Wardrobe> Pools(IReadOnlySet<Guid> worn)
    {
        HashSet<Guid> stay = [.. All.Where(Stays).Select(g => g.Item.Id)];
        Wardrobe Of(params Part[] of) =>
            Wardrobe.Lightest([.. All.Where(g => of.Contains(g.Main))], stay, worn, CostOf);
        return [Of(Part.Head, Part.Face, Part.Torso, Part.Legs), Of(Part.Hands), Of(Part.Feet)];
    }

    private bool IsClothing(Guid id) =>
        run.Closet.Find(id) is { } item && Garment.Of(item, run.Closet.ReadingOf(id)) is not null;

    private static bool IsBoot(Garment? garment) => garment is { Main: Part.Feet, Tier: Tier.Shell };
}
