using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>What one wears in one state at one air.</summary>
/// <param name="AirC">Air, °C.</param>
/// <param name="ItemIds">The lightest that is right, from the skin out; null where nothing owned is.</param>
/// <param name="TooCold">Where nothing is right: even all of it is too little; else even the least is too much.</param>
public sealed record WearCell(double AirC, IReadOnlyList<Guid>? ItemIds, bool TooCold);

/// <summary>A row of the table.</summary>
/// <param name="Effort">How hard one works.</param>
/// <param name="Cells">By air, the warmest first.</param>
public sealed record WearRow(Effort Effort, IReadOnlyList<WearCell> Cells);

/// <summary>What I wear when: for standing, light, moderate and hard work, in steps of five degrees.</summary>
public static class WearTable
{
    /// <summary>An hour of each state is weighed.</summary>
    private const double Hours = 1;

    /// <summary>Rows of the table.</summary>
    public static IReadOnlyList<Effort> States { get; } = [Effort.Resting, Effort.Low, Effort.Moderate, Effort.High];

    /// <summary>The table.</summary>
    /// <param name="wearable">What can be worn.</param>
    /// <param name="sleeper">By whom.</param>
    /// <param name="windMs">Wind at 10 m, m/s.</param>
    /// <param name="warmest">Warmest air, °C.</param>
    /// <param name="coldest">Coldest air, °C.</param>
    public static IReadOnlyList<WearRow> Of(
        IReadOnlyCollection<Garment> wearable,
        Sleeper sleeper,
        double windMs,
        double warmest,
        double coldest
    )
    {
        var none = new HashSet<Guid>();
        Wardrobe For(params Part[] parts) => Wardrobe.Of(wearable.Where(g => parts.Contains(g.Main)), none);
        var (body, hands, feet) = (For(Part.Head, Part.Face, Part.Torso, Part.Legs), For(Part.Hands), For(Part.Feet));
        List<double> airs = [];
        for (var air = 5 * Math.Ceiling(warmest / 5); air >= 5 * Math.Floor(coldest / 5) - 1e-9; air -= 5)
            airs.Add(air);
        return [.. States.Select(state => new WearRow(state, Cells(state, airs, sleeper, windMs, body, hands, feet)))];
    }

    private static List<WearCell> Cells(
        Effort state,
        List<double> airs,
        Sleeper sleeper,
        double windMs,
        Wardrobe body,
        Wardrobe hands,
        Wardrobe feet
    )
    {
        var heat = Work.Class(state);
        var movement = Movement.Of(
            windMs * Movement.BodyHeightShare,
            state is Effort.Moderate or Effort.High ? Work.UsualSpeed(Activity.Walk) : 0,
            heat
        );
        var sets = Sets(body, sleeper, movement);
        var onHands = Ends(hands, Part.Hands, movement, sleeper);
        var onFeet = Ends(feet, Part.Feet, movement, sleeper);
        return
        [
            .. airs.Select(air =>
            {
                var at = new Segment(
                    0,
                    Hours,
                    Guid.Empty,
                    heat,
                    new(air, air, DayWeather.HumidityIfUnknown, movement.Wind),
                    movement,
                    windMs,
                    0,
                    false,
                    false
                );
                var glove = Lightest(onHands, at, Part.Hands, sleeper);
                var sock = Lightest(onFeet, at, Part.Feet, sleeper);
                var fare = new SteadyFare(
                    at,
                    sleeper,
                    SteadyFare.OfEnd(at, Part.Hands, glove.Conductance, sleeper.SupplyOf(Part.Hands))
                        + SteadyFare.OfEnd(at, Part.Feet, sock.Conductance, sleeper.SupplyOf(Part.Feet))
                );
                var (least, tooCold) = ((WornSet?)null, false);
                var warmest = int.MaxValue;
                foreach (var set in sets)
                {
                    var found = fare.In(set.Conductance, set.Vapour, set.BareFace, 0);
                    warmest = Math.Min(warmest, found.Cold);
                    if (found is { Cold: 0, Hot: 0 } && (least is null || set.Grams < least.Value.Grams))
                        least = set;
                }
                tooCold = warmest > 0 || !glove.Right || !sock.Right;
                return least is { } right && glove.Right && sock.Right
                    ? new WearCell(
                        air,
                        [
                            .. body.In(right.Set)
                                .Concat(hands.In(glove.Set))
                                .Concat(feet.In(sock.Set))
                                .Select(g => g.Item.Id),
                        ],
                        false
                    )
                    : new WearCell(air, null, tooCold);
            }),
        ];
    }

    private readonly record struct WornSet(uint Set, double Conductance, double Vapour, bool BareFace, double Grams);

    private static List<WornSet> Sets(Wardrobe body, Sleeper sleeper, Movement movement)
    {
        var found = new List<WornSet>();
        var anyTorso = body.Pieces.Any(p => p.Main == Part.Torso);
        var anyLegs = body.Pieces.Any(p => p.Main == Part.Legs);
        for (var set = 0u; set < body.Sets; set++)
        {
            var worn = body.Worn(set);
            double Most(Part part) => worn.Select(w => w.Garment.Cover(part, Opening.Closed)).DefaultIfEmpty(0).Max();
            if (
                !body.Goes(set, sleeper.GirthCm)
                || anyTorso && Most(Part.Torso) < 0.5
                || anyLegs && Most(Part.Legs) < 0.5
            )
                continue;
            var conductance = 0.0;
            foreach (var part in new[] { Part.Head, Part.Face, Part.Torso, Part.Legs })
                conductance += Parts.BodyShare[part] * DayStack.Conductance(worn, part, movement, sleeper.GirthCm);
            var vapour = DayStack
                .Column(worn, movement)
                .Sum(l =>
                    l.Loft / (VapourColumn.UsualIm * VapourColumn.Lewis)
                    + l.Cover * (Moisture.FabricResistance(l.Item) ?? 0)
                );
            found.Add(new(set, conductance, vapour, Most(Part.Face) < 0.5, worn.Sum(w => w.Garment.Item.MassG)));
        }
        return found;
    }

    private static List<(uint Set, double Conductance, double Grams)> Ends(
        Wardrobe ends,
        Part part,
        Movement movement,
        Sleeper sleeper
    ) =>
        [
            .. Enumerable
                .Range(0, ends.Sets)
                .Select(s => (uint)s)
                .Where(s => ends.Goes(s, sleeper.GirthCm))
                .Select(s =>
                    (
                        s,
                        DayStack.Conductance(ends.Worn(s), part, movement, sleeper.GirthCm),
                        ends.In(s).Sum(g => g.Item.MassG)
                    )
                ),
        ];

    /// <summary>The lightest in which fingers or toes stay warm for the hour, or the warmest where none does.</summary>
    private static (uint Set, double Conductance, bool Right) Lightest(
        List<(uint Set, double Conductance, double Grams)> sets,
        Segment at,
        Part part,
        Sleeper sleeper
    )
    {
        foreach (var (set, conductance, _) in sets.OrderBy(s => s.Grams))
        {
            if (SteadyFare.EndAfter(at, part, conductance, sleeper.SupplyOf(part)) >= DayLimits.CoolEnds)
                return (set, conductance, true);
        }
        var warmest = sets.MinBy(s => s.Conductance);
        return (warmest.Set, warmest.Conductance, false);
    }
}
