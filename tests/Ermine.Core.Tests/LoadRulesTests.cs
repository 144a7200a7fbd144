namespace Ermine.Core.Tests;

/// <summary>What may be entered of loads.</summary>
public class LoadRulesTests
{
    private static Loaded Sound()
    {
        var trip = new Loaded(people: 2, days: 3, "a", "b", "c");
        var (pack, depot) = (trip.Pack(0), trip.Depot(0));
        trip.Phase(0, 1, carries: 2, pack);
        trip.Lot(trip.Item("rope"), 2, 0, (pack, Reached.Inside, 0), (depot, Reached.Inside, 1));
        trip.Lot(trip.Item("foodDay"), 0.5);
        trip.Rations = new(900, 300, 0.4, 0.3);
        return trip;
    }

    private static string[] Fields(Func<LoadPlan, LoadPlan> change)
    {
        var trip = Sound().Trip;
        var faults = EntryRules.Check(trip with { Load = change(trip.Load!) }, _ => true);
        Assert.All(faults, f => Assert.False(string.IsNullOrWhiteSpace(f.Mend)));
        return [.. faults.Select(f => f.Field)];
    }

    [Fact]
    public void A_sound_plan_has_no_faults() => Assert.Empty(Sound().Faults);

    [Theory]
    [InlineData(0)]
    [InlineData(-1)]
    [InlineData(201)]
    [InlineData(double.NaN)]
    public void Counts_lie_over_none(double count) =>
        Assert.Equal(
            ["load.lots[0].count"],
            Fields(p => p with { Lots = [p.Lots[0] with { Count = count }, p.Lots[1]] })
        );

    [Fact]
    public void Negative_grams_are_refused() =>
        Assert.Contains(
            EntryRules.Check(ItemTypes.Find("rope")!.Usual with { MassG = -5 }),
            f => f is { Field: "massG", Value: "-5" }
        );

    [Fact]
    public void A_phase_needs_days_of_its_own()
    {
        var trip = Sound();
        var nights = trip.Nights;
        LoadPlan With(LoadPlan p, params (int From, int To)[] phases) =>
            p with
            {
                Phases = [.. phases.Select(f => new Phase(Guid.NewGuid(), "push", nights[f.From].Id, nights[f.To].Id))],
            };
        Fault One(params (int, int)[] phases) =>
            Assert.Single(EntryRules.Check(trip.Trip with { Load = With(trip.Trip.Load!, phases) }, _ => true));
        var backwards = One((2, 0));
        Assert.Equal("load.phases[0]", backwards.Field);
        Assert.Contains("day 3 to day 1", backwards.Value, StringComparison.Ordinal);
        Assert.Contains("no days", backwards.Mend, StringComparison.Ordinal);
        Assert.Contains("begin on day 3", One((0, 1), (1, 2)).Mend, StringComparison.Ordinal);
        Assert.Equal(
            ["load.phases[0]"],
            Fields(p => p with { Phases = [p.Phases[0] with { LastNightId = Guid.NewGuid() }] })
        );
    }

    [Fact]
    public void Stays_follow_one_another_in_loads_that_are_there()
    {
        Assert.Equal(["load.lots[0].stays[1].fromNightId"], Fields(p => Stays(p, s => [s[0], s[0]])));
        Assert.Equal(
            ["load.lots[0].stays[0].loadId"],
            Fields(p => Stays(p, s => [s[0] with { LoadId = Guid.NewGuid() }]))
        );
        Assert.Equal(
            ["load.lots[0].stays[0].fromNightId"],
            Fields(p => Stays(p, s => [s[0] with { FromNightId = Guid.NewGuid() }]))
        );
        static LoadPlan Stays(LoadPlan p, Func<IReadOnlyList<Stay>, IReadOnlyList<Stay>> change) =>
            p with
            {
                Lots = [p.Lots[0] with { Stays = change(p.Lots[0].Stays) }, p.Lots[1]],
            };
    }

    [Fact]
    public void Loads_have_a_carrier_or_a_camp_and_a_volume_that_is_one()
    {
        Assert.Equal(["load.loads[0].sleeperId"], Fields(p => Load(p, 0, l => l with { SleeperId = null })));
        Assert.Equal(["load.loads[1].nightId"], Fields(p => Load(p, 1, l => l with { NightId = Guid.NewGuid() })));
        Assert.Equal(["load.loads[0].volumeL"], Fields(p => Load(p, 0, l => l with { VolumeL = -3 })));
        Assert.Equal(["load.loads[0].name"], Fields(p => Load(p, 0, l => l with { Name = " " })));
        static LoadPlan Load(LoadPlan p, int at, Func<Load, Load> change) =>
            p with
            {
                Loads = [.. p.Loads.Select((l, i) => i == at ? change(l) : l)],
            };
    }

    [Fact]
    public void Five_hundred_things_are_too_many_and_that_is_all_that_is_said() =>
        Assert.Equal(
            ["load.lots"],
            Fields(p => p with { Lots = [.. Enumerable.Range(0, 500).Select(_ => p.Lots[0] with { Count = -1 })] })
        );

    [Fact]
    public void What_was_seen_to_has_a_date_and_a_short_note()
    {
        var item = ItemTypes.Find("rope")!.Usual with
        {
            Since = new(1900, 1, 1),
            History = [new(new(2026, 1, 1), Check.Buckles, new('x', 201)), new(new(1900, 1, 1), Check.Zip)],
        };
        Assert.Equal(["since", "history[0].note", "history[1].on"], EntryRules.Check(item).Select(f => f.Field));
    }
}
