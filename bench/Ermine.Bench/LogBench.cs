using System.Globalization;
using System.Text;
using BenchmarkDotNet.Attributes;
using Ermine.Core.Chance;
using Ermine.Core.Learning;
using Ermine.Exchange;

namespace Ermine.Bench;

/// <summary>What learning and chances cost: ten nights with an ensemble for six people, a season of nights, a logger of two years.</summary>
[MemoryDiagnoser]
public class LogBench
{
    private const int People = 6,
        Nights = 10,
        Members = 51,
        Season = 60,
        Readings = 1_000_000;

    private List<List<TurnOf>> trips = null!;
    private List<NightTold> season = null!;
    private List<NightIn> inThings = null!;
    private byte[] logger = null!;
    private LoggerSeries series = null!;

    [GlobalSetup]
    public void Setup()
    {
        var random = new Random(1);
        NightOdds Odds(double flip) =>
            new(
                -20,
                2,
                flip,
                [.. Enumerable.Range(0, Members).Select(_ => -20 + 6 * (random.NextDouble() - 0.5))],
                flip - 4
            );
        trips =
        [
            .. Enumerable
                .Range(0, People)
                .Select(p =>
                    Enumerable.Range(0, Nights).Select(n => new TurnOf(Odds(-22 - p - 0.3 * n), Odds(-40))).ToList()
                ),
        ];
        season =
        [
            .. Enumerable
                .Range(0, Season)
                .Select(n => new NightTold(8 * random.NextDouble() - 4, (Slept)(n % 4), n % 3)),
        ];
        Guid[] bags = [.. Enumerable.Range(0, 6).Select(_ => Guid.NewGuid())];
        Guid[] people = [Guid.NewGuid(), Guid.NewGuid()];
        inThings = [.. season.Select((told, n) => new NightIn(people[n % 2], [bags[n % 6]], told))];
        var text = new StringBuilder("Zeit;außen °F\r\n");
        var at = new DateTime(2025, 1, 1);
        for (var n = 0; n < Readings; n++, at = at.AddMinutes(1))
            text.Append(CultureInfo.InvariantCulture, $"{at:dd.MM.yyyy HH:mm};{n % 40},5\r\n");
        logger = Encoding.UTF8.GetBytes(text.ToString());
        series = LoggerFile.Read(logger).Series!;
    }

    /// <summary>Under 10 ms.</summary>
    [Benchmark]
    public double ChanceOfTenNightsForSix() =>
        trips.AsParallel().Sum(t => TripChance.Of([.. t], Core.Body.Known.Normal(0, 1.5, 8))!.All);

    [Benchmark]
    public double SleeperFromSixtyNights() => Offsets.Of(season).Offset.Mean;

    [Benchmark]
    public int LabelsFromSixtyNights() => OffLabels.Odd(inThings, _ => 0, k => k.Count > 2).Count;

    /// <summary>Under a second.</summary>
    [Benchmark]
    public int LoggerOfAMillionReadings() => LoggerFile.Read(logger).Series!.At.Count;

    [Benchmark]
    public int NightOutOfALogger() => LoggerReader.Read(series, new(new(2025, 12, 23), 21, 31)).Probes[0].Readings;
}
