using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Ermine.Core.Body;
using Ermine.Core.Plans;
using Ermine.Core.Units;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Ermine.Server.Hosting;

/// <summary>
/// Quantities travel as plain numbers in SI: a temperature in °C, a difference in K, insulation in m²K/W. Enums travel by name,
/// a threshold by its name. What a record computes from its own parts does not travel.
/// </summary>
public static class QuantityJson
{
    public static void Configure(JsonSerializerOptions options)
    {
        options.NumberHandling = JsonNumberHandling.Strict;
        options.AllowDuplicateProperties = false;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        options.Converters.Add(new NumberConverter<Temperature>(t => t.Celsius, n => new(n)));
        options.Converters.Add(new NumberConverter<TemperatureDifference>(d => d.Kelvin, n => new(n)));
        options.Converters.Add(new NumberConverter<Insulation>(i => i.SI, n => new(n)));
        options.Converters.Add(new ThresholdConverter());
        options.TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { LeaveOutComputed } };
    }

    /// <summary>Says in the OpenAPI document what the plain numbers are.</summary>
    public static Task Describe(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancel)
    {
        var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
        var unit =
            type == typeof(Temperature) ? "Temperature, °C"
            : type == typeof(TemperatureDifference) ? "Temperature difference, K"
            : type == typeof(Insulation) ? "Insulation, m²K/W"
            : null;
        if (unit is not null)
        {
            schema.Type = JsonSchemaType.Number;
            schema.Format = "double";
            schema.Description = unit;
        }
        if (type == typeof(Threshold))
            schema.Type = JsonSchemaType.String;
        if (type.IsEnum && schema.Enum is { } names)
        {
            schema.Type = JsonSchemaType.String;
            schema.Enum = [.. names.Where(n => n is not null && n.GetValueKind() == JsonValueKind.String)];
        }
        return Task.CompletedTask;
    }

    private static void LeaveOutComputed(JsonTypeInfo type)
    {
        if (
            type.Kind != JsonTypeInfoKind.Object
            || type.Type.Namespace?.StartsWith("Ermine.", StringComparison.Ordinal) != true
        )
            return;
        for (var i = type.Properties.Count - 1; i >= 0; i--)
        {
            if (type.Properties[i].Set is null)
                type.Properties.RemoveAt(i);
        }
    }

    private sealed class NumberConverter<T>(Func<T, double> write, Func<double, T> read) : JsonConverter<T>
    {
        public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            read(reader.GetDouble());

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
            writer.WriteNumberValue(Math.Round(write(value), 6));
    }

    private sealed class ThresholdConverter : JsonConverter<Threshold>
    {
        public override Threshold? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            throw new JsonException("A threshold is only written.");

        public override void Write(Utf8JsonWriter writer, Threshold value, JsonSerializerOptions options) =>
            writer.WriteStringValue(value.Name);
    }
}
