using System.Text.Json;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Server.Features;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Ermine.Server.Hosting;

/// <summary>Answers the first page once before anyone asks, so that the first visitor does not wait for code to be compiled.</summary>
public static class WarmUp
{
    public static async Task Run(IServiceProvider services)
    {
        var store = services.GetRequiredService<Store>();
        var json = services.GetRequiredService<IOptions<JsonOptions>>().Value.SerializerOptions;
        var all = await Workspace.Read(store);
        JsonSerializer.Serialize(all, json);
        if (all.Trips.Count == 0)
            return;
        var trip = JsonSerializer.Deserialize<Trip>(JsonSerializer.Serialize(all.Trips[0], json), json)!;
        var forecast = trip.ForecastId is { } id ? await store.Forecast(id) : null;
        var closet = new Closet(all.Items);
        var planners = trip
            .Members.Select(m => new NightPlanner(
                trip,
                m,
                all.Sleepers.Single(s => s.Id == m.SleeperId),
                closet,
                forecast
            ))
            .ToList();
        JsonSerializer.Serialize(Plans.Answer(planners, new(trip, 0)), json);
    }
}
