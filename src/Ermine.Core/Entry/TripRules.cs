using Ermine.Core.Body;
using Ermine.Core.Forecasts;
using Ermine.Core.Ground;
using Ermine.Core.Plans;
using Ermine.Core.Stack;

namespace Ermine.Core.Entry;

/// <summary>What may be entered of trips.</summary>
public static partial class EntryRules
{
    /// <summary>Faults of a trip; none where it is sound.</summary>
    /// <param name="trip">The trip.</param>
    /// <param name="owns">Whether a thing is owned.</param>
    public static IReadOnlyList<Fault> Check(Trip trip, Func<Guid, bool> owns)
    {
        var faults = new Faults();
        faults.Name("name", trip.Name);
        // What is too long is not looked at any closer.
        if (
            !faults.AtMost("nights", trip.Nights.Count, MostNights, "nights; divide the trip")
            | !faults.AtMost("members", trip.Members.Count, MostMembers, "people")
            | !faults.AtMost("uses", trip.Uses.Count, MostUses, "uses")
        )
            return faults.Found;
        if (DesignLows.Confidences.All(c => Math.Abs(c.Confidence - trip.Trust.Confidence) > 1e-9))
            faults.Add(
                "trust.confidence",
                Faults.Text(trip.Trust.Confidence),
                "Choose 0.50, 0.80, 0.90, 0.95 or 0.99."
            );
        faults.Range("trust.flatMarginK", trip.Trust.FlatMarginK, 0, 30, "K");
        for (var i = 0; i < trip.Nights.Count; i++)
        {
            CheckNight(faults, $"nights[{i}]", trip.Nights[i]);
            if (i > 0 && trip.Nights[i].Date <= trip.Nights[i - 1].Date)
                faults.Add(
                    $"nights[{i}].date",
                    $"{trip.Nights[i].Date:yyyy-MM-dd}",
                    "Each night needs a date after the night before it."
                );
        }
        if (trip.Members.Count == 0)
            faults.Add("members", "0", $"A trip has 1 to {MostMembers} people.");
        faults.Once("nights", trip.Nights.Select(n => n.Id), "Give each night an id of its own.");
        for (var i = 0; i < trip.Members.Count; i++)
        {
            CheckMember(faults, trip, i);
            CheckDays(faults, trip, i, owns);
        }
        CheckUses(faults, trip, owns);
        if (trip.Load is { } load)
            CheckLoad(faults, trip, load, owns);
        return faults.Found;
    }

    private static void CheckNight(Faults faults, string at, Night night)
    {
        if (night.Camp.Length > 80)
            faults.Add($"{at}.camp", $"{night.Camp.Length} characters", "Keep it to 80 characters.");
        faults.Add(CheckDate($"{at}.date", night.Date));
        faults.Range($"{at}.elevationM", night.ElevationM, LowestElevationM, HighestElevationM, "m");
        faults.Range($"{at}.sleepers", night.Sleepers, 1, 8, "people");
        if (night.TypedLowC is { } low)
            faults.Range($"{at}.typedLowC", low, -90, 40, "°C");
        if (night.TypedHighC is { } high)
            faults.Range($"{at}.typedHighC", high, -90, 50, "°C");
        if (night.TypedWindMs is { } wind)
            faults.Range($"{at}.typedWindMs", wind, 0, 60, "m/s");
        if (night.TypedCloud is { } cloud)
            faults.Range($"{at}.typedCloud", cloud, 0, 1, "of the sky");
        if (night.GlacierMeanC is { } mean)
            faults.Range($"{at}.glacierMeanC", mean, -60, 5, "°C");
        if (night.InsideC is { } inside)
            faults.Range($"{at}.insideC", inside, -30, 35, "°C");
        else if (night.Shelter == Shelter.Heated)
            faults.Add(
                $"{at}.insideC",
                "none",
                "A heated shelter has its own air: type how cold it gets inside, −30 to 35 °C."
            );
        var overrules = night.Overrules ?? [];
        if (!faults.AtMost($"{at}.overrules", overrules.Count, Enum.GetValues<LowStepKind>().Length, "steps"))
            return;
        faults.Once($"{at}.overrules", overrules.Select(o => o.Kind), "Set each step by hand once.");
        foreach (var byHand in overrules)
        {
            if (Overrule.RangeOf(byHand.Kind) is not { } range)
                faults.Add(
                    $"{at}.overrules",
                    $"{byHand.Kind}",
                    "Only elevation, cold pool, clear sky and site wind are set by hand."
                );
            else
                faults.Range($"{at}.overrules.{Camel(byHand.Kind)}", byHand.Value, range.Least, range.Most, range.Unit);
            if (byHand.Note.Length > 200)
                faults.Add(
                    $"{at}.overrules.{Camel(byHand.Kind)}",
                    $"{byHand.Note.Length} characters",
                    "Keep a note to 200 characters."
                );
        }
    }

    private static void CheckMember(Faults faults, Trip trip, int index)
    {
        var member = trip.Members[index];
        var at = $"members[{index}]";
        if (trip.Members.Take(index).Any(m => m.SleeperId == member.SleeperId))
            faults.Add($"{at}.sleeperId", $"{member.SleeperId}", "This person comes along already; choose another.");
        if (
            !faults.AtMost($"{at}.nights", member.Nights.Count, MostNights, "nights that differ")
            | !faults.AtMost($"{at}.ideas", member.Ideas.Count, MostIdeas, "systems put aside")
            | !faults.AtMost($"{at}.quiet", member.Quiet.Count, MostQuiet, "rules answered")
            | !faults.AtMost($"{at}.days", member.Days.Count, MostNights, "days")
        )
            return;
        CheckBed(faults, $"{at}.bed", member.Bed);
        faults.Once($"{at}.nights", member.Nights.Select(o => o.NightId), "Let each night differ once.");
        for (var i = 0; i < member.Nights.Count; i++)
        {
            if (member.Nights[i].Bed is { } bed)
                CheckBed(faults, $"{at}.nights[{i}].bed", bed);
            if (member.Nights[i].Bedtime is { } bedtime)
                CheckBedtime(faults, $"{at}.nights[{i}].bedtime", bedtime, id => trip.Uses.Any(u => u.ItemId == id));
        }
        faults.Once($"{at}.ideas", member.Ideas.Select(k => k.Id), "Give each system put aside an id of its own.");
        for (var i = 0; i < member.Ideas.Count; i++)
        {
            faults.Name($"{at}.ideas[{i}].name", member.Ideas[i].Name);
            // An idea claims nothing, so it may name things that are gone.
            CheckSystem(faults, $"{at}.ideas[{i}].system", member.Ideas[i].System, _ => true);
        }
        foreach (var quiet in member.Quiet)
        {
            if (quiet.Note.Length > 200)
                faults.Add($"{at}.quiet", $"{quiet.Note.Length} characters", "Keep a note to 200 characters.");
            if (quiet.Rule.Length is 0 or > 80)
                faults.Add($"{at}.quiet", $"{quiet.Rule.Length} characters", "Name a rule in 1 to 80 characters.");
        }
    }

    private static void CheckDays(Faults faults, Trip trip, int index, Func<Guid, bool> owns)
    {
        var (days, at) = (trip.Members[index].Days, $"members[{index}].days");
        if (days.Count > MostNights)
            return;
        faults.Once(at, days.Select(d => d.NightId), "Set each day once.");
        foreach (var day in days.Where(d => trip.Nights.All(n => n.Id != d.NightId)))
            faults.Add(at, $"{day.NightId}", "This day's night is not on the trip any more; set the day again.");
        foreach (var (n, day) in days.Index())
        {
            if (!faults.AtMost(at, day.Soaked.Count, MostSoaked, "things soaked on a day"))
                continue;
            faults.Once(at, day.Soaked, "Soak each thing once a day.");
            foreach (var soaked in day.Soaked.Where(id => !owns(id)))
                faults.Add(at, $"{soaked}", "What is soaked is not in the kit; take it out.");
            CheckDay(faults, $"{at}[{n}]", day, trip, trip.Members[index]);
        }
    }

    private static void CheckUses(Faults faults, Trip trip, Func<Guid, bool> owns)
    {
        faults.Once("uses", trip.Uses.Select(u => u.Id), "Give each use an id of its own.");
        var people = trip.Members.Select(m => m.SleeperId).ToHashSet();
        var nights = trip.Nights.Select(n => n.Id).ToHashSet();
        var users = new Dictionary<Guid, Guid>();
        var lies = new HashSet<(Guid Item, Guid? Night)>();
        for (var i = 0; i < trip.Uses.Count; i++)
        {
            var (use, at) = (trip.Uses[i], $"uses[{i}]");
            if (!owns(use.ItemId))
                faults.Add(
                    $"{at}.itemId",
                    $"{use.ItemId}",
                    "This thing is not in the kit; take it out or add it to the kit."
                );
            // Each stranger is named once.
            if (people.Count > 0 && people.Add(use.SleeperId))
                faults.Add($"{at}.sleeperId", $"{use.SleeperId}", "Nobody of this trip: say who uses the thing.");
            users.TryAdd(use.ItemId, use.SleeperId);
            var mine = users[use.ItemId] == use.SleeperId;
            if (!mine && owns(use.ItemId))
                faults.Add(
                    $"{at}.itemId",
                    $"{use.ItemId}",
                    "Two people cannot use one thing; take it out here or there, or duplicate it in the kit if you own two."
                );
            if (use.Nights is { } on)
            {
                if (!faults.AtMost($"{at}.nights", on.Count, MostNights, "nights"))
                    continue;
                foreach (var gone in on.Where(n => !nights.Contains(n)))
                    faults.Add(
                        $"{at}.nights",
                        $"{gone}",
                        "This night is not on the trip any more; take it off the list."
                    );
            }
            if (use.Nights is { Count: 0 })
                faults.Add($"{at}.nights", "none", "Name a night, or leave the nights out for every one.");
            else if (use.IsInBed && use.Nights is { } nightsOfBed)
            {
                var beds = trip.Members.FirstOrDefault(m => m.SleeperId == use.SleeperId)?.Nights;
                foreach (var shared in nightsOfBed.Where(n => nights.Contains(n) && !HasOwnBed(beds, n)))
                    faults.Add(
                        $"{at}.nights",
                        $"{shared}",
                        "This night has no bed of its own: give the person one on that night, or leave the nights out."
                    );
            }
            if (use.Job == Job.PutOn)
            {
                faults.Range($"{at}.fromHour", use.FromHour ?? double.NaN, 12, 36, "hours from midnight");
                if (use.Nights is null)
                    faults.Add($"{at}.nights", "none", "Say on which night it is put on.");
            }
            if (use.IsInBed && mine)
            {
                foreach (var night in use.Nights?.Select(n => (Guid?)n) ?? [null])
                {
                    if (!lies.Add((use.ItemId, night)) && owns(use.ItemId))
                        faults.Add(
                            $"{at}.itemId",
                            $"{use.ItemId}",
                            "One thing cannot lie at two places; duplicate it in the kit if you own two."
                        );
                }
            }
        }
        foreach (var member in trip.Members)
            CheckCounts(faults, [.. trip.Uses.Where(u => u.SleeperId == member.SleeperId)]);
    }

    private static bool HasOwnBed(IReadOnlyList<OwnNight>? beds, Guid night) =>
        beds is not null && beds.Any(n => n.NightId == night && n.Bed is not null);

    private static void CheckCounts(Faults faults, List<Use> uses)
    {
        var beds = uses.Where(u => u.IsInBed)
            .SelectMany(u => u.Nights?.Select(n => (Guid?)n) ?? [null])
            .GroupBy(n => n);
        foreach (var bed in beds)
            faults.AtMost("uses", bed.Count(), SleepSystem.Most, "layers in a bed");
        faults.AtMost("uses", uses.Count(u => u.Job == Job.Along), MostAlong, "things along");
        faults.AtMost("uses", uses.Count(u => u.Role is not null), MostAlong, "roles");
        foreach (var evening in uses.Where(u => u.Job == Job.PutOn).SelectMany(u => u.Nights ?? []).GroupBy(n => n))
            faults.AtMost("uses", evening.Count(), MostEvents, "things put on in a night");
        faults.Once("uses", uses.Where(u => u.Job == Job.Along).Select(u => u.ItemId), "Take each thing along once.");
        faults.Once("uses", uses.Where(u => u.Role is not null).Select(u => u.ItemId), "Give each thing one role.");
    }

    /// <summary>Faults of a system by itself; none where it is sound.</summary>
    /// <param name="at">Where.</param>
    /// <param name="system">The system.</param>
    /// <param name="owns">Whether a thing is owned.</param>
    public static IReadOnlyList<Fault> Check(string at, SleepSystem system, Func<Guid, bool> owns)
    {
        var faults = new Faults();
        CheckSystem(faults, at, system, owns);
        return faults.Found;
    }

    /// <summary>Faults of a bedtime without things to put on; none where it is sound.</summary>
    public static IReadOnlyList<Fault> Check(Bedtime bedtime)
    {
        var faults = new Faults();
        CheckBedtime(faults, "bedtime", bedtime, _ => false);
        return faults.Found;
    }

    private static void CheckBedtime(Faults faults, string at, Bedtime bedtime, Func<Guid, bool> owns)
    {
        faults.Range($"{at}.inHour", bedtime.InHour, 12, 35, "hours from midnight");
        if (bedtime.UpHour <= bedtime.InHour || bedtime.UpHour > 36)
            faults.Add(
                $"{at}.upHour",
                Faults.Text(bedtime.UpHour),
                "Get up after getting in, at 36 (noon of the next day) at the latest."
            );
        if (!faults.AtMost($"{at}.events", bedtime.Events.Count, MostEvents, "events"))
            return;
        faults.Once($"{at}.events", bedtime.Events.Select(e => e.Id), "Give each event an id of its own.");
        for (var i = 0; i < bedtime.Events.Count; i++)
            CheckEvent(faults, $"{at}.events[{i}]", bedtime.Events[i], owns);
    }

    private static void CheckEvent(Faults faults, string at, NightEvent done, Func<Guid, bool> owns)
    {
        faults.Range($"{at}.hour", done.Hour, 12, 36, "hours from midnight");
        if (done.Kind == NightEventKind.Meal)
            faults.Range($"{at}.kcal", done.Kcal ?? double.NaN, 0, 2000, "kcal");
        if (done.Kind == NightEventKind.HotBottle)
            faults.Range($"{at}.litres", done.Litres ?? double.NaN, 0, 3, "l");
        if (done.Kind == NightEventKind.WarmStone)
            faults.Range($"{at}.massKg", done.MassKg ?? double.NaN, 0, 10, "kg");
        if (done.Kind is NightEventKind.HotBottle or NightEventKind.WarmStone)
            faults.Range($"{at}.waterC", done.WaterC ?? double.NaN, 33, 100, "°C");
        if (done.Kind is NightEventKind.Warmer or NightEventKind.Partner)
        {
            faults.Range($"{at}.watts", done.Watts ?? double.NaN, 0, 60, "W");
            faults.Range($"{at}.hours", done.Hours ?? double.NaN, 0, 24, "h");
        }
        if (done.Kind is NightEventKind.PutOn or NightEventKind.TakeOff && (done.ItemId is not { } id || !owns(id)))
            faults.Add(
                $"{at}.itemId",
                $"{done.ItemId}",
                "Say what is put on or taken off: a thing that is in the kit."
            );
    }

    private static void CheckBed(Faults faults, string at, Bed bed)
    {
        if (bed.Under.Torso == UnderGap.Rucksack)
            faults.Add(
                $"{at}.beneath.torso",
                "rucksack",
                "A rucksack is as long as the legs: put it under legs and feet, or under the head."
            );
        if (bed.Filling is not { } filling)
            return;
        faults.Range($"{at}.filling.underCm", filling.UnderCm, 0, 50, "cm");
        faults.Range($"{at}.filling.overCm", filling.OverCm, 0, 50, "cm");
    }

    private static void CheckSystem(Faults faults, string at, SleepSystem system, Func<Guid, bool> owns)
    {
        CheckBed(faults, $"{at}.bed", system.Bed);
        if (!faults.AtMost($"{at}.layers", system.Layers.Count, SleepSystem.Most, "layers"))
            return;
        var seen = new HashSet<Guid>();
        for (var i = 0; i < system.Layers.Count; i++)
        {
            var id = system.Layers[i].ItemId;
            if (!owns(id))
                faults.Add(
                    $"{at}.layers[{i}].itemId",
                    $"{id}",
                    "This thing is not in the kit; take it out or add it to the kit."
                );
            else if (!seen.Add(id))
                faults.Add(
                    $"{at}.layers[{i}].itemId",
                    $"{id}",
                    "One thing cannot lie at two places; duplicate it in the kit if you own two."
                );
        }
    }
}
