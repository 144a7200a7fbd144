using FsCheck;
using FsCheck.Xunit;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>What may be entered, at and beyond its edges.</summary>
public class EntryRulesTests
{
    private static IEnumerable<string> Fields(IReadOnlyList<Fault> faults)
    {
        Assert.All(faults, f => Assert.False(string.IsNullOrWhiteSpace(f.Mend)));
        return faults.Select(f => f.Field);
    }

    private static IEnumerable<string> Of(KitItem item) => Fields(EntryRules.Check(item));

    private static IEnumerable<string> Of(Trip trip) => Fields(EntryRules.Check(trip, _ => true));

    private static KitItem With(ItemKind kind, ClaimKind claim, double value) =>
        Bag(1) with
        {
            Kind = kind,
            Claims = [new(claim, value)],
        };

    [Fact]
    public void Sound_things_have_no_faults()
    {
        Assert.Empty(Of(Bag(1.5)));
        Assert.Empty(Of(Pad(4)));
        Assert.Empty(Of(Quilt(1)));
        Assert.Empty(Of(Trip(Slept(Pad(4)), Night(-20), Night(-25, day: 14))));
        Assert.Empty(EntryRules.Check(Sleeper.StandardMan));
    }

    [Theory]
    [InlineData(ClaimKind.RValue, 60, true)]
    [InlineData(ClaimKind.RValue, 60.1, false)]
    [InlineData(ClaimKind.RValue, -0.1, false)]
    [InlineData(ClaimKind.SquareMetreKelvinPerWatt, 10, true)]
    [InlineData(ClaimKind.SquareMetreKelvinPerWatt, 10.1, false)]
    [InlineData(ClaimKind.Tog, 100, true)]
    [InlineData(ClaimKind.Tog, 101, false)]
    [InlineData(ClaimKind.Clo, 61, false)]
    [InlineData(ClaimKind.LoftCm, 30, true)]
    [InlineData(ClaimKind.LoftCm, 31, false)]
    [InlineData(ClaimKind.Comfort, double.NaN, false)]
    [InlineData(ClaimKind.Comfort, -80, true)]
    [InlineData(ClaimKind.Comfort, -81, false)]
    [InlineData(ClaimKind.Limit, 26, false)]
    public void A_number_on_a_label_lies_in_its_range(ClaimKind kind, double value, bool sound) =>
        Assert.Equal(sound ? [] : ["claims[0].value"], Of(With(ItemKind.Bag, kind, value)));

    [Fact]
    public void A_label_that_no_bag_would_earn_is_a_fault() =>
        Assert.Equal(["claims[0].value"], Of(With(ItemKind.Bag, ClaimKind.Extreme, 20)));

    [Theory]
    [InlineData(ItemKind.Pad)]
    [InlineData(ItemKind.Garment)]
    [InlineData(ItemKind.VapourBarrier)]
    public void Only_bags_and_quilts_carry_a_temperature(ItemKind kind) =>
        Assert.Equal(["claims[0].kind"], Of(With(kind, ClaimKind.Comfort, -5)));

    [Fact]
    public void Covers_lie_between_none_and_all()
    {
        Assert.Equal(["cover.legs"], Of(Pad(3, cover: new(1, 1, 1.2, 0))));
        Assert.Equal(["cover.head"], Of(Pad(3, cover: new(double.NaN, 1, 1, 0))));
    }

    [Fact]
    public void A_sleeper_is_a_person()
    {
        var nobody = new Sleeper(Guid.Empty, "", 5, 400, 130, Sex.Male, 20);
        Assert.Equal(["name", "massKg", "heightCm", "ageYears", "statedOffsetK"], Fields(EntryRules.Check(nobody)));
    }

    [Fact]
    public void Nights_follow_each_other_and_are_not_too_many()
    {
        Assert.Equal(["nights[1].date"], Of(Trip(Slept(), Night(day: 14), Night(day: 13))));
        var many = Enumerable.Range(0, 61).Select(n => Night() with { Date = new DateOnly(2027, 1, 1).AddDays(n) });
        Assert.Equal(["nights"], Of(Trip(Slept(), [.. many])));
        var night = Night();
        Assert.Equal(["nights"], Of(Trip(Slept(), night, night with { Date = night.Date.AddDays(1) })));
    }

    [Fact]
    public void Everything_typed_of_a_night_lies_in_its_range()
    {
        var night = Night() with
        {
            Camp = new string('x', 81),
            ElevationM = 9000,
            Sleepers = 0,
            TypedLowC = 41,
            TypedHighC = 51,
            TypedWindMs = -1,
            TypedCloud = 1.1,
        };
        Assert.Equal(
            [
                "nights[0].camp",
                "nights[0].elevationM",
                "nights[0].sleepers",
                "nights[0].typedLowC",
                "nights[0].typedHighC",
                "nights[0].typedWindMs",
                "nights[0].typedCloud",
            ],
            Of(Trip(Slept(), night))
        );
    }

    [Fact]
    public void A_night_s_own_system_is_looked_at_as_well()
    {
        var (pad, unknown) = (Pad(3), Guid.NewGuid());
        var trip = Trip(Slept(pad, pad), Night());
        trip = trip.With(m =>
            m with
            {
                Along = [unknown],
                Own = [new(trip.Nights[0].Id, new([new(unknown, Closure.Closed)]))],
            }
        );
        var faults = EntryRules.Check(trip, id => id == pad.Id);
        Assert.Equal(["uses[1].itemId", "uses[2].itemId", "uses[3].itemId"], Fields(faults));
    }

    [Fact]
    public void A_party_its_dry_plan_and_steps_set_by_hand_are_looked_at()
    {
        var pad = Pad(3);
        var night = Night() with { Overrules = [new(LowStepKind.ColdPool, -50, ""), new(LowStepKind.Spread, 1, "")] };
        var trip = Trip(Slept(pad), night);
        trip = trip.With(m =>
            m with
            {
                Ideas = [new(Guid.NewGuid(), " ", Slept())],
                Quiet = [new("cotton", new string('x', 201))],
                Dry = new([new(Guid.NewGuid(), Role.Spare)], [new(Guid.NewGuid(), DayWork.Easy, [])], new()),
            }
        );
        var (first, nobody) = (trip.Members[0], Guid.NewGuid());
        trip = trip with
        {
            Members = [first, first with { Ideas = [], Quiet = [], Days = [] }],
            Uses =
            [
                .. trip.Uses,
                new(Guid.NewGuid(), pad.Id, nobody, Job.Bed),
                new(Guid.NewGuid(), pad.Id, first.SleeperId, Job.PutOn, [nobody], 11),
                new(Guid.NewGuid(), pad.Id, first.SleeperId, Job.PutOn),
            ],
        };
        Assert.Equal(
            [
                "nights[0].overrules.coldPool",
                "nights[0].overrules",
                "members[0].ideas[0].name",
                "members[0].quiet",
                "members[0].days",
                "members[1].sleeperId",
                "uses[1].itemId",
                "uses[2].sleeperId",
                "uses[2].itemId",
                "uses[3].nights",
                "uses[3].fromHour",
                "uses[4].fromHour",
                "uses[4].nights",
            ],
            Fields(EntryRules.Check(trip, id => id == pad.Id))
        );
        Assert.Equal(
            ["members"],
            Fields(EntryRules.Check(trip with { Nights = [], Members = [], Uses = [] }, _ => true))
        );
    }

    [Fact]
    public void Sources_of_heat_need_their_numbers()
    {
        NightEvent Done(NightEventKind kind) => new(Guid.NewGuid(), kind, 22);
        var bedtime = Bedtime.Plain with
        {
            Events =
            [
                Done(NightEventKind.WarmStone),
                Done(NightEventKind.Warmer),
                Done(NightEventKind.TakeOff),
                Done(NightEventKind.OpenVents),
            ],
        };
        Assert.Equal(
            [
                "bedtime.events[0].massKg",
                "bedtime.events[0].waterC",
                "bedtime.events[1].watts",
                "bedtime.events[1].hours",
                "bedtime.events[2].itemId",
            ],
            Fields(EntryRules.Check(bedtime))
        );
    }

    [Property(MaxTest = 200)]
    public void Whatever_passes_the_rules_can_be_answered(
        NormalFloat mass,
        NormalFloat claim,
        NormalFloat low,
        ClaimKind kind
    )
    {
        var bag = With(ItemKind.Bag, kind, claim.Get % 60) with { MassG = mass.Get };
        var trip = Trip(Slept(bag), Night(low.Get));
        if (EntryRules.Check(bag).Count > 0 || EntryRules.Check(trip, _ => true).Count > 0)
            return;
        var plan = Planner(new Closet([bag])).Plan(trip, 0);
        Assert.NotNull(plan.Verdict);
        Assert.True(double.IsFinite(plan.HeatLost));
    }

    public static TheoryData<string, Func<Outfit, Outfit>> TooMany() =>
        new()
        {
            { "uses", m => m with { Along = [.. Ids(EntryRules.MostAlong + 1)] } },
            {
                "uses",
                m => m with { System = new([.. Ids(SleepSystem.Most + 1).Select(id => new Layer(id, Closure.Closed))]) }
            },
            {
                "members[0].nights",
                m => m with { Own = [.. Ids(EntryRules.MostNights + 1).Select(id => new OutfitNight(id))] }
            },
            {
                "members[0].ideas",
                m => m with { Ideas = [.. Ids(EntryRules.MostIdeas + 1).Select(id => new Idea(id, "x", m.System))] }
            },
            {
                "members[0].quiet",
                m => m with { Quiet = [.. Ids(EntryRules.MostQuiet + 1).Select(id => new QuietRule($"{id}", ""))] }
            },
            {
                "uses",
                m =>
                    m with
                    {
                        Dry = DryPlan.Plain with
                        {
                            Roles = [.. Ids(EntryRules.MostAlong + 1).Select(id => new ItemRole(id, Role.Day))],
                        },
                    }
            },
        };

    private static IEnumerable<Guid> Ids(int count) => Enumerable.Range(0, count).Select(_ => Guid.NewGuid());

    [Theory]
    [MemberData(nameof(TooMany))]
    public void Every_list_of_a_person_has_an_end(string list, Func<Outfit, Outfit> longer) =>
        Assert.Equal([list], Of(Trip(Slept(Pad(4)), Night(-20)).With(longer)));

    public static TheoryData<string, Func<Trip, Guid, Outfit, Outfit>> Twice() =>
        new()
        {
            { "uses", (_, id, m) => m with { Along = [id, id] } },
            { "members[0].nights", (t, _, m) => m with { Own = [new(t.Nights[0].Id), new(t.Nights[0].Id)] } },
            { "members[0].ideas", (_, id, m) => m with { Ideas = [new(id, "a", m.System), new(id, "b", m.System)] } },
            {
                "uses",
                (_, id, m) => m with { Dry = DryPlan.Plain with { Roles = [new(id, Role.Day), new(id, Role.Spare)] } }
            },
            {
                "members[0].days",
                (t, id, m) =>
                    m with
                    {
                        Dry = DryPlan.Plain with { Days = [new(t.Nights[0].Id, DayWork.Easy, [id, id])] },
                    }
            },
        };

    [Theory]
    [MemberData(nameof(Twice))]
    public void Ids_stand_in_a_list_once(string list, Func<Trip, Guid, Outfit, Outfit> doubled)
    {
        var trip = Trip(Slept(Pad(4)), Night(-20));
        Assert.Contains(list, Of(trip.With(m => doubled(trip, Guid.NewGuid(), m))));
    }

    [Fact]
    public void A_use_names_nights_that_it_can_serve()
    {
        var (bag, trip) = (Bag(1), Trip(Slept(), Night(), Night(day: 14)));
        var own = trip.Nights[1].Id;
        string[] Faulty(Job job, params Guid[] nights)
        {
            var use = new Use(Guid.NewGuid(), bag.Id, Guid.Empty, job, nights, job == Job.PutOn ? 22 : null);
            return [.. Fields(EntryRules.Check(trip with { Uses = [use] }, _ => true))];
        }
        Assert.Equal(["uses[0].nights"], Faulty(Job.Bed));
        Assert.Equal(["uses[0].nights"], Faulty(Job.Bed, own));
        Assert.Equal(["uses[0].nights"], Faulty(Job.Bed, Guid.NewGuid()));
        Assert.Empty(Faulty(Job.PutOn, own));
        trip = trip with { Members = [trip.Members[0] with { Nights = [new(own, new Bed())] }] };
        Assert.Empty(Faulty(Job.Bed, own));
        Assert.Empty(Faulty(Job.AsQuilt, own));
    }

    [Fact]
    public void An_outfit_written_back_is_the_list_that_it_was_gathered_from()
    {
        KitItem[] things = [Pad(3), Bag(1), Quilt(1), Garment(0.5, new(0, 1, 0, 0)), Garment(0.1, new(0, 0, 0.1, 1))];
        var trip = Trip(Slept(things[0], things[1]), Night(), Night(day: 14));
        trip = trip.With(o =>
            o with
            {
                Along = [things[3].Id],
                Own =
                [
                    new(
                        trip.Nights[1].Id,
                        new(
                            [new(things[2].Id, Closure.Loose), new(things[1].Id, Closure.Closed, true, Serving.Quilt)],
                            new(Regions.Each(_ => UnderGap.SpareClothes), Lies: LiesAt.Wall)
                        ),
                        Bedtime.Plain with
                        {
                            Events =
                            [
                                new(Guid.NewGuid(), NightEventKind.Meal, 20.5, Kcal: 400),
                                new(Guid.NewGuid(), NightEventKind.PutOn, 27, ItemId: things[3].Id),
                            ],
                        }
                    ),
                ],
                Dry = new(
                    [new(things[4].Id, Role.OneDayOnly, trip.Nights[0].Id, Place.OnBody)],
                    [],
                    new(ByStove: true)
                ),
            }
        );
        var outfit = trip.Outfits[0];
        Assert.Equal(
            [Job.Bed, Job.Bed, Job.Bed, Job.AsQuilt, Job.PutOn, Job.Along, Job.OneDay],
            trip.Uses.Select(u => u.Job)
        );
        Assert.Equal(Serving.Quilt, outfit.Own[0].System!.Layers[1].As);
        Assert.Equal(2, outfit.Own[0].Bedtime!.Events.Count);
        Assert.Equal((Role.OneDayOnly, Place.OnBody), (outfit.RoleOf(things[4].Id), outfit.Dry.Roles[0].Keep));
        Assert.DoesNotContain(trip.Members[0].Nights[0].Bedtime!.Events, e => e.Kind == NightEventKind.PutOn);
        var back = trip.With(outfit);
        Assert.Equal(
            trip.Uses.Select(u => (u.Id, u.ItemId, u.Job, u.FromHour, u.Place, u.Closure, u.HoodOpen)),
            back.Uses.Select(u => (u.Id, u.ItemId, u.Job, u.FromHour, u.Place, u.Closure, u.HoodOpen))
        );
        Assert.Empty(EntryRules.Check(back, _ => true));
    }

    [Fact]
    public void What_is_put_on_at_one_hour_of_several_nights_is_one_use_until_the_hour_differs()
    {
        var jacket = Garment(0.6, new(0, 1, 0, 0));
        var trip = Trip(Slept(), Night(), Night(day: 14), Night(day: 15));
        List<Guid> nights = [.. trip.Nights.Select(n => n.Id)];
        trip = trip with
        {
            Uses = [new(Guid.NewGuid(), jacket.Id, trip.Members[0].SleeperId, Job.PutOn, [nights[0], nights[2]], 27)],
        };
        var outfit = trip.Outfits[0];
        Assert.Equal([nights[0], nights[2]], outfit.Own.Select(o => o.NightId));

        var back = trip.With(outfit);
        Assert.Empty(EntryRules.Check(back, _ => true));
        var use = Assert.Single(back.Uses);
        Assert.Equal(trip.Uses[0].Id, use.Id);
        Assert.Equal([nights[0], nights[2]], use.Nights!);

        var later = outfit.Own[1];
        var moved = trip.With(
            outfit with
            {
                Own =
                [
                    outfit.Own[0],
                    later with
                    {
                        Bedtime = later.Bedtime! with { Events = [later.Bedtime.Events[0] with { Hour = 29 }] },
                    },
                ],
            }
        );
        Assert.Empty(EntryRules.Check(moved, _ => true));
        Assert.Equal(
            [(nights[0], 27.0), (nights[2], 29.0)],
            moved.Uses.Select(u => (Assert.Single(u.Nights!), u.FromHour!.Value))
        );
    }

    [Fact]
    public void A_thing_serves_in_another_way_than_its_kind()
    {
        KitItem[] things = [Pad(4), Bag(1.5), Garment(0.6, new(0, 1, 0, 0))];
        var closet = new Closet(things);
        BuiltStack Bed(Serving bag, Serving jacket) =>
            StackBuilder.Lay(Laid(bag, jacket).In(closet), Laid(bag, jacket), 95, 0).At();
        SleepSystem Laid(Serving bag, Serving jacket) =>
            new([
                new(things[0].Id, Closure.Closed),
                new(things[1].Id, Closure.Closed, false, bag),
                new(things[2].Id, Closure.Closed, false, jacket),
            ]);
        var plain = Bed(Serving.Itself, Serving.Itself).Thermal;
        // Opened as a quilt it leaves the head bare and the underside to the pad, and leaks.
        var opened = Bed(Serving.Quilt, Serving.Itself).Thermal;
        Assert.True(opened.Upward.Head > plain.Upward.Head && opened.Leakage > plain.Leakage);
        Assert.True(opened.Downward.Legs > plain.Downward.Legs);
        var round = Bed(Serving.Itself, Serving.RoundFeet).Thermal;
        Assert.True(round.Upward.Feet < plain.Upward.Feet && round.Upward.Torso > plain.Upward.Torso);
        var pillow = Bed(Serving.Itself, Serving.Pillow).Thermal;
        Assert.Equal(plain.Downward.Head, pillow.Downward.Head, 1e-9);
        // Where the pad is thinner than a pillow the pillow counts.
        things[0] = things[0] with
        {
            Claims = [new(ClaimKind.RValue, 0.5)],
        };
        closet = new Closet(things);
        Assert.True(
            Bed(Serving.Itself, Serving.Pillow).Thermal.Downward.Head
                < Bed(Serving.Itself, Serving.Itself).Thermal.Downward.Head
        );
        // What cannot serve so serves as what it is.
        Assert.Equal(Bed(Serving.Itself, Serving.Itself).Thermal, Bed(Serving.Blanket, Serving.Itself).Thermal);
    }

    [Fact]
    public void One_thing_lies_in_one_bed_of_one_person_at_a_time()
    {
        var (bag, who, other) = (Bag(1), Guid.NewGuid(), Guid.NewGuid());
        Trip Used(params Use[] uses)
        {
            var trip = Trip(Slept(), Night(), Night(day: 14));
            return trip with
            {
                Members = [trip.Members[0] with { SleeperId = who }, trip.Members[0] with { SleeperId = other }],
                Uses = uses,
            };
        }
        Use Of(Guid sleeper, Job job, params Guid[] nights) =>
            new(Guid.NewGuid(), bag.Id, sleeper, job, nights.Length == 0 ? null : nights);
        Assert.Empty(EntryRules.Check(Used(Of(who, Job.Bed), Of(who, Job.Along), Of(who, Job.Day)), _ => true));
        Assert.Equal(
            ["uses[1].itemId"],
            Fields(EntryRules.Check(Used(Of(who, Job.Bed), Of(who, Job.AsQuilt)), _ => true))
        );
        Assert.Equal(
            ["uses[1].itemId"],
            Fields(EntryRules.Check(Used(Of(who, Job.Bed), Of(other, Job.Along)), _ => true))
        );
    }

    [Fact]
    public void A_number_that_cannot_stand_keeps_the_others_from_being_read_as_labels() =>
        Assert.Equal(
            ["claims[1].value"],
            Of(Bag(1) with { Claims = [new(ClaimKind.Comfort, -10), new(ClaimKind.Limit, 1e308)] })
        );
}
