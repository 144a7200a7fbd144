using Ermine.Core.Air;
using Ermine.Core.Body;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <content>The water of a day besides the column's: of hands, feet and head, from outside, and in the breath.</content>
public sealed partial class DayRun
{
    /// <summary>Hands, feet and head: what their skin gives off either passes what lies outside the innermost thing or stays in it.</summary>
    private void Ends(Worn[] worn, Where at, double hours, double sweatRate)
    {
        foreach (var part in EndsOfBody)
        {
            var innermost = Array.FindIndex(worn, w => IsOfEnd(w, part));
            if (innermost < 0)
                continue;
            var (inner, outer, resists) = (0.0, DayStack.StillLayer(part, at.Movement), 0.0);
            for (var i = innermost; i < worn.Length; i++)
            {
                var cover = worn[i].Garment.Cover(part, worn[i].Opening);
                if (cover <= 0)
                    continue;
                var resistance = worn[i].Garment.Resistance * cover;
                if (i == innermost)
                    inner = resistance;
                else
                    outer += resistance;
                if (i > innermost)
                    resists += resistance / (VapourColumn.UsualIm * VapourColumn.Lewis);
                resists += i > innermost ? cover * (Moisture.FabricResistance(worn[i].Garment.Item) ?? 0) : 0;
            }
            resists += DayStack.StillLayer(part, at.Movement) / VapourColumn.Lewis;
            var item = worn[innermost].Garment.Item;
            var skin = part switch
            {
                Part.Hands => fingers,
                Part.Feet => toes,
                _ => neutral - debt / capacity,
            };
            var celsius = skin - (skin - at.Climate.AirC) * inner / (inner + outer);
            var passes =
                Math.Max(0, MoistAir.Saturation(celsius) - at.Climate.VapourPa) / resists / VapourColumn.Evaporation;
            var gives = EndVapour + EndSweat * sweatRate;
            var (grams, square) = (hours * area * Parts.BodyShare[part], gives - passes);
            sweated += gives * grams;
            var (stays, dries) =
                square > 0 ? (water.Wet(item, square * grams), 0.0) : (0.0, water.Dry(item, -square * grams));
            dripped += Math.Max(0, square) * grams - stays;
            escaped += Math.Min(gives, passes) * grams + dries;
        }
    }

    private static readonly Part[] EndsOfBody = [Part.Head, Part.Hands, Part.Feet];

    /// <summary>What hands, feet and head give off at rest, g/m²h, and share of the body's sweat (assumptions).</summary>
    private const double EndVapour = 12,
        EndSweat = 0.8;

    private static bool IsOfEnd(Worn worn, Part part) =>
        worn.Garment.Main == part && worn.Garment.Cover(part, worn.Opening) >= Sweat.LeastCover;

    /// <summary>Rain and wet snow: what a layer lets through goes on inwards, what it takes up stays in it.</summary>
    private void FromOutside(Worn[] worn, Where at, DayPlace place, double hours)
    {
        var falls = at.Air.FallsMm * 1000 * OutsideWater.CaughtIn(place) * hours * area;
        if (falls <= 0)
            return;
        foreach (var part in DayStack.AllParts)
        {
            var left = falls * Parts.BodyShare[part] * (part == Part.Feet ? OutsideWater.Underfoot : 1);
            fromOutside += left;
            for (var i = worn.Length - 1; i >= 0 && left > 0; i--)
            {
                var cover = worn[i].Garment.Cover(part, worn[i].Opening);
                if (cover < Sweat.LeastCover)
                    continue;
                // What covers half of a part sheds the rest as well; a gaiter leaves the toes to the boot.
                var share = cover >= 0.5 ? 1 : cover;
                var through = left * (1 - share * (1 - OutsideWater.Passes(worn[i].Garment, day.DaysOut)));
                dripped += left - through;
                left = through - water.Wet(worn[i].Garment.Item, share * through);
            }
            dripped += left;
        }
    }

    /// <summary>Water that breath costs, g/h.</summary>
    private double Breath(Where at) => Metabolism.BreathVapour(at.Heat, at.Climate) / VapourColumn.Evaporation * area;

    /// <summary>Water in what lies next to the skin of torso or legs, g on a g.</summary>
    private double Wettest(Worn[] worn)
    {
        var most = 0.0;
        foreach (var part in new[] { Part.Torso, Part.Legs })
        {
            var inner = Array.FindIndex(worn, w => w.Garment.Cover(part, w.Opening) >= 0.5);
            if (inner >= 0)
                most = Math.Max(most, water.PerGram(worn[inner].Garment.Item));
        }
        return most;
    }
}
