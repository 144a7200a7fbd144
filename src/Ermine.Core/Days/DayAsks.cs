using Ermine.Core.Body;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>How one stretch goes in the best that a set of pieces can make of it: what is cold counts before what is hot.</summary>
/// <param name="Cold">Points of cold.</param>
/// <param name="Hot">Points of heat.</param>
internal readonly record struct StretchGoes(int Cold, int Hot)
{
    /// <summary>Points from which it chills, or drips.</summary>
    private const int Bad = 3;

    /// <summary>Where it chills anyway it may by so many points more.</summary>
    private const int MoreCold = 1;

    /// <summary>Where nothing of it can be worn: worse than anything that can.</summary>
    public static StretchGoes Never { get; } = new(10_000, 10_000);

    /// <summary>Whether it is better than another, or the same.</summary>
    public bool NoWorseThan(StretchGoes other) => (Cold, Hot).CompareTo((other.Cold, other.Hot)) <= 0;

    /// <summary>Whether it goes as well as in everything: neither cool nor warm where it is neither there, neither chilling nor dripping likewise.</summary>
    /// <param name="everything">How it goes in everything.</param>
    /// <param name="borne">Cool and warm are borne anyway.</param>
    public bool AsWellAs(StretchGoes everything, bool borne) =>
        AsWellAs(Cold, everything.Cold, borne, MoreCold) && AsWellAs(Hot, everything.Hot, borne, 0);

    /// <summary>Whether one is not chilled in it, or no more than in everything.</summary>
    /// <param name="everything">How it goes in everything.</param>
    public bool IsBorneAs(StretchGoes everything) => AsWellAs(Cold, everything.Cold, true, MoreCold);

    private static bool AsWellAs(int points, int everything, bool borne, int more) =>
        points == 0 || points < Bad && (borne || everything > 0) || everything >= Bad && points <= everything + more;
}

/// <summary>One stretch of a day, weighed steadily in every set of pieces.</summary>
/// <param name="Segment">The stretch.</param>
/// <param name="Unplanned">An hour of waiting that nobody planned.</param>
/// <param name="Goes">By set: the best of all that is made of its pieces, closed in any way.</param>
internal sealed record StretchAsks(Segment Segment, bool Unplanned, StretchGoes[] Goes)
{
    /// <summary>Whether it goes as well in a set as in everything; an unplanned hour where it is borne.</summary>
    /// <param name="set">The set.</param>
    /// <param name="borne">Cool and warm are borne anyway.</param>
    public bool IsRight(uint set, bool borne) =>
        Unplanned ? Goes[set].IsBorneAs(Goes[^1]) : Goes[set].AsWellAs(Goes[^1], borne);
}

/// <summary>What a day asks of what is worn on one of body, hands and feet.</summary>
/// <param name="Wardrobe">The pieces.</param>
/// <param name="Stretches">Its stretches, in order, and the unplanned hour.</param>
internal sealed record PartAsks(Wardrobe Wardrobe, IReadOnlyList<StretchAsks> Stretches);

/// <summary>What a day asks of body, hands and feet.</summary>
internal sealed record DayAsks(PartAsks Body, PartAsks Hands, PartAsks Feet);

/// <content>What a day asks of every set of pieces.</content>
public sealed partial class Dressing
{
    private DayAsks Asks(BodySearch bodies, List<Segment> segments)
    {
        List<Segment> all = [.. segments, .. Unplanned() is { } hour ? (Segment[])[hour] : []];
        var (onHands, onFeet) = (Ends(hands, Part.Hands, all), Ends(feet, Part.Feet, all));
        PartAsks Of(Wardrobe wardrobe, IReadOnlyList<StretchCosts> costs, int openings) =>
            new(
                wardrobe,
                [
                    .. all.Select(
                        (s, n) => new StretchAsks(s, n >= segments.Count, BestWithin(costs[n], openings, wardrobe.Sets))
                    ),
                ]
            );
        return new(
            Of(body, bodies.CostsOf(all, onHands, onFeet, all: true), BodySearch.Openings),
            Of(hands, onHands.Costs, 1),
            Of(feet, onFeet.Costs, 1)
        );
    }

    /// <summary>An hour of waiting in the worst air of the day; null where nothing is done out of doors.</summary>
    private Segment? Unplanned() =>
        day
            .Blocks.Where(b => b.Place != DayPlace.Tent)
            .Select(b =>
                At(
                    b with
                    {
                        Activity = Activity.Wait,
                        Effort = Effort.Resting,
                        Going = null,
                        BreakMinutes = 0,
                    },
                    b.FromHour,
                    Math.Max(b.ToHour, b.FromHour + 1),
                    setsOff: false
                )
            )
            .Select(s => s with { ToHour = s.FromHour + 1 })
            .MinBy(s => s.Climate.AirC - s.WindMs);

    /// <summary>Of each set the best of all sets within it: what is along need not be worn.</summary>
    private static StretchGoes[] BestWithin(StretchCosts costs, int openings, int sets)
    {
        var best = new StretchGoes[sets];
        Array.Fill(best, StretchGoes.Never);
        for (var n = 0; n < costs.States.Length; n++)
        {
            ref var found = ref best[costs.States[n] / openings];
            var goes = new StretchGoes(costs.Costs[n].PointsOfCold, costs.Costs[n].PointsOfHeat);
            found = goes.NoWorseThan(found) ? goes : found;
        }
        for (var bit = 1; bit < best.Length; bit <<= 1)
        {
            for (var set = 0; set < best.Length; set++)
            {
                if ((set & bit) != 0 && best[set ^ bit].NoWorseThan(best[set]))
                    best[set] = best[set ^ bit];
            }
        }
        return best;
    }
}
