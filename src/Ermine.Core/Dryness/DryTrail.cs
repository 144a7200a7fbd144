using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Dryness;

/// <summary>How wet a thing is.</summary>
public enum Wetness
{
    /// <summary>Dry.</summary>
    Dry,

    /// <summary>Damp.</summary>
    Damp,

    /// <summary>Wet.</summary>
    Wet,

    /// <summary>Frozen stiff: damp or wet, and in the cold.</summary>
    Frozen,
}

/// <summary>Where a thing is in the evening, or was dried that day.</summary>
public enum Place
{
    /// <summary>Slept in.</summary>
    SleptIn,

    /// <summary>Worn that day.</summary>
    Worn,

    /// <summary>Carried on the body under a layer.</summary>
    OnBody,

    /// <summary>Taken to bed to dry.</summary>
    InBed,

    /// <summary>Laid under the body: kept from freezing.</summary>
    UnderBody,

    /// <summary>Packed.</summary>
    Packed,

    /// <summary>Hung out at noon, then packed.</summary>
    HungOut,

    /// <summary>Hung by a stove.</summary>
    ByStove,
}

/// <summary>One thing on one evening.</summary>
/// <param name="WaterG">Water at getting in, g.</param>
/// <param name="PerGram">On a g of fill or fabric.</param>
/// <param name="Wetness">How wet it is.</param>
/// <param name="Place">Where it is.</param>
/// <param name="Aired">It was hung out that day.</param>
public sealed record DryCell(double WaterG, double PerGram, Wetness Wetness, Place Place, bool Aired);

/// <summary>One night on the trail.</summary>
/// <param name="Evening">Water in everything at getting in.</param>
/// <param name="DampInBed">Damp things taken to bed.</param>
/// <param name="Hours">The night hour by hour; null while no low is known or nothing is laid out.</param>
/// <param name="Frost">Its vapour and frost.</param>
/// <param name="Cells">Every textile on that evening.</param>
/// <param name="Without">Uses that no dry thing is left for.</param>
/// <param name="Dawn">Water in everything at getting up.</param>
public sealed record DryNight(
    WaterState Evening,
    IReadOnlyList<KitItem> DampInBed,
    PlayedNight? Hours,
    FrostNight? Frost,
    IReadOnlyDictionary<Guid, DryCell> Cells,
    IReadOnlyList<Slot> Without,
    WaterState Dawn
);

/// <summary>A use and the place of the body that it serves.</summary>
/// <param name="Use">What for.</param>
/// <param name="Region">Where.</param>
public sealed record Slot(Use Use, Region Region)
{
    /// <summary>What a thing serves.</summary>
    public static Slot Of(KitItem item) =>
        new(Textiles.UseOf(item), Regions.All.MaxBy(r => item.Cover[r] * Regions.BodyShare[r]));
}

/// <summary>Water and frost along a trip, night by night.</summary>
/// <param name="Things">Every textile that comes along.</param>
/// <param name="Nights">Night by night.</param>
public sealed record DryTrail(IReadOnlyList<KitItem> Things, IReadOnlyList<DryNight> Nights)
{
    /// <summary>The first night without a dry thing for a use; null where there is always one.</summary>
    public int? FirstWithout(Slot slot) =>
        Nights.ToList().FindIndex(n => n.Without.Contains(slot)) is >= 0 and var at ? at : null;

    /// <summary>Frost in bags and quilts on an evening, g.</summary>
    public double FrostG(int night) => Things.Where(t => t.IsTopLayer).Sum(t => Nights[night].Evening.GramsOf(t.Id));
}

/// <summary>
/// Runs water and frost along a trip: a simulation over the same clock as the nights. Each day wets what is worn and dries what is aired or
/// carried on the body; each night's column wets or dries what is slept in; the evening's water loosens the loft. It goes as far as it is
/// asked, and can go on from a night of another run.
/// </summary>
public sealed class TrailRun
{
    private readonly NightPlanner planner;
    private readonly DryPlan dry;
    private readonly bool frost;
    private readonly List<KitItem> things;
    private readonly List<DryNight> nights = [];

    /// <summary>Begins a run on a dry first day.</summary>
    /// <param name="planner">Answers the nights.</param>
    /// <param name="dry">How the person keeps dry.</param>
    /// <param name="frost">Also vapour and frost of the nights; without them only days wet and dry.</param>
    public TrailRun(NightPlanner planner, DryPlan dry, bool frost = true)
    {
        (this.planner, this.dry, this.frost) = (planner, dry, frost);
        var member = planner.Member;
        things =
        [
            .. member
                .Uses.Select(planner.Closet.Find)
                .OfType<KitItem>()
                .Where(Textiles.IsTextile)
                .Where(t => member.Kept.Count == 0 || IsAlong(member, t.Id)),
        ];
    }

    /// <summary>Goes on from a night of another run; nothing before that night may differ between the two.</summary>
    /// <param name="planner">Answers the nights.</param>
    /// <param name="dry">How the person keeps dry from then on.</param>
    /// <param name="before">The other run.</param>
    /// <param name="from">First night that differs, from 0.</param>
    public TrailRun(NightPlanner planner, DryPlan dry, TrailRun before, int from)
        : this(planner, dry)
    {
        for (var n = 0; n < from; n++)
            nights.Add(before.Night(n));
    }

    /// <summary>Every textile that comes along.</summary>
    public IReadOnlyList<KitItem> Things => things;

    /// <summary>A night, from 0; beyond the trip's the last one is repeated.</summary>
    public DryNight Night(int n)
    {
        while (nights.Count <= n)
            nights.Add(Next(nights.Count));
        return nights[n];
    }

    /// <summary>The first so many nights.</summary>
    public DryTrail Whole(int count)
    {
        if (count > 0)
            Night(count - 1);
        return new(things, nights[..count]);
    }

    private DryNight Next(int n)
    {
        var member = planner.Member;
        var water = n > 0 ? nights[n - 1].Dawn.Copy() : new();
        var index = Math.Min(n, planner.Trip.Nights.Count - 1);
        var night = planner.Trip.Nights[index];
        var day = n < planner.Trip.Nights.Count ? dry.DayOf(night.Id) : new(night.Id, DayWork.Easy, []);
        var system = planner.SystemOf(index);
        var slept = system.Layers.Select(l => l.ItemId).ToHashSet();
        var worn = day.Work == DayWork.Rest ? [] : WornBy(planner.Closet, member, dry, things, slept, water, night.Id);
        if (n > 0 && dry.Habits.BrushFrost && OutermostOf(planner, Math.Max(0, index - 1)) is { } outer)
            water[outer].Brush(Drying.Brushed);
        Wet(worn, things, dry, day, water);
        var onBody = OnBody(things, worn, slept, dry, water);
        var aired = Air(planner, index, n, things, worn, onBody, slept, dry, day, water);
        var inBed = things
            .Where(t =>
                Follows(dry, t, Place.InBed, dry.Habits.DampToBed && IsSmall(t))
                && !slept.Contains(t.Id)
                && IsDamp(t, water)
            )
            .ToList();
        var evening = water.Copy();
        var low = planner.Weather(index)?.Low.PlanFor;
        var cells = things.ToDictionary(
            t => t.Id,
            t =>
            {
                var place =
                    slept.Contains(t.Id) ? Place.SleptIn
                    : inBed.Contains(t) ? Place.InBed
                    : onBody.Contains(t) ? Place.OnBody
                    : worn.Contains(t) ? Place.Worn
                    : KeptAt(dry, t) ?? Place.Packed;
                var perGram = water.PerGram(t);
                return new DryCell(
                    water.GramsOf(t.Id),
                    perGram,
                    WetnessOf(perGram, place is Place.Packed or Place.Worn or Place.HungOut && low is { Celsius: < 0 }),
                    place,
                    aired.Contains(t)
                );
            }
        );
        var (hours, frozen) = frost ? planner.Run(index, system, planner.EveningOf(index), water, inBed) : (null, null);
        if (!frost && inBed.Count > 0)
            Drying.Shared(inBed, water, Drying.OnBody * 10);
        return new(evening, inBed, hours, frozen, cells, [.. Missing(planner.Closet, things, evening)], water);
    }

    private static bool IsAlong(Member member, Guid id) =>
        member.Along.Contains(id)
        || member.System.Layers.Any(l => l.ItemId == id)
        || member.Own.Any(o => o.System?.Layers.Any(l => l.ItemId == id) ?? false)
        || member.DryOrPlain.Roles.Any(r => r.ItemId == id);

    private static Place? KeptAt(DryPlan dry, KitItem item) => dry.Roles.FirstOrDefault(r => r.ItemId == item.Id)?.Keep;

    /// <summary>Whether a thing goes to a place: as it is told, else as the habits say.</summary>
    private static bool Follows(DryPlan dry, KitItem item, Place place, bool byHabit) =>
        KeptAt(dry, item) is { } told ? told == place : byHabit;

    private static bool IsSmall(KitItem item) => item.Kind == ItemKind.Garment && item.MassG <= Textiles.SmallUpToG;

    private static bool IsDamp(KitItem item, WaterState water) => water.PerGram(item) > Textiles.DryUpTo;

    private static Wetness WetnessOf(double perGram, bool inTheCold) =>
        perGram <= Textiles.DryUpTo ? Wetness.Dry
        : inTheCold ? Wetness.Frozen
        : perGram <= Textiles.DampUpTo ? Wetness.Damp
        : Wetness.Wet;

    /// <summary>What is worn by day, one thing for each use: the day's own, or the driest where the damp ones are not worn again.</summary>
    private static List<KitItem> WornBy(
        Closet closet,
        Member member,
        DryPlan dry,
        List<KitItem> things,
        HashSet<Guid> slept,
        WaterState water,
        Guid nightId
    )
    {
        bool MayBeWorn(KitItem t) =>
            member.RoleOf(t.Id) switch
            {
                Role.Day => true,
                Role.Spare => !slept.Contains(t.Id),
                Role.OneDayOnly => dry.Roles.Any(r => r.ItemId == t.Id && r.NightId == nightId),
                _ => false,
            };
        return
        [
            .. things
                .Where(t => closet.SlotOf(t).Use != Use.Other && MayBeWorn(t))
                .GroupBy(closet.SlotOf)
                .Select(slot =>
                    slot.OrderBy(t => member.RoleOf(t.Id) == Role.OneDayOnly ? 0 : 1)
                        .ThenBy(t => dry.Habits.DampAgain && member.RoleOf(t.Id) == Role.Day ? 0 : 1)
                        .ThenBy(t => (dry.Habits.DampAgain ? -1 : 1) * Math.Round(water.PerGram(t), 3))
                        .ThenBy(t => member.RoleOf(t.Id))
                        .First()
                ),
        ];
    }

    private static void Wet(List<KitItem> worn, List<KitItem> things, DryPlan dry, DryDay day, WaterState water)
    {
        void Add(KitItem t, double grams) =>
            water[t.Id].Add(Math.Clamp(Textiles.CapacityG(t) - water[t.Id].Grams, 0, grams));
        foreach (var t in worn)
        {
            var use = Textiles.UseOf(t);
            var kept = use == Use.Socks && dry.Habits.BarrierSocks ? ThroughBarrierSocks : 1;
            Add(t, kept * Textiles.Wetting(use, day.Work));
        }
        foreach (var t in things.Where(t => day.Soaked.Contains(t.Id)))
            Add(t, double.MaxValue);
    }

    /// <summary>Share of the day's wetting that still reaches socks outside a barrier (assumption).</summary>
    private const double ThroughBarrierSocks = 0.15;

    private static List<KitItem> OnBody(
        List<KitItem> things,
        List<KitItem> worn,
        HashSet<Guid> slept,
        DryPlan dry,
        WaterState water
    )
    {
        var carried = things
            .Where(t =>
                Follows(dry, t, Place.OnBody, dry.Habits.OnBody && IsSmall(t))
                && !worn.Contains(t)
                && !slept.Contains(t.Id)
                && IsDamp(t, water)
            )
            .ToList();
        Drying.Shared(carried, water, Drying.OnBody * Drying.OnBodyHours);
        return carried;
    }

    private static List<KitItem> Air(
        NightPlanner planner,
        int index,
        int n,
        List<KitItem> things,
        List<KitItem> worn,
        List<KitItem> onBody,
        HashSet<Guid> slept,
        DryPlan dry,
        DryDay day,
        WaterState water
    )
    {
        var rests = day.Work == DayWork.Rest;
        if (n == 0)
            return [];
        var before = planner.Weather(Math.Max(0, index - 1));
        var noon =
            before?.High
            ?? (planner.Weather(index)?.Low.PlanFor ?? new Temperature(-10)) + Forecasts.Diurnal.SwingIfUnknown;
        var airing = dry.Habits.AirAtNoon || rests;
        var hung = things
            .Where(t =>
                water.GramsOf(t.Id) > 0.5
                && (
                    Follows(dry, t, Place.HungOut, airing && !dry.Habits.ByStove)
                    || Follows(dry, t, Place.ByStove, dry.Habits.ByStove)
                )
                && (slept.Contains(t.Id) || !worn.Contains(t) && !onBody.Contains(t))
            )
            .ToList();
        foreach (var t in hung)
        {
            var warmer =
                Follows(dry, t, Place.ByStove, dry.Habits.ByStove) ? Drying.Stove
                : dry.Habits.InSun ? Drying.Sun
                : 0;
            water[t.Id]
                .Lose(
                    Drying.HungOut(
                        ItemReader.UsualShellM2(t),
                        noon.Celsius,
                        warmer,
                        rests ? Drying.RestHours : Drying.NoonHours
                    )
                );
        }
        return hung;
    }

    private static Guid? OutermostOf(NightPlanner planner, int index) =>
        planner
            .SystemOf(index)
            .Layers.LastOrDefault(l => planner.Closet.Find(l.ItemId) is { IsTopLayer: true })
            ?.ItemId;

    /// <summary>Uses for which something comes along, and none of it is dry.</summary>
    private static IEnumerable<Slot> Missing(Closet closet, List<KitItem> things, WaterState water) =>
        things
            .Where(t => closet.SlotOf(t).Use != Use.Other)
            .GroupBy(closet.SlotOf)
            .Where(slot => slot.All(t => IsDamp(t, water)))
            .Select(slot => slot.Key);
}
