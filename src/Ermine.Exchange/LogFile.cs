using System.Globalization;
using System.Text;
using Ermine.Core.Learning;

namespace Ermine.Exchange;

/// <summary>The log as a table: promised against lived, a line to an entry.</summary>
public static class LogFile
{
    /// <summary>The columns of the table.</summary>
    public static IReadOnlyList<string> Columns { get; } =
    [
        "date",
        "sleeper",
        "trip",
        "camp",
        "slept",
        "planned",
        "promised",
        "lived",
        "chance",
        "low_c",
        "low_half_range_k",
        "forecast_c",
        "planned_for_c",
        "holds_to_c",
        "changes_k",
        "margin_k",
        "miss_before_k",
        "miss_after_k",
        "feet",
        "hands_by_day",
        "feet_by_day",
        "things",
        "left_out",
        "notes",
    ];

    /// <summary>The table, with a byte-order mark so that spreadsheets read its letters.</summary>
    /// <param name="log">Entries.</param>
    /// <param name="record">How they were judged.</param>
    /// <param name="people">Names of people by their ids.</param>
    public static byte[] Write(
        IReadOnlyList<LogEntry> log,
        TrackRecord record,
        IReadOnlyDictionary<Guid, string> people
    )
    {
        var judged = record.Nights.ToDictionary(n => n.EntryId);
        var text = new StringBuilder(CsvText.Line(Columns));
        foreach (var entry in log.OrderBy(e => e.Date).ThenBy(e => people.GetValueOrDefault(e.SleeperId)))
        {
            var night = judged.GetValueOrDefault(entry.Id);
            text.Append(
                CsvText.Line(
                    $"{entry.Date:yyyy-MM-dd}",
                    people.GetValueOrDefault(entry.SleeperId, ""),
                    entry.Trip,
                    entry.Camp,
                    $"{entry.Night?.Slept}",
                    $"{entry.Planned?.Verdict}",
                    $"{night?.Promised}",
                    entry.Night is { } lived ? $"{SleptBands.VerdictOf(lived.Slept)}" : "",
                    Number(entry.Planned?.Chance, 2),
                    Number(entry.Low?.Celsius),
                    Number(entry.Low?.HalfRangeK),
                    Number(entry.Planned?.CampLowC),
                    Number(entry.Planned?.PlanForC),
                    Number(entry.Planned?.HoldsToC),
                    Number(entry.Night?.WarmerByK),
                    Number(night?.MarginK),
                    Number(night?.MissBeforeK),
                    Number(night?.MissAfterK),
                    $"{entry.Night?.Feet}",
                    $"{entry.Day?.Hands}",
                    $"{entry.Day?.Feet}",
                    string.Join("; ", entry.Planned?.Things.Select(t => t.Name) ?? []),
                    entry.LeftOut ?? "",
                    entry.Notes
                )
            );
        }
        return [.. Encoding.UTF8.GetPreamble(), .. Encoding.UTF8.GetBytes(text.ToString())];
    }

    private static string Number(double? value, int digits = 1) =>
        value is { } v ? Math.Round(v, digits).ToString(CultureInfo.InvariantCulture) : "";
}
