using System.Globalization;
using Ermine.Storage;

namespace Ermine.Server.Hosting;

/// <summary>What Ermine is told at its start.</summary>
/// <param name="Data">Folder of the data.</param>
/// <param name="Port">Port to listen on, 0 for any that is free.</param>
/// <param name="Demo">Fill an empty folder with the demo data.</param>
/// <param name="Backup">Copy the data and end.</param>
/// <param name="To">Folder of the copy; null for the data folder's own.</param>
/// <param name="Restore">A copy to bring back, and end; null to serve.</param>
/// <param name="Share">How it is opened to others; null for this machine alone.</param>
/// <param name="From">Folder that the command was given in.</param>
public sealed record CommandLine(
    string Data,
    int Port,
    bool Demo,
    bool Backup,
    string? To,
    string? Restore,
    Share? Share,
    string From
)
{
    private static readonly string[] Known =
    [
        "data",
        "port",
        "demo",
        "backup",
        "to",
        "restore",
        "share",
        "names",
        "certificate",
        "certificate-key",
        "new-phrase",
        "from",
    ];

    /// <summary>Reads the settings.</summary>
    /// <param name="settings">What is set, in the environment too.</param>
    /// <param name="args">What was typed: nothing else opens Ermine to others.</param>
    /// <exception cref="RefusedException">One of them cannot stand.</exception>
    public static CommandLine Read(IConfiguration settings, string[] args)
    {
        var from = settings["from"] is { Length: > 0 } given ? given : Environment.CurrentDirectory;
        string? InFolder(string name) =>
            settings[name] is not { } path ? null
            : path.Length == 0 ? throw new RefusedException($"--{name} needs a path after it.")
            : Path.GetFullPath(path, from);
        return new(
            InFolder("data") ?? DefaultData(),
            PortOf(settings["port"]),
            Switch("demo", settings["demo"]),
            Switch("backup", settings["backup"]),
            InFolder("to"),
            InFolder("restore"),
            ShareOf(new ConfigurationBuilder().AddCommandLine(args).Build(), from),
            from
        );
    }

    /// <summary>Refuses what is not known, and a name without its value: neither is silently left out.</summary>
    /// <exception cref="RefusedException">There is such a one.</exception>
    public static void Check(string[] args)
    {
        for (var i = 0; i < args.Length; i++)
        {
            var name = args[i].Split('=', 2)[0];
            if (!name.StartsWith("--", StringComparison.Ordinal))
                throw new RefusedException($"“{args[i]}” is not understood: options begin with --.");
            var option = name[2..];
            if (!Known.Concat(Hosts).Contains(option, StringComparer.OrdinalIgnoreCase))
                throw new RefusedException(
                    $"There is no option {name}: there are {string.Join(", ", Known.SkipLast(1).Select(k => $"--{k}"))}."
                );
            if (args[i].Contains('=', StringComparison.Ordinal))
                continue;
            if (i + 1 >= args.Length || args[i + 1].StartsWith("--", StringComparison.Ordinal))
                throw new RefusedException($"{name} needs a value after it.");
            i++;
        }
    }

    /// <summary>Options of the web host that the script, the build and tests give, these from the environment too.</summary>
    private static readonly string[] Hosts =
    [
        "contentRoot",
        "environment",
        "applicationName",
        "patience",
        "urls",
        "http_ports",
        "https_ports",
    ];

    private static Share? ShareOf(IConfiguration settings, string from)
    {
        string? File(string name) => settings[name] is { Length: > 0 } path ? Path.GetFullPath(path, from) : null;
        string[] names =
            settings["names"]?.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries) ?? [];
        if (names.FirstOrDefault(n => Uri.CheckHostName(n) == UriHostNameType.Unknown) is { } wrong)
            throw new RefusedException(
                $"“{wrong}” is not a name of a machine: give such as tent.example.org after --names, several with commas."
            );
        ShareWith? with = settings["share"]?.ToLowerInvariant() switch
        {
            null or "nobody" or "false" or "no" => null,
            "network" => ShareWith.Network,
            "proxy" => ShareWith.Proxy,
            var text => throw new RefusedException(
                $"“{text}” is nobody to share with: give network, proxy or nobody after --share."
            ),
        };
        var (certificate, key) = (File("certificate"), File("certificate-key"));
        if (with is null)
            return names.Length > 0 || certificate is not null || key is not null
                ? throw new RefusedException("--names and --certificate go with --share network or --share proxy.")
                : null;
        if (key is not null && certificate is null)
            throw new RefusedException("--certificate-key goes with --certificate.");
        if (with == ShareWith.Proxy && names.Length == 0)
            throw new RefusedException("--share proxy needs the name under which the proxy is reached, after --names.");
        return new(with.Value, names, certificate, key, Switch("new-phrase", settings["new-phrase"]));
    }

    private static int PortOf(string? text) =>
        text is null ? 5230
        : int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var port) && port <= 65535 ? port
        : throw new RefusedException($"“{text}” is not a port: give a number from 1 to 65535 after --port.");

    private static bool Switch(string name, string? text) =>
        text?.ToLowerInvariant() switch
        {
            null or "false" or "no" or "0" => false,
            "true" or "yes" or "1" => true,
            _ => throw new RefusedException($"“{text}” is neither true nor false: give one of them after --{name}."),
        };

    private static string DefaultData() =>
        Path.Combine(
            Environment.GetEnvironmentVariable("XDG_DATA_HOME") is { Length: > 0 } home
                ? home
                : Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.UserProfile), ".local", "share"),
            "ermine"
        );
}
