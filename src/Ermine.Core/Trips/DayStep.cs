using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Dryness;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Units;

namespace Ermine.Core.Trips;

/// <summary>What a day is lived with.</summary>
/// <param name="Outfit">Whose day it is.</param>
/// <param name="Closet">What is owned.</param>
/// <param name="Things">Every textile that comes along.</param>
/// <param name="SleepsIn">What will be slept in.</param>
/// <param name="Day">How wet it is.</param>
/// <param name="First">Nothing has been slept in yet.</param>
/// <param name="RestBefore">Days between two nights that are not on the trip, lived as rest.</param>
/// <param name="Noon">Air at noon.</param>
/// <param name="Low">Low of the coming night; null while it is not known.</param>
/// <param name="Play">Plays the work that is laid out from the morning's water; null where none is.</param>
public sealed record DayToLive(
    Outfit Outfit,
    Closet Closet,
    IReadOnlyList<KitItem> Things,
    IReadOnlyList<KitItem> SleepsIn,
    DayPlan Day,
    bool First,
    int RestBefore,
    Temperature Noon,
    Temperature? Low,
    Func<Water, BodyHeat, DayPlayed?>? Play = null
);

/// <summary>
/// A day: from the morning's state to the evening's. Frost is brushed off, what is worn gets wet, things dry on the body and in the air.
/// </summary>
public sealed class DayStep
{
    /// <summary>Share of the day's wetting that still reaches socks outside a barrier (assumption).</summary>
    private const double ThroughBarrierSocks = 0.15;

    private readonly DayToLive day;
    private readonly Habits habits;
    private readonly HashSet<Guid> sleepsIn;
    private WaterInHand water;
    private DayPlayed? played;

    private DayStep(TripState morning, DayToLive day)
    {
        (this.day, habits) = (day, day.Outfit.Dry.Habits);
        sleepsIn = [.. day.SleepsIn.Select(t => t.Id)];
        water = morning.Water.Take();
    }

    /// <summary>Lives a day.</summary>
    /// <param name="morning">The state at getting up; not changed.</param>
    /// <param name="day">The day.</param>
    public static DayLived Live(TripState morning, DayToLive day) => new DayStep(morning, day).From(morning);

    private DayLived From(TripState morning)
    {
        Brush(morning);
        for (var n = 0; n < day.RestBefore; n++)
            Dried(new(day.Day.NightId, DayWork.Rest, []), []);
        var worn = day.Play is null ? Estimated() : Lived(morning.Body);
        foreach (var t in day.Things.Where(t => day.Day.Soaked.Contains(t.Id)))
            water.Wet(t, double.MaxValue);
        var (onBody, aired) = Dried(day.Day, worn);
        var inBed = day
            .Things.Where(t =>
                Follows(t, Place.InBed, habits.DampToBed && Textiles.IsSmall(t))
                && !sleepsIn.Contains(t.Id)
                && IsDamp(t)
            )
            .ToList();
        var cells = day.Things.ToDictionary(t => t.Id, t => Cell(t, worn, onBody, inBed, aired));
        return new(
            new(water.Give(), morning.SleptIn, played?.Body ?? BodyHeat.Rested),
            inBed,
            cells,
            [.. Missing()],
            played
        );
    }

    /// <summary>In the morning frost is knocked off the outermost thing; what hoar is left melts into it.</summary>
    private void Brush(TripState morning)
    {
        if (morning.SleptIn.LastOrDefault(t => t.Side == Side.Over) is not { } outermost)
            return;
        if (habits.BrushFrost)
            water.Brush(outermost, Drying.Brushed);
        water.Melt(outermost);
    }

    /// <summary>A day of which only a word is known wets what is worn by estimate; what is worn.</summary>
    private List<KitItem> Estimated()
    {
        var worn = day.Day.Work == DayWork.Rest ? [] : WornBy();
        foreach (var t in worn)
        {
            var purpose = day.Closet.SlotOf(t).Purpose;
            var through = purpose == Purpose.Socks && habits.BarrierSocks ? ThroughBarrierSocks : 1;
            water.Wet(t, through * Textiles.Wetting(purpose, day.Day.Work));
        }
        return worn;
    }

    /// <summary>A day that is laid out is played; what was worn on it.</summary>
    private List<KitItem> Lived(BodyHeat body)
    {
        var morning = water.Give();
        water = morning.Take();
        played = day.Play!(morning, body);
        if (played is null)
            return Estimated();
        water.Put(played.Evening, played.Things.Select(t => t.ItemId));
        var worn = played.Things.Select(t => t.ItemId).ToHashSet();
        return [.. day.Things.Where(t => worn.Contains(t.Id))];
    }

    private (List<KitItem> OnBody, List<KitItem> Aired) Dried(DayPlan on, List<KitItem> worn)
    {
        var onBody = OnBody(worn);
        return (onBody, Air(on, worn, onBody));
    }

    private List<KitItem> OnBody(List<KitItem> worn)
    {
        var carried = day
            .Things.Where(t =>
                Follows(t, Place.OnBody, habits.OnBody && Textiles.IsSmall(t))
                && !worn.Contains(t)
                && !sleepsIn.Contains(t.Id)
                && IsDamp(t)
            )
            .ToList();
        Drying.Shared(carried, water, Drying.OnBody * Drying.OnBodyHours);
        return carried;
    }

    private List<KitItem> Air(DayPlan on, List<KitItem> worn, List<KitItem> onBody)
    {
        if (day.First)
            return [];
        var hours =
            played is { } lived ? Math.Min(Drying.RestHours, lived.AiringHours)
            : on.Work == DayWork.Rest ? Drying.RestHours
            : Drying.NoonHours;
        var airing = hours > 0 && (habits.AirAtNoon || hours >= Drying.RestHours);
        var hung = day
            .Things.Concat(day.SleepsIn.Where(t => t.Kind == ItemKind.VapourBarrier))
            .Concat(day.Outfit.Uses.Select(day.Closet.Find).OfType<KitItem>().Where(IsBoot))
            .Where(t =>
                water.GramsOf(t.Id) > 0.5
                && (Follows(t, Place.HungOut, airing && !habits.ByStove) || Follows(t, Place.ByStove, habits.ByStove))
                && (sleepsIn.Contains(t.Id) || !worn.Contains(t) && !onBody.Contains(t))
            )
            .ToList();
        foreach (var t in hung)
        {
            var warmer =
                Follows(t, Place.ByStove, habits.ByStove) ? Drying.Stove
                : habits.InSun ? Drying.Sun
                : 0;
            water.Dry(t, Drying.HungOut(ItemReader.UsualShellM2(t), day.Noon.Celsius, warmer, hours));
        }
        return hung;
    }

    private static bool IsBoot(KitItem item) => item is { Kind: ItemKind.Gear, Sole: not Sole.None, Cover.Feet: > 0 };

    /// <summary>What is worn, one thing for each purpose: the day's own, or the driest where the damp ones are not worn again.</summary>
    private List<KitItem> WornBy()
    {
        var member = day.Outfit;
        bool MayBeWorn(KitItem t) =>
            member.RoleOf(t.Id) switch
            {
                Role.NightOnly => false,
                Role.Spare => !sleepsIn.Contains(t.Id) && member.MayBeWorn(t.Id, day.Day.NightId),
                _ => member.MayBeWorn(t.Id, day.Day.NightId),
            };
        return
        [
            .. day
                .Things.Where(t => day.Closet.SlotOf(t).Purpose != Purpose.Other && MayBeWorn(t))
                .GroupBy(day.Closet.SlotOf)
                .Select(slot =>
                    slot.OrderBy(t => member.RoleOf(t.Id) == Role.OneDayOnly ? 0 : 1)
                        .ThenBy(t => habits.DampAgain && member.RoleOf(t.Id) == Role.Day ? 0 : 1)
                        .ThenBy(t => (habits.DampAgain ? -1 : 1) * Math.Round(water.PerGram(t), 3))
                        .ThenBy(t => member.RoleOf(t.Id))
                        .First()
                ),
        ];
    }

    private DryCell Cell(KitItem t, List<KitItem> worn, List<KitItem> onBody, List<KitItem> inBed, List<KitItem> aired)
    {
        var place =
            sleepsIn.Contains(t.Id) ? Place.SleptIn
            : inBed.Contains(t) ? Place.InBed
            : onBody.Contains(t) ? Place.OnBody
            : worn.Contains(t) ? Place.Worn
            : KeptAt(t) ?? Place.Packed;
        var perGram = water.PerGram(t);
        var cold = place is Place.Packed or Place.Worn or Place.HungOut && day.Low is { Celsius: < 0 };
        return new(water.GramsOf(t.Id), perGram, WetnessOf(perGram, cold), place, aired.Contains(t));
    }

    private static Wetness WetnessOf(double perGram, bool inTheCold) =>
        perGram <= Textiles.DryUpTo ? Wetness.Dry
        : inTheCold ? Wetness.Frozen
        : perGram <= Textiles.DampUpTo ? Wetness.Damp
        : Wetness.Wet;

    /// <summary>Purposes for which something comes along, and none of it is dry.</summary>
    private IEnumerable<Slot> Missing() =>
        day
            .Things.Where(t => day.Closet.SlotOf(t).Purpose != Purpose.Other)
            .GroupBy(day.Closet.SlotOf)
            .Where(slot => slot.All(IsDamp))
            .Select(slot => slot.Key);

    private bool IsDamp(KitItem item) => water.PerGram(item) > Textiles.DryUpTo;

    private Place? KeptAt(KitItem item) => day.Outfit.Dry.Roles.FirstOrDefault(r => r.ItemId == item.Id)?.Keep;

    /// <summary>Whether a thing goes to a place: as it is told, else as the habits say.</summary>
    private bool Follows(KitItem item, Place place, bool byHabit) => KeptAt(item) is { } told ? told == place : byHabit;
}
