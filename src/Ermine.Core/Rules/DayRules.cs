using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Rules;

/// <summary>What the rules of the day look at.</summary>
/// <param name="Run">The trip of the person.</param>
/// <param name="Index">The night that the day ends in, from 0.</param>
/// <param name="Day">What was played.</param>
/// <param name="Played">How it went.</param>
/// <param name="Pauses">Its pauses.</param>
public sealed record DaySubject(TripRun Run, int Index, DayToPlay Day, DayPlayed Played, IReadOnlyList<Pause> Pauses)
{
    /// <summary>A block with how it was lived and what was worn in its middle.</summary>
    internal sealed record Lived(DayBlock Block, BlockLived How, IReadOnlyList<Garment> Worn, DayAir Air)
    {
        public bool Outdoors => Block.Place != DayPlace.Tent;
        public bool Works => How.Heat > Work.Class(Effort.Low);

        public Garment? Outermost(Part part) => Worn.LastOrDefault(g => g.Cover(part, Opening.Closed) >= 0.5);
    }

    internal IReadOnlyList<Lived> Blocks { get; } =
    [
        .. Day.Blocks.Zip(
            Played.Blocks,
            (b, how) =>
                new Lived(
                    b,
                    how,
                    [.. Day.At((b.FromHour + b.ToHour) / 2, b).Select(w => w.Garment)],
                    Day.Weather.At((b.FromHour + b.ToHour) / 2, b)
                )
        ),
    ];

    internal IEnumerable<Garment> WornAtAll =>
        Played.Things.Select(t => Day.Wearable.GetValueOrDefault(t.ItemId)).OfType<Garment>();
}

/// <summary>The rules that those who live by them have about dressing for a day, each firing only when it applies.</summary>
public static class DayRules
{
    /// <summary>Wind along the body in which an open knit is worth little, m/s (assumption).</summary>
    public const double Windy = 3;

    /// <summary>Air that passes an open knit, l/m²s (assumption).</summary>
    public const double OpenKnit = 200;

    /// <summary>In drier cold than this nothing waterproof is needed, °C.</summary>
    public const double DryCold = -15;

    /// <summary>Above this it can rain or wet, °C.</summary>
    public const double CanBeWet = -5;

    /// <summary>A fall of the air from one block out of doors to the next that catches one out, K (assumption).</summary>
    public const double Swing = 8;

    /// <summary>Heat debt from which harm is near, Wh/m² (after Goldman).</summary>
    public const double Harm = 80;

    /// <summary>Everything that applies, grave first.</summary>
    public static IReadOnlyList<Caution> Check(DaySubject day) =>
        [
            .. All.SelectMany(rule => rule(day))
                .Select(c =>
                    c.MayBeQuiet && day.Run.Outfit.Quiet.FirstOrDefault(q => q.Rule == c.Rule) is { } quiet
                        ? c with
                        {
                            Answer = quiet.Note,
                        }
                        : c
                )
                .OrderByDescending(c => c.Grave),
        ];

    private static readonly Func<DaySubject, IEnumerable<Caution>>[] All =
    [
        HarmNear,
        FaceFreezes,
        Cotton,
        OpenFleece,
        DownPressed,
        ShellTooSmall,
        LegsForgotten,
        GapAtTheBack,
        TightLayers,
        ZipOnZip,
        JacketOutOfReach,
        Sparks,
        WaterproofInDryCold,
        NothingAgainstWet,
        SunToDusk,
        SweatBeforeCamp,
        DressedIndoors,
        FlameInTheTent,
        CampRules.DampAtCamp,
        CampRules.SleepThingOutside,
        .. EndRules.All,
    ];

    private static IEnumerable<Caution> HarmNear(DaySubject d)
    {
        var worst = d.Blocks.MaxBy(b => b.How.MostDebt);
        if (worst is { How.MostDebt: > Harm })
            yield return new(
                "day-harm",
                true,
                $"Dressed like this the body is in danger by the end of {Name(worst)}. Do not plan the day so: shorten it, move, or dress it anew.",
                "A body this far in debt shivers hard, thinks slowly and cannot warm itself by standing.",
                MayBeQuiet: false
            );
        var ends = d.Blocks.FirstOrDefault(b => Math.Min(b.How.Fingers.Celsius, b.How.Toes.Celsius) < 5);
        if (ends is not null)
            yield return new(
                "day-frostbite",
                true,
                $"{(ends.How.Fingers < ends.How.Toes ? "Fingers" : "Toes")} come near freezing in {Name(ends)}. Stop and warm them before they are numb; do not rub; seek help where skin stays white.",
                "Under about 8 °C feeling goes, and with it the warning.",
                MayBeQuiet: false
            );
    }

    private static IEnumerable<Caution> FaceFreezes(DaySubject d)
    {
        var bare = d.Blocks.FirstOrDefault(b => b.How.FaceShare > DayLimits.FaceShare);
        if (bare is not null)
            yield return new(
                "bare-face",
                bare.How.FaceShare > 0.9,
                $"A bare face could freeze in {Name(bare)}. Cover nose and cheeks, and look at each other's faces every quarter of an hour.",
                "Own speed adds to the wind; the cheeks go numb before one notices."
            );
    }

    private static IEnumerable<Caution> Cotton(DaySubject d)
    {
        var wet = d.WornAtAll.FirstOrDefault(g =>
            g.Item.Material == Material.Cotton
            && g.Main is Part.Torso or Part.Legs or Part.Feet
            && d.Played.Things.First(t => t.ItemId == g.Item.Id).Grams.Max() > 0.05 * g.Item.MassG
        );
        if (wet is not null)
            yield return new(
                "cotton-wet",
                false,
                $"{wet.Item.Name} is cotton and gets wet on this day. Keep it for the tent, or wear wool or synthetic next to the skin.",
                "Wet cotton warms least and dries last."
            );
    }

    private static IEnumerable<Caution> OpenFleece(DaySubject d)
    {
        var open = d.Blocks.FirstOrDefault(b =>
            b.Outdoors
            && d.Played.Moments.Any(m => m.BlockId == b.Block.Id && m.WindMs * Share(b) >= Windy)
            && b.Outermost(Part.Torso) is { Item.AirPermeability: >= OpenKnit }
        );
        if (open is not null)
            yield return new(
                "fleece-outermost",
                false,
                $"{open.Outermost(Part.Torso)!.Item.Name} is outermost in the wind in {Name(open)}. Put a wind layer over it.",
                "Wind goes through an open knit; under a thin shell it warms twice as much."
            );

        static double Share(DaySubject.Lived b) => Movement.BodyHeightShare * DayClimate.WindIn(b.Block.Place);
    }

    private static IEnumerable<Caution> DownPressed(DaySubject d)
    {
        var pressed = d.Blocks.FirstOrDefault(b =>
            b.Worn.Any(g => g is { IsDown: true, Main: Part.Torso })
            && (b.Block.Going is { LoadKg: > 0 } || b.How.MostSweat > DayLimits.WarmSweat)
        );
        if (pressed is not null)
            yield return new(
                "down-at-work",
                false,
                $"Down is worn {(pressed.Block.Going is { LoadKg: > 0 } ? "under pack straps" : "while sweating")} in {Name(pressed)}. Keep it for the pauses.",
                "Straps press it flat and sweat takes its loft for days; it is needed dry in the evening."
            );
    }

    private static IEnumerable<Caution> ShellTooSmall(DaySubject d)
    {
        foreach (var b in d.Blocks)
        {
            Worn[] worn = [.. b.Worn.Select(g => new Worn(g))];
            if (DayStack.Squeezed(worn, d.Day.Sleeper.GirthCm) is > 0.02 and var lost)
            {
                yield return new(
                    "shell-too-small",
                    false,
                    $"What lies under the shell in {Name(b)} is thicker than it has room for: about {lost / Insulation.SIPerClo:0.0} clo is squeezed out. Wear the thick piece over it, or a shell a size up.",
                    "Insulation is the air that it holds."
                );
                yield break;
            }
        }
    }

    private static IEnumerable<Caution> LegsForgotten(DaySubject d)
    {
        var thin = d.Blocks.FirstOrDefault(b =>
            b.How is { Verdict: DayVerdict.Cool or DayVerdict.Chilling, Leaks: Part.Legs }
        );
        if (thin is not null)
            yield return new(
                "legs-forgotten",
                false,
                $"In {Name(thin)} it is the legs that leak: thin under a thick top. Trousers that go on over boots would serve most.",
                "The legs are a third of the skin; what the top saves they give away."
            );
    }

    private static IEnumerable<Caution> GapAtTheBack(DaySubject d)
    {
        var bent = d.Blocks.FirstOrDefault(b =>
            Work.Bends(b.Block.Activity)
            && b.Outdoors
            && b.How.Verdict is DayVerdict.Cool or DayVerdict.Chilling
            && DayStack.HasGap([.. b.Worn.Select(g => new Worn(g))])
        );
        if (bent is not null)
            yield return new(
                "gap-at-back",
                false,
                $"In {Name(bent)} the back is bent and a short jacket rides up. Tuck the layers in, or wear a bib or a longer jacket.",
                "A bare strip at the waist undoes a good garment."
            );
    }

    private static IEnumerable<Caution> TightLayers(DaySubject d)
    {
        var tight = d.WornAtAll.FirstOrDefault(g => g.Item.Tight && g.Main is Part.Feet or Part.Hands);
        if (tight is not null)
            yield return new(
                "tight-by-day",
                false,
                $"{tight.Item.Name} is tight. Nothing should squeeze wrist, ankle or foot.",
                "Blood that does not get there cannot warm."
            );
    }

    private static IEnumerable<Caution> ZipOnZip(DaySubject d)
    {
        var zipped = d.Blocks.FirstOrDefault(b => b.Worn.Count(HasZip) >= 3);
        if (zipped is not null)
            yield return new(
                "zip-on-zip",
                false,
                $"Three zips lie on each other in {Name(zipped)}: {string.Join(", ", zipped.Worn.Where(HasZip).Select(g => g.Item.Name))}. Pull-overs under the shell sit flatter.",
                "Stacked zips chafe at the chin, stand open as a bridge for cold, and are slow with mittens."
            );

        static bool HasZip(Garment g) => g.Main == Part.Torso && ItemTypes.IsOf(g.Item, "jacket", "vest", "parka");
    }

    private static IEnumerable<Caution> JacketOutOfReach(DaySubject d)
    {
        foreach (var stop in d.Pauses)
        {
            if (
                stop.Jacket is not { } jacket
                || stop.Minutes < 5
                || stop.CoolAfter is not { } cool
                || cool > stop.Minutes
            )
                continue;
            var near = d.Day.Worn.Any(b =>
                b.ItemId == jacket && b.FromHour <= stop.FromHour + 0.02 && b.ToHour > stop.FromHour
            );
            if (near)
                continue;
            yield return new(
                "jacket-out-of-reach",
                false,
                $"At the stop at {Clock(stop.FromHour)} {d.Day.Wearable[jacket].Item.Name} is stowed. Keep it under the lid, and put it on first.",
                "The first minutes of a stop are the worst: vessels are open and the base is damp."
            );
            yield break;
        }
    }

    private static IEnumerable<Caution> Sparks(DaySubject d)
    {
        var melts = d.Blocks.FirstOrDefault(b =>
            b.Block.Place == DayPlace.Fire
            && b.Outermost(Part.Torso) is { Item.Material: not (Material.Wool or Material.Cotton) }
        );
        if (melts is not null)
            yield return new(
                "sparks",
                false,
                $"{melts.Outermost(Part.Torso)!.Item.Name} is outermost by the fire. Wear wool or tight cotton over it there.",
                "Fleece and nylon melt where a spark lands; wool only chars."
            );
    }

    private static IEnumerable<Caution> WaterproofInDryCold(DaySubject d)
    {
        var sealed_ = d.Blocks.FirstOrDefault(b =>
            b.Works
            && b.Air is { AirC: < DryCold, FallsMm: 0 }
            && b.Worn.Any(g => g is { IsWaterproof: true, Main: Part.Torso })
            && b.How.SweatG > 20
        );
        if (sealed_ is not null)
            yield return new(
                "waterproof-in-dry-cold",
                false,
                $"In {Name(sealed_)} a waterproof shell keeps the sweat in, and nothing falls that could wet. A wind layer that breathes would do.",
                "Below about −15 °C snow is dry; what condenses inside the shell is one's own."
            );
    }

    private static IEnumerable<Caution> NothingAgainstWet(DaySubject d)
    {
        if (d.Day.Wearable.Values.Any(g => g is { IsWaterproof: true, Main: Part.Torso }))
        {
            var falls = d.Blocks.FirstOrDefault(b =>
                b.Air.FallsMm > 0 && b.Outdoors && !b.Worn.Any(g => g is { IsWaterproof: true, Main: Part.Torso })
            );
            if (falls is not null)
                yield return new(
                    "no-shell-in-wet",
                    false,
                    $"It is wet in {Name(falls)} and the waterproof is not on.",
                    "What is wet through warms little and stays wet for days."
                );
            yield break;
        }
        if (d.Blocks.Any(b => b.Outdoors && (b.Air.FallsMm > 0 || b.Air.AirC > CanBeWet)))
            yield return new(
                "nothing-against-rain",
                false,
                "The day is warm enough for rain or wet snow, and nothing waterproof for the torso comes along.",
                "Above about −5 °C snow wets; a forecast of dry snow is not a promise."
            );
    }

    private static IEnumerable<Caution> SunToDusk(DaySubject d)
    {
        var outside = d.Blocks.Where(b => b.Outdoors).ToList();
        for (var n = 1; n < outside.Count; n++)
        {
            var (a, b) = (outside[n - 1], outside[n]);
            var falls =
                a.Air.AirC
                + (a.Air.Sky == Sky.Sun ? DayClimate.Sun : 0)
                - b.Air.AirC
                - (b.Air.Sky == Sky.Sun ? DayClimate.Sun : 0);
            if (falls < Swing && !(a.Air.Sky == Sky.Sun && b.Air.Sky != Sky.Sun && b.Block.FromHour >= 15))
                continue;
            yield return new(
                "sun-to-dusk",
                false,
                $"From sun to dusk it is about {falls:0} K colder on the body between {Name(a)} and {Name(b)}. Have the next layer at hand before the sun goes.",
                "The swing comes within the hour in which one is wettest."
            );
            yield break;
        }
    }

    private static IEnumerable<Caution> SweatBeforeCamp(DaySubject d)
    {
        var last = d.Blocks.LastOrDefault(b =>
            b.Outdoors && b.Works && b.Block.Activity is not (Activity.MakeCamp or Activity.Dig)
        );
        if (last is { How.Verdict: DayVerdict.Dripping or DayVerdict.Warm } && last.How.Reason != DayReason.None)
            yield return new(
                "sweat-before-camp",
                false,
                $"{Name(last, capital: true)}, the last before camp, ends damp. Open up or slow down for its last half hour, and change first thing in camp.",
                "Sweat is a debt that is paid standing about at the tent."
            );
    }

    private static IEnumerable<Caution> DressedIndoors(DaySubject d)
    {
        for (var n = 0; n + 1 < d.Blocks.Count; n++)
        {
            var (inside, next) = (d.Blocks[n], d.Blocks[n + 1]);
            if (inside.Outdoors || !next.Outdoors || inside.How.MostSweat <= DayLimits.WarmSweat)
                continue;
            yield return new(
                "dressed-indoors",
                false,
                $"In {Name(inside)} one sweats before setting off. Put the last layers on outside.",
                "Damp before the first step is damp all day."
            );
            yield break;
        }
    }

    private static IEnumerable<Caution> FlameInTheTent(DaySubject d)
    {
        var cooks = d.Blocks.FirstOrDefault(b => b.Block is { Activity: Activity.Cook, Place: DayPlace.Tent });
        if (cooks is not null && d.Day.Camp(cooks.Block.FromHour).Shelter.IsClosed)
            yield return new(
                "carbon-monoxide",
                false,
                "Cooking in a closed tent: open the vents high and low, and a door where the maker says so.",
                "Any flame makes carbon monoxide, which is not smelt."
            );
    }

    internal static string Name(DaySubject.Lived b, bool capital = false)
    {
        var name = b.Block.Name.Length > 0 ? $"“{b.Block.Name}”" : $"the block at {Clock(b.Block.FromHour)}";
        return capital ? char.ToUpperInvariant(name[0]) + name[1..] : name;
    }

    internal static string Clock(double hour)
    {
        var minutes = (int)Math.Floor(60 * hour + 0.01);
        return $"{minutes / 60 % 24:00}:{minutes % 60:00}";
    }
}
