using Ermine.Core.Answers;
using Ermine.Core.Days;
using Ermine.Core.Ends;
using Ermine.Core.Heat;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Rules;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Trail;

/// <summary>A night as it is taken along.</summary>
/// <param name="Night">The night with its cut.</param>
/// <param name="Bedtime">When it begins and ends and what is done.</param>
/// <param name="IfThen">What is done as it gets colder; null where its low is not known or nothing is laid out.</param>
public sealed record NightCard(NightAnswer Night, Bedtime Bedtime, IfThen? IfThen)
{
    /// <summary>The card of one night.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="night">Which night, from 0.</param>
    public static NightCard Of(TripRun run, int night) =>
        new(NightAnswers.Whole(run, night), run.BedtimeOf(night), MeasureLadder.For(run, night)?.Climb());
}

/// <summary>A moment of the day at which work or clothes change.</summary>
/// <param name="Hour">When, hours from the midnight before.</param>
/// <param name="Block">What is done from then on.</param>
/// <param name="Begins">That work begins here; else only clothes change.</param>
/// <param name="Lived">How one fares in it; null while the day has no air.</param>
/// <param name="On">What comes on.</param>
/// <param name="Off">What comes off.</param>
/// <param name="Stops">Stops on the way, at which something comes on and off again.</param>
/// <param name="OnAtStops">What that is.</param>
public sealed record DayLine(
    double Hour,
    DayBlock Block,
    bool Begins,
    BlockLived? Lived,
    IReadOnlyList<Guid> On,
    IReadOnlyList<Guid> Off,
    IReadOnlyList<double> Stops,
    IReadOnlyList<Guid> OnAtStops
);

/// <summary>A day as it is taken along.</summary>
/// <param name="NightId">The night that it ends in.</param>
/// <param name="LaidOut">Its work is laid out; else it is such a day as it usually goes.</param>
/// <param name="AirLow">Coldest air outside; null where it is not known.</param>
/// <param name="AirHigh">Warmest air outside.</param>
/// <param name="WindMs">Wind at 10 m at the camp, m/s; null where unknown.</param>
/// <param name="MinutesToFrostbite">For a bare face at the coldest; null where freezing is unlikely.</param>
/// <param name="Lines">What when.</param>
/// <param name="Pauses">How long one may stand, and from when on the big jacket is worth it.</param>
/// <param name="Unplanned">An hour of waiting that nobody planned.</param>
/// <param name="Face">The face through the day; null while it has no air.</param>
/// <param name="Watch">When to look at whom, for all who come along.</param>
/// <param name="Cautions">What can hurt.</param>
/// <param name="DrinkL">Water that sweat and breath cost, l; null while the day has no air.</param>
public sealed record DayCard(
    Guid NightId,
    bool LaidOut,
    Temperature? AirLow,
    Temperature? AirHigh,
    double? WindMs,
    double? MinutesToFrostbite,
    IReadOnlyList<DayLine> Lines,
    IReadOnlyList<Pause> Pauses,
    UnplannedStop? Unplanned,
    FacePlan? Face,
    IReadOnlyList<Watch> Watch,
    IReadOnlyList<Caution> Cautions,
    double? DrinkL
)
{
    /// <summary>Hours by which one looks past a change.</summary>
    private const double Instant = 1e-3;

    /// <summary>The card of one person's day before a night.</summary>
    /// <param name="party">Everyone's run.</param>
    /// <param name="member">Whose, from 0.</param>
    /// <param name="night">Which night the day ends in, from 0.</param>
    public static DayCard Of(IReadOnlyList<TripRun> party, int member, int night)
    {
        var run = party[member];
        var day = DayAnswers.Of(run, night);
        var ends = EndsAnswers.Of(party, member, night);
        var weather = run.Context.Weather(night);
        return new(
            day.NightId,
            day.LaidOut,
            day.AirLow,
            day.AirHigh,
            weather?.WindMs,
            weather?.MinutesToFrostbite,
            [.. LinesOf(run, night, day)],
            day.Pauses,
            day.Unplanned,
            ends.Face,
            ends.Watch,
            day.Cautions,
            day.Played?.DrunkL
        );
    }

    private static IEnumerable<DayLine> LinesOf(TripRun run, int night, DayAnswer answer)
    {
        if (DayAnswers.ToPlay(run, night).Day is not { } day)
        {
            foreach (var block in answer.Blocks)
                yield return new(block.FromHour, block, true, null, [], [], [], []);
            yield break;
        }
        IReadOnlyList<Guid> worn = [];
        foreach (var block in day.Blocks)
        {
            var lived = answer.Played?.Blocks.FirstOrDefault(b => b.BlockId == block.Id);
            if (day.IsInBed(block))
            {
                // What the bed is made of stands on the card of the night.
                yield return new(block.FromHour, block, true, lived, [], [], [], []);
                continue;
            }
            var changes = day
                .Worn.Where(b => !b.AtHand)
                .SelectMany(b => new[] { b.FromHour, b.ToHour })
                .Where(h => h > block.FromHour + Instant && h < block.ToHour - Instant)
                .Prepend(block.FromHour)
                .Distinct()
                .Order()
                .Select(h => (Hour: h, Worn: WornAt(day, h, block)))
                .ToList();
            for (var n = 0; n < changes.Count; n++)
            {
                var (hour, now) = changes[n];
                // What comes on at a stop and off after it is said once for all stops of the kind.
                var stops = new List<double>();
                IReadOnlyList<Guid> onAtStops = [];
                while (
                    n + 2 < changes.Count
                    && Same(changes[n + 2].Worn, now)
                    && now.All(changes[n + 1].Worn.Contains)
                    && changes[n + 1].Worn.Except(now).ToList() is { Count: > 0 } more
                    && (stops.Count == 0 || Same(more, onAtStops))
                )
                {
                    stops.Add(changes[n + 1].Hour);
                    onAtStops = more;
                    n += 2;
                }
                var begins = hour == block.FromHour;
                if (begins || stops.Count > 0 || !Same(worn, now))
                    yield return new(
                        hour,
                        block,
                        begins,
                        begins ? lived : null,
                        [.. now.Except(worn)],
                        [.. worn.Except(now)],
                        stops,
                        onAtStops
                    );
                worn = now;
            }
        }
    }

    private static IReadOnlyList<Guid> WornAt(DayToPlay day, double hour, DayBlock block) =>
        [.. day.At(hour + Instant, block).Select(w => w.Garment.Item.Id)];

    private static bool Same(IEnumerable<Guid> one, IEnumerable<Guid> other) => one.ToHashSet().SetEquals(other);
}

/// <summary>A day and its night as they are taken along.</summary>
/// <param name="Night">The night.</param>
/// <param name="Day">The day before it.</param>
public sealed record CardsOfNight(NightCard Night, DayCard Day)
{
    /// <summary>The cards of one of a party.</summary>
    /// <inheritdoc cref="DayCard.Of"/>
    public static CardsOfNight Of(IReadOnlyList<TripRun> party, int member, int night) =>
        new(NightCard.Of(party[member], night), DayCard.Of(party, member, night));
}

/// <summary>How one of a party stands on a night.</summary>
/// <param name="SleeperId">Who.</param>
/// <param name="Verdict">The plan's verdict; null while it is not known.</param>
/// <param name="Holds">What body and feet hold to as packed.</param>
/// <param name="TurnBackBelow">Below this low nothing is left to be done; null where it is not known.</param>
/// <param name="DangerBelow">Below this low it is no-go whatever is done.</param>
/// <param name="Leads">What fails first when everything is used up.</param>
public sealed record OneOfParty(
    Guid SleeperId,
    Verdict? Verdict,
    BodyAndFeet Holds,
    ColdLine? TurnBackBelow,
    ColdLine? DangerBelow,
    Leads? Leads
);

/// <summary>A night of a party on its sheet: who stands how, and where all turn back.</summary>
/// <param name="NightId">The night.</param>
/// <param name="PlanFor">The low planned for; null while it is not known.</param>
/// <param name="People">Everyone.</param>
/// <param name="TurnBackBelow">The party turns back where the first of them has nothing left; null where nobody's line is known.</param>
/// <param name="For">Whose line that is.</param>
/// <param name="DangerBelow">The first no-go of them.</param>
/// <param name="ToSpare">The low planned for over the line to turn back at; negative where it lies below.</param>
public sealed record NightOfParty(
    Guid NightId,
    Temperature? PlanFor,
    IReadOnlyList<OneOfParty> People,
    ColdLine? TurnBackBelow,
    Guid? For,
    ColdLine? DangerBelow,
    TemperatureDifference? ToSpare
)
{
    /// <summary>One night of a party.</summary>
    /// <param name="party">Everyone's run.</param>
    /// <param name="night">Which, from 0.</param>
    public static NightOfParty Of(IReadOnlyList<TripRun> party, int night)
    {
        List<OneOfParty> people = [.. party.Select(run => One(run, night))];
        var known = people.Where(p => p.TurnBackBelow is not null).ToList();
        var first = known.Aggregate(
            (OneOfParty?)null,
            (worst, p) => worst is null || p.TurnBackBelow!.CompareTo(worst.TurnBackBelow!) > 0 ? p : worst
        );
        var low = party[0].LowOf(night);
        return new(
            party[0].Trip.Nights[night].Id,
            low,
            people,
            first?.TurnBackBelow,
            first?.SleeperId,
            known.Count == 0 ? null : known.Select(p => p.DangerBelow!).Aggregate(ColdLine.Worse),
            first?.TurnBackBelow?.MarginAt(low)
        );
    }

    private static OneOfParty One(TripRun run, int night)
    {
        var last = MeasureLadder.For(run, night)?.Climb().AtLast;
        return new(
            run.Model.Sleeper.Id,
            NightModel.VerdictOf(run[night].Slept),
            run.HoldsTogether(night),
            last?.FromWarm.Together,
            last?.ToNoGo.Together,
            last?.FromWarm.Leads
        );
    }
}
