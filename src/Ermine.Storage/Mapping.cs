using Ermine.Core.Forecasts;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Sleepers;
using Ermine.Core.Stack;

namespace Ermine.Storage;

/// <summary>Rows to core records and back.</summary>
internal static class Mapping
{
    public static Sleeper ToCore(this SleeperRow r) =>
        new(r.Id, r.Name, r.MassKg, r.HeightCm, r.AgeYears, r.Sex, r.StatedOffsetK, r.Version);

    public static SleeperRow ToRow(this Sleeper s) =>
        new()
        {
            Id = s.Id,
            Name = s.Name,
            MassKg = s.MassKg,
            HeightCm = s.HeightCm,
            AgeYears = s.AgeYears,
            Sex = s.Sex,
            StatedOffsetK = s.StatedOffsetK,
        };

    public static KitItem ToCore(this ItemRow r) =>
        new(
            r.Id,
            r.Name,
            r.Kind,
            r.MassG,
            [.. r.Claims.OrderBy(c => c.Position).Select(c => new Claim(c.Kind, c.Value))],
            r.Source,
            new(r.CoverHead, r.CoverTorso, r.CoverLegs, r.CoverFeet),
            r.LoftFactor,
            r.Hood,
            r.Collar,
            r.DraftTube,
            r.ClosedFoot,
            r.Windproof,
            r.InnerGirthCm,
            r.Narrow,
            r.Soft,
            r.Notes,
            r.Version
        );

    public static ItemRow ToRow(this KitItem i) =>
        new()
        {
            Id = i.Id,
            Name = i.Name,
            Kind = i.Kind,
            MassG = i.MassG,
            Claims =
            [
                .. i.Claims.Select(
                    (c, n) =>
                        new ClaimRow
                        {
                            ItemId = i.Id,
                            Position = n,
                            Kind = c.Kind,
                            Value = c.Value,
                        }
                ),
            ],
            Source = i.Source,
            CoverHead = i.Cover.Head,
            CoverTorso = i.Cover.Torso,
            CoverLegs = i.Cover.Legs,
            CoverFeet = i.Cover.Feet,
            LoftFactor = i.LoftFactor,
            Hood = i.Hood,
            Collar = i.Collar,
            DraftTube = i.DraftTube,
            ClosedFoot = i.ClosedFoot,
            Windproof = i.Windproof,
            InnerGirthCm = i.InnerGirthCm,
            Narrow = i.Narrow,
            Soft = i.Soft,
            Notes = i.Notes,
        };

    public static Trip ToCore(this TripRow r) =>
        new(
            r.Id,
            r.Name,
            r.SleeperId,
            new(r.School, r.Confidence, r.FlatMarginK),
            r.ForecastId,
            [.. r.Nights.OrderBy(n => n.Date).Select(n => n.ToCore(r))],
            SystemOf(r, null, r.UnderGap),
            [.. r.Along.Select(a => a.ItemId)],
            r.Version
        );

    public static TripRow ToRow(this Trip t) =>
        new()
        {
            Id = t.Id,
            Name = t.Name,
            SleeperId = t.SleeperId,
            School = t.Trust.School,
            Confidence = t.Trust.Confidence,
            FlatMarginK = t.Trust.FlatMarginK,
            ForecastId = t.ForecastId,
            UnderGap = t.System.UnderGap,
            Nights = [.. t.Nights.Select(n => n.ToRow(t.Id))],
            Layers =
            [
                .. LayersOf(t.Id, null, t.System),
                .. t.Nights.Where(n => n.OwnSystem is not null).SelectMany(n => LayersOf(t.Id, n.Id, n.OwnSystem!)),
            ],
            Events = [.. t.Nights.SelectMany(n => n.Evening?.Events.Select(e => e.ToRow(t.Id, n.Id)) ?? [])],
            Along = [.. t.Along.Distinct().Select(id => new AlongRow { TripId = t.Id, ItemId = id })],
        };

    public static ForecastSeries ToCore(this ForecastRow r) =>
        new(
            r.Id,
            r.Name,
            r.IssuedAt,
            r.ElevationM,
            [
                .. r
                    .Hours.OrderBy(h => h.Position)
                    .Select(h => new ForecastHour(h.Time, h.TemperatureC, h.WindMs, h.Humidity, h.Cloud)),
            ]
        );

    public static ForecastRow ToRow(this ForecastSeries f) =>
        new()
        {
            Id = f.Id,
            Name = f.Name,
            IssuedAt = f.IssuedAt,
            ElevationM = f.ElevationM,
            Hours =
            [
                .. f.Hours.Select(
                    (h, n) =>
                        new ForecastHourRow
                        {
                            ForecastId = f.Id,
                            Position = n,
                            Time = h.Time,
                            TemperatureC = h.TemperatureC,
                            WindMs = h.WindMs,
                            Humidity = h.Humidity,
                            Cloud = h.Cloud,
                        }
                ),
            ],
        };

    private static Night ToCore(this NightRow n, TripRow trip) =>
        new(
            n.Id,
            n.Date,
            n.Camp,
            n.ElevationM,
            n.Terrain,
            n.Surface,
            n.Shelter,
            n.Sleepers,
            n.VentsOpen,
            n.TypedLowC,
            n.TypedHighC,
            n.TypedWindMs,
            n.TypedCloud,
            n.OwnUnderGap is { } gap ? SystemOf(trip, n.Id, gap) : null,
            n.InHour is { } inHour ? new(inHour, n.UpHour!.Value, n.Start!.Value, EventsOf(trip, n.Id)) : null
        );

    private static NightRow ToRow(this Night n, Guid tripId) =>
        new()
        {
            TripId = tripId,
            Id = n.Id,
            Date = n.Date,
            Camp = n.Camp,
            ElevationM = n.ElevationM,
            Terrain = n.Terrain,
            Surface = n.Surface,
            Shelter = n.Shelter,
            Sleepers = n.Sleepers,
            VentsOpen = n.VentsOpen,
            TypedLowC = n.TypedLowC,
            TypedHighC = n.TypedHighC,
            TypedWindMs = n.TypedWindMs,
            TypedCloud = n.TypedCloud,
            OwnUnderGap = n.OwnSystem?.UnderGap,
            InHour = n.Evening?.InHour,
            UpHour = n.Evening?.UpHour,
            Start = n.Evening?.Start,
        };

    private static EventRow ToRow(this NightEvent e, Guid tripId, Guid nightId) =>
        new()
        {
            TripId = tripId,
            NightId = nightId,
            Id = e.Id,
            Kind = e.Kind,
            Hour = e.Hour,
            Kcal = e.Kcal,
            Litres = e.Litres,
            WaterC = e.WaterC,
            ItemId = e.ItemId,
        };

    private static IReadOnlyList<NightEvent> EventsOf(TripRow trip, Guid nightId) =>
        [
            .. trip
                .Events.Where(e => e.NightId == nightId)
                .OrderBy(e => e.Hour)
                .Select(e => new NightEvent(e.Id, e.Kind, e.Hour, e.Kcal, e.Litres, e.WaterC, e.ItemId)),
        ];

    private static SleepSystem SystemOf(TripRow trip, Guid? nightId, UnderGap gap) =>
        new(
            [
                .. trip
                    .Layers.Where(l => l.NightId == nightId)
                    .OrderBy(l => l.Position)
                    .Select(l => new Layer(l.ItemId, l.Closure)),
            ],
            gap
        );

    private static IEnumerable<LayerRow> LayersOf(Guid tripId, Guid? nightId, SleepSystem system) =>
        system.Layers.Select(
            (l, n) =>
                new LayerRow
                {
                    TripId = tripId,
                    NightId = nightId,
                    Position = n,
                    ItemId = l.ItemId,
                    Closure = l.Closure,
                }
        );
}
