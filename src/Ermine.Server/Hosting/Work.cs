using System.Diagnostics;
using System.Threading.RateLimiting;

namespace Ermine.Server.Hosting;

/// <summary>Work that was not done; the message says what to make smaller, or to come again.</summary>
public sealed class WorkRefusedException(string message, int retryAfterSeconds) : Exception(message)
{
    public int RetryAfterSeconds { get; } = retryAfterSeconds;
}

/// <summary>
/// Where answers are worked out: at most two heavy ones at once and a few ordinary ones beside them, on threads of their own, so that
/// nothing else waits. Work ends with the client that asked for it, and at a ceiling of its own.
/// </summary>
public sealed class Work(Patience patience) : IDisposable
{
    /// <summary>What an answer weighs from which on it is heavy: layers and events over all nights and people.</summary>
    public const int HeavyFrom = 1_500;

    private static readonly TimeSpan Look = TimeSpan.FromMilliseconds(50);

    private readonly TimeSpan ceiling = patience.Ceiling;

    /// <summary>Answers being worked out.</summary>
    private int running;

    private readonly ConcurrencyLimiter heavy = Gate(2, 6);
    private readonly ConcurrencyLimiter ordinary = Gate(4, 60);

    private static ConcurrencyLimiter Gate(int atOnce, int waiting) =>
        new(
            new()
            {
                PermitLimit = atOnce,
                QueueLimit = waiting,
                QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
            }
        );

    /// <summary>Works something out.</summary>
    /// <param name="weight">What it weighs, see <see cref="HeavyFrom"/>.</param>
    /// <param name="smaller">What to make smaller where it takes too long.</param>
    /// <param name="compute">Does it, and looks at the token it is given.</param>
    /// <param name="client">Ends with the client.</param>
    /// <exception cref="WorkRefusedException">It takes too long, or too many wait already.</exception>
    public async Task<T> Run<T>(
        int weight,
        string smaller,
        Func<CancellationToken, T> compute,
        CancellationToken client
    )
    {
        using var permit = await (weight >= HeavyFrom ? heavy : ordinary).AcquireAsync(1, client);
        if (!permit.IsAcquired)
            throw new WorkRefusedException("Ermine works on too much at once; ask again in a moment.", 5);
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(client);
        Interlocked.Increment(ref running);
        var (clock, seen, spent) = (Stopwatch.StartNew(), Environment.CpuUsage.TotalTime, TimeSpan.Zero);
        var work = Task.Factory.StartNew(
            () => compute(stop.Token),
            CancellationToken.None,
            TaskCreationOptions.LongRunning,
            TaskScheduler.Default
        );
        var overran = false;
        while (!overran && await Task.WhenAny(work, Task.Delay(Look, CancellationToken.None)) != work)
        {
            // What the process spends is shared by what it works on; on a busy machine time passes without being spent here.
            var now = Environment.CpuUsage.TotalTime;
            spent += (now - seen) / Math.Max(1, running);
            seen = now;
            overran = clock.Elapsed > ceiling && spent > ceiling;
        }
        Interlocked.Decrement(ref running);
        if (overran)
            await stop.CancelAsync();
        try
        {
            return await work;
        }
        catch (OperationCanceledException) when (overran)
        {
            throw new WorkRefusedException(
                $"This is more than Ermine works out in {ceiling.TotalSeconds:0} s. Make it smaller: {smaller}.",
                60
            );
        }
    }

    public void Dispose()
    {
        heavy.Dispose();
        ordinary.Dispose();
    }
}
