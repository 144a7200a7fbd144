using System.Buffers;
using Ermine.Storage;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing.Template;
using Microsoft.Net.Http.Headers;

namespace Ermine.Server.Hosting;

/// <summary>
/// Looks at what is sent before anything is made of it: its type, its size and, of JSON, whether it holds only what can be told
/// (<see cref="JsonEntry"/>). Refuses with a reason where the web server alone would cut the line.
/// </summary>
public static class Bodies
{
    /// <summary>Largest file, bytes: the largest forecast and a little room.</summary>
    public const long MostOfFile = 4_500_000;

    /// <summary>Largest JSON, bytes: the largest trip with everything in it set, and room.</summary>
    public const long MostOfJson = 16_000_000;

    /// <summary>A call whose files may be larger than others'.</summary>
    /// <param name="Bytes">How large.</param>
    public sealed record Largest(long Bytes);

    public static void Use(WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                var accepts = context.GetEndpoint()?.Metadata.GetMetadata<IAcceptsMetadata>();
                var isFile = accepts is null || accepts.RequestType == typeof(string);
                var most =
                    context.GetEndpoint()?.Metadata.GetMetadata<Largest>()?.Bytes ?? (isFile ? MostOfFile : MostOfJson);
                if (context.Request.ContentLength > most)
                {
                    await Problems.TooLarge.ExecuteAsync(context);
                    return;
                }
                Limit(context, most);
                if (accepts is null)
                    await next();
                else if (!Taken(context.Request.ContentType, accepts.ContentTypes))
                    await Problems.WrongType(context.Request.ContentType, accepts.ContentTypes).ExecuteAsync(context);
                else if (isFile || await Sound(context))
                    await next();
            }
        );

    /// <summary>
    /// What no call was found for: routing passes over a call whose types do not fit, so that one is looked for here and its types are
    /// named; else there is none.
    /// </summary>
    public static ProblemHttpResult Unmatched(HttpContext context, EndpointDataSource calls)
    {
        var (request, values) = (context.Request, new RouteValueDictionary());
        var meant = calls
            .Endpoints.OfType<RouteEndpoint>()
            .Where(e => e.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods.Contains(request.Method) == true)
            .Where(e =>
                e.RoutePattern.RawText is { } raw
                && new TemplateMatcher(TemplateParser.Parse(raw), values).TryMatch(request.Path, values)
            )
            .Select(e => e.Metadata.GetMetadata<IAcceptsMetadata>())
            .FirstOrDefault(a => a is not null);
        return meant is null
            ? TypedResults.Problem(statusCode: 404, title: "There is no such call; /api/docs lists them.")
            : Problems.WrongType(request.ContentType, meant.ContentTypes);
    }

    private static void Limit(HttpContext context, long most)
    {
        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } limit)
            limit.MaxRequestBodySize = most;
    }

    private static bool Taken(string? type, IReadOnlyList<string> taken) =>
        MediaTypeHeaderValue.TryParse(type, out var sent)
        && (!sent.Charset.HasValue || sent.Charset.Equals("utf-8", StringComparison.OrdinalIgnoreCase))
        && (
            taken.Any(t => sent.MediaType.Equals(t, StringComparison.OrdinalIgnoreCase))
            || sent.Suffix.Equals("json", StringComparison.OrdinalIgnoreCase) && taken.Contains("application/json")
        );

    /// <summary>Whether the body is sound JSON, kept to be read again; answers with its faults where it is not.</summary>
    private static async Task<bool> Sound(HttpContext context)
    {
        var body = new MemoryStream((int)Math.Min(context.Request.ContentLength ?? 0, MostOfJson));
        await context.Request.Body.CopyToAsync(body, context.RequestAborted);
        var whole = new ReadOnlyMemory<byte>(body.GetBuffer(), 0, (int)body.Length);
        var from = whole.Span.StartsWith((ReadOnlySpan<byte>)[0xEF, 0xBB, 0xBF]) ? 3 : 0;
        var faults = JsonEntry.Check(whole.Span[from..], out var isJson);
        if (faults.Count > 0)
        {
            await Problems.Faults(faults, isJson ? 422 : 400, Problems.Unread).ExecuteAsync(context);
            return false;
        }
        body.Position = from;
        context.Request.Body = body;
        return true;
    }
}
