using Ermine.Server.Demo;
using Ermine.Server.Features;
using Ermine.Server.Hosting;
using Ermine.Storage;
using Microsoft.AspNetCore.Connections;
using Microsoft.EntityFrameworkCore;

namespace Ermine.Server;

/// <summary>Puts the server together and runs it, or does what else the command line asks for.</summary>
internal static class Application
{
    public static WebApplication Build(string[] args)
    {
        var builder = WebApplication.CreateBuilder(args);
        // What the host itself is told by its caller, a test among them, is known only once it is built.
        builder.Services.AddSingleton(s => CommandLine.Read(s.GetRequiredService<IConfiguration>(), args));
        builder.Services.AddSingleton(s => new DataFolder(s.GetRequiredService<CommandLine>().Data));
        builder.Services.AddDbContext<ErmineContext>(
            (s, options) => options.UseSqlite(s.GetRequiredService<DataFolder>().ConnectionString)
        );
        builder.Services.AddScoped<Store>();
        builder.Services.AddScoped<Asking>();
        builder.Services.AddSingleton<Patience>();
        builder.Services.AddSingleton<Work>();
        builder.Services.AddSingleton<ForecastCache>();
        builder.Services.AddSingleton<LearnedCache>();
        builder.Services.AddSingleton<AnswerCache>();
        builder.Services.AddSingleton(TimeProvider.System);
        builder.Services.AddHttpContextAccessor();
        // Bodies refuses what is too large itself: the web server would cut the line before the reason is read.
        builder.WebHost.ConfigureKestrel(kestrel => kestrel.Limits.MaxRequestBodySize = null);
        if (!LocalOnly.IsDocumentBuild)
            WarmUp.Add(builder.Services);
        Sharing.Add(builder, CommandLine.Read(builder.Configuration, args));
        builder.Services.AddProblemDetails();
        builder.Services.ConfigureHttpJsonOptions(json => QuantityJson.Configure(json.SerializerOptions));
        builder.Services.Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true);
        builder.Services.AddOpenApi(api =>
        {
            api.AddSchemaTransformer(QuantityJson.Describe);
            api.AddDocumentTransformer(
                (document, _, _) =>
                {
                    document.Info.Title = "Ermine";
                    document.Info.Description =
                        "Plain numbers are SI: °C, K, m²K/W, W/m², m/s, g. Names say where it matters.";
                    document.Servers = [];
                    return Task.CompletedTask;
                }
            );
        });
        var app = builder.Build();
        Map(app);
        return app;
    }

    private static void Map(WebApplication app)
    {
        var told = app.Services.GetRequiredService<CommandLine>();
        Sharing.UseProxy(app, told);
        LocalOnly.Use(app, told.Share);
        Problems.Use(app);
        app.UseDefaultFiles();
        app.UseStaticFiles(
            new StaticFileOptions
            {
                // Built files carry their content in their name; the page itself is asked for anew.
                OnPrepareResponse = served =>
                    served.Context.Response.Headers.CacheControl = served.Context.Request.Path.StartsWithSegments(
                        "/assets"
                    )
                        ? "public, max-age=31536000, immutable"
                        : "no-cache",
            }
        );
        Sharing.Use(app, told);
        Bodies.Use(app);
        app.MapOpenApi();
        app.UseSwaggerUI(docs =>
        {
            docs.RoutePrefix = "api/docs";
            docs.SwaggerEndpoint("/openapi/v1.json", "Ermine");
            docs.DocumentTitle = "Ermine: calls for scripts";
            docs.HeadContent = "<style>.topbar { display: none }</style>";
        });
        var api = app.MapGroup("/api");
        Entrance.Map(api);
        Workspace.Map(api);
        Plans.Map(api);
        Days.Map(api);
        EndCalculators.Map(api);
        Loads.Map(api);
        Choices.Map(api);
        TakenAlong.Map(api);
        Keeping.Map(api);
        ChanceCalculators.Map(api);
        Logs.Map(app, api);
        Entries.Map(api);
        Files.Map(api);
        Forecasts.Map(api);
        Calculators.Map(api);
        FrostCalculators.Map(api);
        Station.Map(app);
        api.MapFallback(Bodies.Unmatched);
        app.MapFallbackToFile("index.html").AllowAnonymous();
    }

    /// <summary>Runs it; the exit code.</summary>
    /// <exception cref="RefusedException">The data cannot be opened, copied or brought back.</exception>
    public static async Task<int> Run(WebApplication app)
    {
        if (LocalOnly.IsDocumentBuild)
        {
            await app.RunAsync();
            return 0;
        }
        var told = app.Services.GetRequiredService<CommandLine>();
        var data = app.Services.GetRequiredService<DataFolder>();
        if (told.Backup)
        {
            var made = Backups.Make(data, "by-hand", told.To, told.From);
            Console.WriteLine($"Copied {made.Contents} from {data.Path} to {made.File}.");
            return 0;
        }
        if (told.Restore is { } file)
        {
            var back = Backups.Restore(data, file);
            await Open(app, data, demo: false);
            Console.WriteLine(
                $"Brought back {back.Contents} to {data.Path}."
                    + (back.SetAside is { } aside ? $" What was there is kept in {aside}." : "")
            );
            return 0;
        }
        await Open(app, data, told.Demo);
        if (told.Share is { } share)
            app.Services.GetRequiredService<PassPhrase>().Settle(share.NewPhrase, Terminal.Asks);
        return await Serve(app, data, told);
    }

    private static async Task Open(WebApplication app, DataFolder data, bool demo)
    {
        await data.Prepare(() =>
            new ErmineContext(new DbContextOptionsBuilder<ErmineContext>().UseSqlite(data.ConnectionString).Options)
        );
        if (data.ReadOnly)
            return;
        try
        {
            await using var scope = app.Services.CreateAsyncScope();
            await FirstData.Fill(scope.ServiceProvider.GetRequiredService<Store>(), demo);
        }
        catch (Exception error) when (RefusedException.Of(error, data.Path) is { } refusal)
        {
            throw refusal;
        }
    }

    private static async Task<int> Serve(WebApplication app, DataFolder data, CommandLine told)
    {
        try
        {
            await app.StartAsync();
        }
        catch (IOException taken) when (taken.InnerException is AddressInUseException)
        {
            throw new RefusedException($"Port {told.Port} is in use: choose another with --port.", taken);
        }
        catch (Exception refused) when (refused.GetBaseException() is System.Net.Sockets.SocketException)
        {
            throw new RefusedException($"Port {told.Port} cannot be listened on: choose another with --port.", refused);
        }
        Console.WriteLine(
            $"Ermine is at {string.Join(" ", app.Urls.Select(u => u.Replace("[::]", Environment.MachineName, StringComparison.Ordinal)))} with its data in {data.Path}"
                + (data.ReadOnly ? ", which can only be read: nothing is saved" : "")
                + ". Ctrl+C ends it."
        );
        if (told.Share is { } share)
            Console.WriteLine(
                $"It is shared with {(share.With == ShareWith.Network ? "everyone on the network" : "everyone the proxy lets through")} who has its pass phrase."
                    + (
                        share is { With: ShareWith.Network, Certificate: null }
                            ? " Without --certificate all that is sent can be read on the way, the pass phrase too: only on a network of your own."
                            : ""
                    )
            );
        await app.WaitForShutdownAsync();
        return 0;
    }
}
