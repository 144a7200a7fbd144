using Ermine.Core.Air;
using Ermine.Core.Answers;
using Ermine.Core.Days;
using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Teaching;

/// <content>The pictures from the day: feet, face, and the stop.</content>
public sealed partial class Lessons
{
    /// <summary>Pairs of socks put in besides, in the picture of why loose.</summary>
    private const int MoreSocks = 3;

    private Lesson? Loose()
    {
        if (Day() is not { } of)
            return null;
        var (at, day, played) = of;
        var minutes = DayRun.Traced(day, run.Context.Stop).Minutes;
        var feet = new FootStacks(day, minutes);
        IReadOnlyList<Garment> worn = feet.WornAtWorst(played);
        var own = worn.Any(g => FootStacks.IsBoot(g) && g.Item.RoomMm is not null);
        if (!own)
            worn = [Usual("woolSocks"), Usual("winterBoots")];
        var more = worn.Where(g => g.Tier is Tier.Skin or Tier.Mid).MaxBy(g => g.Resistance) ?? Usual("thickWoolSocks");
        List<Way> ways = [];
        for (var pairs = 0; pairs <= MoreSocks; pairs++)
        {
            var stack = feet.Of([.. worn, .. Enumerable.Repeat(more, pairs)]);
            ways.Add(
                Way.Of(
                    pairs switch
                    {
                        0 => own ? "as you walk" : "one pair of socks",
                        1 => "one pair more",
                        2 => "two pairs more",
                        _ => "three pairs more",
                    },
                    stack.StandsC?.Celsius,
                    stack.OverMm
                )
            );
        }
        return new(
            Topic.Loose,
            Letter.Room,
            Measured.Air,
            at,
            ways,
            [],
            "Wear as many socks as the boot has room for, and not one more; so with gloves, and with the bag.",
            "What squeezes holds the blood back, and blood is all that warms a foot.",
            own ? null : "No boot with its room is worn on this day; usual winter boots stand in."
        );
    }

    private Lesson? Face()
    {
        if (Day() is not { } of)
            return null;
        var coldest = DayRun
            .Traced(of.Day, run.Context.Stop)
            .Minutes.Where(m => m.Span.Block.Place != DayPlace.Tent)
            .OrderBy(m => Wind.Chill(new(m.AirC), m.WindMs).Celsius)
            .Take(1)
            .ToList();
        if (coldest.Count == 0)
            return null;
        Way Told(string name, double wind) => Way.Of(name, Wind.MinutesToFrostbite(new(coldest[0].AirC), wind));
        return new(
            Topic.Face,
            Letter.NothingBare,
            Measured.Minutes,
            of.Night,
            [
                Told("in the lee, standing still", 0),
                Told("in the wind of the day, as you go", coldest[0].WindMs),
                Told("in twice that wind", 2 * coldest[0].WindMs),
            ],
            [],
            "Tube up before you leave the lee; look at each other's nose, cheeks and ears at every stop.",
            "Moving air takes the heat that bare skin has, and frozen skin does not hurt.",
            null
        );
    }

    private Lesson? Jacket()
    {
        if (Day() is not { } of)
            return null;
        var (at, day, played) = of;
        var own = Pauses.WhenPutOn(day, played, run.Context.Stop);
        var stop = own;
        if (stop is null)
        {
            var jacket = Usual("belayJacket");
            var wearable = day.Wearable.ToDictionary();
            wearable[jacket.Item.Id] = jacket;
            stop = Pauses.WhenPutOn(day with { Wearable = wearable }, played, run.Context.Stop);
        }
        if (stop is null)
            return null;
        static Way Told(string name, IReadOnlyList<(double Hours, double Debt)> debts) =>
            Way.Along(name, debts[^1].Debt, debts.Select(d => new CurvePoint(d.Hours, d.Debt)));
        return new(
            Topic.Jacket,
            Letter.Early,
            Measured.Debt,
            at,
            [Told("at once", stop.AtOnce), Told("when you feel it", stop.Late), Told("not at all", stop.Never)],
            [new(DayLimits.ChilledDebt, "chilled")],
            "The big jacket goes on before the pack is off, and comes off before you start.",
            "In the first minutes of a stop the vessels are open and the base is damp: they are the worst.",
            own is null ? "No big jacket is along on this day; a usual thick synthetic one stands in." : null
        );
    }

    /// <summary>The day before the night, or else the first of the trip that is spent out of doors.</summary>
    private (int Night, DayToPlay Day, DayPlayed Played)? Day()
    {
        foreach (var n in Enumerable.Range(0, run.Count).OrderBy(n => n != night))
        {
            if (DayAnswers.ToPlay(run, n).Day is { } day && day.Blocks.Any(b => b.Place != DayPlace.Tent))
                return (n, day, run.Days.Play(n, day));
        }
        return null;
    }

    private static Garment Usual(string type)
    {
        var item = ItemTypes.Find(type)!.Usual;
        return Garment.Of(item, ItemReader.Read(item))!;
    }
}
