using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Server.Hosting;
using Ermine.Standins;

namespace Ermine.Server.Features;

/// <summary>The simulated forecast station: answers over HTTP as a forecast service would, and can be told to misbehave.</summary>
public static class Station
{
    /// <summary>How the station behaves.</summary>
    public enum Behaviour
    {
        /// <summary>Answers at once.</summary>
        Well,

        /// <summary>Answers after half a minute.</summary>
        Slow,

        /// <summary>Fails with 503.</summary>
        Fails,

        /// <summary>Answers something that is no forecast.</summary>
        Rubbish,

        /// <summary>Fails twice, then answers: by the attempt that the caller counts.</summary>
        Flaky,
    }

    private static readonly TimeSpan Slowness = TimeSpan.FromSeconds(30);

    public static void Map(IEndpointRouteBuilder app) =>
        app.MapGet("/standin/station", Ask)
            .WithTags("Stand-ins")
            .WithSummary("Simulated forecast: an ensemble of hourly series for an invented place");

    private static async Task<IResult> Ask(
        DateOnly from,
        double latitude,
        double elevationM = 0,
        string terrain = nameof(Terrain.Slope),
        int days = 10,
        int members = 21,
        int seed = 1,
        int attempt = 1,
        string behave = nameof(Behaviour.Well),
        CancellationToken cancelled = default
    )
    {
        var faults = new List<Fault>();
        var place = Forecasts.Choice<Terrain>("terrain", terrain, faults) ?? Terrain.Slope;
        var behaviour = Forecasts.Choice<Behaviour>("behave", behave, faults) ?? Behaviour.Well;
        if (EntryRules.CheckDate("from", from) is { } never)
            faults.Add(never);
        Calculators.Check(faults, "latitude", latitude, -90, 90, "degrees");
        Calculators.Check(faults, "elevationM", elevationM, -450, 8900, "m");
        Calculators.Check(faults, "days", days, 1, 16, "days");
        Calculators.Check(faults, "members", members, 1, 51, "members");
        if (faults.Count > 0)
            return Problems.Faults(faults, title: "The station cannot answer this.");

        if (behaviour == Behaviour.Slow)
            await Task.Delay(Slowness, cancelled);
        if (behaviour == Behaviour.Fails || behaviour == Behaviour.Flaky && attempt < 3)
            return Results.Problem(statusCode: 503, title: "The station does not answer just now.");
        if (behaviour == Behaviour.Rubbish)
            return Results.Text("<html><body>Please log in to the hut's network</body></html>", "text/html");

        var answer = SimulatedStation.Ask(new(place, latitude, elevationM, from, days, members, seed));
        return Results.Json(
            new
            {
                // The stand-in pretends to be asked on the eve of the trip.
                issued = $"{from.AddDays(-1):yyyy-MM-dd}T18:00Z",
                elevation = elevationM,
                hourly_units = new { temperature = "°C", wind_speed = "m/s" },
                hourly = new
                {
                    time = answer.Time,
                    temperature = answer.Members,
                    wind_speed = answer.WindMs,
                    cloud = answer.CloudPercent,
                    humidity = answer.HumidityPercent,
                },
            }
        );
    }
}
