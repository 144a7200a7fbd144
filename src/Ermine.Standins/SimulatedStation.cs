using Ermine.Core.Forecasts;
using MathNet.Numerics.Distributions;

namespace Ermine.Standins;

/// <summary>What the station is asked.</summary>
/// <param name="Terrain">The lie of the place.</param>
/// <param name="Latitude">Degrees north (positive) or south, −90 to 90.</param>
/// <param name="ElevationM">Elevation, m.</param>
/// <param name="From">First day.</param>
/// <param name="Days">Days, 1–16.</param>
/// <param name="Members">Members of the ensemble, 1–51.</param>
/// <param name="Seed">The same seed gives the same weather.</param>
public sealed record StationQuestion(
    Terrain Terrain,
    double Latitude,
    double ElevationM,
    DateOnly From,
    int Days,
    int Members,
    int Seed
);

/// <summary>What the station answers: hour by hour, the members beside each other.</summary>
/// <param name="Time">Local time at each hour.</param>
/// <param name="Members">Air of each member at each hour, °C.</param>
/// <param name="WindMs">Wind at 10 m, m/s.</param>
/// <param name="CloudPercent">Cloud, per cent.</param>
/// <param name="HumidityPercent">Relative humidity over water, per cent.</param>
public sealed record StationAnswer(
    IReadOnlyList<string> Time,
    IReadOnlyList<IReadOnlyList<double>> Members,
    IReadOnlyList<double> WindMs,
    IReadOnlyList<double> CloudPercent,
    IReadOnlyList<double> HumidityPercent
);

/// <summary>
/// Invented weather that hangs together: a climate by latitude, height and season; highs and lows that pass in days and bring wind and
/// cloud or calm and clear sky; a daily course that is wider under a clear sky; cold air that pools in hollows on clear, calm nights;
/// members that part from each other with lead time. It is a stand-in for a forecast service and knows no real place.
/// </summary>
public static class SimulatedStation
{
    /// <summary>Answers a question; the same question always in the same way.</summary>
    public static StationAnswer Ask(StationQuestion question)
    {
        var random = new Random(
            HashOf(
                question.Seed,
                question.From.DayNumber,
                (int)Math.Round(10 * question.Latitude),
                (int)question.Terrain
            )
        );
        double Gauss() => Normal.Sample(random, 0, 1);
        var hours = 24 * question.Days;
        var snap =
            random.NextDouble() < 0.7
                ? (At: random.Next(12, Math.Max(13, hours)), Depth: 5 + 6 * random.NextDouble())
                : (At: -999, Depth: 0);
        var pressure = Gauss();
        var drift = Enumerable.Range(0, question.Members).Select(_ => 0.0).ToArray();
        var members = Enumerable.Range(0, question.Members).Select(_ => new List<double>(hours)).ToArray();
        var (time, wind, cloud, humidity) = (
            new List<string>(),
            new List<double>(),
            new List<double>(),
            new List<double>()
        );
        var gust = 0.0;
        for (var hour = 0; hour < hours; hour++)
        {
            var day = question.From.AddDays(hour / 24);
            // A high passes in about three days; under it the sky is clear and the air calm and cold.
            pressure = 0.985 * pressure + 0.17 * Gauss();
            gust = 0.9 * gust + 0.45 * Gauss();
            var clear = 1 / (1 + Math.Exp(-2 * pressure));
            var windNow = Math.Max(0, Exposure(question.Terrain) * (2 + 7 * (1 - clear)) + gust);
            var since = (hour - snap.At) / 24.0;
            var cold = snap.Depth * Math.Exp(-since * since / 0.8);
            var daily = Daily(hour % 24) * (2 + 5 * clear) * Sun(question.Latitude, day);
            var pooled = hour % 24 is < 9 or > 17 ? Pool(question.Terrain) * clear * Math.Exp(-windNow / 2) : 0;
            var mean = Climate(question, day) - 5 * (clear - 0.5) - cold + daily - pooled;
            for (var m = 0; m < question.Members; m++)
            {
                drift[m] = 0.99 * drift[m] + 0.06 * Math.Sqrt(1 + hour / 24.0) * Gauss();
                members[m].Add(Math.Round(mean + drift[m], 1));
            }
            time.Add($"{day:yyyy-MM-dd}T{hour % 24:00}:00");
            wind.Add(Math.Round(windNow, 1));
            cloud.Add(Math.Round(100 * (1 - clear)));
            humidity.Add(Math.Round(95 - 25 * clear * Math.Max(0, Daily(hour % 24))));
        }
        return new(time, members, wind, cloud, humidity);
    }

    /// <summary>Mean air of a day, °C: falls with latitude and height, swings with the season.</summary>
    private static double Climate(StationQuestion q, DateOnly day)
    {
        var latitude = Math.Abs(q.Latitude);
        var yearly = 27 - 0.62 * latitude;
        var swing = 0.32 * latitude;
        var coldest = q.Latitude >= 0 ? 20 : 202;
        return yearly - swing * Math.Cos(2 * Math.PI * (day.DayOfYear - coldest) / 365.25) - 6.5 * q.ElevationM / 1000;
    }

    /// <summary>How much the sun moves the day: little in the polar night.</summary>
    private static double Sun(double latitude, DateOnly day)
    {
        var declination = -23.4 * Math.Cos(2 * Math.PI * (day.DayOfYear + 10) / 365.25);
        var noon = 90 - Math.Abs(latitude - declination);
        return Math.Clamp(Math.Sin(noon * Math.PI / 180), 0.08, 1);
    }

    /// <summary>−1 at dawn, 1 in the early afternoon.</summary>
    private static double Daily(int hour) => Math.Cos(2 * Math.PI * (hour - 14) / 24);

    private static double Pool(Terrain terrain) =>
        terrain switch
        {
            Terrain.Basin or Terrain.LakeIce => 8,
            Terrain.Valley => 5,
            Terrain.Plateau => 2,
            _ => 0,
        };

    private static double Exposure(Terrain terrain) =>
        terrain switch
        {
            Terrain.Ridge or Terrain.HighMountain => 1.5,
            Terrain.Plateau => 1.2,
            Terrain.Forest or Terrain.Basin => 0.5,
            _ => 0.9,
        };

    private static int HashOf(params int[] parts) => parts.Aggregate(17, (hash, part) => unchecked(hash * 31 + part));
}
