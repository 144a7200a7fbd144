using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Plans;
using Ermine.Core.Rules;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Answers;

/// <summary>How high what one owns reaches: everything up to here worn together at rest.</summary>
/// <param name="ItemIds">What comes on here.</param>
/// <param name="Reaches">Resultant insulation with it.</param>
public sealed record Reach(IReadOnlyList<Guid> ItemIds, Insulation Reaches);

/// <summary>A thing that would serve where nothing carried does.</summary>
/// <param name="BlockId">In which block.</param>
/// <param name="Part">What it is for.</param>
/// <param name="ItemId">A thing that is owned and stays at home; null where it is to be bought.</param>
/// <param name="Type">Its type, where it is to be bought.</param>
/// <param name="Name">What it is called.</param>
/// <param name="MassG">Its mass, g.</param>
/// <param name="Gain">What it takes off the heat debt at the end of the block, Wh/m², or adds to fingers or toes, K.</param>
/// <param name="Enough">With it the block is right.</param>
public sealed record Serves(
    Guid BlockId,
    Part Part,
    Guid? ItemId,
    string? Type,
    string Name,
    double MassG,
    double Gain,
    bool Enough
);

/// <summary>A day of one person with its reasons.</summary>
/// <param name="NightId">The night it ends in.</param>
/// <param name="LaidOut">Its work is laid out; else it is the word for it as such days usually go.</param>
/// <param name="Dressed">What is worn is set; else what is usual.</param>
/// <param name="Work">The day in a word.</param>
/// <param name="Blocks">Its work.</param>
/// <param name="Worn">What is worn when.</param>
/// <param name="Played">It minute by minute; null while its weather is not known.</param>
/// <param name="AirLow">Coldest air outside; null where it is not known.</param>
/// <param name="AirHigh">Warmest air outside.</param>
/// <param name="Reaches">How high one's clothes reach, from the least up.</param>
/// <param name="Pauses">Its pauses.</param>
/// <param name="Unplanned">An hour of waiting at its worst moment; null where no work is done outside.</param>
/// <param name="Missing">What would serve where nothing carried does.</param>
/// <param name="Cautions">Rules that apply.</param>
/// <param name="Presets">Days that can be laid out in a press.</param>
/// <param name="Assumed">What was taken for granted.</param>
/// <param name="Changes">Changes of clothes, where it was dressed just now.</param>
/// <param name="ChangeMinutes">What they take, min.</param>
/// <param name="LeftOut">Pieces that were not weighed then.</param>
/// <param name="AtCamp">What is damp at camp, and what it is changed for.</param>
/// <param name="Wearable">Everything that can be worn on the day, from the skin out.</param>
public sealed record DayAnswer(
    Guid NightId,
    bool LaidOut,
    bool Dressed,
    DayWork Work,
    IReadOnlyList<DayBlock> Blocks,
    IReadOnlyList<Bar> Worn,
    DayPlayed? Played,
    Temperature? AirLow,
    Temperature? AirHigh,
    IReadOnlyList<Reach> Reaches,
    IReadOnlyList<Pause> Pauses,
    UnplannedStop? Unplanned,
    IReadOnlyList<Serves> Missing,
    IReadOnlyList<Caution> Cautions,
    IReadOnlyList<Preset> Presets,
    IReadOnlyList<string> Assumed,
    int? Changes,
    double? ChangeMinutes,
    IReadOnlyList<Guid> LeftOut,
    IReadOnlyList<CampChange> AtCamp,
    IReadOnlyList<WearablePiece> Wearable
);

/// <summary>A piece that can be worn on a day.</summary>
/// <param name="ItemId">The thing.</param>
/// <param name="Tier">Where it comes in the order of dressing.</param>
/// <param name="Main">The part of the body that it is mainly for.</param>
/// <param name="Resistance">Where it lies, dry.</param>
/// <param name="ForSleep">It is kept for sleeping and worn in the tent alone.</param>
/// <param name="FaceCover">It covers mouth and nose: instead of being opened it is drawn up and let down.</param>
public sealed record WearablePiece(
    Guid ItemId,
    Tier Tier,
    Part Main,
    Insulation Resistance,
    bool ForSleep,
    bool FaceCover
);

/// <summary>What a school of dressing would cost on a day.</summary>
/// <param name="Schools">The schools then.</param>
/// <param name="Cold">Points of cold then: a cool block counts one, one that chills three to six by its heat debt.</param>
/// <param name="Hot">Points of heat: a block that drips counts three, a warm one one.</param>
/// <param name="Changes">Changes of clothes.</param>
/// <param name="SweatG">Sweat, g.</param>
/// <param name="WetG">Water left in clothes, g.</param>
/// <param name="IsNow">It is how one dresses now.</param>
public sealed record SchoolOfDay(
    DaySchools Schools,
    int Cold,
    int Hot,
    int Changes,
    double SweatG,
    double WetG,
    bool IsNow
);

/// <summary>Answers a day as it stands, or dressed anew.</summary>
public static class DayAnswers
{
    /// <summary>The day before a night as it is planned.</summary>
    /// <param name="run">The trip.</param>
    /// <param name="night">Which night it ends in, from 0.</param>
    /// <param name="quick">Without pauses, what is missing and rules: while a bar is being drawn.</param>
    public static DayAnswer Of(TripRun run, int night, bool quick = false) => Answer(run, night, null, quick);

    /// <summary>The same day dressed by Ermine round what is pinned.</summary>
    /// <inheritdoc cref="Of"/>
    public static DayAnswer Dress(TripRun run, int night)
    {
        var (_, day) = ToPlay(run, night);
        return Answer(run, night, day is null ? null : Dressed(run, night, day, SchoolsOf(run, night)));
    }

    /// <summary>What each school of dressing would cost on that day.</summary>
    /// <inheritdoc cref="Of"/>
    public static IReadOnlyList<SchoolOfDay> Schools(TripRun run, int night)
    {
        if (ToPlay(run, night).Day is not { } day)
            return [];
        var now = SchoolsOf(run, night);
        DaySchools[] all =
        [
            .. Enum.GetValues<SettingOff>().Select(how => now with { SettingOff = how }),
            .. Enum.GetValues<NextToSkin>()
                .Where(skin => skin != NextToSkin.Any)
                .Select(skin => now with { NextToSkin = skin }),
            .. Enum.GetValues<ShellChoice>()
                .Where(shell => shell != ShellChoice.Any)
                .Select(shell => now with { Shell = shell }),
        ];
        return
        [
            .. all.Append(now)
                .Distinct()
                .AsParallel()
                .AsOrdered()
                .WithCancellation(run.Context.Stop)
                .Select(schools =>
                {
                    var dressed = Dressed(run, night, day, schools);
                    var score = DayScore.Of(dressed.Played, dressed.Changes);
                    return new SchoolOfDay(
                        schools,
                        score.Cold,
                        score.Hot,
                        dressed.Changes,
                        dressed.Played.Blocks.Sum(b => b.SweatG),
                        dressed.Played.Things.Sum(t => t.AfterG),
                        schools == now
                    );
                }),
        ];
    }

    /// <summary>The table of what one wears when, in the wind of that day.</summary>
    /// <inheritdoc cref="Of"/>
    public static IReadOnlyList<WearRow> Table(TripRun run, int night)
    {
        var weather = run.Days.Weather(night);
        var (low, high) = weather?.Between(7, 21) ?? (-20, 0);
        var wind = run.Context.Weather(night)?.WindMs ?? DayWeather.WindIfUnknown;
        return WearTable.Of(
            run.Days.Wearable(run.Outfit, run.Closet, night).Values,
            run.Days.Sleeper,
            wind,
            Math.Min(10, Math.Max(0, high)),
            Math.Max(-45, Math.Min(-30, low - 5))
        );
    }

    private static DayDressed Dressed(TripRun run, int night, DayToPlay day, DaySchools schools) =>
        Dressing.Dress(day, schools, run.PlanOf(night).Worn ?? [], run.Context.Stop);

    private static DaySchools SchoolsOf(TripRun run, int night) => run.PlanOf(night).Schools ?? new();

    /// <summary>A day as it is played: its work, laid out or as such days usually go, and null while it has no air.</summary>
    internal static (IReadOnlyList<DayBlock> Blocks, DayToPlay? Day) ToPlay(TripRun run, int night)
    {
        var plan = run.PlanOf(night);
        var (up, into) = run.Days.Hours(run.Outfit, night);
        var blocks = plan.IsLaidOut
            ? plan.Blocks!.OrderBy(b => b.FromHour).ToList()
            : Presets.Of(plan.Work, plan.NightId, up, into);
        var morning = night > 0 ? run[night - 1].Morning : TripState.Start;
        return (blocks, run.Days.Of(run.Outfit, run.Closet, night, blocks, plan, morning.Water, morning.Body));
    }

    private static DayAnswer Answer(TripRun run, int night, DayDressed? dressed, bool quick = false)
    {
        var plan = run.PlanOf(night);
        var (up, into) = run.Days.Hours(run.Outfit, night);
        var (blocks, day) = ToPlay(run, night);
        if (day is not null && dressed is not null)
            day = day with { Worn = dressed.Bars };
        var played = day is null ? null : dressed?.Played ?? run.Days.Play(night, day);
        var stop = run.Context.Stop;
        var whole = quick ? null : played;
        IReadOnlyList<Pause> pauses = whole is null ? [] : Pauses.Of(day!, whole, stop);
        var forSleep = run.Days.ForSleep(run.Outfit, run.Closet, night);
        var air = run
            .Days.Weather(night)
            ?.Between(blocks.Count > 0 ? blocks[0].FromHour : up, blocks.Count > 0 ? blocks[^1].ToHour : into);
        return new(
            plan.NightId,
            plan.IsLaidOut,
            dressed is not null || plan.Worn is not null,
            plan.Work,
            blocks,
            day?.Worn ?? plan.Worn ?? [],
            played,
            air is { } a ? new Temperature(a.Low) : null,
            air is { } b ? new Temperature(b.High) : null,
            day is null ? [] : Reaches(day),
            pauses,
            whole is null ? null : Pauses.Unplanned(day!, whole, stop),
            whole is null ? [] : Missing.For(run, day!, whole),
            whole is null ? [] : DayRules.Check(new(run, night, day!, whole, pauses)),
            Presets.All(plan.NightId, up, into),
            [.. Assumed(run, night, plan, day, into)],
            dressed?.Changes,
            dressed?.Minutes,
            dressed?.LeftOut ?? [],
            whole is null ? [] : CampChanges.Of(day!, whole),
            [
                .. run
                    .Days.Wearable(run.Outfit, run.Closet, night)
                    .Values.Concat(forSleep.Values)
                    .OrderBy(g => g, Comparer<Garment>.Create(Days.Dressed.Order))
                    .Select(g => new WearablePiece(
                        g.Item.Id,
                        g.Tier,
                        g.Main,
                        new(g.Resistance),
                        forSleep.ContainsKey(g.Item.Id),
                        g.IsFaceCover
                    )),
            ]
        );
    }

    /// <summary>From the least that is worn at work up: each tier of the torso and the legs comes on, at rest in the open.</summary>
    private static List<Reach> Reaches(DayToPlay day)
    {
        var movement = Movement.Of(0, 0, Work.Class(Effort.Resting));
        var on = new List<Garment>();
        var reaches = new List<Reach>();
        foreach (
            var step in day
                .Wearable.Values.OrderBy(g => g, Comparer<Garment>.Create(Days.Dressed.Order))
                .GroupBy(g =>
                    g.Main is not (Part.Torso or Part.Legs) || g.Tier is Tier.Skin or Tier.Barrier or Tier.Shell ? 0
                    : g.Main == Part.Torso ? 10 + (int)g.Tier
                    : 20 + (int)g.Tier
                )
                .OrderBy(s => s.Key)
        )
        {
            // Of a kind that is worn once the warmest.
            var put = step.GroupBy(g => (g.Main, g.Tier)).Select(k => k.MaxBy(g => g.Resistance)!).ToList();
            on.AddRange(put);
            on.Sort(Days.Dressed.Order);
            Worn[] worn = [.. on.Select(g => new Worn(g))];
            reaches.Add(
                new(
                    [
                        .. (step.Key == 0 ? put.Where(g => g.Main is Part.Torso or Part.Legs) : put).Select(g =>
                            g.Item.Id
                        ),
                    ],
                    new(DayStack.Resultant(p => DayStack.Conductance(worn, p, movement, day.Sleeper.GirthCm), movement))
                )
            );
        }
        return reaches;
    }

    private static IEnumerable<string> Assumed(TripRun run, int night, DayPlan plan, DayToPlay? day, double into)
    {
        if (day is null)
            yield return "No low is known for this night or the one before, so the day has no air yet.";
        if (!plan.IsLaidOut)
            yield return "Nothing is laid out: this is such a day as it usually goes. Until it is laid out the dry ledger counts it by estimate and the night begins as it is set there.";
        if (plan.Worn is null)
            yield return "Nobody has dressed yet: one thing of each kind is taken as worn all day, the big jacket where one stands.";
        foreach (var assumed in day?.Weather.Assumed ?? [])
            yield return assumed;
        if (day is not null && day.Blocks.Count > 0 && day.Blocks[^1].ToHour < into - 0.25)
            yield return "The hours between the last block and getting in are not laid out; one gets in as warm as the last block leaves one.";
        if (day is not null && day.Blocks.Any(day.IsInBed))
            yield return "Rest in the tent is in the night's bag, in the clothes slept in, opened as needed.";
        yield return "Still air of 0.05 m²K/W lies under what is worn over torso, legs and feet, as at night; wind and movement take from it as from the rest.";
        if (plan.Tasks is null or { Count: 0 })
            yield return "Hands are taken as worn all day: no tasks are set that would bare them. Lay them out under Hands.";
        yield return "People differ by a good 4 K of air either way. A plan, not a promise: local rules, guides and medical advice come first.";
    }
}
