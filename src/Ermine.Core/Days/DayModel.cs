using System.Collections.Concurrent;
using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Loads;
using Ermine.Core.Nights;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>
/// How one person fares by day on a trip. It knows nothing of other days but the water and the warmth that are handed to it, and keeps what
/// it has played: a change of a plan changes few days. May be asked by several at once.
/// </summary>
/// <param name="context">The trip; what is owned is said anew each time.</param>
/// <param name="sleeper">Whose days.</param>
public sealed class DayModel(TripContext context, Sleeper sleeper)
{
    private readonly ConcurrentDictionary<int, DayWeather?> weathers = [];
    private readonly ConcurrentDictionary<Key, DayPlayed> played = [];
    private readonly DayModel? before;

    private DayModel(DayModel before)
        : this(before.Context, before.Sleeper) => (this.before, weathers) = (before, before.weathers);

    /// <summary>The same for one trial among many: days are played to their end only, and forgotten with it.</summary>
    public DayModel ForTrial() => new(this);

    /// <summary>The trip.</summary>
    public TripContext Context => context;

    /// <summary>Whose days.</summary>
    public Sleeper Sleeper => sleeper;

    /// <summary>Weather of the day before a night; null while it is not known.</summary>
    public DayWeather? Weather(int night) => weathers.GetOrAdd(night, n => DayWeather.Of(context, n));

    /// <summary>Everything that can be worn on the day before a night.</summary>
    /// <param name="outfit">What the person uses.</param>
    /// <param name="closet">What is owned.</param>
    /// <param name="night">Which night, from 0.</param>
    public Dictionary<Guid, Garment> Wearable(Outfit outfit, Closet closet, int night)
    {
        var id = context.Trip.Nights[night].Id;
        return Garments(outfit, closet, outfit.Uses.Where(t => outfit.MayBeWorn(t, id)), night);
    }

    /// <summary>What is kept for sleeping and slept in on a night: worn in the tent alone.</summary>
    /// <inheritdoc cref="Wearable"/>
    public Dictionary<Guid, Garment> ForSleep(Outfit outfit, Closet closet, int night)
    {
        var id = context.Trip.Nights[night].Id;
        return Garments(
            outfit,
            closet,
            outfit.SystemOf(id).Layers.Select(l => l.ItemId).Where(t => !outfit.MayBeWorn(t, id)),
            night
        );
    }

    private Dictionary<Guid, Garment> Garments(Outfit outfit, Closet closet, IEnumerable<Guid> things, int night)
    {
        var found = new Dictionary<Guid, Garment>();
        foreach (var thing in things)
        {
            if (
                closet.Find(thing) is { } item
                && Garment.Of(
                    item,
                    closet.ReadingOf(thing),
                    outfit.RoleOf(thing) == Role.Spare,
                    Reaching.SecondsByHand(context.Trip, thing, outfit.SleeperId, night)
                )
                    is { } garment
            )
                found[thing] = garment;
        }
        return found;
    }

    /// <summary>When the day before a night begins and ends, hours from the midnight before its evening.</summary>
    public (double Up, double In) Hours(Outfit outfit, int night)
    {
        var nights = context.Trip.Nights;
        var up =
            night > 0 && nights[night - 1].Date == nights[night].Date.AddDays(-1)
                ? outfit.BedtimeOf(nights[night - 1].Id).UpHour - 24
                : Bedtime.Plain.UpHour - 24;
        return (up, outfit.BedtimeOf(nights[night].Id).InHour);
    }

    /// <summary>What a day is played with; null while its weather is not known.</summary>
    /// <param name="outfit">What the person uses.</param>
    /// <param name="closet">What is owned.</param>
    /// <param name="night">Which night it ends in, from 0.</param>
    /// <param name="blocks">Its work.</param>
    /// <param name="plan">What is worn when, where it is set, and what hands have to do.</param>
    /// <param name="morning">Water in everything at getting up.</param>
    /// <param name="body">How warm the body is then.</param>
    public DayToPlay? Of(
        Outfit outfit,
        Closet closet,
        int night,
        IReadOnlyList<DayBlock> blocks,
        DayPlan plan,
        Water morning,
        BodyHeat body
    )
    {
        if (Weather(night) is not { } weather)
            return null;
        var wearable = Wearable(outfit, closet, night);
        List<DayBlock> inOrder = [.. blocks.OrderBy(b => b.FromHour)];
        return new(
            sleeper,
            inOrder,
            plan.Worn ?? UsualDress.Of(wearable.Values, inOrder),
            wearable,
            weather,
            hour => context.Where(hour < 12 && night > 0 ? night - 1 : night, Ground.LiesAt.NotSaid),
            morning,
            body,
            BedOf(outfit.SystemOf(context.Trip.Nights[night].Id).ThingsIn(closet), closet)
        )
        {
            ForSleep = ForSleep(outfit, closet, night),
            Tasks = [.. (plan.Tasks ?? []).OrderBy(t => t.Hour).Select(HandWork.Of)],
            DaysOut = night,
            LinerStays = plan.Schools?.LinerStays ?? false,
        };
    }

    private static List<Garment> BedOf(IEnumerable<KitItem> things, Closet closet)
    {
        List<KitItem> bed = [.. things];
        return bed.Exists(t => t.IsTopLayer)
            ?
            [
                .. bed.Select(t =>
                        t.IsTopLayer ? Garment.Bed(t, closet.ReadingOf(t.Id)) : Garment.Of(t, closet.ReadingOf(t.Id))
                    )
                    .OfType<Garment>(),
            ]
            : [];
    }

    /// <summary>Plays a day, or gives back what was played where nothing that it depends on has changed.</summary>
    /// <param name="night">Which night it ends in, from 0.</param>
    /// <param name="day">What it is played with.</param>
    public DayPlayed Play(int night, DayToPlay day) => Play(new Key(night, day), day);

    private DayPlayed Play(Key key, DayToPlay day) =>
        before?.played.GetValueOrDefault(key)
        ?? played.GetOrAdd(
            key,
            _ => before is null ? DayRun.Play(day, context.Stop) : DayRun.ToItsEnd(day, context.Stop)
        );

    /// <summary>All that a played day depends on.</summary>
    private sealed class Key : IEquatable<Key>
    {
        private readonly int night;
        private readonly BodyHeat body;
        private readonly IReadOnlyList<DayBlock> blocks;
        private readonly IReadOnlyList<Bar> bars;
        private readonly IReadOnlyList<HandWork> tasks;
        private readonly bool linerStays;
        private readonly List<(KitItem Item, object? Water)> worn;

        public Key(int night, DayToPlay day)
        {
            (this.night, body, blocks, bars) = (night, day.Body, day.Blocks, day.Worn);
            (tasks, linerStays) = (day.Tasks, day.LinerStays);
            worn =
            [
                .. day
                    .Worn.Where(b => !b.AtHand || tasks.Count > 0)
                    .Select(b => b.ItemId)
                    .Distinct()
                    .Select(day.Find)
                    .OfType<Garment>()
                    .Select(g => g.Item)
                    .Concat(day.Blocks.Any(day.IsInBed) ? day.Bed.Select(b => b.Item) : [])
                    .Select(item => (item, day.Morning.StateOf(item.Id))),
            ];
        }

        public bool Equals(Key? other) =>
            other is not null
            && night == other.night
            && body == other.body
            && worn.Count == other.worn.Count
            && blocks.SequenceEqual(other.blocks)
            && bars.SequenceEqual(other.bars)
            && linerStays == other.linerStays
            && tasks.SequenceEqual(other.tasks)
            && worn.Zip(other.worn)
                .All(p => p.First.Item == p.Second.Item && ReferenceEquals(p.First.Water, p.Second.Water));

        public override bool Equals(object? obj) => Equals(obj as Key);

        public override int GetHashCode() => HashCode.Combine(night, body, blocks.Count, bars.Count, worn.Count);
    }
}
