using Ermine.Core.Body;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Stack;

namespace Ermine.Core.Choosing;

/// <content>The heat that skin vapour carries off, sampled by cloth on the covered body.</content>
internal sealed partial class BedLosses
{
    /// <summary>Cloth over the covered body, by which the heat of skin vapour is sampled.</summary>
    private static readonly KitItem Cloth = new(
        Guid.NewGuid(),
        "cloth",
        ItemKind.Garment,
        100,
        [new(ClaimKind.SquareMetreKelvinPerWatt, 1)],
        ClaimSource.Measured,
        new(0, 1, 1, 1)
    );

    private static readonly ItemReading ClothReading = ItemReader.Read(Cloth);

    /// <summary>What of it is worn there, m²K/W.</summary>
    private static readonly double[] Samples = [0.002, 0.2, 0.6, 1.4, 3, 6],
        FineSamples = [0.002, 0.1, 0.2, 0.3, 0.45, 0.6, 0.8, 1, 1.3, 1.7, 2.3, 3, 6];

    /// <summary>By so much the line between samples is laid lower, W/m².</summary>
    private const double Slack = 0.1,
        FineSlack = 0.05;

    /// <summary>
    /// Cloth as resistant to vapour as a fabric leaves what lies outside it colder, and colder air draws more: but never more than this many times
    /// as much, for skin gives off about twice what reaches the coldest face that is not frozen over (assumption).
    /// </summary>
    private const double ColderOutside = 2;

    /// <summary>Cloth over the covered body that keeps back at least as much vapour as a fabric does, m²K/W.</summary>
    private static double FilmAsCloth(LaidThing thing) =>
        Vapour.Film(thing) is { } film
            ? ColderOutside * film.VapourResistance * VapourColumn.UsualIm * VapourColumn.Lewis
            : 0;

    /// <summary>
    /// A fabric over the covered body that spares all frost, and one that spares none, m²Pa/W (assumption: what lies over a sleeper resists with some
    /// 600, and what freezes is what comes through less what gets out, so a third as much vapour may be all of it; thinner fabrics are within what frost
    /// is taken to be sure of).
    /// </summary>
    private const double SparesAll = 200,
        SparesNone = 10;

    /// <summary>At most such a share of what frost costs without it the fabric of a garment spares.</summary>
    private static double SparesOfFrost(KitItem item) =>
        Vapour.FabricOver(item) is > SparesNone and var fabric ? fabric / SparesAll : 0;

    /// <summary>Some tops with ever more cloth on the covered body.</summary>
    private List<(double On, BuiltStack Stack)> Worn(int[] taken, double films, AirOf air, bool fine = false)
    {
        var bed = things.Bed(taken);
        var resolved = bed.In(things.Closet).ToList();
        var inside = resolved.FindLastIndex(r => r.Item.Side != Side.Over) + 1;
        var cloth = Cloth with { VapourResistance = films > 0 ? films : null };
        var share = Regions.BodyShare;
        return [.. (fine ? FineSamples : Samples).Select(Of).OrderBy(s => s.On)];

        (double On, BuiltStack Stack) Of(double worn)
        {
            var reading = ClothReading with { Insulation = new(worn) };
            List<Resolved> all = [.. resolved];
            all.Insert(inside, new(cloth, reading, new(cloth.Id, Closure.Closed)));
            var stack = Lay(all, bed, air, air.Where.WindMs).At(_ => air.Damp);
            var on =
                share.Torso * stack.Mean(inside, Region.Torso)
                + share.Legs * stack.Mean(inside, Region.Legs)
                + share.Feet * stack.Mean(inside, Region.Feet);
            return (on / (1 - share.Head), stack);
        }
    }

    /// <summary>Lines under the heat that skin vapour carries off through what is laid out and barriers in it, over so much more on the covered body.</summary>
    private List<(double Constant, double Slope)> Evaporation(
        IReadOnlyList<(double On, BuiltStack Stack)> worn,
        LaidThing[] barriers,
        AirOf air,
        bool fine = false
    )
    {
        var climate = air.Where.ClimateAt(new(air.OutsideC), things.Kept.Bed.Hammock is not null);
        var ends = ColumnEnds.Of(air.Frame.SkinC, climate);
        // The hull under the samples: it is nearly but not quite convex.
        List<(double On, double Heat)> hull = [];
        foreach (var at in worn.Select(w => (w.On, Heat: Vapour.SkinEvaporation(w.Stack, ends, barriers))))
        {
            while (hull.Count > 1 && Slope(hull[^2], at) <= Slope(hull[^2], hull[^1]))
                hull.RemoveAt(hull.Count - 1);
            hull.Add(at);
        }
        return
        [
            .. hull.Zip(
                hull.Skip(1),
                (from, to) => (from.Heat - Slope(from, to) * from.On - (fine ? FineSlack : Slack), Slope(from, to))
            ),
            // Fabrics may keep back more than any cloth that was sampled; but nothing comes from outside.
            (0, 0),
        ];

        static double Slope((double On, double Heat) a, (double On, double Heat) b) =>
            b.On > a.On + 1e-9 ? Math.Min(0, (b.Heat - a.Heat) / (b.On - a.On)) : 0;
    }
}
