namespace Ermine.Core.Body;

/// <summary>How warm a sleeper gets in.</summary>
public enum StartState
{
    /// <summary>Warmed by moving.</summary>
    Warmed,

    /// <summary>Neither.</summary>
    Normal,

    /// <summary>Chilled by standing about.</summary>
    Chilled,
}

/// <summary>What feet at night have to keep; how warm they stay says <c>Ends.Extremity</c> (assumptions).</summary>
public static class Feet
{
    /// <summary>Warn below, °C.</summary>
    public const double WarnBelow = 24;

    /// <summary>Feet that are never below this once <see cref="SettledAfter"/> has passed hold, °C.</summary>
    public const double HoldFrom = 20;

    /// <summary>Time from getting in after which the feet have to hold, h.</summary>
    public const double SettledAfter = 2;

    /// <summary>Alarm below, °C: the night is then at least cold.</summary>
    public const double AlarmBelow = 15;

    /// <summary>Below this cold injury is likely, °C: the night is then no-go.</summary>
    public const double DangerBelow = 8;

    /// <summary>Feet at getting in, °C.</summary>
    public static double AtStart(StartState start) =>
        start switch
        {
            StartState.Warmed => 30,
            StartState.Chilled => 18,
            _ => 26,
        };
}
