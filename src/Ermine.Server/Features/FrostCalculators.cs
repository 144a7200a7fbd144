using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Dryness;
using Ermine.Core.Entry;
using Ermine.Core.Frost;
using Ermine.Core.Ground;
using Ermine.Core.Heat;
using Ermine.Core.Kit;
using Ermine.Core.Stack;
using Ermine.Server.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Ermine.Server.Features;

/// <summary>Vapour and frost as plain HTTP, stateless, for scripts.</summary>
public static class FrostCalculators
{
    /// <summary>
    /// A layer, inner first: insulation with its permeability index, or a film with its vapour resistance in m²Pa/W. Thermal resistance
    /// in m²K/W. Mass and material let water loosen it; without a mass it stays as it is.
    /// </summary>
    public sealed record FrostLayer(
        string Name,
        double R,
        double? Im = null,
        double? Ret = null,
        double MassG = 0,
        Material Material = Material.Unsaid,
        double WaterG = 0
    );

    /// <summary>One column at even conditions, in steps of an hour, without feedback on the loft.</summary>
    public sealed record FrostRequest(
        IReadOnlyList<FrostLayer> Layers,
        double SkinC,
        double AirC,
        double Humidity,
        double AirLayerR,
        double Hours,
        double AreaM2,
        int Slices = VapourColumn.UsualSlices
    );

    public sealed record LayerWater(string Name, double WaterG);

    /// <summary>Flows are means over the time, per m² of column; what is stored is over the whole area.</summary>
    public sealed record FrostResponse(
        double SkinGPerM2H,
        double EscapedGPerM2H,
        double StoredG,
        IReadOnlyList<LayerWater> Layers,
        IReadOnlyList<string> Assumed
    );

    /// <summary>A night of the row: its low outside, °C, and how long it is slept, h.</summary>
    public sealed record FrostedNight(double LowC, double Hours = 10);

    /// <summary>What is done by day between the nights; air by day in °C, sun or stove add warmerK.</summary>
    public sealed record Airing(double Hours, double DayC, double WarmerK = 0, double AreaM2 = 2.7, bool Brush = false);

    /// <summary>
    /// A system through many nights: layers over the body inner first; what lies over the head and under the body as it stands, m²K/W.
    /// </summary>
    public sealed record NightsRequest(
        Calculators.CalcSleeper Sleeper,
        IReadOnlyList<FrostLayer> Layers,
        double HeadR,
        ByRegion<double> Pad,
        IReadOnlyList<FrostedNight> Nights,
        Surface Ground = Surface.SeasonalSnow,
        double Leakage = 0,
        double WindMs = Labels.TestWind,
        double Humidity = 0.95,
        bool BreathInside = false,
        Airing? Airing = null
    );

    public sealed record NightOfRow(
        double? HoldsToC,
        double SkinG,
        double EscapedG,
        double StoredG,
        double SkinEvaporationWPerM2,
        IReadOnlyList<LayerWater> Layers
    );

    /// <summary>Night by night; grams over the covered body at getting up, "holds to" at getting in.</summary>
    public sealed record NightsResponse(IReadOnlyList<NightOfRow> Nights, IReadOnlyList<string> Assumed);

    public static void Map(IEndpointRouteBuilder api)
    {
        var calc = api.MapGroup("/calc").WithTags("Calculators");
        calc.MapPost("/frost", Frost).WithSummary("Vapour and frost in one column");
        calc.MapPost("/nights", Nights).WithSummary("A system through many nights, with airing between");
    }

    private static async Task<Results<Ok<FrostResponse>, ProblemHttpResult>> Frost(
        FrostRequest request,
        Work work,
        CancellationToken client
    )
    {
        var faults = FaultsOf(request.Layers);
        Calculators.Check(faults, "skinC", request.SkinC, 0, 40, "°C");
        Calculators.Check(faults, "airC", request.AirC, -90, 40, "°C");
        Calculators.Check(faults, "humidity", request.Humidity, 0, 1, "as a share");
        Calculators.Check(faults, "airLayerR", request.AirLayerR, 0.001, 1, "m²K/W");
        Calculators.Check(faults, "hours", request.Hours, 0.01, 2000, "h");
        Calculators.Check(faults, "areaM2", request.AreaM2, 0.01, 10, "m²");
        Calculators.Check(faults, "slices", request.Slices, 1, 50, "slices");
        if (faults.Count > 0)
            return Problems.Faults(faults);

        return TypedResults.Ok(
            await work.Run(
                (int)(request.Hours * request.Layers.Count * request.Slices / 100),
                "fewer hours, layers or slices",
                stop => Passed(request, stop),
                client
            )
        );
    }

    private static FrostResponse Passed(FrostRequest request, CancellationToken stop)
    {
        VapourLayer[] layers = [.. request.Layers.Select(l => Of(l, 1, request.Slices))];
        using var column = new VapourColumn(layers);
        var water = Poured(request.Layers, layers, request.AreaM2);
        var before = water.Sum();
        var climate = new ColumnEnds(
            request.SkinC,
            request.AirC,
            MoistAir.VapourPressure(request.AirC, request.Humidity),
            request.AirLayerR
        );
        var (source, escaped) = (0.0, 0.0);
        for (var left = request.Hours; left > 1e-9; left -= 1)
        {
            var flow = column.Pass(water, climate, Math.Min(1, left), stop: stop);
            source += flow.Source;
            escaped += flow.Escaped;
        }
        return new(
            source / request.Hours,
            escaped / request.Hours,
            (water.Sum() - before) * request.AreaM2,
            ByLayer(request.Layers, layers, water, request.AreaM2),
            ["Skin 450 m²Pa/W to the air next to it.", "No sorption, and water changes nothing else."]
        );
    }

    private static async Task<Results<Ok<NightsResponse>, ProblemHttpResult>> Nights(
        NightsRequest request,
        Work work,
        CancellationToken client
    )
    {
        var faults = FaultsOf(request.Layers);
        var sleeper = new Sleeper(
            Guid.Empty,
            "sleeper",
            request.Sleeper.MassKg,
            request.Sleeper.HeightCm,
            request.Sleeper.AgeYears,
            request.Sleeper.Sex
        );
        faults.AddRange(EntryRules.Check(sleeper).Select(f => f with { Field = $"sleeper.{f.Field}" }));
        if (request.Nights.Count is 0 or > EntryRules.MostNights)
            faults.Add(new("nights", $"{request.Nights.Count}", $"Give 1 to {EntryRules.MostNights} nights."));
        foreach (var (n, night) in request.Nights.Index())
        {
            Calculators.Check(faults, $"nights[{n}].lowC", night.LowC, -90, 40, "°C");
            Calculators.Check(faults, $"nights[{n}].hours", night.Hours, 0.1, 24, "h");
        }
        Calculators.Check(faults, "humidity", request.Humidity, 0, 1, "as a share");
        Calculators.Check(faults, "headR", request.HeadR, 0, 20, "m²K/W");
        Calculators.Check(faults, "leakage", request.Leakage, 0, 5, "W/m²K");
        Calculators.Check(faults, "windMs", request.WindMs, 0, 18, "m/s");
        if (request.Airing is { } airing)
        {
            Calculators.Check(faults, "airing.hours", airing.Hours, 0, 24, "h");
            Calculators.Check(faults, "airing.dayC", airing.DayC, -90, 50, "°C");
            Calculators.Check(faults, "airing.warmerK", airing.WarmerK, 0, 40, "K");
            Calculators.Check(faults, "airing.areaM2", airing.AreaM2, 0, 10, "m²");
        }
        if (faults.Count > 0)
            return Problems.Faults(faults);

        return TypedResults.Ok(
            await work.Run(
                request.Nights.Count * request.Layers.Count,
                "fewer nights or layers",
                stop => Row(request, sleeper, stop),
                client
            )
        );
    }

    private static NightsResponse Row(NightsRequest request, Sleeper sleeper, CancellationToken stop)
    {
        var area = Vapour.CoveredShare * sleeper.BodyAreaM2;
        double[]? nodes = null;
        var rows = new List<NightOfRow>();
        foreach (var night in request.Nights)
        {
            if (rows.Count > 0 && request.Airing is { } between)
                nodes = Aired(nodes!, between, area);
            var (row, after) = OneNight(request, sleeper, night, nodes, area, stop);
            nodes = after;
            rows.Add(row);
        }
        return new(
            rows,
            [
                "Every hour of a night is as cold as its low.",
                "Skin at 33 °C; the column gives the heat that its vapour carries off.",
                "Water loosens the loft of layers that have a mass: exp(−k·g per g), never under a fifth.",
            ]
        );
    }

    private static (NightOfRow Row, double[] Nodes) OneNight(
        NightsRequest request,
        Sleeper sleeper,
        FrostedNight night,
        double[]? before,
        double area,
        CancellationToken stop
    )
    {
        VapourLayer[] Layers(double[] nodes, VapourLayer[] as0) =>
            [
                .. request.Layers.Select(
                    (l, i) => Of(l, Kept(l, WaterOf(as0, nodes, i) * area), VapourColumn.UsualSlices)
                ),
            ];
        VapourLayer[] plain = [.. request.Layers.Select(l => Of(l, 1, VapourColumn.UsualSlices))];
        var water = before ?? Poured(request.Layers, plain, area);
        var start = water.Sum();
        var air = Wind.AirLayer(request.WindMs);
        var climate = ColumnEnds.Of(33, new(night.LowC, night.LowC, request.Humidity, request.WindMs));
        var evening = Layers(water, plain);
        var (source, escaped, carried) = (0.0, 0.0, 0.0);
        double? holds = null;
        for (var left = night.Hours; left > 1e-9; left -= 1)
        {
            var hours = Math.Min(1, left);
            using var column = new VapourColumn(Layers(water, plain));
            // Breath brings its own heat, so the heat is read without it.
            var heat = Vapour.OfBody(column.Pass((double[])water.Clone(), climate, hours, stop: stop), hours);
            if (request.BreathInside)
                water[1] += Vapour.Breath * hours / area;
            var flow = column.Pass(water, climate, hours, stop: stop);
            if (left == night.Hours)
                holds = Holds(request, sleeper, evening, heat, air);
            source += flow.Source;
            escaped += flow.Escaped;
            carried += heat * hours;
        }
        return (
            new(
                holds,
                source * area,
                escaped * area,
                (water.Sum() - start) * area,
                carried / night.Hours,
                ByLayer(request.Layers, plain, water, area)
            ),
            water
        );
    }

    private static double? Holds(
        NightsRequest request,
        Sleeper sleeper,
        VapourLayer[] layers,
        double evaporation,
        double air
    )
    {
        var body = layers.Sum(l => l.Resistance);
        var stack = new Conductances(
            Regions.Each(r => 1 / ((r == Region.Head ? request.HeadR : body) + air)),
            request.Pad.Map((_, pad) => 1 / (Conductances.Crushed + Conductances.PadEffective(pad))),
            request.Leakage,
            evaporation
        );
        return HeatBalance
            .Solve(stack, Warmth.Of(sleeper), Threshold.Comfort, Surroundings.Open(request.Ground))
            .Outside?.Celsius;
    }

    private static double[] Aired(double[] nodes, Airing between, double area)
    {
        if (between.Brush)
            nodes[^1] *= 1 - Drying.Brushed;
        var lost = Drying.HungOut(between.AreaM2, between.DayC, between.WarmerK, between.Hours) / area;
        var all = nodes.Sum();
        var kept = all > 0 ? Math.Max(0, 1 - lost / all) : 1;
        return [.. nodes.Select(n => n * kept)];
    }

    private static double Kept(FrostLayer layer, double waterG) =>
        layer.MassG > 0 ? Moisture.Kept(layer.Material, waterG / layer.MassG) : 1;

    private static VapourLayer Of(FrostLayer layer, double kept, int slices) =>
        layer.Im is { } im ? VapourLayer.Insulation(kept * layer.R, im, slices) : new(layer.R, layer.Ret!.Value, 1);

    private static double[] Poured(IReadOnlyList<FrostLayer> layers, VapourLayer[] column, double area)
    {
        var nodes = new double[1 + column.Sum(l => l.Slices)];
        var node = 1;
        for (var i = 0; i < column.Length; i++)
        {
            for (var slice = 0; slice < column[i].Slices; slice++, node++)
                nodes[node] = layers[i].WaterG / column[i].Slices / area;
        }
        return nodes;
    }

    private static double WaterOf(VapourLayer[] column, double[] nodes, int layer)
    {
        var from = 1 + column.Take(layer).Sum(l => l.Slices);
        return nodes.Skip(from).Take(column[layer].Slices).Sum() + (layer == 0 ? nodes[0] : 0);
    }

    private static List<LayerWater> ByLayer(
        IReadOnlyList<FrostLayer> layers,
        VapourLayer[] column,
        double[] nodes,
        double area
    ) => [.. layers.Select((l, i) => new LayerWater(l.Name, WaterOf(column, nodes, i) * area))];

    private static List<Fault> FaultsOf(IReadOnlyList<FrostLayer> layers)
    {
        var faults = new List<Fault>();
        if (layers.Count is 0 or > SleepSystem.Most)
            faults.Add(new("layers", $"{layers.Count}", $"Give 1 to {SleepSystem.Most} layers, inner first."));
        foreach (var (n, layer) in layers.Index())
        {
            var at = $"layers[{n}]";
            if (layer.Im is null == layer.Ret is null)
                faults.Add(new($"{at}.im", $"{layer.Im}", "Give each layer either im (insulation) or ret (a film)."));
            Calculators.Check(faults, $"{at}.r", layer.R, layer.Im is null ? 0 : 0.0001, 20, "m²K/W");
            Calculators.Check(faults, $"{at}.im", layer.Im ?? 0.45, 0.01, 1, "");
            Calculators.Check(faults, $"{at}.ret", layer.Ret ?? 1, 0.01, 1e7, "m²Pa/W");
            Calculators.Check(faults, $"{at}.massG", layer.MassG, 0, 10_000, "g");
            var most = layer.MassG > 0 ? Moisture.Capacity(layer.Material) * layer.MassG : 5_000;
            Calculators.Check(faults, $"{at}.waterG", layer.WaterG, 0, most, "g, which is all it holds");
        }
        return faults;
    }
}
