using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>What makes a place wrong.</summary>
public enum ReachWant
{
    /// <summary>It is put on along the way.</summary>
    PutOnAlongTheWay,

    /// <summary>It lights a fire, calls or shows the way, and has to be on the body.</summary>
    OnTheBody,

    /// <summary>It must stay dry and is in no dry bag.</summary>
    DryBag,

    /// <summary>It is used on a day on which it lies in a depot.</summary>
    InDepot,

    /// <summary>It is left at or taken from a depot on a day on which nobody is there.</summary>
    NobodyThere,

    /// <summary>It is with somebody else when it is wanted.</summary>
    WithAnother,
}

/// <summary>A thing that is not where the plan needs it.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Thing">Which of the things along, from 0.</param>
/// <param name="SleeperId">Who wants it; null for nobody in particular.</param>
/// <param name="Want">What is wrong.</param>
/// <param name="Days">On which days, from 0.</param>
/// <param name="Hour">On the first of them, when it is wanted: hours from the midnight before the evening; null for any hour.</param>
/// <param name="Seconds">Until it is in one's hands; null for never.</param>
/// <param name="AllowedSeconds">What would do.</param>
/// <param name="Mend">The press.</param>
public sealed record ReachFault(
    Guid ItemId,
    int Thing,
    Guid? SleeperId,
    ReachWant Want,
    IReadOnlyList<int> Days,
    double? Hour,
    double? Seconds,
    double AllowedSeconds,
    LoadMend Mend
);

/// <summary>How soon things are in one's hands, and which should be sooner (assumptions: model, section on loads).</summary>
public static class Reaching
{
    /// <summary>The stop-layer, dry gloves and a face cover are wanted within this, s.</summary>
    public const double AlongTheWay = 20;

    /// <summary>Fire, whistle and map are wanted within this, s.</summary>
    public const double AtOnce = 5;

    /// <summary>Seconds until a thing is in one's hands.</summary>
    public static double Seconds(Reached reach) =>
        reach switch
        {
            Reached.OnBody => 0,
            Reached.Pocket => 5,
            Reached.Lid => 20,
            Reached.Inside => 90,
            _ => 180,
        };

    /// <summary>Seconds until a person has a thing; null for never: it is with another or in a depot.</summary>
    public static double? Seconds(LoadLayout layout, Spot spot, Guid sleeperId) =>
        layout.Loads[spot.Load].SleeperId == sleeperId ? Seconds(spot.Reach) : null;

    /// <summary>What it costs to dress in something that lies with another or in a depot, s: more than any change is worth.</summary>
    public const double Unreachable = 900;

    /// <summary>Seconds until a person has a thing that was put somewhere by hand; 0 where Ermine places it by its uses.</summary>
    /// <param name="trip">The trip.</param>
    /// <param name="itemId">The thing.</param>
    /// <param name="sleeperId">Who.</param>
    /// <param name="night">The day that ends in this night, from 0.</param>
    public static double SecondsByHand(Trip trip, Guid itemId, Guid sleeperId, int night)
    {
        if (trip.Load?.Lots.FirstOrDefault(l => l.ItemId == itemId && l.Stays.Count > 0) is not { } lot)
            return 0;
        var here = lot.Stays[0];
        foreach (var stay in lot.Stays)
        {
            if (stay.FromNightId is not { } from || trip.Nights.Take(night + 1).Any(n => n.Id == from))
                here = stay;
        }
        return here.LoadId == sleeperId || trip.Load.Loads.Any(l => l.Id == here.LoadId && l.SleeperId == sleeperId)
            ? Seconds(here.Reach)
            : Unreachable;
    }

    /// <summary>Everything that is not where the plan needs it, the most urgent first.</summary>
    public static IReadOnlyList<ReachFault> Faults(LoadLayout layout)
    {
        var found = new List<ReachFault>();
        for (var t = 0; t < layout.Things.Count; t++)
        {
            var uses = layout.UsesOf(layout.Things[t].Item.Id);
            found.AddRange(InDepots(layout, t, uses));
            found.AddRange(AtDepots(layout, t));
            found.AddRange(Wanted(layout, t, uses));
            found.AddRange(OnTheBody(layout, t));
            found.AddRange(Dry(layout, t, uses));
        }
        return [.. found.OrderBy(f => Rank(f.Want)).ThenBy(f => f.Days[0]).ThenBy(f => f.Hour ?? 0)];
    }

    private static int Rank(ReachWant want) =>
        want switch
        {
            ReachWant.InDepot or ReachWant.NobodyThere => 0,
            ReachWant.WithAnother => 1,
            ReachWant.PutOnAlongTheWay => 2,
            ReachWant.OnTheBody => 3,
            _ => 4,
        };

    /// <summary>Used on a day on which it lies in a depot; in the evening that the party comes to it, it is there.</summary>
    private static IEnumerable<ReachFault> InDepots(LoadLayout layout, int t, IReadOnlyList<UseSpan> uses)
    {
        var thing = layout.Things[t];
        foreach (var by in uses.Where(u => u.Kind != UseKind.Reserve).GroupBy(u => u.SleeperId))
        {
            List<UseSpan> missed =
            [
                .. by.Where(u =>
                    layout.Loads[layout.Spots[t][u.Night].Load] is { Kind: LoadKind.Depot } depot
                    && !(u.IsInBed && depot.NightId is { } id && layout.SameCamp(layout.DayOf(id), u.Night))
                ),
            ];
            if (missed.Count == 0)
                continue;
            List<int> days = [.. missed.Select(u => u.Night).Distinct().Order()];
            var carrier = layout.Find(by.Key, LoadKind.Pack) ?? layout.LoadOf(by.Key);
            yield return new(
                thing.Item.Id,
                t,
                by.Key,
                ReachWant.InDepot,
                days,
                missed[0].FromHour - UsesInTime.Midnight(layout.Trip, missed[0].Night),
                null,
                AlongTheWay,
                LoadMend.Moved(layout, t, new(carrier, Reached.Lid), days[0], days[^1])
            );
        }
    }

    /// <summary>Left at a depot, or taken from one, while nobody is there. From the start a thing may have been sent ahead.</summary>
    private static IEnumerable<ReachFault> AtDepots(LoadLayout layout, int t)
    {
        var spots = layout.Spots[t];
        for (var day = 1; day < spots.Length; day++)
        {
            if (spots[day].Load == spots[day - 1].Load)
                continue;
            var (before, after) = (layout.Loads[spots[day - 1].Load], layout.Loads[spots[day].Load]);
            // From the morning of a day on: it changes hands at the camp of the night before.
            var missing = new[] { before, after }.Any(l =>
                l.Kind == LoadKind.Depot
                && !(l.NightId is { } id && layout.DayOf(id) is >= 0 and var at && layout.SameCamp(at, day - 1))
            );
            if (missing)
                yield return new(
                    layout.Things[t].Item.Id,
                    t,
                    null,
                    ReachWant.NobodyThere,
                    [day],
                    null,
                    null,
                    0,
                    LoadMend.Moved(layout, t, spots[day - 1], day)
                );
        }
    }

    private static IEnumerable<ReachFault> Wanted(LoadLayout layout, int t, IReadOnlyList<UseSpan> uses)
    {
        var thing = layout.Things[t];
        var late = new List<(UseSpan Use, double? Seconds)>();
        foreach (var use in uses.Where(u => u.Kind is UseKind.Worn or UseKind.Task or UseKind.AtHand))
        {
            var spot = layout.Spots[t][use.Night];
            if (layout.Loads[spot.Load].Kind == LoadKind.Depot || !IsOnTheWay(layout, use))
                continue;
            if (Seconds(layout, spot, use.SleeperId) is not { } s || s > AlongTheWay)
                late.Add((use, Seconds(layout, spot, use.SleeperId)));
        }
        foreach (var by in late.GroupBy(l => (l.Use.SleeperId, Never: l.Seconds is null)))
        {
            var first = by.First();
            List<int> days = [.. by.Select(l => l.Use.Night).Distinct().Order()];
            var to =
                Volumes.Of(thing.Item) <= 1 || layout.Find(by.Key.SleeperId, LoadKind.Pack) is not { } pack
                    ? new Spot(layout.LoadOf(by.Key.SleeperId), Reached.Pocket)
                    : new Spot(pack, Reached.Lid);
            yield return new(
                thing.Item.Id,
                t,
                by.Key.SleeperId,
                by.Key.Never ? ReachWant.WithAnother : ReachWant.PutOnAlongTheWay,
                days,
                first.Use.FromHour - UsesInTime.Midnight(layout.Trip, first.Use.Night),
                first.Seconds,
                AlongTheWay,
                LoadMend.Moved(layout, t, to, days[0], days[^1])
            );
        }
    }

    /// <summary>It is begun between leaving the camp and reaching the next: not in the tent, and not as one sets off.</summary>
    private static bool IsOnTheWay(LoadLayout layout, UseSpan use)
    {
        var member = layout.Trip.Members.First(m => m.SleeperId == use.SleeperId);
        var day = member.Days.FirstOrDefault(d => d.NightId == layout.Trip.Nights[use.Night].Id);
        var hour = use.FromHour - UsesInTime.Midnight(layout.Trip, use.Night);
        var outside = (day?.Blocks ?? [])
            .Where(b => b.Place != DayPlace.Tent && b.Activity != Activity.MakeCamp)
            .ToList();
        return outside.Count > 0
            && hour > outside.Min(b => b.FromHour) + 0.05
            && hour < outside.Max(b => b.ToHour) - 1e-6;
    }

    private static IEnumerable<ReachFault> OnTheBody(LoadLayout layout, int t)
    {
        var item = layout.Things[t].Item;
        if (!PartyKit.BelongsOnTheBody(item) && !ItemTypes.IsOf(item, "map", "compass"))
            yield break;
        List<int> days =
        [
            .. Enumerable
                .Range(0, layout.Days)
                .Where(d => layout.Loads[layout.Spots[t][d].Load].Kind != LoadKind.Person),
        ];
        if (days.Count == 0)
            yield break;
        var spot = layout.Spots[t][days[0]];
        var who = layout.Loads[spot.Load].SleeperId ?? layout.Things[t].OwnerId ?? layout.Trip.Members[0].SleeperId;
        yield return new(
            item.Id,
            t,
            who,
            ReachWant.OnTheBody,
            days,
            null,
            Seconds(layout, spot, who),
            AtOnce,
            LoadMend.Moved(layout, t, new(layout.LoadOf(who), Reached.Pocket), days[0], days[^1])
        );
    }

    private static IEnumerable<ReachFault> Dry(LoadLayout layout, int t, IReadOnlyList<UseSpan> uses)
    {
        if (!DryBags.Needs(layout.Things[t].Item, uses))
            yield break;
        List<int> days =
        [
            .. Enumerable
                .Range(0, layout.Days)
                .Where(d =>
                    layout.Spots[t][d] is var spot
                    && layout.Loads[spot.Load].Kind is LoadKind.Pack or LoadKind.Sledge or LoadKind.Duffel
                    && spot.Reach != Reached.DryBag
                    // What is put on along the way is at hand instead.
                    && !uses.Any(u => u.Night == d && u.Kind is UseKind.Worn or UseKind.AtHand)
                ),
        ];
        if (days.Count == 0)
            yield break;
        var at = layout.Spots[t][days[0]];
        yield return new(
            layout.Things[t].Item.Id,
            t,
            layout.Loads[at.Load].SleeperId,
            ReachWant.DryBag,
            days,
            null,
            Seconds(at.Reach),
            Seconds(Reached.DryBag),
            LoadMend.Moved(layout, t, at with { Reach = Reached.DryBag }, days[0], days[^1])
        );
    }
}

/// <summary>What one person has on the body if all else is lost.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="Fires">Ways to light a fire on the body.</param>
/// <param name="WarmLighter">A lighter among them, kept warm there.</param>
/// <param name="Tinder">Tinder or a candle.</param>
/// <param name="Light">A lamp.</param>
/// <param name="Whistle">A whistle.</param>
/// <param name="Call">A phone or a beacon.</param>
/// <param name="Way">A map or a compass.</param>
public sealed record OnTheBody(
    Guid SleeperId,
    int Fires,
    bool WarmLighter,
    bool Tinder,
    bool Light,
    bool Whistle,
    bool Call,
    bool Way
)
{
    /// <summary>Ways to light a fire that one has on the body.</summary>
    public const int FiresWanted = 3;

    /// <summary>Of each person on a day.</summary>
    public static IReadOnlyList<OnTheBody> Of(LoadLayout layout, int day) =>
        [
            .. layout.Trip.Members.Select(m =>
            {
                var on = layout.LoadOf(m.SleeperId);
                List<KitItem> has =
                [
                    .. layout.Things.Index().Where(t => layout.Spots[t.Index][day].Load == on).Select(t => t.Item.Item),
                ];
                bool Has(params ReadOnlySpan<string> nouns)
                {
                    foreach (var item in has)
                    {
                        if (ItemTypes.IsOf(item, nouns))
                            return true;
                    }
                    return false;
                }
                return new OnTheBody(
                    m.SleeperId,
                    has.Where(PartyKit.LightsFire).Select(i => i.Type).Distinct().Count(),
                    Has("lighter"),
                    Has("tinder", "candle"),
                    Has("lamp"),
                    Has("whistle"),
                    Has("phone", "beacon"),
                    Has("map", "compass")
                );
            }),
        ];
}
