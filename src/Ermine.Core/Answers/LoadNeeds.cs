using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Loads;
using Ermine.Core.Plans;
using Ermine.Core.Trips;

namespace Ermine.Core.Answers;

/// <summary>What one person needs on a day.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="Kcal">Food: work and rest, with a tenth on top.</param>
/// <param name="WaterL">Water: a litre and a half, sweat and breath.</param>
/// <param name="SweatL">Of it sweat and breath by day.</param>
/// <param name="BreathL">Of it breath by night.</param>
/// <param name="HardestW">Metabolic rate of the hardest block, W/m²; null while the day is not played.</param>
public sealed record NeedOfDay(
    Guid SleeperId,
    double Kcal,
    double WaterL,
    double SweatL,
    double BreathL,
    double? HardestW
);

/// <summary>Where a bottle stands.</summary>
public enum BottlePlace
{
    /// <summary>Outside on the pack or sledge, bare.</summary>
    Bare,

    /// <summary>Outside in a cover.</summary>
    InCover,

    /// <summary>Deep in the load, among clothes.</summary>
    InLoad,

    /// <summary>In the tent by night, bare.</summary>
    InTent,

    /// <summary>Under the jacket or in the bag.</summary>
    OnTheBody,
}

/// <summary>When a litre freezes at a place.</summary>
/// <param name="Place">Where it stands.</param>
/// <param name="AirC">Air there, °C.</param>
/// <param name="Ice">Hours until ice.</param>
public sealed record BottleStands(BottlePlace Place, double AirC, BottleIce Ice);

/// <summary>What the party needs on a day.</summary>
/// <param name="NightId">The night the day ends in.</param>
/// <param name="People">Each.</param>
/// <param name="MeltedL">Water melted from snow.</param>
/// <param name="BoiledL">Of it boiled, hot bottles counted in.</param>
/// <param name="HotBottlesL">Hot bottles for the night.</param>
/// <param name="SnowC">Snow that it comes from, °C.</param>
/// <param name="FuelG">Fuel for that.</param>
/// <param name="Bottles">When a litre freezes, by where it stands.</param>
public sealed record NeedsOfDay(
    Guid NightId,
    IReadOnlyList<NeedOfDay> People,
    double MeltedL,
    double BoiledL,
    double HotBottlesL,
    double SnowC,
    double FuelG,
    IReadOnlyList<BottleStands> Bottles
);

/// <summary>What is needed against what comes along.</summary>
/// <param name="Days">Day by day.</param>
/// <param name="Kcal">Needed by all on all days.</param>
/// <param name="KcalAlong">In the food that comes along.</param>
/// <param name="FuelG">Needed.</param>
/// <param name="FuelAlongG">In what comes along.</param>
/// <param name="StoveId">The stove reckoned with; null where none is along and liquid fuel was taken.</param>
/// <param name="Efficiency">Share of the fuel's heat that reaches the water.</param>
/// <param name="FuelKJPerG">Heat of the fuel.</param>
/// <param name="HungryOn">First day on which the food that can be reached is less than the ration, from 0.</param>
/// <param name="OutOfFuelOn">The same of fuel.</param>
public sealed record LoadNeeds(
    IReadOnlyList<NeedsOfDay> Days,
    double Kcal,
    double KcalAlong,
    double FuelG,
    double FuelAlongG,
    Guid? StoveId,
    double Efficiency,
    double FuelKJPerG,
    int? HungryOn,
    int? OutOfFuelOn
)
{
    /// <summary>kcal an hour for each W, and what is put on top.</summary>
    private const double KcalPerWh = 0.86,
        OnTop = 1.1;

    /// <summary>Drunk besides what sweat and breath cost, l a day (assumption).</summary>
    private const double BaseL = 1.5;

    /// <summary>Water is warmed to this before it is drunk or boiled, °C (assumption).</summary>
    private const double DrunkAtC = 10;

    /// <summary>Filled warm, °C; in the load there is this round it, and a cover keeps this, m²K/W (assumptions).</summary>
    private const double FilledC = 40,
        AmongClothes = 0.35,
        UsualCover = 0.15;

    /// <summary>Air and wind taken while no low is known (assumption).</summary>
    private const double AirIfUnknown = -15;

    /// <summary>Works the needs out from the days and nights as they are run.</summary>
    public static LoadNeeds Of(IReadOnlyList<TripRun> runs, LoadWay way)
    {
        var layout = way.Layout;
        var rations = layout.Plan.Rations ?? new();
        var stoveItem = layout.Things.Select(t => t.Item).FirstOrDefault(i => Stove.Of(i) is not null);
        var stove = (stoveItem is null ? null : Stove.Of(stoveItem)) ?? Stove.Liquid;
        if (rations.Efficiency is { } typed)
            stove = stove with { Efficiency = typed };
        List<NeedsOfDay> days =
        [
            .. Enumerable.Range(0, layout.Days).Select(d => Day(runs, layout, d, rations.BoiledShare ?? 0.5, stove)),
        ];
        double Along(Provision kind, Func<Consumable, double> each) =>
            layout.Things.Where(t => t.UsedUp?.Kind == kind).Sum(t => t.UsableG * each(t.UsedUp!));
        int? First(Func<DayOfLoads, double> missing)
        {
            var at = way.Days.ToList().FindIndex(d => missing(d) > 1);
            return at < 0 ? null : at;
        }
        return new(
            days,
            days.Sum(d => d.People.Sum(p => p.Kcal)),
            Along(Provision.Food, c => c.PerGram),
            days.Sum(d => d.FuelG),
            Along(Provision.Fuel, _ => 1),
            stoveItem?.Id,
            stove.Efficiency,
            stove.FuelKJPerG,
            First(d => d.HungerG),
            First(d => d.NoFuelG)
        );
    }

    private static NeedsOfDay Day(
        IReadOnlyList<TripRun> runs,
        LoadLayout layout,
        int day,
        double boiledShare,
        Stove stove
    )
    {
        List<NeedOfDay> people = [.. runs.Select(r => Person(r, day))];
        var night = layout.Trip.Nights[day];
        var weather = runs[0].Context.Weather(day);
        var low = weather?.Low.PlanFor.Celsius ?? AirIfUnknown;
        var hot = runs.Sum(r =>
            r.Outfit.BedtimeOf(night.Id).Events.Where(e => e.Kind == NightEventKind.HotBottle).Sum(e => e.Litres ?? 0)
        );
        var litres = people.Sum(p => p.WaterL);
        // A hot bottle is drunk the next day: it is boiled, but melted only once.
        var boiled = Math.Max(litres * boiledShare, hot);
        var snow = Math.Min(0, low);
        return new(
            night.Id,
            people,
            litres,
            boiled,
            hot,
            snow,
            Melting.FuelG(litres, snow, DrunkAtC, boiled, stove),
            Bottles(runs[0], layout, day, low, weather?.WindMs ?? 2)
        );
    }

    private static NeedOfDay Person(TripRun run, int day)
    {
        var sleeper = run.Model.Sleeper;
        var (lived, plan) = (run[day].Day.Played, run.PlanOf(day));
        var weather = run.Context.Weather(day);
        var air = weather?.Low.PlanFor.Celsius ?? AirIfUnknown;
        // A day that nothing is laid out for counts as it usually goes.
        var (up, into) = run.Days.Hours(run.Outfit, day);
        var blocks = plan.IsLaidOut ? plan.Blocks! : Core.Days.Presets.Of(plan.Work, plan.NightId, up, into);
        var hours = blocks.Sum(b => b.Hours);
        double Heat(DayBlock b) =>
            lived?.Blocks.FirstOrDefault(l => l.BlockId == b.Id)?.Heat ?? Core.Days.Work.Metabolic(b, sleeper, air);
        var rest = Metabolism.Sleeping(sleeper);
        var watts = blocks.Sum(b => Heat(b) * b.Hours) + rest * Math.Max(0, 24 - hours);
        var resting = 24 - Math.Min(24, hours);
        var breathed = run.Context.Where(day, Ground.LiesAt.NotSaid).ClimateAt(new(air), hung: false);
        double Breath(double heat) =>
            Metabolism.BreathVapour(heat, breathed) / VapourColumn.Evaporation * sleeper.BodyAreaM2 / 1000;
        var night = Breath(rest) * resting;
        var byDay = lived?.DrunkL ?? blocks.Sum(b => Breath(Heat(b)) * b.Hours) + Sweat(blocks, Heat, sleeper);
        return new(
            sleeper.Id,
            watts * sleeper.BodyAreaM2 * KcalPerWh * OnTop,
            BaseL + byDay + night,
            byDay,
            night,
            lived is null ? null : blocks.Max(Heat)
        );
    }

    /// <summary>Sweat of a day that is not played, l: a fifth of the heat over light work leaves as sweat (assumption).</summary>
    private static double Sweat(IReadOnlyList<DayBlock> blocks, Func<DayBlock, double> heat, Sleeper sleeper) =>
        blocks.Sum(b => Math.Max(0, heat(b) - 100) * 0.2 * b.Hours)
        * sleeper.BodyAreaM2
        / VapourColumn.Evaporation
        / 1000;

    private static IReadOnlyList<BottleStands> Bottles(
        TripRun run,
        LoadLayout layout,
        int day,
        double low,
        double windMs
    )
    {
        var high = run.Context.Weather(day)?.High?.Celsius ?? low + Forecasts.Diurnal.SwingIfUnknown.Kelvin;
        // By day the air is taken at its mean between the two, the wind as it is at the height of a sledge.
        var (air, wind) = ((low + high) / 2, Wind.AtSleeper(windMs, 1));
        var inside = run.Context.Where(day, Ground.LiesAt.NotSaid).ClimateAt(new(low), hung: false).AirC;
        var cover =
            layout.Things.Select(t => t.Item).FirstOrDefault(i => i.Type == "bottleCover") is { } own
            && run.Closet.ReadingOf(own.Id).Insulation is { } read
                ? read.SI
                : UsualCover;
        BottleStands At(BottlePlace place, double airC, double r, double v) =>
            new(place, airC, Bottle.Freezes(1, r, FilledC, airC, v));
        return
        [
            At(BottlePlace.Bare, air, 0, wind),
            At(BottlePlace.InCover, air, cover, wind),
            At(BottlePlace.InLoad, air, AmongClothes, 0.3),
            At(BottlePlace.InTent, inside, 0, 0.3),
            new(BottlePlace.OnTheBody, 30, new(null, null)),
        ];
    }
}
