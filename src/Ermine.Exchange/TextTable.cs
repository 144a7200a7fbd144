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
);

/// <summary>A row and where it stands in the file.</summary>
internal sealed record TextRow(string At, IReadOnlyList<string> Cells);
