using Ermine.Core.Air;
using Ermine.Core.Body;

namespace Ermine.Core.Tests;

/// <summary>Minutes until fingers and toes are cold, against worked figures: minute by minute, debt and work held.</summary>
public class ExtremityTests
{
    private static readonly double[] Lines = [20, 15, 10, 0];

    private static double?[] Minutes(
        Extremity end,
        double r,
        double air,
        double heat,
        double debt = 0,
        double wind = 0.3
    )
    {
        var resistance = r + Wind.AirLayer(wind);
        var found = new double?[Lines.Length];
        var celsius = 30.0;
        for (var minute = 1; minute <= 600; minute++)
        {
            celsius = end.After(celsius, new(1 / resistance, air, debt, heat), 1 / 60.0);
            for (var n = 0; n < Lines.Length; n++)
                found[n] ??= celsius < Lines[n] ? minute : null;
        }
        return found;
    }

    [Theory]
    [InlineData(0.0, 0.3, 0, 5, 8, 11, 18)]
    [InlineData(0.0, 5, 0, 2, 4, 5, 8)]
    [InlineData(0.10, 0.3, 0, 13, 19, 26, 45)]
    [InlineData(0.35, 0.3, 0, 63, 85, 107, 172)]
    [InlineData(0.35, 0.3, 30, 35, 52, 70, 118)]
    public void Fingers_at_rest_at_minus_25(double r, double wind, double debt, double a, double b, double c, double d)
    {
        var found = Minutes(Extremity.Hands, r, -25, 70, debt, wind);
        foreach (var (expected, n) in new[] { a, b, c, d }.Select((x, n) => (x, n)))
            Assert.Equal(expected, found[n]!.Value, 1.01);
    }

    [Fact]
    public void Toes_in_boots()
    {
        var boots = Minutes(Extremity.Feet, 0.35, -25, 70);
        foreach (var (expected, n) in new[] { 57.0, 81, 105, 175 }.Select((x, n) => (x, n)))
            Assert.Equal(expected, boots[n]!.Value, 1.01);
        var thin = Minutes(Extremity.Feet, 0.20, 0, 65, debt: 5);
        Assert.Equal(59, thin[0]!.Value, 1.01);
        Assert.Equal(95, thin[1]!.Value, 1.01);
        Assert.Equal(146, thin[2]!.Value, 1.51);
        Assert.Null(thin[3]);
    }

    [Fact]
    public void A_body_at_work_keeps_them_warm()
    {
        Assert.Null(Minutes(Extremity.Hands, 0.35, -25, 200)[0]);
        Assert.Null(Minutes(Extremity.Feet, 0.35, -25, 200)[0]);
    }
}
