using Ermine.Core.Choosing;
using Ermine.Core.Days;
using Ermine.Core.Ground;
using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Entry;

/// <summary>What may be asked of a choice.</summary>
public static class ChoiceRules
{
    private const double MostSpareK = 30,
        MostG = 100_000,
        MostL = 1_000;

    /// <summary>Everything that is wrong with what is asked; empty where it is sound.</summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="trip">The trip it is asked about.</param>
    /// <param name="member">Whom it is for, from 0.</param>
    /// <param name="find">A thing that is owned; null where it is not.</param>
    public static IReadOnlyList<Fault> Check(ChoiceAsked asked, Trip trip, int member, Func<Guid, KitItem?> find)
    {
        var faults = Nights(asked.Nights, trip);
        var others = trip
            .Uses.Where(u => member < trip.Members.Count && u.SleeperId != trip.Members[member].SleeperId)
            .Select(u => u.ItemId)
            .ToHashSet();
        foreach (var (n, id) in asked.Pinned.Index())
        {
            if (find(id) is not { } item)
                faults.Add(new($"asked.pinned[{n}]", $"{id}", "Pin a thing that is owned."));
            else if (!item.IsForNight)
                faults.Add(new($"asked.pinned[{n}]", item.Name, "It cannot be slept in: take the pin off."));
            else if (others.Contains(id))
                faults.Add(new($"asked.pinned[{n}]", item.Name, "Somebody else uses it: take the pin off."));
            else if (asked.LeftAtHome.Contains(id))
                faults.Add(
                    new($"asked.pinned[{n}]", item.Name, "It is pinned and left at home: take one of the two back.")
                );
            else if (asked.Schools.NoBarrier && item.Kind == ItemKind.VapourBarrier)
                faults.Add(new($"asked.pinned[{n}]", item.Name, "No barrier is wanted: take the pin off."));
            else if (asked.Schools.QuiltsOnly && item.Kind == ItemKind.Bag)
                faults.Add(new($"asked.pinned[{n}]", item.Name, "Only quilts are wanted: take the pin off."));
        }
        Within(faults, "asked.chance", asked.Chance, 0.05, 0.99, "Ask for a chance from 0.05 to 0.99.");
        Within(faults, "asked.spareK", asked.SpareK, -MostSpareK, MostSpareK, "Ask for −30 to 30 degrees to spare.");
        Within(faults, "asked.mostG", asked.MostG, 0, MostG, "Give a weight from 0 to 100 000 g.");
        Within(faults, "asked.mostL", asked.MostL, 0, MostL, "Give a volume from 0 to 1 000 l.");
        return faults;
    }

    /// <summary>Everything that is wrong with what is asked for a party; empty where it is sound.</summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="trip">The trip it is asked about.</param>
    /// <param name="find">A thing that is owned; null where it is not.</param>
    public static IReadOnlyList<Fault> Check(PartyAsked asked, Trip trip, Func<Guid, KitItem?> find)
    {
        var faults = Nights(asked.Nights, trip);
        if (trip.Members.Count < 2)
            faults.Add(new("trip.members", $"{trip.Members.Count}", "Add a second person: a party shares one closet."));
        foreach (var (n, keep) in asked.Keeps.Index())
        {
            var field = $"asked.keeps[{n}]";
            if (keep.Member < 0 || keep.Member >= trip.Members.Count)
                faults.Add(new(field, $"{keep.Member}", $"People count from 0 to {trip.Members.Count - 1}."));
            else if (find(keep.ItemId) is not { } item)
                faults.Add(new(field, $"{keep.ItemId}", "Keep a thing that is owned."));
            else if (!item.IsForNight)
                faults.Add(new(field, item.Name, "It cannot be slept in: keep something else."));
            else if (asked.LeftAtHome.Contains(keep.ItemId))
                faults.Add(new(field, item.Name, "It is kept and left at home: take one of the two back."));
            else if (
                trip.Uses.Any(u =>
                    u.ItemId == keep.ItemId
                    && (
                        u.Job is Job.Along or Job.PutOn or Job.OneDay
                        || !trip.Uses.Any(v => v.IsInBed && (v.ItemId, v.SleeperId) == (u.ItemId, u.SleeperId))
                    )
                    && u.SleeperId != trip.Members[keep.Member].SleeperId
                )
            )
                faults.Add(new(field, item.Name, "Somebody else carries it: it cannot stay with this one."));
        }
        if (asked.Keeps.GroupBy(k => k.ItemId).FirstOrDefault(g => g.Count() > 1) is { } twice)
            faults.Add(
                new(
                    "asked.keeps",
                    find(twice.Key)?.Name ?? $"{twice.Key}",
                    "It can stay with one of you: name it once."
                )
            );
        Within(faults, "asked.spareK", asked.SpareK, -MostSpareK, MostSpareK, "Ask for −30 to 30 degrees to spare.");
        Within(faults, "asked.mostG", asked.MostG, 0, MostG, "Give a weight from 0 to 100 000 g.");
        Within(faults, "asked.reserveK", asked.ReserveK, 0, MostReserveK, "Ask for a reserve of 0 to 20 degrees.");
        return faults;
    }

    private const double MostReserveK = 20;

    /// <summary>What is wrong with the nights that are asked for.</summary>
    private static List<Fault> Nights(IReadOnlyList<int> nights, Trip trip)
    {
        var faults = new List<Fault>();
        foreach (var (n, night) in nights.Index())
        {
            if (night < 0 || night >= trip.Nights.Count)
                faults.Add(
                    new(
                        $"asked.nights[{n}]",
                        $"{night}",
                        $"Nights of this trip count from 0 to {trip.Nights.Count - 1}."
                    )
                );
        }
        if (nights.Distinct().Count() < nights.Count)
            faults.Add(new("asked.nights", string.Join(", ", nights), "Name each night once."));
        if (trip.Nights.Count == 0)
            faults.Add(new("trip.nights", "0", "Add a night first: a bed is chosen for nights."));
        return faults;
    }

    /// <summary>Everything that is wrong with the night of a table.</summary>
    public static IReadOnlyList<Fault> Check(TableAsked night)
    {
        var faults = new List<Fault>();
        Within(faults, "table.windMs", night.WindMs, 0, 60, "Give a wind from 0 to 60 m/s.");
        Within(faults, "table.fromC", night.FromC, WhichForWhichLow.ColdestC, 20, "Begin between −60 and 20 °C.");
        Within(faults, "table.sleepers", night.Sleepers, 1, 8, "Give 1 to 8 sleepers.");
        if (night.Shelter == Shelter.Heated)
            faults.Add(
                new("table.shelter", "heated", "The air of a heated shelter does not follow the low: take another.")
            );
        return faults;
    }

    /// <summary>Everything that is wrong with what is asked of clothes; empty where it is sound.</summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="trip">The trip it is asked about.</param>
    /// <param name="member">Whom it is for, from 0.</param>
    /// <param name="find">A thing that is owned; null where it is not.</param>
    public static IReadOnlyList<Fault> Check(ClothesAsked asked, Trip trip, int member, Func<Guid, KitItem?> find)
    {
        var faults = new List<Fault>();
        foreach (var (n, id) in asked.Pinned.Index())
        {
            var field = $"asked.pinned[{n}]";
            if (find(id) is not { } item)
                faults.Add(new(field, $"{id}", "Pin a thing that is owned."));
            else if (Garment.Of(item, ItemReader.Read(item)) is null)
                faults.Add(new(field, item.Name, "It cannot be worn: take the pin off."));
            else if (
                member < trip.Members.Count
                && trip.Uses.Any(u => u.ItemId == id && u.SleeperId != trip.Members[member].SleeperId)
            )
                faults.Add(new(field, item.Name, "Somebody else uses it: take the pin off."));
            else if (asked.LeftAtHome.Contains(id))
                faults.Add(new(field, item.Name, "It is pinned and left at home: take one of the two back."));
        }
        if (trip.Nights.Count == 0)
            faults.Add(new("trip.nights", "0", "Add a night first: a day ends in one."));
        return faults;
    }

    private const int MostLows = 100;

    private const double LeastBedG = 200,
        MostBedG = 30_000;

    /// <summary>Everything that is wrong with what is asked of a season; empty where it is sound.</summary>
    /// <param name="asked">What is asked.</param>
    public static IReadOnlyList<Fault> Check(SeasonAsked asked)
    {
        List<Fault> faults = [.. Check(asked.Place).Select(f => f with { Field = $"asked.{Renamed(f.Field)}" })];
        if (asked.TypedLowsC.Count > MostLows)
            faults.Add(new("asked.typedLowsC", $"{asked.TypedLowsC.Count}", $"Type at most {MostLows} lows."));
        foreach (var (n, low) in asked.TypedLowsC.Take(MostLows).Index())
            Within(
                faults,
                $"asked.typedLowsC[{n}]",
                low,
                WhichForWhichLow.ColdestC,
                20,
                "Type a low between −60 and 20 °C."
            );
        Within(faults, "asked.mostG", asked.MostG, LeastBedG, MostBedG, "Give a weight from 200 to 30 000 g.");
        Within(faults, "asked.winter", asked.Winter, 1900, 2200, "Give the year in which the winter begins.");
        return faults;

        static string Renamed(string field) => field.Replace("table", "place", StringComparison.Ordinal);
    }

    private static void Within(List<Fault> faults, string field, double? value, double least, double most, string mend)
    {
        if (value is { } v && !(v >= least && v <= most))
            faults.Add(new(field, $"{v}", mend));
    }
}
