using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>
/// Places what was not placed by hand, from when and where it is used: what is worn through most of a day is on the body, what is put on along
/// the way is at hand, what sleeps is in a dry bag in the largest load, and what a stretch away from a depot does not need stays there.
/// </summary>
internal static class Placing
{
    /// <summary>Share of the laid-out day from which on a thing counts as worn rather than packed.</summary>
    private const double MostlyWorn = 0.6;

    /// <summary>Larger than this a thing does not go into a pocket, l (assumption).</summary>
    private const double PocketL = 1;

    public static IReadOnlyList<Spot[]> Of(LoadLayout layout)
    {
        var party = Carriers(layout);
        return [.. layout.Things.Select(t => Place(layout, t, layout.UsesOf(t.Item.Id), party))];
    }

    private static Spot[] Place(
        LoadLayout layout,
        Carried thing,
        IReadOnlyList<UseSpan> uses,
        Dictionary<Guid, int> party
    )
    {
        var days = new Spot[layout.Days];
        if (thing.Stays.Count > 0 && ByHand(layout, thing, days))
            return days;
        // A load that is a thing lies in itself.
        for (var l = 0; l < layout.Loads.Count; l++)
        {
            if (layout.Loads[l].ItemId != thing.Item.Id)
                continue;
            for (var day = 0; day < days.Length; day++)
                days[day] = new(layout.IsLeft(l, day) ? DepotBefore(layout, day) ?? l : l, Reached.Inside);
            return days;
        }
        var owner =
            thing.OwnerId is { } own && layout.LoadOf(own) is >= 0 and var at ? at : party.GetValueOrDefault(thing.Id);
        var person = layout.Loads[owner].SleeperId!.Value;
        for (var day = 0; day < days.Length; day++)
            days[day] = OnDay(layout, thing, uses, person, owner, day);
        IntoDepots(layout, thing, uses, days);
        return days;
    }

    private static bool ByHand(LoadLayout layout, Carried thing, Spot[] days)
    {
        var here = -1;
        var reach = Reached.Inside;
        var stays = thing
            .Stays.Select(s =>
                (From: s.FromNightId is { } n ? layout.DayOf(n) : 0, Load: layout.LoadOf(s.LoadId), s.Reach)
            )
            .Where(s => s is { From: >= 0, Load: >= 0 })
            .OrderBy(s => s.From)
            .ToList();
        if (stays.Count == 0)
            return false;
        for (var day = 0; day < days.Length; day++)
        {
            foreach (var stay in stays.Where(s => s.From == day || here < 0))
                (here, reach) = (stay.Load, stay.Reach);
            days[day] = new(here, reach);
        }
        return true;
    }

    private static Spot OnDay(
        LoadLayout layout,
        Carried thing,
        IReadOnlyList<UseSpan> uses,
        Guid person,
        int onBody,
        int day
    )
    {
        var item = thing.Item;
        var pack = layout.Find(person, LoadKind.Pack, day) ?? layout.Find(person, LoadKind.Sledge, day) ?? onBody;
        var hauled = layout.Find(person, LoadKind.Sledge, day) ?? layout.Find(person, LoadKind.Duffel, day) ?? pack;
        var now = uses.Where(u => u.Night == day).ToList();
        var worn = now.Where(u => u.Kind == UseKind.Worn).Sum(u => u.ToHour - u.FromHour);
        if (PartyKit.BelongsOnTheBody(item))
            return new(onBody, Reached.OnBody);
        if (worn > 0 && worn >= MostlyWorn * LengthOf(layout, person, day))
            return new(onBody, Reached.OnBody);
        var small = Volumes.Of(item) <= PocketL;
        if (PartyKit.BelongsInAPocket(item))
            return new(onBody, Reached.Pocket);
        if (worn > 0 || now.Exists(u => u.Kind is UseKind.AtHand or UseKind.Task))
            return small ? new(onBody, Reached.Pocket) : new(pack, Reached.Lid);
        if (PartyKit.BelongsUnderTheLid(item))
            return new(pack, Reached.Lid);
        if (DryBags.Needs(item, uses))
            return new(hauled, Reached.DryBag);
        return new(hauled, Reached.Inside);
    }

    /// <summary>The depot that the phase of a day set out from; null where there is none.</summary>
    private static int? DepotBefore(LoadLayout layout, int day)
    {
        var first = layout.PhaseOn(day) is { } phase ? layout.DayOf(phase.FirstNightId) : 0;
        for (var l = 0; first > 0 && l < layout.Loads.Count; l++)
        {
            if (
                layout.Loads[l] is { Kind: LoadKind.Depot, NightId: { } camp }
                && layout.DayOf(camp) is >= 0 and var at
                && layout.SameCamp(at, first - 1)
            )
                return l;
        }
        return null;
    }

    /// <summary>Hours of a person's day that are laid out, at least one.</summary>
    private static double LengthOf(LoadLayout layout, Guid person, int day)
    {
        var member = layout.Trip.Members.FirstOrDefault(m => m.SleeperId == person);
        var plan = member?.Days.FirstOrDefault(d => d.NightId == layout.Trip.Nights[day].Id);
        return Math.Max(1, plan?.Blocks?.Sum(b => b.Hours) ?? 10);
    }

    /// <summary>
    /// What no day between leaving a depot and coming back to it uses lies there, unless it is carried for what may happen. Both ends must
    /// be days on which the party is at the depot.
    /// </summary>
    private static void IntoDepots(LoadLayout layout, Carried thing, IReadOnlyList<UseSpan> uses, Spot[] days)
    {
        if (thing.UsedUp is not null || PartyKit.IsForNeed(thing.Item) || uses.Any(u => u.Kind == UseKind.Reserve))
            return;
        for (var l = 0; l < layout.Loads.Count; l++)
        {
            if (
                layout.Loads[l] is not { Kind: LoadKind.Depot, NightId: { } camp }
                || layout.DayOf(camp) is not (>= 0 and var at)
            )
                continue;
            var nights = Enumerable.Range(0, days.Length).Where(n => layout.SameCamp(at, n)).ToList();
            foreach (var (left, back) in nights.Zip(nights.Skip(1)))
            {
                // Gone from the morning after the night there; back in the evening of the day that ends there.
                if (
                    back - left < 2
                    || uses.Any(u => u.Night > left && u.Night < back || u.Night == back && !u.IsInBed)
                    // It lies in another depot already, which is further away.
                    || Enumerable
                        .Range(left + 1, back - left)
                        .Any(d => layout.Loads[days[d].Load].Kind == LoadKind.Depot)
                )
                    continue;
                for (var day = left + 1; day <= back; day++)
                    days[day] = new(l, Reached.Inside);
            }
        }
    }

    /// <summary>Who carries each thing of the party until it is split: the heaviest first, each to who has least so far.</summary>
    private static Dictionary<Guid, int> Carriers(LoadLayout layout)
    {
        var people = layout.Trip.Members.Count;
        var own = new double[people];
        foreach (var thing in layout.Things.Where(t => t.OwnerId is not null))
        {
            if (layout.LoadOf(thing.OwnerId!.Value) is >= 0 and var at && at < people)
                own[at] += thing.MassG;
        }
        var carriers = new Dictionary<Guid, int>();
        foreach (var thing in layout.Things.Where(t => t.OwnerId is null).OrderByDescending(t => t.MassG))
        {
            var least = Array.IndexOf(own, own.Min());
            carriers[thing.Id] = least;
            own[least] += thing.MassG;
        }
        return carriers;
    }
}
