using System.Globalization;
using System.Text;
using MathNet.Numerics.Distributions;

namespace Ermine.Standins;

/// <summary>What is wrong with a simulated logger.</summary>
public enum LoggerFault
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>It reads ever warmer, 0.4 K a day.</summary>
    Drifts,

    /// <summary>It misses an hour or two here and there.</summary>
    DropsOut,

    /// <summary>Its outside probe was left in the tent.</summary>
    LeftInTent,

    /// <summary>Its clock is two hours ahead.</summary>
    ClockAhead,
}

/// <summary>How it writes.</summary>
public enum LoggerStyle
{
    /// <summary>Commas, °C, ISO times.</summary>
    Plain,

    /// <summary>Semicolons, decimal commas, days first.</summary>
    Commas,

    /// <summary>°F, months first, twelve hours.</summary>
    Fahrenheit,
}

/// <summary>What a simulated logger is carried through.</summary>
/// <param name="From">Date of the first evening.</param>
/// <param name="Lows">Low of each night, °C, 1–60.</param>
/// <param name="MinutesApart">From one reading to the next, min, 1–60.</param>
/// <param name="TentAddsK">Air in the tent over air outside, K.</param>
/// <param name="Seed">The same seed reads the same.</param>
/// <param name="Fault">What is wrong with it.</param>
/// <param name="Style">How it writes.</param>
public sealed record LoggerTrip(
    DateOnly From,
    IReadOnlyList<double> Lows,
    int MinutesApart = 10,
    double TentAddsK = 4,
    int Seed = 1,
    LoggerFault Fault = LoggerFault.None,
    LoggerStyle Style = LoggerStyle.Plain
);

/// <summary>
/// A temperature logger with three probes, outside, at the pillow and in the bag, carried through nights of given lows. It is a stand-in: it has
/// never been cold.
/// </summary>
public static class SimulatedLogger
{
    /// <summary>Getting in and getting up, hours from the midnight before the evening.</summary>
    private const double In = 21,
        Up = 31;

    /// <summary>What it wrote, as a file.</summary>
    public static string Write(LoggerTrip trip)
    {
        var random = new Random(trip.Seed * 7919 + trip.From.DayNumber);
        double Gauss(double sd) => Normal.Sample(random, 0, sd);
        var text = new StringBuilder();
        text.Append(
            trip.Style switch
            {
                LoggerStyle.Commas => "Datum;außen °C;Kopf im Zelt °C;Schlafsack °C\r\n",
                LoggerStyle.Fahrenheit => "Date,Time,Outside (°F),Pillow (°F),Bag (°F)\r\n",
                _ => "time,outside_c,pillow_c,bag_c\r\n",
            }
        );
        var drift = trip.Fault == LoggerFault.Drifts ? 0.4 / 24 : 0;
        var ahead = trip.Fault == LoggerFault.ClockAhead ? 2 : 0;
        var (from, to) = (12 * 60, (24 * trip.Lows.Count + 12) * 60);
        var silentUntil = 0;
        for (var minute = from; minute <= to; minute += trip.MinutesApart)
        {
            if (trip.Fault == LoggerFault.DropsOut && random.NextDouble() < 0.02)
                silentUntil = minute + random.Next(45, 150);
            var hour = minute / 60.0;
            var outside = Outside(trip.Lows, hour) + Gauss(0.15);
            var night = (hour - 12) % 24 + 12;
            var inBed = night is >= In and <= Up;
            var tent = outside + (inBed ? trip.TentAddsK : 0.4 * trip.TentAddsK) + Gauss(0.2);
            var bag = inBed
                ? 27 + 3 * Math.Tanh((night - In) / 0.7) - 30 * Math.Exp(-(night - In) / 0.25) + Gauss(0.3)
                : tent + 1;
            if (minute < silentUntil)
                continue;
            var read = trip.Fault == LoggerFault.LeftInTent ? tent - 0.2 + Gauss(0.1) : outside;
            var off = drift * (hour - 12);
            Line(
                text,
                trip,
                trip.From.ToDateTime(TimeOnly.MinValue).AddMinutes(minute + 60 * ahead),
                [read + off, tent + off, bag + off]
            );
        }
        return text.ToString();
    }

    /// <summary>From one night's low over the day to the next: down until dawn, up until the early afternoon.</summary>
    private static double Outside(IReadOnlyList<double> lows, double hour)
    {
        const double dawn = 31,
            swing = 7;
        var night = Math.Clamp((int)Math.Floor((hour - 14) / 24), 0, lows.Count - 1);
        var since = hour - 24 * night;
        var low = lows[night];
        var before = since < 14 || night == 0 ? low + swing : (lows[night - 1] + low) / 2 + swing;
        var after = night + 1 < lows.Count ? (low + lows[night + 1]) / 2 + swing : low + swing;
        return since <= dawn
            ? low + (before - low) * (1 + Math.Cos(Math.PI * Math.Clamp((since - 14) / (dawn - 14), 0, 1))) / 2
            : low + (after - low) * (1 - Math.Cos(Math.PI * Math.Clamp((since - dawn) / 7, 0, 1))) / 2;
    }

    private static void Line(StringBuilder text, LoggerTrip trip, DateTime at, double[] celsius)
    {
        var plain = CultureInfo.InvariantCulture;
        text.Append(
            trip.Style switch
            {
                LoggerStyle.Commas => at.ToString("dd.MM.yyyy HH:mm", plain),
                LoggerStyle.Fahrenheit => at.ToString("M/d/yyyy,h:mm tt", plain),
                _ => at.ToString("yyyy-MM-ddTHH:mm", plain),
            }
        );
        foreach (var c in celsius)
        {
            var number = (trip.Style == LoggerStyle.Fahrenheit ? 1.8 * c + 32 : c).ToString("0.0", plain);
            text.Append(trip.Style == LoggerStyle.Commas ? ";" : ",")
                .Append(trip.Style == LoggerStyle.Commas ? number.Replace('.', ',') : number);
        }
        text.Append("\r\n");
    }
}
