using System.Globalization;
using Ermine.Core.Forecasts;
using Ermine.Core.Kit;
using Ermine.Core.Nights;
using Ermine.Core.Sleepers;
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

    /// <summary>Most events of a night.</summary>
    public const int MostEvents = 20;

    /// <summary>Most layers of a system.</summary>
    public const int MostLayers = 24;

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
        if (item.Claims.Count > 8)
            faults.Add("claims", $"{item.Claims.Count}", "Keep to 8 numbers.");
        for (var i = 0; i < item.Claims.Count; i++)
            CheckClaim(faults, item, i);
        return faults.Found;
    }

    /// <summary>Faults of a trip; none where it is sound.</summary>
    /// <param name="trip">The trip.</param>
    /// <param name="owns">Whether a thing is owned.</param>
    public static IReadOnlyList<Fault> Check(Trip trip, Func<Guid, bool> owns)
    {
        var faults = new Faults();
        faults.Name("name", trip.Name);
        if (trip.Nights.Count > MostNights)
            faults.Add("nights", $"{trip.Nights.Count}", $"A trip has at most {MostNights} nights; divide it.");
        if (DesignLows.Confidences.All(c => Math.Abs(c.Confidence - trip.Trust.Confidence) > 1e-9))
            faults.Add("trust.confidence", Text(trip.Trust.Confidence), "Choose 0.50, 0.80, 0.90, 0.95 or 0.99.");
        faults.Range("trust.flatMarginK", trip.Trust.FlatMarginK, 0, 30, "K");
        CheckSystem(faults, "system", trip.System, owns);
        foreach (var unknown in trip.Along.Where(id => !owns(id)))
            faults.Add("along", $"{unknown}", "This thing is not in the kit; take it off the list.");
        for (var i = 0; i < trip.Nights.Count; i++)
        {
            CheckNight(faults, $"nights[{i}]", trip.Nights[i]);
            if (trip.Nights[i].OwnSystem is { } own)
                CheckSystem(faults, $"nights[{i}].ownSystem", own, owns);
            if (i > 0 && trip.Nights[i].Date <= trip.Nights[i - 1].Date)
                faults.Add(
                    $"nights[{i}].date",
                    $"{trip.Nights[i].Date:yyyy-MM-dd}",
                    "Each night needs a date after the night before it."
                );
        }
        for (var i = 0; i < trip.Nights.Count; i++)
        {
            if (trip.Nights[i].Evening is { } evening)
                CheckEvening(faults, $"nights[{i}].evening", evening, owns);
        }
        if (trip.Nights.Select(n => n.Id).Distinct().Count() < trip.Nights.Count)
            faults.Add("nights", "the same id twice", "Give each night an id of its own.");
        return faults.Found;
    }

    private static void CheckNight(Faults faults, string at, Night night)
    {
        if (night.Camp.Length > 80)
            faults.Add($"{at}.camp", $"{night.Camp.Length} characters", "Keep it to 80 characters.");
        faults.Range($"{at}.elevationM", night.ElevationM, -450, 8900, "m");
        faults.Range($"{at}.sleepers", night.Sleepers, 1, 8, "people");
        if (night.TypedLowC is { } low)
            faults.Range($"{at}.typedLowC", low, -90, 40, "°C");
        if (night.TypedHighC is { } high)
            faults.Range($"{at}.typedHighC", high, -90, 50, "°C");
        if (night.TypedWindMs is { } wind)
            faults.Range($"{at}.typedWindMs", wind, 0, 60, "m/s");
        if (night.TypedCloud is { } cloud)
            faults.Range($"{at}.typedCloud", cloud, 0, 1, "of the sky");
    }

    /// <summary>Faults of an evening without things to put on; none where it is sound.</summary>
    public static IReadOnlyList<Fault> Check(Evening evening)
    {
        var faults = new Faults();
        CheckEvening(faults, "evening", evening, _ => false);
        return faults.Found;
    }

    private static void CheckEvening(Faults faults, string at, Evening evening, Func<Guid, bool> owns)
    {
        faults.Range($"{at}.inHour", evening.InHour, 12, 35, "hours from midnight");
        if (evening.UpHour <= evening.InHour || evening.UpHour > 36)
            faults.Add(
                $"{at}.upHour",
                Text(evening.UpHour),
                "Get up after getting in, at 36 (noon of the next day) at the latest."
            );
        if (evening.Events.Count > MostEvents)
            faults.Add($"{at}.events", $"{evening.Events.Count}", $"Keep to {MostEvents} events.");
        for (var i = 0; i < evening.Events.Count; i++)
        {
            var done = evening.Events[i];
            faults.Range($"{at}.events[{i}].hour", done.Hour, 12, 36, "hours from midnight");
            if (done.Kind == NightEventKind.Meal)
                faults.Range($"{at}.events[{i}].kcal", done.Kcal ?? double.NaN, 0, 2000, "kcal");
            if (done.Kind == NightEventKind.HotBottle)
            {
                faults.Range($"{at}.events[{i}].litres", done.Litres ?? double.NaN, 0, 3, "l");
                faults.Range($"{at}.events[{i}].waterC", done.WaterC ?? double.NaN, 33, 100, "°C");
            }
            if (done.Kind == NightEventKind.PutOn && (done.ItemId is not { } id || !owns(id)))
                faults.Add(
                    $"{at}.events[{i}].itemId",
                    $"{done.ItemId}",
                    "Say what is put on: a thing that is in the kit."
                );
        }
    }

    private static void CheckSystem(Faults faults, string at, SleepSystem system, Func<Guid, bool> owns)
    {
        if (system.Layers.Count > MostLayers)
            faults.Add($"{at}.layers", $"{system.Layers.Count}", $"A system has at most {MostLayers} layers.");
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

    private static void CheckClaim(Faults faults, KitItem item, int index)
    {
        var claim = item.Claims[index];
        var at = $"claims[{index}].value";
        switch (claim.Kind)
        {
            case ClaimKind.Comfort or ClaimKind.Limit or ClaimKind.Extreme or ClaimKind.Unspecified:
                faults.Range(at, claim.Value, -80, 25, "°C");
                if (!item.IsTopLayer)
                    faults.Add(
                        $"claims[{index}].kind",
                        $"{claim.Kind}",
                        "Only bags and quilts carry a temperature; use R, clo or tog."
                    );
                else if (claim.Value is >= -80 and <= 25 && ItemReader.Read(item).Claims[index].Insulation is null)
                    faults.Add(at, Text(claim.Value), "No bag would earn this label; check the number and its sign.");
                break;
            case ClaimKind.LoftCm:
                faults.Range(at, claim.Value, 0, 30, "cm");
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

    private static string Camel(Region region) => region.ToString().ToLowerInvariant();

    private sealed class Faults
    {
        public List<Fault> Found { get; } = [];

        public void Add(string field, string value, string mend) => Found.Add(new(field, value, mend));

        public void Name(string field, string name)
        {
            if (string.IsNullOrWhiteSpace(name) || name.Length > 80)
                Add(field, name, "Give it a name of 1 to 80 characters.");
        }

        public void Range(string field, double value, double least, double most, string unit)
        {
            if (!double.IsFinite(value) || value < least || value > most)
                Add(field, Text(value), $"Give a number from {Text(least)} to {Text(most)} {unit}.");
        }
    }
}
