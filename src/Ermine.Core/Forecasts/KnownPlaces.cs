namespace Ermine.Core.Forecasts;

/// <summary>How far forecasts for a camp have been off, measured against forecast lows there.</summary>
/// <param name="Camp">What the camp is called.</param>
/// <param name="MeanK">Measured over forecast, K; colder is negative. A step on the way to the camp's low.</param>
/// <param name="SdK">How closely that is known, K.</param>
/// <param name="Nights">From how many nights.</param>
public sealed record PlaceBias(string Camp, double MeanK, double SdK, int Nights)
{
    /// <summary>The reason of the step in a plain sentence.</summary>
    public string Why =>
        $"On {(Nights == 1 ? "one night" : $"{Nights} nights")} at {Camp} it was measured {(MeanK < 0 ? "colder" : "milder")} than forecast."
        + (MeanK > 0 ? " A mild record is a thin one: set it to 0 where in doubt." : "");
}

/// <summary>What is known of camps by their names; letters' case and spaces round them do not count.</summary>
/// <param name="biases">One for each camp.</param>
public sealed class KnownPlaces(IEnumerable<PlaceBias> biases)
{
    private readonly Dictionary<string, PlaceBias> byName = biases.ToDictionary(b => KeyOf(b.Camp));

    /// <summary>Every camp of which something is known.</summary>
    public IReadOnlyCollection<PlaceBias> All => byName.Values;

    /// <summary>Of a camp; null where nothing was measured there, or where it has no name.</summary>
    public PlaceBias? Of(string camp) => byName.GetValueOrDefault(KeyOf(camp));

    /// <summary>By what a camp is known.</summary>
    public static string KeyOf(string camp) => camp.Trim().ToUpperInvariant();
}
