namespace Ermine.Core.Units;

/// <summary>A temperature on a scale with a fixed zero, held in °C. Two temperatures differ by a <see cref="TemperatureDifference"/>.</summary>
/// <param name="Celsius">Degrees Celsius, finite, at or above −273.15.</param>
public readonly record struct Temperature(double Celsius) : IComparable<Temperature>
{
    /// <summary>The temperature in °F, exactly 1.8·°C + 32.</summary>
    public double Fahrenheit => 1.8 * Celsius + 32;

    /// <summary>Reads a temperature in °F.</summary>
    public static Temperature FromFahrenheit(double fahrenheit) => new((fahrenheit - 32) / 1.8);

    /// <summary>In whole degrees with a real minus: −16 °C.</summary>
    public string InWords() =>
        $"{(Math.Round(Celsius) < 0 ? "−" : "")}{Math.Abs(Math.Round(Celsius)).ToString(System.Globalization.CultureInfo.InvariantCulture)} °C";

    /// <inheritdoc/>
    public int CompareTo(Temperature other) => Celsius.CompareTo(other.Celsius);

    /// <summary>How much warmer the first is than the second.</summary>
    public static TemperatureDifference operator -(Temperature a, Temperature b) => new(a.Celsius - b.Celsius);

    /// <summary>A temperature moved by a difference.</summary>
    public static Temperature operator +(Temperature a, TemperatureDifference d) => new(a.Celsius + d.Kelvin);

    /// <summary>A temperature moved down by a difference.</summary>
    public static Temperature operator -(Temperature a, TemperatureDifference d) => new(a.Celsius - d.Kelvin);

    /// <summary>Colder than.</summary>
    public static bool operator <(Temperature a, Temperature b) => a.Celsius < b.Celsius;

    /// <summary>Warmer than.</summary>
    public static bool operator >(Temperature a, Temperature b) => a.Celsius > b.Celsius;

    /// <summary>Colder than or equal to.</summary>
    public static bool operator <=(Temperature a, Temperature b) => a.Celsius <= b.Celsius;

    /// <summary>Warmer than or equal to.</summary>
    public static bool operator >=(Temperature a, Temperature b) => a.Celsius >= b.Celsius;
}

/// <summary>A difference of temperatures in kelvin. It has no zero point: 4 K are 7.2 °F, never 39.2.</summary>
/// <param name="Kelvin">Kelvin, finite; positive is warmer.</param>
public readonly record struct TemperatureDifference(double Kelvin)
{
    /// <summary>The difference in Fahrenheit degrees, exactly 1.8·K.</summary>
    public double FahrenheitDegrees => 1.8 * Kelvin;

    /// <summary>Reads a difference given in Fahrenheit degrees.</summary>
    public static TemperatureDifference FromFahrenheitDegrees(double degrees) => new(degrees / 1.8);
}
