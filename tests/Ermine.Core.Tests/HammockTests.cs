using FsCheck;
using FsCheck.Xunit;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Hanging instead of lying.</summary>
public class HammockTests
{
    private static readonly double Heat = Metabolism.Sleeping(Sleeper.StandardWoman);

    private static KitItem Under(double r) =>
        Pad(1, "underquilt") with
        {
            Kind = ItemKind.Underquilt,
            Claims = [new(ClaimKind.SquareMetreKelvinPerWatt, r)],
        };

    private static double Comfort(SleepSystem system, double wind, params KitItem[] items)
    {
        var found = HeatBalance.Solve(
            Built(system, wind, items).Thermal,
            new(Heat),
            Threshold.Comfort,
            Surroundings.Open(Surface.SeasonalSnow)
        );
        return found.Outside?.Celsius
            ?? (found.Holding == Holding.InAnyAir ? double.NegativeInfinity : double.PositiveInfinity);
    }

    [Property(MaxTest = 300)]
    public void Without_an_underquilt_it_is_always_colder(
        PositiveInt r,
        PositiveInt top,
        PositiveInt wind,
        UnderquiltFit fit
    )
    {
        var (quilt, hat) = (Quilt(0.3 + top.Get % 25 / 10.0), Garment(0.3, new(1, 0, 0, 0)));
        var under = Under(0.25 + r.Get % 20 / 10.0);
        var hung = new Hammock(fit == UnderquiltFit.Gaps ? UnderquiltFit.Snug : fit);
        var speed = wind.Get % 8;
        var without = Comfort(Slept(hat, quilt).Hung(hung), speed, hat, quilt);
        Assert.True(Comfort(Slept(under, hat, quilt).Hung(hung), speed, under, hat, quilt) < without);
    }

    [Property(MaxTest = 200)]
    public void A_thicker_underquilt_a_pad_or_a_cover_is_never_colder(PositiveInt r, PositiveInt wind)
    {
        var (quilt, hat, mat) = (Quilt(1.2), Garment(0.3, new(1, 0, 0, 0)), Pad(2));
        var (thin, thick) = (Under(0.3 + r.Get % 12 / 10.0), Under(0.5 + r.Get % 12 / 10.0));
        var speed = wind.Get % 8;
        double Of(Hammock hammock, params KitItem[] items) => Comfort(Slept(items).Hung(hammock), speed, items);
        var plain = Of(new(), thin, hat, quilt);
        Assert.True(Of(new(), thick, hat, quilt) <= plain);
        Assert.True(Of(new(), thin, mat, hat, quilt) <= plain);
        Assert.True(Of(new(WindCover: true), thin, hat, quilt) <= plain);
        Assert.True(Of(new(UnderquiltFit.TooTight), thin, hat, quilt) >= plain);
        Assert.True(Of(new(UnderquiltFit.Gaps), thin, hat, quilt) >= plain);
    }

    [Fact]
    public void More_of_the_body_lies_on_it_and_faces_the_air_and_not_the_snow()
    {
        KitItem[] items = [Under(0.8), Quilt(1.2)];
        var stack = Built(Slept(items).Hung(), 0, items).Thermal;
        Assert.Equal(0.45, stack.Lying.Torso);
        var where = new Surroundings(Surface.SeasonalSnow, new(Shelter.TarpLow, 1, false, false, 0));
        Assert.Equal(-19.5, where.GroundUnder(stack.Hung, new(-20)).Celsius, 1e-9);
        Assert.Equal(-11, where.GroundUnder(false, new(-20)).Celsius, 1e-9);
    }

    [Fact]
    public void The_cut_shows_pad_underquilt_and_the_still_layer_below()
    {
        KitItem[] items = [Under(0.8), Pad(2), Garment(0.3, new(1, 0, 0, 0)), Quilt(1.2)];
        var cut = Strata.Of(Built(Slept(items).Hung(), 0, items), new(33), new(-10), new(-10));
        Assert.True(cut.Hung);
        Assert.Equal(
            [
                StratumKind.Underside,
                StratumKind.Pad,
                StratumKind.Underquilt,
                StratumKind.StillAir,
                StratumKind.AirLayer,
            ],
            cut.Below.Select(s => s.Kind)
        );
        Assert.Equal(33, cut.Below[0].Cells.Torso.Inner.Celsius, 1e-9);
        Assert.Equal(-10, cut.Below[^1].Cells.Torso.Outer.Celsius, 1e-9);
        var grounded = Strata.Of(Built(Slept(items), 0, items), new(33), new(-10), new(-6));
        Assert.DoesNotContain(grounded.Below, s => s.Kind == StratumKind.Underquilt);
    }

    [Fact]
    public void Company_and_walls_warm_the_air_that_it_hangs_in()
    {
        KitItem[] items = [Under(0.8), Garment(0.3, new(1, 0, 0, 0)), Quilt(1.2)];
        var stack = Built(Slept(items).Hung(), 0, items).Thermal;
        double Outside(Shelter shelter, int people) =>
            HeatBalance
                .Solve(
                    stack,
                    new(Heat),
                    Threshold.Comfort,
                    new(Surface.SeasonalSnow, new(shelter, people, false, false, 0))
                )
                .Outside!.Value.Celsius;
        Assert.Equal(0.5, Outside(Shelter.Windbreak, 1) - Outside(Shelter.TarpLow, 1), 0.01);
        Assert.Equal(0.7, Outside(Shelter.TarpLow, 1) - Outside(Shelter.TarpLow, 2), 0.01);
    }
}
