using Ermine.Core.Trail;
using Ermine.Core.Trips;

namespace Ermine.Core.Teaching;

/// <summary>A choice of a question.</summary>
/// <param name="Says">What it says; empty where it is a value alone.</param>
/// <param name="Value">Its value, as the question is measured; null where it is words.</param>
public sealed record QuizChoice(string Says, double? Value);

/// <summary>One question.</summary>
/// <param name="Asks">What is asked, without a number.</param>
/// <param name="Night">Of which night, from 0.</param>
/// <param name="Topic">The picture that answers it; null for one of the party.</param>
/// <param name="Measured">In what the values are; null where the choices are words.</param>
/// <param name="Choices">Two to four, values in their order.</param>
/// <param name="Right">Which is right, from 0.</param>
/// <param name="Because">Why, in a sentence.</param>
public sealed record QuizQuestion(
    string Asks,
    int Night,
    Topic? Topic,
    Measured? Measured,
    IReadOnlyList<QuizChoice> Choices,
    int Right,
    string Because
);

/// <summary>A quiz of two minutes out of the lesson's own numbers: what is right is worked out, never set.</summary>
public static class Quiz
{
    /// <summary>Questions at most: a quarter of a minute each.</summary>
    public const int Most = 8;

    /// <summary>Choices that differ by less could not be told apart, K (assumption).</summary>
    public const double ToldApart = 1;

    /// <summary>The questions; a topic whose answer is too close to call has none.</summary>
    /// <param name="lessons">The pictures.</param>
    /// <param name="party">Everyone's run.</param>
    /// <param name="night">The night of the lesson, from 0.</param>
    public static IReadOnlyList<QuizQuestion> Of(IReadOnlyList<Lesson> lessons, IReadOnlyList<TripRun> party, int night)
    {
        Lesson? Find(Topic topic) => lessons.FirstOrDefault(l => l.Topic == topic);
        return
        [
            .. new[]
            {
                CostsMost(lessons, night),
                Find(Topic.Pad) is { } pad ? Without(pad) : null,
                Find(Topic.Underside) is { } under ? Underside(under) : null,
                Find(Topic.Loose) is { } loose ? Socks(loose) : null,
                Find(Topic.Breath) is { } breath ? Breath(breath) : null,
                Find(Topic.WarmFeet) is { } feet ? Feet(feet) : null,
                Find(Topic.Jacket) is { } jacket ? Jacket(jacket) : null,
                lessons.Count > 0 ? TurnBack(party, night) : null,
                Find(Topic.Face) is { } face ? Face(face) : null,
            }
                .OfType<QuizQuestion>()
                .Take(Most),
        ];
    }

    private static QuizQuestion? CostsMost(IReadOnlyList<Lesson> lessons, int night)
    {
        var asked = lessons
            .Where(l => l.Topic is Topic.Pad or Topic.Dry or Topic.Head)
            .OrderByDescending(l => l.Costs ?? 0)
            .ToList();
        if (asked.Count < 3 || !(asked[0].Costs - asked[1].Costs >= ToldApart))
            return null;
        var choices = asked.OrderBy(l => l.Topic).ToList();
        return new(
            "What costs this night most?",
            night,
            asked[0].Topic,
            null,
            [
                .. choices.Select(l => new QuizChoice(
                    l.Topic switch
                    {
                        Topic.Pad => "Nothing under you",
                        Topic.Dry => "Everything damp",
                        _ => "The head bare",
                    },
                    null
                )),
            ],
            choices.IndexOf(asked[0]),
            asked[0].Why
        );
    }

    /// <summary>Against the guesses that a pad is worth nothing, and half of what it is.</summary>
    private static QuizQuestion? Without(Lesson pad)
    {
        if (pad.Costs is not >= 4 * ToldApart || pad.Ways[0].Line!.Outside is not { } with)
            return null;
        // Where it holds in no air the guess between lies half way to freezing.
        var without = pad.Ways[^1].Line!.Outside;
        var between = (with.Celsius + (without?.Celsius ?? 0)) / 2;
        return Math.Abs(between - with.Celsius) < ToldApart
            ? null
            : new(
                "With nothing under you, this bed holds to…",
                pad.Night,
                Topic.Pad,
                Measured.HoldsTo,
                [
                    new("", with.Celsius),
                    new("", between),
                    without is { } at ? new("", at.Celsius) : new("No air at all", null),
                ],
                2,
                pad.Why
            );
    }

    private static QuizQuestion Underside(Lesson under)
    {
        var share = under.Ways[^1].Value!.Value / under.Ways[0].Value!.Value;
        return new(
            "The bag under your back is worth, of what it is over you…",
            under.Night,
            Topic.Underside,
            null,
            [new("As much", null), new("About half", null), new("Next to nothing", null)],
            share > 0.75 ? 0
                : share > 0.25 ? 1
                : 2,
            under.Why
        );
    }

    private static QuizQuestion? Socks(Lesson loose)
    {
        // In no air is past every number on the warm side.
        var ranked = loose.Ways.Index().OrderBy(w => w.Item.Value ?? double.MaxValue).ToList();
        if (
            loose.Ways.Count < 3
            || (ranked[1].Item.Value ?? double.MaxValue) - (ranked[0].Item.Value ?? double.MaxValue) is not >= ToldApart
        )
            return null;
        return new(
            "Standing for an hour: which holds to the coldest air?",
            loose.Night,
            Topic.Loose,
            null,
            [.. loose.Ways.Select(w => new QuizChoice(Capital(w.Name), null))],
            ranked[0].Index,
            loose.Why
        );
    }

    private static QuizQuestion? Breath(Lesson breath)
    {
        if (breath.Costs is not { } costs)
            return null;
        var right = costs < ToldApart ? 0 : 1;
        return new(
            "Nose in the bag every night: on the last night it then holds…",
            breath.Night,
            Topic.Breath,
            null,
            [
                new("As far as before: breath is warm", null),
                new("Less far, and there is more ice in it", null),
                new("Further: it is warmer in there", null),
            ],
            right,
            breath.Why
        );
    }

    private static QuizQuestion? Feet(Lesson feet) =>
        Math.Abs(feet.Ways[^1].Value!.Value - Body.Feet.WarnBelow) < ToldApart
            ? null
            : new(
                "You get in with cold feet. Once two hours have passed they…",
                feet.Night,
                Topic.WarmFeet,
                null,
                [new("Are warm: the bag has warmed them", null), new("Are still too cold to sleep well", null)],
                feet.Ways[^1].Value < Body.Feet.WarnBelow ? 1 : 0,
                feet.Why
            );

    private static QuizQuestion? Jacket(Lesson jacket)
    {
        var order = jacket.Ways.Index().OrderBy(w => w.Item.Value).ToList();
        return order[0].Item.Value == order[1].Item.Value
            ? null
            : new(
                "You stop. When does the big jacket go on?",
                jacket.Night,
                Topic.Jacket,
                null,
                [new("At once", null), new("When I feel cold", null), new("It stays dry in the pack", null)],
                order[0].Index,
                jacket.Why
            );
    }

    /// <summary>Against the guesses that one goes on to the low planned for, and to the last one's line.</summary>
    private static QuizQuestion? TurnBack(IReadOnlyList<TripRun> party, int night)
    {
        var sheet = NightOfParty.Of(party, night);
        if (sheet is not { TurnBackBelow.Outside: { } line, DangerBelow.Outside: { } danger, PlanFor: { } low })
            return null;
        double[] values = [line.Celsius, danger.Celsius, low.Celsius];
        if (values.Order().Zip(values.Order().Skip(1), (a, b) => b - a).Any(gap => gap < ToldApart))
            return null;
        List<double> sorted = [.. values.OrderDescending()];
        return new(
            "Everything is done that can be done. Below which low do all turn back at first light?",
            night,
            null,
            Measured.HoldsTo,
            [.. sorted.Select(v => new QuizChoice("", v))],
            sorted.IndexOf(line.Celsius),
            "The party is as warm as the coldest of it: nobody goes on because the others are warm."
        );
    }

    private static QuizQuestion? Face(Lesson face)
    {
        var minutes = face.Ways[1].Value;
        return new(
            "A bare face, out in the wind of that day: when may skin freeze?",
            face.Night,
            Topic.Face,
            null,
            [new("Within ten minutes", null), new("Within half an hour", null), new("Not within half an hour", null)],
            minutes switch
            {
                <= 10 => 0,
                <= 30 => 1,
                _ => 2,
            },
            face.Why
        );
    }

    private static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}
