using Ermine.Server;
using Ermine.Server.Hosting;
using Ermine.Storage;

try
{
    if (!LocalOnly.IsDocumentBuild)
        CommandLine.Check(args);
    await using var app = Application.Build(args);
    return await Application.Run(app);
}
catch (Exception error) when (RefusedException.Of(error, "the data folder") is { } refusal)
{
    Console.Error.WriteLine(refusal.Message);
    return 1;
}

/// <summary>Entry point, named so that tests can host it.</summary>
public partial class Program;
