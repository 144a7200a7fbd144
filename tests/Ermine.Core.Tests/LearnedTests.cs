namespace Ermine.Core.Tests;

/// <summary>What a log teaches: of sleepers, places and things, and how good the plan was.</summary>
public class LearnedTests
{
    private static readonly Sleeper Me = Sleeper.StandardWoman with { Id = Guid.NewGuid(), Name = "me" };
    private static readonly Sleeper You = Sleeper.StandardMan with { Id = Guid.NewGuid(), Name = "you" };
    private static readonly KitItem Good = Things.Bag(1.6) with { Name = "good bag" };
    private static readonly KitItem Short = Things.Bag(1.6) with { Name = "short bag" };
    private static readonly Closet Owned = new([Good, Short]);

    private static PlannedNight Planned(double holds, KitItem? bag = null, double? camp = null) =>
        new(
            new(2027, 1, 1, 8, 0, 0, TimeSpan.Zero),
            Surface.SeasonalSnow,
            Shelter.DoubleWall,
            21,
            31,
            camp,
            camp,
            camp - 3,
            Verdict.Warm,
            holds,
            -30,
            0,
            4,
            0.8,
            [new((bag ?? Good).Id, (bag ?? Good).Name, ItemKind.Bag, Corrections.PromiseOf(bag ?? Good))],
            [14, 17, 20, 23, 26],
            3.5
        );

    private static LivedNight Lived(Slept slept, double? outside) => new(slept, [], [], outside, null, null, null, []);

    private static LogEntry Entry(
        int day,
        Slept slept,
        double? outside,
        double holds = -20,
        Sleeper? who = null,
        KitItem? bag = null,
        string camp = "",
        double? forecast = null
    ) =>
        new(
            Guid.NewGuid(),
            (who ?? Me).Id,
            new(2027, 1, day),
            "trip",
            camp,
            null,
            null,
            Planned(holds, bag, forecast),
            Lived(slept, outside),
            null,
            null,
            null,
            "",
            new(2027, 1, day, 8, 0, 0, TimeSpan.Zero)
        );

    private static Learned From(params LogEntry[] log) => Learned.From(log, [Me, You], Owned);

    private static NotTold? WhyNot(LogEntry entry) => From(entry).Sleepers[0].Entries[0].Why;

    [Fact]
    public void A_log_teaches_what_its_nights_say_and_nothing_of_others()
    {
        var learned = From(Entry(1, Slept.Fine, -23), Entry(2, Slept.Warm, -21), Entry(3, Slept.Warm, -19));
        var expected = Offsets.Of([new(-3, Slept.Fine), new(-1, Slept.Warm), new(1, Slept.Warm)]).Offset;
        Assert.Equal(expected.Mean, learned.Of(Me.Id)!.Offset.Mean, 1e-9);
        Assert.Equal(3, learned.Of(Me.Id)!.Offset.Count);
        Assert.Null(learned.Of(You.Id));
    }

    [Fact]
    public void The_order_in_which_entries_are_read_changes_nothing()
    {
        LogEntry[] log = [Entry(1, Slept.Fine, -23), Entry(2, Slept.Cold, -21), Entry(3, Slept.Cool, -19)];
        var (one, other) = (From(log), From([.. log.Reverse()]));
        Assert.Equal(one.Of(Me.Id)!.Offset, other.Of(Me.Id)!.Offset);
        Assert.Equal(one.Sleepers[0].Entries, other.Sleepers[0].Entries);
    }

    [Fact]
    public void What_tells_nothing_says_why()
    {
        Assert.Equal(NotTold.NoLow, WhyNot(Entry(1, Slept.Fine, null)));
        Assert.Equal(NotTold.LeftOut, WhyNot(Entry(1, Slept.Fine, -20) with { LeftOut = "ill" }));
        Assert.Equal(NotTold.NoPlan, WhyNot(Entry(1, Slept.Fine, -20) with { Planned = null }));
        var feet = Entry(1, Slept.Cold, -20);
        feet = feet with { Night = feet.Night! with { Where = [new(BodyPlace.Feet)], Feet = Felt.Cold } };
        Assert.Equal(NotTold.OnlyEnds, WhyNot(feet));
        Assert.NotNull(From(feet).Of(Me.Id)!.Feet);
        Assert.Equal(
            NotTold.DayOnly,
            WhyNot(Entry(1, Slept.Fine, -20) with { Night = null, Day = new(Felt.Cold, null, null, []) })
        );
    }

    [Fact]
    public void A_night_logged_twice_counts_once_the_later_one()
    {
        var (early, late) = (Entry(1, Slept.Shivering, -10), Entry(1, Slept.Fine, -20));
        late = late with { LoggedAt = early.LoggedAt.AddMinutes(5) };
        var learned = From(late, early);
        Assert.Equal(1, learned.Of(Me.Id)!.Offset.Count);
        Assert.Equal(NotTold.Twice, learned.Sleepers[0].Entries.Single(e => e.EntryId == early.Id).Why);
        Assert.Equal(From(late).Of(Me.Id)!.Offset, learned.Of(Me.Id)!.Offset);
    }

    [Fact]
    public void Two_readings_make_a_range_and_the_pillow_is_brought_outside()
    {
        var two = Entry(1, Slept.Fine, -20);
        two = two with { Night = two.Night! with { OutsideToC = -24 } };
        Assert.Equal(new(-22, 2, false), two.Low);
        var pillow = two with { Night = two.Night with { OutsideC = null, OutsideToC = null, PillowC = -16 } };
        Assert.Equal(new(-19.5, MeasuredLow.PillowOffK, true), pillow.Low);
        Assert.Null((pillow with { Planned = pillow.Planned! with { TentAddsK = null } }).Low);
    }

    [Fact]
    public void What_was_done_otherwise_counts_for_the_plan()
    {
        var plain = Entry(1, Slept.Fine, -20);
        var jacket = plain with { Night = plain.Night! with { WarmerByK = 4 } };
        Assert.Equal(plain.Tells()!.MarginK + 4, jacket.Tells()!.MarginK);
        Assert.True(From(jacket).Of(Me.Id)!.Offset.Mean < From(plain).Of(Me.Id)!.Offset.Mean);
    }

    [Fact]
    public void A_place_is_learned_once_a_night_however_many_measured_there()
    {
        var one = From(Entry(1, Slept.Fine, -23, camp: "Hollow", forecast: -20));
        var two = From(
            Entry(1, Slept.Fine, -23, camp: "Hollow", forecast: -20),
            Entry(1, Slept.Fine, -23, who: You, camp: " hollow ", forecast: -20)
        );
        Assert.Equal(one.Places.Single().MeanK, two.Places.Single().MeanK, 1e-9);
        Assert.Equal(1, two.Places.Single().Nights);
        Assert.True(one.Places[0].MeanK < -1);
        Assert.NotNull(new KnownPlaces(one.Places).Of("HOLLOW "));
        Assert.Empty(From(Entry(1, Slept.Fine, -23, forecast: -20)).Places);
    }

    [Fact]
    public void A_place_is_a_step_to_the_low_that_can_be_set_by_hand()
    {
        var night = Things.Night(-15) with { Camp = "Hollow" };
        var places = new KnownPlaces([new("Hollow", -2, 1, 3)]);
        NightWeather Weather(Night of, KnownPlaces? known) =>
            new TripContext(Things.Trip(Things.Slept(), of), new([]), null) { Places = known }.Weather(0)!;
        var (without, with) = (Weather(night, null), Weather(night, places));
        Assert.Equal(-2, (with.Low.PlanFor - without.Low.PlanFor).Kelvin, 1e-9);
        Assert.Equal(-2, with.Low.Steps.Single(s => s.Kind == LowStepKind.Place).Change.Kelvin, 1e-9);
        Assert.DoesNotContain(without.Low.Steps, s => s.Kind == LowStepKind.Place);
        var set = Weather(night with { Overrules = [new(LowStepKind.Place, 0, "measured in the tent")] }, places);
        Assert.Equal(without.Low.PlanFor, set.Low.PlanFor);
        // What is kept with a night is the forecast before this place's own record: else it would learn from itself.
        var kept = AsPlanned.Of(
            new(
                new(new TripContext(Things.Trip(Things.Slept(Good), night), Owned, null) { Places = places }, Me),
                Things.Trip(Things.Slept(Good), night).Outfits[0]
            ),
            0,
            [],
            default
        );
        Assert.Equal(-15, kept.Night.CampLowC!.Value, 1e-9);
    }

    private static LogEntry[] InBags() =>
        [
            // Each sleeper is as the model in the good bag, and four colder in the short one.
            .. Enumerable.Range(1, 8).Select(n => Entry(n, SleptBands.At(n % 4 - 0.5), -20.5 + n % 4)),
            .. Enumerable.Range(9, 8).Select(n => Entry(n, SleptBands.At(n % 4 - 0.5), -20.5 + n % 4, who: You)),
            .. Enumerable
                .Range(17, 5)
                .Select(n =>
                    Entry(n, SleptBands.At(n % 4 - 4.5), -20.5 + n % 4, bag: Short, who: n % 2 == 0 ? Me : You)
                ),
        ];

    [Fact]
    public void A_label_that_keeps_being_wrong_is_proposed_and_told_from_its_sleepers()
    {
        var correction = Assert.Single(From(InBags()).Corrections);
        Assert.Equal(Short.Id, correction.ItemId);
        Assert.InRange(correction.OffK, -5.5, -2.5);
        Assert.Equal(5, correction.Nights);
        Assert.InRange(correction.LoftFactor, 0.5, 0.95);
        Assert.True(correction.PromiseC > Corrections.PromiseOf(Short) + 2);
    }

    [Fact]
    public void A_bag_that_one_sleeper_alone_has_used_is_not_blamed()
    {
        var alone = Enumerable.Range(1, 8).Select(n => Entry(n, Slept.Cold, -18, bag: Short)).ToArray();
        Assert.Empty(From(alone).Corrections);
        Assert.True(From(alone).Of(Me.Id)!.Offset.Mean < -4);
    }

    [Fact]
    public void Once_a_correction_is_taken_it_is_proposed_no_more_and_the_sleeper_is_read_anew()
    {
        var log = InBags();
        var before = Learned.From(log, [Me, You], Owned);
        var correction = before.Corrections.Single();
        var mended = Short with { LoftFactor = correction.LoftFactor, History = [new(new(2027, 2, 1), Check.Label)] };
        var after = Learned.From(log, [Me, You], Owned.With([mended]));
        Assert.Empty(after.Corrections);
        Assert.True(after.Of(Me.Id)!.Offset.Mean > before.Of(Me.Id)!.Offset.Mean + 0.3);
        // Any other edit leaves what was logged as it was.
        var edited = Learned.From(log, [Me, You], Owned.With([Short with { LoftFactor = 0.7 }]));
        Assert.Equal(before.Of(Me.Id)!.Offset, edited.Of(Me.Id)!.Offset);
    }

    [Fact]
    public void Loft_by_ruler_is_proposed()
    {
        var entry = Entry(1, Slept.Fine, -20);
        var newCm = 1.6 / (0.244 * 0.55);
        entry = entry with { Night = entry.Night! with { Lofts = [new(Good.Id, 0.8 * newCm)] } };
        var correction = Assert.Single(From(entry).Corrections);
        Assert.Equal((CorrectedBy.Ruler, 0.8), (correction.By, correction.LoftFactor));
        Assert.True(correction.OffK < -1);
    }

    [Fact]
    public void The_record_judges_each_night_by_what_was_known_before_it()
    {
        LogEntry[] log =
        [
            Entry(1, Slept.Cold, -18),
            Entry(2, Slept.Cold, -18),
            Entry(3, Slept.Cold, -18),
            Entry(4, Slept.Fine, -12),
        ];
        var learned = From(log);
        var record = TrackRecord.Of(log, learned, _ => 0);
        Assert.Equal(4, record.All.Nights);
        // The first is judged by what was stated: two to spare, and it was cold.
        Assert.Equal((Verdict.Warm, Verdict.Cold), (record.Nights[0].Promised, record.Nights[0].Lived));
        Assert.Equal(-6, record.Nights[0].MissBeforeK, 1e-9);
        Assert.Equal(record.Nights[0].MissBeforeK, record.Nights[0].MissAfterK);
        // Later ones know better.
        Assert.True(Math.Abs(record.Nights[2].MissAfterK) < Math.Abs(record.Nights[2].MissBeforeK));
        Assert.True(record.All.MeanMissAfterK < record.All.MeanMissBeforeK);
        Assert.Equal(record.All.Nights, record.All.Hits + record.All.Colder + record.All.Milder);
        var held = Assert.Single(record.Chances);
        Assert.Equal((4, 1), (held.Nights, held.SleptThrough));
        Assert.Equal(record.All, record.BySleeper[Me.Id]);
        Assert.Equal(record.All, record.ByThing[Good.Id]);
    }

    [Fact]
    public void The_plan_is_kept_as_it_stands_with_what_changes_are_worth()
    {
        var mat = Things.Pad(5);
        var jacket = Things.Garment(0.8, new(0.1, 0.95, 0, 0)) with { Name = "jacket" };
        var trip = Things.Trip(Things.Slept(mat, Good), Things.Night(-20));
        var run = Things.Planner(new([mat, Good, jacket]), Me with { StatedOffsetK = 3 }).Of(trip);
        var plan = run.Plan(0);
        var kept = AsPlanned.Of(run, 0, [], default);
        Assert.Equal(plan.Verdict, kept.Night.Verdict);
        // Told of one who is as the model, so that what is learned later can be set against it.
        Assert.Equal(plan.Holds.Body.Outside!.Value.Celsius + 3, kept.Night.HoldsToC!.Value, 1e-6);
        Assert.Equal(3, kept.Night.OffsetK);
        Assert.Equal(Supplies.Tried.Count, kept.Night.FeetC!.Count);
        Assert.True(kept.Night.FeetC[0] < kept.Night.FeetC[^1]);
        Assert.Equal(0, kept.WarmerByK);
        Assert.Null(kept.Day);
        var on = AsPlanned.Of(run, 0, [new(Guid.NewGuid(), NightEventKind.PutOn, 22, ItemId: jacket.Id)], default);
        Assert.InRange(on.WarmerByK, 0.5, 15);
        Assert.Equal(kept.Night.HoldsToC, on.Night.HoldsToC);
        // What was to be done from the start is in the line itself.
        var planned = trip.Sleeping(
            Bedtime.Plain with
            {
                Events = [new(Guid.NewGuid(), NightEventKind.HotBottle, 21, Litres: 1, WaterC: 90)],
            }
        );
        var bottle = AsPlanned.Of(Things.Planner(new([mat, Good])).Of(planned), 0, [], default);
        Assert.True(
            bottle.Night.HoldsToC
                < AsPlanned.Of(Things.Planner(new([mat, Good])).Of(trip), 0, [], default).Night.HoldsToC
        );
    }

    [Fact]
    public void An_entry_that_cannot_be_names_field_value_and_mend()
    {
        var sound = Entry(1, Slept.Fine, -20);
        Assert.Empty(EntryRules.Check(sound));
        IReadOnlyList<Fault> Of(LogEntry entry) => EntryRules.Check(entry);
        Assert.Contains(Of(sound with { Night = null }), f => f.Field == "night");
        Assert.Contains(Of(sound with { LeftOut = " " }), f => f.Field == "leftOut");
        Assert.Contains(Of(sound with { Date = new(1200, 1, 1) }), f => f.Field == "date");
        Assert.Contains(Of(sound with { Night = Lived(Slept.Fine, -300) }), f => f.Field == "night.outsideC");
        Assert.Contains(
            Of(sound with { Night = Lived(Slept.Fine, -20) with { Traces = [new(Probe.Outside, [1, 2], [3])] } }),
            f => f.Field == "night.traces[0].hours"
        );
        Assert.Contains(
            Of(sound with { Planned = sound.Planned! with { FeetC = [1, 2] } }),
            f => f.Field == "planned.feetC"
        );
        Assert.Contains(
            Of(
                sound with
                {
                    Night = Lived(Slept.Fine, -20) with
                    {
                        Changes = [new(Guid.NewGuid(), NightEventKind.HotBottle, 21)],
                    },
                }
            ),
            f => f.Field.StartsWith("night.changes[0]", StringComparison.Ordinal)
        );
    }
}
