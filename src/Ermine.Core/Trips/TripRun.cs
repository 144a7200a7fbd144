using Ermine.Core.Body;
using Ermine.Core.Days;
using Ermine.Core.Dryness;
using Ermine.Core.Frost;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Loads;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Units;

namespace Ermine.Core.Trips;

/// <summary>
/// A trip of one of its people, run forward: state, day, state, night, and so on, as far as it is asked for. A run of a changed plan goes on
/// from the last morning that both share. Once a night has been run it may be asked by several at once.
/// </summary>
public sealed class TripRun
{
    /// <summary>Most days between two nights that are lived one by one.</summary>
    private const int MostDaysBetween = 60;

    private readonly bool frost;
    private readonly List<KitItem> things;
    private readonly List<DayAndNight> nights = [];

    /// <summary>Plays days as they may be at best, whatever is slept in.</summary>
    private DayModel? atBest;

    /// <summary>Begins on the first morning, everything dry.</summary>
    /// <param name="model">How the person fares in a night.</param>
    /// <param name="member">What the person uses and does.</param>
    /// <param name="frost">Also sleeps the nights; without it only days wet and dry.</param>
    public TripRun(NightModel model, Outfit member, bool frost = true)
        : this(model, new DayModel(model.Context, model.Sleeper), member, frost) { }

    private TripRun(NightModel model, DayModel days, Outfit member, bool frost = true)
    {
        (Model, Days, Outfit, this.frost) = (model, days, member, frost);
        things = [.. member.Uses.Select(model.Context.Closet.Find).OfType<KitItem>().Where(Textiles.IsTextile)];
    }

    private TripRun(NightModel model, Outfit member, TripRun before, int from)
        : this(model, before.Days, member)
    {
        for (var n = 0; n < from; n++)
            nights.Add(before[n]);
    }

    /// <summary>How the person fares in a night.</summary>
    public NightModel Model { get; }

    /// <summary>How the person fares by day.</summary>
    public DayModel Days { get; }

    /// <summary>What the person uses and does.</summary>
    public Outfit Outfit { get; }

    /// <summary>What everyone who asks about the trip shares.</summary>
    public TripContext Context => Model.Context;

    /// <summary>What is owned.</summary>
    public Closet Closet => Context.Closet;

    /// <summary>The trip.</summary>
    public Trip Trip => Context.Trip;

    /// <summary>Nights of the trip.</summary>
    public int Count => Trip.Nights.Count;

    /// <summary>Every textile that comes along.</summary>
    public IReadOnlyList<KitItem> Things => things;

    /// <summary>The system slept in on a night.</summary>
    public SleepSystem SystemOf(int night) => Outfit.SystemOf(Trip.Nights[night].Id);

    /// <summary>When a night begins and ends and what is done.</summary>
    public Bedtime BedtimeOf(int night)
    {
        var bedtime = Outfit.BedtimeOf(Trip.Nights[night].Id);
        return PlanOf(night).IsLaidOut ? Handed(bedtime, this[night].Day) : bedtime;
    }

    /// <summary>
    /// When a night begins and ends and what is done, got into as warm as it may be whatever else is slept in: a laid-out day ends a little
    /// warmer where the night before it was, and as warm as one gets where part of it is rested in the bed.
    /// </summary>
    internal Bedtime BedtimeAtBest(int night) =>
        BedtimeOf(night) is { FromTheDay: { } day } bedtime
            ? AtBest(
                bedtime,
                IsRestedInBed(night)
                    ? new(Math.Min(day.Debt, -BodyHeat.MostStored), Ends.Extremity.Warmest, day.HandsC)
                    : day
            )
            : BedtimeOf(night);

    /// <summary>
    /// The same for one who is known to sleep otherwise: the day before is played with what that leaves to wear, and in the bed where part of it
    /// is rested there, from a warm and dry morning.
    /// </summary>
    /// <param name="night">Which night, from 0.</param>
    /// <param name="sleeping">The person as that one sleeps.</param>
    internal Bedtime BedtimeAtBest(int night, Outfit sleeping) =>
        PlanOf(night) is { IsLaidOut: true } plan
        && Played(atBest ??= Days.ForTrial(), sleeping, night, plan, Water.None, BodyHeat.AtBest) is { } day
            ? AtBest(BedtimeOf(night), day.Body)
            : BedtimeOf(night);

    private static Bedtime AtBest(Bedtime bedtime, BodyHeat day) =>
        bedtime with
        {
            FromTheDay = new(
                day.Debt - WarmerByNight,
                Math.Min(day.FeetC + WarmerByNight, Ends.Extremity.Warmest),
                day.HandsC
            ),
        };

    private bool IsRestedInBed(int night) =>
        (PlanOf(night).Blocks ?? []).Any(b => b is { Activity: Activity.Rest, Place: DayPlace.Tent });

    /// <summary>Most by which another bed the night before warms one in the evening, °C and Wh/m² (assumption).</summary>
    private const double WarmerByNight = 3;

    /// <summary>What is planned for the day before a night.</summary>
    public DayPlan PlanOf(int night) => Outfit.Dry.DayOf(Trip.Nights[night].Id);

    /// <summary>One gets in as warm as a day that was played leaves one.</summary>
    private static Bedtime Handed(Bedtime bedtime, DayLived day) =>
        day.Played is { } played ? bedtime with { FromTheDay = played.Body } : bedtime;

    /// <summary>Low that a night is planned for; null while it is not known.</summary>
    public Temperature? LowOf(int night) => Context.Weather(night)?.Low.PlanFor;

    /// <summary>A day and its night, from 0; beyond the trip's the last one is repeated.</summary>
    public DayAndNight this[int n]
    {
        get
        {
            while (nights.Count <= n)
                nights.Add(Next(nights.Count));
            return nights[n];
        }
    }

    /// <summary>The first night without a dry thing for a purpose; null where there is always one.</summary>
    public int? FirstWithout(Slot slot) => First(n => this[n].Day.Without.Contains(slot));

    /// <summary>The first night without a dry thing for some purpose; null where there is always one.</summary>
    /// <param name="before">Looks no further than this night.</param>
    public int? FirstGap(int? before = null) => First(n => this[n].Day.Without.Count > 0, before);

    /// <summary>What a night holds to as wet as things are at getting in: body and feet.</summary>
    public BodyAndFeet Holds(int night) => BodyAndFeet.Of(Body(night), LinesOf(night)?.Feet);

    /// <summary>The worse of the two, without the other where it is not needed.</summary>
    public BodyAndFeet HoldsTogether(int night) =>
        LinesOf(night)?.Beside(Body(night)) ?? BodyAndFeet.Of(Body(night), null);

    /// <summary>What a night would hold to if everything were dry.</summary>
    public BodyAndFeet HoldsDry(int night) => Model.HoldsTogether(night, SystemOf(night), BedtimeOf(night), null);

    private ColdLine Body(int night) => Model.Holds(night, SystemOf(night), this[night].EveningWater).Line();

    /// <summary>Where the hours of a night turn; null where nothing is laid out.</summary>
    public HourLines? LinesOf(int night) =>
        this[night].Slept.Lines ?? Model.LinesOf(night, SystemOf(night), BedtimeOf(night), this[night].EveningWater);

    /// <summary>Frost in bags and quilts on an evening, g.</summary>
    public double FrostG(int night)
    {
        var water = this[night].EveningWater;
        return things.Where(t => t.IsTopLayer).Sum(t => water.GramsOf(t.Id));
    }

    /// <summary>The same trip with something changed for this person; it goes on from the last morning that both share.</summary>
    public TripRun With(Outfit changed) => new(Model, changed, this, FirstDifference(changed));

    /// <summary>The same trip from the start with other things owned.</summary>
    /// <param name="closet">What is owned then.</param>
    /// <param name="changed">What the person then uses; the same where null.</param>
    /// <param name="frost">Also sleeps the nights; without it only days wet and dry.</param>
    public TripRun With(Closet closet, Outfit? changed = null, bool frost = true) =>
        new(Model.With(closet), Days, changed ?? Outfit, frost);

    /// <summary>
    /// The same trip from the start for one trial among many: its nights are slept as ever, its days are played to their end only, and what was
    /// laid out for it is forgotten with it.
    /// </summary>
    /// <param name="changed">What the person then uses.</param>
    public TripRun ForTrial(Outfit changed) => new(Model.With(Closet), Days.ForTrial(), changed, frost);

    /// <summary>
    /// The same for one trial that goes on the plan: its walks are weighed anew with what is then carried, as the plan will have them.
    /// </summary>
    /// <param name="changed">What the person then uses.</param>
    /// <param name="others">What others of the party then use; of those who are not among them nothing changes.</param>
    public TripRun Packed(Outfit changed, IEnumerable<Outfit> others)
    {
        if (!Weighed.IsAsked(Trip))
            return ForTrial(changed);
        var trip = others.Aggregate(Trip, (t, o) => t.With(o)).With(changed);
        var context = Context.With(Weighed.In(trip, Closet));
        return new(
            new(context, Model.Sleeper),
            new DayModel(context, Model.Sleeper).ForTrial(),
            context.Trip.Outfits.First(o => o.SleeperId == changed.SleeperId),
            frost
        );
    }

    /// <summary>
    /// The same run asked about things that it does not use yet. What has been run stays, for none of it knew of them.
    /// </summary>
    public TripRun Knowing(Closet closet) => new(Model.With(closet), Outfit, this, nights.Count);

    /// <summary>The person slept in another system: on all nights that share one, or on this night where it has its own.</summary>
    public Outfit Sleeping(int night, SleepSystem system)
    {
        var nightId = Trip.Nights[night].Id;
        if (system == SystemOf(night))
            return Outfit;
        return Outfit.Own.Any(o => o.NightId == nightId && o.System is not null)
            ? Outfit with
            {
                Own = [.. Outfit.Own.Select(o => o.NightId == nightId ? o with { System = system } : o)],
            }
            : Outfit with
            {
                System = system,
            };
    }

    /// <summary>A person with something else done on a night.</summary>
    public Outfit Doing(Outfit member, int night, Bedtime bedtime)
    {
        var nightId = Trip.Nights[night].Id;
        var own = member.Own.FirstOrDefault(o => o.NightId == nightId) ?? new OutfitNight(nightId);
        return member with { Own = [.. member.Own.Where(o => o.NightId != nightId), own with { Bedtime = bedtime }] };
    }

    private int? First(Predicate<int> of, int? before = null)
    {
        for (var n = 0; n < Math.Min(Count, before ?? Count); n++)
        {
            if (of(n))
                return n;
        }
        return null;
    }

    /// <summary>The first day on which another plan of this person differs, from 0.</summary>
    private int FirstDifference(Outfit other)
    {
        var (here, there) = (Outfit.Dry, other.Dry);
        var used = Outfit.Uses.ToHashSet();
        if (
            here.Habits != there.Habits
            || !here.Roles.SequenceEqual(there.Roles)
            || !used.SetEquals(other.Uses)
            || used.Any(id => Outfit.RoleOf(id) != other.RoleOf(id))
        )
            return 0;
        for (var n = 0; n < Count; n++)
        {
            var id = Trip.Nights[n].Id;
            var (a, b) = (here.DayOf(id), there.DayOf(id));
            if (Outfit.SystemOf(id) != other.SystemOf(id) || Outfit.BedtimeOf(id) != other.BedtimeOf(id) || a != b)
                return n;
        }
        return Count;
    }

    private DayAndNight Next(int n)
    {
        var night = Math.Min(n, Count - 1);
        var system = SystemOf(night);
        var sleepsIn = system.In(Closet).Select(r => r.Item).ToList();
        var day = DayStep.Live(n > 0 ? nights[n - 1].Morning : TripState.Start, Day(n, night, sleepsIn));
        var evening = day.Evening.Water;
        if (frost)
        {
            var bedtime = Handed(Outfit.BedtimeOf(Trip.Nights[night].Id), day);
            var slept = Model.Sleep(night, system, bedtime, evening, day.DampInBed);
            var body = slept.Hours?.Steps[^1] is { } up
                ? BodyHeat.Rested with
                {
                    Debt = up.Debt,
                    FeetC = up.Feet.Celsius,
                }
                : BodyHeat.Rested;
            return new(day, slept, new(slept.Dawn, sleepsIn, body));
        }
        var water = evening.Take();
        Drying.Shared(day.DampInBed, water, Drying.OnBody * 10);
        var dawn = water.Give();
        return new(day, new(null, null, null, null, dawn), new(dawn, sleepsIn, BodyHeat.Rested));
    }

    private DayToLive Day(int n, int night, List<KitItem> sleepsIn)
    {
        var at = Trip.Nights[night];
        var between = n > 0 && n < Count ? at.Date.DayNumber - Trip.Nights[n - 1].Date.DayNumber - 1 : 0;
        var low = LowOf(night);
        var plan = PlanOf(night);
        return new(
            Outfit,
            Closet,
            things,
            sleepsIn,
            n < Count ? Outfit.Dry.DayOf(at.Id) : new(at.Id, DayWork.Easy, []),
            First: n == 0,
            Math.Clamp(between, 0, MostDaysBetween),
            Context.Weather(Math.Max(0, night - 1))?.High
                ?? (low ?? new Temperature(-10)) + Forecasts.Diurnal.SwingIfUnknown,
            low,
            n < Count && plan.IsLaidOut ? (water, body) => Played(Days, Outfit, night, plan, water, body) : null
        );
    }

    /// <summary>
    /// The laid-out day before a night as another body would live it in the same clothes, from the same morning; null where none is laid out or
    /// its weather is not known.
    /// </summary>
    /// <param name="other">The other body.</param>
    /// <param name="night">Which night it ends in, from 0.</param>
    public DayPlayed? DayAs(Sleeper other, int night)
    {
        var plan = PlanOf(night);
        if (!plan.IsLaidOut)
            return null;
        var morning = night > 0 ? this[night - 1].Morning : TripState.Start;
        var days = new DayModel(Context, other);
        return days.Of(Outfit, Closet, night, plan.Blocks!, plan, morning.Water, morning.Body) is { } day
            ? days.Play(night, day)
            : null;
    }

    private DayPlayed? Played(DayModel days, Outfit outfit, int night, DayPlan plan, Water morning, BodyHeat body) =>
        days.Of(outfit, Closet, night, plan.Blocks!, plan, morning, body) is { } day ? days.Play(night, day) : null;
}
