using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Sleepers;
using Ermine.Core.Stack;

namespace Ermine.Storage;

/// <summary>A row that is saved whole and counts its saves.</summary>
public interface IVersioned
{
    Guid Id { get; }
    string Name { get; }
    long Version { get; set; }
}

public sealed class SleeperRow : IVersioned
{
    public Guid Id { get; set; }
    public required string Name { get; set; }
    public double MassKg { get; set; }
    public double HeightCm { get; set; }
    public int AgeYears { get; set; }
    public Sex Sex { get; set; }
    public double StatedOffsetK { get; set; }
    public long Version { get; set; }
}

public sealed class ItemRow : IVersioned
{
    public Guid Id { get; set; }
    public required string Name { get; set; }
    public ItemKind Kind { get; set; }
    public double MassG { get; set; }
    public List<ClaimRow> Claims { get; set; } = [];
    public ClaimSource Source { get; set; }
    public double CoverHead { get; set; }
    public double CoverTorso { get; set; }
    public double CoverLegs { get; set; }
    public double CoverFeet { get; set; }
    public double LoftFactor { get; set; }
    public bool Hood { get; set; }
    public bool Collar { get; set; }
    public bool DraftTube { get; set; }
    public bool ClosedFoot { get; set; }
    public bool Windproof { get; set; }
    public double? InnerGirthCm { get; set; }
    public bool Narrow { get; set; }
    public bool Soft { get; set; }
    public required string Notes { get; set; }
    public long Version { get; set; }
}

public sealed class ClaimRow
{
    public int Id { get; set; }
    public Guid ItemId { get; set; }
    public int Position { get; set; }
    public ClaimKind Kind { get; set; }
    public double Value { get; set; }
}

public sealed class TripRow : IVersioned
{
    public Guid Id { get; set; }
    public required string Name { get; set; }
    public Guid SleeperId { get; set; }
    public TrustSchool School { get; set; }
    public double Confidence { get; set; }
    public double FlatMarginK { get; set; }
    public Guid? ForecastId { get; set; }
    public UnderGap UnderGap { get; set; }
    public long Version { get; set; }
    public List<NightRow> Nights { get; set; } = [];
    public List<LayerRow> Layers { get; set; } = [];
    public List<AlongRow> Along { get; set; } = [];
    public List<EventRow> Events { get; set; } = [];
}

public sealed class NightRow
{
    public Guid TripId { get; set; }
    public Guid Id { get; set; }
    public DateOnly Date { get; set; }
    public required string Camp { get; set; }
    public double ElevationM { get; set; }
    public Terrain Terrain { get; set; }
    public Surface Surface { get; set; }
    public Shelter Shelter { get; set; }
    public int Sleepers { get; set; }
    public bool VentsOpen { get; set; }
    public double? TypedLowC { get; set; }
    public double? TypedHighC { get; set; }
    public double? TypedWindMs { get; set; }
    public double? TypedCloud { get; set; }

    /// <summary>Set, with the next two, where the evening is not a plain one.</summary>
    public double? InHour { get; set; }
    public double? UpHour { get; set; }
    public StartState? Start { get; set; }

    /// <summary>Set where the night has a system of its own.</summary>
    public UnderGap? OwnUnderGap { get; set; }
}

/// <summary>A layer of the trip's system, or of one night's own.</summary>
public sealed class LayerRow
{
    public int Id { get; set; }
    public Guid TripId { get; set; }
    public Guid? NightId { get; set; }
    public int Position { get; set; }
    public Guid ItemId { get; set; }
    public Closure Closure { get; set; }
}

/// <summary>Something done at a time of a night.</summary>
public sealed class EventRow
{
    public Guid TripId { get; set; }
    public Guid Id { get; set; }
    public Guid NightId { get; set; }
    public NightEventKind Kind { get; set; }
    public double Hour { get; set; }
    public double? Kcal { get; set; }
    public double? Litres { get; set; }
    public double? WaterC { get; set; }
    public Guid? ItemId { get; set; }
}

public sealed class AlongRow
{
    public Guid TripId { get; set; }
    public Guid ItemId { get; set; }
}

public sealed class ForecastRow
{
    public Guid Id { get; set; }
    public required string Name { get; set; }
    public DateTimeOffset IssuedAt { get; set; }
    public double? ElevationM { get; set; }
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
}
