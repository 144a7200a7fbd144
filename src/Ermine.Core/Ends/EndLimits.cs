using MathNet.Numerics.RootFinding;

namespace Ermine.Core.Ends;

/// <summary>The coldest air that boots or gloves hold to, and a person's own supply read from such a line.</summary>
public static class EndLimits
{
    /// <summary>Standing is looked at for this long, and walking, h (assumption).</summary>
    public const double StandingHours = 1,
        WalkingHours = 8;

    /// <summary>Heat made then, W/m² (ISO 8996: resting, moderate).</summary>
    public const double StandingHeat = 65,
        WalkingHeat = 165;

    /// <summary>Heat debt of one who stands, well dressed, Wh/m² (assumption).</summary>
    public const double StandingDebt = 5;

    /// <summary>Toes or fingers at the start, °C, and what they have to keep.</summary>
    public const double StartC = 30,
        Line = Extremity.FineFrom;

    /// <summary>Air that is looked at, °C.</summary>
    public const double Coldest = -80,
        Warmest = 30;

    /// <summary>A person's own supply is looked for between these shares.</summary>
    public const double LeastShare = 0.4,
        MostShare = 1.6;

    /// <summary>The coldest air in which a part keeps 15 °C; null where it does not even at 30.</summary>
    /// <param name="end">Hands or feet.</param>
    /// <param name="still">How it is worn while one stands or walks: conductance, tight, share; its air and work are set here.</param>
    /// <param name="walks">Walking; else standing.</param>
    /// <param name="hours">For how long, h; null for an hour's standing, or a day's walking.</param>
    public static double? ColdestAir(Extremity end, ExtremityStep still, bool walks, double? hours = null)
    {
        var length = hours ?? (walks ? WalkingHours : StandingHours);
        bool Holds(double air) => Lowest(end, still, walks, air, length) >= Line;
        if (!Holds(Warmest))
            return null;
        var (cold, warm) = (Coldest, Warmest);
        if (Holds(cold))
            return cold;
        while (warm - cold > 0.02)
        {
            var middle = (cold + warm) / 2;
            (cold, warm) = Holds(middle) ? (cold, middle) : (middle, warm);
        }
        return warm;
    }

    private static double Lowest(Extremity end, ExtremityStep still, bool walks, double air, double hours)
    {
        var step = still with
        {
            Around = air,
            Made = walks ? WalkingHeat : StandingHeat,
            Debt = walks ? 0 : StandingDebt,
        };
        return EndMinutes.Lowest(end, StartC, step, (int)(60 * hours));
    }

    /// <summary>The share of the usual supply with which a line that somebody knows comes out; null where none of 0.4 to 1.6 does.</summary>
    /// <param name="end">Hands or feet.</param>
    /// <param name="still">How it is worn; its share is not looked at.</param>
    /// <param name="walks">The line is for walking; else for standing.</param>
    /// <param name="airC">The line: the coldest air that holds, °C.</param>
    /// <param name="hours">For how long it holds, h.</param>
    public static double? ShareFor(Extremity end, ExtremityStep still, bool walks, double airC, double hours)
    {
        double Spare(double share) => Lowest(end, still with { Share = share }, walks, airC, hours) - Line;
        return Spare(LeastShare) > 0 || Spare(MostShare) < 0
            ? null
            : Brent.FindRoot(Spare, LeastShare, MostShare, 1e-4);
    }
}
