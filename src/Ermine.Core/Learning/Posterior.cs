using Ermine.Core.Body;

namespace Ermine.Core.Learning;

/// <summary>What is believed of one number, on a grid: a normal prior, narrowed by one likelihood after the other.</summary>
internal sealed class Posterior
{
    /// <summary>How far the grid reaches, standard deviations of the prior either way.</summary>
    private const double Reach = 6;

    /// <summary>Points of the grid; a hundredth of the prior's standard deviation and a quarter apart.</summary>
    private const int UsualPoints = 961;

    /// <summary>Least likelihood of anything: what a night says against all others, a slip of the pen may have said (assumption).</summary>
    private const double Slip = 1e-12;

    private readonly double[] at;
    private readonly double[] log;

    public Posterior(double mean, double sd, int points = UsualPoints)
    {
        (at, log) = (new double[points], new double[points]);
        for (var i = 0; i < points; i++)
        {
            var z = Reach * (2.0 * i / (points - 1) - 1);
            at[i] = mean + sd * z;
            log[i] = -z * z / 2;
        }
    }

    /// <summary>The points of the grid.</summary>
    public IReadOnlyList<double> At => at;

    /// <summary>Takes in what was seen.</summary>
    /// <param name="likelihood">How likely it was for a value.</param>
    public Posterior Take(Func<double, double> likelihood)
    {
        for (var i = 0; i < at.Length; i++)
            log[i] += Math.Log(Math.Max(Slip, likelihood(at[i])));
        return this;
    }

    /// <summary>Weights of the points, of sum 1.</summary>
    public double[] Weights()
    {
        var most = log.Max();
        var weights = log.Select(l => Math.Exp(l - most)).ToArray();
        var sum = weights.Sum();
        for (var i = 0; i < at.Length; i++)
            weights[i] /= sum;
        return weights;
    }

    /// <summary>Mean, standard deviation and the band of nine in ten.</summary>
    /// <param name="count">From how many.</param>
    public Known Told(int count)
    {
        var weights = Weights();
        var mean = 0.0;
        for (var i = 0; i < at.Length; i++)
            mean += weights[i] * at[i];
        var variance = 0.0;
        for (var i = 0; i < at.Length; i++)
            variance += weights[i] * (at[i] - mean) * (at[i] - mean);
        return new(mean, Math.Sqrt(variance), Quantile(weights, 0.05), Quantile(weights, 0.95), count);
    }

    /// <summary>Each point stands for the stretch half-way to its neighbours, evenly filled.</summary>
    private double Quantile(double[] weights, double share)
    {
        var (sum, step) = (0.0, at[1] - at[0]);
        for (var i = 0; i < at.Length; i++)
        {
            if (sum + weights[i] >= share)
                return at[i] + step * ((share - sum) / weights[i] - 0.5);
            sum += weights[i];
        }
        return at[^1];
    }
}
