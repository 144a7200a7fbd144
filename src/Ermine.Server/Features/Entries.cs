using Ermine.Core.Entry;
using Ermine.Core.Kit;
using Ermine.Server.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>Things and nights as people write them, and the library of types that they are read against. Nothing is saved here.</summary>
public static class Entries
{
    /// <summary>Most lines of a list.</summary>
    private const int MostLines = 300;

    /// <summary>A line, and the scale of degrees that do not name theirs: C (or metric), F (or imperial).</summary>
    public sealed record LineRequest(string Text, string? Units = null);

    /// <summary>A pasted list, line by line as it was pasted.</summary>
    public sealed record LinesRequest(IReadOnlyList<string> Lines, string? Units = null);

    /// <summary>Nights and lows as they are said, and the day of asking.</summary>
    public sealed record NightsRequest(string Text, DateOnly Today, string? Units = null);

    /// <summary>A line of a list and what was understood of it.</summary>
    public sealed record ListLine(int Number, string Text, PlainLine Read);

    public static void Map(IEndpointRouteBuilder api)
    {
        var group = api.MapGroup("").WithTags("Entry");
        group
            .MapGet("/kit/types", () => ItemTypes.All)
            .WithSummary("The library of plain types, with what is usual for each");
        group.MapPost("/entry/line", Line).WithSummary("What is understood of a thing in plain words");
        group.MapPost("/entry/lines", Lines).WithSummary("The same for a list, a thing to a line");
        group.MapPost("/entry/nights", Nights).WithSummary("Nights and lows in plain words");
    }

    private static Results<Ok<PlainLine>, ProblemHttpResult> Line(LineRequest request) =>
        Scale(request.Units, out var scale) is { } fault ? Problems.Faults([fault])
        : request.Text.Length > PlainWords.MostCharacters
            ? Problems.Faults([
                new(
                    "text",
                    $"{request.Text.Length} characters",
                    $"Keep a line to {PlainWords.MostCharacters} characters, or send a list."
                ),
            ])
        : TypedResults.Ok(PlainWords.Read(request.Text, scale));

    private static Results<Ok<IReadOnlyList<ListLine>>, ProblemHttpResult> Lines(LinesRequest request)
    {
        if (Scale(request.Units, out var scale) is { } fault)
            return Problems.Faults([fault]);
        var lines = PlainList.Lines(string.Join('\n', request.Lines));
        if (lines.Count > MostLines)
            return Problems.Faults([new("lines", $"{lines.Count} lines", $"Keep a list to {MostLines} lines.")]);
        return TypedResults.Ok<IReadOnlyList<ListLine>>([
            .. lines.Select((text, n) => new ListLine(n + 1, text, PlainWords.Read(text, scale))),
        ]);
    }

    private static Results<Ok<PlainNightsRead>, ProblemHttpResult> Nights(NightsRequest request) =>
        Scale(request.Units, out var scale) is { } fault ? Problems.Faults([fault])
        : EntryRules.CheckDate("today", request.Today) is { } never ? Problems.Faults([never])
        : TypedResults.Ok(PlainNights.Read(request.Text, request.Today, scale));

    internal static Fault? Scale(string? units, out Degrees scale)
    {
        scale = units?.ToUpperInvariant() is "F" or "°F" or "FAHRENHEIT" or "IMPERIAL"
            ? Degrees.Fahrenheit
            : Degrees.Celsius;
        return
            units?.ToUpperInvariant() is null or "" or "C" or "°C" or "CELSIUS" or "METRIC"
            || scale == Degrees.Fahrenheit
            ? null
            : new(
                "units",
                units.Length > 40 ? units[..40] : units,
                "Give C or metric, F or imperial, or leave it out."
            );
    }
}
