using System.Globalization;
using Ermine.Core.Kit;

namespace Ermine.Core.Entry;

/// <content>The thing that a line stands for, as it would lie in the kit.</content>
public sealed partial class PlainWords
{
    private KitItem Thing()
    {
        var item = type!.Make(Guid.NewGuid(), NameOf());
        var material = Material(item);
        if (material != item.Material)
            item = item with { Material = material };
        if (massG is { } grams)
            item = item with { MassG = Math.Round(grams, 1) };
        if (packedL is { } litres)
            item = item with { PackedL = litres };
        if (thicknessMm is { } mm)
            item = item with { ThicknessMm = mm };
        if (claims.Count > 0)
            item = item with { Claims = [.. claims], Source = ClaimSource.Labelled };
        if (girthCm is { } girth)
            item = item with { InnerGirthCm = girth };
        item = Hooded(item);
        if (item.Kind == ItemKind.Bag && collar)
            item = item with { Collar = true };
        if (old && item.Material is Kit.Material.Down or Kit.Material.TreatedDown or Kit.Material.SyntheticFill)
            item = item with { LoftFactor = Loft.IfOld };
        if (tight && item.Kind == ItemKind.Garment)
            item = item with { Tight = true };
        if (concepts.Contains("narrow") && item.Kind == ItemKind.Pad)
            item = item with { Narrow = true };
        if (concepts.Contains("wind") && item.Kind is ItemKind.Garment or ItemKind.Bag or ItemKind.Quilt)
            item = item with { Windproof = true };
        return item;
    }

    private KitItem Hooded(KitItem item)
    {
        var said = hood ?? (concepts.Contains("hood") ? true : null);
        if (said is not { } has)
            return item;
        if (item.Kind == ItemKind.Bag)
            return item with { Hood = has, Collar = has && item.Collar };
        return item is { Kind: ItemKind.Garment, Cover.Torso: >= 0.5 }
            ? item with
            {
                Cover = item.Cover with { Head = has ? 0.9 : 0 },
            }
            : item;
    }

    private Material Material(KitItem item)
    {
        // Of a pad, and of boots, the word names the build or a filling that its type already has.
        if (item.Kind is ItemKind.Pad or ItemKind.Gear or ItemKind.VapourBarrier)
            return item.Material;
        return concepts.Contains("treated") ? Kit.Material.TreatedDown
            : concepts.Contains("down") ? Kit.Material.Down
            : concepts.Contains("synthetic") && item.Material is Kit.Material.Down or Kit.Material.Unsaid
                ? Kit.Material.SyntheticFill
            : concepts.Contains("synthetic") && item.Material is Kit.Material.Wool or Kit.Material.Cotton
                ? Kit.Material.SyntheticFabric
            : concepts.Contains("wool") ? Kit.Material.Wool
            : concepts.Contains("fleece") ? Kit.Material.Fleece
            : concepts.Contains("cotton") ? Kit.Material.Cotton
            : item.Material;
    }

    /// <summary>The words as they were written, without what was read as a number.</summary>
    private string NameOf()
    {
        var words = tokens
            .Index()
            .Where(t => t.Item.Value is null && !IsAboutANumber(t.Index))
            .Select(t => t.Item.Text)
            .SkipWhile(IsSmall)
            .Reverse()
            .SkipWhile(IsSmall)
            .Reverse();
        var text = string.Join(' ', words).Trim(' ', '-', '/', '&');
        if (text.Length == 0)
            text = type!.Name;
        if (type!.Usual.IsTopLayer && claims.FirstOrDefault(c => IsTemperature(c.Kind)) is { } label)
            text +=
                $", {(label.Value < 0 ? "−" : "")}{Math.Abs(Math.Round(label.Value)).ToString(CultureInfo.InvariantCulture)} °C";
        text = char.ToUpper(text[0], CultureInfo.InvariantCulture) + text[1..];
        return text.Length > 80 ? text[..80] : text;
    }

    /// <summary>A word that only joins others: left out where nothing stands before or behind it any more.</summary>
    private static bool IsSmall(string word) =>
        word.ToLowerInvariant() is "of" or "with" or "and" or "a" or "an" or "my" or "the" or "&" or "at" or "to";

    private bool IsAboutANumber(int at)
    {
        var word = tokens[at].Text.ToLowerInvariant();
        return LabelWord(word) is not null || word is not "thick" && NumberWords.Contains(word);
    }
}
