using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Trips;

namespace Ermine.Core.Answers;

/// <summary>What would serve where nothing that is carried does: the block again with one thing more.</summary>
internal static class Missing
{
    /// <summary>Things named for a block, owned and to buy.</summary>
    private const int Owned = 2,
        ToBuy = 1;

    /// <summary>Things that the block is played with: those that cover most with most.</summary>
    private const int Tried = 6;

    /// <summary>Blocks that help is looked for.</summary>
    private const int MostBlocks = 2;

    /// <summary>Types that are looked through where nothing is said: what one would buy.</summary>
    private static readonly IReadOnlyList<string> Types =
    [
        "fleeceJumper",
        "synthVest",
        "downJacket",
        "belayJacket",
        "campDownJacket",
        "expeditionParka",
        "woolTightsThick",
        "fleeceTrousers",
        "sideZipTrousers",
        "shellJacket",
        "shellTrousers",
        "windShirt",
        "balaclava",
        "fleeceTube",
        "thickHat",
        "mittens",
        "downMittens",
        "expeditionMittens",
        "winterBoots",
        "expeditionBoots",
        "overboots",
        "thickWoolSocks",
    ];

    /// <summary>What would serve in the blocks that go worst.</summary>
    /// <param name="run">The trip.</param>
    /// <param name="day">The day.</param>
    /// <param name="played">It as it goes.</param>
    /// <param name="besides">Types of things that are not owned; what one would buy where null.</param>
    public static IReadOnlyList<Serves> For(
        TripRun run,
        DayToPlay day,
        DayPlayed played,
        IReadOnlyList<string>? besides = null
    )
    {
        var found = new List<Serves>();
        var cold = day
            .Blocks.Zip(played.Blocks)
            .Where(b =>
                b.Second.Verdict is DayVerdict.Chilling or DayVerdict.Cool
                && b.First.Place != DayPlace.Tent
                && b.Second.Reason is DayReason.Body or DayReason.Fingers or DayReason.Toes or DayReason.Face
            )
            .OrderByDescending(b => b.Second.Verdict)
            .ThenByDescending(b => b.Second.MostDebt)
            .Take(MostBlocks);
        var free = run.Context.FreeFor(run.Outfit);
        var others = run.Trip.Uses.Where(u => u.SleeperId != run.Outfit.SleeperId).Select(u => u.ItemId).ToHashSet();
        var owned = run
            .Closet.All.Where(t => !day.Wearable.ContainsKey(t.Item.Id) && !others.Contains(t.Item.Id))
            .Where(t => run.Outfit.RoleOf(t.Item.Id) != Role.NightOnly)
            .Select(t => Garment.Of(t.Item, t.Reading))
            .OfType<Garment>()
            .ToList();
        var has = run.Closet.All.Select(t => t.Item.Type).ToHashSet();
        var types = (besides ?? Types)
            .Where(key => !has.Contains(key))
            .Select(key => ItemTypes.Find(key)!.Usual)
            .Select(i => Garment.Of(i, ItemReader.Read(i))!)
            .ToList();
        foreach (var (block, lived) in cold)
        {
            List<Serves> Best(IEnumerable<Garment> from, bool buys, int most) =>
                [
                    .. from.Where(g => Helps(g, lived.Reason))
                        .OrderByDescending(g => g.Resistance * Parts.BodyShare[g.Main] * g.Item.Cover[g.Main])
                        .Take(Tried)
                        .Select(g => Try(day, played, block, lived, g, buys))
                        .OfType<Serves>()
                        .OrderByDescending(s => s.Enough)
                        .ThenByDescending(s => s.Gain / Math.Max(50, s.MassG))
                        .Take(most),
                ];
            var mine = Best(owned, false, Owned);
            found.AddRange(mine);
            if (!mine.Any(s => s.Enough))
                found.AddRange(Best(types, true, ToBuy));
        }
        return found;
    }

    /// <summary>Where help is needed; null for the whole body.</summary>
    private static Part? Needs(DayReason reason) =>
        reason switch
        {
            DayReason.Fingers => Part.Hands,
            DayReason.Toes => Part.Feet,
            DayReason.Face => Part.Face,
            _ => null,
        };

    private static bool Helps(Garment more, DayReason reason) =>
        Needs(reason) is { } part ? more.Item.Cover[part] >= 0.5 : more.Main is not (Part.Hands or Part.Feet);

    private static Serves? Try(
        DayToPlay day,
        DayPlayed played,
        DayBlock block,
        BlockLived lived,
        Garment more,
        bool buys
    )
    {
        var part = Needs(lived.Reason);
        var turn = played.Turns.FirstOrDefault(t => t.Block.Id == block.Id);
        if (turn is null)
            return null;
        var worn = day.At((block.FromHour + block.ToHour) / 2, block).Select(w => w.Garment).ToList();
        // Of what is worn once the warmer stays.
        var like = worn.Where(g => g.Main == more.Main && g.Tier == more.Tier).ToList();
        if (like.Any(g => g.Resistance >= more.Resistance) && part != Part.Face)
            return null;
        var then = worn.Except(like).Append(more).ToList();
        var wearable = day.Wearable.ToDictionary();
        wearable[more.Item.Id] = more;
        var again = DayRun
            .Play(
                day with
                {
                    Blocks = [block],
                    Wearable = wearable,
                    Worn =
                    [
                        .. then.Select(g => new Bar(g.Item.Id, block.FromHour, block.ToHour, Opening: Opening.Closed)),
                    ],
                    Morning = turn.Water,
                    Body = turn.Body,
                    HeatBefore = turn.HeatBefore,
                }
            )
            .Blocks[0];
        var gain = part switch
        {
            Part.Hands => again.Fingers.Celsius - lived.Fingers.Celsius,
            Part.Feet => again.Toes.Celsius - lived.Toes.Celsius,
            Part.Face => lived.FaceShare - again.FaceShare,
            _ => lived.MostDebt - again.MostDebt,
        };
        return gain > (part == Part.Face ? 0.2 : 1)
            ? new(
                block.Id,
                more.Main,
                buys ? null : more.Item.Id,
                buys ? more.Item.Type : null,
                more.Item.Name,
                more.Item.MassG,
                gain,
                again.Verdict is DayVerdict.Right or DayVerdict.Warm
            )
            : null;
    }
}
