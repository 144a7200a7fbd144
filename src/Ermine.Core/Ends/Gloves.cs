using Ermine.Core.Kit;

namespace Ermine.Core.Ends;

/// <summary>What gloves and mittens let hands keep, and do (assumptions).</summary>
public static class Gloves
{
    /// <summary>Two pairs thicker than this together leave coarse work alone, mm.</summary>
    private const double FineUpToMm = 5;

    /// <summary>Taking off takes this share of putting on.</summary>
    private const double OffPerOn = 0.5;

    /// <summary>Stowing what does not hang at the wrist, s.</summary>
    private const double StowSeconds = 6;

    /// <summary>Putting on where nothing is said, s.</summary>
    private const double UsualSeconds = 15;

    /// <summary>Share of its resistance that reaches the fingers: apart, each has its own skin to warm.</summary>
    public static double Kept(Fingers fingers) =>
        fingers switch
        {
            Fingers.Apart => 0.7,
            Fingers.Paired => 0.85,
            _ => 1,
        };

    /// <summary>The finest work that hands can do in what is on.</summary>
    public static Dexterity DexterityIn(IEnumerable<KitItem> on)
    {
        var (least, mm, pairs) = (Dexterity.Bare, 0.0, 0);
        foreach (var item in on)
        {
            least = item.Dexterity < least ? item.Dexterity : least;
            mm += item.ThicknessMm;
            pairs++;
        }
        return pairs > 1 && mm > FineUpToMm && least > Dexterity.Coarse ? Dexterity.Coarse : least;
    }

    /// <summary>Seconds until a thing is on.</summary>
    public static double SecondsOn(KitItem item) => item.SecondsToPutOn > 0 ? item.SecondsToPutOn : UsualSeconds;

    /// <summary>Seconds to take a thing off and have it on again: what hangs at the wrist need not be stowed.</summary>
    public static double SecondsOffAndOn(KitItem item) =>
        SecondsOn(item) * (1 + OffPerOn) + (item.OnLeash ? 0 : StowSeconds);

    /// <summary>A sock drawn over the hand in need: fingers together, coarse work.</summary>
    /// <param name="sock">A sock.</param>
    public static KitItem AsMitten(KitItem sock) =>
        sock with
        {
            Cover = new(0, 0, 0, 0, 0, 1),
            Fingers = Fingers.Together,
            Dexterity = Dexterity.Coarse,
            RoomMm = sock.RoomMm ?? SockGives,
            SecondsToPutOn = 10,
        };

    /// <summary>What goes under a sock that is drawn over the hand, mm.</summary>
    private const double SockGives = 4;
}
