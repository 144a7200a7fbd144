using Ermine.Core.Body;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Loads;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Choosing;

/// <summary>What is done with what the ground gives.</summary>
public enum Improvised
{
    /// <summary>Nothing: one lies where one stands.</summary>
    Nothing,

    /// <summary>Boughs or leaves under and over.</summary>
    Boughs,

    /// <summary>A trench trodden into the snow, its rim against the wind.</summary>
    Trench,

    /// <summary>Dug into the snow with a shovel or saw.</summary>
    DugIn,

    /// <summary>The shelter that is left.</summary>
    Shelter,
}

/// <summary>What is left holds to.</summary>
/// <param name="How">With what the ground gives.</param>
/// <param name="Holds">Comfort and feet, whichever fails first.</param>
/// <param name="LivesThrough">The extreme: six hours of strong shivering.</param>
/// <param name="Verdict">At the low that the night is planned for; null while that is not known.</param>
public sealed record LeftHolds(Improvised How, ColdLine Holds, ColdLine LivesThrough, Verdict? Verdict);

/// <summary>One thing carried elsewhere that would help most.</summary>
/// <param name="ItemId">It.</param>
/// <param name="Gain">How much colder what is left would hold; null where it then holds in any air, or held in none before.</param>
/// <param name="Then">What is left would hold to.</param>
/// <param name="Mend">The press.</param>
public sealed record WouldHelp(Guid ItemId, TemperatureDifference? Gain, ColdLine Then, LoadMend Mend);

/// <summary>A thing that another could lend for the night and does not sleep in.</summary>
/// <param name="ItemId">It.</param>
/// <param name="FromId">Whose.</param>
/// <param name="Gain">As above.</param>
public sealed record CouldLend(Guid ItemId, Guid FromId, TemperatureDifference? Gain);

/// <summary>One person after a loss.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="Left">What that person sleeps in then: all that is left, put on.</param>
/// <param name="Lost">What of one's own is gone, what warms first.</param>
/// <param name="Holds">What that holds to, as it is and with what the ground gives, the best last.</param>
/// <param name="Low">The low that the night is planned for.</param>
/// <param name="OnBody">Fire, light and signal on the body.</param>
/// <param name="Helps">What would help most if it were carried elsewhere; null where nothing would.</param>
/// <param name="Lends">What another could lend; null where nothing would help, or nobody is there.</param>
public sealed record AfterLoss(
    Guid SleeperId,
    IReadOnlyList<Guid> Left,
    IReadOnlyList<Guid> Lost,
    IReadOnlyList<LeftHolds> Holds,
    Temperature? Low,
    OnTheBody OnBody,
    WouldHelp? Helps,
    CouldLend? Lends
);

/// <summary>A load lost on a day, or one of the party alone for a night.</summary>
/// <param name="LoadId">The load; null where one is alone.</param>
/// <param name="AloneId">Who is alone; null where a load is lost.</param>
/// <param name="Day">On which day, from 0.</param>
/// <param name="Grams">What is gone.</param>
/// <param name="Things">How many lots of it.</param>
/// <param name="FoodDays">Days that the food left is enough for.</param>
/// <param name="FuelDays">The same of fuel.</param>
/// <param name="ShelterLost">The shelter is gone.</param>
/// <param name="StoveLost">No stove is left.</param>
/// <param name="People">Each who is left with less.</param>
public sealed record LoadLost(
    Guid? LoadId,
    Guid? AloneId,
    int Day,
    double Grams,
    int Things,
    double? FoodDays,
    double? FuelDays,
    bool ShelterLost,
    bool StoveLost,
    IReadOnlyList<AfterLoss> People
);

/// <summary>Asks what each person has left when a load is gone, what that holds to, and what would help most.</summary>
public static class LoadsLost
{
    /// <summary>Boughs under the body as they lie pressed, and over it loose, cm (assumption: as much as two hands cut in an hour).</summary>
    private const double BoughsUnderCm = 10,
        BoughsOverCm = 15;

    /// <summary>Every load that may be lost on a day, and each person alone, the worst first.</summary>
    /// <param name="runs">The trip of each person, in their order.</param>
    /// <param name="way">The weights along the way.</param>
    /// <param name="day">Which day, from 0.</param>
    public static IReadOnlyList<LoadLost> Of(IReadOnlyList<TripRun> runs, LoadWay way, int day)
    {
        var layout = way.Layout;
        return
        [
            .. Enumerable
                .Range(0, layout.Loads.Count)
                .Where(l => layout.Loads[l].Kind != LoadKind.Person && way.Days[day].Loads[l].Things > 0)
                .Select(l => Lose(runs, way, day, layout.Loads[l].Id, null, load => load.Id == layout.Loads[l].Id))
                .Concat(
                    layout.Trip.Members.Count > 1
                        ? layout.Trip.Members.Select(m =>
                            Lose(runs, way, day, null, m.SleeperId, load => load.SleeperId != m.SleeperId)
                        )
                        : []
                )
                .OrderByDescending(l => l.People.Max(p => p.Holds[^1].Verdict ?? Verdict.Warm))
                .ThenByDescending(l => l.Grams),
        ];
    }

    private static LoadLost Lose(
        IReadOnlyList<TripRun> runs,
        LoadWay way,
        int day,
        Guid? loadId,
        Guid? alone,
        Predicate<Load> isLost
    )
    {
        var layout = way.Layout;
        bool Gone(int t) => isLost(layout.Loads[layout.Spots[t][day].Load]);
        List<int> lost = [.. Enumerable.Range(0, layout.Things.Count).Where(Gone)];
        List<int> left = [.. Enumerable.Range(0, layout.Things.Count).Where(t => !Gone(t))];
        double? Lasts(Provision kind, double aDay)
        {
            var along = layout.Things.Any(t => t.UsedUp?.Kind == kind);
            return along && aDay > 0
                ? left.Where(t => layout.Things[t].UsedUp?.Kind == kind && IsWithReach(layout, t, day))
                    .Sum(t => way.Grams(t, day) - layout.Things[t].MassG + layout.Things[t].UsableG) / aDay
                : null;
        }
        var shelters = Enumerable
            .Range(0, layout.Things.Count)
            .Where(t => PartyKit.IsShelter(layout.Things[t].Item))
            .ToList();
        // Where no shelter is written down, whoever is alone has none, and a lost load takes none.
        var shelterLost = shelters.Count > 0 ? shelters.TrueForAll(Gone) : alone is not null;
        var stoves = Enumerable
            .Range(0, layout.Things.Count)
            .Where(t => Stove.Of(layout.Things[t].Item) is not null)
            .ToList();
        return new(
            loadId,
            alone,
            day,
            lost.Sum(t => way.Grams(t, day)),
            lost.Count,
            Lasts(Provision.Food, way.Days[day].EatenG),
            Lasts(Provision.Fuel, way.Days[day].BurntG),
            shelterLost,
            stoves.Count > 0 && stoves.TrueForAll(Gone),
            [
                .. runs.Where(r => alone is null || r.Outfit.SleeperId == alone)
                    .Select(r => After(r, layout, day, lost, left, shelterLost, alone is not null)),
            ]
        );
    }

    private static bool IsWithReach(LoadLayout layout, int thing, int day) =>
        layout.Loads[layout.Spots[thing][day].Load] is var load
        && (load.Kind != LoadKind.Depot || layout.IsAt(load, day));

    private static AfterLoss After(
        TripRun run,
        LoadLayout layout,
        int day,
        List<int> lost,
        List<int> left,
        bool shelterLost,
        bool alone
    )
    {
        var who = run.Outfit.SleeperId;
        bool Mine(int t) => layout.Things[t].OwnerId == who;
        var gone = lost.Select(t => layout.Things[t].Item.Id).ToHashSet();
        var has = left.Where(t => Mine(t) && IsWithReach(layout, t, day)).Select(t => layout.Things[t].Item).ToList();
        var pack = layout.Find(who, LoadKind.Pack) is { } p && left.Exists(t => layout.Spots[t][day].Load == p);
        var digs = left.Exists(t => ItemTypes.IsOf(layout.Things[t].Item, "shovel", "saw"));
        var ways = Ways(layout.Trip.Nights[day], shelterLost, digs).ToList();
        var system = PutOn(run, has, pack);
        LeftHolds Hold(Improvised how, SleepSystem slept) => Holding(run, day, how, slept, shelterLost);
        List<LeftHolds> holds = [.. ways.Select(w => Hold(w, system)).OrderByDescending(h => h.Holds, Colder)];
        var best = holds[^1];
        List<(int Thing, LeftHolds Then)> helps =
        [
            .. lost.Where(t =>
                    Mine(t) && Warms(layout.Things[t].Item) && Elsewhere(layout, t, who, lost, day) is not null
                )
                .Select(t => (t, Hold(best.How, SystemChange.Add(system, layout.Things[t].Item, run.Closet))))
                .Where(h => Helps(h.Item2.Holds, best.Holds))
                .OrderBy(h => h.Item2.Holds, Colder),
        ];
        var sleptIn = layout.Uses.Where(u => u.Night == day && u.IsInBed).Select(u => u.ItemId).ToHashSet();
        List<(int Thing, LeftHolds Then)> lends =
        [
            .. left.Where(t =>
                    !alone
                    && layout.Things[t].OwnerId is { } other
                    && other != who
                    && Warms(layout.Things[t].Item)
                    && !sleptIn.Contains(layout.Things[t].Item.Id)
                )
                .Select(t => (t, Hold(best.How, SystemChange.Add(system, layout.Things[t].Item, run.Closet))))
                .Where(h => Helps(h.Item2.Holds, best.Holds))
                .OrderBy(h => h.Item2.Holds, Colder),
        ];
        return new(
            who,
            [.. system.Layers.Select(l => l.ItemId)],
            [
                .. lost.Where(Mine)
                    .Select(t => layout.Things[t].Item)
                    .OrderByDescending(Warms)
                    .ThenByDescending(i => i.MassG)
                    .Select(i => i.Id),
            ],
            holds,
            run.LowOf(day),
            OnTheBody.Of(layout, day).First(o => o.SleeperId == who),
            helps is [var most, ..]
                ? new(
                    layout.Things[most.Thing].Item.Id,
                    most.Then.Holds.ColderThan(best.Holds),
                    most.Then.Holds,
                    LoadMend.Moved(layout, most.Thing, Elsewhere(layout, most.Thing, who, lost, day)!.Value)
                )
                : null,
            lends is [var lend, ..]
                ? new(
                    layout.Things[lend.Thing].Item.Id,
                    layout.Things[lend.Thing].OwnerId!.Value,
                    lend.Then.Holds.ColderThan(best.Holds)
                )
                : null
        );
    }

    /// <summary>By a degree that is worth a word, or by lying past every temperature.</summary>
    private static bool Helps(ColdLine then, ColdLine now) =>
        then.ColderThan(now) is { } gain ? gain.Kelvin >= Fixes.WorthMentioning : then.CompareTo(now) < 0;

    private static readonly Comparer<ColdLine> Colder = Comparer<ColdLine>.Create((a, b) => a.CompareTo(b));

    private static bool Warms(KitItem item) => item.IsForNight;

    /// <summary>Everything that is left is put on, laid under and lain in, as a practised hand would.</summary>
    internal static SleepSystem PutOn(TripRun run, IEnumerable<KitItem> has, bool pack)
    {
        var bed = run.Outfit.System.Bed;
        var system = new SleepSystem([], bed with { Hammock = null, Filling = null });
        foreach (var item in has.Where(Warms).DistinctBy(i => i.Id).OrderBy(i => i.Side).ThenBy(i => i.MassG))
            system = SystemChange.Add(system, item, run.Closet);
        return pack ? system with { Bed = system.Bed with { Beneath = Bed.RucksackUnderLegs } } : system;
    }

    private static IEnumerable<Improvised> Ways(Night night, bool shelterLost, bool digs)
    {
        if (!shelterLost)
        {
            yield return Improvised.Shelter;
            yield break;
        }
        yield return Improvised.Nothing;
        if (night.Terrain == Terrain.Forest)
            yield return Improvised.Boughs;
        if (night.Surface is Surface.SeasonalSnow or Surface.Glacier)
            yield return digs ? Improvised.DugIn : Improvised.Trench;
    }

    private static LeftHolds Holding(TripRun run, int day, Improvised how, SleepSystem system, bool shelterLost)
    {
        var slept =
            how == Improvised.Boughs
                ? system with
                {
                    Bed = system.Bed with { Filling = new(BoughsUnderCm, BoughsOverCm) },
                }
                : system;
        var model = shelterLost ? Outdoors(run, day, how) : run.Model;
        var water = run[day].EveningWater;
        var bedtime = run.Outfit.BedtimeOf(run.Trip.Nights[day].Id) with { Events = [] };
        var holds = model.HoldsTogether(day, slept, bedtime, water).Together;
        ColdLine Line(Threshold threshold) => model.Holds(day, slept, water, threshold: threshold).Line();
        var lives = Line(Threshold.Extreme);
        return new(
            how,
            holds,
            lives,
            run.LowOf(day) is not { } low ? null
                : holds.In(low) ? Verdict.Warm
                : !lives.In(low) ? Verdict.NoGo
                : Line(Threshold.Limit).In(low) ? Verdict.Cool
                : Verdict.Cold
        );
    }

    private static NightModel Outdoors(TripRun run, int day, Improvised how)
    {
        var shelter = how switch
        {
            Improvised.DugIn => Shelter.SnowShelter,
            Improvised.Trench => Shelter.Windbreak,
            _ => Shelter.None,
        };
        var trip = run.Trip with
        {
            Nights = [.. run.Trip.Nights.Select((n, i) => i == day ? n with { Shelter = shelter, Sleepers = 1 } : n)],
        };
        return new(
            new TripContext(trip, run.Closet, run.Context.Forecast, run.Context.Stop) { Places = run.Context.Places },
            run.Model.Sleeper
        );
    }

    /// <summary>Largest garment that is worn or stuffed under a jacket rather than packed, l (assumption).</summary>
    private const double OnBodyL = 6;

    /// <summary>Into the pack where that is not what is lost, on the body where it is a garment, else with what is drawn; null for nowhere.</summary>
    private static Spot? Elsewhere(LoadLayout layout, int thing, Guid who, List<int> lost, int day)
    {
        var gone = lost.Select(t => layout.Spots[t][day].Load).ToHashSet();
        var item = layout.Things[thing].Item;
        if (layout.Find(who, LoadKind.Pack) is { } pack && !gone.Contains(pack))
            return new(pack, DryBags.Needs(item, layout.UsesOf(item.Id)) ? Reached.DryBag : Reached.Inside);
        if (item.Side == Side.On && layout.Things[thing].Litres <= OnBodyL)
            return new(layout.LoadOf(who), Reached.OnBody);
        return layout.Find(who, LoadKind.Sledge) is { } sledge && !gone.Contains(sledge)
            ? new(sledge, Reached.DryBag)
            : null;
    }
}
