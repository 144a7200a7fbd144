using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Stack;

namespace Ermine.Core.Loads;

/// <summary>One thing that is counted on for two jobs at the same hour.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="SleeperId">Whose.</param>
/// <param name="First">One job.</param>
/// <param name="Second">The other.</param>
/// <param name="Nights">On which nights, or the days that end in them, from 0.</param>
/// <param name="FromHour">On the first of them, from when both want it: hours from the midnight before the evening.</param>
/// <param name="ToHour">Until when.</param>
/// <param name="Mend">What a press does about it.</param>
public sealed record CountedTwice(
    Guid ItemId,
    Guid SleeperId,
    UseKind First,
    UseKind Second,
    IReadOnlyList<int> Nights,
    double FromHour,
    double ToHour,
    LoadMend Mend
);

/// <summary>One thing with several jobs that never meet, which cost no grams.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="SleeperId">Whose.</param>
/// <param name="Jobs">Its jobs.</param>
public sealed record ServesTwice(Guid ItemId, Guid SleeperId, IReadOnlyList<UseKind> Jobs);

/// <summary>A job that something along could do as well, at no weight.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="SleeperId">Whose.</param>
/// <param name="As">As what.</param>
/// <param name="Mend">The press.</param>
public sealed record CouldServe(Guid ItemId, Guid SleeperId, Job As, LoadMend Mend);

/// <summary>A thing that comes along and that nothing planned uses.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="SleeperId">Whose; null for the party's.</param>
/// <param name="Grams">What it weighs.</param>
/// <param name="Mend">The press.</param>
public sealed record Unused(Guid ItemId, Guid? SleeperId, double Grams, LoadMend Mend);

/// <summary>Reads all uses side by side.</summary>
public static class UsesSideBySide
{
    /// <summary>Less than this two jobs may meet, h: a minute.</summary>
    private const double Meets = 1.0 / 60 + 1e-9;

    /// <summary>Everything that is counted on twice, in order of the first night.</summary>
    public static IReadOnlyList<CountedTwice> Conflicts(LoadLayout layout)
    {
        var found = new List<(UseSpan A, UseSpan B)>();
        foreach (var uses in layout.Uses.GroupBy(u => u.ItemId))
        {
            List<UseSpan> spans = [.. uses];
            for (var i = 0; i < spans.Count; i++)
            {
                for (var j = i + 1; j < spans.Count && spans[j].FromHour < spans[i].ToHour; j++)
                {
                    if (spans[i].Overlap(spans[j]) > Meets && Excludes(spans[i].Kind, spans[j].Kind))
                        found.Add(spans[i].Kind <= spans[j].Kind ? (spans[i], spans[j]) : (spans[j], spans[i]));
                }
            }
        }
        return
        [
            .. found
                .GroupBy(f => (f.A.ItemId, f.A.SleeperId, A: f.A.Kind, B: f.B.Kind))
                .Select(g =>
                {
                    var (a, b) = g.First();
                    var midnight = UsesInTime.Midnight(layout.Trip, a.Night);
                    List<int> nights = [.. g.Select(f => Math.Max(f.A.Night, f.B.Night)).Distinct().Order()];
                    return new CountedTwice(
                        g.Key.ItemId,
                        g.Key.SleeperId,
                        g.Key.A,
                        g.Key.B,
                        nights,
                        Math.Max(a.FromHour, b.FromHour) - midnight,
                        Math.Min(a.ToHour, b.ToHour) - midnight,
                        MendOf(layout, g.Key.ItemId, g.Key.SleeperId, g.Key.A, g.Key.B, nights)
                    );
                })
                .OrderBy(c => c.Nights[0])
                .ThenBy(c => c.FromHour),
        ];
    }

    /// <summary>Whether a thing cannot do both jobs at once.</summary>
    private static bool Excludes(UseKind a, UseKind b) =>
        a != b
        && (a, b) switch
        {
            (UseKind.AtHand, _) or (_, UseKind.AtHand) or (UseKind.Task, _) or (_, UseKind.Task) => false,
            (UseKind.Worn, UseKind.Reserve) or (UseKind.Reserve, UseKind.Worn) => false,
            _ => true,
        };

    private static LoadMend MendOf(LoadLayout layout, Guid item, Guid sleeper, UseKind a, UseKind b, List<int> nights)
    {
        var trip = layout.Trip;
        var on = nights.Select(n => trip.Nights[n].Id).ToHashSet();
        bool Mine(Use u) => u.ItemId == item && u.SleeperId == sleeper;
        bool Stands(Use u) => Mine(u) && u.IsInBed && u.Serves != Serving.Itself;
        IReadOnlyList<Guid> Ids(Func<Use, bool> of) => [.. trip.Uses.Where(of).Select(u => u.Id)];
        if (b == UseKind.Reserve)
            return new(MendKind.NoReserve, UsesGone: Ids(u => Mine(u) && u.Job == Job.Spare));
        if (b == UseKind.Worn || a == UseKind.Worn)
            return new(MendKind.EndSooner, Worn: EndSooner(trip, item, sleeper, on));
        var stands = a is UseKind.Pillow or UseKind.InBedOtherwise ? a : b;
        if (stands is UseKind.Pillow or UseKind.InBedOtherwise)
        {
            var instead = Free(layout, sleeper, nights, stands == UseKind.Pillow);
            return instead is { } other
                ? new(
                    MendKind.TakeOther,
                    OtherId: other,
                    UsesSet: [.. trip.Uses.Where(Stands).Select(u => u with { ItemId = other })]
                )
                : new(MendKind.Drop, UsesGone: Ids(Stands));
        }
        // Slept in from the start and put on again: the second says nothing.
        return new(MendKind.Drop, UsesGone: Ids(u => Mine(u) && u.Job == Job.PutOn));
    }

    /// <summary>Bars of a thing end where the night begins.</summary>
    private static IReadOnlyList<WornThen> EndSooner(Trip trip, Guid item, Guid sleeper, HashSet<Guid> nights)
    {
        var outfit = trip.Outfits.First(o => o.SleeperId == sleeper);
        return
        [
            .. outfit
                .Dry.Days.Where(d => nights.Contains(d.NightId) && d.Worn is not null)
                .Select(d =>
                {
                    var into = outfit.BedtimeOf(d.NightId).InHour;
                    return new WornThen(
                        sleeper,
                        d.NightId,
                        [
                            .. d.Worn!.Select(b =>
                                    b.ItemId == item && !b.AtHand ? b with { ToHour = Math.Min(b.ToHour, into) } : b
                                )
                                .Where(b => b.ToHour - b.FromHour > Meets),
                        ]
                    );
                }),
        ];
    }

    /// <summary>A garment of the same person that no bed of those nights uses, the thickest first; null where there is none.</summary>
    private static Guid? Free(LoadLayout layout, Guid sleeper, IReadOnlyList<int> nights, bool asPillow)
    {
        var inBed = layout.Uses.Where(u => u.IsInBed && nights.Contains(u.Night)).Select(u => u.ItemId).ToHashSet();
        return layout
            .Things.Where(t =>
                t.OwnerId == sleeper
                && t.Item.Kind == ItemKind.Garment
                && !inBed.Contains(t.Item.Id)
                && (t.Item.Cover.Torso >= 0.5 || t.Item.Cover.Legs >= 0.5)
                && (asPillow || t.Item.Cover.Torso >= 0.5)
                && !layout.Uses.Any(u => u.ItemId == t.Item.Id && u.Kind == UseKind.Reserve)
            )
            .OrderByDescending(t => t.Litres)
            .FirstOrDefault()
            ?.Item.Id;
    }

    /// <summary>Things with several jobs that never meet.</summary>
    public static IReadOnlyList<ServesTwice> Served(LoadLayout layout, IReadOnlyList<CountedTwice> conflicts)
    {
        var twice = conflicts.Select(c => c.ItemId).ToHashSet();
        return
        [
            .. layout
                .Uses.Where(u => u.Kind is not (UseKind.AtHand or UseKind.Task or UseKind.Reserve))
                .GroupBy(u => (u.ItemId, u.SleeperId))
                .Where(g => !twice.Contains(g.Key.ItemId))
                .Select(g => new ServesTwice(
                    g.Key.ItemId,
                    g.Key.SleeperId,
                    [.. g.Select(u => u.Kind).Distinct().Order()]
                ))
                .Where(s => s.Jobs.Count > 1),
        ];
    }

    /// <summary>What could serve twice and does not: a pillow of spare clothes, the emptied pack under the legs.</summary>
    public static IReadOnlyList<CouldServe> Could(LoadLayout layout)
    {
        var (found, trip) = (new List<CouldServe>(), layout.Trip);
        foreach (var outfit in trip.Outfits)
        {
            var system = outfit.System;
            List<int> nights = [.. Enumerable.Range(0, layout.Days)];
            void Offer(Guid item, Job job) =>
                found.Add(
                    new(
                        item,
                        outfit.SleeperId,
                        job,
                        new(MendKind.ServeTwice, UsesSet: [new(NewId(item, job), item, outfit.SleeperId, job)])
                    )
                );
            if (system.Layers.Count == 0 || system.Bed.Hammock is not null)
                continue;
            if (
                system.Under(Body.Region.Head) == UnderGap.Nothing
                && Free(layout, outfit.SleeperId, nights, asPillow: true) is { } soft
            )
                Offer(soft, Job.AsPillow);
            var pads = system.ThingsIn(layout.Closet).Where(t => t.Kind == ItemKind.Pad);
            if (
                system.Under(Body.Region.Legs) == UnderGap.Nothing
                && !pads.Any(p => p.Cover.Legs > 0.9)
                && layout.Things.FirstOrDefault(t => t.OwnerId == outfit.SleeperId && ItemTypes.IsOf(t.Item, "pack"))
                    is { } pack
            )
                Offer(pack.Item.Id, Job.UnderLegs);
        }
        return found;
    }

    private static Guid NewId(Guid item, Job job)
    {
        var bytes = item.ToByteArray();
        bytes[0] ^= (byte)(0x5A + (int)job);
        return new(bytes);
    }

    /// <summary>
    /// Clothes and sleeping things that come along and that no night, day or reserve uses, the heaviest first. Of clothes only where every day
    /// of the person is dressed: what nobody has dressed yet may still be worn.
    /// </summary>
    public static IReadOnlyList<Unused> Unused(LoadLayout layout)
    {
        var trip = layout.Trip;
        var used = layout.Uses.Select(u => u.ItemId).ToHashSet();
        var dressed = trip
            .Members.Where(m => trip.Nights.All(n => m.Days.Any(d => d.NightId == n.Id && d.Worn is not null)))
            .Select(m => m.SleeperId)
            .ToHashSet();
        return
        [
            .. layout
                .Things.Where(t =>
                    !used.Contains(t.Item.Id)
                    && !PartyKit.IsForNeed(t.Item)
                    && !PartyKit.IsShared(t.Item)
                    && t.UsedUp is null
                    && (
                        t.Item.Kind is not (ItemKind.Garment or ItemKind.Gear)
                        || t.OwnerId is { } owner && dressed.Contains(owner)
                    )
                )
                .OrderByDescending(t => t.MassG)
                .Select(t => new Unused(t.Item.Id, t.OwnerId, t.MassG, LeaveHome(layout, t.Item.Id))),
        ];
    }

    /// <summary>The press that leaves a thing at home that nothing wears.</summary>
    internal static LoadMend LeaveHome(LoadLayout layout, Guid item) =>
        new(
            MendKind.LeaveHome,
            UsesGone: [.. layout.Trip.Uses.Where(u => u.ItemId == item).Select(u => u.Id)],
            LotsGone: [.. layout.Plan.Lots.Where(l => l.ItemId == item).Select(l => l.Id)],
            LoadsSaid: LoadMend.Said(layout)
        );
}
