using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Frost;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>A stretch of the day that one is dressed for: a block, a part of one between breaks, or a break.</summary>
/// <param name="FromHour">Begins.</param>
/// <param name="ToHour">Ends.</param>
/// <param name="BlockId">Its block.</param>
/// <param name="Heat">Metabolic rate, W/m².</param>
/// <param name="Climate">Air round the body.</param>
/// <param name="Movement">How air moves along what is worn.</param>
/// <param name="WindMs">Wind at 10 m with own speed, m/s.</param>
/// <param name="FallsMm">Rain or wet snow on the body, mm an hour.</param>
/// <param name="InTent">In the tent, where boots are off.</param>
/// <param name="InBed">Resting in the tent, in the bag.</param>
/// <param name="Debt">Heat debt at its beginning, Wh/m².</param>
/// <param name="SetsOff">The first of the day's work.</param>
/// <param name="FingersC">Fingers at its beginning, °C.</param>
/// <param name="ToesC">Toes at its beginning, °C.</param>
/// <param name="ShortBy">
/// Heat that the played day lost over this balance, W/m²: loft that is wet, skin that has not yet cooled. Where rain falls it is for all of it let
/// in, for that is what wets.
/// </param>
/// <param name="Poles">Poles are held.</param>
public sealed record Segment(
    double FromHour,
    double ToHour,
    Guid BlockId,
    double Heat,
    Climate Climate,
    Movement Movement,
    double WindMs,
    double FallsMm,
    bool InTent,
    bool InBed,
    double Debt = 0,
    bool SetsOff = false,
    double FingersC = BodyHeat.WarmHands,
    double ToesC = 26,
    double ShortBy = 0,
    bool Poles = false
)
{
    /// <summary>Length, h.</summary>
    public double Hours => ToHour - FromHour;
}

/// <summary>How one would fare in a stretch, steadily: what dressing weighs.</summary>
/// <param name="Cold">Points of cold, 0–6.</param>
/// <param name="Hot">0 right, 1 warm, 3 dripping.</param>
/// <param name="WetG">Sweat that does not evaporate and rain that comes through, g.</param>
/// <param name="Debt">Highest heat debt, Wh/m².</param>
/// <param name="Sweat">Rate, g/m²h.</param>
/// <param name="After">Heat debt at its end, Wh/m².</param>
/// <param name="Through">Share of rain that comes through.</param>
public readonly record struct Fare(
    int Cold,
    int Hot,
    double WetG,
    double Debt,
    double Sweat,
    double After = 0,
    double Through = 0
);

/// <summary>
/// The balance of a stretch in closed form: heat debt runs to its end with the body's time constant; what is over beyond what can be stored is
/// sweated through the vapour resistance of what is worn. It leaves out shivering and frost in clothes, which the played day has.
/// </summary>
public sealed class SteadyFare
{
    /// <summary>How far from cool one dresses, for the day as it is played is not quite this one, Wh/m² (assumption).</summary>
    private const double Spare = 3;

    private readonly Segment at;
    private readonly double capacity,
        area,
        skin,
        pressure,
        still,
        fixedLoss,
        wetWhole,
        faceChills;

    /// <summary>Works out what is the same whatever is worn.</summary>
    /// <param name="at">The stretch.</param>
    /// <param name="sleeper">Who.</param>
    /// <param name="ends">Heat that hands and feet lose, W per m² of body.</param>
    public SteadyFare(Segment at, Sleeper sleeper, double ends)
    {
        this.at = at;
        (capacity, area) = (BodyHeat.Capacity(sleeper), sleeper.BodyAreaM2);
        skin = DayRun.NeutralSkin(at.Heat);
        pressure = Vapour.CoveredShare * Math.Max(0, MoistAir.OverWater(skin) - at.Climate.VapourPa);
        still = at.Climate.StillLayer / VapourColumn.Lewis;
        fixedLoss = Metabolism.Respiratory(at.Heat, at.Climate) + ends - at.Heat;
        wetWhole = at.FallsMm * 1000 * at.Hours * area;
        faceChills = Wind.MinutesToFrostbite(new(at.Climate.AirC), at.WindMs) is { } minutes
            ? DayLimits.FaceShare * minutes / 60
            : double.MaxValue;
    }

    /// <summary>How one fares in something.</summary>
    /// <param name="conductance">Of head, face, torso and legs together, by their shares of the body, W/m²K.</param>
    /// <param name="vapour">Vapour resistance of what is worn over torso and legs, m²Pa/W.</param>
    /// <param name="bareFace">The face is bare.</param>
    /// <param name="through">Share of rain that comes through.</param>
    public Fare In(double conductance, double vapour, bool bareFace, double through)
    {
        if (at.InBed)
            return default;
        var insensible = pressure / (WornColumn.WetSkin / WornColumn.LeastWet + vapour + still) + Vapour.OfBareSkin;
        var missing =
            fixedLoss
            + (at.FallsMm > 0 ? at.ShortBy * through : at.ShortBy)
            + insensible
            + conductance * (skin - at.Climate.AirC);
        var rate = conductance / capacity;
        var heads = missing / rate;
        var after = heads + (at.Debt - heads) * Math.Exp(-rate * at.Hours);
        var (debt, sweat, wet) = (Math.Max(at.Debt, after), 0.0, wetWhole * through);
        if (after < -BodyHeat.MostStored)
        {
            var needed = insensible - missing - rate * BodyHeat.MostStored;
            var most = pressure / (WornColumn.WetSkin + vapour + still) + Vapour.OfBareSkin;
            var share = Math.Min(1, needed / most);
            var efficiency = 1 - share * share / 2;
            sweat = Math.Min(DayLimits.MostSweat, needed / (efficiency * VapourColumn.Evaporation));
            wet += Math.Max(0, sweat - Math.Min(needed, most) / VapourColumn.Evaporation) * area * at.Hours;
        }
        var cold = DayLimits.ColdPoints(
            after > DayLimits.ChilledDebt || bareFace && at.Hours > faceChills ? DayVerdict.Chilling
                : after > DayLimits.CoolDebt - Spare ? DayVerdict.Cool
                : DayVerdict.Right,
            after
        );
        var hot =
            sweat > DayLimits.DrippingSweat ? 3
            : sweat > DayLimits.WarmSweat ? 1
            : 0;
        return new(cold, hot, wet, debt, sweat, Math.Max(-BodyHeat.MostStored, after), through);
    }

    /// <summary>Heat that hands or feet lose with what they wear, W per m² of body: no more than blood brings.</summary>
    /// <param name="at">The stretch.</param>
    /// <param name="part">Hands or feet.</param>
    /// <param name="conductance">Of what they wear, W/m²K.</param>
    /// <param name="share">Share of the usual supply that reaches them.</param>
    public static double OfEnd(Segment at, Part part, double conductance, double share)
    {
        var supply = Extremity.Of(part).Supply(Extremity.FullFrom, StepOf(at, conductance, share));
        return Parts.BodyShare[part]
            * Math.Min(supply, Math.Max(0, (DayRun.NeutralSkin(at.Heat) - at.Climate.AirC) * conductance));
    }

    /// <summary>Temperature of fingers or toes at the end of a stretch, °C.</summary>
    /// <param name="at">The stretch.</param>
    /// <param name="part">Hands or feet.</param>
    /// <param name="conductance">Of what they wear, W/m²K.</param>
    /// <param name="share">Share of the usual supply that reaches them.</param>
    /// <param name="least">Shortest time that it is looked at for, h: boots that bear an hour may not bear the day.</param>
    public static double EndAfter(Segment at, Part part, double conductance, double share, double least = 0)
    {
        var before = part == Part.Hands ? at.FingersC : at.ToesC;
        if (at.InBed)
            return before;
        var hours = Math.Max(least, at.Hours);
        var end = Extremity.Of(part);
        var celsius = before;
        var steps = Math.Max(1, (int)Math.Ceiling(hours * 6));
        for (var n = 0; n < steps; n++)
            celsius = end.After(celsius, StepOf(at, conductance, share), hours / steps);
        return celsius;
    }

    private static ExtremityStep StepOf(Segment at, double conductance, double share) =>
        new(conductance, at.Climate.AirC, Math.Max(0, at.Debt), at.Heat, Share: share);
}
