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
        : this(environment, "dotnet", [Built, .. arguments]) { }

    /// <summary>
    /// The same with its folder on a disk of its own, which only it sees: so large, and made ready by a line of the shell.
    /// <see cref="Inside"/> leads into it from here.
    /// </summary>
    public static Launched OnOwnDisk(string folder, int megabytes, string ready, params string[] arguments) =>
        new(
            new Dictionary<string, string>(),
            "unshare",
            [
                "-rm",
                "sh",
                "-c",
                $"mount -t tmpfs -o size={megabytes}m tmpfs {folder} && {ready} && exec dotnet {Built} --data {folder} --port 0 {string.Join(' ', arguments)}",
            ]
        );

    /// <summary>Whether this machine lets a process have disks of its own.</summary>
    public static bool CanHaveDisks()
    {
        try
        {
            using var tried = Process.Start(
                new ProcessStartInfo("unshare", ["-rm", "mount", "-t", "tmpfs", "tmpfs", Path.GetTempPath()])
                {
                    RedirectStandardError = true,
                }
            )!;
            tried.WaitForExit();
            return tried.ExitCode == 0;
        }
        catch (System.ComponentModel.Win32Exception)
        {
            return false;
        }
    }

    /// <summary>The server in its own folder, as it is built with these tests: beside it lies what it needs on this machine, and here it does not.</summary>
    private static string Built =>
        Path.Combine(
            AppContext.BaseDirectory.Replace("tests/Ermine.Server.Tests", "src/Ermine.Server"),
            "Ermine.Server.dll"
        );

    private Launched(IReadOnlyDictionary<string, string> environment, string program, string[] arguments)
    {
        var start = new ProcessStartInfo(program, arguments)
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = Path.GetTempPath(),
        };
        // Little is asked of it: it starts in half of the time where no loop is compiled at its best at once.
        start.Environment["DOTNET_TC_QuickJitForLoops"] = "1";
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

    /// <summary>A file as the process sees it.</summary>
    public string Inside(string path) => $"/proc/{process.Id}/root{path}";

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
