using System.Text.Json;
using System.Text.Json.Serialization;
using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Ends;
using Ermine.Core.Entry;
using Ermine.Core.Units;
using Ermine.Server.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>Hands, feet and face as plain HTTP, stateless, for scripts.</summary>
public static class EndCalculators
{
    /// <summary>Which end of the body.</summary>
    public enum EndPart
    {
        Hand,
        Foot,
    }

    /// <summary>
    /// What is worn, m²K/W; air, °C; wind along it, m/s; for how many minutes; work of the body, W/m²; its heat debt, Wh/m²; how warm the part
    /// begins, °C; whether something squeezes it; heat of a warmer there, W per m² of the part; share of the usual supply of blood, %.
    /// </summary>
    public sealed record ExtremityRequest(
        EndPart Part,
        double Insulation,
        double AirC,
        double WindMs = 0.3,
        double Minutes = 120,
        double MetabolicWPerM2 = 70,
        double Debt = 0,
        double StartC = 30,
        bool Tight = false,
        double HeatWPerM2 = 0,
        double SupplyPercent = 100
    );

    /// <summary>
    /// Temperature after each minute, °C; the first minute after which it is under 20 (clumsy), 15 (no fine work), 10 and 0 °C, looked for over
    /// a day; null where it never is.
    /// </summary>
    public sealed record ExtremityResponse(
        IReadOnlyList<double> Celsius,
        IReadOnlyDictionary<string, int?> MinutesUntil,
        double SupplyWPerM2,
        double HeadsForC,
        IReadOnlyList<string> Assumed
    );

    /// <summary>Air, °C; wind at 10 m and own speed into it, m/s; whether mouth and nose are covered (true, false, or a share).</summary>
    public sealed record FaceRequest(
        double AirC,
        double WindMs = 0,
        double OwnSpeedMs = 0,
        [property: JsonConverter(typeof(ShareOrYes))] double Covered = 0
    );

    /// <summary>
    /// Wind on the face with own speed, m/s; wind chill of it, °C; minutes until bare skin freezes, null where that is unlikely, and in words;
    /// minutes until what covers mouth and nose has iced and is to be turned, null where nothing covers them or it is too warm for ice.
    /// </summary>
    public sealed record FaceResponse(
        double FaceWindMs,
        double WindChillC,
        double? Minutes,
        string MinutesText,
        double? TubeTurnsMinutes,
        IReadOnlyList<double> TubeTurns,
        bool MaskWorth,
        bool CoverEyes,
        IReadOnlyList<string> Assumed
    );

    /// <summary>
    /// A line that somebody knows of boots or gloves: the coldest air that holds, °C, standing or walking so many hours in so much insulation,
    /// m²K/W.
    /// </summary>
    public sealed record OwnLineRequest(
        EndPart Part,
        double Insulation,
        double AirC,
        bool Walking = false,
        double Hours = 2,
        double WindMs = 0.4,
        bool Tight = false
    );

    /// <summary>The line of most people, °C, and how much more or less blood this one's hands or feet get, %; null where the two cannot be brought together.</summary>
    public sealed record OwnLineResponse(double? UsualC, double? Percent, string Says);

    public static void Map(IEndpointRouteBuilder api)
    {
        var calc = api.MapGroup("/calc").WithTags("Calculators");
        calc.MapPost("/extremity", Extremities).WithSummary("Fingers or toes minute by minute, body and work held");
        calc.MapPost("/face", Face).WithSummary("Wind chill, minutes to frostbite and when a face cover has iced");
        calc.MapPost("/own-line", OwnLine)
            .WithSummary("A line somebody knows of boots or gloves to a supply of their own");
    }

    private static Extremity EndOf(EndPart part) => part == EndPart.Hand ? Extremity.Hands : Extremity.Feet;

    private static Results<Ok<ExtremityResponse>, ProblemHttpResult> Extremities(ExtremityRequest request)
    {
        var faults = new[]
        {
            Calculators.OutOf("insulation", request.Insulation, 0, 10, "m²K/W"),
            Calculators.OutOf("airC", request.AirC, -90, 40, "°C"),
            Calculators.OutOf("windMs", request.WindMs, 0, 60, "m/s"),
            Calculators.OutOf("minutes", request.Minutes, 1, EndMinutes.Longest, "minutes"),
            Calculators.OutOf("metabolicWPerM2", request.MetabolicWPerM2, 30, 450, "W/m²"),
            Calculators.OutOf("debt", request.Debt, -BodyHeat.MostStored, 200, "Wh/m²"),
            Calculators.OutOf("startC", request.StartC, -20, 40, "°C"),
            Calculators.OutOf("heatWPerM2", request.HeatWPerM2, 0, 500, "W/m²"),
            Calculators.OutOf("supplyPercent", request.SupplyPercent, 10, 200, "%"),
        }
            .OfType<Fault>()
            .ToList();
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var end = EndOf(request.Part);
        var step = new ExtremityStep(
            1 / (request.Insulation + Wind.AirLayer(request.WindMs)),
            request.AirC,
            request.Debt,
            request.MetabolicWPerM2,
            request.HeatWPerM2,
            request.Tight,
            request.SupplyPercent / 100
        );
        double[] lines = [20, 15, 10, 0];
        var until = EndMinutes.Until(end, request.StartC, step, lines);
        return TypedResults.Ok(
            new ExtremityResponse(
                [.. EndMinutes.Of(end, request.StartC, step, (int)request.Minutes)],
                lines.Zip(until).ToDictionary(p => $"{p.First:0}", p => p.Second),
                end.Supply(request.StartC, step),
                end.HeadsFor(request.StartC, step),
                [
                    "Body, work and air stay as they are; steps of a minute.",
                    request.Tight
                        ? "What squeezes leaves six tenths of the blood; loft that it costs is for you to take off."
                        : "Nothing squeezes.",
                    "People differ widely in hands and feet: test your own line at home.",
                ]
            )
        );
    }

    private static Results<Ok<FaceResponse>, ProblemHttpResult> Face(FaceRequest request)
    {
        var faults = new[]
        {
            Calculators.OutOf("airC", request.AirC, -90, 40, "°C"),
            Calculators.OutOf("windMs", request.WindMs, 0, 60, "m/s"),
            Calculators.OutOf("ownSpeedMs", request.OwnSpeedMs, 0, 40, "m/s"),
            Calculators.OutOf("covered", request.Covered, 0, 1, "of the face, or true or false"),
        }
            .OfType<Fault>()
            .ToList();
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var wind = request.WindMs + request.OwnSpeedMs;
        var minutes = FaceCover.MinutesBare(request.AirC, request.WindMs, request.OwnSpeedMs);
        var up = request.Covered > 0;
        return TypedResults.Ok(
            new FaceResponse(
                wind,
                Wind.Chill(new Temperature(request.AirC), wind).Celsius,
                minutes,
                minutes switch
                {
                    null => "unlikely",
                    > 30 => "over 30",
                    < 2 => "under 2",
                    { } m => $"about {m:0}",
                },
                up ? FaceCover.MinutesUntilIced(request.AirC) : null,
                up ? [.. FaceCover.TurnsThrough(request.AirC, 8).Select(t => 60 * t.Hour)] : [],
                minutes < FaceCover.MaskWithin,
                wind > FaceCover.EyesFrom,
                [
                    "Wind at 10 m; own speed adds to it, straight into the face.",
                    "The minutes are for bare skin; what is covered does not count. Wind is taken from 25 to 80 km/h in them.",
                    "A cover is turned as soon as it has iced; its other side dries at the neck meanwhile.",
                ]
            )
        );
    }

    private static Results<Ok<OwnLineResponse>, ProblemHttpResult> OwnLine(OwnLineRequest request)
    {
        var faults = new[]
        {
            Calculators.OutOf("insulation", request.Insulation, 0, 10, "m²K/W"),
            Calculators.OutOf("hours", request.Hours, 0.5, 12, "hours"),
            Calculators.OutOf("airC", request.AirC, EndLimits.Coldest, EndLimits.Warmest, "°C"),
            Calculators.OutOf("windMs", request.WindMs, 0, 60, "m/s"),
        }
            .OfType<Fault>()
            .ToList();
        if (faults.Count > 0)
            return Problems.Faults(faults);
        var end = EndOf(request.Part);
        var worn = new ExtremityStep(
            1 / (request.Insulation + Wind.AirLayer(request.WindMs)),
            0,
            0,
            0,
            Tight: request.Tight
        );
        var usual = EndLimits.ColdestAir(end, worn, request.Walking, request.Hours);
        var percent = EndLimits.ShareFor(end, worn, request.Walking, request.AirC, request.Hours) is { } share
            ? 100 * (share - 1)
            : (double?)null;
        var part = request.Part == EndPart.Hand ? "hands" : "feet";
        return TypedResults.Ok(
            new OwnLineResponse(
                usual,
                percent,
                percent switch
                {
                    null =>
                        $"No supply between {100 * EndLimits.LeastShare:0} and {100 * EndLimits.MostShare:0} % of the usual gives this line. Check the air, and what was worn.",
                    < 0 => $"Colder {part} than most: {-percent:0} % less blood than the usual.",
                    _ => $"Warmer {part} than most, or as most: {percent:0} % more blood than the usual.",
                }
            )
        );
    }

    /// <summary>A share from 0 to 1, or yes for all and no for none.</summary>
    private sealed class ShareOrYes : JsonConverter<double>
    {
        public override double Read(ref Utf8JsonReader reader, Type type, JsonSerializerOptions options) =>
            reader.TokenType switch
            {
                JsonTokenType.True => 1,
                JsonTokenType.False => 0,
                JsonTokenType.Number => reader.GetDouble(),
                _ => throw new JsonException("Say true, false, or a share from 0 to 1."),
            };

        public override void Write(Utf8JsonWriter writer, double value, JsonSerializerOptions options) =>
            writer.WriteNumberValue(value);
    }
}
