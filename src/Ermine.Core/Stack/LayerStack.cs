using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <summary>
/// A sleep system laid out once for one sleeper and one wind: the one place that knows what covers what. It is read at any wetness, as
/// often as a night asks, and conductances, vapour column and cut are all taken from what it gives.
/// </summary>
public sealed class LayerStack
{
    private readonly LaidThing[] things;
    private readonly Way[][] ways;
    private readonly double[] spareR;
    private readonly int[] under;
    private readonly ByRegion<double> gap;
    private readonly bool narrow;
    private readonly bool inBag;
    private readonly bool inBivy;
    private readonly double evaporation;
    private readonly (double Air, double Underneath) still;

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
        under = Places(t => t.Side == Side.Under);
        gap = Regions.Each(r => StackBuilder.GapResistance(system.Under, r));
        inBivy = Array.Exists(things, t => t.Item.Kind == ItemKind.Bivy);
        inBag = Array.Exists(things, t => t.Item.Kind == ItemKind.Bag);
        narrow = !Hung && Array.Exists(things, t => t.Item.Kind == ItemKind.Pad) && AllNarrow();
        TightFeet = Array.Exists(things, t => t.Item is { Side: Side.On, Tight: true, Cover.Feet: > 0 });
        Barred = Regions.Each(r =>
            things
                .Where(t => t.Item.Kind == ItemKind.VapourBarrier)
                .Select(t => t.Item.Cover[r])
                .DefaultIfEmpty(0)
                .Max()
        );
        evaporation = Conductances.Evaporation(Barred);
        still = (Air.Wind.AirLayer(wind), Air.Wind.AirLayer(windUnder));
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
    public bool Hung => System.Hammock is not null;

    /// <summary>A bag or bivy encloses the sleeper, so one layer lies crushed underneath.</summary>
    public bool Enclosed => inBag || inBivy;

    /// <summary>Something worn squeezes the feet.</summary>
    public bool TightFeet { get; }

    /// <summary>Share of each region inside a vapour barrier.</summary>
    public ByRegion<double> Barred { get; }

    /// <summary>Resistance of what lies under a region where no pad does, m²K/W.</summary>
    public double GapUnder(Region region) => gap[region];

    /// <summary>Reads the stack as wet as things are.</summary>
    /// <param name="water">Water in a thing, g on a g of fill or fabric; dry where null.</param>
    public BuiltStack At(Func<KitItem, double>? water = null)
    {
        var alone = new double[things.Length];
        for (var i = 0; i < alone.Length; i++)
            alone[i] = Alone(i, water);
        var with = Read(alone, tops: true, hanging: true);
        var warmest = with;
        // A loose quilt or an underquilt with gaps lets in more than it keeps where it is thin: then it counts for nothing.
        if (Leakage(tops: true, hanging: true) > Leakage(tops: false, hanging: false))
        {
            foreach (var (tops, hanging) in Fewer)
            {
                var other = Read(alone, tops, hanging);
                if (other.Loss < warmest.Loss)
                    warmest = other;
            }
        }
        return new(this, warmest.Thermal, warmest.Mean, alone);
    }

    private static readonly (bool Tops, bool Hanging)[] Fewer = [(true, false), (false, true), (false, false)];

    private sealed record Reading(Conductances Thermal, double[] Mean)
    {
        public double Loss => Thermal.ToAir + Thermal.ToGround + Thermal.Leakage;
    }

    private double Alone(int i, Func<KitItem, double>? water)
    {
        var thing = things[i];
        var wet = water is null ? 1 : Moisture.Kept(thing.Item, water(thing.Item));
        return Math.Max(thing.Dry * thing.Factor * wet, thing.Least);
    }

    private Reading Read(double[] alone, bool tops, bool hanging)
    {
        var mean = new double[Regions.Count * things.Length];
        var (up, down) = (new double[Regions.Count], new double[Regions.Count]);
        Span<double> gives = stackalloc double[things.Length];
        foreach (var region in Regions.All)
        {
            var at = (int)region * things.Length;
            foreach (var way in ways[(int)region])
            {
                var sum = Over(region, way, alone, tops, gives, null);
                up[(int)region] += way.Share / (sum + still.Air);
                foreach (var i in way.Worn)
                    mean[at + i] += way.Share * gives[i];
                foreach (var i in way.Tops)
                    mean[at + i] += way.Share * gives[i];
                foreach (var i in way.Others)
                    mean[at + i] += way.Share * gives[i];
            }
            var pressed = 0.0;
            for (var i = 0; i < things.Length; i++)
            {
                if (things[i].Item.Side == Side.On)
                    pressed += Pressed(i, tops) * alone[i] * things[i].Item.Cover[region];
            }
            down[(int)region] = Under(region, pressed, alone, tops, hanging, mean.AsSpan(at, things.Length));
        }
        return new(
            new(
                new(up[0], up[1], up[2], up[3]),
                new(down[0], down[1], down[2], down[3]),
                Leakage(tops, hanging),
                evaporation,
                Hung
            ),
            mean
        );
    }

    /// <summary>What lies over one way of a region gives, m²K/W; what each gives, and why, on the side.</summary>
    private double Over(
        Region region,
        Way way,
        double[] alone,
        bool tops,
        Span<double> gives,
        Action<int, CorrectionKind, double>? note
    )
    {
        Span<Top> laid = stackalloc Top[tops ? way.Tops.Length : 0];
        for (var n = 0; n < laid.Length; n++)
        {
            var i = way.Tops[n];
            var share = things[i].Over(region);
            var spare = region == Region.Torso ? spareR[i] : double.PositiveInfinity;
            laid[n] = new(
                share * alone[i],
                share * things[i].Least,
                things[i].Item.MassG,
                things[i].Item.Kind == ItemKind.Bag,
                spare
            );
        }
        var (all, worn, least) = (0.0, 0.0, 0.0);
        foreach (var i in way.Worn)
        {
            gives[i] = alone[i];
            all += alone[i];
            worn += Creases(i) ? alone[i] : 0;
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
                if (!Creases(i))
                    continue;
                gives[i] *= 1 - creased / worn;
                note?.Invoke(i, CorrectionKind.WornInBag, 1 - creased / worn);
            }
        }
        foreach (var i in way.Others)
            gives[i] = alone[i];
        if (region == Region.Torso)
            Squeeze(way, gives, note);
        var sum = 0.0;
        foreach (var i in way.Worn)
            sum += gives[i];
        foreach (var i in way.Tops)
            sum += gives[i];
        foreach (var i in way.Others)
            sum += gives[i];
        return sum;
    }

    private static void Explain(
        int n,
        ReadOnlySpan<Top> laid,
        ReadOnlySpan<double> given,
        Way way,
        Action<int, CorrectionKind, double> note
    )
    {
        if (given[n] <= 0)
        {
            note(way.Tops[n], CorrectionKind.BringsNothing, 0);
            return;
        }
        var heaviest = 0.0;
        for (var outer = n + 1; outer < laid.Length; outer++)
            heaviest = given[outer] > 0 ? Math.Max(heaviest, laid[outer].MassG) : heaviest;
        var crush = TopLayers.Crush(laid[n].MassG, heaviest);
        note(way.Tops[n], CorrectionKind.Crushed, crush);
        note(way.Tops[n], CorrectionKind.Further, given[n] / laid[n].Resistance / crush);
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
    /// What is worn lies creased under the body too, where a bag lies crushed beside it; but no lack of room at the chest presses it there.
    /// </summary>
    private double Pressed(int i, bool tops) =>
        inBag && tops && !inBivy && !Hung && Creases(i) ? 1 - StackBuilder.WornInsideBag : 1;

    private bool Creases(int i) => things[i].Item is { Kind: ItemKind.Garment, IsHeadwear: false };

    private double Under(Region region, double pressed, double[] alone, bool tops, bool hanging, Span<double> mean)
    {
        var body =
            Conductances.WornUnderneath(pressed) + (!Hung && (inBivy || inBag && tops) ? Conductances.Crushed : 0);
        Span<Piece> pieces = stackalloc Piece[under.Length];
        pieces.Clear();
        var main = MainUnderquilt(alone);
        for (var n = 0; n < under.Length; n++)
        {
            var i = under[n];
            var hangs = things[i].Item.Kind == ItemKind.Underquilt;
            if (hangs && !hanging)
                continue;
            var further = hangs && i != main ? StackBuilder.FurtherUnderquilt : 1;
            pieces[n] = new(further * alone[i], things[i].Item.Cover[region]);
            mean[i] = pieces[n].Mean;
        }
        var (hung, least, air) = (Hung, gap[region], still.Underneath);
        double Through(double pads) =>
            1 / (body + (hung ? pads + air : Math.Max(Conductances.PadEffective(pads), least)));
        var slides = narrow && region == Region.Torso ? StackBuilder.ArmsOffNarrowPad : 0;
        return (1 - slides) * ParallelPaths.Through(pieces, Through) + slides * Through(0);
    }

    /// <summary>The best underquilt counts in full.</summary>
    private int MainUnderquilt(double[] alone)
    {
        var main = -1;
        foreach (var i in under)
        {
            if (things[i].Item.Kind == ItemKind.Underquilt && (main < 0 || alone[i] > alone[main]))
                main = i;
        }
        return main;
    }

    private double Leakage(bool tops, bool hanging)
    {
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
        if (gaps && System.Hammock is { Fit: UnderquiltFit.Gaps })
            still += Conductances.GapLeakage;
        return still * (1 + 0.3 * Wind);
    }

    /// <summary>Why a thing keeps what it keeps over the region that it covers most.</summary>
    internal IReadOnlyList<Correction> Why(int i, double[] alone, double[] mean)
    {
        var thing = things[i];
        List<Correction> why = [.. thing.Own];
        var before = thing.Dry * thing.Factor;
        if (before <= 0)
            return why;
        if (alone[i] < before - 1e-12)
            why.Add(new(CorrectionKind.Damp, alone[i] / before));
        else if (alone[i] > before + 1e-12)
            why.Add(new(CorrectionKind.Floor, alone[i] / before));
        if (thing.Item.Side == Side.Under)
        {
            if (thing.Item.Kind == ItemKind.Underquilt && Hung && i != MainUnderquilt(alone))
                why.Add(new(CorrectionKind.Further, StackBuilder.FurtherUnderquilt));
            return why;
        }
        var region = Regions.All.MaxBy(r => Regions.BodyShare[r] * thing.Cover(r));
        var way = ways[(int)region].LastOrDefault(w => w.Worn.Contains(i) || w.Tops.Contains(i));
        if (way is null)
            return why;
        var tops = way.Tops.Any(t => mean[(int)region * things.Length + t] > 0);
        Span<double> gives = stackalloc double[things.Length];
        Over(
            region,
            way,
            alone,
            tops,
            gives,
            (of, kind, factor) =>
            {
                if (of == i && Math.Abs(factor - 1) > 1e-9)
                    why.Add(new(kind, factor));
            }
        );
        return why;
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
            found.Add(
                new(
                    to - from,
                    [.. here.Where(i => things[i].Item.Side == Side.On)],
                    [.. here.Where(i => things[i].Item.IsTopLayer)],
                    [.. here.Where(i => things[i].Item is { Side: Side.Over, IsTopLayer: false })]
                )
            );
            from = to;
        }
        return [.. found];
    }

    private static double SpareR(double girthCm, double bodyCm) =>
        Math.Max(0, (girthCm - bodyCm) / (2 * Math.PI)) * Units.Insulation.SIPerLoftCm;

    private bool AllNarrow() => Array.TrueForAll(things, t => t.Item.Kind != ItemKind.Pad || t.Item.Narrow);

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
