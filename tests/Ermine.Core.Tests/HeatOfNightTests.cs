using FsCheck;
using FsCheck.Xunit;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>The night hour by hour.</summary>
public class HeatOfNightTests
{
    private static readonly Sleeper Woman = Sleeper.StandardWoman;
    private static readonly double Capacity = 0.97 * 60 / (3 * Woman.BodyAreaM2);

    private static readonly Conductances Bag = Conductances.Plain(
        1.6239,
        Labels.ClosedHood,
        Labels.TestWear,
        Regions.Each(_ => Labels.TestPad),
        0,
        Labels.TestWind,
        Regions.Each(_ => 0.0)
    );

    private static PlayedNight Play(
        double[] air,
        StartState start = StartState.Normal,
        IReadOnlyList<HeatSource>? sources = null,
        IReadOnlyList<StackFrom>? stacks = null
    ) =>
        HeatOfNight.Play(
            new(Woman, stacks ?? [From(0, Bag)], new(0, air), sources ?? [], 0, air.Length - 1, BodyHeat.At(start))
        );

    private static StackFrom From(double hour, Conductances stack, bool tight = false) =>
        new(hour, stack, Surroundings.Open(Surface.Air), tight);

    private static HeatSource Source(NightEventKind kind, double hour, NightEvent? like = null) =>
        HeatSources.Of((like ?? new(default, kind, hour)) with { Kind = kind, Hour = hour }, Woman)!;

    private static double[] Even(double celsius, int hours = 10) => [.. Enumerable.Repeat(celsius, hours + 1)];

    [Fact]
    public void At_its_comfort_a_sleeper_neither_gains_nor_loses()
    {
        var night = Play(Even(-18));
        Assert.All(night.Steps, s => Assert.Equal(0, s.Debt, 0.05));
        Assert.Equal(Verdict.Warm, night.Verdict);
        Assert.Equal(60, night.Steps.Count);
        Assert.Null(night.CoolFrom);
    }

    [Fact]
    public void The_first_step_is_worked_by_hand()
    {
        var loss = HeatBalance.Loss(Bag, 33, Metabolism.Sleeping(Woman), new(-30, -30, 0.8)).Total;
        var step = Play(Even(-30)).Steps[0];
        var debt = (loss - Metabolism.Sleeping(Woman)) / 6;
        Assert.Equal(debt, step.Debt, 1e-9);
        Assert.Equal(33 - debt / Capacity, step.Skin.Celsius, 1e-9);
    }

    [Fact]
    public void Colder_than_it_holds_the_night_turns_cool_then_wakeful()
    {
        var night = Play(Even(-40, 14));
        Assert.True(night.CoolFrom < night.AwakeFrom);
        var cool = night.Steps.First(s => s.Hour == night.CoolFrom);
        Assert.True(cool.Skin.Celsius < 31.76);
        Assert.True(night.Steps.TakeWhile(s => s.Hour < night.CoolFrom).All(s => s.Skin.Celsius >= 31.76));
        Assert.True(night.Steps[^1].Shivering > 0);
        Assert.Equal(Verdict.Cold, Verdicts.Of(night.LowestSkin, night.SweatG));
    }

    [Theory]
    [InlineData(31.76, Verdict.Warm)]
    [InlineData(31.75, Verdict.Cool)]
    [InlineData(28.99, Verdict.Cold)]
    [InlineData(25.55, Verdict.NoGo)]
    public void Verdicts_turn_at_their_skin_temperatures(double skin, Verdict verdict) =>
        Assert.Equal(verdict, Verdicts.Of(new(skin), 0));

    [Fact]
    public void Too_warm_is_vented_first_and_only_the_rest_is_sweat()
    {
        var mild = Play(Even(5));
        Assert.True(mild.Steps[^1].Vented > 0);
        Assert.Equal(0, mild.SweatG);
        Assert.Equal(-BodyHeat.MostStored, mild.Steps[^1].Debt);
        var heater = new HeatSource(0, 10, 150, DiesAway: false);
        var hot = Play(Even(5), sources: [heater]);
        Assert.Equal(hot.Steps.Sum(s => s.Sweated) / 6 / HeatOfNight.WhPerGram * Woman.BodyAreaM2, hot.SweatG, 1e-6);
        Assert.True(hot.SweatG > 100);
    }

    [Fact]
    public void A_bottle_gives_four_fifths_of_its_heat_and_a_meal_never_more_than_four_watts()
    {
        var bottle = Source(NightEventKind.HotBottle, 21, new(default, default, 0, Litres: 1, WaterC: 90));
        Assert.Equal(0.8 * 1.163 * 57 / Woman.BodyAreaM2, bottle.Between(21, 200), 1e-6);
        Assert.Equal(1 - Math.Exp(-1), bottle.Between(21, 24) / bottle.Between(21, 200), 1e-6);
        Assert.Equal(0, bottle.Between(19, 21));
        Assert.Equal(20, Source(NightEventKind.Meal, 20, new(default, default, 0, Kcal: 5000)).Between(0, 100), 1e-9);
        Assert.Equal(
            0.06 * 300 * 1.163 / Woman.BodyAreaM2,
            Source(NightEventKind.Meal, 20, new(default, default, 0, Kcal: 300)).Between(0, 100),
            1e-9
        );
        Assert.Equal(10, Source(NightEventKind.WarmUp, 2).Between(0, 4), 1e-9);
    }

    [Fact]
    public void Getting_in_chilled_costs_and_getting_in_warm_helps()
    {
        double Lowest(StartState start) => Play(Even(-24), start).LowestSkin.Celsius;
        Assert.True(Lowest(StartState.Chilled) < Lowest(StartState.Normal));
        Assert.True(Lowest(StartState.Normal) <= Lowest(StartState.Warmed));
    }

    [Property(MaxTest = 200)]
    public void Energy_closes_in_every_step(NormalFloat first, NormalFloat last, PositiveInt strength)
    {
        double[] air = [-40 + Math.Abs(first.Get % 50), -20, -40 + Math.Abs(last.Get % 50), -30, -5];
        var debt = 0.0;
        foreach (var step in Play(air, sources: [new(1.23, 2, strength.Get % 120, true)]).Steps)
        {
            var hours = 1.0 / 6;
            Assert.Equal(
                (step.Debt - debt) / hours,
                step.Lost.Total + step.Vented + step.Sweated - step.Made - step.Brought,
                1e-6
            );
            Assert.InRange(step.Debt, -BodyHeat.MostStored, double.MaxValue);
            debt = step.Debt;
        }
    }

    [Property(MaxTest = 100)]
    public void Later_events_never_change_earlier_hours(PositiveInt when, PositiveInt watts)
    {
        var at = when.Get % 9 + 0.5;
        var without = Play(Even(-30)).Steps;
        var warmer = Bag with { SkinEvaporation = 4 };
        var with = Play(
            Even(-30),
            sources: [new(at, 3, watts.Get % 100, true)],
            stacks: [From(0, Bag), From(at, warmer)]
        ).Steps;
        foreach (var (a, b) in without.Zip(with).TakeWhile(p => p.First.Hour <= at))
            Assert.Equal(a, b);
        Assert.True(with[^1].Debt < without[^1].Debt);
    }

    [Property(MaxTest = 200)]
    public void A_warmer_hour_never_raises_the_final_debt(PositiveInt which, PositiveInt tenths, NormalFloat seed)
    {
        double[] air = [.. Enumerable.Range(0, 10).Select(h => -28 + 12 * Math.Sin(seed.Get % 7 + h))];
        double[] warmer = [.. air];
        warmer[which.Get % 10] += tenths.Get % 100 / 10.0;
        Assert.True(Play(warmer).Steps[^1].Debt <= Play(air).Steps[^1].Debt + 1e-9);
    }

    [Fact]
    public void Ten_minute_steps_agree_with_much_finer_air()
    {
        double[] coarse = [-20, -26, -31, -33, -30];
        var night = Play(coarse);
        double[] fine =
        [
            .. Enumerable
                .Range(0, 4)
                .SelectMany(h => Enumerable.Range(0, 6).Select(k => coarse[h] + k / 6.0 * (coarse[h + 1] - coarse[h]))),
            coarse[^1],
        ];
        var air = new AirOfNight(0, coarse);
        Assert.All(Enumerable.Range(0, 25), n => Assert.Equal(fine[n], air.At(n / 6.0), 1e-9));
        Assert.Equal(-33, air.At(3));
        Assert.Equal(-30, air.At(99));
        Assert.Equal(24, night.Steps.Count);
    }

    [Fact]
    public void On_a_trip_the_air_is_moved_to_the_low_planned_for_and_events_warm_from_their_hour()
    {
        var jacket = Garment(0.8, new(0.1, 0.95, 0, 0), 600);
        var (mat, bag, hat) = (Pad(4), Things.Bag(1.6), Garment(0.15, new(1, 0, 0, 0)));
        var closet = new Closet([mat, bag, hat, jacket]);
        var night = Night(-30);
        NightAnswer Plan(params NightEvent[] events) =>
            Planner(closet).Plan(Trip(Slept(mat, hat, bag), night).Sleeping(new(21, 31, StartState.Normal, events)), 0);
        var plain = Plan();
        Assert.Equal(-30, plain.Hours!.Steps.Min(s => s.Outside.Celsius), 0.1);
        Assert.Equal(31, plain.Hours.Steps[^1].Hour, 1e-9);
        Assert.NotNull(plain.Hours.CoolFrom);
        var dressed = Plan(new NightEvent(Guid.NewGuid(), NightEventKind.PutOn, 25, ItemId: jacket.Id));
        Assert.Equal(plain.Hours.Steps.Where(s => s.Hour <= 25), dressed.Hours!.Steps.Where(s => s.Hour <= 25));
        Assert.True(dressed.Hours.LowestSkin > plain.Hours.LowestSkin);
    }

    [Fact]
    public void Without_hourly_readings_the_night_is_a_cosine_with_its_low_at_dawn()
    {
        var hours = Diurnal.Hours(-20, -10, 14, 38);
        Assert.Equal(-10, hours[0], 1e-9);
        Assert.Equal(-20, hours[17], 1e-9);
        Assert.Equal(-10, hours[24], 1e-9);
        Assert.Equal(hours.Take(18).OrderDescending(), hours.Take(18));
    }

    [Fact]
    public void Hourly_readings_are_filled_between_and_refused_where_they_do_not_reach()
    {
        ForecastSeries Series(params (int Hour, double C)[] readings) =>
            new(
                Guid.NewGuid(),
                "s",
                default,
                0,
                [
                    .. readings.Select(r => new ForecastHour(
                        new DateTimeOffset(2027, 2, 13, 0, 0, 0, TimeSpan.Zero).AddHours(r.Hour),
                        r.C
                    )),
                ]
            );
        var evening = new DateOnly(2027, 2, 13);
        Assert.Equal([-10, -12, -14, -16], Series((21, -10), (24, -16)).Hourly(evening, 21, 24)!);
        Assert.Null(Series((22, -10), (31, -16)).Hourly(evening, 21, 31));
        Assert.Null(Series((21, -10), (29, -16)).Hourly(evening, 21, 29));
    }
}
