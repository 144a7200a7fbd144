using Ermine.Core.Body;
using Ermine.Core.Kit;
using Ermine.Core.Stack;

namespace Ermine.Core.Choosing;

/// <summary>A way of sleeping that some swear by, built from what is owned.</summary>
/// <param name="Key">Which.</param>
/// <param name="Name">Its name.</param>
/// <param name="Says">What its people say for it.</param>
/// <param name="System">The system.</param>
public sealed record School(string Key, string Name, string Says, SleepSystem System);

/// <summary>The schools on which practitioners disagree, as systems to set side by side with what is packed.</summary>
public static class Schools
{
    /// <summary>The schools that can be built from what is owned and differ from what is packed.</summary>
    /// <param name="closet">What is owned.</param>
    /// <param name="packed">What is packed.</param>
    /// <param name="along">What comes along anyway.</param>
    public static IReadOnlyList<School> For(Closet closet, SleepSystem packed, IReadOnlyList<Guid> along)
    {
        var all = closet.All.Where(t => t.Reading.Insulation is not null).ToList();
        double Warmth(KitItem item) => closet.ReadingOf(item.Id).Insulation?.SI ?? 0;
        KitItem? Warmest(Func<KitItem, bool> of) => all.Select(t => t.Item).Where(of).MaxBy(Warmth);
        List<KitItem> Packed(Func<KitItem, bool> of) => [.. packed.In(closet).Select(r => r.Item).Where(of)];

        SleepSystem Without(Func<KitItem, bool> of) => SystemChange.Keep(packed, i => !of(i), closet);
        SleepSystem With(SleepSystem system, params KitItem?[] more) =>
            more.OfType<KitItem>()
                .Where(i => system.Layers.All(l => l.ItemId != i.Id))
                .Aggregate(system, (s, i) => SystemChange.Add(s, i, closet));

        var offered = new List<School>();
        void Offer(string key, string name, string says, SleepSystem? system)
        {
            if (system is not null && !system.Layers.SequenceEqual(packed.Layers))
                offered.Add(new(key, name, says, system));
        }

        var hood = Warmest(i => i.IsHeadwear);
        if (Warmest(i => i.Kind == ItemKind.Bag) is { } bag)
            Offer(
                "bag",
                "One bag",
                "A mummy bag with collar and hood seals in one movement.",
                With(Without(i => i.IsTopLayer), bag)
            );
        var quilts = all.Select(t => t.Item)
            .Where(i => i.Kind == ItemKind.Quilt)
            .OrderByDescending(Warmth)
            .Take(2)
            .ToList();
        if (quilts.Count == 2)
            Offer(
                "quilts",
                "Two quilts and a hood",
                "Layered quilts fit every season, and nothing lies crushed under the body.",
                With(Without(i => i.IsTopLayer), quilts[0], quilts[1], hood)
            );
        if (
            Warmest(i => i is { IsTopLayer: true, Material: Material.Down or Material.TreatedDown }) is { } down
            && Warmest(i => i is { IsTopLayer: true, Material: Material.SyntheticFill, Kind: ItemKind.Quilt })
                is { } outer
        )
            Offer(
                "down-inside",
                "Down inside, synthetic outside",
                "Frost gathers in the outer layer, which forgives it.",
                With(Without(i => i.IsTopLayer), down, outer)
            );
        Offer(
            "few-clothes",
            "Few clothes",
            "A thin dry base; the bag does the work.",
            Without(i => i is { Kind: ItemKind.Garment, IsHeadwear: false } && Warmth(i) > 0.09 && i.Cover.Feet < 0.5)
        );
        List<KitItem> clothes =
        [
            .. along
                .Select(closet.Find)
                .OfType<KitItem>()
                .Where(i => i.Kind == ItemKind.Garment && packed.Layers.All(l => l.ItemId != i.Id)),
        ];
        var room = SleepSystem.Most - packed.Layers.Count;
        Offer(
            "all-clothes",
            "Everything worn",
            clothes.Count <= room
                ? "Whatever comes along is worn to bed."
                : "The warmest of what comes along is worn to bed, as much as can be laid out.",
            With(packed, clothes.Count <= room ? [.. clothes] : [.. clothes.OrderByDescending(Warmth).Take(room)])
        );
        var suit = all.Select(t => t.Item)
            .Where(i => i.Kind == ItemKind.Garment && !i.IsHeadwear && Warmth(i) >= 0.25)
            .GroupBy(i => Regions.All.MaxBy(r => i.Cover[r]))
            .Select(g => g.MaxBy(Warmth));
        if (suit.Any())
            Offer(
                "suit",
                "An insulated suit, no bag",
                "Dressed and ready to move at any hour.",
                With(Without(i => i.IsTopLayer), [.. suit, hood])
            );
        var barriers = Packed(i => i.Kind == ItemKind.VapourBarrier);
        if (barriers.Count > 0)
            Offer(
                "no-barrier",
                "Without the barrier",
                "Breathable layers, aired every noon.",
                Without(i => i.Kind == ItemKind.VapourBarrier)
            );
        else if (
            all.Select(t => t.Item).Where(i => i.Kind == ItemKind.VapourBarrier).MaxBy(i => i.Cover.Torso) is
            { } barrier
        )
            Offer("barrier", "With a vapour barrier", "The loft stays dry for weeks.", With(packed, barrier));
        var pads = Packed(i => i.Kind == ItemKind.Pad);
        if (pads is [{ } under, { } over])
            Offer(
                "pads-turned",
                over.Material == Material.Foam ? "Foam below" : "Foam above",
                (
                    over.Material == Material.Foam
                        ? "It protects the inflatable and is a seat in camp."
                        : "It works even if the inflatable dies."
                ) + " Either way round it is equally warm.",
                SystemChange.Turn(packed, under.Id, over.Id)
            );
        return offered;
    }
}
