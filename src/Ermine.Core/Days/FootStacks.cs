using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Kit;
using Ermine.Core.Units;

namespace Ermine.Core.Days;

/// <summary>A boot with what is worn in and over it, and what it holds to. Dry, with room for the wind that walking makes.</summary>
/// <param name="Things">From the skin out.</param>
/// <param name="Boot">The boot; null where none is worn.</param>
/// <param name="StackMm">What lies in the boot, mm.</param>
/// <param name="RoomMm">What it has room for, mm; null where it is not known.</param>
/// <param name="OverMm">By how much the stack is too thick, mm.</param>
/// <param name="Tight">Something squeezes the foot.</param>
/// <param name="Squeezes">What does; null where nothing does, or a sock that fits tightly by itself.</param>
/// <param name="Resistance">Of all of it, squeezed where it is.</param>
/// <param name="StandsC">Coldest air in which toes keep 15 °C for an hour's standing; null in none.</param>
/// <param name="WalksC">The same of walking all day.</param>
/// <param name="StandsMinutes">Minutes of standing in the coldest air of the day until toes are under 15 °C; null where longer than a day.</param>
/// <param name="StandsWarmerK">How much warmer than what is worn now the air must be for an hour's standing, K: negative holds to colder air.</param>
/// <param name="WalksWarmerK">The same of walking.</param>
/// <param name="More">What is worn more than now.</param>
/// <param name="Less">What is worn less.</param>
/// <param name="Lowest">Coldest that toes would get on the day.</param>
public sealed record FootStack(
    IReadOnlyList<Guid> Things,
    Guid? Boot,
    double StackMm,
    double? RoomMm,
    double OverMm,
    bool Tight,
    Guid? Squeezes,
    Insulation Resistance,
    Temperature? StandsC,
    Temperature? WalksC,
    int? StandsMinutes,
    double? StandsWarmerK,
    double? WalksWarmerK,
    IReadOnlyList<Guid> More,
    IReadOnlyList<Guid> Less,
    Temperature Lowest
);

/// <summary>Whether something goes on the boot that is worn.</summary>
/// <param name="ItemId">Spikes, snowshoes or bindings.</param>
/// <param name="Fit">Whether.</param>
public sealed record OnTheBoot(Guid ItemId, BindingFit Fit);

/// <summary>Boots and what goes into them, followed through the minutes of a day that was played.</summary>
/// <param name="day">The day.</param>
/// <param name="minutes">What touched the body in every minute of it.</param>
public sealed class FootStacks(DayToPlay day, IReadOnlyList<BodyMinute> minutes)
{
    private readonly double own = day.Sleeper.SupplyOf(Part.Feet);

    private static readonly Comparer<Garment> InOrder = Comparer<Garment>.Create(Dressed.Order);

    /// <summary>Everything along that can be worn on the feet.</summary>
    private IEnumerable<Garment> All => day.Wearable.Values.Where(g => g.Main == Part.Feet);

    /// <summary>A boot, not a sock, a liner or what goes over.</summary>
    public static bool IsBoot(Garment garment) => garment is { Main: Part.Feet, Tier: Tier.Shell };

    /// <summary>What is worn at the coldest moment of the toes out of doors, by the moments of the day; none where nothing is worn.</summary>
    public IReadOnlyList<Garment> WornAtWorst(DayPlayed played)
    {
        var worst = played
            .Moments.Where(m => day.Blocks.FirstOrDefault(b => b.Id == m.BlockId) is { Place: not Plans.DayPlace.Tent })
            .DefaultIfEmpty(played.Moments.Count > 0 ? played.Moments[0] : null)
            .MinBy(m => m?.Toes.Celsius);
        return worst is null || day.Blocks.FirstOrDefault(b => b.Id == worst.BlockId) is not { } block
            ? []
            :
            [
                .. day.At((worst.FromHour + worst.Hour) / 2, block)
                    .Select(w => w.Garment)
                    .Where(g => g.Main == Part.Feet),
            ];
    }

    /// <summary>A stack by itself, with how it differs from another.</summary>
    /// <param name="things">From the skin out.</param>
    /// <param name="now">What it is compared with; null for itself.</param>
    public FootStack Of(IReadOnlyList<Garment> things, FootStack? now = null)
    {
        Worn[] worn = [.. things.Order(InOrder).Select(g => new Worn(g))];
        var stack = DayStack.FitOf(worn, Part.Feet);
        var boot = Array.FindLast(worn, w => IsBoot(w.Garment)).Garment;
        var inside = boot is null ? worn : worn.TakeWhile(w => w.Garment != boot).ToArray();
        var mm = inside.Sum(w => Fit.ThicknessOf(w.Garment.Item, w.Garment.Resistance));
        var resting = StepIn(worn, Movement.Of(0, 0, EndLimits.StandingHeat), stack.IsTight);
        var walking = StepIn(
            worn,
            Movement.Of(0, Work.UsualSpeed(Plans.Activity.Walk), EndLimits.WalkingHeat),
            stack.IsTight
        );
        var stands = EndLimits.ColdestAir(Extremity.Feet, resting, walks: false);
        var walks = EndLimits.ColdestAir(Extremity.Feet, walking, walks: true);
        var ids = worn.Select(w => w.Garment.Item.Id).ToList();
        static double? Warmer(double? air, Temperature? then) => air - then?.Celsius;
        return new(
            ids,
            boot?.Item.Id,
            mm,
            boot?.Item.RoomMm is null ? null : Fit.RoomIn(boot.Item),
            stack.OverMm,
            stack.IsTight,
            stack.Squeezes?.Id,
            new(1 / resting.Conductance - DayStack.StillLayer(Part.Feet, Movement.Of(0, 0, EndLimits.StandingHeat))),
            stands is { } s ? new Temperature(s) : null,
            walks is { } w ? new Temperature(w) : null,
            StandsMinutes(worn, stack.IsTight),
            now is null ? null : Warmer(stands, now.StandsC),
            now is null ? null : Warmer(walks, now.WalksC),
            now is null ? [] : [.. ids.Except(now.Things)],
            now is null ? [] : [.. now.Things.Except(ids)],
            new(Through(worn, stack.IsTight))
        );
    }

    /// <summary>
    /// What else could be worn: one thing more in the boot, one less, or another boot with the same in it; the best of each first.
    /// </summary>
    /// <param name="worn">What is worn.</param>
    /// <param name="now">That by itself.</param>
    /// <param name="stop">Ends the work.</param>
    public IReadOnlyList<FootStack> Others(IReadOnlyList<Garment> worn, FootStack now, CancellationToken stop)
    {
        var found = new List<FootStack>();
        var along = All.Except(worn).Where(g => !g.Item.OverBoots).ToList();
        foreach (var more in along.Where(g => !IsBoot(g) && g.Item.ThicknessMm < Lofty))
            found.Add(Of([.. worn, more], now));
        foreach (var less in worn.Where(g => !IsBoot(g)))
        {
            found.Add(Of([.. worn.Where(g => g != less)], now));
            foreach (var other in along.Where(g => !IsBoot(g) && g.Tier == less.Tier && g.Item.ThicknessMm < Lofty))
                found.Add(Of([.. worn.Where(g => g != less), other], now));
        }
        foreach (var boot in along.Where(IsBoot))
            found.Add(Of([.. worn.Where(g => !IsBoot(g)), boot], now));
        stop.ThrowIfCancellationRequested();
        return
        [
            .. found
                .DistinctBy(f => string.Join(',', f.Things))
                .OrderBy(f => f.StandsWarmerK ?? double.MaxValue)
                .ThenBy(f => f.Things.Count),
        ];
    }

    /// <summary>Thicker than this nobody thinks of a thing as a sock, mm (assumption).</summary>
    private const double Lofty = 15;

    /// <summary>Whether spikes, snowshoes and bindings go on a boot.</summary>
    /// <param name="bindings">What there is.</param>
    /// <param name="worn">What is worn on the feet.</param>
    public static IReadOnlyList<OnTheBoot> Bindings(IEnumerable<KitItem> bindings, IReadOnlyList<Garment> worn) =>
        worn.FirstOrDefault(IsBoot) is not { } boot
            ? []
            :
            [
                .. bindings.Select(b => new OnTheBoot(
                    b.Id,
                    Fit.OnBoot(
                        b,
                        boot.Item,
                        worn.Where(g => g.Item.OverBoots && g.Item.Cover.Feet >= 0.5).Sum(g => g.Item.ThicknessMm)
                    )
                )),
            ];

    /// <summary>A thing that is strapped under boots.</summary>
    public static bool IsBinding(KitItem item) => item is { Kind: ItemKind.Gear, Sole: not Sole.None, Cover.Feet: 0 };

    private ExtremityStep StepIn(Worn[] worn, Movement movement, bool tight) =>
        new(DayStack.Conductance(worn, Part.Feet, movement, day.Sleeper.GirthCm), 0, 0, 0, Tight: tight, Share: own);

    private int? StandsMinutes(Worn[] worn, bool tight)
    {
        if (minutes.Count == 0)
            return null;
        var coldest = minutes.MinBy(m => m.AirC);
        var step = StepIn(worn, Movement.Of(0, 0, EndLimits.StandingHeat), tight) with
        {
            Around = coldest.AirC,
            Debt = EndLimits.StandingDebt,
            Made = EndLimits.StandingHeat,
        };
        return EndMinutes.Until(Extremity.Feet, EndLimits.StartC, step, EndLimits.Line)[0];
    }

    /// <summary>Coldest that toes get on the day where this is worn whenever boots are.</summary>
    private double Through(Worn[] worn, bool tight)
    {
        var (celsius, lowest) = (day.Body.FeetC, 99.0);
        Movement movement = default;
        ExtremityStep step = default;
        foreach (var m in minutes)
        {
            if (step.Conductance == 0 || m.Movement != movement)
                (movement, step) = (m.Movement, StepIn(worn, m.Movement, tight));
            celsius = Extremity.Feet.After(
                celsius,
                step with
                {
                    Around = m.AirC,
                    Debt = m.Debt,
                    Made = m.Made,
                },
                m.Hours
            );
            lowest = Math.Min(lowest, celsius);
        }
        return lowest;
    }
}
