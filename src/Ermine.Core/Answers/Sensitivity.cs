using Ermine.Core.Body;
using Ermine.Core.Nights;
using Ermine.Core.Units;

namespace Ermine.Core.Answers;

/// <summary>What one input alone does to the margin, between its cautious and its kind end.</summary>
/// <param name="What">The input and how far it was moved, in a plain phrase.</param>
/// <param name="Worse">Change of the margin at its cautious end, at or below 0.</param>
/// <param name="Better">Change of the margin at its kind end, at or above 0.</param>
public sealed record Swing(string What, TemperatureDifference Worse, TemperatureDifference Better);

/// <summary>Which single input moves the answer most: each between a cautious and a kind end (assumptions).</summary>
public static class Sensitivity
{
    /// <summary>Changes smaller than this are left out, K.</summary>
    public const double WorthShowing = 0.2;

    private static readonly (string What, Variation Worse, Variation? Better)[] Tried =
    [
        ("pads ±15 %", new(Pads: 0.85), new(Pads: 1.15)),
        ("bag and quilts ±10 %", new(Tops: 0.9), new(Tops: 1.1)),
        ("clothes ±20 %", new(Clothes: 0.8), new(Clothes: 1.2)),
        ("neck and hood, open or closed", new(Openings: true), new(Openings: false)),
        ("insulation a tenth damp", new(Damp: 0.1), null),
    ];

    /// <summary>The swings, widest first.</summary>
    /// <param name="weather">The night's weather.</param>
    /// <param name="comfort">Comfort as it is.</param>
    /// <param name="sleeper">What is known of who sleeps.</param>
    /// <param name="comfortWith">Comfort with one input moved; null where none is in range.</param>
    public static IReadOnlyList<Swing> Of(
        NightWeather? weather,
        Temperature comfort,
        Known sleeper,
        Func<Variation, Temperature?> comfortWith
    )
    {
        double Change(Variation? moved) => moved is null ? 0 : (comfort - (comfortWith(moved) ?? comfort)).Kelvin;
        var swings = Tried.Select(t => (t.What, Worse: Change(t.Worse), Better: Change(t.Better))).ToList();
        if (weather is not null)
        {
            var wind = weather.WindMs ?? 0;
            swings.Add(
                ("wind at the camp, none or double", Change(new(Wind: Math.Max(3, 2 * wind))), Change(new(Wind: 0)))
            );
            swings.Add(("the forecast, off by its spread", -weather.Low.SigmaK, weather.Low.SigmaK));
        }
        swings.Add(
            (
                sleeper.Count > 0 ? "who sleeps: what own nights leave open" : "who sleeps: people differ",
                -sleeper.Sd,
                sleeper.Sd
            )
        );
        return
        [
            .. swings
                .Select(s => new Swing(s.What, new(Math.Min(0, s.Worse)), new(Math.Max(0, s.Better))))
                .Where(s => s.Better.Kelvin - s.Worse.Kelvin >= WorthShowing)
                .OrderByDescending(s => s.Better.Kelvin - s.Worse.Kelvin),
        ];
    }
}
