using System.Diagnostics;
using System.Text;

namespace Ermine.Server.Tests;

/// <summary>The built server as a process of its own, as the script starts it.</summary>
public sealed class Launched : IDisposable
{
    private readonly Process process;
    private readonly StringBuilder said = new();
    private readonly StringBuilder complained = new();
    private readonly TaskCompletionSource<string> address = new(TaskCreationOptions.RunContinuationsAsynchronously);

    public Launched(params string[] arguments)
        : this(new Dictionary<string, string>(), arguments) { }

    /// <summary>The same with variables of the environment set.</summary>
    public Launched(IReadOnlyDictionary<string, string> environment, params string[] arguments)
    {
        var start = new ProcessStartInfo("dotnet")
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = Path.GetTempPath(),
        };
        start.ArgumentList.Add(Path.Combine(AppContext.BaseDirectory, "Ermine.Server.dll"));
        foreach (var argument in arguments)
            start.ArgumentList.Add(argument);
        foreach (var (name, value) in environment)
            start.Environment[name] = value;
        process = new() { StartInfo = start };
        process.OutputDataReceived += (_, line) => Said(line.Data);
        process.ErrorDataReceived += (_, line) =>
        {
            lock (complained)
                complained.Append(line.Data is null ? "" : line.Data + "\n");
        };
        process.Start();
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
    }

    /// <summary>Where it answers; fails where it ended instead.</summary>
    public Task<string> Address => address.Task;

    public string Output => said.ToString();

    public string Error
    {
        get
        {
            lock (complained)
                return complained.ToString();
        }
    }

    /// <summary>Waits for its end; the exit code.</summary>
    public async Task<int> Ended()
    {
        await process.WaitForExitAsync(TestContext.Current.CancellationToken);
        return process.ExitCode;
    }

    /// <summary>Ends it as a power cut would.</summary>
    public void Kill()
    {
        process.Kill(entireProcessTree: true);
        process.WaitForExit();
    }

    public void Dispose()
    {
        if (!process.HasExited)
            Kill();
        process.Dispose();
    }

    private void Said(string? line)
    {
        if (line is null)
        {
            address.TrySetException(new InvalidOperationException($"It ended: {Error}"));
            return;
        }
        said.AppendLine(line);
        if (line.StartsWith("Ermine is at ", StringComparison.Ordinal))
            address.TrySetResult(line.Split(' ')[3]);
    }
}
