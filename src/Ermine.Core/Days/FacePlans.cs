using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Units;

namespace Ermine.Core.Days;

/// <summary>The face in one block.</summary>
/// <param name="BlockId">Which.</param>
/// <param name="FaceWindMs">Strongest wind on it with own speed, at 10 m, m/s.</param>
/// <param name="OwnSpeedMs">Of that, own speed, m/s.</param>
/// <param name="Chill">Lowest wind chill.</param>
/// <param name="BareMinutes">Fewest minutes until bare skin freezes; null where that is unlikely.</param>
/// <param name="CoveredBy">What covers mouth and nose; none is bare.</param>
/// <param name="Ears">The ears are covered.</param>
public sealed record FaceInBlock(
    Guid BlockId,
    double FaceWindMs,
    double OwnSpeedMs,
    Temperature Chill,
    double? BareMinutes,
    IReadOnlyList<Guid> CoveredBy,
    bool Ears
);

/// <summary>A stretch in which something is to be done about the face or the eyes.</summary>
/// <param name="FromHour">From when.</param>
/// <param name="ToHour">Until when.</param>
/// <param name="Why">What for.</param>
public sealed record FaceSpan(double FromHour, double ToHour, FaceWhy Why);

/// <summary>Why something is done about face or eyes.</summary>
public enum FaceWhy
{
    /// <summary>Bare skin would freeze within half an hour: cover up over the nose.</summary>
    CoverUp,

    /// <summary>The same, and nothing covers it as planned.</summary>
    Bare,

    /// <summary>Sun on snow: eyes covered, under cloud too.</summary>
    Glare,

    /// <summary>Wind over 8 m/s: eyes covered.</summary>
    WindInEyes,

    /// <summary>Goggles over a covered mouth, or while sweating: they fog and then freeze.</summary>
    Fog,
}

/// <summary>Face, neck and eyes through a day.</summary>
/// <param name="Blocks">Each block out of doors.</param>
/// <param name="Spans">When what is to be done.</param>
/// <param name="Turns">When the cover over mouth and nose is turned or changed, where it is up only while it has to be.</param>
/// <param name="Cover">What is turned; null where nothing that covers mouth and nose comes along.</param>
/// <param name="CoverWorn">It is worn whenever it has to be up.</param>
/// <param name="Spares">Dry ones that come along besides.</param>
/// <param name="Mask">A mask would be worth its carrying.</param>
/// <param name="MaskAlong">One that comes along; null for none.</param>
/// <param name="Eyes">What comes along for the eyes.</param>
public sealed record FacePlan(
    IReadOnlyList<FaceInBlock> Blocks,
    IReadOnlyList<FaceSpan> Spans,
    IReadOnlyList<FaceTurn> Turns,
    Guid? Cover,
    bool CoverWorn,
    IReadOnlyList<Guid> Spares,
    bool Mask,
    Guid? MaskAlong,
    IReadOnlyList<Guid> Eyes
);

/// <summary>Plans the face through a day that was played: covered where bare skin would freeze, down on the neck to dry elsewhere.</summary>
public static class FacePlans
{
    /// <summary>Things for the eyes that come along, whatever they cover.</summary>
    /// <param name="along">Everything that comes along by day.</param>
    public static IEnumerable<KitItem> ForEyes(IEnumerable<KitItem> along) =>
        along.Where(i => ItemTypes.IsOf(i, "goggles", "glasses"));

    /// <summary>Whether bare skin is to be covered in a minute.</summary>
    private static bool ToCover(BodyMinute m) =>
        Wind.MinutesToFrostbite(new(m.AirC), m.WindMs) is <= FaceCover.CoverWithin
        && m.Span.Block.Place != DayPlace.Tent;

    /// <summary>Plans the face.</summary>
    /// <param name="day">The day.</param>
    /// <param name="minutes">What touched the body in every minute.</param>
    /// <param name="along">Everything that comes along by day.</param>
    public static FacePlan Of(DayToPlay day, IReadOnlyList<BodyMinute> minutes, IReadOnlyCollection<KitItem> along)
    {
        var covers = day
            .Wearable.Values.Where(g => g.IsFaceCover)
            .OrderByDescending(g => IsTurned(g.Item))
            .ThenBy(g => g.IsSpare)
            .ThenBy(g => g.Item.MassG)
            .ToList();
        var eyes = ForEyes(along).ToList();
        var blocks = day
            .Blocks.Where(b => b.Place != DayPlace.Tent)
            .Select(b => InBlock(day, b, [.. minutes.Where(m => m.Span.BlockId == b.Id)]))
            .OfType<FaceInBlock>()
            .ToList();
        var mask = day.Wearable.Values.FirstOrDefault(g => IsMask(g.Item));
        var anyUp = covers.Count > 0;
        var cover = covers.FirstOrDefault();
        return new(
            blocks,
            [
                .. Spans(minutes, ToCover, FaceWhy.CoverUp),
                .. Spans(minutes, m => m.BareFace && ToCover(m), FaceWhy.Bare),
                .. Spans(minutes, m => Outside(m) && SkyOf(day, m) == Sky.Sun, FaceWhy.Glare),
                .. Spans(minutes, m => Outside(m) && m.WindMs > FaceCover.EyesFrom, FaceWhy.WindInEyes),
                .. eyes.Exists(IsGoggles)
                    ? Spans(
                        minutes,
                        m =>
                            Outside(m)
                            && (m.WindMs > FaceCover.EyesFrom || SkyOf(day, m) == Sky.Sun)
                            && (anyUp && ToCover(m) || m.Sweat > DayLimits.WarmSweat),
                        FaceWhy.Fog
                    )
                    : [],
            ],
            anyUp
                ? FaceCover.Turns(
                    minutes.Select(m => (m.Hour, m.Span.Block.Place == DayPlace.Tent ? 20 : m.AirC, ToCover(m)))
                )
                : [],
            cover?.Item.Id,
            cover is not null
                && minutes
                    .Where(ToCover)
                    .All(m =>
                        day.Worn.Any(b => b.ItemId == cover.Item.Id && !b.AtHand && b.Covers(m.Hour - m.Hours / 2))
                    ),
            [.. covers.Skip(1).Select(c => c.Item.Id)],
            blocks.Exists(b => b.BareMinutes < FaceCover.MaskWithin),
            mask?.Item.Id,
            [.. eyes.Select(e => e.Id)]
        );
    }

    private static bool IsTurned(KitItem item) => ItemTypes.IsOf(item, "tube");

    private static bool IsMask(KitItem item) => ItemTypes.IsOf(item, "mask");

    private static bool IsGoggles(KitItem item) => ItemTypes.IsOf(item, "goggles");

    private static bool Outside(BodyMinute m) => m.Span.BlockId is not null && m.Span.Block.Place != DayPlace.Tent;

    private static Sky SkyOf(DayToPlay day, BodyMinute m) => day.Weather.At(m.Hour, m.Span.Block).Sky;

    private static FaceInBlock? InBlock(DayToPlay day, DayBlock block, List<BodyMinute> minutes)
    {
        if (minutes.Count == 0)
            return null;
        var worn = day.At((block.FromHour + block.ToHour) / 2, block);
        return new(
            block.Id,
            minutes.Max(m => m.WindMs),
            Work.Speed(block),
            new(minutes.Min(m => Wind.Chill(new(m.AirC), m.WindMs).Celsius)),
            minutes.Select(m => Wind.MinutesToFrostbite(new(m.AirC), m.WindMs)).Where(m => m is not null).Min(),
            [
                .. worn.Where(w => w.Garment.Cover(Part.Face, w.Opening ?? Opening.Closed) >= Garment.CoversMouth)
                    .Select(w => w.Garment.Item.Id),
            ],
            worn.Any(w => w.Garment.Cover(Part.Head, w.Opening ?? Opening.Closed) >= Garment.CoversMouth)
        );
    }

    private static List<FaceSpan> Spans(IReadOnlyList<BodyMinute> minutes, Func<BodyMinute, bool> applies, FaceWhy why)
    {
        var found = new List<FaceSpan>();
        foreach (var m in minutes)
        {
            if (!applies(m))
                continue;
            if (found is [.., var last] && m.Hour - m.Hours - last.ToHour < Joined)
                found[^1] = last with { ToHour = m.Hour };
            else
                found.Add(new(m.Hour - m.Hours, m.Hour, why));
        }
        return found;
    }

    /// <summary>Stretches closer to each other than this are one, h.</summary>
    private const double Joined = 0.26;
}
