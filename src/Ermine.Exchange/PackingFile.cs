using System.Globalization;
using System.Text;
using Ermine.Core.Loads;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

namespace Ermine.Exchange;

/// <summary>A packing list as a table, and as the tasks of a calendar (RFC 5545, VTODO).</summary>
public static class PackingFile
{
    /// <summary>The columns of the table.</summary>
    public static IReadOnlyList<string> Columns { get; } =
    ["list", "thing", "count", "grams", "litres", "load", "reach", "carrier"];

    /// <summary>The lists as a table, a line to a thing, with a byte-order mark so that spreadsheets read its letters.</summary>
    /// <param name="lists">The lists.</param>
    /// <param name="people">Names of people by their ids.</param>
    public static byte[] Csv(IReadOnlyList<PackingList> lists, IReadOnlyDictionary<Guid, string> people)
    {
        var text = new StringBuilder(CsvText.Line(Columns));
        foreach (var (list, line) in lists.SelectMany(l => l.Lines.Select(line => (l, line))))
        {
            text.Append(
                CsvText.Line(
                    TitleOf(list, people),
                    line.Name,
                    Number(line.Count, 2),
                    Number(line.Grams, 0),
                    Number(line.Litres, 1),
                    line.Load,
                    $"{line.Reach}",
                    line.SleeperId is { } who ? people.GetValueOrDefault(who, "") : ""
                )
            );
        }
        return [.. Encoding.UTF8.GetPreamble(), .. Encoding.UTF8.GetBytes(text.ToString())];
    }

    /// <summary>A list as tasks: a task to a thing, and one to each look, due before the trip.</summary>
    /// <param name="trip">What the trip is called.</param>
    /// <param name="start">Its first day.</param>
    /// <param name="lists">The lists.</param>
    /// <param name="looks">What is looked at, in words, with the day by which.</param>
    /// <param name="people">Names of people by their ids.</param>
    /// <param name="written">When it is written.</param>
    public static byte[] Tasks(
        string trip,
        DateOnly start,
        IReadOnlyList<PackingList> lists,
        IReadOnlyList<(string Uid, string Says, DateOnly By)> looks,
        IReadOnlyDictionary<Guid, string> people,
        DateTimeOffset written
    )
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Ermine//Packing list//EN" };
        void Task(string uid, string says, string more, string category, DateOnly due) =>
            calendar.Todos.Add(
                new Todo
                {
                    Uid = $"{uid}@ermine",
                    Summary = says,
                    Description = more,
                    Categories = [category],
                    Due = new CalDateTime(due),
                    DtStamp = new CalDateTime(written.UtcDateTime, "UTC"),
                    Status = TodoStatus.NeedsAction,
                }
            );
        foreach (var (list, line) in lists.SelectMany(l => l.Lines.Select(line => (l, line))))
            Task(
                $"{line.LotId}-{list.Day}-{line.SleeperId}",
                line.Count == 1 ? line.Name : $"{line.Count:0.##} × {line.Name}",
                $"{line.Load}, {Math.Round(line.Grams):0} g",
                $"{trip}: {TitleOf(list, people)}",
                start.AddDays(-1)
            );
        foreach (var (uid, says, by) in looks)
            Task(uid, says, "", $"{trip}: before leaving", by);
        return Encoding.UTF8.GetBytes(new CalendarSerializer().SerializeToString(calendar) ?? "");
    }

    /// <summary>What a list is headed with.</summary>
    public static string TitleOf(PackingList list, IReadOnlyDictionary<Guid, string> people) =>
        string.Join(
            ": ",
            new[] { list.SleeperId is { } who ? people.GetValueOrDefault(who, "") : "", list.Title }.Where(t =>
                t.Length > 0
            )
        )
            is { Length: > 0 } title
            ? title
            : "All";

    private static string Number(double value, int digits) =>
        Math.Round(value, digits).ToString(CultureInfo.InvariantCulture);
}
