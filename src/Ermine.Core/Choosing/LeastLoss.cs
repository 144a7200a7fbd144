using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Stack;

namespace Ermine.Core.Choosing;

/// <summary>The climate of one night in which a sleeper's heat must balance.</summary>
/// <param name="SkinC">Skin of the threshold, °C.</param>
/// <param name="Heat">Heat made, W/m².</param>
/// <param name="Felt">The climate as this sleeper feels it.</param>
/// <param name="MostFromFeet">As of <see cref="NightDemand"/>.</param>
internal sealed record LossFrame(double SkinC, double Heat, Climate Felt, double MostFromFeet);

/// <summary>Which loss a plane lies under.</summary>
internal enum LossKind
{
    /// <summary>That of the body with feet that lose all that blood brings.</summary>
    Fed,

    /// <summary>With feet that lose less.</summary>
    Free,

    /// <summary>That of the feet into the air.</summary>
    Feet,
}

/// <summary>
/// The least heat that a bed can lose dry once more is put on, under and over it. Each thing counts as in the bed laid out, but what has no
/// room is not squeezed and what is still to come is not crushed: it never says more than the bed laid out would lose. It is convex in
/// what the things give, so its tangents lie below it everywhere.
/// </summary>
internal sealed partial class LeastLoss
{
    private readonly Givings things;
    private readonly LossFrame frame;

    private readonly double[] weight,
        bare,
        keeps,
        underWeight,
        underBare;
    private readonly int[] firstOver = new int[Regions.Count + 1],
        firstUnder = new int[Regions.Count + 1];

    /// <summary>What each thing gives to the parts of regions.</summary>
    private readonly PartsLain lain;

    private readonly double pressedBare,
        keepsUnder,
        constant,
        frostOfRest,
        frostOfFeet,
        mostOfFeet,
        feetUpPerLoss;
    private readonly double[] ground = new double[Regions.Count];
    private readonly bool hung;
    private IReadOnlyList<(double Constant, double Slope)> evaporation;

    /// <summary>What each part counts for in the mean over the covered body.</summary>
    private readonly double[] covered;

    /// <summary>Takes a bed and what may be put to it.</summary>
    /// <param name="bed">The bed.</param>
    /// <param name="things">What may be put to it.</param>
    /// <param name="frame">The climate.</param>
    /// <param name="evaporation">Tangents of the heat that skin vapour carries off, over what lies on the covered body besides the bed.</param>
    /// <param name="leakage">Least that leaks, W/m²K.</param>
    /// <param name="open">Bags and quilts may still come: nothing creases.</param>
    /// <param name="mostWorn">Most that may be worn in each region, m²K/W.</param>
    /// <param name="frostK">By so much the air is taken to be colder for what freezes, K: less where fabrics that are worn keep vapour back.</param>
    public LeastLoss(
        BareBed bed,
        Givings things,
        LossFrame frame,
        IReadOnlyList<(double Constant, double Slope)> evaporation,
        double leakage,
        bool open,
        ByRegion<double> mostWorn,
        double frostK = 0
    )
    {
        (this.things, this.frame, this.evaporation) = (things, frame, evaporation);
        var (toAir, toGround) = (frame.SkinC - frame.Felt.AirC, frame.SkinC - frame.Felt.GroundC);
        var exposed = bed.CurledUp && !open ? Conductances.Curled : 1;
        hung = bed.Hung;
        var lying = hung ? Regions.HangingShare : Regions.LyingShare;
        List<double> weights = [],
            bares = [],
            keep = [],
            cover = [],
            unders = [],
            belows = [];
        var (over, under) = (new double[Regions.Count][], new double[Regions.Count][]);
        foreach (var region in Regions.All)
        {
            var r = (int)region;
            (firstOver[r], firstUnder[r]) = (weights.Count, unders.Count);
            var share = exposed * Regions.BodyShare[region];
            var begins = 0.0;
            over[r] = things.Ends(region, under: false, bed.Over[region].Select(w => w.To));
            foreach (var end in over[r])
            {
                var way = bed.Over[region].First(w => w.To >= end - Givings.Edge);
                weights.Add(share * (1 - lying[region]) * (end - begins) * toAir);
                bares.Add(way.Resistance);
                cover.Add(
                    region == Region.Head
                        ? 0
                        : Regions.BodyShare[region] * (end - begins) / (1 - Regions.BodyShare.Head)
                );
                keep.Add(open ? 1 : way.Keeps(mostWorn[region]));
                begins = end;
            }
            begins = 0;
            ground[r] = share * lying[region] * toGround;
            under[r] = things.Ends(region, under: true, bed.Under[region].Select(w => w.To));
            foreach (var end in under[r])
            {
                var way = bed.Under[region].First(w => w.To >= end - Givings.Edge);
                unders.Add(share * lying[region] * (end - begins) * toGround);
                belows.Add(way.Below);
                begins = end;
            }
        }
        (firstOver[^1], firstUnder[^1]) = (weights.Count, unders.Count);
        lain = things.Lain(over, under);
        (weight, bare, keeps, covered) = ([.. weights], [.. bares], [.. keep], [.. cover]);
        (underWeight, underBare) = ([.. unders], [.. belows]);
        pressedBare =
            !open ? bed.Pressed
            : hung ? bed.Pressed + Conductances.Crushed
            : Math.Max(bed.Pressed, Conductances.Crushed);
        keepsUnder = open ? 1 : 1 - bed.CreasesUnder;
        constant = leakage * toAir + Metabolism.Respiratory(frame.Heat, frame.Felt);
        mostOfFeet = exposed * Regions.BodyShare.Feet * Conductances.MostFromFeet;
        feetUpPerLoss = exposed * Regions.BodyShare.Feet * (1 - lying.Feet) * toAir;
        // Nothing lets more through than the bed without clothes.
        var perK = BreathToo * frostK / toAir;
        var f = firstOver[(int)Region.Feet];
        double Through(int from, int to) => Enumerable.Range(from, to - from).Sum(n => weight[n] / bare[n]);
        (frostOfRest, frostOfFeet) = (perK * (Through(0, f) + leakage * toAir), perK * Through(f, weight.Length));
    }

    /// <summary>What breath and skin vapour lose more in air that is so much colder, on what goes through the bed (assumption: less than this).</summary>
    private const double BreathToo = 1.1;

    /// <summary>What may be put to it, by number.</summary>
    public int[] Used => things.Used;

    /// <summary>The same where skin vapour carries off another heat.</summary>
    /// <param name="evaporation">Tangents of it.</param>
    public LeastLoss With(IReadOnlyList<(double Constant, double Slope)> evaporation)
    {
        var other = (LeastLoss)MemberwiseClone();
        other.evaporation = evaporation;
        return other;
    }

    /// <summary>What is put to the bed: what things give at each part, and how many times clothes cover it.</summary>
    public sealed class State(int over, int under)
    {
        public readonly double[] Over = new double[over],
            Clothed = new double[over],
            Under = new double[under],
            Pressed = new double[Regions.Count];

        /// <summary>What fabrics keep back of the skin's vapour, as cloth.</summary>
        public double Films { get; set; }

        /// <summary>Share of what frost costs that fabrics spare.</summary>
        public double Spares { get; set; }

        /// <summary>Becomes another.</summary>
        public void Become(State other)
        {
            (Films, Spares) = (other.Films, other.Spares);
            other.Over.CopyTo(Over, 0);
            other.Clothed.CopyTo(Clothed, 0);
            other.Under.CopyTo(Under, 0);
            other.Pressed.CopyTo(Pressed, 0);
        }

        /// <summary>Goes so much of the way to another, 0–1.</summary>
        public void Move(State other, double share)
        {
            Films += share * (other.Films - Films);
            Spares += share * (other.Spares - Spares);
            Blend(Over, other.Over);
            Blend(Clothed, other.Clothed);
            Blend(Under, other.Under);
            Blend(Pressed, other.Pressed);

            void Blend(double[] a, double[] b)
            {
                for (var n = 0; n < a.Length; n++)
                    a[n] += share * (b[n] - a[n]);
            }
        }
    }

    public State Empty() => new(weight.Length, underWeight.Length);

    /// <summary>Puts a thing to the bed, or so much of it.</summary>
    public void Put(State state, int thing, double share)
    {
        var lays = things.Lays[thing];
        state.Films += share * things.Films[thing];
        state.Spares += share * things.Spares[thing];
        foreach (ref readonly var lie in lain.Of(thing))
        {
            var gives = share * lie.Gives;
            for (var n = lie.From; n < lie.To; n++)
            {
                if (lays == Lays.Under)
                    state.Under[n] += gives;
                else
                    state.Over[n] += gives * (lays == Lays.Worn ? keeps[n] : 1);
                if (lays == Lays.Worn)
                    state.Clothed[n] += share;
            }
            if (lays == Lays.Worn)
                state.Pressed[lie.Region] += gives * lie.Covers * (lie.Region == 0 ? 1 : keepsUnder);
        }
    }

    /// <summary>What lies over a part. Air stands still under the first that is worn there, but not on the head.</summary>
    private double Way(State state, int n) =>
        bare[n]
        + state.Over[n]
        + (n < firstOver[(int)Region.Head + 1] ? 0 : StillAir.UnderClothes * Math.Min(1, state.Clothed[n]));

    /// <summary>What still air gives there with one more thing worn.</summary>
    private double StillUnderMore(State state, int n) =>
        n < firstOver[(int)Region.Head + 1] || state.Clothed[n] >= 1 ? 0 : StillAir.UnderClothes;

    private double Body(State state, int r) => Conductances.WornUnderneath(Math.Max(0, state.Pressed[r])) + pressedBare;

    /// <summary>
    /// What lies below with so much of pads more. Pads past an edge count less; what fills a gap counts only beside no pad, which is taken
    /// here a little too well, so that it stays concave.
    /// </summary>
    private (double Below, double Slope) Below(int n, double pads)
    {
        const double gap = Conductances.PadWithoutEdgeLoss;
        var lies = underBare[n];
        if (hung)
            return (lies + pads, 1);
        if (lies >= gap)
            return (lies + 0.4 * pads, 0.4);
        var slope = 1 - lies / gap;
        var all = lies + slope * pads;
        return all <= gap ? (all, slope) : (gap + 0.4 * (pads - (gap - lies) / slope), 0.4);
    }

    /// <summary>
    /// What pads let through at least more as they lie than they count for here, W/m²K of what lies: arms slide off a narrow one, and a gap that
    /// is filled counts for nothing beside them. It is least where most is worn.
    /// </summary>
    /// <param name="pads">The pads and nothing else.</param>
    /// <param name="lie">They as they lie.</param>
    public ByRegion<double> Beyond(State pads, ByRegion<UnderWay[]> lie)
    {
        const double worn = Conductances.WornUnderneathCeiling + Conductances.Crushed;
        return Regions.Each(region =>
        {
            var (r, counted) = ((int)region, 0.0);
            for (var n = firstUnder[r]; n < firstUnder[r + 1]; n++)
                counted += underWeight[n] / ground[r] / (worn + Below(n, pads.Under[n]).Below);
            return hung ? 0 : Math.Max(0, lie[region].Sum(w => (w.To - w.From) / (worn + w.Below)) - counted);
        });
    }

    /// <summary>What that is in this climate, W/m²: with feet that lose all that blood brings, with feet that lose less.</summary>
    public (double Fed, double Free) On(UnderSet? pads)
    {
        if (pads?.Beyond is not { } beyond)
            return (0, 0);
        var fed =
            ground[(int)Region.Head] * beyond.Head
            + ground[(int)Region.Torso] * beyond.Torso
            + ground[(int)Region.Legs] * beyond.Legs;
        return (fed, fed + ground[(int)Region.Feet] * beyond.Feet);
    }

    /// <summary>Loss over what is made, W/m²: with feet that lose all that blood brings, with feet that lose less; and what goes from the feet into the air over what may.</summary>
    public (double Fed, double Free, double Feet) Short(State state)
    {
        var (constantEvaporation, slope) = Evaporating(state);
        var rest = constant - frame.Heat + constantEvaporation + slope * Covered(state) - frostOfRest * state.Spares;
        var feet = -frostOfFeet * state.Spares;
        var f = firstOver[(int)Region.Feet];
        for (var n = 0; n < f; n++)
            rest += weight[n] / Way(state, n);
        for (var n = f; n < weight.Length; n++)
            feet += weight[n] / Way(state, n);
        var up = feet;
        for (var r = 0; r < Regions.Count; r++)
        {
            var (body, sum) = (Body(state, r), 0.0);
            for (var n = firstUnder[r]; n < firstUnder[r + 1]; n++)
                sum += underWeight[n] / (body + Below(n, state.Under[n]).Below);
            if (r == (int)Region.Feet)
                feet += sum;
            else
                rest += sum;
        }
        return (rest + mostOfFeet, rest + feet, up - frame.MostFromFeet * feetUpPerLoss);
    }

    private double Covered(State state)
    {
        var sum = state.Films;
        for (var n = 0; n < covered.Length; n++)
            sum += covered[n] * state.Over[n];
        return sum;
    }

    private (double Constant, double Slope) Evaporating(State state)
    {
        var at = Covered(state);
        var best = evaporation[0];
        foreach (var tangent in evaporation)
        {
            if (tangent.Constant + tangent.Slope * at > best.Constant + best.Slope * at)
                best = tangent;
        }
        return best;
    }

    /// <summary>One of the losses over what may be lost, W/m².</summary>
    public double Short(State state, LossKind kind)
    {
        var (fed, free, feet) = Short(state);
        return kind switch
        {
            LossKind.Fed => fed,
            LossKind.Free => free,
            _ => feet,
        };
    }
}
