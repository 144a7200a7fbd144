using Ermine.Core.Body;
using Ermine.Core.Heat;

namespace Ermine.Core.Choosing;

/// <content>Planes that touch the loss.</content>
internal sealed partial class LeastLoss
{
    /// <summary>The plane that touches a loss where a state lies.</summary>
    /// <param name="state">The state.</param>
    /// <param name="kind">Which loss.</param>
    /// <param name="cost">What each thing costs.</param>
    public LossPlane Touching(State state, LossKind kind, double[] cost)
    {
        var saves = new double[things.Count];
        var needed = Touches(state, kind, saves);
        return new LossPlane(needed, saves, [.. things.Used.Where(i => saves[i] > LossPlane.Nothing)]).At(cost);
    }

    /// <summary>The same where only what is needed and what each thing saves is asked.</summary>
    /// <param name="state">The state.</param>
    /// <param name="kind">Which loss.</param>
    /// <param name="saves">Takes what each thing saves.</param>
    /// <returns>What is needed.</returns>
    public double Touches(State state, LossKind kind, Span<double> saves)
    {
        Slopes(state, kind, saves);
        return Short(state, kind) + Along(state, kind);
    }

    /// <summary>What a state saves by its own slopes.</summary>
    private double Along(State state, LossKind kind)
    {
        var sum = 0.0;
        var f = firstOver[(int)Region.Feet];
        var (from, to) = kind switch
        {
            LossKind.Fed => (0, f),
            LossKind.Free => (0, weight.Length),
            _ => (f, weight.Length),
        };
        for (var n = from; n < to; n++)
        {
            var way = Way(state, n);
            sum += (state.Over[n] + StillUnderMore(state, n) * state.Clothed[n]) * weight[n] / (way * way);
        }
        sum += FrostOf(kind) * state.Spares;
        if (kind != LossKind.Feet)
            sum -= Evaporating(state).Slope * Covered(state);
        if (kind == LossKind.Feet)
            return sum;
        for (var r = 0; r < (kind == LossKind.Fed ? (int)Region.Feet : Regions.Count); r++)
        {
            var (body, slope) = (Body(state, r), BodySlope(state, r));
            for (var n = firstUnder[r]; n < firstUnder[r + 1]; n++)
            {
                var (below, under) = Below(n, state.Under[n]);
                var k = underWeight[n] / ((body + below) * (body + below));
                sum += k * (under * state.Under[n] + slope * state.Pressed[r]);
            }
        }
        return sum;
    }

    /// <summary>What is lost of one loss for frost, W/m².</summary>
    private double FrostOf(LossKind kind) =>
        kind switch
        {
            LossKind.Fed => frostOfRest,
            LossKind.Free => frostOfRest + frostOfFeet,
            _ => frostOfFeet,
        };

    private static double BodySlope(State state, int r) =>
        0.5 * Math.Max(0, state.Pressed[r]) < Conductances.WornUnderneathCeiling ? 0.5 : 0;

    /// <summary>What a little more of each thing would save where a state lies.</summary>
    private void Slopes(State state, LossKind kind, Span<double> saves)
    {
        // Sums from the first part on: what a thing saves over the parts that it covers is the difference of two.
        Span<double> over = stackalloc double[weight.Length + 1];
        Span<double> worn = stackalloc double[weight.Length + 1];
        Span<double> still = stackalloc double[weight.Length + 1];
        Span<double> under = stackalloc double[underWeight.Length + 1];
        Span<double> pressed = stackalloc double[Regions.Count];
        var (first, last) = kind switch
        {
            LossKind.Fed => (0, (int)Region.Feet),
            LossKind.Free => (0, Regions.Count),
            _ => ((int)Region.Feet, Regions.Count),
        };
        var vapour = kind == LossKind.Feet ? 0 : Evaporating(state).Slope;
        (over[0], worn[0], still[0], under[0]) = (0, 0, 0, 0);
        pressed.Clear();
        for (var r = 0; r < Regions.Count; r++)
        {
            var counts = r >= first && r < last;
            for (var n = firstOver[r]; n < firstOver[r + 1]; n++)
            {
                var way = Way(state, n);
                var dry = counts ? weight[n] / (way * way) : 0;
                var slope = dry - (r > 0 ? vapour * covered[n] : 0);
                over[n + 1] = over[n] + slope;
                worn[n + 1] = worn[n] + keeps[n] * slope;
                still[n + 1] = still[n] + dry * StillUnderMore(state, n);
            }
            var (body, eased) = (Body(state, r), BodySlope(state, r));
            counts &= kind != LossKind.Feet;
            for (var n = firstUnder[r]; n < firstUnder[r + 1]; n++)
            {
                var (below, eases) = Below(n, state.Under[n]);
                var k = counts ? underWeight[n] / ((body + below) * (body + below)) : 0;
                under[n + 1] = under[n] + k * eases;
                pressed[r] += k * eased * (r == 0 ? 1 : keepsUnder);
            }
        }
        var frost = FrostOf(kind);
        foreach (var i in things.Used)
        {
            var (lays, sum) = (things.Lays[i], frost * things.Spares[i] - vapour * things.Films[i]);
            var along =
                lays == Lays.Under ? under
                : lays == Lays.Worn ? worn
                : over;
            foreach (ref readonly var lie in lain.Of(i))
            {
                var saved = along[lie.To] - along[lie.From];
                if (lays == Lays.Worn)
                {
                    saved += lie.Covers * pressed[lie.Region];
                    sum += still[lie.To] - still[lie.From];
                }
                sum += lie.Gives * saved;
            }
            saves[i] = sum;
        }
    }
}
