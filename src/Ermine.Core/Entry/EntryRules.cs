using System.Globalization;
using Ermine.Core.Body;
using Ermine.Core.Dryness;
using Ermine.Core.Ends;
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
public static partial class EntryRules
{
    /// <summary>Most nights of a trip.</summary>
    public const int MostNights = 60;

    /// <summary>Most people of a trip.</summary>
    public const int MostMembers = 12;

    /// <summary>Most systems put aside to be compared.</summary>
    public const int MostIdeas = 8;

    /// <summary>Most events of a night.</summary>
    public const int MostEvents = 20;

    /// <summary>Most things that one of a party takes along, and most that are given a role.</summary>
    public const int MostAlong = 300;

    /// <summary>Most uses of a trip.</summary>
    public const int MostUses = 40_000;

    /// <summary>Most rules that one person has answered.</summary>
    public const int MostQuiet = 100;

    /// <summary>Most things soaked on one day.</summary>
    public const int MostSoaked = 24;

    /// <summary>Most numbers on one thing.</summary>
    public const int MostClaims = 8;

    /// <summary>Most pieces that are given a price.</summary>
    public const int MostPrices = 100;

    /// <summary>Most readings of a forecast: over a year of hours.</summary>
    public const int MostReadings = 10_000;

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

    /// <summary>Faults of a whole forecast that was not read from a reading's file; none where it is sound.</summary>
    /// <param name="field">Where it stands.</param>
    /// <param name="series">The forecast.</param>
    public static IReadOnlyList<Fault> Check(string field, ForecastSeries series)
    {
        var faults = new Faults();
        faults.Name($"{field}.name", series.Name);
        faults.Add(CheckElevation($"{field}.elevationM", series.ElevationM));
        if (series.Hours.Count is 0 or > MostReadings)
            faults.Add($"{field}.hours", $"{series.Hours.Count}", $"Give from 1 to {MostReadings} readings.");
        if (series.Hours.Zip(series.Hours.Skip(1)).Any(p => p.First.Time >= p.Second.Time))
            faults.Add($"{field}.hours", "out of order", "Give the readings in order of time, each time once.");
        foreach (var (n, hour) in series.Hours.Take(MostReadings).Index())
        {
            if (faults.Found.Count > 20)
                break;
            faults.Range($"{field}.hours[{n}].temperatureC", hour.TemperatureC, -90, 60, "°C");
            faults.Range($"{field}.hours[{n}].windMs", hour.WindMs ?? 0, 0, 100, "m/s");
            faults.Range($"{field}.hours[{n}].humidity", hour.Humidity ?? 0, 0, 1, "of saturation");
            faults.Range($"{field}.hours[{n}].cloud", hour.Cloud ?? 0, 0, 1, "of the sky");
            faults.Add(CheckDate($"{field}.hours[{n}].time", DateOnly.FromDateTime(hour.Time.DateTime)));
            if (hour.Members?.Any(m => m is not (>= -90 and <= 60)) ?? false)
                faults.Add($"{field}.hours[{n}].members", "out of range", "Air lies between −90 and 60 °C.");
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
        faults.Range("handsPercent", sleeper.HandsPercent, -60, 60, "%");
        faults.Range("feetPercent", sleeper.FeetPercent, -60, 60, "%");
        return faults.Found;
    }

    /// <summary>Faults of a thing; none where it is sound.</summary>
    public static IReadOnlyList<Fault> Check(KitItem item)
    {
        var faults = new Faults();
        faults.Name("name", item.Name);
        faults.Range("massG", item.MassG, 0, 40_000, "g");
        faults.Range("loftFactor", item.LoftFactor, 0.2, 1.2, "of new");
        if (item.InnerGirthCm is { } girth)
            faults.Range("innerGirthCm", girth, 80, 300, "cm");
        foreach (var part in Enum.GetValues<Part>())
            faults.Range($"cover.{Camel(part)}", item.Cover[part], 0, 1, "of the part");
        if (item.IsForNight && Regions.All.All(r => item.Cover[r] == 0))
            faults.Add("cover", "0", "Say which part of the body it covers: at least one above 0.");
        faults.Range("packedL", item.PackedL, 0, 200, "l");
        faults.Range("thicknessMm", item.ThicknessMm, 0, 300, "mm");
        faults.Range("airPermeability", item.AirPermeability, 0, 3000, "l/m²s");
        if (item.VapourResistance is { } vapour)
            faults.Range("vapourResistance", vapour, 0, 1_000_000, "m²Pa/W");
        faults.Range("secondsToPutOn", item.SecondsToPutOn, 0, 900, "s");
        if (item.RoomMm is { } room)
            faults.Range("roomMm", room, 0, 100, "mm");
        faults.Range("sizesUp", item.SizesUp, -2, 4, "sizes");
        if (item.RoomMm is { } given && given + Fit.SizeUpMm * item.SizesUp < 0)
            faults.Add(
                "sizesUp",
                Faults.Text(item.SizesUp),
                "That leaves less than no room: a boot smaller than the foot. Check the sizes, or the room."
            );
        faults.Range("repellency", item.Repellency, 0, 1, "of fresh");
        if (item.Since is { } since)
            faults.Add(CheckDate("since", since));
        CheckHistory(faults, item.History ?? []);
        if (item.Type is { } type && ItemTypes.Find(type) is null)
            faults.Add("type", type, "There is no such type; leave it out, or choose one that /api/kit/types lists.");
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
                    Faults.Text(reading.Claim.Value),
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

    private static string Camel<T>(T name)
        where T : struct, Enum => char.ToLowerInvariant($"{name}"[0]) + $"{name}"[1..];
}
