using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Rules;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>Ways of sleeping that a choice must keep to.</summary>
/// <param name="NoBarrier">No vapour barrier.</param>
/// <param name="QuiltsOnly">No bags.</param>
/// <param name="SyntheticOutside">The outermost of bags and quilts is synthetic.</param>
/// <param name="SomethingToSitOn">A foam pad comes along.</param>
/// <param name="DayClothes">What is worn by day may be slept in too.</param>
public sealed record ChoiceSchools(
    bool NoBarrier = false,
    bool QuiltsOnly = false,
    bool SyntheticOutside = false,
    bool SomethingToSitOn = false,
    bool DayClothes = false
);

/// <summary>One thing that may be chosen.</summary>
/// <param name="Item">The thing.</param>
/// <param name="Grams">What it adds to the load, g; 0 where it comes along anyway.</param>
/// <param name="Litres">What it takes in the pack, l; 0 where it comes along anyway.</param>
/// <param name="Pinned">It is part of every answer.</param>
/// <param name="Own">Nobody else of the party may take it.</param>
/// <param name="ByDay">It is worn on some day: damp in the evening, and missed the next day where it is slept in.</param>
internal sealed record ChoiceThing(
    KitItem Item,
    double Grams,
    double Litres,
    bool Pinned,
    bool Own = false,
    bool ByDay = false
);

/// <summary>What may be chosen from, and the one bed that a choice of it makes.</summary>
internal sealed class ChoiceThings
{
    private readonly Closet closet;
    private readonly SleepSystem like;
    private readonly bool hoodsOpen,
        syntheticOutside,
        mustSit;

    private ChoiceThings(
        Closet closet,
        SleepSystem like,
        IReadOnlyList<ChoiceThing> all,
        bool hoodsOpen,
        bool syntheticOutside,
        bool mustSit
    )
    {
        (this.closet, All, this.hoodsOpen, this.syntheticOutside, this.mustSit) = (
            closet,
            all,
            hoodsOpen,
            syntheticOutside,
            mustSit
        );
        // How the bed is made stays, and what serves in it as something else.
        this.like = like with
        {
            Layers = [.. like.Layers.Where(l => l.As != Serving.Itself)],
        };
        Twins =
        [
            .. all.Select(
                (t, n) =>
                    Enumerable.Range(0, n).Where(m => IsTwin(all[m], t)).Select(m => (int?)m).LastOrDefault() ?? -1
            ),
        ];
        TwinOf = [.. Enumerable.Range(0, all.Count).Select(n => Array.IndexOf(Twins, n))];
        int[] Numbers(params Func<KitItem, bool>[] of) =>
            [.. of.SelectMany(f => all.Index().Where(t => f(t.Item.Item)).Select(t => t.Index))];
        Barriers = Numbers(KeepsVapourBack);
        Tops = Numbers(
            i => i is { Side: Side.Over, IsTopLayer: false },
            i => i.Kind == ItemKind.Bag,
            i => i.Kind == ItemKind.Quilt
        );
        Rest = [.. Enumerable.Range(0, all.Count).Except(Tops).Except(Barriers)];
        Clothes = [.. Rest.Where(n => all[n].Item.Side == Side.On)];
        Pinned = [.. Enumerable.Range(0, all.Count).Where(IsPinned)];
        PinnedRest = [.. Rest.Where(IsPinned)];
        PinnedClothes = [.. Clothes.Where(IsPinned)];
        ByDay = [.. Rest.Where(n => all[n].ByDay && !IsPinned(n))];
        int[] spare =
        [
            .. Tops.Where(n => all[n].Item.IsTopLayer && !IsPinned(n))
                .OrderByDescending(n => closet.ReadingOf(all[n].Item.Id).Insulation?.SI ?? 0)
                .Skip(Warmest),
        ];
        Plenty = [.. Enumerable.Range(0, all.Count).Except(spare)];
    }

    /// <summary>
    /// A fabric that resists vapour by so much over the covered body is a barrier, m²Pa/W (assumption): by a sixth of what lies over a sleeper
    /// else, and as much less freezes.
    /// </summary>
    private const double TightFabric = 100;

    private static bool KeepsVapourBack(KitItem item) =>
        item.Kind == ItemKind.VapourBarrier || item.Side == Side.On && Vapour.FabricOver(item) >= TightFabric;

    /// <summary>So many bags and quilts are plenty.</summary>
    private const int Warmest = 4;

    /// <summary>Everything that may be chosen.</summary>
    public IReadOnlyList<ChoiceThing> All { get; }

    /// <summary>Of each thing the one before it that is its like in all but the name; −1 where there is none.</summary>
    public int[] Twins { get; }

    /// <summary>Of each thing the next that is its like; −1 where there is none.</summary>
    public int[] TwinOf { get; }

    /// <summary>Vapour barriers, and clothes that keep vapour back like one, by number.</summary>
    public int[] Barriers { get; }

    /// <summary>Covers, then bags and quilts, by number.</summary>
    public int[] Tops { get; }

    /// <summary>What lies under and what is worn, by number.</summary>
    public int[] Rest { get; }

    /// <summary>What is worn but barriers, by number.</summary>
    public int[] Clothes { get; }

    /// <summary>What is part of every answer, by number.</summary>
    public int[] Pinned { get; }

    /// <summary>Of <see cref="Rest"/> what is pinned.</summary>
    public int[] PinnedRest { get; }

    /// <summary>Of <see cref="Clothes"/> what is pinned.</summary>
    public int[] PinnedClothes { get; }

    /// <summary>Of <see cref="Rest"/> what is worn by day and not pinned: it adds nothing to the load, but may do harm.</summary>
    public int[] ByDay { get; }

    /// <summary>
    /// Everything, but of the bags and quilts only the warmest: what these do everything does, for adding is never colder, and a bed of dozens of
    /// bags takes long to lay out.
    /// </summary>
    public int[] Plenty { get; }

    /// <summary>Whether a thing is part of every answer.</summary>
    public bool IsPinned(int n) => All[n].Pinned;

    /// <summary>Whether bags and quilts keep to what must lie outermost.</summary>
    public bool MayLieUnder(IReadOnlyCollection<int> chosen) =>
        !syntheticOutside
        || chosen.All(n => !All[n].Item.IsTopLayer)
        || chosen.Any(n => All[n].Item is { IsTopLayer: true, Material: Material.SyntheticFill });

    /// <summary>Whether so many are no more layers than a bed may have.</summary>
    public bool MayLie(int count) => like.Layers.Count + count <= SleepSystem.Most;

    /// <summary>Whether there is something to sit on where there must be.</summary>
    public bool MaySit(IReadOnlyCollection<int> chosen) => !mustSit || chosen.Any(n => IsFoam(All[n].Item));

    /// <summary>Something to sit on.</summary>
    public static bool IsFoam(KitItem item) => item is { Kind: ItemKind.Pad, Material: Material.Foam };

    /// <summary>Every choice of some things that holds what is pinned of them; of things that are alike the first ones.</summary>
    public IReadOnlyList<int[]> Subsets(IReadOnlyList<int> of)
    {
        List<int[]> found =
        [
            [],
        ];
        foreach (var n in of)
        {
            List<int[]> with =
            [
                .. found.Where(s => Twins[n] < 0 || s.Contains(Twins[n])).Select(s => (int[])[.. s, n]),
            ];
            found = IsPinned(n) ? with : [.. found, .. with];
        }
        return found;
    }

    /// <summary>What stays in the bed whatever is chosen.</summary>
    public SleepSystem Kept => like;

    /// <summary>What is owned.</summary>
    public Closet Closet => closet;

    /// <summary>What a person carries whatever is slept in on some nights: along, or slept in on the others.</summary>
    public static IReadOnlySet<Guid> CarriedAnyway(TripRun run, IReadOnlyList<int> nights) =>
        Enumerable
            .Range(0, run.Count)
            .Except(nights)
            .SelectMany(n => run.SystemOf(n).Layers.Select(l => l.ItemId))
            .Concat(run.Outfit.Along)
            .ToHashSet();

    /// <summary>What may be chosen for nights of a trip.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="asked">What is asked.</param>
    /// <param name="nights">The nights, from 0, at least one.</param>
    /// <param name="free">What may be taken; null for what others of the party do not use.</param>
    /// <param name="own">Things that nobody else may take: they stand for no others.</param>
    public static ChoiceThings For(
        TripRun run,
        ChoiceAsked asked,
        IReadOnlyList<int> nights,
        Closet? free = null,
        IReadOnlySet<Guid>? own = null
    )
    {
        var worn = Enumerable
            .Range(0, run.Count)
            .SelectMany(n => run[n].Day.Cells)
            .Where(c => c.Value.Place == Plans.Place.Worn || c.Value.WaterG > DampFrom)
            .Select(c => c.Key)
            .ToHashSet();
        return Of(
            asked,
            free ?? run.Context.FreeFor(run.Outfit),
            run.Outfit,
            run.SystemOf(nights[0]),
            [.. nights.Select(run.BedtimeOf)],
            CarriedAnyway(run, nights),
            worn,
            own ?? new HashSet<Guid>()
        );
    }

    /// <summary>With more water than this in the evening a thing is one of the day's, g.</summary>
    private const double DampFrom = 0.5;

    /// <summary>
    /// What is free for a person: not used by others, not left at home, not kept for one day only, not ruled out by what the nights demand or by
    /// a school. What is worn by day is slept in only where that is wanted or done already.
    /// </summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="closet">What may be taken: what is owned and free.</param>
    /// <param name="outfit">Of whom.</param>
    /// <param name="like">The bed as it is made now.</param>
    /// <param name="bedtimes">Of the nights that are chosen for.</param>
    /// <param name="elsewhere">What this person carries anyway: along, or slept in on other nights.</param>
    /// <param name="wornByDay">What is worn on some day.</param>
    /// <param name="own">Things that nobody else may take.</param>
    private static ChoiceThings Of(
        ChoiceAsked asked,
        Closet closet,
        Outfit outfit,
        SleepSystem like,
        IReadOnlyList<Bedtime> bedtimes,
        IReadOnlySet<Guid> elsewhere,
        HashSet<Guid> wornByDay,
        IReadOnlySet<Guid> own
    )
    {
        var (pinned, left) = (asked.Pinned.ToHashSet(), asked.LeftAtHome.ToHashSet());
        var serving = like.Layers.Where(l => l.As != Serving.Itself).Select(l => l.ItemId).ToHashSet();
        var (moves, hears) = (bedtimes.Any(b => b.ReadyToMove), bedtimes.Any(b => b.AbleToHear));
        var schools = asked.Schools;
        bool MayBe(KitItem item, ItemReading reading) =>
            item.IsForNight
            && !serving.Contains(item.Id)
            && !left.Contains(item.Id)
            && (reading.Insulation is not null || item.Kind == ItemKind.VapourBarrier)
            && (item.Kind != ItemKind.Underquilt || like.Bed.Hammock is not null)
            && (
                pinned.Contains(item.Id)
                || !(moves && item.Kind is ItemKind.VapourBarrier or ItemKind.Liner)
                    && !(
                        hears
                        && item is { Kind: ItemKind.Garment, Cover.Head: >= 0.5 }
                        && reading.Local.Head >= NightRules.KeepsSoundOut
                    )
                    && !(schools.NoBarrier && item.Kind == ItemKind.VapourBarrier)
                    && !(schools.QuiltsOnly && item.Kind == ItemKind.Bag)
                    && outfit.RoleOf(item.Id) != Role.OneDayOnly
                    && (schools.DayClothes || !wornByDay.Contains(item.Id) || like.Has(item.Id))
            );
        return new(
            closet,
            like,
            [
                .. closet
                    .All.Where(t => MayBe(t.Item, t.Reading))
                    .OrderByDescending(t => t.Item.MassG)
                    .ThenBy(t => t.Item.Name, StringComparer.Ordinal)
                    .ThenBy(t => t.Item.Id)
                    .Select(t => new ChoiceThing(
                        t.Item,
                        elsewhere.Contains(t.Item.Id) ? 0 : t.Item.MassG,
                        elsewhere.Contains(t.Item.Id) ? 0 : t.Item.PackedL,
                        pinned.Contains(t.Item.Id),
                        own.Contains(t.Item.Id),
                        wornByDay.Contains(t.Item.Id)
                    )),
            ],
            hears,
            schools.SyntheticOutside,
            schools.SomethingToSitOn && !outfit.Along.Select(closet.Find).Any(i => i is not null && IsFoam(i))
        );
    }

    /// <summary>
    /// The bed that things make: foam lowest, thin clothes inside warm ones with barriers between them, the heavier of bags and quilts inside
    /// unless a synthetic one must lie outside; all closed.
    /// </summary>
    /// <param name="chosen">The things, by number.</param>
    public SleepSystem Bed(IEnumerable<int> chosen) =>
        like with
        {
            Layers =
            [
                .. like.Layers,
                .. chosen
                    .Select(n => All[n].Item)
                    .OrderBy(Place)
                    .ThenBy(i => i.Side == Side.On ? closet.ReadingOf(i.Id).Insulation?.SI ?? 0 : -i.MassG)
                    .ThenBy(i => i.Name, StringComparer.Ordinal)
                    .ThenBy(i => i.Id)
                    .Select(i => new Layer(i.Id, Closure.Closed, hoodsOpen && (i.IsTopLayer || i.HasOwnHood))),
            ],
        };

    private int Place(KitItem item) =>
        item.Kind switch
        {
            ItemKind.Underquilt => 0,
            ItemKind.Pad => item.Material == Material.Foam ? 1 : 2,
            ItemKind.VapourBarrier => 4,
            ItemKind.Garment => closet.ReadingOf(item.Id).Insulation?.SI <= SystemChange.ThinUnderBarrier ? 3 : 5,
            ItemKind.Liner => 6,
            ItemKind.Bivy => 9,
            _ => syntheticOutside && item.Material == Material.SyntheticFill ? 8 : 7,
        };

    private static bool IsTwin(ChoiceThing a, ChoiceThing b) =>
        (a.Grams, a.Litres, a.Pinned, a.Own, a.ByDay) == (b.Grams, b.Litres, b.Pinned, b.Own, b.ByDay)
        && AreAlike(a.Item, b.Item);

    /// <summary>Whether two things are the same in all but what they are called.</summary>
    public static bool AreAlike(KitItem a, KitItem b) =>
        a with
        {
            Id = b.Id,
            Name = b.Name,
            Notes = b.Notes,
            Version = b.Version,
            Claims = b.Claims,
            Since = b.Since,
            History = b.History,
        } == b
        && a.Claims.SequenceEqual(b.Claims);
}
