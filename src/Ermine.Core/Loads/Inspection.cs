using Ermine.Core.Ends;
using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>How pressing a look is.</summary>
public enum Urgency
{
    /// <summary>Look at it.</summary>
    Look,

    /// <summary>It is due: old, worn or long not looked at.</summary>
    Due,

    /// <summary>It is known to be wrong: mend it.</summary>
    Mend,

    /// <summary>It was looked at since the last season.</summary>
    Seen,
}

/// <summary>Why a look is pressing.</summary>
public enum LookReason
{
    /// <summary>It belongs to what is looked at before every trip.</summary>
    Always,

    /// <summary>The thing is some years old.</summary>
    Age,

    /// <summary>Nobody has said how old it is, and nothing was ever seen to.</summary>
    NeverSeen,

    /// <summary>Its loft is down.</summary>
    LoftLost,

    /// <summary>It is known to go soft.</summary>
    GoesSoft,

    /// <summary>Its finish has worn off.</summary>
    FinishGone,

    /// <summary>It does not go on the boots that come along.</summary>
    DoesNotFit,

    /// <summary>It was seen to.</summary>
    SeenTo,
}

/// <summary>One thing to look at before leaving.</summary>
/// <param name="Line">The line of the list, for ticks.</param>
/// <param name="ItemId">The thing.</param>
/// <param name="What">What is looked at.</param>
/// <param name="Urgency">How pressing.</param>
/// <param name="Reason">Why.</param>
/// <param name="Years">Age of the thing at the start, years; null where nobody has said.</param>
/// <param name="LastSeen">When it was last seen to.</param>
/// <param name="By">By when: mending takes time, a look does not.</param>
public sealed record Look(
    string Line,
    Guid ItemId,
    Check What,
    Urgency Urgency,
    LookReason Reason,
    double? Years,
    DateOnly? LastSeen,
    DateOnly By
);

/// <summary>A night near home with the one thing that is new.</summary>
/// <param name="ItemId">It; null where nothing is marked as new.</param>
/// <param name="On">When.</param>
/// <param name="Others">More that is new: each wants a night of its own.</param>
public sealed record TrialNight(Guid? ItemId, DateOnly On, IReadOnlyList<Guid> Others);

/// <summary>The list of what is looked at before leaving, from what comes along and its age (assumptions).</summary>
public static class Inspection
{
    /// <summary>Newer than this a thing has not been proved, days.</summary>
    public const int NewForDays = 300;

    /// <summary>From this age on closures, seams and finish are due, years.</summary>
    public const double DueFromYears = 4;

    /// <summary>What was seen to within this is not looked at again, days.</summary>
    public const int SeenForDays = 240;

    /// <summary>Below this share of its loft a bag or jacket is measured before it is counted on.</summary>
    public const double LoftLow = 0.9;

    /// <summary>Below this repellency is renewed.</summary>
    public const double FinishLow = 0.4;

    /// <summary>Days before the start for mending, for a look, and for the trial night.</summary>
    private const int MendDays = 21,
        LookDays = 4,
        TrialDays = 10;

    /// <summary>The list, the most pressing first.</summary>
    public static IReadOnlyList<Look> Of(LoadLayout layout)
    {
        if (layout.Days == 0)
            return [];
        var start = layout.Trip.Nights[0].Date;
        var boots = layout
            .Things.Where(t => t.Item.Sole != Sole.None && !IsOnBoots(t.Item))
            .Select(t => t.Item)
            .ToList();
        return
        [
            .. layout
                .Things.DistinctBy(t => t.Item.Id)
                .SelectMany(t => ChecksOf(t.Item).Select(c => One(t.Item, c, start, boots)))
                .OrderBy(l =>
                    l.Urgency switch
                    {
                        Urgency.Mend => 0,
                        Urgency.Due => 1,
                        Urgency.Look => 2,
                        _ => 3,
                    }
                )
                .ThenBy(l => l.By)
                .ThenBy(l => l.What),
        ];
    }

    /// <summary>What is looked at on a thing.</summary>
    public static IEnumerable<Check> ChecksOf(KitItem item)
    {
        var worn = item.Kind == ItemKind.Garment;
        if (item.Kind == ItemKind.Bag || worn && item.Cover.Torso >= 0.8 && (item.Windproof || HasLoft(item)))
            yield return Check.Zip;
        if (
            item.Material is Material.Down or Material.TreatedDown or Material.SyntheticFill
            && (item.IsTopLayer || worn)
        )
            yield return Check.Loft;
        if (item is { Kind: ItemKind.Pad, Material: Material.Inflatable or Material.Down })
            yield return Check.HoldsAir;
        if (item.Kind == ItemKind.VapourBarrier || worn && item.Windproof)
            yield return Check.Seams;
        if (worn && item.Windproof && item.Cover.Torso + item.Cover.Legs >= 0.8)
            yield return Check.Repellency;
        if (worn && item.Windproof && item.Cover.Torso >= 0.8)
            yield return Check.Cuffs;
        if (ItemTypes.IsOf(item, "pack", "sledge", "duffel", "harness", "traces", "boot"))
            yield return Check.Buckles;
        if (Stove.Of(item) is not null)
            yield return Check.Burns;
        if (ItemTypes.IsOf(item, "lamp", "battery", "beacon", "phone", "powerbank", "transceiver", "alarm", "lantern"))
            yield return Check.Cells;
        if (IsOnBoots(item))
            yield return Check.FitsBoots;
        if (ItemTypes.IsOf(item, "tent", "tarp", "hammock"))
            yield return Check.Pitched;
        if (ItemTypes.IsOf(item, "bottle", "flask", "hotbottle", "waterbag", "fuel"))
            yield return Check.Tight;
        if (PartyKit.LightsFire(item))
            yield return Check.Lights;
    }

    private static bool HasLoft(KitItem item) =>
        item.Material is Material.Down or Material.TreatedDown or Material.SyntheticFill;

    /// <summary>Goes on a boot and needs its sole.</summary>
    private static bool IsOnBoots(KitItem item) => ItemTypes.IsOf(item, "spike", "crampon", "snowshoe", "ski");

    private static Look One(KitItem item, Check what, DateOnly start, List<KitItem> boots)
    {
        double? years = item.Since is { } since ? Math.Max(0, start.DayNumber - since.DayNumber) / 365.25 : null;
        DateOnly? seen = item.History?.Where(h => h.What == what).Select(h => (DateOnly?)h.On).Max();
        var (urgency, reason) = Judge(item, what, years, seen, start, boots);
        var before = urgency is Urgency.Mend or Urgency.Due ? MendDays : LookDays;
        return new(LineOf(item.Id, what), item.Id, what, urgency, reason, years, seen, start.AddDays(-before));
    }

    /// <summary>The line of the list that a look is.</summary>
    public static string LineOf(Guid item, Check what) => $"{item}/{what}";

    private static (Urgency, LookReason) Judge(
        KitItem item,
        Check what,
        double? years,
        DateOnly? seen,
        DateOnly start,
        List<KitItem> boots
    )
    {
        if (what == Check.FitsBoots && boots.Count > 0 && !boots.Exists(b => Goes(item, b)))
            return (Urgency.Mend, LookReason.DoesNotFit);
        if (seen is { } on && start.DayNumber - on.DayNumber is >= 0 and <= SeenForDays)
            return (Urgency.Seen, LookReason.SeenTo);
        if (what == Check.Repellency && item.Repellency < FinishLow && (years ?? 0) > 1)
            return (Urgency.Mend, LookReason.FinishGone);
        if (what == Check.HoldsAir && item.Soft)
            return (Urgency.Mend, LookReason.GoesSoft);
        if (what == Check.Loft && item.LoftFactor < LoftLow)
            return (Urgency.Due, LookReason.LoftLost);
        if (years >= DueFromYears)
            return (Urgency.Due, LookReason.Age);
        return years is null && item.History is null or []
            ? (Urgency.Look, LookReason.NeverSeen)
            : (Urgency.Look, LookReason.Always);
    }

    /// <summary>What is looked at, in words.</summary>
    public static string InWords(Check what) =>
        what switch
        {
            Check.Zip => "zips run, the flap behind them closes",
            Check.Seams => "seams hold",
            Check.Cuffs => "cuffs close and do not bind",
            Check.Buckles => "buckles, buttons, cords and laces hold",
            Check.Repellency => "water beads on it",
            Check.Loft => "loft by ruler after an hour out of its sack",
            Check.HoldsAir => "blown up with a pump sack it is as firm in the morning",
            Check.Burns => "burns from cold fuel",
            Check.Cells => "cells full, a spare set along",
            Check.FitsBoots => "sits on the boots that come along",
            Check.Pitched => "pitched once: poles, pegs, lines, zips",
            Check.Tight => "tight on its side with hot water in it",
            _ => "lights with mittens on",
        };

    private static bool Goes(KitItem thing, KitItem boot) => Fit.OnBoot(thing, boot) == BindingFit.Fits;

    /// <summary>
    /// A night at home before the trip, with what is newest and was never slept in or worn: one thing changed at a time. None where the trip
    /// has no nights.
    /// </summary>
    public static TrialNight? Trial(LoadLayout layout)
    {
        if (layout.Days == 0)
            return null;
        var start = layout.Trip.Nights[0].Date;
        List<Guid> fresh =
        [
            .. layout
                .Things.Select(t => t.Item)
                .Where(i => i.IsForNight && i.Since is { } s && start.DayNumber - s.DayNumber is >= 0 and < NewForDays)
                .OrderBy(i => i.Side == Side.On ? 1 : 0)
                .ThenByDescending(i => i.MassG)
                .Select(i => i.Id)
                .Distinct(),
        ];
        return new(fresh is [var first, ..] ? first : null, start.AddDays(-TrialDays), [.. fresh.Skip(1)]);
    }
}
