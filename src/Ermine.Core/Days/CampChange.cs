using Ermine.Core.Body;
using Ermine.Core.Dryness;
using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>What is damp at camp, and what is done about it.</summary>
/// <param name="Hour">When one could change.</param>
/// <param name="Off">The damp thing.</param>
/// <param name="Grams">Water in it then, g.</param>
/// <param name="On">The dry thing that is worn for it, or could be; null where none is along.</param>
/// <param name="Done">It is changed then; else it stays on.</param>
/// <param name="IsBed">The change is that of getting into the bag.</param>
public sealed record CampChange(double Hour, Guid Off, double Grams, Guid? On, bool Done, bool IsBed);

/// <summary>
/// Changing into dry things at camp: what is damp on torso, legs, head and feet gives way to something dry of its kind as soon as one is in the
/// tent for the night; things kept for sleeping first, spares last. Where the day ends outside, or in the bag, getting in is the change.
/// </summary>
public static class CampChanges
{
    /// <summary>Since when one is in the tent for the evening; null where the day ends outside.</summary>
    /// <param name="blocks">The day's work, in order of time.</param>
    public static double? InTentFrom(IReadOnlyList<DayBlock> blocks)
    {
        double? from = null;
        for (var n = blocks.Count - 1; n >= 0 && blocks[n].Place == DayPlace.Tent; n--)
            from = blocks[n].FromHour;
        return from;
    }

    /// <summary>What was damp at camp on a day, and what was done about it.</summary>
    /// <param name="day">The day.</param>
    /// <param name="played">As it was lived.</param>
    public static IReadOnlyList<CampChange> Of(DayToPlay day, DayPlayed played)
    {
        if (day.Blocks.Count == 0)
            return [];
        var hour = InTentFrom(day.Blocks) ?? day.Blocks[^1].ToHour;
        var isBed = hour >= day.Blocks[^1].ToHour || day.IsInBed(day.Blocks.First(b => b.FromHour >= hour - 1e-6));
        var damp = Damp(day, played, hour);
        if (isBed)
            return
            [
                .. damp.Select(d => new CampChange(
                    hour,
                    d.Garment.Item.Id,
                    d.Grams,
                    day.Bed.FirstOrDefault(b => IsLike(b, d.Garment))?.Item.Id,
                    day.Bed.All(b => b.Item.Id != d.Garment.Item.Id),
                    true
                )),
            ];
        var changes = new List<CampChange>();
        foreach (var (garment, grams) in damp)
        {
            var after = day.Worn.Where(b => !b.AtHand && b.ToHour > hour + 1e-6).ToList();
            var done = after.All(b => b.ItemId != garment.Item.Id);
            var worn = after
                .Where(b => b.FromHour >= hour - 1e-6)
                .Select(b => day.Find(b.ItemId))
                .FirstOrDefault(g => g is not null && IsLike(g, garment));
            var on = done ? worn : DryFor(day, garment, hour);
            // What comes off for good, with nothing in its place, was not needed.
            if (!done || on is not null)
                changes.Add(new(hour, garment.Item.Id, grams, on?.Item.Id, done, false));
        }
        return changes;
    }

    /// <summary>The bars with everything damp changed for something dry, where there is something; null where nothing changes.</summary>
    /// <param name="day">The day as it was dressed; what is pinned stays on.</param>
    /// <param name="played">As it was lived.</param>
    internal static IReadOnlyList<Bar>? Changed(DayToPlay day, DayPlayed played)
    {
        if (InTentFrom(day.Blocks) is not { } hour)
            return null;
        var bars = day.Worn.ToList();
        var (changed, put) = (false, new List<Garment>());
        foreach (var (garment, _) in Damp(day, played, hour))
        {
            var id = garment.Item.Id;
            bool IsAfter(Bar bar) => bar.ItemId == id && bar.ToHour > hour + 1e-6;
            if (bars.Exists(b => IsAfter(b) && b.Pinned) || !bars.Exists(b => IsAfter(b) && !b.AtHand))
                continue;
            // A dry thing put on for one damp thing serves for the other of its kind as well.
            var isOn = put.Exists(g => IsLike(g, garment));
            var dry = isOn ? null : DryFor(day with { Worn = bars }, garment, hour);
            if (dry is null && !isOn)
                continue;
            changed = true;
            for (var n = bars.Count - 1; n >= 0; n--)
            {
                if (!IsAfter(bars[n]))
                    continue;
                if (bars[n].FromHour < hour - 1e-6)
                    bars[n] = bars[n] with { ToHour = hour };
                else
                    bars.RemoveAt(n);
            }
            if (dry is null)
                continue;
            bars.RemoveAll(b => b.ItemId == dry.Item.Id && b.ToHour > hour + 1e-6);
            bars.Add(new(dry.Item.Id, hour, day.Blocks[^1].ToHour));
            put.Add(dry);
        }
        return changed ? bars : null;
    }

    private static bool IsDry(DayToPlay day, Garment garment) => day.Morning.PerGram(garment.Item) <= Textiles.DryUpTo;

    /// <summary>What is worn and damp at an hour.</summary>
    private static List<(Garment Garment, double Grams)> Damp(DayToPlay day, DayPlayed played, double hour)
    {
        var moment = -1;
        for (var n = 0; n < played.Moments.Count && played.Moments[n].Hour <= hour + 1e-6; n++)
            moment = n;
        if (moment < 0)
            return [];
        var before = day
            .Worn.Where(b => !b.AtHand && b.FromHour < hour - 1e-6 && b.ToHour >= hour - 1e-6)
            .Select(b => b.ItemId)
            .ToHashSet();
        return
        [
            .. played
                .Things.Where(t => before.Contains(t.ItemId))
                .Select(t => (Garment: day.Find(t.ItemId), Grams: t.Grams[Math.Min(moment, t.Grams.Count - 1)]))
                .Where(t => t.Garment is { } g && IsChanged(g) && Moisture.PerGram(g.Item, t.Grams) > Textiles.DryUpTo)
                .Select(t => (t.Garment!, t.Grams)),
        ];
    }

    private static bool IsChanged(Garment garment) =>
        garment.Tier is Tier.Skin or Tier.Mid or Tier.ThinLoft
        && garment.Main is Part.Torso or Part.Legs or Part.Head or Part.Feet;

    /// <summary>Of a kind: one can be worn for the other. A tube at the neck is no hat.</summary>
    private static bool IsLike(Garment one, Garment other) =>
        one.Main == other.Main
        && IsChanged(one)
        && one.Main switch
        {
            Part.Head => IsHat(one) == IsHat(other),
            Part.Feet => true,
            _ => one.Tier == other.Tier,
        };

    private static bool IsHat(Garment garment) => garment.Cover(Part.Head, Opening.Closed) >= 0.5;

    private static Garment? DryFor(DayToPlay day, Garment damp, double hour) =>
        day
            .ForSleep.Values.Concat(day.Wearable.Values.OrderBy(g => g.IsSpare))
            .FirstOrDefault(g =>
                IsLike(g, damp)
                && IsDry(day, g)
                && !day.Worn.Any(b => b.ItemId == g.Item.Id && (b.Pinned || !b.AtHand && b.FromHour < hour - 1e-6))
            );
}
