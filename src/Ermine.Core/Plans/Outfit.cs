using Ermine.Core.Stack;

namespace Ermine.Core.Plans;

/// <summary>A night of an outfit that differs.</summary>
/// <param name="NightId">The night.</param>
/// <param name="System">What is slept in; null for the same as on every night.</param>
/// <param name="Bedtime">When it begins and ends and all that is done; null for a plain one.</param>
public sealed record OutfitNight(Guid NightId, SleepSystem? System = null, Bedtime? Bedtime = null);

/// <summary>
/// What one person of a trip sleeps in, carries and does, gathered from the trip's list of uses: the view that nights and days are worked
/// out from, and that variants are made of. Written back it is the same list.
/// </summary>
/// <param name="SleeperId">Who.</param>
/// <param name="System">What is slept in on every night without a system of its own.</param>
/// <param name="Along">Things that come along anyway, for the day or in reserve: using them costs no grams.</param>
/// <param name="Own">Nights that differ.</param>
/// <param name="Ideas">Systems put aside to be compared; they claim nothing.</param>
/// <param name="Quiet">Rules answered.</param>
/// <param name="Dry">How this person keeps dry.</param>
public sealed record Outfit(
    Guid SleeperId,
    SleepSystem System,
    IReadOnlyList<Guid> Along,
    IReadOnlyList<OutfitNight> Own,
    IReadOnlyList<Idea> Ideas,
    IReadOnlyList<QuietRule> Quiet,
    DryPlan Dry
)
{
    /// <summary>What a thing is kept for: as set, else night only where it is slept in on any night, else day.</summary>
    public Role RoleOf(Guid itemId) =>
        Dry.Roles.FirstOrDefault(r => r.ItemId == itemId)?.Role
        ?? (Slept.Any(s => s.Has(itemId)) ? Role.NightOnly : Role.Day);

    /// <summary>
    /// Whether a thing can be worn on the day before a night: along then, and not kept for sleeping. What comes along for the day may be slept
    /// in as well.
    /// </summary>
    public bool MayBeWorn(Guid itemId, Guid nightId)
    {
        var set = Dry.Roles.FirstOrDefault(r => r.ItemId == itemId);
        return set?.Role switch
        {
            Role.NightOnly => false,
            Role.OneDayOnly => set.Days?.Contains(nightId) ?? set.NightId == nightId,
            null => Along.Contains(itemId) || RoleOf(itemId) != Role.NightOnly,
            _ => set.Days?.Contains(nightId) ?? true,
        };
    }

    /// <summary>Every system that is slept in on some night.</summary>
    public IEnumerable<SleepSystem> Slept => Own.Select(o => o.System).OfType<SleepSystem>().Prepend(System);

    /// <summary>The system slept in on a night.</summary>
    public SleepSystem SystemOf(Guid nightId) => Own.FirstOrDefault(o => o.NightId == nightId)?.System ?? System;

    /// <summary>When a night begins and ends and what is done, or a plain one where none is set.</summary>
    public Bedtime BedtimeOf(Guid nightId) => Own.FirstOrDefault(o => o.NightId == nightId)?.Bedtime ?? Bedtime.Plain;

    /// <summary>Everything that this person uses.</summary>
    public IEnumerable<Guid> Uses =>
        Slept
            .SelectMany(s => s.Layers.Select(l => l.ItemId))
            .Concat(Along)
            .Concat(Own.SelectMany(o => o.Bedtime?.Events ?? []).Select(e => e.ItemId).OfType<Guid>())
            .Concat(Dry.Roles.Select(r => r.ItemId))
            .Distinct();

    /// <summary>Gathers what a person of a trip uses.</summary>
    internal static Outfit Read(Trip trip, Member member)
    {
        List<Use> uses = [.. trip.Uses.Where(u => u.SleeperId == member.SleeperId)];
        // A night on which only something is put on differs as well.
        var putOn = uses.Where(u => u.Job == Job.PutOn)
            .SelectMany(u => u.Nights ?? [])
            .Except(member.Nights.Select(n => n.NightId))
            .Select(id => new OwnNight(id));
        return new(
            member.SleeperId,
            Bed(member.Bed, uses.Where(u => u.Nights is null)),
            [.. uses.Where(u => u.Job == Job.Along).Select(u => u.ItemId)],
            [
                .. member
                    .Nights.Concat(putOn)
                    .Select(n => new OutfitNight(
                        n.NightId,
                        n.Bed is { } own ? Bed(own, uses.Where(u => u.Nights?.Contains(n.NightId) ?? false)) : null,
                        Evening(n, uses)
                    )),
            ],
            member.Ideas,
            member.Quiet,
            new(
                [
                    .. uses.Where(u => u.Role is not null)
                        .Select(u => new ItemRole(
                            u.ItemId,
                            u.Role!.Value,
                            u.Nights is [var night, ..] ? night : null,
                            u.Place,
                            u.Nights
                        )),
                ],
                member.Days,
                member.Habits ?? new()
            )
        );
    }

    private static SleepSystem Bed(Bed bed, IEnumerable<Use> uses) =>
        new(
            [.. uses.Where(u => u.IsInBed).Select(u => new Layer(u.ItemId, u.Closure, u.HoodOpen, u.Serves!.Value))],
            bed
        );

    private static Bedtime? Evening(OwnNight night, List<Use> uses)
    {
        List<NightEvent> put =
        [
            .. uses.Where(u => u.Job == Job.PutOn && (u.Nights?.Contains(night.NightId) ?? false))
                .Select(u => new NightEvent(u.Id, NightEventKind.PutOn, u.FromHour ?? 0, ItemId: u.ItemId)),
        ];
        return put.Count == 0 ? night.Bedtime
            : (night.Bedtime ?? Bedtime.Plain) is var bedtime ? bedtime with { Events = [.. bedtime.Events, .. put] }
            : null;
    }

    /// <summary>The trip with this in place of what the person used before.</summary>
    internal Trip WriteTo(Trip trip)
    {
        var uses = new List<Use>();
        List<Use> before = [.. trip.Uses.Where(u => u.SleeperId == SleeperId)];
        void Add(Use use)
        {
            // A use that stays what it was keeps its identity.
            var same = before.Find(u => (u.ItemId, u.Job) == (use.ItemId, use.Job) && SameNights(u.Nights, use.Nights));
            if (same is not null)
                before.Remove(same);
            uses.Add(same is null || use.Job == Job.PutOn ? use : use with { Id = same.Id });
        }
        void Lay(SleepSystem system, Guid? night)
        {
            foreach (var layer in system.Layers)
                Add(
                    new(
                        Guid.NewGuid(),
                        layer.ItemId,
                        SleeperId,
                        Use.JobOf(layer.As),
                        night is { } n ? [n] : null,
                        Closure: layer.Closure,
                        HoodOpen: layer.HoodOpen
                    )
                );
        }
        // At the same hour of several nights it is one use; where the hour differs on one of them, another.
        void PutOn(Guid night, NightEvent put)
        {
            var at = uses.FindIndex(u => u.Id == put.Id);
            if (at >= 0 && (uses[at].ItemId, uses[at].FromHour) == (put.ItemId, put.Hour))
                uses[at] = uses[at] with { Nights = [.. uses[at].Nights!, night] };
            else
                Add(new(at < 0 ? put.Id : Guid.NewGuid(), put.ItemId!.Value, SleeperId, Job.PutOn, [night], put.Hour));
        }
        Lay(System, null);
        foreach (var own in Own)
        {
            if (own.System is { } system)
                Lay(system, own.NightId);
            foreach (
                var put in (own.Bedtime?.Events ?? []).Where(e => e is { Kind: NightEventKind.PutOn, ItemId: not null })
            )
                PutOn(own.NightId, put);
        }
        foreach (var id in Along)
            Add(new(Guid.NewGuid(), id, SleeperId, Job.Along));
        foreach (var role in Dry.Roles)
            Add(
                new(
                    Guid.NewGuid(),
                    role.ItemId,
                    SleeperId,
                    Use.JobOf(role.Role),
                    role.Days ?? (role.NightId is { } on ? [on] : null),
                    Place: role.Keep
                )
            );
        var member = new Member(
            SleeperId,
            System.Bed,
            [
                .. Own.Select(o => new OwnNight(
                    o.NightId,
                    o.System?.Bed,
                    o.Bedtime is { } b
                        ? b with
                        {
                            Events = [.. b.Events.Where(e => e.Kind != NightEventKind.PutOn)],
                        }
                        : null
                )),
            ],
            Ideas,
            Quiet,
            Dry.Days,
            Dry.Habits
        );
        var known = trip.Members.Any(m => m.SleeperId == SleeperId);
        return trip with
        {
            Members = known
                ? [.. trip.Members.Select(m => m.SleeperId == SleeperId ? member : m)]
                : [.. trip.Members, member],
            Uses = [.. trip.Uses.Where(u => u.SleeperId != SleeperId), .. uses],
        };

        static bool SameNights(IReadOnlyList<Guid>? a, IReadOnlyList<Guid>? b) =>
            a is null ? b is null : b is not null && a.SequenceEqual(b);
    }
}
