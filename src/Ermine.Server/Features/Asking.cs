using System.Security.Cryptography;
using System.Text.Json;
using Ermine.Core.Body;
using Ermine.Core.Entry;
using Ermine.Core.Forecasts;
using Ermine.Core.Kit;
using Ermine.Core.Learning;
using Ermine.Core.Loads;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Trips;
using Ermine.Server.Hosting;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Caching.Memory;
using Microsoft.Extensions.Options;

namespace Ermine.Server.Features;

/// <summary>Checks what is asked about a trip, brings together what its answer is made of, and works it out within <see cref="Work"/>.</summary>
public sealed class Asking(
    Store store,
    Work work,
    Patience patience,
    ForecastCache forecasts,
    LearnedCache learnedCache,
    AnswerCache answers,
    IHttpContextAccessor http
)
{
    /// <summary>How long answers are sought.</summary>
    public Patience Patience => patience;

    /// <summary>An answer for a trip and one of its people.</summary>
    /// <param name="request">What is asked.</param>
    /// <param name="answer">Works it out.</param>
    /// <param name="keeps">Whether it is kept for when the same is asked again.</param>
    public async Task<Results<Ok<T>, ProblemHttpResult>> Of<T>(
        Plans.PlanRequest request,
        Func<IReadOnlyList<TripRun>, Plans.PlanRequest, T> answer,
        bool keeps = false
    )
    {
        var stop = http.HttpContext!.RequestAborted;
        var people = await store.Sleepers(stop);
        var sleepers = people.ToDictionary(s => s.Id);
        if (await Faults(request, sleepers) is { Count: > 0 } faults)
            return Problems.Faults(faults, title: "The plan cannot be answered as it stands.");
        var closet = await store.Items(stop);
        var learned = learnedCache.Of(await store.Log(stop), people, closet);
        var forecast = request.Trip.ForecastId is { } id ? await forecasts.Of(id, store, stop) : null;
        Task<T> Reckoned() =>
            work.Run(
                Weight(request.Trip),
                "fewer nights, people, layers or events",
                given =>
                {
                    var owned = new Closet(closet);
                    var trip = Weighed.In(request.Trip, owned);
                    var context = new TripContext(trip, owned, forecast, given) { Places = new(learned.Places) };
                    return answer(
                        [
                            .. trip.Outfits.Select(o => new TripRun(
                                new(context, sleepers[o.SleeperId].Knowing(learned.Of(o.SleeperId))),
                                o
                            )),
                        ],
                        request
                    );
                },
                stop
            );
        return TypedResults.Ok(await (keeps ? answers.Of(request, learned, forecast, Reckoned) : Reckoned()));
    }

    /// <summary>Answers about one night, none where the trip has no such night.</summary>
    public Task<Results<Ok<IReadOnlyList<T>>, ProblemHttpResult>> List<T>(
        Plans.PlanRequest request,
        Func<IReadOnlyList<TripRun>, IReadOnlyList<T>> answer
    ) => Of(request, (p, r) => r.Night < r.Trip.Nights.Count ? answer(p) : []);

    /// <summary>Every trip that a person comes along on, with the forecast it stands on: as saved, but one as it is asked about.</summary>
    public async Task<IReadOnlyList<(Trip Trip, ForecastSeries? Forecast)>> TripsOf(Guid sleeperId, Trip asked)
    {
        var stop = http.HttpContext!.RequestAborted;
        List<(Trip, ForecastSeries?)> trips = [];
        foreach (var trip in (await store.Trips(stop)).Where(t => t.Id != asked.Id).Append(asked))
        {
            if (trip.Members.Any(m => m.SleeperId == sleeperId))
                trips.Add((trip, trip.ForecastId is { } id ? await forecasts.Of(id, store, stop) : null));
        }
        return trips;
    }

    private async Task<IReadOnlyList<Fault>> Faults(
        Plans.PlanRequest request,
        IReadOnlyDictionary<Guid, Sleeper> readable
    )
    {
        var trip = request.Trip;
        var faults = await Workspace.Faults(trip, store);
        if (faults.Count == 0)
            faults.AddRange(Workspace.UnknownSleepers(trip, readable.ContainsKey));
        if (request.Night < 0)
            faults.Add(new("night", $"{request.Night}", "Nights count from 0."));
        if (request.Member < 0 || request.Member >= trip.Members.Count)
            faults.Add(
                new("member", $"{request.Member}", $"People of this trip count from 0 to {trip.Members.Count - 1}.")
            );
        if (request is Plans.CompareRequest compared)
        {
            var owned = await store.Ids(RowKind.Item);
            faults.AddRange(
                compared
                    .Systems.Index()
                    .SelectMany(s => EntryRules.Check($"systems[{s.Index}]", s.Item, owned.Contains))
            );
        }
        return faults;
    }

    private static int Weight(Trip trip) =>
        trip.Outfits.Sum(o =>
            trip.Nights.Count * (1 + o.System.Layers.Count)
            + o.Dry.Days.Sum(d => 4 * (d.Blocks?.Count ?? 0) + (d.Worn?.Count ?? 0) / 4 + 2 * (d.Tasks?.Count ?? 0))
            + o.Own.Sum(n => (n.System?.Layers.Count ?? 0) + 4 * (n.Bedtime?.Events.Count ?? 0))
        );
}

/// <summary>Forecasts read lately: they never change, and every plan asks for the same few.</summary>
public sealed class ForecastCache : IDisposable
{
    /// <summary>Readings kept at most, those of members counted in.</summary>
    private const int MostReadings = 2_000_000;

    private readonly MemoryCache kept = new(new MemoryCacheOptions { SizeLimit = MostReadings });

    /// <summary>A forecast; null where it cannot be read.</summary>
    public async Task<ForecastSeries?> Of(Guid id, Store store, CancellationToken stop)
    {
        if (kept.TryGetValue(id, out ForecastSeries? series))
            return series;
        if (await store.Forecast(id, stop) is not { } read)
            return null;
        using var entry = kept.CreateEntry(id);
        entry.Value = read;
        entry.Size = read.Hours.Sum(h => 4 + (h.Members?.Count ?? 0));
        return read;
    }

    public void Dispose() => kept.Dispose();
}

/// <summary>
/// Answers given lately. What hangs on the same question, the same things and people, the same log and the same forecast is the same: whoever
/// opens the page again, or goes back to an earlier plan, has it at once.
/// </summary>
public sealed class AnswerCache(IOptions<JsonOptions> json) : IDisposable
{
    /// <summary>Lines of nights kept at most, one whole night with each answer counted for fifty of them (assumption).</summary>
    private const int Most = 3_000,
        WholeNight = 50;

    private readonly MemoryCache kept = new(new MemoryCacheOptions { SizeLimit = Most });

    private sealed record Kept(Learned Learned, ForecastSeries? Forecast, object? Answer);

    /// <summary>The answer that was given, or a new one.</summary>
    /// <param name="request">What is asked.</param>
    /// <param name="learned">What the log has taught: another object as soon as anything owned, anyone or anything lived has changed.</param>
    /// <param name="forecast">The forecast of the trip.</param>
    /// <param name="reckoned">Works it out.</param>
    public async Task<T> Of<T>(
        Plans.PlanRequest request,
        Learned learned,
        ForecastSeries? forecast,
        Func<Task<T>> reckoned
    )
    {
        var asked = JsonSerializer.SerializeToUtf8Bytes(request, request.GetType(), json.Value.SerializerOptions);
        var key = (typeof(T), Convert.ToHexString(SHA256.HashData(asked)));
        if (
            kept.TryGetValue(key, out Kept? before)
            && ReferenceEquals(before!.Learned, learned)
            && ReferenceEquals(before.Forecast, forecast)
        )
            return (T)before.Answer!;
        var answer = await reckoned();
        var size = request.Trip.Nights.Count * request.Trip.Members.Count + WholeNight;
        kept.Set(key, new Kept(learned, forecast, answer), new MemoryCacheEntryOptions { Size = size });
        return answer;
    }

    public void Dispose() => kept.Dispose();
}
