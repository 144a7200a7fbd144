using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Stack;

namespace Ermine.Core.Loads;

/// <summary>As what a thing is used for a while.</summary>
public enum UseKind
{
    /// <summary>Slept in, on or under.</summary>
    Bed,

    /// <summary>Under the head.</summary>
    Pillow,

    /// <summary>Round the feet, under the legs, hung against the wind: in the bed, but not as what it is.</summary>
    InBedOtherwise,

    /// <summary>Put on in the night.</summary>
    PutOn,

    /// <summary>Worn by day.</summary>
    Worn,

    /// <summary>At hand by day.</summary>
    AtHand,

    /// <summary>Left on the hands through a task.</summary>
    Task,

    /// <summary>Kept dry in reserve.</summary>
    Reserve,
}

/// <summary>A thing in use for a while.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="SleeperId">Who uses it.</param>
/// <param name="Kind">As what.</param>
/// <param name="Night">The night, or the day that ends in it, from 0.</param>
/// <param name="FromHour">Begins, hours from the first midnight of the trip.</param>
/// <param name="ToHour">Ends.</param>
public sealed record UseSpan(Guid ItemId, Guid SleeperId, UseKind Kind, int Night, double FromHour, double ToHour)
{
    /// <summary>Hours that two share.</summary>
    public double Overlap(UseSpan other) => Math.Min(ToHour, other.ToHour) - Math.Max(FromHour, other.FromHour);

    /// <summary>It lies in the bed.</summary>
    public bool IsInBed => Kind is UseKind.Bed or UseKind.Pillow or UseKind.InBedOtherwise or UseKind.PutOn;
}

/// <summary>Every use of everything, laid out in time: what nights, days, tasks and the reserve count on.</summary>
public static class UsesInTime
{
    /// <summary>Hours from the first midnight of a trip to the midnight before an evening.</summary>
    public static double Midnight(Trip trip, int night) =>
        24.0 * (trip.Nights[night].Date.DayNumber - trip.Nights[0].Date.DayNumber);

    /// <summary>All uses, in order of time.</summary>
    public static IReadOnlyList<UseSpan> Of(Trip trip)
    {
        var found = new List<UseSpan>();
        foreach (var outfit in trip.Outfits)
        {
            for (var n = 0; n < trip.Nights.Count; n++)
                Add(found, trip, outfit, n);
        }
        found.Sort((a, b) => a.FromHour.CompareTo(b.FromHour));
        return found;
    }

    private static void Add(List<UseSpan> found, Trip trip, Outfit outfit, int n)
    {
        var (night, midnight) = (trip.Nights[n], Midnight(trip, n));
        var bedtime = outfit.BedtimeOf(night.Id);
        void Use(Guid item, UseKind kind, double from, double to)
        {
            if (to > from)
                found.Add(new(item, outfit.SleeperId, kind, n, midnight + from, midnight + to));
        }
        var up = Math.Min(bedtime.UpHour, NextDayBegins(trip, outfit, n) - midnight);

        foreach (var layer in outfit.SystemOf(night.Id).Layers)
            Use(layer.ItemId, KindOf(layer.As), bedtime.InHour, up);
        foreach (var put in bedtime.Events)
        {
            if (put is { Kind: NightEventKind.PutOn, ItemId: { } item })
                Use(item, UseKind.PutOn, put.Hour, up);
        }
        var day = outfit.Dry.DayOf(night.Id);
        foreach (var bar in day.Worn ?? [])
            Use(bar.ItemId, bar.AtHand ? UseKind.AtHand : UseKind.Worn, bar.FromHour, bar.ToHour);
        foreach (var task in day.Tasks ?? [])
        {
            foreach (var item in task.On ?? [])
                Use(item, UseKind.Task, task.Hour, task.Hour + (task.Minutes ?? 0) / 60);
        }
        foreach (var role in outfit.Dry.Roles.Where(r => r.Role == Role.Spare && (r.Days?.Contains(night.Id) ?? true)))
            Use(role.ItemId, UseKind.Reserve, 0, 24);
    }

    /// <summary>Who sets out early gets up early, whatever the night says; hours from the first midnight.</summary>
    private static double NextDayBegins(Trip trip, Outfit outfit, int n) =>
        n + 1 < trip.Nights.Count && outfit.Dry.DayOf(trip.Nights[n + 1].Id).Blocks is { Count: > 0 } blocks
            ? Midnight(trip, n + 1) + blocks.Min(b => b.FromHour)
            : double.MaxValue;

    private static UseKind KindOf(Serving serving) =>
        serving switch
        {
            Serving.Pillow => UseKind.Pillow,
            Serving.RoundFeet or Serving.UnderLegs or Serving.WindCover => UseKind.InBedOtherwise,
            _ => UseKind.Bed,
        };

    /// <summary>Shorter pauses than this are none in the picture, h.</summary>
    private const double Pause = 0.75;

    /// <summary>The same for a picture of many days: what pauses for minutes only is one use.</summary>
    public static IReadOnlyList<UseSpan> Joined(IReadOnlyList<UseSpan> uses)
    {
        var found = new List<UseSpan>();
        foreach (var one in uses.GroupBy(u => (u.ItemId, u.SleeperId, u.Kind)))
        {
            var now = one.First();
            foreach (var next in one.Skip(1))
            {
                if (next.FromHour <= now.ToHour + Pause)
                    now = now with { ToHour = Math.Max(now.ToHour, next.ToHour) };
                else
                {
                    found.Add(now);
                    now = next;
                }
            }
            found.Add(now);
        }
        return found;
    }
}
