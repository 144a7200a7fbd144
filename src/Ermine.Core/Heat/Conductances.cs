using Ermine.Core.Air;
using Ermine.Core.Body;

namespace Ermine.Core.Heat;

/// <summary>Everything between one sleeper and the cold, reduced to what the heat balance needs.</summary>
/// <param name="Upward">From the skin that does not lie to the air, by region, W/m²K.</param>
/// <param name="Downward">From the skin that lies to the ground, by region, W/m²K.</param>
/// <param name="Leakage">Warm air that escapes, W/m²K of body.</param>
/// <param name="SkinEvaporation">Heat that skin vapour carries off, W/m² of body.</param>
/// <param name="Hung">Hangs in a hammock: the underside faces the air, and more of the body lies on it.</param>
public sealed record Conductances(
    ByRegion<double> Upward,
    ByRegion<double> Downward,
    double Leakage,
    double SkinEvaporation,
    bool Hung = false
)
{
    /// <summary>What a pad in the double layer of a hammock keeps (assumption).</summary>
    public const double PadInHammock = 0.7;

    /// <summary>Leakage that gaps at the ends of underquilts add, W/m²K (assumption).</summary>
    public const double GapLeakage = 0.03;

    /// <summary>From the whole body to the air, W per m² of body and K.</summary>
    public double ToAir => Summed(Upward, Hung, lies: false);

    /// <summary>From the whole body to the ground, W per m² of body and K.</summary>
    public double ToGround => Summed(Downward, Hung, lies: true);

    private static double Summed(ByRegion<double> by, bool hung, bool lies)
    {
        var (share, lying) = (Regions.BodyShare, hung ? Regions.HangingShare : Regions.LyingShare);
        return Of(share.Head, lying.Head, by.Head)
            + Of(share.Torso, lying.Torso, by.Torso)
            + Of(share.Legs, lying.Legs, by.Legs)
            + Of(share.Feet, lying.Feet, by.Feet);

        double Of(double area, double under, double conductance) => area * (lies ? under : 1 - under) * conductance;
    }

    /// <summary>Share of each region that lies.</summary>
    public ByRegion<double> Lying => Hung ? Regions.HangingShare : Regions.LyingShare;

    /// <summary>Bag or quilt pressed flat under the sleeper, m²K/W, once if something encloses the sleeper (assumption).</summary>
    public const double Crushed = 0.06;

    /// <summary>Most that worn insulation keeps under the body's weight, m²K/W (assumption).</summary>
    public const double WornUnderneathCeiling = 0.10;

    /// <summary>Pad resistance up to which nothing is lost at the edges, m²K/W (assumption).</summary>
    public const double PadWithoutEdgeLoss = 1.06;

    /// <summary>Heat of skin vapour through breathable layers, W/m² (assumption).</summary>
    public const double EvaporationBreathable = 7;

    /// <summary>Heat of skin vapour inside a vapour barrier, W/m² (assumption).</summary>
    public const double EvaporationBarrier = 4;

    /// <summary>Resistance that a pad really gives, m²K/W: beyond <see cref="PadWithoutEdgeLoss"/> only 0.4 of it counts.</summary>
    public static double PadEffective(double pad) =>
        Math.Min(pad, PadWithoutEdgeLoss) + 0.4 * Math.Max(0, pad - PadWithoutEdgeLoss);

    /// <summary>Worn insulation under the body's weight, m²K/W.</summary>
    public static double WornUnderneath(double worn) => Math.Min(0.5 * worn, WornUnderneathCeiling);

    /// <summary>
    /// The plain stack: one resistance for each region and side, nothing corrected. Labels are read with it and the calculator offers it.
    /// </summary>
    /// <param name="bag">Bag or quilt, m²K/W, at or above 0.</param>
    /// <param name="hood">Share of the bag that its hood holds over the head, 0–1; 0.6 for a closed mummy hood, 0 for a quilt.</param>
    /// <param name="worn">Worn insulation by region, m²K/W.</param>
    /// <param name="pad">Pad by region, m²K/W.</param>
    /// <param name="leakage">W/m²K of body.</param>
    /// <param name="wind">Wind at the sleeper, m/s.</param>
    /// <param name="barrier">Share of each region inside a vapour barrier, 0–1.</param>
    /// <param name="hammock">A hammock with its underquilts by region, m²K/W, and the wind along its underside, m/s; null on the ground.</param>
    public static Conductances Plain(
        double bag,
        double hood,
        ByRegion<double> worn,
        ByRegion<double> pad,
        double leakage,
        double wind,
        ByRegion<double> barrier,
        (ByRegion<double> Underquilt, double Wind)? hammock = null
    )
    {
        var air = Wind.AirLayer(wind);
        var crushed = bag > 0 ? Crushed : 0;
        return new(
            Upward: worn.Map((region, wear) => 1 / (wear + (region == Region.Head ? hood * bag : bag) + air)),
            Downward: worn.Map(
                (region, wear) =>
                    1
                    / (
                        WornUnderneath(wear)
                        + (
                            hammock is { } hung
                                ? PadInHammock * pad[region] + hung.Underquilt[region] + Wind.AirLayer(hung.Wind)
                                : crushed + PadEffective(pad[region])
                        )
                    )
            ),
            Leakage: leakage,
            SkinEvaporation: Evaporation(barrier),
            Hung: hammock is not null
        );
    }

    /// <summary>Heat that skin vapour carries off, W/m² of body, with a barrier over a share of each region.</summary>
    public static double Evaporation(ByRegion<double> barrier) =>
        EvaporationBreathable
        + (EvaporationBarrier - EvaporationBreathable)
            * (
                Regions.BodyShare.Head * barrier.Head
                + Regions.BodyShare.Torso * barrier.Torso
                + Regions.BodyShare.Legs * barrier.Legs
                + Regions.BodyShare.Feet * barrier.Feet
            );
}
