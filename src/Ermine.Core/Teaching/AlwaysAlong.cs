using Ermine.Core.Days;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Trips;

namespace Ermine.Core.Teaching;

/// <summary>Something that each has along whatever the forecast, and one has not.</summary>
/// <param name="What">What it is.</param>
/// <param name="Why">What for.</param>
/// <param name="Instead">What would do for nothing.</param>
public sealed record NotAlong(string What, string Why, string Instead);

/// <summary>What each has along whatever the forecast (assumption: rules of practice).</summary>
internal static class AlwaysAlong
{
    private sealed record Rule(string What, string Why, string Instead, Func<Person, bool> Has);

    /// <summary>One person's things: all of them, and as they are worn by day.</summary>
    private sealed record Person(IReadOnlyList<KitItem> Things, IReadOnlyList<Garment> Worn)
    {
        public bool Has(params string[] nouns) => Things.Any(t => ItemTypes.IsOf(t, nouns));
    }

    private static readonly Rule[] Rules =
    [
        new(
            "A jacket for stops",
            "It goes on over everything the moment one stands still.",
            "Two wool jumpers under the largest shell there is, kept on top of the load.",
            p => p.Worn.Any(g => g is { IsForStops: true, Main: Body.Part.Torso })
        ),
        new(
            "A layer against wind and wet",
            "Wind goes through wool and fleece as if they were not there.",
            "A rain cape or a large rain jacket, borrowed, over the wool.",
            p => p.Worn.Any(g => g is { Tier: Tier.Shell, Main: Body.Part.Torso })
        ),
        new(
            "A second pair of gloves or mittens",
            "The first are wet by noon of some day.",
            "Wool socks over the hands are mittens.",
            p => p.Worn.Count(g => g.Main == Body.Part.Hands) > 1
        ),
        new(
            "A second pair of socks",
            "One pair walks, one pair stays dry for the night.",
            "Wool socks from the cupboard, any age; not cotton.",
            p => p.Things.Count(t => Slot.Of(t).Purpose == Purpose.Socks) > 1
        ),
        new(
            "A hat",
            "At rest a bare head is the largest hole in good insulation.",
            "A scarf round head and ears, or the sleeve of an old jumper pulled over it.",
            p => p.Things.Any(t => t.IsHeadwear)
        ),
        new(
            "Something over mouth and nose",
            "Bare skin freezes in the wind before it hurts.",
            "A wool scarf, its ends tucked in, never knotted.",
            p => p.Worn.Any(g => g.IsFaceCover)
        ),
        new(
            "Something for the eyes",
            "Sun on snow burns them, under cloud too.",
            "A strip of card with a slit as thin as a coin, tied round the head, until glasses are borrowed.",
            p => FacePlans.ForEyes(p.Things).Any()
        ),
        new(
            "Two ways to make fire",
            "One gets wet or lost; both are carried on the body.",
            "A lighter in an inner pocket, and matches in a jar with a tight lid.",
            p => p.Things.Count(t => ItemTypes.IsOf(t, "lighter", "matches", "firesteel")) > 1
        ),
        new(
            "A lamp",
            "The day is short, and camp is made in the dark.",
            "The phone's lamp, kept warm at the skin, and company who has one.",
            p => p.Has("lamp", "lantern")
        ),
    ];

    /// <summary>What of it one has not.</summary>
    public static IEnumerable<NotAlong> Missing(TripRun run)
    {
        // What the party carries for all counts for each; a thing of a load belongs to whom it is said to.
        var own = run.Outfit.SleeperId;
        var things = run
            .Outfit.Uses.Concat(
                (run.Trip.Load?.Lots ?? []).Where(l => l.SleeperId is null || l.SleeperId == own).Select(l => l.ItemId)
            )
            .Distinct()
            .Select(run.Closet.Find)
            .OfType<KitItem>()
            .ToList();
        var worn = things
            .Where(t => run.Outfit.RoleOf(t.Id) != Role.NightOnly)
            .Select(t => Garment.Of(t, run.Closet.ReadingOf(t.Id)))
            .OfType<Garment>()
            .ToList();
        var person = new Person(things, worn);
        return Rules.Where(r => !r.Has(person)).Select(r => new NotAlong(r.What, r.Why, r.Instead));
    }
}
