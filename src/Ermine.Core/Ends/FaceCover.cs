using Ermine.Core.Air;
using Ermine.Core.Units;

namespace Ermine.Core.Ends;

/// <summary>When a face cover turns.</summary>
/// <param name="Hour">When.</param>
/// <param name="Iced">Share of its time that the side over mouth and nose has iced then, 0–1.</param>
/// <param name="Change">Its other side is iced as well: a dry one is put on.</param>
public sealed record FaceTurn(double Hour, double Iced, bool Change);

/// <summary>What covers mouth and nose: how its breath ices it, and when it is turned (assumptions).</summary>
public static class FaceCover
{
    /// <summary>Warmer than this breath only wets it, °C.</summary>
    public const double IcesBelow = -2;

    /// <summary>Minutes until it has iced, by the air, °C; between them by proportion.</summary>
    private static readonly (double AirC, double Minutes)[] Ices =
    [
        (-50, 20),
        (-30, 60),
        (-20, 90),
        (-10, 150),
        (IcesBelow, 240),
    ];

    /// <summary>Share of its icing that a side turned to the neck dries in the same time.</summary>
    public const double DriesAtNeck = 0.8;

    /// <summary>A side that ices again within this is no longer worth turning to, min.</summary>
    public const double WorthTurning = 20;

    /// <summary>Bare skin that would freeze within this is covered, and looked at, min.</summary>
    public const double CoverWithin = 30;

    /// <summary>Eyes are covered from this wind on, m/s.</summary>
    public const double EyesFrom = 8;

    /// <summary>A mask is worth its carrying where what a tube leaves bare freezes within this, min.</summary>
    public const double MaskWithin = 10;

    /// <summary>Minutes until what covers mouth and nose has iced and is to be turned; null where it is too warm for that.</summary>
    /// <param name="airC">Air, °C.</param>
    public static double? MinutesUntilIced(double airC)
    {
        if (airC >= IcesBelow)
            return null;
        if (airC <= Ices[0].AirC)
            return Ices[0].Minutes;
        var n = 1;
        while (Ices[n].AirC < airC)
            n++;
        var ((cold, few), (warm, many)) = (Ices[n - 1], Ices[n]);
        return few + (many - few) * (airC - cold) / (warm - cold);
    }

    /// <summary>Minutes until a bare face freezes in a wind that one also makes oneself; null where that is unlikely.</summary>
    /// <param name="airC">Air, °C.</param>
    /// <param name="windMs">Wind at 10 m, m/s.</param>
    /// <param name="ownSpeedMs">Own speed into it, m/s.</param>
    public static double? MinutesBare(double airC, double windMs, double ownSpeedMs) =>
        Wind.MinutesToFrostbite(new Temperature(airC), windMs + ownSpeedMs);

    /// <summary>
    /// When a cover is turned: as soon as the side over the mouth has iced; the other has dried at the neck meanwhile, and when it would ice
    /// again within twenty minutes a dry one is put on.
    /// </summary>
    /// <param name="minutes">Every minute: its end as an hour, the air, and whether the cover is up.</param>
    public static IReadOnlyList<FaceTurn> Turns(IEnumerable<(double Hour, double AirC, bool Up)> minutes)
    {
        var turns = new List<FaceTurn>();
        var (front, back) = (0.0, 0.0);
        foreach (var (hour, airC, up) in minutes)
        {
            if (MinutesUntilIced(airC) is not { } until)
            {
                (front, back) = (Dried(front, 1 / 60.0), Dried(back, 1 / 60.0));
                continue;
            }
            front = up ? front + 1 / until : Dried(front, DriesAtNeck / until);
            back = Dried(back, DriesAtNeck / until);
            if (front < 1)
                continue;
            var change = (1 - back) * until < WorthTurning;
            turns.Add(new(hour, Math.Min(1, front), change));
            (front, back) = change ? (0, 0) : (back, 1);
        }
        return turns;
    }

    /// <summary>The same in one air, up all the time, from hour 0.</summary>
    /// <param name="airC">Air, °C.</param>
    /// <param name="hours">For how long.</param>
    public static IReadOnlyList<FaceTurn> TurnsThrough(double airC, double hours) =>
        Turns(Enumerable.Range(1, (int)(60 * hours)).Select(n => (n / 60.0, airC, true)));

    private static double Dried(double iced, double by) => Math.Max(0, iced - by);
}
