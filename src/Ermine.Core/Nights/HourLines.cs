using Ermine.Core.Body;
using Ermine.Core.Heat;
using Ermine.Core.Units;
using MathNet.Numerics.RootFinding;

namespace Ermine.Core.Nights;

/// <summary>
/// The outside lows at which the hours of a night turn: the one measure of what is worn and of what is done alike. The whole night is moved,
/// its vapour stays as it was at the low planned for. Each is sought when it is first asked for.
/// </summary>
/// <param name="played">The night.</param>
/// <param name="low">Its low.</param>
public sealed class HourLines(NightToPlay played, Temperature low)
{
    /// <summary>How closely a line is sought, K.</summary>
    private const double Accuracy = 2e-3;

    /// <summary>First step from the low towards a line beside what is to spare there; each further one is twice as long.</summary>
    private const double FirstStep = 1.4;

    private readonly Dictionary<double, (double Skin, double Settled, double Feet)> seen = [];
    private ColdLine? body;
    private ColdLine? feet;
    private readonly Dictionary<(double, double), (ColdLine, ColdLine)> below = [];

    /// <summary>The low at which the skin turns from warm. The verdict may turn earlier, at the limit.</summary>
    public ColdLine Body
    {
        get
        {
            lock (seen)
                return body ??= Line(warmer => At(warmer).Skin - Verdicts.CoolBelow);
        }
    }

    /// <summary>What the feet hold to: the low at which they are never under 20 °C once two hours have passed.</summary>
    public ColdLine Feet
    {
        get
        {
            lock (seen)
                return feet ??= Line(warmer => At(warmer).Settled - Core.Body.Feet.HoldFrom);
        }
    }

    /// <summary>The lows at which skin and feet fall under a temperature of their own: what the hours say of a verdict.</summary>
    /// <param name="skinC">Mean skin, °C.</param>
    /// <param name="feetC">Feet, °C.</param>
    public (ColdLine Body, ColdLine Feet) Under(double skinC, double feetC)
    {
        lock (seen)
        {
            return below.TryGetValue((skinC, feetC), out var lines)
                ? lines
                : below[(skinC, feetC)] = (
                    Line(warmer => At(warmer).Skin - skinC),
                    Line(warmer => At(warmer).Feet - feetC)
                );
        }
    }

    /// <summary>The low at which the night turns from warm, for the body, and for the feet where they turn first.</summary>
    public BodyAndFeet Turns() => Beside(Body);

    /// <summary>
    /// What body and feet hold to where only the worse of them is asked for: the line of the feet is sought only if they fail before the body
    /// does, and else left out.
    /// </summary>
    /// <param name="steady">What the body holds to.</param>
    public BodyAndFeet Beside(ColdLine steady)
    {
        lock (seen)
        {
            var there = steady.Outside?.Celsius ?? (steady.Holding == Holding.InAnyAir ? HeatBalance.SearchFrom : 0);
            var lead = steady.Holding != Holding.InNone && At(there - low.Celsius).Settled < Core.Body.Feet.HoldFrom;
            return BodyAndFeet.Of(steady, lead ? Feet : null);
        }
    }

    private (double Skin, double Settled, double Feet) At(double warmer) =>
        seen.TryGetValue(warmer, out var lowest) ? lowest : seen[warmer] = HeatOfNight.Lowest(played, warmer);

    /// <summary>Steps out from the low until the line is passed, then closes in.</summary>
    private ColdLine Line(Func<double, double> toSpare)
    {
        var (coldest, warmest) = (HeatBalance.SearchFrom - low.Celsius, HeatBalance.SearchTo - low.Celsius);
        var here = toSpare(0);
        var warm = here >= 0;
        var end = warm ? coldest : warmest;
        var (from, to) = (0.0, -FirstStep * here + (warm ? -0.5 : 0.5));
        while (toSpare(to) >= 0 == warm)
        {
            if (to == end)
                return warm ? ColdLine.InAnyAir : ColdLine.InNone;
            (from, to) = (to, Math.Clamp(2 * to, coldest, warmest));
        }
        var (colder, milder) = (Math.Min(from, to), Math.Max(from, to));
        // Where it cannot be closed in on, the milder end is the safe one.
        return ColdLine.At(
            new(low.Celsius + (Brent.TryFindRoot(toSpare, colder, milder, Accuracy, 60, out var root) ? root : milder))
        );
    }
}
