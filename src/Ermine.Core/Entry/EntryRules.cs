using System.Globalization;
using Ermine.Core.Body;
using Ermine.Core.Dryness;
using Ermine.Core.Forecasts;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;

namespace Ermine.Core.Entry;

/// <summary>One thing wrong with what was entered.</summary>
/// <param name="Field">Where, as a path.</param>
/// <param name="Value">What stands there.</param>
/// <param name="Mend">What to do about it.</param>
public sealed record Fault(string Field, string Value, string Mend);

/// <summary>What may be entered. Everything that enters Ermine passes here once.</summary>
public static class EntryRules
{
    /// <summary>Most nights of a trip.</summary>
    public const int MostNights = 60;

    /// <summary>Most people of a trip.</summary>
    public const int MostMembers = 12;

    /// <summary>Most systems put aside to be compared.</summary>
    public const int MostKept = 8;

    /// <summary>Most events of a night.</summary>
    public const int MostEvents = 20;

    /// <summary>Most layers of a system.</summary>
    public const int MostLayers = 24;

    /// <summary>Most things that one of a party takes along, and most that are given a role.</summary>
    public const int MostAlong = 300;

    /// <summary>Most rules that one person has answered.</summary>
    public const int MostQuiet = 100;

    /// <summary>Most things soaked on one day.</summary>
    public const int MostSoaked = 24;

    /// <summary>Most numbers on one thing.</summary>
    public const int MostClaims = 8;

    /// <summary>Most pieces that are given a price.</summary>
    public const int MostPrices = 100;

    /// <summary>First and last date of a night: what lies beyond is a slip.</summary>
    public static readonly DateOnly FirstDate = new(1950, 1, 1),
        LastDate = new(2150, 12, 31);

    /// <summary>Elevation of a camp or of a forecast's point, m.</summary>
    public const double LowestElevationM = -450,
        HighestElevationM = 8900;

    /// <summary>The fault of an elevation; null where it is sound or unknown.</summary>
    /// <param name="field">Where.</param>
    /// <param name="metres">Elevation, m.</param>
    public static Fault? CheckElevation(string field, double? metres)
    {
        var faults = new Faults();
        if (metres is { } m)
            faults.Range(field, m, LowestElevationM, HighestElevationM, "m");
        return faults.Found.SingleOrDefault();
    }

    /// <summary>The fault of a name; null where it is sound.</summary>
    /// <param name="field">Where.</param>
    /// <param name="name">The name.</param>
    public static Fault? CheckName(string field, string name)
    {
        var faults = new Faults();
        faults.Name(field, name);
        return faults.Found.SingleOrDefault();
    }

    /// <summary>The fault of a date; null where it is sound.</summary>
    /// <param name="field">Where.</param>
    /// <param name="date">The date.</param>
    public static Fault? CheckDate(string field, DateOnly date) =>
        date >= FirstDate && date <= LastDate
            ? null
            : new(
                field,
                $"{date:yyyy-MM-dd}",
                $"Give a date from {FirstDate:yyyy-MM-dd} to {LastDate:yyyy-MM-dd}; check the year."
            );

    /// <summary>Faults of the prices typed for pieces; none where they are sound.</summary>
    public static IReadOnlyList<Fault> Check(IReadOnlyDictionary<Guid, double> prices)
    {
        var faults = new Faults();
        if (faults.AtMost("prices", prices.Count, MostPrices, "prices"))
        {
            foreach (var (id, price) in prices)
                faults.Range($"prices.{id}", price, 0, 1_000_000, "in your money");
        }
        return faults.Found;
    }

    /// <summary>Faults of a sleeper; none where it is sound.</summary>
    public static IReadOnlyList<Fault> Check(Sleeper sleeper)
    {
        var faults = new Faults();
        faults.Name("name", sleeper.Name);
        faults.Range("massKg", sleeper.MassKg, 20, 200, "kg");
        faults.Range("heightCm", sleeper.HeightCm, 100, 230, "cm");
        faults.Range("ageYears", sleeper.AgeYears, 5, 100, "years");
        faults.Range("statedOffsetK", sleeper.StatedOffsetK, -10, 10, "K");
        return faults.Found;
    }

    /// <summary>Faults of a thing; none where it is sound.</summary>
    public static IReadOnlyList<Fault> Check(KitItem item)
    {
        var faults = new Faults();
        faults.Name("name", item.Name);
        faults.Range("massG", item.MassG, 0, 10_000, "g");
        faults.Range("loftFactor", item.LoftFactor, 0.2, 1.2, "of new");
        if (item.InnerGirthCm is { } girth)
            faults.Range("innerGirthCm", girth, 80, 300, "cm");
        foreach (var region in Regions.All)
            faults.Range($"cover.{Camel(region)}", item.Cover[region], 0, 1, "of the region");
        if (Regions.All.All(r => item.Cover[r] == 0))
            faults.Add("cover", "0", "Say which part of the body it covers: at least one region above 0.");
        if (item.Notes.Length > 500)
            faults.Add("notes", $"{item.Notes.Length} characters", "Keep it to 500 characters.");
        if (faults.AtMost("claims", item.Claims.Count, MostClaims, "numbers"))
        {
            for (var i = 0; i < item.Claims.Count; i++)
                CheckClaim(faults, item, i);
        }
        if (faults.Found.Count == 0)
            CheckLabels(faults, item);
        return faults.Found;
    }

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
        )
            return faults.Found;
        if (DesignLows.Confidences.All(c => Math.Abs(c.Confidence - trip.Trust.Confidence) > 1e-9))
            faults.Add("trust.confidence", Text(trip.Trust.Confidence), "Choose 0.50, 0.80, 0.90, 0.95 or 0.99.");
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
        var used = new HashSet<Guid>();
        for (var i = 0; i < trip.Members.Count; i++)
            CheckMember(faults, trip, i, owns, used);
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

    private static void CheckMember(Faults faults, Trip trip, int index, Func<Guid, bool> owns, HashSet<Guid> used)
    {
        var member = trip.Members[index];
        var at = $"members[{index}]";
        if (trip.Members.Take(index).Any(m => m.SleeperId == member.SleeperId))
            faults.Add($"{at}.sleeperId", $"{member.SleeperId}", "This person comes along already; choose another.");
        if (
            !faults.AtMost($"{at}.along", member.Along.Count, MostAlong, "things")
            | !faults.AtMost($"{at}.own", member.Own.Count, MostNights, "nights that differ")
            | !faults.AtMost($"{at}.kept", member.Kept.Count, MostKept, "systems put aside")
            | !faults.AtMost($"{at}.quiet", member.Quiet.Count, MostQuiet, "rules answered")
        )
            return;
        CheckSystem(faults, $"{at}.system", member.System, owns);
        faults.Once($"{at}.along", member.Along, "Take each thing along once.");
        foreach (var unknown in member.Along.Where(id => !owns(id)))
            faults.Add($"{at}.along", $"{unknown}", "This thing is not in the kit; take it off the list.");
        faults.Once($"{at}.own", member.Own.Select(o => o.NightId), "Let each night differ once.");
        for (var i = 0; i < member.Own.Count; i++)
        {
            var own = member.Own[i];
            if (own.System is { } system)
                CheckSystem(faults, $"{at}.own[{i}].system", system, owns);
            if (own.Evening is { } bedtime)
                CheckBedtime(faults, $"{at}.own[{i}].evening", bedtime, owns);
        }
        faults.Once($"{at}.kept", member.Kept.Select(k => k.Id), "Give each system put aside an id of its own.");
        for (var i = 0; i < member.Kept.Count; i++)
        {
            faults.Name($"{at}.kept[{i}].name", member.Kept[i].Name);
            // An idea claims nothing, so it may name things that are gone.
            CheckSystem(faults, $"{at}.kept[{i}].system", member.Kept[i].System, _ => true);
        }
        if (member.Dry is { } dry)
            CheckDry(faults, $"{at}.dry", trip, dry, owns);
        foreach (var quiet in member.Quiet)
        {
            if (quiet.Note.Length > 200)
                faults.Add($"{at}.quiet", $"{quiet.Note.Length} characters", "Keep a note to 200 characters.");
            if (quiet.Rule.Length is 0 or > 80)
                faults.Add($"{at}.quiet", $"{quiet.Rule.Length} characters", "Name a rule in 1 to 80 characters.");
        }
        foreach (var id in member.Uses.Where(id => !used.Add(id) && owns(id)))
            faults.Add(
                $"{at}.system",
                $"{id}",
                "Two people cannot use one thing; take it out here or there, or duplicate it in the kit if you own two."
            );
    }

    private static void CheckDry(Faults faults, string at, Trip trip, DryPlan dry, Func<Guid, bool> owns)
    {
        if (
            !faults.AtMost($"{at}.roles", dry.Roles.Count, MostAlong, "roles")
            | !faults.AtMost($"{at}.days", dry.Days.Count, MostNights, "days")
        )
            return;
        foreach (var role in dry.Roles.Where(r => !owns(r.ItemId)))
            faults.Add($"{at}.roles", $"{role.ItemId}", "This thing is not in the kit; take its role away.");
        faults.Once($"{at}.roles", dry.Roles.Select(r => r.ItemId), "Give each thing one role.");
        faults.Once($"{at}.days", dry.Days.Select(d => d.NightId), "Set each day once.");
        foreach (var day in dry.Days.Where(d => trip.Nights.All(n => n.Id != d.NightId)))
            faults.Add(
                $"{at}.days",
                $"{day.NightId}",
                "This day's night is not on the trip any more; set the day again."
            );
        foreach (var day in dry.Days)
        {
            if (!faults.AtMost($"{at}.days", day.Soaked.Count, MostSoaked, "things soaked on a day"))
                continue;
            faults.Once($"{at}.days", day.Soaked, "Soak each thing once a day.");
            foreach (var soaked in day.Soaked.Where(id => !owns(id)))
                faults.Add($"{at}.days", $"{soaked}", "What is soaked is not in the kit; take it out.");
        }
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

    /// <summary>Faults of an evening without things to put on; none where it is sound.</summary>
    public static IReadOnlyList<Fault> Check(Bedtime bedtime)
    {
        var faults = new Faults();
        CheckBedtime(faults, "evening", bedtime, _ => false);
        return faults.Found;
    }

    private static void CheckBedtime(Faults faults, string at, Bedtime bedtime, Func<Guid, bool> owns)
    {
        faults.Range($"{at}.inHour", bedtime.InHour, 12, 35, "hours from midnight");
        if (bedtime.UpHour <= bedtime.InHour || bedtime.UpHour > 36)
            faults.Add(
                $"{at}.upHour",
                Text(bedtime.UpHour),
                "Get up after getting in, at 36 (noon of the next day) at the latest."
            );
        if (!faults.AtMost($"{at}.events", bedtime.Events.Count, MostEvents, "events"))
            return;
        faults.Once($"{at}.events", bedtime.Events.Select(e => e.Id), "Give each event an id of its own.");
        for (var i = 0; i < bedtime.Events.Count; i++)
        {
            var done = bedtime.Events[i];
            faults.Range($"{at}.events[{i}].hour", done.Hour, 12, 36, "hours from midnight");
            if (done.Kind == NightEventKind.Meal)
                faults.Range($"{at}.events[{i}].kcal", done.Kcal ?? double.NaN, 0, 2000, "kcal");
            if (done.Kind == NightEventKind.HotBottle)
                faults.Range($"{at}.events[{i}].litres", done.Litres ?? double.NaN, 0, 3, "l");
            if (done.Kind == NightEventKind.WarmStone)
                faults.Range($"{at}.events[{i}].massKg", done.MassKg ?? double.NaN, 0, 10, "kg");
            if (done.Kind is NightEventKind.HotBottle or NightEventKind.WarmStone)
                faults.Range($"{at}.events[{i}].waterC", done.WaterC ?? double.NaN, 33, 100, "°C");
            if (done.Kind is NightEventKind.Warmer or NightEventKind.Partner)
            {
                faults.Range($"{at}.events[{i}].watts", done.Watts ?? double.NaN, 0, 60, "W");
                faults.Range($"{at}.events[{i}].hours", done.Hours ?? double.NaN, 0, 24, "h");
            }
            if (done.Kind is NightEventKind.PutOn or NightEventKind.TakeOff && (done.ItemId is not { } id || !owns(id)))
                faults.Add(
                    $"{at}.events[{i}].itemId",
                    $"{done.ItemId}",
                    "Say what is put on or taken off: a thing that is in the kit."
                );
        }
    }

    private static void CheckSystem(Faults faults, string at, SleepSystem system, Func<Guid, bool> owns)
    {
        if (!faults.AtMost($"{at}.layers", system.Layers.Count, MostLayers, "layers"))
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

    /// <summary>Labels that no bag would earn; asked only of numbers that stand each for itself.</summary>
    private static void CheckLabels(Faults faults, KitItem item)
    {
        foreach (var (i, reading) in ItemReader.Read(item).Claims.Index())
        {
            if (
                reading.Claim.Kind is ClaimKind.Comfort or ClaimKind.Limit or ClaimKind.Extreme or ClaimKind.Unspecified
                && reading.Insulation is null
            )
                faults.Add(
                    $"claims[{i}].value",
                    Text(reading.Claim.Value),
                    "No bag would earn this label; check the number and its sign."
                );
        }
    }

    private static void CheckClaim(Faults faults, KitItem item, int index)
    {
        var claim = item.Claims[index];
        var at = $"claims[{index}].value";
        switch (claim.Kind)
        {
            case ClaimKind.Comfort or ClaimKind.Limit or ClaimKind.Extreme or ClaimKind.Unspecified:
                faults.Range(at, claim.Value, -80, 25, "°C");
                if (!item.IsTopLayer && item.Kind != ItemKind.Underquilt)
                    faults.Add(
                        $"claims[{index}].kind",
                        $"{claim.Kind}",
                        "Only bags, quilts and underquilts carry a temperature; use R, clo or tog."
                    );
                break;
            case ClaimKind.LoftCm:
                faults.Range(at, claim.Value, 0, 30, "cm");
                break;
            case ClaimKind.FillGrams:
                faults.Range(at, claim.Value, 0, 5000, "g of fill");
                if (claim.FillPower is { } power)
                    faults.Range($"claims[{index}].fillPower", power, 300, 1000, "fill power");
                if (claim.AreaM2 is { } area)
                    faults.Range($"claims[{index}].areaM2", area, 0.1, 6, "m²");
                break;
            case ClaimKind.Seasons:
                faults.Range(at, claim.Value, 1, 5, "seasons");
                break;
            case ClaimKind.AddsDegrees:
                faults.Range(at, claim.Value, 0, 20, "K");
                if (item.Kind != ItemKind.Liner)
                    faults.Add(
                        $"claims[{index}].kind",
                        $"{claim.Kind}",
                        "Only a liner is said to add degrees; use R, clo or tog."
                    );
                break;
            case ClaimKind.RValue:
                faults.Range(at, claim.Value, 0, 60, "R");
                break;
            case ClaimKind.Clo:
                faults.Range(at, claim.Value, 0, 60, "clo");
                break;
            case ClaimKind.Tog:
                faults.Range(at, claim.Value, 0, 100, "tog");
                break;
            default:
                faults.Range(at, claim.Value, 0, 10, "m²K/W");
                break;
        }
    }

    private static string Text(double value) => value.ToString(CultureInfo.InvariantCulture);

    private static string Camel<T>(T name)
        where T : struct, Enum => char.ToLowerInvariant($"{name}"[0]) + $"{name}"[1..];

    private sealed class Faults
    {
        public List<Fault> Found { get; } = [];

        public void Add(string field, string value, string mend) => Found.Add(new(field, value, mend));

        public void Add(Fault? fault)
        {
            if (fault is not null)
                Found.Add(fault);
        }

        /// <summary>Whether a list is short enough to be looked at; a fault where it is not.</summary>
        public bool AtMost(string field, int count, int most, string what)
        {
            if (count > most)
                Add(field, $"{count}", $"Keep to {most} {what}.");
            return count <= most;
        }

        /// <summary>Names what stands in a list twice.</summary>
        public void Once<T>(string field, IEnumerable<T> entries, string mend)
        {
            var seen = new HashSet<T>();
            foreach (var twice in entries.Where(e => !seen.Add(e)).Distinct())
                Add(field, $"{twice} twice", mend);
        }

        public void Name(string field, string name)
        {
            if (string.IsNullOrWhiteSpace(name) || name.Length > 80 || name.Any(char.IsControl))
                Add(
                    field,
                    name.Length > 80 ? $"{name.Length} characters" : name,
                    "Give it a name of 1 to 80 characters."
                );
        }

        public void Range(string field, double value, double least, double most, string unit)
        {
            if (!double.IsFinite(value) || value < least || value > most)
                Add(field, Text(value), $"Give a number from {Text(least)} to {Text(most)} {unit}.");
        }
    }
}
