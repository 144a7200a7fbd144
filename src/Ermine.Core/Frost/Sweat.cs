using Ermine.Core.Body;
using Ermine.Core.Kit;
using Ermine.Core.Stack;

namespace Ermine.Core.Frost;

/// <summary>Where a drop of sweat goes: into the innermost things over torso and legs, by their area, and never into headwear.</summary>
public static class Sweat
{
    /// <summary>A thing that covers less of a region than this takes none of its sweat (assumption).</summary>
    public const double LeastCover = 0.3;

    private static readonly Region[] Sweating = [Region.Torso, Region.Legs];

    /// <summary>Wets what is worn.</summary>
    /// <param name="stack">What is worn.</param>
    /// <param name="water">Water in everything; changed.</param>
    /// <param name="grams">Sweat of the whole body, g.</param>
    /// <returns>What was taken up, g; the rest runs off.</returns>
    public static double Into(LayerStack stack, WaterInHand water, double grams) =>
        Into(stack.Things.Select(t => t.Item), water, grams);

    /// <inheritdoc cref="Into(LayerStack, WaterInHand, double)"/>
    /// <param name="worn">What is worn, from the skin out.</param>
    /// <param name="water">Water in everything; changed.</param>
    /// <param name="grams">Sweat of the whole body, g.</param>
    public static double Into(IEnumerable<KitItem> worn, WaterInHand water, double grams)
    {
        var taken = 0.0;
        var area = Sweating.Sum(r => Regions.BodyShare[r]);
        foreach (var region in Sweating)
        {
            var left = grams * Regions.BodyShare[region] / area;
            foreach (var item in worn)
            {
                if (left <= 0)
                    break;
                if (item.Kind != ItemKind.Garment || item.Cover[region] < LeastCover)
                    continue;
                var takes = water.Wet(item, left);
                left -= takes;
                taken += takes;
            }
        }
        return taken;
    }
}
