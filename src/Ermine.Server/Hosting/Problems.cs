using System.Text.Json;
using System.Text.RegularExpressions;
using Ermine.Core.Entry;
using Ermine.Storage;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace Ermine.Server.Hosting;

/// <summary>Errors as problem details (RFC 9457) whose <c>errors</c> name field, value and mend.</summary>
public static partial class Problems
{
    /// <summary>Faults shown at most; the rest are counted.</summary>
    public const int MostShown = 20;

    /// <summary>Something entered cannot stand.</summary>
    public static ProblemHttpResult Faults(
        IReadOnlyList<Fault> faults,
        int status = StatusCodes.Status422UnprocessableEntity,
        string title = "Some of this cannot stand as it is. Nothing was saved.",
        IDictionary<string, object?>? more = null
    )
    {
        var problem = new ProblemDetails
        {
            Status = status,
            Title = title,
            Detail = string.Join(" ", faults.Take(3).Select(f => $"{f.Field} is {Quoted(f.Value)}: {f.Mend}")),
        };
        problem.Extensions["errors"] = faults.Take(MostShown).ToList();
        problem.Extensions["errorCount"] = faults.Count;
        foreach (var (key, value) in more ?? new Dictionary<string, object?>())
            problem.Extensions[key] = value;
        return TypedResults.Problem(problem);
    }

    /// <summary>The body is larger than anything Ermine reads.</summary>
    public static ProblemHttpResult TooLarge { get; } =
        Faults(
            [new("body", "too large", "Send a file of at most 4 MB, or JSON of at most 16 MB.")],
            413,
            "That is too large. Nothing was saved."
        );

    /// <summary>A shared Ermine tells nothing before its pass phrase.</summary>
    public static ProblemHttpResult Locked { get; } =
        TypedResults.Problem(statusCode: 401, title: "This Ermine is shared: give its pass phrase first.");

    /// <summary>The pass phrase was tried too often.</summary>
    public static ProblemHttpResult TooManyTries { get; } =
        TypedResults.Problem(statusCode: 429, title: "Too many tries. Wait a minute.");

    /// <summary>The body is of a type that is not read here.</summary>
    public static ProblemHttpResult WrongType(string? type, IReadOnlyList<string> taken) =>
        Faults([new("content-type", type ?? "", $"Send it in UTF-8 as {string.Join(", ", taken)}.")], 415, Unread);

    /// <summary>A save or removal that did not happen; null where it did.</summary>
    public static ProblemHttpResult? From(Outcome outcome, string name, Func<string> whyInUse) =>
        outcome switch
        {
            Outcome.Done => null,
            Outcome.Conflict => Faults(
                [
                    new(
                        "version",
                        name,
                        "It was changed in another window since it was read here. Take that version or keep yours."
                    ),
                ],
                409,
                "Two windows changed the same thing. Nothing was overwritten."
            ),
            Outcome.NameTaken => Faults([
                new("name", name, "Another has this name; choose one that tells them apart."),
            ]),
            Outcome.InUse => Faults([new("id", name, whyInUse())], 409, "Nothing was changed."),
            _ => Faults(
                [new("id", name, "It is not here; it may have been removed in another window.")],
                404,
                "Not found."
            ),
        };

    /// <summary>Turns what could not be read, and what should not happen, into problems.</summary>
    public static void Use(WebApplication app) =>
        app.UseExceptionHandler(
            new ExceptionHandlerOptions
            {
                ExceptionHandler = context => Of(context).ExecuteAsync(context),
                SuppressDiagnosticsCallback = context =>
                    context.Exception is BadHttpRequestException or WorkRefusedException or RefusedException,
            }
        );

    private static ProblemHttpResult Of(HttpContext context)
    {
        var error = context.Features.Get<IExceptionHandlerFeature>()?.Error;
        if (error is BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge })
            return TooLarge;
        if (error is BadHttpRequestException bad)
            return Unreadable(bad);
        if (error is WorkRefusedException refused)
        {
            context.Response.Headers.RetryAfter = $"{refused.RetryAfterSeconds}";
            return TypedResults.Problem(statusCode: 503, title: refused.Message);
        }
        if (RefusedException.Of(error, context.RequestServices.GetRequiredService<DataFolder>().Path) is { } storage)
            return TypedResults.Problem(statusCode: 507, title: storage.Message);
        return TypedResults.Problem(
            statusCode: 500,
            title: "Ermine failed on this. Nothing was saved; try again, and keep the log."
        );
    }

    private static ProblemHttpResult Unreadable(BadHttpRequestException bad)
    {
        if (OfAddress().Match(bad.Message) is { Success: true } asked)
            return Faults(
                [
                    new(
                        asked.Groups["name"].Value,
                        asked.Groups["value"].Success ? asked.Groups["value"].Value : "missing",
                        "Give it in the address, of the type that the API page names."
                    ),
                ],
                400,
                Unread
            );
        var json = bad.InnerException as JsonException;
        var field = json?.Path is { Length: > 2 } path ? path[2..] : "body";
        if (MissingFields().Match(json?.Message ?? "") is { Success: true } missing)
        {
            var names = missing.Groups[1].Value.Replace("'", "", StringComparison.Ordinal);
            return Faults([new(names, "missing", "Add it; the API page names its type and unit.")], 400, Unread);
        }
        return Faults([new(field, "not readable", "Give it the type and unit that the API page names.")], 400, Unread);
    }

    internal const string Unread = "The request could not be read. Nothing was saved.";

    [GeneratedRegex(@"missing required.*including: (.+?)\.?$")]
    private static partial Regex MissingFields();

    [GeneratedRegex(
        """
            parameter "\S+ (?<name>\w+)" (was not provided|from "(?<value>.*)")
            """,
        RegexOptions.Singleline
    )]
    private static partial Regex OfAddress();

    private static string Quoted(string value) => value.Length == 0 ? "empty" : $"“{value}”";
}
