namespace Ermine.Server.Hosting;

/// <summary>
/// How long an answer is sought: as long as a person waits at a table, times what "patience" is set to, which is for a machine that does more
/// beside it. What is found by then is told with how sure it is.
/// </summary>
public sealed class Patience(IConfiguration configuration)
{
    private readonly double times = configuration.GetValue("patience", 1.0);

    /// <summary>Most processor time of one answer; there is none after it.</summary>
    public TimeSpan Ceiling => Seconds(15);

    /// <summary>For a bed, a line, a table or what to buy.</summary>
    public TimeSpan Choice => Seconds(8);

    /// <summary>For a party, whose beds are told and whose reserve is sought after that.</summary>
    public TimeSpan Party => Seconds(9);

    /// <summary>For clothes.</summary>
    public TimeSpan Clothes => Seconds(9);

    /// <summary>For the proof that no split is more even.</summary>
    public TimeSpan Split => Seconds(6);

    private TimeSpan Seconds(double usual) => TimeSpan.FromSeconds(usual * times);
}
