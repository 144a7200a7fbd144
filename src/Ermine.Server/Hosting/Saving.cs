using Ermine.Storage;

namespace Ermine.Server.Hosting;

/// <summary>Calls that save: refused with a sentence where the data was opened for looking only.</summary>
public static class Saving
{
    public static RouteGroupBuilder Saves(this RouteGroupBuilder group)
    {
        group.AddEndpointFilter(
            async (context, next) =>
                context.HttpContext.RequestServices.GetRequiredService<DataFolder>() is { ReadOnly: true } data
                    ? Results.Problem(
                        statusCode: 403,
                        title: $"{data.Path} can only be read: this is open for looking, and nothing is saved."
                    )
                    : await next(context)
        );
        return group;
    }
}
