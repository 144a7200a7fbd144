using System.Reflection;

namespace Ermine.Server.Hosting;

/// <summary>Ermine serves one person on one machine: it answers only to local names and lets pages load nothing from elsewhere.</summary>
public static class LocalOnly
{
    private static readonly string[] Names = ["127.0.0.1", "localhost", "[::1]"];

    /// <summary>True while the build asks for the OpenAPI document: no data is touched then.</summary>
    public static bool IsDocumentBuild { get; } = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";

    public static void Use(WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                if (!Names.Contains(context.Request.Host.Host))
                {
                    await Results
                        .Problem(statusCode: 421, title: "Ermine answers only to 127.0.0.1 and localhost.")
                        .ExecuteAsync(context);
                    return;
                }
                var headers = context.Response.Headers;
                headers.XContentTypeOptions = "nosniff";
                headers["Referrer-Policy"] = "no-referrer";
                headers.ContentSecurityPolicy =
                    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:; frame-ancestors 'none'"
                    + (
                        context.Request.Path.StartsWithSegments("/api/docs")
                            ? "; script-src 'self' 'unsafe-inline'"
                            : ""
                    );
                await next();
            }
        );
}
