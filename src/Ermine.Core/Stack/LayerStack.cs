using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>
/// A sleep system laid out once for one sleeper and one wind: the one place that knows what covers what. It is read at any wetness, as
/// often as a night asks, and conductances, vapour column and cut are all taken from what it gives.
/// </summary>
public sealed partial class LayerStack
{
    private readonly LaidThing[] things;
    private readonly Way[][] ways;
    private readonly double[] spareR;
    private readonly Underside underside;
    private readonly bool inBag;
    private readonly bool inBivy;
    private readonly bool wrapped;
    private readonly bool anythingOver;
    private readonly double heapedOver;
    private readonly double evaporation;
    private readonly double stillOutside;

    /// <summary>Other ways to lie in it, each as warm as it can ever be: dry.</summary>
    private readonly Lazy<(Counted Counted, DryWays AtBest)[]> fewer;

    internal LayerStack(LaidThing[] things, SleepSystem system, double bodyGirthCm, double wind, double windUnder)
    {
        (this.things, System, Wind, WindUnder) = (things, system, wind, windUnder);
        ways = [.. Regions.All.Select(WaysOver)];
        spareR =
        [
            .. things.Select(t =>
                t.Item is { IsTopLayer: true, InnerGirthCm: { } girth }
                    ? SpareR(girth, bodyGirthCm)
                    : double.PositiveInfinity
            ),
        ];
        underside = new(things, system, windUnder);
        inBivy = Array.Exists(things, t => t.Item.Kind == ItemKind.Bivy);
        inBag = Array.Exists(things, t => t.Item.Kind == ItemKind.Bag);
        wrapped = Array.Exists(things, IsWrapped);
        anythingOver = Array.Exists(things, t => t.Item.Side == Side.Over);
        heapedOver = system.Bed.Filling?.Over ?? 0;
        TightFeet = Array.Exists(things, t => t.Item is { Side: Side.On, Tight: true, Cover.Feet: > 0 });
        Barred = Regions.Each(r =>
            things.Where(t => t.Item.Kind == ItemKind.VapourBarrier).Select(t => t.Cover(r)).DefaultIfEmpty(0).Max()
        );
        StillUnderClothes = Regions.Each(r => ways[(int)r].Sum(w => w.Share * w.StillUnderClothes));
        StillInBivy = Regions.Each(r => ways[(int)r].Sum(w => w.Share * w.StillInBivy));
        evaporation = Conductances.Evaporation(Barred);
        stillOutside = Air.Wind.AirLayer(wind);
        fewer = new(() =>
        {
            double[] dry = [.. Enumerable.Range(0, things.Length).Select(i => Alone(i, null))];
            return [.. Fewer().Select(counted => (counted, Read(dry, counted).Ways))];
        });
    }

    /// <summary>What was laid out.</summary>
    public SleepSystem System { get; }

    /// <summary>Everything from the ground up.</summary>
    public IReadOnlyList<LaidThing> Things => things;

    /// <summary>Wind at the sleeper, m/s.</summary>
    public double Wind { get; }

    /// <summary>Wind along the underside of a hammock, m/s.</summary>
    public double WindUnder { get; }

    /// <summary>Hangs in a hammock.</summary>
    public bool Hung => System.Bed.Hammock is not null;

    /// <summary>A bag, a bivy or a blanket wrapped round encloses the sleeper, so one layer lies crushed underneath.</summary>
    public bool Enclosed => inBag || inBivy || wrapped;

    /// <summary>Something worn squeezes the feet.</summary>
    public bool TightFeet { get; }

    /// <summary>Share of each region inside a vapour barrier.</summary>
    public ByRegion<double> Barred { get; }

    /// <summary>Still air under what is worn, averaged over each region, m²K/W.</summary>
    public ByRegion<double> StillUnderClothes { get; }

    /// <summary>Still air in a bivy, averaged over each region, m²K/W.</summary>
    public ByRegion<double> StillInBivy { get; }

    /// <summary>Resistance of what lies under a region where no pad does, m²K/W.</summary>
    public double GapUnder(Region region) => underside.GapUnder(region);

    /// <summary>Still air under a hammock, m²K/W; 0 on the ground.</summary>
    public double StillBelow => underside.Still;

    /// <summary>Share of a region under which no pad lies.</summary>
    public double BareUnder(Region region) => underside.Bare(region);

    /// <summary>Reads the stack as wet as things are.</summary>
    /// <param name="water">Water in a thing that loosens its loft, g on a g of fill or fabric; dry where null.</param>
    public BuiltStack At(Func<KitItem, double>? water = null)
    {
        var alone = new double[things.Length];
        for (var i = 0; i < alone.Length; i++)
            alone[i] = Alone(i, water);
        var all = Read(alone, new(Tops: anythingOver, Covers: anythingOver, Hanging: true));
        var main = all;
        List<Reading>? others = null;
        foreach (var (counted, atBest) in fewer.Value)
        {
            if (all.Ways.IsNeverColderThan(atBest))
                continue;
            var other = Read(alone, counted);
            if (all.Ways.IsNeverColderThan(other.Ways))
                continue;
            (others ??= [all]).Add(other);
            main = other.UsualLoss < main.UsualLoss ? other : main;
        }
        var thermal = main.Thermal;
        if (others is not null)
        {
            Conductances? or = null;
            foreach (var other in others.Where(o => o != main))
                or = other.Thermal.OrElse(or);
            thermal = thermal.OrElse(or);
        }
        return new(this, thermal, main.Mean, alone);
    }

    /// <summary>What counts in one reading of a stack.</summary>
    /// <param name="Tops">Bags and quilts.</param>
    /// <param name="Covers">Liners and bivies.</param>
    /// <param name="Hanging">Underquilts.</param>
    private readonly record struct Counted(bool Tops, bool Covers, bool Hanging)
    {
        public bool NothingOver => !Tops && !Covers;
    }

    /// <summary>
    /// Other ways to lie in it, of which the warmest counts: a loose quilt or an underquilt with gaps may let in more than it keeps, and one
    /// under next to nothing is better off curled up without it.
    /// </summary>
    private IEnumerable<Counted> Fewer()
    {
        var gaps = System.Bed.Hammock is { Fit: UnderquiltFit.Gaps };
        if (gaps)
            yield return new(anythingOver, anythingOver, Hanging: false);
        if (!anythingOver)
            yield break;
        var covers = Array.Exists(things, t => t.Item is { Side: Side.Over, IsTopLayer: false });
        foreach (var hanging in gaps ? (bool[])[true, false] : [true])
        {
            if (covers)
                yield return new(Tops: false, Covers: true, hanging);
            yield return new(Tops: false, Covers: false, hanging);
        }
    }

    private sealed class Reading(Conductances thermal, double[] mean)
    {
        public Conductances Thermal => thermal;

        public double[] Mean => mean;

        public DryWays Ways => Thermal.Ways;

        /// <summary>By which one of several ways to lie is shown: the loss to ground and air as cold as in a usual winter night.</summary>
        public double UsualLoss => Ways.Loss(33, new(-20, -11, 0));
    }

    private double Alone(int i, Func<KitItem, double>? water)
    {
        var thing = things[i];
        var wet = water is null ? 1 : Moisture.Kept(thing.Item, water(thing.Item));
        return Math.Max(thing.Dry * thing.Factor * wet, thing.Least);
    }

    private Reading Read(double[] alone, Counted counted)
    {
        var mean = new double[Regions.Count * things.Length];
        var (up, down) = (new double[Regions.Count], new double[Regions.Count]);
        Span<double> gives = stackalloc double[things.Length];
        foreach (var region in Regions.All)
        {
            var at = (int)region * things.Length;
            foreach (var way in ways[(int)region])
            {
                var sum = Over(region, way, alone, counted, gives, null);
                up[(int)region] += way.Share / (sum + stillOutside);
                foreach (var i in way.Worn)
                    mean[at + i] += way.Share * gives[i];
                foreach (var i in way.Tops)
                    mean[at + i] += way.Share * gives[i];
                foreach (var i in way.Others)
                    mean[at + i] += way.Share * gives[i];
            }
            down[(int)region] = underside.Through(
                region,
                PressedUnder(region, alone, counted),
                alone,
                counted.Hanging,
                mean.AsSpan(at, things.Length)
            );
        }
        return new(
            new(
                new(up[0], up[1], up[2], up[3]),
                new(down[0], down[1], down[2], down[3]),
                Leakage(counted),
                evaporation,
                Hung,
                CurledUp: counted.NothingOver,
                FeetByBlood: true
            ),
            mean
        );
    }

    /// <summary>Lays out bags and quilts over one way of a region.</summary>
    private void Lay(Region region, Way way, double[] alone, Span<Top> laid)
    {
        for (var n = 0; n < laid.Length; n++)
        {
            var i = way.Tops[n];
            var share = things[i].Over(region);
            laid[n] = new(
                share * alone[i],
                share * things[i].Least,
                things[i].Item.MassG,
                things[i].Item.Kind == ItemKind.Bag,
                region == Region.Torso ? spareR[i] : double.PositiveInfinity
            );
        }
    }

    /// <summary>What lies over one way of a region gives, m²K/W; what each gives, and why, on the side.</summary>
    private double Over(
        Region region,
        Way way,
        double[] alone,
        Counted counted,
        Span<double> gives,
        Action<int, CorrectionKind, double>? note
    )
    {
        Span<Top> laid = stackalloc Top[counted.Tops ? way.Tops.Length : 0];
        Lay(region, way, alone, laid);
        var (all, worn, least) = (0.0, 0.0, 0.0);
        foreach (var i in way.Worn)
        {
            gives[i] = alone[i];
            all += alone[i];
            worn += Creases(i, region) ? alone[i] : 0;
            least += Math.Min(alone[i], things[i].Least);
        }
        Span<double> given = stackalloc double[way.Tops.Length];
        given.Clear();
        TopLayers.Count(laid, new(all, worn, least), given[..laid.Length]);
        var (over, bags) = (0.0, 0.0);
        for (var n = 0; n < way.Tops.Length; n++)
        {
            var i = way.Tops[n];
            gives[i] = given[n];
            over += given[n];
            bags += things[i].Item.Kind == ItemKind.Bag ? given[n] : 0;
            if (note is not null && n < laid.Length && laid[n].Resistance > 0)
                Explain(n, laid, given, way, note);
        }
        var creased = TopLayers.Creased(worn, over, bags);
        if (creased > 0)
        {
            foreach (var i in way.Worn)
            {
                if (!Creases(i, region))
                    continue;
                gives[i] *= 1 - creased / worn;
                note?.Invoke(i, CorrectionKind.WornInBag, 1 - creased / worn);
            }
        }
        foreach (var i in way.Others)
            gives[i] = counted.Covers ? alone[i] : 0;
        if (region == Region.Torso)
            Squeeze(way, gives, note);
        var sum = way.StillUnderClothes + (counted.Covers ? way.StillInBivy : 0);
        if (region != Region.Head)
            sum += heapedOver;
        foreach (var i in way.Worn)
            sum += gives[i];
        foreach (var i in way.Tops)
            sum += gives[i];
        foreach (var i in way.Others)
            sum += gives[i];
        return sum;
    }

    /// <summary>What is too thick for the room round the chest is pressed to it, down to the least that each keeps.</summary>
    private void Squeeze(Way way, Span<double> gives, Action<int, CorrectionKind, double>? note)
    {
        foreach (var around in way.Tops)
        {
            if (gives[around] <= 0 || double.IsPositiveInfinity(spareR[around]))
                continue;
            var (inside, loose) = (0.0, 0.0);
            foreach (var i in InsideOf(way, around))
            {
                inside += gives[i];
                loose += Math.Max(0, gives[i] - things[i].Least);
            }
            var excess = Math.Min(inside - spareR[around], loose);
            if (excess <= 0)
                continue;
            foreach (var i in InsideOf(way, around))
            {
                var lost = excess * Math.Max(0, gives[i] - things[i].Least) / loose;
                if (lost <= 0)
                    continue;
                note?.Invoke(i, CorrectionKind.Squeezed, 1 - lost / gives[i]);
                gives[i] -= lost;
            }
        }
    }

    private static IEnumerable<int> InsideOf(Way way, int around) =>
        way.Worn.Concat(way.Tops.TakeWhile(i => i < around));

    /// <summary>
    /// What lies between skin and underside, m²K/W. What is worn lies creased there too, where a bag lies crushed beside it; but no lack of
    /// room at the chest presses it. In a hammock a blanket wrapped round lies pressed beside what is worn.
    /// </summary>
    private double PressedUnder(Region region, double[] alone, Counted counted)
    {
        var bagBeside = inBag && counted.Tops && !wrapped && !(inBivy && counted.Covers) && !Hung;
        var pressed = 0.0;
        for (var i = 0; i < things.Length; i++)
        {
            var thing = things[i];
            if (thing.Item.Side == Side.On)
                pressed +=
                    (bagBeside && Creases(i, region) ? 1 - StackBuilder.WornInsideBag : 1)
                    * alone[i]
                    * thing.Cover(region);
            else if (Hung && counted.Tops && IsWrapped(thing) && region != Region.Head)
                pressed += alone[i];
        }
        var crushed = !Hung && (inBivy && counted.Covers || (inBag || wrapped) && counted.Tops);
        return Conductances.WornUnderneath(pressed) + (crushed ? Conductances.Crushed : 0);
    }

    private static bool IsWrapped(LaidThing thing) => thing.Use.As == Serving.Wrapped && thing.Item.IsTopLayer;

    /// <summary>What is worn creases inside a bag, but not over the head: a hood closes over it loosely.</summary>
    private bool Creases(int i, Region region) => region != Region.Head && things[i].Item.Kind == ItemKind.Garment;

    private double Leakage(Counted counted)
    {
        var (tops, hanging) = (counted.Tops, counted.Hanging);
        var still = tops ? double.MaxValue : StackBuilder.LeakageWithoutCover;
        var gaps = false;
        foreach (var thing in things)
        {
            if (tops && thing.Item.IsTopLayer)
                still = Math.Min(still, StackBuilder.Leakage(thing.Item, thing.Use.Closure));
            gaps |= hanging && thing.Item.Kind == ItemKind.Underquilt;
        }
        if (still == double.MaxValue)
            still = StackBuilder.LeakageWithoutCover;
        if (gaps && System.Bed.Hammock is { Fit: UnderquiltFit.Gaps })
            still += Conductances.GapLeakage;
        return still * (1 + 0.3 * Wind);
    }

    private Way[] WaysOver(Region region)
    {
        var over = Places(t => t.Side != Side.Under);
        var edges = over.Select(i => things[i].Cover(region)).Where(c => c is > 0 and < 1).Append(1).Distinct().Order();
        var found = new List<Way>();
        var from = 0.0;
        foreach (var to in edges)
        {
            var here = over.Where(i => things[i].Cover(region) > from).ToList();
            var clothed = region != Region.Head && here.Exists(i => things[i].Item.Kind == ItemKind.Garment);
            var bivied = here.Exists(i => things[i].Item.Kind == ItemKind.Bivy);
            found.Add(
                new(
                    to - from,
                    [.. here.Where(i => things[i].Item.Side == Side.On)],
                    [.. here.Where(i => things[i].Item.IsTopLayer)],
                    [.. here.Where(i => things[i].Item is { Side: Side.Over, IsTopLayer: false })],
                    clothed ? StillAir.UnderClothes : 0,
                    bivied ? StillAir.InBivy : 0
                )
            );
            from = to;
        }
        return [.. found];
    }

    private static double SpareR(double girthCm, double bodyCm) =>
        Math.Max(0, (girthCm - bodyCm) / (2 * Math.PI)) * Units.Insulation.SIPerLoftCm;

    private int[] Places(Predicate<KitItem> of)
    {
        var found = new List<int>(things.Length);
        for (var i = 0; i < things.Length; i++)
        {
            if (of(things[i].Item))
                found.Add(i);
        }
        return [.. found];
    }
}
