using System.Globalization;

namespace Ermine.Core.Kit;

/// <summary>Where things lie together, by where they are worn or used.</summary>
public enum Drawer
{
    /// <summary>Under the sleeper.</summary>
    Under,

    /// <summary>Over and round the sleeper.</summary>
    Over,

    /// <summary>Head, face and eyes.</summary>
    Head,

    /// <summary>Torso, and suits for the whole body.</summary>
    Torso,

    /// <summary>Hands.</summary>
    Hands,

    /// <summary>Legs.</summary>
    Legs,

    /// <summary>Feet.</summary>
    Feet,

    /// <summary>Shelter.</summary>
    Shelter,

    /// <summary>Cooking, water and food.</summary>
    Kitchen,

    /// <summary>Way, safety and tools.</summary>
    Gear,
}

/// <summary>On what the usual warmth of a type stands.</summary>
public enum Basis
{
    /// <summary>It has none, or none that counts.</summary>
    None,

    /// <summary>What is usual to be printed on such a thing, read as labels are (assumption).</summary>
    Label,

    /// <summary>R-values that such pads are usually sold with (assumption).</summary>
    RValue,

    /// <summary>ISO 9920, insulation of single garments over the whole body.</summary>
    Iso9920,

    /// <summary>Usual loft at 4 clo an inch, of which a share is reached (assumption).</summary>
    Loft,

    /// <summary>Judged from the thickness of its cloth (assumption).</summary>
    Judged,
}

/// <summary>A plain type of thing, with what is usual for it. No maker and no model.</summary>
/// <param name="Key">Stable key, camel case.</param>
/// <param name="Drawer">Where it lies.</param>
/// <param name="Basis">On what its usual warmth stands.</param>
/// <param name="Usual">A thing of this type of which nothing more is said. Its id is the same in every Ermine.</param>
/// <param name="Words">What it is known by, as concepts of <c>Entry.Vocabulary</c>: nouns that may name it first, then what sets it apart; either of several apart by a stroke.</param>
/// <param name="Shared">One is enough for a party: it stands round all, cooks, mends or finds the way for all.</param>
public sealed record ItemType(
    string Key,
    Drawer Drawer,
    Basis Basis,
    KitItem Usual,
    IReadOnlyList<string> Words,
    bool Shared = false
)
{
    /// <summary>Plain name.</summary>
    public string Name => Usual.Name;

    /// <summary>
    /// Share of the usual resistance within which nearly every thing of a type lies that nobody has looked at (assumption): labels differ most,
    /// garments by their thickness and cut.
    /// </summary>
    public (double Least, double Most) Spread =>
        Basis switch
        {
            Basis.Label => (0.6, 1.5),
            Basis.RValue => (0.65, 1.35),
            Basis.Iso9920 => (0.75, 1.35),
            Basis.Loft => (0.6, 1.4),
            Basis.Judged => (0.6, 1.5),
            _ => (1, 1),
        };

    /// <summary>A thing of this type.</summary>
    /// <param name="id">Its identity.</param>
    /// <param name="name">What it is called.</param>
    public KitItem Make(Guid id, string name) => Usual with { Id = id, Name = name };

    /// <summary>Names of the fields in which a thing of this type differs from what is usual; name, notes, history and identity left out.</summary>
    /// <param name="item">A thing of this type.</param>
    public IReadOnlyList<string> Differs(KitItem item)
    {
        var usual = Usual;
        (string Field, bool Same)[] fields =
        [
            ("kind", item.Kind == usual.Kind),
            ("massG", item.MassG == usual.MassG),
            ("claims", item.Claims.SequenceEqual(usual.Claims)),
            ("source", item.Source == usual.Source),
            ("cover", item.Cover == usual.Cover),
            ("material", item.Material == usual.Material),
            ("loftFactor", item.LoftFactor == usual.LoftFactor),
            ("hood", item.Hood == usual.Hood),
            ("collar", item.Collar == usual.Collar),
            ("draftTube", item.DraftTube == usual.DraftTube),
            ("footBox", item.FootBox == usual.FootBox),
            ("windproof", item.Windproof == usual.Windproof),
            ("innerGirthCm", item.InnerGirthCm == usual.InnerGirthCm),
            ("narrow", item.Narrow == usual.Narrow),
            ("soft", item.Soft == usual.Soft),
            ("tight", item.Tight == usual.Tight),
            ("cord", item.Cord == usual.Cord),
            ("packedL", item.PackedL == usual.PackedL),
            ("thicknessMm", item.ThicknessMm == usual.ThicknessMm),
            ("airPermeability", item.AirPermeability == usual.AirPermeability),
            ("vapourResistance", item.VapourResistance == usual.VapourResistance),
            ("dexterity", item.Dexterity == usual.Dexterity),
            ("secondsToPutOn", item.SecondsToPutOn == usual.SecondsToPutOn),
            ("overBoots", item.OverBoots == usual.OverBoots),
            ("roomMm", item.RoomMm == usual.RoomMm),
            ("sizesUp", item.SizesUp == usual.SizesUp),
            ("fingers", item.Fingers == usual.Fingers),
            ("onLeash", item.OnLeash == usual.OnLeash),
            ("sole", item.Sole == usual.Sole),
            ("repellency", item.Repellency == usual.Repellency),
        ];
        return [.. fields.Where(f => !f.Same).Select(f => f.Field)];
    }
}

/// <summary>The library of types.</summary>
public static class ItemTypes
{
    private static readonly Dictionary<string, ItemType> ByKey;
    private static readonly Dictionary<Guid, ItemType> ById;

    static ItemTypes()
    {
        All =
        [
            .. new[]
            {
                Tables.Sleeping,
                Tables.Clothes,
                Tables.Feet,
                Tables.Hands,
                Tables.Heads,
                Tables.Shelters,
                Tables.Camp,
            }
                .SelectMany(t => t.Split('\n'))
                .Select(TypeTable.Read),
        ];
        ByKey = All.ToDictionary(t => t.Key);
        ById = All.ToDictionary(t => t.Usual.Id);
    }

    /// <summary>Every type, commonest of a kind first.</summary>
    public static IReadOnlyList<ItemType> All { get; }

    /// <summary>The type of a key; null where there is none.</summary>
    public static ItemType? Find(string? key) => key is null ? null : ByKey.GetValueOrDefault(key);

    /// <summary>The type whose usual thing has an id; null where it is another's.</summary>
    public static ItemType? OfUsual(Guid id) => ById.GetValueOrDefault(id);

    /// <summary>Whether a thing is of a type known by one of some nouns.</summary>
    /// <param name="item">The thing; one of no type is none of them.</param>
    /// <param name="nouns">Nouns as the types name them.</param>
    public static bool IsOf(KitItem item, params ReadOnlySpan<string> nouns) =>
        Find(item.Type)?.Words is [var noun, ..] && nouns.Contains(noun);

    /// <summary>The drawer that a thing lies in: its type's, else by what it is and covers.</summary>
    public static Drawer DrawerOf(KitItem item) =>
        Find(item.Type)?.Drawer
        ?? item.Kind switch
        {
            ItemKind.Pad or ItemKind.Underquilt => Drawer.Under,
            ItemKind.Garment or ItemKind.VapourBarrier => Largest(item.Cover),
            ItemKind.Gear => Drawer.Gear,
            _ => Drawer.Over,
        };

    private static Drawer Largest(Cover cover)
    {
        (Drawer Drawer, double Covered)[] places =
        [
            (Drawer.Torso, cover.Torso),
            (Drawer.Legs, cover.Legs),
            (Drawer.Feet, cover.Feet),
            (Drawer.Head, Math.Max(cover.Head, cover.Face)),
            (Drawer.Hands, cover.Hands),
        ];
        return places.MaxBy(p => p.Covered).Drawer;
    }
}

/// <summary>
/// Reads the tables of types. Columns: key, name, drawer, kind, usual mass g, packed litres, warmth, cover, material, thickness mm, air permeability
/// l/m²s, vapour resistance of the fabric m²Pa/W or -, dexterity, seconds to put on, further marks, words that it is known by. Warmth is an
/// R-value (R2), a label (comfort-12), clo of the whole body after ISO 9920 (clo.12), m²K/W where it lies (si.1), loft of one side in cm (loft3),
/// tog, or nothing (-).
/// </summary>
internal static class TypeTable
{
    private static readonly Dictionary<string, Cover> Covers = new()
    {
        ["whole"] = Cover.Whole,
        ["body"] = Cover.BelowTheHead,
        ["shortpad"] = new(0.5, 1, 0.2, 0, 0, 1),
        ["sitpad"] = new(0, 0.35, 0, 0),
        ["hidepad"] = new(0, 1, 0.6, 0, 0, 1),
        ["threequarter"] = new(0.4, 1, 0.6, 0, 0, 1),
        ["halfbody"] = new(0, 0.1, 1, 1),
        ["torso"] = new(0, 1, 0, 0),
        ["hoodtop"] = new(0.9, 1, 0, 0),
        ["hoodjacket"] = new(0.9, 1, 0, 0),
        ["parka"] = new(0.9, 1, 0.25, 0),
        ["coat"] = new(0, 1, 0.3, 0),
        ["poncho"] = new(0.8, 1, 0.35, 0),
        ["tee"] = new(0, 0.75, 0, 0),
        ["vest"] = new(0, 0.6, 0, 0),
        ["arms"] = new(0, 0.3, 0, 0),
        ["legs"] = new(0, 0.08, 1, 0),
        ["bib"] = new(0, 0.5, 1, 0),
        ["briefs"] = new(0, 0.12, 0.12, 0),
        ["shorts"] = new(0, 0.1, 0.5, 0),
        ["skirt"] = new(0, 0.2, 0.6, 0),
        ["knees"] = new(0, 0, 0.3, 0),
        ["suit"] = new(0, 1, 1, 0),
        ["hoodsuit"] = new(0.9, 1, 1, 0),
        ["socks"] = new(0, 0, 0.12, 1),
        ["longsocks"] = new(0, 0, 0.4, 1),
        ["feet"] = new(0, 0, 0, 1),
        ["booties"] = new(0, 0, 0.12, 1),
        ["boothigh"] = new(0, 0, 0.35, 1),
        ["soles"] = new(0, 0, 0, 0.35),
        ["gaiter"] = new(0, 0, 0.4, 0.4),
        ["shortgaiter"] = new(0, 0, 0.12, 0.3),
        ["hands"] = new(0, 0, 0, 0, 0, 1),
        ["gauntlet"] = new(0, 0.05, 0, 0, 0, 1),
        ["fingerless"] = new(0, 0, 0, 0, 0, 0.6),
        ["wrists"] = new(0, 0.03, 0, 0, 0, 0.25),
        ["head"] = new(1, 0, 0, 0),
        ["earflap"] = new(1, 0, 0, 0, 0.3),
        ["cap"] = new(0.5, 0, 0, 0),
        ["band"] = new(0.4, 0, 0, 0),
        ["balaclava"] = new(1, 0, 0, 0, 0.6),
        ["hood"] = new(1, 0, 0, 0, 0.3),
        ["tube"] = new(0.4, 0, 0, 0, 0.6),
        ["scarf"] = new(0.35, 0.05, 0, 0, 0.3),
        ["mask"] = new(0.1, 0, 0, 0, 0.7),
        ["nose"] = new(0, 0, 0, 0, 0.15),
        ["eyes"] = new(0, 0, 0, 0, 0.35),
        ["none"] = new(0, 0, 0, 0),
    };

    private static readonly (string Begins, ClaimKind Kind, Basis Basis)[] Warmths =
    [
        ("R", ClaimKind.RValue, Basis.RValue),
        ("comfort", ClaimKind.Comfort, Basis.Label),
        ("clo", ClaimKind.Clo, Basis.Iso9920),
        ("si", ClaimKind.SquareMetreKelvinPerWatt, Basis.Judged),
        ("loft", ClaimKind.LoftCm, Basis.Loft),
        ("tog", ClaimKind.Tog, Basis.Judged),
    ];

    public static ItemType Read(string line)
    {
        var cells = line.Split('|', StringSplitOptions.TrimEntries);
        if (cells.Length != 16)
            throw new FormatException($"A type has 16 columns: {line}");
        var marks = cells[14].Split(' ');
        var material = Named<Material>(cells[8]);
        var (claims, basis) = Warmth(cells[6]);
        var kind = Named<ItemKind>(cells[3]);
        var usual = new KitItem(
            IdOf(cells[0]),
            cells[1],
            kind,
            Number(cells[4]),
            claims,
            ClaimSource.Usual,
            Covers[cells[7]],
            material,
            Hood: marks.Contains("hood"),
            Collar: marks.Contains("collar"),
            FootBox: marks.Contains("openfoot") ? FootBox.Open : FootBox.Sewn,
            Windproof: marks.Contains("windproof"),
            InnerGirthCm: marks.Contains("wide") ? 175 : null,
            Narrow: marks.Contains("narrow"),
            Cord: marks.Contains("cord"),
            Type: cells[0],
            PackedL: Number(cells[5]),
            ThicknessMm: Number(cells[9]),
            AirPermeability: Number(cells[10]),
            VapourResistance: cells[11] == "-" ? null : Number(cells[11]),
            Dexterity: Named<Dexterity>(cells[12]),
            SecondsToPutOn: Number(cells[13]),
            OverBoots: marks.Contains("overboots"),
            RoomMm: Array.Find(marks, m => m.StartsWith(Room, StringComparison.Ordinal)) is { } room
                ? Number(room[Room.Length..])
                : null,
            Fingers: One<Fingers>(marks),
            Sole: One<Sole>(marks)
        );
        return new(cells[0], Named<Drawer>(cells[2]), basis, usual, cells[15].Split(' '), marks.Contains("shared"));
    }

    private const string Room = "room";

    /// <summary>The one of a kind of marks that stands there, else the first of the kind.</summary>
    private static T One<T>(string[] marks)
        where T : struct, Enum => Enum.GetValues<T>().FirstOrDefault(v => marks.Contains($"{v}".ToLowerInvariant()));

    private static (IReadOnlyList<Claim> Claims, Basis Basis) Warmth(string text)
    {
        if (text == "-")
            return ([], Basis.None);
        var (begins, kind, basis) = Warmths.First(w => text.StartsWith(w.Begins, StringComparison.Ordinal));
        return ([new(kind, Number(text[begins.Length..]))], basis);
    }

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);

    private static T Named<T>(string text)
        where T : struct, Enum => Enum.Parse<T>(text, ignoreCase: true);

    /// <summary>The same in every Ermine: an FNV-1a hash of the key in two halves.</summary>
    private static Guid IdOf(string key)
    {
        var (a, b) = (14695981039346656037UL, 1099511628211UL);
        foreach (var c in key)
        {
            a = (a ^ c) * 1099511628211UL;
            b = (b ^ a) * 14695981039346656037UL;
        }
        return new Guid((int)a, (short)(a >> 32), (short)(a >> 48), BitConverter.GetBytes(b));
    }
}
