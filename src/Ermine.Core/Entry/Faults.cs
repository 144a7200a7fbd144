using System.Globalization;

namespace Ermine.Core.Entry;

/// <summary>Gathers what is wrong with an entry.</summary>
internal sealed class Faults
{
    public List<Fault> Found { get; } = [];

    public static string Text(double value) => value.ToString(CultureInfo.InvariantCulture);

    public void Add(string field, string value, string mend) => Found.Add(new(field, value, mend));

    public void Add(Fault? fault)
    {
        if (fault is not null)
            Found.Add(fault);
    }

    /// <summary>Whether a list is short enough to be looked at; a fault where it is not.</summary>
    public bool AtMost(string field, int count, int most, string what)
    {
        if (count > most)
            Add(field, $"{count}", $"Keep to {most} {what}.");
        return count <= most;
    }

    /// <summary>Names what stands in a list twice.</summary>
    public void Once<T>(string field, IEnumerable<T> entries, string mend)
    {
        var seen = new HashSet<T>();
        foreach (var twice in entries.Where(e => !seen.Add(e)).Distinct())
            Add(field, $"{twice} twice", mend);
    }

    public void Name(string field, string name)
    {
        if (string.IsNullOrWhiteSpace(name) || name.Length > 80 || name.Any(char.IsControl))
            Add(field, name.Length > 80 ? $"{name.Length} characters" : name, "Give it a name of 1 to 80 characters.");
    }

    public void Range(string field, double value, double least, double most, string unit)
    {
        if (!double.IsFinite(value) || value < least || value > most)
            Add(field, Faults.Text(value), $"Give a number from {Faults.Text(least)} to {Faults.Text(most)} {unit}.");
    }
}
