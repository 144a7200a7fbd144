using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>
/// Chooses what is worn, how it is closed and when it changes, from what is carried. Every stretch is weighed by its steady balance; the day is
/// then played, and dressed again for the warmth that it really brings to each stretch, as long as that makes it better.
/// </summary>
public sealed partial class Dressing
{
    /// <summary>Times that the day is dressed again after it was played.</summary>
    private const int MostRounds = 5;

    /// <summary>What one sets off in is thought of for this long, h.</summary>
    private const double FirstMinutes = 0.25;

    /// <summary>Time out of doors that boots are chosen for, h (assumption).</summary>
    private const double BootsBear = 2;

    /// <summary>Boots off and on again, s, where a trouser does not go over them (assumption).</summary>
    private const double BootsOffAndOn = 180;

    /// <summary>What a piece takes to put on where nothing is said, s (assumption).</summary>
    private const double UsualSeconds = 20;

    private readonly DayToPlay day;
    private readonly DaySchools schools;
    private readonly List<Bar> pinned;
    private readonly CancellationToken stop;
    private readonly Wardrobe body,
        hands,
        feet;

    private Dressing(DayToPlay day, DaySchools schools, IReadOnlyList<Bar> pinned, CancellationToken stop)
    {
        (this.day, this.schools, this.stop) = (day, schools, stop);
        this.pinned = [.. pinned.Where(b => b.Pinned)];
        var byHand = this.pinned.Select(b => b.ItemId).ToHashSet();
        List<Garment> allowed =
        [
            .. day.Wearable.Values.Where(g => byHand.Contains(g.Item.Id) || Allowed(g) && !StaysDry(g)),
        ];
        Wardrobe For(params Part[] parts) => Wardrobe.Of(allowed.Where(g => parts.Contains(g.Main)), byHand);
        (body, hands, feet) = (For(Part.Head, Part.Face, Part.Torso, Part.Legs), For(Part.Hands), For(Part.Feet));
    }

    /// <summary>Dresses a day.</summary>
    /// <param name="day">The day; what it wears is not looked at.</param>
    /// <param name="schools">How one likes to dress.</param>
    /// <param name="pinned">Bars set by hand, which stay.</param>
    /// <param name="stop">Ends the work.</param>
    public static DayDressed Dress(
        DayToPlay day,
        DaySchools schools,
        IReadOnlyList<Bar> pinned,
        CancellationToken stop = default
    ) => Ways(day, schools, pinned, stop).Last();

    /// <summary>Every way in which dressing a day tries it, in turn, and at last the best of them; each is looked for when it is asked for.</summary>
    /// <inheritdoc cref="Dress"/>
    internal static IEnumerable<DayDressed> Ways(
        DayToPlay day,
        DaySchools schools,
        IReadOnlyList<Bar> pinned,
        CancellationToken stop
    )
    {
        var dressing = new Dressing(day, schools, pinned, stop);
        return dressing.Ways(new(dressing));
    }

    /// <summary>How each stretch of a day would go in every set of pieces.</summary>
    /// <param name="day">The day; what it wears is not looked at.</param>
    /// <param name="schools">How one likes to dress.</param>
    /// <param name="dressed">As it is dressed.</param>
    /// <param name="stop">Ends the work.</param>
    internal static DayAsks Weigh(DayToPlay day, DaySchools schools, DayDressed dressed, CancellationToken stop)
    {
        var dressing = new Dressing(day, schools, [.. dressed.Bars.Where(b => b.Pinned)], stop);
        return dressing.Asks(new(dressing), [.. dressed.Segments]);
    }

    private IEnumerable<DayDressed> Ways(BodySearch bodies)
    {
        var segments = Segments();
        DayDressed? best = null;
        DayScore score = default;
        IReadOnlyList<Bar>? before = null;
        for (var round = 0; round < MostRounds; round++)
        {
            stop.ThrowIfCancellationRequested();
            var (dressed, chosen, lost) = Once(segments, bodies);
            yield return dressed;
            var now = DayScore.Of(dressed.Played, dressed.Changes);
            if (best is null || now.Beats(score))
                (best, score) = (dressed, now);
            if (now is { Cold: 0, Hot: 0 } || before is not null && dressed.Bars.SequenceEqual(before))
                break;
            before = dressed.Bars;
            segments =
            [
                .. segments.Select((s, n) => Learnt(s, dressed.Played, d => bodies.FareIn(d, lost[n], chosen[n]))),
            ];
        }
        yield return AtCamp(best!);
    }

    /// <summary>At camp what is damp is changed for what is dry, unless that is colder.</summary>
    private DayDressed AtCamp(DayDressed dressed)
    {
        if (CampChanges.Changed(day with { Worn = dressed.Bars }, dressed.Played) is not { } bars)
            return dressed;
        var played = DayRun.Play(day with { Worn = bars }, stop);
        if (DayScore.Of(played, 0).Cold > DayScore.Of(dressed.Played, 0).Cold)
            return dressed;
        var hour = CampChanges.InTentFrom(day.Blocks)!.Value;
        List<Garment> On(IReadOnlyList<Bar> worn, double at) =>
            [.. worn.Where(b => !b.AtHand && b.Covers(at)).Select(b => day.Find(b.ItemId)).OfType<Garment>()];
        var (before, after) = (On(dressed.Bars, hour), On(bars, hour));
        List<Garment> more = [.. before.Except(after).Concat(after.Except(before))];
        return dressed with
        {
            Bars = bars,
            Played = played,
            Changes = dressed.Changes + more.Count(Counts),
            Minutes = dressed.Minutes + more.Sum(Seconds) / 60,
        };
    }

    private (DayDressed Day, IReadOnlyList<(uint Set, int Opening)> OnBody, List<double> Lost) Once(
        List<Segment> segments,
        BodySearch bodies
    )
    {
        var onHands = Ends(hands, Part.Hands, segments);
        var onFeet = Ends(feet, Part.Feet, segments);
        var onBody = bodies.Solve(segments, onHands, onFeet);
        var bars = new List<Bar>(pinned);
        bars.AddRange(BarsOf(body, segments, onBody.Chosen));
        bars.AddRange(BarsOf(hands, segments, onHands.Chosen));
        bars.AddRange(BarsOf(feet, segments, onFeet.Chosen));
        bars.Sort((a, b) => (a.ItemId, a.FromHour).CompareTo((b.ItemId, b.FromHour)));
        var (changes, seconds) = Counted(
            segments,
            [(body, onBody.Chosen), (hands, onHands.Chosen), (feet, onFeet.Chosen)]
        );
        return (
            new(
                bars,
                DayRun.Play(day with { Worn = bars }, stop),
                changes,
                seconds / 60,
                segments,
                [.. body.LeftOut.Concat(hands.LeftOut).Concat(feet.LeftOut).Select(g => g.Item.Id)]
            ),
            onBody.Chosen,
            [.. onHands.Lost.Zip(onFeet.Lost, (h, f) => h + f)]
        );
    }

    /// <summary>A stretch with what the played day says of it: how warm one comes into it, and what it takes over the steady balance.</summary>
    private static Segment Learnt(Segment at, DayPlayed played, Func<Segment, Fare> fare)
    {
        if (
            played.Moments.LastOrDefault(m => m.Hour <= at.FromHour + 1e-6) is not { } before
            || played.Moments.LastOrDefault(m => m.Hour <= at.ToHour + 1e-6) is not { } end
        )
            return at;
        // Half way to what was played: what comes before changes as well, and the two would chase each other.
        var start = at with
        {
            Debt = Math.Round((before.Debt + at.Debt) / 2),
            FingersC = Math.Round(before.Fingers.Celsius),
            ToesC = Math.Round(before.Toes.Celsius),
        };
        var steady = fare(start with { Debt = before.Debt });
        var missed =
            (end.Debt - steady.After) / at.Hours / (at.FallsMm > 0 ? Math.Max(LeastThrough, steady.Through) : 1);
        return start with { ShortBy = Math.Clamp(Math.Round(at.ShortBy + missed), -MostShort, MostShort) };
    }

    /// <summary>Less rain let in than this is not said to be what chills: share of the body.</summary>
    private const double LeastThrough = 0.2;

    /// <summary>Most that a stretch is said to take over its balance, W/m².</summary>
    private const double MostShort = 60;

    /// <summary>The stretches of a day that one can dress for.</summary>
    private List<Segment> Segments()
    {
        var all = Segments(breaks: true);
        return all.Count <= DressCost.MostStretches ? all : Segments(breaks: false);
    }

    /// <param name="breaks">Breaks of a rhythm are stretches of their own.</param>
    private List<Segment> Segments(bool breaks)
    {
        var found = new List<Segment>();
        var worked = false;
        foreach (var block in day.Blocks)
        {
            var edges = new List<double> { block.FromHour, block.ToHour };
            for (var hour = Math.Floor(block.FromHour); hour < block.ToHour && block.BreakMinutes > 0 && breaks; hour++)
                edges.AddRange([hour + 1 - block.BreakMinutes / 60, hour + 1]);
            foreach (var bar in pinned)
                edges.AddRange([bar.FromHour, bar.ToHour]);
            var sets = !worked && Work.Speed(block) > 0;
            if (sets && schools.SettingOff == SettingOff.BigJacket)
                edges.Add(block.FromHour + FirstMinutes);
            worked |= sets;
            edges.Sort();
            var from = block.FromHour;
            foreach (var to in edges.Where(e => e > block.FromHour + 1e-6 && e <= block.ToHour + 1e-6))
            {
                if (to <= from + 1.0 / 120)
                    continue;
                found.Add(At(block, from, to, sets && from <= block.FromHour + 1e-6));
                from = to;
            }
        }
        return found;
    }

    private Segment At(DayBlock block, double from, double to, bool setsOff)
    {
        var middle = (from + to) / 2;
        var worked = Spans.IsBreak(block, middle) ? Spans.Resting(block) : block;
        var air = day.Weather.At(middle, worked);
        // In half degrees: like stretches are weighed once.
        air = air with
        {
            AirC = Math.Floor(2 * air.AirC) / 2,
            WindMs = Math.Ceiling(4 * air.WindMs) / 4,
        };
        var at = WhereWorked.Of(worked, air, day.Camp(middle), day.Sleeper);
        return new(
            from,
            to,
            block.Id,
            at.Heat,
            at.Climate,
            at.Movement,
            at.WindMs,
            air.FallsMm * OutsideWater.CaughtIn(block.Place),
            block.Place == DayPlace.Tent,
            day.IsInBed(worked),
            setsOff && schools.SettingOff == SettingOff.Cool ? -BodyHeat.MostStored : 0,
            setsOff,
            Poles: Work.HoldsPoles(worked.Activity)
        );
    }

    /// <summary>A spare stays where it is while another of its kind is not wet.</summary>
    private bool StaysDry(Garment garment) =>
        garment.IsSpare
        && day.Wearable.Values.Any(g =>
            !g.IsSpare
            && g.Main == garment.Main
            && g.Tier == garment.Tier
            && day.Morning.PerGram(g.Item) <= Dryness.Textiles.DampUpTo
        );

    /// <summary>Whether a thing is of the schools that were chosen; what there is no other for stays.</summary>
    private bool Allowed(Garment garment)
    {
        bool Another(Func<Garment, bool> of) =>
            day.Wearable.Values.Any(g => g.Main == garment.Main && g.Tier == garment.Tier && of(g));
        if (garment is { Tier: Tier.Skin, Main: Part.Torso or Part.Legs } && schools.NextToSkin != NextToSkin.Any)
        {
            var wool = schools.NextToSkin == NextToSkin.Wool;
            bool Of(Garment g) => g.Item.Material == Material.Wool == wool;
            return Of(garment) || !Another(Of);
        }
        if (garment is { Tier: Tier.Shell, Main: Part.Torso or Part.Legs })
        {
            return schools.Shell switch
            {
                ShellChoice.Hard => garment.IsWaterproof || !Another(g => g.IsWaterproof),
                ShellChoice.Soft => !garment.IsWaterproof || !Another(g => !g.IsWaterproof),
                ShellChoice.None => garment.Main == Part.Legs
                    && !day.Wearable.Values.Any(g => g.Main == Part.Legs && g.Tier is Tier.Mid or Tier.ThinLoft),
                _ => true,
            };
        }
        return true;
    }

    /// <summary>Pieces that a stretch must and must not wear.</summary>
    private (uint On, uint Off) Forced(Wardrobe wardrobe, Segment at)
    {
        var (on, off) = (0u, 0u);
        var middle = (at.FromHour + at.ToHour) / 2;
        for (var n = 0; n < wardrobe.Pieces.Count; n++)
        {
            foreach (var bar in pinned.Where(b => b.ItemId == wardrobe.Pieces[n].Item.Id && b.Covers(middle)))
                (on, off) = bar.AtHand ? (on, off | 1u << n) : (on | 1u << n, off);
        }
        if (!at.SetsOff || wardrobe != body)
            return (on, off);
        var big = Enumerable
            .Range(0, wardrobe.Pieces.Count)
            .Where(n => wardrobe.Pieces[n] is { Tier: Tier.Over, Main: Part.Torso })
            .ToList();
        if (big.Count == 0)
            return (on, off);
        var warmest = big.MaxBy(n => wardrobe.Pieces[n].Resistance);
        if (schools.SettingOff == SettingOff.BigJacket)
            return (on | 1u << warmest & ~off, off);
        foreach (var n in big)
            off |= 1u << n & ~on;
        return (on, off);
    }

    /// <summary>Hands or feet: fingers and toes that stay warm, in the fewest changes.</summary>
    private EndsChosen Ends(Wardrobe wardrobe, Part part, List<Segment> segments)
    {
        var forced = segments.Select(s => Forced(wardrobe, s)).ToList();
        var boots = wardrobe.SetOf(p => p is { Main: Part.Feet, Tier: Tier.Shell });
        var conductances = new Dictionary<(Movement, uint), double>();
        double Conductance(int n, uint set)
        {
            var key = (segments[n].Movement, set);
            if (!conductances.TryGetValue(key, out var found))
                conductances[key] = found = DayStack.Conductance(
                    wardrobe.Worn(set),
                    part,
                    segments[n].Movement,
                    day.Sleeper.GirthCm
                );
            return found;
        }
        var liners = part == Part.Hands ? wardrobe.SetOf(HandsAtWork.IsLiner) : 0;
        double Share(int n) =>
            day.Sleeper.SupplyOf(part) * (part == Part.Hands && segments[n].Poles ? Extremity.OnPoles : 1);
        List<StretchCosts> costs = [.. segments.Select((_, n) => Costs(n))];
        var solved = DressSearch
            .Solve(new(wardrobe.Pieces.Count, 1, costs, Flips(wardrobe, segments), Lifted(wardrobe), default), stop)!
            .Value;
        bool Goes(int n, uint set) =>
            IsForced(set, forced[n]) && (wardrobe.Goes(set, day.Sleeper.GirthCm) || set == forced[n].On);
        bool May(int n, uint set)
        {
            // Out of doors boots are worn where there are any.
            if (part == Part.Feet && boots != 0 && (set & boots) == 0 && !segments[n].InTent)
                return false;
            return !schools.LinerStays || liners == 0 || (set & liners) != 0 || segments[n].InTent;
        }
        StretchCosts Costs(int n)
        {
            int[] go = [.. Enumerable.Range(0, wardrobe.Sets).Where(set => Goes(n, (uint)set))];
            int[] may = [.. go.Where(set => May(n, (uint)set))];
            // What is pinned may leave no way to do as one does, or none at all.
            may =
                may.Length > 0 ? may
                : go.Length > 0 ? go
                : [(int)forced[n].On];
            // They have to bear more than one hour.
            var least = part == Part.Feet && !segments[n].InTent ? BootsBear : 0;
            return new(
                may,
                Array.ConvertAll(
                    may,
                    set =>
                        DressCost.OfEnd(
                            SteadyFare.EndAfter(segments[n], part, Conductance(n, (uint)set), Share(n), least),
                            Grams(wardrobe, (uint)set)
                        )
                )
            );
        }
        return new(
            costs,
            solved.Chosen,
            [.. segments.Select((s, n) => SteadyFare.OfEnd(s, part, Conductance(n, solved.Chosen[n].Set), Share(n)))]
        );
    }

    private static bool IsForced(uint set, (uint On, uint Off) forced) =>
        (set & forced.On) == forced.On && (set & forced.Off) == 0;

    private static double Grams(Wardrobe wardrobe, uint set) => wardrobe.In(set).Sum(g => g.Item.MassG);

    private static double Seconds(Garment garment) =>
        (garment.Item.SecondsToPutOn > 0 ? garment.Item.SecondsToPutOn : UsualSeconds) + garment.ReachSeconds;

    private static List<DressCost[]> Flips(Wardrobe wardrobe, List<Segment> segments) =>
        [
            .. segments.Select(s =>
                Enumerable.Range(0, wardrobe.Pieces.Count).Select(n => FlipOf(wardrobe, s.InTent, n)).ToArray()
            ),
        ];

    private static double[] Lifted(Wardrobe wardrobe) => [.. wardrobe.Pieces.Select(g => 2 * Seconds(g))];

    /// <summary>
    /// A hat, a tube or a glove is no change of clothes, no pack need come off for it; nor is the jacket that goes over everything at a stop.
    /// </summary>
    private static bool Counts(Garment garment) =>
        garment.Main is Part.Torso or Part.Legs or Part.Feet && !garment.IsForStops;

    /// <summary>Thin things go before thick ones.</summary>
    private static DressCost FlipOf(Wardrobe wardrobe, bool inTent, int bit)
    {
        var garment = wardrobe.Pieces[bit];
        var seconds = Seconds(garment) + 60 * garment.Resistance;
        if (garment.Main == Part.Legs && !garment.Item.OverBoots && !inTent)
            seconds += BootsOffAndOn;
        return DressCost.OfChange(Counts(garment) ? 1 : 0, seconds);
    }

    private sealed record EndsChosen(
        IReadOnlyList<StretchCosts> Costs,
        IReadOnlyList<(uint Set, int Opening)> Chosen,
        IReadOnlyList<double> Lost
    );
}
