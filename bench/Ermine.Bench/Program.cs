using Ermine.Core.Ground;
using Ermine.Core.Sleepers;
using Ermine.Core.Stack;
using Ermine.Core.Units;

foreach (var c in new double[] { 15, 5, 0, -10, -18, -20, -45 })
{
    var b = Labels.BagFor(Threshold.Comfort, new(c))!.Value;
    var p = Labels.Promise(b);
    Console.WriteLine(
        $"{c} {b.SI:F4} {p.Limit!.Value.Celsius:F2} {p.Extreme?.Celsius:F2} {p.Comfort!.Value.Celsius:F4}"
    );
}
var bag = Labels.BagFor(Threshold.Comfort, new(-18))!.Value.SI;
foreach (
    var (r, s, vb) in new (double, Surface, bool)[]
    {
        (2, Surface.Air, false),
        (4, Surface.Air, false),
        (6, Surface.Air, false),
        (9, Surface.Air, false),
        (5, Surface.SeasonalSnow, false),
        (0.85 / 0.1761, Surface.Air, true),
    }
)
{
    var st = ThermalStack.Plain(bag, .6, Labels.TestWear, Regions.Each(_ => r * .1761), 0, .3, vb);
    Console.WriteLine(
        $"R{r} {HeatBalance.Solve(st, Metabolism.Sleeping(Sleeper.StandardWoman), Threshold.Comfort, Surroundings.Open(s)).Outside!.Value.Celsius:F2}"
    );
}
Console.WriteLine(Labels.BagFor(Threshold.Extreme, new(15)));
Console.WriteLine(Labels.BagFor(Threshold.Limit, new(15)));
Console.WriteLine(Labels.BagFor(Threshold.Extreme, new(-45)));
Console.WriteLine(Labels.BagFor(Threshold.Comfort, new(-60)));
