using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Plans;

namespace Ermine.Core.Rules;

/// <summary>What the rules of the day say about the evening: changing into dry things, and keeping them dry.</summary>
internal static class CampRules
{
    public static IEnumerable<Caution> DampAtCamp(DaySubject d)
    {
        // A second of what lies on the skin is worth carrying; of the rest only what is along is thought of. The head may stay warm and damp.
        bool OnSkin(Garment g) => g.Tier == Tier.Skin || g.Main == Part.Feet;
        List<CampChange> stays =
        [
            .. CampChanges
                .Of(d.Day, d.Played)
                .Where(c =>
                    !c.Done && d.Day.Find(c.Off) is { Main: not Part.Head } g && (c.On is not null || OnSkin(g))
                ),
        ];
        if (stays.Count == 0)
            yield break;
        string Name(Guid id) => (d.Day.Find(id) ?? d.Day.Bed.First(b => b.Item.Id == id)).Item.Name;
        var damp = string.Join(", ", stays.Select(c => $"{Name(c.Off)} ({c.Grams:0} g)"));
        var at = DayRules.Clock(stays[0].Hour);
        var dry = stays.Select(c => c.On).OfType<Guid>().Distinct().Select(Name).ToList();
        yield return new(
            "damp-at-camp",
            false,
            stays[0].IsBed ? $"Damp at {at} and slept in: {damp}. Sleep in something dry."
                : dry.Count > 0
                    ? $"Damp at {at} and still on in the tent: {damp}. Change into {string.Join(", ", dry)} where that is warm enough."
                : $"Damp at {at} and still on in the tent: {damp}. Nothing dry of the kind is along: take a second one for camp.",
            "What is damp takes body heat to dry, and the evening is when one makes least of it."
        );
    }

    public static IEnumerable<Caution> SleepThingOutside(DaySubject d)
    {
        foreach (var bar in d.Day.Worn.Where(b => !b.AtHand && d.Day.ForSleep.ContainsKey(b.ItemId)))
        {
            var outside = d.Day.Blocks.FirstOrDefault(b =>
                b.Place != DayPlace.Tent && b.FromHour < bar.ToHour - 1e-6 && b.ToHour > bar.FromHour + 1e-6
            );
            if (outside is null)
                continue;
            yield return new(
                "sleep-thing-outside",
                false,
                $"{d.Day.ForSleep[bar.ItemId].Item.Name} is kept for sleeping: outside the tent at {DayRules.Clock(Math.Max(bar.FromHour, outside.FromHour))} its bar does not count. Put it on in the tent, or change what it is kept for in Dry.",
                "What is slept in is never walked in: it has to be dry at night."
            );
            yield break;
        }
    }
}
