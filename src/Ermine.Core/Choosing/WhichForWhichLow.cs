using Ermine.Core.Body;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trips;

namespace Ermine.Core.Choosing;

/// <summary>The night that a table is made for, and where it begins.</summary>
/// <param name="Surface">What the pads lie on.</param>
/// <param name="Shelter">What stands round the sleeper.</param>
/// <param name="WindMs">Wind outside, m/s, 0–60.</param>
/// <param name="FromC">The first low, °C, −60 to 20.</param>
/// <param name="Sleepers">People in the shelter, 1–8.</param>
/// <param name="Hammock">Hangs instead of lying on the surface.</param>
public sealed record TableAsked(
    Surface Surface,
    Shelter Shelter,
    double WindMs = 1,
    double FromC = 5,
    int Sleepers = 1,
    Hammock? Hammock = null
);

/// <summary>One low of the table.</summary>
/// <param name="LowC">The low, °C.</param>
/// <param name="Bed">The lightest bed for it.</param>
/// <param name="HoldsToC">Down to where it holds, °C: to be changed for the next from there on; null in any air.</param>
/// <param name="Added">What is in it and not in the one before.</param>
/// <param name="Removed">What was in the one before and is not.</param>
public sealed record TableRow(
    double LowC,
    ChosenBed Bed,
    double? HoldsToC,
    IReadOnlyList<Guid> Added,
    IReadOnlyList<Guid> Removed
);

/// <summary>Which of what one owns for which low.</summary>
/// <param name="Rows">The mildest first, in steps of <see cref="WhichForWhichLow.StepK"/>; the same bed is named once.</param>
/// <param name="NothingFromC">The low from which on nothing that is owned holds, °C; null where the coldest low that is asked is reached.</param>
/// <param name="Proof">How sure it is.</param>
public sealed record LowTable(IReadOnlyList<TableRow> Rows, double? NothingFromC, ChoiceProof Proof);

/// <summary>The lightest system for each low, over everything one owns: one night with everything dry, as it is read from the label and built.</summary>
public static class WhichForWhichLow
{
    /// <summary>From low to low, K.</summary>
    public const double StepK = 5;

    /// <summary>The coldest low that is asked, °C.</summary>
    public const double ColdestC = -60;

    /// <summary>The table.</summary>
    /// <param name="sleeper">Who sleeps.</param>
    /// <param name="closet">What is owned.</param>
    /// <param name="night">The night.</param>
    /// <param name="asked">Pinned, left at home, schools.</param>
    /// <param name="within">After so long it ends with the rows it has; null to go on to the end.</param>
    /// <param name="stop">Ends the work.</param>
    public static LowTable For(
        Sleeper sleeper,
        Closet closet,
        TableAsked night,
        ChoiceAsked asked,
        TimeSpan? within = null,
        CancellationToken stop = default
    )
    {
        var clock = System.Diagnostics.Stopwatch.StartNew();
        var rows = new List<TableRow>();
        double? nothing = null;
        var (nodes, laid, replayed, things) = (0L, 0L, 0L, 0);
        var proven = true;
        for (var low = night.FromC; low >= ColdestC && nothing is null && proven; low -= StepK)
        {
            // The bed before may do for this low as well.
            if (rows.Count > 0 && (rows[^1].HoldsToC is not { } to || to <= low))
                continue;
            var choice = Choose.Best(RunOf(sleeper, closet, night, low, stop), asked, within: within - clock.Elapsed);
            (nodes, laid, replayed) = (
                nodes + choice.Proof.Nodes,
                laid + choice.Proof.Laid,
                replayed + choice.Proof.Replayed
            );
            (things, proven) = (choice.Proof.Things, choice.Proof.Proven);
            if (choice.Bed is not { } bed)
                nothing = proven ? low : null;
            else if (proven)
            {
                var before = rows.Count > 0 ? rows[^1].Bed.Items : [];
                rows.Add(
                    new(
                        low,
                        bed,
                        low - bed.SpareK > -BedTrials.PastAll / 2 ? low - bed.SpareK : null,
                        [.. bed.Items.Except(before)],
                        [.. before.Except(bed.Items)]
                    )
                );
            }
        }
        return new(rows, nothing, new(null, proven, things, nodes, laid, replayed, clock.Elapsed.TotalSeconds));
    }

    /// <summary>One night whose low is planned for as it is asked.</summary>
    internal static TripRun RunOf(Sleeper sleeper, Closet closet, TableAsked night, double low, CancellationToken stop)
    {
        var at = new Night(
            Guid.NewGuid(),
            new(2001, 1, 15),
            "",
            0,
            Terrain.Slope,
            night.Surface,
            night.Shelter,
            night.Sleepers,
            TypedLowC: low,
            TypedWindMs: night.WindMs,
            TypedCloud: 0.5
        );
        var outfit = new Outfit(sleeper.Id, new([], new(Hammock: night.Hammock)), [], [], [], [], DryPlan.Plain);
        var trip = new Trip(Guid.NewGuid(), "", new(Confidence: 0.5), null, [at], [], []).With(outfit);
        return new(new(new(trip, closet, null, stop), sleeper), trip.Outfits[0]);
    }
}
