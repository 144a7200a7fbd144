using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Loads;

/// <summary>A load on a morning.</summary>
/// <param name="LoadId">Which.</param>
/// <param name="Grams">What is in it, and what it weighs itself.</param>
/// <param name="Litres">Of what is in it.</param>
/// <param name="Things">How many lots are in it.</param>
public sealed record LoadOnDay(Guid LoadId, double Grams, double Litres, int Things);

/// <summary>What one person moves on a day.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="OnBodyG">On and in the clothes.</param>
/// <param name="BackG">On the back.</param>
/// <param name="DrawnG">Drawn, all carries together.</param>
/// <param name="Carries">How many times the way is gone with it.</param>
/// <param name="DrawnAtOnceG">Drawn on one carry.</param>
/// <param name="TotalG">All of it.</param>
public sealed record PersonOnDay(
    Guid SleeperId,
    double OnBodyG,
    double BackG,
    double DrawnG,
    int Carries,
    double DrawnAtOnceG,
    double TotalG
);

/// <summary>The loads of one morning.</summary>
/// <param name="NightId">The night the day ends in.</param>
/// <param name="Loads">Every load, in the order of the loads.</param>
/// <param name="People">What each moves.</param>
/// <param name="FoodG">Food of the party that is left and can be reached.</param>
/// <param name="FuelG">Fuel that is left and can be reached.</param>
/// <param name="EatenG">Eaten this day.</param>
/// <param name="BurntG">Burnt this day.</param>
/// <param name="HungerG">Food that this day wants and that is not to be had.</param>
/// <param name="NoFuelG">Fuel that this day wants and that is not to be had.</param>
/// <param name="CarriedG">All that is moved.</param>
public sealed record DayOfLoads(
    Guid NightId,
    IReadOnlyList<LoadOnDay> Loads,
    IReadOnlyList<PersonOnDay> People,
    double FoodG,
    double FuelG,
    double EatenG,
    double BurntG,
    double HungerG,
    double NoFuelG,
    double CarriedG
);

/// <summary>
/// The weight along the way: what is in each load on each morning, as food and fuel go and depots are filled and emptied. What is moved on a
/// day is all that is in no depot, less what was eaten and burnt on the days before it.
/// </summary>
public sealed class LoadWay
{
    private readonly double[][] left;

    private LoadWay(LoadLayout layout)
    {
        Layout = layout;
        left = new double[layout.Days][];
        var now = layout.Things.Select(t => t.MassG).ToArray();
        var (food, fuel) = (Ration(Provision.Food), Ration(Provision.Fuel));
        var days = new DayOfLoads[layout.Days];
        for (var day = 0; day < days.Length; day++)
        {
            left[day] = [.. now];
            var (foodHad, hunger) = UseUp(day, Provision.Food, food, now);
            var (fuelHad, noFuel) = UseUp(day, Provision.Fuel, fuel, now);
            List<LoadOnDay> loads = [.. layout.Loads.Select((_, l) => Load(day, l))];
            List<PersonOnDay> people = [.. layout.Trip.Members.Select(m => Person(day, loads, m.SleeperId))];
            days[day] = new(
                layout.Trip.Nights[day].Id,
                loads,
                people,
                foodHad,
                fuelHad,
                food - hunger,
                fuel - noFuel,
                hunger,
                noFuel,
                people.Sum(p => p.TotalG)
            );
        }
        End = now;
        Days = days;
    }

    /// <summary>Works out the weights of a trip.</summary>
    public static LoadWay Of(LoadLayout layout) => new(layout);

    /// <summary>The loads and what comes along.</summary>
    public LoadLayout Layout { get; }

    /// <summary>Every day.</summary>
    public IReadOnlyList<DayOfLoads> Days { get; }

    /// <summary>What is left of each thing when the last day is over, g.</summary>
    public IReadOnlyList<double> End { get; }

    /// <summary>What is left of a thing on a morning, g.</summary>
    public double Grams(int thing, int day) => left[day][thing];

    /// <summary>Food or fuel a day: as said, else what comes along spread evenly.</summary>
    private double Ration(Provision kind)
    {
        var said = Layout.Plan.Rations;
        var along = Layout.Things.Where(t => t.UsedUp?.Kind == kind).Sum(t => t.UsableG);
        return kind == Provision.Food
            ? said?.FoodG * Layout.Trip.Members.Count ?? along / Math.Max(1, Layout.Days)
            : said?.FuelG ?? along / Math.Max(1, Layout.Days);
    }

    /// <summary>
    /// Uses up a day's ration: first what a depot holds beyond what its later days can use, then of what is carried while enough of it stays
    /// for all the days to come that no depot feeds, then of a depot that the party is at, then of what is carried.
    /// </summary>
    private (double Had, double Short) UseUp(int day, Provision kind, double ration, double[] now)
    {
        var things = Layout.Things;
        double Usable(int t) => Math.Max(0, now[t] - (things[t].MassG - things[t].UsableG));
        var (inDepot, carried) = (Here(kind, day, inDepot: true), Here(kind, day, inDepot: false));
        var (stored, along) = (inDepot.Sum(Usable), carried.Sum(Usable));
        var wanted = ration;
        void Take(List<int> from, double most)
        {
            var all = from.Sum(Usable);
            var taken = Math.Min(Math.Min(all, most), wanted);
            if (taken <= 0)
                return;
            wanted -= taken;
            var share = taken / all;
            foreach (var t in from)
                now[t] -= share * Usable(t);
        }
        foreach (var depot in inDepot.GroupBy(t => Layout.Spots[t][day].Load))
        {
            var later = Enumerable
                .Range(day + 1, Layout.Days - day - 1)
                .Count(d => Layout.IsAt(Layout.Loads[depot.Key], d));
            Take([.. depot], depot.Sum(Usable) - later * ration);
        }
        var unfed = Enumerable
            .Range(day + 1, Layout.Days - day - 1)
            .Count(d => Here(kind, d, inDepot: true).Count == 0);
        Take(carried, along - unfed * ration);
        Take(inDepot, wanted);
        Take(carried, wanted);
        return (stored + along, wanted < 1e-6 ? 0 : wanted);
    }

    /// <summary>Provisions that are along on a day, or in a depot that the party is at.</summary>
    private List<int> Here(Provision kind, int day, bool inDepot) =>
        [
            .. Enumerable
                .Range(0, Layout.Things.Count)
                .Where(t =>
                    Layout.Things[t].UsedUp?.Kind == kind
                    && Layout.Loads[Layout.Spots[t][day].Load] is var load
                    && (load.Kind == LoadKind.Depot ? inDepot && Layout.IsAt(load, day) : !inDepot)
                ),
        ];

    private LoadOnDay Load(int day, int load)
    {
        var (grams, litres, count) = (0.0, 0.0, 0);
        for (var t = 0; t < Layout.Things.Count; t++)
        {
            if (Layout.Spots[t][day].Load != load)
                continue;
            var thing = Layout.Things[t];
            grams += left[day][t];
            // What is eaten leaves room; a bottle stays as large as it is.
            litres +=
                thing.UsedUp is { Kind: Provision.Food } && thing.MassG > 0
                    ? thing.Litres * left[day][t] / thing.MassG
                    : thing.Litres;
            count++;
        }
        return new(Layout.Loads[load].Id, grams, litres, count);
    }

    private PersonOnDay Person(int day, List<LoadOnDay> loads, Guid sleeperId)
    {
        double Of(LoadKind kind) =>
            Layout.LoadsOf(sleeperId).Where(l => Layout.Loads[l].Kind == kind).Sum(l => loads[l].Grams);
        var (body, back, drawn) = (Of(LoadKind.Person), Of(LoadKind.Pack), Of(LoadKind.Sledge) + Of(LoadKind.Duffel));
        var carries = Layout.CarriesOn(day);
        return new(sleeperId, body, back, drawn, carries, drawn / carries, body + back + drawn);
    }
}
