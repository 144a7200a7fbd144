using Ermine.Core.Heat;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trail;
using Ermine.Core.Trips;
using Ermine.Core.Units;

namespace Ermine.Core.Rehearsing;

/// <summary>
/// One evening of a trip, played: one comes in damp at half past four, decides, something goes wrong, and at four in the morning it is
/// reckoned. What goes wrong is drawn by a seed from what would cost this very night most, so that a group can play the same.
/// </summary>
public sealed partial class Rehearsal
{
    /// <summary>How far the forecast is off where it is, K.</summary>
    public const double OffBy = 6;

    /// <summary>Things that go wrong in an evening.</summary>
    public const int GoWrong = 2;

    /// <summary>Water that a leaking bottle leaves in the bag, g (assumption).</summary>
    private const double LeakedG = 300;

    /// <summary>When it is reckoned, and when one gets in, hours from the midnight before the evening.</summary>
    private const double AtFour = 28,
        InAt = 21,
        UpAt = 31;

    /// <summary>What is melted and boiled for a bottle, l.</summary>
    private const double BottleL = 1;

    private readonly TripRun run;
    private readonly int night,
        seed;
    private readonly NightWeather weather;
    private readonly MeasureLadder ladder;
    private readonly State start;
    private readonly List<Scene> scenes;
    private readonly double offBy;

    /// <summary>What every way through the evening comes to, once it is to be reckoned.</summary>
    private readonly Lazy<IReadOnlyList<(int[] Answers, Came Came)>> came;

    private Rehearsal(TripRun run, int night, NightWeather weather, MeasureLadder ladder, int seed)
    {
        (this.run, this.night, this.weather, this.ladder, this.seed) = (run, night, weather, ladder, seed);
        var evening = ladder.After([]);
        start = new(
            evening with
            {
                // The evening decides what is done and how warm one gets in.
                Bedtime = Bedtime.Plain with
                {
                    InHour = InAt,
                    UpHour = UpAt,
                },
            },
            0
        );
        var usual = Usual();
        var wrong = Drawn(seed);
        offBy = wrong.Any(s => s.Asks == Asks.Colder) ? OffBy : 0;
        scenes = [.. usual.Concat(wrong).OrderBy(s => s.Hour)];
        came = new(() =>
            [.. AllWays().AsParallel().AsOrdered().WithCancellation(run.Context.Stop).Select(w => (w, CameTo(w)))]
        );
    }

    /// <summary>An evening of a night; null where that has no low or no bed.</summary>
    /// <param name="run">The trip of one person.</param>
    /// <param name="night">Which night, from 0.</param>
    /// <param name="seed">Draws what goes wrong.</param>
    public static Rehearsal? Of(TripRun run, int night, int seed) =>
        run.Context.Weather(night) is { } weather && MeasureLadder.For(run, night) is { } ladder
            ? new(run, night, weather, ladder, seed)
            : null;

    /// <summary>The evening as far as it is answered.</summary>
    /// <param name="answers">Choices until now, from 0 each, at most as many as there are questions.</param>
    /// <returns>The evening; null where an answer is none of those that were asked.</returns>
    public EveningPlayed? Play(IReadOnlyList<int> answers) =>
        answers.Count > scenes.Count || answers.Index().Any(a => a.Item < 0 || a.Item >= scenes[a.Index].Ways.Count)
            ? null
            : Told(answers);

    /// <summary>What is about to be slept in, and fuel burnt for it.</summary>
    private sealed record State(Evening Evening, double FuelG);

    private sealed record Way(string Says, string Tells, Func<State, State> Take);

    /// <summary>A question; what has gone wrong also changes the evening before it is answered.</summary>
    private sealed record Scene(
        Asks Asks,
        double Hour,
        string Says,
        Guid? ItemId,
        bool GoneWrong,
        IReadOnlyList<Way> Ways
    )
    {
        public EveningMoment Told =>
            new(Asks, Hour, Says, ItemId, GoneWrong, [.. Ways.Select(w => new EveningChoice(w.Says, w.Tells))]);
    }

    private EveningPlayed Told(IReadOnlyList<int> answers) =>
        new(
            seed,
            [.. scenes.Take(answers.Count + 1).Select(s => s.Told)],
            answers,
            scenes.Count,
            NightOf(After(answers), answers),
            answers.Count == scenes.Count ? Reckon(answers) : null,
            [
                "The low that comes is the one planned for, or 6 K less where the forecast is off.",
                "Damp stands for what counts as damp at most; what leaks, bursts or stays flat does so for the whole night.",
                "Minutes out of the bag are not counted; they are cold all the same.",
                "A rehearsal at a table. Try the system on a cold night near home before you trust it.",
            ]
        );

    private State After(IReadOnlyList<int> answers) =>
        answers.Index().Aggregate(start, (state, a) => scenes[a.Index].Ways[a.Item].Take(state));

    /// <summary>How far below the low planned for the night comes, once that is known.</summary>
    private double Off(IReadOnlyList<int> answers) =>
        scenes.Take(answers.Count).Any(s => s.Asks == Asks.Colder) ? offBy : 0;

    private (NightSlept Slept, PlayedNight Hours, NightTurns Turns, Verdict Verdict, Temperature Low) Sleep(
        State state,
        double off
    )
    {
        var evening = state.Evening;
        var slept = evening.Model.Sleep(
            night,
            evening.System,
            evening.Bedtime,
            evening.Water,
            run[night].Day.DampInBed
        );
        var turns = NightTurns.Of(slept, weather.Low.PlanFor)!;
        var played = slept.Played! with
        {
            Air = slept.Played.Air with { Outside = [.. slept.Played.Air.Outside.Select(t => t - off)] },
        };
        var hours = off == 0 ? slept.Hours! : HeatOfNight.Play(played);
        var low = new Temperature(weather.Low.PlanFor.Celsius - off);
        return (slept, hours, turns, Verdicts.Worse(hours.Verdict, turns.At(low)), low);
    }

    private NightFromHere NightOf(State state, IReadOnlyList<int> answers)
    {
        var evening = state.Evening;
        var (slept, hours, turns, verdict, low) = Sleep(state, Off(answers));
        var four = hours.Steps.MinBy(s => Math.Abs(s.Hour - AtFour))!;
        var (stack, where) = evening.Model.Lay(night, evening.System, evening.Water);
        var climate = where.ClimateAt(four.Outside, stack.Thermal.Hung);
        return new(
            low,
            verdict,
            turns.FromWarm,
            four.Skin,
            four.Feet,
            state.FuelG,
            WaterIn(evening, slept),
            Strata.Of(stack, four.Skin, new(climate.AirC), new(climate.GroundC)),
            [.. hours.Steps.Select(s => new BodyAt(s.Hour, s.Skin.Celsius, s.Feet.Celsius))]
        );
    }

    private static double WaterIn(Evening evening, NightSlept slept) =>
        evening.System.ThingsIn(evening.Model.Context.Closet).Sum(t => slept.Dawn.GramsOf(t.Id));

    private sealed record Came(ColdLine Hours, Verdict Verdict, double WaterG, double FuelG);

    private Came CameTo(IReadOnlyList<int> answers)
    {
        var state = After(answers);
        var (slept, _, _, verdict, _) = Sleep(state, Off(answers));
        return new(slept.Lines!.Turns().Together, verdict, WaterIn(state.Evening, slept), state.FuelG);
    }

    private Reckoning Reckon(IReadOnlyList<int> answers)
    {
        var at = came.Value.ToDictionary(w => string.Join(',', w.Answers), w => w.Came);
        var chosen = at[string.Join(',', answers)];
        var best = came.Value.OrderBy(w => w.Came, Better).First().Answers;
        return new(
            [
                .. answers.Select(
                    (mine, q) =>
                        (IReadOnlyList<Otherwise>)
                            [
                                .. Enumerable
                                    .Range(0, scenes[q].Ways.Count)
                                    .Where(c => c != mine)
                                    .Select(c =>
                                    {
                                        var other = at[string.Join(',', answers.Select((a, i) => i == q ? c : a))];
                                        return new Otherwise(
                                            c,
                                            other.Hours.ColderThan(chosen.Hours),
                                            other.WaterG - chosen.WaterG,
                                            other.FuelG - chosen.FuelG,
                                            other.Verdict
                                        );
                                    }),
                            ]
                ),
            ],
            best,
            NightOf(After(best), best),
            came.Value.Count
        );
    }

    /// <summary>Better first: the verdict, then how far it holds to half a degree, then water in the bedding, then fuel.</summary>
    private static Comparer<Came> Better { get; } =
        Comparer<Came>.Create(
            (a, b) =>
            {
                static int Rank(Verdict v) => v == Verdict.Hot ? 0 : (int)v;
                static double Line(Came c) =>
                    c.Hours.Outside is { } t ? Math.Round(2 * t.Celsius) / 2
                    : c.Hours.Holding == Holding.InAnyAir ? double.MinValue
                    : double.MaxValue;
                return Rank(a.Verdict) != Rank(b.Verdict) ? Rank(a.Verdict).CompareTo(Rank(b.Verdict))
                    : Line(a) != Line(b) ? Line(a).CompareTo(Line(b))
                    : Math.Round(a.WaterG) != Math.Round(b.WaterG) ? a.WaterG.CompareTo(b.WaterG)
                    : a.FuelG.CompareTo(b.FuelG);
            }
        );

    private IEnumerable<int[]> AllWays()
    {
        IEnumerable<int[]> ways =
        [
            [],
        ];
        foreach (var scene in scenes)
            ways = ways.SelectMany(w => Enumerable.Range(0, scene.Ways.Count).Select(c => (int[])[.. w, c])).ToList();
        return ways;
    }
}
