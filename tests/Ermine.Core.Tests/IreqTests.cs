using Ermine.Core.Air;
using Ermine.Core.Days;
using FsCheck;
using FsCheck.Xunit;

namespace Ermine.Core.Tests;

/// <summary>Required insulation, resultant and time limits against the method's published figures (ISO 11079).</summary>
public class IreqTests
{
    private static double Clo(double si) => Math.Round(si / 0.155, 2);

    [Theory]
    [InlineData(115, -20, 2.96, 3.29, 3.27, 3.63)]
    [InlineData(175, -30, 2.18, 2.48, 2.52, 2.87)]
    [InlineData(70, -10, 4.15, 4.52, 4.43, 4.82)]
    public void Required_insulation(
        double m,
        double air,
        double minimal,
        double neutral,
        double basic,
        double basicNeutral
    )
    {
        var demand = new Demand(m, air, 0.4);
        var least = Ireq.Required(Strain.Minimal(m), demand);
        var most = Ireq.Required(Strain.Neutral(m), demand);
        Assert.Equal(minimal, Clo(least), 0.01 * minimal);
        Assert.Equal(neutral, Clo(most), 0.01 * neutral);
        Assert.Equal(basic, Clo(Ireq.Basic(least, demand)), 0.01 * basic);
        Assert.Equal(basicNeutral, Clo(Ireq.Basic(most, demand)), 0.01 * basicNeutral);
    }

    [Theory]
    [InlineData(70, -10, 0.4, 3.0, 2.81, 1.54)]
    [InlineData(90, -15, 3, 2.5, 1.81, 0.58)]
    [InlineData(115, -20, 0.4, 2.0, 1.81, 0.77)]
    [InlineData(175, -30, 0.4, 2.0, 1.73, 1.26)]
    public void Exposure(double m, double air, double wind, double basic, double resultant, double hours)
    {
        var demand = new Demand(m, air, wind);
        var worn = Ireq.Resultant(basic * 0.155, demand);
        Assert.Equal(resultant, Clo(worn), 0.01 * resultant);
        Assert.Equal(hours, Ireq.LimitHours(worn, demand)!.Value, 0.01 * hours + 0.005);
    }

    [Fact]
    public void What_is_enough_has_no_limit()
    {
        var demand = new Demand(115, -20, 0.4);
        Assert.Null(Ireq.LimitHours(Ireq.Resultant(3.27 * 0.155, demand), demand));
    }

    [Property]
    public void Basic_and_resultant_are_each_others_reverse(byte clo, byte wind, byte heat)
    {
        var demand = new Demand(60 + heat, -20, 0.4 + wind / 20.0);
        var resultant = 0.02 + clo / 255.0 * 0.8;
        var basic = Ireq.Basic(resultant, demand);
        var worn = Ireq.Resultant(basic, demand);
        // Where none is needed even none gives as much or more.
        if (basic > 0)
            Assert.Equal(resultant, worn, 1e-6);
        else
            Assert.True(worn >= resultant - 1e-6);
    }

    [Property]
    public void Colder_air_more_wind_and_less_work_need_more(sbyte air, byte wind, byte heat)
    {
        var demand = new Demand(60 + heat, air / 2.0 - 20, wind / 15.0);
        var now = Ireq.Required(Strain.Minimal(demand.Heat), demand);
        double Needed(Demand d) => Ireq.Required(Strain.Minimal(d.Heat), d);
        Assert.True(Needed(demand with { AirC = demand.AirC - 5 }) >= now - 1e-9);
        Assert.True(Needed(demand with { WindMs = demand.WindMs + 3 }) >= now - 1e-9);
    }

    [Fact]
    public void In_warm_air_none_is_needed() => Assert.Equal(0, Ireq.Required(Strain.Minimal(230), new(230, 25, 0.4)));
}
