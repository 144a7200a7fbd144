using Microsoft.AspNetCore.Http.Features;

namespace Ermine.Server.Hosting;

/// <summary>Refuses what is too large with a reason, where the web server alone would cut the line.</summary>
public static class BodyLimit
{
    /// <summary>Largest body, bytes: the largest forecast file and a little room.</summary>
    public const long Most = 4_500_000;

    public static void Use(WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                if (context.Request.ContentLength > Most)
                {
                    await Problems.TooLarge.ExecuteAsync(context);
                    return;
                }
                if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } limit)
                    limit.MaxRequestBodySize = Most;
                await next();
            }
        );
}
