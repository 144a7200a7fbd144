namespace Ermine.Core.Body;

/// <summary>What is known of a number that cannot be measured: where it probably lies and how closely.</summary>
/// <param name="Mean">Mean.</param>
/// <param name="Sd">Standard deviation, above 0.</param>
/// <param name="Low">Lower end of the band that holds it nine times of ten.</param>
/// <param name="High">Upper end of that band.</param>
/// <param name="Count">From how many nights or days; 0 where only a statement or nothing stands behind it.</param>
public sealed record Known(double Mean, double Sd, double Low, double High, int Count)
{
    /// <summary>Of a normal distribution.</summary>
    public static Known Normal(double mean, double sd, int count = 0) =>
        new(mean, sd, mean - NineOfTen * sd, mean + NineOfTen * sd, count);

    /// <summary>Standard deviations either way that hold nine of ten.</summary>
    public const double NineOfTen = 1.645;
}

/// <summary>What a person's own nights and days have shown of the body.</summary>
/// <param name="Offset">How much warmer (positive) or colder than the model this person sleeps, K.</param>
/// <param name="Hands">How much more or less blood than the model's reaches the hands, %; null where nothing was logged of them.</param>
/// <param name="Feet">The same of the feet.</param>
public sealed record KnownBody(Known Offset, Known? Hands = null, Known? Feet = null)
{
    /// <summary>How far sleepers differ from the model before anything is known of one, K: one standard deviation (assumption).</summary>
    public const double OffsetPriorK = 4;
}
