using Ermine.Core.Air;
using Ermine.Core.Body;

namespace Ermine.Core.Heat;

/// <summary>Everything between one sleeper and the cold, reduced to what the heat balance needs.</summary>
/// <param name="Upward">From the skin that does not lie to the air, by region, W/m²K.</param>
/// <param name="Downward">From the skin that lies to the ground, by region, W/m²K.</param>
/// <param name="Leakage">Warm air that escapes, W/m²K of body.</param>
/// <param name="SkinEvaporation">Heat that skin vapour carries off, W/m² of body.</param>
/// <param name="Hung">Hangs in a hammock: the underside faces the air, and more of the body lies on it.</param>
/// <param name="CurledUp">Nothing lies over the sleeper, who curls up: every surface is <see cref="Curled"/> as large.</param>
/// <param name="FeetByBlood">The feet lose no more than blood brings, <see cref="MostFromFeet"/>: in trips, not on the bench of labels.</param>
/// <param name="Or">Another way to lie in the same, which counts in a climate where it is warmer; its vapour is this one's. Null where there is none.</param>
public sealed record Conductances(
    ByRegion<double> Upward,
    ByRegion<double> Downward,
    double Leakage,
    double SkinEvaporation,
    bool Hung = false,
    bool CurledUp = false,
    bool FeetByBlood = false,
    Conductances? Or = null
)
{
    /// <summary>What a pad in the double layer of a hammock keeps (assumption).</summary>
    public const double PadInHammock = 0.7;

    /// <summary>Leakage that gaps at the ends of underquilts add, W/m²K (assumption).</summary>
    public const double GapLeakage = 0.03;

    /// <summary>Surface that is left to one who curls up (assumption).</summary>
    public const double Curled = 0.9;

    /// <summary>Most that feet lose, W per m² of foot: blood brings no more (assumption).</summary>
    public const double MostFromFeet = 53;

    /// <summary>Share of each region that lies.</summary>
    public ByRegion<double> Lying => Hung ? Regions.HangingShare : Regions.LyingShare;

    /// <summary>Share of its surface that the body shows.</summary>
    public double Exposed => CurledUp ? Curled : 1;

    /// <inheritdoc cref="Conductances" path="/param[@name='Upward']"/>
    public ByRegion<double> Upward { get; } = Upward;

    /// <inheritdoc cref="Conductances" path="/param[@name='Downward']"/>
    public ByRegion<double> Downward { get; } = Downward;

    /// <inheritdoc cref="Conductances" path="/param[@name='Leakage']"/>
    public double Leakage { get; } = Leakage;

    /// <inheritdoc cref="Conductances" path="/param[@name='Or']"/>
    public Conductances? Or { get; } = Or;

    /// <summary>Summed over the body once, as a night asks for it again and again.</summary>
    public DryWays Ways { get; } =
        Summed(
            Upward,
            Downward,
            Leakage,
            Hung ? Regions.HangingShare : Regions.LyingShare,
            CurledUp ? Curled : 1,
            FeetByBlood ? MostFromFeet : double.PositiveInfinity,
            Or?.Ways
        );

    private static DryWays Summed(
        ByRegion<double> up,
        ByRegion<double> down,
        double leakage,
        ByRegion<double> lying,
        double exposed,
        double mostFromFeet,
        DryWays? or
    )
    {
        var share = Regions.BodyShare;
        return new(
            exposed
                * (
                    share.Head * (1 - lying.Head) * up.Head
                    + share.Torso * (1 - lying.Torso) * up.Torso
                    + share.Legs * (1 - lying.Legs) * up.Legs
                ),
            exposed
                * (
                    share.Head * lying.Head * down.Head
                    + share.Torso * lying.Torso * down.Torso
                    + share.Legs * lying.Legs * down.Legs
                ),
            exposed * share.Feet * (1 - lying.Feet) * up.Feet,
            exposed * share.Feet * lying.Feet * down.Feet,
            leakage,
            exposed * share.Feet * mostFromFeet,
            or
        );
    }

    /// <summary>The same where another way to lie counts in climates in which it is warmer.</summary>
    public Conductances OrElse(Conductances? other) =>
        new(Upward, Downward, Leakage, SkinEvaporation, Hung, CurledUp, FeetByBlood, other);

    /// <summary>The way to lie that counts in a climate.</summary>
    /// <param name="skin">Mean skin temperature, °C.</param>
    /// <param name="climate">What touches the bed.</param>
    public Conductances In(double skin, Climate climate)
    {
        var warmest = this;
        for (var way = Or; way is not null; way = way.Or)
        {
            if (way.Ways.Own(skin, climate) < warmest.Ways.Own(skin, climate))
                warmest = way;
        }
        return ReferenceEquals(warmest, this) ? this : warmest with { SkinEvaporation = SkinEvaporation };
    }

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

/// <summary>The ways of dry heat out of the whole body, W per m² of body and K.</summary>
/// <param name="Up">Upwards, without the feet.</param>
/// <param name="Down">Downwards, without the feet.</param>
/// <param name="FeetUp">Upwards from the feet.</param>
/// <param name="FeetDown">Downwards from the feet.</param>
/// <param name="Leakage">Warm air that escapes.</param>
/// <param name="MostFromFeet">Most that feet lose, W per m² of body; infinite where that is not asked.</param>
/// <param name="Or">The same of another way to lie, which counts where it is warmer.</param>
public sealed record DryWays(
    double Up,
    double Down,
    double FeetUp,
    double FeetDown,
    double Leakage,
    double MostFromFeet,
    DryWays? Or = null
)
{
    /// <summary>The ground lies at most so many times further below the skin than the air does.</summary>
    private const double MostOfGround = 4;

    /// <summary>Dry heat lost, W per m² of body, by whichever way to lie is the warmest.</summary>
    /// <param name="skin">Mean skin temperature, °C.</param>
    /// <param name="climate">What touches the bed.</param>
    public double Loss(double skin, Climate climate) =>
        Or is null ? Own(skin, climate) : Math.Min(Own(skin, climate), Or.Loss(skin, climate));

    /// <summary>The same by this way to lie.</summary>
    /// <inheritdoc cref="Loss"/>
    public double Own(double skin, Climate climate)
    {
        var (toAir, toGround) = (skin - climate.AirC, skin - climate.GroundC);
        return (Up + Leakage) * toAir + Down * toGround + Math.Min(FeetUp * toAir + FeetDown * toGround, MostFromFeet);
    }

    /// <summary>Share of what feet would lose that blood brings, 0–1.</summary>
    /// <inheritdoc cref="Loss"/>
    public double FedShare(double skin, Climate climate)
    {
        var asked = FeetUp * (skin - climate.AirC) + FeetDown * (skin - climate.GroundC);
        return asked > MostFromFeet ? MostFromFeet / asked : 1;
    }

    /// <summary>Whether another way to lie is as cold or colder in every climate.</summary>
    public bool IsNeverColderThan(DryWays other)
    {
        var (up, down) = (other.Up + other.Leakage - Up - Leakage, other.Down - Down);
        var (feetUp, feetDown) = (other.FeetUp - FeetUp, other.FeetDown - FeetDown);
        var fed = Math.Min(0, other.MostFromFeet - MostFromFeet);
        // Linear in how far the ground lies below the skin, so its ends are enough; feet count in full, or as far as blood feeds them.
        return fed >= 0
            && up >= 0
            && up + MostOfGround * down >= 0
            && up + feetUp >= 0
            && up + feetUp + MostOfGround * (down + feetDown) >= 0;
    }
}
