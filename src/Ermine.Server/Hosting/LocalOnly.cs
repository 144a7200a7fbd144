using System.Reflection;

namespace Ermine.Server.Hosting;

/// <summary>
/// Ermine serves one person on one machine: it answers only to local names, where it is shared also to those of the machine, changes things
/// only for its own page and for scripts, and lets pages load nothing from elsewhere.
/// </summary>
public static class LocalOnly
{
    private static readonly string[] Names = ["127.0.0.1", "localhost", "[::1]"];

    /// <summary>True while the build asks for the OpenAPI document: no data is touched then.</summary>
    public static bool IsDocumentBuild { get; } = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";

    /// <summary>Comes first, so that every answer carries the headers, whoever gives it.</summary>
    public static void Use(WebApplication app, Share? share) =>
        app.Use(
            async (context, next) =>
            {
                context.Response.OnStarting(() =>
                {
                    Headers(context);
                    return Task.CompletedTask;
                });
                if (!IsOurs(context.Request.Host.Host, share))
                    await Results
                        .Problem(
                            statusCode: 421,
                            title: share is null
                                ? "Ermine answers only to 127.0.0.1 and localhost."
                                : "Ermine does not go by this name: start it with --names."
                        )
                        .ExecuteAsync(context);
                else if (IsUnsafe(context.Request.Method) && !IsOwn(context.Request))
                    await Results
                        .Problem(
                            statusCode: 403,
                            title: "Only Ermine's own page and scripts may change things here. Nothing was changed."
                        )
                        .ExecuteAsync(context);
                else
                    await next();
            }
        );

    /// <summary>An address in numbers is nobody's name, so that no name can be made to lead here.</summary>
    private static bool IsOurs(string host, Share? share) =>
        Names.Contains(host)
        || share is not null
            && (
                share.Names.Contains(host, StringComparer.OrdinalIgnoreCase)
                || share.With == ShareWith.Network
                    && (
                        Uri.CheckHostName(host.Trim('[', ']')) is UriHostNameType.IPv4 or UriHostNameType.IPv6
                        || Machine.Contains(host, StringComparer.OrdinalIgnoreCase)
                    )
            );

    private static readonly string[] Machine = [Environment.MachineName, $"{Environment.MachineName}.local"];

    private static void Headers(HttpContext context)
    {
        var headers = context.Response.Headers;
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers.ContentSecurityPolicy =
            "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:; frame-ancestors 'none'"
            + (context.Request.Path.StartsWithSegments("/api/docs") ? "; script-src 'self' 'unsafe-inline'" : "");
    }

    private static bool IsUnsafe(string method) =>
        !HttpMethods.IsGet(method) && !HttpMethods.IsHead(method) && !HttpMethods.IsOptions(method);

    /// <summary>A script names no origin; a page names its own, which must be this very address.</summary>
    private static bool IsOwn(HttpRequest request) =>
        request.Headers.Origin is [var origin]
            ? Uri.TryCreate(origin, UriKind.Absolute, out var from)
                && from.Authority.Equals(request.Host.Value, StringComparison.OrdinalIgnoreCase)
            : request.Headers.Origin.Count == 0 && request.Headers["Sec-Fetch-Site"] != "cross-site";
}
