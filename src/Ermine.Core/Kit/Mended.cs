namespace Ermine.Core.Kit;

/// <summary>What is looked at on a thing before it is relied on.</summary>
public enum Check
{
    /// <summary>Zips run, with the flap behind them closing.</summary>
    Zip,

    /// <summary>Seams hold.</summary>
    Seams,

    /// <summary>Cuffs close without binding.</summary>
    Cuffs,

    /// <summary>Buckles, buttons, cords and laces hold.</summary>
    Buckles,

    /// <summary>Water still beads on it.</summary>
    Repellency,

    /// <summary>Loft by ruler, after an hour out of its sack.</summary>
    Loft,

    /// <summary>A pad, blown up with a pump sack, is as firm in the morning.</summary>
    HoldsAir,

    /// <summary>A stove burns from cold fuel.</summary>
    Burns,

    /// <summary>Cells are full, and a spare set is along.</summary>
    Cells,

    /// <summary>Spikes, snowshoes or bindings sit on the boots that come along.</summary>
    FitsBoots,

    /// <summary>Poles, pegs and lines are all there; a tent stands.</summary>
    Pitched,

    /// <summary>A lid is tight with hot water in it, on its side.</summary>
    Tight,

    /// <summary>Lights a fire with mittens on.</summary>
    Lights,

    /// <summary>Own nights were held against its label, and it counts otherwise since.</summary>
    Label,
}

/// <summary>Something seen to on a thing.</summary>
/// <param name="On">When.</param>
/// <param name="What">What was looked at.</param>
/// <param name="Note">What was done, up to 200 characters; empty where it was found sound.</param>
public sealed record Mended(DateOnly On, Check What, string Note = "");
