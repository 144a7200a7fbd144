using Ermine.Server.Demo;
using Ermine.Server.Features;
using Ermine.Server.Hosting;
using Ermine.Storage;
using Microsoft.EntityFrameworkCore;

var builder = WebApplication.CreateBuilder(args);
var data = new DataFolder(builder.Configuration["data"] ?? DefaultData());

builder.WebHost.ConfigureKestrel(kestrel => kestrel.Limits.MaxRequestBodySize = null);
var port = builder.Configuration["port"] ?? "5230";
builder.WebHost.UseUrls($"http://127.0.0.1:{port}");
builder.Services.AddSingleton(data);
builder.Services.AddDbContext<ErmineContext>(options => options.UseSqlite(data.ConnectionString));
builder.Services.AddScoped<Store>();
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
            document.Info.Description = "Plain numbers are SI: °C, K, m²K/W, W/m², m/s, g. Names say where it matters.";
            document.Servers = [];
            return Task.CompletedTask;
        }
    );
});

var app = builder.Build();

Problems.Use(app);
LocalOnly.Use(app);
BodyLimit.Use(app);
app.UseDefaultFiles();
app.UseStaticFiles(
    new StaticFileOptions
    {
        // Built files carry their content in their name; the page itself is asked for anew.
        OnPrepareResponse = served =>
            served.Context.Response.Headers.CacheControl = served.Context.Request.Path.StartsWithSegments("/assets")
                ? "public, max-age=31536000, immutable"
                : "no-cache",
    }
);

app.MapOpenApi();
app.UseSwaggerUI(docs =>
{
    docs.RoutePrefix = "api/docs";
    docs.SwaggerEndpoint("/openapi/v1.json", "Ermine");
    docs.DocumentTitle = "Ermine: calls for scripts";
    docs.HeadContent = "<style>.topbar { display: none }</style>";
});
var api = app.MapGroup("/api");
Workspace.Map(api);
Plans.Map(api);
Forecasts.Map(api);
Calculators.Map(api);
FrostCalculators.Map(api);
Station.Map(app);
api.MapFallback(() => Results.Problem(statusCode: 404, title: "There is no such call; /api/docs lists them."));
app.MapFallbackToFile("index.html");

if (LocalOnly.IsDocumentBuild)
{
    await app.RunAsync();
    return;
}
await using (var scope = app.Services.CreateAsyncScope())
{
    await data.Prepare(scope.ServiceProvider.GetRequiredService<ErmineContext>());
    if (app.Configuration["backup"] is not null)
    {
        Console.WriteLine(await data.Backup("by-hand"));
        return;
    }
    await FirstData.Fill(
        scope.ServiceProvider.GetRequiredService<Store>(),
        demo: app.Configuration["demo"] is not null
    );
}
try
{
    await app.StartAsync();
    await WarmUp.Run(app);
    Console.WriteLine($"Ermine is at {string.Join(" ", app.Urls)} with its data in {data.Path}. Ctrl+C ends it.");
    await app.WaitForShutdownAsync();
}
catch (IOException taken) when (taken.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException)
{
    Console.Error.WriteLine($"Port {port} is in use: choose another with --port.");
    Environment.ExitCode = 1;
}

static string DefaultData() =>
    Path.Combine(
        Environment.GetEnvironmentVariable("XDG_DATA_HOME") is { Length: > 0 } home
            ? home
            : Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.UserProfile), ".local", "share"),
        "ermine"
    );

/// <summary>Entry point, named so that tests can host it.</summary>
public partial class Program;
