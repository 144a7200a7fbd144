namespace Ermine.Exchange;

/// <summary>Cells of a written table.</summary>
internal static class CsvText
{
    /// <summary>Quoted where it has to be; a cell that a spreadsheet would take for a formula is kept from being one.</summary>
    public static string Quoted(string cell)
    {
        if (cell.Length > 0 && cell[0] is '=' or '+' or '@' or '\t' || cell is ['-', not (>= '0' and <= '9'), ..])
            cell = "'" + cell;
        return cell.IndexOfAny([',', '"', '\n', '\r', ';']) >= 0
            ? $"\"{cell.Replace("\"", "\"\"", StringComparison.Ordinal)}\""
            : cell;
    }

    /// <summary>A line of cells.</summary>
    public static string Line(params IEnumerable<string> cells) => string.Join(",", cells.Select(Quoted)) + "\r\n";
}
