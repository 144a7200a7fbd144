using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Plans;
using Ermine.Core.Units;

namespace Ermine.Core.Days;

/// <summary>Where on each other one looks.</summary>
public enum Watched
{
    /// <summary>Nose and cheeks: white or waxy spots.</summary>
    NoseAndCheeks,

    /// <summary>Ears.</summary>
    Ears,

    /// <summary>Fingers.</summary>
    Fingers,

    /// <summary>Toes: one asks, for nobody sees them.</summary>
    Toes,
}

/// <summary>When to look at somebody, and at what.</summary>
/// <param name="SleeperId">At whom.</param>
/// <param name="What">At what.</param>
/// <param name="FromHour">From when.</param>
/// <param name="ToHour">Until when.</param>
/// <param name="EveryMinutes">How often, min; null for once, then.</param>
/// <param name="Why">What it may come to there: minutes until bare skin freezes, or °C of fingers or toes.</param>
public sealed record Watch(
    Guid SleeperId,
    Watched What,
    double FromHour,
    double ToHour,
    double? EveryMinutes,
    double Why
);

/// <summary>At which hour of a day to look at whose nose, cheeks, ears, fingers and toes.</summary>
public static class WatchList
{
    /// <summary>How often faces are looked at, min, and how often where they freeze within ten (assumptions).</summary>
    private const double Often = 15,
        VeryOften = 5;

    /// <summary>Wind chill under which bare ears are looked at, °C (assumption).</summary>
    private const double EarsBelow = -20;

    /// <summary>Stretches closer to each other than this are one, h.</summary>
    private const double Joined = 0.5;

    /// <summary>The list of one person, in order of time.</summary>
    /// <param name="day">The day.</param>
    /// <param name="minutes">What touched the body in every minute, with fingers and toes.</param>
    public static IReadOnlyList<Watch> Of(DayToPlay day, IReadOnlyList<BodyMinute> minutes)
    {
        var who = day.Sleeper.Id;
        var ears = day.Blocks.ToDictionary(
            b => b.Id,
            b =>
                day.At((b.FromHour + b.ToHour) / 2, b)
                    .Any(w => w.Garment.Cover(Part.Head, w.Opening ?? Opening.Closed) >= 0.5)
        );
        return
        [
            .. Spans(
                    who,
                    Watched.NoseAndCheeks,
                    minutes,
                    m => Outside(m) ? Wind.MinutesToFrostbite(new(m.AirC), m.WindMs) : null,
                    m => m <= FaceCover.CoverWithin
                )
                .Select(w => w with { EveryMinutes = w.Why <= FaceCover.MaskWithin ? VeryOften : Often }),
            .. Spans(
                    who,
                    Watched.Ears,
                    minutes,
                    m =>
                        Outside(m) && m.Span.BlockId is { } id && !ears[id]
                            ? Wind.Chill(new Temperature(m.AirC), m.WindMs).Celsius
                            : null,
                    c => c < EarsBelow
                )
                .Select(w => w with { EveryMinutes = Often }),
            .. Spans(who, Watched.Fingers, minutes, m => m.Fingers, c => c < Extremity.FineFrom),
            .. Spans(who, Watched.Toes, minutes, m => m.Toes, c => c < Extremity.FineFrom),
        ];
    }

    private static bool Outside(BodyMinute m) => m.Span.BlockId is not null && m.Span.Block.Place != DayPlace.Tent;

    private static List<Watch> Spans(
        Guid who,
        Watched what,
        IReadOnlyList<BodyMinute> minutes,
        Func<BodyMinute, double?> reading,
        Func<double, bool> applies
    )
    {
        var found = new List<Watch>();
        foreach (var m in minutes)
        {
            if (reading(m) is not { } read || !applies(read))
                continue;
            if (found is [.., var last] && m.Hour - last.ToHour < Joined)
                found[^1] = last with { ToHour = m.Hour, Why = Math.Min(last.Why, read) };
            else
                found.Add(new(who, what, m.Hour - m.Hours, m.Hour, null, read));
        }
        return found;
    }
}
