using Ermine.Core.Body;
using Ermine.Core.Dryness;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>Gathers a block minute by minute and says how it was.</summary>
internal sealed class Tally
{
    /// <summary>One minute.</summary>
    public readonly record struct Reading(
        double Debt,
        double Fingers,
        double Toes,
        double Face,
        double SweatRate,
        double Heat,
        double AirC,
        double SweatG
    );

    private readonly Dictionary<DayVerdict, (double Hour, DayReason Reason)> first = [];
    private Reading last;
    private double most = double.MinValue,
        fingers = 99,
        toes = 99,
        face,
        rate,
        sweat,
        heat,
        length,
        airLow = 99,
        strain = double.MinValue;

    /// <summary>The heat of its worst minute.</summary>
    public DayBalance? Worst { get; set; }

    /// <summary>Takes a minute; whether it is the worst so far.</summary>
    public bool Take(double hour, double hours, Reading now, double spare)
    {
        last = now;
        most = Math.Max(most, now.Debt);
        (fingers, toes, face) = (Math.Min(fingers, now.Fingers), Math.Min(toes, now.Toes), Math.Max(face, now.Face));
        (rate, sweat) = (Math.Max(rate, now.SweatRate), sweat + now.SweatG);
        (heat, length) = (heat + now.Heat * hours, length + hours);
        airLow = Math.Min(airLow, now.AirC);
        // The worst minute is the coldest one where the body cools, the one that has to sweat most where it does not.
        var strained = now.Debt > 0 ? 1e6 + now.Debt : spare;
        var worse = strained > strain + 1e-6;
        strain = Math.Max(strain, strained);
        Meets(DayVerdict.Chilling, hour, now.Debt > DayLimits.ChilledDebt, DayReason.Body);
        Meets(DayVerdict.Chilling, hour, now.Fingers < DayLimits.ChilledEnds, DayReason.Fingers);
        Meets(DayVerdict.Chilling, hour, now.Toes < DayLimits.ChilledEnds, DayReason.Toes);
        Meets(DayVerdict.Chilling, hour, now.Face > DayLimits.FaceShare, DayReason.Face);
        Meets(DayVerdict.Cool, hour, now.Debt > DayLimits.CoolDebt, DayReason.Body);
        Meets(DayVerdict.Cool, hour, now.Fingers < DayLimits.CoolEnds, DayReason.Fingers);
        Meets(DayVerdict.Cool, hour, now.Toes < DayLimits.CoolEnds, DayReason.Toes);
        Meets(DayVerdict.Dripping, hour, now.SweatRate > DayLimits.DrippingSweat, DayReason.Sweat);
        Meets(DayVerdict.Warm, hour, now.SweatRate > DayLimits.WarmSweat, DayReason.Sweat);
        return worse;
    }

    public void Base(double hour, double perGram)
    {
        Meets(DayVerdict.Dripping, hour, perGram > Textiles.DampUpTo, DayReason.Base);
        Meets(DayVerdict.Warm, hour, perGram > Textiles.DryUpTo, DayReason.Base);
    }

    public BlockLived Told(DayBlock block)
    {
        var verdict = first.Count == 0 ? DayVerdict.Right : first.Keys.Max();
        var (turns, reason) = first.TryGetValue(verdict, out var met)
            ? (met.Hour, met.Reason)
            : ((double?)null, DayReason.None);
        return new(
            block.Id,
            verdict,
            reason,
            turns,
            Worst is null ? Part.Torso : Leak(Worst.Dry),
            length > 0 ? heat / length : 0,
            last.Debt,
            most,
            sweat,
            rate,
            new(fingers),
            new(toes),
            face,
            new(airLow),
            Worst ?? new(block.FromHour, 0, 0, 0, new(0, 0, 0, 0, 0, 0)),
            [.. first.Select(f => new DayTurns(f.Key, f.Value.Hour, f.Value.Reason)).OrderBy(t => t.Hour)]
        );
    }

    private void Meets(DayVerdict verdict, double hour, bool met, DayReason reason)
    {
        if (met)
            first.TryAdd(verdict, (hour, reason));
    }

    private static Part Leak(ByPart<double> dry) =>
        DayStack.AllParts.MaxBy(p => dry[p] / Parts.BodyShare[p] * LeakWeight(p));

    /// <summary>A small part that leaks costs little: loss beyond its share, by its share.</summary>
    private static double LeakWeight(Part part) => Math.Sqrt(Parts.BodyShare[part]);
}
