using Ermine.Core.Body;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Rules;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>What can be changed about one night: things put in, taken for others, turned, closed or hung right, and what can be done.</summary>
/// <param name="run">The trip of one person.</param>
/// <param name="night">Which night, from 0.</param>
/// <param name="from">What may be put in.</param>
internal sealed class NightChanges(TripRun run, int night, Closet from)
{
    /// <summary>What is thinner is not wrapped round the feet, m²K/W (assumption).</summary>
    private const double WorthWrapping = 0.2;

    private readonly Closet closet = run.Closet;
    private readonly SleepSystem system = run.SystemOf(night);
    private readonly Bedtime bedtime = run.BedtimeOf(night);

    /// <summary>Changes of what is slept in, with the system after each.</summary>
    public IEnumerable<(FixPart Part, SleepSystem System, Func<SleepSystem, SleepSystem> Apply)> Things()
    {
        (FixPart, SleepSystem, Func<SleepSystem, SleepSystem>) Of(
            FixKind kind,
            Guid? id,
            Guid? replaces,
            string why,
            Func<SleepSystem, SleepSystem> apply
        ) => (new(kind, id, replaces, null, why), apply(system), apply);

        var layers = system.Layers.Where(l => closet.Find(l.ItemId) is not null).ToList();
        var used = layers.Select(l => l.ItemId).ToHashSet();
        foreach (var (item, reading) in from.All.Where(t => !used.Contains(t.Item.Id)))
        {
            if (reading.Insulation is null || !Allowed(item))
                continue;
            yield return Of(FixKind.Add, item.Id, null, AddingDoes(item), s => SystemChange.Add(s, item, closet));
            foreach (var old in layers.Where(l => CanStandFor(item, closet.Find(l.ItemId)!)))
                yield return Of(
                    FixKind.Swap,
                    item.Id,
                    old.ItemId,
                    "Warmer than what it replaces.",
                    s => SystemChange.Swap(s, old.ItemId, item.Id)
                );
        }

        foreach (var id in run.Outfit.Along.Where(id => !used.Contains(id)))
        {
            if (
                from.Find(id) is { Side: Side.On } along
                && Served.Can(Serving.RoundFeet, along)
                && closet.ReadingOf(id).Insulation?.SI >= WorthWrapping
            )
                yield return Of(
                    FixKind.WrapFeet,
                    id,
                    null,
                    "It comes along and lies unused; round the feet it warms what fails.",
                    s => s with { Layers = [.. s.Layers, new(id, Closure.Closed, As: Serving.RoundFeet)] }
                );
        }

        var tops = layers.Where(l => closet.Find(l.ItemId)!.IsTopLayer).ToList();
        for (var i = 0; i + 1 < tops.Count; i++)
        {
            var (inner, outer) = (tops[i].ItemId, tops[i + 1].ItemId);
            yield return Of(
                FixKind.Reorder,
                outer,
                inner,
                "The heavier outside crushes the other.",
                s => SystemChange.Turn(s, inner, outer)
            );
        }
        var hoods = layers.Where(l => closet.Find(l.ItemId)!.HasOwnHood && l.HoodOpen && !bedtime.AbleToHear);
        foreach (
            var open in tops.Where(l => l.Closure != Closure.Closed || l.HoodOpen && !bedtime.AbleToHear).Concat(hoods)
        )
            yield return Of(
                FixKind.Close,
                open.ItemId,
                null,
                closet.Find(open.ItemId)!.HasOwnHood
                    ? "Its hood goes up: the head is in it too."
                    : "Warm air no longer escapes at the neck.",
                s =>
                    SystemChange.Use(
                        s,
                        open.ItemId,
                        l => l with { Closure = Closure.Closed, HoodOpen = l.HoodOpen && bedtime.AbleToHear }
                    )
            );
        if (system.Bed.Hammock is { } hammock)
        {
            var right = hammock with { Fit = UnderquiltFit.Snug };
            if (right != hammock)
                yield return Of(
                    FixKind.Hang,
                    null,
                    null,
                    "The underquilt hangs snug, its loft free.",
                    s => s with { Bed = s.Bed with { Hammock = right } }
                );
            if (!system.IsCoveredBelow)
                yield return Of(
                    FixKind.CoverBelow,
                    null,
                    null,
                    "A cover keeps moving air off the underside.",
                    s => s with { Bed = s.Bed with { Hammock = s.Bed.Hammock! with { WindCover = true } } }
                );
        }
        else if (system.Under(Region.Legs) != UnderGap.Rucksack)
            yield return Of(
                FixKind.FillGap,
                null,
                null,
                "It lies where no pad does.",
                s =>
                    s with
                    {
                        Bed = s.Bed with
                        {
                            Beneath = s.Bed.Under with { Legs = UnderGap.Rucksack, Feet = UnderGap.Rucksack },
                        },
                    }
            );
    }

    /// <summary>What the night demands rules some things out.</summary>
    private bool Allowed(KitItem item) =>
        !(bedtime.ReadyToMove && item.Kind is ItemKind.VapourBarrier or ItemKind.Liner)
        && !(
            bedtime.AbleToHear
            && item.Cover.Head >= 0.5
            && item.Kind == ItemKind.Garment
            && closet.ReadingOf(item.Id).Local.Head >= NightRules.KeepsSoundOut
        )
        && (system.Bed.Hammock is not null || item.Kind != ItemKind.Underquilt);

    /// <summary>What can be done before or in the night, and how the bedtime is changed by it.</summary>
    /// <param name="whateverComes">Also what is done against a cool hour, where the night as planned has none.</param>
    public IEnumerable<(FixPart Part, Func<Bedtime, Bedtime> Apply)> Doing(bool whateverComes = false)
    {
        bool Done(NightEventKind kind) => bedtime.Events.Any(e => e.Kind == kind);
        var coolFrom = run[night].Slept.Hours?.CoolFrom;
        var before = Math.Max(bedtime.InHour, Math.Round(6 * ((coolFrom ?? bedtime.UpHour - 3) - 0.5)) / 6);
        var offered = new List<(NightEvent Event, string Why)>();
        if (!Done(NightEventKind.Meal))
            offered.Add(
                (HeatSources.Usual(NightEventKind.Meal, bedtime.InHour - 0.5), "Digesting makes heat for five hours.")
            );
        if (!Done(NightEventKind.HotBottle))
            offered.Add(
                (
                    HeatSources.Usual(NightEventKind.HotBottle, bedtime.InHour),
                    "Wrapped, at the feet, it warms until midnight."
                )
            );
        if (!Done(NightEventKind.Warmer))
            offered.Add(
                (
                    HeatSources.Usual(NightEventKind.Warmer, bedtime.InHour),
                    "A pair outside the socks warms the feet for seven hours."
                )
            );
        if (coolFrom is not null || whateverComes)
        {
            offered.Add(
                (HeatSources.Usual(NightEventKind.WarmUp, before), "Five minutes of muscle work before it turns cool.")
            );
            foreach (var id in run.Outfit.Along.Where(id => !system.Has(id)))
            {
                if (from.Find(id) is { Side: Side.On } kept && Allowed(kept) && bedtime.Events.All(e => e.ItemId != id))
                    offered.Add(
                        (
                            new(Guid.NewGuid(), NightEventKind.PutOn, before, ItemId: id),
                            "Kept dry in reserve, put on before it turns cool."
                        )
                    );
            }
        }
        foreach (var (done, why) in offered)
            yield return (new(FixKind.Do, null, null, done, why), b => b with { Events = [.. b.Events, done] });
        if (bedtime.Start != StartState.Warmed)
            yield return (
                new(FixKind.Do, null, null, null, "Go in warm: feet and body moved until they glow."),
                b => b with { Start = StartState.Warmed }
            );
    }

    private static bool CanStandFor(KitItem item, KitItem other) =>
        item.Kind == other.Kind && item.Kind != ItemKind.Garment
        || item.IsTopLayer && other.IsTopLayer
        || item.IsHeadwear && other.IsHeadwear;

    private static string AddingDoes(KitItem item) =>
        item.Kind switch
        {
            ItemKind.Pad => "Less goes into the ground.",
            ItemKind.Underquilt => "Loft under the hammock.",
            ItemKind.VapourBarrier => "Skin vapour stays in, and its heat with it.",
            ItemKind.Garment => "Insulates from the inside.",
            ItemKind.Bivy => "Wind no longer works into the loft.",
            ItemKind.Liner => "A thin layer more.",
            _ => "A second layer of loft.",
        };
}
