using Ermine.Core.Entry;

namespace Ermine.Exchange;

/// <summary>A file as rows of text under named columns, whatever it was written in.</summary>
/// <param name="Header">Names of the columns, with their units where the file says them.</param>
/// <param name="Rows">Rows, read as they are asked for.</param>
/// <param name="Notes">What the file says of itself: issued, elevation, time zone.</param>
/// <param name="DecimalComma">A comma in a number is its decimal mark.</param>
internal sealed record TextTable(
    IReadOnlyList<string> Header,
    IEnumerable<TextRow> Rows,
    IReadOnlyDictionary<string, string> Notes,
    bool DecimalComma = false
)
{
    /// <summary>Most columns: time, air, wind, humidity, cloud and the largest ensembles.</summary>
    public const int MostColumns = 400;

    /// <summary>Most characters of a column's name.</summary>
    public const int MostOfName = 120;

    /// <summary>Checks a header before any row is read.</summary>
    /// <exception cref="TooMuchException">It is longer than any forecast's.</exception>
    public static IReadOnlyList<string> CheckedHeader(IReadOnlyList<string> names)
    {
        if (names.Count > MostColumns)
            throw new TooMuchException(
                new(
                    "file",
                    $"{names.Count} columns",
                    $"Keep to {MostColumns} columns: time, air, wind, humidity, cloud and the members."
                )
            );
        if (names.FirstOrDefault(n => n.Length > MostOfName) is { } name)
            throw new TooMuchException(
                new("file", $"a column named {name[..40]}…", $"Name each column in at most {MostOfName} characters.")
            );
        return names;
    }
}

/// <summary>A row and where it stands in the file.</summary>
internal sealed record TextRow(string At, IReadOnlyList<string> Cells);

/// <summary>A file that holds more of something than is read.</summary>
internal sealed class TooMuchException(Fault fault) : Exception(fault.Mend)
{
    public Fault Fault { get; } = fault;
}
