using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>Things that come along and lie together, wherever they were named.</summary>
/// <param name="Id">The lot's id; of what is only used, the thing's.</param>
/// <param name="Item">The thing.</param>
/// <param name="Count">How many.</param>
/// <param name="OwnerId">Whose; null for the party's.</param>
/// <param name="Stays">Where it was put by hand; none where Ermine places it.</param>
public sealed record Carried(Guid Id, KitItem Item, double Count, Guid? OwnerId, IReadOnlyList<Stay> Stays)
{
    /// <summary>What it gives up on the way; null where it stays what it is.</summary>
    public Consumable? UsedUp { get; } = Consumable.Of(Item);

    /// <summary>Mass at the start, g.</summary>
    public double MassG => Count * Item.MassG;

    /// <summary>Of it eaten or burnt in the end, g.</summary>
    public double UsableG => UsedUp is { } c ? MassG * c.Share : 0;

    /// <summary>Litres at the start.</summary>
    public double Litres { get; } = Count * Volumes.Of(Item);
}

/// <summary>Where a thing is on a day.</summary>
/// <param name="Load">In which load, counted from 0.</param>
/// <param name="Reach">How soon it is in one's hands.</param>
public readonly record struct Spot(int Load, Reached Reach);

/// <summary>
/// The loads of a trip and what comes along, gathered from its plan of loads and its uses: what is said stands, and the rest is as Ermine lays
/// it out.
/// </summary>
public sealed class LoadLayout
{
    private readonly Dictionary<Guid, int> nightAt;
    private readonly Dictionary<Guid, int> loadAt;
    private readonly Dictionary<Guid, List<UseSpan>> usesOf;

    private LoadLayout(Trip trip, Closet closet)
    {
        (Trip, Closet, Plan) = (trip, closet, trip.Load ?? LoadPlan.Empty);
        nightAt = trip.Nights.Index().ToDictionary(n => n.Item.Id, n => n.Index);
        Uses = UsesInTime.Of(trip);
        usesOf = Uses.GroupBy(u => u.ItemId).ToDictionary(u => u.Key, u => u.ToList());
        Loads = [.. trip.Members.Select(m => OnPerson(m.SleeperId)), .. Besides(trip, closet, Plan)];
        loadAt = Loads.Index().ToDictionary(l => l.Item.Id, l => l.Index);
        Things = [.. Gather(trip, closet, Plan)];
        Phases = Plan.Phases;
    }

    /// <summary>Gathers the loads of a trip and places what is not placed by hand.</summary>
    public static LoadLayout Of(Trip trip, Closet closet)
    {
        var layout = new LoadLayout(trip, closet);
        layout.Spots = Placing.Of(layout);
        return layout;
    }

    /// <summary>The trip.</summary>
    public Trip Trip { get; }

    /// <summary>What is owned.</summary>
    public Closet Closet { get; }

    /// <summary>What was said of its loads.</summary>
    public LoadPlan Plan { get; }

    /// <summary>Every load: what each has on, in the order of the people, then packs, sledges, duffels and depots.</summary>
    public IReadOnlyList<Load> Loads { get; }

    /// <summary>Days of one kind of going.</summary>
    public IReadOnlyList<Phase> Phases { get; }

    /// <summary>All that comes along.</summary>
    public IReadOnlyList<Carried> Things { get; }

    /// <summary>All uses in time.</summary>
    public IReadOnlyList<UseSpan> Uses { get; }

    /// <summary>All uses of one thing, in order of time.</summary>
    public IReadOnlyList<UseSpan> UsesOf(Guid itemId) => usesOf.GetValueOrDefault(itemId) ?? [];

    /// <summary>Where each thing is on each day, by thing and day.</summary>
    public IReadOnlyList<Spot[]> Spots { get; private set; } = [];

    /// <summary>Days: one for each night that they end in.</summary>
    public int Days => Trip.Nights.Count;

    /// <summary>Which day ends in a night, from 0; −1 where the night is not on the trip.</summary>
    public int DayOf(Guid nightId) => nightAt.GetValueOrDefault(nightId, -1);

    /// <summary>Which load has an id; −1 where there is none.</summary>
    public int LoadOf(Guid id) => loadAt.GetValueOrDefault(id, -1);

    /// <summary>The thing that a load is, where that is in the kit.</summary>
    public KitItem? ThingOf(Load load) => load.ItemId is { } id ? Closet.Find(id) : null;

    /// <summary>How many times the way of a day is gone with what is drawn.</summary>
    public int CarriesOn(int day) => PhaseOn(day)?.Carries ?? 1;

    /// <summary>The phase that a day is in; null where it is in none.</summary>
    public Phase? PhaseOn(int day) =>
        Phases.FirstOrDefault(p => DayOf(p.FirstNightId) <= day && day <= DayOf(p.LastNightId));

    /// <summary>Whether a load is left behind on a day.</summary>
    public bool IsLeft(int load, int day) => PhaseOn(day)?.Leaves?.Contains(Loads[load].Id) ?? false;

    /// <summary>Loads of one person, as reach goes: what is on, the pack, what is drawn.</summary>
    public IEnumerable<int> LoadsOf(Guid sleeperId) =>
        Enumerable.Range(0, Loads.Count).Where(l => Loads[l].SleeperId == sleeperId);

    /// <summary>The first load of a kind that a person carries; null where there is none.</summary>
    /// <param name="sleeperId">Who.</param>
    /// <param name="kind">Of which kind.</param>
    /// <param name="day">And does not leave behind on this day; null for whenever.</param>
    public int? Find(Guid sleeperId, LoadKind kind, int? day = null)
    {
        foreach (var l in LoadsOf(sleeperId))
        {
            if (Loads[l].Kind == kind && !(day is { } d && IsLeft(l, d)))
                return l;
        }
        return null;
    }

    /// <summary>The same spot with another person: in a load of the same kind, else in what is drawn, else in the pack.</summary>
    public Spot SameKindOf(Guid sleeperId, Spot spot, int day) =>
        spot with
        {
            Load =
                Find(sleeperId, Loads[spot.Load].Kind, day)
                ?? Find(sleeperId, LoadKind.Sledge, day)
                ?? Find(sleeperId, LoadKind.Pack, day)
                ?? LoadOf(sleeperId),
        };

    /// <summary>Whether the party is at a depot on a day: it leaves its camp that morning, or comes to it in the evening.</summary>
    public bool IsAt(Load depot, int day) =>
        depot.NightId is { } id
        && DayOf(id) is >= 0 and var at
        && (SameCamp(at, day) || day > 0 && SameCamp(at, day - 1));

    /// <summary>Whether two nights are spent at one camp.</summary>
    public bool SameCamp(int one, int other) =>
        one == other
        || Trip.Nights[one].Camp.Length > 0
            && string.Equals(Trip.Nights[one].Camp, Trip.Nights[other].Camp, StringComparison.OrdinalIgnoreCase);

    /// <summary>What a person has on.</summary>
    public static Load OnPerson(Guid sleeperId) => new(sleeperId, "On the body", LoadKind.Person, sleeperId);

    /// <summary>Packs, sledges and depots as they are said, or one pack each and a sledge for who draws one.</summary>
    private static IEnumerable<Load> Besides(Trip trip, Closet closet, LoadPlan plan)
    {
        if (plan.Loads.Count > 0)
            return plan.Loads;
        return trip.Members.SelectMany(m =>
        {
            var own = trip
                .Uses.Where(u => u.SleeperId == m.SleeperId)
                .Select(u => u.ItemId)
                .Concat(plan.Lots.Where(l => l.SleeperId == m.SleeperId).Select(l => l.ItemId))
                .Distinct()
                .Select(closet.Find)
                .OfType<KitItem>()
                .ToList();
            Load Made(string name, LoadKind kind, KitItem? thing) =>
                new(IdOf(m.SleeperId, kind), thing?.Name ?? name, kind, m.SleeperId, ItemId: thing?.Id);
            var sledge = own.Find(i => ItemTypes.IsOf(i, "sledge"));
            var draws = m.Days.Any(d => d.Blocks?.Any(b => b.Going is { SledgeKg: > 0 }) ?? d.Work == DayWork.Haul);
            return (Load[])
                [
                    Made("Pack", LoadKind.Pack, own.Find(i => ItemTypes.IsOf(i, "pack"))),
                    .. sledge is not null || draws ? [Made("Sledge", LoadKind.Sledge, sledge)] : (Load[])[],
                ];
        });
    }

    /// <summary>The same for a person in every answer.</summary>
    private static Guid IdOf(Guid sleeperId, LoadKind kind)
    {
        var bytes = sleeperId.ToByteArray();
        bytes[15] ^= (byte)(0xA0 + (int)kind);
        return new(bytes);
    }

    private static IEnumerable<Carried> Gather(Trip trip, Closet closet, LoadPlan plan)
    {
        var owners = new Dictionary<Guid, Guid>();
        foreach (var use in trip.Uses)
            owners.TryAdd(use.ItemId, use.SleeperId);
        var said = new HashSet<Guid>();
        foreach (var lot in plan.Lots)
        {
            if (closet.Find(lot.ItemId) is not { } item)
                continue;
            said.Add(lot.ItemId);
            yield return new(lot.Id, item, lot.Count, lot.SleeperId ?? OwnerOf(item, owners), lot.Stays);
        }
        foreach (var id in trip.Uses.Select(u => u.ItemId).Concat(plan.Loads.Select(l => l.ItemId).OfType<Guid>()))
        {
            if (said.Add(id) && closet.Find(id) is { } item)
                yield return new(id, item, 1, OwnerOf(item, owners), []);
        }
    }

    private static Guid? OwnerOf(KitItem item, Dictionary<Guid, Guid> owners) =>
        PartyKit.IsShared(item) ? null
        : owners.TryGetValue(item.Id, out var owner) ? owner
        : null;
}
