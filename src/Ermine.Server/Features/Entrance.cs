using Ermine.Server.Hosting;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>The door of an Ermine that is shared: entering by its pass phrase, and leaving.</summary>
public static class Entrance
{
    /// <summary>How the door stands.</summary>
    /// <param name="Shared">Others than this machine are let in by a pass phrase.</param>
    /// <param name="Entered">Whoever asks is in.</param>
    public sealed record DoorStands(bool Shared, bool Entered);

    /// <summary>A try to enter.</summary>
    public sealed record DoorRequest(string Phrase);

    public static void Map(IEndpointRouteBuilder api)
    {
        var door = api.MapGroup("/door").WithTags("Sharing").AllowAnonymous();
        door.MapGet("", (HttpContext context, CommandLine told) => TypedResults.Ok(Stands(context, told)))
            .WithSummary("Whether this Ermine is shared, and whether one is in");
        door.MapPost("", Enter).WithSummary("Enter a shared Ermine by its pass phrase: five tries a minute");
        door.MapDelete("", Leave).WithSummary("Leave a shared Ermine");
    }

    private static DoorStands Stands(HttpContext context, CommandLine told) =>
        new(told.Share is not null, told.Share is null || context.User.Identity is { IsAuthenticated: true });

    private static async Task<Results<Ok<DoorStands>, ProblemHttpResult>> Enter(
        DoorRequest request,
        HttpContext context,
        CommandLine told,
        PassPhrase phrase
    )
    {
        if (told.Share is null)
            return TypedResults.Ok(Stands(context, told));
        if (!phrase.Opens(request.Phrase))
            return Problems.Faults(
                [
                    new(
                        "phrase",
                        // Never what was typed: it may be the right one of another place.
                        $"{request.Phrase.Length} characters",
                        "It is another one: ask whoever shares this Ermine. Case and spaces count."
                    ),
                ],
                StatusCodes.Status403Forbidden,
                "That is not the pass phrase."
            );
        await Sharing.Enter(context);
        return TypedResults.Ok(new DoorStands(true, true));
    }

    private static async Task<Ok<DoorStands>> Leave(HttpContext context, CommandLine told)
    {
        if (told.Share is not null)
            await context.SignOutAsync();
        return TypedResults.Ok(new DoorStands(told.Share is not null, told.Share is null));
    }
}
