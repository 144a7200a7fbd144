namespace Ermine.Storage;

/// <summary>A thing that is saved whole and counts its saves.</summary>
public abstract class ThingRow
{
    public Guid Id { get; set; }
    public required string Name { get; set; }
    public long Version { get; set; }

    /// <summary>The core record as JSON.</summary>
    public required string Body { get; set; }
}

public sealed class SleeperRow : ThingRow;

public sealed class ItemRow : ThingRow;

public sealed class TripRow : ThingRow
{
    public Guid? ForecastId { get; set; }
    public List<TripItemRow> Items { get; set; } = [];
    public List<TripSleeperRow> Sleepers { get; set; } = [];
}

/// <summary>A day and night as lived. Its name is its date and id, so that rows come in the order of dates; it needs nothing else to be there.</summary>
public sealed class LogRow : ThingRow;

/// <summary>A trip uses a thing: what is used cannot be removed.</summary>
public sealed class TripItemRow
{
    public Guid TripId { get; set; }
    public Guid ItemId { get; set; }
}

/// <summary>Someone comes along on a trip.</summary>
public sealed class TripSleeperRow
{
    public Guid TripId { get; set; }
    public Guid SleeperId { get; set; }
}

/// <summary>Something said of the data as a whole.</summary>
public sealed class MarkRow
{
    /// <summary>It was filled at its first start.</summary>
    public const string Filled = "filled";

    /// <summary>It is the demo data.</summary>
    public const string Demo = "demo";

    public required string Name { get; set; }
}

/// <summary>A forecast with what its head says, so that the list of forecasts need not read their hours.</summary>
public sealed class ForecastRow
{
    public Guid Id { get; set; }
    public required string Name { get; set; }
    public DateTimeOffset IssuedAt { get; set; }
    public DateTimeOffset ReadAt { get; set; }
    public double? ElevationM { get; set; }
    public DateTimeOffset From { get; set; }
    public DateTimeOffset To { get; set; }
    public int HourCount { get; set; }
    public int MemberCount { get; set; }
    public List<ForecastHourRow> Hours { get; set; } = [];
}

public sealed class ForecastHourRow
{
    public Guid ForecastId { get; set; }
    public int Position { get; set; }
    public DateTimeOffset Time { get; set; }
    public double TemperatureC { get; set; }
    public double? WindMs { get; set; }
    public double? Humidity { get; set; }
    public double? Cloud { get; set; }
    public List<double>? Members { get; set; }
    public double? FallsMm { get; set; }
}
