using Ermine.Core.Body;
using Ermine.Core.Kit;

namespace Ermine.Core.Choosing;

/// <content>What could be sold or left at home.</content>
public sealed partial class WhatToBuy
{
    /// <summary>What could be sold or left at home: pads, bags, quilts, covers, liners and barriers that are in no bed of any line of the season.</summary>
    /// <inheritdoc cref="For"/>
    /// <param name="sleeper">Who sleeps.</param>
    /// <param name="closet">What is owned.</param>
    /// <param name="known">Nights of trips and log.</param>
    /// <param name="usedOn">Names of the trips that a thing is used on, by anyone.</param>
    /// <param name="asked">What is asked.</param>
    /// <param name="within">After so long it ends and tells nothing that is not proven; null to go on to the end.</param>
    /// <param name="stop">Ends the work.</param>
    public static SeasonSpare Spare(
        Sleeper sleeper,
        Closet closet,
        SeasonNights known,
        Func<Guid, IReadOnlyList<string>> usedOn,
        SeasonAsked asked,
        TimeSpan? within = null,
        CancellationToken stop = default
    )
    {
        var season = new WhatToBuy(sleeper, closet, known, asked, within, stop);
        // What the nights themselves are slept in is needed wherever the points of a line lie.
        var needed = season
            .Each(Enumerable.Range(0, season.steps.Count), s => season.Lightest(s, [], season.mostG, true))
            .SelectMany(f => f.Items)
            .ToHashSet();
        var beds = season.steps.Count;
        var places = season.steps.GroupBy(s => s.Place).ToList();
        foreach (var place in places)
        {
            // From the mildest night of the place to somewhat colder than its coldest.
            var mildest = place.SelectMany(s => s.Nights).Max(n => season.nights[n].AsksC);
            var to = mildest - place.Min(s => s.AsksC) + BeyondK;
            var line = Choose.Line(
                WhichForWhichLow.RunOf(sleeper, closet, place.Key, mildest, stop),
                season.Asking([]),
                fromK: 0,
                toK: to,
                stepK: LineStepK,
                within: season.within - season.clock.Elapsed
            );
            season.Count(line.Proof);
            season.cut |= !line.Proof.Proven;
            foreach (var point in line.Points.Where(p => p.Bed.AddsG <= season.mostG))
            {
                beds++;
                needed.UnionWith(point.Bed.Items);
            }
        }
        var left = asked.LeftAtHome.ToHashSet();
        return new(
            season.nights.Count,
            season.mostG,
            [.. places.Select(p => p.Key)],
            beds,
            season.cut || beds == 0
                ? []
                :
                [
                    .. closet
                        .All.Where(t =>
                            IsForNightAlone(t.Item)
                            && season.Serves(t.Item)
                            && (t.Reading.Insulation is not null || t.Item.Kind == ItemKind.VapourBarrier)
                        )
                        .Select(t => t.Item)
                        .Where(i => !needed.Contains(i.Id) && !left.Contains(i.Id))
                        .OrderByDescending(i => i.MassG)
                        .ThenBy(i => i.Name, StringComparer.Ordinal)
                        .Select(i => new SpareThing(i.Id, i.MassG, usedOn(i.Id))),
                ],
            season.Proof(!season.cut)
        );
    }

    /// <summary>Lines are drawn so much further than the coldest night, K: nights come colder than planned.</summary>
    private const double BeyondK = 5;

    /// <summary>Points of those lines are at least so far from each other, K.</summary>
    private const double LineStepK = 3;

    /// <summary>Clothes are worn by day as well: of them nothing is said.</summary>
    private static bool IsForNightAlone(KitItem item) =>
        item.Kind
            is ItemKind.Pad
                or ItemKind.Underquilt
                or ItemKind.Bag
                or ItemKind.Quilt
                or ItemKind.Bivy
                or ItemKind.Liner
        || item is { Kind: ItemKind.VapourBarrier, Side: Side.Over };
}
