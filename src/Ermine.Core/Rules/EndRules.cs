using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Ends;
using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Rules;

/// <summary>What the rules of the day say about hands, feet, face and eyes.</summary>
internal static class EndRules
{
    /// <summary>Wind in which a mitten laid down is gone, m/s (assumption).</summary>
    private const double BlowsAway = 6;

    /// <summary>Air in which metal and fuel take skin at once, °C (assumption).</summary>
    private const double Burns = -10;

    public static readonly Func<DaySubject, IEnumerable<Caution>>[] All =
    [
        TaskFails,
        TaskTooLong,
        TasksOverlap,
        FuelOnSkin,
        BareMetal,
        WithoutLeash,
        DoNotFit,
        Bindings,
        BareEyes,
        LinersInBoots,
        WetBoots,
    ];

    private static string NameOf(DaySubject d, Guid id) =>
        d.Day.Find(id)?.Item.Name ?? d.Run.Closet.Find(id)?.Name ?? "a thing";

    private static IEnumerable<(HandWork Work, TaskLived Lived)> Lived(DaySubject d) =>
        d.Played.Tasks.Select(l => (d.Day.Tasks.First(t => t.Task.Id == l.TaskId), l));

    /// <summary>What a task is called in a sentence.</summary>
    internal static string NameOf(HandWork work) =>
        work.Task.Name.Length > 0
            ? $"“{work.Task.Name}”"
            : work.Task.Kind switch
            {
                TaskKind.MeltSnow => "melting snow",
                TaskKind.Pegs => "the tent's pegs",
                TaskKind.Own => "a task of your own",
                _ => $"{work.Task.Kind}".ToLowerInvariant(),
            };

    private static IEnumerable<Caution> TaskFails(DaySubject d)
    {
        foreach (var (work, lived) in Lived(d).Where(t => t.Lived.FailsAfter is not null))
        {
            yield return new(
                "task-fails",
                lived.Lowest.Celsius < Extremity.NumbBelow,
                $"Fingers fail at {NameOf(work)} at {DayRules.Clock(lived.FromHour)} after about {lived.FailsAfter:0} of {work.Minutes:0} min. Keep more on, go out of the wind, or do it in two goes with the hands warm between.",
                "Under 15 °C there is no fine work, under 8 °C no feeling; then things are dropped and buckles stay open."
            );
            yield break;
        }
    }

    private static IEnumerable<Caution> TaskTooLong(DaySubject d)
    {
        foreach (var work in d.Day.Tasks)
        {
            var at = work.Task.Hour;
            var block = d.Day.Blocks.FirstOrDefault(b => b.FromHour <= at + 1e-6 && at < b.ToHour - 1e-6);
            if (block is null || at + work.Minutes / 60 <= block.ToHour + 1e-6)
                continue;
            yield return new(
                "task-longer-than-block",
                false,
                $"The {work.Minutes:0} min of {NameOf(work)} at {DayRules.Clock(at)} are longer than what is left of its block, which ends at {DayRules.Clock(block.ToHour)}. Begin it earlier, or give the block more time.",
                "What runs over is done in the next block's work and weather."
            );
            yield break;
        }
    }

    private static IEnumerable<Caution> TasksOverlap(DaySubject d)
    {
        foreach (var (work, lived) in Lived(d).Where(t => t.Lived.FromHour > t.Work.Task.Hour + 1.5 / 60))
        {
            yield return new(
                "tasks-overlap",
                false,
                $"{NameOf(work)} at {DayRules.Clock(work.Task.Hour)} waits until {DayRules.Clock(lived.FromHour)}, for the hands are still at something else.",
                "Two hands do one thing at a time; taking off and putting on counts."
            );
            yield break;
        }
    }

    private static IEnumerable<Caution> FuelOnSkin(DaySubject d)
    {
        foreach (var (work, lived) in Lived(d).Where(t => t.Work.Task.Kind == TaskKind.Fuel && t.Lived.On.Count == 0))
        {
            if (AirAt(d, lived.FromHour) > Burns)
                continue;
            yield return new(
                "fuel-on-skin",
                true,
                $"Fuel is filled with bare hands at {DayRules.Clock(lived.FromHour)}. Wear gloves that fuel does not soak.",
                "Liquid fuel is as cold as the air and does not freeze: on skin it is frostbite at once.",
                MayBeQuiet: false
            );
            yield break;
        }
    }

    private static IEnumerable<Caution> BareMetal(DaySubject d)
    {
        foreach (var (work, lived) in Lived(d).Where(t => t.Work is { Metal: true } && t.Lived.On.Count == 0))
        {
            if (work.Task.Kind == TaskKind.Fuel || AirAt(d, lived.FromHour) > Burns)
                continue;
            yield return new(
                "bare-metal",
                false,
                $"Bare hands hold metal at {NameOf(work)} at {DayRules.Clock(lived.FromHour)}. A thin liner keeps skin from sticking.",
                "Metal takes heat as fast as water does."
            );
            yield break;
        }
    }

    private static double AirAt(DaySubject d, double hour) =>
        d.Played.Moments.LastOrDefault(m => m.FromHour <= hour + 1e-6)?.Around.Celsius ?? 0;

    private static IEnumerable<Caution> WithoutLeash(DaySubject d)
    {
        foreach (var (work, lived) in Lived(d))
        {
            var loose = lived
                .Off.Select(d.Day.Find)
                .FirstOrDefault(g => g is { Item: { OnLeash: false, Fingers: Fingers.Together } });
            var wind = d.Played.Moments.LastOrDefault(m => m.FromHour <= lived.FromHour + 1e-6)?.WindMs ?? 0;
            if (loose is null || wind < BlowsAway || work.InLee)
                continue;
            yield return new(
                "no-leash",
                false,
                $"{loose.Item.Name} comes off for {NameOf(work)} at {DayRules.Clock(lived.FromHour)} in {wind:0} m/s and hangs on nothing. Tie it to the wrist.",
                "A mitten that the wind takes is not found again, and the hand is bare for the rest of the day."
            );
            yield break;
        }
    }

    private static IEnumerable<Caution> DoNotFit(DaySubject d)
    {
        foreach (var part in new[] { Part.Hands, Part.Feet })
        {
            foreach (var b in d.Blocks)
            {
                Worn[] worn = [.. b.Worn.Select(g => new Worn(g))];
                var stack = DayStack.FitOf(worn, part);
                if (stack.Squeezes is not { } squeezes)
                    continue;
                yield return new(
                    part == Part.Hands ? "glove-too-small" : "boot-too-small",
                    false,
                    $"{squeezes.Name} is {stack.OverMm:0.#} mm too small for what lies under it in {DayRules.Name(b)}. Leave one layer out, or take a larger one.",
                    part == Part.Hands
                        ? "Fingers that are squeezed get six tenths of their blood: one glove more is then the colder."
                        : "One sock too many squeezes out blood and loft: toes are colder with it than without."
                );
                break;
            }
        }
    }

    private static IEnumerable<Caution> Bindings(DaySubject d)
    {
        var along = d.Run.Outfit.Uses.Select(d.Run.Closet.Find).OfType<KitItem>().Where(FootStacks.IsBinding).ToList();
        foreach (var b in d.Blocks.Where(b => b.Outdoors))
        {
            var off = FootStacks.Bindings(along, b.Worn).FirstOrDefault(f => f.Fit != BindingFit.Fits);
            if (off is null)
                continue;
            var boot = b.Worn.First(FootStacks.IsBoot).Item.Name;
            yield return new(
                "bindings-do-not-fit",
                false,
                off.Fit == BindingFit.SoleTooSoft
                    ? $"{NameOf(d, off.ItemId)} need a stiffer sole than {boot} has: they come off when it bends. Try them on at home."
                    : $"{NameOf(d, off.ItemId)} are too narrow for {boot}. Try them on at home, with what is worn over the boot.",
                "What does not fit the boot is found out on the slope."
            );
            yield break;
        }
    }

    private static IEnumerable<Caution> BareEyes(DaySubject d)
    {
        var along = d.Run.Outfit.Uses.Select(d.Run.Closet.Find).OfType<KitItem>();
        if (FacePlans.ForEyes(along).Any())
            yield break;
        var bright = d.Blocks.FirstOrDefault(b =>
            b.Outdoors
            && (
                b.Air.Sky == Sky.Sun
                || d.Played.Moments.Any(m => m.BlockId == b.Block.Id && m.WindMs > FaceCover.EyesFrom)
            )
        );
        if (bright is not null)
            yield return new(
                "bare-eyes",
                false,
                bright.Air.Sky == Sky.Sun
                    ? $"Sun on snow in {DayRules.Name(bright)}, and nothing for the eyes comes along. Take dark glasses, and a second pair for the party; sun cream under the nose too."
                    : $"Wind over {FaceCover.EyesFrom:0} m/s in {DayRules.Name(bright)}, and nothing for the eyes comes along. Take goggles.",
                "Snow burns the eyes under thin cloud as well, and it is felt only in the evening."
            );
    }

    private static IEnumerable<Caution> LinersInBoots(DaySubject d)
    {
        var night = d.Run.Trip.Nights[d.Index].Id;
        var slept = d.Run.Outfit.SystemOf(night);
        var stays = d.WornAtAll.FirstOrDefault(g =>
            ItemTypes.IsOf(g.Item, "bootliner")
            && !slept.Has(g.Item.Id)
            && d.Played.Things.First(t => t.ItemId == g.Item.Id).PerGram > Dryness.Textiles.DryUpTo
            && d.Run.Outfit.Dry.Roles.FirstOrDefault(r => r.ItemId == g.Item.Id)?.Keep
                is not (Place.InBed or Place.SleptIn or Place.OnBody)
        );
        if (stays is not null)
            yield return new(
                "liners-in-boots",
                false,
                $"{stays.Item.Name} are damp in the evening and stay in the boots. Take them out, and into the bag or under the jacket; or wear a second pair in turn.",
                "Left in, they are ice by morning and the toes thaw them."
            );
    }

    private static IEnumerable<Caution> WetBoots(DaySubject d)
    {
        var wet = d.WornAtAll.FirstOrDefault(g =>
            FootStacks.IsBoot(g)
            && d.Played.Things.First(t => t.ItemId == g.Item.Id).PerGram > Dryness.Textiles.DampUpTo / 2
        );
        if (wet is not null)
            yield return new(
                "wet-boots",
                false,
                $"{wet.Item.Name} get wet on this day and warm half as much then. Gaiters, wax or spray beforehand, or a sealed boot with dry liners.",
                "Slush and wet leaves come through seams that dry snow does not."
            );
    }
}
